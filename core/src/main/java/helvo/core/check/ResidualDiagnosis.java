package helvo.core.check;

import helvo.core.Progress;
import helvo.core.check.Check.Kind;
import helvo.core.check.Check.Question;
import helvo.core.fit.Curve;
import helvo.core.fit.Curves;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.Residuals;
import helvo.core.points.Points;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.IntStream;

/// The diagnosis of a fit by its residuals: warnings, remarks, and other shapes that would do.
///
/// @param checks   all that was worked out; those that have something to say say so
/// @param without  what the fit would be without a row that is odd or decides it
/// @param adequateAlternatives shapes that leave no pattern in the same points where this one does, the best first
/// @param nextTerm what the next term of the curve would take out at each point, in y units; empty where it cannot
///     be judged
public record ResidualDiagnosis(
        List<Check> checks, Map<Integer, Fit> without, List<Curve> adequateAlternatives, double[] nextTerm) {
    public static final ResidualDiagnosis NONE = new ResidualDiagnosis(List.of(), Map.of(), List.of(), new double[0]);
    /// Among more points one row changes nothing, and other shapes are not tried.
    private static final int MAX_POINTS_FOR_ALTERNATIVES = 20_000;
    private static final int MAX_OUTLIERS = 3;
    /// So many shapes are named.
    private static final int MAX_NAMED_SHAPES = 2;
    /// Shapes that the evidence does not tell apart: within so much of the least AICc. Burnham & Anderson 2002,
    /// §2.6.
    private static final double MAX_AICC_DIFFERENCE = 2;
    /// Beyond so much there is no evidence for a shape; as above.
    private static final double NO_SUPPORT_AICC_DIFFERENCE = 10;

    public ResidualDiagnosis {
        checks = List.copyOf(checks);
        without = Map.copyOf(without);
        adequateAlternatives = List.copyOf(adequateAlternatives);
    }

    /// @throws java.util.concurrent.CancellationException when `progress` says that nobody waits
    public static ResidualDiagnosis of(Residuals residuals, Progress progress) {
        if (residuals.fit().quality().perfect()) {
            return NONE;
        }
        ResidualChecks all = ResidualChecks.of(residuals);
        progress.reached(Double.NaN);
        var without = new TreeMap<Integer, Fit>();
        Verdict verdict = new Judge(residuals, progress, without).verdict(all);
        var checks = new ArrayList<>(verdict.round.checks().stream()
                .filter(check -> check.kind() != Kind.OUTLIER && check.kind().question() != Question.INFLUENCE)
                .map(check -> check.withReported(check.isReported() && verdict.reports(check)))
                .toList());
        checks.addAll(verdict.odd);
        if (verdict.odd.stream().noneMatch(check -> check.kind() == Kind.OUTLIER)) {
            all.checks().stream()
                    .filter(check -> check.kind() == Kind.OUTLIER)
                    .map(check -> check.withReported(false))
                    .forEach(checks::add);
        }
        all.checks().stream()
                .filter(check -> check.kind().question() == Question.INFLUENCE)
                .forEach(check -> {
                    int row = check.rows().getFirst();
                    boolean told = without.containsKey(row)
                            || checks.stream()
                                    .anyMatch(other -> other.kind() == Kind.DECIDING_POINT && other.isReported());
                    boolean speaks = check.isReported()
                            && !told
                            && (check.kind() == Kind.COOK || verdict.reports(check))
                            && refitted(residuals, List.of(row), progress, without)
                                    .filter(rest ->
                                            check.kind() != Kind.COOK || isElsewhere(rest.fit(), residuals.fit()))
                                    .isPresent();
                    checks.add(check.withReported(speaks));
                });
        List<Curve> patternless = verdict.pattern && residuals.raw().length <= MAX_POINTS_FOR_ALTERNATIVES
                ? adequateAlternatives(verdict.round.residuals(), progress)
                : List.of();
        return new ResidualDiagnosis(
                checks,
                without,
                patternless,
                all.nextTerm()
                        .filter(next -> next.term().length == residuals.raw().length)
                        .map(ExtraTermTest::contribution)
                        .orElse(new double[0]));
    }

    /// Without the question whether neighbours in the order of the rows are alike.
    public ResidualDiagnosis withoutOrderOfRows() {
        return new ResidualDiagnosis(
                checks.stream()
                        .filter(check -> check.kind() != Kind.DURBIN_WATSON_MEASURED)
                        .toList(),
                without,
                adequateAlternatives,
                nextTerm);
    }

    /// What has something to say.
    public List<Check> speaking() {
        return checks.stream().filter(Check::isReported).toList();
    }

    /// Whether a coefficient leaves the interval that it has with the row.
    private static boolean isElsewhere(Fit without, Fit with) {
        return IntStream.range(0, with.coefficients().size()).anyMatch(i -> with.coefficients()
                .get(i)
                .uncertainty()
                .filter(known -> without.coefficients().get(i).value() < known.low95()
                        || without.coefficients().get(i).value() > known.high95())
                .isPresent());
    }

    /// The fit without some rows, kept under each of these.
    private static Optional<Residuals> refitted(
            Residuals residuals, List<Integer> rows, Progress progress, Map<Integer, Fit> without) {
        if (residuals.raw().length > MAX_POINTS_FOR_ALTERNATIVES) {
            return Optional.empty();
        }
        Points rest = residuals.points();
        for (int row : rows) {
            rest = rest.withoutRow(row);
        }
        Points left = rest;
        Optional<Residuals> found = residuals.fit().curve().fit(rest, progress) instanceof FitOutcome.Fitted(Fit fit)
                ? Optional.of(Residuals.of(fit, fit.used(left), progress))
                : Optional.empty();
        found.ifPresent(each -> rows.forEach(row -> without.put(row, each.fit())));
        return found;
    }

    /// @param round   that the rest is judged by
    /// @param odd     points that are named, or that their tails are heavy
    /// @param pattern whether one is left
    /// @param step    whether it is a change of level
    private record Verdict(ResidualChecks round, List<Check> odd, boolean pattern, boolean step) {
        boolean reports(Check check) {
            return step
                    ? check.kind().question() == Question.STEP
                    : !pattern || check.kind().question() == Question.PATTERN;
        }
    }

    private record Judge(Residuals residuals, Progress progress, Map<Integer, Fit> without) {
        /// An outlier can look like a pattern, and a pattern make a point look odd: what explains the other
        /// stands.
        Verdict verdict(ResidualChecks all) {
            var odd = new ArrayList<Check>();
            ResidualChecks now = all;
            int rows = 0;
            while (now.isReported(Question.OUTLIER) && rows < MAX_OUTLIERS) {
                Check named = now.answer(Question.OUTLIER).orElseThrow();
                if (rows + named.rows().size() > MAX_OUTLIERS || isByPattern(now, named)) {
                    break;
                }
                if (belongsToTails(now, named)) {
                    odd.add(new Check(
                            Kind.HEAVY_TAILS, named.statistic(), named.p(), named.adjusted(), true, 1, List.of()));
                    break;
                }
                odd.add(named);
                rows += named.rows().size();
                Optional<Residuals> rest = refitted(now.residuals(), named.rows(), progress, without);
                if (rest.isEmpty() || rest.get().fit().quality().perfect()) {
                    return new Verdict(ResidualChecks.none(now.residuals()), odd, false, false);
                }
                now = ResidualChecks.of(rest.get());
            }
            boolean step = now.isReported(Question.STEP)
                    && (!now.isReported(Question.PATTERN) || p(now, Question.STEP) < p(now, Question.PATTERN));
            return new Verdict(now, odd, !step && now.isReported(Question.PATTERN), step);
        }

        private static double p(ResidualChecks round, Question question) {
            return round.answer(question).map(check -> check.p().orElse(1)).orElse(1.0);
        }

        private static boolean belongsToTails(ResidualChecks round, Check named) {
            OrthogonalResiduals scatter = round.scatter().orElseThrow();
            int[] places = IntStream.range(0, scatter.size())
                    .filter(k ->
                            named.rows().contains(round.residuals().points().rows()[scatter.place(k)]))
                    .toArray();
            return TailTest.areHeavy(scatter, places);
        }

        /// Whether a point is odd only beside a curve that lacks a term.
        private boolean isByPattern(ResidualChecks round, Check named) {
            if (!round.isReported(Question.PATTERN) || round.nextTerm().isEmpty()) {
                return false;
            }
            Optional<Check> beside = ResidualChecks.outliers(
                    round.residuals(), round.nextTerm().get().left());
            boolean stillOdd = beside.isPresent()
                    && beside.get().rows().equals(named.rows())
                    && beside.get().p().orElse(1) < Check.SIGNIFICANCE_LEVEL;
            return !stillOdd && p(round, Question.PATTERN) < named.p().orElse(1);
        }
    }

    private static List<Curve> adequateAlternatives(Residuals residuals, Progress progress) {
        Points points = residuals.points();
        Fit present = residuals.fit();
        if (present.curve().fittedOn() != Curve.FittedOn.Y) {
            return List.of();
        }
        var found = new ArrayList<Fit>();
        for (Curve curve : Curves.alternatives()) {
            boolean isPart = curve.degree() > 0
                    && present.curve().degree() > 0
                    && curve.coefficientNames().size() <= present.coefficients().size();
            if (curve.equals(present.curve()) || isPart || curve.usable(points).size() < points.size()) {
                continue;
            }
            if (curve.fit(points, progress) instanceof FitOutcome.Fitted(Fit fit)
                    && isBetter(fit, present)
                    && fit.used(points).size() == points.size()
                    && !hasPattern(Residuals.of(fit, points, progress))) {
                found.add(fit);
            }
        }
        double least = found.stream()
                .mapToDouble(fit -> fit.quality().aicc().orElse(Double.NEGATIVE_INFINITY))
                .min()
                .orElse(0);
        found.removeIf(
                fit -> fit.quality().aicc().orElse(Double.NEGATIVE_INFINITY) > least + NO_SUPPORT_AICC_DIFFERENCE);
        found.sort(Comparator.<Fit>comparingInt(fit ->
                        fit.quality().aicc().orElse(Double.NEGATIVE_INFINITY) <= least + MAX_AICC_DIFFERENCE ? 0 : 1)
                .thenComparingInt(fit -> fit.coefficients().size())
                .thenComparingDouble(fit -> fit.quality().aicc().orElse(Double.NEGATIVE_INFINITY)));
        return found.stream().limit(MAX_NAMED_SHAPES).map(Fit::curve).toList();
    }

    private static boolean isBetter(Fit fit, Fit present) {
        return fit.quality().perfect()
                || fit.quality().aicc().isPresent()
                        && present.quality().aicc().isPresent()
                        && fit.quality().aicc().getAsDouble()
                                < present.quality().aicc().getAsDouble();
    }

    private static boolean hasPattern(Residuals residuals) {
        return ResidualChecks.of(residuals).checks().stream()
                .anyMatch(check -> check.kind().question() == Question.PATTERN
                        && check.p().orElse(1) < Check.SIGNIFICANCE_LEVEL
                        && check.size() != 0);
    }
}
