package helvo.figure.scale;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.number.NumberNotation;
import java.math.BigDecimal;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class AxisScaleTest {
    /// No point on the frame, no empty half, round steps, and not too many of them.
    @Property(tries = 2000, seed = "26")
    void surroundsAnyDataClosely(@ForAll long seed, @ForAll @IntRange(min = 2, max = 12) int mostSteps) {
        var random = new Random(seed);
        double middle = random.nextGaussian() * Math.pow(10, random.nextInt(60) - 30);
        double half = Math.abs(middle) * Math.pow(10, -random.nextInt(8)) * random.nextDouble() + Double.MIN_NORMAL;
        double least = middle - half;
        double greatest = middle + half;
        AxisScale scale = AxisScale.around(least, greatest, mostSteps);
        double span = Math.max(greatest, 0) - Math.min(least, 0);
        boolean fromZero = least > 0 && scale.low() == 0 || greatest < 0 && scale.high() == 0;
        assertThat(scale.low()).isLessThan(least);
        assertThat(scale.high()).isGreaterThan(greatest);
        assertThat(greatest - least).as("filled part").isGreaterThan(0.5 * (scale.high() - scale.low()));
        assertThat(fromZero || scale.fraction(least) > 0.01).isTrue();
        assertThat(scale.ticks()).hasSizeBetween(1, mostSteps + 2);
        int mantissa = new BigDecimal(Double.toString(scale.step()))
                .stripTrailingZeros()
                .unscaledValue()
                .intValue();
        assertThat(mantissa).isIn(1, 2, 5);
        assertThat(span).isPositive();
    }

    /// Markers that take more room on a low axis do not lie on the frame either.
    @Property(tries = 500, seed = "26")
    void leavesRoomForMarkers(@ForAll long seed, @ForAll @IntRange(min = 2, max = 12) int mostSteps) {
        var random = new Random(seed);
        double least = random.nextGaussian();
        double greatest = least + random.nextDouble() + 1e-3;
        AxisScale scale = AxisScale.around(least, greatest, mostSteps, 0.03);
        assertThat(scale.fraction(greatest)).isLessThan(1 - 0.02);
        assertThat(scale.low() == 0 || scale.fraction(least) > 0.02).isTrue();
        assertThat(scale.high() - scale.low()).isLessThan(2 * (Math.max(greatest, 0) - Math.min(least, 0)));
    }

    @ParameterizedTest
    @CsvSource({"5, 50, 0", "1.31, 14.65, 0", "-3, 40, -5", "1000, 1010, 999", "1e-7, 9e-7, 0", "-9, -1, -9.2"})
    void beginsAtZeroWhenItIsNear(double least, double greatest, double low) {
        assertThat(AxisScale.around(least, greatest, 8).low()).isEqualTo(low);
    }

    @ParameterizedTest
    @CsvSource({"7, 7", "0, 0", "1e300, 1e300", "-1e-300, -1e-300", "-1e308, 1e308", "1e-300, 3e-300"})
    void copesWithEqualTinyAndHugeValues(double least, double greatest) {
        AxisScale scale = AxisScale.around(least, greatest, 6);
        assertThat(scale.low()).isFinite().isLessThanOrEqualTo(least);
        assertThat(scale.high()).isFinite().isGreaterThanOrEqualTo(greatest);
        assertThat(scale.fraction(least)).isBetween(0.0, 1.0);
        assertThat(scale.ticks()).isNotEmpty();
    }

    @Test
    void labelsAreDecimalsNotTheirRounding() {
        AxisScale scale = AxisScale.around(0.05, 0.62, 8);
        assertThat(scale.ticks().stream().map(tick -> scale.label(tick, NumberNotation.POINT)))
                .contains("0.3", "0.6")
                .noneMatch(label -> label.length() > 4);
        AxisScale large = AxisScale.around(0, 4.2e9, 6);
        assertThat(large.context()).isEqualTo("10⁹");
        assertThat(large.ticks().stream().map(tick -> large.label(tick, NumberNotation.POINT)))
                .contains("1", "4");
        assertThat(AxisScale.around(-3, 3, 6).ticks().stream().map(tick -> scale.label(tick, NumberNotation.POINT)))
                .contains("−2.0");
    }
}
