package helvo.core.table;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.importing.TableStacking;
import helvo.core.number.DateText.Form;
import helvo.core.number.DateText.Order;
import helvo.core.number.DecimalMark;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/// Tables put under one another, and columns that become dates and stop being some.
class StackedAndDatedTest {
    private static Cells cells(Object... values) {
        return Cells.of(Arrays.stream(values)
                .map(value -> value instanceof Number n
                        ? new Cell.Number(n.doubleValue())
                        : value == null ? Cell.EMPTY : new Cell.Text(value.toString()))
                .toList());
    }

    private static Column column(int id, String name, Role role, int decimals, Object... values) {
        return new Column(
                id,
                new Heading(name, ""),
                values[0] instanceof String ? Kind.TEXT : Kind.NUMBER,
                role,
                decimals,
                cells(values));
    }

    private static Table table(String name, Column... columns) {
        return new Table(1, name, DecimalMark.POINT, Optional.empty(), List.of(columns), ExcludedRows.NONE);
    }

    private static List<String> shown(Column column) {
        return IntStream.range(0, column.cells().size())
                .mapToObj(row -> column.shown(row, DecimalMark.POINT))
                .toList();
    }

    @Test
    void tablesAreStackedByTheNamesOfTheirColumns() {
        Table stacked = TableStacking.of(
                "All",
                "Day",
                List.of(
                        table(
                                "Mon",
                                column(1, "Cord", Role.BY, 0, "dry", "salt"),
                                column(2, "Load", Role.X, 1, 1, 2),
                                column(3, "load", Role.NONE, 0, 9, 9)),
                        table("Tue", column(1, "LOAD", Role.NONE, 2, 3.25), column(2, "Stretch", Role.Y, 0, 7)),
                        table("Wed", column(1, "Cord", Role.NONE, 0, "wet"), column(2, "Stretch", Role.NONE, 0, 8))));
        assertThat(stacked.columns()).extracting(Column::name).containsExactly("Day", "Cord", "Load", "Stretch");
        assertThat(stacked.columns()).extracting(Column::id).containsExactly(1, 2, 3, 4);
        assertThat(stacked.columns())
                .extracting(Column::role)
                .as("the file splits, and nothing else")
                .containsExactly(Role.BY, Role.NONE, Role.X, Role.Y);
        assertThat(shown(stacked.column(1))).containsExactly("Mon", "Mon", "Tue", "Wed");
        assertThat(shown(stacked.column(2))).containsExactly("dry", "salt", "", "wet");
        assertThat(shown(stacked.column(3))).containsExactly("1.00", "2.00", "3.25", "");
        assertThat(shown(stacked.column(4))).containsExactly("", "", "7", "8");
        assertThat(stacked.rows()).isEqualTo(4);
    }

    @Test
    void numbersUnderDatesStayAsTheyWereShown() {
        Column dates = DateColumn.dated(column(1, "When", Role.X, 0, "2026-03-05"), Order.DAY_FIRST);
        Table mixed = TableStacking.of(
                "All", "File", List.of(table("a", dates), table("b", column(1, "When", Role.X, 1, 4.5, null))));
        assertThat(mixed.column(2).kind()).isEqualTo(Kind.DATE);
        assertThat(mixed.column(2).cells().cell(1)).isEqualTo(new Cell.Text("4.5"));
        assertThat(mixed.column(2).cells().cell(2)).isEqualTo(Cell.EMPTY);
    }

