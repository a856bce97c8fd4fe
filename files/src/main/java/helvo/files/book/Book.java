package helvo.files.book;

import helvo.core.Phrase;
import helvo.core.Progress;
import helvo.core.number.DateText;
import helvo.core.table.Table;
import helvo.files.CannotRead;
import helvo.files.archive.GuardedZip;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;

/// A workbook of sheets, opened to read values from: XLSX (ECMA-376) or ODS (OpenDocument 1.3). Only values as they were stored
/// are taken: nothing is computed, and nothing outside the file is looked at.
public abstract sealed class Book implements AutoCloseable permits XlsxBook, OdsBook {
    /// Signature of the container that older workbooks and those with a password come in (MS-CFB).
    private static final byte[] COMPOUND = {(byte) 0xd0, (byte) 0xcf, 0x11, (byte) 0xe0};
    private static final byte[] ZIP = {'P', 'K', 3, 4};

    /// Takes a sheet's cells as they come, row by row.
    interface Visitor {
        /// @param row     0 is the first, never falling
        /// @param column  0 is the first, rising within a row
        /// @param value   a [Double], a [String] that is not blank, or a [DateText.Moment]
        /// @param columns that the cell spans
        /// @param rows    that the cell spans
        void cell(int row, int column, Object value, int columns, int rows) throws CannotRead;
    }

    /// Ends a visit early.
    static final class Enough extends RuntimeException {
        Enough() {
            super(null, null, false, false);
        }
    }

    private final Path file;

    Book(Path file) {
        this.file = file;
    }

    /// Whether a file is no text but may be a workbook, told by its first bytes.
    public static boolean isBook(Path file) {
        byte[] head = head(file);
        return starts(head, COMPOUND) || starts(head, ZIP);
    }

    /// @throws CannotRead for what is none, is protected by a password, or is damaged
    public static Book open(Path file) throws CannotRead {
        CannotRead.unlessReadable(file);
        String name = String.valueOf(file.getFileName());
        if (starts(head(file), COMPOUND)) {
            throw new CannotRead("“" + name + "” is protected by a password, or of an older kind (.xls): save it as XLSX, ODS or CSV "
                    + "without a password and open that.");
        }
        GuardedZip zip = GuardedZip.open(file);
        if (zip.has("content.xml")) {
            return new OdsBook(file, zip);
        }
        if (zip.has("xl/workbook.xml") || zip.has("[Content_Types].xml")) {
            return XlsxBook.of(file, zip);
        }
        zip.close();
        throw new CannotRead("“" + name + "” is an archive, but no workbook: open an XLSX, ODS or CSV file.");
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
    abstract List<String> names() throws CannotRead;

    /// @throws CannotRead when the sheet is damaged; what was visited before is good
    abstract void visit(String sheet, Visitor visitor, Progress progress) throws CannotRead;

    /// What a person should know of the reading so far.
    abstract List<String> notices();

    /// The sheets with something in them, in the workbook's order.
    public List<String> sheets() throws CannotRead {
        var filled = new ArrayList<String>();
        for (String name : names()) {
            try {
                visit(name, (_, _, _, _, _) -> {
                    throw new Enough();
                }, Progress.NONE);
            } catch (Enough found) {
                filled.add(name);
            }
        }
        return filled;
    }

    /// Reads a sheet as a table: rows above it and empty columns are left out, heading cells that span several columns
    /// name each of them.
    ///
    /// @param sheet empty for the first with something in it
    public SheetTable read(Optional<String> sheet, Progress progress) throws CannotRead {
        List<String> filled = sheets();
        if (filled.isEmpty()) {
            throw new CannotRead("“" + fileName() + "” holds no values: there is nothing in it to open.");
        }
        String wanted = sheet.orElse(filled.getFirst());
        if (!names().contains(wanted)) {
            throw new CannotRead("“" + fileName() + "” has no sheet “" + wanted + "”; it has " + String.join(", ", names()) + ".");
        }
        var table = new SheetRows(fileName(), wanted);
        var notices = new ArrayList<String>();
        try {
            visit(wanted, table, progress);
        } catch (CannotRead damaged) {
            if (table.isUseless()) {
                throw damaged;
            }
            notices.add(damaged.getMessage() + " What was read before is kept.");
        }
        int dot = fileName().lastIndexOf('.');
        String base = dot > 0 ? fileName().substring(0, dot) : fileName();
        Table read = table.table(filled.size() > 1 ? wanted : base)
                .withSource(new Table.Source.Sheet(file.toAbsolutePath().toString(), wanted));
        notices.addAll(table.notices());
        notices.addAll(notices());
        return new SheetTable(read, List.copyOf(notices), filled);
    }

    /// @param sheets all of the workbook with something in them
    public record SheetTable(Table table, List<String> notices, List<String> sheets) {}

    CannotRead damaged(String part, Exception cause) {
        if (cause instanceof CancellationException stopped) {
            throw stopped;
        }
        return new CannotRead(Phrase.of("“%s”: %s is damaged and cannot be read to its end. Open the workbook in the program it comes "
                + "from and save it again.", fileName(), part), cause);
    }

    /// Whole days are dates; others have as much of a time as they need.
    static DateText.Moment moment(double seconds, boolean timeOnly) {
        double rounded = Math.rint(seconds * 1000) / 1000;
        boolean day = rounded % 86_400 == 0;
        boolean minute = rounded % 60 == 0;
        DateText.Form form = timeOnly ? minute ? DateText.Form.TIME : DateText.Form.TIME_WITH_SECONDS
                : day ? DateText.Form.DAY : minute ? DateText.Form.MINUTE : DateText.Form.SECOND;
        return new DateText.Moment(rounded, form, false);
    }

    @Override
    public abstract void close();
}
