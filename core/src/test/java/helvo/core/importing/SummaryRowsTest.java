package helvo.core.importing;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.Heading;
import helvo.core.table.ImportReport.Remark;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.function.ToDoubleFunction;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/// Which rows of a table say something of the rows above them.
class SummaryRowsTest {
    enum Statistic {
        TOTAL("Total:", "a total", values -> Arrays.stream(values).sum()),
        SUBTOTAL("Zwischensumme", "a total", values -> Arrays.stream(values).sum()),
        AVERAGE("Mean (n = 5)", "an average", values -> Arrays.stream(values)
                .average()
                .orElseThrow()),
        DEVIATION("Std. dev.", "a standard deviation", Statistic::deviation),
        LEAST("MIN", "a minimum", values -> Arrays.stream(values).min().orElseThrow()),
        MOST("max =", "a maximum", values -> Arrays.stream(values).max().orElseThrow()),
        MEDIAN(" Median ", "a median", Statistic::median),
        COUNT("n", "a count", values -> values.length);

        final String label;
        final String reason;
        final ToDoubleFunction<double[]> of;

        Statistic(String label, String reason, ToDoubleFunction<double[]> of) {
            this.label = label;
            this.reason = reason;
            this.of = of;
        }

        private static double deviation(double[] values) {
            double mean = Arrays.stream(values).average().orElseThrow();
            double squares = 0;
            for (double value : values) {
                squares += Math.pow(value - mean, 2);
            }
            return Math.sqrt(squares / (values.length - 1));
        }

        private static double median(double[] values) {
            double[] rising = Arrays.stream(values).sorted().toArray();
            return (rising[(rising.length - 1) / 2] + rising[rising.length / 2]) / 2;
        }
    }

    /// A table that grows row by row: a name, and two measured values with two decimals.
    private static final class Sheet {
        private final List<Cell> names = new ArrayList<>();
        private final List<List<Cell>> values = List.of(new ArrayList<>(), new ArrayList<>());
        private final List<double[]> measured = new ArrayList<>();
        private final List<Remark> remarks = new ArrayList<>();

        Sheet measured(Random random, int count) {
            for (int i = 0; i < count; i++) {
                measured.add(
                        row("cord " + names.size(), 10 + random.nextInt(9000) / 100.0, random.nextInt(9000) / 100.0));
            }
            return this;
        }

        double[] row(String name, double... of) {
            names.add(name.isEmpty() ? Cell.EMPTY : new Cell.Text(name));
            for (int k = 0; k < 2; k++) {
                double rounded = BigDecimal.valueOf(of[k])
                        .setScale(2, RoundingMode.HALF_UP)
                        .doubleValue();
                values.get(k).add(new Cell.Number(rounded));
            }
            return of;
        }

        /// @param from  of which measured row on
        /// @param off   what is added to it
        Sheet summary(String label, Statistic of, int from, double off) {
            double[] said = new double[2];
            for (int k = 0; k < 2; k++) {
                int column = k;
                said[k] = of.of.applyAsDouble(measured.stream()
                                .skip(from)
                                .mapToDouble(row -> row[column])
                                .toArray())
                        + off;
            }
            row(label, said);
            return this;
        }

        Map<Integer, String> found() {
            List<Column> columns = List.of(
                    new Column(1, Heading.of("Cord"), Kind.TEXT, Role.NONE, 0, Cells.of(names)),
                    new Column(2, Heading.of("Load (N)"), Kind.NUMBER, Role.X, 2, Cells.of(values.get(0))),
                    new Column(3, Heading.of("Stretch (mm)"), Kind.NUMBER, Role.Y, 2, Cells.of(values.get(1))));
            return SummaryRows.in(columns, Map.of(), remarks).reasons();
        }
    }

