package helvo.desktop.figure;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.points.Points;
import helvo.core.style.AxisPlace;
import helvo.desktop.theme.Themes;
import helvo.desktop.workspace.Selection;
import helvo.desktop.workspace.Workspace;
import helvo.figure.layout.FigureLayout;
import java.util.Optional;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.layout.Pane;
import org.jspecify.annotations.Nullable;

/// Rings around the selected points, on the figure and in its strip of residuals.
public final class SelectionMarks extends Pane {
    private static final double RADIUS = 7;
    private static final double STRIP_RADIUS = 5;
    /// More rings than this lie on one another: the rest are left out.
    private static final int MAX = 5000;

    private final Workspace workspace;
    private final Canvas canvas = new Canvas();
    private int rings;

    public SelectionMarks(Workspace workspace) {
        this.workspace = workspace;
        getChildren().add(canvas);
        setId("selection-marks");
    }

    /// How many rings are drawn now.
    public int rings() {
        return rings;
    }

    /// @param scale of the sheet's points
    void show(@Nullable FigureAnalysis figure, Optional<FigureLayout> layout, double scale) {
        rings = 0;
        boolean any = figure != null
                && layout.isPresent()
                && !layout.get().axes().isEmpty()
                && !workspace.selection().get().isNone()
                && figure.table().id() == workspace.tableId().get();
        setVisible(any);
        if (figure == null || !any) {
            return;
        }
        canvas.setWidth(getWidth());
        canvas.setHeight(getHeight());
        GraphicsContext g = canvas.getGraphicsContext2D();
        g.clearRect(0, 0, getWidth(), getHeight());
        for (SeriesAnalysis series : figure.series()) {
            if (series.key().hasOwnPoints()
                    && !figure.figure().style().series(series.key()).hidden()) {
                mark(g, figure, series, layout.get(), scale);
            }
        }
    }

    private void mark(GraphicsContext g, FigureAnalysis figure, SeriesAnalysis series, FigureLayout at, double scale) {
        Selection selection = workspace.selection().get();
        AxisPlace along = at.along(figure, series.key());
        Points points = series.points();
        for (int i = 0; i < points.size() && rings < MAX; i++) {
            if (selection.has(points.rows()[i])) {
                double x = points.x()[i];
                double y = points.y()[i];
                if (at.plot().contains(at.px(x), at.py(along, y))) {
                    ring(g, at.px(x) * scale, at.py(along, y) * scale, RADIUS);
                }
                series.fit()
                        .flatMap(fit ->
                                at.residualAt(series.key(), x, fit.function().residual(x, y)))
                        .ifPresent(place -> ring(g, place.getX() * scale, place.getY() * scale, STRIP_RADIUS));
            }
        }
        for (int row : series.rows().excluded()) {
            double x = series.rows().x().at(row);
            double y = series.rows().y().at(row);
            if (selection.has(row) && at.plot().contains(at.px(x), at.py(along, y))) {
                ring(g, at.px(x) * scale, at.py(along, y) * scale, RADIUS);
            }
        }
    }

    private void ring(GraphicsContext g, double x, double y, double radius) {
        rings++;
        g.setStroke(Themes.inUse().get().color("mark-halo"));
        g.setLineWidth(4);
        g.strokeOval(x - radius, y - radius, 2 * radius, 2 * radius);
        g.setStroke(Themes.inUse().get().color("mark"));
        g.setLineWidth(2);
        g.strokeOval(x - radius, y - radius, 2 * radius, 2 * radius);
    }
}
