package helvo.files.workbook;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.github.miachm.sods.Range;
import com.github.miachm.sods.SpreadSheet;
import helvo.core.Progress;
import helvo.core.number.DateText;
import helvo.core.number.DecimalMark;
import helvo.core.study.ColumnEdit;
import helvo.core.table.Cell;
import helvo.core.table.Column;
import helvo.core.table.Heading;
import helvo.core.table.ImportOptions;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.files.UnreadableFile;
import helvo.files.disk.TemporaryFolder;
import helvo.files.samples.SampleStudy;
import helvo.files.table.TableExport;
import helvo.files.table.TableImport;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import org.apache.poi.poifs.crypt.EncryptionInfo;
import org.apache.poi.poifs.crypt.EncryptionMode;
import org.apache.poi.poifs.filesystem.POIFSFileSystem;
import org.apache.poi.ss.usermodel.Sheet;
import org.apache.poi.ss.util.CellRangeAddress;
import org.apache.poi.util.TempFile;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/// Workbooks are made by libraries that share no code with the reading.
class WorkbookTest {
    @TempDir
    private Path folder;

    private static TableImport read(Path file) throws UnreadableFile {
        return TableImport.read(file, Optional.empty(), ImportOptions.NONE, Progress.none());
    }

    private static Cell cell(Table table, int column, int row) {
        return table.columns().get(column).cells().cell(row);
    }

    private Path xlsx(String name, java.util.function.Consumer<XSSFWorkbook> fill) throws IOException {
        Path file = folder.resolve(name);
        try (var book = new XSSFWorkbook();
                OutputStream out = Files.newOutputStream(file)) {
            fill.accept(book);
            book.write(out);
        }
        return file;
    }

    /// Several people use one computer: no folder is shared, which only the first of them may write to.
    @Test
    void whatIsKeptWhileWritingIsClosedToOthers() throws IOException {
        for (int program = 0; program < 2; program++) {
            WorkbookFile.writeXlsx(
                    OutputStream.nullOutputStream(),
                    SampleStudy.study().tables().getFirst(),
                    Progress.none());
            Path kept = TempFile.createTempFile("sheet", ".xml").toPath();
            assertThat(Files.getPosixFilePermissions(kept.getParent()))
                    .isEqualTo(PosixFilePermissions.fromString("rwx------"));
            TemporaryFolder.closeAll();
            assertThat(kept).as("removed at the end").doesNotExist();
        }
    }

    private static void row(Sheet sheet, int at, int column, Object... values) {
        var row = sheet.createRow(at);
        for (int i = 0; i < values.length; i++) {
            switch (values[i]) {
                case null -> {}
                case Number number -> row.createCell(column + i).setCellValue(number.doubleValue());
                default -> row.createCell(column + i).setCellValue(values[i].toString());
            }
        }
    }

