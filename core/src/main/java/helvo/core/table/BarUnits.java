package helvo.core.table;

import helvo.core.unit.Conversion;
import helvo.core.unit.Unit;
import java.util.Optional;

/// The units of error bars against those of what they are the bars of. Bars without a unit have that of their
/// column, as do those whose unit is not known.
public final class BarUnits {
    private BarUnits() {}

    /// How the lengths in a column become lengths in the unit of the column whose bars they are.
    public static Conversion conversion(Column of, Column bar) {
        return isSame(of, bar) ? Conversion.NONE : read(of, bar).orElse(Conversion.NONE);
    }

    /// Whether a column of lengths is in a unit of another quantity: then they are no bars until somebody says so.
    public static boolean areOther(Column of, Column bar) {
        return !isSame(of, bar)
                && Unit.read(of.unit()).isPresent()
                && Unit.read(bar.unit()).isPresent()
                && read(of, bar).isEmpty();
    }

    private static boolean isSame(Column of, Column bar) {
        return of == bar
                || of.kind() != Kind.NUMBER
                || of.unit().isEmpty()
                || !saysUnit(of, bar)
                || bar.unit().equals(of.unit());
    }

    /// Whether the heading of lengths says a unit: "u(T)", which is read as a name and a unit, says a column.
    public static boolean saysUnit(Column of, Column bar) {
        boolean isSymbol = bar.name().equals("u") && of.name().startsWith(bar.unit());
        return !bar.unit().isEmpty() && !isSymbol;
    }

    private static Optional<Conversion> read(Column of, Column bar) {
        return Unit.read(bar.unit()).flatMap(from -> Unit.read(of.unit()).flatMap(from::to));
    }
}
