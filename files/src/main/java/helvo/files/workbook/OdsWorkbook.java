package helvo.files.workbook;

import helvo.core.Progress;
import helvo.core.number.DateText;
import helvo.files.Limits;
import helvo.files.UnreadableFile;
import helvo.files.archive.GuardedZip;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.List;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.jspecify.annotations.Nullable;

/// A workbook in ODS, read from its content as a stream (OpenDocument 1.3, part 3, §9 and §19.385).
final class OdsWorkbook extends Workbook {
    private static final int ENOUGH_COLUMNS = Limits.MAX_COLUMNS + 1;
    private static final String TABLE = "urn:oasis:names:tc:opendocument:xmlns:table:1.0";
    private static final String OFFICE = "urn:oasis:names:tc:opendocument:xmlns:office:1.0";

    private final GuardedZip zip;

    OdsWorkbook(Path file, GuardedZip zip) throws UnreadableFile {
        super(file);
        this.zip = zip;
        try {
            zip.refuseBombs();
            refuseEncrypted();
        } catch (UnreadableFile refused) {
            zip.close();
            throw refused;
        }
    }

    private void refuseEncrypted() throws UnreadableFile {
        if (!zip.has("META-INF/manifest.xml")) {
            return;
        }
        try {
            XMLStreamReader xml = zip.xml("META-INF/manifest.xml", Progress.none());
            while (xml.hasNext()) {
                if (xml.next() == XMLStreamConstants.START_ELEMENT
                        && xml.getLocalName().equals("encryption-data")) {
                    throw new UnreadableFile(
                            "“" + fileName() + "” is protected by a password: save it without one and open that.");
                }
            }
        } catch (IOException | XMLStreamException | RuntimeException e) {
            throw damaged("its list of parts", e);
        }
    }

    @Override
    List<String> names() throws UnreadableFile {
        var names = new ArrayList<String>();
        try {
            XMLStreamReader xml = zip.xml("content.xml", Progress.none());
            while (xml.hasNext()) {
                if (xml.next() == XMLStreamConstants.START_ELEMENT
                        && is(xml, "table")
                        && xml.getAttributeValue(TABLE, "name") != null) {
                    names.add(xml.getAttributeValue(TABLE, "name"));
                }
            }
        } catch (IOException | XMLStreamException | RuntimeException e) {
            if (names.isEmpty()) {
                throw damaged("its content", e);
            }
        }
        return names;
    }

    @Override
    List<String> notices() {
        return List.of();
    }

    @Override
    void cells(String sheet, Visitor visitor, Progress progress)
            throws IOException, XMLStreamException, UnreadableFile {
        XMLStreamReader xml = zip.xml("content.xml", progress);
        while (xml.hasNext()) {
            if (xml.next() == XMLStreamConstants.START_ELEMENT
                    && is(xml, "table")
                    && sheet.equals(xml.getAttributeValue(TABLE, "name"))) {
                rows(xml, visitor);
                return;
            }
        }
    }

    private static boolean is(XMLStreamReader xml, String name) {
        return TABLE.equals(xml.getNamespaceURI()) && xml.getLocalName().equals(name);
    }

    private void rows(XMLStreamReader xml, Visitor visitor) throws XMLStreamException, UnreadableFile {
        int row = 0;
        int column = 0;
        long made = 0;
        while (xml.hasNext()) {
            int event = xml.next();
            if (event == XMLStreamConstants.START_ELEMENT && is(xml, "table-column")) {
                int repeated = number(xml, "number-columns-repeated");
                for (int i = column; isHidden(xml) && i < Math.min(column + repeated, ENOUGH_COLUMNS); i++) {
                    visitor.hiddenColumn(i);
                }
                column = Math.min(column + repeated, Limits.MAX_SHEET_ROWS);
            }
            if (event == XMLStreamConstants.END_ELEMENT && is(xml, "table")) {
                return;
            }
            if (event == XMLStreamConstants.START_ELEMENT && is(xml, "table-row")) {
                int repeated = number(xml, "number-rows-repeated");
                boolean hidden = isHidden(xml);
                List<Placed> cells = cells(xml);
                made += (repeated - 1L) * cells.size();
                if (made > Limits.MAX_REPEATED_CELLS) {
                    throw new IllegalArgumentException("it repeats more cells than a table has");
                }
                for (int i = 0; i < repeated && !cells.isEmpty(); i++) {
                    if (hidden) {
                        visitor.hiddenRow(row + i);
                    }
                    for (Placed cell : cells) {
                        visitor.cell(row + i, cell.column, cell.value, cell.columns, cell.rows);
                    }
                }
                row += repeated;
                if (row < 0) {
                    throw new IllegalArgumentException("it has more rows than can be counted");
                }
            }
        }
    }

