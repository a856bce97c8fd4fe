package helvo.core.check;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.fit.Exponential;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.Line;
import helvo.core.fit.ResidualMeasure;
import helvo.core.fit.Residuals;
import helvo.core.points.Points;
import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Test;

/// What the full view of residuals is made of.
class ResidualViewsTest {
    private static Residuals residuals(helvo.core.fit.Curve curve, double[] x, double[] y) {
        Points points = Points.of(x, y);
        Fit fit = ((FitOutcome.Fitted) curve.fit(points, Progress.none())).fit();
        return Residuals.of(fit, points, Progress.none());
    }

    /// Every value is counted once, in a bin that it lies in; edges are round and one of them is 0.
    @Test
    void binsCountEveryValueOnce() {
        var random = new Random(5);
        for (int n : new int[] {1, 2, 7, 100, 5000}) {
            double[] values = random.doubles(n, -3, 8).toArray();
            Histogram of = Histogram.of(values);
            assertThat(Arrays.stream(of.counts()).sum()).isEqualTo(n);
            assertThat(of.from() / of.width()).isCloseTo(Math.rint(of.from() / of.width()), within(1e-9));
            for (int bin = 0; bin < of.counts().length; bin++) {
                double low = (Math.rint(of.from() / of.width()) + bin) * of.width();
                double high = low + of.width();
                assertThat(Arrays.stream(values)
                                .filter(value -> value >= low && value < high)
                                .count())
                        .isEqualTo(of.counts()[bin]);
            }
        }
        assertThat(Histogram.of(new double[] {4, 4, 4}).counts()).containsExactly(3);
        assertThat(Histogram.of(new double[] {0, 0}).counts()).containsExactly(2);
        for (double[] far : new double[][] {{0, 1, 1e9}, {0, 0.001, 204}, {-3, 0, 999}, {0, 1, 340}}) {
            assertThat(Histogram.of(far).counts().length).isBetween(20, 60);
        }
    }

    /// By SciPy: norm.ppf((i − 3/8)/(n + 1/4)) for n = 5.
    @Test
    void scoresAreThoseOfANormalSample() {
        double[] scores = NormalScores.of(new double[] {9, -4, 2, 30, 1});
        assertThat(scores[1]).isCloseTo(-1.1797611176118612, within(1e-12));
        assertThat(scores[4]).isCloseTo(-0.497200570681264, within(1e-12));
        assertThat(scores[2]).isCloseTo(0, within(1e-12));
        assertThat(scores[3]).isCloseTo(1.1797611176118612, within(1e-12));
    }

    @Test
    void residualsAreCountedAsAsked() {
        Residuals line = residuals(new Line(), new double[] {1, 2, 3, 4}, new double[] {2, 5, 5, 8});
        for (int i = 0; i < 4; i++) {
            for (ResidualMeasure measure : ResidualMeasure.values()) {
                assertThat(line.in(measure, i).orElseThrow())
                        .as("%s of %s", measure, i)
                        .isCloseTo(line.raw()[i] * line.unit(measure, i), within(1e-12));
            }
            assertThat(line.percentOfFitted(i).orElseThrow())
                    .isCloseTo(100 * line.raw()[i] / line.fitted(i), within(1e-12));
        }
        Residuals logs = residuals(new Exponential(true), new double[] {1, 2, 3, 4}, new double[] {2, 5, 9, 30});
        assertThat(logs.raw()[0]).isCloseTo(Math.log(2 / logs.fitted(0)), within(1e-13));
        assertThat(logs.percentOfFitted(0).orElseThrow())
                .as("percent are of y, not of its logarithm")
                .isCloseTo(100 * (2 - logs.fitted(0)) / logs.fitted(0), within(1e-11));
        assertThat(logs.percentOfMeasured(3).orElseThrow()).isCloseTo(100 * (30 - logs.fitted(3)) / 30, within(1e-11));
    }
}
