package helvo.core.check;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.check.Check.Kind;
import helvo.core.fit.Curve;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.FixedInterceptLine;
import helvo.core.fit.Line;
import helvo.core.fit.Polynomial;
import helvo.core.fit.Residuals;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.DoubleUnaryOperator;
import java.util.function.IntToDoubleFunction;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import org.apache.commons.statistics.distribution.TDistribution;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/// What each check works out, against NumPy and SciPy: by least squares with a QR decomposition, sets of points gone
/// through one by one, likelihoods by direct search, and 200,000 drawings where the check itself draws.
class CheckReferenceTest {
    private static final double[] OFF = {0.1, -0.2, 0.15, 0.05, -0.1, 0.2, -0.15, 0.1, -0.05, 0.12, -0.18, 0.02};

    private static double[] upTo(int n) {
        return IntStream.rangeClosed(1, n).mapToDouble(i -> i).toArray();
    }

    /// A line with this slope, beside which the points lie as [#OFF] says, over and over.
    private static double[] scattered(double[] x, double slope) {
        return IntStream.range(0, x.length)
                .mapToDouble(i -> slope * x[i] + OFF[i % 12])
                .toArray();
    }

    private static Points weighted(double[] x, double[] y, Weighting weighting, DoubleUnaryOperator bar) {
        double[] bars = DoubleStream.of(x).map(bar).toArray();
        return new Points(x, y, IntStream.range(0, x.length).toArray(), ErrorBars.NONE, ErrorBars.even(bars))
                .weighted(weighting, 1, 1);
    }

    private static Residuals residuals(Curve curve, Points points) {
        Fit fit = ((FitOutcome.Fitted) curve.fit(points, Progress.none())).fit();
        return Residuals.of(fit, points, Progress.none());
    }

    private static Residuals line(double[] x, double[] y) {
        return residuals(new Line(), Points.of(x, y));
    }

    private static OrthogonalResiduals scatter(Residuals residuals) {
        return OrthogonalResiduals.of(residuals).orElseThrow();
    }

    private static Optional<Check> check(Residuals residuals, Kind kind) {
        return ResidualChecks.of(residuals).checks().stream()
                .filter(each -> each.kind() == kind)
                .findFirst();
    }

    /// A shape matters where it widens the 95 % limits: an excess of kurtosis or a skewness above 0.8, either way.
    @ParameterizedTest
    @CsvSource({
        "SINH, 3.9, 0", // excess 0.70, skewness 0.09
        "SINH, 4.1, 1", // 0.88, 0.09
        "EXP, 1.6, 0", // −0.09, 0.76
        "EXP, 1.7, 1", // 0.01, 0.82
        "MINUS_EXP, 1.6, 0",
        "MINUS_EXP, 1.7, 1"
    })
    void aShapeMattersWhereTailsAreHeavyOrOneIsLonger(String form, double growth, double size) {
        double[] x = upTo(31);
        double[] y = IntStream.range(0, 31)
                .mapToDouble(i -> {
                    double z = growth * ((12 * i % 31 + 0.5) / 31 * 2 - 1);
                    double off = form.equals("SINH") ? Math.sinh(z) / growth + 0.4 : Math.exp(z) / growth;
                    return 2 * x[i] + (form.equals("MINUS_EXP") ? -off : off);
                })
                .toArray();
        assertThat(check(residuals(new FixedInterceptLine(0), Points.of(x, y)), Kind.SHAPIRO_WILK))
                .hasValueSatisfying(shape -> assertThat(shape.size()).isEqualTo(size));
    }

    @Test
    void whatAPointThatIsHalfOfItsOwnFittedValueDecides() {
        Check one = check(
                        line(new double[] {1, 2, 3, 4, 5, 6, 7, 30}, new double[] {1.1, 2.3, 2.8, 4.2, 4.9, 6.1, 6.8, 25
                        }),
                        Kind.DECIDING_POINT)
                .orElseThrow();
        assertThat(one.statistic()).isCloseTo(-4.070464270636771, within(1e-9));
        assertThat(one.p().orElseThrow()).isCloseTo(0.009629561686312458, within(1e-11));
        assertThat(one.size()).isCloseTo(-0.15480225988700536, within(1e-11));
        assertThat(one.rows()).containsExactly(7);
        Check oneOfTwo = check(
                        line(new double[] {-10, -1, -.5, 0, .5, 1, 10}, new double[] {-8.5, -1.1, -.4, .2, .4, 1.1, 11
                        }),
                        Kind.DECIDING_POINT)
                .orElseThrow();
        assertThat(oneOfTwo.statistic()).isCloseTo(10.526030134053268, within(1e-8));
        assertThat(oneOfTwo.p().orElseThrow()).isCloseTo(0.0009213677104210194, within(1e-12));
        assertThat(oneOfTwo.rows()).containsExactly(0);
    }

