package helvo.core.check;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.check.Check.Kind;
import helvo.core.check.Check.Question;
import helvo.core.fit.Curve;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.FixedInterceptLine;
import helvo.core.fit.Line;
import helvo.core.fit.Polynomial;
import helvo.core.fit.Power;
import helvo.core.fit.Residuals;
import helvo.core.points.Points;
import java.util.Arrays;
import java.util.List;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import org.apache.commons.statistics.distribution.TDistribution;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/// What decides whether a check is told: levels, guards, and which of several explanations stands. Expected numbers
/// by NumPy and SciPy.
class CheckPolicyTest {
    private static final double[] X = upTo(12);
    private static final double[] OFF = {0.1, -0.2, 0.15, 0.05, -0.1, 0.2, -0.15, 0.1, -0.05, 0.12, -0.18, 0.02};

    private static double[] upTo(int n) {
        return IntStream.rangeClosed(1, n).mapToDouble(i -> i).toArray();
    }

    private static Residuals residuals(Curve curve, Points points) {
        Fit fit = ((FitOutcome.Fitted) curve.fit(points, Progress.none())).fit();
        return Residuals.of(fit, points, Progress.none());
    }

    private static ResidualDiagnosis diagnosis(double[] x, double[] y) {
        return ResidualDiagnosis.of(residuals(new Line(), Points.of(x, y)), Progress.none());
    }

    private static Check check(Residuals residuals, Kind kind) {
        return ResidualChecks.of(residuals).checks().stream()
                .filter(each -> each.kind() == kind)
                .findFirst()
                .orElseThrow();
    }

    @Test
    void allQuestionsTogetherErrAtOneLevel() {
        assertThat(Check.of(Kind.NEXT_TERM, 9, 0.01, 1).adjusted(0.0559).isReported())
                .isTrue();
        assertThat(Check.of(Kind.NEXT_TERM, 9, 0.01, 1).adjusted(0.0561).isReported())
                .isFalse();
        assertThat(DoubleStream.of(Arrays.stream(Question.values())
                                .mapToDouble(Question::weight)
                                .toArray())
                        .sum())
                .isCloseTo(1, within(1e-12));
    }

    /// However certain it is.
    @ParameterizedTest
    @CsvSource({
        "DURBIN_WATSON, 0.051, true",
        "DURBIN_WATSON, -0.051, true",
        "DURBIN_WATSON, 0.049, false",
        "DURBIN_WATSON_MEASURED, 0.049, false",
        "BREUSCH_PAGAN, 1.11, true",
        "BREUSCH_PAGAN, 1.09, false",
        "BREUSCH_PAGAN, 0.9, true",
        "SPREAD, 0.92, false",
        "STEP, 0.001, true",
        "NEXT_TERM, 0, false"
    })
    void anEffectTooSmallToMatterIsNotTold(Kind kind, double size, boolean isTold) {
        assertThat(Check.of(kind, 1, 1e-9, size).adjusted(1e-8).isReported()).isEqualTo(isTold);
    }

    /// Two statistics that answer one question have two chances.
    @Test
    void statisticsOfOneQuestionShareItsError() {
        Residuals residuals =
                residuals(new Line(), Points.of(new double[] {1, 1, 2, 2, 3, 3, 4, 4, 5, 5, 5}, new double[] {
                    2.1, 2.3, 3.9, 4.2, 5.1, 5.0, 5.6, 5.9, 6.1, 6.0, 6.3
                }));
        List<Check> pattern = ResidualChecks.of(residuals).checks().stream()
                .filter(check -> check.kind().question() == Question.PATTERN)
                .toList();
        assertThat(pattern).extracting(Check::kind).containsExactly(Kind.NEXT_TERM, Kind.LACK_OF_FIT);
        Check answer = pattern.stream()
                .filter(check -> check.adjusted().isPresent())
                .findFirst()
                .orElseThrow();
        assertThat(answer.adjusted().getAsDouble())
                .as("doubled, and the first in Holm's order of all but influence, which was not asked for")
                .isCloseTo(
                        2 * answer.p().orElseThrow() / Question.PATTERN.weight() * (1 - Question.INFLUENCE.weight()),
                        within(1e-12));
    }

