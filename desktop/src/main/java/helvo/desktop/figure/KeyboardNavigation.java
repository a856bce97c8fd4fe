package helvo.desktop.figure;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.points.Points;
import helvo.core.table.SeriesKey;
import helvo.desktop.workspace.Workspace;
import helvo.figure.layout.FigureLayout;
import helvo.figure.layout.HitTarget;
import java.awt.geom.Rectangle2D;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import javafx.geometry.Point2D;
import javafx.scene.input.KeyEvent;

/// Moves over the figure by keys: points, series, parts. What is reached is framed, named beside it, and is the
/// accessible text of the figure.
final class KeyboardNavigation {
    private static final double REACH = 6;
    private static final String HOW =
            "Figure. Left and right go from point to point, up and down from series to series, Page Up and "
                    + "Page Down from part to part; Enter opens what is there, the space bar selects a point";

    private final Workspace workspace;
    private final FigureView view;
    private final PartOpener opener;
    private final HoverLabel hover;
    private Optional<Place> place = Optional.empty();

    private sealed interface Place {}

    private record AtPoint(SeriesKey series, int row) implements Place {}

    private record AtPart(HitTarget part) implements Place {}

    KeyboardNavigation(Workspace workspace, FigureView view, PartOpener opener, HoverLabel hover) {
        this.workspace = workspace;
        this.view = view;
        this.opener = opener;
        this.hover = hover;
        view.setFocusTraversable(true);
        view.setAccessibleText(HOW);
        view.setOnKeyPressed(this::key);
        view.focusedProperty().subscribe(focused -> {
            if (!focused) {
                hover.hide();
                place = Optional.empty();
                view.setAccessibleText(HOW);
            }
        });
        view.drawings().subscribe(_ -> show());
    }

    private void key(KeyEvent event) {
        if (event.isShortcutDown()
                || event.isAltDown()
                || view.figure().isEmpty()
                || view.layoutNow().isEmpty()) {
            return;
        }
        FigureAnalysis figure = view.figure().get();
        switch (event.getCode()) {
            case RIGHT -> point(figure, 1);
            case LEFT -> point(figure, -1);
            case HOME -> point(figure, Integer.MIN_VALUE / 2);
            case END -> point(figure, Integer.MAX_VALUE / 2);
            case DOWN -> series(figure, 1);
            case UP -> series(figure, -1);
            case PAGE_DOWN -> part(1);
            case PAGE_UP -> part(-1);
            case SPACE -> select();
            case ENTER -> open(figure);
            default -> {
                return;
            }
        }
        event.consume();
    }

    private static List<SeriesAnalysis> series(FigureAnalysis figure) {
        return figure.series().stream()
                .filter(each -> each.key().hasOwnPoints()
                        && each.points().size() > 0
                        && !figure.figure().style().series(each.key()).hidden())
                .toList();
    }

    private Optional<SeriesAnalysis> current(FigureAnalysis figure) {
        List<SeriesAnalysis> all = series(figure);
        return place.filter(AtPoint.class::isInstance)
                .map(at -> ((AtPoint) at).series)
                .or(() -> workspace.series().map(SeriesAnalysis::key))
                .flatMap(key ->
                        all.stream().filter(each -> each.key().equals(key)).findFirst())
                .or(() -> all.stream().findFirst());
    }

    /// Rows of the points from the left to the right, from below up at the same x.
    private static int[] ordered(SeriesAnalysis series) {
        Points points = series.points();
        return IntStream.range(0, points.size())
                .boxed()
                .sorted(Comparator.<Integer>comparingDouble(i -> points.x()[i]).thenComparingDouble(i -> points.y()[i]))
                .mapToInt(i -> points.rows()[i])
                .toArray();
    }

    private void point(FigureAnalysis figure, int by) {
        current(figure).ifPresent(series -> {
            int[] rows = ordered(series);
            int at = place.filter(AtPoint.class::isInstance)
                    .map(each -> IntStream.range(0, rows.length)
                            .filter(i -> rows[i] == ((AtPoint) each).row)
                            .findFirst()
                            .orElse(-1))
                    .orElse(-1);
            int to = at < 0
                    ? by > 0 && by < Integer.MAX_VALUE / 2 || by < -1 ? 0 : rows.length - 1
                    : Math.clamp((long) at + by, 0, rows.length - 1);
            reach(new AtPoint(series.key(), rows[to]));
        });
    }

