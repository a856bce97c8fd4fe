package helvo.core.table;

import static helvo.core.Require.require;

import java.util.List;

/// The way a derived column is computed from others. The ids are of columns of the same table, but for those of a
/// [DerivedTable], which are of its source.
public sealed interface Derivation {
    /// @param text the formula with `{3}` for the column with id 3, so that it survives a change of names; see
    ///             `helvo.core.formula`
    record Formula(String text) implements Derivation {}

    /// The uncertainty of a column with a formula, carried over to first order from the bars of its sources.
    ///
    /// @param source   the column with the formula
    /// @param bars of its sources; a source without one counts as exact
    record PropagatedUncertainty(int source, List<Bar> bars) implements Derivation {
        public PropagatedUncertainty {
            bars = List.copyOf(bars);
        }
    }

    /// The column that holds the half lengths of another one's bars.
    ///
    /// @param column `of` itself where its bars are its own, the same for all its values
    record Bar(int source, int column) {
        public boolean isOwn() {
            return source == column;
        }
    }

    /// Whether a cell is among some values that have a name as a set.
    ///
    /// @param name   of the set: the cell's text for a row in it
    /// @param others the text for all other rows
    record Membership(int source, String name, List<Cell> values, String others) implements Derivation {
        public Membership {
            values = List.copyOf(values);
            require(!values.isEmpty(), "a set needs a value");
        }
    }

    /// In a summary: the value that a row's group has in a column of the source.
    record Group(int source) implements Derivation {}

    /// In a table that turns another one: cells of that in another place.
    record Reshaped() implements Derivation {}

    /// In a summary: a statistic over a group's cells in a column of the source.
    record GroupStatistic(Statistic statistic, int source) implements Derivation {}

    /// A statistic over the cells of a row in several columns, which repeat one quantity; those without a number
    /// count as not measured.
    record RowStatistic(Statistic statistic, List<Integer> sources) implements Derivation {
        public RowStatistic {
            sources = List.copyOf(sources);
            require(sources.size() > 1, "repeats are in two columns at least");
        }
    }

    /// Whether it follows cells of the same row and table.
    default boolean isOfRow() {
        return switch (this) {
            case Formula _, PropagatedUncertainty _, Membership _, RowStatistic _ -> true;
            case Group _, Reshaped _, GroupStatistic _ -> false;
        };
    }
}
