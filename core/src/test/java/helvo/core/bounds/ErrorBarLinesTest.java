package helvo.core.bounds;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.Line;
import helvo.core.fit.Polynomial;
import helvo.core.numeric.Range;
import helvo.core.numeric.RisingOrder;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;
import java.util.Arrays;
import java.util.Random;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class ErrorBarLinesTest {
    private static final double EXACT = 1e-12;

    private static Points points(double[] x, double[] y, double[] d, double[] e) {
        int[] rows = IntStream.range(0, x.length).toArray();
        return new Points(x, y, rows, d == null ? ErrorBars.NONE : ErrorBars.even(d), ErrorBars.even(e));
    }

    private static ErrorBarLines bounds(double[] x, double[] y, double[] d, double[] e) {
        return ErrorBarLines.of(points(x, y, d, e), Progress.none()).orElseThrow();
    }

    private static double[] same(int n, double value) {
        double[] all = new double[n];
        Arrays.fill(all, value);
        return all;
    }

    /// Sets of 2 to 9 points: rising, falling and level; a few x repeated; bars that are too small, hardly enough
    /// and ample, some longer one way than the other; one in three sets far from the origin.
    private record Sample(double[] x, double[] y, double[][] inX, double[][] inY) {
        static Sample of(Random random, boolean inX) {
            int n = 2 + random.nextInt(8);
            double far = random.nextInt(3) == 0 ? 1e6 : 0;
            double slope = random.nextInt(4) == 0 ? 0 : random.nextGaussian() * 2;
            double spread = Math.pow(10, -2 * random.nextDouble());
            boolean even = random.nextBoolean();
            double[] x = new double[n];
            double[] y = new double[n];
            double[][] west = new double[2][n];
            double[][] south = new double[2][n];
            for (int i = 0; i < n; i++) {
                x[i] = far + random.nextInt(12);
                y[i] = 3 + slope * (x[i] - far) + spread * random.nextGaussian();
                boolean none = random.nextInt(20) == 0;
                for (int side = 0; side < 2; side++) {
                    west[side][i] = inX ? 0.3 * random.nextDouble() : 0;
                    south[side][i] = none ? 0 : spread * (0.3 + 2 * random.nextDouble());
                }
                west[1][i] = even ? west[0][i] : west[1][i];
                south[1][i] = even ? south[0][i] : south[1][i];
            }
            return new Sample(x, y, west, south);
        }

        Points points() {
            boolean none = Arrays.stream(inX).flatMapToDouble(Arrays::stream).allMatch(each -> each == 0);
            return new Points(
                    x,
                    y,
                    IntStream.range(0, x.length).toArray(),
                    none ? ErrorBars.NONE : new ErrorBars(inX[0], inX[1]),
                    new ErrorBars(inY[0], inY[1]));
        }

        /// @param out places of points left out
        ExactBounds exact(double factor, int... out) {
            return new ExactBounds(
                    without(x, out),
                    without(y, out),
                    without(inX[0], out),
                    without(inX[1], out),
                    without(inY[0], out),
                    without(inY[1], out),
                    factor);
        }

        private static double[] without(double[] values, int... out) {
            return IntStream.range(0, values.length)
                    .filter(i -> Arrays.stream(out).noneMatch(o -> o == i))
                    .mapToDouble(i -> values[i])
                    .toArray();
        }
    }

    @ParameterizedTest
    @ValueSource(booleans = {false, true})
    void agreesWithTryingEveryLine(boolean inX) {
        agreesWithTryingEveryLine(inX, 8, 40);
    }

    @Tag("thorough")
    @ParameterizedTest
    @ValueSource(booleans = {false, true})
    void agreesWithTryingEveryLineManyTimes(boolean inX) {
        agreesWithTryingEveryLine(inX, 7, 600);
    }

    /// Against every line on two corners, without rounding.
    private static void agreesWithTryingEveryLine(boolean inX, long seed, int sets) {
        var random = new Random(seed);
        int exist = 0;
        int none = 0;
        for (int k = 0; k < sets; k++) {
            Sample set = Sample.of(random, inX);
            ExactBounds exact = set.exact(1);
            ErrorBarLines found =
                    ErrorBarLines.of(set.points(), Progress.none()).orElseThrow();
            String as = "set " + k + ": " + Arrays.toString(set.x) + Arrays.toString(set.y)
                    + Arrays.deepToString(set.inX) + Arrays.deepToString(set.inY);
            assertThat(found.upright())
                    .as(as)
                    .isEqualTo(exact.upright() && exact.slopes().isPresent());
            if (exact.upright()) {
                continue;
            }
            assertThat(found.exist()).as(as).isEqualTo(exact.slopes().isPresent());
            assertThat(found.exist()).isEqualTo(found.least().factor() <= 1);
            if (exact.slopes().isPresent()) {
                exist++;
                agree(found, exact, set, as);
            } else {
                none++;
                if (none % 4 == 0) {
                    assertFewest(found.obstacles(), set, as);
                }
            }
            agreeOnTheLeast(found, set, as);
        }
        assertThat(exist).isGreaterThan(sets * 2 / 15);
        assertThat(none).isGreaterThan(sets * 2 / 15);
    }

    /// Two bars at one x, apart, decide alone.
    @Test
    void twoBarsAtOneXDecide() {
        double[] x = {0, 1, 2, 3, 3, 4};
        double[] y = {0, 1.1, 2, 2, 4.2, 4};
        assertThat(bounds(x, y, null, same(6, 0.5)).least().rows()).containsExactly(3, 4);
        assertThat(bounds(x, y, null, same(6, 0.5)).least().factor()).isCloseTo(2.2, within(EXACT));
        ErrorBarLines sideways = bounds(x, y, same(6, 0.01), same(6, 0.5));
        assertThat(sideways.least().factor()).isLessThan(2.2);
        assertThat(sideways.least().rows()).contains(3, 4);
        assertThat(sideways.least().rows().length)
                .as("a steep line would pass through these two")
                .isGreaterThan(2);
    }

    /// Bars in x that lack little, in a column of points far apart: a vertical line needs the least.
    @Test
    void theLeastFactorMayBeThatOfAVerticalLine() {
        ErrorBarLines column = bounds(new double[] {0, 0.5, 0}, new double[] {0, 50, 100}, same(3, 0.2), same(3, 1));
        assertThat(column.exist()).isFalse();
        assertThat(column.least().factor()).isCloseTo(0.5 / 0.4, within(EXACT));
        assertThat(column.least().line()).isEmpty();
        assertThat(column.least().rows()).contains(1);
        assertThat(column.obstacles()).hasSize(1);
    }

    private static void agree(ErrorBarLines found, ExactBounds exact, Sample set, String as) {
        ExactBounds.Slope[] slopes = exact.slopes().orElseThrow();
        agree(found.shallowest().orElseThrow(), slopes[0], exact);
        agree(found.steepest().orElseThrow(), slopes[1], exact);
        close(found.slope().orElseThrow(), (slopes[0].value() + slopes[1].value()) / 2, 1e-3, as);
        close(
                found.slopeHalfRange().orElseThrow(),
                (slopes[1].value() - slopes[0].value()) / 2,
                1e-3 + Math.abs(slopes[1].value()),
                as);
        for (double x : new double[] {set.x[0], set.x[0] - 2.5, set.x[0] + 20}) {
            double[] corridor = exact.corridor(x);
            close(found.corridor(x).orElseThrow().low(), corridor[0], 1, as);
            close(found.corridor(x).orElseThrow().high(), corridor[1], 1, as);
        }
        assertThat(found.proportional().isPresent())
                .as(as)
                .isEqualTo(exact.proportional().isPresent());
        exact.proportional().ifPresent(range -> {
            close(found.proportional().orElseThrow().low(), range[0].value(), 1e-3, as);
            close(found.proportional().orElseThrow().high(), range[1].value(), 1e-3, as);
        });
    }

    private static void close(double found, double expected, double size, String as) {
        assertThat(found).as(as).isCloseTo(expected, within(EXACT * Math.max(Math.abs(expected), size)));
    }

    private static void agree(ErrorBarLines.Limit limit, ExactBounds.Slope slope, ExactBounds exact) {
        close(limit.slope(), slope.value(), 1e-3, "slope");
        close(limit.intercept(), exact.intercept(slope), 1, "intercept");
    }

    /// Without the bars named a line passes, and without fewer none does; where none are named, three do not
    /// suffice.
    private static void assertFewest(int[] obstacles, Sample set, String as) {
        int n = set.x.length;
        int fewest = IntStream.range(1, (1 << n) - 1)
                .filter(out -> Integer.bitCount(out) <= 3)
                .filter(out -> set.exact(
                                1,
                                IntStream.range(0, n)
                                        .filter(i -> (out >> i & 1) == 1)
                                        .toArray())
                        .slopes()
                        .isPresent())
                .map(Integer::bitCount)
                .min()
                .orElse(0);
        assertThat(obstacles).as(as).hasSize(fewest);
        assertThat(fewest == 0 || set.exact(1, obstacles).slopes().isPresent())
                .as(as)
                .isTrue();
    }

    private static void agreeOnTheLeast(ErrorBarLines found, Sample set, String as) {
        double factor = found.least().factor();
        if (Double.isInfinite(factor)) {
            assertThat(set.exact(1e9).slopes()).as(as).isEmpty();
        } else if (found.least().line().isPresent()) {
            assertThat(set.exact(factor * (1 + EXACT) + 1e-14).slopes()).as(as).isPresent();
            assertThat(factor < 1e-9 || set.exact(factor * (1 - EXACT)).slopes().isEmpty())
                    .as(as)
                    .isTrue();
            ErrorBarLines.Limit line = found.least().line().get();
            for (int i = 0; i < set.x.length; i++) {
                double above = line.at(set.x[i]) - set.y[i];
                int eastOrWest = above > 0 == line.slope() >= 0 ? 0 : 1;
                double half = set.inY[above > 0 ? 1 : 0][i] + Math.abs(line.slope()) * set.inX[eastOrWest][i];
                assertThat(Math.abs(above))
                        .as(as)
                        .isLessThanOrEqualTo(factor * half + 1e-9 * (1 + Math.abs(line.intercept())));
            }
        }
    }

    /// Many points, of which most are left out before hulls are made: the same as the hulls of all, found by
    /// feasibility alone. The steepest line passes all bars, and one steeper by 1e-9 none of its two can do.
    @ParameterizedTest
    @ValueSource(ints = {5_000, 60_000})
    void manyPointsLoseNoCorner(int n) {
        var random = new Random(n);
        double[] x = random.doubles(n, -5, 5).toArray();
        double[] y = Arrays.stream(x)
                .map(v -> 100 + v * v / 8 - 2 * v + random.nextGaussian() / 10)
                .toArray();
        double[] e = random.doubles(n, 3.4, 3.6).toArray();
        ErrorBarLines found = bounds(x, y, null, e);
        for (ErrorBarLines.Limit limit : new ErrorBarLines.Limit[] {
            found.steepest().orElseThrow(), found.shallowest().orElseThrow()
        }) {
            assertThat(IntStream.range(0, n)
                            .mapToDouble(i -> Math.abs(limit.at(x[i]) - y[i]) - e[i])
                            .max()
                            .orElseThrow())
                    .isLessThan(1e-11);
        }
        double beyond = found.steepest().get().slope() + 1e-9;
        double low = IntStream.range(0, n)
                .mapToDouble(i -> y[i] - e[i] - beyond * x[i])
                .max()
                .orElseThrow();
        double high = IntStream.range(0, n)
                .mapToDouble(i -> y[i] + e[i] - beyond * x[i])
                .min()
                .orElseThrow();
        assertThat(low).isGreaterThan(high);
    }

    /// Bars that just touch in decimal fractions, which doubles miss by a rounding: a line exists, and it is the
    /// only one.
    @Test
    void barsThatJustTouchAllowOneLine() {
        ErrorBarLines touching = bounds(new double[] {0, 1, 2}, new double[] {1.1, 1.3, 1.1}, null, same(3, 0.1));
        assertThat(touching.exist()).isTrue();
        assertThat(touching.steepest().orElseThrow().slope()).isCloseTo(0, within(1e-15));
        assertThat(touching.steepest().orElseThrow().intercept()).isCloseTo(1.2, within(1e-15));
        assertThat(touching.least().factor()).isCloseTo(1, within(1e-15));
        assertThat(bounds(new double[] {0, 1, 2}, new double[] {1.1, 1.3 + 1e-12, 1.1}, null, same(3, 0.1))
                        .exist())
                .isFalse();
    }

    /// Two points with bars: the limits join opposite ends, each line turns on both, and the ends method is exact.
    @Test
    void twoPoints() {
        ErrorBarLines two = bounds(new double[] {1, 3}, new double[] {2, 8}, null, new double[] {0.5, 1});
        assertThat(two.steepest().orElseThrow().slope()).isEqualTo((9 - 1.5) / 2);
        assertThat(two.shallowest().orElseThrow().slope()).isEqualTo((7 - 2.5) / 2);
        assertThat(two.steepest().orElseThrow().rows()).containsExactly(0, 1);
        assertThat(two.least().factor()).isZero();
        assertThat(two.ends().orElseThrow().steep().slope())
                .isEqualTo(two.steepest().get().slope());
        assertThat(two.ends().orElseThrow().steepMisses()).isEmpty();
        assertThat(two.corridor(2).orElseThrow().low()).isCloseTo(4.25, within(1e-15));
        assertThat(two.corridor(2).orElseThrow().high()).isCloseTo(5.75, within(1e-15));
    }

    /// The same with x the other way: lines that fall.
    @Test
    void twoPointsOfAFallingLine() {
        ErrorBarLines two = bounds(new double[] {3, 1}, new double[] {2, 8}, null, new double[] {0.5, 1});
        assertThat(two.shallowest().orElseThrow().slope()).isEqualTo((1.5 - 9) / 2);
        assertThat(two.steepest().orElseThrow().slope()).isEqualTo((2.5 - 7) / 2);
        assertThat(two.shallowest().orElseThrow().intercept()).isEqualTo(9 + 3.75);
        assertThat(two.shallowest().orElseThrow().rows()).containsExactly(0, 1);
        assertThat(two.ends().orElseThrow().steep().slope()).isEqualTo((2.5 - 7) / 2);
        assertThat(two.ends().orElseThrow().shallow().slope()).isEqualTo((1.5 - 9) / 2);
        assertThat(two.ends().orElseThrow().shallow().intercept()).isEqualTo(12.75);
        assertThat(two.ends().orElseThrow().shallow().rows()).containsExactly(1, 0);
        assertThat(two.slope().orElseThrow()).isEqualTo(-3);
        assertThat(two.slopeHalfRange().orElseThrow()).isEqualTo(0.75);
        assertThat(two.corridor(2).orElseThrow().low()).isCloseTo(4.25, within(1e-15));
        assertThat(two.least().line().orElseThrow().slope()).isEqualTo(-3);
        assertThat(two.proportional()).isEmpty();
        assertThat(two.equalBar()).isEmpty();
    }

    /// Whether all bars are of one length, which may then be told.
    @Test
    void theLengthThatAllBarsShare() {
        double[] x = {1, 2, 3};
        assertThat(bounds(x, x, null, same(3, 0.5)).equalBar()).hasValue(0.5);
        assertThat(bounds(x, x, null, new double[] {0.5, 0.5, 0.6}).equalBar()).isEmpty();
        assertThat(bounds(x, x, same(3, 0.1), same(3, 0.5)).equalBar()).isEmpty();
        Points uneven = new Points(x, x, new int[3], ErrorBars.NONE, new ErrorBars(same(3, 0.4), same(3, 0.5)));
        assertThat(ErrorBarLines.of(uneven, Progress.none()).orElseThrow().equalBar())
                .isEmpty();
    }

    /// Bars that just touch on a falling line allow that one, with its rows; a hair less, and none does.
    @Test
    void barsThatJustTouchOnAFallingLine() {
        double[] y = {1.1 + 0.3, 1.3, 1.1 - 0.3};
        ErrorBarLines touching = bounds(new double[] {0, 1, 2}, y, null, same(3, 0.1));
        assertThat(touching.exist()).isTrue();
        assertThat(touching.steepest().orElseThrow().slope()).isCloseTo(-0.3, within(1e-15));
        assertThat(touching.shallowest().orElseThrow().slope()).isCloseTo(-0.3, within(1e-15));
        assertThat(touching.corridor(1).orElseThrow().low()).isCloseTo(1.2, within(1e-15));
        ErrorBarLines apart =
                bounds(new double[] {0, 1, 2}, new double[] {y[0], y[1] + 1e-9, y[2]}, null, same(3, 0.1));
        assertThat(apart.exist()).isFalse();
        assertThat(apart.least().rows()).containsExactly(0, 1, 2);
        assertThat(apart.least().factor()).isCloseTo(1 + 0.5e-8, within(1e-12));
    }

    /// The ends method with bars in x of unequal halves: each line against each box, by hand.
    @Test
    void theEndsMethodMeetsBoxesOfUnequalHalves() {
        double[] x = {0, 2, 4};
        Points rising = new Points(
                x,
                new double[] {0, 5.4, 4},
                new int[] {7, 8, 9},
                new ErrorBars(new double[] {0, 0.1, 0}, new double[] {0, 2.2, 0}),
                new ErrorBars(new double[] {1, 0.3, 1}, new double[] {1, 9, 1}));
        // Steep: −1 + 1.5 x, at 2 it lies 3.4 below: 0.3 down and 1.5 · 2.2 to the right reach 3.6. Shallow: 1 +
        // 0.5 x lies as far below, and 0.3 + 0.5 · 2.2 do not reach.
        ErrorBarLines.Ends ends =
                ErrorBarLines.of(rising, Progress.none()).orElseThrow().ends().orElseThrow();
        assertThat(ends.steepMisses()).isEmpty();
        assertThat(ends.shallowMisses()).containsExactly(8);
        Points falling = new Points(
                new double[] {0, -2, -4},
                rising.y(),
                rising.rows(),
                new ErrorBars(rising.xBars().up(), rising.xBars().down()),
                rising.yBars());
        ErrorBarLines.Ends mirrored =
                ErrorBarLines.of(falling, Progress.none()).orElseThrow().ends().orElseThrow();
        assertThat(mirrored.shallow().slope()).isEqualTo(-1.5);
        assertThat(mirrored.shallowMisses()).isEmpty();
        assertThat(mirrored.steepMisses()).containsExactly(8);
    }

    @Test
    void aBarBetweenCanRefuteTheEndsMethod() {
        ErrorBarLines three = bounds(new double[] {0, 1, 2}, new double[] {0, 1, 2}, null, new double[] {1, 0.1, 1});
        assertThat(three.ends().orElseThrow().steep().slope()).isEqualTo(2);
        assertThat(three.ends().orElseThrow().steepMisses()).isEmpty();
        ErrorBarLines bent = bounds(new double[] {0, 0.5, 2}, new double[] {0, 0.6, 2}, null, new double[] {1, 0.2, 1});
        assertThat(bent.ends().orElseThrow().steepMisses()).containsExactly(1);
        assertThat(bent.steepest().orElseThrow().slope()).isLessThan(2);
    }

    /// y = 0, 0, 0, 5 with ± 1: without the last bar, or another, a line passes; two far ones need two to go.
    @Test
    void namesTheFewestBarsInTheWay() {
        ErrorBarLines one =
                bounds(new double[] {0, 1, 2, 3, 4, 5}, new double[] {0, 0.1, 5, 0.1, 0, 0.1}, null, same(6, 1));
        assertThat(one.exist()).isFalse();
        assertThat(one.obstacles()).containsExactly(2);
        ErrorBarLines two = bounds(
                new double[] {0, 1, 2, 3, 4, 5, 6, 7}, new double[] {0, 0.1, 5, 0.1, 0, -7, 0.2, 0}, null, same(8, 1));
        assertThat(two.obstacles()).containsExactly(2, 5);
        assertThat(bounds(
                                new double[] {0, 1, 2, 3, 4, 5, 6, 7, 8},
                                new double[] {0, 9, 0, 9, 0, 9, 0, 9, 0},
                                null,
                                same(9, 1))
                        .obstacles())
                .isEmpty();
    }

    /// Among very many bars too: three far ones, of which two hide behind no other.
    @Test
    void namesTheFewestAmongVeryMany() {
        int n = 200_000;
        double[] x = IntStream.range(0, n).mapToDouble(i -> i % 1000 + 1e-3 * i).toArray();
        double[] y =
                Arrays.stream(x).map(v -> 3 - 0.02 * v + 0.5 * Math.sin(40 * v)).toArray();
        y[123] += 30;
        y[124_123] += 40;
        y[77_000] -= 9;
        ErrorBarLines found = bounds(x, y, null, same(n, 1));
        assertThat(found.exist()).isFalse();
        assertThat(found.obstacles()).containsExactly(123, 77_000, 124_123);
        y[150_000] -= 9;
        assertThat(bounds(x, y, null, same(n, 1)).obstacles()).isEmpty();
    }

    /// Which lines pass is the same without the boxes beyond the outermost layers, whichever three are left out.
    @net.jqwik.api.Tag("thorough")
    @Property(tries = 60, seed = "26")
    void theOutermostLayersDecide(@ForAll long seed) {
        var random = new Random(seed);
        int n = 30;
        // Coarse values, so that many lie on one another and on common edges.
        double[] x = random.doubles(n, 0, 12).map(Math::rint).toArray();
        double[] y = IntStream.range(0, n)
                .mapToDouble(i -> Math.rint((seed % 3 - 1) * x[i] + 4 * random.nextGaussian()))
                .toArray();
        double[] d = seed % 2 == 0 ? random.doubles(n, 0, 2).toArray() : null;
        double[] e = random.doubles(n, 3, 9).map(Math::rint).toArray();
        BarBoxes all = BarBoxes.of(points(x, y, d, e));
        int[] outermost = ConvexLayers.outermost(all, 4);
        int[][] left = {
            {},
            {outermost[0]},
            {outermost[0], outermost[outermost.length - 1]},
            random.ints(3, 0, outermost.length)
                    .map(i -> outermost[i])
                    .distinct()
                    .toArray(),
            random.ints(3, 0, outermost.length)
                    .map(i -> outermost[i])
                    .distinct()
                    .toArray(),
            MinimalBarScaling.of(all, Progress.none()).tight(),
            MinimalBarScaling.of(all.mirrored(), Progress.none()).tight()
        };
        for (int[] out : left) {
            int[] kept = Arrays.stream(outermost)
                    .filter(i -> Arrays.stream(out).noneMatch(o -> o == i))
                    .toArray();
            assertThat(passes(all.only(kept)))
                    .as("without %s", Arrays.toString(out))
                    .isEqualTo(passes(all.without(out)));
        }
    }

    /// Points left out without sorting are corners of none of the first layers, as peeling all of them tells.
    @ParameterizedTest
    @CsvSource({"0, 1", "0, 4", "1.7e9, 4", "-3e5, 2"})
    void candidatesHoldTheFirstLayers(double from, int layers) {
        var random = new Random(layers);
        int n = 20_000;
        double[] x = random.doubles(n, 0, 5).map(v -> from + v).toArray();
        double[] y = Arrays.stream(x)
                .map(v -> 2 * (v - from) + random.nextGaussian())
                .toArray();
        int[] found = HullCandidates.upper(n, i -> x[i], i -> y[i], layers);
        assertThat(found).hasSizeLessThan(n / 4);
        double[] none = new double[n];
        int[] left = RisingOrder.of(x);
        for (int layer = 0; layer < layers; layer++) {
            int[] side = HullChain.upper(left, x, none, y, none);
            assertThat(found).as("layer %d", layer).contains(side);
            left = ConvexLayers.without(left, side);
        }
    }

    private static boolean passes(BarBoxes boxes) {
        return MinimalBarScaling.of(boxes, Progress.none()).factor() <= 1
                || MinimalBarScaling.of(boxes.mirrored(), Progress.none()).factor() <= 1;
    }

    @Test
    void theOriginAndTheLinesThroughIt() {
        ErrorBarLines with = bounds(new double[] {1, 2, 4}, new double[] {1, 2.1, 3.9}, null, same(3, 0.3));
        assertThat(with.intercepts().orElseThrow().low()).isNegative();
        assertThat(with.intercepts().orElseThrow().high()).isPositive();
        Range slopes = with.proportional().orElseThrow();
        assertThat(slopes.low()).isCloseTo(0.9, within(1e-15));
        assertThat(slopes.high()).isCloseTo(4.2 / 4, within(1e-15));
        assertThat(bounds(new double[] {1, 2, 4}, new double[] {3, 4.1, 5.9}, null, same(3, 0.3))
                        .proportional())
                .isEmpty();
    }

    /// Zero, missing, negative and infinite bars, one point, all x equal: a result or none, never a fault.
    @Test
    void barsThatAreNone() {
        ErrorBarLines some =
                bounds(new double[] {0, 1, 2, 3, 4, 5}, new double[] {0, 1, 9, 3, -7, 5}, null, new double[] {
                    .1, .1, Double.NaN, .1, -1, Double.POSITIVE_INFINITY
                });
        assertThat(some.bars()).isEqualTo(3);
        assertThat(some.without()).containsExactly(2, 4, 5);
        assertThat(some.exist()).isTrue();
        assertThat(ErrorBarLines.of(
                        points(new double[] {1, 2}, new double[] {1, 2}, null, same(2, Double.NaN)), Progress.none()))
                .isEmpty();
        assertThat(ErrorBarLines.of(Points.of(new double[] {1, 2}, new double[] {1, 2}), Progress.none()))
                .isEmpty();
        ErrorBarLines zero = bounds(new double[] {0, 1, 2}, new double[] {0, 1, 2}, null, same(3, 0));
        assertThat(zero.exist()).isTrue();
        assertThat(zero.steepest().orElseThrow().slope()).isEqualTo(1);
        ErrorBarLines bent = bounds(new double[] {0, 1, 2}, new double[] {0, 1, 3}, null, same(3, 0));
        assertThat(bent.exist()).isFalse();
        assertThat(bent.least().factor()).isInfinite();
        assertThat(bent.obstacles()).hasSize(1);
        ErrorBarLines one = bounds(new double[] {2}, new double[] {3}, null, same(1, 0.5));
        assertThat(one.exist()).isTrue();
        assertThat(one.upright()).isTrue();
        assertThat(one.corridor(0)).isEmpty();
        assertThat(bounds(same(3, 2), new double[] {1, 1.1, 1.2}, null, same(3, 0.5))
                        .upright())
                .isTrue();
        assertThat(bounds(same(3, 2), new double[] {1, 2, 9}, same(3, 0.1), same(3, 0.5))
                        .upright())
                .isTrue();
        assertThat(bounds(same(2, 2), new double[] {1, 9}, null, same(2, 0.5)).exist())
                .isFalse();
    }

    /// Far from the origin nothing is lost: bars of 1e-6 at x = 1.7e9 and y = 1e6.
    @Test
    void keepsItsDigitsFarFromTheOrigin() {
        double[] x = {1.7e9, 1.7e9 + 1, 1.7e9 + 2, 1.7e9 + 5};
        double[] y = {1e6, 1e6 + 0.25, 1e6 + 0.5, 1e6 + 1.25};
        double[] e = same(4, 0x1p-20);
        ErrorBarLines far = bounds(x, y, null, e);
        var exact = new ExactBounds(x, y, same(4, 0), e, 1).slopes().orElseThrow();
        assertThat(far.steepest().orElseThrow().slope()).isCloseTo(exact[1].value(), within(1e-15));
        assertThat(far.shallowest().orElseThrow().slope()).isCloseTo(exact[0].value(), within(1e-15));
        assertThat(far.corridor(1.7e9).orElseThrow().high() - 1e6).isLessThanOrEqualTo(0x1p-20);
    }

    /// A fitted line passes or misses; the factor that it needs is the largest distance in bars.
    @Test
    void aFittedLineAgainstTheBars() {
        Points points = points(new double[] {0, 1, 2, 3}, new double[] {0, 1.5, 1.5, 3}, null, same(4, 0.2));
        Fit fit = ((FitOutcome.Fitted) new Line().fit(points, Progress.none())).fit();
        BarCoverage passing = BarCoverage.of(fit, points, Progress.none()).orElseThrow();
        // a = 0.15, b = 0.9: residuals −0.15, 0.45, −0.45, 0.15
        assertThat(passing.missed()).containsExactly(1, 2);
        assertThat(passing.passes()).isEqualTo(2);
        assertThat(passing.factor()).isCloseTo(0.45 / 0.2, within(1e-12));
        assertThat(passing.worst()).isBetween(1, 2);
        assertThat(BarCoverage.of(fit, Points.of(points.x(), points.y()), Progress.none()))
                .isEmpty();
        assertThat(BarCoverage.of(fit, points(points.x(), points.y(), null, same(4, Double.NaN)), Progress.none()))
                .isEmpty();
        // A bar of 0 is missed whatever the factor; one in x reaches the line by its slope.
        BarCoverage none = BarCoverage.of(
                        fit, points(points.x(), points.y(), null, new double[] {0.2, 0, 0.2, 0.2}), Progress.none())
                .orElseThrow();
        assertThat(none.factor()).isInfinite();
        assertThat(none.worst()).isEqualTo(1);
        Points sideways = new Points(
                points.x(),
                points.y(),
                points.rows(),
                new ErrorBars(same(4, 0.1), new double[] {0.1, 1, 0.1, 1}),
                ErrorBars.NONE);
        BarCoverage along = BarCoverage.of(fit, sideways, Progress.none()).orElseThrow();
        // The line lies right of the points 1 and 3, where their bars are long, and left of 0 and 2, by 1/6 and
        // 0.5.
        assertThat(along.missed()).containsExactly(0, 2);
        assertThat(along.factor()).isCloseTo(5, within(1e-12));
    }

    /// y = x² against one bar about (2, y): where it is met follows from (2 ± d k)² = y ± e k.
    @ParameterizedTest
    @CsvSource(textBlock = """
            5,  0.1, 0,   2.3606797749978969641
            3,  0.1, 0,   2.6794919243112270647
            5,  0.1, 0.5, 1.0977222864644365
            3,  0.1, 0.5, 1.1251780630393893
            5,  0,   0.5, 2
            -1, 0.1, 0,   Infinity
            """)
    void aCurveAgainstBarsInXAndY(double y, double d, double e, double factor) {
        double[] x = {0, 1, 2, 3, 4};
        Fit square = ((FitOutcome.Fitted)
                        new Polynomial(2).fit(Points.of(x, new double[] {0, 1, 4, 9, 16}), Progress.none()))
                .fit();
        Points point = points(new double[] {2}, new double[] {y}, same(1, d), same(1, e));
        BarCoverage passing = BarCoverage.of(square, point, Progress.none()).orElseThrow();
        if (Double.isInfinite(factor)) {
            assertThat(passing.factor()).isInfinite();
        } else {
            assertThat(passing.factor()).isCloseTo(factor, within(1e-11));
        }
        assertThat(passing.missed()).containsExactly(0);
    }

    /// Chebyshev: |x| on [−1, 1] is x² + 1/8 to within 1/8; of points on a parabola nothing is left; x³ is 3x/4 to
    /// within 1/4.
    @ParameterizedTest
    @CsvSource({"ABS, 2, 0.125", "ABS, 3, 0.125", "CUBE, 2, 0.25", "CUBE, 1, 0.25", "CUBE, 3, 0", "T5, 4, 1"})
    void theLeastWorstPolynomial(String shape, int degree, double worst) {
        double[] x =
                IntStream.rangeClosed(-2000, 2000).mapToDouble(i -> i / 2000.0).toArray();
        double[] y = Arrays.stream(x)
                .map(t -> switch (shape) {
                    case "ABS" -> Math.abs(t);
                    case "CUBE" -> t * t * t;
                    default -> 16 * Math.pow(t, 5) - 20 * t * t * t + 5 * t;
                })
                .toArray();
        MinimaxPolynomial found = MinimaxPolynomial.of(points(x, y, null, same(x.length, 1)), degree, Progress.none())
                .orElseThrow();
        assertThat(found.factor()).isCloseTo(worst, within(1e-6));
    }

    /// For a line the least-worst polynomial is the least factor, found in another way.
    @Test
    void theLeastWorstLineIsTheLeastFactor() {
        var random = new Random(3);
        for (int k = 0; k < 100; k++) {
            Sample set = Sample.of(random, false);
            double[] e = Arrays.stream(set.inY[0]).map(each -> each + 0.01).toArray();
            Points points = points(set.x, set.y, null, e);
            MinimaxPolynomial.of(points, 1, Progress.none()).ifPresent(found -> assertThat(found.factor())
                    .isCloseTo(
                            ErrorBarLines.of(points, Progress.none())
                                    .orElseThrow()
                                    .least()
                                    .factor(),
                            within(1e-10)));
        }
    }
}
