package helvo.desktop.figure;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.study.Figure;
import helvo.core.study.FigureEdit;
import helvo.core.study.FigureEdit.Zoom.Limits;
import helvo.core.style.AxisPlace;
import helvo.desktop.document.Preview;
import helvo.desktop.task.BackgroundTasks;
import helvo.desktop.workspace.Copying;
import helvo.desktop.workspace.SharedPixels;
import helvo.desktop.workspace.Workspace;
import helvo.figure.export.Raster;
import helvo.figure.layout.FigureLayout;
import helvo.figure.layout.HitTarget;
import helvo.figure.paint.FigureDrawing;
import java.awt.geom.Rectangle2D;
import java.util.EnumMap;
import java.util.Optional;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.geometry.BoundingBox;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.image.ImageView;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.stage.Screen;
import org.jspecify.annotations.Nullable;

/// The sheet as it will be exported, as large as its place allows, drawn off the interface thread by the code
/// that draws every export. What lies over it is never exported: marks of the selection, what the pointer does
/// ([PointerTools]), and a text that is edited in its place ([TitleField]).
public final class FigureView extends Pane {
    private final Workspace workspace;
    private final BackgroundTasks.Latest drawing;
    private final ImageView sheet = new ImageView();
    private final ReadOnlyIntegerWrapper drawings = new ReadOnlyIntegerWrapper();
    private final SharedPixels pixels = new SharedPixels(sheet);
    /// A shadow as an effect of the picture would be worked out anew for each picture.
    private final Region shadow = new Region();
    private final SelectionMarks marks;
    private final TitleField titles;
    private final PointerTools pointer;
    private Optional<FigureLayout> layout = Optional.empty();
    private @Nullable FigureAnalysis drawn;
    private @Nullable FigureAnalysis wanted;
    private double asked;
    private double drawnScale;
    private double expectedWidth;
    private double expectedHeight;
    private boolean drawingNow;
    private BoundingBox placed;
    /// Read beside the interface thread.
    private volatile Optional<Target> target = Optional.empty();
    private volatile Optional<Prepared> prepared = Optional.empty();
    private final Object oneAtATime = new Object();

    /// What would be drawn of a new analysis, and what is drawn already.
    private record Target(int figure, Room room, FigureAnalysis drawn) {}

    /// What a sheet may fill, in units of the scene.
    ///
    /// @param output pixels of the screen a unit
    private record Room(double width, double height, double output) {
        /// Units a point.
        double scale(FigureAnalysis figure) {
            return Math.max(
                    0.1,
                    Math.min(width / FigureDrawing.widthPoints(figure), height / FigureDrawing.heightPoints(figure)));
        }

        /// Pixels a point.
        double pixels(FigureAnalysis figure) {
            return scale(figure) * output;
        }
    }

    private record Prepared(FigureAnalysis figure, double scale, Raster raster) {
        boolean serves(FigureAnalysis wanted, double atScale) {
            return scale == atScale && figure.drawsLike(wanted);
        }
    }

    @SuppressWarnings("NullAway.Init") // set before it is read
    FigureView(Workspace workspace, Copying copying, PartOpener opener) {
        this.workspace = workspace;
        drawing = workspace.background().latest("drawing");
        marks = new SelectionMarks(workspace);
        titles = new TitleField(workspace, this);
        pointer = new PointerTools(workspace, copying, this, opener);
        getStyleClass().add("figure-view");
        setMinSize(200, 160);
        sheet.getStyleClass().add("sheet");
        sheet.setId("sheet");
        shadow.getStyleClass().add("sheet-shadow");
        shadow.setMouseTransparent(true);
        marks.setMouseTransparent(true);
        getChildren().addAll(shadow, sheet, marks);
        getChildren().addAll(pointer.overlays());
        getChildren().addAll(titles.nodes());
        getChildren().forEach(each -> each.setManaged(false));
        new KeyboardNavigation(workspace, this, opener, pointer.hover());
        workspace.preparing(this::prepare);
        workspace.analysis().subscribe(this::update);
        workspace.preview().subscribe(_ -> update());
        workspace.tableId().subscribe(this::update);
        workspace.figureId().subscribe(this::update);
        workspace.selection().subscribe(_ -> mark());
    }

    private void mark() {
        marks.show(drawn, layout, scale());
    }

