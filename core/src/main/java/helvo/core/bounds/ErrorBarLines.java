package helvo.core.bounds;

import helvo.core.Progress;
import helvo.core.numeric.Range;
import helvo.core.points.Points;
import helvo.core.task.ForkedTask;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.Function;
import java.util.stream.IntStream;
import org.apache.commons.numbers.core.DD;
import org.jspecify.annotations.Nullable;

/// The straight lines that pass through the error bars of points.
///
/// A line y = m x + c passes through a bar when |m x + c − y| ≤ e + |m| d, for half lengths e in y and d in x; with
/// bars of unequal halves, when it meets the box that they span. Exact but for the last digits: a limit is where
/// the line turns on two bars' ends, found on the two convex hulls of those ends in O(n log n), in double-double
/// arithmetic.
///
/// @param bars        how many take part
/// @param without     rows of points that take no part: no bar, or one that is negative or not finite
/// @param steepest    the line of greatest slope through all bars; empty when none passes, or when slopes have no
///     limit
/// @param shallowest  the line of least slope
/// @param sides       all lines through all bars, those of slopes ≥ 0 first; empty when there is none
/// @param least       the least factor by which all bars must be multiplied for a line to exist, with that line
/// @param obstacles   rows of the fewest bars, up to three, without which a line would pass; none where one passes,
///     or more are needed
/// @param equalBar    the half length that all bars in y share, where there are none in x
/// @param upright     a vertical line passes through all bars, so that slopes have no limit
/// @param ends        the two lines between the ends of the outermost bars; empty where these stand at one x
public record ErrorBarLines(
        int bars,
        int[] without,
        Optional<Limit> steepest,
        Optional<Limit> shallowest,
        List<Side> sides,
        SmallestBars least,
        int[] obstacles,
        OptionalDouble equalBar,
        boolean upright,
        Optional<Ends> ends) {
    /// A factor found to exceed 1 by no more than the rounding of decimal fractions to doubles still means that a
    /// line exists.
    private static final double RELATIVE_ROUNDING = 0x1p-50;
    private static final int MAX_OBSTACLES = 3;
    /// So many bars are searched as they are.
    private static final int MAX_BARS_WITHOUT_HULL = 2_000;

    /// A line at the limit of those through all bars.
    ///
    /// @param rows of the two bars that it turns on; one where the same bar limits it above and below
    public record Limit(double slope, double intercept, int[] rows) {
        public double at(double x) {
            return Math.fma(slope, x, intercept);
        }
    }

    /// @param factor infinite when no factor would do
    /// @param line   at that factor; empty where there is none
    /// @param rows   of the bars that allow no less
    public record SmallestBars(double factor, Optional<Limit> line, int[] rows) {}

    /// Lines of slopes of one sign.
    ///
    /// @param falling whether slopes are below 0; the corridor is then that of mirrored points
    public record Side(boolean falling, FeasibleLines corridor) {}

    /// The lines of the ends method: from the bottom of the first bar to the top of the last, and from top to
    /// bottom.
    ///
    /// @param steepMisses   rows of bars that the steep one misses
    /// @param shallowMisses likewise
    public record Ends(Limit steep, Limit shallow, int[] steepMisses, int[] shallowMisses) {}

    /// @return empty where no point has a bar
    public static Optional<ErrorBarLines> of(Points points, Progress progress) {
        BarBoxes boxes = points.xBars().isNone() && points.yBars().isNone() ? null : BarBoxes.of(points);
        return boxes == null || boxes.size() == 0 ? Optional.empty() : Optional.of(of(points, boxes, progress));
    }

    private static ErrorBarLines of(Points points, BarBoxes boxes, Progress progress) {
        var sides = new ArrayList<Side>();
        Found found = leastOf(boxes, progress.part(0, 0.5));
        List<Optional<FeasibleLines>> corridors = bothWays(boxes, each -> FeasibleLines.of(each));
        corridors.getFirst().ifPresent(corridor -> sides.add(new Side(false, corridor)));
        corridors
                .getLast()
                .filter(corridor ->
                        corridor.endless() || corridor.steepest().slope().hi() > 0 || sides.isEmpty())
                .ifPresent(corridor -> sides.add(new Side(true, corridor)));
        progress.reached(0.8);
        boolean upright = sides.stream().anyMatch(side -> side.corridor().endless());
        if (sides.isEmpty() && found.best.line().isPresent() && touches(boxes, found)) {
            sides.add(new Side(found.falling, single(found)));
        }
        SmallestBars least = new SmallestBars(
                sides.isEmpty() || found.best.factor() <= 1 ? found.best.factor() : 1,
                found.best.line().map(line -> limit(line, boxes, found.best.tight(), found.falling)),
                rows(boxes, found.best.tight()));
        int[] obstacles = sides.isEmpty()
                ? obstacles(
                        boxes.size() <= MAX_BARS_WITHOUT_HULL
                                ? boxes
                                : boxes.only(ConvexLayers.outermost(boxes, MAX_OBSTACLES + 1)),
                        progress.part(0.8, 1))
                : new int[0];
        boolean bounded = !sides.isEmpty() && !upright;
        Optional<Limit> steepest = bounded
                ? Optional.of(
                        sides.getFirst().falling()
                                ? falling(boxes, sides.getFirst().corridor().shallowest())
                                : rising(boxes, sides.getFirst().corridor().steepest()))
                : Optional.empty();
        Optional<Limit> shallowest = bounded
                ? Optional.of(
                        sides.getLast().falling()
                                ? falling(boxes, sides.getLast().corridor().steepest())
                                : rising(boxes, sides.getLast().corridor().shallowest()))
                : Optional.empty();
        return new ErrorBarLines(
                boxes.size(),
                without(points, boxes),
                steepest,
                shallowest,
                List.copyOf(sides),
                least,
                obstacles,
                equalBar(boxes),
                upright,
                EndsMethod.of(boxes));
    }

    /// The better of the two signs of slope.
    private record Found(MinimalBarScaling best, boolean falling) {}

    private static Found leastOf(BarBoxes boxes, Progress progress) {
        List<MinimalBarScaling> both = bothWays(boxes, each -> MinimalBarScaling.of(each, progress));
        return both.getLast().factor() < both.getFirst().factor()
                ? new Found(both.getLast(), true)
                : new Found(both.getFirst(), false);
    }

    /// For lines of slopes ≥ 0, and for those of slopes ≤ 0.
    private static <T> List<T> bothWays(BarBoxes boxes, Function<BarBoxes, T> of) {
        return ForkedTask.all(2, way -> of.apply(way == 0 ? boxes : boxes.mirrored()));
    }

    /// Whether the bars miss a common line by no more than the rounding of their numbers.
    private static boolean touches(BarBoxes boxes, Found found) {
        double factor = found.best.factor();
        MinimalBarScaling.ExactLine line = found.best.line().orElseThrow();
        double allowed = 0;
        for (int i : found.best.tight()) {
            double half = Math.min(boxes.up()[i], boxes.down()[i])
                    + Math.abs(line.slope().hi()) * Math.min(boxes.left()[i], boxes.right()[i]);
            double size = Math.abs(boxes.y()[i]) + Math.abs(line.slope().hi() * boxes.x()[i]);
            allowed = half == 0 ? allowed : Math.max(allowed, RELATIVE_ROUNDING * size / half);
        }
        return factor - 1 <= allowed + RELATIVE_ROUNDING;
    }

    private static FeasibleLines single(Found found) {
        MinimalBarScaling.ExactLine line = found.best.line().orElseThrow();
        int[] tight = found.best.tight();
        return new FeasibleLines(
                List.of(new FeasibleLines.Corner(
                        line.slope(), line.intercept(), line.intercept(), tight[0], tight[tight.length - 1])),
                false);
    }

    private static Limit rising(BarBoxes boxes, FeasibleLines.Corner corner) {
        return new Limit(
                corner.slope().hi(), corner.middle().hi(), rows(boxes, new int[] {corner.top(), corner.bottom()}));
    }

    private static Limit falling(BarBoxes boxes, FeasibleLines.Corner corner) {
        return new Limit(
                0 - corner.slope().hi(), corner.middle().hi(), rows(boxes, new int[] {corner.top(), corner.bottom()}));
    }

    private static Limit limit(MinimalBarScaling.ExactLine line, BarBoxes boxes, int[] tight, boolean falling) {
        return new Limit(
                falling ? 0 - line.slope().hi() : line.slope().hi(),
                line.intercept().hi(),
                rows(boxes, tight));
    }

    private static int[] rows(BarBoxes boxes, int[] places) {
        return Arrays.stream(places).map(boxes::row).sorted().distinct().toArray();
    }

    private static int[] without(Points points, BarBoxes boxes) {
        boolean[] in = new boolean[points.size()];
        Arrays.stream(boxes.at()).forEach(i -> in[i] = true);
        return IntStream.range(0, in.length)
                .filter(i -> !in[i])
                .map(i -> points.rows()[i])
                .toArray();
    }

    private static OptionalDouble equalBar(BarBoxes boxes) {
        double first = boxes.up()[0];
        boolean equal = !boxes.hasXBars()
                && IntStream.range(0, boxes.size()).allMatch(i -> boxes.up()[i] == first && boxes.down()[i] == first);
        return equal ? OptionalDouble.of(first) : OptionalDouble.empty();
    }

    /// The fewest bars to leave out. Of bars that allow no common line at least one must go; so those of the
    /// tightest set are tried one by one, and within each what is then tightest.
    private static int[] obstacles(BarBoxes boxes, Progress progress) {
        for (int most = 1; most <= MAX_OBSTACLES; most++) {
            var search = new Obstacles(boxes, progress);
            search.leaveOut(new int[0], most);
            if (search.best != null) {
                return rows(boxes, search.best);
            }
        }
        return new int[0];
    }

    private static final class Obstacles {
        private final BarBoxes boxes;
        private final Progress progress;
        private int @Nullable [] best;
        private double bestFactor = Double.POSITIVE_INFINITY;

        Obstacles(BarBoxes boxes, Progress progress) {
            this.boxes = boxes;
            this.progress = progress;
        }

        void leaveOut(int[] out, int more) {
            int[] kept = IntStream.range(0, boxes.size())
                    .filter(i -> Arrays.stream(out).noneMatch(o -> o == i))
                    .toArray();
            BarBoxes left = boxes.without(out);
            if (left.size() == 0) {
                return;
            }
            MinimalBarScaling rising = MinimalBarScaling.of(left, progress);
            MinimalBarScaling falling = MinimalBarScaling.of(left.mirrored(), progress);
            double factor = Math.min(rising.factor(), falling.factor());
            if (factor <= 1 + RELATIVE_ROUNDING) {
                if (factor < bestFactor) {
                    bestFactor = factor;
                    best = out;
                }
            } else if (more > 0) {
                // A set must allow neither rising nor falling lines: one of each tightest set must go.
                IntStream.concat(Arrays.stream(rising.tight()), Arrays.stream(falling.tight()))
                        .map(i -> kept[i])
                        .distinct()
                        .forEach(i -> {
                            int[] next = Arrays.copyOf(out, out.length + 1);
                            next[out.length] = i;
                            leaveOut(next, more - 1);
                        });
            }
        }
    }

    /// Whether some line passes through all bars.
    public boolean exist() {
        return !sides.isEmpty();
    }

    /// The middle of the slopes' range; empty without limits.
    public OptionalDouble slope() {
        return steepest.isEmpty()
                ? OptionalDouble.empty()
                : OptionalDouble.of(
                        steepest.get().slope() / 2 + shallowest.orElseThrow().slope() / 2);
    }

    public OptionalDouble slopeHalfRange() {
        return steepest.isEmpty()
                ? OptionalDouble.empty()
                : OptionalDouble.of(
                        steepest.get().slope() / 2 - shallowest.orElseThrow().slope() / 2);
    }

    /// The least and greatest y of all these lines at an x; empty where none passes or there is no limit.
    public Optional<Range> corridor(double x) {
        if (sides.isEmpty() || upright) {
            return Optional.empty();
        }
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        for (Side side : sides) {
            double at = side.falling() ? -x : x;
            low = Math.min(low, side.corridor().lowest(at));
            high = Math.max(high, side.corridor().highest(at));
        }
        return Double.isFinite(low) && Double.isFinite(high) ? Optional.of(new Range(low, high)) : Optional.empty();
    }

    public Optional<Range> intercepts() {
        return corridor(0);
    }

    /// The slopes of the lines through the origin among them; empty when the origin is outside.
    public Optional<Range> proportional() {
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        for (Side side : sides) {
            for (double slope : throughOrigin(side.corridor())) {
                double signed = side.falling() ? 0 - slope : slope;
                low = Math.min(low, signed);
                high = Math.max(high, signed);
            }
        }
        return low <= high ? Optional.of(new Range(low, high)) : Optional.empty();
    }

    /// The least and greatest slope at which an intercept of 0 lies between both sides of the region, none or two.
    private static double[] throughOrigin(FeasibleLines corridor) {
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        List<FeasibleLines.Corner> corners = corridor.corners();
        for (int i = 0; i < corners.size(); i++) {
            FeasibleLines.Corner here = corners.get(i);
            if (here.upper().hi() >= 0 && here.lower().hi() <= 0) {
                low = Math.min(low, here.slope().hi());
                high = Math.max(high, here.slope().hi());
            }
            if (i > 0) {
                FeasibleLines.Corner before = corners.get(i - 1);
                double[] crossed = {
                    crossing(before.slope(), before.upper(), here.slope(), here.upper()),
                    crossing(before.slope(), before.lower(), here.slope(), here.lower())
                };
                for (int side = 0; side < 2; side++) {
                    double slope = crossed[side];
                    if (!Double.isNaN(slope) && inside(before, here, slope, side == 0)) {
                        low = Math.min(low, slope);
                        high = Math.max(high, slope);
                    }
                }
            }
        }
        return low <= high ? new double[] {low, high} : new double[0];
    }

    /// Where an edge of the region meets intercept 0; NaN where it does not.
    private static double crossing(DD slopeA, DD a, DD slopeB, DD b) {
        return a.hi() < 0 && b.hi() > 0 || a.hi() > 0 && b.hi() < 0
                ? slopeA.add(slopeB.subtract(slopeA).multiply(a).divide(a.subtract(b)))
                        .hi()
                : Double.NaN;
    }

    /// Whether the other edge leaves intercept 0 inside at this slope.
    private static boolean inside(FeasibleLines.Corner a, FeasibleLines.Corner b, double slope, boolean onUpper) {
        double width = b.slope().subtract(a.slope()).hi();
        double t = width > 0 ? (slope - a.slope().hi()) / width : 0;
        DD from = onUpper ? a.lower() : a.upper();
        DD to = onUpper ? b.lower() : b.upper();
        double other = from.hi() + t * (to.hi() - from.hi());
        return onUpper ? other <= 0 : other >= 0;
    }
}
