package helvo.desktop.figure;

import helvo.core.RootLocale;
import helvo.core.analysis.FigureAnalysis;
import helvo.desktop.workspace.Copying;
import helvo.desktop.workspace.Workspace;
import helvo.figure.layout.FigureLayout;
import helvo.figure.layout.HitTarget;
import java.awt.geom.Rectangle2D;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import javafx.geometry.Point2D;
import javafx.scene.Cursor;
import javafx.scene.Node;
import javafx.scene.control.ContextMenu;
import javafx.scene.input.ContextMenuEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;

/// Handles the pointer on the figure.
final class PointerTools {
    /// So near, in units of the scene, a point is hit.
    private static final double NEAR = 8;
    /// So far the pointer moves before it drags.
    private static final double DRAGGED = 4;

    /// Of so many points those in a loop are told while it is drawn.
    private static final int MAX_LIVE = 20_000;

    private final Workspace workspace;
    private final Copying copying;
    private final FigureView view;
    private final PartOpener opener;
    private final HoverLabel hover;
    private final Lasso lasso;
    private final LivePartOfPoints live;
    private final Zooming zooming;
    private final ContextMenu menu = new ContextMenu();
    private Optional<Drag> drag = Optional.empty();
    private double pressedX;
    private double pressedY;
    private boolean moved;

    PointerTools(Workspace workspace, Copying copying, FigureView view, PartOpener opener) {
        this.workspace = workspace;
        this.copying = copying;
        this.view = view;
        this.opener = opener;
        hover = new HoverLabel(workspace, view);
        lasso = new Lasso(view);
        live = new LivePartOfPoints(workspace, view);
        zooming = new Zooming(workspace, view);
        Node sheet = view.sheet();
        sheet.setOnMouseMoved(this::hovered);
        sheet.setOnMouseExited(_ -> hover.hide());
        sheet.setOnMousePressed(this::pressed);
        sheet.setOnMouseDragged(this::dragged);
        sheet.setOnMouseReleased(this::released);
        sheet.setOnContextMenuRequested(this::contextMenu);
        sheet.setOnScroll(zooming::scrolled);
        sheet.setOnZoom(event -> zooming.zoom(event.getX(), event.getY(), 1 / event.getZoomFactor(), true, true));
    }

    /// What lies over the sheet.
    List<Node> overlays() {
        return Stream.concat(Stream.of(live.line(), lasso.line()), hover.nodes().stream())
                .toList();
    }

    /// Says what is where, for keys as for the pointer.
    HoverLabel hover() {
        return hover;
    }

    void zoom(double factor) {
        zooming.aboutTheMiddle(factor);
    }

    private double points(double local) {
        return local / view.scale();
    }

    /// What is drawn and where, while there is something.
    private Optional<Drawn> drawn() {
        return view.layoutNow().flatMap(layout -> view.figure().map(figure -> new Drawn(layout, figure)));
    }

    private record Drawn(FigureLayout layout, FigureAnalysis figure) {
        int points() {
            return figure.series().stream()
                    .mapToInt(series -> series.points().size())
                    .sum();
        }

        HitTarget partAt(double x, double y) {
            return layout.at(x, y).orElse(new HitTarget.Background());
        }
    }

    private void hovered(MouseEvent event) {
        drawn().ifPresent(on -> {
            double x = points(event.getX());
            double y = points(event.getY());
            Optional<FigureLayout.Hit> hit = on.layout.nearest(on.figure, x, y, points(NEAR));
            HitTarget part = on.partAt(x, y);
            boolean something = !(part instanceof HitTarget.Background);
            if (hit.isPresent()) {
                hover.show(hover.textOfHit(hit.get()), event);
            } else if (something) {
                hover.show(HoverLabel.textOfTarget(part), event);
            } else {
                hover.hideLabel();
            }
            boolean framed = hit.isEmpty() && something && !(part instanceof HitTarget.CurveOf);
            hover.frame(framed ? view.placeOf(part) : Optional.empty());
            boolean plain = on.layout.plot().contains(x, y) && hit.isEmpty() && !something;
            view.sheet()
                    .setCursor(
                            part instanceof HitTarget.AxisOf
                                    ? Cursor.OPEN_HAND
                                    : plain ? Cursor.CROSSHAIR : Cursor.HAND);
        });
    }

