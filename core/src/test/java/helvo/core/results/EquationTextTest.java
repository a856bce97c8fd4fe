package helvo.core.results;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.fit.Curve;
import helvo.core.fit.Curves;
import helvo.core.fit.Exponential;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.FixedInterceptLine;
import helvo.core.fit.Line;
import helvo.core.fit.Logistic;
import helvo.core.fit.Polynomial;
import helvo.core.fit.Power;
import helvo.core.fit.PrintedEquation;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberNotation;
import helvo.core.points.Points;
import java.util.Arrays;
import java.util.Random;
import java.util.function.DoubleUnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

@Tag("thorough")
@net.jqwik.api.Tag("thorough")
class EquationTextTest {
    private static final Pattern COEFFICIENT = Pattern.compile("(?<![\\w^{\u207b\u2212])\\d+(\\.\\d+)?(?=( × 10)?)");

    /// NUMERICS, Numbers as text: read back, the printed equation lies within s/20 of the fitted curve (0.05 % of
    /// the span of y where s is 0) all over the data's range of x. Random points of every shape: few and many, far
    /// and near, tiny and huge.
    @Property(tries = 3000, seed = "26")
    void whatIsPrintedDrawsTheCurve(@ForAll long seed, @ForAll @IntRange(min = 0, max = 18) int shape) {
        var random = new Random(seed);
        Curve curve = Curves.all().get(shape % Curves.all().size());
        int n = 3 + random.nextInt(40);
        double origin = random.nextInt(3) == 0
                ? 1900 + random.nextInt(100)
                : random.nextInt(3) == 0 ? 0 : Math.pow(10, random.nextInt(9) - 3) * random.nextDouble();
        double step = Math.pow(10, random.nextInt(6) - 3);
        double size = Math.pow(10, random.nextInt(16) - 8);
        double scatter = random.nextInt(8) == 0 ? 0 : Math.pow(10, -random.nextInt(5)) * size;
        double[] x = IntStream.range(0, n)
                .mapToDouble(i -> origin + step * (i + 1 + random.nextDouble()))
                .toArray();
        double bend = random.nextGaussian();
        double[] y = Arrays.stream(x)
                .map(v -> size * Math.exp(bend * (v - origin) / step / n) * (random.nextInt(3) == 0 ? -1 : 1)
                        + scatter * random.nextGaussian())
                .toArray();
        if (curve.fit(Points.of(x, y), Progress.none()) instanceof FitOutcome.Fitted(Fit fit)) {
            PrintedEquation printed = PrintedEquation.of(fit, Points.of(x, y));
            var equation = new EquationText(printed, NumberNotation.POINT);
            DoubleUnaryOperator read = read(equation, "x");
            double worst = IntStream.rangeClosed(0, 997)
                    .mapToDouble(i -> printed.from() + (printed.to() - printed.from()) * i / 997.0)
                    .map(at -> {
                        double fitted = fit.function().at(at);
                        return curve.onLogScale()
                                ? Math.abs(Math.log(read.applyAsDouble(at) / fitted))
                                : Math.abs(read.applyAsDouble(at) - fitted);
                    })
                    .max()
                    .orElseThrow();
            assertThat(worst)
                    .as("%s of %s", equation.inSymbols("x"), curve.name())
                    .isLessThanOrEqualTo(tolerance(fit, curve, x, y) * 1.0001);
            assertThat(equation.inSymbols("x"))
                    .doesNotContain("NaN", "\u22120 ", "E")
                    .doesNotContainPattern("(?<![\\d.])0(\\.0+)? (×|·|x|t|e|ln)");
            String wrongPower = "10[\u2070\u00b9\u00b2\u00b3\u2074\u2075](?![\u2070-\u2079\u00b9\u00b2\u00b3])|"
                    + "10\u207b[\u00b9\u00b2\u00b3\u2074](?![\u2070-\u2079\u00b9\u00b2\u00b3])";
            assertThat(equation.inSymbols("x")).doesNotContainPattern(" × (" + wrongPower + ")");
        }
    }

