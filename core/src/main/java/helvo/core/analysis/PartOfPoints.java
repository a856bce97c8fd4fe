package helvo.core.analysis;

import helvo.core.Progress;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.points.Points;
import helvo.core.table.Column;
import helvo.core.table.RowCondition;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/// A range of a series' points, as conditions on its rows.
///
/// @param only   the conditions
/// @param points how many points of the series meet them
/// @param exact  whether these are just the rows that were chosen
public record PartOfPoints(SeriesAnalysis series, List<RowCondition> only, int points, boolean exact) {
    /// The part of the series that has most of the chosen rows.
    ///
    /// @return empty where no series has two of them
    public static Optional<PartOfPoints> of(FigureAnalysis figure, int[] rows) {
        int[] sorted = Arrays.stream(rows).sorted().toArray();
        @Nullable SeriesAnalysis most = null;
        int[] chosen = {};
        for (SeriesAnalysis series : figure.series()) {
            int[] own = series.key().hasOwnPoints()
                    ? Arrays.stream(series.points().rows())
                            .filter(row -> Arrays.binarySearch(sorted, row) >= 0)
                            .toArray()
                    : chosen;
            if (own.length > chosen.length) {
                most = series;
                chosen = own;
            }
        }
        return most == null || chosen.length < 2 ? Optional.empty() : Optional.of(of(figure, most, chosen));
    }

    /// A series' curve through some of its points alone.
    ///
    /// @param from least x among them, `to` the greatest
    public record Alone(SeriesAnalysis series, int points, Fit fit, double from, double to) {}

    /// The curve of the series that has most of the chosen rows, through just these.
    ///
    /// @return empty where they are too few, or no such curve goes through them
    /// @throws java.util.concurrent.CancellationException when `progress` says that nobody waits
    public static Optional<Alone> alone(FigureAnalysis figure, int[] rows, Progress progress) {
        int[] sorted = Arrays.stream(rows).sorted().toArray();
        return of(figure, rows).map(PartOfPoints::series).flatMap(series -> {
            Points all = series.points();
            Points these = all.where(i -> Arrays.binarySearch(sorted, all.rows()[i]) >= 0);
            return series.chosen().curve().fit(these, progress) instanceof FitOutcome.Fitted(Fit fit)
                    ? Optional.of(new Alone(
                            series,
                            these.size(),
                            fit,
                            Arrays.stream(these.x()).min().orElseThrow(),
                            Arrays.stream(these.x()).max().orElseThrow()))
                    : Optional.empty();
        });
    }

    private static PartOfPoints of(FigureAnalysis figure, SeriesAnalysis series, int[] chosen) {
        RowCondition x = between(series.rows().x().column(), chosen);
        List<RowCondition> along = List.of(x);
        int met = met(figure, series, along);
        if (met == chosen.length) {
            return new PartOfPoints(series, along, met, true);
        }
        List<RowCondition> both = List.of(x, between(series.rows().y().column(), chosen));
        met = met(figure, series, both);
        return new PartOfPoints(series, both, met, met == chosen.length);
    }

    private static RowCondition between(Column column, int[] rows) {
        double[] values =
                Arrays.stream(rows).mapToDouble(column.cells()::number).toArray();
        return new RowCondition.Between(
                column.id(),
                Arrays.stream(values).min().orElseThrow(),
                Arrays.stream(values).max().orElseThrow());
    }

    private static int met(FigureAnalysis figure, SeriesAnalysis series, List<RowCondition> only) {
        return (int) Arrays.stream(series.points().rows())
                .filter(RowCondition.all(only, figure.table()))
                .count();
    }
}
