package helvo.core.style;

import static helvo.core.Require.require;

import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.Optional;

/// The style of a series' points. What is empty the program chooses by the series' place.
///
/// @param name      in the legend, in place of its own
/// @param shape     of the markers
/// @param color     as "#1F5F8B"
/// @param size      of the markers, 1 for the usual
/// @param opacity  of their filling, 0 for hollow to 1 for full; weaker ones show where points lie on one another;
///     empty for full or hollow, by the series' place
/// @param points    whether markers are drawn
/// @param join      lines from point to point in order of x
/// @param inLegend  whether the legend names it
/// @param hidden    neither points nor bars are drawn, while fits still use them
/// @param bySize    points at the same place are one marker, the larger the more they are
/// @param rightAxis     measured along the right-hand axis; empty for there where its unit is another than the first
///     y's
/// @param labels    the column that is written at the points, by its id
/// @param coloredBy what gives each point its colour
/// @param edge      colour of a line around each marker; empty for the program's own
/// @param bars      how its error bars look
@RecordBuilder
public record SeriesStyle(
        Optional<String> name,
        Optional<MarkerShape> shape,
        Optional<String> color,
        double size,
        Optional<Double> opacity,
        boolean points,
        Join join,
        boolean inLegend,
        boolean hidden,
        boolean bySize,
        Optional<Boolean> rightAxis,
        Optional<Integer> labels,
        Optional<ColorBy> coloredBy,
        Optional<String> edge,
        BarStyle bars)
        implements SeriesStyleBuilder.With {
    public static final SeriesStyle DEFAULT = SeriesStyleBuilder.builder()
            .size(1)
            .points(true)
            .join(Join.NONE)
            .inLegend(true)
            .bars(BarStyle.DEFAULT)
            .build();
    public static final double MIN_SIZE = 0.2;
    public static final double MAX_SIZE = 5;

    /// How points are joined.
    public enum Join {
        NONE,
        STRAIGHT,
        SMOOTH
    }

    /// What colours points: their residuals, or a column of numbers by its id.
    ///
    /// @param column 0 for the residuals
    public record ColorBy(int column) {
        public static final ColorBy RESIDUAL = new ColorBy(0);
    }

    public SeriesStyle {
        bars = bars == null ? BarStyle.DEFAULT : bars;
        require(size >= MIN_SIZE && size <= MAX_SIZE, "size=%s must be %s to %s", size, MIN_SIZE, MAX_SIZE);
        require(opacity.isEmpty() || opacity.get() >= 0 && opacity.get() <= 1, "opacity=%s must be 0 to 1", opacity);
        require(edge.isEmpty() || edge.get().matches("#[0-9A-Fa-f]{6}"), "edge=%s is not a colour", edge);
        require(color.isEmpty() || color.get().matches("#[0-9A-Fa-f]{6}"), "color=%s is not a colour", color);
    }
}
