package helvo.core.check;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.check.Check.Kind;
import helvo.core.check.Check.Question;
import helvo.core.check.CheckSimulation.Fault;
import helvo.core.check.CheckSimulation.Spoken;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.Line;
import helvo.core.fit.Power;
import helvo.core.fit.Residuals;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import java.util.Arrays;
import java.util.Map;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/// Expected numbers: NumPy's least squares and QR with SciPy 1.17's distributions (F, t, χ²), SciPy's shapiro and
/// anderson, and Imhof's integral for the exact p of Durbin and Watson's d.
class ChecksTest {
    private static final double[] X =
            DoubleStream.iterate(1, x -> x + 1).limit(12).toArray();
    private static final double[] Y = {1.1, 2.3, 2.7, 4.4, 4.6, 6.6, 6.5, 8.6, 8.4, 10.9, 10.1, 13.0};

    private static ResidualDiagnosis judgement(Points points) {
        Fit fit = ((FitOutcome.Fitted) new Line().fit(points, Progress.none())).fit();
        return ResidualDiagnosis.of(Residuals.of(fit, points, Progress.none()), Progress.none());
    }

    private static Check check(Points points, Kind kind) {
        return judgement(points).checks().stream()
                .filter(each -> each.kind() == kind)
                .findFirst()
                .orElseThrow();
    }

    private static Check check(Kind kind) {
        return check(Points.of(X, Y), kind);
    }

    /// A straight line with one value 2 too large.
    private static double[] mistyped() {
        double[] off = {0.1, -0.2, 0.15, 0.05, -0.1, 0.2, -0.15, 0.1, -0.05, 0.12, -0.18, 0.02};
        return IntStream.range(0, 12)
                .mapToDouble(i -> 3 + 2 * X[i] + off[i] + (i == 6 ? 2 : 0))
                .toArray();
    }

    @Test
    void theNextTermTellsAnArchAndTheShapesThatLeaveNone() {
        var pluck = Points.of(
                new double[] {10, 15, 20, 30, 40, 50, 60, 80, 100, 120},
                new double[] {35.7, 43.3, 50.1, 61.7, 71, 79.3, 86.9, 100.4, 111.6, 122.7});
        ResidualDiagnosis judgement = judgement(pluck);
        Check term = judgement.checks().getFirst();
        assertThat(term.kind()).isEqualTo(Kind.NEXT_TERM);
        assertThat(term.statistic()).isCloseTo(78.60735284540168, within(1e-9));
        assertThat(term.p().orElseThrow()).isCloseTo(4.7021212659318583e-05, within(1e-14));
        assertThat(term.size()).isCloseTo(7.388789473080851, within(1e-10));
        assertThat(judgement.nextTerm()).hasSize(10).contains(-term.size());
        assertThat(judgement.speaking()).containsExactly(term);
        assertThat(judgement.adequateAlternatives()).containsExactly(new Power(false));
    }

    @Test
    void whereXRepeatsTheMeansAreComparedWithTheScatterAboutThem() {
        var points = Points.of(
                new double[] {1, 1, 2, 2, 3, 3, 4, 4, 5, 5, 5},
                new double[] {2.1, 2.3, 3.9, 4.2, 5.1, 5.0, 5.6, 5.9, 6.1, 6.0, 6.3});
        assertThat(check(points, Kind.LACK_OF_FIT).statistic()).isCloseTo(20.945598731165717, within(1e-9));
        assertThat(check(points, Kind.LACK_OF_FIT).p().orElseThrow()).isCloseTo(0.0014003664010409555, within(1e-12));
        assertThat(check(points, Kind.DURBIN_WATSON).statistic())
                .as("of the means")
                .isCloseTo(1.5222086701056428, within(1e-12));
        assertThat(judgement(points).speaking())
                .extracting(check -> check.kind().question())
                .containsOnly(Question.PATTERN);
    }

