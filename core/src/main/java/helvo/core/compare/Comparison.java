package helvo.core.compare;

import helvo.core.Progress;
import helvo.core.fit.Coefficient;
import helvo.core.fit.Correlation;
import helvo.core.fit.ErrorBars;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.Line;
import helvo.core.fit.Points;
import helvo.core.fit.PrintedEquation;
import helvo.core.fit.Quality;
import helvo.core.fit.Weighting;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import org.apache.commons.statistics.distribution.TDistribution;

/// Straight lines through groups of points side by side.
///
/// @param groups      those with a line, in their order
/// @param equalSlopes the test that all slopes are one (analysis of covariance); empty where there is no scatter to judge by, and where
/// bars weigh
/// @param equalLines  the test that one line serves all groups
/// @param pooled      one line through the points of all groups
/// @param pairs       each two of them, for up to six groups
public record Comparison(List<Group> groups, Optional<Quality.F> equalSlopes, Optional<Quality.F> equalLines, Optional<Group> pooled,
        List<Pair> pairs) {
    private static final int MAX_PAIRED = 6;

    /// One group's line.
    ///
    /// @param equation as it is printed
    public record Group(String name, Fit line, int points, PrintedEquation equation, Optional<Correlation> correlation) {
        private static Optional<Group> of(String name, Points points, Progress progress) {
            FitOutcome outcome = new Line().fit(points, progress);
            return outcome instanceof FitOutcome.Fitted(Fit line) ? Optional.of(new Group(name, line, points.size(),
                    PrintedEquation.of(line, points), Correlation.of(outcome))) : Optional.empty();
        }

        Coefficient slope() {
            return line.slope();
        }
    }

    /// Two groups' slopes.
    ///
    /// @param difference of the second slope from the first, with the half width of its 95 % interval (Welch 1947, Biometrika 34:28, for
    /// its degrees of freedom)
    /// @param ratio      second over first
    /// @param ratioLow95 limits by Fieller 1954, J. R. Stat. Soc. B 16:175; empty where the first slope may be 0
    public record Pair(String first, String second, double difference, OptionalDouble differenceHalf95, double ratio,
            OptionalDouble ratioLow95, OptionalDouble ratioHigh95) {}

    /// A group's name and points.
    public record Named(String name, Points points) {}

    /// @return empty where fewer than two groups have a line
    public static Optional<Comparison> of(List<Named> all, Progress progress) {
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
        var pairs = new ArrayList<Pair>();
        for (int i = 0; i < groups.size() && groups.size() <= MAX_PAIRED; i++) {
            for (int k = i + 1; k < groups.size(); k++) {
                pairs.add(pair(groups.get(i), groups.get(k)));
            }
        }
        boolean alike = points.stream().allMatch(each -> each.weighting() == Weighting.UNWEIGHTED);
        Optional<Quality.F> slopes = alike ? equalSlopes(groups, points) : Optional.empty();
        Optional<Group> pooled = alike ? pooled(points, progress) : Optional.empty();
        Optional<Quality.F> lines = pooled.flatMap(one -> test(Math.max(0, one.line().quality().residualSumOfSquares() - left(groups)),
                2 * groups.size() - 2, groups));
        return Optional.of(new Comparison(List.copyOf(groups), slopes, lines, pooled, List.copyOf(pairs)));
    }

    /// What parallel lines leave more than separate ones is Σ Sxx (b − b̄)², with b̄ the slope of all groups about their own means:
    /// a sum of squares, so that nothing cancels.
    private static Optional<Quality.F> equalSlopes(List<Group> groups, List<Points> points) {
        double[] spread = points.stream().mapToDouble(Comparison::spreadOfX).toArray();
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

    private static double left(List<Group> groups) {
        return groups.stream().mapToDouble(group -> group.line().quality().residualSumOfSquares()).sum();
    }

    private static Optional<Quality.F> test(double more, int explained, List<Group> groups) {
        int freedom = groups.stream().mapToInt(group -> group.line().quality().degreesOfFreedom()).sum();
        double left = left(groups);
        return freedom > 0 && left > 0 ? Optional.of(Quality.F.of(more / explained / (left / freedom), explained, freedom))
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

    private static Pair pair(Group first, Group second) {
        double a = first.slope().value();
        double b = second.slope().value();
        OptionalDouble seA = error(first);
        OptionalDouble seB = error(second);
        if (seA.isEmpty() || seB.isEmpty()) {
            return new Pair(first.name(), second.name(), b - a, OptionalDouble.empty(), b / a, OptionalDouble.empty(),
                    OptionalDouble.empty());
        }
        // In units of the larger standard error: its square could go beyond a double.
        double unit = Math.max(seA.getAsDouble(), seB.getAsDouble());
        double varianceA = unit == 0 ? 0 : Math.pow(seA.getAsDouble() / unit, 2);
        double varianceB = unit == 0 ? 0 : Math.pow(seB.getAsDouble() / unit, 2);
        double freedom = unit == 0 ? first.line().quality().degreesOfFreedom()
                : (varianceA + varianceB) * (varianceA + varianceB)
                / (varianceA * varianceA / first.line().quality().degreesOfFreedom()
                        + varianceB * varianceB / second.line().quality().degreesOfFreedom());
        double t = TDistribution.of(freedom).inverseSurvivalProbability(0.025);
        double g = Math.pow(t * seA.getAsDouble() / a, 2);
        boolean apart = g < 1;
        double root = t * unit / Math.abs(a) * Math.sqrt(Math.max(0, (1 - g) * varianceB + b / a * (b / a) * varianceA));
        return new Pair(first.name(), second.name(), b - a, OptionalDouble.of(t * unit * Math.sqrt(varianceA + varianceB)), b / a,
                apart ? OptionalDouble.of((b / a - root) / (1 - g)) : OptionalDouble.empty(),
                apart ? OptionalDouble.of((b / a + root) / (1 - g)) : OptionalDouble.empty());
    }

    private static OptionalDouble error(Group group) {
        return group.slope().uncertainty().map(u -> OptionalDouble.of(u.standardError())).orElse(OptionalDouble.empty());
    }
}
