package helvo.core.analysis;

import helvo.core.number.MissingText;
import helvo.core.points.Points;
import helvo.core.table.Cell;
import helvo.core.table.Column;
import helvo.core.table.Derivation;
import java.util.Arrays;
import java.util.Optional;
import java.util.stream.IntStream;

/// The rows of a series: those that were used, those excluded, and those without a usable number. Rows are counted
/// from 0.
///
/// @param given    rows of the series
/// @param excluded those excluded
/// @param unusable those without a number as x or y, or with one that is too large
/// @param x        what gave x
/// @param y        what gave y
/// @param xBars    what gave the bars in x
/// @param yBars    likewise in y
public record RowUse(
        int given,
        int[] excluded,
        int[] unusable,
        CoordinateColumn x,
        CoordinateColumn y,
        BarSource xBars,
        BarSource yBars) {
    public int used() {
        return given - excluded.length - unusable.length;
    }

    /// The points with those of the rows that were excluded; empty where none of these has a number in x and y.
    Optional<Points> withExcluded(Points used) {
        int[] back = Arrays.stream(excluded)
                .filter(row -> Math.abs(x.at(row)) <= CoordinateColumn.MAX_ABS
                        && Math.abs(y.at(row)) <= CoordinateColumn.MAX_ABS)
                .toArray();
        if (back.length == 0) {
            return Optional.empty();
        }
        int[] all = IntStream.concat(Arrays.stream(used.rows()), Arrays.stream(back))
                .sorted()
                .toArray();
        double[] xs = Arrays.stream(all).mapToDouble(x::at).toArray();
        double[] ys = Arrays.stream(all).mapToDouble(y::at).toArray();
        return Optional.of(new Points(xs, ys, all, xBars.barsOf(xs, all), yBars.barsOf(ys, all))
                .weighted(used.weighting(), xBars.sigma(), yBars.sigma()));
    }

    /// How many of the unusable rows hold text where a number should be, and not a sign that there is no value.
    public int unread() {
        return (int) Arrays.stream(unusable).filter(this::isUnread).count();
    }

    /// The first of these; only where there is one.
    public int firstUnread() {
        return Arrays.stream(unusable).filter(this::isUnread).findFirst().orElseThrow();
    }

    private boolean isUnread(int row) {
        return isUnread(x, row) || isUnread(y, row);
    }

    private static boolean isUnread(CoordinateColumn of, int row) {
        return !of.column().isDerived()
                && of.column().cells().cell(row) instanceof Cell.Text(String text)
                && !MissingText.standsForNone(text)
                && !MissingText.isLimit(text);
    }

    /// Why a row that has numbers has no point; empty where there is no such row.
    Optional<String> whyTooLarge() {
        return Arrays.stream(unusable)
                .filter(row -> x.column().cells().cell(row) instanceof Cell.Number
                        && y.column().cells().cell(row) instanceof Cell.Number)
                .mapToObj(this::why)
                .findFirst();
    }

    /// Why one of the unusable rows has no point: "Stretch: “about 7.6” is not a number".
    public String why(int row) {
        Column column = (Math.abs(x.at(row)) <= CoordinateColumn.MAX_ABS ? y : x).column();
        boolean computed =
                column.derivation().filter(Derivation.Formula.class::isInstance).isPresent();
        return switch (column.cells().cell(row)) {
            case Cell.Text(String text) ->
                computed
                        ? text
                        : "“" + text + "” is not a "
                                + (x.time().isPresent() && column == x.column() ? "date" : "number");
            case Cell.Empty _ -> column.name() + " is empty";
            case Cell.Number _ -> column.name() + " is beyond 10^150, too large to reckon with";
        };
    }
}