    /// From two degrees of freedom that are left without it; of four such points none decides alone.
    @Test
    void fewPointsAndManyStrongOnesDecideNothing() {
        double[] x = {1, 2, 3, 4, 20};
        double[] y = {1.1, 2.3, 2.8, 4.2, 15};
        assertThat(check(line(x, y), Kind.DECIDING_POINT)).hasValueSatisfying(least -> {
            assertThat(least.statistic()).isCloseTo(-2.287331208629668, within(1e-9));
            assertThat(least.p().orElseThrow()).isCloseTo(0.14944318603188858, within(1e-10));
        });
        assertThat(check(line(Arrays.copyOfRange(x, 1, 5), Arrays.copyOfRange(y, 1, 5)), Kind.DECIDING_POINT))
                .isEmpty();
        double[] four = {-10, -4, -.4, -.2, 0, .1, .3, .5, 4, 10};
        assertThat(check(residuals(new Polynomial(3), Points.of(four, scattered(four, 1))), Kind.DECIDING_POINT))
                .isEmpty();
        assertThat(check(line(upTo(9), scattered(upTo(9), 1)), Kind.DECIDING_POINT))
                .as("none has half")
                .isEmpty();
    }

    @Test
    void cooksDistanceIsAskedOfFivePoints() {
        assertThat(check(line(new double[] {1, 2, 3, 4, 20}, new double[] {1.1, 2.3, 2.8, 4.2, 15}), Kind.COOK))
                .hasValueSatisfying(cook -> {
                    assertThat(cook.statistic()).isCloseTo(66.73797595190555, within(1e-8));
                    assertThat(cook.rows()).containsExactly(4);
                    assertThat(cook.isReported()).isTrue();
                });
        assertThat(check(line(upTo(5), new double[] {1.1, 2.3, 2.8, 4.2, 4.9}), Kind.COOK))
                .hasValueSatisfying(cook -> {
                    assertThat(cook.statistic()).isCloseTo(0.22553102873802555, within(1e-10));
                    assertThat(cook.rows()).containsExactly(3);
                    assertThat(cook.isReported()).isFalse();
                });
        assertThat(check(line(upTo(4), new double[] {1.1, 2.3, 2.8, 4.2}), Kind.COOK))
                .isEmpty();
    }

    /// Of 150 points those with the largest residuals are compared: the same as all.
    @Test
    void theOddestOfManyPointsIsThatOfAll() {
        double[] x = upTo(150);
        double[] y = scattered(x, 0.5);
        y[40] += 0.62;
        OutlierTest one = OutlierTest.of(scatter(line(x, y))).orElseThrow();
        assertThat(one.places()).containsExactly(40);
        assertThat(one.studentised()).isCloseTo(3.8433703043782854, within(1e-8));
        assertThat(one.p()).isCloseTo(0.03859130789124703, within(1e-9));
        y[110] -= 0.7;
        OutlierTest other = OutlierTest.of(scatter(line(x, y))).orElseThrow();
        assertThat(other.places()).containsExactly(110);
        assertThat(other.studentised()).isCloseTo(-3.9862901184539923, within(1e-8));
        assertThat(other.p()).isCloseTo(0.022577478641628793, within(1e-9));
        double[] middle = scattered(x, 0.5);
        middle[75] += 0.75;
        OutlierTest far = OutlierTest.of(scatter(line(x, middle))).orElseThrow();
        assertThat(far.places()).containsExactly(75);
        assertThat(far.p()).isCloseTo(4.085103576333753e-06, within(1e-14));
    }

