package helvo.core.nonlinear;

import helvo.core.formula.CurveDimensions;
import helvo.core.formula.CurveFormula;
import helvo.core.numeric.LeastSquares;
import helvo.core.numeric.Range;
import helvo.core.points.ScaledPoints;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;

/// Starts for a search: from the scales of x and y, from where each coefficient stands in the formula, and from
/// a fixed set of points that fills the space evenly (the additive recurrence of Roberts 2018 on the
/// generalised golden ratio; Niederreiter 1992, ch. 3). The same data have the same starts.
final class StartValues {
    /// Decades of a scale that are searched to both sides.
    private static final double DECADES = 2.7;
    /// Places beyond the points, in spans of x.
    private static final double BEYOND = 0.5;
    /// So many oscillations over all points are searched evenly; more, where the periodogram has its peaks.
    private static final int MOST_OSCILLATIONS = 60;
    private static final int MOST_PEAKS = 6;
    private static final int[] COUNTS = {1, 150, 600, 1500, 3000};
    /// Starts that lie as near to one another as this part of them are one.
    private static final double ALIKE = 0.02;
    /// Signs of more coefficients are not turned round.
    private static final int MOST_TURNED = 6;
    private static final double SAME = 1e-6;

    private final List<CoefficientSetting> settings;
    private final int[] others;
    private final double span;
    private final double least;
    private final double farthest;
    private final double size;
    private final double oscillations;
    private final List<Optional<CurveDimensions.Powers>> powers;
    private final Map<Integer, Double> inSines;
    private final double[] peaks;

    StartValues(CurveFormula formula, List<CoefficientSetting> settings, int[] others, ScaledPoints points) {
        this.settings = settings;
        this.others = others;
        Range ofX = Range.of(points.x());
        least = ofX.low();
        double greatest = ofX.high();
        farthest = ofX.maxAbs();
        span = greatest > least ? greatest - least : Math.max(farthest, 1);
        double top = Range.of(points.y()).maxAbs() * points.unit();
        size = top > 0 ? top : 1;
        oscillations = Math.min(MOST_OSCILLATIONS, points.size() / 2.0);
        CurveDimensions dimensions = formula.dimensions();
        powers =
                IntStream.range(0, settings.size()).mapToObj(dimensions::powers).toList();
        inSines = formula.inSines();
        peaks = inSines.isEmpty() ? new double[0] : Periodogram.peaks(points, span, MOST_PEAKS);
    }

    /// The starts that leave least, each with the best of those coefficients in which the curve is linear.
    List<LeastSquares.Place> best(LeastSquares search, int most) {
        var found = new ArrayList<LeastSquares.Place>();
        int count = COUNTS[Math.min(others.length, COUNTS.length - 1)];
        double[] steps = steps(others.length);
        for (int i = 0; i < count; i++) {
            double[] p = base();
            for (int j = 0; j < others.length; j++) {
                double u = (0.5 + (i + 1) * steps[j]) % 1;
                double value = value(others[j], u, i);
                p[others[j]] = settings.get(others[j]).limits().nearest(value);
            }
            search.completed(p).ifPresent(found::add);
        }
        found.sort(Comparator.comparingDouble(LeastSquares.Place::squares));
        var chosen = new ArrayList<LeastSquares.Place>();
        for (LeastSquares.Place each : found) {
            if (chosen.size() < most && chosen.stream().noneMatch(other -> areAlike(each, other))) {
                chosen.add(each);
            }
        }
        return chosen;
    }

    private boolean areAlike(LeastSquares.Place one, LeastSquares.Place other) {
        return Arrays.stream(others)
                .allMatch(k -> Math.abs(one.p()[k] - other.p()[k]) < ALIKE * Math.abs(other.p()[k]));
    }

    /// Held values, and what a person gave.
    double[] base() {
        double[] p = new double[settings.size()];
        for (int k = 0; k < p.length; k++) {
            CoefficientSetting setting = settings.get(k);
            p[k] = setting.held().orElse(setting.start().orElse(setting.limits().nearest(0)));
        }
        return p;
    }

    /// 1/φ, 1/φ² … where φ^(d+1) = φ + 1.
    private static double[] steps(int d) {
        double phi = 2;
        for (int i = 0; i < 60; i++) {
            phi = Math.pow(1 + phi, 1.0 / (d + 1));
        }
        double[] steps = new double[d];
        for (int j = 0; j < d; j++) {
            steps[j] = Math.pow(1 / phi, j + 1);
        }
        return steps;
    }

