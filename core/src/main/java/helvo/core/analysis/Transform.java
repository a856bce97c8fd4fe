package helvo.core.analysis;

import helvo.core.table.Heading;
import helvo.core.unit.Unit;
import java.util.Optional;

/// The usual transforms that make a bent relation straight.
public enum Transform {
    NONE,
    SQUARE,
    ROOT,
    RECIPROCAL,
    LOGARITHM;

    /// NaN where it has no value.
    public double of(double value) {
        double result =
                switch (this) {
                    case NONE -> value;
                    case SQUARE -> value * value;
                    case ROOT -> Math.sqrt(value);
                    case RECIPROCAL -> 1 / value;
                    case LOGARITHM -> Math.log(value);
                };
        return Double.isFinite(result) ? result : Double.NaN;
    }

    /// The formula over a column, with its id for its name.
    public String formula(int column) {
        String name = "{" + column + "}";
        return switch (this) {
            case NONE -> name;
            case SQUARE -> name + "^2";
            case ROOT -> "√" + name;
            case RECIPROCAL -> "1/" + name;
            case LOGARITHM -> "ln(" + name + ")";
        };
    }

    /// "Load²", "ln Load": the unit is the one that follows; a logarithm has none.
    public Heading heading(Heading of) {
        String name = of.name().matches("[\\p{L}\\p{N}_]+") ? of.name() : "(" + of.name() + ")";
        return switch (this) {
            case NONE -> of;
            case SQUARE -> new Heading(name + "²", power(of.unit(), 2, 1).orElseGet(() -> factor(of.unit()) + "²"));
            case ROOT -> new Heading("√" + name, power(of.unit(), 1, 2).orElseGet(() -> "√" + factor(of.unit())));
            case RECIPROCAL -> new Heading("1/" + name, Unit.quotient("", of.unit(), 1));
            case LOGARITHM -> new Heading("ln " + name, "");
        };
    }

    private static Optional<String> power(String unit, int numerator, int denominator) {
        return unit.isEmpty()
                ? Optional.of("")
                : Unit.read(unit)
                        .flatMap(known -> known.power(numerator, denominator))
                        .map(Unit::spelling);
    }

    private static String factor(String unit) {
        return unit.matches("[\\p{L}°%]*") ? unit : "(" + unit + ")";
    }
}
