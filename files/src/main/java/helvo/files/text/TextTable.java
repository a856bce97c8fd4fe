package helvo.files.text;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.table.ImportOptions;
import helvo.core.table.Table;
import helvo.files.Limits;
import helvo.files.UnreadableFile;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.SequenceInputStream;
import java.io.UncheckedIOException;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CodingErrorAction;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.CancellationException;

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
            fill(rows, bytes, layout);
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

    /// Gives all lines of a text to what makes rows of them.
    ///
    /// @throws CharacterCodingException where the bytes are no text in this encoding
    private static void fill(TextRows rows, InputStream bytes, TextLayout layout) throws IOException {
        if (!layout.isAscii() || layout.delimiter().isLoose() || layout.area().end() != Integer.MAX_VALUE) {
            fillByReader(rows, bytes, true, layout);
            return;
        }
        int above = layout.area().first();
        byte[] head = bytes.readNBytes(above == 0 ? 0 : HEAD);
        int first = behindLines(head, above);
        if (first > 0) {
            fillByReader(rows, new ByteArrayInputStream(head, 0, first), true, layout);
            rows.passed(above);
        }
        var below = new SequenceInputStream(
                new ByteArrayInputStream(head, Math.max(0, first), head.length - Math.max(0, first)), bytes);
        InputStream rest = first < 0 ? below : AsciiLineReader.read(rows, below, layout);
        if (rows.full()) {
            rows.ended(rest.read() < 0);
        } else {
            fillByReader(rows, rest, rows.line() == 0, layout);
        }
    }

    /// Where so many lines end; −1 where that is not certain.
    private static int behindLines(byte[] head, int lines) {
        int passed = 0;
        for (int at = 0; at < head.length && passed < lines; at++) {
            boolean isReturn = head[at] == '\r' && (at + 1 == head.length || head[at + 1] != '\n');
            if (head[at] == '"' || isReturn) {
                return -1;
            }
            passed += head[at] == '\n' ? 1 : 0;
            if (passed == lines) {
                return at + 1;
            }
        }
        return lines == 0 ? 0 : -1;
    }

    private static void fillByReader(TextRows rows, InputStream bytes, boolean begins, TextLayout layout)
            throws IOException {
        var decoder = layout.charset()
                .newDecoder()
                .onMalformedInput(layout.isUnicode() ? CodingErrorAction.REPORT : CodingErrorAction.REPLACE)
                .onUnmappableCharacter(CodingErrorAction.REPLACE);
        try (Reader text = new InputStreamReader(bytes, decoder);
                Reader marked = begins ? new WithoutByteOrderMark(text) : text;
                Reader reader = LayoutGuess.parted(marked, layout.delimiter(), layout.cuts(), layout.comment());
                CsvReader<Boolean> csv = CsvReader.builder()
                        .fieldSeparator(layout.delimiter().read())
                        .build(rows, reader)) {
            var each = csv.iterator();
            while (each.hasNext() && !rows.full() && !rows.isPastEnd()) {
                each.next();
            }
            rows.ended(rows.isPastEnd() || !each.hasNext());
        } catch (UncheckedIOException | CsvParseException e) {
            switch (e.getCause()) {
                case CharacterCodingException coding -> throw coding;
                case CancellationException stopped -> throw stopped;
                case TextRows.NoSuchTable known -> throw known;
                case null, default -> throw e;
            }
        }
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
                                        + "table on its "
                                        + "side, or the delimiter another?",
                                name, why.line, Limits.MAX_COLUMNS),
                why);
    }

    /// Leaves out a byte order mark at the start.
    private static final class WithoutByteOrderMark extends Reader {
        private final Reader reader;
        private boolean started;

        WithoutByteOrderMark(Reader reader) {
            this.reader = reader;
        }

        @Override
        public int read(char[] buffer, int offset, int length) throws IOException {
            int count = reader.read(buffer, offset, length);
            if (!started && count > 0) {
                started = true;
                if (buffer[offset] == '\ufeff') {
                    System.arraycopy(buffer, offset + 1, buffer, offset, count - 1);
                    return count == 1 ? read(buffer, offset, length) : count - 1;
                }
            }
            return count;
        }

        @Override
        public void close() throws IOException {
            reader.close();
        }
    }
}
