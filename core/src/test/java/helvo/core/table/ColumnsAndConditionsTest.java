package helvo.core.table;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import helvo.core.number.DateText;
import helvo.core.number.DecimalMark;
import helvo.core.quality.Problem;
import helvo.core.quality.Problems;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Figure;
import helvo.core.study.FigureEdit;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/// What columns tell of their cells, which rows meet a condition, and what edits of columns do.
class ColumnsAndConditionsTest {
    private static final Table TABLE = new Table(
            1,
            "Cords",
            DecimalMark.COMMA,
            Optional.empty(),
            List.of(
                    column(1, "Cord", Kind.TEXT, Role.BY, "dry", "wet", "salt", "tarred", "dry", null, "oiled"),
                    column(2, "Load", Kind.NUMBER, Role.X, 1, 2.5, 3, 4, 5, 6, 7),
                    column(3, "Stretch", Kind.NUMBER, Role.Y, 2, 4, "about 6", 8, null, 12, 14),
                    column(4, "±", Kind.NUMBER, Role.Y_BAR, .5, .5, .5, .5, .5, .5, .5)),
            ExcludedRows.NONE);
    private static final Study STUDY = Study.EMPTY.withTableAndFigure(TABLE, Figure.of(1, 1));

    private static Column column(int id, String name, Kind kind, Role role, Object... values) {
        return new Column(
                id,
                new Heading(name, ""),
                kind,
                role,
                1,
                Cells.of(Arrays.stream(values)
                        .map(value -> value instanceof Number n
                                ? new Cell.Number(n.doubleValue())
                                : value == null ? Cell.EMPTY : new Cell.Text(value.toString()))
                        .toList()));
    }

    private static List<Integer> rows(RowCondition... conditions) {
        return IntStream.range(0, TABLE.rows())
                .filter(RowCondition.all(List.of(conditions), TABLE))
                .boxed()
                .toList();
    }

    private static Cell text(String text) {
        return new Cell.Text(text);
    }

    @Test
    void conditionsChooseRowsAndSayWhich() {
        assertThat(rows(new RowCondition.OneOf(1, List.of(text("dry"), text("salt")))))
                .containsExactly(0, 2, 4);
        assertThat(rows(new RowCondition.Is(1, Cell.EMPTY))).containsExactly(5);
        assertThat(rows(new RowCondition.Between(2, 2.5, 4)))
                .as("ends included")
                .containsExactly(1, 2, 3);
        assertThat(rows(new RowCondition.Between(3, Double.NEGATIVE_INFINITY, 8)))
                .as("numbers only")
                .containsExactly(0, 1, 3);
        assertThat(rows(new RowCondition.Between(2, 3, 6), new RowCondition.Is(1, text("dry"))))
                .containsExactly(4);
        assertThat(rows(new RowCondition.Is(9, text("gone"))))
                .as("of a column that is gone")
                .hasSize(7);
        assertThat(List.of(
                        new RowCondition.OneOf(1, List.of()),
                        new RowCondition.OneOf(1, List.of(text("dry"))),
                        new RowCondition.OneOf(1, List.of(text("dry"), text("wet"), Cell.EMPTY)),
                        new RowCondition.OneOf(1, List.of(text("a"), text("b"), text("c"), text("d"), text("e"))),
                        new RowCondition.Between(2, 2.5, Double.POSITIVE_INFINITY),
                        new RowCondition.Between(2, Double.NEGATIVE_INFINITY, 3),
                        new RowCondition.Between(2, Double.NEGATIVE_INFINITY, Double.POSITIVE_INFINITY),
                        new RowCondition.Is(2, new Cell.Number(4))))
                .extracting(condition -> condition.sentence(TABLE))
                .containsExactly(
                        "Cord is none of its values",
                        "Cord is dry",
                        "Cord is dry, wet or empty",
                        "Cord is one of 5 values",
                        "Load is at least 2,5",
                        "Load is at most 3,0",
                        "Load is a number",
                        "Load is 4,0");
    }

