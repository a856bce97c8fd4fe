package helvo.desktop.measurements;

import helvo.core.number.DecimalMark;
import helvo.core.table.Column;
import java.util.List;
import java.util.stream.Collectors;

/// Cells as lines of texts parted by tabs, at full precision, as other programs read them.
final class CellsAsText {
    private CellsAsText() {}

    static String of(List<Column> columns, List<Integer> rows, DecimalMark mark, boolean headings) {
        String head = columns.stream().map(column -> column.heading().text()).collect(Collectors.joining("\t"));
        return (headings ? head + "\n" : "")
                + rows.stream()
                        .map(row -> columns.stream()
                                .map(column -> exact(column, row, mark))
                                .collect(Collectors.joining("\t")))
                        .collect(Collectors.joining("\n"));
    }

    /// On one line, so that it reads back as the same cell in the same place.
    private static String exact(Column column, int row, DecimalMark mark) {
        return column.exact(row, mark).replaceAll("[\t\n\r]+", " ");
    }
}
