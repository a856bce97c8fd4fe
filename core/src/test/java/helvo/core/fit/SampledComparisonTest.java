package helvo.core.fit;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.Progress;
import helvo.core.number.NumberNotation;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class SampledComparisonTest {
    /// Through so many points shapes that cannot be meant are told by some of the points; those that can are fitted
    /// to all, and lines always.
    @Test
    void onlyShapesThatMayBeMeantAreFittedToAllOfManyPoints() {
        int n = SampledComparison.MOST_SEARCHED + 5000;
        var random = new Random(46);
        double[] x = new double[n];
        double[] y = new double[n];
        Arrays.setAll(x, i -> 100.0 * ((i * 7919L) % n) / n);
        Arrays.setAll(y, i -> 21.5 + 66 * Math.exp(-x[i] / 12.5) + 0.5 * random.nextGaussian());
        Points points = Points.of(x, y);
        Curve meant = TradeCurve.EXPONENTIAL_TO_LEVEL.curve();
        Curve other = TradeCurve.LORENTZIAN.curve();
        List<FitOutcome> outcomes = SampledComparison.of(
                List.of(new Line(), other, meant, new Exponential(false)), points, Progress.none());
        assertFittedToAll(outcomes.get(0), n);
        assertThat(outcomes.get(1)).isInstanceOfSatisfying(FitOutcome.NotFitted.class, not -> {
            assertThat(not.curve()).isEqualTo(other);
            assertThat(not.reason().sentence(NumberNotation.POINT))
                    .startsWith("Far behind others through the means of 1,000 groups of neighbouring points (R² 0.99")
                    .endsWith(" of the means): not fitted to all.");
        });
        assertFittedToAll(outcomes.get(2), n);
        assertThat(outcomes.get(3)).isInstanceOf(FitOutcome.NotFitted.class);
    }

    /// The means of its points would be next to 0; without it the level would be the best of all.
    @Test
    void aFastOscillationIsFittedToAllOfManyPoints() {
        int n = SampledComparison.MOST_SEARCHED + 5000;
        var random = new Random(45);
        double[] x = random.doubles(n, 0, 100).toArray();
        double[] y = Arrays.stream(x)
                .map(at -> 3 + 2 * Math.sin(9 * Math.PI * at) + 0.3 * random.nextGaussian())
                .toArray();
        List<FitOutcome> outcomes = SampledComparison.of(
                List.of(TradeCurve.SINE.curve(), TradeCurve.DAMPED_SINE.curve()), Points.of(x, y), Progress.none());
        assertFittedToAll(outcomes.getFirst(), n);
    }

    /// Where bars weigh, some of the points tell.
    @Test
    void weightedShapesAreComparedByPoints() {
        int n = SampledComparison.MOST_SEARCHED + 5000;
        var random = new Random(44);
        double[] x = random.doubles(n, 0, 100).toArray();
        double[] sigma = random.doubles(n, 0.2, 0.8).toArray();
        double[] y = new double[n];
        Arrays.setAll(y, i -> 21.5 + 66 * Math.exp(-x[i] / 12.5) + sigma[i] * random.nextGaussian());
        int[] rows = IntStream.range(0, n).toArray();
        Points points =
                new Points(x, y, rows, ErrorBars.NONE, ErrorBars.NONE, Weighting.STATED, new double[] {}, sigma);
        List<FitOutcome> outcomes = SampledComparison.of(
                List.of(TradeCurve.EXPONENTIAL_TO_LEVEL.curve(), TradeCurve.GAUSSIAN.curve()), points, Progress.none());
        assertFittedToAll(outcomes.getFirst(), n);
        assertThat(outcomes.get(1)).isInstanceOf(FitOutcome.NotFitted.class);
    }

    private static void assertFittedToAll(FitOutcome outcome, int n) {
        assertThat(outcome).isInstanceOfSatisfying(FitOutcome.Fitted.class, fitted -> assertThat(
                        fitted.fit().quality().points())
                .isEqualTo(n));
    }
}
