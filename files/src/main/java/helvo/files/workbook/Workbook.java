package helvo.files.workbook;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.number.DateText;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberText;
import helvo.core.table.ImportOptions;
import helvo.core.table.ImportReport;
import helvo.core.table.ImportReport.Remark;
import helvo.core.table.Table;
import helvo.files.UnreadableFile;
import helvo.files.archive.GuardedZip;
import helvo.files.study.StudyFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import javax.xml.stream.XMLStreamException;
import org.jspecify.annotations.Nullable;

/// A workbook of sheets, opened for reading: XLSX or ODS. Only values as they were stored are taken: nothing is
/// computed, and nothing outside the file is looked at.
public abstract sealed class Workbook implements AutoCloseable permits XlsxWorkbook, OdsWorkbook {
    /// Signature of the container that older workbooks and those with a password come in (MS-CFB).
    private static final byte[] COMPOUND = {(byte) 0xd0, (byte) 0xcf, 0x11, (byte) 0xe0};
    /// A sheet with text alone in so many rows is taken as it is.
    private static final int ENOUGH_ROWS = 500;

    /// Takes a sheet's cells as they come, row by row.
    interface Visitor {
        /// @param row     0 is the first, never falling
        /// @param column  0 is the first, rising within a row
        /// @param value   a [Double], a [String] that is not blank, a [DateText.Moment], or one of these as
        ///     [Summed]
        /// @param columns that the cell spans
        /// @param rows    that the cell spans
        void cell(int row, int column, Object value, int columns, int rows) throws UnreadableFile;

        /// The row is not shown by the workbook; comes before its cells.
        default void hiddenRow(int row) {}

        /// The column is not shown by the workbook; comes before all cells.
        default void hiddenColumn(int column) {}
    }

    /// A value that a formula works out of the cells above it in its column.
    ///
    /// @param function its name: "SUM"
    record Summed(Object value, String function) {}

    private static final Pattern OVER_COLUMN =
            Pattern.compile("(?:of:)?=?([A-Z.]{1,12})\\((?:\\d{1,3}[,;])?\\[?\\.?\\$?([A-Z]{1,3})\\$?(\\d{1,7})"
                    + ":\\.?\\$?([A-Z]{1,3})\\$?(\\d{1,7})]?\\)");

    /// The function of a formula over several cells of one column; null for any other formula.
    static @Nullable String functionOverColumn(@Nullable String formula) {
        Matcher match = formula == null || formula.length() > 80 ? null : OVER_COLUMN.matcher(formula.strip());
        return match != null
                        && match.matches()
                        && match.group(2).equals(match.group(4))
                        && !match.group(3).equals(match.group(5))
                ? match.group(1)
                : null;
    }

    /// Ends a visit early.
    static final class Enough extends RuntimeException {
        Enough() {
            super(null, null, false, false);
        }
    }

    private final Path file;

    Workbook(Path file) {
        this.file = file;
    }

    /// Whether a file is no text but may be a workbook, told by its first bytes.
    public static boolean isBook(Path file) {
        return starts(head(file), COMPOUND) || GuardedZip.isArchive(file);
    }

    /// @throws UnreadableFile for what is none, is protected by a password, or is damaged
    public static Workbook open(Path file) throws UnreadableFile {
        UnreadableFile.unlessReadable(file);
        String name = String.valueOf(file.getFileName());
        if (starts(head(file), COMPOUND)) {
            throw new UnreadableFile("“" + name
                    + "” is protected by a password, or of an older kind (.xls): save it as XLSX, ODS or CSV "
                    + "without a password and open that.");
        }
        GuardedZip zip = GuardedZip.open(file);
        if (zip.has("content.xml")) {
            return new OdsWorkbook(file, zip);
        }
        if (zip.has("xl/workbook.xml") || zip.has("[Content_Types].xml")) {
            return XlsxWorkbook.of(file, zip);
        }
        boolean isStudy = zip.has(StudyFile.STUDY);
        zip.close();
        if (isStudy) {
            throw new UnreadableFile("“" + name
                    + "” is a study saved by Helvo, not a table of measurements. `helvo open` shows it, `helvo "
                    + "report` writes its report, `helvo apply` makes it again for other files.");
        }
        throw new UnreadableFile("“" + name + "” is an archive, but no workbook: open an XLSX, ODS or CSV file.");
    }

    private static byte[] head(Path file) {
        try (var in = Files.newInputStream(file)) {
            return in.readNBytes(4);
        } catch (IOException e) {
            return new byte[0];
        }
    }

    private static boolean starts(byte[] head, byte[] with) {
        return java.util.Arrays.equals(head, with);
    }

    Path file() {
        return file;
    }

    String fileName() {
        return String.valueOf(file.getFileName());
    }

    /// Every sheet, in the workbook's order.
    abstract List<String> names() throws UnreadableFile;

    /// Shows a visitor the cells of a sheet; whatever is wrong with them may be thrown, also by the libraries that
    /// take part.
    abstract void cells(String sheet, Visitor visitor, Progress progress)
            throws IOException, XMLStreamException, UnreadableFile;

