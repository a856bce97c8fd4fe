package helvo.core.study;

import helvo.core.derive.Derivations;
import helvo.core.derive.Summaries;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberNotation;
import helvo.core.style.SheetStyle;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/// The document: tables of measurements and the figures over them. Immutable; every change is an [Edit].
///
/// @param styles        of figures that a person keeps, besides [SheetStyle#PRESETS]
/// @param numberFormat how numbers are written; empty for the first table's decimal mark
/// @param report        what a report of it holds
/// @param sheets        pages of several of its figures
@RecordBuilder
public record Study(
        String name,
        List<Table> tables,
        List<Figure> figures,
        List<SheetStyle.Named> styles,
        Optional<NumberNotation> numberFormat,
        ReportPlan report,
        List<FigureSheet> sheets)
        implements StudyBuilder.With {
    public static final Study EMPTY = new Study(
            "Untitled study", List.of(), List.of(), List.of(), Optional.empty(), ReportPlan.DEFAULT, List.of());

    /// A study to type into: a table with an x and a y column and no rows yet.
    public static Study blank() {
        var columns = List.of(
                new Column(1, new Heading("x", ""), Kind.NUMBER, Role.X, 0, Cells.NONE),
                new Column(2, new Heading("y", ""), Kind.NUMBER, Role.Y, 0, Cells.NONE));
        var table = new Table(1, "Table 1", DecimalMark.POINT, Optional.empty(), columns, ExcludedRows.NONE);
        return EMPTY.withTableAndFigure(table, Figure.of(1, 1));
    }

    /// Nothing was typed, pasted or opened yet.
    public boolean isBlank() {
        return tables.stream().allMatch(Table::isBlank);
    }

    public Study {
        tables = List.copyOf(tables);
        figures = List.copyOf(figures);
        styles = List.copyOf(styles);
        numberFormat = numberFormat == null ? Optional.empty() : numberFormat;
        report = report == null ? ReportPlan.DEFAULT : report;
        sheets = sheets == null ? List.of() : List.copyOf(sheets);
    }

    /// How numbers are written in results, figures and reports.
    public NumberNotation numbers() {
        return numberFormat.orElseGet(() -> NumberNotation.of(
                tables.isEmpty() ? DecimalMark.POINT : tables.getFirst().decimalMark()));
    }

    public Study withNumbers(Optional<NumberNotation> chosen) {
        return withNumberFormat(chosen);
    }

    /// @throws IllegalArgumentException when the study has no such table
    public Table table(int id) {
        return tables.stream()
                .filter(table -> table.id() == id)
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("the study has no table " + id));
    }

    /// @throws IllegalArgumentException when the study has no such figure
    public Figure figure(int id) {
        return figures.stream()
                .filter(figure -> figure.id() == id)
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("the study has no figure " + id));
    }

    /// The first figure over a table.
    public Figure figureOver(int table) {
        return figures.stream()
                .filter(figure -> figure.table() == table)
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("the study has no figure over table " + table));
    }

    public int nextTableId() {
        return tables.stream().mapToInt(Table::id).max().orElse(0) + 1;
    }

    public int nextFigureId() {
        return figures.stream().mapToInt(Figure::id).max().orElse(0) + 1;
    }

    /// A name that no figure over a table has yet: the one wished for, or that with a number.
    String freeFigureName(int table, String wished) {
        List<String> taken = figures.stream()
                .filter(figure -> figure.table() == table)
                .map(Figure::name)
                .toList();
        return Stream.concat(Stream.of(wished), IntStream.iterate(2, i -> i + 1).mapToObj(i -> wished + " " + i))
                .filter(name -> !taken.contains(name))
                .findFirst()
                .orElseThrow();
    }

    public Study withTableAndFigure(Table table, Figure figure) {
        var moreTables = new ArrayList<>(tables);
        moreTables.add(table);
        var moreFigures = new ArrayList<>(figures);
        moreFigures.add(figure);
        return with(change -> change.tables(moreTables).figures(moreFigures));
    }

    public Study withFigure(Figure figure) {
        var more = new ArrayList<>(figures);
        more.add(figure);
        return withFigures(more);
    }

    /// The only figure over a table stays.
    public Study withoutFigure(int id) {
        int table = figure(id).table();
        boolean only =
                figures.stream().filter(figure -> figure.table() == table).count() == 1;
        return only
                ? this
                : withFiguresLeft(
                        figures.stream().filter(figure -> figure.id() != id).toList());
    }

    /// @throws IllegalArgumentException when the study has no such sheet
    public FigureSheet sheet(int id) {
        return sheets.stream()
                .filter(sheet -> sheet.id() == id)
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("the study has no sheet " + id));
    }

    public int nextSheetId() {
        return sheets.stream().mapToInt(FigureSheet::id).max().orElse(0) + 1;
    }

    /// Adds a sheet, or puts it in the place of the one with its id.
    Study withSheet(FigureSheet sheet) {
        sheet.figures().forEach(this::figure);
        var changed = new ArrayList<>(sheets);
        changed.replaceAll(old -> old.id() == sheet.id() ? sheet : old);
        if (!changed.contains(sheet)) {
            changed.add(sheet);
        }
        return withSheets(changed);
    }

    Study withoutSheet(int id) {
        sheet(id);
        return withSheetsLeft(sheets.stream().filter(sheet -> sheet.id() != id).toList());
    }

    /// Sheets lose the figures that are gone.
    private Study withFiguresLeft(List<Figure> left) {
        Set<Integer> ids = left.stream().map(Figure::id).collect(Collectors.toSet());
        return with(change -> change.figures(left))
                .withSheetsLeft(sheets.stream()
                        .flatMap(sheet -> sheet.keeping(ids::contains).stream())
                        .toList());
    }

    private Study withSheetsLeft(List<FigureSheet> left) {
        Study changed = withSheets(left);
        return changed.withReport(changed.reportOfWhatIsThere());
    }

    /// What a report leaves out is there: another figure or sheet may get the id of one that is gone.
    ReportPlan reportOfWhatIsThere() {
        Set<Integer> ofFigures = figures.stream().map(Figure::id).collect(Collectors.toSet());
        Set<Integer> ofSheets = sheets.stream().map(FigureSheet::id).collect(Collectors.toSet());
        return report.with(change -> change.omittedFigures(there(report.omittedFigures(), ofFigures))
                .omittedSheets(there(report.omittedSheets(), ofSheets)));
    }

    private static Set<Integer> there(Set<Integer> omitted, Set<Integer> ids) {
        return omitted.stream().filter(ids::contains).collect(Collectors.toSet());
    }

    public Study withNamedStyle(SheetStyle.Named style) {
        var more = new ArrayList<>(styles);
        more.removeIf(each -> each.name().equals(style.name()));
        more.add(style);
        return withStyles(more);
    }

    /// Summaries of the table keep their values.
    public Study withoutTable(int id) {
        table(id);
        return withTables(tables.stream()
                        .filter(table -> table.id() != id)
                        .map(table -> summarises(table, id) ? Summaries.detached(table) : table)
                        .toList())
                .withFiguresLeft(
                        figures.stream().filter(figure -> figure.table() != id).toList());
    }

    /// Derived columns, tables that summarise this one, and what was chosen along dates follow the change.
    public Study withTable(int id, UnaryOperator<Table> change) {
        return DatedFigures.following(withData(id, change), table(id));
    }

    /// The same with other data, which have their own first date.
    Study withData(int id, UnaryOperator<Table> change) {
        Table before = table(id);
        Table changed = change.apply(before);
        Table fresh = Derivations.refreshed(before, changed);
        Study study = withTables(
                tables.stream().map(table -> table.id() == id ? fresh : table).toList());
        for (Table table : tables) {
            if (summarises(table, id)) {
                study = study.withTable(table.id(), summary -> Summaries.refreshed(summary, fresh));
            }
        }
        return study;
    }

    private static boolean summarises(Table table, int source) {
        return table.summary().filter(summary -> summary.source() == source).isPresent();
    }

    public Study withFigure(int id, UnaryOperator<Figure> change) {
        figure(id);
        return withFigures(figures.stream()
                .map(figure -> figure.id() == id ? change.apply(figure) : figure)
                .toList());
    }
}