    /// Worked out apart from the program: s from the points.
    private static double tolerance(Fit fit, Curve curve, double[] x, double[] y) {
        int[] used =
                IntStream.range(0, x.length).filter(i -> fit.uses(x[i], y[i])).toArray();
        double[] measured = Arrays.stream(used)
                .mapToDouble(i -> curve.onLogScale() ? Math.log(y[i]) : y[i])
                .toArray();
        int freedom = used.length - fit.coefficients().size();
        double sum = Arrays.stream(used)
                .mapToDouble(i -> Math.pow(fit.function().residual(x[i], y[i]), 2))
                .sum();
        double s = freedom > 0 ? Math.sqrt(sum / freedom) : 0;
        double least = DoubleStream.of(measured).min().orElseThrow();
        double greatest = DoubleStream.of(measured).max().orElseThrow();
        double largest = Math.max(Math.abs(least), Math.abs(greatest));
        return s > 1e-12 * largest
                ? s / 20
                : 0.0005 * (greatest > least ? greatest - least : curve.onLogScale() ? 1 : largest);
    }

    /// Ordinary tables as people have them. What a person would write, checked by eye; that it draws the curve is
    /// checked above.
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            nullValues = "-",
            value = {
                "8 9 10 11 12|1656 1884 2082 1906 1961|1|y = 63.2 x + 1266|-",
                "1991 1994 1997 2000 2003 2006 2009 2012|12.1 12.9 13.1 14.2 14.4 15.3 15.9 16.1|1|y = 0.19762 x − "
                        + "381.28|-",
                "1991 1994 1997 2000 2003 2006 2009 2012|12.1 12.9 13.1 14.2 14.4 15.3 15.9 16.1|2|y = −0.00132275 "
                        + "x² + 5.49259 x − 5680.17|-",
                "1901 1902 1903 1904 1905 1906|12.1 12.9 14.4 16.6 19.1 22.2|3|y = −0.0157 t³ + 0.2532 t² + 2.382 t "
                        + "+ 16.535|t = x − 1904",
                "1 2 3 4 5|2 4 6 8 10|1|y = 2 x|-",
                "1 2 3 4 5|7 7 7 7 7|1|y = 7|-",
                "1 2 3|0 0 0|2|y = 0|-",
                "1 2 3 4|0.1 0.2 0.3 0.4|2|y = 0.1 x|-",
            })
    void ordinaryTablesGiveEquationsAPersonWouldWrite(String xs, String ys, int degree, String equation, String where) {
        double[] x = numbers(xs);
        double[] y = numbers(ys);
        Curve curve = degree == 1 ? new Line() : new Polynomial(degree);
        var written = equation(curve, x, y, NumberNotation.POINT);
        assertThat(written.inSymbols("x")).isEqualTo(equation);
        assertThat(written.where("x").orElse(null)).isEqualTo(where);
    }

    @Test
    void coefficientsHaveAtLeastThreeDigitsAndAsManyAsAreAskedFor() {
        double[] x = IntStream.rangeClosed(1, 12).asDoubleStream().toArray();
        var random = new Random(3);
        double[] y = Arrays.stream(x)
                .map(v -> 0.2 * v + 0.0123456 + random.nextGaussian())
                .toArray();
        EquationText automatic = equation(new Line(), x, y, NumberNotation.POINT);
        Matcher number = COEFFICIENT.matcher(automatic.inSymbols("x"));
        while (number.find()) {
            assertThat(number.group().replaceFirst("^0\\.0*", "").replace(".", ""))
                    .hasSizeGreaterThanOrEqualTo(3);
        }
        String two = new EquationText(automatic.printed().withDigits(2), NumberNotation.POINT).inSymbols("x");
        String twelve = new EquationText(automatic.printed().withDigits(12), NumberNotation.POINT).inSymbols("x");
        assertThat(two).matches("y = 0\\.\\d\\d x [+−] 0\\.0?\\d\\d");
        assertThat(twelve).matches("y = 0\\.\\d{12} x [+−] 0\\.0?\\d{12}");
    }

    @Test
    void theStudysMarkAndThousandsAreWritten() {
        double[] x = {10, 20, 30, 40, 50};
        double[] y = {12010, 24022.5, 36005, 48031, 60001};
        assertThat(equation(new FixedInterceptLine(-1234.5), x, y, new NumberNotation(DecimalMark.COMMA, true))
                        .inSymbols("x"))
                .matches("y = 1234 x − 1234,5");
        EquationText line = equation(
                new Line(),
                x,
                Arrays.stream(y).map(v -> v * 100).toArray(),
                new NumberNotation(DecimalMark.COMMA, true));
        assertThat(line.inSymbols("x")).matches("y = 119\u202f990 x [+−] [0-9,\u202f]+");
        assertThat(line.exact()).matches("y = 1199\\d\\d(,\\d+)?\\*x[+ -]+\\d+(,\\d+)?");
    }

    /// A decay by the year: a e^(b x) itself would need a = 10⁶⁰.
    @Test
    void anExponentialFarFromZeroIsWrittenFromAYearAmidItsData() {
        double[] x = IntStream.rangeClosed(2001, 2016).asDoubleStream().toArray();
        var random = new Random(4);
        double[] y = Arrays.stream(x)
                .map(v -> 40 * Math.exp(-0.07 * (v - 2008)) + 0.5 * random.nextGaussian())
                .toArray();
        EquationText equation = equation(new Exponential(false), x, y, NumberNotation.POINT);
        assertThat(equation.where("Year")).hasValue("t = Year − 2010");
        assertThat(equation.inNames("Year", "Dye")).matches("Dye = 3\\d\\.\\d+ e\\^\\(−0\\.0\\d+ t\\)");
        assertThat(equation.where("t")).hasValue("u = t − 2010");
        assertThat(equation.exact()).contains("*(x-2010)");
        assertThat(equation.printed().at(2005))
                .isCloseTo(
                        equation.printed().fit().function().at(2005),
                        within(equation.printed().tolerance()));
    }

    @Test
    void signsAndPowersStandWhereTheyBelong() {
        double[] x = {0, 1, 2, 3, 4, 5};
        EquationText decay = equation(
                new Exponential(false),
                x,
                Arrays.stream(x).map(v -> 3 * Math.exp(-0.5 * v)).toArray(),
                NumberNotation.POINT);
        assertThat(decay.inNames("Time", "Dye")).isEqualTo("Dye = 3 e^(−0.5 Time)");
        assertThat(decay.exact())
                .matches("y = "
                        + "(3|2\\.99999999999999\\d*|3\\.0000000000000\\d*)"
                        + "\\*exp\\(-0\\.(5|4999999999999\\d*|500000000000\\d*)\\*x\\)");
        EquationText logistic = equation(
                new Logistic(),
                x,
                Arrays.stream(x).map(v -> 2 / (1 + Math.exp(1.5 * (v - 2)))).toArray(),
                NumberNotation.POINT);
        assertThat(logistic.inNames("x", "y")).isEqualTo("y = 2 / (1 + e^(1.5 (x − 2)))");
        EquationText power = equation(
                new Power(false),
                new double[] {1, 2, 3},
                new double[] {0.00002, 0.00008, 0.00018},
                NumberNotation.POINT);
        assertThat(power.inNames("Way", "y")).isEqualTo("y = 2 × 10⁻⁵ · Way^2");
    }

    private static EquationText equation(Curve curve, double[] x, double[] y, NumberNotation numbers) {
        Points points = Points.of(x, y);
        return new EquationText(
                PrintedEquation.of(((FitOutcome.Fitted) curve.fit(points, Progress.none())).fit(), points), numbers);
    }

    private static double[] numbers(String line) {
        return Arrays.stream(line.split(" ")).mapToDouble(Double::parseDouble).toArray();
    }

    /// The equation as somebody with a calculator reads it, by nothing of the program's.
    private static DoubleUnaryOperator read(EquationText equation, String x) {
        DoubleUnaryOperator variable = equation.where(x)
                .map(where -> Calculator.read(where.substring(where.indexOf('=') + 1)))
                .orElse(at -> at);
        DoubleUnaryOperator right = Calculator.read(equation.inSymbols(x).substring(4));
        return at -> right.applyAsDouble(variable.applyAsDouble(at));
    }

    /// Sums, products by a blank or a dot, quotients, powers, brackets, e, ln, and one variable.
    private static final class Calculator {
        private static final String RAISED = "\u2070\u00b9\u00b2\u00b3\u2074\u2075\u2076\u2077\u2078\u2079";
        private static final Pattern NUMBER = Pattern.compile("\\d+(\\.\\d+)?(E-?\\d+)?");
        private final String text;
        private int at;

        private Calculator(String typeset) {
            String plain = typeset.replace('\u2212', '-')
                    .replace('{', '(')
                    .replace('}', ')')
                    .replace(" · ", " ");
            Matcher raised = Pattern.compile("\u207b?[" + RAISED + "]+").matcher(plain);
            plain = raised.replaceAll(power -> "^("
                    + power.group()
                            .chars()
                            .mapToObj(c -> c == '\u207b' ? "-" : "" + RAISED.indexOf(c))
                            .reduce("", String::concat)
                    + ")");
            text = plain.replaceAll(" × 10\\^\\((-?\\d+)\\)", "E$1").replace(" ", "");
        }

        static DoubleUnaryOperator read(String typeset) {
            return new Calculator(typeset).sum();
        }

        private DoubleUnaryOperator sum() {
            DoubleUnaryOperator value = term();
            while (at < text.length() && "+-".indexOf(text.charAt(at)) >= 0) {
                DoubleUnaryOperator left = value;
                int sign = text.charAt(at++) == '+' ? 1 : -1;
                DoubleUnaryOperator right = term();
                value = x -> left.applyAsDouble(x) + sign * right.applyAsDouble(x);
            }
            return value;
        }

        private DoubleUnaryOperator term() {
            DoubleUnaryOperator value = factor();
            while (at < text.length() && "+-)".indexOf(text.charAt(at)) < 0) {
                DoubleUnaryOperator left = value;
                boolean quotient = text.charAt(at) == '/';
                at += quotient ? 1 : 0;
                DoubleUnaryOperator right = factor();
                value = quotient
                        ? x -> left.applyAsDouble(x) / right.applyAsDouble(x)
                        : x -> left.applyAsDouble(x) * right.applyAsDouble(x);
            }
            return value;
        }

        private DoubleUnaryOperator factor() {
            if (text.charAt(at) == '-') {
                at++;
                DoubleUnaryOperator negated = factor();
                return x -> -negated.applyAsDouble(x);
            }
            DoubleUnaryOperator base = base();
            if (at < text.length() && text.charAt(at) == '^') {
                at++;
                DoubleUnaryOperator power = base();
                return x -> Math.pow(base.applyAsDouble(x), power.applyAsDouble(x));
            }
            return base;
        }

        private DoubleUnaryOperator base() {
            if (text.charAt(at) == '(') {
                at++;
                DoubleUnaryOperator value = sum();
                at++;
                return value;
            }
            if (text.startsWith("ln", at)) {
                at += 2;
                DoubleUnaryOperator of = base();
                return x -> Math.log(of.applyAsDouble(x));
            }
            if (Character.isLetter(text.charAt(at))) {
                return text.charAt(at++) == 'e' ? _ -> Math.E : x -> x;
            }
            Matcher number = NUMBER.matcher(text).region(at, text.length());
            assertThat(number.lookingAt()).as("%s at %d", text, at).isTrue();
            at = number.end();
            double value = Double.parseDouble(number.group());
            return _ -> value;
        }
    }
}