    /// @param u from 0 to 1
    /// @param i which start this is: of some coefficients there are kinds, in turn
    private double value(int k, double u, int i) {
        CoefficientSetting setting = settings.get(k);
        if (setting.low().isPresent() && setting.high().isPresent()) {
            return setting.low().getAsDouble()
                    + u * (setting.high().getAsDouble() - setting.low().getAsDouble());
        }
        double inX = powers.get(k).map(CurveDimensions.Powers::ofX).orElse(0.0);
        double inY = powers.get(k).map(CurveDimensions.Powers::ofY).orElse(0.0);
        if (inSines.containsKey(k) && inY == 0) {
            double rate = peaks.length > 0 && i % 2 == 0
                    ? peaks[(int) (u * peaks.length)]
                    : 2 * Math.PI * oscillations * u / span;
            return inX == 0 ? Math.PI * (2 * u - 1) : Math.pow(rate / inSines.get(k), -inX);
        }
        if (inX == 1 && inY == 0 && i % 2 == 0) {
            return least - BEYOND * span + u * (1 + 2 * BEYOND) * span;
        }
        double unit = Math.pow(Math.abs(inX) > 1 ? farthest : span, inX) * Math.pow(size, inY);
        boolean isPositive = setting.limits().low() >= 0;
        boolean isNegative = setting.limits().high() <= 0;
        double signed = isPositive || isNegative ? u : Math.abs(2 * u - 1);
        double sign = isNegative || !isPositive && u < 0.5 ? -1 : 1;
        return sign * unit * Math.pow(10, DECADES * (2 * signed - 1));
    }

    /// The same curve with its coefficients as a person expects them, where the formula leaves that open:
    /// widths, rates and amplitudes above 0, phases within half a turn of 0, and what can change places in rising
    /// order, since the two exponentials of a sum have no first and second.
    double[] inOrder(LeastSquares search, double[] p, double squares) {
        double[] best = p;
        for (int k : others) {
            best = isPhase(k) ? withPhase(search, best, k, squares) : best;
        }
        for (int signs = 1; signs < 1 << Math.min(others.length, MOST_TURNED); signs++) {
            double[] turned = p.clone();
            for (int j = 0; j < others.length; j++) {
                turned[others[j]] *= (signs >> j & 1) == 1 ? -1 : 1;
            }
            if (negatives(turned) < negatives(best)) {
                best = same(search, turned, squares).orElse(best);
            }
        }
        for (int a = 0; a < others.length; a++) {
            for (int b = a + 1; b < others.length; b++) {
                double[] swapped = best.clone();
                swapped[others[a]] = best[others[b]];
                swapped[others[b]] = best[others[a]];
                Optional<double[]> same =
                        best[others[a]] > best[others[b]] ? same(search, swapped, squares) : Optional.empty();
                if (same.isPresent()) {
                    best = same.get();
                    // From the first pair again.
                    a = -1;
                    break;
                }
            }
        }
        return best;
    }

    private boolean isPhase(int k) {
        return inSines.containsKey(k)
                && powers.get(k)
                        .filter(each -> each.ofX() == 0 && each.ofY() == 0)
                        .isPresent();
    }

    /// Half a turn of the phase turns the sign of the amplitude.
    private double[] withPhase(LeastSquares search, double[] p, int k, double squares) {
        double[] turned = p.clone();
        turned[k] = Math.IEEEremainder(p[k], 2 * Math.PI);
        double[] best = same(search, turned, squares).orElse(p);
        double[] half = best.clone();
        half[k] = Math.IEEEremainder(best[k] + Math.PI, 2 * Math.PI);
        return same(search, half, squares)
                .filter(other -> negativesBeside(k, other) < negativesBeside(k, p))
                .orElse(best);
    }

    private static long negativesBeside(int phase, double[] p) {
        return IntStream.range(0, p.length).filter(i -> i != phase && p[i] < 0).count();
    }

    private long negatives(double[] p) {
        return Arrays.stream(others).filter(k -> p[k] < 0).count();
    }

    /// The same curve with these coefficients, if it is the same.
    private Optional<double[]> same(LeastSquares search, double[] p, double squares) {
        return isWithin(p)
                ? search.completed(p)
                        .filter(other -> other.squares() <= squares * (1 + SAME))
                        .map(LeastSquares.Place::p)
                : Optional.empty();
    }

    private boolean isWithin(double[] p) {
        return Arrays.stream(others).allMatch(k -> settings.get(k).limits().nearest(p[k]) == p[k]);
    }
}
