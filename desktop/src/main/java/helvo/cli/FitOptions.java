package helvo.cli;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.curve.Curve;
import helvo.core.curve.Exponential;
import helvo.core.curve.FixedInterceptLine;
import helvo.core.curve.Line;
import helvo.core.curve.Logarithmic;
import helvo.core.curve.Logistic;
import helvo.core.curve.Polynomial;
import helvo.core.curve.Power;
import helvo.core.formula.Formula;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.SeriesKey;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.table.Cell;
import helvo.core.table.Column;
import helvo.core.table.Heading;
import helvo.core.table.Role;
import helvo.core.table.RowCondition;
import helvo.core.table.Table;
import helvo.files.CannotRead;
import helvo.files.ReadTable;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/// What `fit` and `draw` share: the file, the columns, the rows and the curve.
final class FitOptions {
    private static final Pattern RANGE = Pattern.compile("\\s*(\\S+)\\s*<=\\s*(.+?)\\s*<=\\s*(\\S+)\\s*");
    private static final Pattern VALUE = Pattern.compile("([^=<>]+)=(.*)");
    private static final Pattern ROWS = Pattern.compile("\\s*(\\d{1,9})\\s*(?:-\\s*(\\d{1,9})\\s*)?");

    @Spec(Spec.Target.MIXEE)
    private CommandSpec command;

    @Parameters(paramLabel = "FILE", description = "A CSV, TSV, XLSX or ODS file.")
    private Path file;

    @Option(names = "--sheet", paramLabel = "NAME", description = "Of a workbook; the first with something in it, if not given.")
    private Optional<String> sheet = Optional.empty();

    @Option(names = "--derive", paramLabel = "COLUMN", description = "A derived column first: \"name [unit] = formula\"; may be repeated.")
    private List<String> derived = List.of();

    @Option(names = "--x", required = true, paramLabel = "COL", description = "The x column: its heading without the unit, or #3 for the third.")
    private String x;

    @Option(names = "--y", required = true, paramLabel = "COL", description = "The y column.")
    private String y;

    @Option(names = "--curve", paramLabel = "SHAPE", defaultValue = "line", description = "line, polynomial, logarithmic, exponential, power or logistic (default: ${DEFAULT-VALUE}).")
    private String curve;

    @Option(names = "--on-log-scale", description = "Exponential and power as straight lines through ln y.")
    private boolean onLogScale;

    @Option(names = "--degree", paramLabel = "N", description = "Of a polynomial, 2 to 10.")
    private Integer degree;

    @Option(names = "--intercept", paramLabel = "V", description = "A line with its intercept held at V.")
    private Double intercept;

    @Option(names = "--only", paramLabel = "CONDITION", description = "Use these rows only: \"COL=VALUE\" or \"LO<=COL<=HI\"; may be repeated.")
    private List<String> only = List.of();

    @Option(names = "--set-aside", paramLabel = "ROWS", description = "Rows not to use, as 3,7-9; 1 is the first below the heading.")
    private String setAside;

    /// Reads, fits and gives the one figure asked for.
    FigureAnalysis analysed(Edit... further) throws CannotRead, Refused {
        return Analysis.ofChosenCurves(study(further), Progress.NONE).figures().getFirst();
    }

    /// With every shape on offer fitted to the same points.
    FigureAnalysis compared() throws CannotRead, Refused {
        return Analysis.of(study(), Analysis.EMPTY, Progress.NONE).figures().getFirst();
    }

    private Study study(Edit... further) throws CannotRead, Refused {
        Curve chosen = curve();
        Table table = ReadTable.read(file, sheet, Progress.NONE).table();
        if (table.columns().size() == 1) {
            throw new Refused("“%s” has one column only (%s): a fit needs an x and a y.".formatted(file.getFileName(), table.columns().getFirst().name()));
        }
        Study study = StudyEdit.AddTable.to(Study.EMPTY, table).apply(Study.EMPTY);
        for (String text : derived) {
            study = derive(study.tables().getFirst(), text).apply(study);
        }
        table = study.tables().getFirst();
        Column xColumn = column(table, x);
        Column yColumn = column(table, y);
        if (xColumn.id() == yColumn.id()) {
            throw new Refused("--x and --y name the same column, " + xColumn.name() + ".");
        }
        for (Edit edit : edits(study, xColumn, yColumn, chosen)) {
            study = edit.apply(study);
        }
        for (Edit edit : further) {
            study = edit.apply(study);
        }
        return study;
    }

    /// The id of the one figure that `analysed` makes.
    static int figure() {
        return Study.EMPTY.nextFigureId();
    }