    @Test
    void pointsAtTheSameXMayStandInAnyOrder() {
        double[] x = {1, 1, 1, 2, 2, 3, 4, 4, 5, 6};
        double[] y = {2.1, 2.4, 2.2, 3.9, 4.3, 5.1, 5.6, 5.9, 6.1, 6.9};
        var shuffled = Points.of(
                new double[] {4, 1, 6, 2, 1, 5, 1, 3, 4, 2},
                new double[] {5.9, 2.2, 6.9, 4.3, 2.1, 6.1, 2.4, 5.1, 5.6, 3.9});
        for (Kind kind : new Kind[] {
            Kind.NEXT_TERM, Kind.LACK_OF_FIT, Kind.DURBIN_WATSON, Kind.SPREAD, Kind.STEP, Kind.SHAPIRO_WILK
        }) {
            assertThat(check(shuffled, kind).statistic())
                    .as(kind.keyword())
                    .isCloseTo(check(Points.of(x, y), kind).statistic(), within(1e-9));
        }
        assertThat(check(
                                Points.of(new double[] {1, 2, 1, 3, 2}, new double[] {1, 2, 1.2, 3.1, 2.2}),
                                Kind.DURBIN_WATSON_MEASURED)
                        .statistic())
                .isPositive();
    }

    @Test
    void barsThatWeighAreTakenIntoAccount() {
        double[] bars = DoubleStream.of(X).map(x -> 0.1 + 0.05 * x).toArray();
        Points points = new Points(X, Y, IntStream.range(0, 12).toArray(), ErrorBars.NONE, ErrorBars.even(bars))
                .weighted(Weighting.RELATIVE, 1, 1);
        assertThat(check(points, Kind.NEXT_TERM).statistic()).isCloseTo(0.20516034725805468, within(1e-9));
        assertThat(check(points, Kind.NEXT_TERM).p().orElseThrow()).isCloseTo(0.6613092691264513, within(1e-10));
    }

    /// The rest is judged without it, so that nothing else is said.
    @Test
    void aMistypedValueIsNamedWithItsRowAndWhatTheSlopeWouldBe() {
        ResidualDiagnosis judgement = judgement(Points.of(X, mistyped()));
        assertThat(judgement.speaking()).singleElement().satisfies(odd -> {
            assertThat(odd.kind()).isEqualTo(Kind.OUTLIER);
            assertThat(odd.rows()).containsExactly(6);
            assertThat(odd.statistic()).isCloseTo(12.431878686399635, within(1e-9));
            assertThat(odd.p().orElseThrow())
                    .as("with its share of the error")
                    .isCloseTo(6.833155327772578e-06 / 0.7, within(1e-15));
        });
        assertThat(judgement.without().get(6).slope().value()).isCloseTo(1.9965286624203826, within(1e-12));
        assertThat(check(Points.of(X, mistyped()), Kind.COOK).statistic()).isCloseTo(0.4393816518508942, within(1e-10));
    }

    @Test
    void aPointThatDecidesTheSlopeIsSaidWithWhatItWouldBeWithoutIt() {
        double[] x = {1, 1.1, 1.2, 1.3, 1.4, 1.5, 10};
        double[] y = {2, 2.3, 1.9, 2.2, 2.1, 2.0, 9};
        ResidualDiagnosis judgement = judgement(Points.of(x, y));
        assertThat(judgement.speaking()).singleElement().satisfies(check -> {
            assertThat(check.kind()).isEqualTo(Kind.COOK);
            assertThat(check.isWarning()).as("its place is not a fault").isFalse();
            assertThat(check.rows()).containsExactly(6);
        });
        assertThat(judgement.without().get(6).slope().value()).isCloseTo(-0.015 / 0.175, within(1e-12));
    }

    /// With nothing left beside the term, and nothing left beside the point.
    @Test
    void aBendWithoutScatterAndAFaultWithoutScatterAreSeen() {
        assertThat(judgement(Points.of(X, Arrays.stream(X).map(x -> x * x).toArray()))
                        .speaking())
                .extracting(Check::kind)
                .containsExactly(Kind.NEXT_TERM);
        double[] y = X.clone();
        y[4] = 50;
        double[] straight = {0, 2 * 4.4, 2 * 8.3, 2 * 12.2, 2 * 16.1};
        assertThat(judgement(Points.of(new double[] {0, 2, 4, 6, 8}, straight)).speaking())
                .as("where all others lie on one line, their rounding makes none of them odd")
                .singleElement()
                .satisfies(odd -> assertThat(odd.rows()).containsExactly(0));
        double[] decimals = {1, 1.7, 2.4, 3.1, 3.8, 4.5, 5.2, 5.9, 6.6, 7.3, 8, 8.7, 9.4, 10.1, 10.8, 11.5, 12.2, 12.9};
        assertThat(judgement(Points.of(
                                IntStream.rangeClosed(1, decimals.length)
                                        .asDoubleStream()
                                        .toArray(),
                                decimals))
                        .speaking())
                .as("decimals on a line, which no doubles are")
                .isEmpty();
        assertThat(judgement(Points.of(X, y)).speaking()).singleElement().satisfies(odd -> assertThat(odd.rows())
                .containsExactly(4));
    }

