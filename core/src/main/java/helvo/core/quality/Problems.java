package helvo.core.quality;

import helvo.core.IntList;
import helvo.core.number.DateText;
import helvo.core.number.MissingText;
import helvo.core.number.SuggestedNumber;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.Derivation;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Kind;
import helvo.core.table.ProblemKind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.IntConsumer;

/// All cells of a table that need a look, alike ones together, the gravest first.
///
/// @param questions about columns that only a person can answer
public record Problems(List<Problem> groups, List<AmbiguousColumn> questions) {
    public static final Problems NONE = new Problems(List.of(), List.of());
    /// Fewer values than these have no rest to be far from.
    private static final int FEWEST_TO_JUDGE = 8;
    /// Beyond the quartiles by so many interquartile ranges a value is "far out" (Tukey 1977, Exploratory Data
    /// Analysis, §2D).
    private static final double FAR_OUT = 3;
    /// Beyond them by so many, here of the logarithms, it is "outside" (as above).
    private static final double OUTSIDE_FENCE = 1.5;
    /// Quartiles of more values than this are those of every so-manieth.
    private static final int ENOUGH_FOR_QUARTILES = 20_000;
    /// So many different texts of a column are looked at for being alike.
    private static final int MAX_GROUPS = 10_000;
    /// More far values than this are one group.
    private static final int FAR_ONE_BY_ONE = 5;

    public Problems {
        groups = List.copyOf(groups);
        questions = List.copyOf(questions);
    }

    /// How many cells, rows or columns need a look.
    public int count() {
        return questions.size() + groups.stream().mapToInt(Problem::count).sum();
    }

    /// Excluded rows, and places decided about, are left out.
    public static Problems in(Table table) {
        return new Finder(table).found();
    }

    private static final class Finder {
        private final Table table;
        private final Set<Long> decided = new HashSet<>();
        private final List<Problem> groups = new ArrayList<>();

        Finder(Table table) {
            this.table = table;
            table.decisions().forEach(decision -> decided.add(place(decision.row(), decision.column())));
        }

        Problems found() {
            table.columns().forEach(this::texts);
            table.columns().forEach(this::noResults);
            blanks();
            table.columns().stream()
                    .filter(column -> column.kind() == Kind.NUMBER && !column.isDerived() && isMeasured(column))
                    .forEach(this::far);
            if (table.summary().isEmpty()) {
                repeats();
            }
            groups.sort(Comparator.comparing(Problem::sort).thenComparing(Problem::row));
            return new Problems(groups, AmbiguousColumn.in(table));
        }

        private static long place(int row, int column) {
            return (long) column << 32 | row;
        }

        private boolean isOpen(int row, int column) {
            return !table.excluded().has(row) && (decided.isEmpty() || !decided.contains(place(row, column)));
        }

        private static boolean isMeasured(Column column) {
            return column.role() != Role.NONE && column.role() != Role.BY;
        }

        private void texts(Column column) {
            if (column.kind() == Kind.TEXT || column.isDerived()) {
                return;
            }
            Cells cells = column.cells();
            Map<String, IntList> alike = new LinkedHashMap<>();
            var limits = new IntList();
            var limitTexts = new HashSet<String>();
            for (int row = 0; row < cells.size(); row++) {
                if (cells.blockIsNumbersOnly(row)) {
                    row = cells.blockEnd(row) - 1;
                } else if (cells.cell(row) instanceof Cell.Text(String text)
                        && !MissingText.standsForNone(text)
                        && isOpen(row, column.id())) {
                    boolean limit = column.kind() == Kind.NUMBER && MissingText.isLimit(text);
                    if (limit) {
                        limitTexts.add(text);
                    }
                    (limit ? limits : alike.computeIfAbsent(text, _ -> new IntList())).add(row);
                }
            }
            if (limits.size() > 0) {
                groups.add(new Problem(
                        ProblemKind.LIMIT,
                        column.id(),
                        limitTexts.size() == 1 ? limitTexts.iterator().next() : "",
                        limits.toArray()));
            }
            var sort = column.kind() == Kind.DATE ? ProblemKind.NOT_A_DATE : ProblemKind.NOT_A_NUMBER;
            grouped(alike, column).forEach(group -> groups.add(group.problem(sort, column.id())));
        }

