package helvo.figure.scale;

import helvo.core.Superscript;
import helvo.core.number.NumberNotation;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/// An axis's limits and steps, all round numbers.
///
/// @param low    lower limit
/// @param high   upper limit
/// @param step   between labelled ticks: 1, 2 or 5 times a power of ten
/// @param minor  between unlabelled ticks
/// @param factor labels are values divided by 10 to this power
/// @param decimals of the labels; as many as the step needs where it is below 0
public record AxisScale(double low, double high, double step, double minor, int factor, int decimals) implements Axis {
    /// A limit on a full step is taken when it leaves no more than this part of the axis empty; else one on a minor
    /// step, if that leaves little; else one on a fifth of a step.
    private static final double MAX_EMPTY = 0.07;
    private static final double MAX_EMPTY_MINOR = 0.105;
    /// A point nearer to the frame than this part of the axis would sit on it.
    private static final double MIN_GAP = 0.015;
    private static final double MAX_GAP = 0.04;
    /// Zero is near when the data begin within this part of their span from it.
    private static final double NEAR_ZERO = 0.35;

    /// Round limits around the data with no point on the frame, and with zero when it is near.
    ///
    /// @param mostSteps how many labelled steps there is room for
    public static AxisScale around(double least, double greatest, int mostSteps) {
        return around(least, greatest, mostSteps, MIN_GAP);
    }

    /// @param room for half a marker, as a part of the axis; the usual is left at least
    public static AxisScale around(double least, double greatest, int mostSteps, double room) {
        if (!(least <= greatest)) {
            return around(0, 1, mostSteps, room);
        }
        double from = least;
        double to = greatest;
        if (to - from <= 1e-13 * Math.max(Math.abs(from), Math.abs(to)) || to == from) {
            double half = from == 0 ? 1 : Math.max(Math.abs(from) * 0.1, Double.MIN_NORMAL);
            return around(from - half, to + half, mostSteps, room);
        }
        double span = to / 2 - from / 2;
        if (from > 0 && from < NEAR_ZERO * 2 * span) {
            from = 0;
        } else if (to < 0 && -to < NEAR_ZERO * 2 * span) {
            to = 0;
        }
        double step = step(from, to, mostSteps);
        double minor = minor(step);
        double gap = 2 * Math.clamp(room, MIN_GAP, MAX_GAP) * (to / 2 - from / 2);
        double low = limit(least - gap, from, to - from, step, minor, true);
        double high = limit(greatest + gap, to, to - from, step, minor, false);
        if (from == 0 && least > gap) {
            low = 0;
        }
        if (to == 0 && greatest < -gap) {
            high = 0;
        }
        return new AxisScale(low, high, step, minor, factor(Math.max(Math.abs(low), Math.abs(high)), step), -1);
    }

    /// Between these limits, with round steps.
    public static AxisScale between(double low, double high, int mostSteps) {
        double step = step(low, high, mostSteps);
        return new AxisScale(low, high, step, minor(step), factor(Math.max(Math.abs(low), Math.abs(high)), step), -1);
    }

    public AxisScale withStep(double newStep) {
        return new AxisScale(
                low, high, newStep, minor(newStep), factor(Math.max(Math.abs(low), Math.abs(high)), newStep), decimals);
    }

    /// @param parts that a step is divided into
    public AxisScale withParts(int parts) {
        return new AxisScale(low, high, step, step / parts, factor, decimals);
    }

    public AxisScale withDecimals(int newDecimals) {
        return new AxisScale(low, high, step, minor, factor, newDecimals);
    }

    /// Limits of equal size on either side of zero.
    public static AxisScale symmetric(double greatest) {
        double reach = greatest > 0 && Double.isFinite(greatest) ? Math.min(greatest * 1.1, 8e307) : 1;
        double step = roundUp(reach, new double[] {1, 1.5, 2, 3, 4, 5, 6, 8, 10});
        return new AxisScale(-step, step, step, step, factor(step, step), -1);
    }

    /// Labels are divided by the same power as before, which the axis' title names.
    @Override
    public AxisScale refined(int mostSteps) {
        double finer = step(low, high, mostSteps);
        return new AxisScale(low, high, finer, finer, factor, -1);
    }

