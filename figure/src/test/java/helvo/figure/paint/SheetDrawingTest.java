package helvo.figure.paint;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.SheetAnalysis;
import helvo.core.number.DecimalMark;
import helvo.core.study.Figure;
import helvo.core.study.FigureSheet;
import helvo.core.study.FigureSheet.AxisUse;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.style.AxisPlace;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.figure.export.Drawing;
import helvo.figure.export.FigureFile;
import helvo.figure.export.FigureFormat;
import helvo.figure.export.PrintCheck;
import helvo.figure.layout.SheetLayout;
import helvo.figure.scale.Axis;
import java.awt.geom.Rectangle2D;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;

class SheetDrawingTest {
    /// Four figures: y reaches 3, 3,000, 30 and 300; x is a load but in the last, where it is a time.
    private static Study study() {
        Study study = Study.EMPTY;
        double[] reach = {3, 3_000, 30, 300};
        for (int i = 0; i < reach.length; i++) {
            double top = reach[i];
            double[] x = IntStream.range(0, 12).mapToDouble(k -> 5 * k).toArray();
            double[] y = IntStream.range(0, 12).mapToDouble(k -> top * k / 11).toArray();
            var columns = List.of(
                    new Column(
                            1,
                            new Heading(i == 3 ? "Time" : "Load", i == 3 ? "s" : "N"),
                            Kind.NUMBER,
                            Role.X,
                            0,
                            Cells.ofNumbers(x)),
                    new Column(
                            2,
                            new Heading(i < 2 ? "Stretch" : "Creep", "mm"),
                            Kind.NUMBER,
                            Role.Y,
                            0,
                            Cells.ofNumbers(y)));
            var table = new Table(0, "Table " + i, DecimalMark.POINT, Optional.empty(), columns, ExcludedRows.NONE);
            study = StudyEdit.AddTable.to(study, table).apply(study);
        }
        return study;
    }

    private static Drawing.OfSheet drawn(UnaryOperator<FigureSheet> change) {
        Study study = study();
        FigureSheet sheet = change.apply(
                FigureSheet.of(1, study.figures().stream().map(Figure::id).toList()));
        var analysis = SheetAnalysis.of(sheet, Analysis.ofChosenCurves(study, Progress.none()), Progress.none());
        return (Drawing.OfSheet) Drawing.of(analysis, Progress.none());
    }

    /// The plot of a panel on the sheet.
    private static Rectangle2D plot(SheetLayout layout, int i) {
        SheetLayout.Panel panel = layout.panels().get(i);
        Rectangle2D plot = panel.figure().plot();
        return new Rectangle2D.Double(
                panel.place().getX() + plot.getX(),
                panel.place().getY() + plot.getY(),
                plot.getWidth(),
                plot.getHeight());
    }

    private static String svg(Drawing drawing) throws Exception {
        return new String(
                FigureFile.bytes(FigureFormat.SVG, drawing, 300, false, Progress.none()), StandardCharsets.UTF_8);
    }

    private static List<String> words(Drawing drawing) throws Exception {
        var texts = Pattern.compile("<text [^>]*>([^<]*)</text>").matcher(svg(drawing));
        var words = new ArrayList<String>();
        while (texts.find()) {
            words.add(texts.group(1));
        }
        return words;
    }

    /// Whatever their labels take: wide ones in b, narrow ones in a.
    @Test
    void plotsStandInLine() {
        for (int columns = 1; columns <= 4; columns++) {
            int beside = columns;
            Drawing.OfSheet sheet = drawn(each -> each.withColumns(beside));
            SheetLayout layout = sheet.drawing().layout();
            assertThat(sheet.widthMm()).isCloseTo(180, within(1e-9));
            for (int i = 0; i < 4; i++) {
                Rectangle2D plot = plot(layout, i);
                assertThat(plot.getWidth()).isCloseTo(plot(layout, 0).getWidth(), within(0.01));
                assertThat(plot.getHeight()).isCloseTo(plot(layout, 0).getHeight(), within(0.01));
                assertThat(plot.getX()).isCloseTo(plot(layout, i % columns).getX(), within(0.01));
                assertThat(plot.getY()).isCloseTo(plot(layout, i - i % columns).getY(), within(0.01));
                assertThat(plot.getMaxX()).isLessThan(layout.width());
                assertThat(plot.getMaxY()).isLessThan(layout.height());
            }
        }
    }

    /// In narrow panels words take much of the height that suits a wide one.
    @Test
    void aPlotIsNotLowBecauseItsPanelIsNarrow() {
        UnaryOperator<FigureSheet> narrow =
                each -> each.arranged(FigureSheet.ONE_AND_A_HALF, 3).withTitles(true);
        Rectangle2D plot = plot(drawn(narrow).drawing().layout(), 0);
        assertThat(plot.getHeight()).isCloseTo(0.6 * plot.getWidth(), within(1.5));
        Rectangle2D chosen = plot(
                drawn(each -> narrow.apply(each).withPanelHeightMm(Optional.of(25.0)))
                        .drawing()
                        .layout(),
                0);
        assertThat(chosen.getHeight()).as("as somebody chose").isLessThan(plot.getHeight());
    }

