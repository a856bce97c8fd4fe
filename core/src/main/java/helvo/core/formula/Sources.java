package helvo.core.formula;

import helvo.core.table.Column;
import helvo.core.table.Derivation;
import helvo.core.table.Table;
import java.util.ArrayList;
import java.util.List;

/// The columns of a table that a derived column follows.
public final class Sources {
    private Sources() {}

    /// Ids; none for a column of its own, or one that follows another table.
    public static List<Integer> of(Column column, Table table) {
        return switch (column.derivation().orElse(null)) {
            case null -> List.of();
            case Derivation.Formula kept ->
                Formula.of(kept, table).map(Formula::columns).orElse(List.of());
            case Derivation.PropagatedUncertainty carried -> carried(carried, table);
            case Derivation.Membership membership -> List.of(membership.source());
            case Derivation.RowStatistic repeats ->
                repeats.sources().stream().filter(id -> has(table, id)).toList();
            case Derivation.Group _, Derivation.GroupStatistic _, Derivation.Reshaped _ -> List.of();
        };
    }

    private static boolean has(Table table, int id) {
        return table.columns().stream().anyMatch(each -> each.id() == id);
    }

    /// The column whose uncertainty is carried, its sources, and their bars.
    private static List<Integer> carried(Derivation.PropagatedUncertainty carried, Table table) {
        var sources = new ArrayList<>(List.of(carried.source()));
        table.columns().stream()
                .filter(each -> each.id() == carried.source())
                .forEach(each -> sources.addAll(of(each, table)));
        carried.bars().forEach(bar -> sources.add(bar.column()));
        return sources;
    }
}
