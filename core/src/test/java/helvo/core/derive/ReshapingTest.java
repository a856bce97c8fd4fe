package helvo.core.derive;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.groups.Tuple.tuple;

import helvo.core.number.DecimalMark;
import helvo.core.study.Figure;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.table.BarMeaning;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ColumnFormat;
import helvo.core.table.Decision;
import helvo.core.table.DerivedTable;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.ProblemKind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/// Wide tables and tables on their side, turned into ones that follow them.
class ReshapingTest {
    private static Column column(int id, String heading, Object... values) {
        List<Cell> cells = Arrays.stream(values)
                .map(value -> value instanceof Number n
                        ? (Cell) new Cell.Number(n.doubleValue())
                        : value == null ? Cell.EMPTY : new Cell.Text(value.toString()))
                .toList();
        return new Column(
                id,
                Heading.of(heading),
                values[0] instanceof String ? Kind.TEXT : Kind.NUMBER,
                Role.NONE,
                1,
                Cells.of(cells));
    }

    private static Table table(Column... columns) {
        return new Table(1, "Creep", DecimalMark.POINT, Optional.empty(), List.of(columns), ExcludedRows.NONE);
    }

    private static final Table WIDE = table(
            column(1, "Cord", "dry", "salt"),
            column(2, "0 h", 1.5, 2),
            column(3, "5 h", 2.5, null),
            column(4, "24 h", 4, 6));

    private static List<List<String>> rows(Table table) {
        return IntStream.range(0, table.rows())
                .mapToObj(row -> table.columns().stream()
                        .map(column -> column.cells().cell(row).exactText())
                        .toList())
                .toList();
    }

    private static Study turned(Table source, DerivedTable.Form form) {
        Study study = new StudyEdit.AddTable(source, Figure.of(1, 1)).apply(Study.EMPTY);
        return new StudyEdit.Reshape(1, "Turned", form).apply(study);
    }

    @Test
    void aWideTableGivesOneRowForEachValue() {
        assertThat(Reshaping.suggest(WIDE)).contains(DerivedTable.Form.ONE_ROW_EACH);
        Table turned = turned(WIDE, DerivedTable.Form.ONE_ROW_EACH).table(2);
        assertThat(turned.columns())
                .extracting(Column::heading)
                .containsExactly(new Heading("Cord", ""), new Heading("Time", "h"), new Heading("Creep", ""));
        assertThat(turned.columns()).extracting(Column::role).containsExactly(Role.BY, Role.X, Role.Y);
        assertThat(rows(turned))
                .containsExactly(
                        List.of("dry", "0", "1.5"),
                        List.of("dry", "5", "2.5"),
                        List.of("dry", "24", "4"),
                        List.of("salt", "0", "2"),
                        List.of("salt", "5", ""),
                        List.of("salt", "24", "6"));
        assertThat(Reshaping.suggest(turned)).isEmpty();
    }

    /// Rows that are named by numbers are no y: those are the values, against the numbers of the headings.
    @Test
    void theValuesArePlottedAgainstTheHeadings() {
        Table source = table(column(1, "Conc", 1, 2), column(2, "5", 1.5, 2), column(3, "10", 2.5, 3));
        assertThat(turned(source, DerivedTable.Form.ONE_ROW_EACH).table(2).columns())
                .extracting(Column::role)
                .containsExactly(Role.NONE, Role.X, Role.Y);
    }

    /// Rows that are excluded stay so where they go, and go where their source is excluded; what is typed in the
    /// source arrives.
    @Test
    void itFollowsItsSource() {
        Study study = turned(WIDE, DerivedTable.Form.ONE_ROW_EACH);
        study = new TableEdit.ExcludeRows(2, List.of(5), "slipped").apply(study);
        study = new TableEdit.SetCell(1, 3, 1, "3.5").apply(study);
        assertThat(rows(study.table(2))).contains(List.of("salt", "5", "3.5"));
        Study less = new TableEdit.ExcludeRows(1, List.of(0), "wrong cord").apply(study);
        assertThat(rows(less.table(2))).hasSize(3);
        assertThat(less.table(2).excluded().reasons()).containsOnlyKeys(2);
        Study alone = new StudyEdit.RemoveTable(1).apply(less);
        assertThat(rows(alone.table(2))).hasSize(3);
        assertThat(alone.table(2).summary()).isEmpty();
        assertThat(alone.table(2).columns()).noneMatch(Column::isDerived);
    }

