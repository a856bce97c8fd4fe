package helvo.core.bounds;

import helvo.core.Progress;
import java.util.Arrays;
import java.util.Optional;
import org.apache.commons.numbers.core.DD;
import org.jspecify.annotations.Nullable;

/// The least factor by which all error bars must be multiplied for a line of slope m ≥ 0 to meet them all.
///
/// By exchange, as in the linear Chebyshev problem (Stiefel 1959, Numer. Math. 1:1): the factor of a few boxes is
/// found exactly, from all their vertices; the box farthest from that line joins them, and those that are no longer
/// tight leave. The factor grows each time.
///
/// @param factor 0 when a line goes through all points; infinite when no factor will do
/// @param line   empty where there is none, or where a vertical line needs less than any other
/// @param tight  the boxes that allow no less
record MinimalBarScaling(double factor, Optional<ExactLine> line, int[] tight) {
    private static final int MAX_EXCHANGES = 1000;
    private static final double RELATIVE_ROUNDING = 1e-13;
    private static final double MIN_FACTOR = 1e-26;
    /// Factors that differ by no more are one.
    private static final double EQUAL_FACTOR_TOLERANCE = 1e-9;

    /// y = slope · x + intercept, to about 32 digits.
    record ExactLine(DD slope, DD intercept) {
        /// With x and y exchanged; empty for a level line.
        Optional<ExactLine> exchanged() {
            return slope.hi() == 0
                    ? Optional.empty()
                    : Optional.of(new ExactLine(
                            slope.reciprocal(), intercept.divide(slope).negate()));
        }

        /// How far the line lies above a point.
        double above(double x, double y) {
            return slope.multiply(x).add(intercept).subtract(y).hi();
        }
    }

    private record Candidate(DD slope, DD intercept, DD factor) {}

    /// Steep lines are looked for with x and y exchanged: where bars in x decide, the least may be at the vertical,
    /// which no slope is.
    static MinimalBarScaling of(BarBoxes boxes, Progress progress) {
        MinimalBarScaling flat = search(boxes, progress);
        if (flat.factor == 0 || !boxes.hasXBars()) {
            return flat;
        }
        MinimalBarScaling steep = search(boxes.exchanged(), progress);
        return steep.factor < flat.factor * (1 - EQUAL_FACTOR_TOLERANCE)
                ? new MinimalBarScaling(steep.factor, steep.line.flatMap(ExactLine::exchanged), steep.tight)
                : flat;
    }

    private static MinimalBarScaling search(BarBoxes boxes, Progress progress) {
        if (boxes.size() == 1) {
            return new MinimalBarScaling(0, Optional.of(new ExactLine(DD.ZERO, DD.of(boxes.y()[0]))), new int[] {0});
        }
        int[] active = {0, boxes.size() - 1};
        double reached = -1;
        Optional<MinimalBarScaling> found = Optional.empty();
        for (int exchange = 0; exchange < MAX_EXCHANGES; exchange++) {
            progress.reached(Double.NaN);
            Optional<Candidate> best = least(boxes, active);
            if (best.isEmpty()) {
                return new MinimalBarScaling(
                        Double.POSITIVE_INFINITY, Optional.empty(), deciding(boxes, active, Double.POSITIVE_INFINITY));
            }
            var line = new ExactLine(best.get().slope, best.get().intercept);
            double factor = best.get().factor.hi();
            int farthest = farthest(boxes, line, factor, active[0]);
            if (farthest < 0 || Arrays.stream(active).anyMatch(i -> i == farthest)) {
                return new MinimalBarScaling(factor, Optional.of(line), deciding(boxes, active, factor));
            }
            found = Optional.of(new MinimalBarScaling(factor, Optional.of(line), active));
            // While ties keep the factor from growing, nothing is dropped, so that no set comes twice.
            int[] kept = factor > reached * (1 + RELATIVE_ROUNDING) ? tight(boxes, line, factor, active) : active;
            reached = factor;
            active = with(kept, farthest);
        }
        // Only rounding goes on: what is left of the way is below what a number of twice the digits tells.
        return found.orElseThrow();
    }

    private static int[] with(int[] some, int more) {
        int[] all = Arrays.copyOf(some, some.length + 1);
        all[some.length] = more;
        return all;
    }

    private static int[] tight(BarBoxes boxes, ExactLine line, double factor, int[] active) {
        return Arrays.stream(active)
                .filter(i -> {
                    double above = line.above(boxes.x()[i], boxes.y()[i]);
                    return boxes.isPoint(i)
                            || boxes.factor(i, above, line.slope.hi()) >= factor * (1 - EQUAL_FACTOR_TOLERANCE);
                })
                .toArray();
    }