    /// Titles and blank rows above, two rows of headings of which one spans two columns, formulas with their stored
    /// values, dates, an empty sheet in between.
    @Test
    void readsASheetAsPeopleLayItOut() throws Exception {
        Path file = xlsx("pulls.xlsx", book -> {
            Sheet sheet = book.createSheet("Pulls");
            row(sheet, 1, 1, "Marram Cordage Laboratory, week 14");
            row(sheet, 3, 1, "Day", "Load (N)", "Stretch (mm)", null, "Remark");
            row(sheet, 4, 1, null, null, "dry", "salt");
            sheet.addMergedRegion(new CellRangeAddress(3, 3, 3, 4));
            sheet.addMergedRegion(new CellRangeAddress(3, 4, 1, 1));
            var style = book.createCellStyle();
            style.setDataFormat(book.createDataFormat().getFormat("d.m.yyyy"));
            for (int i = 0; i < 3; i++) {
                row(
                        sheet,
                        5 + i,
                        1,
                        null,
                        5 * (i + 1),
                        1.25 * (i + 1),
                        i == 1 ? "about 3" : (Object) (1.5 * i),
                        i == 2 ? "last" : null);
                sheet.getRow(5 + i).createCell(1).setCellValue(LocalDate.of(2026, 3, 5 + i));
                sheet.getRow(5 + i).getCell(1).setCellStyle(style);
            }
            sheet.getRow(6).getCell(3).setCellFormula("2.5*1");
            book.getCreationHelper().createFormulaEvaluator().evaluateAll();
            sheet.getRow(7).createCell(4).setCellFormula("1/0");
            book.createSheet("Empty");
            row(book.createSheet("Notes"), 0, 0, "a", "b");
            row(book.getSheet("Notes"), 1, 0, 1, 2);
        });
        assertThat(TableImport.sheets(file)).containsExactly("Pulls", "Notes");
        TableImport read = read(file);
        Table table = read.table();
        assertThat(table.name()).isEqualTo("Pulls");
        assertThat(table.columns())
                .extracting(Column::heading)
                .containsExactly(
                        new Heading("Day", ""),
                        new Heading("Load", "N"),
                        new Heading("Stretch dry", "mm"),
                        new Heading("Stretch salt", "mm"),
                        new Heading("Remark", ""));
        assertThat(table.columns())
                .extracting(Column::kind)
                .containsExactly(Kind.DATE, Kind.NUMBER, Kind.NUMBER, Kind.NUMBER, Kind.TEXT);
        assertThat(table.columns()).extracting(Column::role).startsWith(Role.X, Role.Y);
        assertThat(table.columns().getFirst().shown(2, DecimalMark.POINT)).isEqualTo("2026-03-07");
        assertThat(cell(table, 2, 1)).isEqualTo(new Cell.Number(2.5));
        assertThat(cell(table, 3, 1)).isEqualTo(new Cell.Text("about 3"));
        assertThat(table.rows()).isEqualTo(3);
        assertThat(table.importReport().orElseThrow().notes()).containsExactly("Marram Cordage Laboratory, week 14");
        assertThat(read.notices())
                .containsExactly(
                        "1 formula has no stored result and was left empty: open the workbook in the program it "
                                + "comes from and save it there.",
                        "The workbook has other sheets: Notes.");
        assertThat(TableImport.read(file, Optional.of("Notes"), ImportOptions.NONE, Progress.none())
                        .table()
                        .columns())
                .extracting(Column::name)
                .containsExactly("a", "b");
        assertThatThrownBy(() -> TableImport.read(file, Optional.of("Nots"), ImportOptions.NONE, Progress.none()))
                .isInstanceOf(UnreadableFile.class)
                .hasMessageContaining("it has Pulls, Empty, Notes");
    }

    @Test
    void readsOdsAsPeopleLayItOut() throws Exception {
        Path file = folder.resolve("pulls.ods");
        var sheet = new com.github.miachm.sods.Sheet("Pulls", 8, 5);
        sheet.getRange(1, 1).setValue("Cord");
        Range top = sheet.getRange(1, 2, 1, 2);
        top.merge();
        sheet.getRange(1, 2).setValue("Stretch (mm)");
        sheet.getRange(1, 4).setValue("When");
        sheet.getRange(2, 2, 1, 2).setValues("dry", "wet");
        for (int i = 0; i < 3; i++) {
            sheet.getRange(3 + i, 1).setValue("A" + i);
            sheet.getRange(3 + i, 2).setValue(1.5 + i);
            sheet.getRange(3 + i, 3).setValue(i == 1 ? "n/a" : 2.5);
            sheet.getRange(3 + i, 4).setValue(LocalDateTime.of(2026, 3, 5, 14, 30 + i));
        }
        var book = new SpreadSheet();
        book.appendSheet(sheet);
        book.save(file.toFile());
        Table table = read(file).table();
        assertThat(table.name()).isEqualTo("pulls");
        assertThat(table.columns())
                .extracting(Column::heading)
                .containsExactly(
                        new Heading("Cord", ""),
                        new Heading("Stretch dry", "mm"),
                        new Heading("Stretch wet", "mm"),
                        new Heading("When", ""));
        assertThat(table.columns().getLast().shown(2, DecimalMark.POINT)).isEqualTo("2026-03-05 14:32");
        assertThat(cell(table, 2, 1)).isEqualTo(new Cell.Text("n/a"));
        assertThat(table.rows()).isEqualTo(3);
    }

