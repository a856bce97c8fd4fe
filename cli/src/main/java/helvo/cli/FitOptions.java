package helvo.cli;

import helvo.core.Progress;
import helvo.core.Phrase;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.curve.Curve;
import helvo.core.curve.Curves;
import helvo.core.curve.Polynomial;
import helvo.core.fit.Weighting;
import helvo.core.formula.Formula;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberText;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.Layer;
import helvo.core.study.SeriesKey;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.table.BarMeaning;
import helvo.core.table.Cell;
import helvo.core.table.Column;
import helvo.core.table.Heading;
import helvo.core.table.OwnBars;
import helvo.core.table.Role;
import helvo.core.table.RoleGuess;
import helvo.core.table.RowCondition;
import helvo.core.table.Table;
import helvo.files.CannotRead;
import helvo.files.ReadTable;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
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

    @Option(names = "--x", required = true, paramLabel = "COL",
            description = "The x column: its heading without the unit, or #3 for the third.")
    private String x;

    @Option(names = "--y", required = true, paramLabel = "COL", description = "The y column.")
    private String y;

    @Option(names = "--curve", paramLabel = "SHAPE", defaultValue = "line",
            description = "line, polynomial, logarithmic, exponential, power or logistic (default: ${DEFAULT-VALUE}).")
    private String curve;

    @Option(names = "--on-log-scale", description = "Exponential and power as straight lines through ln y.")
    private boolean onLogScale;

    @Option(names = "--degree", paramLabel = "N", description = "Of a polynomial, 2 to 10.")
    private Integer degree;

    @Option(names = "--intercept", paramLabel = "V", description = "A line with its intercept held at V.")
    private Double intercept;

    @Option(names = "--only", paramLabel = "CONDITION",
            description = "Use these rows only: \"COL=VALUE\" or \"LO<=COL<=HI\"; may be repeated.")
    private List<String> only = List.of();

    @Option(names = "--set-aside", paramLabel = "ROWS", description = "Rows not to use, as 3,7-9; 1 is the first below the heading.")
    private String setAside;

    @Option(names = "--by", paramLabel = "COL", description = "A fit for each group of this column, and one for all.")
    private String by;

    @Option(names = "--y-bar", paramLabel = "BAR", description = "Error bars in y: 3 (units of the column), 5%%, or column:NAME.")
    private String yBar;

    @Option(names = "--x-bar", paramLabel = "BAR", description = "Error bars in x, likewise.")
    private String xBar;

    @Option(names = "--bar-means", paramLabel = "WHAT",
            description = "What a bar is when it weighs: sd, se, half-range or 95 (default: as the bar column's name says, else sd).")
    private String barMeans;

    @Option(names = "--weights", paramLabel = "HOW", defaultValue = "alike", description = "alike, stated or relative: whether bars weigh, and whether standard errors follow the bars or the scatter (default: ${DEFAULT-VALUE}).")
    private String weights;

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
            throw new Refused(Phrase.of("“%s” has one column only (%s): a fit needs an x and a y.", file.getFileName(),
                    table.columns().getFirst().name()));
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
        bars(table, xColumn, xBar, "--x-bar", Role.X_BAR, edits);
        bars(table, yColumn, yBar, "--y-bar", Role.Y_BAR, edits);
        edits.add(new FigureEdit.Weigh(figure(), weighting()));
        edits.add(new FigureEdit.ChooseCurve(figure(), new SeriesKey(yColumn.id(), ""), chosen));
        if (by != null) {
            Column groups = column(table, by);
            edits.add(new ColumnEdit.SetRole(id, groups.id(), Role.BY));
            edits.add(new FigureEdit.Show(figure(), Layer.ONE_FOR_ALL, true));
            edits.add(new FigureEdit.ChooseCurve(figure(), SeriesKey.together(yColumn.id()), chosen));
            for (int row = 0; row < table.rows(); row++) {
                var key = new SeriesKey(yColumn.id(), groups.cells().cell(row).exactText());
                if (edits.stream().noneMatch(edit -> edit instanceof FigureEdit.ChooseCurve choice && choice.series().equals(key))) {
                    edits.add(new FigureEdit.ChooseCurve(figure(), key, chosen));
                }
                if (edits.size() > RoleGuess.MOST_SERIES + 2 * table.columns().size() + 10) {
                    throw new Refused(Phrase.of("--by %s: it has more than %d different values.", groups.name(), RoleGuess.MOST_SERIES));
                }
            }
        }
        var conditions = new ArrayList<RowCondition>();
        for (String condition : only) {
            conditions.add(condition(table, condition));
        }
        edits.add(new FigureEdit.UseOnly(figure(), conditions));
        return edits;
    }

    private void bars(Table table, Column of, String text, String option, Role role, List<Edit> edits) throws Refused {
        if (text == null) {
            return;
        }
        if (text.startsWith("column:")) {
            Column bar = column(table, text.substring("column:".length()).strip());
            if (bar.id() == of.id()) {
                throw new Refused(option + " names the column itself, " + of.name() + ".");
            }
            edits.add(new ColumnEdit.SetRole(table.id(), bar.id(), role));
            BarMeaning named = BarMeaning.guessed(bar.name());
            edits.add(new ColumnEdit.SetBarMeaning(table.id(), bar.id(),
                    meaning(named == BarMeaning.HALF_RANGE ? BarMeaning.STANDARD_DEVIATION : named)));
            return;
        }
        boolean percent = text.strip().endsWith("%");
        OptionalDouble size = NumberText.number(percent ? text.strip().substring(0, text.strip().length() - 1).strip() : text.strip(),
                DecimalMark.POINT);
        if (size.isEmpty() || !(size.getAsDouble() >= 0)) {
            throw wrong(option + " “" + text + "”: write a length of 0 or more (3), a percentage (5%) or column:NAME.");
        }
        edits.add(new ColumnEdit.SetOwnBars(table.id(), of.id(), new OwnBars(size.getAsDouble(), percent)));
        edits.add(new ColumnEdit.SetBarMeaning(table.id(), of.id(), meaning(BarMeaning.STANDARD_DEVIATION)));
    }

    private BarMeaning meaning(BarMeaning otherwise) {
        return switch (barMeans == null ? "" : barMeans) {
            case "" -> otherwise;
            case "sd" -> BarMeaning.STANDARD_DEVIATION;
            case "se" -> BarMeaning.STANDARD_ERROR;
            case "half-range" -> BarMeaning.HALF_RANGE;
            case "95" -> BarMeaning.INTERVAL_95;
            default -> throw wrong("--bar-means “" + barMeans + "”: choose sd, se, half-range or 95.");
        };
    }

    private Weighting weighting() {
        Weighting chosen = switch (weights) {
            case "alike" -> Weighting.ALIKE;
            case "stated" -> Weighting.STATED;
            case "relative" -> Weighting.RELATIVE;
            default -> throw wrong("--weights “" + weights + "”: choose alike, stated or relative.");
        };
        if (chosen != Weighting.ALIKE && xBar == null && yBar == null) {
            throw wrong("--weights " + weights + " needs error bars: give --y-bar, --x-bar or both.");
        }
        return chosen;
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
            case Formula.Reading.Wrong(int from, _, String sentence) -> throw new Refused(Phrase.of("--derive, at sign %d of “%s”: %s",
                    from + 1, formula, sentence));
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
        if (curve.equals("polynomial") && (degree == null || degree < 2 || degree > Polynomial.HIGHEST)) {
            throw wrong("--curve polynomial needs --degree 2 to " + Polynomial.HIGHEST + ".");
        }
        return Curves.of(curve, degree == null ? OptionalInt.empty() : OptionalInt.of(degree),
                intercept == null ? OptionalDouble.empty() : OptionalDouble.of(intercept), onLogScale)
                .orElseThrow(() -> wrong(onLogScale && Curves.keywords().contains(curve)
                        ? "--on-log-scale goes with --curve exponential or power."
                        : "There is no curve “" + curve + "”: choose " + String.join(", ", Curves.keywords()) + "."));
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
                .or(() -> columns.stream().filter(column -> column.name().equalsIgnoreCase(wanted)
                        || column.heading().text().equalsIgnoreCase(wanted)).findFirst())
                .orElseThrow(() -> new Refused(Phrase.of("“%s” has no column “%s”; it has %s.", file.getFileName(), wanted,
                        String.join(", ", columns.stream().limit(20).map(Column::name).toList()))));
    }

    private RowCondition condition(Table table, String text) throws Refused {
        Matcher range = RANGE.matcher(text);
        if (range.matches()) {
            Column column = column(table, range.group(2));
            if (column.typed(range.group(1), table.mark()) instanceof Cell.Number(double low)
                    && column.typed(range.group(3), table.mark()) instanceof Cell.Number(double high)) {
                return new RowCondition.Between(column.id(), low, high);
            }
            throw wrong("--only “" + text + "”: the limits must be " + column.kind().plural() + ".");
        }
        Matcher value = VALUE.matcher(text);
        if (value.matches()) {
            return new RowCondition.Is(column(table, value.group(1).strip()).id(),
                    column(table, value.group(1).strip()).typed(value.group(2), table.mark()));
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
