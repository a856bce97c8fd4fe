package helvo.core.unit;

import helvo.core.Superscript;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import javax.measure.IncommensurableException;
import javax.measure.Quantity;
import javax.measure.UnconvertibleException;
import javax.measure.UnitConverter;
import org.jspecify.annotations.Nullable;
import systems.uom.ucum.format.UCUMFormat;

/// A unit of measurement that is understood: values can be converted into others of its quantity, and units
/// multiplied. Definitions and factors are those of the Unified Code for Units of Measure (Schadow and McDonald,
/// UCUM 2.2), worked out exactly. Products are spelled with the symbols of their factors.
public final class Unit {
    /// That of pure numbers.
    public static final Unit ONE = new Unit("", List.of());

    private static final List<String> SET_ZERO = List.of("Cel", "[degF]");
    private static final MathContext PRECISE = new MathContext(60);
    private static final MathContext ROUNDED = new MathContext(30);

    private final String spelling;
    private final List<UnitSpelling.Factor> factors;
    private @Nullable Measured measured;

    /// A unit as the library has it. Its products know neither roots nor parts with a zero of their own, such as
    /// °C; so powers of its parts are multiplied here.
    ///
    /// @param squared the unit's dimension, squared
    /// @param factors of its parts, in the system's units, each with twice its exponent
    /// @param counts  what is counted, or arbitrary, with twice its power: it is converted into nothing else
    private record Measured(
            javax.measure.Unit<?> squared, Map<BigDecimal, Integer> factors, Map<String, Integer> counts) {
        static Measured of(List<UnitSpelling.Factor> factors) {
            javax.measure.Unit<?> product = Catalogue.FORMAT.parse("1");
            var sizes = new LinkedHashMap<BigDecimal, Integer>();
            var counted = new HashMap<String, Integer>();
            for (UnitSpelling.Factor factor : factors) {
                if (factor.symbol().code().isEmpty()) {
                    counted.merge(factor.symbol().counts(), factor.halves(), Integer::sum);
                } else {
                    javax.measure.Unit<?> unit = library(factor.symbol());
                    product = product.multiply(unit.getSystemUnit().pow(factor.halves()));
                    sizes.merge(size(unit), factor.halves(), Integer::sum);
                }
            }
            counted.values().removeIf(power -> power == 0);
            return new Measured(product, sizes, Map.copyOf(counted));
        }

        static javax.measure.Unit<?> library(UnitSpelling.Symbol symbol) {
            javax.measure.Unit<?> unit = Catalogue.FORMAT.parse(symbol.code());
            return symbol.scale().compareTo(BigDecimal.ONE) == 0 ? unit : unit.multiply(symbol.scale());
        }

        private static BigDecimal size(javax.measure.Unit<?> unit) {
            UnitConverter converter = toSystem(unit);
            return exact(converter, BigDecimal.ONE).subtract(exact(converter, BigDecimal.ZERO));
        }

        private static <Q extends Quantity<Q>> UnitConverter toSystem(javax.measure.Unit<Q> unit) {
            return unit.getConverterTo(unit.getSystemUnit());
        }

        /// How many of another unit of its quantity one of this is.
        BigDecimal over(Measured other) {
            var all = new LinkedHashMap<>(factors);
            other.factors.forEach((size, halves) -> all.merge(size, -halves, Integer::sum));
            BigDecimal above = BigDecimal.ONE;
            BigDecimal below = BigDecimal.ONE;
            for (Map.Entry<BigDecimal, Integer> each : all.entrySet()) {
                BigDecimal power = each.getKey().pow(Math.abs(each.getValue()), PRECISE);
                above = each.getValue() > 0 ? above.multiply(power, PRECISE) : above;
                below = each.getValue() < 0 ? below.multiply(power, PRECISE) : below;
            }
            // The parts have 34 digits; what is 1 is 1.
            return above.divide(below, PRECISE).sqrt(PRECISE).round(ROUNDED).stripTrailingZeros();
        }
    }

