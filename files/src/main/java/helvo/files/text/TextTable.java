package helvo.files.text;

import de.siegmar.fastcsv.reader.CsvParseException;
import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.table.ImportOptions;
import helvo.core.table.Table;
import helvo.files.Limits;
import helvo.files.UnreadableFile;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.CharacterCodingException;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/// A table read from a text file. How it was read stands in it.
///
/// @param table   with id 0; its new study gives it another
/// @param notices what a person should know of the reading before using the table
public record TextTable(Table table, List<String> notices) {
    private static final int HEAD = 1 << 18;

    /// @param choices of how to read it
    /// @throws UnreadableFile with a sentence for a person
    public static TextTable read(Path file, ImportOptions choices, Progress progress) throws UnreadableFile {
        UnreadableFile.unlessReadable(file);
        String name = String.valueOf(file.getFileName());
        return read(TextSource.ofFile(file), name, Optional.of(file), choices, progress);
    }

    /// Reads text that is in memory already.
    ///
    /// @param name as of a file
    public static TextTable readText(byte[] text, String name, ImportOptions choices) throws UnreadableFile {
        return read(TextSource.ofText(text), name, Optional.empty(), choices, Progress.none());
    }

    private static TextTable read(
            TextSource source, String name, Optional<Path> file, ImportOptions choices, Progress progress)
            throws UnreadableFile {
        try {
            byte[] head = head(source, name);
            boolean complete = head.length < HEAD;
            if (choices.encoding().isEmpty()) {
                refuseBinary(head, name);
                NonTabularContent.refuse(head, name);
            }
            TextLayout by = LayoutGuess.of(head, complete, name, choices);
            try {
                return read(source, name, file, by, progress);
            } catch (CharacterCodingException notUnicode) {
                return read(source, name, file, by.with(TextLayout.WINDOWS), progress);
            }
        } catch (IOException e) {
            throw new UnreadableFile("“" + name + "” could not be read: " + e.getMessage() + ".", e);
        } catch (UncheckedIOException e) {
            throw new UnreadableFile(
                    "“" + name + "” could not be read to its end: "
                            + Objects.requireNonNullElse(e.getCause(), e).getMessage() + ".",
                    e);
        }
    }

    private static byte[] head(TextSource source, String name) throws UnreadableFile, IOException {
        try (InputStream in = source.open()) {
            byte[] head = in.readNBytes(HEAD);
            if (head.length == 0) {
                throw new UnreadableFile("“" + name + "” is empty: there is nothing in it to open.");
            }
            return head;
        }
    }

    /// Text has no zero bytes (but for UTF-16, told by its byte order mark) and hardly any control characters.
    private static void refuseBinary(byte[] head, String name) throws UnreadableFile {
        boolean wide = head.length >= 2
                && (head[0] == (byte) 0xff && head[1] == (byte) 0xfe
                        || head[0] == (byte) 0xfe && head[1] == (byte) 0xff);
        int control = 0;
        int zero = 0;
        for (byte b : head) {
            zero += b == 0 ? 1 : 0;
            control += b >= 0 && b < 32 && b != '\t' && b != '\n' && b != '\r' && b != '\f' || b == 127 ? 1 : 0;
        }
        if (!wide && (zero > 0 || control > head.length / 50)) {
            throw new UnreadableFile("“" + name
                    + "” is not a text file, so no table can be read from it: save the table as CSV and open that.");
        }
    }

    private static TextTable read(
            TextSource source, String name, Optional<Path> file, TextLayout layout, Progress progress)
            throws IOException, UnreadableFile {
        var rows = new TextRows(layout, name);
        try (InputStream bytes = source.open(progress)) {
            RowSource.fill(rows, bytes, layout);
        } catch (CsvParseException e) {
            throw new UnreadableFile(
                    RootLocale.format(
                            "“%s”: the lines from %,d on are no table (a value goes on for millions of characters; a "
                                    + "quotation mark may lack its pair).",
                            name, rows.line()),
                    e);
        } catch (TextRows.NoSuchTable e) {
            throw refusal(name, e);
        }
        return rows.table(file);
    }

    private static UnreadableFile refusal(String name, TextRows.NoSuchTable why) {
        return new UnreadableFile(
                why.isLong
                        ? RootLocale.format(
                                "“%s”: a value in line %,d has more than %,d characters, which is not a measurement: a "
                                        + "quotation mark may lack its pair.",
                                name, why.line, Limits.MAX_CELL_CHARS)
                        : RootLocale.format(
                                "“%s”: line %,d has more than %,d columns, which is more than Helvo reads: is the "
                                        + "table on its side, or the delimiter another?",
                                name, why.line, Limits.MAX_COLUMNS),
                why);
    }
}
