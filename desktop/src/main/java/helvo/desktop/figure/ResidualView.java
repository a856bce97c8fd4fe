package helvo.desktop.figure;

import helvo.core.RootLocale;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.ResidualMeasure;
import helvo.core.fit.Residuals;
import helvo.desktop.task.BackgroundTasks;
import helvo.desktop.theme.Themes;
import helvo.desktop.workspace.Selection;
import helvo.desktop.workspace.SharedPixels;
import helvo.desktop.workspace.Workspace;
import helvo.figure.paint.ResidualSheet;
import java.awt.geom.Rectangle2D;
import java.util.Arrays;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.IntStream;
import javafx.scene.canvas.Canvas;
import javafx.scene.control.Label;
import javafx.scene.image.ImageView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Pane;
import javafx.scene.shape.Rectangle;
import org.jspecify.annotations.Nullable;

/// The residuals of the series in view as five plots, drawn off the interface thread. A press chooses a point, a
/// drag all that it encloses, in the figure and the table as well; arrow keys go from point to point.
public final class ResidualView extends Pane {
    /// Units of the window a point: the sheet's text is as large as that of the figure.
    private static final double ZOOM = 1.25;
    private static final double NEAR = 8;
    private static final double RADIUS = 6;
    private static final int MAX_RINGS = 2000;

    private final Workspace workspace;
    private final BackgroundTasks.Latest drawing;
    private final ImageView sheet = new ImageView();
    private final SharedPixels pixels = new SharedPixels(sheet);
    private final Canvas rings = new Canvas();
    private final Rectangle loop = new Rectangle();
    private final Label hover = new Label();
    private final Label none = new Label("No curve is fitted to this series, so there are no residuals.");
    private ResidualMeasure measure = ResidualMeasure.RAW;
    private Optional<ResidualSheet.Picture> picture = Optional.empty();
    private @Nullable Object asked;
    private double fromX;
    private double fromY;

    private record Asked(SeriesAnalysis series, ResidualMeasure measure, double width, double height, double scale) {}

    ResidualView(Workspace workspace) {
        setAccessibleText("Residuals in full; arrow keys go from point to point");
        sheet.setAccessibleText("Residuals");
        this.workspace = workspace;
        drawing = workspace.background().latest("drawing residuals");
        setId("residual-view");
        getStyleClass().add("residual-view");
        setFocusTraversable(true);
        rings.setMouseTransparent(true);
        hover.getStyleClass().add("figure-hover");
        hover.setMouseTransparent(true);
        hover.setVisible(false);
        loop.getStyleClass().add("figure-lasso");
        loop.setMouseTransparent(true);
        loop.setVisible(false);
        none.getStyleClass().add("muted");
        getChildren().addAll(sheet, rings, loop, hover, none);
        getChildren().forEach(each -> each.setManaged(false));
        none.setManaged(true);
        setOnMouseMoved(this::hovered);
        setOnMouseExited(_ -> hover.setVisible(false));
        setOnMousePressed(event -> {
            requestFocus();
            fromX = event.getX();
            fromY = event.getY();
        });
        setOnMouseDragged(this::dragged);
        setOnMouseReleased(this::released);
        setOnKeyPressed(this::key);
        workspace.analysis().subscribe(this::update);
        workspace.tableId().subscribe(this::update);
        workspace.figureId().subscribe(this::update);
        workspace.seriesPlace().subscribe(_ -> update());
        workspace.selection().subscribe(_ -> mark());
        visibleProperty().subscribe(this::update);
    }

    void show(ResidualMeasure of) {
        measure = of;
        update();
    }

    ResidualMeasure measure() {
        return measure;
    }

    /// How it is drawn now.
    public Optional<ResidualSheet.Picture> picture() {
        return picture;
    }

    private Optional<Residuals> residuals() {
        return workspace.series().flatMap(SeriesAnalysis::residuals);
    }

    @Override
    protected void layoutChildren() {
        none.autosize();
        none.relocate(24, 24);
        update();
    }

    private void update() {
        boolean there = residuals().filter(of -> of.raw().length > 0).isPresent();
        none.setVisible(!there);
        sheet.setVisible(there);
        if (!there || !isVisible() || getWidth() <= 0 || getHeight() <= 0) {
            picture = there ? picture : Optional.empty();
            mark();
            return;
        }
        FigureAnalysis figure = workspace.figure().orElseThrow();
        SeriesAnalysis series = workspace.series().orElseThrow();
        sheet.setAccessibleText("Residuals of " + series.label() + ", " + measure.label()
                + ", in five plots; arrow keys go from point to point");
        double output = getScene() == null || getScene().getWindow() == null
                ? 1
                : getScene().getWindow().getRenderScaleX();
        var wanted = new Asked(series, measure, getWidth(), getHeight(), output);
        if (wanted.equals(asked)) {
            return;
        }
        asked = wanted;
        drawing.run(
                "Drawing the residuals …",
                progress -> ResidualSheet.draw(
                        figure,
                        series,
                        wanted.measure,
                        wanted.width / ZOOM,
                        wanted.height / ZOOM,
                        wanted.scale * ZOOM,
                        progress),
                new BackgroundTasks.Outcome<>(
                        drawn -> shown(wanted, drawn),
                        fault -> {
                            asked = null;
                            workspace.messages().warn("The residuals could not be drawn (" + fault + ").");
                        },
                        () -> asked = null));
    }

