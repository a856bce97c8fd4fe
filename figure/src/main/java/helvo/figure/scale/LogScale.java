package helvo.figure.scale;

import helvo.core.Superscript;
import helvo.core.number.NumberNotation;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;

/// A logarithmic axis: equal lengths are equal ratios. Limits above zero.
///
/// @param decades between labelled ticks; 0 where there are few, and 2 and 5 are labelled as well
public record LogScale(double low, double high, int decades) implements Axis {
    private static final double ROOM = 0.03;

    /// Limits at full powers of ten where they leave little empty, else at 2 or 5 of them, around the values.
    public static LogScale around(double least, double greatest, int mostSteps) {
        if (!(least > 0) || !(greatest < Double.POSITIVE_INFINITY)) {
            return between(1, 10, mostSteps);
        }
        if (least == greatest) {
            return around(
                    Math.max(least / 1.5, Double.MIN_NORMAL),
                    Math.min(greatest * 1.5, Double.MAX_VALUE / 2),
                    mostSteps);
        }
        double span = Math.max(Math.log10(greatest) - Math.log10(least), 1e-3);
        return between(
                outward(Math.log10(least) - ROOM * span, span, true),
                outward(Math.log10(greatest) + ROOM * span, span, false),
                mostSteps);
    }

    public static LogScale between(double low, double high, int mostSteps) {
        double decades = Math.log10(high) - Math.log10(low);
        return new LogScale(low, high, decades < 2.5 ? 0 : Math.max(1, (int) Math.ceil(decades / mostSteps)));
    }

    private static double outward(double power, double span, boolean lower) {
        double whole = lower ? Math.floor(power) : Math.ceil(power);
        if (Math.abs(whole - power) <= 0.12 * span) {
            return tenTo((int) whole, 1);
        }
        int below = (int) Math.floor(power);
        double best = lower ? tenTo(below, 1) : tenTo(below + 1, 1);
        for (int part = 1; part <= 9; part++) {
            double at = below + Math.log10(part);
            if (lower ? at <= power : at >= power) {
                best = tenTo(below, part);
                if (!lower) {
                    return best;
                }
            }
        }
        return best;
    }

    private static double tenTo(int power, int times) {
        return new BigDecimal(times).scaleByPowerOfTen(power).doubleValue();
    }

    @Override
    public double fraction(double value) {
        return value > 0 ? (Math.log(value) - Math.log(low)) / (Math.log(high) - Math.log(low)) : Double.NaN;
    }

    @Override
    public double value(double fraction) {
        return Math.exp(Math.log(low) * (1 - fraction) + Math.log(high) * fraction);
    }

    @Override
    public List<Double> ticks() {
        List<Double> powers = powers();
        return powers.size() >= 2 ? powers : narrow();
    }

    /// Within a part of a decade steps are equal.
    private List<Double> narrow() {
        return AxisScale.between(low, high, 4).ticks();
    }

    private List<Double> powers() {
        return decades == 0 ? multiples(new int[] {1, 2, 5}, 1) : multiples(new int[] {1}, decades);
    }

    @Override
    public List<Double> minorTicks() {
        if (powers().size() < 2) {
            return narrow();
        }
        return decades > 1 ? multiples(new int[] {1}, 1) : multiples(new int[] {1, 2, 3, 4, 5, 6, 7, 8, 9}, 1);
    }

    @Override
    public List<Double> fineTicks(double length) {
        return minorTicks();
    }

    private List<Double> multiples(int[] times, int every) {
        var found = new ArrayList<Double>();
        int first = (int) Math.floor(Math.log10(low));
        int last = (int) Math.ceil(Math.log10(high));
        for (int power = first; power <= last && found.size() < 1000; power++) {
            for (int part : times) {
                double at = tenTo(power, part);
                if (Math.floorMod(power, every) == 0 && at >= low * (1 - 1e-12) && at <= high * (1 + 1e-12)) {
                    found.add(at);
                }
            }
        }
        return found;
    }

    @Override
    public String label(double tick, NumberNotation numbers) {
        int power = (int) Math.floor(Math.log10(tick) + 1e-9);
        boolean plain = Math.log10(high) <= 5.01 && Math.log10(low) >= -4.01;
        double times = tick / tenTo(power, 1);
        boolean whole = Math.abs(times - Math.rint(times)) < 1e-9;
        return plain || !whole
                ? numbers.plain(tick)
                : (Math.rint(times) == 1 ? "" : numbers.plain(Math.rint(times)) + " × ") + "10" + Superscript.of(power);
    }

    @Override
    public boolean isLogarithmic() {
        return true;
    }

    @Override
    public Axis refined(int mostSteps) {
        return FineLogScale.of(this, mostSteps);
    }

    @Override
    public String context() {
        return "";
    }
}
