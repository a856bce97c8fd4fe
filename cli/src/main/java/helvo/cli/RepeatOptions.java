package helvo.cli;

import helvo.core.derive.Reshaping;
import helvo.core.study.ColumnEdit;
import helvo.core.study.StudyEdit;
import helvo.core.style.SymbolNames;
import helvo.core.table.Column;
import helvo.core.table.DerivedTable;
import helvo.core.table.Heading;
import helvo.core.table.Role;
import helvo.core.table.Statistic;
import helvo.core.table.Table;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;

/// The options of a y that was measured several times, each time in a column of its own.
final class RepeatOptions {
    private static final String POINTS = "points";
    private static final String FORM = "write it as \"A1, A2, A3\" or \"name [unit] = A1, A2, A3\"";
    private List<String> repeats = List.of();
    private String as = "";

    /// @param arguments of the command that has these options
    RepeatOptions(Arguments arguments) {
        arguments
                .option(
                        "--repeats",
                        "COLS",
                        "For --y: columns that repeat one quantity, \"A1, A2, A3\", or with its name, \"Absorbance "
                                + "[AU] = A1, A2, A3\"; may be repeated.")
                .texts(value -> repeats = value);
        arguments
                .option(
                        "--repeats-as",
                        "WHAT",
                        "Their mean with error bars of one standard deviation (sd) or standard error (se), or all "
                                + "of their points (default: sd).")
                .choices(List.of("sd", "se", POINTS))
                .text(value -> as = value);
    }

    boolean areGiven() {
        return !repeats.isEmpty();
    }

    /// Whether each of them is a point of its own, in another table.
    boolean areAllPoints() {
        return areGiven() && as.equals(POINTS);
    }

    /// In words, for what a report says of its data.
    List<String> said() {
        return repeats.stream()
                .map(each -> each + " (repeats, "
                        + (as.equals(POINTS) ? "all points" : as.equals("se") ? "mean ± se" : "mean ± sd") + ")")
                .toList();
    }

    void check() {
        if (!as.isEmpty() && repeats.isEmpty()) {
            throw new UsageError("--repeats-as goes with --repeats.");
        }
        if (!List.of("", "sd", "se", POINTS).contains(as)) {
            throw new UsageError("--repeats-as “" + as + "”: choose sd, se or points.");
        }
        if (repeats.size() > 1 && as.equals(POINTS)) {
            throw new UsageError("--repeats-as points takes one --repeats at a time.");
        }
    }

    /// The mean of each, as y.
    List<ColumnEdit> means(ColumnsByName columns) throws UserError {
        var edits = new ArrayList<ColumnEdit>();
        for (String text : repeats) {
            List<Column> sources = sources(text, columns);
            Heading heading = heading(text, sources);
            boolean isTaken = columns.table().columns().stream()
                    .anyMatch(column -> column.name().equalsIgnoreCase(heading.name()));
            edits.add(new ColumnEdit.AverageRepeats(
                    columns.table().id(),
                    sources.stream().map(Column::id).toList(),
                    isTaken ? Statistic.MEAN.heading(heading) : heading,
                    as.equals("se") ? Statistic.STANDARD_ERROR : Statistic.STANDARD_DEVIATION));
        }
        return edits;
    }

    /// A table more, with a row for each of their values.
    StudyEdit.Reshape allPoints(ColumnsByName columns) throws UserError {
        Table table = columns.table();
        List<Integer> sources =
                sources(repeats.getFirst(), columns).stream().map(Column::id).toList();
        return new StudyEdit.Reshape(
                table.id(), table.name() + ", all points", DerivedTable.Form.ONE_ROW_EACH, sources);
    }

    private List<Column> sources(String text, ColumnsByName columns) throws UserError {
        List<Column> sources = columns.listed(text.substring(text.indexOf('=') + 1));
        if (sources.stream().distinct().count() < 2
                || sources.stream().distinct().count() < sources.size()) {
            throw new UsageError("--repeats “" + text + "” needs two different columns at least: " + FORM + ".");
        }
        for (Column source : sources) {
            ImportCommandOptions.refuseText(source, columns.table());
            if (source.role() == Role.X) {
                throw new UserError("--repeats “" + text + "”: “" + source.name() + "” is x.");
            }
        }
        List<String> units = sources.stream().map(Column::unit).distinct().toList();
        if (units.size() > 1) {
            throw new UserError("--repeats “" + text + "”: these columns are in different units ("
                    + units.stream().map(unit -> unit.isEmpty() ? "none" : unit).collect(Collectors.joining(", "))
                    + "), and so do not repeat one quantity. --convert gives a column another unit.");
        }
        return sources;
    }

    private Heading heading(String text, List<Column> sources) {
        int sign = text.indexOf('=');
        if (sign < 0) {
            return Reshaping.quantityOf(sources)
                    .orElseThrow(() -> new UsageError("--repeats “" + text
                            + "”: these columns have no name in common; say what they measure: \"Absorbance = "
                            + text.strip() + "\"."));
        }
        Heading heading = Heading.of(SymbolNames.replaced(text.substring(0, sign), true));
        String unit = sources.getFirst().unit();
        if (!heading.unit().isEmpty() && !unit.isEmpty() && !heading.unit().equals(unit)) {
            throw new UsageError("--repeats “" + text + "”: these columns are in " + unit + ", not in " + heading.unit()
                    + ". --convert gives a column another unit.");
        }
        return heading.unit().isEmpty() ? new Heading(heading.name(), unit) : heading;
    }
}
