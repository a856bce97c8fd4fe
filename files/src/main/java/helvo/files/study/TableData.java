package helvo.files.study;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.Table;
import helvo.core.task.ForkedTask;
import helvo.files.Limits;
import helvo.files.UnreadableFile;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.UncheckedIOException;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/// The cells of a table as CSV. Fields are what others expect of their types; the few cells that are something
/// else, as a text that looks like a number, are told apart by their rows, which the study keeps.
///
/// @param rows     of each column; a shorter one ends earlier
/// @param forms    of the columns
/// @param numbers  rows whose fields are numbers though their columns hold something else
/// @param texts    rows whose fields are texts though they look like what their columns hold
record TableData(List<Integer> rows, List<FieldType> forms, List<BitSet> numbers, List<BitSet> texts) {
    /// Rows that are turned into text as one piece.
    private static final int STRETCH = 1 << 13;
    private static final int AT_ONCE = 8;
    private static final int SHOWN_OF_HEADING = 80;

    static TableData of(Table table) {
        var forms = new ArrayList<FieldType>();
        var numbers = new ArrayList<BitSet>();
        var texts = new ArrayList<BitSet>();
        for (Column column : table.columns()) {
            FieldType form = FieldType.of(column);
            var odd = new BitSet();
            var misread = new BitSet();
            Cells cells = column.cells();
            for (int row = 0; row < cells.size(); row++) {
                if (form == FieldType.NUMBER && cells.blockIsFull(row)) {
                    row = cells.blockEnd(row) - 1;
                } else if (!form.writes(cells.cell(row))) {
                    (cells.cell(row) instanceof Cell.Number ? odd : misread).set(row);
                }
            }
            forms.add(form);
            numbers.add(odd);
            texts.add(misread);
        }
        return new TableData(
                table.columns().stream().map(column -> column.cells().size()).toList(), forms, numbers, texts);
    }

    /// Writes the cells under a line of names; stretches of rows are turned into text side by side.
    void write(Table table, List<String> names, OutputStream out, Progress progress) throws IOException {
        out.write(text(csv -> csv.writeRecord(names)));
        int all = table.rows();
        for (int from = 0; from < all; from += STRETCH * AT_ONCE) {
            progress.reached((double) from / all);
            int first = from;
            List<byte[]> texts = ForkedTask.all(
                    AT_ONCE, i -> rows(table, first + i * STRETCH, Math.min(all, first + (i + 1) * STRETCH)));
            for (byte[] text : texts) {
                out.write(text);
            }
        }
    }

    private byte[] rows(Table table, int from, int to) {
        String[] fields = new String[table.columns().size()];
        return text(csv -> {
            for (int row = from; row < to; row++) {
                for (int c = 0; c < fields.length; c++) {
                    Cell cell = table.columns().get(c).cells().cell(row);
                    fields[c] = numbers.get(c).get(row)
                            ? cell.exactText()
                            : forms.get(c).field(cell);
                }
                csv.writeRecord(fields);
            }
        });
    }

    private static byte[] text(Consumer<CsvWriter> lines) {
        var bytes = new ByteArrayOutputStream();
        try (CsvWriter csv = CsvWriter.builder()
                .lineDelimiter(LineDelimiter.LF)
                .build(new OutputStreamWriter(bytes, StandardCharsets.UTF_8))) {
            lines.accept(csv);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return bytes.toByteArray();
    }

    /// @param surplus what the data have more than was told of them; empty for nothing
    record Read(List<Cells> cells, Optional<String> surplus) {}

    /// Reads the cells below the line of names.
    ///
    /// @param names that the line must have; empty for whatever it has
    /// @throws UnreadableFile with the end of a sentence: what is wrong
    Read read(InputStream in, Optional<List<String>> names, Progress progress) throws IOException, UnreadableFile {
        int columns = rows.size();
        int all = rows.stream().mapToInt(Integer::intValue).max().orElse(0);
        List<Cells.Builder> cells =
                IntStream.range(0, columns).mapToObj(_ -> new Cells.Builder()).toList();
        Optional<String> surplus = Optional.empty();
        int row = -1;
        try (CsvReader<CsvRecord> csv = CsvReader.builder()
                .skipEmptyLines(false)
                .ofCsvRecord(new InputStreamReader(in, StandardCharsets.UTF_8.newDecoder()))) {
            for (CsvRecord line : csv) {
                if (row < 0) {
                    requireNames(line.getFields(), names);
                } else if (row < all) {
                    surplus = line.getFieldCount() > columns ? Optional.of("more columns") : surplus;
                    add(line, row, cells);
                } else {
                    surplus = Optional.of("more rows");
                    break;
                }
                row++;
                if ((row & 0xfff) == 0) {
                    progress.reached(Math.min(1, (double) row / Math.max(1, all)));
                }
            }
            // Whether the data are as they were written shows at their end.
            in.transferTo(OutputStream.nullOutputStream());
        } catch (CsvParseException | UncheckedIOException e) {
            throw new UnreadableFile(isNoUtf8(e) ? "its data are not valid UTF-8" : "its data end in the middle", e);
        }
        if (row < all) {
            throw new UnreadableFile("its data have " + Math.max(0, row) + " of " + all + " rows");
        }
        return new Read(cells.stream().map(Cells.Builder::build).toList(), surplus);
    }

    private static boolean isNoUtf8(@Nullable Throwable fault) {
        return fault != null && (fault instanceof CharacterCodingException || isNoUtf8(fault.getCause()));
    }

    /// Cells belong to the heading that stands over them: where that is another, it is not certain whose they are.
    private static void requireNames(List<String> found, Optional<List<String>> names) throws UnreadableFile {
        if (names.isPresent()
                && !found.subList(0, Math.min(found.size(), names.get().size())).equals(names.get())) {
            int at = IntStream.range(0, names.get().size())
                    .filter(i -> i >= found.size() || !names.get().get(i).equals(found.get(i)))
                    .findFirst()
                    .orElse(0);
            boolean has = at < found.size() && !found.get(at).isBlank();
            throw new UnreadableFile(RootLocale.format(
                    "its data have %s over column %d, where %s has “%s”",
                    has ? "“" + shortened(found.get(at)) + "”" : "no heading",
                    at + 1,
                    StudyFile.STUDY,
                    names.get().get(at)));
        }
    }

    private static String shortened(String heading) {
        return heading.length() <= SHOWN_OF_HEADING ? heading : heading.substring(0, SHOWN_OF_HEADING) + "…";
    }

    private void add(CsvRecord line, int row, List<Cells.Builder> cells) throws UnreadableFile {
        for (int c = 0; c < cells.size(); c++) {
            if (row < rows.get(c)) {
                if (c >= line.getFieldCount() && cells.size() > 1) {
                    throw new UnreadableFile("row " + (row + 1) + " of its data is too short");
                }
                String field = c < line.getFieldCount() ? line.getField(c) : "";
                if (field.length() > Limits.MAX_CELL_CHARS) {
                    throw new UnreadableFile(RootLocale.format(
                            "row %d of its data has a cell of more than %,d characters",
                            row + 1, Limits.MAX_CELL_CHARS));
                }
                cells.get(c)
                        .add(
                                texts.get(c).get(row) && !field.isEmpty()
                                        ? new Cell.Text(field)
                                        : numbers.get(c).get(row)
                                                ? FieldType.number(field)
                                                : forms.get(c).cell(field));
            }
        }
    }
}