    /// @throws UnreadableFile when the sheet is damaged; what was visited before is good
    final void visit(String sheet, Visitor visitor, Progress progress) throws UnreadableFile {
        try {
            cells(sheet, visitor, progress);
        } catch (Enough | CancellationException ended) {
            throw ended;
        } catch (IOException | XMLStreamException | RuntimeException e) {
            throw damaged("the sheet “" + sheet + "”", e);
        }
    }

    /// What a person should know of the reading so far.
    abstract List<String> notices();

    /// The sheets with something in them, in the workbook's order.
    public List<String> sheets() throws UnreadableFile {
        var filled = new ArrayList<String>();
        for (String name : names()) {
            try {
                visit(
                        name,
                        (_, _, _, _, _) -> {
                            throw new Enough();
                        },
                        Progress.none());
            } catch (Enough found) {
                filled.add(name);
            }
        }
        return filled;
    }

    /// Reads a sheet as a table.
    ///
    /// @param sheet empty for the first in which a table is found
    public SheetTable read(Optional<String> sheet, ImportOptions choices, Progress progress) throws UnreadableFile {
        List<String> filled = sheets();
        if (filled.isEmpty()) {
            throw new UnreadableFile("“" + fileName() + "” holds no values: there is nothing in it to open.");
        }
        String wanted = sheet.isPresent() ? sheet.get() : withTable(filled);
        if (!names().contains(wanted)) {
            throw new UnreadableFile(
                    "“" + fileName() + "” has no sheet “" + wanted + "”; it has " + String.join(", ", names()) + ".");
        }
        var rows = new SheetRows(fileName(), wanted, choices);
        var remarks = new ArrayList<Remark>();
        try {
            visit(wanted, rows, progress);
        } catch (UnreadableFile damaged) {
            if (rows.isUseless()) {
                throw damaged;
            }
            remarks.add(new Remark("", damaged.getMessage() + " What was read before is kept.", true));
        }
        int dot = fileName().lastIndexOf('.');
        String base = dot > 0 ? fileName().substring(0, dot) : fileName();
        Table read = rows.table(filled.size() > 1 ? wanted : base)
                .withSource(new Table.Source.Sheet(file.toAbsolutePath().toString(), wanted));
        ImportReport how = read.importReport().orElseThrow();
        remarks.addAll(how.remarks());
        notices().forEach(notice -> remarks.add(new Remark("", notice, true)));
        if (sheet.isEmpty() && filled.size() > 1) {
            remarks.add(new Remark(
                    "",
                    "The workbook has other sheets: "
                            + filled.stream()
                                    .filter(name -> !name.equals(wanted))
                                    .collect(Collectors.joining(", ")) + ".",
                    true));
        }
        return new SheetTable(read.withImportReport(Optional.of(how.withRemarks(remarks))), filled);
    }

    /// The first sheet with two rows of two numbers each, else the first with anything in it.
    private String withTable(List<String> filled) throws UnreadableFile {
        for (String name : filled) {
            var numbers = new HashMap<Integer, Integer>();
            var rows = new HashSet<Integer>();
            try {
                visit(
                        name,
                        (row, _, value, _, _) -> {
                            if ((!(value instanceof String text)
                                            || NumberText.number(text, DecimalMark.POINT)
                                                    .isPresent())
                                    && numbers.merge(row, 1, Integer::sum) == 2) {
                                rows.add(row);
                            }
                            if (rows.size() >= 2 || row > ENOUGH_ROWS) {
                                throw new Enough();
                            }
                        },
                        Progress.none());
            } catch (Enough found) {
                return name;
            } catch (UnreadableFile damaged) {
                // The next one may be whole.
            }
        }
        return filled.getFirst();
    }

    /// @param sheets all of the workbook with something in them
    public record SheetTable(Table table, List<String> sheets) {}

    UnreadableFile damaged(String part, Exception cause) {
        return new UnreadableFile(
                RootLocale.format(
                        "“%s”: %s is damaged and cannot be read to its end. Open the workbook in the program it comes "
                                + "from and save it again.",
                        fileName(), part),
                cause);
    }

    /// A length of time, written so that it is no time of day.
    static String length(double seconds) {
        return java.time.Duration.ofNanos(Math.round(seconds * 1e9)).toString();
    }

    /// Whole days are dates; others have as much of a time as they need.
    static DateText.Moment moment(double seconds, boolean timeOnly) {
        double rounded = Math.rint(seconds * 1000) / 1000;
        boolean day = rounded % 86_400 == 0;
        boolean minute = rounded % 60 == 0;
        DateText.Form form = timeOnly
                ? minute ? DateText.Form.TIME : DateText.Form.TIME_WITH_SECONDS
                : day ? DateText.Form.DAY : minute ? DateText.Form.MINUTE : DateText.Form.SECOND;
        return new DateText.Moment(rounded, form, false);
    }

    @Override
    public abstract void close();
}