    /// Of the boxes that were exchanged, two or three that alone need the factor.
    private static int[] deciding(BarBoxes boxes, int[] active, double factor) {
        int n = active.length;
        for (int a = 0; a < n; a++) {
            for (int b = a + 1; b < n; b++) {
                if (needs(boxes, factor, active[a], active[b])) {
                    return new int[] {active[a], active[b]};
                }
            }
        }
        for (int a = 0; a < n; a++) {
            for (int b = a + 1; b < n; b++) {
                for (int c = b + 1; c < n; c++) {
                    if (needs(boxes, factor, active[a], active[b], active[c])) {
                        return new int[] {active[a], active[b], active[c]};
                    }
                }
            }
        }
        return active;
    }

    private static boolean needs(BarBoxes boxes, double factor, int... some) {
        Optional<Candidate> least = least(boxes, some);
        return (least.isEmpty() || least.get().factor.hi() >= factor * (1 - EQUAL_FACTOR_TOLERANCE))
                && upright(boxes, some) >= factor * (1 - EQUAL_FACTOR_TOLERANCE);
    }

    /// The least factor of some boxes for lines that are ever steeper: that of a vertical one, but of two without
    /// bars in x at one x their distance in y.
    private static double upright(BarBoxes boxes, int... some) {
        double factor = 0;
        for (int a : some) {
            for (int b : some) {
                double apart = boxes.x()[b] - boxes.x()[a];
                double half = boxes.right()[a] + boxes.left()[b];
                if (apart > 0) {
                    factor = Math.max(factor, apart / half);
                } else if (apart == 0 && half == 0 && boxes.y()[b] > boxes.y()[a]) {
                    factor = Math.max(factor, (boxes.y()[b] - boxes.y()[a]) / (boxes.up()[a] + boxes.down()[b]));
                }
            }
        }
        return factor;
    }

    /// The box that needs the greatest factor, if that is more than this one; measured from a point near the line,
    /// so that no digits are lost far from the origin.
    private static int farthest(BarBoxes boxes, ExactLine line, double reached, int from) {
        double x0 = boxes.x()[from];
        double y0 = boxes.y()[from];
        double above0 = line.above(x0, y0);
        double slope = line.slope.hi();
        double[] x = boxes.x();
        double[] y = boxes.y();
        double most = reached * (1 + RELATIVE_ROUNDING);
        int farthest = -1;
        for (int i = 0; i < x.length; i++) {
            double factor = boxes.factor(i, slope * (x[i] - x0) - (y[i] - y0) + above0, slope);
            if (factor > most && (factor < Double.POSITIVE_INFINITY || !meets(line, x[i], y[i]))) {
                most = factor;
                farthest = i;
            }
        }
        return farthest;
    }

    /// Whether the line goes through a point, to the last digits.
    private static boolean meets(ExactLine line, double x, double y) {
        return Math.abs(line.above(x, y))
                <= MIN_FACTOR * (Math.abs(line.slope.hi() * x) + Math.abs(y) + Math.abs(line.intercept.hi()));
    }

    /// The least factor of a few boxes: the least of all vertices that leave none of them out.
    private static Optional<Candidate> least(BarBoxes boxes, int[] active) {
        var search = new Search(boxes, active);
        int n = active.length;
        for (int a = 0; a < n; a++) {
            for (int b = a + 1; b < n; b++) {
                search.pair(active[a], active[b]);
                for (int c = b + 1; c < n; c++) {
                    search.triple(active[a], active[b], active[c]);
                }
            }
        }
        return Optional.ofNullable(search.best);
    }

    private static final class Search {
        private final BarBoxes boxes;
        private final int[] active;
        private @Nullable Candidate best;

        Search(BarBoxes boxes, int[] active) {
            this.boxes = boxes;
            this.active = active;
        }

        /// A line through both points, and the two level lines midway between their ends.
        void pair(int a, int b) {
            DD dx = DD.ofDifference(boxes.x()[b], boxes.x()[a]);
            DD dy = DD.ofDifference(boxes.y()[b], boxes.y()[a]);
            if (dx.hi() != 0) {
                DD slope = dy.divide(dx);
                offer(slope, DD.of(boxes.y()[a]).subtract(slope.multiply(boxes.x()[a])), DD.ZERO);
            }
            int low = dy.hi() >= 0 ? a : b;
            int high = dy.hi() >= 0 ? b : a;
            DD halves = DD.ofSum(boxes.up()[low], boxes.down()[high]);
            if (halves.hi() > 0) {
                DD factor = dy.abs().divide(halves);
                offer(DD.ZERO, factor.multiply(boxes.up()[low]).add(boxes.y()[low]), factor);
            } else if (dy.hi() == 0) {
                offer(DD.ZERO, DD.of(boxes.y()[a]), DD.ZERO);
            }
        }