        /// Cells that mean their numbers in the same way are one group.
        private static Collection<Alike> grouped(Map<String, IntList> texts, Column column) {
            Map<String, Alike> groups = new LinkedHashMap<>();
            texts.forEach((text, rows) -> {
                boolean meant = column.kind() == Kind.NUMBER
                        && groups.size() < MAX_GROUPS
                        && !SuggestedNumber.of(text, column.unit()).isEmpty()
                        && !DateText.isDate(text);
                String key = meant ? SuggestedNumber.pattern(text) + "\u0000" : text;
                groups.merge(key, new Alike(text, rows), Alike::and);
            });
            return groups.values();
        }

        /// Texts that need the same look, with their rows.
        ///
        /// @param text empty where they are not the same
        private record Alike(String text, IntList rows) {
            Alike and(Alike further) {
                Arrays.stream(further.rows.toArray()).forEach(rows::add);
                return new Alike("", rows);
            }

            Problem problem(ProblemKind sort, int column) {
                return new Problem(
                        sort,
                        column,
                        text,
                        Arrays.stream(rows.toArray()).sorted().toArray());
            }
        }

        /// Derived columns keep, as text, why a row gives no number.
        private void noResults(Column column) {
            if (column.derivation().filter(Derivation.Formula.class::isInstance).isPresent()) {
                Map<String, IntList> alike = new LinkedHashMap<>();
                emptyRows(column.cells(), row -> {
                    if (column.cells().cell(row) instanceof Cell.Text(String why) && isOpen(row, column.id())) {
                        alike.computeIfAbsent(why, _ -> new IntList()).add(row);
                    }
                });
                alike.forEach((why, rows) ->
                        groups.add(new Problem(ProblemKind.NO_RESULT, column.id(), why, rows.toArray())));
            }
        }

        private static void emptyRows(Cells cells, IntConsumer visit) {
            for (int row = 0; row < cells.size(); row++) {
                if (cells.blockIsFull(row)) {
                    row = cells.blockEnd(row) - 1;
                } else if (Double.isNaN(cells.number(row))) {
                    visit.accept(row);
                }
            }
        }

        /// Empty cells in x and y where the row has others, but for the last row, which is still being typed.
        private void blanks() {
            List<Column> measured = table.columns().stream()
                    .filter(c -> (c.role() == Role.X || c.role() == Role.Y) && !c.isDerived())
                    .toList();
            int last = table.rows() - 1;
            for (Column column : measured) {
                var rows = new IntList();
                IntConsumer gather = row -> {
                    boolean others = measured.stream()
                            .anyMatch(
                                    other -> other != column && !(other.cells().cell(row) instanceof Cell.Empty));
                    if (row < last
                            && others
                            && column.cells().cell(row) instanceof Cell.Empty
                            && isOpen(row, column.id())) {
                        rows.add(row);
                    }
                };
                emptyRows(column.cells(), gather);
                for (int row = column.cells().size();
                        row < last && column.cells().size() > 0;
                        row++) {
                    gather.accept(row);
                }
                if (rows.size() > 0) {
                    groups.add(new Problem(ProblemKind.BLANK, column.id(), "", rows.toArray()));
                }
            }
        }

        /// Values far out by themselves and, where all are positive, outside by their logarithms, so that a
        /// doubling series such as 1, 2, 4 … has none.
        private void far(Column column) {
            Optional<Fences> fences = Fences.of(column.cells(), table.excluded());
            if (fences.isEmpty()) {
                return;
            }
            Cells cells = column.cells();
            var rows = new IntList();
            for (int row = 0; row < cells.size(); row++) {
                double value = cells.number(row);
                if (fences.get().outside(value) && isOpen(row, column.id())) {
                    rows.add(row);
                }
            }
            if (rows.size() > FAR_ONE_BY_ONE) {
                groups.add(new Problem(ProblemKind.FAR, column.id(), "", rows.toArray()));
            } else {
                Arrays.stream(rows.toArray())
                        .forEach(row -> groups.add(new Problem(ProblemKind.FAR, column.id(), "", new int[] {row})));
            }
        }

