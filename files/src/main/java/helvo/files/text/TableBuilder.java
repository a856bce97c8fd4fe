package helvo.files.text;

import ch.randelshofer.fastdoubleparser.JavaDoubleParser;
import helvo.core.RootLocale;
import helvo.core.importing.TableReader;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberText;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.Heading;
import helvo.core.table.ImportOptions;
import helvo.core.table.ImportReport.Remark;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.files.Limits;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/// A builder of a table from fields that come one by one, row by row. Rows of differing length are padded with
/// empty cells; a row of empty fields only counts when a fuller one follows it.
public final class TableBuilder {
    /// Decimals beyond these are shown where a cell has them, not padded to.
    private static final int MAX_DECIMALS = 10;
    /// A stored number with more decimals was computed, not written.
    private static final int MAX_COMPUTED_DECIMALS = 6;
    /// Different texts of one column that are kept once each, as group names are.
    private static final int MAX_SHARED_TEXTS = 4096;
    /// So many numbers that could be grouped, and none that shows it, show that they are not.
    private static final int ENOUGH_LEFT = 10_000;

    private static final int BYTES_OF_A_TEXT = 56;

    private final DecimalMark mark;
    private final ImportOptions choices;
    private final List<ColumnBuilder> columns = new ArrayList<>();
    private final Map<Integer, String> summed = new HashMap<>();
    private List<Remark> remarks = List.of();
    private final Open open;
    private boolean settled;
    private int left;
    private boolean hundreds;
    private int rows;
    private int emptyRows;
    private int fieldsInRow;
    private boolean rowHasValue;
    private long bytesOfTexts;
    private char[] scratch = new char[64];
    /// The digits of the plain number read last, and whether they are few, without a power of ten.
    private long whole;
    private boolean isShort;

    /// Whether the decimal mark could as well part thousands. Hardly: only where whole numbers of three digits
    /// stand among such, as "613" does beside "1.122" in fields that commas part.
    public enum Open {
        NO,
        HARDLY,
        YES
    }

    private final class ColumnBuilder {
        final Cells.Builder cells = new Cells.Builder();
        final Map<String, String> shared = new HashMap<>();
        int texts;
        int decimals;

        void number(double number, int written) {
            cells.addNumber(number);
            wrote(written);
        }

        void wrote(int behindMark) {
            decimals = Math.max(decimals, Math.min(MAX_DECIMALS, behindMark));
        }

        void text(String text) {
            String kept = shared.size() < MAX_SHARED_TEXTS ? shared.putIfAbsent(text, text) : null;
            cells.addText(kept == null ? text : kept);
            bytesOfTexts += kept == null ? BYTES_OF_A_TEXT + 2L * text.length() : Long.BYTES;
            texts++;
        }

        void padTo(int rows) {
            while (cells.size() < rows) {
                cells.addEmpty();
            }
        }
    }

    /// @param mark    of bare numbers
    /// @param settled whether a person said it
    /// @param open    whether it could as well part thousands: then numbers such as "1,234" are left as text
    ///     until one shows the mark
    public TableBuilder(DecimalMark mark, boolean settled, Open open, ImportOptions choices) {
        this.mark = mark;
        this.settled = settled;
        this.open = open;
        this.choices = choices;
    }

    public int rows() {
        return rows;
    }

    /// No further row is taken: it would be more than a table holds.
    public boolean full() {
        return (long) rows * columns.size() * Double.BYTES + bytesOfTexts > Limits.MAX_TABLE_BYTES;
    }

    /// What is said where more rows follow than are taken.
    public String onlyTheFirstRows() {
        return RootLocale.format(
                "Only the first %,d rows were read: a table holds %d MB of numbers and texts at most, which are %,d "
                        + "million numbers. Split the file, or leave columns out of it.",
                rows, Limits.MAX_TABLE_BYTES >> 20, Limits.MAX_TABLE_BYTES / Double.BYTES / 1_000_000);
    }

    public void beginRow() {
        fieldsInRow = 0;
        rowHasValue = false;
    }

    public void endRow() {
        if (rowHasValue) {
            rows++;
        } else {
            emptyRows++;
        }
    }

    void field(char[] buffer, int offset, int length) {
        int from = offset;
        int to = offset + length;
        while (from < to && isBlank(buffer[from])) {
            from++;
        }
        while (to > from && isBlank(buffer[to - 1])) {
            to--;
        }
        if (from == to) {
            empty();
        } else {
            value(next(), buffer, from, to - from);
        }
    }

    private static boolean isBlank(char c) {
        return (c <= ' ' || c > '~') && Character.isWhitespace(c);
    }

    /// An empty field.
    public void empty() {
        if (fieldsInRow++ == columns.size()) {
            columns.add(new ColumnBuilder());
        }
    }

    /// A field that is known to be a number.
    public void number(double number) {
        ColumnBuilder column = next();
        int decimals = Math.max(
                0, new BigDecimal(Double.toString(number)).stripTrailingZeros().scale());
        column.number(number, decimals > MAX_COMPUTED_DECIMALS ? 0 : decimals);
    }

    /// Rows that hold numbers, at least one each, with the mark as it stands.
    ///
    /// @param from the first of the columns
    /// @param to   behind the last
    void rows(AsciiLineReader.Numbers numbers, int from, int to) {
        beginRow();
        for (int i = from; i < to; i++) {
            ColumnBuilder column = next();
            column.cells.addNumbers(numbers.columns[i], numbers.lines, !numbers.haveGaps);
            column.wrote(numbers.decimals[i]);
        }
        hundreds |= numbers.haveHundreds;
        rows += numbers.lines;
    }

