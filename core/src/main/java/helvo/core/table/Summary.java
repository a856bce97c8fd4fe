package helvo.core.table;

import static helvo.core.Require.require;

import java.util.List;

/// What a table summarises: the rows of another one, grouped by the values of some of its columns.
///
/// @param source id of the table whose rows are grouped; those set aside are left out
/// @param by     ids of its columns; groups come in the order of their first rows
public record Summary(int source, List<Integer> by) {
    public Summary {
        by = List.copyOf(by);
        require(!by.isEmpty(), "a summary needs a column to group by");
    }
}
