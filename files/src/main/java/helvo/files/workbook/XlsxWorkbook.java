package helvo.files.workbook;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.number.DateText;
import helvo.files.Limits;
import helvo.files.UnreadableFile;
import helvo.files.archive.GuardedZip;
import java.io.IOException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.apache.poi.openxml4j.exceptions.OpenXML4JException;
import org.apache.poi.openxml4j.opc.OPCPackage;
import org.apache.poi.openxml4j.opc.PackageAccess;
import org.apache.poi.openxml4j.opc.PackagePart;
import org.apache.poi.ss.usermodel.DateUtil;
import org.apache.poi.ss.util.CellRangeAddress;
import org.apache.poi.ss.util.CellReference;
import org.apache.poi.xssf.eventusermodel.ReadOnlySharedStringsTable;
import org.apache.poi.xssf.eventusermodel.XSSFReader;
import org.apache.poi.xssf.model.StylesTable;
import org.jspecify.annotations.Nullable;
import org.xml.sax.SAXException;

/// A workbook in XLSX. The package, its strings and its styles are read by Apache POI, the sheets' cells here, as a
/// stream.
final class XlsxWorkbook extends Workbook {
    private final GuardedZip zip;
    private final OPCPackage opened;
    private final Map<String, String> parts = new LinkedHashMap<>();
    private final ReadOnlySharedStringsTable strings;
    private final StylesTable styles;
    private final boolean since1904;
    private int formulasWithoutValue;

    private XlsxWorkbook(Path file, GuardedZip zip, OPCPackage opened)
            throws IOException, SAXException, OpenXML4JException, XMLStreamException {
        super(file);
        this.zip = zip;
        this.opened = opened;
        strings = new ReadOnlySharedStringsTable(opened, false);
        var reader = new XSSFReader(opened);
        styles = reader.getStylesTable();
        since1904 = since1904();
        var sheets = (XSSFReader.SheetIterator) reader.getSheetsData();
        while (sheets.hasNext()) {
            sheets.next().close();
            PackagePart part = sheets.getSheetPart();
            parts.put(sheets.getSheetName(), part.getPartName().getName().substring(1));
        }
    }

    static XlsxWorkbook of(Path file, GuardedZip zip) throws UnreadableFile {
        OPCPackage opened = null;
        try {
            zip.refuseBombs();
            opened = OPCPackage.open(file.toFile(), PackageAccess.READ);
            return new XlsxWorkbook(file, zip, opened);
        } catch (UnreadableFile
                | IOException
                | OpenXML4JException
                | SAXException
                | XMLStreamException
                | RuntimeException
                | StackOverflowError e) {
            zip.close();
            if (opened != null) {
                opened.revert();
            }
            throw e instanceof UnreadableFile known
                    ? known
                    : new UnreadableFile(
                            "“" + file.getFileName()
                                    + "” is damaged or no XLSX workbook: open it in the program it comes from and "
                                    + "save it again.",
                            e);
        }
    }

    private boolean since1904() throws IOException, XMLStreamException {
        if (!zip.has("xl/workbook.xml")) {
            return false;
        }
        XMLStreamReader xml = zip.xml("xl/workbook.xml", Progress.none());
        while (xml.hasNext()) {
            if (xml.next() == XMLStreamConstants.START_ELEMENT
                    && xml.getLocalName().equals("workbookPr")) {
                String flag = xml.getAttributeValue(null, "date1904");
                return isTrue(flag);
            }
        }
        return false;
    }

    @Override
    List<String> names() {
        return List.copyOf(parts.keySet());
    }

    @Override
    List<String> notices() {
        return formulasWithoutValue == 0
                ? List.of()
                : List.of(RootLocale.format(
                        "%,d %s no stored result and %s left empty: open the workbook in the program it comes from "
                                + "and save it there.",
                        formulasWithoutValue,
                        formulasWithoutValue == 1 ? "formula has" : "formulas have",
                        formulasWithoutValue == 1 ? "was" : "were"));
    }

    @Override
    void cells(String sheet, Visitor visitor, Progress progress)
            throws IOException, XMLStreamException, UnreadableFile {
        formulasWithoutValue = 0;
        String part = Objects.requireNonNull(parts.get(sheet), "a sheet of the workbook");
        Map<Long, CellRangeAddress> merged = merged(part);
        XMLStreamReader xml = zip.xml(part, progress);
        int row = -1;
        int column = -1;
        while (xml.hasNext()) {
            if (xml.next() != XMLStreamConstants.START_ELEMENT) {
                continue;
            }
            String at = xml.getAttributeValue(null, "r");
            if (xml.getLocalName().equals("row")) {
                row = at == null ? row + 1 : Integer.parseInt(at) - 1;
                if (row < 0 || row >= Limits.MAX_SHEET_ROWS) {
                    throw new IllegalArgumentException("a sheet has no row " + at);
                }
                column = -1;
                if (isTrue(xml.getAttributeValue(null, "hidden"))) {
                    visitor.hiddenRow(row);
                }
            } else if (xml.getLocalName().equals("col") && isTrue(xml.getAttributeValue(null, "hidden"))) {
                hide(xml, visitor);
            } else if (xml.getLocalName().equals("c")) {
                column = at == null ? column + 1 : new CellReference(at).getCol();
                Object value = value(xml);
                if (value != null) {
                    CellRangeAddress span = merged.get(place(row, column));
                    visitor.cell(
                            row,
                            column,
                            value,
                            span == null ? 1 : span.getLastColumn() - column + 1,
                            span == null ? 1 : span.getLastRow() - row + 1);
                }
            }
        }
    }

