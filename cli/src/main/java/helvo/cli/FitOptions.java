package helvo.cli;

import helvo.core.Phrase;
import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Curve;
import helvo.core.formula.Formula;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.table.Column;
import helvo.core.table.Heading;
import helvo.core.table.Role;
import helvo.core.table.RowCondition;
import helvo.core.table.SeriesKey;
import helvo.core.table.Table;
import helvo.files.CannotRead;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/// What `fit` and `draw` share: the file, the columns, the rows and the curve.
final class FitOptions {
    @Spec(Spec.Target.MIXEE)
    private CommandSpec command;

    @Parameters(paramLabel = "FILE", description = "A CSV, TSV, XLSX or ODS file; - for standard input.")
    private Path file;

    @Mixin
    private ReadingOptions reading;

    @Option(names = "--derive", paramLabel = "COLUMN", description = "A derived column first: \"name [unit] = formula\"; may be repeated.")
    private List<String> derived = List.of();

    @Option(names = "--x", required = true, paramLabel = "COL",
            description = "The x column: its heading without the unit, or #3 for the third.")
    private String x;

    @Option(names = "--y", required = true, paramLabel = "COL", description = "The y column; to draw, it may be repeated.")
    private List<String> ys;

    @Mixin
    private CurveOptions shape;

    @Mixin
    private RowOptions rows;

    @Mixin
    private BarOptions bars;

    private List<String> warnings = List.of();
    private Study input = Study.EMPTY;

    /// Reads, fits and gives the one figure asked for.
    FigureAnalysis analysed(Edit... further) throws CannotRead, Refused {
        return enough(Analysis.ofChosenCurves(study(further), Progress.NONE).figures().getFirst());
    }

    /// The same once more with other looks; nothing is said again.
    FigureAnalysis again(Edit... further) throws CannotRead, Refused {
        Study study = input;
        for (Edit edit : edits(study, further)) {
            study = edit.apply(study);
        }
        return Analysis.ofChosenCurves(study, Progress.NONE).figures().getFirst();
    }

    /// With every shape on offer fitted to the same points.
    FigureAnalysis compared() throws CannotRead, Refused {
        return enough(Analysis.of(study(), Analysis.EMPTY, Progress.NONE).figures().getFirst());
    }

    /// What a careful person wants to know of the reading, once something was analysed.
    List<String> warnings() {
        return warnings;
    }

    /// 1 where the reading needs a look and a person is strict about it.
    int exit(int code) {
        return reading.isStrict() && !warnings.isEmpty() ? Helvo.DATA_DO_NOT_ALLOW : code;
    }

    /// Of rows in which neither x nor y is empty or missing, half at least must have numbers.
    private static FigureAnalysis enough(FigureAnalysis figure) throws Refused {
        if (figure.series().stream().allMatch(series -> series.points().size() == 0)) {
            refuseConditions(figure);
        }
        for (SeriesAnalysis series : figure.series()) {
            int unread = series.rows().unread();
            if (unread > series.rows().used()) {
                throw new Refused(Phrase.of("Only %,d of %,d rows have numbers for x and y; in the others stands text, as in row %,d (%s). "
                        + "Say what means that there is no value with --missing, or choose rows with --only.", series.rows().used(),
                        unread + series.rows().used(), series.rows().firstUnread() + 1, series.rows().why(series.rows().firstUnread())));
            }
        }
        return figure;
    }

    /// Names the condition that no row meets, or that leaves none together with the others.
    private static void refuseConditions(FigureAnalysis figure) throws Refused {
        List<RowCondition> conditions = figure.figure().only();
        Table table = figure.table();
        for (int count = 1; count <= conditions.size(); count++) {
            if (IntStream.range(0, table.rows()).noneMatch(RowCondition.all(conditions.subList(0, count), table)::test)) {
                String sentence = conditions.get(count - 1).sentence(table);
                boolean alone = IntStream.range(0, table.rows()).noneMatch(conditions.get(count - 1).in(table)::test);
                throw new Refused(alone ? "In no row " + sentence + "." : "In no row " + sentence + " where "
                        + RowCondition.sentence(conditions.subList(0, count - 1), table) + ".");
            }
        }
    }

