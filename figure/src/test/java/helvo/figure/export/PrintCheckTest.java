package helvo.figure.export;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.number.DecimalMark;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.style.SheetStyle;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.figure.canvas.EmbeddedFonts;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDStructureElement;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDStructureNode;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/// What a figure says of itself to those who print it and to those who do not see it.
class PrintCheckTest {
    private static FigureAnalysis figure(Edit... edits) {
        List<Cell> x =
                IntStream.range(0, 12).<Cell>mapToObj(i -> new Cell.Number(i)).toList();
        List<Cell> y = IntStream.range(0, 12)
                .<Cell>mapToObj(i -> new Cell.Number(2 * i + i % 3))
                .toList();
        var columns = List.of(
                new Column(1, new Heading("Load", "N"), Kind.NUMBER, Role.X, 0, Cells.of(x)),
                new Column(2, new Heading("Stretch", "mm^{2}"), Kind.NUMBER, Role.Y, 0, Cells.of(y)));
        Study study = StudyEdit.AddTable.to(
                        Study.EMPTY,
                        new Table(1, "Pulls", DecimalMark.POINT, Optional.empty(), columns, ExcludedRows.NONE))
                .apply(Study.EMPTY);
        for (Edit edit : edits) {
            study = edit.apply(study);
        }
        return Analysis.of(study, Analysis.EMPTY, Progress.none()).figure(1);
    }

    private static FigureAnalysis made(SheetStyle style) {
        return figure(new FigureEdit.SetSheet(1, style));
    }

    /// Every style that ships is legible at its own size.
    @Test
    void ourStylesAreLegible() {
        assertThat(SheetStyle.PRESETS)
                .allSatisfy(style -> assertThat(PrintCheck.of(Drawing.of(made(style.style())), 1, Progress.none())
                                .isLegible())
                        .as(style.name())
                        .isTrue());
    }

    /// The same as what the drawing itself holds: the least size of a text in the SVG that is no raised part, and
    /// the width of a stroke.
    @ParameterizedTest
    @ValueSource(doubles = {6, 9, 14})
    void isMeasuredFromWhatIsDrawn(double text) throws IOException {
        FigureAnalysis figure = made(SheetStyle.DEFAULT.withTextSize(text));
        PrintCheck check = PrintCheck.of(Drawing.of(figure), 1, Progress.none());
        String svg = new String(
                FigureFile.bytes(FigureFormat.SVG, Drawing.of(figure), 300, false, Progress.none()),
                StandardCharsets.UTF_8);
        List<Double> sizes = numbers(svg, "font-size=\"([0-9.]+)\"");
        assertThat(sizes).anyMatch(size -> Math.abs(size - check.textPoints()) < 0.01);
        assertThat(sizes.stream().filter(size -> size < check.textPoints() - 0.01))
                .as("only raised parts are smaller")
                .allSatisfy(size -> assertThat(size).isLessThan(0.8 * text));
        assertThat(numbers(svg, "stroke-width=\"([0-9.]+)\"").stream()
                        .mapToDouble(each -> each)
                        .min()
                        .orElseThrow())
                .isLessThanOrEqualTo(check.linePoints() + 0.001);
        assertThat(numbers(svg, "stroke-width=\"([0-9.]+)\""))
                .anyMatch(width -> Math.abs(width - check.linePoints()) < 0.001);
    }

    private static List<Double> numbers(String svg, String pattern) {
        return new ArrayList<>(Pattern.compile(pattern)
                .matcher(svg)
                .results()
                .map(found -> Double.parseDouble(found.group(1)))
                .toList());
    }

    @Test
    void aFigureMadeForAPageIsTooSmallInAColumn() {
        FigureAnalysis figure = made(SheetStyle.DEFAULT);
        PrintCheck own = PrintCheck.of(Drawing.of(figure), 1, Progress.none());
        PrintCheck column = PrintCheck.of(Drawing.of(figure), 85.0 / 160, Progress.none());
        assertThat(column.textPoints()).isEqualTo(own.textPoints() * 85 / 160, within(1e-9));
        assertThat(column.isLegible()).isFalse();
        assertThat(column.words()).contains("below the 6 that stay legible").startsWith("its smallest text is 4.");
        assertThat(own.words()).doesNotContain("below").endsWith("points.");
        assertThat(new PrintCheck(9, 0.1).isLegible()).isFalse();
        assertThat(new PrintCheck(9, 0.1).words())
                .isEqualTo("its smallest text is 9.0 points; its thinnest line 0.10 points, below the "
                        + "0.25 that print cleanly.");
    }

    @Test
    void aDrawingHasWordsForThoseWhoDoNotSeeIt() throws IOException {
        FigureAnalysis figure =
                figure(new FigureEdit.Describe(1, Optional.empty(), Optional.of("Both <rise> & “fall”.")));
        String svg = new String(
                FigureFile.bytes(FigureFormat.SVG, Drawing.of(figure), 300, false, Progress.none()),
                StandardCharsets.UTF_8);
        assertThat(svg)
                .contains(
                        "role=\"img\" aria-labelledby=\"title\" aria-describedby=\"desc\"",
                        "<desc id=\"desc\">Both &lt;rise&gt; &amp; “fall”.</desc>");
        try (var document =
                Loader.loadPDF(FigureFile.bytes(FigureFormat.PDF, Drawing.of(figure), 300, false, Progress.none()))) {
            PDStructureNode whole = (PDStructureNode) document.getDocumentCatalog()
                    .getStructureTreeRoot()
                    .getKids()
                    .getFirst();
            var drawn = (PDStructureElement) whole.getKids().getFirst();
            assertThat(drawn.getStructureType()).isEqualTo("Figure");
            assertThat(drawn.getAlternateDescription()).isEqualTo("Both <rise> & “fall”.");
            assertThat(document.getPage(0).getStructParents()).isZero();
        }
        assertThat(new String(FigureFile.svgOfOutlines(Drawing.of(figure), Progress.none()), StandardCharsets.UTF_8))
                .contains("<desc id=\"desc\">Both")
                .doesNotContain("<text ", "@font-face");
    }

    /// In one page, figures share its fonts and have ids of their own.
    @Test
    void figuresOfOnePageShareItsFonts() throws IOException {
        var fonts = new EmbeddedFonts();
        String first = FigureFile.svgWithin(Drawing.of(figure()), fonts, "one-", Progress.none());
        String second = FigureFile.svgWithin(Drawing.of(figure()), fonts, "two-", Progress.none());
        assertThat(first).contains("id=\"one-desc\"", "url(#one-clip").doesNotContain("@font-face", "<?xml");
        assertThat(second).isEqualTo(first.replace("one-", "two-"));
        assertThat(fonts.css().split("@font-face", -1)).hasSize(3);
        assertThat(new EmbeddedFonts().css()).isEmpty();
    }
}