    @Test
    void twoOutliersAreFoundTogetherAndNamedByTheirOddity() {
        double[] x = upTo(30);
        double[] y = scattered(x, 2);
        y[4] += 1;
        y[19] += 0.55;
        OutlierTest both = OutlierTest.of(scatter(line(x, y))).orElseThrow();
        assertThat(both.places()).containsExactly(4, 19);
        assertThat(both.studentised()).isCloseTo(6.031683358442688, within(1e-8));
        assertThat(both.p()).isCloseTo(0.0007105364611603102, within(1e-11));
        y[19] += 0.25;
        assertThat(OutlierTest.of(scatter(line(x, y))).orElseThrow().places()).containsExactly(19, 4);
    }

    /// A point that the curve must pass through is none of those among which one is sought.
    @Test
    void aPointThatTheCurvePassesThroughIsNotOdd() {
        OutlierTest odd = OutlierTest.of(
                        scatter(line(new double[] {1, 1, 1, 1, 1, 9}, new double[] {2.1, 2.2, 2.0, 2.15, 2.9, 5})))
                .orElseThrow();
        assertThat(odd.places()).containsExactly(4);
        assertThat(odd.studentised()).isCloseTo(8.248636250920507, within(1e-7));
        assertThat(odd.p()).isCloseTo(0.026649074367724557, within(1e-9));
    }

    /// Bars that say what the scatter is are not undercut, and are where the points scatter as they say.
    @Test
    void statedBarsAreTheLeastScatter() {
        double[] x = upTo(12);
        double[] y = scattered(x, 2);
        y[4] += 1.2;
        OutlierTest wide = OutlierTest.of(scatter(residuals(new Line(), weighted(x, y, Weighting.STATED, _ -> 0.3))))
                .orElseThrow();
        assertThat(wide.places()).containsExactly(4);
        assertThat(wide.studentised()).isCloseTo(3.4065912846518893, within(1e-8));
        assertThat(wide.p()).isCloseTo(0.011276494204566176, within(1e-10));
        OutlierTest narrow = OutlierTest.of(scatter(residuals(new Line(), weighted(x, y, Weighting.STATED, _ -> 0.1))))
                .orElseThrow();
        assertThat(narrow.studentised()).isCloseTo(7.018030976021451, within(1e-8));
        assertThat(narrow.p()).isCloseTo(0.0010628927431881729, within(1e-11));
    }

    /// Where a point goes further out, its being strange becomes the likelier explanation: log likelihoods that
    /// differ by less than 0.03, either way.
    @Test
    void tailsAreHeavyUpToWhereAStrangePointIsLikelier() {
        assertThat(TailTest.areHeavy(tailed(24, 0.745), new int[] {7})).isTrue();
        assertThat(TailTest.areHeavy(tailed(24, 0.752), new int[] {7})).isFalse();
        assertThat(TailTest.areHeavy(tailed(24, 0.988, -0.988), new int[] {7, 15}))
                .isTrue();
        assertThat(TailTest.areHeavy(tailed(24, 0.992, -0.992), new int[] {7, 15}))
                .isFalse();
        assertThat(TailTest.areHeavy(tailed(12, 0.2), new int[] {7})).isTrue();
        assertThat(TailTest.areHeavy(tailed(11, 0.2), new int[] {7}))
                .as("too few to tell")
                .isFalse();
    }

    /// @param away how far the eighth point, and the sixteenth, is moved
    private static OrthogonalResiduals tailed(int n, double... away) {
        double[] x = upTo(n);
        double[] y = IntStream.range(0, n)
                .mapToDouble(i -> 2 * x[i] + OFF[i % 12] * (1 + 0.3 * ((i + 1) * 7 % 5)))
                .toArray();
        for (int k = 0; k < away.length; k++) {
            y[7 + 8 * k] += away[k];
        }
        return scatter(line(x, y));
    }

    /// Stephens' formula has four branches; Student's t of these degrees of freedom comes into each.
    @ParameterizedTest
    @CsvSource({
        "24, 0.6943554276103896, 0.06981537353428727",
        "28, 0.5022246210255616, 0.20602622967426037",
        "32, 0.3800592060533745, 0.4032652720759351",
        "36, 0.297596998069821, 0.5893940805381",
        "40, 0.23932913826502045, 0.7787369383905076",
        "45, 0.18775562883820385, 0.902992117011729",
        "60, 0.10414651050632528, 0.9951491342345457"
    })
    void andersonAndDarlingsChanceInEachBranch(double freedom, double statistic, double p) {
        var student = TDistribution.of(freedom);
        NormalityTest shape = NormalityTest.of(IntStream.range(0, 6000)
                        .mapToDouble(i -> student.inverseCumulativeProbability((i + 0.5) / 6000) + 3)
                        .toArray())
                .orElseThrow();
        assertThat(shape.statistic()).isCloseTo(statistic, within(1e-8));
        assertThat(shape.p()).isCloseTo(p, within(1e-6));
    }

