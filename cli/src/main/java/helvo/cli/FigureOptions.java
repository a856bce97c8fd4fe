package helvo.cli;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.fit.Curve;
import helvo.core.fit.FormulaCurve;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Edit;
import helvo.core.study.Figure;
import helvo.core.study.FigureEdit;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.table.Column;
import helvo.core.table.Role;
import helvo.core.table.SeriesKey;
import helvo.core.table.Table;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/// The options that say what a figure shows: columns, rows, bars and curve. What a study has and they do not name
/// stays.
final class FigureOptions {
    private final Arguments arguments;
    private final ColumnOptions columnChoices;
    private final RepeatOptions repeats;
    private final CurveOptions shape;
    private final RowOptions rows;
    private final BarOptions bars;
    private @Nullable String figure;
    private @Nullable String x;
    private List<String> ys = List.of();

    /// @param arguments of the command that has these options
    FigureOptions(Arguments arguments) {
        this.arguments = arguments;
        arguments.group("Columns");
        arguments
                .option(
                        "--x",
                        "COL",
                        "The x column: its heading without the unit, or #3 for the third. Where a file has two "
                                + "columns of numbers, neither need be named.")
                .usual()
                .text(value -> x = value);
        arguments
                .option("--y", "COL", "The y column; to draw, it may be repeated.")
                .usual()
                .texts(value -> ys = value);
        arguments
                .option("--figure", "NAME", "Of a study: which figure, by its title, its name or its table's name.")
                .text(value -> figure = value);
        repeats = new RepeatOptions(arguments);
        columnChoices = new ColumnOptions(arguments);
        shape = new CurveOptions(arguments, CurveOptions.Part.ALL);
        rows = new RowOptions(arguments);
        bars = new BarOptions(arguments);
    }

    /// Whether anything is asked for; to name a figure asks for nothing.
    boolean areGiven() {
        return x != null
                || areYsGiven()
                || !columnChoices.said().isEmpty()
                || shape.isGiven()
                || rows.areGiven()
                || bars.areGiven();
    }

    /// Whether a figure of a study is named.
    boolean isNamed() {
        return figure != null;
    }

    /// Whether x and y are named.
    boolean nameColumns() {
        return x != null && areYsGiven();
    }

    private boolean areYsGiven() {
        return !ys.isEmpty() || repeats.areGiven();
    }

    boolean nameSeveralYs() {
        return ys.size() > 1;
    }

    /// What is missing of `--x COL` and `--y COL`.
    List<String> missingColumns() {
        return Stream.of(x == null ? "--x COL" : "", areYsGiven() ? "" : "--y COL")
                .filter(each -> !each.isEmpty())
                .toList();
    }

    void check() {
        shape.check();
        repeats.check();
        if (x != null && !areYsGiven() || x == null && !ys.isEmpty()) {
            throw new UsageError("--x and --y belong together: name both columns.");
        }
    }

    /// What was done to columns first.
    List<String> derived() {
        return Stream.concat(columnChoices.said().stream(), repeats.said().stream())
                .toList();
    }

    /// The figure that is meant, of a study that may have several.
    int figureOf(Path file, Study study) throws UserError {
        String wanted = figure;
        if (wanted == null && study.figures().size() == 1) {
            return study.figures().getFirst().id();
        }
        List<Figure> all = study.figures();
        if (all.isEmpty()) {
            throw new UserError("“" + file.getFileName() + "” has no figure.");
        }
        List<Figure> plotted =
                all.stream().filter(each -> !series(study, each.id()).isEmpty()).toList();
        List<Figure> named = wanted != null ? NamedFigure.named(wanted, study) : plotted.size() == 1 ? plotted : all;
        if (named.size() > 1) {
            throw new UserError(
                    wanted == null
                            ? "“" + file.getFileName() + "” has " + all.size()
                                    + " figures: say which with --figure. There are " + NamedFigure.listed(study) + "."
                            : "“" + wanted + "” names " + named.size() + " figures, "
                                    + named.stream()
                                            .map(each -> "“" + each.name() + "” of "
                                                    + study.table(each.table()).name())
                                            .collect(Collectors.joining(", "))
                                    + ": name one of them.");
        }
        return named.getFirst().id();
    }

    /// What makes the figure of a table, or changes one, as it is asked for.
    ///
    /// @param file that it is of, for what is said of it
    /// @return the figure; a new one where repeats are all points of another table
    int addTo(StudySteps steps, Path file, int figure) throws UserError {
        columnChoices.addTo(steps, file, steps.study().figure(figure).table());
        if (nameColumns() && !bars.areGiven()) {
            tellOfBars(steps.study().table(steps.study().figure(figure).table()));
        }
        int shown = repeats.areAllPoints() ? allPoints(steps, file, figure) : figure;
        List<Edit> edits = edits(file, steps.study(), shown);
        if (nameColumns() && !edits.isEmpty()) {
            steps.then(new StudyEdit.Compound(
                    "Show "
                            + Stream.concat(ys.stream(), repeats.said().stream())
                                    .collect(Collectors.joining(", "))
                            + " against " + x + rows.inWords() + (bars.areGiven() ? ", with error bars" : ""),
                    edits));
        } else {
            steps.together(edits);
        }
        return shown;
    }

