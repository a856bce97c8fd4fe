package helvo.files.text;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.SequenceInputStream;
import java.io.UncheckedIOException;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CodingErrorAction;
import java.util.concurrent.CancellationException;

/// Where the rows of a text come from: the CSV library reads them, and [AsciiLineReader] those that are plain ASCII
/// without quotation marks, in a part of the time. Both give the same rows.
final class RowSource {
    /// Within so many bytes the line is sought where a table begins.
    private static final int HEAD = 1 << 18;

    private RowSource() {}

    /// Gives all lines of a text to what makes rows of them.
    ///
    /// @throws CharacterCodingException where the bytes are no text in this encoding
    static void fill(TextRows rows, InputStream bytes, TextLayout layout) throws IOException {
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