    @Override
    public Optional<Double> labelledStep() {
        return Optional.of(step);
    }

    @Override
    public Optional<Integer> partsOfStep() {
        return Optional.of((int) Math.round(step / minor));
    }

    @Override
    public List<Double> ticks() {
        return multiples(step);
    }

    @Override
    public List<Double> minorTicks() {
        return multiples(minor);
    }

    /// Five lines to a minor step, or as many as stay 4 points apart.
    @Override
    public List<Double> fineTicks(double length) {
        double fine = minor / 5;
        return multiples(fine / (high - low) * length >= 4 ? fine : minor);
    }

    private List<Double> multiples(double of) {
        var ticks = new ArrayList<Double>();
        long first = (long) Math.ceil(low / of - 1e-6);
        long last = (long) Math.floor(high / of + 1e-6);
        for (long k = first; k <= last && ticks.size() < 1000; k++) {
            ticks.add(rounded(k, of));
        }
        return ticks;
    }

    /// k steps as the decimal it stands for: 3 × 0.1 is 0.3.
    private static double rounded(long k, double step) {
        return new BigDecimal(Double.toString(step))
                .multiply(BigDecimal.valueOf(k))
                .doubleValue();
    }

    @Override
    public String label(double tick, NumberNotation numbers) {
        BigDecimal scaled = new BigDecimal(Double.toString(tick)).scaleByPowerOfTen(-factor);
        int needed = Math.max(
                0, new BigDecimal(Double.toString(step)).stripTrailingZeros().scale() + factor);
        return numbers.written(scaled.setScale(decimals < 0 ? Math.min(needed, 12) : decimals, RoundingMode.HALF_EVEN)
                .toPlainString());
    }

    /// "10⁶", to stand before the unit; empty when labels are plain values.
    @Override
    public String context() {
        return factor == 0 ? "" : "10" + Superscript.of(factor);
    }

    private static double limit(double beyond, double from, double span, double step, double minor, boolean lower) {
        double whole = outward(beyond, step, lower);
        if (Math.abs(whole - from) <= MAX_EMPTY * span) {
            return whole;
        }
        double part = outward(beyond, minor, lower);
        return Math.abs(part - from) <= MAX_EMPTY_MINOR * span ? part : outward(beyond, fifth(step), lower);
    }

    private static double outward(double value, double step, boolean lower) {
        double k = lower ? Math.floor(value / step + 1e-9) : Math.ceil(value / step - 1e-9);
        return Math.abs(k) < 1e15 ? rounded((long) k, step) : k * step;
    }

    private static double step(double from, double to, int mostSteps) {
        double raw = to / mostSteps - from / mostSteps;
        return roundUp(raw, new double[] {1, 2, 5, 10});
    }

    private static double roundUp(double value, double[] mantissas) {
        int power = (int) Math.floor(Math.log10(value));
        for (double mantissa : mantissas) {
            double candidate = new BigDecimal(mantissa).scaleByPowerOfTen(power).doubleValue();
            if (candidate >= value * (1 - 1e-12)) {
                return candidate;
            }
        }
        return new BigDecimal(10).scaleByPowerOfTen(power).doubleValue();
    }

    /// Halves of 1 and 2, fifths of 5.
    private static double minor(double step) {
        BigDecimal exact = new BigDecimal(Double.toString(step)).stripTrailingZeros();
        boolean five = exact.unscaledValue().intValue() % 5 == 0;
        return five ? fifth(step) : exact.divide(new BigDecimal(2)).doubleValue();
    }

    private static double fifth(double step) {
        return new BigDecimal(Double.toString(step)).divide(new BigDecimal(5)).doubleValue();
    }

    /// Powers of a thousand are taken out of labels that would be too long.
    private static int factor(double largest, double step) {
        int power = (int) Math.floor(Math.log10(largest));
        int digits = power - (int) Math.floor(Math.log10(step));
        boolean plain = NumberNotation.isPlain(power) || power > 5 && digits > 5 && power < 12;
        return plain ? 0 : 3 * Math.floorDiv(power, 3);
    }
}
