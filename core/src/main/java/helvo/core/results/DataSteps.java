package helvo.core.results;

import helvo.core.RootLocale;
import helvo.core.analysis.Diagnostics;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Coefficient;
import helvo.core.fit.Fit;
import helvo.core.formula.Formula;
import helvo.core.number.NumberNotation;
import helvo.core.study.ColumnEdit;
import helvo.core.study.DecisionEdit;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.table.Cell;
import helvo.core.table.Column;
import helvo.core.table.Decision;
import helvo.core.table.Derivation;
import helvo.core.table.RowCondition;
import helvo.core.table.Statistic;
import helvo.core.table.Table;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/// The sentences about what was done to the data behind a figure. What the study itself holds is read off it;
/// values that were typed over are read off the steps.
public final class DataSteps {
    /// More of one kind are counted.
    private static final int MAX_LISTED = 20;

    private final Study study;
    private final History history;
    private final FigureAnalysis figure;
    private final Table table;
    private final NumberNotation numbers;
    private final List<String> said = new ArrayList<>();

    private DataSteps(History history, FigureAnalysis figure) {
        this.history = history;
        this.study = history.study();
        this.figure = figure;
        this.table = figure.table();
        this.numbers = figure.numbers();
    }

    /// @return empty where nothing was done
    public static List<String> of(History history, FigureAnalysis figure) {
        var steps = new DataSteps(history, figure);
        steps.source();
        steps.conditions();
        steps.addExcluded();
        steps.decisions();
        steps.leftOut();
        steps.derived();
        steps.typedOver();
        return List.copyOf(steps.said);
    }

    private void source() {
        table.source()
                .ifPresent(source -> said.add("The table “" + table.name() + "” was read from " + source.name()
                        + table.readBy().map(how -> " (" + how + ")").orElse("") + "."));
        table.importReport()
                .ifPresent(read -> addAll(
                        read.remarks().stream().map(remark -> remark.sentence()).toList(), "remarks on the reading"));
        table.summary().ifPresent(summary -> study.tables().stream()
                .filter(each -> each.id() == summary.source())
                .findFirst()
                .ifPresent(of -> said.add("The table holds " + summary.form().words() + " of the table “" + of.name()
                        + "”" + (of.excluded().reasons().isEmpty() ? "" : ", without its excluded rows") + ".")));
    }

    private void conditions() {
        String only = RowCondition.sentence(figure.figure().conditions(), table);
        if (!only.isEmpty()) {
            said.add("Only rows were used in which " + only + ".");
        }
        figure.series().stream()
                .filter(each -> each.key().isFurther())
                .forEach(each -> figure.figure().furtherCurves().stream()
                        .filter(curve -> curve.series().equals(each.key())
                                && !curve.conditions().isEmpty())
                        .findFirst()
                        .ifPresent(curve -> said.add("The curve “" + each.label() + "” uses only rows in which "
                                + RowCondition.sentence(curve.conditions(), table) + ".")));
    }

    private void addExcluded() {
        Map<Integer, String> reasons = table.excluded().reasons();
        var sentences = new ArrayList<String>();
        for (String reason : reasons.values().stream().distinct().toList()) {
            int[] rows = reasons.entrySet().stream()
                    .filter(each -> each.getValue().equals(reason))
                    .mapToInt(Map.Entry::getKey)
                    .toArray();
            sentences.add(capital(Results.numbers(rows)) + (rows.length == 1 ? " was" : " were") + " excluded"
                    + (reason.isBlank() ? "; no reason was given." : ": “" + reason + "”."));
        }
        addAll(sentences, "reasons for excluding rows");
        figure.series().forEach(each -> each.diagnostics()
                .flatMap(Diagnostics::withExcluded)
                .ifPresent(with -> each.fit().ifPresent(fit -> said.add(changed(each, with, fit)))));
    }

    /// "With it, salt-soaked would have slope 0.2815 ± 0.0050 instead of 0.2833 ± 0.0023 (± one standard error), R²
    /// 0.9974 instead of 0.9995."
    private String changed(SeriesAnalysis each, Fit with, Fit fit) {
        boolean one = each.rows().excluded().length == 1;
        Coefficient then = with.coefficients().getLast();
        Coefficient now = fit.coefficients().getLast();
        OptionalDouble before = with.quality().r2();
        OptionalDouble after = fit.quality().r2();
        return (one ? "With it, " : "With them, ")
                + (figure.series().size() > 1 ? each.label() + " would have " : "the curve would have ")
                + fit.curve().label(now.name()) + " "
                + numbers.withUncertainty(then.value(), EquationText.standardError(then)) + " instead of "
                + numbers.withUncertainty(now.value(), EquationText.standardError(now))
                + (EquationText.standardError(now).orElse(0) > 0 ? " (" + Results.STANDARD_ERROR + ")" : "")
                + (before.isPresent() && after.isPresent()
                        ? ", R² " + numbers.share(before.getAsDouble()) + " instead of "
                                + numbers.share(after.getAsDouble())
                        : "")
                + ".";
    }