    /// Of a million points the least bend is significant, and too small to be worth a word.
    @Test
    void whatIsTinyBesideTheScatterIsNotSaid() {
        var random = new Random(3);
        double[] x = IntStream.range(0, 400_000).mapToDouble(i -> i / 400_000.0).toArray();
        double[] y = Arrays.stream(x)
                .map(at -> at + 0.09 * (at - 0.5) * (at - 0.5) + random.nextGaussian())
                .toArray();
        Check term = check(Points.of(x, y), Kind.NEXT_TERM);
        assertThat(term.p().orElseThrow()).isLessThan(0.01);
        assertThat(term.isReported()).isFalse();
    }

    /// The goals of docs/numerics.md, on as many sets as its table.
    @Tag("thorough")
    @Test
    void cleanSetsAreMetWithSilenceAndFaultsAreFound() {
        for (int n : new int[] {8, 20}) {
            Spoken clean = CheckSimulation.of(Fault.CLEAN, n, 2_000, 17L * n);
            assertThat(clean.share(clean.warned())).as("clean, n = " + n).isLessThanOrEqualTo(6);
        }
        for (CheckSimulation.Spacing spacing : CheckSimulation.Spacing.values()) {
            Spoken clean = CheckSimulation.of(CheckSimulation.Shape.EXPONENTIAL, spacing, Weighting.STATED, 8, 500, 7);
            assertThat(clean.share(clean.warned())).as("clean, " + spacing).isLessThanOrEqualTo(7);
        }
        atLeast(50, Fault.ARCH, 12, Question.PATTERN);
        atLeast(48, Fault.STEP_4, 20, Question.STEP);
        atLeast(65, Fault.FAN, 50, Question.SPREAD);
        Spoken mistyped = CheckSimulation.of(Fault.MISTYPED, 20, 1_000, 344);
        assertThat(mistyped.share(mistyped.named())).isGreaterThanOrEqualTo(90);
        assertThat(mistyped.share(mistyped.namedWrongly())).isLessThan(2);
        Spoken two = CheckSimulation.of(Fault.TWO, 12, 1_000, 345);
        assertThat(two.share(two.named())).isGreaterThanOrEqualTo(60);
        assertThat(two.share(two.namedWrongly())).isLessThan(2.5);
    }

    private static void atLeast(double share, Fault fault, int n, Question question) {
        Spoken spoken = CheckSimulation.of(fault, n, 500, n);
        assertThat(spoken.share(question)).as(fault + ", n = " + n).isGreaterThanOrEqualTo(share);
    }

    @Test
    void durbinAndWatsonTellAlternatingNeighbours() {
        assertThat(check(Kind.DURBIN_WATSON).statistic()).isCloseTo(3.5913513067853913, within(1e-12));
        // The beta distribution has d's first two moments; the exact p is 0.00107.
        assertThat(check(Kind.DURBIN_WATSON).p().orElseThrow()).isCloseTo(0.00107, within(3e-4));
        assertThat(check(Kind.DURBIN_WATSON).isReported()).isTrue();
    }

    /// Expected: NumPy's correlation of the sizes; its chance from 200,000 drawings there.
    @Test
    void aWideningSpreadIsTold() {
        assertThat(check(Kind.SPREAD).statistic()).isCloseTo(0.9348119967141978, within(1e-10));
        assertThat(check(Kind.SPREAD).p().orElseThrow()).isCloseTo(0.00001, within(0.001));
        assertThat(check(Kind.SPREAD).size()).as("the scatter grows").isGreaterThan(3);
    }

