package helvo.figure.layout;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.points.Points;
import helvo.core.style.AxisPlace;
import helvo.core.table.SeriesKey;
import helvo.figure.scale.Axis;
import java.awt.Shape;
import java.awt.geom.Rectangle2D;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/// The places of things on a drawn sheet, in points (1/72 inch) from its upper left corner.
///
/// @param plot      the ground that the points lie on
/// @param residuals the residual strip
/// @param axes      by their places; none when the figure has nothing to show
/// @param parts     what can be pressed, from the back to the front
/// @param notices   what does not fit on the sheet, in sentences
public record FigureLayout(
        double width,
        double height,
        Rectangle2D title,
        Rectangle2D plot,
        Optional<Strip> residuals,
        Map<AxisPlace, Axis> axes,
        List<Part> parts,
        List<String> notices) {
    /// What lies on a border is within it, in points.
    private static final double BORDER = 0.5;

    /// @param area where it is pressed
    public record Part(HitTarget of, Shape area) {}

    /// The strip of residuals: its ground and its upright axis.
    ///
    /// @param aside how far each series' points stand aside, so that those at the same x do not hide one another
    public record Strip(Rectangle2D area, Axis y, Map<SeriesKey, Double> aside) {}

    /// Where a point's residual is drawn.
    ///
    /// @return empty where the strip does not show the series, or not that far
    public Optional<java.awt.geom.Point2D> residualAt(SeriesKey series, double x, double residual) {
        return residuals
                .filter(strip -> strip.aside.containsKey(series))
                .<java.awt.geom.Point2D>map(strip -> new java.awt.geom.Point2D.Double(
                        px(x) + strip.aside.getOrDefault(series, 0.0),
                        strip.area.getMaxY() - strip.y.fraction(residual) * strip.area.getHeight()))
                .filter(place -> residuals
                        .get()
                        .area
                        .intersects(place.getX() - BORDER, place.getY() - BORDER, 2 * BORDER, 2 * BORDER));
    }

    /// A point of a series, by its row in the table.
    public record Hit(SeriesAnalysis series, int row, boolean excluded, double x, double y) {}

    public Optional<Axis> x() {
        return Optional.ofNullable(axes.get(AxisPlace.X));
    }

    public Optional<Axis> y() {
        return Optional.ofNullable(axes.get(AxisPlace.Y));
    }

    /// What is in front at a place.
    public Optional<HitTarget> at(double x, double y) {
        return parts.reversed().stream()
                .filter(part -> part.area.contains(x, y))
                .map(Part::of)
                .findFirst();
    }

    public Optional<Rectangle2D> place(HitTarget of) {
        return parts.stream()
                .filter(part -> part.of.equals(of))
                .map(part -> part.area.getBounds2D())
                .findFirst();
    }

    /// One of the axes that the figure has.
    public Axis axis(AxisPlace place) {
        return Objects.requireNonNull(axes.get(place), "the figure has the axis");
    }

    public double px(double x) {
        return plot.getX() + axis(AxisPlace.X).fraction(x) * plot.getWidth();
    }

    public double py(AxisPlace along, double y) {
        return plot.getMaxY() - axis(along).fraction(y) * plot.getHeight();
    }

    /// The x that lies at a place.
    public double xAt(double px) {
        return axis(AxisPlace.X).value((px - plot.getX()) / plot.getWidth());
    }

    public double yAt(AxisPlace along, double py) {
        return axis(along).value((plot.getMaxY() - py) / plot.getHeight());
    }

    public AxisPlace along(FigureAnalysis figure, SeriesKey series) {
        return axes.containsKey(AxisPlace.RIGHT) && figure.isOnRight(series) ? AxisPlace.RIGHT : AxisPlace.Y;
    }

    /// The point, used or excluded, nearest to a place and no farther from it than `reach`.
    public Optional<Hit> nearest(FigureAnalysis figure, double px, double py, double reach) {
        if (axes.isEmpty() || !plot.contains(px, py)) {
            return Optional.empty();
        }
        Hit best = null;
        double least = reach * reach;
        for (SeriesAnalysis series : figure.series()) {
            if (!series.key().hasOwnPoints()
                    || figure.figure().style().series(series.key()).hidden()) {
                continue;
            }
            AxisPlace along = along(figure, series.key());
            Points points = series.points();
            for (int i = 0; i < points.size(); i++) {
                double distance = squared(px - px(points.x()[i]), py - py(along, points.y()[i]));
                if (distance < least) {
                    least = distance;
                    best = new Hit(series, points.rows()[i], false, points.x()[i], points.y()[i]);
                }
            }
            for (int row : series.rows().excluded()) {
                double x = series.rows().x().at(row);
                double y = series.rows().y().at(row);
                double distance = squared(px - px(x), py - py(along, y));
                if (distance < least) {
                    least = distance;
                    best = new Hit(series, row, true, x, y);
                }
            }
        }
        return Optional.ofNullable(best);
    }

    /// Rows of the points in a shape drawn over the plot.
    public int[] within(FigureAnalysis figure, Shape shape) {
        var rows = new helvo.core.IntList();
        for (SeriesAnalysis series : figure.series()) {
            AxisPlace along = along(figure, series.key());
            Points points = series.points();
            for (int i = 0; i < points.size(); i++) {
                if (shape.contains(px(points.x()[i]), py(along, points.y()[i]))) {
                    rows.add(points.rows()[i]);
                }
            }
        }
        return java.util.Arrays.stream(rows.toArray()).sorted().distinct().toArray();
    }

    private static double squared(double dx, double dy) {
        double squared = dx * dx + dy * dy;
        return Double.isNaN(squared) ? Double.POSITIVE_INFINITY : squared;
    }
}