    /// Steps that exclude rows are listed with these.
    private void decisions() {
        addAll(
                table.decisions().stream()
                        .filter(each -> each.choice() != Decision.Choice.EXCLUDED)
                        .map(each -> {
                            String place = "Row " + (each.row() + 1)
                                    + table.columns().stream()
                                            .filter(column -> column.id() == each.column())
                                            .findFirst()
                                            .map(column -> ", " + column.name())
                                            .orElse("");
                            String was = each.original().exactText().isEmpty()
                                    ? ""
                                    : "“" + each.original().exactText() + "” ";
                            String now = table.columns().stream()
                                    .filter(column -> column.id() == each.column()
                                            && each.choice() == Decision.Choice.NUMBER_USED)
                                    .findFirst()
                                    .map(column -> ", " + column.shown(each.row(), table.decimalMark()))
                                    .orElse("");
                            return place + ": " + was + each.choice().words() + now + ".";
                        })
                        .toList(),
                "such decisions");
    }

    /// Rows that gave no point though nobody excluded them, each told once.
    private void leftOut() {
        var rows = new TreeSet<Integer>();
        var sentences = new ArrayList<String>();
        for (SeriesAnalysis each : figure.series()) {
            for (int row : each.rows().unusable()) {
                if (rows.add(row) && sentences.size() <= MAX_LISTED) {
                    sentences.add(
                            "Row " + (row + 1) + " was left out: " + each.rows().why(row) + ".");
                }
            }
        }
        addAll(sentences, rows.size(), "rows without a number");
    }

    private void derived() {
        table.columns().forEach(column -> column.derivation()
                .ifPresent(how -> derived(column, how).ifPresent(said::add)));
    }

    private Optional<String> derived(Column column, Derivation how) {
        String name = column.heading().text();
        return Optional.ofNullable(
                switch (how) {
                    case Derivation.Formula formula ->
                        name + " was worked out as " + Formula.written(formula, table) + ".";
                    case Derivation.PropagatedUncertainty(int of, var _) ->
                        name + " is the uncertainty of " + table.column(of).name()
                                + ", carried over to first order from the bars of its sources.";
                    case Derivation.Membership(int of, String set, var _, String others) ->
                        name + " says whether " + table.column(of).name() + " is in the set “" + set + "” or is “"
                                + others + "”.";
                    case Derivation.RowStatistic(Statistic statistic, List<Integer> of) ->
                        name + " is the " + statistic.words().replaceAll(" of$", "") + " of the repeats "
                                + of.stream().map(id -> table.column(id).name()).collect(Collectors.joining(", "))
                                + ", row by row.";
                    case Derivation.Group _, Derivation.Reshaped _, Derivation.GroupStatistic _ -> null;
                });
    }

    /// Edits of this table that changed values; a table that was typed has no others before.
    private void typedOver() {
        var sentences = new ArrayList<String>();
        Study before = history.at(0);
        for (History.Step step : history.steps()) {
            List<Edit> edits = step.edit() instanceof StudyEdit.Compound(var _, var all) ? all : List.of(step.edit());
            Study here = before;
            for (int i = 0; i < edits.size(); i++) {
                here = i == 0 ? here : edits.get(i - 1).apply(here);
                Edit edit = edits.get(i);
                if (replacesAll(edit)) {
                    sentences.clear();
                }
                if (changesValues(edit, here)) {
                    sentences.add(
                            edit instanceof TableEdit.SetCell
                                    ? step.sentence() + "."
                                    : "“" + step.sentence() + "” ("
                                            + step.at().toString().substring(0, 10) + ").");
                }
            }
            before = step.after();
        }
        addAll(sentences, "such changes");
    }

    /// Whether nothing is left of what was typed into the table, or into one that had its id before.
    private boolean replacesAll(Edit edit) {
        return edit instanceof StudyEdit.Begin
                || edit instanceof StudyEdit.RemoveTable(int gone) && gone == table.id()
                || edit instanceof StudyEdit.ReplaceTable(Table read) && read.id() == table.id()
                || edit instanceof StudyEdit.UseData(Table used) && used.id() == table.id();
    }

