package helvo.core.analysis;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.study.Figure;
import helvo.core.study.FigureSheet;
import helvo.core.study.Layer;
import helvo.core.style.LegendStyle;
import helvo.core.style.SheetStyle;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.Role;
import helvo.core.table.RowCondition;
import helvo.core.table.SeriesKey;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/// The figures of a sheet as its panels show them.
///
/// @param panels  from left to right and from the top down
/// @param notices    what the sheet does not show, in sentences
/// @param background of the page, as that of its first figure
public record SheetAnalysis(FigureSheet sheet, List<Panel> panels, List<String> notices, Optional<String> background) {
    /// The size of text at which lines have their usual width.
    private static final double USUAL_TEXT = 9;

    /// @param letter that it is called by; empty for none
    /// @param title  of its figure, which it may not show
    public record Panel(String letter, String title, FigureAnalysis figure) {}

    public SheetAnalysis {
        panels = List.copyOf(panels);
        notices = List.copyOf(notices);
    }

    /// @param analysis of the study that has the sheet
    /// @throws java.util.concurrent.CancellationException when `progress` says that nobody waits
    public static SheetAnalysis of(FigureSheet sheet, Analysis analysis, Progress progress) {
        var notices = new ArrayList<String>();
        List<FigureAnalysis> figures = sheet.splitBy()
                .map(column -> split(analysis.figure(sheet.figures().getFirst()), column, notices, progress))
                .orElseGet(() -> sheet.figures().stream().map(analysis::figure).toList());
        var panels = new ArrayList<Panel>();
        for (FigureAnalysis figure : figures) {
            String letter = figures.size() > 1 ? sheet.letters().of(panels.size()) : "";
            panels.add(new Panel(letter, figure.title(), figure.with(asPanel(figure.figure(), sheet))));
        }
        return new SheetAnalysis(
                sheet,
                panels,
                notices,
                figures.getFirst().figure().style().sheet().background());
    }

    /// The columns whose values a figure can be split by: those of text that repeat, and that of its groups.
    public static List<Column> splitting(FigureAnalysis figure) {
        return figure.table().columns().stream()
                .filter(column -> column.role() != Role.X && column.role() != Role.Y)
                .filter(column -> {
                    int values = values(figure, column).size();
                    return values > 1 && values <= FigureSheet.MOST_PANELS;
                })
                .toList();
    }

    private static Figure asPanel(Figure figure, FigureSheet sheet) {
        var style = figure.style();
        SheetStyle page = style.sheet().with(change -> change.textSize(sheet.textSize())
                .lineWidth(Math.clamp(sheet.textSize() / USUAL_TEXT, 0.2, 5))
                .background(Optional.empty()));
        LegendStyle legend = sheet.legends() == FigureSheet.Legends.EACH
                ? style.legend()
                : style.legend().withShown(LegendStyle.Shown.NEVER);
        Figure panel = figure.withStyle(style.withSheet(page).withLegend(legend));
        panel = sheet.titles() ? panel : panel.withTitle(Optional.of(""));
        panel = sheet.equations() ? panel : panel.withLayer(Layer.EQUATIONS, false);
        return sheet.residuals() ? panel : panel.withLayer(Layer.RESIDUALS, false);
    }

    /// One figure for each value of a column.
    private static List<FigureAnalysis> split(FigureAnalysis whole, int id, List<String> notices, Progress progress) {
        Optional<Column> column =
                whole.table().columns().stream().filter(each -> each.id() == id).findFirst();
        if (column.isEmpty()) {
            notices.add("The column that split the figure into panels is gone: choose another.");
            return List.of(whole);
        }
        List<Cell> values = new ArrayList<>(values(whole, column.get()));
        if (values.isEmpty()) {
            notices.add(column.get().name() + " has no values to split the figure by.");
            return List.of(whole);
        }
        if (values.size() > FigureSheet.MOST_PANELS) {
            notices.add(RootLocale.format(
                    "%s has %,d values; a sheet has room for %d panels and shows the first.",
                    column.get().name(), values.size(), FigureSheet.MOST_PANELS));
            values = values.subList(0, FigureSheet.MOST_PANELS);
        }
        return values.stream()
                .map(value -> ofValue(whole, column.get(), value, progress))
                .toList();
    }

    /// Of the rows that are drawn: numbers from the least up, then texts as they come.
    private static Set<Cell> values(FigureAnalysis figure, Column column) {
        Cells cells = column.cells();
        int[] rows = figure.series().stream()
                .filter(series -> series.key().hasOwnPoints())
                .flatMapToInt(series -> Arrays.stream(series.points().rows()))
                .sorted()
                .toArray();
        var numbers = new TreeMap<Double, Cell>();
        var texts = new LinkedHashSet<Cell>();
        for (int i = 0; i < rows.length && numbers.size() + texts.size() <= MANY; i++) {
            switch (cells.cell(rows[i])) {
                case Cell.Number number -> numbers.put(number.value(), number);
                case Cell.Text text -> texts.add(text);
                case Cell.Empty _ -> {}
            }
        }
        var values = new LinkedHashSet<>(numbers.values());
        values.addAll(texts);
        return values;
    }

    private static final int MANY = 1_000;

    /// Curves through a group that the figure has anyway stay those of the figure; through other rows they are
    /// fitted anew.
    private static FigureAnalysis ofValue(FigureAnalysis whole, Column column, Cell value, Progress progress) {
        String text = RowCondition.text(whole.table(), column.id(), value);
        Optional<String> title = Optional.of(value instanceof Cell.Number ? column.name() + " " + text : text);
        if (column.role() == Role.BY) {
            return whole.with(whole.figure().withTitle(title))
                    .withSeries(whole.series().stream()
                            .filter(each -> each.key().rows() == SeriesKey.Rows.GROUP
                                    && each.points().rows().length > 0
                                    && column.cells()
                                            .cell(each.points().rows()[0])
                                            .equals(value))
                            .toList());
        }
        var conditions = new ArrayList<>(whole.figure().conditions());
        conditions.add(new RowCondition.Is(column.id(), value));
        Figure part = whole.figure().withTitle(title).withConditions(conditions);
        return FigureAnalysis.of(part, whole.table(), whole.numbers(), Optional.empty(), progress)
                .diagnosed(progress);
    }
}
