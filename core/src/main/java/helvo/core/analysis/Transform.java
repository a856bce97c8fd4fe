package helvo.core.analysis;

import helvo.core.table.Heading;

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
        String unit = of.unit().matches("[\\p{L}°%]*") ? of.unit() : "(" + of.unit() + ")";
        return switch (this) {
            case NONE -> of;
            case SQUARE -> new Heading(name + "²", unit.isEmpty() ? "" : unit + "²");
            case ROOT -> new Heading("√" + name, unit.isEmpty() ? "" : "√" + unit);
            case RECIPROCAL -> new Heading("1/" + name, unit.isEmpty() ? "" : "1/" + unit);
            case LOGARITHM -> new Heading("ln " + name, "");
        };
    }
}