    private void note(int written, int length) {
        hundreds |= written == 0 && length == 3;
    }

    /// Whether a number showed, or a person said, that the mark is the decimal one.
    boolean isSettled() {
        return settled;
    }

    /// The row begun last is worked out from rows above it.
    public void summed(String function) {
        summed.put(rows, function);
    }

    /// A field that is known to be text, not blank.
    public void text(String text) {
        next().text(text);
    }

    /// The column of the next field, which has a value.
    private ColumnBuilder next() {
        empty();
        if (!rowHasValue) {
            rowHasValue = true;
            rows += emptyRows;
            emptyRows = 0;
        }
        ColumnBuilder column = columns.get(fieldsInRow - 1);
        column.padTo(rows);
        return column;
    }

    private void value(ColumnBuilder column, char[] buffer, int from, int length) {
        int decimals = plainNumber(buffer, from, length);
        if (decimals < 0) {
            word(column, new String(buffer, from, length));
            return;
        }
        double number = isShort ? ShortNumber.of(whole, buffer[from] == '-', decimals) : parsed(buffer, from, length);
        if (Double.isFinite(number) && !isOpen(buffer, from, length, decimals)) {
            column.number(number, decimals);
        } else {
            column.text(new String(buffer, from, length));
        }
    }

    /// A value that is no plain number.
    private void word(ColumnBuilder column, String text) {
        double number = column.shared.containsKey(text) || NumberText.isWholeWithPower(text)
                ? Double.NaN
                : NumberText.number(text, mark).orElse(Double.NaN);
        if (Double.isFinite(number)) {
            note(0, text.length());
            column.number(number, 0);
        } else {
            column.text(text);
        }
    }

    /// Whether the mark could as well part thousands: "1,234". A number in which it could not settles the mark
    /// for the table.
    private boolean isOpen(char[] buffer, int from, int length, int decimals) {
        if (settled || decimals <= 0) {
            note(decimals, length);
            return false;
        }
        int first = buffer[from] >= '0' && buffer[from] <= '9' ? from : from + 1;
        int whole = from + length - decimals - 1 - first;
        boolean either = open != Open.NO && decimals == 3 && whole >= 1 && whole <= 3 && buffer[first] != '0';
        left += either ? 1 : 0;
        settled = !either || open == Open.HARDLY && left > ENOUGH_LEFT && !hundreds;
        return !settled;
    }

    private double parsed(char[] buffer, int from, int length) {
        for (int i = 0; i < length; i++) {
            scratch[i] = buffer[from + i] == mark.sign() ? '.' : buffer[from + i];
        }
        return JavaDoubleParser.parseDouble(scratch, 0, length);
    }

    /// @return the digits behind the mark, 0 with a power of ten; −1 for what is surely no plain number
    private int plainNumber(char[] buffer, int from, int length) {
        if (length > scratch.length) {
            return -1;
        }
        char sign = mark.sign();
        int markAt = -1;
        int power = -1;
        int digits = 0;
        whole = 0;
        for (int i = 0; i < length; i++) {
            char c = buffer[from + i];
            if (c >= '0' && c <= '9') {
                whole = 10 * whole + (c - '0');
                digits++;
            } else if (c == sign && markAt < 0 && power < 0) {
                markAt = i;
            } else if ((c == 'e' || c == 'E') && power < 0 && digits > 0 && i + 1 < length) {
                if (markAt < 0 && digits == i && buffer[from + i + 1] >= '0' && buffer[from + i + 1] <= '9') {
                    // It may be a code, which the column tells.
                    return -1;
                }
                power = i;
            } else if (!((c == '-' || c == '+') && (i == 0 || power == i - 1 && i + 1 < length))) {
                return -1;
            }
        }
        if (digits == 0) {
            return -1;
        }
        isShort = power < 0 && digits <= ShortNumber.DIGITS;
        return markAt < 0 || power >= 0 ? 0 : length - markAt - 1;
    }

    /// How the columns were understood, once there is a table.
    public List<Remark> remarks() {
        return remarks;
    }

    /// @param headings null for those to be made up
    public Table tableOf(String name, List<Heading> headings) {
        while (columns.size() < headings.size()) {
            columns.add(new ColumnBuilder());
        }
        boolean pair = columns.size() == 2 && headings.isEmpty();
        var made = new ArrayList<Column>();
        for (int i = 0; i < columns.size(); i++) {
            ColumnBuilder column = columns.get(i);
            Heading heading = i < headings.size() && headings.get(i) != null
                    ? headings.get(i)
                    : new Heading(pair ? i == 0 ? "x" : "y" : "Column " + (i + 1), "");
            column.padTo(rows);
            made.add(new Column(
                    i + 1,
                    heading,
                    column.texts > 0 ? Kind.TEXT : Kind.NUMBER,
                    Role.NONE,
                    column.decimals,
                    column.cells.build()));
        }
        var reader = new TableReader(name, mark, choices);
        Table read = reader.read(
                made,
                columns.stream().map(column -> column.texts > 0).toList(),
                settled,
                open == Open.HARDLY && !hundreds,
                summed);
        remarks = reader.remarks();
        return read;
    }
}