        /// With each of the three boxes below (s = 1) or above the line, just touched: s (m x + c − y) = k (e + m
        /// d). Without c and k it is a quadratic equation for m; without bars in x a linear one.
        void triple(int a, int b, int c) {
            for (int signs = 0; signs < 8; signs++) {
                int sa = (signs & 1) == 0 ? 1 : -1;
                int sb = (signs & 2) == 0 ? 1 : -1;
                int sc = (signs & 4) == 0 ? 1 : -1;
                if (sa == sb && sb == sc) {
                    continue;
                }
                DD a2 = DD.ofDifference(boxes.x()[b], boxes.x()[a]);
                DD b2 = DD.ofDifference(boxes.y()[b], boxes.y()[a]);
                DD e2 = DD.ofDifference(sb * e(b, sb), sa * e(a, sa));
                DD d2 = DD.ofDifference(sb * d(b, sb), sa * d(a, sa));
                DD a3 = DD.ofDifference(boxes.x()[c], boxes.x()[a]);
                DD b3 = DD.ofDifference(boxes.y()[c], boxes.y()[a]);
                DD e3 = DD.ofDifference(sc * e(c, sc), sa * e(a, sa));
                DD d3 = DD.ofDifference(sc * d(c, sc), sa * d(a, sa));
                DD square = a2.multiply(d3).subtract(a3.multiply(d2));
                DD linear = a2.multiply(e3)
                        .subtract(b2.multiply(d3))
                        .subtract(a3.multiply(e2))
                        .add(b3.multiply(d2));
                DD constant = b3.multiply(e2).subtract(b2.multiply(e3));
                for (DD slope : roots(square, linear, constant)) {
                    DD below2 = e2.add(slope.multiply(d2));
                    DD below3 = e3.add(slope.multiply(d3));
                    boolean second = Math.abs(below2.hi()) >= Math.abs(below3.hi());
                    DD divisor = second ? below2 : below3;
                    if (divisor.hi() != 0) {
                        DD factor = (second
                                        ? slope.multiply(a2).subtract(b2)
                                        : slope.multiply(a3).subtract(b3))
                                .divide(divisor);
                        DD intercept = DD.of(boxes.y()[a])
                                .subtract(slope.multiply(boxes.x()[a]))
                                .add(factor.multiply(sa)
                                        .multiply(DD.of(e(a, sa)).add(slope.multiply(d(a, sa)))));
                        offer(slope, intercept, factor);
                    }
                }
            }
        }

        private double e(int i, int side) {
            return side > 0 ? boxes.up()[i] : boxes.down()[i];
        }

        private double d(int i, int side) {
            return side > 0 ? boxes.left()[i] : boxes.right()[i];
        }

        private static DD[] roots(DD square, DD linear, DD constant) {
            if (square.hi() == 0) {
                return linear.hi() == 0
                        ? new DD[0]
                        : new DD[] {constant.negate().divide(linear)};
            }
            DD discriminant =
                    linear.multiply(linear).subtract(square.multiply(constant).multiply(4));
            if (discriminant.hi() < 0) {
                return new DD[0];
            }
            DD root = discriminant.sqrt();
            DD q = linear.add(linear.hi() >= 0 ? root : root.negate()).multiply(-0.5);
            return q.hi() == 0 ? new DD[] {DD.ZERO} : new DD[] {q.divide(square), constant.divide(q)};
        }

        private void offer(DD slope, DD intercept, DD factor) {
            if (!(slope.hi() >= 0)
                    || !(factor.hi() >= 0)
                    || !factor.isFinite()
                    || !intercept.isFinite()
                    || best != null && !(factor.hi() < best.factor.hi())) {
                return;
            }
            var line = new ExactLine(slope, intercept);
            for (int i : active) {
                double above = line.above(boxes.x()[i], boxes.y()[i]);
                double rounding = MIN_FACTOR
                        * (Math.abs(slope.hi() * boxes.x()[i]) + Math.abs(boxes.y()[i]) + Math.abs(intercept.hi()));
                if (Math.abs(above) > factor.hi() * boxes.reach(i, above, slope.hi()) * (1 + 1e-12) + rounding) {
                    return;
                }
            }
            best = new Candidate(slope, intercept, factor);
        }
    }
}
