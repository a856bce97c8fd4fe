package helvo.cli;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.fit.Curve;
import helvo.core.fit.FormulaCurve;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.Study;
import helvo.core.table.Column;
import helvo.core.table.Role;
import helvo.core.table.SeriesKey;
import helvo.core.table.Table;
import helvo.files.UnreadableFile;
import helvo.files.table.TableImport;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;

/// The options that `fit`, `curves` and `draw` share: files, columns, rows and curve.
final class FitOptions {
    private static final int MOST_NAMED = 20;
    private final Arguments arguments;
    private final ImportCommandOptions reading;
    private final ColumnOptions columnChoices;
    private final CurveOptions shape;
    private final RowOptions rows;
    private final BarOptions bars;
    private List<Path> files = List.of();
    private String x;
    private List<String> ys;

    /// @param arguments of the command that has these options
    @SuppressWarnings("NullAway.Init") // set while the command line is read
    FitOptions(Arguments arguments) {
        this.arguments = arguments;
        arguments.files(
                "FILE",
                "CSV, TSV, XLSX or ODS files; - for standard input. Of several, each is fitted on its own.",
                value -> files = value);
        columnChoices = new ColumnOptions(arguments);
        arguments
                .option("--x", "COL", "The x column: its heading without the unit, or #3 for the third.")
                .required()
                .text(value -> x = value);
        arguments
                .option("--y", "COL", "The y column; to draw, it may be repeated.")
                .required()
                .texts(value -> ys = value);
        reading = new ImportCommandOptions(arguments);
        shape = new CurveOptions(arguments, CurveOptions.Part.ALL);
        rows = new RowOptions(arguments);
        bars = new BarOptions(arguments);
    }

    /// What is done for each file.
    interface Work {
        /// @return the exit code
        int of(FitInput input) throws UnreadableFile, UserError;
    }

    /// Does the same for each file; of several, one that is refused is told and the others go on.
    ///
    /// @return the greatest exit code
    int each(Work work) throws UnreadableFile, UserError {
        if (files.size() == 1) {
            return work.of(one());
        }
        int code = Helvo.DONE;
        for (Path file : files) {
            FitInput input = input(file);
            try {
                code = Math.max(code, work.of(input));
            } catch (UnreadableFile | UserError refused) {
                arguments.err().println(Helvo.shortened(input.name() + ": " + refused.getMessage()));
                code = Helvo.DATA_DO_NOT_ALLOW;
            }
        }
        return code;
    }

    private FitInput input(Path file) {
        return new FitInput(this, file, new FileNames(files).of(file));
    }

    boolean isOneFile() {
        return files.size() == 1;
    }

    /// The one file of a command that takes no more.
    FitInput one() {
        if (files.size() > 1) {
            throw arguments.usageError("One file at a time: run the command once for each.");
        }
        return input(files.getFirst());
    }

    /// One y is all that a report is about.
    void requireOneY() {
        if (ys.size() > 1) {
            throw arguments.usageError("One --y at a time: run the command once for each, or draw them.");
        }
    }

    /// What a file holds; what a careful person wants to know of it is said.
    ImportCommandOptions.Input read(Path file) throws UnreadableFile, UserError {
        shape.check();
        ImportCommandOptions.Input read = reading.read(file);
        ImportCommandOptions.refuseOpenLine(read.table());
        reading.warn(read);
        Table table = read.table();
        if (table.columns().size() == 1) {
            throw new UserError(RootLocale.format(
                    "“%s” has one column only (%s): a fit needs an x and a y.",
                    file.getFileName(), table.columns().getFirst().name()));
        }
        return read;
    }

    /// With the columns in other columnChoices, and the derived ones, that were asked for.
    Study derived(Path file, Study study) throws UserError {
        return columnChoices.applied(file, study);
    }

    /// What makes the figure that was asked for.
    List<Edit> edits(Path file, Study study, Edit... further) throws UserError {
        var columns = new ColumnsByName(file, study.tables().getFirst());
        Column xColumn = columns.named(x);
        var yColumns = new ArrayList<Column>();
        for (String y : ys) {
            Column named = columns.named(y);
            ImportCommandOptions.refuseText(named, columns.table());
            if (xColumn.id() == named.id() || yColumns.contains(named)) {
                throw new UserError((yColumns.contains(named) ? "Two --y name" : "--x and --y name")
                        + " the same column, " + named.name() + ".");
            }
            yColumns.add(named);
        }
        ImportCommandOptions.refuseText(xColumn, columns.table());
        Curve chosen = shape.curve(xColumn, columns.table().columns());
        if (chosen instanceof FormulaCurve curve && !curve.shared().isEmpty() && !rows.areGrouped() && ys.size() == 1) {
            throw arguments.usageError("--shared " + String.join(", ", curve.shared())
                    + ": there is one series only; --by splits it into groups.");
        }
        Column yColumn = yColumns.getFirst();
        var edits = new ArrayList<Edit>();
        int id = columns.table().id();
        columns.table().columns().forEach(column -> edits.add(new ColumnEdit.SetRole(id, column.id(), Role.NONE)));
        edits.add(new ColumnEdit.SetRole(id, xColumn.id(), Role.X));
        edits.add(new ColumnEdit.SetRole(id, yColumn.id(), Role.Y));
        yColumns.stream().skip(1).forEach(each -> edits.add(new ColumnEdit.SetRole(id, each.id(), Role.Y)));
        edits.addAll(bars.edits(columns, xColumn, yColumn, figure()));
        yColumns.forEach(each -> edits.add(new FigureEdit.ChooseCurve(figure(), SeriesKey.whole(each.id()), chosen)));
        edits.addAll(rows.edits(columns, xColumn, yColumn, chosen, figure()));
        edits.addAll(List.of(further));
        return edits;
    }

    /// 1 where the file needs a look, as `check` has it, and a person is strict about it.
    int exit(int code, FitInput input) {
        int places = reading.isStrict() ? input.issueCount() : 0;
        if (places > 0) {
            arguments
                    .err()
                    .println(RootLocale.format(
                            "%s: %,d %s a look; helvo check tells %s.",
                            input.name(),
                            places,
                            places == 1 ? "place needs" : "places need",
                            places == 1 ? "it" : "them"));
        }
        return places > 0 ? Helvo.DATA_DO_NOT_ALLOW : code;
    }

    /// What was done to columns first.
    List<String> derived() {
        return columnChoices.said();
    }

    /// The columns of a file, for who has not named any.
    String columns() {
        if (files.size() != 1 || !Files.isRegularFile(files.getFirst())) {
            return "";
        }
        try {
            TableImport read = TableImport.read(files.getFirst(), Progress.none());
            return "“" + files.getFirst().getFileName() + "” has the columns "
                    + read.table().columns().stream()
                            .limit(MOST_NAMED)
                            .map(Column::name)
                            .collect(Collectors.joining(", "))
                    + (read.table().columns().size() > MOST_NAMED ? " and more." : ".");
        } catch (UnreadableFile e) {
            return e.getMessage();
        }
    }

    /// The id of the one figure that `analysed` makes.
    static int figure() {
        return Study.EMPTY.nextFigureId();
    }
}
