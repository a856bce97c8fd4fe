package helvo.files.study;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import helvo.core.Progress;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.Table;
import helvo.files.CannotRead;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.function.Consumer;
import java.util.stream.IntStream;

/// The cells of a table as CSV. Fields are what others expect of their types; the few cells that are something else, as a text that
/// looks like a number, are told apart by their rows, which the study keeps.
///
/// @param rows     of each column; a shorter one ends earlier
/// @param forms    of the columns
/// @param numbers  rows whose fields are numbers though their columns hold something else
/// @param texts    rows whose fields are texts though they look like what their columns hold
record TableData(List<Integer> rows, List<FieldForm> forms, List<BitSet> numbers, List<BitSet> texts) {
    /// Rows that are turned into text as one piece.
    private static final int STRETCH = 1 << 13;
    private static final int AT_ONCE = 8;

    static TableData of(Table table) {
        var forms = new ArrayList<FieldForm>();
        var numbers = new ArrayList<BitSet>();
        var texts = new ArrayList<BitSet>();
        for (Column column : table.columns()) {
            FieldForm form = FieldForm.of(column);
            var odd = new BitSet();
            var misread = new BitSet();
            Cells cells = column.cells();
            for (int row = 0; row < cells.size(); row++) {
                if (form == FieldForm.NUMBER && cells.blockIsFull(row)) {
                    row = cells.blockEnd(row) - 1;
                } else if (!form.writes(cells.cell(row))) {
                    (cells.cell(row) instanceof Cell.Number ? odd : misread).set(row);
                }
            }
            forms.add(form);
            numbers.add(odd);
            texts.add(misread);
        }
        return new TableData(table.columns().stream().map(column -> column.cells().size()).toList(), forms, numbers, texts);
    }

    /// Writes the cells under a line of names; stretches of rows are turned into text side by side.
    void write(Table table, List<String> names, OutputStream out, Progress progress) throws IOException {
        out.write(text(csv -> csv.writeRecord(names)));
        int all = table.rows();
        for (int from = 0; from < all; from += STRETCH * AT_ONCE) {
            progress.reached((double) from / all);
            int first = from;
            List<byte[]> texts = IntStream.range(0, AT_ONCE).parallel()
                    .mapToObj(i -> rows(table, first + i * STRETCH, Math.min(all, first + (i + 1) * STRETCH))).toList();
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
                    fields[c] = numbers.get(c).get(row) ? cell.exactText() : forms.get(c).field(cell);
                }
                csv.writeRecord(fields);
            }
        });
    }

    private static byte[] text(Consumer<CsvWriter> lines) {
        var bytes = new ByteArrayOutputStream();
        try (CsvWriter csv = CsvWriter.builder().lineDelimiter(LineDelimiter.LF)
                .build(new OutputStreamWriter(bytes, StandardCharsets.UTF_8))) {
            lines.accept(csv);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return bytes.toByteArray();
    }

    /// Reads the cells below the line of names.
    ///
    /// @throws CannotRead with the end of a sentence: what is wrong
    List<Cells> read(InputStream in, Progress progress) throws IOException, CannotRead {
        int columns = rows.size();
        int all = rows.stream().mapToInt(Integer::intValue).max().orElse(0);
        List<Cells.Builder> cells = IntStream.range(0, columns).mapToObj(_ -> new Cells.Builder()).toList();
        int row = -1;
        try (CsvReader<CsvRecord> csv = CsvReader.builder().skipEmptyLines(false)
                .ofCsvRecord(new InputStreamReader(in, StandardCharsets.UTF_8))) {
            for (CsvRecord line : csv) {
                if (row >= 0 && row < all) {
                    add(line, row, cells);
                }
                row++;
                if ((row & 0xfff) == 0) {
                    progress.reached(Math.min(1, (double) row / Math.max(1, all)));
                }
            }
        } catch (CsvParseException | UncheckedIOException e) {
            throw new CannotRead("its data end in the middle", e);
        }
        if (row < all) {
            throw new CannotRead("its data have " + Math.max(0, row) + " of " + all + " rows");
        }
        return cells.stream().map(Cells.Builder::build).toList();
    }

    private void add(CsvRecord line, int row, List<Cells.Builder> cells) throws CannotRead {
        for (int c = 0; c < cells.size(); c++) {
            if (row < rows.get(c)) {
                if (c >= line.getFieldCount() && cells.size() > 1) {
                    throw new CannotRead("row " + (row + 1) + " of its data is too short");
                }
                String field = c < line.getFieldCount() ? line.getField(c) : "";
                cells.get(c).add(texts.get(c).get(row) && !field.isEmpty() ? new Cell.Text(field)
                        : numbers.get(c).get(row) ? FieldForm.number(field) : forms.get(c).cell(field));
            }
        }
    }
}
