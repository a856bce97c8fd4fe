package helvo.files.text;

import de.siegmar.fastcsv.reader.AbstractBaseCsvCallbackHandler;
import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.RecordWrapper;
import helvo.core.Phrase;
import helvo.core.Progress;
import helvo.core.table.Heading;
import helvo.core.table.ReadAs;
import helvo.core.table.ReadingChoices;
import helvo.core.table.Table;
import helvo.files.CannotRead;
import helvo.files.Limits;
import java.io.ByteArrayInputStream;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CodingErrorAction;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;

/// A table read from a text file. How it was read stands in it.
///
/// @param table   with id 0; its new study gives it another
/// @param notices what a person should know of the reading before using the table
public record TextTable(Table table, List<String> notices) {
    private static final int HEAD = 1 << 18;

    /// Where bytes come from; they are read twice where the first guess at the encoding fails.
    private interface Source {
        InputStream open() throws IOException;

        long size() throws IOException;
    }

    /// @param choices of how to read it
    /// @throws CannotRead with a sentence for a person
    public static TextTable read(Path file, ReadingChoices choices, Progress progress) throws CannotRead {
        CannotRead.unlessReadable(file);
        String name = String.valueOf(file.getFileName());
        return read(new Source() {
            @Override
            public InputStream open() throws IOException {
                return Files.newInputStream(file);
            }

            @Override
            public long size() throws IOException {
                return Files.size(file);
            }
        }, name, Optional.of(file), choices, progress);
    }

    /// Reads text that is in memory already.
    ///
    /// @param name as of a file
    public static TextTable read(byte[] text, String name, ReadingChoices choices) throws CannotRead {
        return read(new Source() {
            @Override
            public InputStream open() {
                return new ByteArrayInputStream(text);
            }

            @Override
            public long size() {
                return text.length;
            }
        }, name, Optional.empty(), choices, Progress.none());
    }

    private static TextTable read(Source source, String name, Optional<Path> file, ReadingChoices choices, Progress progress)
            throws CannotRead {
        try {
            byte[] head = head(source, name);
            boolean complete = head.length < HEAD;
            if (choices.encoding().isEmpty()) {
                refuseBinary(head, name);
                NoTable.refuse(head, name);
            }
            TextLayout by = LayoutGuess.of(head, complete, name, choices);
            try {
                return read(source, name, file, by, progress);
            } catch (CharacterCodingException notUnicode) {
                return read(source, name, file, by.with(TextLayout.WINDOWS), progress);
            }
        } catch (IOException e) {
            throw new CannotRead("“" + name + "” could not be read: " + e.getMessage() + ".", e);
        } catch (UncheckedIOException e) {
            throw new CannotRead("“" + name + "” could not be read to its end: " + e.getCause().getMessage() + ".", e);
        }
    }

    private static byte[] head(Source source, String name) throws CannotRead, IOException {
        try (InputStream in = source.open()) {
            byte[] head = in.readNBytes(HEAD);
            if (head.length == 0) {
                throw new CannotRead("“" + name + "” is empty: there is nothing in it to open.");
            }
            return head;
        }
    }

    /// Text has no zero bytes (but for UTF-16, told by its byte order mark) and hardly any control characters.
    private static void refuseBinary(byte[] head, String name) throws CannotRead {
        boolean wide = head.length >= 2 && (head[0] == (byte) 0xff && head[1] == (byte) 0xfe
                || head[0] == (byte) 0xfe && head[1] == (byte) 0xff);
        int control = 0;
        int zero = 0;
        for (byte b : head) {
            zero += b == 0 ? 1 : 0;
            control += b >= 0 && b < 32 && b != '\t' && b != '\n' && b != '\r' && b != '\f' || b == 127 ? 1 : 0;
        }
        if (!wide && (zero > 0 || control > head.length / 50)) {
            throw new CannotRead("“" + name
                    + "” is not a text file, so no table can be read from it: save the table as CSV and open that.");
        }
    }