    private static boolean isTrue(String flag) {
        return "1".equals(flag) || "true".equals(flag);
    }

    private static void hide(XMLStreamReader xml, Visitor visitor) {
        int from = Integer.parseInt(xml.getAttributeValue(null, "min")) - 1;
        int to = Math.min(Integer.parseInt(xml.getAttributeValue(null, "max")), Limits.MAX_COLUMNS);
        for (int column = from; column < to; column++) {
            visitor.hiddenColumn(column);
        }
    }

    private static long place(int row, int column) {
        return (long) row << 32 | column;
    }

    /// Spans by their first cell; a sheet lists them behind its cells.
    private Map<Long, CellRangeAddress> merged(String part) throws IOException, XMLStreamException {
        var merged = new TreeMap<Long, CellRangeAddress>();
        XMLStreamReader xml = zip.xml(part, Progress.none());
        while (xml.hasNext()) {
            if (xml.next() == XMLStreamConstants.START_ELEMENT
                    && xml.getLocalName().equals("mergeCell")) {
                String area = xml.getAttributeValue(null, "ref");
                if (area == null || merged.size() >= Limits.MAX_MERGED_AREAS) {
                    throw new IllegalArgumentException(
                            area == null ? "an area of merged cells has no place" : "too many merged cells");
                }
                CellRangeAddress span = CellRangeAddress.valueOf(area);
                merged.put(place(span.getFirstRow(), span.getFirstColumn()), span);
            }
        }
        return merged;
    }

    /// The value of the cell whose start was just read; null for none.
    private @Nullable Object value(XMLStreamReader xml) throws XMLStreamException {
        String type = xml.getAttributeValue(null, "t");
        String style = xml.getAttributeValue(null, "s");
        String stored = null;
        boolean formula = false;
        String function = null;
        var inline = new StringBuilder();
        while (!(xml.next() == XMLStreamConstants.END_ELEMENT
                && xml.getLocalName().equals("c"))) {
            if (xml.getEventType() == XMLStreamConstants.START_ELEMENT) {
                switch (xml.getLocalName()) {
                    case "v" -> stored = xml.getElementText();
                    case "t" -> inline.append(xml.getElementText());
                    case "f" -> {
                        formula = true;
                        function = functionOverColumn(xml.getElementText());
                    }
                    default -> {}
                }
            }
        }
        if (stored == null || stored.isEmpty()) {
            formulasWithoutValue += formula && inline.isEmpty() ? 1 : 0;
            return text(inline.toString());
        }
        Object value =
                switch (type == null ? "n" : type) {
                    case "s" -> text(strings.getItemAt(Integer.parseInt(stored)).getString());
                    case "b" -> stored.equals("0") ? "FALSE" : "TRUE";
                    case "d" ->
                        DateText.read(stored, DateText.Order.DAY_FIRST)
                                .<Object>map(moment -> moment)
                                .orElse(stored);
                    case "n" -> number(Double.parseDouble(stored), style);
                    default -> text(stored);
                };
        return function == null || value == null ? value : new Summed(value, function);
    }

    private static @Nullable String text(String text) {
        return text.isBlank() ? null : text.strip();
    }

    private @Nullable Object number(double number, @Nullable String style) {
        if (!Double.isFinite(number)) {
            return null;
        }
        if (style == null || !isDate(Integer.parseInt(style)) || number < 0 && !isLength(Integer.parseInt(style))) {
            return number;
        }
        if (isLength(Integer.parseInt(style))) {
            return length(number * 86_400);
        }
        boolean timeOnly = number < 1;
        return timeOnly
                ? moment(number * 86_400, true)
                : moment(DateText.seconds(DateUtil.getLocalDateTime(number, since1904, false)), false);
    }

    private boolean isDate(int style) {
        if (styles == null || style < 0 || style >= styles.getNumCellStyles()) {
            return false;
        }
        var cellStyle = styles.getStyleAt(style);
        return DateUtil.isADateFormat(cellStyle.getDataFormat(), cellStyle.getDataFormatString());
    }

    /// Hours beyond a day, or minutes without hours.
    private boolean isLength(int style) {
        String format = styles.getStyleAt(style).getDataFormatString();
        String bare = format == null ? "" : format.toLowerCase(Locale.ROOT);
        return bare.contains("[h")
                || bare.contains("[m")
                || bare.contains("[s")
                || bare.contains("mm:ss") && !bare.contains("h") && !bare.contains("y") && !bare.contains("d");
    }

    @Override
    public void close() {
        opened.revert();
        zip.close();
    }
}