    /// To the point of another series that is nearest in x.
    private void series(FigureAnalysis figure, int by) {
        List<SeriesAnalysis> all = series(figure);
        current(figure).ifPresent(now -> {
            if (place.filter(AtPoint.class::isInstance).isEmpty()) {
                point(figure, 1);
                return;
            }
            double x = now.rows().x().at(((AtPoint) place.get()).row);
            SeriesAnalysis next = all.get(Math.floorMod(all.indexOf(now) + by, all.size()));
            Points points = next.points();
            int nearest = IntStream.range(0, points.size())
                    .boxed()
                    .min(Comparator.comparingDouble(i -> Math.abs(points.x()[i] - x)))
                    .orElseThrow();
            workspace.showSeries(figure.series().indexOf(next));
            reach(new AtPoint(next.key(), points.rows()[nearest]));
        });
    }

    /// Title, axes, legend, curves, notes; bars are reached by their points.
    private List<HitTarget> parts() {
        return view.layoutNow().stream()
                .flatMap(layout -> layout.parts().stream())
                .map(FigureLayout.Part::of)
                .filter(part -> !(part instanceof HitTarget.Background
                        || part instanceof HitTarget.BarOf
                        || part instanceof HitTarget.CurveEnd))
                .distinct()
                .toList();
    }

    private void part(int by) {
        List<HitTarget> parts = parts();
        if (!parts.isEmpty()) {
            int at = place.filter(AtPart.class::isInstance)
                    .map(each -> parts.indexOf(((AtPart) each).part))
                    .orElse(by > 0 ? -1 : 0);
            reach(new AtPart(parts.get(Math.floorMod(at + by, parts.size()))));
        }
    }

    private void reach(Place there) {
        place = Optional.of(there);
        show();
    }

    private Optional<FigureLayout.Hit> hit(AtPoint at) {
        return view.figure().stream()
                .flatMap(figure -> figure.series().stream())
                .filter(each -> each.key().equals(at.series))
                .findFirst()
                .map(each -> new FigureLayout.Hit(
                        each,
                        at.row,
                        false,
                        each.rows().x().at(at.row),
                        each.rows().y().at(at.row)));
    }

    private void show() {
        if (place.isEmpty()
                || !view.isFocused()
                || view.layoutNow().isEmpty()
                || view.layoutNow().get().axes().isEmpty()) {
            return;
        }
        FigureLayout layout = view.layoutNow().get();
        switch (place.get()) {
            case AtPoint at ->
                hit(at).ifPresent(hit -> {
                    double x = layout.px(hit.x());
                    double y = layout.py(layout.along(view.figure().get(), at.series), hit.y());
                    show(new Rectangle2D.Double(x - REACH, y - REACH, 2 * REACH, 2 * REACH), hover.textOfHit(hit));
                });
            case AtPart at -> layout.place(at.part).ifPresent(box -> show(box, HoverLabel.textOfTarget(at.part)));
        }
    }

    private void show(Rectangle2D box, String words) {
        hover.frame(Optional.of(box));
        hover.show(words, box.getMaxX() * view.scale(), box.getMinY() * view.scale());
        view.setAccessibleText(words);
    }

    private void select() {
        place.filter(AtPoint.class::isInstance).map(at -> ((AtPoint) at).row).ifPresent(row -> {
            int[] rows = workspace.selection().get().rows();
            workspace.select(
                    workspace.selection().get().has(row)
                            ? IntStream.of(rows).filter(each -> each != row).toArray()
                            : IntStream.concat(IntStream.of(rows), IntStream.of(row))
                                    .sorted()
                                    .toArray());
        });
    }

    private void open(FigureAnalysis figure) {
        switch (place.orElse(new AtPart(new HitTarget.Background()))) {
            case AtPoint at ->
                hit(at).ifPresent(hit -> {
                    FigureLayout layout = view.layoutNow().orElseThrow();
                    Point2D there =
                            view.inScene(layout.px(hit.x()), layout.py(layout.along(figure, at.series), hit.y()));
                    workspace.select(at.row);
                    opener.showPoints(
                            new int[] {at.row},
                            Optional.of(at.series),
                            hover.textOfHit(hit),
                            there.getX(),
                            there.getY());
                });
            case AtPart(HitTarget.Title _) -> view.editTitle();
            case AtPart(HitTarget.AxisTitle(var axis)) -> view.editAxisTitle(axis);
            case AtPart(HitTarget part) ->
                opener.show(part, view.inScene(part).map(box -> box.getMinY()).orElse(0.0));
        }
    }
}