    /// Expected: NumPy's F of the best of all steps; its chance from 200,000 drawings there.
    @Test
    void aChangeOfLevelIsToldWithItsPlace() {
        double[] off = {0.1, -0.2, 0.15, 0.05, -0.1, 0.2, -0.15, 0.1, -0.05, 0.12, -0.18, 0.02};
        Check step = check(
                Points.of(
                        X,
                        IntStream.range(0, 12)
                                .mapToDouble(i -> 3 + 2 * X[i] + off[i] + (i < 7 ? 0 : 1.1))
                                .toArray()),
                Kind.STEP);
        assertThat(step.statistic()).isCloseTo(47.80521301622253, within(1e-8));
        assertThat(step.p().orElseThrow()).isCloseTo(0.00064, within(0.0006));
        assertThat(step.size()).isCloseTo(1.1722255639098238, within(1e-10));
        assertThat(step.rows()).containsExactly(6, 7);
        assertThat(step.isReported()).isTrue();
    }

    /// Each of the two hides the other from the test of one.
    @Test
    void twoMistypedValuesDoNotHideOneAnother() {
        double[] off = {0.1, -0.2, 0.15, 0.05, -0.1, 0.2, -0.15, 0.1, -0.05, 0.12, -0.18, 0.02};
        double[] y = IntStream.range(0, 12)
                .mapToDouble(i -> 3 + 2 * X[i] + off[i] + (i == 9 || i == 10 ? 3 : 0))
                .toArray();
        ResidualDiagnosis judgement = judgement(Points.of(X, y));
        assertThat(judgement.speaking()).singleElement().satisfies(odd -> {
            assertThat(odd.kind()).isEqualTo(Kind.OUTLIER);
            assertThat(odd.rows()).containsExactlyInAnyOrder(9, 10);
        });
        assertThat(judgement.without().get(9)).isSameAs(judgement.without().get(10));
    }

    /// A bar says that row 3 scatters by 1: that it lies 0.3 off among points that happen to lie close is no fault.
    @Test
    void whereBarsSayWhatTheScatterIsItIsNotTakenToBeLess() {
        Points points = new Points(
                new double[] {1, 2, 3, 4, 5},
                new double[] {2, 4.1, 5.9, 8, 10.2},
                new int[] {0, 1, 2, 3, 4},
                ErrorBars.NONE,
                ErrorBars.even(new double[] {1e-6, 1e-6, 1, 1e6, 1e6}));
        assertThat(judgement(points.weighted(Weighting.STATED, 1, 1)).checks())
                .isNotEmpty()
                .noneMatch(Check::isWarning);
        assertThat(judgement(points.weighted(Weighting.RELATIVE, 1, 1)).checks())
                .anyMatch(Check::isWarning);
    }

    /// The farthest of a distribution with heavy tails is no mistake: that is said once, and no row named.
    @Tag("thorough")
    @Test
    void heavyTailsAreToldAndNoRowNamed() {
        Spoken heavy = CheckSimulation.of(Fault.T5, 200, 150, 5);
        assertThat(heavy.share(heavy.namedWrongly())).as("named").isLessThan(15);
        assertThat(heavy.share(Question.SHAPE)).as("told").isGreaterThan(40);
        Spoken light = CheckSimulation.of(Fault.UNIFORM, 200, 150, 5);
        assertThat(light.share(light.warned())).as("light tails do no harm").isLessThan(10);
    }

    @Test
    void breuschAndPaganOfMany() {
        double[] x = IntStream.range(0, 600).mapToDouble(i -> i % 100).toArray();
        double[] y = IntStream.range(0, 600)
                .mapToDouble(i -> x[i] + (i * 0.6180339887498949 % 1 - 0.5) * (1 + x[i] / 50))
                .toArray();
        assertThat(check(Points.of(x, y), Kind.BREUSCH_PAGAN).size())
                .as("the scatter grows")
                .isBetween(2.0, 5.5);
    }

    @Test
    void shapiroAndWilkOnResiduals() {
        assertThat(check(Kind.SHAPIRO_WILK).statistic()).isCloseTo(0.9358426332473755, within(1e-6));
        assertThat(check(Kind.SHAPIRO_WILK).p().orElseThrow()).isCloseTo(0.4461610019207001, within(1e-5));
    }

