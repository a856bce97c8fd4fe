package helvo.files.workbook;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import helvo.core.Progress;
import helvo.core.number.DateText;
import helvo.core.number.DecimalMark;
import helvo.core.table.CalendarUnit;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ColumnFormat;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.files.UnreadableFile;
import helvo.files.table.TableExport;
import helvo.files.table.TableImport;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/// Workbooks that were made to do harm, or by a careless program: each gives its table, or a sentence.
class HostileWorkbookTest {
    private static final String SHEET = "xl/worksheets/sheet1.xml";

    @TempDir
    private Path folder;

    /// A sheet of eight rows with two columns of numbers, in which a part was altered.
    private Path altered(String part, UnaryOperator<String> change) throws IOException {
        Path good = folder.resolve("good.xlsx");
        try (var book = new XSSFWorkbook();
                var out = Files.newOutputStream(good)) {
            var sheet = book.createSheet("s");
            var head = sheet.createRow(0);
            head.createCell(0).setCellValue("Load");
            head.createCell(1).setCellValue("Stretch");
            for (int i = 1; i < 9; i++) {
                var row = sheet.createRow(i);
                row.createCell(0).setCellValue(i);
                row.createCell(1).setCellValue(2.5 * i);
            }
            book.write(out);
        }
        Path file = folder.resolve("altered.xlsx");
        try (var in = new ZipFile(good.toFile());
                var out = new ZipOutputStream(Files.newOutputStream(file))) {
            for (ZipEntry entry : Collections.list(in.entries())) {
                String text = new String(in.getInputStream(entry).readAllBytes(), StandardCharsets.UTF_8);
                String now = entry.getName().equals(part) ? change.apply(text) : text;
                if (now != null) {
                    assertThat(now.equals(text))
                            .as("%s was altered", part)
                            .isEqualTo(!entry.getName().equals(part));
                    out.putNextEntry(new ZipEntry(entry.getName()));
                    out.write(now.getBytes(StandardCharsets.UTF_8));
                }
            }
        }
        return file;
    }

    private static TableImport read(Path file) throws UnreadableFile {
        return TableImport.read(file, Progress.none());
    }

