package helvo.files.text;

import ch.randelshofer.fastdoubleparser.JavaDoubleParser;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberText;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.RoleGuess;
import helvo.core.table.SetAside;
import helvo.core.table.Table;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/// Makes a table of fields that come one by one, row by row. Rows of differing length are padded with empty cells; a row
/// of empty fields only counts when a fuller one follows it.
final class TableBuilder {
    /// More columns than this are a wrong delimiter or no table.
    static final int MOST_COLUMNS = 1000;
    /// Decimals beyond these are shown where a cell has them, not padded to.
    private static final int MOST_DECIMALS = 10;
    /// Different texts of one column that are kept once each, as group names are.
    private static final int MOST_SHARED_TEXTS = 4096;

    private final DecimalMark mark;
    private final List<ColumnBuilder> columns = new ArrayList<>();
    private int rows;
    private int emptyRows;
    private int fieldsInRow;
    private boolean rowHasValue;
    private char[] scratch = new char[64];

    private static final class ColumnBuilder {
        final Cells.Builder cells = new Cells.Builder();
        final Map<String, String> shared = new HashMap<>();
        int numbers;
        int texts;
        int decimals;

        void padTo(int rows) {
            while (cells.size() < rows) {
                cells.addEmpty();
            }
        }
    }

    TableBuilder(DecimalMark mark) {
        this.mark = mark;
    }

    int rows() {
        return rows;
    }

    void beginRow() {
        fieldsInRow = 0;
        rowHasValue = false;
    }

    void endRow() {
        if (rowHasValue) {
            rows++;
        } else {
            emptyRows++;
        }
    }

    void field(char[] buffer, int offset, int length) {
        int from = offset;
        int to = offset + length;
        while (from < to && Character.isWhitespace(buffer[from])) {
            from++;
        }
        while (to > from && Character.isWhitespace(buffer[to - 1])) {
            to--;
        }
        int index = fieldsInRow++;
        if (index == columns.size()) {
            columns.add(new ColumnBuilder());
        }
        if (from == to) {
            return;
        }
        if (!rowHasValue) {
            rowHasValue = true;
            rows += emptyRows;
            emptyRows = 0;
        }
        ColumnBuilder column = columns.get(index);
        column.padTo(rows);
        value(column, buffer, from, to - from);
    }

    private void value(ColumnBuilder column, char[] buffer, int from, int length) {
        int decimals = plainNumber(buffer, from, length);
        double number = decimals >= 0 ? JavaDoubleParser.parseDouble(scratch, 0, length) : Double.NaN;
        if (decimals < 0) {
            number = NumberText.number(new String(buffer, from, length), mark).orElse(Double.NaN);
            decimals = 0;
        }
        if (Double.isFinite(number)) {
            column.cells.addNumber(number);
            column.numbers++;
            column.decimals = Math.max(column.decimals, Math.min(MOST_DECIMALS, decimals));
        } else {
            String text = new String(buffer, from, length);
            if (column.shared.size() < MOST_SHARED_TEXTS) {
                String known = column.shared.putIfAbsent(text, text);
                text = known == null ? text : known;
            }
            column.cells.addText(text);
            column.texts++;
        }
    }

    /// Copies what may be a number to `scratch`, with a decimal point.
    ///
    /// @return the digits behind the mark, 0 with a power of ten; −1 for what is surely no plain number
    private int plainNumber(char[] buffer, int from, int length) {
        if (length > scratch.length) {
            return -1;
        }
        int markAt = -1;
        int power = -1;
        int digits = 0;
        for (int i = 0; i < length; i++) {
            char c = buffer[from + i];
            scratch[i] = c;
            if (c >= '0' && c <= '9') {
                digits++;
            } else if (c == mark.sign() && markAt < 0 && power < 0) {
                markAt = i;
                scratch[i] = '.';
            } else if ((c == 'e' || c == 'E') && power < 0 && digits > 0 && i + 1 < length) {
                power = i;
            } else if (!((c == '-' || c == '+') && (i == 0 || power == i - 1 && i + 1 < length))) {
                return -1;
            }
        }
        if (digits == 0) {
            return -1;
        }
        return markAt < 0 || power >= 0 ? 0 : length - markAt - 1;
    }

    /// @param headings as the file has them; missing ones are made up
    Table table(String name, List<String> headings) {
        while (columns.size() < headings.size()) {
            columns.add(new ColumnBuilder());
        }
        boolean pair = columns.size() == 2 && headings.isEmpty();
        var made = new ArrayList<Column>();
        for (int i = 0; i < columns.size(); i++) {
            ColumnBuilder column = columns.get(i);
            String heading = i < headings.size() && !headings.get(i).isBlank() ? headings.get(i) : pair ? i == 0 ? "x" : "y" : "Column " + (i + 1);
            Kind kind = column.numbers >= column.texts ? Kind.NUMBER : Kind.TEXT;
            column.padTo(rows);
            made.add(new Column(i + 1, Heading.of(heading), kind, Role.NONE, column.decimals, column.cells.build()));
        }
        return new Table(0, name, mark, java.util.Optional.empty(), RoleGuess.guessed(made), SetAside.NONE);
    }
}
