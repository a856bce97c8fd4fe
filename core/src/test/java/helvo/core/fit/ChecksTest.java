package helvo.core.fit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/// Expected numbers: SciPy 1.10 (shapiro, anderson, chi2), and Imhof's integral for the exact p of Durbin and Watson's d.
class ChecksTest {
    private static final double[] X = DoubleStream.iterate(1, x -> x + 1).limit(12).toArray();
    private static final double[] Y = {1.1, 2.3, 2.7, 4.4, 4.6, 6.6, 6.5, 8.6, 8.4, 10.9, 10.1, 13.0};

    private static Residuals residuals(double[] x, double[] y) {
        Points points = Points.of(x, y);
        return Residuals.of(((FitOutcome.Fitted) new Line().fit(points, Progress.NONE)).fit(), points, Progress.NONE);
    }

    private static Check check(String name) {
        return Check.of(residuals(X, Y)).stream().filter(each -> each.kind().keyword().equals(name)).findFirst().orElseThrow();
    }

    @Test
    void durbinAndWatsonTellAlternatingNeighbours() {
        assertThat(check("durbin-watson").statistic()).isCloseTo(3.5913513067853913, within(1e-12));
        // The beta distribution has d's first two moments; the exact p is 0.00107.
        assertThat(check("durbin-watson").p().orElseThrow()).isCloseTo(0.00107, within(3e-4));
        assertThat(check("durbin-watson").says()).isEqualTo("neighbours alternate");
    }

    @Test
    void breuschAndPaganTellAWideningSpread() {
        assertThat(check("breusch-pagan").statistic()).isCloseTo(8.985187628328239, within(1e-10));
        assertThat(check("breusch-pagan").p().orElseThrow()).isCloseTo(0.0027217684124556875, within(1e-12));
        assertThat(check("breusch-pagan").warns()).isTrue();
    }

    @Test
    void shapiroAndWilkOnResiduals() {
        assertThat(check("shapiro-wilk").statistic()).isCloseTo(0.9358426332473755, within(1e-6));
        assertThat(check("shapiro-wilk").p().orElseThrow()).isCloseTo(0.4461610019207001, within(1e-5));
    }

    @ParameterizedTest
    @CsvSource({"3, 0.8638790845870972, 0.27831193804740906", "4, 0.7724469900131226, 0.061290841549634933",
            "7, 0.8935970067977905, 0.293956458568573",
        "20, 0.9215534329414368, 0.10615041851997375", "50, 0.9278066158294678, 0.0045689004473388195",
                "500, 0.9412162899971008, 3.6419497517585497e-13"})
    void shapiroAndWilkOfAnySize(int n, double w, double p) {
        NormalityTest shape = NormalityTest.of(IntStream.range(0, n)
                .mapToDouble(i -> Math.sin(1.7 * i * i + i) + 0.3 * Math.cos(5 * i)).toArray()).orElseThrow();
        assertThat(shape.statistic()).isCloseTo(w, within(2e-6));
        assertThat(shape.p()).isCloseTo(p, within(2e-5 + 1e-3 * p));
    }

    @Test
    void andersonAndDarlingForMany() {
        NormalityTest shape = NormalityTest.of(IntStream.range(0, 6000).mapToDouble(i -> Math.sin(1.7 * i * i + i)).toArray())
                .orElseThrow();
        assertThat(shape.kind()).isEqualTo(Check.Kind.ANDERSON_DARLING);
        assertThat(shape.statistic()).isCloseTo(178.9382493516414, within(1e-8));
        assertThat(shape.p()).isZero();
    }

    @Test
    void onePointThatDecidesIsNamedWithItsRow() {
        double[] y = X.clone();
        y[1] += 0.1;
        y[4] -= 0.1;
        y[11] = 20;
        Check cook = Check.of(residuals(X, y)).stream().filter(each -> each.kind().keyword().equals("cook")).findFirst().orElseThrow();
        assertThat(cook.warns()).isTrue();
        assertThat(cook.says()).startsWith("row 12 ");
        assertThat(cook.p()).isEmpty();
    }

    /// Two points, a perfect line, equal residuals: fewer checks, never a fault or a NaN.
    @Test
    void whatCannotBeJudgedIsNotJudged() {
        assertThat(Check.of(residuals(new double[] {1, 2}, new double[] {3, 5}))).isEmpty();
        assertThat(Check.of(residuals(X, X))).isEmpty();
        assertThat(Check.of(residuals(new double[] {1, 2, 3}, new double[] {1, 2, 4})))
                .allSatisfy(check -> assertThat(check.statistic()).isFinite());
    }
}
