package helvo.core.table;

import helvo.core.number.DecimalMark;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;

/// A table of measurements. All columns have cells for the same rows; those of a shorter one read as empty.
///
/// @param id   stays the same while the table is renamed
/// @param mark the decimal mark that people type and read in this table
public record Table(int id, String name, DecimalMark mark, List<Column> columns, SetAside setAside) {
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
        return new Table(id, name, mark, newColumns, setAside);
    }

    public Table with(SetAside rows) {
        return new Table(id, name, mark, columns, rows);
    }

    public Table withId(int newId) {
        return new Table(newId, name, mark, columns, setAside);
    }

    public Table withColumn(int columnId, UnaryOperator<Column> change) {
        column(columnId);
        return with(columns.stream().map(column -> column.id() == columnId ? change.apply(column) : column).toList());
    }
}