    /// A row below the headings that holds their units is no measurement.
    @Test
    void unitsBelowTheHeadingsAreUnits() throws Exception {
        Path file = xlsx("units.xlsx", book -> {
            Sheet sheet = book.createSheet("s");
            row(sheet, 0, 0, "Load", "Stretch", "Cord");
            row(sheet, 1, 0, "N", "[mm]");
            row(sheet, 2, 0, 5, 1.5, "A");
            row(sheet, 3, 0, 10, 2.5, "B");
        });
        assertThat(read(file).table().columns())
                .extracting(Column::heading)
                .containsExactly(new Heading("Load", "N"), new Heading("Stretch", "mm"), new Heading("Cord", ""));
    }

    /// What was written reads back cell by cell, in each format.
    @ParameterizedTest
    @EnumSource(TableExport.Format.class)
    void whatIsWrittenReadsBack(TableExport.Format format) throws Exception {
        Table table = SampleStudy.study().tables().getFirst();
        table = new helvo.core.study.TableEdit.SetBlock(1, 0, 4, List.of(List.of("2026-03-05"), List.of("2026-03-06")))
                .change(table);
        table = new ColumnEdit.SetKind(1, 5, Kind.DATE, DateText.Order.DAY_FIRST).change(table);
        table = new helvo.core.study.TableEdit.SetCell(1, 2, 3, "0.1234567890123456").change(table);
        Path file = folder.resolve("out." + format.ending());
        TableExport.write(file, format, table, List.of(), Progress.none());
        Table back = read(file).table();
        assertThat(back.columns())
                .extracting(Column::heading)
                .isEqualTo(table.columns().stream().map(Column::heading).toList());
        for (int c = 0; c < table.columns().size(); c++) {
            for (int r = 0; r < table.rows(); r++) {
                assertThat(cell(back, c, r)).isEqualTo(cell(table, c, r));
            }
        }
        assertThat(back.columns().getLast().kind()).isEqualTo(Kind.DATE);
        assertThat(folder.toFile().list()).containsExactly(file.getFileName().toString());
    }

    @Test
    void aWorkbookWithAPasswordIsRefusedInASentence() throws Exception {
        Path file = folder.resolve("secret.xlsx");
        try (var system = new POIFSFileSystem();
                OutputStream out = Files.newOutputStream(file)) {
            var encryptor = new EncryptionInfo(EncryptionMode.standard).getEncryptor();
            encryptor.confirmPassword("cord");
            try (OutputStream inside = encryptor.getDataStream(system)) {
                inside.write("PK".getBytes(StandardCharsets.US_ASCII));
            }
            system.writeFilesystem(out);
        }
        assertThatThrownBy(() -> read(file))
                .isInstanceOf(UnreadableFile.class)
                .hasMessageContaining("protected by a password, or of an older kind");
        Path ods = zip(
                "secret.ods",
                "content.xml",
                "x",
                "META-INF/manifest.xml",
                "<m:manifest xmlns:m='urn:x'><m:file-entry><m:encryption-data/></m:file-entry></m:manifest>");
        assertThatThrownBy(() -> read(ods))
                .isInstanceOf(UnreadableFile.class)
                .hasMessageContaining("protected by a password");
    }

    @Test
    void bombsAreNotUnpacked() throws Exception {
        Path file = folder.resolve("bomb.xlsx");
        Path good = xlsx("good.xlsx", book -> row(book.createSheet("s"), 0, 0, 1, 2));
        try (var in = new ZipFile(good.toFile());
                var out = new ZipOutputStream(Files.newOutputStream(file))) {
            for (var entry : java.util.Collections.list(in.entries())) {
                out.putNextEntry(new ZipEntry(entry.getName()));
                out.write(in.getInputStream(entry).readAllBytes());
                if (entry.getName().endsWith("sheet1.xml")) {
                    for (int i = 0; i < 60; i++) {
                        out.write(new byte[1 << 20]);
                    }
                }
            }
        }
        assertThatThrownBy(() -> read(file))
                .isInstanceOf(UnreadableFile.class)
                .hasMessageContaining("unpacks to far more than such a file holds");
        String repeated = content("<table:table-row table:number-rows-repeated='1000000000'><table:table-cell "
                + "table:number-columns-repeated='1000000000'/></table:table-row>"
                + "<table:table-row><table:table-cell office:value-type='float' office:value='7' "
                + "table:number-columns-repeated='900000000'/></table:table-row>");
        assertThatThrownBy(() -> read(zip("wide.ods", "content.xml", repeated))).isInstanceOf(UnreadableFile.class);
    }

