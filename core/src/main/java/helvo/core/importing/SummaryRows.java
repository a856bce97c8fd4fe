package helvo.core.importing;

import static java.util.Objects.requireNonNull;

import helvo.core.RootLocale;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.ImportReport.Remark;
import helvo.core.table.Kind;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/// A finder of rows that are no measurements: totals, averages, repeated headings. They are told by their label
/// and checked by their numbers.
final class SummaryRows {
    /// A row whose label says what it is, or whose numbers do.
    private enum What {
        TOTAL("a total", true),
        AVERAGE("an average", true),
        DEVIATION("a standard deviation", true),
        LEAST("a minimum", false),
        MOST("a maximum", false),
        MEDIAN("a median", false),
        COUNT("a count", false),
        OTHER("a statistic", false);

        private final String words;
        private final boolean plain;

        What(String words, boolean plain) {
            this.words = words;
            this.plain = plain;
        }
    }

    private static final Map<String, What> LABELS = labelPatterns(Map.of(
            What.TOTAL,
            "total|totals|grand total|subtotal|sub-total|sub "
                    + "total|sum|sums|summe|gesamt|gesamtsumme|zwischensumme|insgesamt|somme|"
                    + "total général|sous-total|suma|subtotale|totale|somma|σ|∑",
            What.AVERAGE,
            "average|averages|avg|avg.|mean|means|mean value|arithmetic "
                    + "mean|mittel|mittelwert|mw|durchschnitt|moyenne|media|promedio|ø|x̄|overall mean",
            What.DEVIATION,
            "std dev|std. dev.|std.dev.|stddev|stdev|stdev.s|standard deviation|standardabweichung|stabw|std "
                    + "abw|std.abw.|écart type|écart-type|desviación estándar|deviazione standard|sd|s.d.|std|stdabw",
            What.LEAST,
            "min|min.|minimum|minimo|mínimo|kleinster wert|smallest|minimal",
            What.MOST,
            "max|max.|maximum|massimo|máximo|größter wert|largest|maximal",
            What.MEDIAN,
            "median|médiane|mediana|zentralwert",
            What.COUNT,
            "n|count|anzahl|nombre|number of values|n =",
            What.OTHER,
            "cv|cv %|cv%|rsd|rsd %|%rsd|rsd%|variance|varianz|se|sem|"
                    + "standard error|standardfehler|range|spannweite|95% ci|95 % "
                    + "ci|variationskoeffizient|rel. std dev"));
    /// A statistic was rounded, or worked out from numbers with more digits than are shown.
    private static final double RELATIVE_TOLERANCE = 1e-3;
    /// Rows to compare with those above them, times those.
    private static final long MOST_COMPARED = 500_000_000;
    /// Of fewer rows, two values and more are many.
    private static final int FEW_ROWS = 4;
    private static final String AGAIN = "the headings again";

    private final List<Column> columns;
    private final int rows;
    private final Map<Integer, String> aside = new TreeMap<>();
    private final Map<Integer, What> known;

    private final List<Remark> remarks;

    private SummaryRows(List<Column> columns, Map<Integer, What> known, List<Remark> remarks) {
        this.remarks = remarks;
        this.columns = columns;
        this.known = known;
        rows = columns.stream().mapToInt(column -> column.cells().size()).max().orElse(0);
    }

    private static Map<String, What> labelPatterns(Map<What, String> words) {
        var labels = new HashMap<String, What>();
        words.forEach((what, texts) -> {
            for (String text : texts.split("\\|")) {
                labels.put(text, what);
            }
        });
        return Map.copyOf(labels);
    }

    /// What a statistic's function is called in the formulas of workbooks.
    static Optional<String> words(String function) {
        return switch (function.toUpperCase(Locale.ROOT)) {
            case "SUM", "SUBTOTAL" -> Optional.of(What.TOTAL.name());
            case "AVERAGE" -> Optional.of(What.AVERAGE.name());
            case "STDEV", "STDEV.S", "STDEV.P", "STDEVP" -> Optional.of(What.DEVIATION.name());
            case "MIN" -> Optional.of(What.LEAST.name());
            case "MAX" -> Optional.of(What.MOST.name());
            case "MEDIAN" -> Optional.of(What.MEDIAN.name());
            case "COUNT", "COUNTA" -> Optional.of(What.COUNT.name());
            default -> Optional.empty();
        };
    }

