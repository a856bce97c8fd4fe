package helvo.desktop.figure;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.FigureEdit.Zoom.Limits;
import helvo.core.style.AxisPlace;
import helvo.desktop.document.Preview;
import helvo.desktop.task.InterfaceTimer;
import helvo.desktop.workspace.Workspace;
import helvo.figure.layout.FigureLayout;
import helvo.figure.scale.Axis;
import helvo.figure.scale.LogScale;
import helvo.figure.scale.ReversedScale;
import java.awt.geom.Rectangle2D;
import java.time.Duration;
import java.util.EnumMap;
import java.util.Optional;
import javafx.scene.input.ScrollEvent;

/// Previews edits of the figure during a gesture and applies them at its end.
final class Zooming {
    private static final double A_PIXEL = 1.0018;

    private final Workspace workspace;
    private final FigureView view;
    private final InterfaceTimer pause = InterfaceTimer.after(Duration.ofMillis(350), this::keep);

    Zooming(Workspace workspace, FigureView view) {
        this.workspace = workspace;
        this.view = view;
    }

    void tryOut(Edit edit) {
        try {
            workspace.document().preview(edit);
        } catch (IllegalArgumentException e) {
            // Limits that make no axis: the figure stays at the last that did.
        }
    }

    void stop() {
        pause.stop();
    }

    void keep() {
        pause.stop();
        workspace.keepPreview();
    }

    void scrolled(ScrollEvent event) {
        if (event.isInertia() || event.getDeltaY() == 0) {
            return;
        }
        zoom(
                event.getX(),
                event.getY(),
                Math.pow(A_PIXEL, -event.getDeltaY()),
                !event.isShiftDown(),
                !event.isAltDown());
        event.consume();
    }

    void aboutTheMiddle(double factor) {
        zoom(view.sheet().getFitWidth() / 2, view.sheet().getFitHeight() / 2, factor, true, true);
        keep();
    }

    /// @param factor of the spans, below 1 to see less
    void zoom(double localX, double localY, double factor, boolean alongX, boolean alongY) {
        Optional<FigureAnalysis> figure = view.figure();
        Optional<FigureLayout> layout = view.layoutNow().filter(at -> !at.axes().isEmpty());
        if (layout.isEmpty() || figure.isEmpty()) {
            return;
        }
        Rectangle2D plot = layout.get().plot();
        double x = localX / view.scale();
        double y = localY / view.scale();
        var all = new EnumMap<AxisPlace, Limits>(AxisPlace.class);
        workspace
                .preview()
                .get()
                .map(Preview::edit)
                .filter(FigureEdit.Zoom.class::isInstance)
                .ifPresent(each -> all.putAll(((FigureEdit.Zoom) each).limits()));
        layout.get().axes().forEach((place, axis) -> {
            boolean horizontal = place == AxisPlace.X;
            if (horizontal ? alongX && x >= plot.getX() : alongY && y <= plot.getMaxY()) {
                double fixed =
                        horizontal ? (x - plot.getX()) / plot.getWidth() : (plot.getMaxY() - y) / plot.getHeight();
                Limits now = all.getOrDefault(place, new Limits(Optional.of(axis.low()), Optional.of(axis.high())));
                Drag.limits(value(axis, now, fixed - fixed * factor), value(axis, now, fixed + (1 - fixed) * factor))
                        .ifPresent(each -> all.put(place, each));
            }
        });
        if (!all.isEmpty()) {
            tryOut(new FigureEdit.Zoom(figure.get().figure().id(), all));
            pause.start();
        }
    }

    /// The value at a fraction of an axis that has other limits by now than it was drawn with.
    private static double value(Axis axis, Limits now, double fraction) {
        double low = now.low().orElse(axis.low());
        double high = now.high().orElse(axis.high());
        double along = axis instanceof ReversedScale ? 1 - fraction : fraction;
        return axis instanceof LogScale || axis instanceof ReversedScale(LogScale _)
                ? low * Math.pow(high / low, along)
                : low + (high - low) * along;
    }
}
