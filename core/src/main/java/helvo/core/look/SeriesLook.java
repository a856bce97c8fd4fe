package helvo.core.look;

import static helvo.core.Require.require;

import java.util.Optional;

/// How a series' points look. What is empty the program chooses by the series' place.
///
/// @param name      in the legend, in place of its own
/// @param shape     of the markers
/// @param color     as "#1F5F8B"
/// @param size      of the markers, 1 for the usual
/// @param strength  of their filling, 0 for hollow to 1 for full; weaker ones show where points lie on one another; empty for full or
/// hollow, by the series' place
/// @param points    whether markers are drawn
/// @param join      lines from point to point in order of x
/// @param inLegend  whether the legend names it
/// @param hidden    neither points nor bars are drawn, while fits still use them
/// @param bySize    points at the same place are one marker, the larger the more they are
/// @param right     measured along the right-hand axis; empty for there where its unit is another than the first y's
/// @param labels    the column that is written at the points, by its id
/// @param coloredBy what gives each point its colour
/// @param edge      colour of a line around each marker; empty for the program's own
/// @param bars      how its error bars look
public record SeriesLook(Optional<String> name, Optional<MarkerShape> shape, Optional<String> color, double size, Optional<Double> strength,
        boolean points, Join join,
        boolean inLegend, boolean hidden, boolean bySize, Optional<Boolean> right, Optional<Integer> labels, Optional<ColorBy> coloredBy,
                Optional<String> edge, BarLook bars) {
    public static final SeriesLook USUAL = new SeriesLook(Optional.empty(), Optional.empty(), Optional.empty(), 1, Optional.empty(), true,
            Join.NONE, true, false, false, Optional.empty(),
            Optional.empty(), Optional.empty(), Optional.empty(), BarLook.USUAL);
    public static final double LEAST_SIZE = 0.2;
    public static final double MOST_SIZE = 5;

    /// How points are joined.
    public enum Join { NONE, STRAIGHT, SMOOTH }

    /// What colours points: their residuals, or a column of numbers by its id.
    ///
    /// @param column 0 for the residuals
    public record ColorBy(int column) {
        public static final ColorBy RESIDUAL = new ColorBy(0);
    }

    public SeriesLook {
        bars = bars == null ? BarLook.USUAL : bars;
        require(size >= LEAST_SIZE && size <= MOST_SIZE, "size=%s must be %s to %s", size, LEAST_SIZE, MOST_SIZE);
        require(strength.isEmpty() || strength.get() >= 0 && strength.get() <= 1, "strength=%s must be 0 to 1", strength);
        require(edge.isEmpty() || edge.get().matches("#[0-9A-Fa-f]{6}"), "edge=%s is no color", edge);
        require(color.isEmpty() || color.get().matches("#[0-9A-Fa-f]{6}"), "color=%s is no color", color);
    }

    public SeriesLook with(BarLook newBars) {
        return new SeriesLook(name, shape, color, size, strength, points, join, inLegend, hidden, bySize, right, labels, coloredBy, edge,
                newBars);
    }

    public SeriesLook withName(Optional<String> newName) {
        return new SeriesLook(newName, shape, color, size, strength, points, join, inLegend, hidden, bySize, right, labels, coloredBy, edge,
                bars);
    }

    public SeriesLook with(MarkerShape newShape) {
        return new SeriesLook(name, Optional.of(newShape), color, size, strength, points, join, inLegend, hidden, bySize, right, labels,
                coloredBy, edge, bars);
    }

    public SeriesLook withColor(Optional<String> newColor) {
        return new SeriesLook(name, shape, newColor, size, strength, points, join, inLegend, hidden, bySize, right, labels, coloredBy, edge,
                bars);
    }

    public SeriesLook withSize(double newSize) {
        return new SeriesLook(name, shape, color, newSize, strength, points, join, inLegend, hidden, bySize, right, labels, coloredBy, edge,
                bars);
    }

    public SeriesLook withStrength(Optional<Double> newStrength) {
        return new SeriesLook(name, shape, color, size, newStrength, points, join, inLegend, hidden, bySize, right, labels, coloredBy, edge,
                bars);
    }

    public SeriesLook withPoints(boolean drawn) {
        return new SeriesLook(name, shape, color, size, strength, drawn, join, inLegend, hidden, bySize, right, labels, coloredBy, edge,
                bars);
    }

    public SeriesLook with(Join newJoin) {
        return new SeriesLook(name, shape, color, size, strength, points, newJoin, inLegend, hidden, bySize, right, labels, coloredBy, edge,
                bars);
    }

    public SeriesLook inLegend(boolean named) {
        return new SeriesLook(name, shape, color, size, strength, points, join, named, hidden, bySize, right, labels, coloredBy, edge,
                bars);
    }

    public SeriesLook hidden(boolean away) {
        return new SeriesLook(name, shape, color, size, strength, points, join, inLegend, away, bySize, right, labels, coloredBy, edge,
                bars);
    }

    public SeriesLook bySize(boolean counted) {
        return new SeriesLook(name, shape, color, size, strength, points, join, inLegend, hidden, counted, right, labels, coloredBy, edge,
                bars);
    }

    public SeriesLook onRight(Optional<Boolean> byRight) {
        return new SeriesLook(name, shape, color, size, strength, points, join, inLegend, hidden, bySize, byRight, labels, coloredBy, edge,
                bars);
    }

    public SeriesLook withLabels(Optional<Integer> column) {
        return new SeriesLook(name, shape, color, size, strength, points, join, inLegend, hidden, bySize, right, column, coloredBy, edge,
                bars);
    }

    public SeriesLook coloredBy(Optional<ColorBy> by) {
        return new SeriesLook(name, shape, color, size, strength, points, join, inLegend, hidden, bySize, right, labels, by, edge, bars);
    }

    public SeriesLook withEdge(Optional<String> newEdge) {
        return new SeriesLook(name, shape, color, size, strength, points, join, inLegend, hidden, bySize, right, labels, coloredBy, newEdge,
                bars);
    }
}