    /// @param columns as they were read
    /// @param summed  rows that a workbook works out from the rows above by these functions
    static ExcludedRows in(List<Column> columns, Map<Integer, String> summed, List<Remark> remarks) {
        var known = new HashMap<Integer, What>();
        summed.forEach((row, function) -> words(function).ifPresent(what -> known.put(row, What.valueOf(what))));
        var found = new SummaryRows(columns, known, remarks);
        found.headings();
        found.labelled();
        found.unlabelled();
        if (!found.aside.isEmpty()) {
            remarks.add(new Remark("", sentence(found.aside), true));
        }
        return ExcludedRows.of(found.aside);
    }

    private static String sentence(Map<Integer, String> aside) {
        List<String> each = aside.entrySet().stream()
                .limit(6)
                .map(row -> RootLocale.format("row %,d (%s)", row.getKey() + 1, row.getValue()))
                .toList();
        return RootLocale.format(
                "Excluded, since %s not measurements: %s%s.",
                aside.size() == 1 ? "it is" : "they are",
                String.join(", ", each),
                aside.size() > 6 ? RootLocale.format(" and %,d more", aside.size() - 6) : "");
    }

    static boolean isReason(String reason) {
        return reason.equals(AGAIN)
                || java.util.Arrays.stream(What.values()).anyMatch(what -> what.words.equals(reason));
    }

    // ---- headings that come again ----

    private void headings() {
        Cells cells = columns.getFirst().cells();
        for (int row = 0; row < cells.size(); row++) {
            if (cells.blockIsNumbersOnly(row)) {
                row = cells.blockEnd(row) - 1;
            } else if (cells.cell(row) instanceof Cell.Text(String text)
                    && isHeading(columns.getFirst(), text)
                    && repeatsHeadings(row)) {
                aside.put(row, AGAIN);
            }
        }
    }

    private static boolean isHeading(Column column, String text) {
        return text.equals(column.name()) || Heading.of(text).name().equals(column.name());
    }

    private boolean repeatsHeadings(int row) {
        int alike = 0;
        for (Column column : columns) {
            Cell cell = column.cells().cell(row);
            if (cell instanceof Cell.Text(String text) && isHeading(column, text)) {
                alike++;
            } else if (!(cell instanceof Cell.Empty)) {
                return false;
            }
        }
        return alike >= 2;
    }

    // ---- by label ----

    private void labelled() {
        Map<Integer, What> labels = new TreeMap<>(known);
        for (Column column : columns) {
            labels(column).forEach(labels::putIfAbsent);
        }
        labels.keySet().removeAll(aside.keySet());
        if ((long) labels.size() * rows > MOST_COMPARED) {
            remarks.add(new Remark(
                    "",
                    RootLocale.format(
                            "%,d rows are labelled as totals, averages or the like; they are used as measurements.",
                            labels.size()),
                    true));
            return;
        }
        int from = 0;
        int last = -1;
        var rest = new ArrayList<Integer>();
        for (var label : labels.entrySet()) {
            int row = label.getKey();
            from = last == row - 1 || last < 0 ? from : last + 1;
            if (row >= 2
                    && (known.containsKey(row)
                            || agrees(row, label.getValue(), 0)
                            || agrees(row, label.getValue(), from))) {
                aside.put(row, label.getValue().words);
                last = row;
            } else {
                rest.add(row);
            }
        }
        for (int i = rest.size() - 1; i >= 0; i--) {
            int row = rest.get(i);
            What what = requireNonNull(labels.get(row), "of every row with one");
            boolean beside = aside.containsKey(row - 1) || aside.containsKey(row + 1);
            if (row >= 2 && isAtEnd(row) && (what.plain || beside)) {
                aside.put(row, what.words);
            }
        }
    }

    private Map<Integer, What> labels(Column column) {
        var labels = new HashMap<Integer, What>();
        Cells cells = column.cells();
        var seen = new HashMap<String, Optional<What>>();
        var times = new HashMap<String, Integer>();
        for (int row = 0; row < cells.size(); row++) {
            if (cells.blockIsNumbersOnly(row)) {
                row = cells.blockEnd(row) - 1;
            } else if (cells.cell(row) instanceof Cell.Text(String text) && text.length() <= 40) {
                Optional<What> what =
                        seen.size() > 10_000 ? label(text) : seen.computeIfAbsent(text, SummaryRows::label);
                if (what.isPresent()) {
                    labels.put(row, what.get());
                    times.merge(text, 1, Integer::sum);
                }
            }
        }
        // A label of so many rows is what the rows are about.
        labels.keySet()
                .removeIf(row ->
                        cells.cell(row) instanceof Cell.Text(String text) && times.getOrDefault(text, 0) * 3 > rows);
        return labels;
    }

