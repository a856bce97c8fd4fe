package helvo.core.results;

import helvo.core.RootLocale;
import helvo.core.analysis.CoordinateColumn;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.RowUse;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.number.NumberNotation;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/// The results of one series as lines of words and numbers, for the window, the command line and the clipboard.
///
/// @param series   what the series is called
/// @param equation in the columns' names, rounded; empty without a fit
/// @param where    what the equation's letter stands for where it is not x itself: "t = Year − 2002"; else empty
/// @param exact    the equation in symbols at full precision, as it is copied
/// @param units    what the equation's names are measured in, and what ± says at its coefficients
/// @param verdict  how well the curve fits, in a sentence that is among the lines too; empty where there is none
/// @param lines    the rest, from top to bottom
public record Results(
        String series, String equation, String where, String exact, String units, String verdict, List<Line> lines) {
    /// What ± says at coefficients.
    public static final String STANDARD_ERROR = "± one standard error";
    /// What ± says at readings and differences.
    static final String HALF_95 = "95 % half width";

    /// One line of the results.
    public sealed interface Line {
        /// A quantity: "slope", "0.2044 ± 0.0023", "mm/N".
        ///
        /// @param exact at full precision, as it is copied
        /// @param note  what belongs to it, such as its p; may be empty
        record Quantity(String label, String text, String unit, String exact, String note) implements Line {}

        /// What the lines below it are about.
        record Heading(String text) implements Line {}

        /// Values side by side.
        ///
        /// @param heads of the columns of values
        record Table(List<String> heads, List<Row> rows) implements Line {
            /// @param cells as many as there are heads
            /// @param exact the same at full precision
            public record Row(String label, List<String> cells, List<String> exact) {
                public Row {
                    cells = List.copyOf(cells);
                    exact = List.copyOf(exact);
                }
            }

            public Table {
                heads = List.copyOf(heads);
                rows = List.copyOf(rows);
            }
        }

        /// Something said in words.
        record Sentence(String text, boolean warns) implements Line {}

        /// A finding, and what one might do about it.
        record Advice(String text, boolean warns, List<SuggestedAction> offers) implements Line {}
    }

    public static Results of(FigureAnalysis figure, SeriesAnalysis series) {
        CoordinateColumn x = series.rows().x();
        CoordinateColumn y = series.rows().y();
        return switch (series.chosen()) {
            case FitOutcome.Fitted(Fit fit) -> {
                var equation = new EquationText(series.equation().orElseThrow(), figure.numbers());
                var fitted = new FitResults(figure, series, fit);
                yield new Results(
                        series.label(),
                        equation.inNames(x.symbol(), y.symbol()),
                        equation.where(x.symbol()).orElse(""),
                        equation.exact(),
                        units(x, y, fit),
                        fitted.verdict().orElse(""),
                        fitted.lines());
            }
            case FitOutcome.NotFitted(var curve, var reason) -> {
                var lines = new ArrayList<Line>();
                lines.add(new Line.Sentence(curve.name() + ": " + reason.sentence(figure.numbers()), true));
                lines.add(new Line.Sentence(rows(series.rows()), false));
                yield new Results(series.label(), "", "", "", "", "", List.copyOf(lines));
            }
        };
    }

    /// What error bars say of a series: how its curve meets them, and which lines they allow.
    public static List<Line> bars(SeriesAnalysis series, NumberNotation numbers) {
        return BarsResults.of(series, numbers, true);
    }

    public Results withLines(List<Line> other) {
        return new Results(series, equation, where, exact, units, verdict, List.copyOf(other));
    }

    /// Without further statistics and covariances: what half a page holds.
    public Results brief() {
        var kept = new ArrayList<Line>();
        boolean further = false;
        for (Line line : lines) {
            if (line instanceof Line.Heading(var heading)) {
                further = heading.equals(FURTHER) || heading.equals(COVARIANCE);
            }
            if (!further) {
                kept.add(line);
            }
        }
        return withLines(kept);
    }

    /// The lines that can stand on a figure, by their labels: quantities, and the rows of tables.
    public Map<String, String> quotable() {
        var lines = new LinkedHashMap<String, String>();
        for (Line line : this.lines) {
            if (line instanceof Line.Quantity(var label, var text, var unit, var _, var note)) {
                String says = note.isEmpty() && text.contains("±") ? STANDARD_ERROR : note;
                lines.putIfAbsent(
                        label,
                        label + " = " + text + (unit.isEmpty() ? "" : " " + unit)
                                + (says.isEmpty() ? "" : " (" + says + ")"));
            } else if (line instanceof Line.Table(var heads, var rows)) {
                rows.forEach(row -> lines.putIfAbsent(
                        row.label() + ": " + String.join(", ", heads),
                        row.label() + ": "
                                + IntStream.range(0, heads.size())
                                        .mapToObj(i ->
                                                heads.get(i) + " " + row.cells().get(i))
                                        .collect(Collectors.joining(", "))
                                + (row.cells().stream().anyMatch(cell -> cell.contains("±"))
                                        ? " (" + STANDARD_ERROR + ")"
                                        : "")));
            }
        }
        return lines;
    }

    /// As text at full precision, a line each, quantity and value parted by a tab.
    public String copied() {
        var text = new StringBuilder(equation.isEmpty() ? series : series + "\n" + equation);
        text.append(where.isEmpty() ? "" : ", " + where)
                .append(units.isEmpty() ? "" : " (" + units + ")")
                .append(exact.isEmpty() ? "" : "\n" + exact);
        for (Line line : lines) {
            text.append('\n')
                    .append(
                            switch (line) {
                                case Line.Quantity(var label, var _, var unit, var exact, var _) ->
                                    label + "\t" + exact + (unit.isEmpty() ? "" : "\t" + unit);
                                case Line.Heading(var heading) -> "\n" + heading;
                                case Line.Table(var heads, var rows) ->
                                    "\t" + String.join("\t", heads)
                                            + rows.stream()
                                                    .map(row ->
                                                            "\n" + row.label() + "\t" + String.join("\t", row.exact()))
                                                    .collect(Collectors.joining());
                                case Line.Sentence(var sentence, var _) -> sentence;
                                case Line.Advice(var finding, var _, var _) -> finding;
                            });
        }
        return text.append('\n').toString();
    }

    /// Heading of what few need.
    static final String FURTHER = "Further statistics";

    static final String COVARIANCE = "Covariance of the coefficients";

    /// Width of the labels in print.
    private static final int LABEL_WIDTH = 12;

    /// As lines for a terminal, rounded as on the screen.
    public String printed() {
        var text = new StringBuilder(equation.isEmpty() ? series : equation).append('\n');
        text.append(where.isEmpty() ? "" : "with " + where + "\n").append(units.isEmpty() ? "" : units + "\n");
        text.append(verdict.isEmpty() ? "" : verdict + "\n");
        return text
                + printed(lines.stream()
                        .filter(line -> !line.equals(new Line.Sentence(verdict, false)))
                        .toList());
    }

    /// What is below the equation.
    public String printedLines() {
        return printed(lines);
    }

    private static String printed(List<Line> lines) {
        var text = new StringBuilder();
        for (Line line : lines) {
            text.append(
                            switch (line) {
                                case Line.Quantity(var label, var value, var unit, var _, var note) ->
                                    RootLocale.format(
                                            "  %-12s%s%s%s",
                                            label.length() < LABEL_WIDTH ? label : label + " ",
                                            value,
                                            unit.isEmpty() ? "" : " " + unit,
                                            note.isEmpty() ? "" : "   " + note);
                                case Line.Heading(var heading) -> "\n" + heading;
                                case Line.Table table -> printed(table);
                                case Line.Sentence(var sentence, var _) -> sentence;
                                case Line.Advice(var finding, var _, var _) -> finding;
                            })
                    .append('\n');
        }
        return text.toString();
    }

    private static String printed(Line.Table table) {
        int first = table.rows().stream()
                .mapToInt(row -> row.label().length())
                .max()
                .orElse(0);
        int label = Math.max(LABEL_WIDTH, first + 2);
        int[] widths = IntStream.range(0, table.heads().size())
                .map(i -> 2
                        + Math.max(
                                table.heads().get(i).length(),
                                table.rows().stream()
                                        .mapToInt(row -> row.cells().get(i).length())
                                        .max()
                                        .orElse(0)))
                .toArray();
        return Stream.concat(Stream.of(new Line.Table.Row("", table.heads(), table.heads())), table.rows().stream())
                .map(row -> ("  " + padded(row.label(), label)
                                + IntStream.range(0, widths.length)
                                        .mapToObj(i -> padded(row.cells().get(i), widths[i]))
                                        .collect(Collectors.joining()))
                        .stripTrailing())
                .collect(Collectors.joining("\n"));
    }

    private static String padded(String text, int width) {
        return text + " ".repeat(Math.max(0, width - text.length()));
    }

    /// "stretch in mm, load in N; ± one standard error".
    private static String units(CoordinateColumn x, CoordinateColumn y, Fit fit) {
        boolean unsure = fit.coefficients().stream()
                .anyMatch(each -> EquationText.standardError(each).orElse(0) > 0);
        String names = Stream.of(y.unitSentence(), x.unitSentence())
                .filter(each -> !each.isEmpty())
                .collect(Collectors.joining(", "));
        return Stream.of(names, unsure ? STANDARD_ERROR : "")
                .filter(each -> !each.isEmpty())
                .collect(Collectors.joining("; "));
    }

    static String rows(RowUse rows) {
        String leftOut = leftOut(rows);
        return RootLocale.format("%,d of %,d %s used", rows.used(), rows.given(), rows.given() == 1 ? "row" : "rows")
                + (leftOut.isEmpty() ? "" : "; " + leftOut) + ".";
    }

    /// "excluded: row 3; no number in rows 7, 9"; empty where all rows were used.
    public static String leftOut(RowUse rows) {
        return Stream.of(
                        rows.excluded().length > 0 ? "excluded: " + numbers(rows.excluded()) : "",
                        rows.unusable().length > 0 ? "no number in " + numbers(rows.unusable()) : "")
                .filter(each -> !each.isEmpty())
                .collect(Collectors.joining("; "));
    }

    static String numbers(int[] rows) {
        String first = java.util.Arrays.stream(rows)
                .limit(6)
                .mapToObj(row -> Integer.toString(row + 1))
                .collect(java.util.stream.Collectors.joining(", "));
        return (rows.length == 1 ? "row " : "rows ")
                + first
                + (rows.length > 6 ? RootLocale.format(" and %,d more", rows.length - 6) : "");
    }
}