    @ParameterizedTest
    @CsvSource({
        "3, 0.8638790845870972, 0.27831193804740906",
        "4, 0.7724469900131226, 0.061290841549634933",
        "7, 0.8935970067977905, 0.293956458568573",
        "20, 0.9215534329414368, 0.10615041851997375",
        "50, 0.9278066158294678, 0.0045689004473388195",
        "500, 0.9412162899971008, 3.6419497517585497e-13"
    })
    void shapiroAndWilkOfAnySize(int n, double w, double p) {
        NormalityTest shape = NormalityTest.of(IntStream.range(0, n)
                        .mapToDouble(i -> Math.sin(1.7 * i * i + i) + 0.3 * Math.cos(5 * i))
                        .sorted()
                        .toArray())
                .orElseThrow();
        assertThat(shape.statistic()).isCloseTo(w, within(2e-6));
        assertThat(shape.p()).isCloseTo(p, within(2e-5 + 1e-3 * p));
    }

    @Test
    void andersonAndDarlingForMany() {
        NormalityTest shape = NormalityTest.of(IntStream.range(0, 6000)
                        .mapToDouble(i -> Math.sin(1.7 * i * i + i))
                        .sorted()
                        .toArray())
                .orElseThrow();
        assertThat(shape.kind()).isEqualTo(Check.Kind.ANDERSON_DARLING);
        assertThat(shape.statistic()).isCloseTo(178.9382493516414, within(1e-8));
        assertThat(shape.p()).isZero();
    }

    /// So many points that checks run beside each other, ten at each x: against NumPy and SciPy.
    @Test
    void manyPointsAreJudgedAsFewAre() {
        int n = 30_000;
        double[] x = IntStream.range(0, n).mapToDouble(i -> i % 3000).toArray();
        double[] y = IntStream.range(0, n)
                .mapToDouble(i -> 0.5 * x[i] + 40 * (i * 0.6180339887498949 % 1 - 0.5) * (1 + x[i] / 3000))
                .toArray();
        Map<Kind, Double> said =
                judgement(Points.of(x, y)).checks().stream().collect(Collectors.toMap(Check::kind, Check::statistic));
        Map<Kind, Double> known = Map.of(
                Kind.LACK_OF_FIT,
                0.09455110367011793,
                Kind.ANDERSON_DARLING,
                161.5225502078465,
                Kind.BREUSCH_PAGAN,
                3936.9479112298063,
                Kind.DURBIN_WATSON_MEASURED,
                2.8327645081185984,
                Kind.DURBIN_WATSON,
                1.704448734372813);
        known.forEach((kind, statistic) ->
                assertThat(said.get(kind)).as(kind.name()).isCloseTo(statistic, within(1e-9 * statistic)));
    }

    /// Points that agree to the last digit have no scatter of their own, whatever their bars.
    @Test
    void equalPointsLackNoFitByRounding() {
        double[] y = {1.1, 1.1, 2.3, 2.3, 2.7, 2.7, 4.4, 4.4, 4.6, 4.6};
        double[] x =
                IntStream.range(0, y.length).map(i -> i / 2).asDoubleStream().toArray();
        double[] bars = IntStream.range(0, y.length)
                .mapToDouble(i -> i % 2 == 0 ? 0.1 : 0.3)
                .toArray();
        Points points = new Points(x, y, IntStream.range(0, y.length).toArray(), ErrorBars.NONE, ErrorBars.even(bars))
                .weighted(Weighting.RELATIVE, 1, 1);
        assertThat(judgement(points).checks())
                .extracting(Check::kind)
                .contains(Kind.NEXT_TERM)
                .doesNotContain(Kind.LACK_OF_FIT);
    }

    /// Two points, a perfect line, equal residuals: fewer checks, never a fault or a NaN.
    @Test
    void whatCannotBeJudgedIsNotJudged() {
        assertThat(judgement(Points.of(new double[] {1, 2}, new double[] {3, 5}))
                        .checks())
                .isEmpty();
        assertThat(judgement(Points.of(X, X)).checks()).isEmpty();
        assertThat(judgement(Points.of(new double[] {1, 2, 3}, new double[] {1, 2, 4}))
                        .checks())
                .as("n − p < 2")
                .isEmpty();
        for (double[] y : new double[][] {
            {1, 2, 4, 4}, {0, 0, 0, 1}, {1, -1, 1, -1}, {1e-300, 2e-300, 4e-300, 5e-300}, {1e150, 2e150, -1e150, 0}
        }) {
            assertThat(judgement(Points.of(new double[] {1, 2, 3, 4}, y)).checks())
                    .allSatisfy(check -> {
                        assertThat(check.statistic()).isFinite();
                        assertThat(check.p().orElse(0)).isBetween(0.0, 1.0);
                    });
        }
    }
}