        /// Rows that are the same as an earlier one in every cell. Rows are told apart by a hash first.
        private void repeats() {
            int rows = table.rows();
            List<Column> columns = table.columns().stream()
                    .filter(column -> !column.isDerived())
                    .toList();
            if (columns.size() < 2 || rows < 2) {
                return;
            }
            long[] hashes = new long[rows];
            for (Column column : columns) {
                Cells cells = column.cells();
                for (int row = 0; row < rows; row++) {
                    double number = cells.number(row);
                    long bits = Double.isNaN(number)
                            ? cells.cell(row).hashCode()
                            : Double.doubleToLongBits(number) * 0x9E3779B97F4A7C15L;
                    hashes[row] = (hashes[row] ^ bits ^ bits >>> 29) * 0xBF58476D1CE4E5B9L;
                }
            }
            for (int row = 0; row < rows; row++) {
                hashes[row] = hashes[row] & -1L << 32 | row;
            }
            Arrays.parallelSort(hashes);
            var repeated = new IntList();
            for (int from = 0, to; from < rows; from = to) {
                to = from + 1;
                while (to < rows && hashes[to] >> 32 == hashes[from] >> 32) {
                    to++;
                }
                repeatsAmong(columns, hashes, from, to, repeated);
            }
            if (repeated.size() > 0) {
                groups.add(new Problem(
                        ProblemKind.REPEATED,
                        0,
                        "",
                        Arrays.stream(repeated.toArray()).sorted().toArray()));
            }
        }

        /// @param hashes of the rows from `from` to before `to` are the same in their upper half; the lower half is
        ///     the row
        private void repeatsAmong(List<Column> columns, long[] hashes, int from, int to, IntList repeated) {
            var different = new IntList();
            for (int i = from; i < to && to - from > 1; i++) {
                int row = (int) hashes[i];
                if (!table.excluded().has(row)
                        && columns.stream().anyMatch(column -> !(column.cells().cell(row) instanceof Cell.Empty))) {
                    if (Arrays.stream(different.toArray()).noneMatch(earlier -> columns.stream()
                            .allMatch(column -> same(column.cells(), earlier, row)))) {
                        different.add(row);
                    } else if (isOpen(row, 0)) {
                        repeated.add(row);
                    }
                }
            }
        }

        private static boolean same(Cells cells, int a, int b) {
            return Double.compare(cells.number(a), cells.number(b)) == 0
                    && (!Double.isNaN(cells.number(a)) || cells.cell(a).equals(cells.cell(b)));
        }
    }

    /// Between which values, and between which logarithms of them, nothing is far out.
    private record Fences(double low, double high, double lowLog, double highLog, boolean logs) {
        static Optional<Fences> of(Cells cells, ExcludedRows excluded) {
            int stride = Math.max(1, cells.size() / ENOUGH_FOR_QUARTILES);
            double[] values = new double[cells.size() / stride + 1];
            int n = 0;
            boolean positive = true;
            for (int row = 0; row < cells.size(); row += stride) {
                double value = cells.number(row);
                if (!Double.isNaN(value) && !excluded.has(row)) {
                    values[n++] = value;
                    positive &= value > 0;
                }
            }
            if (n < FEWEST_TO_JUDGE) {
                return Optional.empty();
            }
            double[] sorted = Arrays.copyOf(values, n);
            Arrays.sort(sorted);
            double[] plain = fences(sorted, FAR_OUT);
            if (!(plain[0] < plain[1])) {
                return Optional.empty();
            }
            double[] logs =
                    positive ? fences(Arrays.stream(sorted).map(Math::log).toArray(), OUTSIDE_FENCE) : plain;
            return Optional.of(new Fences(plain[0], plain[1], logs[0], logs[1], positive));
        }

        private static double[] fences(double[] sorted, double ranges) {
            double lower = sorted[(sorted.length - 1) / 4];
            double upper = sorted[sorted.length - 1 - (sorted.length - 1) / 4];
            double reach = ranges * (upper - lower);
            return new double[] {lower - reach, upper + reach};
        }

        boolean outside(double value) {
            boolean far = value < low || value > high;
            return far && (!logs || value <= 0 || Math.log(value) < lowLog || Math.log(value) > highLog);
        }
    }
}
