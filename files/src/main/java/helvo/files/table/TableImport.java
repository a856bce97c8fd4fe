package helvo.files.table;

import helvo.core.Progress;
import helvo.core.table.ImportOptions;
import helvo.core.table.ImportReport;
import helvo.core.table.Table;
import helvo.files.StallGuard;
import helvo.files.UnreadableFile;
import helvo.files.text.PastedText;
import helvo.files.text.TextTable;
import helvo.files.workbook.Workbook;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/// Reads a table from a file of any kind. How it was read stands in it.
///
/// @param notices  what a person should know of the reading before using the table
/// @param readings of it between which a person must choose; none where nothing is open
public record TableImport(Table table, List<String> notices, List<TableReading> readings) {
    /// A table of which nothing is open.
    public TableImport(Table table, List<String> notices) {
        this(table, notices, List.of());
    }

    /// @param sheet of a workbook; empty for the first with a table in it
    /// @throws UnreadableFile with a sentence for a person
    public static TableImport read(Path file, Optional<String> sheet, ImportOptions choices, Progress progress)
            throws UnreadableFile {
        try {
            if (SpooledInput.isStandardInput(file)) {
                // As long as whatever is piped into it takes.
                try (SpooledInput spool = SpooledInput.of(file, progress)) {
                    return StallGuard.of(
                            spool.file(), progress, watched -> readAll(spool.file(), sheet, choices, watched));
                }
            }
            return StallGuard.of(file, progress, watched -> {
                try (SpooledInput spool = SpooledInput.of(file, watched)) {
                    return readAll(spool.file(), sheet, choices, watched);
                }
            });
        } catch (OutOfMemoryError e) {
            throw new UnreadableFile(
                    "“" + file.getFileName()
                            + "” holds more than fits into the memory that Helvo may use: split it, or leave columns "
                            + "out of it.",
                    e);
        }
    }

    /// Read by the cells alone.
    public static TableImport read(Path file, Progress progress) throws UnreadableFile {
        return read(file, Optional.empty(), ImportOptions.NONE, progress);
    }

    /// Reads a table's file again, in the way it was read.
    public static TableImport again(Table table, Progress progress) throws UnreadableFile {
        return again(table, table.importReport().map(ImportReport::choices).orElse(ImportOptions.NONE), progress);
    }

    /// Reads a table's file again in another way.
    public static TableImport again(Table table, ImportOptions choices, Progress progress) throws UnreadableFile {
        Table.Source source =
                table.source().orElseThrow(() -> new UnreadableFile("“" + table.name() + "” is from no file."));
        return read(
                Path.of(source.file()),
                source instanceof Table.Source.Sheet(var _, String sheet) ? Optional.of(sheet) : Optional.empty(),
                choices,
                progress);
    }

    private static TableImport readAll(Path file, Optional<String> sheet, ImportOptions choices, Progress progress)
            throws UnreadableFile {
        if (Workbook.isBook(file)) {
            try (Workbook book = Workbook.open(file)) {
                Table read = book.read(sheet, choices, progress).table();
                return of(
                        read,
                        read.importReport().orElseThrow().remarks().stream()
                                .filter(ImportReport.Remark::warning)
                                .map(ImportReport.Remark::sentence)
                                .toList(),
                        other -> book.read(sheet, other, progress).table());
            }
        }
        if (sheet.isPresent()) {
            UnreadableFile.unlessReadable(file);
            throw new UnreadableFile("“" + file.getFileName() + "” is a text file and has no sheets.");
        }
        TextTable read = TextTable.read(file, choices, progress);
        return of(read.table(), read.notices(), other -> TextTable.read(file, other, progress)
                .table());
    }

    /// Reads what was copied elsewhere.
    public static TableImport of(PastedText pasted, String name) throws UnreadableFile {
        TextTable read = pasted.table(name, ImportOptions.NONE);
        return of(
                read.table(), read.notices(), other -> pasted.table(name, other).table());
    }

    private static TableImport of(Table table, List<String> notices, TableReading.Reader reader) throws UnreadableFile {
        return new TableImport(table, notices, TableReading.of(table, reader));
    }

    /// The sheets of a workbook with something in them; none for a text file, or a pipe, which can be read only
    /// once.
    public static List<String> sheets(Path file) throws UnreadableFile {
        if (!SpooledInput.isReadAgain(file) || !Workbook.isBook(file)) {
            return List.of();
        }
        try (Workbook book = Workbook.open(file)) {
            return book.sheets();
        }
    }
}
