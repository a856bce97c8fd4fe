package helvo.desktop.figure;

import helvo.core.analysis.SeriesAnalysis;
import helvo.core.bounds.ErrorBarLines;
import helvo.core.number.NumberNotation;
import helvo.core.study.ColumnEdit;
import helvo.core.table.Column;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.SeriesKey;
import helvo.core.table.Table;
import helvo.core.table.UniformBarLength;
import helvo.desktop.workspace.Workspace;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/// The error bars of a series in one direction, as the study has them now.
final class BarsOfSeries {
    /// The bars in percent that somebody gets who asks for such.
    private static final double FIRST_PERCENT = 5;

    private final Workspace workspace;
    private final SeriesKey key;
    private final boolean inX;

    /// Where their lengths come from.
    sealed interface Source {
        record Nothing() implements Source {}

        record Same() implements Source {}

        record Percent() implements Source {}

        record OfColumn(int column) implements Source {}
    }

    BarsOfSeries(Workspace workspace, SeriesKey key, boolean inX) {
        this.workspace = workspace;
        this.key = key;
        this.inX = inX;
    }

    Optional<SeriesAnalysis> series() {
        return workspace.figure().flatMap(figure -> figure.series(key));
    }

    Table table() {
        return workspace.table().orElseThrow();
    }

    /// The column that they belong to.
    Column column() {
        Column y = table().column(key.yColumn());
        return inX ? table().xOf(y).orElse(y) : y;
    }

    /// The column that holds their lengths.
    Optional<Column> lengths() {
        return table().barOf(column());
    }

    /// The column that says what a length means.
    Column meaningOf() {
        return lengths().or(() -> table().downOf(column())).orElse(column());
    }

    /// Whether they follow other columns, so that they are changed where they come from.
    boolean isDerived() {
        return lengths().filter(Column::isDerived).isPresent();
    }

    Source source() {
        return lengths()
                .<Source>map(bar -> new Source.OfColumn(bar.id()))
                .or(() -> column().uniformBars().map(bars -> bars.percent() ? new Source.Percent() : new Source.Same()))
                .orElse(new Source.Nothing());
    }

    /// All places that they can come from.
    List<Source> sources() {
        return Stream.<Source>concat(
                        Stream.of(new Source.Nothing(), new Source.Same(), new Source.Percent()),
                        table().columns().stream()
                                .filter(each ->
                                        each.kind() == Kind.NUMBER && each.role() != Role.X && each.role() != Role.Y)
                                .map(each -> new Source.OfColumn(each.id())))
                .toList();
    }

    String words(Source source) {
        return switch (source) {
            case Source.Nothing _ -> "no bars";
            case Source.Same _ -> "the same for all";
            case Source.Percent _ -> "a percentage";
            case Source.OfColumn(int id) ->
                "column " + table().column(id).heading().text();
        };
    }

    void take(Source chosen) {
        int table = table().id();
        Column of = column();
        if (chosen instanceof Source.OfColumn(int id)) {
            workspace.perform(new ColumnEdit.SetRole(table, id, inX ? Role.X_BAR : Role.Y_BAR));
            return;
        }
        lengths().ifPresent(bar -> workspace.perform(new ColumnEdit.SetRole(table, bar.id(), Role.NONE)));
        Optional<Double> before =
                column().uniformBars().filter(each -> !each.percent()).map(UniformBarLength::size);
        workspace.perform(new ColumnEdit.SetOwnBars(
                table,
                of.id(),
                switch (chosen) {
                    case Source.Same _ -> new UniformBarLength(before.orElseGet(this::rough), false);
                    case Source.Percent _ -> new UniformBarLength(FIRST_PERCENT, true);
                    default -> UniformBarLength.NONE;
                }));
    }

    void resize(double size) {
        workspace.perform(new ColumnEdit.SetOwnBars(
                table().id(), column().id(), new UniformBarLength(size, source() instanceof Source.Percent)));
    }

    /// A first length: about as long as the points scatter.
    private double rough() {
        double scatter = inX
                ? Double.NaN
                : series().flatMap(SeriesAnalysis::fit)
                        .map(fit ->
                                2 * fit.quality().residualStandardDeviation().orElse(Double.NaN))
                        .orElse(Double.NaN);
        return new BigDecimal(scatter > 0 ? scatter : 1)
                .round(new MathContext(1))
                .doubleValue();
    }

    /// The one half length that all have; empty where bars differ.
    Optional<Double> length() {
        return lengths().map(BarsOfSeries::only).orElseGet(() -> column().uniformBars()
                .map(UniformBarLength::size));
    }

    /// The one length that all cells of a column hold.
    private static Optional<Double> only(Column bar) {
        return bar.values(2)
                .filter(values -> values.size() == 1)
                .flatMap(_ -> IntStream.range(0, bar.cells().size())
                        .mapToDouble(bar.cells()::number)
                        .filter(each -> !Double.isNaN(each))
                        .boxed()
                        .findFirst())
                .filter(length -> length > 0);
    }

    String unit() {
        return source() instanceof Source.Percent ? "%" : column().unit();
    }

    /// Shows them at so many times their lengths, without changing them.
    void tryOut(double factor) {
        workspace.document().preview(new ColumnEdit.ScaleBars(table().id(), column().id(), factor));
    }

    /// What they allow as they are shown, in words.
    String verdict(ErrorBarLines bounds) {
        NumberNotation numbers = workspace.study().numbers();
        double least = bounds.least().factor();
        String unit = column().unit().isEmpty() ? "" : " " + column().unit();
        String needed = bounds.equalBar().isPresent() && !inX && Double.isFinite(least)
                ? "± " + numbers.significant(bounds.equalBar().getAsDouble() * least, 6) + unit
                : Double.isFinite(least) ? numbers.significant(least, 6) + " times these" : "longer than any";
        String slope = bounds.slope().isPresent()
                ? " Slope " + numbers.withUncertainty(bounds.slope().getAsDouble(), bounds.slopeHalfRange())
                        + " (± is half the range)."
                : "";
        return (bounds.exist() ? "A line passes through all bars." + slope : "No line passes through all bars.")
                + " The least that would do: " + needed + "."
                + (isDerived()
                        ? " These bars follow other columns: they can be tried here, and are changed there."
                        : "");
    }
}
