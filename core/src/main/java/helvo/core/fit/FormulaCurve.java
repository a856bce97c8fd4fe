package helvo.core.fit;

import helvo.core.Progress;
import helvo.core.Require;
import helvo.core.formula.CurveDimensions;
import helvo.core.formula.CurveFormula;
import helvo.core.nonlinear.CoefficientSetting;
import helvo.core.points.Points;
import helvo.core.unit.Conversion;
import helvo.core.unit.Unit;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;

/// A curve that is written as a formula: one of the trade's, or a person's own.
///
/// @param name     as a person calls it
/// @param keyword  as the command line and files call it; [#OWN] for a person's own
/// @param formula  its right-hand side
/// @param settings one for each coefficient of the formula, in its order
public record FormulaCurve(String name, String keyword, CurveFormula formula, List<CoefficientSetting> settings)
        implements Curve {
    public static final String OWN = "formula";

    public FormulaCurve {
        Require.require(
                !keyword.equals(OWN) || name.equals(formula.text()) || name.length() <= MOST_CHARACTERS,
                "a curve's name has %s characters at most",
                MOST_CHARACTERS);
        settings = List.copyOf(settings);
        Require.require(
                settings.size() == formula.coefficients().size(),
                "each coefficient has one setting, not %s for all",
                settings.size());
        Require.require(
                settings.stream().anyMatch(each -> !each.isHeld()), "of %s no coefficient is fitted", formula.text());
    }

    /// A person's own, its coefficients free.
    public static FormulaCurve of(CurveFormula formula) {
        return new FormulaCurve(
                formula.text(),
                OWN,
                formula,
                formula.coefficients().stream()
                        .map(_ -> CoefficientSetting.FREE)
                        .toList());
    }

    /// The longest name.
    public static final int MOST_CHARACTERS = 80;

    /// A person's own under a name.
    public FormulaCurve named(String own) {
        return new FormulaCurve(own, keyword, formula, settings);
    }

    /// Whether a person gave it a name.
    public boolean isNamed() {
        return keyword.equals(OWN) && !name.equals(formula.text());
    }

    public FormulaCurve with(List<CoefficientSetting> others) {
        return new FormulaCurve(name, keyword, formula, others);
    }

    /// The same where x and y have other units: held values, limits and starts are what they are in these, but for
    /// those that have a unit of their own.
    ///
    /// @return empty where there are such numbers and the formula does not tell what becomes of them
    public Optional<FormulaCurve> rescaled(Conversion ofX, Conversion ofY) {
        if (settings.stream().noneMatch(CoefficientSetting::isScaled) || ofX.isIdentity() && ofY.isIdentity()) {
            return Optional.of(this);
        }
        CurveDimensions dimensions = formula.dimensions(given());
        var factors = new ArrayList<BigDecimal>();
        for (int k = 0; k < settings.size(); k++) {
            Optional<CurveDimensions.Powers> powers = dimensions.powers(k);
            if (settings.get(k).unit().isEmpty() && powers.isEmpty()) {
                return Optional.empty();
            }
            factors.add(
                    settings.get(k).unit().isEmpty()
                            ? ofX.power(powers.get().ofX())
                                    .multiply(ofY.power(powers.get().ofY()))
                            : BigDecimal.ONE);
        }
        return !ofX.movesZero() && !ofY.movesZero() && isSame(factors, ofX, ofY)
                ? Optional.of(with(IntStream.range(0, settings.size())
                        .mapToObj(k -> settings.get(k).times(factors.get(k)))
                        .toList()))
                : Optional.empty();
    }

    /// Whether the coefficients times factors give the values in the new units; not so where x stands in a
    /// logarithm.
    private boolean isSame(List<BigDecimal> factors, Conversion ofX, Conversion ofY) {
        double[] before = IntStream.range(0, factors.size())
                .mapToDouble(k -> 0.5 + 0.37 * k % 1)
                .toArray();
        double[] after = IntStream.range(0, factors.size())
                .mapToDouble(k -> before[k] * factors.get(k).doubleValue())
                .toArray();
        double[] at = DoubleStream.of(0.4, 1.1, 2.3)
                .filter(x -> Double.isFinite(formula.value(before, x)))
                .toArray();
        return at.length > 0
                && Arrays.stream(at).allMatch(x -> {
                    double wanted = ofY.value(formula.value(before, x));
                    return Math.abs(formula.value(after, ofX.value(x)) - wanted) <= 1e-9 * Math.abs(wanted);
                });
    }

    private boolean[] given() {
        boolean[] given = new boolean[settings.size()];
        for (int k = 0; k < given.length; k++) {
            given[k] = !settings.get(k).unit().isEmpty();
        }
        return given;
    }

    /// Whether it can be fitted about an x₀ amid the points: held values, limits and starts are those at x itself.
    boolean isMovable() {
        return formula.isMovable() && settings.stream().allMatch(CoefficientSetting.FREE::equals);
    }

    /// A sentence about two of those that are fitted which no points tell apart; empty where there are none.
    public Optional<String> inseparable() {
        return formula.inseparable(free());
    }

    /// How many coefficients more than those that are determined it counts for, since its corners are at fitted
    /// places: three each.
    int furtherForCorners(int[] determined) {
        return formula.corners().stream()
                .filter(free()::contains)
                .mapToInt(k -> Arrays.binarySearch(determined, k) >= 0 ? 2 : 3)
                .sum();
    }

    /// The places of those that are fitted.
    Set<Integer> free() {
        return IntStream.range(0, settings.size())
                .filter(k -> !settings.get(k).isHeld())
                .boxed()
                .collect(Collectors.toSet());
    }

    /// The coefficients that the curves of all groups have in common.
    public List<String> shared() {
        return formula.coefficients().stream()
                .filter(name -> setting(name).isShared() && !setting(name).isHeld())
                .toList();
    }

    /// The same with nothing in common.
    FormulaCurve unshared() {
        return with(settings.stream().map(each -> each.withShared(false)).toList());
    }

    /// What a person asks of a coefficient.
    public CoefficientSetting setting(String coefficient) {
        return settings.get(formula.coefficients().indexOf(coefficient));
    }

    @Override
    public String nameInSentence() {
        return keyword.equals(OWN) ? name : Curve.super.nameInSentence();
    }

    @Override
    public Map<String, Double> held() {
        var held = new LinkedHashMap<String, Double>();
        for (String each : formula.coefficients()) {
            setting(each).held().ifPresent(value -> held.put(each, value));
        }
        return held;
    }

    /// Those that are fitted.
    @Override
    public List<String> coefficientNames() {
        return IntStream.range(0, settings.size())
                .filter(k -> !settings.get(k).isHeld())
                .mapToObj(formula.coefficients()::get)
                .toList();
    }

    @Override
    public String form(Function<String, String> value, String x, Notation notation) {
        boolean typeset = notation == Notation.TYPESET;
        return formula.written(
                name -> isHeld(name) ? text(setting(name).held().orElseThrow(), value, typeset) : value.apply(name),
                x,
                typeset);
    }

    private boolean isHeld(String name) {
        return formula.coefficients().contains(name) && setting(name).isHeld();
    }

    private static String text(double held, Function<String, String> value, boolean typeset) {
        String text = value.apply(
                new BigDecimal(Double.toString(held)).stripTrailingZeros().toPlainString());
        return typeset ? text.replace('-', '\u2212') : text;
    }

    @Override
    public double value(double[] coefficients, double x) {
        return formula.value(all(coefficients), x);
    }

    /// With those that are held.
    private double[] all(double[] fitted) {
        double[] all = new double[settings.size()];
        int next = 0;
        for (int k = 0; k < all.length; k++) {
            all[k] = settings.get(k).isHeld() ? settings.get(k).held().orElseThrow() : fitted[next++];
        }
        return all;
    }

    @Override
    public boolean isSum() {
        return false;
    }

    @Override
    public String unit(String coefficient, String y, String x) {
        int place = formula.coefficients().indexOf(coefficient);
        if (!settings.get(place).unit().isEmpty()) {
            return settings.get(place).unit();
        }
        return formula.dimensions(given())
                .powers(place)
                .flatMap(powers -> unit(powers, y, x))
                .orElse("");
    }

    private Optional<String> unit(CurveDimensions.Powers powers, String y, String x) {
        boolean isOfGiven = Arrays.stream(powers.ofGiven()).anyMatch(power -> power != 0);
        boolean isWhole = powers.ofX() == Math.rint(powers.ofX());
        if (isWhole && powers.ofX() <= 0 && (powers.ofY() == 0 || powers.ofY() == 1) && !isOfGiven) {
            return Optional.of(Unit.quotient(powers.ofY() == 1 ? y : "", x, (int) -powers.ofX()));
        }
        if (powers.ofX() == 1 && powers.ofY() == 0 && !isOfGiven) {
            return Optional.of(x);
        }
        Optional<Unit> all =
                power(y, powers.ofY()).flatMap(ofY -> power(x, powers.ofX()).map(ofY::times));
        for (int k = 0; k < settings.size(); k++) {
            Optional<Unit> given = power(settings.get(k).unit(), powers.ofGiven()[k]);
            all = all.flatMap(product -> given.map(product::times));
        }
        return all.map(Unit::spelling);
    }

    private static Optional<Unit> power(String unit, double power) {
        return unit.isEmpty() || power == 0
                ? Optional.of(Unit.ONE)
                : 2 * power == Math.rint(2 * power)
                        ? Unit.read(unit).flatMap(known -> known.power((int) (2 * power), 2))
                        : Optional.empty();
    }

    @Override
    public boolean accepts(double x, double y) {
        return formula.hasValueAt(x);
    }

    @Override
    public String refusal() {
        return formula.isPartial() ? "the formula has no value there" : "";
    }

    @Override
    public Optional<AmplitudeForm> amplitudeForm() {
        return Optional.empty();
    }

    @Override
    public FitOutcome fitInY(Points points, Progress progress) {
        return FormulaFit.of(this, points, progress);
    }
}