    @Test
    void aTableOnItsSideStandsUp() {
        Table side = table(
                column(1, "Quantity", "Load (N)", "Stretch (mm)"),
                column(2, "Column 2", 5, 1.3),
                column(3, "Column 3", 10, 2.3),
                column(4, "Column 4", 15, 3.4));
        assertThat(Reshaping.suggest(side)).contains(DerivedTable.Form.ROWS_TO_COLUMNS);
        Study study = turned(side, DerivedTable.Form.ROWS_TO_COLUMNS);
        Table turned = study.table(2);
        assertThat(turned.columns())
                .extracting(Column::heading)
                .containsExactly(new Heading("Load", "N"), new Heading("Stretch", "mm"));
        assertThat(turned.columns()).extracting(Column::role).containsExactly(Role.X, Role.Y);
        assertThat(rows(turned)).containsExactly(List.of("5", "1.3"), List.of("10", "2.3"), List.of("15", "3.4"));
        Table more = new TableEdit.SetCell(1, 1, 2, "Mass (g)").apply(study).table(2);
        assertThat(more.columns()).extracting(Column::name).containsExactly("Load", "Stretch", "Mass");
        Table named = turned(
                        table(column(1, "Cord", "Load (N)", "Mass (g)"), column(2, "A", 1, 2), column(3, "B", 3, 4)),
                        DerivedTable.Form.ROWS_TO_COLUMNS)
                .table(2);
        assertThat(rows(named)).containsExactly(List.of("A", "1", "2"), List.of("B", "3", "4"));
    }

    /// Repeats side by side: what is called alike but for a number at the end.
    @Test
    void repeatsSideBySideGiveOneRowEach() {
        Table repeats = table(
                column(1, "Standard (mg/L)", 0, 1),
                column(2, "Absorbance 1", 0.01, 0.11),
                column(3, "Absorbance 2", 0.02, 0.12),
                column(4, "Absorbance 3", 0.03, 0.13));
        assertThat(Reshaping.refused(repeats, DerivedTable.Form.ONE_ROW_EACH, List.of()))
                .isEmpty();
        Table turned = turned(repeats, DerivedTable.Form.ONE_ROW_EACH).table(2);
        assertThat(turned.columns()).extracting(Column::name).containsExactly("Standard", "No.", "Absorbance");
        assertThat(turned.columns()).extracting(Column::role).containsExactly(Role.X, Role.NONE, Role.Y);
        assertThat(rows(turned))
                .containsExactly(
                        List.of("0", "1", "0.01"),
                        List.of("0", "2", "0.02"),
                        List.of("0", "3", "0.03"),
                        List.of("1", "1", "0.11"),
                        List.of("1", "2", "0.12"),
                        List.of("1", "3", "0.13"));
        Table lettered = turned(
                        table(column(1, "Load", 5), column(2, "Stretch a", 1), column(3, "Stretch b", 2)),
                        DerivedTable.Form.ONE_ROW_EACH)
                .table(2);
        assertThat(rows(lettered)).containsExactly(List.of("5", "a", "1"), List.of("5", "b", "2"));
        assertThat(Reshaping.refused(
                        table(column(1, "Load", 5), column(2, "Stretch", 1), column(3, "Mass", 2)),
                        DerivedTable.Form.ONE_ROW_EACH,
                        List.of()))
                .hasValueSatisfying(why -> assertThat(why).contains("there is nothing to give a row to each value of"));
    }

    @Test
    void ordinaryTablesAreNotTurned() {
        assertThat(Reshaping.suggest(table(column(1, "Load", 1, 2, 3), column(2, "Stretch", 1, 2, 3))))
                .isEmpty();
        assertThat(Reshaping.suggest(table(
                        column(1, "Cord", "a", "b"),
                        column(2, "24 h", 1, 2),
                        column(3, "5 h", 1, 2),
                        column(4, "0 h", 1, 2))))
                .as("they do not rise")
                .isEmpty();
        assertThat(Reshaping.suggest(table(
                        column(1, "Cord", "a", "b"),
                        column(2, "5 h", 1, 2),
                        column(3, "6 mm", 1, 2),
                        column(4, "7 g", 1, 2))))
                .as("units differ")
                .isEmpty();
        assertThat(Reshaping.suggest(table(column(1, "Load", 1)))).isEmpty();
    }

    /// Times in other units are no numbers of one column: they stay as they are written.
    @Test
    void namesInOneUnitBecomeNumbersOthersWords() {
        Table hours = turned(WIDE, DerivedTable.Form.ROWS_TO_COLUMNS).table(2);
        assertThat(hours.columns())
                .extracting(Column::heading)
                .containsExactly(new Heading("Time", "h"), new Heading("dry", ""), new Heading("salt", ""));
        assertThat(rows(hours))
                .containsExactly(List.of("0", "1.5", "2"), List.of("5", "2.5", ""), List.of("24", "4", "6"));
        Table mixed = table(
                column(1, "Cord", "dry", "salt"),
                column(2, "5 min", 1, 2),
                column(3, "1 h", 2, 3),
                column(4, "24 h", 4, 6));
        assertThat(rows(turned(mixed, DerivedTable.Form.ROWS_TO_COLUMNS).table(2)))
                .extracting(List::getFirst)
                .containsExactly("5 min", "1 h", "24 h");
        Table chosen = Reshaping.of(2, "Long", mixed, DerivedTable.Form.ONE_ROW_EACH, List.of(2, 3));
        assertThat(rows(chosen))
                .containsExactly(
                        List.of("dry", "4", "5 min", "1"),
                        List.of("dry", "4", "1 h", "2"),
                        List.of("salt", "6", "5 min", "2"),
                        List.of("salt", "6", "1 h", "3"));
        assertThat(chosen.columns())
                .extracting(Column::name, Column::kind)
                .startsWith(tuple("Cord", Kind.TEXT), tuple("24 h", Kind.NUMBER), tuple("Column", Kind.TEXT));
    }