    private static boolean isHidden(XMLStreamReader xml) {
        String visibility = xml.getAttributeValue(TABLE, "visibility");
        return "collapse".equals(visibility) || "filter".equals(visibility);
    }

    private record Placed(int column, Object value, int columns, int rows) {}

    private List<Placed> cells(XMLStreamReader xml) throws XMLStreamException {
        var cells = new ArrayList<Placed>();
        int column = 0;
        while (true) {
            int event = xml.next();
            if (event == XMLStreamConstants.END_ELEMENT && is(xml, "table-row")) {
                return cells;
            }
            if (event == XMLStreamConstants.START_ELEMENT && (is(xml, "table-cell") || is(xml, "covered-table-cell"))) {
                int repeated = number(xml, "number-columns-repeated");
                int columns = number(xml, "number-columns-spanned");
                int rows = number(xml, "number-rows-spanned");
                boolean covered = is(xml, "covered-table-cell");
                Object value = value(xml);
                int times =
                        columns > 1 ? 1 : Math.min(repeated, ENOUGH_COLUMNS); // some writers repeat a cell that spans
                for (int i = 0; i < times && value != null && !covered; i++) {
                    cells.add(new Placed(column + i, value, columns, rows));
                }
                column = Math.min(column + repeated, Limits.MAX_SHEET_ROWS);
            }
        }
    }

    private static int number(XMLStreamReader xml, String attribute) {
        String text = xml.getAttributeValue(TABLE, attribute);
        return text == null ? 1 : Math.clamp(Long.parseLong(text), 1, Limits.MAX_SHEET_ROWS);
    }

    /// The value of the cell whose start was just read; null for none. Reads to its end.
    private @Nullable Object value(XMLStreamReader xml) throws XMLStreamException {
        String type = String.valueOf(xml.getAttributeValue(OFFICE, "value-type"));
        String number = xml.getAttributeValue(OFFICE, "value");
        String date = xml.getAttributeValue(OFFICE, "date-value");
        String time = xml.getAttributeValue(OFFICE, "time-value");
        String function = functionOverColumn(xml.getAttributeValue(TABLE, "formula"));
        String cell = xml.getLocalName();
        String text = text(xml, cell);
        Object value =
                switch (type) {
                    case "float", "percentage", "currency" ->
                        number == null ? text : finite(Double.parseDouble(number));
                    case "date" ->
                        DateText.read(String.valueOf(date), DateText.Order.DAY_FIRST)
                                .<Object>map(moment -> moment(moment.seconds(), false))
                                .orElse(text);
                    case "time" -> time(time, text);
                    default -> text;
                };
        return function == null || value == null ? value : new Summed(value, function);
    }

    private static @Nullable Object finite(double number) {
        return Double.isFinite(number) ? number : null;
    }

    private static @Nullable Object time(@Nullable String time, @Nullable String text) {
        try {
            if (time == null) {
                return text;
            }
            double seconds = Duration.parse(time).toNanos() / 1e9;
            return seconds < 0 || seconds >= 86_400 ? length(seconds) : moment(seconds, true);
        } catch (DateTimeParseException | ArithmeticException e) {
            return text;
        }
    }

    /// The cell's paragraphs; notes on it are left out.
    private static @Nullable String text(XMLStreamReader xml, String cell) throws XMLStreamException {
        var text = new StringBuilder();
        int notes = 0;
        while (true) {
            int event = xml.next();
            if (event == XMLStreamConstants.START_ELEMENT) {
                notes += xml.getLocalName().equals("annotation") || notes > 0 ? 1 : 0;
                if (notes == 0 && xml.getLocalName().equals("p") && !text.isEmpty()) {
                    text.append(' ');
                } else if (notes == 0 && xml.getLocalName().equals("s")) {
                    text.append(' ');
                }
            } else if (event == XMLStreamConstants.CHARACTERS && notes == 0) {
                text.append(xml.getText());
            } else if (event == XMLStreamConstants.END_ELEMENT) {
                if (notes == 0 && is(xml, cell)) {
                    return text.toString().isBlank() ? null : text.toString().strip();
                }
                notes -= notes > 0 ? 1 : 0;
            }
        }
    }

    @Override
    public void close() {
        zip.close();
    }
}
