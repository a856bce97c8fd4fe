package helvo.core.quality;

import static org.assertj.core.api.Assertions.assertThat;

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
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.function.BiPredicate;
import java.util.function.IntPredicate;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/// Random tables, some longer than a block of cells, against the plainest way to say what needs a look.
class ProblemsModelTest {
    private static final Role[] ROLES = {Role.X, Role.Y, Role.Y, Role.Y_BAR, Role.BY, Role.NONE};

    @ParameterizedTest
    @ValueSource(ints = {2, 3, 7, 8, 9, 30, 60, 5000, 45_000})
    void isWhatThePlainestWayFinds(int size) {
        for (int seed = 0; seed < (size < 100 ? 300 : 5); seed++) {
            Table table = table(new Random(seed), size);
            Set<List<Integer>> decided = table.decisions().stream()
                    .map(each -> List.of(each.row(), each.column()))
                    .collect(Collectors.toSet());
            BiPredicate<Integer, Integer> isOpen =
                    (row, column) -> !table.excluded().has(row) && !decided.contains(List.of(row, column));
            var expected = new HashMap<String, List<Integer>>();
            for (Column column : table.columns()) {
                expected.put("NOT_A_NUMBER torn " + column.id(), where(table, row -> {
                    boolean isText = cell(column, row).equals(new Cell.Text("torn"));
                    return isText && isOpen.test(row, column.id());
                }));
                expected.put(
                        "BLANK " + column.id(),
                        where(table, row -> isBlank(table, column, row) && isOpen.test(row, column.id())));
                expected.put("FAR " + column.id(), far(table, column, row -> isOpen.test(row, column.id())));
            }
            expected.put("REPEATED 0", where(table, row -> isRepeated(table, row) && isOpen.test(row, 0)));
            expected.values().removeIf(List::isEmpty);
            var found = new HashMap<String, List<Integer>>();
            Problems problems = Problems.in(table);
            for (Problem each : problems.groups()) {
                String name = each.sort() + (each.text().isEmpty() ? " " : " " + each.text() + " ") + each.column();
                found.computeIfAbsent(name, _ -> new ArrayList<>())
                        .addAll(Arrays.stream(each.rows()).boxed().toList());
            }
            assertThat(found).as("seed %d", seed).isEqualTo(expected);
            assertThat(problems.count())
                    .isEqualTo(expected.values().stream().mapToInt(List::size).sum()
                            + problems.questions().size());
            table.columns().forEach(column -> {
                int values =
                        expected.getOrDefault("FAR " + column.id(), List.of()).size();
                assertThat(problems.groups().stream()
                                .filter(each -> each.sort() == ProblemKind.FAR && each.column() == column.id()))
                        .as("more than five are one group")
                        .hasSize(values > 5 ? 1 : values);
            });
        }
    }

    private static Table table(Random random, int size) {
        boolean isLong = size > 100;
        boolean isCoarse = random.nextBoolean();
        var columns = new ArrayList<Column>();
        for (int id = 1; id <= 2 + random.nextInt(2); id++) {
            var cells = new ArrayList<Cell>();
            int filled = size - (isLong ? 0 : random.nextInt(3));
            double shift = random.nextInt(3) * 100;
            for (int row = 0; row < filled; row++) {
                int which = random.nextInt(isLong ? 3000 : 30);
                double value = isCoarse && !isLong ? random.nextInt(3) : random.nextGaussian() * 10;
                cells.add(
                        which == 0
                                ? new Cell.Text("torn")
                                : which == 1
                                        ? Cell.EMPTY
                                        : new Cell.Number(shift + (which == 2 ? 70 + random.nextInt(300) : value)));
            }
            columns.add(new Column(
                    id,
                    new Heading("c" + id, ""),
                    Kind.NUMBER,
                    ROLES[random.nextInt(ROLES.length)],
                    0,
                    Cells.of(cells)));
        }
        if (isLong) {
            columns.replaceAll(ProblemsModelTest::repeating);
        }
        var excluded = new HashMap<Integer, String>();
        var decisions = new ArrayList<Decision>();
        for (int i = 0; i < size / 8; i++) {
            excluded.put(random.nextInt(size), "torn");
            decisions.add(new Decision(
                    random.nextInt(size),
                    random.nextInt(4),
                    Cell.EMPTY,
                    ProblemKind.NOT_A_NUMBER,
                    Decision.Choice.KEPT));
        }
        return new Table(1, "t", DecimalMark.POINT, Optional.empty(), columns, ExcludedRows.of(excluded))
                .withDecisions(decisions);
    }

