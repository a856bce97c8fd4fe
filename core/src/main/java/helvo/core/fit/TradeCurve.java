package helvo.core.fit;

import helvo.core.formula.CurveFormula;
import helvo.core.nonlinear.CoefficientSetting;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.OptionalDouble;

/// The curves of laboratories and of their theories that are written as a formula, each with what it is for.
public enum TradeCurve {
    EXPONENTIAL_TO_LEVEL(
            Group.LEVELS,
            "Exponential to a level",
            "c + a*exp(b*x)",
            "cools, warms, charges or decays towards a level that is not 0",
            new double[] {0.1, 0.9, -4}),
    TWO_EXPONENTIALS(
            Group.LEVELS,
            "Two exponentials",
            "a*exp(b*x) + c*exp(d*x)",
            "decays at two rates: two species, two compartments",
            new double[] {0.6, -14, 0.4, -1.2}),
    SATURATION(
            Group.LEVELS,
            "Saturation",
            "a*x/(b + x)",
            "rises from 0 and levels off: uptake, enzyme rates, adsorption; b is where it is half of a",
            new double[] {1.2, 0.2}),
    SATURATION_WITH_LEVEL(
            Group.LEVELS, "Saturation with a level", "c + a*x/(b + x)", "the same on a background c", new double[] {
                0.3, 0.9, 0.25
            }),
    LOGISTIC_WITH_LEVEL(
            Group.STEPS,
            "Logistic with a lower level",
            "c + L/(1 + exp(-k*(x - m)))",
            "goes from one level to another, alike at both ends",
            new double[] {0.15, 0.7, 14, 0.5}),
    FOUR_PARAMETER_LOGISTIC(
            Group.STEPS,
            "Four-parameter logistic",
            "c + (d - c)/(1 + (x/m)^h)",
            "assays against dose or concentration: from c at large x to d at 0, half-way at m",
            new double[] {0.1, 0.9, 0.4, 4},
            "m"),
    FIVE_PARAMETER_LOGISTIC(
            Group.STEPS,
            "Five-parameter logistic",
            "c + (d - c)/(1 + (x/m)^h)^g",
            "assays whose two ends differ in shape",
            new double[] {0.1, 0.9, 0.7, 6, 3},
            "m",
            "g"),
    GOMPERTZ(
            Group.STEPS,
            "Gompertz",
            "a*exp(-exp(-k*(x - m)))",
            "growth that starts quickly and levels off slowly; steepest at m",
            new double[] {0.95, 8, 0.3}),
    GAUSSIAN(
            Group.PEAKS,
            "Gaussian peak",
            "c + a*exp(-0.5*((x - m)/w)^2)",
            "a line or a peak on a background c, of standard deviation w",
            new double[] {0.1, 0.8, 0.5, 0.12}),
    LORENTZIAN(
            Group.PEAKS,
            "Lorentzian peak",
            "c + a/(1 + ((x - m)/w)^2)",
            "a resonance on a background c, of half width w at half height",
            new double[] {0.1, 0.8, 0.5, 0.08}),
    SINE(Group.OSCILLATIONS, "Sine", "c + a*sin(2*pi*f*x + p)", "swings with frequency f about c", new double[] {
        0.5, 0.4, 2, 0
    }),
    DAMPED_SINE(
            Group.OSCILLATIONS,
            "Damped sine",
            "c + a*exp(-k*x)*sin(2*pi*f*x + p)",
            "swings that die away at the rate k",
            new double[] {0.5, 0.5, 2.5, 3, 1.2}),
    LINE_WITH_BEND(
            Group.BENT,
            "Line with a bend",
            "h + b*(x - m - abs(x - m))/2 + d*(x - m + abs(x - m))/2",
            "two straight lines that meet: slope b before the bend at x = m, d behind it, h where they meet",
            new double[] {0.75, 1.2, 0.55, -0.3}),
    SQUARE_ROOT(
            Group.BENT, "Square root", "a + b*sqrt(x)", "grows with the root of x: diffusion, pendulums", new double[] {
                0, 0.95
            }),
    RECIPROCAL(Group.BENT, "Reciprocal", "a + b/x", "falls with 1/x towards a", new double[] {0, 0.08});

    /// What curves are grouped by.
    public enum Group {
        LEVELS("Towards a level"),
        STEPS("Between two levels"),
        PEAKS("Peaks"),
        OSCILLATIONS("Oscillations"),
        BENT("Bent lines");

        private final String label;

        Group(String label) {
            this.label = label;
        }

        public String label() {
            return label;
        }
    }

    private final Group group;
    private final String use;
    private final double[] sketch;
    private final FormulaCurve curve;

    /// @param sketch   coefficients of a picture of it, over x from 0 to 1
    /// @param positive coefficients that are above 0
    TradeCurve(Group group, String name, String formula, String use, double[] sketch, String... positive) {
        this.group = group;
        this.use = use;
        this.sketch = sketch;
        if (!(CurveFormula.read(formula) instanceof CurveFormula.Reading.Read(CurveFormula read))) {
            throw new IllegalStateException(formula + " is no formula");
        }
        List<String> above = Arrays.asList(positive);
        curve = new FormulaCurve(
                name,
                name.toLowerCase(Locale.ROOT).replace(" a ", " ").replace(' ', '-'),
                read,
                read.coefficients().stream()
                        .map(each -> above.contains(each)
                                ? CoefficientSetting.FREE.withLimits(OptionalDouble.of(0), OptionalDouble.empty())
                                : CoefficientSetting.FREE)
                        .toList());
    }

    public Group group() {
        return group;
    }

    /// When it is used, in a line.
    public String use() {
        return use;
    }

    /// Its y in a picture of it, about 0 to 1, over x from 0 to 1.
    public double sketch(double x) {
        return curve.formula().value(sketch, x);
    }

    public FormulaCurve curve() {
        return curve;
    }
}
