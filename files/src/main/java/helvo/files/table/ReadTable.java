package helvo.files.table;

import helvo.core.Progress;
import helvo.core.table.ReadAs;
import helvo.core.table.ReadingChoices;
import helvo.core.table.Table;
import helvo.files.CannotRead;
import helvo.files.Patience;
import helvo.files.book.Book;
import helvo.files.text.TextTable;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/// A table read from a file of any kind that Helvo opens. How it was read stands in it.
///
/// @param notices what a person should know of the reading before using the table
public record ReadTable(Table table, List<String> notices) {
    /// @param sheet of a workbook; empty for the first with a table in it
    /// @throws CannotRead with a sentence for a person
    public static ReadTable read(Path file, Optional<String> sheet, ReadingChoices choices, Progress progress)
            throws CannotRead {
        try {
            if (Spool.isStandardInput(file)) {
                // As long as whatever is piped into it takes.
                try (Spool spool = Spool.of(file, progress)) {
                    return Patience.of(
                            spool.file(), progress, watched -> readAll(spool.file(), sheet, choices, watched));
                }
            }
            return Patience.of(file, progress, watched -> {
                try (Spool spool = Spool.of(file, watched)) {
                    return readAll(spool.file(), sheet, choices, watched);
                }
            });
        } catch (OutOfMemoryError e) {
            throw new CannotRead(
                    "“" + file.getFileName()
                            + "” holds more than fits into the memory that Helvo may use: split it, or leave columns "
                            + "out of it.",
                    e);
        }
    }

    /// Read by the cells alone.
    public static ReadTable read(Path file, Progress progress) throws CannotRead {
        return read(file, Optional.empty(), ReadingChoices.NONE, progress);
    }

    /// Reads a table's file again, in the way it was read.
    public static ReadTable again(Table table, Progress progress) throws CannotRead {
        return again(table, table.readAs().map(ReadAs::choices).orElse(ReadingChoices.NONE), progress);
    }

    /// Reads a table's file again in another way.
    public static ReadTable again(Table table, ReadingChoices choices, Progress progress) throws CannotRead {
        Table.Source source =
                table.source().orElseThrow(() -> new CannotRead("“" + table.name() + "” is from no file."));
        return read(
                Path.of(source.file()),
                source instanceof Table.Source.Sheet(var _, String sheet) ? Optional.of(sheet) : Optional.empty(),
                choices,
                progress);
    }

    private static ReadTable readAll(Path file, Optional<String> sheet, ReadingChoices choices, Progress progress)
            throws CannotRead {
        if (Book.isBook(file)) {
            try (Book book = Book.open(file)) {
                Table read = book.read(sheet, choices, progress).table();
                return new ReadTable(
                        read,
                        read.readAs().orElseThrow().remarks().stream()
                                .filter(ReadAs.Remark::grave)
                                .map(ReadAs.Remark::sentence)
                                .toList());
            }
        }
        if (sheet.isPresent()) {
            CannotRead.unlessReadable(file);
            throw new CannotRead("“" + file.getFileName() + "” is a text file and has no sheets.");
        }
        TextTable read = TextTable.read(file, choices, progress);
        return new ReadTable(read.table(), read.notices());
    }

    /// The sheets of a workbook with something in them; none for a text file, or a pipe, which can be read only
    /// once.
    public static List<String> sheets(Path file) throws CannotRead {
        if (!Spool.isReadAgain(file) || !Book.isBook(file)) {
            return List.of();
        }
        try (Book book = Book.open(file)) {
            return book.sheets();
        }
    }
}
