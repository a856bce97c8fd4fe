package helvo.core.check;

import static java.util.Objects.requireNonNull;

import helvo.core.Progress;
import helvo.core.check.Check.Kind;
import helvo.core.check.Check.Question;
import helvo.core.fit.Residuals;
import helvo.core.numeric.HolmAdjustment;
import helvo.core.numeric.RisingOrder;
import helvo.core.task.BlockParallel;
import helvo.core.task.ForkedTask;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import org.apache.commons.statistics.distribution.TDistribution;

/// All tests on the residuals of one fit, with Holm's correction over weighted questions (Holm 1979, Scand. J.
/// Stat. 6:65-70, §4), so that at most 5 % of clean sets are warned of.
///
/// @param scatter  the residuals beside the directions of the fit; empty where they cannot be judged
/// @param nextTerm what the next term would take out
record ResidualChecks(
        Residuals residuals,
        Optional<OrthogonalResiduals> scatter,
        List<Check> checks,
        Optional<ExtraTermTest> nextTerm) {
    /// A term that takes out less of the scatter than this says nothing.
    private static final double MIN_CONTRIBUTION = 1 / 50.0;
    /// With fewer degrees of freedom residuals are more normal than errors.
    private static final int FEWEST_FOR_SHAPE = 8;
    private static final int FEWEST_FOR_INFLUENCE = 3;
    private static final double COOKS_DISTANCE_LIMIT = 1;
    private static final double STRONG_LEVERAGE = 0.5;
    private static final int MAX_STRONG_POINTS = 3;
    private static final double MIN_LEVERAGE_GAP = 1e-10;
    /// An excess of kurtosis, or a skewness, that is worth a word.
    private static final double MIN_EXCESS_KURTOSIS = 0.8;

    static ResidualChecks none(Residuals residuals) {
        return new ResidualChecks(residuals, Optional.empty(), List.of(), Optional.empty());
    }

    static ResidualChecks of(Residuals residuals) {
        Optional<OrthogonalResiduals> known = OrthogonalResiduals.of(residuals);
        if (known.isEmpty() || known.get().freedom() < 2 || !(known.get().squares() > 0)) {
            return none(residuals);
        }
        OrthogonalResiduals scatter = known.get();
        var checks = new ArrayList<Check>();
        ForkedTask<double[]> rising = ForkedTask.of(scatter.size(), () -> RisingOrder.sorted(scatter.e()));
        ForkedTask<Optional<Check>> odd = ForkedTask.of(scatter.size(), () -> outliers(residuals, scatter));
        ForkedTask<Optional<Check>> influence = ForkedTask.of(scatter.size(), () -> influence(residuals, scatter));
        Replicates byX = Replicates.of(scatter);
        ForkedTask<Optional<StepTest>> steps = ForkedTask.of(scatter.size(), () -> StepTest.of(scatter, byX));
        Optional<ExtraTermTest> term = ExtraTermTest.of(residuals, scatter);
        term.ifPresent(next -> checks.add(Check.of(
                Kind.NEXT_TERM,
                next.test().value(),
                next.test().p(),
                next.relativeSize() < MIN_CONTRIBUTION ? 0 : next.largest())));
        LackOfFitTest.of(scatter, byX)
                .ifPresent(lack -> checks.add(Check.of(
                        Kind.LACK_OF_FIT,
                        lack.test().value(),
                        lack.test().p(),
                        Math.sqrt(lack.test().value()))));
        order(byX.meanResiduals(scatter), scatter, () -> byX.meanDirections(scatter), Kind.DURBIN_WATSON)
                .ifPresent(checks::add);
        if (!byX.isAsMeasured()) {
            order(scatter.e(), scatter, scatter::q, Kind.DURBIN_WATSON_MEASURED).ifPresent(checks::add);
        }
        steps.join()
                .ifPresent(step -> checks.add(Check.of(Kind.STEP, step.statistic(), step.p(), step.height())
                        .about(List.of(rowAt(residuals, step.from()), rowAt(residuals, step.to())))));
        SpreadTest.of(residuals, scatter)
                .map(spread -> Check.of(Kind.SPREAD, spread.statistic(), spread.p(), spread.growth()))
                .or(() -> BreuschPagan.of(scatter)
                        .map(spread -> Check.of(Kind.BREUSCH_PAGAN, spread.statistic(), spread.p(), spread.growth())))
                .ifPresent(checks::add);
        Optional<Check> oddest = odd.join();
        Optional<Check> strongest = influence.join();
        shape(scatter, rising.join()).ifPresent(checks::add);
        oddest.ifPresent(checks::add);
        deciding(residuals, scatter).ifPresent(checks::add);
        List<Check> adjusted = new ArrayList<>(adjusted(checks));
        strongest.ifPresent(adjusted::add);
        return new ResidualChecks(residuals, known, List.copyOf(adjusted), term);
    }

    private static Optional<Check> order(
            double[] e, OrthogonalResiduals scatter, Supplier<double[][]> directions, Kind kind) {
        return DurbinWatson.of(e, scatter.q().length, directions)
                .map(test -> Check.of(kind, test.statistic(), test.p(), 1 - test.statistic() / 2));
    }

    private static Optional<Check> shape(OrthogonalResiduals scatter, double[] rising) {
        return scatter.freedom() < FEWEST_FOR_SHAPE
                ? Optional.empty()
                : NormalityTest.of(rising)
                        .map(test -> Check.of(test.kind(), test.statistic(), test.p(), widens(rising) ? 1 : 0));
    }

    /// Whether residuals have heavier tails than normal ones, or are skewed, so far that 95 % limits do not hold 95
    /// %; lighter tails make these limits wide and do no harm.
    private static boolean widens(double[] e) {
        int n = e.length;
        double mean = BlockParallel.sum(n, (from, to) -> {
                    double sum = 0;
                    for (int i = from; i < to; i++) {
                        sum += e[i];
                    }
                    return sum;
                })
                / n;
        double[] powers = BlockParallel.reduce(
                n,
                Progress.none(),
                (from, to) -> {
                    double[] sums = new double[3];
                    for (int i = from; i < to; i++) {
                        double away = e[i] - mean;
                        double square = away * away;
                        sums[0] += square;
                        sums[1] += square * away;
                        sums[2] += square * square;
                    }
                    return sums;
                },
                (one, other) -> new double[] {one[0] + other[0], one[1] + other[1], one[2] + other[2]});
        double square = powers[0] / n;
        return powers[2] / n / (square * square) - 3 > MIN_EXCESS_KURTOSIS
                || Math.abs(powers[1]) / n / Math.pow(square, 1.5) > MIN_EXCESS_KURTOSIS;
    }

    private static int rowAt(Residuals residuals, double x) {
        double[] all = residuals.points().x();
        return residuals.points()
                .rows()[
                IntStream.range(0, all.length)
                        .filter(i -> all[i] == x)
                        .findFirst()
                        .orElseThrow()];
    }

    static Optional<Check> outliers(Residuals residuals, OrthogonalResiduals scatter) {
        return OutlierTest.of(scatter).map(odd -> Check.of(
                        Kind.OUTLIER, odd.studentised(), odd.p(), residuals.raw()[scatter.place(odd.places()[0])])
                .about(rows(residuals, scatter, odd.places())));
    }

    private static List<Integer> rows(Residuals residuals, OrthogonalResiduals scatter, int... places) {
        return Arrays.stream(places)
                .mapToObj(place -> residuals.points().rows()[scatter.place(place)])
                .toList();
    }

    /// Of the points that have most of their own fitted value in their hand, what leaving one out would change:
    /// each coefficient by a multiple of that point's externally studentised residual, whose chance therefore is
    /// that of the change, times their number.
    private static Optional<Check> deciding(Residuals residuals, OrthogonalResiduals scatter) {
        int freedom = scatter.freedom() - 1;
        int[] strong = IntStream.range(0, scatter.size())
                .filter(k -> {
                    double leverage = scatter.leverage(k);
                    return leverage >= STRONG_LEVERAGE && 1 - leverage > MIN_LEVERAGE_GAP;
                })
                .limit(MAX_STRONG_POINTS + 1L)
                .toArray();
        if (freedom < FEWEST_FOR_INFLUENCE - 1 || strong.length == 0 || strong.length > MAX_STRONG_POINTS) {
            return Optional.empty();
        }
        double squares = scatter.squares();
        int at = strong[0];
        double most = 0;
        for (int k : strong) {
            double square = scatter.e()[k] * scatter.e()[k] / (1 - scatter.leverage(k));
            if (square > most) {
                most = square;
                at = k;
            }
        }
        double rest = Math.max(squares - most, OrthogonalResiduals.ROUNDING_SHARE * squares) / freedom;
        double t = Math.sqrt(most / scatter.variance(rest));
        double p = 2 * TDistribution.of(freedom).survivalProbability(t);
        return Optional.of(Check.of(
                        Kind.DECIDING_POINT,
                        Math.copySign(t, scatter.e()[at]),
                        Math.min(1, p * strong.length),
                        residuals.raw()[scatter.place(at)])
                .about(rows(residuals, scatter, at)));
    }

    private static Optional<Check> influence(Residuals residuals, OrthogonalResiduals scatter) {
        int freedom = scatter.freedom();
        if (freedom < FEWEST_FOR_INFLUENCE) {
            return Optional.empty();
        }
        int at = -1;
        double most = 0;
        for (int k = 0; k < scatter.size(); k++) {
            double h = scatter.leverage(k);
            double square = scatter.e()[k] * scatter.e()[k] * h / ((1 - h) * (1 - h));
            if (square > most && Double.isFinite(square)) {
                most = square;
                at = k;
            }
        }
        if (at < 0) {
            return Optional.empty();
        }
        double distance = most / (scatter.variance(scatter.squares() / freedom) * scatter.q().length);
        int row = residuals.points().rows()[scatter.place(at)];
        return Optional.of(new Check(
                Kind.COOK,
                distance,
                OptionalDouble.empty(),
                OptionalDouble.empty(),
                distance > COOKS_DISTANCE_LIMIT,
                distance,
                List.of(row)));
    }

    /// The statistic with the least p answers a question, for as many as answer it.
    private static List<Check> adjusted(List<Check> checks) {
        Map<Question, Check> answers = new EnumMap<>(Question.class);
        Map<Question, Double> p = new EnumMap<>(Question.class);
        for (Question question : Question.values()) {
            List<Check> all = checks.stream()
                    .filter(check -> check.kind().question() == question)
                    .toList();
            all.stream()
                    .min(Comparator.comparingDouble(check -> check.p().orElse(1)))
                    .ifPresent(least -> {
                        answers.put(question, least);
                        p.put(question, Math.min(1, least.p().orElse(1) * all.size()));
                    });
        }
        Map<Question, Double> holm = holm(p);
        return checks.stream()
                .map(check -> answers.get(check.kind().question()) == check
                        ? check.adjusted(requireNonNull(holm.get(check.kind().question()), "of every question"))
                        : check)
                .toList();
    }

    private static Map<Question, Double> holm(Map<Question, Double> p) {
        Question[] questions = p.keySet().toArray(Question[]::new);
        double[] all = HolmAdjustment.adjusted(
                Arrays.stream(questions).mapToDouble(p::get).toArray(),
                Arrays.stream(questions).mapToDouble(Question::weight).toArray());
        var adjusted = new EnumMap<Question, Double>(Question.class);
        IntStream.range(0, all.length).forEach(i -> adjusted.put(questions[i], all[i]));
        return adjusted;
    }

    Optional<Check> answer(Question question) {
        return checks.stream()
                .filter(check ->
                        check.kind().question() == question && check.adjusted().isPresent())
                .findFirst();
    }

    boolean isReported(Question question) {
        return checks.stream().anyMatch(check -> check.kind().question() == question && check.isReported());
    }
}
