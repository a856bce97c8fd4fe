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
            "cools, warms, charges or decays towards a level that is not 0"),
    TWO_EXPONENTIALS(
            Group.LEVELS,
            "Two exponentials",
            "a*exp(b*x) + c*exp(d*x)",
            "decays at two rates: two species, two compartments"),
    SATURATION(
            Group.LEVELS,
            "Saturation",
            "a*x/(b + x)",
            "rises from 0 and levels off: uptake, enzyme rates, adsorption; b is where it is half of a"),
    SATURATION_WITH_LEVEL(Group.LEVELS, "Saturation with a level", "c + a*x/(b + x)", "the same on a background c"),
    LOGISTIC_WITH_LEVEL(
            Group.STEPS,
            "Logistic with a lower level",
            "c + L/(1 + exp(-k*(x - m)))",
            "goes from one level to another, alike at both ends"),
    FOUR_PARAMETER_LOGISTIC(
            Group.STEPS,
            "Four-parameter logistic",
            "c + (d - c)/(1 + (x/m)^h)",
            "assays against dose or concentration: from c at large x to d at 0, half-way at m",
            "m"),
    FIVE_PARAMETER_LOGISTIC(
            Group.STEPS,
            "Five-parameter logistic",
            "c + (d - c)/(1 + (x/m)^h)^g",
            "assays whose two ends differ in shape",
            "m",
            "g"),
    GOMPERTZ(
            Group.STEPS,
            "Gompertz",
            "a*exp(-exp(-k*(x - m)))",
            "growth that starts quickly and levels off slowly; steepest at m"),
    GAUSSIAN(
            Group.PEAKS,
            "Gaussian peak",
            "c + a*exp(-0.5*((x - m)/w)^2)",
            "a line or a peak on a background c, of standard deviation w"),
    LORENTZIAN(
            Group.PEAKS,
            "Lorentzian peak",
            "c + a/(1 + ((x - m)/w)^2)",
            "a resonance on a background c, of half width w at half height"),
    SINE(Group.OSCILLATIONS, "Sine", "c + a*sin(2*pi*f*x + p)", "swings with frequency f about c"),
    DAMPED_SINE(
            Group.OSCILLATIONS,
            "Damped sine",
            "c + a*exp(-k*x)*sin(2*pi*f*x + p)",
            "swings that die away at the rate k"),
    SQUARE_ROOT(Group.BENT, "Square root", "a + b*sqrt(x)", "grows with the root of x: diffusion, pendulums"),
    RECIPROCAL(Group.BENT, "Reciprocal", "a + b/x", "falls with 1/x towards a");

    /// What curves are grouped by.
    public enum Group {
        LEVELS("Towards a level"),
        STEPS("From one level to another"),
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
    private final FormulaCurve curve;

    /// @param positive coefficients that are above 0
    TradeCurve(Group group, String name, String formula, String use, String... positive) {
        this.group = group;
        this.use = use;
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

    public FormulaCurve curve() {
        return curve;
    }
}
