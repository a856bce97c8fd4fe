package helvo.core.quality;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.groups.Tuple.tuple;

import helvo.core.number.DateText;
import helvo.core.number.DecimalMark;
import helvo.core.study.ColumnEdit;
import helvo.core.study.DecisionEdit;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.Decision;
import helvo.core.table.Decision.Choice;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.ProblemKind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class ProblemsTest {
    private static final Cell TEXT = new Cell.Text("torn");

    private static Table table(Column... columns) {
        return new Table(1, "t", DecimalMark.POINT, Optional.empty(), List.of(columns), ExcludedRows.NONE);
    }

    private static Column column(int id, Role role, Object... values) {
        return new Column(
                id,
                new Heading("c" + id, ""),
                Kind.NUMBER,
                role,
                0,
                Cells.of(java.util.Arrays.stream(values)
                        .map(value -> value instanceof Number n
                                ? new Cell.Number(n.doubleValue())
                                : value == null ? Cell.EMPTY : new Cell.Text(value.toString()))
                        .toList()));
    }

    /// Signs for no value need no look, limits do, all of a column together; a code or an error has no number in
    /// it.
    @Test
    void limitsAreOneGroupAndSignsForNoValueNone() {
        Table table = table(
                column(1, Role.X, 1, 2, 3, 4, 5, 6), column(2, Role.Y, 10, "n/a", "<0.05", "-999", "<0.1", "Error 7"));
        List<Problem> groups = Problems.in(table).groups();
        assertThat(groups)
                .extracting(problem -> problem.place(table) + ": " + problem.why(table))
                .containsExactly("row 6, c2: “Error 7” is not a number", "rows 3, 5, c2: limits, not values");
        assertThat(groups.getFirst().suggested(table)).isEmpty();
        assertThat(groups.getLast().only(2).sort()).isEqualTo(ProblemKind.LIMIT);
    }

    @Test
    void alikeCellsAreOneGroupAndTheGravestComeFirst() {
        Table table = table(
                column(1, Role.X, 1, 2, null, 4, 5, 6, 7, 8, 9, 10, 11, 1),
                column(2, Role.Y, 10, "torn", 12, "7,6", 11, "torn", 9000, 10, 12, "2026-03-05", 11, 10));
        assertThat(Problems.in(table).groups())
                .extracting(
                        Problem::sort,
                        Problem::column,
                        Problem::text,
                        problem -> List.of(problem.rows()[0], problem.count()))
                .containsExactly(
                        tuple(ProblemKind.NOT_A_NUMBER, 2, "torn", List.of(1, 2)),
                        tuple(ProblemKind.NOT_A_NUMBER, 2, "7,6", List.of(3, 1)),
                        tuple(ProblemKind.NOT_A_NUMBER, 2, "2026-03-05", List.of(9, 1)),
                        tuple(ProblemKind.BLANK, 1, "", List.of(2, 1)),
                        tuple(ProblemKind.FAR, 2, "", List.of(6, 1)),
                        tuple(ProblemKind.REPEATED, 0, "", List.of(11, 1)));
        List<Problem> groups = Problems.in(table).groups();
        assertThat(groups)
                .extracting(problem -> problem.place(table) + ": " + problem.why(table))
                .containsExactly(
                        "rows 2, 6, c2: “torn” is not a number",
                        "row 4, c2: “7,6” is not a number",
                        "row 10, c2: “2026-03-05” is a date among numbers",
                        "row 3, c1: empty",
                        "row 7, c2: 9000 lies far from the rest",
                        "row 12: repeats row 1 in every cell");
        assertThat(groups.get(2).suggested(table)).isEmpty();
        assertThat(groups.get(1).suggested(table))
                .extracting(SuggestedNumbers::values)
                .containsExactly(List.of(7.6));
    }

    /// A value is far out when it is so by itself and by its logarithm: series that double have none, a slipped
    /// point has.
    @Test
    void aGeometricSeriesHasNoFarValues() {
        Table doubling = table(
                column(1, Role.X, 1, 2, 4, 8, 16, 32, 64, 128, 256, 512, 1024, 2048, 4096),
                column(2, Role.Y, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 1600, 17));
        assertThat(Problems.in(doubling).groups())
                .extracting(Problem::sort, Problem::column, Problem::row)
                .containsExactly(tuple(ProblemKind.FAR, 2, 11));
        assertThat(Problems.in(table(
                                column(1, Role.Y, 1, 1, 1, 1, 1, 1, 1, 1, 50),
                                column(2, Role.X, 1, 2, 3, 4, 5, 6, 7, 8, 9)))
                        .groups())
                .as("no spread to judge by")
                .isEmpty();
    }

    /// The last row is still being typed; a column without a role is nobody's measurement.
    @Test
    void whatIsStillBeingTypedIsNotBlank() {
        assertThat(Problems.in(table(column(1, Role.X, 1, 2, 3), column(2, Role.Y, 1, 2)))
                        .groups())
                .isEmpty();
        assertThat(Problems.in(table(column(1, Role.X, 1, 2, 3), column(2, Role.Y, 1)))
                        .groups())
                .extracting(Problem::sort, Problem::row)
                .containsExactly(tuple(ProblemKind.BLANK, 1));
        assertThat(Problems.in(table(column(1, Role.X, 1, 2, 3), column(2, Role.NONE, 1)))
                        .groups())
                .isEmpty();
    }

    /// Cells that mean their numbers in the same way are decided together, each by its own number.
    @Test
    void cellsThatMeanTheirNumbersAlikeAreOneGroup() {
        Table table = table(column(1, Role.X, 1, 2, 3, 4, 5), column(2, Role.Y, 9, "1.6k", "about 7", "2k", "torn"));
        List<Problem> groups = Problems.in(table).groups();
        assertThat(groups)
                .extracting(problem -> problem.place(table) + ": " + problem.why(table))
                .containsExactly(
                        "rows 2, 4, c2: “1.6k”, “2k” are not numbers",
                        "row 3, c2: “about 7” is not a number",
                        "row 5, c2: “torn” is not a number");
        SuggestedNumbers thousands = groups.getFirst().suggested(table).getFirst();
        assertThat(thousands.shown(DecimalMark.COMMA)).isEqualTo("1600, 2000");
        Table decided = new DecisionEdit.Decide(
                        1, 2, List.of(1, 3), ProblemKind.NOT_A_NUMBER, Choice.NUMBER_USED, "", thousands.values())
                .change(table);
        assertThat(decided.column(2).cells().cell(3)).isEqualTo(new Cell.Number(2000));
        assertThat(new DecisionEdit.UndoDecision(1, 2, List.of(1, 3)).change(decided))
                .isEqualTo(table);
    }

    /// What was decided about a cell ends where it is pasted or filled over: what stands there needs its own look.
    @Test
    void decisionsEndWithTheCellsThatTheyAreAbout() {
        Study study = new StudyEdit.AddTable(
                        table(
                                column(1, Role.X, "torn", 2, 3, 4),
                                column(2, Role.Y, "about 7.6", 5, "torn", "torn"),
                                column(3, Role.NONE, "torn", 5, "torn", "torn")),
                        helvo.core.study.Figure.of(1, 1))
                .apply(Study.EMPTY);
        for (int column = 1; column <= 3; column++) {
            study = new DecisionEdit.Decide(1, column, List.of(0, 2, 3), ProblemKind.NOT_A_NUMBER, Choice.MISSING, "")
                    .apply(study);
        }
        Table pasted = new TableEdit.SetBlock(1, 2, 1, List.of(List.of("odd"), List.of("1", "2")))
                .apply(study)
                .table(1);
        assertThat(pasted.decisions())
                .extracting(Decision::column, Decision::row)
                .containsExactly(tuple(1, 0), tuple(1, 2), tuple(1, 3), tuple(2, 0), tuple(3, 0), tuple(3, 2));
        assertThat(Problems.in(pasted).groups())
                .extracting(Problem::text, Problem::row)
                .containsExactly(tuple("odd", 2));
        assertThat(new TableEdit.FillSeries(1, 2, 1, 1, 1, 2)
                        .apply(study)
                        .table(1)
                        .decisions())
                .extracting(Decision::column, Decision::row)
                .contains(tuple(2, 0), tuple(2, 3), tuple(1, 2), tuple(3, 2))
                .doesNotContain(tuple(2, 2));
    }

    @Test
    void decisionsAreRememberedMovedWithTheirRowsAndTakenBack() {
        Study study = new StudyEdit.AddTable(
                        table(column(1, Role.X, 1, 2, 3, 4), column(2, Role.Y, "about 7.6", 5, "torn", "torn")),
                        helvo.core.study.Figure.of(1, 1))
                .apply(Study.EMPTY);
        History history = History.from(study)
                .with(
                        new DecisionEdit.Decide(1, 2, List.of(0), ProblemKind.NOT_A_NUMBER, Choice.NUMBER_USED, ""),
                        Instant.EPOCH)
                .with(
                        new DecisionEdit.Decide(1, 2, List.of(2, 3), ProblemKind.NOT_A_NUMBER, Choice.MISSING, ""),
                        Instant.EPOCH);
        Table decided = history.study().table(1);
        assertThat(decided.column(2).cells().cell(0)).isEqualTo(new Cell.Number(7.6));
        assertThat(decided.column(2).cells().cell(3)).isEqualTo(Cell.EMPTY);
        assertThat(Problems.in(decided).groups())
                .as("a cell decided to be missing is not blank")
                .isEmpty();
        assertThat(history.steps())
                .extracting(History.Step::sentence)
                .containsExactly(
                        "Row 1, c2: “about 7.6” the number in it used", "Rows 3, 4, c2: “torn” treated as missing");
        Study sorted = new TableEdit.Sort(1, 1, false).apply(history.study());
        assertThat(sorted.table(1).decisions())
                .extracting(Decision::row, Decision::original)
                .containsExactly(tuple(3, new Cell.Text("about 7.6")), tuple(1, TEXT), tuple(0, TEXT));
        Study back = new DecisionEdit.UndoDecision(1, 2, List.of(0, 1, 3)).apply(sorted);
        assertThat(new TableEdit.Sort(1, 1, true).apply(back)).isEqualTo(study);
        Study typedOver = new TableEdit.SetCell(1, 2, 2, "8").apply(history.study());
        assertThat(typedOver.table(1).decisions()).extracting(Decision::row).containsExactly(0, 3);
        Study aside = new DecisionEdit.Decide(1, 2, List.of(0), ProblemKind.NOT_A_NUMBER, Choice.EXCLUDED, "blurred")
                .apply(study);
        assertThat(aside.table(1).excluded().reasons()).containsEntry(0, "blurred");
        assertThat(new DecisionEdit.UndoDecision(1, 2, List.of(0)).apply(aside)).isEqualTo(study);
        Study kept =
                new DecisionEdit.Decide(1, 2, List.of(2, 3), ProblemKind.NOT_A_NUMBER, Choice.KEPT, "").apply(study);
        assertThat(Problems.in(kept.table(1)).groups()).extracting(Problem::row).containsExactly(0);
    }

    @Test
    void aColumnOfDatesNamesWhatIsNone() {
        Table dated = new ColumnEdit.SetKind(1, 1, Kind.DATE, DateText.Order.DAY_FIRST)
                .change(table(
                        column(1, Role.X, "3.4.2026", "2026-04-05", "spring", 2027, 7),
                        column(2, Role.Y, 1, 2, 3, 4, 5)));
        assertThat(Problems.in(dated).groups())
                .extracting(problem -> problem.why(dated))
                .containsExactly("“spring” is not a date", "“7” is not a date");
        assertThat(java.util.stream.IntStream.range(0, 5)
                        .mapToObj(row -> dated.column(1).shown(row, DecimalMark.POINT)))
                .containsExactly("2026-04-03", "2026-04-05", "spring", "2027-01-01", "7");
        Table swapped = new ColumnEdit.SetKind(1, 1, Kind.DATE, DateText.Order.MONTH_FIRST).change(dated);
        assertThat(swapped.column(1).shown(0, DecimalMark.POINT)).isEqualTo("2026-03-04");
        Table text = new ColumnEdit.SetKind(1, 1, Kind.TEXT, DateText.Order.DAY_FIRST).change(dated);
        assertThat(text.column(1).cells().cell(1)).isEqualTo(new Cell.Text("2026-04-05"));
    }
}