    /// What is broken before any row of numbers leaves no table; it is refused with what to do.
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "<v>1</v>|<v>77</v>", // a text that is not in the list of texts
                "<row r=\"1\">|<row r=\"2147483647\">",
                "<row r=\"1\">|<row r=\"-4\">",
                "<c r=\"A1\"|<c r=\"??\"",
                "<c r=\"A1\"|<c r=\"XFD1048577777\"",
                "<sheetData>|<sheetData><!DOCTYPE a [<!ENTITY b '\u0001'>]>"
            })
    void damageBeforeTheTableIsRefused(String from, String to) throws IOException {
        Path file = altered(
                SHEET,
                text -> text.replaceFirst(
                        java.util.regex.Pattern.quote(from), java.util.regex.Matcher.quoteReplacement(to)));
        assertThatThrownBy(() -> read(file))
                .isInstanceOf(UnreadableFile.class)
                .hasMessageContaining("altered.xlsx")
                .hasMessageNotContaining("Exception");
    }

    /// What is broken further down ends the table there, and that is said.
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "<row r=\"6\">|<row r=\"2147483647\">",
                "<c r=\"A6\" t=\"n\"|<c r=\"A6\" t=\"s\"",
                "<v>12.5</v>|<v>five</v>"
            })
    void damageBehindIsSaidAndWhatCameBeforeIsKept(String from, String to) throws IOException, UnreadableFile {
        Path file = altered(SHEET, text -> text.replace(from, to));
        TableImport read = read(file);
        Cells stretch = read.table().columns().get(1).cells();
        assertThat(IntStream.range(0, stretch.size()).mapToObj(stretch::number).filter(Double::isFinite))
                .as("a row that was begun has no value")
                .containsExactly(2.5, 5.0, 7.5, 10.0);
        assertThat(read.notices())
                .anySatisfy(notice -> assertThat(notice).contains("is damaged", "What was read before is kept."));
    }

    @Test
    void missingPartsAndAreasWithoutPlaceDoNoHarm() throws IOException, UnreadableFile {
        assertThat(read(altered("xl/styles.xml", _ -> null)).table().rows()).isEqualTo(8);
        assertThatThrownBy(() -> read(altered("xl/sharedStrings.xml", _ -> null)))
                .isInstanceOf(UnreadableFile.class);
        assertThatThrownBy(() -> read(altered(
                        SHEET,
                        text -> text.replace("</sheetData>", "</sheetData><mergeCells><mergeCell/></mergeCells>"))))
                .isInstanceOf(UnreadableFile.class)
                .hasMessageContaining("damaged");
        String areas = IntStream.range(0, 300_000)
                .mapToObj(i -> "<mergeCell ref=\"D" + (i + 1) + ":E" + (i + 1) + "\"/>")
                .reduce(new StringBuilder(), StringBuilder::append, StringBuilder::append)
                .toString();
        assertThatThrownBy(() -> read(altered(
                        SHEET,
                        text -> text.replace("</sheetData>", "</sheetData><mergeCells>" + areas + "</mergeCells>"))))
                .isInstanceOf(UnreadableFile.class)
                .hasMessageContaining("damaged");
    }

    /// A heading that is merged over the whole width of a sheet makes no columns where nothing stands.
    @Test
    void aHeadingMergedFarOverTheTableMakesNoColumns() throws IOException, UnreadableFile {
        Path file = altered(
                SHEET,
                text -> text.replace(
                        "</sheetData>", "</sheetData><mergeCells><mergeCell ref=\"B1:XFD1\"/></mergeCells>"));
        assertThat(read(file).table().columns()).extracting(Column::name).containsExactly("Load", "Stretch");
    }

    @Test
    void aSmallFileThatRepeatsItsCellsWithoutEndIsRefused() throws IOException {
        Path file = folder.resolve("repeats.ods");
        try (var out = new ZipOutputStream(Files.newOutputStream(file))) {
            out.putNextEntry(new ZipEntry("content.xml"));
            out.write(("<office:document-content xmlns:office='urn:oasis:names:tc:opendocument:xmlns:office:1.0' "
                            + "xmlns:table='urn:oasis:names:tc:opendocument:xmlns:table:1.0'><table:table "
                            + "table:name='s'>"
                            + "<table:table-row table:number-rows-repeated='1048576'><table:table-cell "
                            + "office:value-type='float' office:value='1' "
                            + "table:number-columns-repeated='900'/></table:table-row></"
                            + "table:table></office:document-content>")
                    .getBytes(StandardCharsets.UTF_8));
        }
        assertThatThrownBy(() -> read(file)).isInstanceOf(UnreadableFile.class).hasMessageContaining("damaged");
    }

    // ---- written and read again ----

    private static Table table(Cells dates, Cells texts) {
        return new Table(
                1,
                "Odd",
                DecimalMark.POINT,
                Optional.empty(),
                List.of(
                        new Column(
                                1,
                                new Heading("n", ""),
                                Kind.NUMBER,
                                Role.NONE,
                                0,
                                Cells.ofNumbers(DoubleStream.iterate(1, i -> i + 1)
                                        .limit(dates.size())
                                        .toArray())),
                        new Column(2, new Heading("Day", ""), Kind.DATE, Role.NONE, 0, dates)
                                .withFormat(new ColumnFormat.Dates(
                                        DateText.Form.DAY, DateText.Order.DAY_FIRST, CalendarUnit.DAY)),
                        new Column(3, new Heading("Note", ""), Kind.TEXT, Role.NONE, 0, texts)),
                ExcludedRows.NONE);
    }

    /// The year 1, days before a workbook counts them, the leap day that never was, and far ahead.
    @ParameterizedTest
    @EnumSource(TableExport.Format.class)
    void everyDayComesBackAsItWas(TableExport.Format format) throws IOException, UnreadableFile {
        double[] days = List.of(
                        "0001-03-04",
                        "0099-12-31",
                        "1875-05-20",
                        "1899-12-31",
                        "1900-01-01",
                        "1900-02-28",
                        "1900-03-01",
                        "1999-12-31",
                        "9999-12-31")
                .stream()
                .mapToDouble(day -> DateText.seconds(LocalDate.parse(day).atStartOfDay()))
                .toArray();
        Path file = folder.resolve("days." + format.ending());
        TableExport.write(
                file,
                format,
                table(Cells.ofNumbers(days), Cells.of(Collections.nCopies(days.length, new Cell.Text("a")))),
                List.of(),
                Progress.none());
        Cells back = read(file).table().columns().get(1).cells();
        assertThat(IntStream.range(0, days.length).mapToDouble(back::number).toArray())
                .containsExactly(days);
    }

    /// Signs that XML has no place for do not make a file that cannot be read; a text that is too long is said
    /// before anything is written.
    @Test
    void oddTextsAreWrittenOrRefused() throws IOException, UnreadableFile {
        Cells days = Cells.ofNumbers(0, 86_400);
        Table odd = table(days, Cells.of(List.of(new Cell.Text("a\u0001b\ud800c"), new Cell.Text("🪢 knot"))));
        for (TableExport.Format format : List.of(TableExport.Format.XLSX, TableExport.Format.ODS)) {
            Path file = folder.resolve("odd." + format.ending());
            TableExport.write(file, format, odd, List.of(), Progress.none());
            Cells back = read(file).table().columns().get(2).cells();
            assertThat(back.cell(0)).isEqualTo(new Cell.Text("a\ufffdb\ufffdc"));
            assertThat(back.cell(1)).isEqualTo(new Cell.Text("🪢 knot"));
        }
        Table tooLong = table(days, Cells.of(List.of(new Cell.Text("a"), new Cell.Text("b".repeat(40_000)))));
        Path file = Files.writeString(folder.resolve("long.xlsx"), "old");
        assertThatThrownBy(() -> TableExport.write(file, TableExport.Format.XLSX, tooLong, List.of(), Progress.none()))
                .isInstanceOf(IOException.class)
                .hasMessage(
                        "row 2 of “Note” holds 40,000 characters, and a cell of XLSX takes 32,767; save it as ODS or "
                                + "CSV");
        assertThat(file).hasContent("old");
    }
}