    private void shown(Asked wanted, ResidualSheet.Picture drawn) {
        picture = Optional.of(drawn);
        hover.setVisible(false);
        pixels.show(drawn.image());
        sheet.setFitWidth(wanted.width);
        sheet.setFitHeight(wanted.height);
        rings.setWidth(wanted.width);
        rings.setHeight(wanted.height);
        mark();
    }

    private void mark() {
        var g = rings.getGraphicsContext2D();
        g.clearRect(0, 0, rings.getWidth(), rings.getHeight());
        Selection selection = workspace.selection().get();
        if (selection.isNone() || picture.isEmpty()) {
            return;
        }
        g.setStroke(Themes.inUse().get().color("mark"));
        g.setLineWidth(2);
        int drawn = 0;
        int[] rows = picture.get().rows();
        for (int i = 0; i < rows.length && drawn < MAX_RINGS; i++) {
            if (selection.has(rows[i])) {
                drawn++;
                for (ResidualSheet.Panel panel : picture.get().panels()) {
                    g.strokeOval(panel.x()[i] * ZOOM - RADIUS, panel.y()[i] * ZOOM - RADIUS, 2 * RADIUS, 2 * RADIUS);
                }
            }
        }
    }

    private OptionalInt rowAt(MouseEvent event) {
        return picture.map(of -> of.nearest(event.getX() / ZOOM, event.getY() / ZOOM, NEAR / ZOOM))
                .orElse(OptionalInt.empty());
    }

    private void hovered(MouseEvent event) {
        OptionalInt row = rowAt(event);
        hover.setVisible(row.isPresent());
        row.ifPresent(of -> {
            hover.setText(words(of));
            hover.autosize();
            hover.relocate(
                    Math.max(0, Math.min(event.getX() + 12, getWidth() - hover.getWidth() - 4)),
                    Math.max(0, event.getY() - 30));
        });
    }

    /// "Row 4: residual +4.3 Hz".
    private String words(int row) {
        return residuals()
                .flatMap(all -> IntStream.range(0, all.raw().length)
                        .filter(i -> all.points().rows()[i] == row)
                        .boxed()
                        .findFirst()
                        .map(i -> RootLocale.format(
                                "Row %d: %s %s",
                                row + 1,
                                measure.title().toLowerCase(java.util.Locale.ROOT),
                                all.in(measure, i).isPresent()
                                        ? workspace
                                                .figure()
                                                .orElseThrow()
                                                .numbers()
                                                .significant(all.in(measure, i).getAsDouble(), 3)
                                        : "has no value")))
                .orElse("Row " + (row + 1));
    }

    private void dragged(MouseEvent event) {
        loop.setVisible(true);
        loop.setX(Math.min(fromX, event.getX()));
        loop.setY(Math.min(fromY, event.getY()));
        loop.setWidth(Math.abs(event.getX() - fromX));
        loop.setHeight(Math.abs(event.getY() - fromY));
    }

    private void released(MouseEvent event) {
        boolean drawn = loop.isVisible() && loop.getWidth() + loop.getHeight() > NEAR;
        loop.setVisible(false);
        if (drawn) {
            picture.ifPresent(of -> workspace.select(of.within(new Rectangle2D.Double(
                    loop.getX() / ZOOM, loop.getY() / ZOOM, loop.getWidth() / ZOOM, loop.getHeight() / ZOOM))));
        } else {
            OptionalInt row = rowAt(event);
            if (row.isPresent() && event.getClickCount() == 2) {
                workspace.reveal(row.getAsInt());
            } else {
                row.ifPresentOrElse(workspace::select, workspace::select);
            }
        }
    }

    private void key(KeyEvent event) {
        boolean next = event.getCode() == KeyCode.RIGHT || event.getCode() == KeyCode.DOWN;
        if (picture.isEmpty() || !next && event.getCode() != KeyCode.LEFT && event.getCode() != KeyCode.UP) {
            return;
        }
        int[] rows = picture.get().rows();
        int[] chosen = workspace.selection().get().rows();
        int at = chosen.length == 0 ? -1 : Arrays.binarySearch(rows, chosen[0]);
        if (rows.length > 0) {
            int to = at < 0 ? 0 : Math.clamp(at + (next ? 1L : -1L), 0, rows.length - 1);
            workspace.select(rows[to]);
        }
        event.consume();
    }
}