    private List<Edit> edits(Study study, Column xColumn, Column yColumn, Curve chosen) throws Refused {
        Table table = study.tables().getFirst();
        int id = table.id();
        var edits = new ArrayList<Edit>();
        for (Column column : table.columns()) {
            edits.add(new ColumnEdit.SetRole(id, column.id(), Role.NONE));
        }
        edits.add(new ColumnEdit.SetRole(id, xColumn.id(), Role.X));
        edits.add(new ColumnEdit.SetRole(id, yColumn.id(), Role.Y));
        if (setAside != null) {
            edits.add(new TableEdit.SetRowsAside(id, rows(table.rows()), ""));
        }
        edits.add(new FigureEdit.ChooseCurve(figure(), new SeriesKey(yColumn.id(), ""), chosen));
        var conditions = new ArrayList<RowCondition>();
        for (String condition : only) {
            conditions.add(condition(table, condition));
        }
        edits.add(new FigureEdit.UseOnly(figure(), conditions));
        return edits;
    }

    private ColumnEdit.Derive derive(Table table, String text) throws Refused {
        int sign = text.indexOf('=');
        if (sign < 1) {
            throw wrong("--derive “" + text + "”: write it as \"name [unit] = formula\".");
        }
        String formula = text.substring(sign + 1).strip();
        return switch (Formula.read(formula, table)) {
            case Formula.Reading.Read(_, String kept) -> new ColumnEdit.Derive(table.id(), Heading.of(text.substring(0, sign)), kept, Role.NONE, false);
            case Formula.Reading.Wrong(int from, _, String sentence) -> throw new Refused("--derive, at sign %d of “%s”: %s".formatted(from + 1, formula, sentence));
        };
    }

    private Curve curve() {
        if (intercept != null && !Double.isFinite(intercept)) {
            throw wrong("--intercept must be a finite number.");
        }
        if (degree != null && !curve.equals("polynomial")) {
            throw wrong("--degree goes with --curve polynomial.");
        }
        if (intercept != null && !curve.equals("line")) {
            throw wrong("--intercept goes with --curve line.");
        }
        if (onLogScale && !curve.equals("exponential") && !curve.equals("power")) {
            throw wrong("--on-log-scale goes with --curve exponential or power.");
        }
        return switch (curve) {
            case "line" -> intercept == null ? new Line() : new FixedInterceptLine(intercept);
            case "polynomial" -> {
                if (degree == null || degree < 2 || degree > Polynomial.HIGHEST) {
                    throw wrong("--curve polynomial needs --degree 2 to " + Polynomial.HIGHEST + ".");
                }
                yield new Polynomial(degree);
            }
            case "logarithmic" -> new Logarithmic();
            case "exponential" -> new Exponential(onLogScale);
            case "power" -> new Power(onLogScale);
            case "logistic" -> new Logistic();
            default -> throw wrong("There is no curve “" + curve + "”: choose line, polynomial, logarithmic, exponential, power or logistic.");
        };
    }

    /// By a letter-cased match of the heading first, then a case-blind one; `#3` is the third.
    private Column column(Table table, String wanted) throws Refused {
        List<Column> columns = table.columns();
        if (wanted.matches("#\\d{1,4}")) {
            int place = Integer.parseInt(wanted.substring(1));
            if (place >= 1 && place <= columns.size()) {
                return columns.get(place - 1);
            }
        }
        return columns.stream().filter(column -> column.name().equals(wanted)).findFirst()
                .or(() -> columns.stream().filter(column -> column.name().equalsIgnoreCase(wanted) || column.heading().text().equalsIgnoreCase(wanted)).findFirst())
                .orElseThrow(() -> new Refused("“%s” has no column “%s”; it has %s.".formatted(file.getFileName(), wanted,
                        String.join(", ", columns.stream().limit(20).map(Column::name).toList()))));
    }

    private RowCondition condition(Table table, String text) throws Refused {
        Matcher range = RANGE.matcher(text);
        if (range.matches()) {
            Column column = column(table, range.group(2));
            if (column.typed(range.group(1), table.mark()) instanceof Cell.Number(double low) && column.typed(range.group(3), table.mark()) instanceof Cell.Number(double high)) {
                return new RowCondition.Between(column.id(), low, high);
            }
            throw wrong("--only “" + text + "”: the limits must be " + column.kind().plural() + ".");
        }
        Matcher value = VALUE.matcher(text);
        if (value.matches()) {
            return new RowCondition.Is(column(table, value.group(1).strip()).id(), column(table, value.group(1).strip()).typed(value.group(2), table.mark()));
        }
        throw wrong("--only “" + text + "” is no condition: write \"COL=VALUE\" or \"LO<=COL<=HI\".");
    }

    private List<Integer> rows(int most) {
        var rows = new ArrayList<Integer>();
        for (String part : setAside.split(",")) {
            Matcher matcher = ROWS.matcher(part);
            if (!matcher.matches()) {
                throw wrong("--set-aside “" + setAside + "”: write rows as 3,7-9.");
            }
            int first = Integer.parseInt(matcher.group(1));
            int last = matcher.group(2) == null ? first : Integer.parseInt(matcher.group(2));
            if (first < 1 || last < first || last > most) {
                throw wrong("--set-aside “" + part.strip() + "”: the file has rows 1 to " + most + ".");
            }
            for (int row = first; row <= last; row++) {
                rows.add(row - 1);
            }
        }
        return rows;
    }

    private ParameterException wrong(String sentence) {
        return new ParameterException(command.commandLine(), sentence);
    }
}