    /// With the fitted value, whose sign does not count, or with x: the less likely of both, and its chance.
    @Test
    void spreadThatGrowsWithTheFittedValueOrWithX() {
        double[] x = {1, 2, 3, 4, 5, 6.5, 8, 9, 10, 12};
        SpreadTest fitted = spread(x, i -> -9 + 2 * x[i] + OFF[i] * (1 + 0.5 * Math.abs(2 * x[i] - 9)));
        assertThat(fitted.statistic()).isCloseTo(0.6698293510649178, within(1e-9));
        assertThat(fitted.growth()).isCloseTo(1.6518264038715684, within(1e-9));
        assertThat(fitted.p()).isCloseTo(0.03986666666666667, within(0.01));
        SpreadTest rising = spread(x, i -> 2 * x[i] + OFF[i] * (0.4 + 0.3 * x[i]));
        assertThat(rising.statistic()).isCloseTo(0.6208517054661072, within(1e-9));
        assertThat(rising.growth()).isCloseTo(2.84893154418498, within(1e-9));
        assertThat(rising.p()).as("found by few drawings").isCloseTo(0.05563333333333333, within(0.02));
        SpreadTest falling = spread(x, i -> 2 * x[i] + OFF[i] * (5 - 0.4 * x[i]));
        assertThat(falling.statistic()).isCloseTo(-0.7357194785282793, within(1e-9));
        assertThat(falling.growth()).as("no less than a tenth").isEqualTo(0.1);
        assertThat(falling.p()).isCloseTo(0.09334, within(0.02));
    }

    private static SpreadTest spread(double[] x, IntToDoubleFunction y) {
        Residuals residuals =
                line(x, IntStream.range(0, x.length).mapToDouble(y).toArray());
        return SpreadTest.of(residuals, scatter(residuals)).orElseThrow();
    }

    @Test
    void theStepThatTakesMostOut() {
        double[] x = upTo(14);
        double[] y = IntStream.range(0, 14)
                .mapToDouble(i -> 0.5 * x[i] + OFF[i % 12] + (x[i] > 8 ? 0.35 : 0))
                .toArray();
        StepTest alike = step(line(x, y));
        assertThat(alike.statistic()).isCloseTo(4.095000367719982, within(1e-9));
        assertThat(List.of(alike.from(), alike.to())).containsExactly(8.0, 9.0);
        assertThat(alike.height()).isCloseTo(0.3207598039215684, within(1e-10));
        assertThat(alike.p()).as("times the places").isCloseTo(11 * 0.06799329143123696, within(1e-9));
        StepTest weighted = step(residuals(new Line(), weighted(x, y, Weighting.RELATIVE, at -> 0.1 + 0.02 * at)));
        assertThat(weighted.statistic()).isCloseTo(2.833375080291559, within(1e-9));
        assertThat(weighted.height()).isCloseTo(0.315656992395019, within(1e-10));
        double[] twice = IntStream.range(0, 14).mapToDouble(i -> 1 + i / 2).toArray();
        StepTest drawn = step(line(
                twice,
                IntStream.range(0, 14)
                        .mapToDouble(i -> 0.5 * twice[i] + OFF[i % 12] + (twice[i] > 4 ? 0.45 : 0))
                        .toArray()));
        assertThat(drawn.statistic()).isCloseTo(7.254711385446313, within(1e-9));
        assertThat(drawn.height()).isCloseTo(0.43583333333333385, within(1e-10));
        assertThat(drawn.p()).as("drawn").isCloseTo(0.07856, within(0.025)).isLessThan(4 * 0.0208);
        assertThat(StepTest.of(
                        scatter(line(upTo(3), new double[] {1, 2.1, 2.9})),
                        Replicates.of(scatter(line(upTo(3), new double[] {1, 2.1, 2.9})))))
                .as("no place leaves two x on either side")
                .isEmpty();
    }