    @ParameterizedTest
    @EnumSource
    void whatAgreesWithTheRowsAboveIsExcludedWhereverItStands(Statistic of) {
        for (int seed = 0; seed < 40; seed++) {
            var random = new Random(seed);
            int count = 5 + random.nextInt(6);
            Sheet sheet = new Sheet()
                    .measured(random, count)
                    .summary(of.label, of, 0, 0)
                    .measured(random, 4);
            assertThat(sheet.found()).as("seed %d", seed).containsExactly(Map.entry(count, of.reason));
            assertThat(sheet.remarks.getLast().sentence())
                    .isEqualTo("Excluded, since it is not measurements: row " + (count + 1) + " (" + of.reason + ").");
            assertThat(SummaryRows.isReason(of.reason)).isTrue();
            int first = sheet.measured.size() - 4;
            sheet.summary(of.label, of, first, 0);
            assertThat(sheet.found())
                    .as("of the rows since the one before, seed %d", seed)
                    .containsExactly(Map.entry(count, of.reason), Map.entry(count + 5, of.reason));
        }
    }

    @ParameterizedTest
    @EnumSource
    void whatDoesNotAgreeIsAMeasurementUnlessItsLabelIsPlainAndItEndsTheTable(Statistic of) {
        boolean isPlain = of.ordinal() <= Statistic.DEVIATION.ordinal();
        for (int seed = 0; seed < 40; seed++) {
            var random = new Random(seed);
            Sheet amid =
                    new Sheet().measured(random, 6).summary(of.label, of, 0, 3).measured(random, 3);
            assertThat(amid.found()).as("seed %d", seed).isEmpty();
            assertThat(amid.remarks).isEmpty();
            Sheet last = new Sheet().measured(random, 6).summary(of.label, of, 0, 3);
            assertThat(last.found().keySet()).isEqualTo(isPlain ? java.util.Set.of(6) : java.util.Set.of());
            last.summary("Total", Statistic.TOTAL, 0, 0);
            assertThat(last.found().keySet()).as("beside one that agrees").containsExactlyInAnyOrder(6, 7);
        }
    }

    @Test
    void aNameThatAThirdOfTheRowsHaveIsNoLabelAndTheFirstTwoRowsAreNone() {
        var sheet = new Sheet();
        for (int i = 0; i < 9; i++) {
            sheet.row(i < 4 ? "mean" : "cord", i + 1, i + 2);
        }
        assertThat(sheet.found()).isEmpty();
        var first = new Sheet();
        first.row("cord 0", 5, 7);
        first.row("Total", 5, 7);
        assertThat(first.found()).isEmpty();
    }

    @Test
    void aLastRowWithoutALabelIsOneWhereAllItsNumbersAre() {
        for (Statistic of : List.of(Statistic.TOTAL, Statistic.AVERAGE)) {
            Sheet sheet = new Sheet().measured(new Random(1), 6).summary("", of, 0, 0);
            assertThat(sheet.found()).containsExactly(Map.entry(6, of.reason));
            assertThat(new Sheet()
                            .measured(new Random(1), 6)
                            .summary("cord 6", of, 0, 0)
                            .found())
                    .isEmpty();
            assertThat(new Sheet()
                            .measured(new Random(1), 6)
                            .summary("", of, 0, 9)
                            .found())
                    .isEmpty();
        }
    }

    @Test
    void moreThanSixAreCountedAndHeadingsThatComeAgainAreTold() {
        var random = new Random(3);
        var sheet = new Sheet();
        for (int block = 0; block < 8; block++) {
            sheet.measured(random, 5).summary("Subtotal", Statistic.TOTAL, sheet.measured.size() - 5, 0);
        }
        assertThat(sheet.found()).hasSize(8);
        assertThat(sheet.remarks.getLast().sentence())
                .startsWith("Excluded, since they are not measurements: row 6 (a total), row 12 (a total), ")
                .endsWith("row 36 (a total) and 2 more.");
        sheet.names.add(new Cell.Text("Cord"));
        sheet.values.get(0).add(new Cell.Text("Load (N)"));
        sheet.values.get(1).add(Cell.EMPTY);
        sheet.measured(random, 2);
        assertThat(sheet.found()).containsEntry(48, "the headings again").hasSize(9);
        assertThat(SummaryRows.isReason("the headings again")).isTrue();
        assertThat(SummaryRows.isReason("torn")).isFalse();
        sheet.values.get(1).set(48, new Cell.Number(3));
        assertThat(sheet.found()).doesNotContainKey(48);
    }
}
