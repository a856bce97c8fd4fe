package helvo.core.results;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.fit.Polynomial;
import helvo.core.number.DecimalMark;
import helvo.core.study.ColumnEdit;
import helvo.core.study.DecisionEdit;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.Decision;
import helvo.core.table.DerivedTable;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.ProblemKind;
import helvo.core.table.Role;
import helvo.core.table.RowCondition;
import helvo.core.table.SeriesKey;
import helvo.core.table.Statistic;
import helvo.core.table.Table;
import helvo.core.table.UniformBarLength;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.function.IntFunction;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class DataStepsTest {
    private static final Instant AT = Instant.parse("2026-03-05T14:30:00Z");

    /// Load in steps of 5 and what `stretch` makes of each row.
    private static Study study(int rows, IntFunction<Cell> stretch) {
        List<Cell> loads = IntStream.range(0, rows)
                .<Cell>mapToObj(row -> new Cell.Number(5 * row))
                .toList();
        List<Cell> stretches = IntStream.range(0, rows).mapToObj(stretch).toList();
        var columns = List.of(
                new Column(1, new Heading("Load", "N"), Kind.NUMBER, Role.X, 0, Cells.of(loads)),
                new Column(2, new Heading("Stretch", "mm"), Kind.NUMBER, Role.Y, 1, Cells.of(stretches)));
        return StudyEdit.AddTable.to(
                        Study.EMPTY,
                        new Table(1, "Pulls", DecimalMark.POINT, Optional.empty(), columns, ExcludedRows.NONE))
                .apply(Study.EMPTY);
    }

    private static Study line(int rows) {
        return study(rows, row -> new Cell.Number(row + (row % 3) / 10.0));
    }

    private static List<String> said(int figure, History history) {
        return DataSteps.of(
                history,
                Analysis.of(history.study(), Analysis.EMPTY, Progress.none()).figure(figure));
    }

    private static List<String> said(Study start, Edit... edits) {
        return said(1, history(start, edits));
    }

    private static History history(Study start, Edit... edits) {
        History history = History.from(start);
        for (Edit edit : edits) {
            history = history.with(edit, AT);
        }
        return history;
    }

    @Test
    void nothingDoneIsNothingSaid() {
        assertThat(said(line(6))).isEmpty();
    }

    @Test
    void excludedRowsAreTogetherByTheirReasonWithWhatThatChanged() {
        List<String> said = said(
                line(8),
                new TableEdit.ExcludeRows(1, List.of(2, 5), "slipped"),
                new TableEdit.ExcludeRows(1, List.of(7), " "));
        assertThat(said)
                .hasSize(3)
                .startsWith("Rows 3, 6 were excluded: “slipped”.", "Row 8 was excluded; no reason was given.");
        assertThat(said.getLast())
                .matches("With them, the curve would have slope 0\\.\\d+ ± 0\\.\\d+ instead of 0\\.\\d+ ± 0\\.\\d+ "
                        + "\\(± one standard error\\), R² 0\\.\\d+ instead of 0\\.\\d+\\.");
        assertThat(said(
                        line(8),
                        new TableEdit.ExcludeRows(1, List.of(2), "slipped"),
                        new TableEdit.IncludeRows(1, List.of(2))))
                .as("taken back")
                .isEmpty();
    }

    @Test
    void decisionsSayWhatTheCellHeldAndWhatCountsNow() {
        Study study = study(
                6,
                row -> row == 3 ? new Cell.Text("about 7.6") : row == 4 ? new Cell.Text("n.d.") : new Cell.Number(row));
        assertThat(said(study))
                .containsExactly(
                        "Row 4 was left out: “about 7.6” is not a number.",
                        "Row 5 was left out: “n.d.” is not a number.");
        assertThat(said(
                        study,
                        new DecisionEdit.Decide(
                                1, 2, List.of(3), ProblemKind.NOT_A_NUMBER, Decision.Choice.NUMBER_USED, ""),
                        new DecisionEdit.Decide(
                                1, 2, List.of(4), ProblemKind.NOT_A_NUMBER, Decision.Choice.MISSING, "")))
                .containsExactly(
                        "Row 4, Stretch: “about 7.6” the number in it used, 7.6.",
                        "Row 5, Stretch: “n.d.” treated as missing.",
                        "Row 5 was left out: Stretch is empty.");
    }

    @Test
    void manyOfAKindAreCounted() {
        Study study = study(60, row -> row % 2 == 0 ? new Cell.Number(row) : new Cell.Text("odd " + row));
        List<String> said = said(study);
        assertThat(said)
                .hasSize(21)
                .startsWith("Row 2 was left out: “odd 1” is not a number.")
                .endsWith("There are 10 more rows without a number; the study holds them all.");
    }

    @Test
    void conditionsFormulasAndSetsAreSaidAsTheyAreWritten() {
        List<String> said = said(
                line(8),
                new FigureEdit.SetConditions(1, List.of(new RowCondition.Between(1, 5, 30))),
                new ColumnEdit.Derive(1, new Heading("Load²", "N²"), "{1}^2", Role.NONE, false),
                new FigureEdit.AddCurve(
                        1,
                        SeriesKey.whole(2).further(1),
                        new Polynomial(2),
                        List.of(new RowCondition.Beyond(1, 20, false))));
        assertThat(said)
                .containsExactly(
                        "Only rows were used in which Load is 5 to 30.",
                        "The curve “Stretch, Load is below 20, quadratic” uses only rows in which Load is below 20.",
                        "Load² (N²) was worked out as Load^2.");
        assertThat(said(
                        line(8),
                        new ColumnEdit.AverageRepeats(
                                1, List.of(1, 2), new Heading("Both", ""), Statistic.STANDARD_DEVIATION)))
                .contains(
                        "Both is the mean of the repeats Load, Stretch, row by row.",
                        "standard deviation of Both is the standard deviation of the repeats Load, Stretch, row by "
                                + "row.");
        assertThat(said(line(8), new ColumnEdit.NameSet(1, 1, "light", List.of(new Cell.Number(5)), "heavy")))
                .contains("light says whether Load is in the set “light” or is “heavy”.");
    }

    @Test
    void valuesThatWereTypedOverAreReadOffTheSteps() {
        History history = history(
                line(6),
                new TableEdit.SetCell(1, 2, 1, "1.3"),
                new TableEdit.SetCell(1, 2, 6, "6.5"),
                new StudyEdit.Compound(
                        "Two at once", List.of(new TableEdit.SetCell(1, 2, 2, "9"), new StudyEdit.Rename("Pulled"))),
                new TableEdit.RemoveRows(1, List.of(0)),
                new ColumnEdit.SetOwnBars(1, 2, new UniformBarLength(0.2, false)),
                new FigureEdit.SetTitle(1, Optional.of("Not about data")));
        assertThat(said(1, history))
                .containsExactly(
                        "Row 6 was left out: Load is empty.",
                        "Row 2, Stretch: “1.3” instead of “1.1”.",
                        "Two at once.",
                        "“Remove row 1” (2026-03-05).");
        assertThat(said(1, history.undo().undo().undo()))
                .as("what was undone is not said")
                .containsExactly(
                        "Row 7 was left out: Load is empty.",
                        "Row 2, Stretch: “1.3” instead of “1.1”.",
                        "Two at once.");
    }

    @Test
    void aTableOfAveragesSaysWhatItAveragesAndOtherTablesStepsAreNotItsOwn() {
        History history = history(
                line(6),
                new TableEdit.ExcludeRows(1, List.of(1), "slipped"),
                new StudyEdit.Summarise(1, "Means", List.of(1), List.of(2), List.of(Statistic.MEAN)),
                new TableEdit.SetCell(1, 2, 2, "9"));
        assertThat(said(2, history))
                .containsExactly(
                        "The table holds averages of repeats of the table “Pulls”, without its excluded rows.");
        History turned = history(line(6), new StudyEdit.Reshape(1, "Turned", DerivedTable.Form.ROWS_TO_COLUMNS));
        assertThat(said(2, turned)).startsWith("The table holds rows as columns of the table “Pulls”.");
    }

    @Test
    void aFileIsNamedWithHowItWasRead() {
        Study study = line(6).withTable(
                        1, table -> table.withSource(new Table.Source.Text("/data/pulls.csv", "UTF-8", ';', true)));
        assertThat(said(study)).containsExactly("The table “Pulls” was read from pulls.csv.");
        assertThat(said(study, new StudyEdit.UseData(study.table(1).withRows(new int[] {0, 1, 2}))))
                .hasSize(2)
                .last()
                .asString()
                .startsWith("“Use the data of pulls.csv for the table “Pulls” (3 rows)” (2026-03-05).");
    }

    /// What is put where a value stood is told, however it came there; what filled empty cells is not.
    @Test
    void whatIsPutOverValuesIsSaid() {
        assertThat(said(line(6), new TableEdit.SetBlock(1, 3, 1, List.of(List.of("7"), List.of("8")))))
                .containsExactly("“Paste 2 × 1 cells from row 4 on” (2026-03-05).");
        assertThat(said(line(6), new TableEdit.SetBlock(1, 6, 0, List.of(List.of("30", "6")))))
                .as("below the values")
                .isEmpty();
        assertThat(said(line(6), new TableEdit.SetBlock(1, 0, 2, List.of(List.of("a")))))
                .as("beside them")
                .isEmpty();
        Study gap = study(6, row -> row < 4 ? new Cell.Number(row) : Cell.EMPTY);
        assertThat(said(gap, new TableEdit.SetBlock(1, 4, 1, List.of(List.of("4"), List.of("5")))))
                .as("into a gap")
                .isEmpty();
        assertThat(said(gap, new TableEdit.SetBlock(1, 4, 0, List.of(List.of("21"), List.of("26")))))
                .as("beside the gap")
                .contains("“Paste 2 × 1 cells from row 5 on” (2026-03-05).");
        assertThat(said(line(6), new TableEdit.FillSeries(1, 2, 5, 1, 1, 2)))
                .contains("“Fill Stretch with 1, 2 … (2 values)” (2026-03-05).");
        assertThat(said(line(6), new TableEdit.FillSeries(1, 2, 6, 1, 1, 2))).noneMatch(each -> each.contains("Fill"));
        assertThat(said(
                        line(6),
                        new StudyEdit.Compound(
                                "Two more",
                                List.of(
                                        new TableEdit.InsertRows(1, 0, 1),
                                        new TableEdit.SetBlock(1, 0, 0, List.of(List.of("-5", "-1")))))))
                .as("the row was empty when it was filled")
                .isEmpty();
    }

    /// What was typed into values that are replaced as a whole is gone with them, as is what another table had.
    @Test
    void whatWasReplacedAsAWholeIsNotSaid() {
        Study study = line(6);
        Edit typed = new TableEdit.SetCell(1, 2, 1, "9");
        assertThat(said(study, typed)).hasSize(1);
        assertThat(said(study, typed, new StudyEdit.ReplaceTable(study.table(1))))
                .isEmpty();
        assertThat(said(study, typed, new StudyEdit.UseData(study.table(1))))
                .containsExactly("“Use the data of another table for the table “Pulls” (6 rows)” (2026-03-05).");
        assertThat(said(study, typed, new StudyEdit.RemoveTable(1), StudyEdit.AddTable.to(Study.EMPTY, study.table(1))))
                .isEmpty();
        assertThat(said(study, typed, new StudyEdit.Begin(study))).isEmpty();
        assertThat(said(study, typed, new StudyEdit.ReplaceTable(study.table(1)), typed))
                .hasSize(1);
    }
}
