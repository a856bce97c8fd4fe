package helvo.core.importing;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.number.DateText;
import helvo.core.number.DecimalMark;
import helvo.core.quality.AmbiguousColumn;
import helvo.core.table.CalendarUnit;
import helvo.core.table.Cell;
import helvo.core.table.CellInterpretation;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ColumnFormat;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.ImportOptions;
import helvo.core.table.ImportReport.Remark;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/// What columns of texts are read as, by the evidence of all of their cells and of the table's others, and what is
/// left open.
class TableReaderTest {
    private final List<Remark> remarks = new ArrayList<>();

    private static Column column(String heading, Object... values) {
        List<Cell> cells = Arrays.stream(values)
                .map(value -> value instanceof Number n
                        ? (Cell) new Cell.Number(n.doubleValue())
                        : value == null || value.equals("") ? Cell.EMPTY : new Cell.Text(value.toString()))
                .toList();
        return new Column(1, Heading.of(heading), Kind.TEXT, Role.NONE, 0, Cells.of(cells));
    }

    private Table read(ImportOptions choices, boolean settled, Column... columns) {
        var reader = new TableReader("t", DecimalMark.POINT, choices);
        List<Boolean> texts = Arrays.stream(columns)
                .map(each -> IntStream.range(0, each.cells().size())
                        .anyMatch(row -> each.cells().cell(row) instanceof Cell.Text))
                .toList();
        Table table = reader.read(
                Arrays.stream(columns)
                        .map(each -> texts.get(List.of(columns).indexOf(each)) ? each : each.withKind(Kind.NUMBER))
                        .toList(),
                texts,
                settled,
                false,
                Map.of());
        remarks.clear();
        remarks.addAll(reader.remarks());
        return table;
    }

    private Table read(Column... columns) {
        return read(ImportOptions.NONE, false, columns);
    }

    private static List<String> exact(Column column) {
        return IntStream.range(0, column.cells().size())
                .mapToObj(row -> column.cells().cell(row).exactText())
                .toList();
    }

