package helvo.files.text;

import de.siegmar.fastcsv.reader.AbstractBaseCsvCallbackHandler;
import de.siegmar.fastcsv.reader.RecordWrapper;
import helvo.core.RootLocale;
import helvo.core.table.Heading;
import helvo.core.table.ImportReport;
import helvo.core.table.Table;
import helvo.files.Limits;
import helvo.files.UnreadableFile;
import java.nio.CharBuffer;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/// Collects rows of fields from the CSV reader. It tells the reader of rows only now and then: then the reader
/// comes up to look whether there is room for more.
final class TextRows extends AbstractBaseCsvCallbackHandler<Boolean> {
    /// Of a sign for comments, and one behind it.
    private static final int MAX_SIGN = 3;
    private static final int PAUSE = (1 << 16) - 1;

    private final TableBuilder builder;
    private final TextLayout layout;
    private final String name;
    private final CommentSign sign;
    private final int first;
    private final int end;
    private final int left;
    private final int right;
    private final List<String> notices = new ArrayList<>();
    private boolean begun;
    private boolean isComment;
    private boolean isRemark;
    private int remarks;
    private int comments;
    private int width;
    private int filled;
    private int ragged;
    private long firstRagged;
    private long line;
    private long before;

    TextRows(TextLayout layout, String name) {
        this.builder = new TableBuilder(
                layout.mark(),
                layout.sure(),
                layout.delimiter() == Delimiter.COMMA ? TableBuilder.Open.HARDLY : TableBuilder.Open.YES,
                layout.choices());
        this.layout = layout;
        this.name = name;
        // Comments that are parted here come with this sign.
        sign = layout.delimiter().isLoose() ? CommentSign.HASH : layout.comment();
        first = layout.area().first();
        end = layout.area().end();
        left = layout.area().left();
        // A table that goes on behind what the guess saw may have more columns there.
        right = end == Integer.MAX_VALUE ? Limits.MAX_COLUMNS : layout.area().right();
        List<Heading> headings = layout.area().headings();
        int named = headings.size();
        while (named > 0 && headings.get(named - 1) == null) {
            named--;
        }
        width = named == 0 ? -1 : layout.area().left() + named;
    }

    long line() {
        return line;
    }

    boolean full() {
        return builder.full();
    }

    /// The table's last line was read.
    boolean isPastEnd() {
        return line > end;
    }

    void ended(boolean all) {
        if (!all) {
            notices.add(builder.onlyTheFirstRows());
        }
    }

    @Override
    protected void handleBegin(long startingLineNumber) {
        line = before + startingLineNumber;
        begun = false;
        isComment = false;
        isRemark = false;
        filled = 0;
    }

    /// Lines that are read by themselves; the reader counts from 1 again behind them.
    void passed(int lines) {
        before += lines;
    }

    /// Takes a line without quotation marks, below the headings.
    void line(char[] text, int from, int to, char delimiter) {
        passed(1);
        beginRecord(0);
        for (int at = from; at <= to; ) {
            int end = at;
            while (end < to && text[end] != delimiter) {
                end++;
            }
            addField(text, at, end - at, false);
            at = end + 1;
        }
        buildRecord();
    }

    /// Takes lines of numbers, each with as many fields as the table is wide.
    void lines(AsciiLineReader.Numbers numbers) {
        passed(numbers.lines);
        line = before;
        builder.rows(numbers, left, Math.min(width, right + 1));
    }

    /// How many fields a line has as a rule; 0 before the first.
    int width() {
        return Math.max(0, width);
    }

    /// Whether it is certain that the mark of the layout is the decimal one.
    boolean isMarkSettled() {
        return builder.isSettled();
    }

    private boolean isRow() {
        return line > first && line <= end;
    }

