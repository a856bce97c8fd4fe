package helvo.core.study;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.SheetAnalysis;
import helvo.core.number.DecimalMark;
import helvo.core.results.FigureDescription;
import helvo.core.style.LegendStyle;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class FigureSheetTest {
    private static final int CORD = 1;
    private static final int WALL = 4;
    private static final int EACH = 5;

    /// Two cords, three walls, a value of its own in each row; two tables, two figures of the first.
    private static Study study() {
        Study one = StudyEdit.AddTable.to(Study.EMPTY, table()).apply(Study.EMPTY);
        Study two = StudyEdit.AddTable.to(one, table().withName("Other")).apply(one);
        return new StudyEdit.AddFigure(1).apply(two);
    }

    private static Table table() {
        int rows = 24;
        double[] x =
                IntStream.range(0, rows).mapToDouble(i -> Math.floor(i / 2.0)).toArray();
        double[] y = IntStream.range(0, rows)
                .mapToDouble(i -> (i % 2 == 0 ? 2 : 5) * (i / 2) + 1 + 0.01 * (i % 5))
                .toArray();
        double[] wall = IntStream.range(0, rows).mapToDouble(i -> i % 3 + 1).toArray();
        double[] each = IntStream.range(0, rows).mapToDouble(i -> i).toArray();
        return new Table(
                0,
                "Stretch",
                DecimalMark.POINT,
                Optional.empty(),
                List.of(
                        new Column(CORD, new Heading("Cord", ""), Kind.TEXT, Role.BY, 0, cords(rows)),
                        new Column(2, new Heading("Load", "N"), Kind.NUMBER, Role.X, 0, Cells.ofNumbers(x)),
                        new Column(3, new Heading("Stretch", "mm"), Kind.NUMBER, Role.Y, 0, Cells.ofNumbers(y)),
                        new Column(WALL, new Heading("Wall", ""), Kind.NUMBER, Role.NONE, 0, Cells.ofNumbers(wall)),
                        new Column(EACH, new Heading("Each", ""), Kind.NUMBER, Role.NONE, 0, Cells.ofNumbers(each))),
                ExcludedRows.NONE);
    }

    private static Cells cords(int rows) {
        return Cells.of(IntStream.range(0, rows)
                .<helvo.core.table.Cell>mapToObj(i -> new helvo.core.table.Cell.Text(i % 2 == 0 ? "dry" : "salt"))
                .toList());
    }

    private static SheetAnalysis analysed(FigureSheet sheet) {
        Study study = new StudyEdit.PutSheet(sheet).apply(study());
        return SheetAnalysis.of(sheet, Analysis.ofChosenCurves(study, Progress.none()), Progress.none());
    }

    @Test
    void panelsAreLetteredInTheirOrder() {
        FigureSheet sheet = FigureSheet.of(1, List.of(3, 1, 2));
        assertThat(analysed(sheet).panels())
                .extracting(
                        SheetAnalysis.Panel::letter,
                        panel -> panel.figure().figure().id())
                .containsExactly(
                        org.assertj.core.groups.Tuple.tuple("a", 3),
                        org.assertj.core.groups.Tuple.tuple("b", 1),
                        org.assertj.core.groups.Tuple.tuple("c", 2));
        assertThat(FigureSheet.Letters.UPPER.of(8)).isEqualTo("I");
        assertThat(FigureSheet.Letters.BRACKETED.of(1)).isEqualTo("(b)");
        assertThat(analysed(sheet.withLetters(FigureSheet.Letters.NONE)).panels())
                .allMatch(panel -> panel.letter().isEmpty());
        assertThat(FigureDescription.caption(analysed(sheet)))
                .isEqualTo("a: Stretch against Load. b: Stretch against Load. c: Stretch against Load.");
    }

    /// The curve of a group is that of the whole figure, in its colour.
    @Test
    void aFigureIsSplitByItsGroups() {
        SheetAnalysis sheet = analysed(FigureSheet.splitting(1, 1, CORD));
        assertThat(sheet.panels()).extracting(SheetAnalysis.Panel::title).containsExactly("dry", "salt");
        assertThat(sheet.panels()).allMatch(panel -> panel.figure().series().size() == 1);
        assertThat(sheet.panels().get(1).figure().series().getFirst().slot()).isEqualTo(1);
        assertThat(slope(sheet, 0)).isCloseTo(2, within(0.01));
        assertThat(slope(sheet, 1)).isCloseTo(5, within(0.01));
    }

    /// By any other column each panel is fitted on its own rows, and keeps its groups.
    @Test
    void aFigureIsSplitByAnotherColumn() {
        SheetAnalysis sheet = analysed(FigureSheet.splitting(1, 1, WALL));
        assertThat(sheet.panels()).extracting(SheetAnalysis.Panel::title).containsExactly("Wall 1", "Wall 2", "Wall 3");
        for (SheetAnalysis.Panel panel : sheet.panels()) {
            assertThat(panel.figure().series())
                    .hasSize(2)
                    .allMatch(series -> series.points().size() == 4);
        }
        assertThat(sheet.notices()).isEmpty();
    }

    @Test
    void whatCannotBeSplitIsSaid() {
        assertThat(analysed(FigureSheet.splitting(1, 1, 77)).notices())
                .containsExactly("The column that split the figure into panels is gone: choose another.");
        SheetAnalysis many = analysed(FigureSheet.splitting(1, 1, EACH));
        assertThat(many.panels()).hasSize(FigureSheet.MOST_PANELS);
        assertThat(many.notices())
                .containsExactly("Each has 24 values; a sheet has room for 9 panels and shows the first.");
        assertThat(SheetAnalysis.splitting(
                        Analysis.ofChosenCurves(study(), Progress.none()).figure(1)))
                .as("columns with two to nine values")
                .extracting(Column::name)
                .containsExactly("Cord", "Wall");
    }

    /// A panel shows of its figure what the sheet lets it, and its lines are as thin as its text is small.
    @Test
    void aPanelShowsWhatTheSheetLetsIt() {
        FigureSheet all = FigureSheet.of(1, List.of(1, 2)).with(sheet -> sheet.titles(true)
                .equations(true)
                .residuals(true)
                .legends(FigureSheet.Legends.EACH)
                .textSize(4.5));
        Figure shown = analysed(all).panels().getFirst().figure().figure();
        assertThat(shown.title()).isEmpty();
        assertThat(shown.shows(Layer.EQUATIONS) && shown.shows(Layer.RESIDUALS)).isTrue();
        assertThat(shown.style().legend().shown()).isNotEqualTo(LegendStyle.Shown.NEVER);
        assertThat(shown.style().sheet().textSize()).isEqualTo(4.5);
        assertThat(shown.style().sheet().lineWidth()).isEqualTo(0.5);
        Figure bare = analysed(all.with(sheet ->
                        sheet.titles(false).equations(false).residuals(false).legends(FigureSheet.Legends.ONE)))
                .panels()
                .getFirst()
                .figure()
                .figure();
        assertThat(bare.title()).hasValue("");
        assertThat(bare.shows(Layer.EQUATIONS) || bare.shows(Layer.RESIDUALS)).isFalse();
        assertThat(bare.shows(Layer.BARS)).isTrue();
        assertThat(bare.style().legend().shown()).isEqualTo(LegendStyle.Shown.NEVER);
        assertThat(analysed(FigureSheet.of(1, List.of(2))).panels().getFirst().letter())
                .as("a single figure has no letter")
                .isEmpty();
    }

    private static double slope(SheetAnalysis sheet, int panel) {
        var fit = sheet.panels().get(panel).figure().series().getFirst().fit().orElseThrow();
        return fit.function().at(1) - fit.function().at(0);
    }

    /// A sheet loses figures that are gone, and goes with the last of them.
    @Test
    void aSheetFollowsItsFigures() {
        Study study = new StudyEdit.PutSheet(FigureSheet.of(1, List.of(1, 2, 3))).apply(study());
        study = new StudyEdit.PutSheet(FigureSheet.of(2, List.of(2))).apply(study);
        assertThat(new StudyEdit.RemoveFigure(3).apply(study).sheet(1).figures())
                .containsExactly(1, 2);
        Study without = new StudyEdit.RemoveTable(2).apply(study);
        assertThat(without.sheets()).extracting(FigureSheet::figures).containsExactly(List.of(1, 3));
        assertThat(new StudyEdit.RemoveSheet(1).apply(study).sheets())
                .extracting(FigureSheet::id)
                .containsExactly(2);
        assertThatThrownBy(() -> new StudyEdit.PutSheet(FigureSheet.of(1, List.of(9))).apply(study()))
                .isInstanceOf(IllegalArgumentException.class);
    }

    /// What a report leaves out is gone with it: the next figure or sheet may get its id.
    @Test
    void aReportLeavesOutWhatIsThere() {
        Study study = new StudyEdit.PutSheet(FigureSheet.of(1, List.of(1))).apply(study());
        study = new StudyEdit.PutSheet(FigureSheet.of(2, List.of(2))).apply(study);
        study = new StudyEdit.PlanReport(
                        study.report().withOmittedFigures(Set.of(1, 2, 3)).withOmittedSheets(Set.of(1, 2)))
                .apply(study);
        ReportPlan withoutFigure = new StudyEdit.RemoveFigure(3).apply(study).report();
        assertThat(withoutFigure.omittedFigures()).containsExactly(1, 2);
        assertThat(withoutFigure.omittedSheets()).containsExactly(1, 2);
        ReportPlan withoutTable = new StudyEdit.RemoveTable(2).apply(study).report();
        assertThat(withoutTable.omittedFigures()).containsExactly(1, 3);
        assertThat(withoutTable.omittedSheets()).containsExactly(1);
        assertThat(new StudyEdit.RemoveSheet(2).apply(study).report().omittedSheets())
                .containsExactly(1);
    }

    @Test
    void stepsSayWhatBecomesOfASheet() {
        FigureSheet sheet = FigureSheet.of(1, List.of(1, 2));
        Study study = new StudyEdit.PutSheet(sheet).apply(study());
        assertThat(new StudyEdit.PutSheet(sheet.withColumns(1)).sentence(study))
                .isEqualTo("Arrange the sheet of figures “Sheet 1”");
        assertThat(new StudyEdit.PutSheet(sheet.withName("Both")).sentence(study))
                .isEqualTo("Call the sheet of figures “Sheet 1” “Both”");
        assertThat(new StudyEdit.RemoveSheet(1).sentence(study)).isEqualTo("Remove the sheet of figures “Sheet 1”");
        assertThat(new StudyEdit.PutSheet(sheet.withColumns(1)).apply(study).sheets())
                .as("in the place of the old one")
                .containsExactly(sheet.withColumns(1));
    }

    /// Text and equations suit the width, unless somebody chose others.
    @Test
    void whatSuitsTheWidthFollowsIt() {
        FigureSheet wide = FigureSheet.of(1, List.of(1, 2));
        assertThat(wide.textSize()).isEqualTo(8);
        assertThat(wide.equations()).isTrue();
        FigureSheet narrow = wide.arranged(FigureSheet.ONE_COLUMN, 2);
        assertThat(narrow.textSize()).isEqualTo(7);
        assertThat(narrow.equations()).as("42 mm a panel").isFalse();
        assertThat(narrow.arranged(FigureSheet.TWO_COLUMNS, 2)).isEqualTo(wide);
        FigureSheet own = wide.withTextSize(9).withEquations(false).arranged(FigureSheet.ONE_COLUMN, 1);
        assertThat(own.textSize()).isEqualTo(9);
        assertThat(own.equations()).isFalse();
    }

    @Test
    void whatNobodyCouldPrintIsRefused() {
        FigureSheet sheet = FigureSheet.of(1, List.of(1, 2));
        List<Runnable> refused = List.of(
                () -> sheet.withFigures(List.of()),
                () -> sheet.withFigures(List.of(1, 1)),
                () -> sheet.withFigures(IntStream.rangeClosed(1, 10).boxed().toList()),
                () -> sheet.withSplitBy(Optional.of(1)),
                () -> sheet.withColumns(0),
                () -> sheet.withColumns(10),
                () -> sheet.withWidthMm(FigureSheet.MIN_MM - 1),
                () -> sheet.withWidthMm(Double.NaN),
                () -> sheet.withPanelHeightMm(Optional.of(FigureSheet.MIN_PANEL_MM - 1)),
                () -> sheet.withTextSize(3),
                () -> sheet.withName(" "));
        assertThat(refused)
                .allSatisfy(each -> assertThatThrownBy(each::run).isInstanceOf(IllegalArgumentException.class));
    }
}
