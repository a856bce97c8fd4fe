package helvo.core.fit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.fit.Curve.Notation;
import helvo.core.number.NumberNotation;
import helvo.core.points.Points;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.function.Function;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/// What each shape is called, how it is written, in what its coefficients are measured, and what it is worth.
class CurveTest {
    private static Curve curve(String keyword, int degree, boolean onLogScale) {
        return Curves.of(
                        keyword,
                        degree == 0 ? OptionalInt.empty() : OptionalInt.of(degree),
                        OptionalDouble.empty(),
                        onLogScale)
                .orElseThrow();
    }

    private static Function<String, String> values(Curve curve, String values) {
        Map<String, String> by = new HashMap<>();
        String[] all = values.split(" ");
        for (int k = 0; k < curve.coefficientNames().size(); k++) {
            by.put(curve.coefficientNames().get(k), all[k]);
        }
        by.put(Curve.FIXED, all[all.length - 1]);
        return by::get;
    }

    /// Expected: as a person writes it, and as a spreadsheet reads it.
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
        line        |1|2 3       |x      |3 x + 2                  |3*x + 2
        line        |1|−2 −3     |x      |−3 x − 2                 |−3*x − 2
        line        |1|0 −3      |x      |−3 x                     |−3*x
        line        |1|0 0       |x      |0                        |0
        line        |1|2 0       |x      |2                        |2
        line        |1|2 3       |Load 2 |3 · Load 2 + 2           |3*Load 2 + 2
        line        |1|2 3       |Load   |3 Load + 2               |3*Load + 2
        polynomial  |2|1 −2 3    |x      |3 x² − 2 x + 1           |3*x^2 − 2*x + 1
        polynomial  |3|1 0 0 4   |t      |4 t³ + 1                 |4*t^3 + 1
        polynomial  |10|0 0 0 0 0 0 0 0 0 0 7|t|7 t¹⁰              |7*t^10
        logarithmic |0|2 3       |x      |3 ln x + 2               |3*ln(x) + 2
        logarithmic |0|−2 −3     |Load   |−3 ln(Load) − 2          |−3*ln(Load) − 2
        logarithmic |0|0 0       |x      |0                        |0
        logarithmic |0|1.5 0     |x      |1.5                      |1.5
        exponential |0|2 −3      |x      |2 e^{−3 x}               |2*exp(−3*x)
        power       |0|2 3       |x      |2 · x^{3}                |2*x^3
        logistic    |0|2 3 4     |x      |2 / (1 + e^{−3 (x − 4)}) |2/(1 + exp(-3*(x - 4)))
        logistic    |0|2 −3 −4   |x      |2 / (1 + e^{3 (x + 4)})  |2/(1 + exp(3*(x + 4)))
        """)
    void isWrittenAsAPersonWould(String keyword, int degree, String values, String x, String typeset, String program) {
        Curve curve = curve(keyword, degree, false);
        assertThat(curve.form(values(curve, values), x, Notation.TYPESET)).isEqualTo(typeset);
        assertThat(curve.form(values(curve, values), x, Notation.PROGRAM)).isEqualTo(program);
    }

    /// Plain minus signs, as programs want them.
    @Test
    void programsGetPlainMinusSigns() {
        assertThat(new Line().form(values(new Line(), "-2 -3"), "x", Notation.PROGRAM))
                .isEqualTo("-3*x - 2");
        assertThat(new Power(false).form(values(new Power(false), "2 -3"), "x", Notation.PROGRAM))
                .isEqualTo("2*x^(-3)");
        assertThat(new Logistic().form(values(new Logistic(), "2 -3 -4"), "x", Notation.PROGRAM))
                .isEqualTo("2/(1 + exp(3*(x + 4)))");
        var through = new FixedInterceptLine(2);
        assertThat(through.form(values(through, "5 2"), "x", Notation.TYPESET)).isEqualTo("5 x + 2");
        assertThat(through.form(values(through, "5 0"), "x", Notation.TYPESET)).isEqualTo("5 x");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
        line        |1|mm|N    |mm; mm/N
        line        |1|mm|m/s  |mm; mm·s/m
        line        |1|_ |N    |_; 1/N
        line        |1|mm|_    |mm; mm
        polynomial  |2|mm|N    |mm; mm/N; mm/N²
        logarithmic |0|mm|N    |mm; mm
        exponential |0|mm|N    |mm; 1/N
        exponential |0|mm|m s  |mm; 1/(m·s)
        exponential |0|mm|_    |mm; _
        power       |0|mm|N    |mm/Nᵇ; _
        power       |0|_ |kg·m |1/(kg·m)ᵇ; _
        power       |0|mm|_    |mm; _
        logistic    |0|mm|N    |mm; 1/N; N
        logistic    |0|mm|m*s  |mm; 1/(m·s); m*s
        logistic    |0|mm|_    |mm; _; _
        line        |1|AU|mg/L |AU; AU·L/mg
        line        |1|zz|m/s  |zz; zz/(m/s)
        """)
    void coefficientsAreMeasuredInUnitsOfBothAxes(String keyword, int degree, String y, String x, String units) {
        Curve curve = curve(keyword, degree, false);
        String[] expected = units.split("; ");
        for (int k = 0; k < expected.length; k++) {
            assertThat(curve.unit(curve.coefficientNames().get(k), y.replace("_", ""), x.replace("_", "")))
                    .isEqualTo(expected[k].replace("_", ""));
        }
    }

    /// The value is that of the form; an amplitude's rest is the quotient of two values, its derivatives those of
    /// differences.
    @Test
    void valuesAndAmplitudesAgreeWithTheForms() {
        assertThat(new Polynomial(3).value(new double[] {1, -2, 3, 4}, 2)).isEqualTo(41);
        assertThat(new FixedInterceptLine(7).value(new double[] {3}, 2)).isEqualTo(13);
        assertThat(new Logarithmic().value(new double[] {1, 2}, Math.E)).isEqualTo(3);
        assertThat(new Exponential(false).value(new double[] {2, 3}, 0.5)).isCloseTo(2 * Math.exp(1.5), within(1e-14));
        assertThat(new Power(false).value(new double[] {2, 3}, 2)).isEqualTo(16);
        assertThat(new Logistic().value(new double[] {6, 2, 3}, 3)).isEqualTo(3);
        assertThat(new Logistic().value(new double[] {6, 2, 3}, 4)).isCloseTo(6 / (1 + Math.exp(-2)), within(1e-14));
        double[][] all = {{2.5, -0.4}, {2.5, 1.7}, {2.5, 0.8, 3.1}};
        List<Curve> curves = List.of(new Exponential(false), new Power(false), new Logistic());
        for (int c = 0; c < all.length; c++) {
            double[] theta = java.util.Arrays.copyOfRange(all[c], 1, all[c].length);
            AmplitudeForm form = curves.get(c).amplitudeForm().orElseThrow();
            assertThat(form.others()).isEqualTo(curves.get(c).coefficientNames().subList(1, all[c].length));
            double[] gradient = new double[theta.length];
            double ratio = form.ratio().at(theta, 4.2, 1.3, gradient);
            assertThat(ratio)
                    .isCloseTo(curves.get(c).value(all[c], 4.2) / curves.get(c).value(all[c], 1.3), within(1e-14));
            for (int k = 0; k < theta.length; k++) {
                double[] up = theta.clone();
                double[] down = theta.clone();
                up[k] += 1e-5;
                down[k] -= 1e-5;
                double[] unused = new double[theta.length];
                assertThat(gradient[k])
                        .as("%s, %s", curves.get(c).name(), form.others().get(k))
                        .isCloseTo(
                                (form.ratio().at(up, 4.2, 1.3, unused)
                                                - form.ratio().at(down, 4.2, 1.3, unused))
                                        / 2e-5,
                                within(1e-8));
            }
        }
        double[] atZero = {1};
        assertThat(new Power(false).amplitudeForm().orElseThrow().ratio().at(new double[] {2}, 0, 1, atZero))
                .isZero();
        assertThat(atZero).containsExactly(0);
        assertThat(new Line().amplitudeForm()).isEmpty();
        assertThat(new Polynomial(2).amplitudeForm()).isEmpty();
    }

    /// Written about another origin, the same curve.
    @Test
    void aboutAnOriginItIsTheSameCurve() {
        double[] x = {1, 2, 3, 4, 5, 6, 7};
        double[] y = {2.1, 3.9, 6.5, 10.2, 14.8, 23.1, 35};
        for (Curve curve : List.of(new Line(), new Polynomial(2), new Polynomial(4), new Exponential(false))) {
            Fit fit = ((FitOutcome.Fitted) curve.fit(Points.of(x, y), Progress.none())).fit();
            double[] moved = curve.about(3.5, fit).orElseThrow();
            for (double at : x) {
                assertThat(curve.value(moved, at - 3.5))
                        .as(curve.name())
                        .isCloseTo(fit.function().at(at), within(1e-11));
            }
        }
        Fit power = ((FitOutcome.Fitted) new Power(false).fit(Points.of(x, y), Progress.none())).fit();
        double[] byRatio = new Power(false).about(3.5, power).orElseThrow();
        assertThat(new Power(false).value(byRatio, new Power(false).from(3.5, 6)))
                .isCloseTo(power.function().at(6), within(1e-12));
        assertThat(new Power(false).about(-1, power)).isEmpty();
    }

    @Test
    void isFoundByItsName() {
        assertThat(Curves.all()).allSatisfy(curve -> assertThat(Curves.of(
                        curve.keyword(),
                        curve.degree() < 2 ? OptionalInt.empty() : OptionalInt.of(curve.degree()),
                        curve instanceof FixedInterceptLine held
                                ? OptionalDouble.of(held.fixedIntercept())
                                : OptionalDouble.empty(),
                        curve.onLogScale()))
                .hasValue(curve));
        assertThat(Curves.of("power", OptionalInt.empty(), OptionalDouble.of(2), false))
                .isEmpty();
        assertThat(Curves.of("spline", OptionalInt.empty(), OptionalDouble.empty(), false))
                .isEmpty();
        assertThat(Curves.of("line", OptionalInt.empty(), OptionalDouble.empty(), true))
                .isEmpty();
        assertThat(Curves.keywords())
                .startsWith("mean", "line", "polynomial", "logarithmic", "exponential", "power", "logistic")
                .contains("exponential-to-level", "four-parameter-logistic", "damped-sine")
                .allSatisfy(keyword -> assertThat(keyword).matches("[a-z-]+"));
        assertThat(Curves.all())
                .extracting(Curve::name)
                .doesNotHaveDuplicates()
                .contains(
                        "Through origin",
                        "Quadratic",
                        "Cubic",
                        "Degree 10",
                        "Exponential, on the log scale",
                        "Power, on the log scale",
                        "Logistic");
        assertThat(new FixedInterceptLine(-0.0).name()).isEqualTo("Through origin");
        assertThat(new FixedInterceptLine(2.5).name()).isEqualTo("Through 2.5");
        assertThat(new Line().label("a")).isEqualTo("intercept");
        assertThat(new FixedInterceptLine(1).label("b")).isEqualTo("slope");
        assertThat(new Power(false).label("b")).isEqualTo("b");
        assertThat(Curves.all().stream().filter(Curve::isSum))
                .allMatch(curve -> curve.degree() > 0 || curve instanceof Logarithmic);
        assertThat(Curves.all().stream().filter(Curve::isStraight))
                .extracting(Curve::keyword)
                .containsOnly("line", "mean");
        assertThat(Curves.all().stream().filter(curve -> !curve.weighsBoth()))
                .containsExactly(new Mean(), new Exponential(true), new Power(true));
    }

    /// What a shape takes: each side of the border.
    @Test
    void takesThePointsThatItsLogarithmsHave() {
        for (Curve curve : Curves.all()) {
            if (curve instanceof FormulaCurve) {
                continue;
            }
            boolean logOfX = curve instanceof Logarithmic || curve instanceof Power;
            assertThat(curve.accepts(0, 1)).as(curve.name()).isEqualTo(!logOfX);
            assertThat(curve.accepts(1e-300, 1)).isTrue();
            assertThat(curve.accepts(1, 0)).as(curve.name()).isEqualTo(!curve.onLogScale());
            assertThat(curve.refusal().isEmpty()).isEqualTo(curve.accepts(-1, -1));
            assertThat(curve.fittedOn().symbol()).isEqualTo(curve.onLogScale() ? "ln y" : "y");
        }
    }

    @Test
    void whyThereIsNoneIsSaid() {
        NumberNotation numbers = NumberNotation.POINT;
        assertThat(new FitFailureReason.NoPoints().sentence(numbers))
                .isEqualTo("There are no points to fit: give a column the role x and another the role y.");
        assertThat(new FitFailureReason.TooFewPoints(1, 2).sentence(numbers))
                .isEqualTo("Only 1 point: this curve needs at least 2.");
        assertThat(new FitFailureReason.TooFewPoints(2, 3).sentence(numbers))
                .isEqualTo("Only 2 points: this curve needs at least 3.");
        assertThat(new FitFailureReason.AllXEqual(5.25).sentence(numbers))
                .isEqualTo("All x are equal (5.25): no curve of y against x can be fitted.");
        assertThat(new FitFailureReason.TooFewDistinctX(2, 4).sentence(numbers))
                .isEqualTo("Only 2 different x: this curve needs at least 4.");
        assertThat(new FitFailureReason.NoneFits("logistic curve", "all y are 0").sentence(numbers))
                .isEqualTo("No logistic curve fits these points: all y are 0.");
        assertThat(new FitFailureReason.OutOfRange().sentence(numbers)).contains("another unit");
        assertThat(FitFailureReason.noneOf(Points.of(new double[0], new double[0]), new Line()))
                .isEqualTo(new FitFailureReason.NoPoints());
    }
}