    /// At the pointer, or for the menu key in the middle of the plot.
    private void contextMenu(ContextMenuEvent event) {
        drawn().ifPresent(on -> {
            boolean byKey = event.isKeyboardTrigger();
            Rectangle2D plot = on.layout.plot();
            Point2D place = byKey
                    ? view.inScene(plot.getCenterX(), plot.getCenterY())
                    : new Point2D(event.getSceneX(), event.getSceneY());
            Point2D local = view.sheet().sceneToLocal(place);
            double x = points(local.getX());
            double y = points(local.getY());
            Optional<FigureLayout.Hit> hit =
                    byKey ? Optional.empty() : on.layout.nearest(on.figure, x, y, points(NEAR));
            HitTarget part = byKey ? new HitTarget.Background() : on.partAt(x, y);
            menu.getItems()
                    .setAll(new FigureMenu(workspace, copying, view, opener, on.figure, on.layout, x, y).of(hit, part));
            hover.hide();
            Point2D onScreen = view.localToScreen(view.sceneToLocal(place));
            menu.show(
                    view.getScene().getWindow(),
                    onScreen.getX(),
                    onScreen.getY()); // owned by the window: a click on the sheet closes it
            event.consume();
        });
    }

    // ---- pressing and dragging ----

    private static boolean draws(MouseEvent event) {
        return event.isShiftDown() || event.isShortcutDown();
    }

    private void pressed(MouseEvent event) {
        pressedX = points(event.getX());
        pressedY = points(event.getY());
        moved = false;
        drag = Optional.empty();
        view.endEditing();
        if (event.getButton() != MouseButton.PRIMARY) {
            return;
        }
        if (draws(event)) {
            lasso.begin(event);
        } else {
            drag = drawn().flatMap(
                            on -> Drag.of(on.partAt(pressedX, pressedY), on.figure, on.layout, pressedX, pressedY));
        }
    }

    private void dragged(MouseEvent event) {
        double x = points(event.getX());
        double y = points(event.getY());
        if (!moved && Math.hypot(x - pressedX, y - pressedY) < points(DRAGGED)) {
            return;
        }
        moved = true;
        hover.hide();
        if (draws(event)) {
            lasso.draw(event, event.isShiftDown());
            drawn().filter(on -> on.points() <= MAX_LIVE)
                    .ifPresent(on -> lasso.shape().ifPresent(shape -> {
                        int[] rows = on.layout.within(on.figure, shape);
                        workspace.select(rows);
                        live.show(on.figure, on.layout, rows, words -> hover.show(words, event));
                    }));
        } else {
            drag.flatMap(each -> each.to(x, y)).ifPresent(zooming::tryOut);
        }
    }

    private void released(MouseEvent event) {
        if (lasso.isDrawn()) {
            drawn().ifPresent(on -> enclosed(on, event));
        } else if (moved) {
            zooming.keep();
        } else if (event.getButton() == MouseButton.PRIMARY) {
            drawn().ifPresent(on -> {
                if (event.getClickCount() == 2 && on.layout.plot().contains(pressedX, pressedY)) {
                    zooming.stop();
                    view.showAll();
                } else {
                    choose(on, event);
                }
            });
        }
        drag = Optional.empty();
    }

    private void enclosed(Drawn on, MouseEvent event) {
        live.hide();
        hover.hide();
        lasso.end().ifPresent(shape -> {
            int[] rows = on.layout.within(on.figure, shape);
            workspace.select(rows);
            if (rows.length == 0) {
                workspace.messages().show("No point lies in what you drew.");
            } else {
                opener.showPoints(
                        rows,
                        Optional.empty(),
                        rows.length == 1 ? "1 point" : RootLocale.format("%,d points", rows.length),
                        event.getSceneX(),
                        event.getSceneY());
            }
        });
    }

    /// A point before anything that it lies on.
    private void choose(Drawn on, MouseEvent event) {
        HitTarget part = on.partAt(pressedX, pressedY);
        // The end of a short bar is near its point.
        boolean onBar = part instanceof HitTarget.BarOf bar && bar.end() != HitTarget.BarEnd.NONE;
        Optional<FigureLayout.Hit> hit =
                on.layout.nearest(on.figure, pressedX, pressedY, points(onBar ? NEAR / 2 : NEAR));
        if (hit.isPresent()) {
            workspace.select(hit.get().row());
            opener.showPoints(
                    new int[] {hit.get().row()},
                    Optional.of(hit.get().series().key()),
                    hover.textOfHit(hit.get()),
                    event.getSceneX(),
                    event.getSceneY());
            return;
        }
        switch (part) {
            case HitTarget.Title _ -> view.editTitle();
            case HitTarget.AxisTitle(var place) -> view.editAxisTitle(place);
            case HitTarget.Background _ when on.layout.plot().contains(pressedX, pressedY) -> workspace.select();
            default -> opener.show(part, event.getSceneY());
        }
    }
}
