package helvo.report.section;

import helvo.core.RootLocale;
import helvo.core.analysis.BarSource;
import helvo.core.analysis.CoordinateColumn;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.analysis.TimeAxis;
import helvo.core.fit.Residuals;
import helvo.core.number.DateText;
import helvo.core.number.NumberNotation;
import helvo.core.results.ReadingsTable;
import helvo.core.table.Column;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.report.model.Block;
import helvo.report.model.Span;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.stream.IntStream;

/// The tables of measurements, readings and residuals in a report. Long ones begin, and say how much there is.
final class MeasurementTables {
    /// Rows of one table in a report; the study has them all.
    static final int MOST_ROWS = 100;
    /// Series whose residuals are written out.
    private static final int MOST_SERIES = 12;
    private static final int MOST_COLUMNS = 8;
    private static final String ASIDE = "*";

    private final FigureAnalysis figure;
    private final NumberNotation numbers;
    private final ReportBuilder.Numbering numbering;

    MeasurementTables(FigureAnalysis figure, ReportBuilder.Numbering numbering) {
        this.figure = figure;
        this.numbers = figure.numbers();
        this.numbering = numbering;
    }

    /// What was read off the curves; none where nothing was.
    List<Block> readings() {
        List<List<String>> rows =
                ReadingsTable.of(figure).stream().map(row -> row.shown(numbers)).toList();
        if (rows.isEmpty()) {
            return List.of();
        }
        int[] columns = IntStream.range(0, ReadingsTable.HEADS.size())
                .filter(c -> rows.stream().anyMatch(row -> !row.get(c).isEmpty()))
                .toArray();
        return List.of(new Block.Grid(
                numbering.nextTable(),
                Span.of("Values read off the curves, with limits of 95 % confidence."),
                IntStream.of(columns)
                        .mapToObj(c -> Span.of(ReadingsTable.HEADS.get(c)))
                        .toList(),
                IntStream.of(columns).mapToObj(c -> c != 0 && c != 2).toList(),
                rows.stream()
                        .limit(MOST_ROWS)
                        .map(row -> IntStream.of(columns)
                                .mapToObj(c -> Span.of(row.get(c)))
                                .toList())
                        .toList()));
    }

    /// The columns that the figure is drawn from.
    List<Block> measurements() {
        Table table = figure.table();
        Set<Column> used = used(table);
        List<Column> columns = used.stream().limit(MOST_COLUMNS).toList();
        boolean aside = !table.excluded().reasons().isEmpty();
        var heads = new ArrayList<List<Span>>(List.of(Span.of("Row")));
        columns.forEach(column -> heads.add(Span.own(column.heading().text())));
        var aligned = new ArrayList<>(List.of(true));
        columns.forEach(column -> aligned.add(column.kind() == helvo.core.table.Kind.NUMBER));
        int rows = Math.min(table.rows(), MOST_ROWS);
        List<List<List<Span>>> cells = IntStream.range(0, rows)
                .mapToObj(row -> {
                    var line = new ArrayList<List<Span>>(
                            List.of(Span.of((row + 1) + (table.excluded().has(row) ? ASIDE : ""))));
                    columns.forEach(column -> line.add(List.of(Span.plain(Span.clean(shown(column, row, table))))));
                    return List.copyOf(line);
                })
                .toList();
        var caption =
                new StringBuilder("Measurements" + (aside ? "; rows with " + ASIDE + " were excluded" : "") + ".");
        if (table.rows() > rows) {
            caption.append(
                    RootLocale.format(" The first %,d of %,d rows; the study holds them all.", rows, table.rows()));
        }
        if (used.size() > columns.size()) {
            caption.append(RootLocale.format(" %,d of %,d columns.", columns.size(), used.size()));
        }
        return List.of(new Block.Grid(numbering.nextTable(), Span.of(caption.toString()), heads, aligned, cells));
    }

    /// Numbers as the report writes them, others as the table shows them.
    private String shown(Column column, int row, Table table) {
        String text = column.shown(row, table.decimalMark());
        return column.kind() == helvo.core.table.Kind.NUMBER
                        && !Double.isNaN(column.cells().number(row))
                        && text.matches("-?[0-9]+[.,]?[0-9]*")
                ? numbers.written(text.replace(table.decimalMark().sign(), '.'))
                : text;
    }

