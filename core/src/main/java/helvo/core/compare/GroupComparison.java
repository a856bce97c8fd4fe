package helvo.core.compare;

import helvo.core.Progress;
import helvo.core.fit.Coefficient;
import helvo.core.fit.Correlation;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.FitQuality;
import helvo.core.fit.Line;
import helvo.core.fit.PrintedEquation;
import helvo.core.numeric.HolmAdjustment;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.IntStream;
import org.apache.commons.statistics.distribution.ChiSquaredDistribution;
import org.apache.commons.statistics.distribution.ContinuousDistribution;
import org.apache.commons.statistics.distribution.NormalDistribution;
import org.apache.commons.statistics.distribution.TDistribution;

/// Straight lines through groups of points, with tests of their slopes and intercepts. One method decides, for the
/// tests and for each pair: the analysis of covariance with one scatter for all groups, or, where their scatters
/// differ, Welch's (each group with its own).
///
/// @param groups      those with a line, in their order
/// @param scatter     whose scatter the slopes are judged by
/// @param equalSlopes the test that all slopes are one; empty where there is no scatter to judge by, and where bars
///     weigh
/// @param equalLines  the test that one line serves all groups
/// @param pooled      one line through the points of all groups
/// @param pairs       each two of them, for up to six groups
public record GroupComparison(
        List<Group> groups,
        Scatter scatter,
        Optional<FitQuality.F> equalSlopes,
        Optional<FitQuality.F> equalLines,
        Optional<Group> pooled,
        List<Pair> pairs) {
    private static final int MAX_PAIRED = 6;
    /// A test of scatters that are estimated from few points misses much: it is asked at twice the usual level.
    private static final double UNEQUAL_SCATTER_LEVEL = 0.1;

    /// Whose scatter slopes are judged by.
    public enum Scatter {
        /// One for all groups, which scatter alike.
        COMMON,
        /// Each its own, since they differ (Bartlett 1937, Proc. R. Soc. A 160:268).
        DIFFERENT,
        /// As the bars say.
        WEIGHTED
    }

    /// One group's line.
    ///
    /// @param equation as it is printed
    public record Group(
            String name, Fit line, int points, PrintedEquation equation, Optional<Correlation> correlation) {
        private static Optional<Group> of(String name, Points points, Progress progress) {
            FitOutcome outcome = new Line().fit(points, progress);
            return outcome instanceof FitOutcome.Fitted(Fit line)
                    ? Optional.of(new Group(
                            name, line, points.size(), PrintedEquation.of(line, points), Correlation.ofLine(outcome)))
                    : Optional.empty();
        }

        Coefficient slope() {
            return line.slope();
        }

        int freedom() {
            return line.quality().degreesOfFreedom();
        }
    }

    /// Two groups' slopes.
    ///
    /// @param difference of the second slope from the first, with the half width of its 95 % interval (where
    ///     scatters differ with the degrees of freedom of Welch 1947, Biometrika 34:28)
    /// @param p          how often slopes that are one would differ as much, with all pairs taken into account
    ///     (Holm 1979, Scand. J. Stat. 6:65)
    /// @param ratio      second over first
    /// @param ratioLow95 limits by Fieller 1954, J. R. Stat. Soc. B 16:175; empty where the first slope may be 0
    public record Pair(
            String first,
            String second,
            double difference,
            OptionalDouble differenceHalf95,
            OptionalDouble p,
            double ratio,
            OptionalDouble ratioLow95,
            OptionalDouble ratioHigh95) {
        private Pair with(double adjusted) {
            return new Pair(
                    first,
                    second,
                    difference,
                    differenceHalf95,
                    OptionalDouble.of(adjusted),
                    ratio,
                    ratioLow95,
                    ratioHigh95);
        }
    }

    /// A group's name and points.
    public record Named(String name, Points points) {}

    /// @return empty where fewer than two groups have a line
    public static Optional<GroupComparison> of(List<Named> all, Progress progress) {
        var groups = new ArrayList<Group>();
        var points = new ArrayList<Points>();
        for (Named each : all) {
            Group.of(each.name(), each.points(), progress).ifPresent(group -> {
                groups.add(group);
                points.add(each.points());
            });
        }
        if (groups.size() < 2) {
            return Optional.empty();
        }
        boolean alike = points.stream().allMatch(each -> each.weighting() == Weighting.UNWEIGHTED);
        Scatter scatter = !alike ? Scatter.WEIGHTED : scattersDiffer(groups) ? Scatter.DIFFERENT : Scatter.COMMON;
        double s = scatter == Scatter.COMMON && freedom(groups) > 0
                ? Math.sqrt(left(groups) / freedom(groups))
                : Double.NaN;
        var pairs = new ArrayList<Pair>();
        for (int i = 0; i < groups.size() && groups.size() <= MAX_PAIRED; i++) {
            for (int k = i + 1; k < groups.size(); k++) {
                pairs.add(
                        s > 0
                                ? pair(
                                        Slope.of(groups.get(i), points.get(i), s, freedom(groups)),
                                        Slope.of(groups.get(k), points.get(k), s, freedom(groups)))
                                : pair(Slope.of(groups.get(i)), Slope.of(groups.get(k))));
            }
        }
        Optional<Group> pooled = alike ? pooled(points, progress) : Optional.empty();
        Optional<FitQuality.F> slopes = !alike
                ? Optional.empty()
                : scatter == Scatter.COMMON
                        ? equalSlopes(groups, points)
                        : WelchJamesTest.of(groups.stream()
                                .map(WelchJamesTest.Estimate::ofSlope)
                                .toList());
        Optional<FitQuality.F> lines = scatter == Scatter.DIFFERENT
                ? WelchJamesTest.of(estimates(groups, points))
                : pooled.flatMap(one -> test(
                        Math.max(0, one.line().quality().residualSumOfSquares() - left(groups)),
                        2 * groups.size() - 2,
                        groups));
        return Optional.of(new GroupComparison(List.copyOf(groups), scatter, slopes, lines, pooled, holm(pairs)));
    }

    /// Bartlett's test of equal variances; no where a group leaves no scatter.
    private static boolean scattersDiffer(List<Group> groups) {
        if (groups.stream()
                .anyMatch(group -> group.freedom() < 1 || group.line().quality().perfect())) {
            return groups.stream()
                            .anyMatch(group -> group.freedom() > 0
                                    && group.line().quality().perfect())
                    && groups.stream()
                            .anyMatch(group -> group.freedom() > 0
                                    && !group.line().quality().perfect());
        }
        double all = freedom(groups);
        double statistic = all * Math.log(left(groups) / all);
        double inverse = -1 / all;
        for (Group group : groups) {
            statistic -= group.freedom() * Math.log(group.line().quality().residualSumOfSquares() / group.freedom());
            inverse += 1.0 / group.freedom();
        }
        double corrected = statistic / (1 + inverse / (3 * (groups.size() - 1)));
        return ChiSquaredDistribution.of(groups.size() - 1).survivalProbability(corrected) < UNEQUAL_SCATTER_LEVEL;
    }

    /// Of each line its value amid all points, and its slope.
    private static List<WelchJamesTest.Estimate> estimates(List<Group> groups, List<Points> points) {
        double middle = points.stream()
                .flatMapToDouble(each -> Arrays.stream(each.x()))
                .average()
                .orElse(0);
        return IntStream.range(0, groups.size())
                .mapToObj(i -> {
                    Fit line = groups.get(i).line();
                    double variance =
                            Math.pow(line.quality().residualStandardDeviation().orElse(0), 2);
                    double perSpread = 1 / spreadOfX(points.get(i));
                    double away =
                            middle - Arrays.stream(points.get(i).x()).average().orElse(0);
                    return new WelchJamesTest.Estimate(
                            new double[] {
                                line.function().at(middle),
                                groups.get(i).slope().value()
                            },
                            new double[][] {
                                {variance * line.function().leverage(middle), variance * away * perSpread},
                                {variance * away * perSpread, variance * perSpread}
                            },
                            groups.get(i).freedom());
                })
                .toList();
    }

    private static List<Pair> holm(List<Pair> pairs) {
        if (pairs.stream().anyMatch(pair -> pair.p().isEmpty())) {
            return List.copyOf(pairs);
        }
        double[] adjusted = HolmAdjustment.adjusted(
                pairs.stream().mapToDouble(pair -> pair.p().orElseThrow()).toArray());
        return IntStream.range(0, adjusted.length)
                .mapToObj(i -> pairs.get(i).with(adjusted[i]))
                .toList();
    }

    /// What parallel lines leave more than separate ones is Σ Sxx (b − b̄)², with b̄ the slope of all groups about
    /// their own means: a sum of squares, so that nothing cancels.
    private static Optional<FitQuality.F> equalSlopes(List<Group> groups, List<Points> points) {
        double[] spread =
                points.stream().mapToDouble(GroupComparison::spreadOfX).toArray();
        double weight = 0;
        double slope = 0;
        for (int i = 0; i < spread.length; i++) {
            weight += spread[i];
            slope += spread[i] / weight * (groups.get(i).slope().value() - slope);
        }
        double more = 0;
        for (int i = 0; i < spread.length; i++) {
            double away = groups.get(i).slope().value() - slope;
            more += spread[i] * away * away;
        }
        return test(more, groups.size() - 1, groups);
    }

    private static Optional<Group> pooled(List<Points> points, Progress progress) {
        int n = points.stream().mapToInt(Points::size).sum();
        double[] x = new double[n];
        double[] y = new double[n];
        int at = 0;
        for (Points each : points) {
            System.arraycopy(each.x(), 0, x, at, each.size());
            System.arraycopy(each.y(), 0, y, at, each.size());
            at += each.size();
        }
        return Group.of("pooled", new Points(x, y, new int[n], ErrorBars.NONE, ErrorBars.NONE), progress);
    }

    private static int freedom(List<Group> groups) {
        return groups.stream().mapToInt(Group::freedom).sum();
    }

    private static double left(List<Group> groups) {
        return groups.stream()
                .mapToDouble(group -> group.line().quality().residualSumOfSquares())
                .sum();
    }

    private static Optional<FitQuality.F> test(double more, int explained, List<Group> groups) {
        int freedom = freedom(groups);
        double left = left(groups);
        return freedom > 0 && left > 0
                ? Optional.of(FitQuality.F.of(more / explained / (left / freedom), explained, freedom))
                : Optional.empty();
    }

    private static double spreadOfX(Points points) {
        double mean = 0;
        for (int i = 0; i < points.size(); i++) {
            mean += (points.x()[i] - mean) / (i + 1);
        }
        double sum = 0;
        for (double x : points.x()) {
            sum += (x - mean) * (x - mean);
        }
        return sum;
    }

    /// A slope and how sure it is.
    ///
    /// @param error   empty without scatter to judge by
    /// @param freedom of its scatter; endless where that is known
    /// @param shared  whether the scatter is that of all groups
    private record Slope(String name, double value, OptionalDouble error, double freedom, boolean shared) {
        static Slope of(Group group) {
            return new Slope(
                    group.name(),
                    group.slope().value(),
                    group.slope()
                            .uncertainty()
                            .map(known -> OptionalDouble.of(known.standardError()))
                            .orElse(OptionalDouble.empty()),
                    group.line().quality().weighting() == Weighting.STATED ? Double.POSITIVE_INFINITY : group.freedom(),
                    false);
        }

        static Slope of(Group group, Points points, double s, double freedom) {
            return new Slope(
                    group.name(),
                    group.slope().value(),
                    OptionalDouble.of(s / Math.sqrt(spreadOfX(points))),
                    freedom,
                    true);
        }
    }

    private static Pair pair(Slope first, Slope second) {
        double a = first.value;
        double b = second.value;
        if (first.error.isEmpty() || second.error.isEmpty()) {
            return new Pair(
                    first.name,
                    second.name,
                    b - a,
                    OptionalDouble.empty(),
                    OptionalDouble.empty(),
                    b / a,
                    OptionalDouble.empty(),
                    OptionalDouble.empty());
        }
        // In units of the larger standard error: its square could go beyond a double.
        double unit = Math.max(first.error.getAsDouble(), second.error.getAsDouble());
        double varianceA = unit == 0 ? 0 : Math.pow(first.error.getAsDouble() / unit, 2);
        double varianceB = unit == 0 ? 0 : Math.pow(second.error.getAsDouble() / unit, 2);
        // A scatter that both share has its own degrees of freedom.
        double freedom = unit == 0 || first.shared
                ? first.freedom
                : Math.pow(varianceA + varianceB, 2)
                        / (varianceA * varianceA / first.freedom + varianceB * varianceB / second.freedom);
        ContinuousDistribution chance =
                Double.isInfinite(freedom) ? NormalDistribution.of(0, 1) : TDistribution.of(freedom);
        double t = chance.inverseSurvivalProbability(0.025);
        double error = unit * Math.sqrt(varianceA + varianceB);
        double g = Math.pow(t * first.error.getAsDouble() / a, 2);
        boolean apart = g < 1;
        double root =
                t * unit / Math.abs(a) * Math.sqrt(Math.max(0, (1 - g) * varianceB + b / a * (b / a) * varianceA));
        return new Pair(
                first.name,
                second.name,
                b - a,
                OptionalDouble.of(t * error),
                error > 0
                        ? OptionalDouble.of(Math.min(1, 2 * chance.survivalProbability(Math.abs(b - a) / error)))
                        : OptionalDouble.empty(),
                b / a,
                apart ? OptionalDouble.of((b / a - root) / (1 - g)) : OptionalDouble.empty(),
                apart ? OptionalDouble.of((b / a + root) / (1 - g)) : OptionalDouble.empty());
    }
}