    private boolean changesValues(Edit edit, Study before) {
        Optional<Table> then =
                before.tables().stream().filter(each -> each.id() == table.id()).findFirst();
        return switch (edit) {
            case TableEdit.SetCell(int of, int column, int row, var _) ->
                of == table.id()
                        && then.filter(each -> holds(each.column(column), row, 1))
                                .isPresent();
            case TableEdit.SetBlock block ->
                block.table() == table.id()
                        && then.filter(each -> holds(each, block)).isPresent();
            case TableEdit.RemoveRows(int of, var _) -> of == table.id();
            case TableEdit.FillSeries fill ->
                fill.table() == table.id()
                        && then.filter(each -> holds(each.column(fill.column()), fill.row(), fill.count()))
                                .isPresent();
            case ColumnEdit.SetInterpretation in -> in.table() == table.id();
            case ColumnEdit.ScaleBars scale -> scale.table() == table.id();
            case StudyEdit.UseData(var used) -> used.id() == table.id();
            case StudyEdit.Convert(int of, int _, String _) -> of == table.id();
            case StudyEdit.Rename _,
                    StudyEdit.Begin _,
                    StudyEdit.AddTable _,
                    StudyEdit.RemoveTable _,
                    StudyEdit.ReplaceTable _,
                    StudyEdit.Follow _,
                    StudyEdit.RenameTable _,
                    StudyEdit.Summarise _,
                    StudyEdit.Reshape _,
                    StudyEdit.DuplicateFigure _,
                    StudyEdit.AddFigure _,
                    StudyEdit.RemoveFigure _,
                    StudyEdit.SwapAxes _,
                    StudyEdit.SetNumberFormat _,
                    StudyEdit.PlanReport _,
                    StudyEdit.SaveStyle _,
                    StudyEdit.PutSheet _,
                    StudyEdit.RemoveSheet _,
                    StudyEdit.Compound _,
                    FigureEdit _,
                    ColumnEdit.SetRole _,
                    ColumnEdit.UseOneY _,
                    ColumnEdit.SetHeading _,
                    ColumnEdit.UseAsFurtherX _,
                    ColumnEdit.SetKind _,
                    ColumnEdit.SetFormat _,
                    ColumnEdit.SetOwnBars _,
                    ColumnEdit.SetBarMeaning _,
                    ColumnEdit.MoveColumn _,
                    ColumnEdit.AverageRepeats _,
                    ColumnEdit.Derive _,
                    ColumnEdit.SetFormula _,
                    ColumnEdit.NameSet _,
                    ColumnEdit.AddColumn _,
                    ColumnEdit.AddNumbers _,
                    ColumnEdit.RemoveColumn _,
                    DecisionEdit _,
                    TableEdit.ExcludeRows _,
                    TableEdit.ExcludeWhere _,
                    TableEdit.IncludeRows _,
                    TableEdit.AppendRows _,
                    TableEdit.InsertRows _,
                    TableEdit.MoveRows _,
                    TableEdit.Sort _ -> false;
        };
    }

    private static boolean holds(Table table, TableEdit.SetBlock block) {
        return IntStream.range(block.row(), block.row() + block.cells().size()).anyMatch(row -> table.columns().stream()
                .skip(block.column())
                .limit(block.cells().get(row - block.row()).size())
                .anyMatch(column -> holds(column, row, 1)));
    }

    /// Whether a value stands in a column's cells from a row on that can be typed over.
    private static boolean holds(Column column, int row, int rows) {
        return !column.isDerived()
                && IntStream.range(row, (int)
                                Math.min((long) row + rows, column.cells().size()))
                        .anyMatch(each -> !(column.cells().cell(each) instanceof Cell.Empty));
    }

    /// The first of them, and how many more there are.
    private void addAll(List<String> sentences, String kind) {
        addAll(sentences, sentences.size(), kind);
    }

    /// @param all how many there are, though not all need be among the sentences
    private void addAll(List<String> sentences, int all, String kind) {
        sentences.stream().limit(MAX_LISTED).forEach(said::add);
        if (all > MAX_LISTED) {
            said.add(RootLocale.format("There are %,d more %s; the study holds them all.", all - MAX_LISTED, kind));
        }
    }

    private static String capital(String text) {
        return Character.toUpperCase(text.charAt(0)) + text.substring(1);
    }
}
