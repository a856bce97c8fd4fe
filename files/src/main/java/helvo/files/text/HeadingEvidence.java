package helvo.files.text;

import helvo.core.number.DecimalMark;
import helvo.core.number.ParsedNumber;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;

/// What speaks for a line naming the columns of the lines below it though numbers or dates stand in it: it
/// differs from them in kind, or its numbers go on evenly, as years, times and doses across a wide table do.
final class HeadingEvidence {
    /// So many lines tell of what kind a column is.
    private static final int MOST_ROWS = 50;
    private static final double MOST_OF_THEM = 0.8;
    private static final double EVEN = 1e-6;
    /// Fewer numbers than these go on evenly by chance.
    private static final int LONG_SEQUENCE = 4;
    /// What the first column of a wide table is called.
    private static final Set<String> LABELS = Set.of("""
            sample name id no nr group subject specimen country region state city station site date time
            wavelength frequency compound item series variable category probe land
            """.split("\\s+"));

    private final List<String> line;
    private final List<FieldKind> kinds;
    private final List<List<String>> rows;

    /// @param rows below the line
    HeadingEvidence(List<String> line, List<List<String>> rows) {
        this.line = line;
        kinds = line.stream().map(FieldKind::of).toList();
        this.rows = rows.stream()
                .filter(row -> row.stream().anyMatch(field -> !field.isBlank()))
                .limit(MOST_ROWS)
                .toList();
    }

    /// What the line is.
    enum Verdict {
        HEADINGS,
        VALUES,
        /// Either, as far as can be told.
        OPEN
    }

    Verdict verdict() {
        if (rows.isEmpty()) {
            return Verdict.VALUES;
        }
        int different = 0;
        int alike = 0;
        for (int column = 0; column < line.size(); column++) {
            FieldKind below = below(column);
            different += differs(kinds.get(column), below) ? 1 : 0;
            alike += kinds.get(column) == FieldKind.NUMBER && below == FieldKind.NUMBER ? 1 : 0;
        }
        if (different > 0 && (different >= alike || isLabelled() || goesOnEvenly(line, rows)) || isWideHeading()) {
            return Verdict.HEADINGS;
        }
        return different > 0 && kinds.getFirst() == FieldKind.WORD || isUnlabelledSequence()
                ? Verdict.OPEN
                : Verdict.VALUES;
    }

    /// "0, 0.1, 0.2, 0.3" over rows whose numbers do not go on evenly.
    private boolean isUnlabelledSequence() {
        return line.size() >= LONG_SEQUENCE
                && kinds.stream().allMatch(kind -> kind == FieldKind.NUMBER)
                && goesOnEvenly(line, rows);
    }

    /// The kind that most fields of a column have; blank where none is filled.
    private FieldKind below(int column) {
        Map<FieldKind, Integer> counts = new EnumMap<>(FieldKind.class);
        int filled = 0;
        for (List<String> row : rows) {
            FieldKind kind = column < row.size() ? FieldKind.of(row.get(column)) : FieldKind.BLANK;
            if (kind != FieldKind.BLANK && kind != FieldKind.MISSING) {
                counts.merge(kind, 1, Integer::sum);
                filled++;
            }
        }
        int all = filled;
        return counts.entrySet().stream()
                .filter(each -> each.getValue() >= MOST_OF_THEM * all)
                .map(Map.Entry::getKey)
                .findFirst()
                .orElse(FieldKind.BLANK);
    }

    private static boolean differs(FieldKind above, FieldKind below) {
        return switch (above) {
            case WORD -> below.isValue();
            case QUANTITY, DATE, MEASURED -> below == FieldKind.NUMBER;
            case NUMBER, BLANK, MISSING -> false;
        };
    }

    /// "wavelength, 0, 0.1, 0.2", ", 1, 2, 3", "country, 1960, 1961": numbers that go on evenly, behind a label
    /// or nothing, over rows whose numbers do not.
    private boolean isWideHeading() {
        List<Double> numbers = numbers(line);
        boolean label = kinds.getFirst() == FieldKind.WORD || kinds.getFirst() == FieldKind.BLANK;
        boolean counted = IntStream.range(0, kinds.size())
                .allMatch(column -> kinds.get(column) == FieldKind.NUMBER
                        || column == 0 && label
                        || kinds.get(column) == FieldKind.WORD);
        if (!counted || numbers.size() < 2 || !goesOnEvenly(line, rows)) {
            return false;
        }
        boolean years = numbers.stream().allMatch(HeadingEvidence::isYear);
        boolean fromTheFirst = numbers.getFirst() == 0 || numbers.getFirst() == 1;
        return years || label && (numbers.size() > 2 || fromTheFirst || isLabelled());
    }

    private boolean isLabelled() {
        return LABELS.contains(line.getFirst().toLowerCase(Locale.ROOT));
    }

    private static boolean isYear(double number) {
        return number == Math.rint(number) && number >= 1800 && number <= 2200;
    }

    /// Whether the line's numbers go on with one step, or are years that rise or fall, and those of the rows do
    /// not go on with one step themselves.
    private static boolean goesOnEvenly(List<String> line, List<List<String>> rows) {
        List<Double> numbers = numbers(line);
        if (numbers.size() < 2) {
            return false;
        }
        double step = numbers.get(1) - numbers.getFirst();
        boolean years = numbers.stream().allMatch(HeadingEvidence::isYear);
        boolean even = years
                ? IntStream.range(1, numbers.size())
                        .allMatch(i -> (numbers.get(i) - numbers.get(i - 1)) * Math.signum(step) > 0)
                : hasStep(numbers, step);
        return even && rows.stream().filter(row -> isLike(numbers(row), step)).count() < MOST_OF_THEM * rows.size();
    }

    /// Of two numbers, whether they have the same step, since any two have one.
    private static boolean isLike(List<Double> row, double step) {
        return row.size() > 2 ? hasStep(row, row.get(1) - row.getFirst()) : row.size() == 2 && hasStep(row, step);
    }

    private static boolean hasStep(List<Double> numbers, double step) {
        return step != 0
                && IntStream.range(1, numbers.size())
                        .allMatch(i -> Math.abs(numbers.get(i) - numbers.get(i - 1) - step) <= EVEN * Math.abs(step));
    }

    private static List<Double> numbers(List<String> fields) {
        var numbers = new ArrayList<Double>();
        for (int column = 0; column < fields.size(); column++) {
            if (FieldKind.of(fields.get(column)) == FieldKind.NUMBER) {
                ParsedNumber.read(fields.get(column), DecimalMark.POINT)
                        .ifPresent(number -> numbers.add(number.value()));
            }
        }
        return numbers;
    }
}
