package helvo.core.table;

import java.util.List;
import java.util.stream.IntStream;

/// The first rows of a table as they are shown.
///
/// @param headings of its first columns
/// @param rows     a text for each of these
/// @param more     whether there are further columns
public record TablePreview(List<String> headings, List<List<String>> rows, boolean more) {
    /// @param columns at most
    /// @param rows    at most
    public static TablePreview of(Table table, int columns, int rows) {
        List<Column> first = table.columns().stream().limit(columns).toList();
        return new TablePreview(
                first.stream().map(column -> column.heading().text()).toList(),
                IntStream.range(0, Math.min(rows, table.rows()))
                        .mapToObj(row -> first.stream()
                                .map(column ->
                                        row < column.cells().size() ? column.shown(row, table.decimalMark()) : "")
                                .toList())
                        .toList(),
                table.columns().size() > columns);
    }
}