    /// That a column seems to be the uncertainty of one that is named, and is not used.
    private void tellOfBars(Table table) {
        table.columns().stream()
                .filter(column -> ys.contains(column.name()) || column.name().equals(x))
                .forEach(column -> table.barOf(column).ifPresent(bar -> {
                    String option = column.name().equals(x) ? "--x-bar" : "--y-bar";
                    arguments
                            .remarks()
                            .println("“" + bar.name() + "” seems to be the uncertainty of " + column.name()
                                    + " and is not used: " + option + " \"" + bar.name() + "\" takes it.");
                }));
    }

    /// A table and a figure of all points of repeats; the table that they are of shows none itself.
    private int allPoints(StudySteps steps, Path file, int figure) throws UserError {
        Table table = steps.study().table(steps.study().figure(figure).table());
        var columns = new ColumnsByName(file, table);
        if (x != null) {
            steps.then(new StudyEdit.Compound("Use " + x + " as x", roles(columns)));
        }
        steps.then(repeats.allPoints(new ColumnsByName(file, steps.study().table(table.id()))));
        return steps.study().figures().getLast().id();
    }

    private List<Edit> edits(Path file, Study study, int figure) throws UserError {
        Table table = study.table(study.figure(figure).table());
        var columns = new ColumnsByName(file, table);
        var edits = new ArrayList<Edit>();
        if (nameColumns() && !repeats.areAllPoints()) {
            edits.addAll(roles(columns));
        }
        if (repeats.areGiven() && !repeats.areAllPoints()) {
            if (!nameColumns()) {
                edits.addAll(noneIsY(table));
            }
            edits.addAll(repeats.means(new ColumnsByName(
                    file, new StudyEdit.Compound("", edits).apply(study).table(table.id()))));
        }
        Table chosen = new StudyEdit.Compound("", edits).apply(study).table(table.id());
        if (chosen.first(Role.X).isEmpty() || chosen.first(Role.Y).isEmpty()) {
            if (shape.isGiven() || rows.areGiven() || bars.areGiven()) {
                throw new UsageError("“" + table.name() + "” has no x and y yet: name the columns with --x and --y.");
            }
            return edits;
        }
        Column xColumn = chosen.first(Role.X).get();
        Column yColumn = chosen.first(Role.Y).get();
        edits.addAll(bars.edits(new ColumnsByName(file, chosen), xColumn, yColumn, figure));
        List<SeriesKey> keys = nameColumns() || repeats.areGiven()
                ? chosen.all(Role.Y).stream().map(y -> SeriesKey.whole(y.id())).toList()
                : series(study, figure);
        boolean isNew = nameColumns() || repeats.areGiven() || shape.isGiven();
        Curve curve = isNew
                ? shape.curve(xColumn, chosen)
                : study.figure(figure).curve(keys.isEmpty() ? SeriesKey.whole(yColumn.id()) : keys.getFirst());
        if (curve instanceof FormulaCurve own
                && shape.isGiven()
                && !own.shared().isEmpty()
                && !rows.areGrouped()
                && keys.size() == 1) {
            throw new UsageError("--shared " + String.join(", ", own.shared())
                    + ": there is one series only; --by splits it into groups.");
        }
        if (isNew) {
            keys.forEach(key -> edits.add(new FigureEdit.ChooseCurve(figure, key, curve)));
        }
        edits.addAll(rows.edits(columns, xColumn, yColumn, curve, study.figure(figure)));
        return edits;
    }

    private static List<SeriesKey> series(Study study, int figure) {
        Figure of = study.figure(figure);
        return FigureAnalysis.seriesOf(of, study.table(of.table()));
    }

    private static List<Edit> noneIsY(Table table) {
        return table.columns().stream()
                .filter(column ->
                        column.role() == Role.Y || column.role() == Role.Y_BAR || column.role() == Role.Y_DOWN)
                .<Edit>map(column -> new ColumnEdit.SetRole(table.id(), column.id(), Role.NONE))
                .toList();
    }

    /// The roles of x and y, and no others.
    private List<Edit> roles(ColumnsByName columns) throws UserError {
        Column xColumn = columns.named(String.valueOf(x));
        var yColumns = new ArrayList<Column>();
        for (String y : ys) {
            Column named = columns.named(y);
            ImportCommandOptions.refuseText(named, columns.table());
            boolean isY = isAmong(yColumns, named);
            if (xColumn.id() == named.id() || isY) {
                throw new UserError(
                        (isY ? "Two --y name" : "--x and --y name") + " the same column, " + named.name() + ".");
            }
            yColumns.add(named);
        }
        ImportCommandOptions.refuseText(xColumn, columns.table());
        var edits = new ArrayList<Edit>();
        int id = columns.table().id();
        for (Column column : columns.table().columns()) {
            boolean isChosen = column.id() == xColumn.id() || isAmong(yColumns, column);
            if (!isChosen && column.role() != Role.NONE) {
                edits.add(new ColumnEdit.SetRole(id, column.id(), Role.NONE));
            }
        }
        edits.add(new ColumnEdit.SetRole(id, xColumn.id(), Role.X));
        yColumns.forEach(each -> edits.add(new ColumnEdit.SetRole(id, each.id(), Role.Y)));
        return edits;
    }

    /// By its number: to compare all that is in a column takes a starting program longer than a fit.
    private static boolean isAmong(List<Column> columns, Column column) {
        return columns.stream().anyMatch(each -> each.id() == column.id());
    }
}
