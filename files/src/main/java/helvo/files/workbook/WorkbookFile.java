package helvo.files.workbook;

import com.github.miachm.sods.Sheet;
import com.github.miachm.sods.SpreadSheet;
import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.number.DateText;
import helvo.core.number.DecimalMark;
import helvo.core.table.Cell;
import helvo.core.table.Column;
import helvo.core.table.ColumnFormat;
import helvo.core.table.Kind;
import helvo.core.table.Table;
import helvo.files.Limits;
import java.io.IOException;
import java.io.OutputStream;
import java.time.LocalDateTime;
import java.util.List;
import org.apache.poi.ss.SpreadsheetVersion;
import org.apache.poi.ss.usermodel.CellStyle;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.util.WorkbookUtil;
import org.apache.poi.xssf.streaming.SXSSFSheet;
import org.apache.poi.xssf.streaming.SXSSFWorkbook;
import org.jspecify.annotations.Nullable;

/// Writes a table as a workbook with one sheet.
public final class WorkbookFile {
    /// Days are counted from there on, and a day that never was is among the first of them (ECMA-376, §18.17.4.1).
    private static final LocalDateTime FIRST_OF_XLSX = LocalDateTime.of(1900, 3, 1, 0, 0);

    static {
        PrivateWorkbookFiles.use();
    }

    private WorkbookFile() {}

    public static void writeXlsx(OutputStream out, Table table, Progress progress) throws IOException {
        refuseTooLong(table);
        try (var book = new SXSSFWorkbook(100)) {
            SXSSFSheet sheet = book.createSheet(WorkbookUtil.createSafeSheetName(table.name()));
            sheet.createFreezePane(0, 1);
            var bold = book.createFont();
            bold.setBold(true);
            CellStyle heading = book.createCellStyle();
            heading.setFont(bold);
            Row first = sheet.createRow(0);
            List<CellStyle> styles =
                    table.columns().stream().map(column -> style(book, column)).toList();
            for (int c = 0; c < table.columns().size(); c++) {
                var cell = first.createCell(c);
                cell.setCellValue(fitting(
                        table.columns().get(c).heading().text(),
                        -1,
                        table.columns().get(c)));
                cell.setCellStyle(heading);
            }
            for (int r = 0; r < table.rows(); r++) {
                reportProgress(progress, r, table);
                Row row = sheet.createRow(r + 1);
                for (int c = 0; c < table.columns().size(); c++) {
                    Object value = value(table.columns().get(c), r);
                    if (value != null) {
                        var cell = row.createCell(c);
                        cell.setCellStyle(styles.get(c));
                        switch (value) {
                            case Double number -> cell.setCellValue(number);
                            case LocalDateTime moment
                            when moment.isBefore(FIRST_OF_XLSX) ->
                                cell.setCellValue(table.columns().get(c).exact(r, DecimalMark.POINT));
                            case LocalDateTime moment -> cell.setCellValue(moment);
                            default ->
                                cell.setCellValue(fitting(
                                        value.toString(), r, table.columns().get(c)));
                        }
                    }
                }
            }
            book.write(out);
        }
    }

    public static void writeOds(OutputStream out, Table table, Progress progress) throws IOException {
        refuseTooLong(table);
        var sheet = new Sheet(
                table.name().replaceAll("[\\[\\]*?:/\\\\']", " "),
                table.rows() + 1,
                Math.max(1, table.columns().size()));
        for (int c = 0; c < table.columns().size(); c++) {
            sheet.getRange(0, c)
                    .setValue(writable(table.columns().get(c).heading().text()));
            for (int r = 0; r < table.rows(); r++) {
                reportProgress(progress, r, table);
                Object value = value(table.columns().get(c), r);
                if (value != null) {
                    sheet.getRange(r + 1, c)
                            .setValue(
                                    switch (value) {
                                        case LocalDateTime moment
                                        when DateText.seconds(moment) % 86_400 == 0 -> moment.toLocalDate();
                                        case String text -> writable(text);
                                        default -> value;
                                    });
                }
            }
        }
        var book = new SpreadSheet();
        book.appendSheet(sheet);
        book.save(out);
    }

