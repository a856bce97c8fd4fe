package helvo.core.study;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.importing.RoleGuess;
import helvo.core.number.DecimalMark;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.Decision;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.ProblemKind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class TableUpdateTest {
    private static Column column(int id, String heading, Role role, Object... values) {
        Kind kind = values.length > 0 && values[0] instanceof String text && !text.startsWith("about")
                ? Kind.TEXT
                : Kind.NUMBER;
        return new Column(
                id,
                Heading.of(heading),
                kind,
                role,
                0,
                Cells.of(Arrays.stream(values)
                        .map(value -> value instanceof Number n
                                ? new Cell.Number(n.doubleValue())
                                : value == null ? Cell.EMPTY : new Cell.Text(value.toString()))
                        .toList()));
    }

    private static Table table(Column... columns) {
        return new Table(
                1,
                "Stretch",
                DecimalMark.POINT,
                Optional.of(new Table.Source.Text("pulls.csv", "UTF-8", ',', true)),
                List.of(columns),
                ExcludedRows.NONE);
    }

    private static final Table READ = table(
            column(1, "Cord", Role.NONE, "dry", "dry", "salt", "salt"),
            column(2, "Load (N)", Role.NONE, 1, 2, 1, 2),
            column(3, "Stretch (mm)", Role.NONE, 3, "about 7.6", 5, 6));

    /// With roles, a derived column, an excluded row and a cell replaced.
    private static Table worked() {
        Study study = StudyEdit.AddTable.to(Study.EMPTY, READ.withColumns(RoleGuess.guessed(READ.columns())))
                .apply(Study.EMPTY);
        for (Edit edit : List.of(
                new ColumnEdit.Derive(1, Heading.of("Work (N·mm)"), "{2} * {3}", Role.NONE, false),
                new ColumnEdit.MoveColumn(1, 3, 0),
                new TableEdit.ExcludeRows(1, List.of(3), "slipped"),
                new DecisionEdit.Decide(1, 3, List.of(1), ProblemKind.NOT_A_NUMBER, Decision.Choice.NUMBER_USED, ""))) {
            study = edit.apply(study);
        }
        return study.table(1);
    }

    private static TableUpdate.Outcome.Fits fits(Table read) {
        return (TableUpdate.Outcome.Fits) TableUpdate.of(worked(), read);
    }

    private static List<String> why(Table read) {
        return ((TableUpdate.Outcome.DoesNotFit) TableUpdate.of(worked(), read)).why();
    }

    /// A file that leaves open what the table knows is read as the table is; its own totals stay excluded; text is
    /// no number.
    @Test
    void whatTheFileLeavesOpenIsReadAsHere() {
        TableUpdate.Outcome.Fits fits = fits(table(
                        column(1, "Cord", Role.NONE, "dry", "salt"),
                        column(2, "Load (N)", Role.NONE, "1,250", "2,500"),
                        column(3, "Stretch (mm)", Role.NONE, 3, 4))
                .withExcluded(ExcludedRows.of(java.util.Map.of(1, "a total"))));
        assertThat(fits.table().column(2).cells().number(0)).isEqualTo(1250);
        assertThat(fits.notices()).contains("“Load” was read as numbers with a decimal point, as it is here.");
        assertThat(fits.table().excluded().reasons()).containsOnlyKeys(1);
        assertThat(why(table(
                        column(1, "Cord", Role.NONE, "dry"),
                        column(2, "Load (N)", Role.NONE, "torn"),
                        column(3, "Stretch (mm)", Role.NONE, 3))))
                .containsExactly("“Load” holds text there, and numbers here");
    }

    private static List<Cell> cells(Table table, int column) {
        Cells cells = table.column(column).cells();
        return IntStream.range(0, cells.size()).mapToObj(cells::cell).toList();
    }

    @Test
    void theSameFileReadAgainChangesNothing() {
        assertThat(fits(READ)).isEqualTo(new TableUpdate.Outcome.Fits(worked(), List.of()));
    }

    /// Columns in another order and case, rows in another order: decisions go with their rows.
    @Test
    void columnsAreMatchedByHeadingAndDecisionsByRow() {
        Table other = table(
                column(1, "STRETCH (mm)", Role.NONE, 6, 9, "about 7.6", 5),
                column(2, "Cord", Role.NONE, "salt", "x", "dry", "salt"),
                column(3, "Load (N)", Role.NONE, 2, 8, 2, 1),
                column(4, "Weather", Role.NONE, "dull", "dull", "dull", "dull"));
        TableUpdate.Outcome.Fits fits = fits(other);
        assertThat(fits.notices()).containsExactly("The column “Weather” is not in this table and was left out.");
        assertThat(fits.table().columns())
                .extracting(Column::id, Column::role, each -> each.heading().text())
                .isEqualTo(worked().columns().stream()
                        .map(each -> org.assertj.core.groups.Tuple.tuple(
                                each.id(), each.role(), each.heading().text()))
                        .toList());
        assertThat(cells(fits.table(), 3))
                .containsExactly(new Cell.Number(6), new Cell.Number(9), new Cell.Number(7.6), new Cell.Number(5));
        assertThat(fits.table().excluded().reasons()).isEqualTo(Map.of(0, "slipped"));
        assertThat(fits.table().decisions())
                .extracting(Decision::row, Decision::original)
                .containsExactly(org.assertj.core.groups.Tuple.tuple(2, new Cell.Text("about 7.6")));
        Study study =
                new StudyEdit.UseData(fits.table()).apply(Study.EMPTY.withTableAndFigure(worked(), Figure.of(1, 1)));
        assertThat(cells(study.table(1), 4))
                .as("derived columns follow")
                .containsExactly(new Cell.Number(12), new Cell.Number(72), new Cell.Number(15.2), new Cell.Number(5));
    }

    /// A number that was used for a cell is that of the cell, not what stands in it; a cell's own words stay.
    @Test
    void anotherUnitOfTheQuantityIsConverted() {
        Study study = new DecisionEdit.Decide(
                        1, 3, List.of(1), ProblemKind.NOT_A_NUMBER, Decision.Choice.NUMBER_USED, "", List.of(7600.0))
                .apply(StudyEdit.AddTable.to(Study.EMPTY, READ).apply(Study.EMPTY));
        var fits = (TableUpdate.Outcome.Fits) TableUpdate.of(
                study.table(1),
                table(
                        column(1, "Cord", Role.NONE, "dry", "dry", "salt", "salt"),
                        column(2, "Load (kN)", Role.NONE, 0.001, 0.002, 0.001, 2),
                        column(3, "Stretch (mm)", Role.NONE, 3, "about 7.6", 5, 6)));
        assertThat(cells(fits.table(), 2))
                .containsExactly(new Cell.Number(1), new Cell.Number(2), new Cell.Number(1), new Cell.Number(2000));
        assertThat(fits.table().column(2).unit()).isEqualTo("N");
        assertThat(cells(fits.table(), 3)).contains(new Cell.Number(7600));
        assertThat(fits.notices()).containsExactly("“Load” is in kN there, and was converted into N.");
    }

    @Test
    void whatDoesNotFitIsRefusedAndWhatIsTakenForGrantedIsSaid() {
        assertThat(why(table(column(1, "Load (g)", Role.NONE, 1, 2), column(2, "Stretch (mm)", Role.NONE, 1, 2))))
                .containsExactly("there is no column “Cord”", "“Load” is in g there, and in N here");
        assertThat(why(table(
                        column(1, "Cord", Role.NONE, "a"),
                        column(2, "load", Role.NONE, 9),
                        column(3, "LOAD", Role.NONE, 8),
                        column(4, "Stretch", Role.NONE, 7))))
                .as("two could be meant")
                .containsExactly("there is no column “Load (N)”");
        TableUpdate.Outcome.Fits noUnit = fits(table(
                column(1, "Cord", Role.NONE, "a"),
                column(2, "load", Role.NONE, 9),
                column(3, "Stretch (mm)", Role.NONE, 7)));
        assertThat(noUnit.notices())
                .containsExactly(
                        "“load” has no unit there; it was taken as N.",
                        "2 rows about which something was decided are not there; nothing is decided about the others.");
        assertThat(noUnit.table().excluded()).isEqualTo(ExcludedRows.NONE);
        Table unused = worked().withColumn(1, old -> old.withRole(Role.NONE));
        assertThat(TableUpdate.of(
                        unused, table(column(2, "Load (N)", Role.NONE, 9), column(3, "Stretch (mm)", Role.NONE, 7))))
                .isInstanceOfSatisfying(TableUpdate.Outcome.Fits.class, fits -> assertThat(fits.notices())
                        .contains("There is no column “Cord”; it is empty now."));
    }

    /// A heading that was changed in the study: the cells tell.
    @Test
    void aRenamedColumnIsKnownByItsCells() {
        Table renamed = READ.withColumn(2, old -> old.withHeading(Heading.of("Force (N)")));
        Table longer = table(
                column(1, "Cord", Role.NONE, "dry", "dry", "salt", "salt", "wet"),
                column(2, "Load (N)", Role.NONE, 1, 2, 1, 2, 3),
                column(3, "Stretch (mm)", Role.NONE, 3, "about 7.6", 5, 6, 8));
        var fits = (TableUpdate.Outcome.Fits) TableUpdate.of(renamed, longer);
        assertThat(fits.table().column(2).heading()).isEqualTo(Heading.of("Force (N)"));
        assertThat(fits.table().column(2).cells().number(4)).isEqualTo(3);
    }

    @Test
    void aFileThatGrewGivesItsNewRowsOnly() {
        Table longer = table(
                column(1, "Cord", Role.NONE, "dry", "dry", "salt", "salt", "wet"),
                column(2, "Load (N)", Role.NONE, 1, 2, 1, 2, 3),
                column(3, "Stretch (mm)", Role.NONE, 3, "about 7.6", 5, 6, null));
        Table fresh = fits(longer).table();
        TableEdit.AppendRows growth = TableUpdate.growth(worked(), fresh).orElseThrow();
        assertThat(growth.cells()).hasSize(1);
        Study study = Study.EMPTY.withTableAndFigure(worked(), Figure.of(1, 1));
        assertThat(growth.apply(study).table(1))
                .isEqualTo(new StudyEdit.UseData(fresh).apply(study).table(1));
        assertThat(growth.sentence(study)).isEqualTo("1 row more of pulls.csv");
        assertThat(TableUpdate.growth(worked(), fits(READ).table()))
                .as("nothing came")
                .isEmpty();
        Table changed = longer.withColumn(3, old -> old.withCells(old.cells().withCell(0, new Cell.Number(4))));
        assertThat(TableUpdate.growth(worked(), fits(changed).table()))
                .as("something else changed")
                .isEmpty();
    }
}