    /// Rows far apart that are the same: the last ten are the first.
    private static Column repeating(Column column) {
        var cells = new ArrayList<>(IntStream.range(0, column.cells().size())
                .mapToObj(column.cells()::cell)
                .toList());
        for (int i = 0; i < 10; i++) {
            cells.set(cells.size() - 10 + i, cells.get(i));
        }
        return column.withCells(Cells.of(cells));
    }

    private static List<Integer> where(Table table, IntPredicate holds) {
        return IntStream.range(0, table.rows()).filter(holds).boxed().toList();
    }

    private static Cell cell(Column column, int row) {
        return row < column.cells().size() ? column.cells().cell(row) : Cell.EMPTY;
    }

    /// In x or y, where another of them has something, and not in the last row.
    private static boolean isBlank(Table table, Column column, int row) {
        return isXOrY(column)
                && column.cells().size() > 0
                && row < table.rows() - 1
                && cell(column, row) instanceof Cell.Empty
                && table.columns().stream()
                        .anyMatch(
                                other -> isXOrY(other) && other != column && !(cell(other, row) instanceof Cell.Empty));
    }

    private static boolean isXOrY(Column column) {
        return column.role() == Role.X || column.role() == Role.Y;
    }

    /// The same as an earlier row that is not excluded, and not empty.
    private static boolean isRepeated(Table table, int row) {
        List<Cell> own = cells(table, row);
        if (table.excluded().has(row) || own.stream().allMatch(Cell.Empty.class::isInstance)) {
            return false;
        }
        int from = row < 100 ? 0 : Math.max(0, table.rows() - 10) <= row ? 0 : row - 1;
        return IntStream.range(from, row)
                .anyMatch(earlier ->
                        !table.excluded().has(earlier) && cells(table, earlier).equals(own));
    }

    private static List<Cell> cells(Table table, int row) {
        return table.columns().stream().map(column -> cell(column, row)).toList();
    }

    /// Beyond the quartiles by three times what lies between them, and where all are positive by 1.5 times of the
    /// logarithms too; the quartiles of many are those of every n-th.
    private static List<Integer> far(Table table, Column column, IntPredicate isOpen) {
        if (column.role() == Role.NONE || column.role() == Role.BY) {
            return List.of();
        }
        int stride = Math.max(1, column.cells().size() / 20_000);
        List<Double> values = IntStream.range(0, column.cells().size())
                .filter(row -> row % stride == 0 && !table.excluded().has(row))
                .mapToObj(row -> number(column, row))
                .filter(Objects::nonNull)
                .sorted()
                .toList();
        if (values.size() < 8) {
            return List.of();
        }
        double low = values.get((values.size() - 1) / 4);
        double high = values.get(values.size() - 1 - (values.size() - 1) / 4);
        double logs = Math.log(high) - Math.log(low);
        if (low == high) {
            return List.of();
        }
        return where(table, row -> {
            Double value = number(column, row);
            if (value == null || !isOpen.test(row)) {
                return false;
            }
            boolean isFar = value < low - 3 * (high - low) || value > high + 3 * (high - low);
            boolean isPositive = values.getFirst() > 0;
            return isFar
                    && (!isPositive
                            || value <= 0
                            || Math.log(value) < Math.log(low) - 1.5 * logs
                            || Math.log(value) > Math.log(high) + 1.5 * logs);
        });
    }

    private static Double number(Column column, int row) {
        return cell(column, row) instanceof Cell.Number(double value) ? value : null;
    }
}
