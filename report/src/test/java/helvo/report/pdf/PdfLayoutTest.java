package helvo.report.pdf;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.study.History;
import helvo.core.study.ReportPlan;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.table.ImportOptions;
import helvo.core.table.Table;
import helvo.figure.export.PdfDrawings;
import helvo.files.UnreadableFile;
import helvo.files.samples.SampleStudy;
import helvo.files.text.TextTable;
import helvo.report.ReportFormat;
import helvo.report.model.Block;
import helvo.report.model.Mathematics;
import helvo.report.model.Report;
import helvo.report.model.Span;
import helvo.report.office.DocumentColumnWidths;
import helvo.report.section.ReportBuilder;
import java.awt.Color;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.apache.pdfbox.text.TextPosition;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class PdfLayoutTest {
    private static final PdfText.ParagraphStyle BODY = new PdfText.ParagraphStyle(10, false, Color.BLACK);

    private final PDDocument document = new PDDocument();
    private final PdfDrawings fonts = new PdfDrawings(document);
    private final PdfText text = new PdfText(fonts, "");

    @AfterEach
    void close() throws IOException {
        fonts.close();
        document.close();
    }

    /// No line is wider than it may be, no character is lost, and none begins or ends with a blank.
    @ParameterizedTest
    @ValueSource(doubles = {20, 57.3, 120, 400})
    void linesFitAndNothingIsLost(double width) throws IOException {
        String words = "Stretch of cords laid from dune grass, measured under ten loads; "
                + "Donaudampfschifffahrtsgesellschaftskapitän, "
                + "קיבולת החבל, 研究所の麻縄, 0.2064 ± 0.0017 mm/N";
        List<PdfText.Line> lines = text.lines(
                List.of(Span.plain(words), Span.strong(" and 1.37 times"), Span.plain(" more.")), BODY, width);
        assertThat(lines).allSatisfy(line -> {
            assertThat(line.width()).isLessThanOrEqualTo(width + 1e-6);
            assertThat(line.text()).isEqualTo(line.text().strip());
        });
        assertThat(lines.stream()
                        .map(PdfText.Line::text)
                        .collect(Collectors.joining())
                        .replace(" ", ""))
                .isEqualTo((words + " and 1.37 times more.").replace(" ", ""));
    }

    /// What stands on the page is as wide as it was measured: each letter its own glyph, also where a font has one
    /// sign for two of them.
    @Test
    void textTakesTheRoomThatItWasMeasuredFor() throws IOException, UnreadableFile {
        String words = "offices fit affine flows";
        byte[] pdf = pdf("Load (N)," + words + "\n1,2\n3,4\n5,6\n", ReportPlan.Paper.A4);
        var places = new ArrayList<TextPosition>();
        try (var read = Loader.loadPDF(pdf)) {
            new PDFTextStripper() {
                @Override
                protected void processTextPosition(TextPosition position) {
                    places.add(position);
                    super.processTextPosition(position);
                }
            }.getText(read);
        }
        String all = places.stream().map(TextPosition::getUnicode).collect(Collectors.joining());
        int from = all.indexOf(words);
        assertThat(from).as(all).isNotNegative();
        assertThat(all).as("one sign for each letter").hasSameSizeAs(places);
        TextPosition first = places.get(from);
        TextPosition last = places.get(from + words.length() - 1);
        double size = first.getFontSizeInPt();
        boolean strong = first.getFont().getName().contains("Semi");
        assertThat((double) last.getXDirAdj() + last.getWidthDirAdj() - first.getXDirAdj())
                .isEqualTo(text.width(List.of(new PdfText.Piece(words, strong, size, 0))), within(0.02));
    }

    @Test
    void raisedPartsAreSmallerAndEmptyTextIsALine() throws IOException {
        PdfText.Line line = text.lines(Span.of("m^{2}"), BODY, 100).getFirst();
        assertThat(line.pieces()).extracting(PdfText.Piece::size).containsExactly(10.0, 7.0);
        assertThat(line.pieces().getLast().shift()).isPositive();
        assertThat(text.lines(List.of(), BODY, 100))
                .singleElement()
                .extracting(PdfText.Line::width)
                .isEqualTo(0.0);
    }

    @Test
    void equationsTakeTheRoomOfTheirParts() throws IOException {
        var math = new PdfMath(text);
        PdfMath.Box plain = math.box(Mathematics.equation("y", "2 " + Mathematics.X, "x"), 10);
        PdfMath.Box fraction = math.box(Mathematics.equation("y", "9 / (1 + e^{" + Mathematics.X + "})", "x"), 10);
        PdfMath.Box raised = math.box(Mathematics.equation("y", Mathematics.X + "^{2}", "x"), 10);
        assertThat(plain.ascent()).isEqualTo(7.5, within(1e-9));
        assertThat(fraction.ascent()).isGreaterThan(plain.ascent());
        assertThat(fraction.descent()).isGreaterThan(plain.descent());
        assertThat(raised.ascent()).isGreaterThan(plain.ascent()).isLessThan(fraction.ascent() + 5);
        PdfMath.Box minus = math.box(Mathematics.equation("y", "\u22122 " + Mathematics.X, "x"), 10);
        double sign = text.width(List.of(new PdfText.Piece("\u2212", false, 10, 0)));
        assertThat(minus.width() - plain.width())
                .as("a sign of the number's own has no room around it")
                .isEqualTo(sign, within(1e-6));
    }

    private static byte[] pdf(String csv, ReportPlan.Paper paper) throws IOException, UnreadableFile {
        Table table = TextTable.readText(csv.getBytes(StandardCharsets.UTF_8), "t.csv", ImportOptions.NONE)
                .table();
        Study study = new StudyEdit.PlanReport(
                        ReportPlan.DEFAULT.withPaper(paper).withSections(List.of(ReportPlan.Section.MEASUREMENTS)))
                .apply(StudyEdit.AddTable.to(Study.EMPTY, table).apply(Study.EMPTY));
        Report report = ReportBuilder.of(History.from(study), Analysis.ofChosenCurves(study, Progress.none()));
        return ReportFormat.PDF.written(report, "r", Progress.none()).file();
    }

    /// A heading is never the last of a page, and what is left empty below a table is less than what a page takes.
    @Test
    void headingsStayWithWhatFollows() throws IOException {
        Study study = SampleStudy.study();
        Report report = ReportBuilder.of(History.from(study), Analysis.of(study, Analysis.EMPTY, Progress.none()));
        List<String> headings = report.blocks().stream()
                .flatMap(block -> block instanceof Block.Heading heading ? Stream.of(heading) : Stream.empty())
                .map(heading -> Span.text(heading.text()))
                .toList();
        try (var read = Loader.loadPDF(
                ReportFormat.PDF.written(report, "r", Progress.none()).file())) {
            assertThat(read.getNumberOfPages()).isLessThan(17);
            for (int page = 1; page <= read.getNumberOfPages(); page++) {
                var stripper = new PDFTextStripper();
                stripper.setSortByPosition(true);
                stripper.setStartPage(page);
                stripper.setEndPage(page);
                List<String> lines = stripper.getText(read).lines().toList();
                assertThat(headings).as("page " + page).doesNotContain(lines.get(lines.size() - 2));
            }
        }
    }

    /// Every page that a table goes on over has its heads, all text stands within the margins, and the rows are all
    /// there, once.
    @Test
    void aLongTableRepeatsItsHeads() throws IOException, UnreadableFile {
        byte[] pdf = pdf(
                "Load (N),Stretch of the cord (mm)\n"
                        + IntStream.range(1, 91)
                                .mapToObj(i -> i + "," + i * 7 + ".25\n")
                                .collect(Collectors.joining()),
                ReportPlan.Paper.LETTER);
        try (var read = Loader.loadPDF(pdf)) {
            assertThat(read.getNumberOfPages()).isGreaterThan(1);
            var rows = new ArrayList<String>();
            for (int page = 1; page <= read.getNumberOfPages(); page++) {
                var places = new ArrayList<TextPosition>();
                var stripper = new PDFTextStripper() {
                    @Override
                    protected void processTextPosition(TextPosition position) {
                        places.add(position);
                        super.processTextPosition(position);
                    }
                };
                stripper.setSortByPosition(true);
                stripper.setStartPage(page);
                stripper.setEndPage(page);
                String words = stripper.getText(read);
                assertThat(words)
                        .as("page " + page)
                        .contains("Load (N)", "Stretch of the cord (mm)", page + " / " + read.getNumberOfPages());
                words.lines()
                        .filter(line -> line.matches("\\d+ \\d+ \\d+\\.25"))
                        .forEach(rows::add);
                assertThat(places).allSatisfy(place -> {
                    assertThat(place.getX()).isGreaterThan(56);
                    assertThat(place.getX() + place.getWidth()).isLessThan(612 - 56);
                    assertThat(place.getY()).isBetween(56f, 792f - 20);
                });
            }
            assertThat(rows)
                    .hasSize(90)
                    .startsWith("1 1 7.25")
                    .endsWith("90 90 630.25")
                    .doesNotHaveDuplicates();
        }
    }

    @Test
    void aTableOfManyWideColumnsStaysOnThePage() throws IOException, UnreadableFile {
        String heads = IntStream.range(0, 8)
                .mapToObj(i -> "A rather long heading number " + i + " (mm)")
                .collect(Collectors.joining(","));
        String row = IntStream.range(0, 8).mapToObj(i -> i + "234567.891").collect(Collectors.joining(","));
        try (var read = Loader.loadPDF(pdf(heads + "\n" + (row + "\n").repeat(5), ReportPlan.Paper.A4))) {
            var most = new float[1];
            new PDFTextStripper() {
                @Override
                protected void processTextPosition(TextPosition position) {
                    most[0] = Math.max(most[0], position.getX() + position.getWidth());
                }
            }.getText(read);
            assertThat(most[0]).isLessThan(595 - 56 + 1);
        }
    }

    @Test
    void columnsAreAsWideAsTheirTextsNeedAndNoWiderThanThePage() {
        var narrow = new Block.Grid(
                1,
                List.of(),
                List.of(Span.of("a"), Span.of("b")),
                List.of(true, true),
                List.of(List.of(Span.of("1"), Span.of("22222222"))));
        DocumentColumnWidths widths = DocumentColumnWidths.of(narrow, 170);
        assertThat(widths.sum()).isLessThan(60);
        assertThat(widths.mm()[1]).isGreaterThan(widths.mm()[0]);
        var wide = new Block.Grid(
                1,
                List.of(),
                IntStream.range(0, 8).mapToObj(i -> Span.of("heading")).toList(),
                IntStream.range(0, 8).mapToObj(_ -> true).toList(),
                List.of(IntStream.range(0, 8)
                        .mapToObj(_ -> Span.of("x".repeat(300)))
                        .toList()));
        assertThat(DocumentColumnWidths.of(wide, 170).sum()).isEqualTo(170, within(1e-9));
    }
}