    /// Entities and references to the outside are neither followed nor expanded.
    @Test
    void nothingOutsideTheFileIsLookedAt() throws Exception {
        Path secret = Files.writeString(folder.resolve("secret.txt"), "42");
        String evil = "<!DOCTYPE x [<!ENTITY e SYSTEM '" + secret.toUri() + "'>]>"
                + content("<table:table-row><table:table-cell "
                        + "office:value-type='string'><text:p>&e;</text:p></table:table-cell>"
                        + "<table:table-cell office:value-type='float' office:value='1'/></table:table-row>");
        assertThatThrownBy(() -> read(zip("evil.ods", "content.xml", evil)))
                .isInstanceOf(UnreadableFile.class)
                .hasMessageNotContaining("42");
    }

    @Test
    void whatCouldBeReadOfABrokenSheetIsKept() throws Exception {
        String broken = content(
                "<table:table-row><table:table-cell office:value-type='float' office:value='1'/><table:table-cell "
                        + "office:value-type='float' office:value='2'/></table:table-row>"
                        + "<table:table-row><table:table-cell office:value-type='float' "
                        + "office:value='3'/><table:table-cell "
                        + "office:value-type='float' office:value='4'/></table:table-row><table:table-row><<<");
        TableImport read = read(zip("broken.ods", "content.xml", broken));
        assertThat(read.table().rows()).isEqualTo(2);
        assertThat(read.notices())
                .singleElement()
                .asString()
                .contains("the sheet “s” is damaged", "What was read before is kept.");
        assertThatThrownBy(() -> read(zip("no.ods", "content.xml", "<<<")))
                .isInstanceOf(UnreadableFile.class)
                .hasMessageContaining("is damaged");
        assertThatThrownBy(() -> read(zip("else.xlsx", "a.txt", "x")))
                .isInstanceOf(UnreadableFile.class)
                .hasMessageContaining("no workbook");
        Path cut = folder.resolve("cut.xlsx");
        Files.write(
                cut,
                java.util.Arrays.copyOf(
                        Files.readAllBytes(xlsx("whole.xlsx", book -> row(book.createSheet("s"), 0, 0, 1, 2))), 900));
        assertThatThrownBy(() -> read(cut)).isInstanceOf(UnreadableFile.class).hasMessageContaining("is damaged");
        assertThatThrownBy(() -> read(xlsx("nothing.xlsx", book -> book.createSheet("s"))))
                .isInstanceOf(UnreadableFile.class)
                .hasMessageContaining("holds no values");
    }

    private static String content(String rows) {
        return "<office:document-content xmlns:office='urn:oasis:names:tc:opendocument:xmlns:office:1.0' "
                + "xmlns:table='urn:oasis:names:tc:opendocument:xmlns:table:1.0' "
                + ""
                + "xmlns:text='urn:oasis:names:tc:opendocument:xmlns:text:1.0'><office:body>"
                + "<office:spreadsheet><table:table "
                + "table:name='s'>" + rows
                + "</table:table></office:spreadsheet></office:body></office:document-content>";
    }

    private Path zip(String name, String... parts) throws IOException {
        var bytes = new ByteArrayOutputStream();
        try (var out = new ZipOutputStream(bytes)) {
            for (int i = 0; i < parts.length; i += 2) {
                out.putNextEntry(new ZipEntry(parts[i]));
                out.write(parts[i + 1].getBytes(StandardCharsets.UTF_8));
            }
        }
        return Files.write(folder.resolve(name), bytes.toByteArray());
    }
}