    /// `=` cells that are numbers, `"` cells that stay text.
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "1,234;2,345.5|=1234;=2345.5",
                "1.234;2.345,5|=1234;=2345.5",
                "5 N;7 N;8|=5;=7;\"8",
                "5 %;7 %|=5;=7",
                "1 000;2 000|=1000;=2000",
                "1/2;1 1/2;2|=0.5;=1.5;=2",
                "950 m;1.2 km|=950;=1200",
                "4k;1M|=4000;=1000000",
                "7.5;about 8;9|=7.5;\"about 8;=9",
                "5;6;NA;-|=5;=6;\"NA;\"-",
                "12°30';13°|=12.5;=13",
                "1,5;2,5;3.5|=1.5;=2.5;\"3.5",
                "1'000;2,5;3'000|=1000;=2.5;=3000",
                "1:00:00;30:00:00|=1;=30"
            })
    void cellsAreReadTogether(String texts, String expected) {
        Column column =
                read(column("Load", (Object[]) texts.split(";"))).columns().getFirst();
        List<String> cells = IntStream.range(0, column.cells().size())
                .mapToObj(row -> column.cells().cell(row))
                .map(cell -> (cell instanceof Cell.Number ? "=" : "\"") + cell.exactText())
                .toList();
        assertThat(cells).containsExactly(expected.split(";"));
        assertThat(column.kind()).isEqualTo(Kind.NUMBER);
    }

    /// All that was decided about a column, in the order of the remarks.
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Load|1,234;2,345.5|Commas part the thousands, and the decimal mark is a point.",
                "Load|1.234;2.345,5|Points part the thousands, and the decimal mark is a comma.",
                "Load|1'000;2,5;3'000|Apostrophes part the thousands, and the decimal mark is a comma.",
                "Load|5 N;7 N;8|the unit N stands in its cells; it was put into the heading.",
                "Load (kg)|5 N;7 N|its cells say N, not kg as its heading did.",
                "Load (N)|5 N;7 N|",
                "Load|950 m;1.2 km|its cells have the unit with different prefixes; all are counted in m.",
                "Load|4k;1M|the letters behind the numbers (k, M, µ …) were counted in.",
                "Load|5 ± 0.1;6 ± 0.25|2 values bring their own ±; it stands in a column of its own.",
                "Load|5 ± 0.1;6;7|",
                "Load|12°30';13°|angles, counted in degrees.",
                "Load|1:00:00;30:00:00|durations, counted in hours.",
                "Load|25/03/2026;05/04/2026|dates with the day before the month.",
                "Load|03/25/2026;05/04/2026|dates with the month before the day.",
                "Load|2026-03-25;2026-04-05|",
                "Load|5;6;-9999|−9999 was taken as missing (one cell).",
                "Load|5;-9999;6;-9999|−9999 were taken as missing (2 cells).",
                "Load|5;6;NA;-|2 cells say that they have no value (“-”, “NA”).",
                "Load|5;6;NA|1 cell says that it has no value (“NA”)."
            })
    void whatWasDecidedIsSaid(String heading, String texts, String sentence) {
        read(column(heading, (Object[]) texts.split(";")));
        assertThat(remarks.stream().filter(each -> each.column().equals("Load")).map(Remark::sentence))
                .containsExactlyElementsOf(sentence == null ? List.of() : List.of("“Load”: " + sentence));
    }

    @Test
    void valuesWithTheirOwnBarsGiveTwoColumns() {
        Table table = read(column("Load (N)", "5 ± 0.1", "6", "about 7", "8 ± 0.25"));
        assertThat(table.columns()).extracting(Column::name).containsExactly("Load", "± Load");
        assertThat(table.columns()).extracting(Column::unit).containsExactly("N", "N");
        assertThat(exact(table.columns().getFirst())).containsExactly("5", "6", "about 7", "8");
        assertThat(exact(table.columns().getLast())).containsExactly("0.1", "", "", "0.25");
    }

    @Test
    void theUnitOfTheCellsGoesIntoTheHeading() {
        Table table = read(
                column("Load", "5 N", "6 N"),
                column("Stretch (cm)", "7 mm", "8 mm"),
                column("Run", "0:30", "1:30:00", "2:00:00"));
        assertThat(table.columns()).extracting(Column::unit).startsWith("N", "mm");
        assertThat(remarks)
                .filteredOn(Remark::warning)
                .extracting(Remark::sentence)
                .containsExactly("“Stretch”: its cells say mm, not cm as its heading did.");
    }

    @Test
    void twoReadingsThatFitEquallyAreAsked() {
        Table table = read(
                column("Load", "1,234", "2,500"),
                column("When", "3/4/2024", "5/6/2024"),
                column("Lap", "40:15", "50:30"),
                column("Cord", "a", "b"));
        assertThat(table.columns()).extracting(Column::kind).containsOnly(Kind.TEXT);
        assertThat(AmbiguousColumn.in(table))
                .extracting(question -> question.sentence(table))
                .containsExactly(
                        "“Load”: does the comma in “1,234” separate thousands (1234), or is it the decimal mark "
                                + "(1.234)?",
                        "“When” can be read in two ways: “3/4/2024” is 3 April 2024 or 4 March 2024.",
                        "“Lap” can be read in two ways: “40:15” is 40:15:00 or 0:40:15.");
        assertThat(AmbiguousColumn.in(table).getFirst().ways())
                .extracting(AmbiguousColumn.in(table).getFirst()::answer)
                .containsExactly("Thousands", "Decimal mark", "Keep as text");
        assertThat(exact(TableReader.read(table, 1, CellInterpretation.COMMA).column(1)))
                .containsExactly("1.234", "2.5");
        assertThat(TableReader.read(table, 1, CellInterpretation.COMMA).decimalMark())
                .isEqualTo(DecimalMark.COMMA);
        assertThat(TableReader.read(table, 2, CellInterpretation.MONTH_FIRST)
                        .column(2)
                        .shown(0, DecimalMark.POINT))
                .isEqualTo("2024-03-04");
        Column laps =
                TableReader.read(table, 3, CellInterpretation.MINUTES_SECONDS).column(3);
        assertThat(laps.shown(0, DecimalMark.POINT)).isEqualTo("0:40:15");
        assertThat(laps.unit()).isEqualTo("min");
        assertThat(laps.countedIn(CalendarUnit.HOUR).cells().number(0)).isEqualTo(40.25 / 60);
        assertThat(laps.typed("0:30:00", DecimalMark.POINT)).isEqualTo(new Cell.Number(30));
        assertThat(AmbiguousColumn.in(TableReader.read(table, 1, CellInterpretation.TEXT)))
                .hasSize(2);
    }

    /// Numbers such as 202311 may be months; the answer that they are numbers says nothing of the decimal mark.
    @Test
    void numbersThatMayBeMonthsAreAsked() {
        Table table = read(column("month", 202311, 202312, "NA", 202401), column("Load", "1,5", "2,5", "3,5", "4,5"));
        assertThat(AmbiguousColumn.in(table))
                .extracting(question -> question.sentence(table))
                .containsExactly("“month” can be read in two ways: “202311” is 2023-11 or 202311.");
        AmbiguousColumn question = AmbiguousColumn.in(table).getFirst();
        assertThat(question.shown(CellInterpretation.YEAR_MONTH)).containsExactly("2023-11", "2023-12", "2024-01");
        Table months = TableReader.read(table, 1, CellInterpretation.YEAR_MONTH);
        assertThat(months.column(1).kind()).isEqualTo(Kind.DATE);
        assertThat(months.column(1).shown(3, DecimalMark.COMMA)).isEqualTo("2024-01");
        assertThat(months.first(Role.X)).contains(months.column(1));
        Table numbers = TableReader.read(table, 1, CellInterpretation.POINT);
        assertThat(numbers.column(1).kind()).isEqualTo(Kind.NUMBER);
        assertThat(numbers.decimalMark()).isEqualTo(DecimalMark.COMMA);
        assertThat(AmbiguousColumn.in(
                        read(column("Pull", 202311, 202312, 202413), column("n", 202311, 202312, 202312))))
                .isEmpty();
    }

    /// One answer is that of all columns that leave the same open, and a table without x and y gets them.
    @Test
    void oneAnswerSettlesAllThatAskTheSame() {
        Table table =
                read(column("Load", "1,234", "2,500"), column("Stretch", "3,125", "4,250"), column("Cord", "a", "b"));
        Table read = TableReader.read(table, 2, CellInterpretation.POINT);
        assertThat(read.columns()).extracting(Column::kind).containsExactly(Kind.NUMBER, Kind.NUMBER, Kind.TEXT);
        assertThat(read.columns()).extracting(Column::role).startsWith(Role.X, Role.Y);
        assertThat(exact(read.column(1))).containsExactly("1234", "2500");
    }

    @Test
    void anotherColumnSettlesIt() {
        Table table = read(column("Load", "1,234", "2,500"), column("Stretch", "0,5", "0,75"));
        assertThat(exact(table.column(1))).containsExactly("1.234", "2.5");
        assertThat(table.decimalMark()).isEqualTo(DecimalMark.COMMA);
        assertThat(exact(read(ImportOptions.NONE, true, column("Load", "1,234", "2,500"))
                        .column(1)))
                .containsExactly("1234", "2500");
        assertThat(exact(read(ImportOptions.NONE.withThousands(Optional.of('.')), false, column("Load", "1,234"))
                        .column(1)))
                .containsExactly("1.234");
    }

    /// A fifth of the cells that look like numbers is said; fewer, and words with numbers in them, are not.
    @Test
    void textThatLooksLikeNumbersIsNotUsedQuietly() {
        assertThat(read(column("Load", "1.5", "torn", "cut", "knot", "slipped")).first(Role.BY))
                .isEmpty();
        assertThat(AmbiguousColumn.in(read(column("Load", "1.5", "torn", "cut", "knot", "slipped"))))
                .singleElement()
                .satisfies(question -> assertThat(question.isTie()).isFalse());
        assertThat(AmbiguousColumn.in(read(column("Load", "1.5", "torn", "cut", "knot", "slipped", "wet"))))
                .isEmpty();
        assertThat(AmbiguousColumn.in(read(column("Cord", "A1", "A2", "B1", "3x", "4y"))))
                .isEmpty();
        assertThat(read(column("Cord", "dry", "dry", "salt", "salt"), column("Load", 1, 2, 3, 4))
                        .first(Role.BY))
                .isPresent();
    }

    @Test
    void codesForNoValueAreNoMeasurements() {
        Table table = read(
                column("Load", 5, 6, -999, 7),
                column("Depth", -99, -80, -120, -60),
                column("Mass", 5, 9999, 6, 9999),
                column("Count", 998, 999, 1000, 1001),
                column("Late", 5, 6, 9999, 7));
        assertThat(exact(table.column(1))).containsExactly("5", "6", "-999", "7");
        assertThat(table.column(1).cells().cell(2)).isEqualTo(new Cell.Text("-999"));
        assertThat(table.column(2).cells().number(0))
                .as("not far from the rest")
                .isEqualTo(-99);
        assertThat(table.column(3).cells().cell(1)).isEqualTo(new Cell.Text("9999"));
        assertThat(table.column(4).cells().number(1)).isEqualTo(999);
        assertThat(table.column(5).cells().number(2))
                .as("once, and positive: it only lies far")
                .isEqualTo(9999);
        assertThat(remarks)
                .extracting(Remark::sentence)
                .containsExactly(
                        "“Load”: −999 was taken as missing (one cell).",
                        "“Mass”: 9999 were taken as missing (2 cells).");
        Table said = read(ImportOptions.NONE.withMissing(List.of("7", "torn")), false, column("Load", 5, 7, "torn", 8));
        assertThat(said.column(1).cells().cell(2)).isEqualTo(Cell.EMPTY);
        assertThat(said.column(1).cells().number(1)).isNaN();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Total|6|a total",
                "mean:|2|an average",
                "Std. dev.|1|a standard deviation",
                "Max|3|a maximum",
                "n|3|a count",
                "Summe (kN)|6|a total",
                "Median|2|a median",
                "Total|7|a total",
                "Max|9|",
                "Totally|6|",
                "RSD|0.5|"
            })
    void rowsThatSumOthersUpAreExcluded(String label, double value, String reason) {
        Table table = read(column("Cord", "a", "b", "c", label), column("Load", 1, 2, 3, value));
        assertThat(table.excluded().reasons().get(3)).isEqualTo(reason);
        assertThat(remarks).hasSize(reason == null ? 0 : 1);
    }

    @Test
    void subtotalsAndWorkbookSumsAreExcludedAndGroupsAreNot() {
        Table table = read(
                column("Cord", "a", "b", "Subtotal", "c", "d", "Subtotal", "Total"),
                column("Load", 1, 2, 3, 3, 4, 7, 10));
        assertThat(table.excluded().reasons().keySet()).containsExactly(2, 5, 6);
        Table groups = read(column("Kind", "min", "max", "min", "max"), column("Load", 1, 2, 3, 4));
        assertThat(groups.excluded()).isEqualTo(ExcludedRows.NONE);
        Table again = read(column("Load", 1, 2, "Load", 3), column("Stretch", 4, 5, "Stretch", 6));
        assertThat(again.excluded().reasons()).containsExactly(Map.entry(2, "the headings again"));
        var reader = new TableReader("t", DecimalMark.POINT, ImportOptions.NONE);
        Table summed = reader.read(
                List.of(column("Load", 1, 2, 4).withKind(Kind.NUMBER)), List.of(false), true, false, Map.of(2, "SUM"));
        assertThat(summed.excluded().reasons()).containsEntry(2, "a total");
    }

    @Test
    void timesAreOnOneClock() {
        Table offsets = read(column("When", "2024-03-31T01:30+01:00", "2024-03-31T03:30+02:00", "2024-03-31T04:00"));
        Cells moments = offsets.column(1).cells();
        assertThat(moments.number(1) - moments.number(0))
                .as("an hour, over the change")
                .isEqualTo(3600);
        assertThat(offsets.column(1).cells().cell(2))
                .as("on which clock?")
                .isEqualTo(new Cell.Text("2024-03-31T04:00"));
        Table zone = read(
                ImportOptions.NONE.withZone(Optional.of("Europe/Berlin")),
                false,
                column("When", "2024-10-27 02:30", "2024-10-27 02:45", "2024-10-27 02:00", "2024-10-27 03:00"));
        assertThat(IntStream.range(1, 4)
                        .mapToObj(row -> zone.column(1).cells().number(row)
                                - zone.column(1).cells().number(row - 1)))
                .as("the hour that comes twice goes on")
                .containsExactly(900.0, 900.0, 3600.0);
        Table clock = read(column("Clock", "23:50", "00:10", "13:00", "00:30"));
        assertThat(clock.column(1).cells().number(1) - clock.column(1).cells().number(0))
                .isEqualTo(1200);
        assertThat(clock.column(1).cells().number(3)).isEqualTo(2 * 86_400 + 1800);
    }

    /// What could be a code, a name or another mark is not made a number.
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "PAL0708;PAL0709;PAL0810|TEXT",
                "NGC2099;NGC2100;NGC7000|TEXT",
                "310M100US10180;310M100US10420;310M100US10500|TEXT",
                "020E33;021E33;022E35|TEXT",
                "3E8;4E2;5A1;7F0|TEXT",
                "3E8;4E2;5E3|NUMBER",
                "37A;37B;38A;38B|TEXT",
                "2010m1;2010m2;2010m3|TEXT",
                "5 mm;6 mm;7.5 mm|NUMBER",
                "5 qux;6 qux;7.5 qux|NUMBER",
                "5 qux;5 qux;5 quux|TEXT",
                "1974Q1;1974Q2;1974Q3|DATE",
                "Q1-74;Q2-74;Q3-74|DATE",
                "Jan-74;Feb-74;Mar-74|DATE",
                "Jan-1-1995;Feb-1-1995;Mar-1-1995|DATE",
                "1974M01;1974M02;1974M03|DATE",
                "20240101T000000;20240102T000000;20240103T000000|DATE",
                "10am;2pm;6pm|DATE",
                "1.250;1.400;1,55;1.900|TEXT"
            })
    void codesStayCodesAndDatesAreDates(String cells, Kind kind) {
        assertThat(read(column("Mark", (Object[]) cells.split(";"))).column(1).kind())
                .isEqualTo(kind);
    }

    @Test
    void aCellWithTheOtherMarkNeedsALook() {
        Table table = read(
                ImportOptions.NONE,
                true,
                new Column(
                        1,
                        Heading.of("Load"),
                        Kind.TEXT,
                        Role.NONE,
                        1,
                        Cells.of(List.of(
                                new Cell.Number(12.5),
                                new Cell.Number(13.1),
                                new Cell.Text("14,125"),
                                new Cell.Number(15.2)))));
        assertThat(table.column(1).kind()).isEqualTo(Kind.NUMBER);
        assertThat(table.column(1).cells().cell(2)).isEqualTo(new Cell.Text("14,125"));
    }

    @Test
    void aDayAndATimeOfDayAreOneMoment() {
        Table table = read(
                column("Date", "5.3.2024", "5.3.2024", ""),
                column("Time", "14:30:00", "15:00:00", "1:00:00"),
                column("Load", 1, 2, 3));
        assertThat(table.column(1).heading()).isEqualTo(new Heading("Date Time", ""));
        assertThat(table.column(1).shown(1, DecimalMark.POINT)).isEqualTo("2024-03-05 15:00:00");
        assertThat(table.columns()).extracting(Column::role).containsExactly(Role.X, Role.NONE, Role.Y);
        assertThat(((ColumnFormat.Dates) read(column("Day", 20240305, 20240306, 20240310))
                                .column(1)
                                .format())
                        .form())
                .isEqualTo(DateText.Form.DAY);
        assertThat(read(column("Id", 20240305, 20240306, 20241310)).column(1).kind())
                .isEqualTo(Kind.NUMBER);
    }
}