    /// Repeats with bars of their own: each mean is by weight.
    @Test
    void lackOfFitOfRepeatsThatCountUnequally() {
        double[] x = IntStream.range(0, 12).mapToDouble(i -> 1 + i / 2).toArray();
        double[] bars =
                IntStream.range(0, 12).mapToDouble(i -> i % 2 == 0 ? 0.1 : 0.3).toArray();
        Points repeated = new Points(
                        x, scattered(x, 0.5), IntStream.range(0, 12).toArray(), ErrorBars.NONE, ErrorBars.even(bars))
                .weighted(Weighting.RELATIVE, 1, 1);
        Check lack = check(residuals(new Line(), repeated), Kind.LACK_OF_FIT).orElseThrow();
        assertThat(lack.statistic()).isCloseTo(1.2431900119516777, within(1e-11));
        assertThat(lack.p().orElseThrow()).isCloseTo(0.38578001123639505, within(1e-12));
    }

    /// Of 150 x every third place is tried.
    @Test
    void ofManyPlacesSomeAreTried() {
        double[] x = upTo(150);
        double[] y = IntStream.range(0, 150)
                .mapToDouble(i -> 0.5 * x[i] + OFF[i % 12] + (x[i] > 80 ? 0.2 : 0))
                .toArray();
        StepTest step = step(line(x, y));
        assertThat(step.statistic()).isCloseTo(19.677257738662533, within(1e-8));
        assertThat(List.of(step.from(), step.to())).containsExactly(80.0, 81.0);
        assertThat(step.height()).isCloseTo(0.19202820356954456, within(1e-10));
    }

    private static StepTest step(Residuals residuals) {
        OrthogonalResiduals scatter = scatter(residuals);
        return StepTest.of(scatter, Replicates.of(scatter)).orElseThrow();
    }

    /// What is drawn has no part in the fit's directions. 200 drawings tell what is plainly not rare, 5,000 the
    /// rest.
    @Test
    void drawingsEndWhereTheyTellEnough() {
        OrthogonalResiduals scatter = scatter(line(upTo(9), scattered(upTo(9), 1)));
        var draws = new AtomicInteger();
        assertThat(SimulatedSignificance.of(
                        scatter,
                        e -> {
                            for (double[] q : scatter.q()) {
                                assertThat(OrthogonalResiduals.dot(q, e)).isCloseTo(0, within(1e-12));
                            }
                            return draws.getAndIncrement() % 25 == 0 ? 1 : 0;
                        },
                        1))
                .as("one of 25")
                .isEqualTo(201.0 / 5001);
        assertThat(draws).hasValue(5000);
        draws.set(0);
        assertThat(SimulatedSignificance.of(scatter, _ -> draws.getAndIncrement() % 20 == 0 ? 1 : 0, 1))
                .as("one of 20")
                .isEqualTo(11.0 / 201);
        assertThat(SimulatedSignificance.of(scatter, _ -> 0, 1)).isEqualTo(1.0 / 5001);
        assertThat(SimulatedSignificance.of(scatter, _ -> 1, 1)).isEqualTo(1);
    }

    /// Of three million points every second is judged, so that the directions fit into the memory.
    @Test
    void ofVeryManyPointsEverySecondIsJudged() {
        int n = 3_000_000;
        double[] x = IntStream.range(0, n).mapToDouble(i -> i).toArray();
        double[] y = IntStream.range(0, n).mapToDouble(i -> 2 * i + OFF[i % 12]).toArray();
        OrthogonalResiduals scatter = scatter(line(x, y));
        assertThat(scatter.size()).isEqualTo(n / 2);
        assertThat(scatter.x()[700_001]).isEqualTo(1_400_002);
        assertThat(scatter.place(700_001)).isEqualTo(1_400_002);
    }

    @Test
    void neighboursInTheFilesOrderAreLeftOutWhereThatSaysNothing() {
        ResidualDiagnosis both = ResidualDiagnosis.of(
                line(new double[] {3, 1, 2, 5, 4, 7, 6, 8}, new double[] {3.2, 1.1, 2.3, 4.8, 4.1, 7.3, 5.8, 8.1}),
                Progress.none());
        assertThat(both.checks()).extracting(Check::kind).contains(Kind.DURBIN_WATSON, Kind.DURBIN_WATSON_MEASURED);
        assertThat(both.withoutOrderOfRows().checks())
                .extracting(Check::kind)
                .contains(Kind.DURBIN_WATSON, Kind.OUTLIER)
                .doesNotContain(Kind.DURBIN_WATSON_MEASURED);
    }