    /// The next term of a line through the origin is x²; about the middle of the x it would be another.
    @Test
    void theNextTermKeepsAnInterceptThatIsHeld() {
        double[] y = {1.1, 2.3, 2.7, 4.4, 4.6, 6.6, 6.5, 8.6, 8.4, 10.9, 10.1, 13.0};
        Check term = check(residuals(new FixedInterceptLine(0), Points.of(X, y)), Kind.NEXT_TERM);
        assertThat(term.statistic()).isCloseTo(0.11203055976048097, within(1e-9));
        assertThat(term.p().orElseThrow()).isCloseTo(0.7447586616925443, within(1e-10));
    }

    @Test
    void lackOfFitIsTestedWithOneDegreeOfFreedom() {
        Check lack = check(
                residuals(new Line(), Points.of(new double[] {1, 1, 2, 2, 2, 3, 3}, new double[] {
                    2.1, 2.3, 3.2, 3.0, 3.3, 5.1, 4.8
                })),
                Kind.LACK_OF_FIT);
        assertThat(lack.statistic()).isCloseTo(10.238805970149237, within(1e-9));
        assertThat(lack.p().orElseThrow()).isCloseTo(0.03290666294245604, within(1e-10));
        Check onePair = check(
                residuals(new Line(), Points.of(new double[] {1, 2, 3, 4, 4}, new double[] {2.1, 3.2, 5.1, 5.6, 5.9})),
                Kind.LACK_OF_FIT);
        assertThat(onePair.statistic()).isCloseTo(3.199346405228743, within(1e-8));
        assertThat(onePair.p().orElseThrow()).isCloseTo(0.36763978375674644, within(1e-9));
    }

    /// Up to 5,000 points the distribution is that of these x, beyond it is normal.
    @Test
    void durbinAndWatsonsChanceOfAnyNumberOfPoints() {
        Residuals few = residuals(
                new Line(),
                Points.of(
                        IntStream.range(0, 60).mapToDouble(i -> i).toArray(),
                        IntStream.range(0, 60)
                                .mapToDouble(i -> i * 0.3 + Math.sin(1.7 * i * i + i) + 0.25 * Math.sin(i / 4.0))
                                .toArray()));
        assertThat(check(few, Kind.DURBIN_WATSON).statistic()).isCloseTo(1.9843215992974355, within(1e-9));
        assertThat(check(few, Kind.DURBIN_WATSON).p().orElseThrow()).isCloseTo(0.8441490105148156, within(1e-8));
        Residuals many = residuals(
                new Line(),
                Points.of(
                        IntStream.range(0, 6000).mapToDouble(i -> i).toArray(),
                        IntStream.range(0, 6000)
                                .mapToDouble(i -> Math.sin(1.7 * i * i + i) + 0.1 * Math.sin(i / 40.0))
                                .toArray()));
        assertThat(check(many, Kind.DURBIN_WATSON).statistic()).isCloseTo(1.985039011890007, within(1e-8));
        assertThat(check(many, Kind.DURBIN_WATSON).p().orElseThrow()).isCloseTo(0.562294629109706, within(1e-6));
    }

    @Test
    void breuschAndPaganTellHowFarTheSpreadGrows() {
        BreuschPagan spread = BreuschPagan.of(OrthogonalResiduals.of(residuals(new Line(), Points.of(X, new double[] {
                            2.5, 3.45, 6.6, 7.35, 10.7, 11.25, 14.8, 15.15, 18.9, 19.05, 23.0, 22.95
                        })))
                        .orElseThrow())
                .orElseThrow();
        assertThat(spread.statistic()).isCloseTo(7.607543737620395, within(1e-9));
        assertThat(spread.p()).isCloseTo(0.005812460709514821, within(1e-10));
        assertThat(spread.growth()).isCloseTo(2.1628956939505724, within(1e-9));
    }

