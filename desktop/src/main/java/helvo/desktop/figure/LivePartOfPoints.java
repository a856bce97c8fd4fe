package helvo.desktop.figure;

import helvo.core.RootLocale;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.PartOfPoints;
import helvo.core.results.FitChange;
import helvo.desktop.task.BackgroundTasks;
import helvo.desktop.workspace.Workspace;
import helvo.figure.layout.FigureLayout;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.shape.Polyline;

/// The curve through the points in a loop, over the sheet while the loop is drawn; nothing in the study changes.
final class LivePartOfPoints {
    private static final int STEPS = 80;

    private final Workspace workspace;
    private final FigureView view;
    private final BackgroundTasks.Latest fitting;
    private final Polyline line = new Polyline();

    LivePartOfPoints(Workspace workspace, FigureView view) {
        this.workspace = workspace;
        this.view = view;
        fitting = workspace.background().latest("fitting a part");
        line.getStyleClass().add("figure-part");
        line.setMouseTransparent(true);
        line.setVisible(false);
    }

    Node line() {
        return line;
    }

    /// @param report gets the numbers of the curve, once they are known
    void show(FigureAnalysis figure, FigureLayout layout, int[] rows, Consumer<String> report) {
        if (rows.length < 2) {
            hide();
            return;
        }
        fitting.run(
                "Fitting the points …",
                progress -> PartOfPoints.alone(figure, rows, progress),
                new BackgroundTasks.Outcome<>(found -> shown(figure, layout, found, report), _ -> hide(), () -> {}));
    }

    private void shown(
            FigureAnalysis figure, FigureLayout layout, Optional<PartOfPoints.Alone> found, Consumer<String> report) {
        line.getPoints().clear();
        line.setVisible(found.isPresent());
        found.ifPresent(part -> {
            var along = layout.along(figure, part.series().key());
            for (int i = 0; i <= STEPS; i++) {
                double x = part.from() + (part.to() - part.from()) * i / STEPS;
                double px = layout.px(x);
                double py = layout.py(along, part.fit().function().at(x));
                if (Double.isFinite(px) && Double.isFinite(py)) {
                    line.getPoints()
                            .addAll(
                                    view.sheet().getLayoutX() + px * view.scale(),
                                    view.sheet().getLayoutY() + py * view.scale());
                }
            }
            report.accept(RootLocale.format(
                    "%,d points alone: %s",
                    part.points(),
                    FitChange.inShort(part.fit(), workspace.study().numbers())));
        });
    }

    void hide() {
        fitting.stop();
        line.setVisible(false);
    }
}