    /// Years from 1900 to 2100, and other numbers by what their corner says.
    @Test
    void whatNumbersOfHeadingsAreCalled() {
        assertThat(nameOfHeadings("1900", "2000", "2100")).isEqualTo(new Heading("Year", ""));
        assertThat(nameOfHeadings("1899", "2000", "2100")).isEqualTo(new Heading("Dose", ""));
        assertThat(nameOfHeadings("1900", "2000", "2101")).isEqualTo(new Heading("Dose", ""));
        assertThat(nameOfHeadings("1950 mg", "2000 mg", "2050 mg")).isEqualTo(new Heading("Dose", "mg"));
        Table years = table(column(1, "Cord", "dry"), column(2, "2019.5", 1), column(3, "2020", 2));
        assertThat(turned(years, DerivedTable.Form.ONE_ROW_EACH)
                        .table(2)
                        .column(2)
                        .format())
                .isEqualTo(new ColumnFormat.AsWritten(1));
    }

    private static Heading nameOfHeadings(String... names) {
        Column[] columns = IntStream.rangeClosed(0, names.length)
                .mapToObj(i -> i == 0 ? column(1, "Dose", "dry", "salt") : column(i + 1, names[i - 1], i, i))
                .toArray(Column[]::new);
        return turned(table(columns), DerivedTable.Form.ROWS_TO_COLUMNS)
                .table(2)
                .columns()
                .getFirst()
                .heading();
    }

    /// Of 200 rows each becomes a column; more are refused, and a table that grows beyond them is followed no more.
    @Test
    void noRowIsLostOnTheWayToColumns() {
        Object[] rising = IntStream.range(0, 200).boxed().toArray();
        Table tall = table(column(1, "Load", rising), column(2, "Stretch", rising));
        assertThat(Reshaping.refused(tall, DerivedTable.Form.ROWS_TO_COLUMNS, List.of()))
                .isEmpty();
        Study study = turned(tall, DerivedTable.Form.ROWS_TO_COLUMNS);
        assertThat(study.table(2).columns()).hasSize(201);
        Study longer = new TableEdit.SetCell(1, 1, 200, "200").apply(study);
        assertThat(longer.table(2).columns()).hasSize(201).noneMatch(Column::isDerived);
        assertThat(longer.table(2).summary()).isEmpty();
        assertThat(Reshaping.refused(longer.table(1), DerivedTable.Form.ROWS_TO_COLUMNS, List.of()))
                .contains("“Creep” has 201 rows: at most 200 become columns.");
    }

    /// Columns that are chosen, whatever they are called: x stays, the names are groups unless there are some.
    @Test
    void chosenColumnsKeepTheRolesOfTheirRows() {
        Column load = column(1, "Load", 5, 10).withRole(Role.X);
        Column bar = column(2, "± Load", .1, .2).withRole(Role.X_BAR).withBarMeaning(BarMeaning.STANDARD_ERROR);
        Column dry = column(3, "dry", 1, 2).withRole(Role.Y);
        Column salt = column(4, "salt", 3, 4).withRole(Role.Y);
        Column note = column(5, "note", "a", "b");
        Table turned = Reshaping.of(
                2, "Long", table(load, bar, dry, salt, note), DerivedTable.Form.ONE_ROW_EACH, List.of(3, 4));
        assertThat(turned.columns())
                .extracting(Column::name, Column::role)
                .containsExactly(
                        tuple("Load", Role.X),
                        tuple("± Load", Role.X_BAR),
                        tuple("note", Role.NONE),
                        tuple("Column", Role.BY),
                        tuple("Value", Role.Y));
        assertThat(turned.columns().get(1).barMeaning()).isEqualTo(BarMeaning.STANDARD_ERROR);
        assertThat(rows(turned)).contains(List.of("5", "0.1", "a", "salt", "3"));
        Table grouped = table(load, dry, salt, note.withRole(Role.BY));
        assertThat(Reshaping.of(2, "Long", grouped, DerivedTable.Form.ONE_ROW_EACH, List.of(3, 4))
                        .columns())
                .extracting(Column::role)
                .containsExactly(Role.X, Role.BY, Role.NONE, Role.Y);
        Table alike = table(load, column(3, "Stretch 1 (mm)", 1, 2), column(4, "Stretch 2 (mm)", 3, 4));
        assertThat(Reshaping.of(2, "Long", alike, DerivedTable.Form.ONE_ROW_EACH, List.of(3, 4))
                        .columns())
                .extracting(Column::heading, Column::role)
                .containsExactly(
                        tuple(new Heading("Load", ""), Role.X),
                        tuple(new Heading("No.", ""), Role.NONE),
                        tuple(new Heading("Stretch", "mm"), Role.Y));
        assertThat(Reshaping.refused(grouped, DerivedTable.Form.ONE_ROW_EACH, List.of(3, 5)))
                .hasValueSatisfying(why -> assertThat(why).startsWith("“note” holds no numbers"));
        assertThat(Reshaping.refused(grouped, DerivedTable.Form.ONE_ROW_EACH, List.of(3, 4)))
                .isEmpty();
    }

