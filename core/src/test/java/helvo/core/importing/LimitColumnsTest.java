package helvo.core.importing;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.number.DecimalMark;
import helvo.core.study.Figure;
import helvo.core.study.LimitBars;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.table.BarMeaning;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LimitColumnsTest {
    private static final double[][] NUMBERS = {{1, 2, 3}, {10, 12, 15}, {9, 11.5, 13}, {10.5, 13, 18}};

    private static Table table(String... names) {
        var columns = new ArrayList<Column>();
        for (int i = 0; i < names.length; i++) {
            columns.add(new Column(
                    i + 1, new Heading(names[i], "N"), Kind.NUMBER, Role.NONE, 1, Cells.ofNumbers(NUMBERS[i])));
        }
        return new Table(1, "t", DecimalMark.POINT, Optional.empty(), RoleGuess.guessed(columns), ExcludedRows.NONE);
    }

    @ParameterizedTest
    @CsvSource({
        "lower, upper, true",
        "Load_lwr, Load_upr, true",
        "Load.LCL, Load.UCL, true",
        "ci_low, ci_high, true",
        "lower 95 % limit, upper 95 % limit, true",
        "low, high, false",
        "min, max, false",
        "upper, lower, false",
        "lower, wide, false"
    })
    void limitsAreToldByTheirNamesAndByWhatLiesBetween(String lower, String upper, boolean offered) {
        Table table = table("Stretch", "Load", lower, upper);
        assertThat(LimitColumns.offered(table).isPresent()).isEqualTo(offered);
        assertThat(table.all(Role.Y).size())
                .as("limits are no series")
                .isEqualTo(offered ? 1 : table.all(Role.Y).size());
    }

    /// In every row, its own limits included, and in two at least.
    @ParameterizedTest
    @CsvSource({"9, 10, 11, true", "10, 10, 10, true", "10.1, 10, 11, false", "9, 10, 9.9, false"})
    void whatHasLimitsLiesBetweenThem(double low, double value, double high, boolean offered) {
        List<Column> columns = new ArrayList<>();
        for (int rows = 1; rows <= 2; rows++) {
            columns.clear();
            double[][] numbers = {{1, 2, 3}, {value, 12, 15}, {low, 11.5, 13}, {high, 13, 18}};
            for (String name : List.of("Stretch", "Load", "lower", "upper")) {
                columns.add(new Column(
                        columns.size() + 1,
                        new Heading(name, "N"),
                        Kind.NUMBER,
                        Role.NONE,
                        1,
                        Cells.ofNumbers(Arrays.copyOf(numbers[columns.size()], rows))));
            }
            assertThat(LimitColumns.in(columns)).as("%d rows", rows).hasSize(offered && rows == 2 ? 1 : 0);
        }
    }

    @Test
    void limitsBecomeBarsOfUnequalLength() {
        Table table = table("Stretch", "Load", "lower", "upper");
        Study study = new StudyEdit.AddTable(table, Figure.of(1, 1)).apply(Study.EMPTY);
        Table barred = LimitBars.of(table, LimitColumns.offered(table).orElseThrow(), BarMeaning.INTERVAL_95)
                .apply(study)
                .table(1);
        Column y = barred.first(Role.Y).orElseThrow();
        Column up = barred.barOf(y).orElseThrow();
        assertThat(List.of(
                        up.cells().number(2),
                        barred.downOf(y).orElseThrow().cells().number(2)))
                .containsExactly(3.0, 2.0);
        assertThat(barred.columns()).as("bars have no uncertainty of their own").hasSize(6);
        assertThat(up.barMeaning()).isEqualTo(BarMeaning.INTERVAL_95);
        assertThat(LimitColumns.offered(barred)).as("they have become bars").isEmpty();
    }
}