    /// @throws IOException for a text that a cell of XLSX has no room for
    private static String fitting(String text, int row, Column column) throws IOException {
        int most = SpreadsheetVersion.EXCEL2007.getMaxTextLength();
        if (text.length() > most) {
            throw new IOException(RootLocale.format(
                    "%s “%s” holds %,d characters, and a cell of XLSX takes %,d; save it as ODS or CSV",
                    row < 0 ? "the heading of" : RootLocale.format("row %,d of", row + 1),
                    row < 0 ? RootLocale.format("column %d", column.id()) : column.name(),
                    text.length(),
                    most));
        }
        return writable(text);
    }

    /// Signs that XML has no place for become the sign for such.
    private static String writable(String text) {
        return text.codePoints().allMatch(WorkbookFile::isWritable)
                ? text
                : text.codePoints()
                        .map(sign -> isWritable(sign) ? sign : '\ufffd')
                        .collect(StringBuilder::new, StringBuilder::appendCodePoint, StringBuilder::append)
                        .toString();
    }

    /// As XML 1.0, §2.2 says.
    private static boolean isWritable(int sign) {
        return sign >= 0x20 && sign <= 0xd7ff
                || sign == '\t'
                || sign == '\n'
                || sign == '\r'
                || sign >= 0xe000 && sign <= 0xfffd
                || sign >= 0x10000;
    }

    private static void refuseTooLong(Table table) throws IOException {
        if (table.rows() >= Limits.MAX_SHEET_ROWS) {
            throw new IOException(RootLocale.format(
                    "a sheet has no room for more than %,d rows; save it as CSV", Limits.MAX_SHEET_ROWS - 1));
        }
    }

    private static void reportProgress(Progress progress, int row, Table table) {
        if ((row & 0xff) == 0) {
            progress.reached((double) row / table.rows());
        }
    }

    private static CellStyle style(SXSSFWorkbook book, Column column) {
        CellStyle style = book.createCellStyle();
        String pattern =
                switch (column.format()) {
                    case ColumnFormat.Dates(var form, var _, var _) ->
                        switch (form) {
                            case YEAR -> "yyyy";
                            case MONTH -> "yyyy-mm";
                            case DAY -> "yyyy-mm-dd";
                            case MINUTE -> "yyyy-mm-dd hh:mm";
                            case SECOND -> "yyyy-mm-dd hh:mm:ss";
                            case TIME -> "hh:mm";
                            case TIME_WITH_SECONDS -> "hh:mm:ss";
                        };
                    case ColumnFormat.AsWritten(int decimals) -> decimals(decimals);
                    case ColumnFormat.Rounded(int decimals) -> decimals(decimals);
                    case ColumnFormat.Significant _, ColumnFormat.Durations _ -> "General";
                };
        style.setDataFormat(book.createDataFormat().getFormat(pattern));
        return style;
    }

    private static String decimals(int decimals) {
        return decimals == 0 ? "General" : "0." + "0".repeat(decimals);
    }

    /// A [Double], a [LocalDateTime], a [String], or null for an empty cell.
    private static @Nullable Object value(Column column, int row) {
        return switch (column.cells().cell(row)) {
            case Cell.Number(double number) ->
                column.kind() == Kind.DATE
                        ? column.format() instanceof ColumnFormat.Dates(var form, var _, var _)
                                        && form.ordinal() >= DateText.Form.TIME.ordinal()
                                ? DateText.shown(number, form)
                                : DateText.moment(number)
                        : (Object) number;
            case Cell.Text _ ->
                column.shown(row, DecimalMark.POINT).isEmpty()
                        ? null
                        : column.cells().cell(row).exactText();
            case Cell.Empty _ -> null;
        };
    }
}
