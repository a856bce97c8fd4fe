package helvo.core.table;

import helvo.core.number.DecimalMark;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;

/// A table of measurements. All columns have cells for the same rows; those of a shorter one read as empty.
///
/// @param id   stays the same while the table is renamed
/// @param mark   the decimal mark that people type and read in this table
/// @param source the file it was read from, and how; empty for a table that was typed
public record Table(int id, String name, DecimalMark mark, Optional<Source> source, List<Column> columns, SetAside setAside) {
    /// A text file and how it was read.
    ///
    /// @param file      its path
    /// @param charset   by its usual name
    /// @param delimiter between fields
    /// @param headings  the first line held the headings
    public record Source(String file, String charset, char delimiter, boolean headings) {}

    public Table {
        columns = List.copyOf(columns);
    }

    public int rows() {
        return columns.stream().mapToInt(column -> column.cells().size()).max().orElse(0);
    }

    /// @throws IllegalArgumentException when the table has no such column
    public Column column(int columnId) {
        return columns.stream().filter(column -> column.id() == columnId).findFirst()
                .orElseThrow(() -> new IllegalArgumentException("table " + name + " has no column " + columnId));
    }

    public Optional<Column> first(Role role) {
        return columns.stream().filter(column -> column.role() == role).findFirst();
    }

    public List<Column> all(Role role) {
        return columns.stream().filter(column -> column.role() == role).toList();
    }

    public Table with(List<Column> newColumns) {
        return new Table(id, name, mark, source, newColumns, setAside);
    }

    public Table with(SetAside rows) {
        return new Table(id, name, mark, source, columns, rows);
    }

    public Table withSource(Source newSource) {
        return new Table(id, name, mark, Optional.of(newSource), columns, setAside);
    }

    public Table withId(int newId) {
        return new Table(newId, name, mark, source, columns, setAside);
    }

    /// Whether nothing was ever typed into it.
    public boolean isBlank() {
        return rows() == 0;
    }

    public int nextColumnId() {
        return columns.stream().mapToInt(Column::id).max().orElse(0) + 1;
    }

    /// The rows in another order, with some left out or empty ones among them; rows set aside stay so.
    ///
    /// @param sources for each row to come, the row that it was; −1 for an empty one
    public Table withRows(int[] sources) {
        var aside = new java.util.HashMap<Integer, String>();
        if (!setAside.reasons().isEmpty()) {
            for (int row = 0; row < sources.length; row++) {
                if (setAside.has(sources[row])) {
                    aside.put(row, setAside.reasons().get(sources[row]));
                }
            }
        }
        List<Column> moved = columns.stream().map(column -> column.with(column.cells().at(sources))).toList();
        return new Table(id, name, mark, source, moved, SetAside.of(aside));
    }

    public Table withColumn(int columnId, UnaryOperator<Column> change) {
        column(columnId);
        return with(columns.stream().map(column -> column.id() == columnId ? change.apply(column) : column).toList());
    }
}