    /// x, y, their bars, what groups and what conditions look at; in the table's order.
    private Set<Column> used(Table table) {
        Set<Integer> ids = new LinkedHashSet<>();
        table.columns().stream().filter(column -> column.role() != Role.NONE).forEach(column -> ids.add(column.id()));
        figure.series().stream()
                .flatMap(each -> List.of(each.rows().xBars(), each.rows().yBars()).stream())
                .forEach(bars -> columns(bars).forEach(column -> ids.add(column.id())));
        figure.figure().conditions().forEach(condition -> ids.add(condition.column()));
        var used = new LinkedHashSet<Column>();
        table.columns().stream().filter(column -> ids.contains(column.id())).forEach(used::add);
        return used;
    }

    private static List<Column> columns(BarSource bars) {
        return List.of(bars.up(), bars.down()).stream()
                .flatMap(Optional::stream)
                .toList();
    }

    List<Block> residuals() {
        var blocks = new ArrayList<Block>();
        List<SeriesAnalysis> all = figure.series().stream()
                .filter(each -> each.residuals().isPresent())
                .toList();
        all.stream().limit(MOST_SERIES).forEach(each -> blocks.add(residuals(each, all.size() > 1)));
        if (all.size() > MOST_SERIES) {
            blocks.add(new Block.Paragraph(Span.of(RootLocale.format(
                    "The residuals of %d more series are not written out here.", all.size() - MOST_SERIES))));
        }
        return blocks;
    }

    private Block residuals(SeriesAnalysis each, boolean several) {
        Residuals left = each.residuals().orElseThrow();
        CoordinateColumn x = each.rows().x();
        CoordinateColumn y = each.rows().y();
        String unit = y.unit().isEmpty() ? "" : " (" + y.unit() + ")";
        int all = left.raw().length;
        OptionalDouble s = left.fit().quality().residualStandardDeviation();
        List<List<List<Span>>> rows = IntStream.range(0, Math.min(all, MOST_ROWS))
                .mapToObj(i -> List.of(
                        Span.of(Integer.toString(left.points().rows()[i] + 1)),
                        Span.of(at(x, left.points().x()[i])),
                        Span.of(at(y, left.points().y()[i])),
                        Span.of(number(left.fitted(i), s)),
                        Span.of(number(left.raw()[i], s)),
                        Span.of(text(left.standardised(i))),
                        Span.of(text(OptionalDouble.of(left.leverage(i)))),
                        Span.of(text(left.cooksDistance(i)))))
                .toList();
        return new Block.Grid(
                numbering.nextTable(),
                Span.of((several ? each.label() + ": residuals" : "Residuals") + " of the "
                        + left.fit().curve().nameInSentence()
                        + (left.fit().curve().degree() == 1 ? "." : " curve.")
                        + (all > rows.size() ? RootLocale.format(" The first %,d of %,d.", rows.size(), all) : "")),
                List.of(
                        Span.of("Row"),
                        Span.of(
                                x.time().isPresent()
                                        ? x.column().name()
                                        : x.column().heading().text()),
                        Span.of(y.column().heading().text()),
                        Span.of("Fitted" + unit),
                        Span.of("Residual" + unit),
                        Span.of("Standardised"),
                        Span.of("Leverage"),
                        Span.of("Cook’s distance")),
                IntStream.range(0, 8).mapToObj(_ -> true).toList(),
                rows);
    }

    private String at(CoordinateColumn of, double value) {
        Optional<TimeAxis> time = of.time();
        return time.map(axis -> DateText.shown(axis.seconds(value), DateText.Form.MINUTE))
                .orElseGet(() -> numbers.plain(value));
    }

    /// To a tenth of the scatter's uncertain digit.
    private String number(double value, OptionalDouble scatter) {
        return numbers.rounded(
                value,
                scatter.isPresent() && scatter.getAsDouble() > 0
                        ? OptionalDouble.of(scatter.getAsDouble() / 10)
                        : OptionalDouble.empty());
    }

    private String text(OptionalDouble value) {
        return value.isPresent() && Double.isFinite(value.getAsDouble())
                ? numbers.significant(value.getAsDouble(), 3)
                : "–";
    }
}