    /// One y is all that a report is about.
    void requireOneY() {
        if (ys.size() > 1) {
            throw wrong("One --y at a time: run the command once for each, or draw them.");
        }
    }

    private Study study(Edit... further) throws CannotRead, Refused {
        shape.curve();
        ReadingOptions.Input read = reading.read(file);
        reading.warn(read);
        warnings = read.warnings();
        Table table = read.table();
        if (table.columns().size() == 1) {
            throw new Refused(Phrase.of("“%s” has one column only (%s): a fit needs an x and a y.", file.getFileName(),
                    table.columns().getFirst().name()));
        }
        Study study = StudyEdit.AddTable.to(Study.EMPTY, table).apply(Study.EMPTY);
        for (String text : derived) {
            study = derive(study.tables().getFirst(), text).apply(study);
        }
        input = study;
        for (Edit edit : edits(study, further)) {
            study = edit.apply(study);
        }
        return study;
    }

    /// What makes the figure that was asked for.
    private List<Edit> edits(Study study, Edit... further) throws Refused {
        Curve chosen = shape.curve();
        var columns = new ColumnsByName(file, study.tables().getFirst());
        Column xColumn = columns.named(x);
        var yColumns = new ArrayList<Column>();
        for (String y : ys) {
            Column named = columns.named(y);
            ReadingOptions.refuseText(named, columns.table());
            if (xColumn.id() == named.id() || yColumns.contains(named)) {
                throw new Refused((yColumns.contains(named) ? "Two --y name" : "--x and --y name") + " the same column, "
                        + named.name() + ".");
            }
            yColumns.add(named);
        }
        ReadingOptions.refuseText(xColumn, columns.table());
        Column yColumn = yColumns.getFirst();
        var edits = new ArrayList<Edit>();
        int id = columns.table().id();
        columns.table().columns().forEach(column -> edits.add(new ColumnEdit.SetRole(id, column.id(), Role.NONE)));
        edits.add(new ColumnEdit.SetRole(id, xColumn.id(), Role.X));
        edits.add(new ColumnEdit.SetRole(id, yColumn.id(), Role.Y));
        yColumns.stream().skip(1).forEach(each -> edits.add(new ColumnEdit.SetRole(id, each.id(), Role.Y)));
        edits.addAll(bars.edits(columns, xColumn, yColumn, figure()));
        yColumns.forEach(each -> edits.add(new FigureEdit.ChooseCurve(figure(), SeriesKey.whole(each.id()), chosen)));
        edits.addAll(rows.edits(columns, yColumn, chosen, figure()));
        edits.addAll(List.of(further));
        return edits;
    }

    /// The id of the one figure that `analysed` makes.
    static int figure() {
        return Study.EMPTY.nextFigureId();
    }

    private ColumnEdit.Derive derive(Table table, String text) throws Refused {
        int sign = text.indexOf('=');
        if (sign < 1) {
            throw wrong("--derive “" + text + "”: write it as \"name [unit] = formula\".");
        }
        String formula = text.substring(sign + 1).strip();
        return switch (Formula.read(formula, table)) {
            case Formula.Reading.Read(_, String kept) -> new ColumnEdit.Derive(table.id(), Heading.of(text.substring(0, sign)), kept,
                    Role.NONE, false);
            case Formula.Reading.Wrong(int from, _, String sentence) ->
                    throw new Refused(Phrase.of("--derive, at character %d of “%s”: %s",
                    from + 1, formula, sentence));
        };
    }

    private ParameterException wrong(String sentence) {
        return new ParameterException(command.commandLine(), sentence);
    }
}