    @Test
    void repeatsAreCalledAlikeInOneUnit() {
        Table table = table(
                column(1, "Load", 5),
                column(2, "Stretch 1 (mm)", 1),
                column(3, "stretch 2 (mm)", 2),
                column(4, "Stretch 3 (cm)", 3),
                column(5, "Stretch 4 (mm)", "a"),
                column(6, "Mass 1 (mm)", 4));
        assertThat(Reshaping.repeatsOf(table.column(2), table))
                .extracting(Column::id)
                .containsExactly(2, 3);
        assertThat(Reshaping.repeatsOf(table.column(1), table))
                .extracting(Column::id)
                .containsExactly(1);
        assertThat(Reshaping.quantityOf(List.of(table.column(2), table.column(3))))
                .contains(new Heading("Stretch", "mm"));
        assertThat(Reshaping.quantityOf(List.of(table.column(2), table.column(4))))
                .isEmpty();
        assertThat(Reshaping.quantityOf(List.of())).isEmpty();
    }

    /// A decision about a row goes where what names the row goes, and goes with it.
    @Test
    void decisionsFollowTheirRows() {
        Study study = turned(WIDE, DerivedTable.Form.ONE_ROW_EACH);
        var decision = new Decision(4, 3, Cell.EMPTY, ProblemKind.BLANK, Decision.Choice.MISSING);
        Table decided = study.table(2).withDecisions(List.of(decision));
        Table source = new TableEdit.MoveRows(1, 0, 1, 1).apply(study).table(1);
        assertThat(Reshaping.refreshed(decided, source).decisions())
                .extracting(Decision::row, Decision::choice)
                .containsExactly(tuple(1, Decision.Choice.MISSING));
        Table without =
                new TableEdit.ExcludeRows(1, List.of(1), "gone").apply(study).table(1);
        assertThat(Reshaping.refreshed(decided, without).decisions()).isEmpty();
    }

    /// Half of the columns named by numbers, three of them, rising; few rows with words of their own.
    @Test
    void whatIsCalledWideOrOnItsSide() {
        assertThat(Reshaping.suggest(table(
                        column(1, "Cord", "a"),
                        column(2, "Lot", "b"),
                        column(3, "Day", "c"),
                        column(4, "0 h", 1),
                        column(5, "5 h", 1),
                        column(6, "24 h", 1))))
                .contains(DerivedTable.Form.ONE_ROW_EACH);
        assertThat(Reshaping.suggest(table(
                        column(1, "Cord", "a"),
                        column(2, "Lot", "b"),
                        column(3, "Day", "c"),
                        column(7, "Rig", "d"),
                        column(4, "0 h", 1),
                        column(5, "5 h", 1),
                        column(6, "24 h", 1))))
                .isEmpty();
        assertThat(Reshaping.suggest(
                        table(column(1, "Cord", "a"), column(2, "5 h", 1), column(3, "5 h", 1), column(4, "24 h", 1))))
                .as("one is there twice")
                .isEmpty();
        assertThat(Reshaping.suggest(onItsSide("Load", "Stretch", 4))).contains(DerivedTable.Form.ROWS_TO_COLUMNS);
        assertThat(Reshaping.suggest(onItsSide("Load", "Stretch", 3))).isEmpty();
        assertThat(Reshaping.suggest(onItsSide("Load", "Load", 4))).isEmpty();
        assertThat(Reshaping.suggest(onItsSide("Load", null, 4))).isEmpty();
    }

    private static Table onItsSide(String first, String second, int columns) {
        return table(IntStream.rangeClosed(1, columns)
                .mapToObj(i -> i == 1 ? column(1, "Quantity", first, second) : column(i, "Column " + i, i, i))
                .toArray(Column[]::new));
    }
}
