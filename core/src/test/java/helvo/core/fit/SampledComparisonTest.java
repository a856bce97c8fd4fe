package helvo.core.fit;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.Progress;
import helvo.core.number.NumberNotation;
import helvo.core.points.Points;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
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
                    .startsWith("Far behind others through 1,000 of the points (R² 0.99")
                    .endsWith("): not fitted to all.");
        });
        assertFittedToAll(outcomes.get(2), n);
        assertThat(outcomes.get(3)).isInstanceOf(FitOutcome.NotFitted.class);
    }

    private static void assertFittedToAll(FitOutcome outcome, int n) {
        assertThat(outcome).isInstanceOfSatisfying(FitOutcome.Fitted.class, fitted -> assertThat(
                        fitted.fit().quality().points())
                .isEqualTo(n));
    }
}