    @Override
    protected void handleField(int index, char[] buffer, int offset, int length, boolean isQuoted) {
        if (index >= Limits.MAX_COLUMNS || length > Limits.MAX_CELL_CHARS) {
            throw new NoSuchTable(line, index < Limits.MAX_COLUMNS);
        }
        if (index == 0 && length > 1 && !isQuoted) {
            isComment = sign.begins(CharBuffer.wrap(buffer, offset, Math.min(length, MAX_SIGN)));
        }
        if (!isRow() || isComment || isRemark || index < left || index > right) {
            return;
        }
        boolean mayRemark = !isQuoted && index > 0 && sign.isIn(buffer, offset, length);
        int remark = mayRemark ? remark(index, CharBuffer.wrap(buffer, offset, length)) : -1;
        if (remark >= 0) {
            isRemark = true;
            remarks++;
        }
        if (remark == 0) {
            return;
        }
        if (!begun) {
            builder.beginRow();
            begun = true;
        }
        builder.field(buffer, offset, remark < 0 ? length : remark);
        filled = length > 0 ? index + 1 : filled;
    }

    /// Where a remark on the row begins in a field, −1 for nowhere: behind a number, or behind all columns that
    /// have a heading.
    private int remark(int index, CharBuffer field) {
        return width > 0 && index >= width && sign.begins(field) ? 0 : sign.remarkIn(field);
    }

    @Override
    protected @Nullable RecordWrapper<Boolean> buildRecord() {
        if (isRow() && isComment) {
            comments++;
        } else if (isRow() && begun && !isEmptyLine()) {
            endRow(isRemark ? width : getFieldCount());
        }
        return (builder.rows() & PAUSE) == 0 ? wrapRecord(true) : null;
    }

    private void endRow(int fields) {
        width = width < 0 ? fields : width;
        if ((fields < width || filled > width) && ragged++ == 0) {
            firstRagged = line;
        }
        builder.endRow();
    }

    TextTable table(Optional<Path> file) throws UnreadableFile {
        if (builder.rows() == 0) {
            throw new UnreadableFile(
                    layout.area().headings().stream().noneMatch(java.util.Objects::nonNull)
                            ? "“" + name + "” holds no values: there is nothing in it to open."
                            : "“" + name + "” has headings only: there is no row of values below them.");
        }
        if (comments > 0) {
            notices.add(RootLocale.format(
                    "%,d %s.",
                    comments, comments == 1 ? "line was left out as a comment" : "lines were left out as comments"));
        }
        if (remarks > 0) {
            notices.add(RootLocale.format(
                    "%,d %s behind values %s left out.",
                    remarks, remarks == 1 ? "comment" : "comments", remarks == 1 ? "was" : "were"));
        }
        if (ragged > 0) {
            notices.add(RootLocale.format(
                    "%,d %s not as many fields as the others (line %,d is one): missing fields are empty cells, more "
                            + "fields more columns.",
                    ragged, ragged == 1 ? "line has" : "lines have", firstRagged));
        }
        int dot = name.lastIndexOf('.');
        Table table = builder.tableOf(
                dot > 0 ? name.substring(0, dot) : name, layout.area().headings());
        if (layout.tables() > 1) {
            notices.add(RootLocale.format(
                    "The file holds %d tables; this is number %d.",
                    layout.tables(), layout.choices().table().orElse(1)));
        }
        var remarks = new ArrayList<ImportReport.Remark>();
        notices.forEach(notice -> remarks.add(new ImportReport.Remark("", notice, true)));
        remarks.addAll(builder.remarks());
        var report = new ImportReport(
                layout.sentence(),
                remarks,
                layout.area().notes(),
                layout.tables(),
                layout.choices(),
                layout.area().isOpen() ? layout.area().first() + 1 : 0);
        Table read = table.withImportReport(Optional.of(report));
        return new TextTable(
                file.map(path -> read.withSource(layout.source(path))).orElse(read),
                remarks.stream()
                        .filter(ImportReport.Remark::warning)
                        .map(ImportReport.Remark::sentence)
                        .toList());
    }

    /// More columns, or a longer value, than a table of measurements has.
    static final class NoSuchTable extends RuntimeException {
        final long line;
        final boolean isLong;

        NoSuchTable(long line, boolean isLong) {
            super(null, null, false, false);
            this.line = line;
            this.isLong = isLong;
        }
    }
}