    @Test
    void aColumnCountsItsValuesAndKeepsTheOrderOfItsGroups() {
        Column cord = TABLE.column(1);
        assertThat(cord.values(5))
                .hasValue(Map.of(text("dry"), 2, text("wet"), 1, text("salt"), 1, text("tarred"), 1, text("oiled"), 1));
        assertThat(cord.values(4)).isEmpty();
        assertThat(cord.groupOrder(6)).hasValue(List.of("dry", "wet", "salt", "tarred", "", "oiled"));
        assertThat(cord.groupOrder(5)).isEmpty();
        assertThat(cord.moved(new int[] {6, 5, 4, 3, 2, 1, 0}, 6).groupOrder(6))
                .as("wherever its rows go")
                .isEqualTo(cord.groupOrder(6));
        assertThat(cord.moved(new int[] {0, 1, 2}, 6).groups())
                .as("nothing to keep")
                .isEmpty();
        assertThat(TABLE.column(3).exact(2, DecimalMark.COMMA)).isEqualTo("about 6");
        assertThat(TABLE.column(2).exact(1, DecimalMark.COMMA)).isEqualTo("2,5");
        Column date = DateColumn.dated(
                column(1, "When", Kind.TEXT, Role.X, "2026-03-05", "2026-03-06"), DateText.Order.DAY_FIRST);
        assertThat(date.exact(0, DecimalMark.POINT)).isEqualTo("2026-03-05");
        Column fuller =
                date.withCells(Cells.ofNumbers(DateText.seconds(java.time.LocalDateTime.of(2026, 3, 5, 1, 2, 3))));
        assertThat(fuller.exact(0, DecimalMark.POINT))
                .as("in full, whatever is shown")
                .isEqualTo("2026-03-05 01:02:03");
        assertThat(date.typed("7.3.2026", DecimalMark.POINT)).isEqualTo(new Cell.Number(1772841600));
        assertThat(date.typed(" ", DecimalMark.POINT)).isEqualTo(Cell.EMPTY);
        assertThat(date.typed("soon", DecimalMark.POINT)).isEqualTo(text("soon"));
    }

    @ParameterizedTest
    @CsvSource({
        "600,SECOND",
        "601,MINUTE",
        "21600,MINUTE",
        "21601,HOUR",
        "345600,HOUR",
        "345601,DAY",
        "34560000,DAY",
        "34560001,MONTH",
        "379468800,MONTH",
        "379468801,YEAR"
    })
    void timeIsCountedSoThatItReadsWell(double span, CalendarUnit unit) {
        assertThat(CalendarUnit.fitting(span)).isEqualTo(unit);
        assertThat(unit.word()).isEqualTo(unit.name().toLowerCase(java.util.Locale.ROOT));
        assertThat(unit.symbol()).isNotBlank();
        assertThat(unit.seconds()).isPositive();
    }

    @ParameterizedTest
    @CsvSource({
        "±,HALF_RANGE,0.5773502691896258",
        "sd of y,STANDARD_DEVIATION,1",
        "σ,STANDARD_DEVIATION,1",
        "u(y),STANDARD_DEVIATION,1",
        "SEM,STANDARD_ERROR,1",
        "standard error of the mean,STANDARD_ERROR,1",
        "95 % CI,INTERVAL_95,0.5102134",
        "seed,HALF_RANGE,0.57735"
    })
    void aColumnsNameTellsWhatItsBarsMean(String name, BarMeaning meaning, double deviation) {
        assertThat(BarMeaning.guessed(name)).isEqualTo(meaning);
        assertThat(meaning.standardDeviation()).isCloseTo(deviation, within(1e-5));
    }

    @Test
    void editsOfColumnsDoWhatTheySay() {
        assertThat(new ColumnEdit.ScaleBars(1, 3, 2)
                        .apply(STUDY)
                        .table(1)
                        .column(4)
                        .cells()
                        .number(0))
                .isEqualTo(1);
        Study own = new ColumnEdit.SetOwnBars(1, 2, new UniformBarLength(4, true)).apply(STUDY);
        assertThat(new ColumnEdit.ScaleBars(1, 2, 0.5)
                        .apply(own)
                        .table(1)
                        .column(2)
                        .uniformBars())
                .hasValue(new UniformBarLength(2, true));
        assertThat(new ColumnEdit.SetOwnBars(1, 2, UniformBarLength.NONE).apply(own))
                .isEqualTo(STUDY);
        assertThatThrownBy(() -> new ColumnEdit.ScaleBars(1, 2, Double.NaN))
                .isInstanceOf(IllegalArgumentException.class);
        assertThat(new ColumnEdit.SetFormat(1, 2, new ColumnFormat.Rounded(0))
                        .apply(STUDY)
                        .table(1)
                        .column(2)
                        .shown(1, DecimalMark.POINT))
                .isEqualTo("2");
        var dates = new ColumnFormat.Dates(DateText.Form.DAY, DateText.Order.DAY_FIRST, CalendarUnit.DAY);
        assertThat(new ColumnEdit.SetFormat(1, 2, dates).apply(STUDY))
                .as("no dates, no form for dates")
                .isEqualTo(STUDY);
        Study noted = new ColumnEdit.SetKind(1, 2, Kind.TEXT, DateText.Order.DAY_FIRST).apply(STUDY);
        assertThat(noted.table(1).column(2).role())
                .as("text has no place on an axis")
                .isEqualTo(Role.NONE);
        assertThat(new ColumnEdit.SetKind(1, 1, Kind.TEXT, DateText.Order.DAY_FIRST).apply(STUDY))
                .isEqualTo(STUDY);
        Study further = new ColumnEdit.UseAsFurtherX(1, 1).apply(STUDY);
        assertThat(further.table(1).column(1))
                .extracting(Column::kind, Column::role)
                .containsExactly(Kind.NUMBER, Role.X);
        assertThat(further.table(1).column(2).role()).isEqualTo(Role.X);
        Study pasted = new TableEdit.SetBlock(1, 6, 1, List.of(List.of("8", "", "x"), List.of("9,25"))).apply(STUDY);
        assertThat(pasted.table(1).column(2).cells().number(7)).isEqualTo(9.25);
        assertThat(pasted.table(1).column(2).decimals())
                .as("as many as were typed")
                .isEqualTo(2);
        assertThat(pasted.table(1).column(3).cells().cell(6)).isEqualTo(Cell.EMPTY);
    }