    private static TextTable read(Source source, String name, Optional<Path> file, TextLayout layout, Progress progress)
            throws IOException, CannotRead {
        var rows = new RowHandler(layout, name);
        var decoder = layout.charset().newDecoder().onMalformedInput(layout.isUnicode() ? CodingErrorAction.REPORT
                : CodingErrorAction.REPLACE)
                .onUnmappableCharacter(CodingErrorAction.REPLACE);
        try (InputStream in = new Watched(source.open(), source.size(), progress);
                Reader whole = new WithoutByteOrderMark(new InputStreamReader(in, decoder));
                Reader reader = LayoutGuess.parted(whole, layout.delimiter(), layout.cuts());
                CsvReader<Boolean> csv = CsvReader.builder().fieldSeparator(layout.delimiter().read()).build(rows, reader)) {
            var each = csv.iterator();
            while (each.hasNext() && !rows.full() && !rows.behind()) {
                each.next();
            }
            rows.ended(rows.behind() || !each.hasNext());
        } catch (UncheckedIOException e) {
            if (e.getCause() instanceof CharacterCodingException coding) {
                throw coding;
            }
            throw e;
        } catch (CsvParseException e) {
            if (e.getCause() instanceof CharacterCodingException coding) {
                throw coding;
            }
            if (e.getCause() instanceof CancellationException stopped) {
                throw stopped;
            }
            if (e.getCause() instanceof NoSuchTable known) {
                throw refusal(name, known);
            }
            throw new CannotRead(Phrase.of("“%s”: the lines from %,d on are no table (a value goes on for millions of characters; a "
                    + "quotation mark may lack its pair).", name, rows.line()), e);
        } catch (NoSuchTable e) {
            throw refusal(name, e);
        }
        return rows.table(file);
    }

    private static CannotRead refusal(String name, NoSuchTable why) {
        return new CannotRead(why.isLong
                ? Phrase.of("“%s”: a value in line %,d has more than %,d characters, which is no measurement: a "
                + "quotation mark may lack its pair.", name, why.line, Limits.CELL_TEXT)
                : Phrase.of("“%s”: line %,d has more than %,d columns, which is more than Helvo reads: is the table on its "
                + "side, or the delimiter another?", name, why.line, Limits.COLUMNS), why);
    }

    /// Takes the fields from the CSV reader as they stand in its buffer.
    /// It tells the reader of rows only now and then: then the reader comes up to look whether there is room for more.
    private static final class RowHandler extends AbstractBaseCsvCallbackHandler<Boolean> {
        private static final int PAUSE = (1 << 16) - 1;

        private final TableBuilder builder;
        private final TextLayout layout;
        private final String name;
        private final int first;
        private final int end;
        private final int left;
        private final int right;
        private final List<String> notices = new ArrayList<>();
        private boolean begun;
        private boolean isComment;
        private int comments;
        private int width;
        private int filled;
        private int ragged;
        private long firstRagged;
        private long line;

