package helvo.files.text;

import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import helvo.core.RootLocale;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberText;
import helvo.core.table.ImportOptions;
import helvo.files.Limits;
import helvo.files.UnreadableFile;
import java.io.IOException;
import java.io.Reader;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/// Cells that were copied elsewhere: from a spreadsheet (tabs), from text (commas, semicolons) or from columns
/// of blanks.
///
/// @param text  as it was copied
/// @param rows  the fields as they were written
/// @param mark  the decimal mark that the numbers among them are written with
/// @param headings whether the first row names the columns
/// @param isOpen   whether it may name them or be the first measurement
public record PastedText(String text, List<List<String>> rows, DecimalMark mark, boolean headings, boolean isOpen) {
    /// @throws UnreadableFile when there is nothing in the text
    public static PastedText of(String text) throws UnreadableFile {
        if (text == null || text.isBlank()) {
            throw new UnreadableFile("The clipboard holds no text: copy some cells or a table first.");
        }
        refuseEndless(text);
        TextLayout layout = LayoutGuess.of(
                text.getBytes(StandardCharsets.UTF_8), true, "the clipboard", inMemory(ImportOptions.NONE));
        List<List<String>> rows = new ArrayList<>();
        try (Reader reader = LayoutGuess.parted(
                        new StringReader(text), layout.delimiter(), layout.cuts(), layout.comment());
                CsvReader<CsvRecord> csv = CsvReader.builder()
                        .fieldSeparator(layout.delimiter().read())
                        .ofCsvRecord(reader)) {
            for (CsvRecord record : csv) {
                rows.add(cells(record));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (RuntimeException e) {
            throw new UnreadableFile(
                    "The text on the clipboard is not a table: a quotation mark may lack its pair.", e);
        }
        boolean names = !layout.area().headings().isEmpty()
                && layout.area().top() == 0
                && rows.stream().skip(1).anyMatch(row -> row.stream().anyMatch(LayoutGuess::isNumber));
        return new PastedText(
                text, List.copyOf(rows), layout.mark(), names, layout.area().isOpen());
    }

    /// A text without an end in sight, before anybody tries to part it.
    private static void refuseEndless(String text) throws UnreadableFile {
        int begin = 0;
        for (int i = 0; i <= text.length(); i++) {
            if (i == text.length() || Character.isWhitespace(text.charAt(i)) || ",;|".indexOf(text.charAt(i)) >= 0) {
                refuseLong(i - begin);
                begin = i + 1;
            }
        }
    }

    private static void refuseLong(int length) throws UnreadableFile {
        if (length > Limits.MAX_CELL_CHARS) {
            throw new UnreadableFile(RootLocale.format(
                    "The clipboard holds a cell of %,d characters, and a cell has %,d at most. Nothing was pasted.",
                    length, Limits.MAX_CELL_CHARS));
        }
    }

    private static List<String> cells(CsvRecord record) throws UnreadableFile {
        if (record.getFieldCount() > Limits.MAX_COLUMNS) {
            throw new UnreadableFile(RootLocale.format(
                    "The clipboard holds %,d columns, and a table has %,d at most. Nothing was pasted: is it on its "
                            + "side?",
                    record.getFieldCount(), Limits.MAX_COLUMNS));
        }
        var cells = new ArrayList<String>();
        for (String field : record.getFields()) {
            refuseLong(field.length());
            cells.add(field.strip());
        }
        return List.copyOf(cells);
    }

    private static ImportOptions inMemory(ImportOptions choices) {
        return choices.withEncoding(Optional.of(StandardCharsets.UTF_8.name()));
    }

    /// As a table of its own.
    public TextTable table(String name, ImportOptions choices) throws UnreadableFile {
        return TextTable.readText(text.getBytes(StandardCharsets.UTF_8), name, inMemory(choices));
    }

    /// The fields in the decimal mark of the table they go into; text stays as it is.
    public List<List<String>> writtenWith(DecimalMark other) {
        return other == mark
                ? rows
                : rows.stream()
                        .map(row -> row.stream()
                                .map(field -> NumberText.number(field, mark).isPresent()
                                        ? field.replace(mark.sign(), other.sign())
                                        : field)
                                .toList())
                        .toList();
    }
}
