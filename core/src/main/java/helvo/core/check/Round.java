package helvo.core.check;

import helvo.core.Beside;
import helvo.core.check.Check.Kind;
import helvo.core.check.Check.Question;
import helvo.core.fit.Residuals;
import helvo.core.number.RisingOrder;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.Supplier;

/// All questions asked once of the residuals of one fit. Holm's procedure, each question weighted, sees to it that in at most 5 % of clean
/// sets anything is said. Holm 1979, Scand. J. Stat. 6:65-70, §4.
///
/// @param nextTerm what the next term would take out
record Round(Residuals residuals, List<Check> checks, Optional<NextTerm> nextTerm) {
    /// A term that takes out less of the scatter than this says nothing.
    private static final double TINY = 1 / 50.0;
    /// With fewer degrees of freedom residuals are more normal than errors.
    private static final int FEWEST_FOR_SHAPE = 8;
    private static final int FEWEST_FOR_INFLUENCE = 3;
    private static final double DECIDES = 1;

    static Round of(Residuals residuals) {
        Optional<Scatter> known = Scatter.of(residuals);
        if (known.isEmpty() || known.get().freedom() < 2 || !(known.get().squares() > 0)) {
            return new Round(residuals, List.of(), Optional.empty());
        }
        Scatter scatter = known.get();
        var checks = new ArrayList<Check>();
        Beside<double[]> rising = Beside.of(scatter.size(), () -> RisingOrder.sorted(scatter.e()));
        Beside<Optional<Check>> odd = Beside.of(scatter.size(), () -> odd(residuals, scatter));
        Beside<Optional<Check>> influence = Beside.of(scatter.size(), () -> influence(residuals, scatter));
        SameX byX = SameX.of(scatter);
        Optional<NextTerm> term = NextTerm.of(residuals, scatter);
        term.ifPresent(next -> checks.add(Check.of(Kind.NEXT_TERM, next.test().value(), next.test().p(),
                next.shares() < TINY ? 0 : next.largest())));
        LackOfFit.of(scatter, byX).ifPresent(lack -> checks.add(Check.of(Kind.LACK_OF_FIT, lack.test().value(),
                lack.test().p(), Math.sqrt(lack.test().value()))));
        order(byX.meanResiduals(), scatter, () -> byX.meanDirections(scatter), Kind.DURBIN_WATSON).ifPresent(checks::add);
        if (!byX.isAsMeasured()) {
            order(scatter.e(), scatter, scatter::q, Kind.DURBIN_WATSON_MEASURED).ifPresent(checks::add);
        }
        BreuschPagan.of(scatter).ifPresent(spread -> checks.add(Check.of(Kind.BREUSCH_PAGAN, spread.statistic(), spread.p(),
                spread.growth())));
        Optional<Check> oddest = odd.outcome();
        Optional<Check> strongest = influence.outcome();
        shape(scatter, rising.outcome()).ifPresent(checks::add);
        oddest.ifPresent(checks::add);
        List<Check> adjusted = new ArrayList<>(adjusted(checks));
        strongest.ifPresent(adjusted::add);
        return new Round(residuals, List.copyOf(adjusted), term);
    }

    private static Optional<Check> order(double[] e, Scatter scatter, Supplier<double[][]> directions, Kind kind) {
        return DurbinWatson.of(e, scatter.q().length, directions).map(test -> Check.of(kind, test.statistic(), test.p(),
                1 - test.statistic() / 2));
    }

    private static Optional<Check> shape(Scatter scatter, double[] rising) {
        return scatter.freedom() < FEWEST_FOR_SHAPE ? Optional.empty()
                : NormalityTest.of(rising).map(test -> Check.of(test.kind(), test.statistic(), test.p(), 1));
    }

    static Optional<Check> odd(Residuals residuals, Scatter scatter) {
        return OddPoint.of(scatter).map(odd -> {
            int place = scatter.place(odd.place());
            return Check.of(Kind.ODD_POINT, odd.studentised(), odd.p(), residuals.raw()[place]).about(residuals.points().rows()[place]);
        });
    }

    private static Optional<Check> influence(Residuals residuals, Scatter scatter) {
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
        double distance = most / (scatter.squares() / freedom * scatter.q().length);
        int row = residuals.points().rows()[scatter.place(at)];
        return Optional.of(new Check(Kind.COOK, distance, OptionalDouble.empty(), OptionalDouble.empty(), distance > DECIDES,
                distance, List.of(row)));
    }

    /// The statistic with the least p answers a question, for as many as answer it.
    private static List<Check> adjusted(List<Check> checks) {
        Map<Question, Check> answers = new EnumMap<>(Question.class);
        Map<Question, Double> p = new EnumMap<>(Question.class);
        for (Question question : Question.values()) {
            List<Check> all = checks.stream().filter(check -> check.kind().question() == question).toList();
            all.stream().min(Comparator.comparingDouble(check -> check.p().orElse(1))).ifPresent(least -> {
                answers.put(question, least);
                p.put(question, Math.min(1, least.p().orElse(1) * all.size()));
            });
        }
        Map<Question, Double> holm = holm(p);
        return checks.stream().map(check -> answers.get(check.kind().question()) == check
                ? check.adjusted(holm.get(check.kind().question())) : check).toList();
    }

    private static Map<Question, Double> holm(Map<Question, Double> p) {
        Question[] order = p.keySet().stream().sorted(Comparator.comparingDouble(each -> p.get(each) / each.weight()))
                .toArray(Question[]::new);
        var adjusted = new EnumMap<Question, Double>(Question.class);
        double before = 0;
        for (int k = 0; k < order.length; k++) {
            double left = Arrays.stream(order, k, order.length).mapToDouble(Question::weight).sum();
            before = Math.clamp(p.get(order[k]) / order[k].weight() * left, before, 1);
            adjusted.put(order[k], before);
        }
        return adjusted;
    }

    Optional<Check> answer(Question question) {
        return checks.stream().filter(check -> check.kind().question() == question && check.adjusted().isPresent()).findFirst();
    }

    boolean speaks(Question question) {
        return checks.stream().anyMatch(check -> check.kind().question() == question && check.speaks());
    }
}