    // ---- where things are ----

    /// Everything that was asked for is on the screen.
    public boolean isSettled() {
        return !isPlaced()
                || figure().isEmpty()
                || drawn != null && drawn.drawsLike(figure().get()) && asked == room().pixels(drawn);
    }

    /// Whether a drawing is under way.
    public boolean isDrawing() {
        return drawingNow;
    }

    /// How many drawings were shown on the sheet until now.
    public ReadOnlyIntegerProperty drawings() {
        return drawings.getReadOnlyProperty();
    }

    public Optional<FigureLayout> layoutNow() {
        return layout;
    }

    /// Where a part is in the scene; empty where it is not drawn.
    public Optional<Bounds> inScene(HitTarget part) {
        return layout.flatMap(at -> at.place(part)).map(box -> {
            Point2D from = inScene(box.getMinX(), box.getMinY());
            Point2D to = inScene(box.getMaxX(), box.getMaxY());
            return new BoundingBox(from.getX(), from.getY(), to.getX() - from.getX(), to.getY() - from.getY());
        });
    }

    /// Where a place on the sheet, in points, is in the scene.
    public Point2D inScene(double x, double y) {
        return sheet.localToScene(x * scale(), y * scale());
    }

    ImageView sheet() {
        return sheet;
    }

    /// The figure in view, with what is only tried of its style.
    Optional<FigureAnalysis> figure() {
        return workspace.drawnFigure();
    }

    /// Units of the scene a point.
    double scale() {
        return figure().map(room()::scale).orElse(1.0);
    }

    private Room room() {
        double output = getScene() == null || getScene().getWindow() == null
                ? Screen.getPrimary().getOutputScaleX()
                : getScene().getWindow().getRenderScaleX();
        return isPlaced() ? new Room(getWidth(), getHeight(), output) : new Room(expectedWidth, expectedHeight, output);
    }

    /// Before it is shown it has no size, or its least.
    public boolean isPlaced() {
        return getWidth() > getMinWidth();
    }

    /// The size that it will probably have, so that it is drawn while the window is still laid out; with another it
    /// is drawn again.
    public void expect(double width, double height) {
        expectedWidth = width;
        expectedHeight = height;
    }

    @Override
    protected void layoutChildren() {
        update();
        arrange();
    }

    /// Puts everything in its place. Nothing here is managed: a layout would go through the whole window for each
    /// picture.
    private void arrange() {
        figure().ifPresent(figure -> {
            Room room = room();
            double scale = room.scale(figure);
            BoundingBox place = place(figure, room);
            double width = place.getWidth();
            double height = place.getHeight();
            double left = place.getMinX();
            double top = place.getMinY();
            moved(place);
            // A picture of the right size is shown pixel by pixel: to stretch it by a part of a pixel takes longer
            // than to draw it.
            boolean exact =
                    sheet.getImage() != null && drawn != null && asked == room.pixels(figure) && drawnScale == asked;
            sheet.setSmooth(!exact);
            sheet.setFitWidth(exact ? sheet.getImage().getWidth() / room.output : width);
            sheet.setFitHeight(exact ? sheet.getImage().getHeight() / room.output : height);
            sheet.relocate(left, top);
            shadow.resizeRelocate(left, top, sheet.getFitWidth(), sheet.getFitHeight());
            marks.resizeRelocate(left, top, sheet.getFitWidth(), sheet.getFitHeight());
            mark();
            layout.ifPresent(placed -> titles.arrange(placed.title(), left, top, scale));
        });
    }

    private BoundingBox place(FigureAnalysis figure, Room room) {
        double scale = room.scale(figure);
        double width = FigureDrawing.widthPoints(figure) * scale;
        double height = FigureDrawing.heightPoints(figure) * scale;
        return new BoundingBox(
                snapPositionX((getWidth() - width) / 2), snapPositionY((getHeight() - height) / 2), width, height);
    }

    /// What the pointer rested on is elsewhere once the sheet lies in another place.
    private void moved(BoundingBox place) {
        if (!place.equals(placed)) {
            placed = place;
            pointer.hover().hide();
        }
    }

    // ---- drawing ----

