package helvo.files.table;

import helvo.core.Progress;
import helvo.core.table.Table;
import helvo.files.CannotRead;
import helvo.files.book.Book;
import helvo.files.text.TextLayout;
import helvo.files.text.TextTable;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/// A table read from a file of any kind that Helvo opens.
///
/// @param how     it was read, in words
/// @param notices what a person should know of the reading
public record ReadTable(Table table, String how, List<String> notices) {
    /// @param sheet of a workbook; empty for the first with something in it
    /// @throws CannotRead with a sentence for a person
    public static ReadTable read(Path file, Optional<String> sheet, Progress progress) throws CannotRead {
        try {
            return readAll(file, sheet, progress);
        } catch (OutOfMemoryError e) {
            throw new CannotRead("“" + file.getFileName()
                    + "” holds more than fits into the memory that Helvo may use: split it, or leave columns out of it.", e);
        }
    }

    /// Reads a table's file again, in the way it was read.
    public static ReadTable again(Table table, Progress progress) throws CannotRead {
        return switch (table.source().orElseThrow(() -> new CannotRead("“" + table.name() + "” is from no file."))) {
            case Table.Source.Sheet(String file, String sheet) -> read(Path.of(file), Optional.of(sheet), progress);
            case Table.Source.Text source -> {
                TextTable read = TextTable.read(Path.of(source.file()), Optional.of(TextLayout.of(table, source)), progress);
                yield new ReadTable(read.table(), read.layout().sentence(), read.notices());
            }
        };
    }

    private static ReadTable readAll(Path file, Optional<String> sheet, Progress progress) throws CannotRead {
        if (Book.isBook(file)) {
            try (Book book = Book.open(file)) {
                Book.SheetTable read = book.read(sheet, progress);
                String name = ((Table.Source.Sheet) read.table().source().orElseThrow()).sheet();
                return new ReadTable(read.table(), "sheet “" + name + "”"
                        + (read.sheets().size() > 1 ? " of " + String.join(", ", read.sheets()) : ""), read.notices());
            }
        }
        if (sheet.isPresent()) {
            CannotRead.unlessReadable(file);
            throw new CannotRead("“" + file.getFileName() + "” is a text file and has no sheets.");
        }
        TextTable read = TextTable.read(file, progress);
        return new ReadTable(read.table(), read.layout().sentence(), read.notices());
    }

    /// The sheets of a workbook with something in them; none for a text file.
    public static List<String> sheets(Path file) throws CannotRead {
        if (!Book.isBook(file)) {
            return List.of();
        }
        try (Book book = Book.open(file)) {
            return book.sheets();
        }
    }
}