    /// From the fewest points that tell anything of it; no more is said than tenfold.
    @Test
    void spreadIsAskedOfFivePoints() {
        double[] y = {1.1, 1.8, 3.3, 3.6, 5.6};
        Residuals five = residuals(new Line(), Points.of(upTo(5), y));
        assertThat(BreuschPagan.of(OrthogonalResiduals.of(five).orElseThrow())).hasValueSatisfying(spread -> {
            assertThat(spread.statistic()).isCloseTo(1.937777098303008, within(1e-9));
            assertThat(spread.growth()).isCloseTo(3.278719262151003, within(1e-9));
        });
        assertThat(check(five, Kind.SPREAD).size()).isGreaterThan(1);
        Residuals four = residuals(new Line(), Points.of(upTo(4), Arrays.copyOf(y, 4)));
        assertThat(ResidualChecks.of(four).checks())
                .isNotEmpty()
                .noneMatch(each -> each.kind().question() == Kind.SPREAD.question());
        double[] wide = IntStream.range(0, 12)
                .mapToDouble(i -> 2 * X[i] + OFF[i] * X[i] * X[i])
                .toArray();
        Residuals growing = residuals(new Line(), Points.of(X, wide));
        assertThat(BreuschPagan.of(OrthogonalResiduals.of(growing).orElseThrow())
                        .orElseThrow()
                        .growth())
                .isEqualTo(10);
    }

    /// Quantiles of Student's t of nine degrees of freedom, against SciPy's A² and Stephens' formula.
    @Test
    void andersonAndDarlingsChanceBetweenNeverAndAlways() {
        var student = TDistribution.of(9);
        NormalityTest shape = NormalityTest.of(IntStream.range(0, 6000)
                        .mapToDouble(i -> student.inverseCumulativeProbability((i + 0.5) / 6000))
                        .toArray())
                .orElseThrow();
        assertThat(shape.statistic()).isCloseTo(5.976891537620759, within(1e-7));
        assertThat(shape.p()).isCloseTo(1.0705456287173082e-14, within(1e-19));
    }

    /// Freedman and Diaconis' width 2 IQR n^(−1/3), to the next of 1, 2, 5.
    @Test
    void binsAreAsWideAsTheSpreadAsks() {
        assertThat(Histogram.of(IntStream.range(0, 1000)
                                .mapToDouble(i -> i / 1000.0)
                                .toArray())
                        .width())
                .isEqualTo(0.1);
        assertThat(Histogram.of(IntStream.range(0, 1000)
                                .mapToDouble(i -> i * 0.0003)
                                .toArray())
                        .width())
                .isEqualTo(0.02);
    }

    @Test
    void upToThreeOutliersAreNamed() {
        double[] x = upTo(30);
        double[] y =
                IntStream.range(0, 30).mapToDouble(i -> 2 * x[i] + OFF[i % 12]).toArray();
        y[4] += 3;
        y[12] -= 4;
        y[19] += 5;
        assertThat(diagnosis(x, y).speaking()).singleElement().satisfies(odd -> {
            assertThat(odd.kind()).isEqualTo(Kind.OUTLIER);
            assertThat(odd.rows()).containsExactlyInAnyOrder(4, 12, 19);
        });
        y[26] -= 6;
        assertThat(diagnosis(x, y).speaking()).noneMatch(check -> check.kind() == Kind.OUTLIER);
    }

    /// Two points at the end bend the whole line: the less likely explanation by chance stands, and here it is the
    /// points.
    @Test
    void ofABendAndAnOutlierTheSurerStands() {
        double[] y = {0.67, 1.79, 2.93, 3.89, 4.94, 5.92, 7.06, 8.07, 9.29, 10.27, 11.29, 12.5, 14.08, 15.41};
        Residuals residuals = residuals(new Line(), Points.of(upTo(14), y));
        assertThat(check(residuals, Kind.NEXT_TERM).p().orElseThrow()).isBetween(0.001, 0.002);
        assertThat(check(residuals, Kind.OUTLIER).p().orElseThrow()).isLessThan(0.001);
        assertThat(diagnosis(upTo(14), y).speaking()).singleElement().satisfies(odd -> {
            assertThat(odd.kind()).isEqualTo(Kind.OUTLIER);
            assertThat(odd.rows()).containsExactlyInAnyOrder(12, 13);
        });
    }

    /// The parabola's AICc is lower by 1.6, which is no evidence, and it has a coefficient more.
    @Test
    void amongShapesThatTheEvidenceDoesNotTellApartTheSimplestComesFirst() {
        double[] y = {3.35, 4.03, 5.05, 6.09, 6.72, 7.4, 7.86, 8.68, 9.01, 9.75, 10.23, 10.07, 10.93, 11.1};
        assertThat(diagnosis(upTo(14), y).adequateAlternatives()).containsExactly(new Power(false), new Polynomial(2));
    }
}