    @Test
    void panelsAreLetteredAboveTheirPlotsOrInThem() throws Exception {
        assertThat(words(drawn(each -> each))).contains("a", "b", "c", "d").doesNotContain("e", "Stretch against Load");
        assertThat(words(drawn(
                        each -> each.withLetters(FigureSheet.Letters.BRACKETED).withLettersInside(true))))
                .contains("(a)", "(d)");
        assertThat(words(drawn(each -> each.withLetters(FigureSheet.Letters.NONE))))
                .doesNotContain("a", "b");
        assertThat(words(drawn(each -> each.withTitles(true)))).contains("Stretch against Load", "Creep against Time");
    }

    /// Axes of the same quantity show all of it; those of another keep their own limits.
    @Test
    void axesOfTheSameQuantityAgree() {
        SheetLayout layout = drawn(each -> each.withY(AxisUse.SAME)).drawing().layout();
        assertThat(axis(layout, 0).high()).isEqualTo(axis(layout, 1).high()).isGreaterThanOrEqualTo(3_000);
        assertThat(axis(layout, 2).high()).isEqualTo(axis(layout, 3).high()).isLessThan(1_000);
        SheetLayout own = drawn(each -> each).drawing().layout();
        assertThat(axis(own, 0).high()).isLessThan(10);
    }

    private static Axis axis(SheetLayout layout, int panel) {
        return layout.panels().get(panel).figure().axis(AxisPlace.Y);
    }

    /// One above the other with the same x: its words stand once, below; a panel with another x has its own.
    @Test
    void sharedAxesAreLabelledOnce() throws Exception {
        UnaryOperator<FigureSheet> column = each -> each.withColumns(1);
        assertThat(words(drawn(column))).filteredOn("Load (N)"::equals).hasSize(3);
        Drawing.OfSheet shared = drawn(each -> each.withColumns(1).withX(AxisUse.SHARED));
        assertThat(words(shared)).filteredOn("Load (N)"::equals).hasSize(1);
        assertThat(words(shared)).contains("Time (s)");
        assertThat(shared.height()).isLessThan(drawn(column).height() - 30);
        assertThat(plot(shared.drawing().layout(), 0).getHeight())
                .isCloseTo(plot(drawn(column).drawing().layout(), 0).getHeight(), within(0.5));
        Drawing.OfSheet row = drawn(each -> each.withY(AxisUse.SHARED));
        assertThat(words(row)).filteredOn("Stretch (mm)"::equals).hasSize(1);
    }

    @Test
    void oneLegendStandsBelowAllPanels() throws Exception {
        Drawing.OfSheet without = drawn(each -> each.withLegends(FigureSheet.Legends.NONE));
        Drawing.OfSheet one = drawn(each -> each.withLegends(FigureSheet.Legends.ONE));
        assertThat(one.height()).isGreaterThan(without.height() + 8);
        assertThat(words(without)).doesNotContain("Stretch", "Creep");
        assertThat(words(one))
                .filteredOn("Stretch"::equals)
                .as("alike in a and b")
                .hasSize(1);
        assertThat(words(one)).contains("Creep");
    }

    @Test
    void aSheetIsLegibleAtItsSizeAndTheSameBytesTwice() throws Exception {
        for (double width : List.of(FigureSheet.ONE_COLUMN, FigureSheet.ONE_AND_A_HALF, FigureSheet.TWO_COLUMNS)) {
            Drawing sheet = drawn(each -> each.arranged(width, 2));
            PrintCheck check = PrintCheck.of(sheet, 1, Progress.none());
            assertThat(check.isLegible()).as("%s mm: %s", width, check.words()).isTrue();
        }
        for (FigureFormat format : FigureFormat.values()) {
            assertThat(FigureFile.bytes(format, drawn(each -> each), 150, true, Progress.none()))
                    .isEqualTo(FigureFile.bytes(format, drawn(each -> each), 150, true, Progress.none()));
        }
        try (var pdf =
                Loader.loadPDF(FigureFile.bytes(FigureFormat.PDF, drawn(each -> each), 300, false, Progress.none()))) {
            assertThat(new PDFTextStripper().getText(pdf)).contains("Load (N)", "Time (s)");
        }
        assertThat(drawn(each -> each).points())
                .startsWith("panel,series,row,x,y")
                .contains("\nd,\"");
    }

    @Test
    void whatHasNoRoomIsSaid() {
        assertThat(drawn(each -> each.withColumns(4).withWidthMm(40)).notices())
                .anyMatch(notice -> notice.startsWith("The panels leave no room for their plots"));
        assertThat(drawn(each -> each.withColumns(1).withPanelHeightMm(Optional.of(80.0)))
                        .notices())
                .containsExactly("The sheet is 320 mm tall; a page of A4 has room for 247.");
        assertThat(drawn(each -> each).notices()).isEmpty();
    }
}
