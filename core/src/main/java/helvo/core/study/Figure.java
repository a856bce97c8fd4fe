package helvo.core.study;

import static helvo.core.Require.require;

import helvo.core.curve.Curve;
import helvo.core.curve.Line;
import helvo.core.table.RowCondition;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/// One figure over one table: what it shows and how large it is on paper.
///
/// @param title  empty for "y against x" in the columns' names
/// @param curves the curves chosen; a series that is not among them has a line
/// @param only   conditions that a row must meet to be used
/// @param widthMm  of the whole sheet, in millimetres
/// @param heightMm likewise
public record Figure(int id, String name, int table, Optional<String> title, Set<Layer> layers, List<CurveChoice> curves,
        List<RowCondition> only, double widthMm, double heightMm) {
    /// As wide as the text of an A4 page with usual margins.
    public static final double USUAL_WIDTH_MM = 160;
    public static final double USUAL_HEIGHT_MM = 140;
    public static final double LEAST_MM = 40;
    public static final double MOST_MM = 1200;

    /// The curve of one series.
    public record CurveChoice(SeriesKey series, Curve curve) {}

    public Figure {
        require(widthMm >= LEAST_MM && widthMm <= MOST_MM, "widthMm=%s must be %s to %s", widthMm, LEAST_MM, MOST_MM);
        require(heightMm >= LEAST_MM && heightMm <= MOST_MM, "heightMm=%s must be %s to %s", heightMm, LEAST_MM, MOST_MM);
        layers = layers.isEmpty() ? Set.of() : java.util.Collections.unmodifiableSet(EnumSet.copyOf(layers));
        curves = List.copyOf(curves);
        only = List.copyOf(only);
    }

    /// A figure as a new table gets it.
    public static Figure of(int id, int table) {
        return new Figure(id, "Figure " + id, table, Optional.empty(), EnumSet.of(Layer.BARS, Layer.EQUATIONS, Layer.RESIDUALS),
                List.of(), List.of(), USUAL_WIDTH_MM, USUAL_HEIGHT_MM);
    }

    public Curve curve(SeriesKey series) {
        return curves.stream().filter(choice -> choice.series().equals(series)).findFirst().map(CurveChoice::curve).orElse(new Line());
    }

    public boolean shows(Layer layer) {
        return layers.contains(layer);
    }

    public Figure with(SeriesKey series, Curve curve) {
        var choices = new ArrayList<>(curves);
        choices.removeIf(choice -> choice.series().equals(series));
        choices.add(new CurveChoice(series, curve));
        return new Figure(id, name, table, title, layers, choices, only, widthMm, heightMm);
    }

    public Figure withTitle(Optional<String> newTitle) {
        return new Figure(id, name, table, newTitle, layers, curves, only, widthMm, heightMm);
    }

    public Figure with(Layer layer, boolean shown) {
        var changed = EnumSet.noneOf(Layer.class);
        changed.addAll(layers);
        if (shown) {
            changed.add(layer);
        } else {
            changed.remove(layer);
        }
        return new Figure(id, name, table, title, changed, curves, only, widthMm, heightMm);
    }

    public Figure withOnly(List<RowCondition> conditions) {
        return new Figure(id, name, table, title, layers, curves, conditions, widthMm, heightMm);
    }

    public Figure withSize(double newWidthMm, double newHeightMm) {
        return new Figure(id, name, table, title, layers, curves, only, newWidthMm, newHeightMm);
    }
}
