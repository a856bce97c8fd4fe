package helvo.core.bounds;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.Line;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;
import helvo.core.table.BarMeaning;
import java.util.Arrays;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/// Lines through points whose scatter is drawn from their bars, or from longer or shorter ones.
class ExpectedMissesTest {
    private static final int SETS = 2000;
    private static final int POINTS = 14;

    private record Rates(double mean, double missed, double tooMany, double tooFew) {}

    private static Rates rates(BarMeaning meaning, double scatter) {
        var random = new Random(39);
        double mean = 0;
        int missed = 0;
        int tooMany = 0;
        int tooFew = 0;
        double[] x = IntStream.range(0, POINTS).asDoubleStream().toArray();
        double[] bars = new double[POINTS];
        Arrays.fill(bars, 1 / meaning.standardDeviation());
        for (int set = 0; set < SETS; set++) {
            double[] y = Arrays.stream(x)
                    .map(each -> 3 + 0.5 * each + scatter * random.nextGaussian())
                    .toArray();
            var points = new Points(x, y, IntStream.range(0, POINTS).toArray(), ErrorBars.NONE, ErrorBars.even(bars));
            Fit fit = ((FitOutcome.Fitted) new Line().fit(points, Progress.none())).fit();
            BarCoverage passing = BarCoverage.of(fit, points, Progress.none()).orElseThrow();
            ExpectedMisses expected = ExpectedMisses.of(fit.quality(), meaning, passing);
            mean += expected.mean() / SETS;
            missed += passing.missed().length;
            tooMany += expected.tooMany() ? 1 : 0;
            tooFew += expected.tooFew() ? 1 : 0;
        }
        return new Rates(mean, (double) missed / SETS, (double) tooMany / SETS, (double) tooFew / SETS);
    }

    /// About a third of bars of one standard deviation is missed, and that is said to be so.
    @Test
    void barsOfTheirTrueLengthAreAsExpected() {
        for (BarMeaning meaning : new BarMeaning[] {BarMeaning.STANDARD_DEVIATION, BarMeaning.INTERVAL_95}) {
            Rates asStated = rates(meaning, 1);
            assertThat(asStated.missed).as(meaning.words()).isCloseTo(asStated.mean, within(0.1));
            assertThat(asStated.tooMany).isLessThan(0.05);
            assertThat(asStated.tooFew).isLessThan(0.05);
        }
    }

    @Tag("thorough")
    @Test
    void barsOfAnotherLengthAreFound() {
        assertThat(rates(BarMeaning.STANDARD_DEVIATION, 2.5).tooMany).isGreaterThan(0.8);
        assertThat(rates(BarMeaning.STANDARD_DEVIATION, 0.4).tooFew).isGreaterThan(0.8);
    }
}
