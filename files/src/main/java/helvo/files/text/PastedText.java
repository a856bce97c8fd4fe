package helvo.files.text;

import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberText;
import helvo.files.CannotRead;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;

/// Cells that were copied elsewhere: from a spreadsheet (tabs), from text (commas, semicolons) or from columns of blanks.
///
/// @param rows  the fields as they were written
/// @param mark  the decimal mark that the numbers among them are written with
/// @param headings whether the first row names the columns
public record PastedText(List<List<String>> rows, DecimalMark mark, boolean headings) {
    /// @throws CannotRead when there is nothing in the text
    public static PastedText of(String text) throws CannotRead {
        if (text == null || text.isBlank()) {
            throw new CannotRead("The clipboard holds no text: copy some cells or a table first.");
        }
        byte[] bytes = parted(text).getBytes(StandardCharsets.UTF_8);
        TextLayout layout = LayoutGuess.of(bytes, true);
        List<List<String>> rows = new ArrayList<>();
        try (CsvReader<CsvRecord> csv = CsvReader.builder().fieldSeparator(layout.delimiter().sign()).ofCsvRecord(parted(text))) {
            csv.forEach(record -> rows.add(record.getFields().stream().map(String::strip).toList()));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (RuntimeException e) {
            throw new CannotRead("The text on the clipboard is no table: a quotation mark may lack its pair.", e);
        }
        boolean names = layout.headings() && rows.size() > 1
                && rows.stream().skip(1).anyMatch(row -> row.stream()
                        .anyMatch(field -> NumberText.number(field, layout.mark()).isPresent()));
        return new PastedText(List.copyOf(rows), layout.mark(), names);
    }

    /// As a table of its own.
    public TextTable table(String name) throws CannotRead {
        String tabs = rows.stream().map(row -> row.stream().map(field -> field.replaceAll("[\t\r\n]+", " "))
                .collect(Collectors.joining("\t")))
                .collect(Collectors.joining("\n"));
        return TextTable.read(tabs.getBytes(StandardCharsets.UTF_8), name,
                new TextLayout(StandardCharsets.UTF_8, Delimiter.TAB, mark, headings));
    }

    /// The fields in the decimal mark of the table they go into; text stays as it is.
    public List<List<String>> writtenWith(DecimalMark other) {
        return other == mark ? rows : rows.stream().map(row -> row.stream()
                .map(field -> NumberText.number(field, mark).isPresent() ? field.replace(mark.sign(), other.sign())
                        : field).toList()).toList();
    }

    /// Columns parted by blanks get tabs, where no other sign parts them and every line has as many fields.
    private static String parted(String text) {
        List<String> lines = text.lines().filter(line -> !line.isBlank()).toList();
        if (text.indexOf('\t') >= 0 || text.indexOf(';') >= 0
                || lines.stream().anyMatch(line -> line.matches(".*,\\s.*|.*[^\\d\\s],.*|.*,[^\\d\\s].*"))) {
            return text;
        }
        for (String gap : List.of(" {2,}", "\\s+")) {
            List<String> parted = lines.stream().map(line -> line.strip().replaceAll(gap, "\t")).toList();
            long widths = parted.stream().map(line -> line.chars().filter(c -> c == '\t').count()).distinct().count();
            if (widths == 1 && parted.getFirst().indexOf('\t') >= 0) {
                return String.join("\n", parted);
            }
        }
        return text;
    }
}
