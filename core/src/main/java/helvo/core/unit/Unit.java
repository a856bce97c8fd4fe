package helvo.core.unit;

import java.math.BigDecimal;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javax.measure.IncommensurableException;
import javax.measure.UnconvertibleException;
import javax.measure.UnitConverter;
import systems.uom.ucum.format.UCUMFormat;

/// A unit of measurement that is understood: values can be converted into others of its quantity. Definitions
/// and factors are those of the Unified Code for Units of Measure (Schadow and McDonald, UCUM 2.2), worked out
/// exactly.
public final class Unit {
    private final String spelling;
    private final javax.measure.Unit<?> measured;
    /// What is counted, or arbitrary, with its power: it is converted into nothing else.
    private final Map<String, Integer> counts;

    private Unit(String spelling, List<UnitSpelling.Factor> factors) {
        this.spelling = spelling;
        javax.measure.Unit<?> product = Catalogue.FORMAT.parse("1");
        var counted = new HashMap<String, Integer>();
        for (UnitSpelling.Factor factor : factors) {
            if (factor.symbol().code().isEmpty()) {
                counted.merge(factor.symbol().counts(), factor.exponent(), Integer::sum);
            } else {
                javax.measure.Unit<?> unit = unit(factor.symbol());
                product = factors.size() == 1 && factor.exponent() == 1
                        ? unit
                        : product.multiply(unit.pow(factor.exponent()));
            }
        }
        counted.values().removeIf(power -> power == 0);
        measured = product;
        counts = Map.copyOf(counted);
    }

    private static javax.measure.Unit<?> unit(UnitSpelling.Symbol symbol) {
        javax.measure.Unit<?> unit = Catalogue.FORMAT.parse(symbol.code());
        return symbol.scale().compareTo(BigDecimal.ONE) == 0 ? unit : unit.multiply(symbol.scale());
    }

    /// The library, loaded when it is first asked.
    private static final class Catalogue {
        static final UCUMFormat FORMAT = UCUMFormat.getInstance(UCUMFormat.Variant.CASE_SENSITIVE);
    }

    /// @return empty for what is not known, or no unit
    public static Optional<Unit> read(String spelling) {
        return UnitSpelling.read(spelling).map(factors -> new Unit(spelling.strip(), factors));
    }

    /// As it was written.
    public String spelling() {
        return spelling;
    }

    /// Whether values in this unit can be converted into another.
    public boolean isCompatible(Unit other) {
        return converter(other).isPresent();
    }

    /// A value in another unit; the decimal number that it stands for is converted exactly, and rounded once.
    ///
    /// @return empty where the units are of different quantities
    public Optional<Double> convert(double value, Unit other) {
        return converter(other)
                .map(into -> into.isIdentity() ? value : exact(into, value).doubleValue());
    }

    /// A difference of values, such as an error bar: 1 °C is 1 K.
    ///
    /// @return empty where the units are of different quantities
    public Optional<Double> convertDifference(double difference, Unit other) {
        return converter(other)
                .map(into -> into.isIdentity()
                        ? difference
                        : exact(into, difference).subtract(exact(into, 0)).doubleValue());
    }

    private static BigDecimal exact(UnitConverter into, double value) {
        Number converted = into.convert(new BigDecimal(Double.toString(value)));
        return converted instanceof BigDecimal decimal ? decimal : new BigDecimal(converted.toString());
    }

    private Optional<UnitConverter> converter(Unit other) {
        if (!counts.equals(other.counts) || !measured.isCompatible(other.measured)) {
            return Optional.empty();
        }
        try {
            return Optional.of(measured.getConverterToAny(other.measured));
        } catch (IncommensurableException | UnconvertibleException otherQuantity) {
            return Optional.empty();
        }
    }

    @Override
    public String toString() {
        return spelling;
    }
}