    /// Draws the figure in view of an analysis that is not told yet, so that figure and results change together.
    private void prepare(Analysis analysis, Progress progress) {
        target.ifPresent(at -> analysis.figures().stream()
                .filter(each -> each.figure().id() == at.figure)
                .findFirst()
                .ifPresent(each -> {
                    if (!each.drawsLike(at.drawn)) {
                        raster(each, at.room.pixels(each), progress);
                    }
                }));
    }

    /// The one that was drawn last, where it serves; one that another thread is drawing is waited for, not drawn
    /// twice.
    private Raster raster(FigureAnalysis figure, double scale, Progress progress) {
        synchronized (oneAtATime) {
            if (prepared.filter(ready -> ready.serves(figure, scale)).isEmpty()) {
                prepared = Optional.of(new Prepared(figure, scale, Raster.draw(figure, scale, progress)));
            }
            return prepared.get().raster;
        }
    }

    private boolean isTried() {
        return workspace
                .preview()
                .get()
                .filter(each -> each.extent() == Preview.Extent.DRAWN)
                .isPresent();
    }

    private void update() {
        Optional<FigureAnalysis> figure = figure();
        sheet.setVisible(figure.isPresent());
        shadow.setVisible(figure.isPresent());
        target = Optional.empty();
        if (figure.isEmpty() || !isPlaced() && expectedWidth <= 0) {
            return;
        }
        titles.describe(figure.get().title());
        sheet.setAccessibleText("Figure: " + figure.get().title());
        Room room = room();
        double scale = room.pixels(figure.get());
        boolean tried = isTried();
        if (wanted != null && wanted.drawsLike(figure.get()) && asked == scale || drawingNow && tried) {
            target = drawn == null || tried
                    ? Optional.empty()
                    : Optional.of(new Target(drawn.figure().id(), room, drawn));
            return;
        }
        asked = scale;
        FigureAnalysis toDraw = figure.get();
        wanted = toDraw;
        Optional<Prepared> ready = prepared.filter(each -> !tried && each.serves(toDraw, scale));
        if (ready.isPresent()) {
            drawing.stop();
            show(toDraw, ready.get().raster);
            return;
        }
        drawingNow = true;
        drawing.run(
                "Drawing …",
                progress -> tried ? Raster.draw(toDraw, scale, progress) : raster(toDraw, scale, progress),
                new BackgroundTasks.Outcome<>(
                        raster -> show(toDraw, raster),
                        fault -> {
                            stopped();
                            workspace.messages().warn("The figure could not be drawn (" + fault + ").");
                        },
                        this::stopped));
    }

    private void stopped() {
        drawingNow = false;
        wanted = null;
    }

    private void show(FigureAnalysis figure, Raster raster) {
        drawingNow = false;
        drawn = figure;
        drawnScale = asked;
        layout = Optional.of(raster.layout());
        if (!isTried()) {
            pointer.hover().hide();
        }
        figure().ifPresent(now -> moved(place(now, room())));
        // The keyboard's own frame follows the picture.
        pixels.show(raster.image());
        arrange();
        drawings.set(drawings.get() + 1);
        // What was dragged on meanwhile is drawn now, not a frame later.
        update();
    }

    // ---- what is done by name ----

    public void editTitle() {
        titles.editTitle();
    }

    public void editAxisTitle(AxisPlace place) {
        titles.editAxisTitle(place);
    }

    /// Zooms about the middle, for the keyboard.
    public void zoom(double factor) {
        pointer.zoom(factor);
    }

    /// Axes that reach as far as what they show.
    public void showAll() {
        workspace.document().endPreview();
        workspace.figureInView().ifPresent(figure -> {
            var automatic = limited(figure);
            if (!automatic.isEmpty()) {
                workspace.perform(new FigureEdit.Zoom(figure.id(), automatic));
            }
        });
    }

    private static EnumMap<AxisPlace, Limits> limited(Figure figure) {
        var automatic = new EnumMap<AxisPlace, Limits>(AxisPlace.class);
        figure.style().axes().forEach((place, style) -> {
            if (style.low().isPresent() || style.high().isPresent()) {
                automatic.put(place, Limits.AUTOMATIC);
            }
        });
        return automatic;
    }

    /// What has the focus there can be ended before something else is done.
    void endEditing() {
        titles.end(true);
    }

    /// The place of a title on the sheet, in points.
    Optional<Rectangle2D> placeOf(HitTarget part) {
        return layout.flatMap(at -> at.place(part));
    }
}
