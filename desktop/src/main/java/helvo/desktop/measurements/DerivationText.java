package helvo.desktop.measurements;

import helvo.core.RootLocale;
import helvo.core.formula.Formula;
import helvo.core.table.Column;
import helvo.core.table.Derivation;
import helvo.core.table.Table;
import java.util.Optional;
import java.util.stream.Collectors;

/// The description of a derived column in words.
final class DerivationText {
    private DerivationText() {}

    /// @return empty for a column that follows none
    static Optional<String> of(Column column, Table table) {
        return column.derivation().map(derivation -> switch (derivation) {
            case Derivation.Formula kept -> column.name() + " = " + Formula.written(kept, table);
            case Derivation.PropagatedUncertainty(int of, var _) ->
                "Uncertainty of " + table.column(of).name()
                        + ", carried over from the bars of what it is computed from";
            case Derivation.Membership(int of, String name, var values, var _) ->
                RootLocale.format(
                        "“%s” where %s is one of %d values",
                        name, table.column(of).name(), values.size());
            case Derivation.RowStatistic(var statistic, var of) ->
                "The " + statistic.words().replaceAll(" of$", "") + " of "
                        + of.stream().map(id -> table.column(id).name()).collect(Collectors.joining(", "));
            case Derivation.Group _ -> "One row for each different " + column.name();
            case Derivation.Reshaped _ -> column.name() + ", follows the table that was turned";
            case Derivation.GroupStatistic _ -> column.name() + ", follows its source";
        });
    }
}