    private Unit(String spelling, List<UnitSpelling.Factor> factors) {
        this.spelling = spelling;
        this.factors = factors;
    }

    /// The library, loaded when it is first asked.
    private static final class Catalogue {
        static final UCUMFormat FORMAT = UCUMFormat.getInstance(UCUMFormat.Variant.CASE_SENSITIVE);
    }

    /// @return empty for what is not known, or no unit
    public static Optional<Unit> read(String spelling) {
        return UnitSpelling.read(spelling).map(factors -> new Unit(spelling.strip(), factors));
    }

    /// Whether this is the symbol of a unit, with its prefix if it has one.
    public static boolean isSymbol(String text) {
        return UnitTable.symbol(text).isPresent();
    }

    /// As it was written, or made of the symbols of what was multiplied: "N/mm", "AU·L/mg".
    public String spelling() {
        return spelling;
    }

    // ---- products ----

    public Unit times(Unit other) {
        var both = new ArrayList<>(factors);
        both.addAll(other.factors);
        return ofFactors(both);
    }

    public Unit over(Unit other) {
        return times(other.power(-1, 1).orElseThrow());
    }

    /// Its power with a whole exponent, or half of one.
    ///
    /// @return empty where an exponent of a symbol would be another fraction
    public Optional<Unit> power(int numerator, int denominator) {
        boolean exact = factors.stream().allMatch(factor -> factor.halves() * numerator % denominator == 0);
        return exact
                ? Optional.of(ofFactors(factors.stream()
                        .map(factor ->
                                new UnitSpelling.Factor(factor.symbol(), factor.halves() * numerator / denominator))
                        .toList()))
                : Optional.empty();
    }

    /// The unit of y over that of a power of x in its simplest spelling; what is not known is written out.
    ///
    /// @param y empty for none
    /// @param x likewise
    public static String quotient(String y, String x, int power) {
        if (power == 0 || x.isEmpty()) {
            return y;
        }
        Optional<Unit> above = y.isEmpty() ? Optional.of(ONE) : read(y);
        return above.flatMap(unit -> read(x).flatMap(below -> below.power(power, 1))
                        .map(unit::over)
                        .map(Unit::spelling))
                .orElseGet(() -> (y.isEmpty() ? "1" : y) + "/" + factor(x) + (power == 1 ? "" : Superscript.of(power)));
    }

    /// A unit as it stands in a product with others: in brackets where it is one itself.
    public static String factor(String unit) {
        return unit.matches(".*[·*/ ].*") ? "(" + unit + ")" : unit;
    }

    private static Unit ofFactors(List<UnitSpelling.Factor> all) {
        var powers = new LinkedHashMap<UnitSpelling.Symbol, Integer>();
        for (UnitSpelling.Factor factor : all) {
            UnitSpelling.Symbol known = powers.keySet().stream()
                    .filter(symbol -> symbol.isSame(factor.symbol()))
                    .findFirst()
                    .orElse(factor.symbol());
            powers.merge(known, factor.halves(), Integer::sum);
        }
        powers.values().removeIf(power -> power == 0);
        List<UnitSpelling.Factor> simple = powers.entrySet().stream()
                .map(each -> new UnitSpelling.Factor(each.getKey(), each.getValue()))
                .toList();
        return new Unit(spelled(simple), simple);
    }

    private static String spelled(List<UnitSpelling.Factor> factors) {
        if (factors.stream().anyMatch(factor -> factor.halves() % 2 != 0)) {
            String squared = spelled(factors.stream()
                    .map(factor -> new UnitSpelling.Factor(factor.symbol(), 2 * factor.halves()))
                    .toList());
            return factors.size() == 1 && factors.getFirst().halves() > 0 ? "√" + squared : "√(" + squared + ")";
        }
        String above = joined(factors, 1);
        String below = joined(factors, -1);
        boolean several = factors.stream().filter(factor -> factor.halves() < 0).count() > 1;
        return below.isEmpty() ? above : (above.isEmpty() ? "1" : above) + "/" + (several ? "(" + below + ")" : below);
    }

