package helvo.core.fit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.points.Points;
import java.util.Arrays;
import java.util.Random;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class LineWithBendTest {
    private static final Curve BEND = TradeCurve.LINE_WITH_BEND.curve();

    private static Fit fit(double[] x, double[] y) {
        return ((FitOutcome.Fitted) BEND.fit(Points.of(x, y), Progress.none())).fit();
    }

    /// What is left with the bend at an x, by the normal equations of the rest.
    private static double squares(double[] x, double[] y, double bend) {
        double[][] q = new double[3][x.length];
        for (int i = 0; i < x.length; i++) {
            q[0][i] = 1;
            q[1][i] = Math.min(x[i] - bend, 0);
            q[2][i] = Math.max(x[i] - bend, 0);
        }
        double[] left = y.clone();
        for (int a = 0; a < 3; a++) {
            for (int b = 0; b < a; b++) {
                takeOut(q[a], q[b]);
            }
            takeOut(left, q[a]);
        }
        return dot(left, left);
    }

    private static void takeOut(double[] of, double[] direction) {
        double share = dot(of, direction) / dot(direction, direction);
        for (int i = 0; i < of.length; i++) {
            of[i] -= share * direction[i];
        }
    }

    private static double dot(double[] a, double[] b) {
        return IntStream.range(0, a.length).mapToDouble(i -> a[i] * b[i]).sum();
    }

    /// Of 60 sets about a fifth have their least where the bend is at a point.
    @Test
    void noBendLeavesLess() {
        var random = new Random(1);
        int atPoints = 0;
        for (int set = 0; set < 60; set++) {
            int n = 8 + random.nextInt(25);
            double bend = 2 + 6 * random.nextDouble();
            double before = 2 * random.nextGaussian();
            double behind = 2 * random.nextGaussian();
            double[] x = IntStream.range(0, n)
                    .mapToDouble(i -> Math.round(10_000.0 * i / (n - 1)) / 1000.0)
                    .toArray();
            double[] y = Arrays.stream(x)
                    .map(each -> 5 + (each < bend ? before : behind) * (each - bend) + 0.5 * random.nextGaussian())
                    .toArray();
            double least = DoubleStream.concat(
                            IntStream.range(1, 2000).mapToDouble(k -> k / 200.0),
                            Arrays.stream(x).filter(each -> each > 0.01 && each < 9.99))
                    .map(each -> squares(x, y, each))
                    .min()
                    .orElseThrow();
            Fit fit = fit(x, y);
            assertThat(fit.quality().residualSumOfSquares()).isLessThan(least * (1 + 1e-6));
            assertThat(fit.quality().residualSumOfSquares())
                    .isCloseTo(squares(x, y, fit.coefficient("m").value()), within(1e-9 * least));
            atPoints += fit.coefficient("m").uncertainty().isEmpty() ? 1 : 0;
        }
        assertThat(atPoints).isBetween(5, 25);
    }

    /// Of straight lines it says too often that they bend if the place of the bend counts as one coefficient.
    @Test
    void straightLinesDoNotBend() {
        var random = new Random(3);
        double[] x = IntStream.range(0, 20).mapToDouble(i -> i).toArray();
        int preferred = 0;
        for (int set = 0; set < 200; set++) {
            double[] y = Arrays.stream(x)
                    .map(each -> 2 * each + random.nextGaussian())
                    .toArray();
            FitQuality bend = fit(x, y).quality();
            FitQuality line = ((FitOutcome.Fitted) new Line().fit(Points.of(x, y), Progress.none()))
                    .fit()
                    .quality();
            preferred += bend.aicc().orElseThrow() < line.aicc().orElseThrow() ? 1 : 0;
        }
        assertThat(preferred).isLessThan(8);
    }

    /// The bend at a point has limits by its profile.
    @Test
    void limitsOfABendAtAPoint() {
        double[] x = {0, 1, 2, 3, 4, 5, 6, 7, 8};
        double[] y = {0.1, 0.9, 2.1, 2.9, 4.4, 3.1, 1.9, 1.1, -0.1};
        Fit fit = fit(x, y);
        assertThat(fit.coefficient("m").value()).isEqualTo(4);
        assertThat(fit.coefficient("m").uncertainty()).isEmpty();
        ProfileLimits limits = ProfileLimits.of(fit, Points.of(x, y), Progress.none()).stream()
                .filter(each -> each.coefficient().equals("m"))
                .findFirst()
                .orElseThrow();
        double growth = Math.pow(fit.quality().half95().orElseThrow(), 2)
                / fit.quality().degreesOfFreedom();
        double least = fit.quality().residualSumOfSquares();
        assertThat(squares(x, y, limits.low().orElseThrow())).isCloseTo(least * (1 + growth), within(1e-5 * least));
        assertThat(squares(x, y, limits.high().orElseThrow())).isCloseTo(least * (1 + growth), within(1e-5 * least));
    }
}