    private static Optional<What> label(String text) {
        String bare = text.strip().toLowerCase(Locale.ROOT);
        int bracket = bare.indexOf(" (");
        bare = bracket > 0 ? bare.substring(0, bracket) : bare;
        bare = bare.endsWith(":") || bare.endsWith("=")
                ? bare.substring(0, bare.length() - 1).strip()
                : bare;
        return Optional.ofNullable(LABELS.get(bare));
    }

    /// Behind it come only rows that are labelled alike, or empty.
    private boolean isAtEnd(int row) {
        for (int after = row + 1; after < rows; after++) {
            if (!aside.containsKey(after) && !isEmpty(after)) {
                return false;
            }
        }
        return true;
    }

    private boolean isEmpty(int row) {
        return columns.stream().allMatch(column -> column.cells().cell(row) instanceof Cell.Empty);
    }

    // ---- by number ----

    /// Whether the numbers in the row are what the row says of those above it: more than half of them, at
    /// least. A column of two values agrees with nearly anything, and a column that only counts is not summed
    /// up.
    private boolean agrees(int row, What what, int from) {
        int agreeing = 0;
        int told = 0;
        for (Column column : columns) {
            if (column.kind() == Kind.NUMBER
                    && !Double.isNaN(column.cells().number(row))
                    && hasManyValues(column, row)) {
                told++;
                agreeing += agrees(column, row, what, from) ? 1 : 0;
            }
        }
        return agreeing * 2 > told;
    }

    private static boolean hasManyValues(Column column, int before) {
        double first = Double.NaN;
        double second = Double.NaN;
        for (int row = 0; row < before; row++) {
            double value = column.cells().number(row);
            if (Double.isNaN(value) || value == first || value == second) {
                continue;
            }
            if (!Double.isNaN(second)) {
                return true;
            }
            second = Double.isNaN(first) ? second : value;
            first = Double.isNaN(first) ? value : first;
        }
        return !Double.isNaN(first) && before <= FEW_ROWS;
    }

    private boolean agrees(Column column, int row, What what, int from) {
        double said = column.cells().number(row);
        double[] above = above(column, from, row);
        if (Double.isNaN(said) || above.length < 2) {
            return false;
        }
        double sum = java.util.Arrays.stream(above).sum();
        double mean = sum / above.length;
        double squares = java.util.Arrays.stream(above)
                .map(value -> (value - mean) * (value - mean))
                .sum();
        double is =
                switch (what) {
                    case TOTAL -> sum;
                    case AVERAGE -> mean;
                    case DEVIATION -> Math.sqrt(squares / (above.length - 1));
                    case LEAST -> java.util.Arrays.stream(above).min().orElseThrow();
                    case MOST -> java.util.Arrays.stream(above).max().orElseThrow();
                    case MEDIAN -> median(above);
                    case COUNT -> above.length;
                    case OTHER -> Double.NaN;
                };
        double unit = Math.pow(10, -column.decimals());
        return Math.abs(said - is) <= Math.max(0.51 * unit, RELATIVE_TOLERANCE * Math.abs(is));
    }

    private double[] above(Column column, int from, int row) {
        return java.util.stream.IntStream.range(from, row)
                .filter(each -> !aside.containsKey(each))
                .mapToDouble(column.cells()::number)
                .filter(value -> !Double.isNaN(value))
                .toArray();
    }

    private static double median(double[] values) {
        double[] sorted = values.clone();
        java.util.Arrays.sort(sorted);
        int half = sorted.length / 2;
        return sorted.length % 2 == 1 ? sorted[half] : (sorted[half - 1] + sorted[half]) / 2;
    }

    /// A last row without a label, of which a cell is empty that all others have, and whose numbers are all
    /// totals or all averages.
    private void unlabelled() {
        int last = rows - 1;
        while (last > 2 && (aside.containsKey(last) || isEmpty(last))) {
            last--;
        }
        int row = last;
        boolean lacks = row > 3
                && columns.stream()
                        .anyMatch(column -> column.cells().cell(row) instanceof Cell.Empty
                                && java.util.stream.IntStream.range(0, Math.min(row, 1000))
                                        .noneMatch(each -> column.cells().cell(each) instanceof Cell.Empty));
        List<Column> filled = columns.stream()
                .filter(column -> !Double.isNaN(column.cells().number(row)) && column.kind() == Kind.NUMBER)
                .toList();
        boolean texts = columns.stream().anyMatch(column -> column.cells().cell(row) instanceof Cell.Text);
        if (lacks && !filled.isEmpty() && !texts) {
            for (What what : List.of(What.TOTAL, What.AVERAGE)) {
                if (filled.stream().allMatch(column -> agrees(column, row, what, 0))) {
                    aside.put(row, what.words);
                    return;
                }
            }
        }
    }
}
