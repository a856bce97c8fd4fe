package helvo.core.prediction;

import helvo.core.fit.Coefficient;
import helvo.core.fit.Curve;
import helvo.core.fit.Fit;
import helvo.core.formula.Formula;
import helvo.core.number.DecimalMark;
import helvo.core.numeric.RisingOrder;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.core.unit.Conversion;
import helvo.core.unit.Unit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;

/// A quantity worked out of a fit's coefficients, with the uncertainty that they carry into it: u² = gᵀ C g, with
/// the partial derivatives g at the coefficients and their covariance C (JCGM 100:2008, eq. 13).
///
/// @param heading       its name, and the unit of its value
/// @param value         in that unit
/// @param standardError empty without scatter to judge by
/// @param half95        half the 95 % interval; likewise
/// @param remarks       on units that do not fit, and on what is converted
public record DerivedQuantity(
        Heading heading, double value, OptionalDouble standardError, OptionalDouble half95, List<String> remarks) {
    public DerivedQuantity {
        remarks = List.copyOf(remarks);
    }

    /// What became of a definition.
    public sealed interface Outcome {
        record Found(DerivedQuantity quantity) implements Outcome {}

        /// @param why a sentence
        record NotFound(String why) implements Outcome {}
    }

    /// The names that a formula may have.
    ///
    /// @param table  with one row, the values; a coefficient stands under its symbol and under its name
    /// @param places of the coefficient of each column, −1 for the area
    private record Names(Table table, List<Integer> places) {}

    /// With the coefficients as they are shown: where a curve is written about an origin, those about it.
    ///
    /// @param xUnit of the points; empty for none
    /// @param yUnit likewise
    /// @param mark  with which the formula's decimals are written
    public static Outcome of(
            QuantityDefinition definition, Fit fit, Points points, String xUnit, String yUnit, DecimalMark mark) {
        Optional<Area> area = Area.under(points, fit);
        Names names = names(fit, area, xUnit, yUnit, mark);
        return switch (Formula.read(definition.formula(), names.table)) {
            case Formula.Reading.Wrong(var _, var _, String sentence) ->
                new Outcome.NotFound("“" + definition.heading().name() + "” is not worked out: "
                        + sentence.replace("No column or function is called", "this curve has no coefficient")
                                .replace("Columns:", "It has"));
            case Formula.Reading.Read(Formula formula, var _) -> found(definition, fit, points, area, names, formula);
        };
    }

    private static Outcome found(
            QuantityDefinition definition, Fit fit, Points points, Optional<Area> area, Names names, Formula formula) {
        String name = definition.heading().name();
        double value = formula.value(names.table, 0);
        if (!Double.isFinite(value)) {
            return new Outcome.NotFound("“" + name + "” has no value: "
                    + formula.fault(names.table, 0).orElse("it is too large") + ".");
        }
        boolean hasArea = formula.columns().stream().anyMatch(id -> names.places.get(id - 1) < 0);
        if (hasArea && formula.columns().size() > 1) {
            return new Outcome.NotFound(
                    "“" + name + "” is not worked out: the area and coefficients are of the same points, and their "
                            + "uncertainties are not carried together.");
        }
        OptionalDouble error =
                hasArea ? area.orElseThrow().error(slope(formula, names, -1)) : error(fit, formula, names);
        var remarks = new ArrayList<>(formula.units(names.table).remarks());
        if (hasArea && error.isPresent()) {
            remarks.add(
                    points.weighting() == Weighting.UNWEIGHTED
                            ? "The uncertainty of the area is that of points that scatter about the curve."
                            : "The uncertainty of the area is that of the error bars.");
        }
        Conversion into = Conversion.NONE;
        Heading heading = formula.headed(definition.heading(), names.table);
        Optional<Unit> worked = formula.units(names.table).unit().filter(unit -> !unit.isOne());
        Optional<Conversion> conversion =
                worked.flatMap(unit -> Unit.read(heading.unit()).flatMap(unit::to));
        Optional<String> odd = formula.compared(names.table, heading.unit());
        if (odd.isPresent() && conversion.isPresent()) {
            into = conversion.get();
            remarks.add("Converted from " + worked.get().spelling() + " into " + heading.unit() + ".");
        } else {
            odd.ifPresent(remarks::add);
        }
        Conversion unit = into;
        OptionalDouble converted =
                error.isPresent() ? OptionalDouble.of(Math.abs(unit.difference(error.getAsDouble()))) : error;
        OptionalDouble quantile = fit.quality().half95();
        return new Outcome.Found(new DerivedQuantity(
                heading,
                unit.value(value),
                converted,
                converted.isPresent() && quantile.isPresent()
                        ? OptionalDouble.of(converted.getAsDouble() * quantile.getAsDouble())
                        : OptionalDouble.empty(),
                remarks));
    }

    private static Names names(Fit fit, Optional<Area> area, String xUnit, String yUnit, DecimalMark mark) {
        var columns = new ArrayList<Column>();
        var places = new ArrayList<Integer>();
        for (int k = 0; k < fit.coefficients().size(); k++) {
            Coefficient coefficient = fit.coefficients().get(k);
            String unit = fit.curve().unit(coefficient.name(), yUnit, xUnit);
            String label = fit.curve().label(coefficient.name());
            for (String name : List.of(coefficient.name(), label)) {
                if (places.size() <= k || !name.equals(columns.getLast().name())) {
                    add(columns, name, unit, coefficient.value());
                    places.add(k);
                }
            }
        }
        area.ifPresent(under -> {
            add(columns, QuantityDefinition.AREA, product(yUnit, xUnit), under.value);
            places.add(-1);
        });
        return new Names(new Table(1, "coefficients", mark, Optional.empty(), columns, ExcludedRows.NONE), places);
    }

    private static void add(List<Column> columns, String name, String unit, double value) {
        columns.add(new Column(
                columns.size() + 1, new Heading(name, unit), Kind.NUMBER, Role.NONE, 0, Cells.ofNumbers(value)));
    }

    private static String product(String y, String x) {
        return x.isEmpty()
                ? y
                : y.isEmpty()
                        ? x
                        : Unit.read(y)
                                .flatMap(unit -> Unit.read(x).map(unit::times))
                                .map(Unit::spelling)
                                .orElseGet(() -> Unit.factor(y) + "·" + Unit.factor(x));
    }

    /// The partial derivative with respect to a coefficient, under whichever names it stands.
    private static double slope(Formula formula, Names names, int place) {
        Formula.Evaluation evaluation = formula.over(names.table);
        double sum = 0;
        for (int id : formula.columns()) {
            sum += names.places.get(id - 1) == place ? evaluation.slope(0, id) : 0;
        }
        return sum;
    }

    private static OptionalDouble error(Fit fit, Formula formula, Names names) {
        double[][] covariance = fit.covariance();
        if (fit.quality().perfect() && fit.quality().half95().isPresent()) {
            return OptionalDouble.of(0);
        }
        if (covariance.length == 0) {
            return OptionalDouble.empty();
        }
        double[] slopes = new double[covariance.length];
        for (int k = 0; k < slopes.length; k++) {
            slopes[k] = slope(formula, names, k);
        }
        double variance = 0;
        for (int i = 0; i < slopes.length; i++) {
            for (int k = 0; k < slopes.length; k++) {
                variance += slopes[i] * covariance[i][k] * slopes[k];
            }
        }
        return Double.isFinite(variance) ? OptionalDouble.of(Math.sqrt(Math.max(0, variance))) : OptionalDouble.empty();
    }

    /// The area under points joined by straight lines, in order of x; points at the same x are averaged.
    ///
    /// @param variance of it, by the bars in y, else by the scatter about the curve; NaN where neither is known
    private record Area(double value, double variance) {
        static Optional<Area> under(Points points, Fit fit) {
            int n = points.size();
            int[] order = RisingOrder.of(points.x());
            boolean weighs = points.weighting() != Weighting.UNWEIGHTED;
            double scale = weighs || fit.curve().fittedOn() == Curve.FittedOn.Y
                    ? fit.quality().scale().orElse(Double.NaN)
                    : Double.NaN;
            var xs = new ArrayList<double[]>();
            for (int k = 0; k < n; ) {
                double x = points.x()[order[k]];
                double sum = 0;
                double variance = 0;
                int from = k;
                for (; k < n && points.x()[order[k]] == x; k++) {
                    int i = order[k];
                    double sigma = scale * (weighs ? points.ySigma()[i] : 1);
                    sum += points.y()[i];
                    variance += sigma * sigma;
                }
                int count = k - from;
                xs.add(new double[] {x, sum / count, variance / count / count});
            }
            if (xs.size() < 2) {
                return Optional.empty();
            }
            double area = 0;
            double variance = 0;
            for (int k = 0; k < xs.size(); k++) {
                double left = k == 0 ? xs.getFirst()[0] : xs.get(k - 1)[0];
                double right = k == xs.size() - 1 ? xs.getLast()[0] : xs.get(k + 1)[0];
                double weight = (right - left) / 2;
                area += weight * xs.get(k)[1];
                variance += weight * weight * xs.get(k)[2];
            }
            return Optional.of(new Area(area, variance));
        }

        OptionalDouble error(double slope) {
            return Double.isFinite(variance)
                    ? OptionalDouble.of(Math.abs(slope) * Math.sqrt(variance))
                    : OptionalDouble.empty();
        }
    }
}