        RowHandler(TextLayout layout, String name) {
            this.builder = new TableBuilder(layout.mark(), layout.sure(), layout.delimiter() == Delimiter.COMMA ? TableBuilder.Open.HARDLY
                    : TableBuilder.Open.YES, layout.choices());
            this.layout = layout;
            this.name = name;
            first = layout.area().first();
            end = layout.area().end();
            left = layout.area().left();
            // A table that goes on behind what the guess saw may have more columns there.
            right = end == Integer.MAX_VALUE ? Limits.COLUMNS : layout.area().right();
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
        boolean behind() {
            return line > end;
        }

        void ended(boolean whole) {
            if (!whole) {
                notices.add(Phrase.of("Only the first %,d rows were read: with more, the memory that Helvo may use would be full. "
                        + "Split the file, or leave columns out of it.", builder.rows()));
            }
        }

        @Override
        protected void handleBegin(long startingLineNumber) {
            line = startingLineNumber;
            begun = false;
            isComment = false;
            filled = 0;
        }

        private boolean isRow() {
            return line > first && line <= end;
        }

        @Override
        protected void handleField(int index, char[] buffer, int offset, int length, boolean quoted) {
            if (index >= Limits.COLUMNS || length > Limits.CELL_TEXT) {
                throw new NoSuchTable(line, index < Limits.COLUMNS);
            }
            if (index == 0 && length > 1 && buffer[offset] == '#') {
                isComment = !quoted && !Character.isDigit(buffer[offset + 1]);
            }
            if (!isRow() || isComment || index < left || index > right) {
                return;
            }
            if (!begun) {
                builder.beginRow();
                begun = true;
            }
            builder.field(buffer, offset, length);
            filled = length > 0 ? index + 1 : filled;
        }

        @Override
        protected RecordWrapper<Boolean> buildRecord() {
            if (isRow() && isComment) {
                comments++;
            } else if (isRow() && begun && !isEmptyLine()) {
                width = width < 0 ? getFieldCount() : width;
                if ((getFieldCount() < width || filled > width) && ragged++ == 0) {
                    firstRagged = line;
                }
                builder.endRow();
            }
            return (builder.rows() & PAUSE) == 0 ? wrapRecord(true) : null;
        }

        TextTable table(Optional<Path> file) throws CannotRead {
            if (builder.rows() == 0) {
                throw new CannotRead(layout.area().headings().stream().noneMatch(java.util.Objects::nonNull)
                        ? "“" + name + "” holds no values: there is nothing in it to open."
                        : "“" + name + "” has headings only: there is no row of values below them.");
            }
            if (comments > 0) {
                notices.add(Phrase.of("%,d %s.", comments, comments == 1 ? "line that begins with # was left out as a comment"
                        : "lines that begin with # were left out as comments"));
            }
            if (ragged > 0) {
                notices.add(Phrase.of("%,d %s not as many fields as the others (line %,d is one): missing fields are empty cells, more "
                        + "fields more columns.", ragged,
                        ragged == 1 ? "line has" : "lines have", firstRagged));
            }
            int dot = name.lastIndexOf('.');
            Table table = builder.tableOf(dot > 0 ? name.substring(0, dot) : name, layout.area().headings());
            if (layout.tables() > 1) {
                notices.add(Phrase.of("The file holds %d tables; this is number %d.", layout.tables(), layout.choices().table().orElse(1)));
            }
            var remarks = new ArrayList<ReadAs.Remark>();
            notices.forEach(notice -> remarks.add(new ReadAs.Remark("", notice, true)));
            remarks.addAll(builder.remarks());
            var readAs = new ReadAs(layout.sentence(), remarks, layout.area().notes(), layout.tables(),
                    layout.choices());
            Table read = table.withReadAs(Optional.of(readAs));
            return new TextTable(file.map(path -> read.withSource(layout.source(path))).orElse(read),
                    remarks.stream().filter(ReadAs.Remark::grave).map(ReadAs.Remark::sentence).toList());
        }
    }

    /// More columns, or a longer value, than a table of measurements has.
    private static final class NoSuchTable extends RuntimeException {
        private final long line;
        private final boolean isLong;

        NoSuchTable(long line, boolean isLong) {
            super(null, null, false, false);
            this.line = line;
            this.isLong = isLong;
        }
    }

    /// Tells how many of the file's bytes were read.
    private static final class Watched extends FilterInputStream {
        private final long size;
        private final Progress progress;
        private long read;

        Watched(InputStream in, long size, Progress progress) {
            super(in);
            this.size = size;
            this.progress = progress;
        }

        @Override
        public int read(byte[] buffer, int offset, int length) throws IOException {
            int count = super.read(buffer, offset, length);
            read += Math.max(0, count);
            progress.reached(size == 0 ? 1 : (double) read / size);
            return count;
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