    /// By the evidence of all cells; a column whose dates all could be either is open, and one that contradicts
    /// itself as much as not.
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            nullValues = "open",
            value = {
                "3/4/2026;5/6/2026|open",
                "3/14/2026;5/6/2026|MONTH_FIRST",
                "14/3/2026;5/6/2026|DAY_FIRST",
                "2026-03-05|DAY_FIRST",
                "word|DAY_FIRST",
                "14/3/2026;3/14/2026|open",
                "14/3/2026;3/14/2026;15/3/2026|DAY_FIRST",
                "5.3.2026;6.3.2026|DAY_FIRST",
                "4/4/2026;5/5/2026|DAY_FIRST"
            })
    void theOrderOfDayAndMonthIsSettledOrOpen(String texts, Order order) {
        assertThat(DateColumn.order(cells((Object[]) texts.split(";")))).isEqualTo(Optional.ofNullable(order));
    }

    /// A cell that contradicts the order of the column is no date, and never one of another day.
    @Test
    void aDateInTheOtherOrderStaysText() {
        Column read =
                DateColumn.dated(column(1, "When", Role.X, 0, "14/3/2026", "3/15/2026", "16/3/2026"), Order.DAY_FIRST);
        assertThat(shown(read)).containsExactly("2026-03-14", "3/15/2026", "2026-03-16");
    }

    @Test
    void datesAreReadInEitherOrderAndChangedOver() {
        Column dayFirst = DateColumn.dated(
                column(1, "When", Role.X, 0, "3/4/2026", "5/6/2026 14:30", "odd", null), Order.DAY_FIRST);
        assertThat(shown(dayFirst)).containsExactly("2026-04-03 00:00", "2026-06-05 14:30", "odd", "");
        assertThat(((ColumnFormat.Dates) dayFirst.format()).form()).isEqualTo(Form.MINUTE);
        Column monthFirst = DateColumn.dated(dayFirst, Order.MONTH_FIRST);
        assertThat(shown(monthFirst)).containsExactly("2026-03-04 00:00", "2026-05-06 14:30", "odd", "");
        assertThat(DateColumn.dated(monthFirst, Order.MONTH_FIRST)).isSameAs(monthFirst);
        assertThat(shown(DateColumn.undated(dayFirst, Kind.TEXT)))
                .containsExactly("2026-04-03 00:00", "2026-06-05 14:30", "odd", "");
        assertThat(DateColumn.showing(
                                DateColumn.dated(column(1, "When", Role.X, 0, "2026-03-05"), Order.DAY_FIRST),
                                "6.3.2026 12:00:05")
                        .format())
                .isEqualTo(new ColumnFormat.Dates(Form.SECOND, Order.DAY_FIRST, CalendarUnit.DAY));
    }

    @Test
    void yearsAreNumbersAgain() {
        Column years = DateColumn.dated(column(1, "Year", Role.X, 0, 2024, 2025, 77), Order.DAY_FIRST);
        assertThat(shown(years)).containsExactly("2024", "2025", "77");
        assertThat(years.cells().cell(2)).as("no year").isEqualTo(new Cell.Text("77"));
        Column back = DateColumn.undated(years, Kind.NUMBER);
        assertThat(back.cells().number(1)).isEqualTo(2025);
        assertThat(back.format()).isEqualTo(new ColumnFormat.AsWritten(0));
        assertThat(DateColumn.undated(back, Kind.TEXT).kind()).isEqualTo(Kind.TEXT);
    }

    @Test
    void cellsAreCutAndLengthenedByBlocks() {
        Cells long1 =
                Cells.ofNumbers(IntStream.range(0, 10_000).asDoubleStream().toArray());
        Cells cut = long1.withSize(9000);
        assertThat(cut.size()).isEqualTo(9000);
        assertThat(cut.number(8999)).isEqualTo(8999);
        assertThat(cut.sharesBlock(long1, 0)).isTrue();
        assertThat(cut.sharesBlock(long1, 8999)).isFalse();
        Cells longer = long1.withSize(10_002);
        assertThat(longer.cell(10_001)).isEqualTo(Cell.EMPTY);
        assertThat(longer.withSize(10_000)).isEqualTo(long1);
        assertThat(long1.withSize(10_000)).isSameAs(long1);
        var copy = new Cells.Builder();
        long1.addTo(copy);
        assertThat(copy.build()).isEqualTo(long1);
    }
}
