package helvo.core.table;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.importing.RoleGuess;
import helvo.core.number.DecimalMark;
import helvo.core.quality.Problem;
import helvo.core.quality.Problems;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TableTest {
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            Load (N)      | Load        | N
            Load [N]      | Load        | N
            Load / N      | Load        | N
            Load/N        | Load/N      |
            u(T) (s)      | u(T)        | s
            u(T)          | u(T)        |
            u(Activity)   | u(Activity) |
            u (m/s)       | u           | m/s
            u(m/s)        | u           | m/s
            """)
    void aHeadingIsANameAndAUnit(String text, String name, String unit) {
        assertThat(Heading.of(text)).isEqualTo(new Heading(name, unit == null ? "" : unit));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            nullValues = "none",
            value = {
                "Load (N)|Load|N",
                "Load [N]|Load|N",
                "Load / N|Load|N",
                "Load|Load|none",
                "Ratio a/b|Ratio a/b|none",
                "± (mm)|±|mm",
                "Speed / km/h|Speed|km/h",
                "f(x) (1)|f(x)|1",
                "Rate (AU/(mg/L))|Rate|AU/(mg/L)",
                "k (a) (1/(m·s))|k (a)|1/(m·s)"
            })
    void readsNameAndUnitOfAHeading(String text, String name, String unit) {
        assertThat(Heading.of(text)).isEqualTo(new Heading(name, unit == null ? "" : unit));
    }

    /// Against a plain list, over several blocks.
    @Property(tries = 60, seed = "26")
    void cellsBehaveAsAListThatNeverChanges(@ForAll long seed) {
        var random = new Random(seed);
        List<Cell> plain = new ArrayList<>(IntStream.range(0, random.nextInt(10_000))
                .mapToObj(_ -> any(random))
                .toList());
        Cells first = Cells.of(plain);
        List<Cell> before = List.copyOf(plain);
        Cells cells = first;
        for (int i = 0; i < 20; i++) {
            int row = random.nextInt(plain.size() + 50);
            Cell cell = any(random);
            cells = cells.withCell(row, cell);
            while (plain.size() <= row) {
                plain.add(Cell.EMPTY);
            }
            plain.set(row, cell);
        }
        assertThat(cells).isEqualTo(Cells.of(plain));
        assertThat(IntStream.range(0, cells.size()).mapToObj(cells::cell).toList())
                .isEqualTo(plain);
        assertThat(IntStream.range(0, first.size()).mapToObj(first::cell).toList())
                .isEqualTo(before);
    }

    private static Cell any(Random random) {
        return switch (random.nextInt(12)) {
            case 0 -> new Cell.Text("about " + random.nextInt(9));
            case 1 -> Cell.EMPTY;
            default -> new Cell.Number(random.nextInt(100));
        };
    }

    @Test
    void guessesRolesFromKindsAndNames() {
        List<Column> columns = List.of(
                text(1, "Cord", "dry", "dry", "salt", "salt"),
                number(2, "Load"),
                number(3, "Stretch"),
                number(4, "± Stretch"),
                number(5, "Load error"),
                number(6, "Other"),
                text(7, "Remark", "a", "b", "c", "d"),
                text(8, "Weather", "", "", "", "windy"));
        assertThat(RoleGuess.guessed(columns))
                .extracting(Column::role)
                .containsExactly(Role.BY, Role.X, Role.Y, Role.Y_BAR, Role.X_BAR, Role.NONE, Role.NONE, Role.NONE);
        var pulls = new Column(
                1,
                Heading.of("Pull"),
                Kind.NUMBER,
                Role.NONE,
                0,
                Cells.of(Stream.of(1, 2, 3, 1, 2, 3)
                        .map(n -> (Cell) new Cell.Number(n))
                        .toList()));
        assertThat(RoleGuess.guessed(List.of(pulls, number(2, "Load"), number(3, "Stretch"))))
                .as("a column that counts repeats")
                .extracting(Column::role)
                .containsExactly(Role.NONE, Role.X, Role.Y);
        assertThat(RoleGuess.guessed(List.of(pulls, number(2, "Load"))))
                .extracting(Column::role)
                .containsExactly(Role.X, Role.Y);
    }

    /// Columns of y's own quantity are y too, six at most, each with the ± right behind it; where a ± stands
    /// elsewhere, none.
    @Test
    void columnsOfOneQuantityAreAllY() {
        assertThat(roles("Time (min)", "Temp water (°C)", "Temp wax (°C)", "Mass (g)"))
                .containsExactly(Role.X, Role.Y, Role.Y, Role.NONE);
        assertThat(roles("Time (min)", "Water (°C)", "± Water (°C)", "Wax (°C)", "± Wax (°C)"))
                .containsExactly(Role.X, Role.Y, Role.Y_BAR, Role.Y, Role.Y_BAR);
        assertThat(roles("Time (min)", "Water (°C)", "Wax (°C)", "± Water (°C)", "± Wax (°C)"))
                .as("whose ± it is")
                .containsExactly(Role.X, Role.Y, Role.NONE, Role.Y_BAR, Role.NONE);
        assertThat(roles("Standard", "Absorbance 1", "Absorbance 2", "Blank"))
                .containsExactly(Role.X, Role.Y, Role.Y, Role.NONE);
        assertThat(roles("Load", "Stretch", "Weight"))
                .as("no unit, no common name")
                .containsExactly(Role.X, Role.Y, Role.NONE);
        assertThat(roles("Column 1", "Column 2", "Column 3"))
                .as("no headings")
                .containsExactly(Role.X, Role.Y, Role.NONE);
        assertThat(roles("t (s)", "A (V)", "B (V)", "C (V)", "D (V)", "E (V)", "F (V)", "G (V)"))
                .containsExactly(Role.X, Role.Y, Role.Y, Role.Y, Role.Y, Role.Y, Role.Y, Role.NONE);
        assertThat(RoleGuess.severalY(guessed("Time (min)", "Temp water (°C)", "Temp wax (°C)")))
                .contains("Temp water and Temp wax are both y, since both are in °C.");
        assertThat(RoleGuess.severalY(guessed("Time (min)", "Temp water (°C)", "Mass (g)")))
                .isEmpty();
    }

    private static List<Role> roles(String... headings) {
        return guessed(headings).stream().map(Column::role).toList();
    }

    private static List<Column> guessed(String... headings) {
        return RoleGuess.guessed(IntStream.range(0, headings.length)
                .mapToObj(i -> new Column(
                        i + 1, Heading.of(headings[i]), Kind.NUMBER, Role.NONE, 0, Cells.ofNumbers(new double[] {
                            1.5, 2.5, 4, 7
                        })))
                .toList());
    }

    @Test
    void listsTextInNumberColumnsUnlessTheRowIsExcluded() {
        var column = new Column(
                1,
                new Heading("Stretch", "mm"),
                Kind.NUMBER,
                Role.Y,
                1,
                Cells.of(List.of(new Cell.Number(1), new Cell.Text("about 7.6"), Cell.EMPTY, new Cell.Text("torn"))));
        var table =
                new Table(1, "t", DecimalMark.POINT, java.util.Optional.empty(), List.of(column), ExcludedRows.NONE);
        assertThat(Problems.in(table).groups())
                .extracting(Problem::row, problem -> problem.suggested(table).size())
                .containsExactly(org.assertj.core.groups.Tuple.tuple(1, 1), org.assertj.core.groups.Tuple.tuple(3, 0));
        assertThat(Problems.in(table.withExcluded(ExcludedRows.NONE.with(List.of(1, 3), "unclear")))
                        .count())
                .isZero();
    }

    @Test
    void alikeCellsAmongVeryManyAreOneGroup() {
        var builder = new Cells.Builder();
        for (int row = 0; row < 20_000; row++) {
            if (row % 20 == 7) {
                builder.addText("torn");
            } else {
                builder.addNumber(row);
            }
        }
        var column = new Column(1, new Heading("a", ""), Kind.NUMBER, Role.X, 0, builder.build());
        Problems problems = Problems.in(
                new Table(1, "t", DecimalMark.POINT, java.util.Optional.empty(), List.of(column), ExcludedRows.NONE));
        assertThat(problems.count()).isEqualTo(1000);
        assertThat(problems.groups())
                .singleElement()
                .satisfies(all -> assertThat(all.rows()).startsWith(7, 27, 47).hasSize(1000));
    }

    private static Column number(int id, String name) {
        return new Column(id, new Heading(name, ""), Kind.NUMBER, Role.NONE, 0, Cells.ofNumbers(1, 2, 3, 4));
    }

    private static Column text(int id, String name, String... values) {
        return new Column(
                id,
                new Heading(name, ""),
                Kind.TEXT,
                Role.NONE,
                0,
                Cells.of(java.util.Arrays.stream(values)
                        .<Cell>map(Cell.Text::new)
                        .toList()));
    }
}
