package helvo.core.table;

import static helvo.core.Require.require;

import java.util.List;

/// The link of a table to another one that it follows, and how it is made of it.
///
/// @param source id of the table that is followed; rows of it that are excluded are left out
/// @param by     ids of its columns: those to group by, in the order of their first rows; those that name the rows;
///               the one whose cells name the columns
/// @param columns ids of its columns of which each value gets a row; empty for those that are called alike
public record DerivedTable(int source, List<Integer> by, Form form, List<Integer> columns) {
    /// What the table makes of its source.
    public enum Form {
        GROUPS("averages of repeats"),
        ONE_ROW_EACH("one row for each value"),
        ROWS_TO_COLUMNS("rows as columns");

        private final String words;

        Form(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    public DerivedTable {
        by = List.copyOf(by);
        form = form == null ? Form.GROUPS : form;
        columns = columns == null ? List.of() : List.copyOf(columns);
        require(form != Form.GROUPS || !by.isEmpty(), "a summary needs a column to group by");
    }
}
