package helvo.figure.scale;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.analysis.TimeAxis;
import helvo.core.number.NumberNotation;
import helvo.core.table.CalendarUnit;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

/// Axes of a plot that is enlarged.
class RefinedScaleTest {
    private static List<String> labels(Axis axis) {
        return axis.ticks().stream()
                .map(tick -> axis.label(tick, NumberNotation.POINT))
                .toList();
    }

    /// Labels go on being divided by the power that the title names.
    @Test
    void finerStepsKeepThePowerOfTheTitle() {
        Axis axis = AxisScale.between(0, 3e7, 6);
        Axis finer = axis.refined(60);
        assertThat(finer.context()).isEqualTo(axis.context()).isNotEmpty();
        assertThat(finer.ticks()).hasSize(61);
        assertThat(labels(finer)).startsWith("0.0", "0.5", "1.0").endsWith("30.0");
    }

    @Test
    void eachDateSaysItsDay() {
        var time = new TimeAxis(86_400, CalendarUnit.DAY);
        Axis axis = DateScale.between(time, time.coordinate(86_400 * 400.0), time.coordinate(86_400 * 404.0), 4);
        assertThat(labels(axis.refined(16))).contains("5 Feb 06:00", "5 Feb 12:00");
    }

    @Property
    void aLogarithmicAxisHasEvenEnoughSteps(
            @ForAll @DoubleRange(min = -9, max = 9) double power,
            @ForAll @DoubleRange(min = 0.1, max = 12) double decades,
            @ForAll @IntRange(min = 4, max = 200) int most) {
        double low = Math.pow(10, power);
        LogScale axis = LogScale.between(low, low * Math.pow(10, decades), 8);
        Axis finer = axis.refined(most);
        List<Double> ticks = finer.ticks();
        assertThat(ticks).isSorted().doesNotHaveDuplicates();
        for (int i = 0; i < ticks.size(); i++) {
            assertThat(finer.fraction(ticks.get(i))).isBetween(-1e-9, 1 + 1e-9);
        }
        // Whole decades stand whatever their distance; between them no two are too near, and no gap is wide.
        if (decades < most) {
            for (int i = 1; i < ticks.size(); i++) {
                double apart = finer.fraction(ticks.get(i)) - finer.fraction(ticks.get(i - 1));
                assertThat(apart).isGreaterThanOrEqualTo(0.999 / most);
                assertThat(apart).isLessThanOrEqualTo(Math.max(1 / decades, 7.0 / most) * 1.001);
            }
        }
        assertThat(finer.isLogarithmic()).isTrue();
        assertThat(new ReversedScale(axis).refined(most).isLogarithmic()).isTrue();
    }
}
