package helvo.figure.scale;

import java.math.BigDecimal;
import java.util.List;
import java.util.TreeSet;

/// A logarithmic axis with equal steps between 1, 2, 5 and 10 of each decade, for a plot that is enlarged.
///
/// @param ticks the labelled values, ascending
public record FineLogScale(LogScale of, List<Double> ticks) implements AxisOverAnother {
    private static final int[] PARTS = {1, 2, 5, 10};
    private static final double[] STEPS = {0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1};

    public FineLogScale {
        ticks = List.copyOf(ticks);
    }

    /// @param mostSteps along the whole axis
    static FineLogScale of(LogScale scale, int mostSteps) {
        var ticks = new TreeSet<Double>();
        double least = 1.0 / mostSteps;
        int first = (int) Math.floor(Math.log10(scale.low()));
        int last = (int) Math.ceil(Math.log10(scale.high()));
        for (int power = first; power <= last; power++) {
            ticks.add(value(1, power));
            // From 1 to 2 is as far as from 5 to 10, and nearer than from 2 to 5.
            for (int part = 0; part < PARTS.length - 1 && apart(scale, 1, 2, power) >= least; part++) {
                fill(scale, PARTS[part], PARTS[part + 1], power, least, ticks);
            }
        }
        return new FineLogScale(
                scale,
                ticks.stream()
                        .filter(tick -> tick >= scale.low() * (1 - 1e-12) && tick <= scale.high() * (1 + 1e-12))
                        .toList());
    }

    /// The finest steps that are nowhere nearer to one another than `least`; both ends alone where none is so wide.
    private static void fill(LogScale scale, int from, int to, int power, double least, TreeSet<Double> ticks) {
        for (double step : STEPS) {
            if (apart(scale, to - step, to, power) >= least) {
                int count = (int) Math.round((to - from) / step);
                for (int i = 0; i <= count; i++) {
                    ticks.add(BigDecimal.valueOf(step)
                            .multiply(BigDecimal.valueOf(i))
                            .add(BigDecimal.valueOf(from))
                            .scaleByPowerOfTen(power)
                            .doubleValue());
                }
                return;
            }
        }
        ticks.add(value(from, power));
        ticks.add(value(to, power));
    }

    private static double apart(LogScale scale, double from, double to, int power) {
        return scale.fraction(to * value(1, power)) - scale.fraction(from * value(1, power));
    }

    private static double value(int times, int power) {
        return new BigDecimal(times).scaleByPowerOfTen(power).doubleValue();
    }

    @Override
    public List<Double> minorTicks() {
        return ticks;
    }

    @Override
    public List<Double> fineTicks(double length) {
        return ticks;
    }

    @Override
    public Axis refined(int mostSteps) {
        return of(of, mostSteps);
    }
}