    @Test
    void aStudyKeepsItsTablesAndFiguresTogether() {
        Study two = new StudyEdit.AddFigure(1).apply(new StudyEdit.DuplicateFigure(1).apply(STUDY));
        assertThat(two.figures()).extracting(Figure::name).containsExactly("Figure", "Figure, copy", "Figure 2");
        assertThat(new StudyEdit.DuplicateFigure(1)
                        .apply(two)
                        .figures()
                        .getLast()
                        .name())
                .isEqualTo("Figure, copy 2");
        assertThat(two.figureOver(1).id()).isEqualTo(1);
        Study means = new StudyEdit.Summarise(1, "Means", List.of(1), List.of(3), List.of(Statistic.MEAN)).apply(STUDY);
        Study gone = new StudyEdit.RemoveTable(1).apply(means);
        assertThat(gone.tables()).extracting(Table::name).containsExactly("Means");
        assertThat(gone.tables().getFirst().summary()).as("its values stay").isEmpty();
        assertThat(gone.tables().getFirst().columns().get(1).cells().number(0)).isEqualTo(2);
        assertThat(gone.figures()).extracting(Figure::table).containsExactly(2);
        assertThat(new StudyEdit.RenameTable(1, "Pulls").apply(STUDY).table(1).name())
                .isEqualTo("Pulls");
        assertThat(new StudyEdit.ReplaceTable(TABLE.withName("new"))
                        .apply(STUDY)
                        .table(1)
                        .name())
                .isEqualTo("new");
        assertThat(new FigureEdit.NameFigure(1, "Fig. 3").apply(STUDY).figure(1).name())
                .isEqualTo("Fig. 3");
        assertThatThrownBy(() -> STUDY.table(9)).hasMessage("the study has no table 9");
        assertThatThrownBy(() -> STUDY.figure(9)).hasMessage("the study has no figure 9");
        assertThatThrownBy(() -> STUDY.figureOver(9)).hasMessage("the study has no figure over table 9");
        assertThatThrownBy(() -> TABLE.column(9)).hasMessage("table Cords has no column 9");
    }

    /// The row that is being typed, excluded rows and what is empty altogether are left alone; many far values are
    /// one group.
    @Test
    void whatNeedsALookIsFoundAndNothingElse() {
        Object[] x = IntStream.range(0, 40).mapToObj(i -> i).toArray();
        Object[] y = IntStream.range(0, 40)
                .mapToObj(i -> i % 6 == 0 && i > 0 ? 1e6 + i : 10 + i % 5)
                .toArray();
        var table = new Table(
                1,
                "t",
                DecimalMark.POINT,
                Optional.empty(),
                List.of(column(1, "x", Kind.NUMBER, Role.X, x), column(2, "y", Kind.NUMBER, Role.Y, y)),
                ExcludedRows.NONE);
        assertThat(Problems.in(table).groups()).singleElement().satisfies(group -> {
            assertThat(group.sort()).isEqualTo(ProblemKind.FAR);
            assertThat(group.count()).isEqualTo(6);
            assertThat(group.why(table)).isEqualTo("from 1000006.0 on, 6 values lie far from the rest");
        });
        assertThat(Problems.in(table.withExcluded(ExcludedRows.NONE.with(List.of(6, 12, 18, 24, 30), "slipped")))
                        .groups())
                .hasSize(1)
                .extracting(Problem::row)
                .containsExactly(36);
        var repeated = new Table(
                1,
                "t",
                DecimalMark.POINT,
                Optional.empty(),
                List.of(
                        column(1, "a", Kind.NUMBER, Role.NONE, 1, 1, null, null, 2, 1, -0.0, 0.0),
                        column(2, "b", Kind.TEXT, Role.NONE, "p", "p", null, null, "p", "q", "p", "p")),
                ExcludedRows.NONE);
        assertThat(Problems.in(repeated).groups()).singleElement().satisfies(group -> {
            assertThat(group.sort()).isEqualTo(ProblemKind.REPEATED);
            assertThat(group.rows()).as("empty rows are none, and −0 is not 0").containsExactly(1);
        });
        assertThat(Problems.in(repeated.withExcluded(ExcludedRows.NONE.with(List.of(0), "old")))
                        .groups())
                .isEmpty();
    }
}
