package helvo.core.importing;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.Derivation;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/// What a careful person would plot of a table, by the names of its columns. A name with "#" before it counts
/// the rows, with "^" from 0, with "~" again and again; one with "@" holds dates, one with "-" has numbers
/// below 0, one with "0" none at all.
class RoleGuessTest {
    private static Column column(int id, String told) {
        char sign = told.charAt(0);
        String name = "#^~@-0".indexOf(sign) >= 0 ? told.substring(1) : told;
        double[] numbers = sign == '#'
                ? new double[] {1, 2, 3, 4, 5}
                : sign == '^'
                        ? new double[] {0, 1, 2, 3, 4}
                        : sign == '~'
                                ? new double[] {1, 2, 3, 1, 2}
                                : new double[] {sign == '-' ? -2.5 : 2.5, 4, 3.5 + id, 7, 6.5};
        Cells cells = sign == '0'
                ? Cells.of(List.of(new Cell.Text("NA"), new Cell.Text("??"), Cell.EMPTY))
                : Cells.ofNumbers(numbers);
        return new Column(id, Heading.of(name), sign == '@' ? Kind.DATE : Kind.NUMBER, Role.NONE, 0, cells);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "#Column 1;Load;Stretch | Load;Stretch",
                "#Column 1;Stretch | Column 1;Stretch",
                "#Unnamed: 0;Load;Stretch | Load;Stretch",
                "#index;Load;Stretch | Load;Stretch",
                "#Column 1;Column 2;Column 3 | Column 1;Column 2",
                "^time;voltage;current | time;voltage",
                "^Pull;voltage;current | Pull;voltage",
                "^Column 1;Load;Stretch | Load;Stretch",
                "~Pull;Load;Stretch | Load;Stretch",
                "Mass;~Time;Stretch | Time;Mass",
                "id;Load;Stretch | Load;Stretch",
                "Sample Number;Load;Stretch | Load;Stretch",
                "batch_id;Load;Stretch | Load;Stretch",
                "sampleID;Load;Stretch | Load;Stretch",
                "Acid;ACID;Stretch | Acid;ACID",
                "Subject;Stretch;Time | Time;Stretch",
                "lon;lat;Stretch;@date | date;Stretch",
                "age;longitude;latitude;@When | When;age",
                "lat;lon;id | ",
                "Breite (mm);Kraft;Weg | Breite;Kraft",
                "Breitengrad;Längengrad;Kraft;Weg | Kraft;Weg",
                "Stretch;dose | dose;Stretch",
                "Stretch;Dose (mg) | Dose;Stretch",
                "invest;value;year | year;invest",
                "year;quarter;Load | year;Load",
                "year;month;births | year;births",
                "day;time;Temp | time;Temp",
                "Time;Temperature | Time;Temperature",
                "Temperature;Load | Temperature;Load",
                "Load;Temperature | Temperature;Load",
                "Load;Stretch;Mass | Load;Stretch",
                "CRASH DATE;CRASH TIME;killed | CRASH DATE;killed",
                "year;month;day_of_week;births | year;births",
                "#Column 1;batch_id;Freq | Column 1;Freq",
                "Tension (N);Frequency (Hz) | Tension;Frequency",
                "groups;Stretch;Load | Stretch;Load",
                "x1;x2;y1;y2 | x1;y1",
                "Load;Stretch;± Stretch | Load;Stretch;±Stretch",
                "x;y_est;y_est_se | x;y_est;±y_est",
                "x;epa;se_epa | x;epa;±epa",
                "x;Load.se;Load | x;Load;±Load",
                "x;Load;std | x;Load;±Load",
                "x;Load;Load uncertainty | x;Load;±Load",
                "x;Load;u(Load) | x;Load;±Load",
                "t (min);Length (mm);u (mm) | t;Length;±Length",
                "L (m);T (s);u(L) (m);u(T) (s) | T;L;±T;±L",
                "t (s);v (m/s);u_v (m/s) | t;v;±v",
                "t (s);u velocity (m/s);v velocity (m/s) | t;u velocity;v velocity",
                "t (min);Length (mm);u (m/s) | t;Length",
                "Load;Load err;Stretch;σ Stretch | Load;Stretch;±Load;±Stretch",
                "Sample Number;Load;Delta 15 N | Load;Delta 15 N",
                "THETA1;SIGMA;Load | THETA1;SIGMA",
                "epoch;training error | epoch;training error",
                "x;Load;-residual error | x;Load",
                "x;Load;0sd | x;Load"
            })
    void whatACarefulPersonWouldPlot(String columns, String expected) {
        List<Column> all = new ArrayList<>();
        for (String name : columns.split(";")) {
            all.add(column(all.size() + 1, name));
        }
        List<Column> guessed = RoleGuess.guessed(all);
        String found = Stream.of(Role.X, Role.Y, Role.X_BAR, Role.Y_BAR)
                .flatMap(role -> guessed.stream()
                        .filter(each -> each.role() == role)
                        .map(each -> role == Role.X_BAR
                                ? "±" + named(guessed, Role.X)
                                : role == Role.Y_BAR ? "±" + named(guessed, Role.Y) : each.name()))
                .collect(Collectors.joining(";"));
        assertThat(found).isEqualTo(expected == null ? "" : expected);
        assertThat(RoleGuess.noPair(guessed).isPresent()).isEqualTo(expected == null);
    }

    private static String named(List<Column> columns, Role role) {
        return columns.stream()
                .filter(each -> each.role() == role)
                .map(Column::name)
                .findFirst()
                .orElseThrow();
    }

    /// Few words, each twice and more on average, in more than half of the rows.
    @ParameterizedTest
    @CsvSource({
        "3, 6, 6, true",
        "3, 5, 5, false",
        "3, 6, 11, true",
        "3, 6, 12, false",
        "24, 48, 48, true",
        "25, 50, 50, false",
    })
    void wordsSplitTheRows(int words, int filled, int rows, boolean expected) {
        List<Cell> cells = IntStream.range(0, rows)
                .mapToObj(row -> row < filled ? new Cell.Text("cord " + row % words) : Cell.EMPTY)
                .toList();
        var by = new Column(1, Heading.of("Cord"), Kind.TEXT, Role.NONE, 0, Cells.of(cells));
        assertThat(RoleGuess.guessed(List.of(by, column(2, "Load"), column(3, "Stretch"), by.withId(4))))
                .extracting(Column::role)
                .as("the first of two")
                .containsExactly(expected ? Role.BY : Role.NONE, Role.X, Role.Y, Role.NONE);
    }

    @ParameterizedTest
    @CsvSource({
        "Dye 1, Dye 2, true",
        "Dye1, dye 12, true",
        "Dye_a, Dye_b, true",
        "Dye-1 (N), Dye-2 (N), true",
        "Dyea, Dyeb, false",
        "Dye 1, Dye 1, false",
        "Dye 1, Dye, false",
        "Dye, Dye 1, false",
        "Dye 1, Wax 2, false",
        "Dye 1 (N), Dye 2 (kg), false",
        "Column 1, Column 2, false",
        "Var1, Var2, false"
    })
    void repeatsAreCalledAlike(String one, String other, boolean expected) {
        assertThat(NumberedName.alike(column(1, one), column(2, other))).isEqualTo(expected);
    }

    @Test
    void aDerivedColumnIsNotTakenForAFurtherY() {
        Column half = column(4, "Half (V)").withDerivation(Optional.of(new Derivation.Formula("[2] / 2")));
        assertThat(RoleGuess.guessed(List.of(column(1, "t (s)"), column(2, "A (V)"), half)))
                .extracting(Column::role)
                .containsExactly(Role.X, Role.Y, Role.NONE);
        assertThat(RoleGuess.guessed(
                        List.of(column(1, "t (s)"), column(2, "A (V)"), half.withDerivation(Optional.empty()))))
                .extracting(Column::role)
                .containsExactly(Role.X, Role.Y, Role.Y);
    }

    @Test
    void severalAreNamedWithTheirNumber() {
        List<Column> three = RoleGuess.guessed(
                List.of(column(1, "t (s)"), column(2, "A (V)"), column(3, "B (V)"), column(4, "C (V)")));
        assertThat(RoleGuess.severalY(three)).contains("A, B and C are all y, since all are in V.");
        List<Column> called = RoleGuess.guessed(List.of(column(1, "Standard"), column(2, "Dye 1"), column(3, "Dye 2")));
        assertThat(RoleGuess.severalY(called)).contains("Dye 1 and Dye 2 are both y, since both are called “Dye”.");
        assertThat(RoleGuess.severalY(three.subList(0, 2))).isEmpty();
    }
}