    /// In y units at each point, though the points weigh as their bars say.
    @Test
    void theNextTermOfAWeightedLine() {
        double[] x = upTo(12);
        double[] y = IntStream.range(0, 12)
                .mapToDouble(i -> 2 * x[i] + 0.03 * x[i] * x[i] + OFF[i])
                .toArray();
        Residuals residuals = residuals(new Line(), weighted(x, y, Weighting.RELATIVE, at -> 0.1 + 0.02 * at));
        assertThat(check(residuals, Kind.NEXT_TERM)).hasValueSatisfying(term -> {
            assertThat(term.statistic()).isCloseTo(40.208357657727774, within(1e-8));
            assertThat(term.size()).isCloseTo(-0.8578492057510663, within(1e-10));
        });
        double[] taken = ResidualDiagnosis.of(residuals, Progress.none()).nextTerm();
        assertThat(new double[] {taken[0], taken[5], taken[11]})
                .containsExactly(
                        new double[] {0.29032730259131295, -0.34410013629602526, 0.8578492057510663}, within(1e-10));
    }

    /// The means of points with equal x are neighbours, each by its weight; and in whatever order they were
    /// measured.
    @Test
    void neighboursAreMeansInTheOrderOfX() {
        double[] x = IntStream.range(0, 14).mapToDouble(i -> 1 + i / 2).toArray();
        double[] y = scattered(x, 0.5);
        neighbours(line(x, y), 2.3911432397242955, 0.982);
        neighbours(
                residuals(new Line(), weighted(x, y, Weighting.RELATIVE, at -> 0.1 + 0.05 * at)),
                2.139256153270119,
                0.742);
        double[] rising = upTo(10);
        double[] scattered = scattered(rising, 1);
        int[] order = {3, 9, 0, 5, 1, 8, 2, 7, 4, 6};
        Residuals shuffled = line(
                Arrays.stream(order).mapToDouble(i -> rising[i]).toArray(),
                Arrays.stream(order).mapToDouble(i -> scattered[i]).toArray());
        Check sorted = check(line(rising, scattered), Kind.DURBIN_WATSON).orElseThrow();
        assertThat(check(shuffled, Kind.DURBIN_WATSON)).hasValueSatisfying(same -> {
            assertThat(same.statistic()).isCloseTo(sorted.statistic(), within(1e-10));
            assertThat(same.p().orElseThrow()).isCloseTo(sorted.p().orElseThrow(), within(1e-9));
        });
        assertThat(check(shuffled, Kind.DURBIN_WATSON_MEASURED)).isPresent();
        assertThat(check(line(rising, scattered), Kind.DURBIN_WATSON_MEASURED)).isEmpty();
    }

    private static void neighbours(Residuals residuals, double statistic, double p) {
        assertThat(check(residuals, Kind.DURBIN_WATSON)).hasValueSatisfying(test -> {
            assertThat(test.statistic()).isCloseTo(statistic, within(1e-9));
            assertThat(test.p().orElseThrow()).isCloseTo(p, within(0.01));
            assertThat(test.size()).as("the correlation of neighbours").isCloseTo(1 - statistic / 2, within(1e-9));
        });
    }

    /// Of so many points that several processors share them: excesses of 0.75 and 0.84.
    @ParameterizedTest
    @CsvSource({"3.7, 0", "3.8, 1"})
    void theTailsOfManyPointsMatterAlike(double growth, double size) {
        int n = 200_000;
        double[] x = upTo(n);
        double[] y = IntStream.range(0, n)
                .mapToDouble(i -> {
                    double z = growth * ((77_773L * i % n + 0.5) / n * 2 - 1);
                    return 0.001 * x[i] + Math.sinh(z) / growth;
                })
                .toArray();
        assertThat(check(line(x, y), Kind.ANDERSON_DARLING))
                .hasValueSatisfying(shape -> assertThat(shape.size()).isEqualTo(size));
    }
}