    private static String joined(List<UnitSpelling.Factor> factors, int sign) {
        return factors.stream()
                .filter(factor -> factor.halves() * sign > 0)
                .map(factor -> {
                    int exponent = Math.abs(factor.halves()) / 2;
                    return factor.symbol().spelling() + (exponent == 1 ? "" : Superscript.of(exponent));
                })
                .collect(Collectors.joining("·"));
    }

    /// A symbol with a whole exponent.
    public record Power(String symbol, int exponent) {}

    /// Its symbols as they are spelled; none where an exponent is half a number.
    public List<Power> powers() {
        return factors.stream().anyMatch(factor -> factor.halves() % 2 != 0)
                ? List.of()
                : factors.stream()
                        .map(factor -> new Power(factor.symbol().spelling(), factor.halves() / 2))
                        .toList();
    }

    /// Whether it is that of pure numbers.
    public boolean isOne() {
        return factors.isEmpty();
    }

    // ---- other units of the quantity ----

    /// Whether its zero is set by agreement, as that of °C: a difference of values has another unit than they.
    public boolean hasSetZero() {
        return factors.size() == 1
                && factors.getFirst().halves() == 2
                && SET_ZERO.contains(factors.getFirst().symbol().code());
    }

    /// Whether values in this unit can be converted into another.
    public boolean isCompatible(Unit other) {
        return measured().counts.equals(other.measured().counts)
                && measured().squared.isCompatible(other.measured().squared);
    }

    /// How values in this unit become those in another.
    ///
    /// @return empty where the units are of different quantities
    public Optional<Conversion> to(Unit other) {
        if (!isCompatible(other)) {
            return Optional.empty();
        }
        if (!hasSetZero() && !other.hasSetZero()) {
            return Optional.of(Conversion.of(measured().over(other.measured())));
        }
        if (!isOneSymbol() || !other.isOneSymbol()) {
            return Optional.empty();
        }
        try {
            UnitConverter into = Measured.library(factors.getFirst().symbol())
                    .getConverterToAny(Measured.library(other.factors.getFirst().symbol()));
            BigDecimal offset = exact(into, BigDecimal.ZERO);
            return Optional.of(new Conversion(exact(into, BigDecimal.ONE).subtract(offset), offset));
        } catch (IncommensurableException | UnconvertibleException otherQuantity) {
            return Optional.empty();
        }
    }

    private boolean isOneSymbol() {
        return factors.size() == 1 && factors.getFirst().halves() == 2;
    }

    private static BigDecimal exact(UnitConverter into, BigDecimal value) {
        Number converted = into.convert(value);
        return converted instanceof BigDecimal decimal ? decimal : new BigDecimal(converted.toString());
    }

    private synchronized Measured measured() {
        if (measured == null) {
            measured = Measured.of(factors);
        }
        return measured;
    }

    /// A unit as the Unified Code for Units of Measure writes it, "N.mm-2".
    ///
    /// @return empty where it is not known, counts something, or has a root
    public static Optional<String> code(String spelling) {
        return read(spelling).map(Unit::code).filter(code -> !code.isEmpty());
    }

    private String code() {
        boolean has = !factors.isEmpty()
                && factors.stream()
                        .allMatch(factor -> !factor.symbol().code().isEmpty()
                                && factor.halves() % 2 == 0
                                && factor.symbol().scale().compareTo(BigDecimal.ONE) == 0);
        return has
                ? factors.stream()
                        .map(factor -> bracketed(factor.symbol().code(), factor.halves() != 2)
                                + (factor.halves() == 2 ? "" : factor.halves() / 2))
                        .collect(Collectors.joining("."))
                : "";
    }

    private static String bracketed(String code, boolean isRaised) {
        return isRaised && code.matches(".*[./\\d].*") || code.indexOf('/') >= 0 ? "(" + code + ")" : code;
    }

    @Override
    public String toString() {
        return spelling;
    }
}
