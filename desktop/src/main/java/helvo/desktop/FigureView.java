package helvo.desktop;

import helvo.core.Progress;
import helvo.core.Phrase;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.BarSource;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.look.AxisLook;
import helvo.core.look.AxisPlace;
import helvo.core.look.CurveLook;
import helvo.core.look.FigureLook;
import helvo.core.look.Note;
import helvo.core.study.Edit;
import helvo.core.study.Figure;
import helvo.core.study.FigureEdit;
import helvo.core.study.FigureEdit.Zoom;
import helvo.core.study.FigureEdit.Zoom.Limits;
import helvo.core.study.SeriesKey;
import helvo.desktop.work.Background;
import helvo.figure.Axis;
import helvo.figure.FigureDrawing;
import helvo.figure.FigureLayout;
import helvo.figure.LogScale;
import helvo.figure.Raster;
import helvo.figure.Reversed;
import helvo.figure.Thing;
import java.awt.geom.Path2D;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferInt;
import java.nio.IntBuffer;
import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.IntConsumer;
import javafx.animation.PauseTransition;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.scene.Cursor;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelBuffer;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.input.ContextMenuEvent;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.scene.shape.Polyline;
import javafx.scene.shape.Rectangle;
import javafx.util.Duration;

/// The sheet as it will be handed over, as large as its place allows. It is drawn off the interface thread by the
/// code that draws every export; what is pressed on it is what is changed, and what can be dragged is dragged.
final class FigureView extends Pane {
    private static final double NEAR = 8;
    private static final double DRAGGED = 4;
    private static final double ZOOM = 1.0018;

    private final Session session;
    private final Asks asks;
    private final Background.Latest drawing;
    private final ImageView sheet = new ImageView();
    /// A shadow as an effect of the picture would be worked out anew for each picture.
    private final Region shadow = new Region();
    private final Button title = new Button();
    private final TextField field = new TextField();
    private final Label hover = new Label();
    private final Rectangle outline = new Rectangle();
    private final Polyline lasso = new Polyline();
    /// Rings around the selected points; never part of what is handed over.
    private final SelectionMarks marks;
    private final ContextMenu menu = new ContextMenu();
    private final PauseTransition zoomed = new PauseTransition(Duration.millis(350));
    private Optional<FigureLayout> layout = Optional.empty();
    private FigureAnalysis drawn;
    private FigureAnalysis wanted;
    private double asked;
    private double drawnScale;
    /// The figure as it would be if the drag ended now.
    private Optional<Draft> draft = Optional.empty();
    private Optional<Drag> drag = Optional.empty();
    private Optional<Consumer<String>> edited = Optional.empty();
    /// What had the focus before a text was edited in place.
    private Node cameFrom;
    private double pressedX;
    private double pressedY;
    private boolean moved;
    private boolean drawingNow;
    /// Read beside the interface thread.
    private volatile Optional<Target> target = Optional.empty();
    private volatile Optional<Prepared> prepared = Optional.empty();

    /// What would be drawn of a new analysis, and what is drawn already.
    private record Target(int figure, double scale, FigureAnalysis drawn) {}

    private record Prepared(FigureAnalysis figure, double scale, Raster raster) {
        boolean serves(FigureAnalysis wanted, double atScale) {
            return scale == atScale && figure.looksLike(wanted);
        }
    }

    /// What is asked for elsewhere in the window.
    ///
    /// @param thing what was pressed, and where in the scene
    /// @param sheet the look of the whole figure
    /// @param copy  puts the figure on the clipboard
    /// @param row   brings a row into view in the table
    /// @param straighten what would make the relation a straight line
    record Asks(ThingAsked thing, PointsAsked points, Runnable sheet, Runnable copy, IntConsumer row, Runnable straighten) {}

    interface ThingAsked {
        void show(Thing thing, double sceneX, double sceneY);
    }

    interface PointsAsked {
        void show(int[] rows, Optional<SeriesKey> of, String says, double sceneX, double sceneY);
    }

    private record Draft(Edit edit, Figure figure) {}

    /// What moving the pointer to a place, in points of the sheet, would do; empty where it makes no sense.
    private interface Drag {
        Optional<Edit> to(double x, double y);
    }

    FigureView(Session session, Asks asks) {
        this.session = session;
        this.asks = asks;
        marks = new SelectionMarks(session);
        drawing = session.background().latest("drawing");
        getStyleClass().add("figure-view");
        setMinSize(200, 160);
        sheet.getStyleClass().add("sheet");
        sheet.setId("sheet");
        title.setId("figure-title");
        title.getStyleClass().setAll("button", "on-sheet");
        title.setCursor(Cursor.TEXT);
        title.setTooltip(new Tooltip("Click to change the title; empty it for the columns' names"));
        title.setOnAction(_ -> editTitle());
        field.setId("figure-title-field");
        field.setAccessibleText("Title");
        field.setVisible(false);
        field.setOnAction(_ -> endEditing(true));
        field.addEventFilter(KeyEvent.KEY_PRESSED, event -> {
            if (event.getCode() == KeyCode.ESCAPE) {
                endEditing(false);
                event.consume();
            }
        });
        Signs.follow(field);
        field.focusedProperty().subscribe((was, is) -> {
            if (was && !is) {
                endEditing(true);
            }
        });
        hover.setId("figure-hover");
        hover.getStyleClass().add("figure-hover");
        outline.getStyleClass().add("figure-outline");
        lasso.getStyleClass().add("figure-lasso");
        for (var each : new Node[] {hover, outline, lasso}) {
            each.setMouseTransparent(true);
            each.setVisible(false);
        }
        shadow.getStyleClass().add("sheet-shadow");
        shadow.setMouseTransparent(true);
        marks.setMouseTransparent(true);
        getChildren().addAll(shadow, sheet, marks, outline, lasso, title, field, hover);
        getChildren().forEach(each -> each.setManaged(false));
        zoomed.setOnFinished(_ -> keepDraft());
        sheet.setOnMouseMoved(this::hovered);
        sheet.setOnMouseExited(_ -> unhover());
        sheet.setOnMousePressed(this::pressed);
        sheet.setOnMouseDragged(this::dragged);
        sheet.setOnMouseReleased(this::released);
        sheet.setOnContextMenuRequested(this::contextMenu);
        title.setOnContextMenuRequested(this::contextMenu);
        sheet.setOnScroll(this::scrolled);
        sheet.setOnZoom(event -> zoom(event.getX(), event.getY(), 1 / event.getZoomFactor(), true, true));
        session.preparing(this::prepare);
        session.analysis().subscribe(this::update);
        session.tableId().subscribe(this::forget);
        session.figureId().subscribe(this::forget);
        session.selection().subscribe(_ -> mark());
    }

    /// At the pointer, or for the menu key in the middle of the plot.
    private void contextMenu(ContextMenuEvent event) {
        Optional<FigureAnalysis> figure = shown();
        if (layout.isEmpty() || figure.isEmpty()) {
            return;
        }
        FigureLayout at = layout.get();
        var place = event.isKeyboardTrigger() ? inScene(at.plot().getCenterX(), at.plot().getCenterY())
                : new javafx.geometry.Point2D(event.getSceneX(), event.getSceneY());
        var local = sheet.sceneToLocal(place);
        double x = points(local.getX());
        double y = points(local.getY());
        Optional<FigureLayout.Hit> hit = event.isKeyboardTrigger() ? Optional.empty() : at.nearest(figure.get(), x, y, points(NEAR));
        Thing thing = event.isKeyboardTrigger() ? new Thing.Ground() : at.at(x, y).orElse(new Thing.Ground());
        menu.getItems().setAll(new FigureMenu(session, this, asks, figure.get(), at, x, y).of(hit, thing));
        unhover();
        var onScreen = localToScreen(sceneToLocal(place));
        menu.show(getScene().getWindow(), onScreen.getX(), onScreen.getY());  // owned by the window: a click on the sheet closes it
        event.consume();
    }

    private void mark() {
        marks.show(drawn, layout, shown().map(this::shownScale).orElse(1.0));
    }

    /// Everything that was asked for is on the screen.
    boolean settled() {
        return getScene() == null || shown().isEmpty() || drawn != null && drawn.looksLike(shown().get()) && asked == scale(drawn);
    }

    /// The picture on the sheet; a new one each time that it was drawn.
    ReadOnlyObjectProperty<Image> shownPicture() {
        return sheet.imageProperty();
    }

    Optional<FigureLayout> layoutNow() {
        return layout;
    }

    /// Where a place on the sheet, in points, is in the scene.
    javafx.geometry.Point2D inScene(double x, double y) {
        double scale = shown().map(this::shownScale).orElse(1.0);
        return sheet.localToScene(x * scale, y * scale);
    }

    /// Where a thing is in the scene; empty where it is not drawn.
    Optional<javafx.geometry.Bounds> inScene(Thing thing) {
        return layout.flatMap(at -> at.place(thing)).map(box -> {
            var from = inScene(box.getMinX(), box.getMinY());
            var to = inScene(box.getMaxX(), box.getMaxY());
            return new javafx.geometry.BoundingBox(from.getX(), from.getY(), to.getX() - from.getX(), to.getY() - from.getY());
        });
    }

    private void forget() {
        draft = Optional.empty();
        update();
    }

    /// The figure in view, with what is being dragged where it is now.
    private Optional<FigureAnalysis> shown() {
        return session.figure().map(figure -> draft.filter(each -> each.figure.id() == figure.figure().id())
                .map(each -> figure.with(each.figure)).orElse(figure));
    }

    void editTitle() {
        session.figure().ifPresent(figure -> layout.ifPresent(placed -> {
            title.setVisible(false);
            edit("Title of the figure", figure.title(), placed.title(), text -> {
                if (!text.equals(figure.title())) {
                    session.perform(new FigureEdit.SetTitle(figure.figure().id(), text.isEmpty() ? Optional.empty() : Optional.of(text)));
                }
            });
        }));
    }

    void editAxisTitle(AxisPlace place) {
        session.figureInView().ifPresent(figure -> layout.flatMap(placed -> placed.place(new Thing.AxisTitle(place))).ifPresent(at -> {
            AxisLook axis = figure.look().axis(place);
            String own = session.figure().map(each -> FigureDrawing.ownAxisTitle(each, place)).orElse("");
            edit("Title of the " + place.words() + "; empty for the columns' names", axis.title().orElse(own), at, text -> {
                Optional<String> typed = text.isEmpty() || text.equals(own) ? Optional.empty() : Optional.of(text);
                if (!typed.equals(axis.title())) {
                    session.perform(new FigureEdit.SetAxis(figure.id(), place, axis.withTitle(typed)));
                }
            });
        }));
    }

    private void edit(String what, String text, Rectangle2D at, Consumer<String> done) {
        edited = Optional.of(done);
        cameFrom = getScene() == null ? null : getScene().getFocusOwner();
        field.setAccessibleText(what);
        field.setPromptText(what);
        field.setText(text);
        double scale = shown().map(this::shownScale).orElse(1.0);
        double width = Math.clamp(at.getWidth() * scale + 60, 260, Math.max(260, sheet.getFitWidth() - 40));
        double height = 32;
        double x = sheet.getLayoutX() + at.getCenterX() * scale - width / 2;
        double y = sheet.getLayoutY() + at.getCenterY() * scale - height / 2;
        field.resizeRelocate(Math.clamp(x, 4, Math.max(4, getWidth() - width - 4)), Math.clamp(y, 2, Math.max(2, getHeight() - height - 2)),
                width, height);
        field.setVisible(true);
        field.requestFocus();
        field.selectAll();
    }

    private void endEditing(boolean keep) {
        if (!field.isVisible()) {
            return;
        }
        boolean leaving = field.isFocused();
        field.setVisible(false);
        title.setVisible(true);
        Optional<Consumer<String>> done = edited;
        edited = Optional.empty();
        String text = Signs.replaced(field.getText().strip(), true);
        String cut = text.length() > Note.MOST_CHARACTERS ? text.substring(0, Note.MOST_CHARACTERS) : text;
        if (keep) {
            done.ifPresent(each -> each.accept(cut));
            if (cut.length() < text.length()) {
                session.say(Phrase.of("A title may have %d characters; the rest was left out.", Note.MOST_CHARACTERS), true);
            }
        }
        if (!leaving) {
            return; // the focus went somewhere else by itself
        }
        boolean back = cameFrom != null && cameFrom != field && cameFrom.getScene() == getScene() && cameFrom.isVisible();
        (back ? cameFrom : title).requestFocus();
    }

    @Override
    protected void layoutChildren() {
        update();
        arrange();
    }

    /// Puts everything in its place. Nothing here is managed: a layout would go through the whole window for each picture.
    private void arrange() {
        shown().ifPresent(figure -> {
            double scale = shownScale(figure);
            double width = FigureDrawing.widthPoints(figure) * scale;
            double height = FigureDrawing.heightPoints(figure) * scale;
            double left = snapPositionX((getWidth() - width) / 2);
            double top = snapPositionY((getHeight() - height) / 2);
            // A picture of the right size is shown pixel by pixel: to stretch it by a part of a pixel takes longer than to draw it.
            boolean exact = sheet.getImage() != null && drawn != null && asked == scale(figure) && drawnScale == asked;
            double output = scale(figure) / scale;
            sheet.setSmooth(!exact);
            sheet.setFitWidth(exact ? sheet.getImage().getWidth() / output : width);
            sheet.setFitHeight(exact ? sheet.getImage().getHeight() / output : height);
            sheet.relocate(left, top);
            shadow.resizeRelocate(left, top, sheet.getFitWidth(), sheet.getFitHeight());
            marks.resizeRelocate(left, top, sheet.getFitWidth(), sheet.getFitHeight());
            mark();
            layout.ifPresent(placed -> {
                Rectangle2D at = placed.title();
                title.resizeRelocate(left + at.getX() * scale - 8, top + at.getY() * scale, at.getWidth() * scale + 16,
                        at.getHeight() * scale);
            });
        });
    }

    /// Units of the scene a point.
    private double shownScale(FigureAnalysis figure) {
        return Math.max(0.1, Math.min(getWidth() / FigureDrawing.widthPoints(figure), getHeight() / FigureDrawing.heightPoints(figure)));
    }

    /// Pixels a point.
    private double scale(FigureAnalysis figure) {
        double output = getScene() == null || getScene().getWindow() == null ? 1 : getScene().getWindow().getRenderScaleX();
        return shownScale(figure) * output;
    }

    /// Draws the figure in view of an analysis that is not told yet, so that figure and readout change together.
    private void prepare(Analysis analysis, Progress progress) {
        target.ifPresent(at -> analysis.figures().stream().filter(each -> each.figure().id() == at.figure).findFirst()
                .filter(each -> !each.looksLike(at.drawn) && prepared.filter(ready -> ready.serves(each, at.scale)).isEmpty())
                .ifPresent(each -> prepared = Optional.of(new Prepared(each, at.scale, Raster.draw(each, at.scale, progress)))));
    }

    private void update() {
        Optional<FigureAnalysis> figure = shown();
        setVisible(figure.isPresent());
        target = Optional.empty();
        if (figure.isEmpty() || getWidth() <= 0) {
            return;
        }
        title.setAccessibleText("Title: " + figure.get().title() + "; click to change it");
        sheet.setAccessibleText("Figure: " + figure.get().title());
        double scale = scale(figure.get());
        if (wanted != null && wanted.looksLike(figure.get()) && asked == scale || drawingNow && draft.isPresent()) {
            target = drawn == null || draft.isPresent() ? Optional.empty() : Optional.of(new Target(drawn.figure().id(), scale, drawn));
            return;
        }
        asked = scale;
        wanted = figure.get();
        Optional<Prepared> ready = prepared.filter(each -> draft.isEmpty() && each.serves(wanted, scale));
        if (ready.isPresent()) {
            drawing.stop();
            show(wanted, ready.get().raster);
            return;
        }
        drawingNow = true;
        FigureAnalysis toDraw = figure.get();
        drawing.run("Drawing …", progress -> Raster.draw(toDraw, scale, progress),
                new Background.Outcome<>(raster -> show(toDraw, raster), fault -> {
            drawingNow = false;
            wanted = null;
            session.say("The figure could not be drawn (" + fault + ").", true);
        }, () -> {
            drawingNow = false;
            wanted = null;
        }));
    }

    private void show(FigureAnalysis figure, Raster raster) {
        drawingNow = false;
        drawn = figure;
        drawnScale = asked;
        layout = Optional.of(raster.layout());
        sheet.setImage(image(raster.image()));
        arrange();
        // What was dragged on meanwhile is drawn now, not a frame later.
        update();
    }

    /// The picture as JavaFX shows it; the pixels are shared, not copied.
    static WritableImage image(BufferedImage image) {
        int[] pixels = ((DataBufferInt) image.getRaster().getDataBuffer()).getData();
        return new WritableImage(new PixelBuffer<>(image.getWidth(), image.getHeight(), IntBuffer.wrap(pixels),
                PixelFormat.getIntArgbPreInstance()));
    }

    // ---- pointing ----

    private double points(double local) {
        return local / shown().map(this::shownScale).orElse(1.0);
    }

    private void hovered(MouseEvent event) {
        if (layout.isEmpty() || shown().isEmpty()) {
            return;
        }
        double x = points(event.getX());
        double y = points(event.getY());
        Optional<FigureLayout.Hit> hit = layout.get().nearest(shown().get(), x, y, points(NEAR));
        Optional<Thing> thing = layout.get().at(x, y).filter(each -> !(each instanceof Thing.Ground));
        hit.ifPresentOrElse(at -> say(at, event), () -> thing.ifPresentOrElse(each -> {
            hover.setText(words(each));
            place(event);
        }, () -> hover.setVisible(false)));
        frame(hit.isPresent() ? Optional.empty() : thing.filter(each -> !(each instanceof Thing.CurveOf)));
        boolean plain = layout.get().plot().contains(x, y) && hit.isEmpty() && thing.isEmpty();
        sheet.setCursor(thing.filter(Thing.AxisOf.class::isInstance).isPresent() ? Cursor.OPEN_HAND : plain ? Cursor.CROSSHAIR
                : Cursor.HAND);
    }

    private void frame(Optional<Thing> thing) {
        Optional<Rectangle2D> at = thing.flatMap(each -> layout.flatMap(placed -> placed.place(each)));
        outline.setVisible(at.isPresent());
        at.ifPresent(box -> {
            double scale = shown().map(this::shownScale).orElse(1.0);
            outline.setX(sheet.getLayoutX() + box.getX() * scale - 2);
            outline.setY(sheet.getLayoutY() + box.getY() * scale - 2);
            outline.setWidth(box.getWidth() * scale + 4);
            outline.setHeight(box.getHeight() * scale + 4);
        });
    }

    private void say(FigureLayout.Hit hit, MouseEvent event) {
        hover.setText(says(hit));
        place(event);
    }

    /// "Row 7, dry: Load 30 N, Stretch 6.29 mm, residual −0.11".
    private String says(FigureLayout.Hit hit) {
        var rows = hit.series().rows();
        var text = new StringBuilder(Phrase.of("Row %,d", hit.row() + 1)).append(hit.setAside() ? ", set aside" : "").append(": ");
        text.append(rows.x().column().name()).append(' ').append(rows.x().time().isPresent()
                ? rows.x().column().shown(hit.row(), session.study().numbers().mark()) : session.study().numbers().plain(hit.x()))
                .append(rows.x().unit().isEmpty() || rows.x().time().isPresent() ? "" : " " + rows.x().unit());
        text.append(", ").append(rows.y().column().name()).append(' ').append(session.study().numbers().plain(hit.y()))
                .append(rows.y().unit().isEmpty() ? "" : " " + rows.y().unit());
        if (!hit.setAside()) {
            hit.series().fit().ifPresent(fit -> text.append(", residual ")
                    .append(session.study().numbers().significant(fit.function().residual(hit.x(), hit.y()), 3)));
        }
        return text.toString();
    }

    private void place(MouseEvent event) {
        hover.setVisible(true);
        hover.applyCss();
        double width = hover.prefWidth(-1);
        double height = hover.prefHeight(-1);
        double x = sheet.getLayoutX() + event.getX() + 14;
        double y = sheet.getLayoutY() + event.getY() - height - 8;
        hover.resizeRelocate(Math.max(2, Math.min(x, getWidth() - width - 2)), Math.max(2, y), width, height);
    }

    private void unhover() {
        hover.setVisible(false);
        outline.setVisible(false);
    }

    static String words(Thing thing) {
        return switch (thing) {
            case Thing.Title _ -> "Title: click to change it";
            case Thing.AxisOf(var place) -> "The " + place.words() + ": click to change it, drag it to move its limits";
            case Thing.AxisTitle(var place) -> "Title of the " + place.words() + ": click to change it";
            case Thing.Legend _ -> "Legend: click to change it, drag it to move it";
            case Thing.LegendEntry _ -> "Series: click to change how it looks, drag to move the legend";
            case Thing.CurveOf _ -> "Curve: click to change it";
            case Thing.CurveEnd _ -> "End of the curve: drag it to extend the curve";
            case Thing.BarOf(_, _, var end) -> end == Thing.BarEnd.NONE ? "Error bar: click to change the bars"
                    : "End of an error bar: drag it, or click it for a number to type";
            case Thing.CurveLabel _ -> "Label of the curve: click to change it, drag it to move it";
            case Thing.NoteOf _ -> "Click to change it, drag it to move it";
            case Thing.ColorKey _ -> "Colours: click to change what they show";
            case Thing.Ground _ -> "The figure";
        };
    }

    // ---- pressing and dragging ----

    private void pressed(MouseEvent event) {
        pressedX = points(event.getX());
        pressedY = points(event.getY());
        moved = false;
        endEditing(true);
        if (event.getButton() != MouseButton.PRIMARY || layout.isEmpty() || shown().isEmpty()) {
            drag = Optional.empty();
            return;
        }
        if (event.isShiftDown() || event.isShortcutDown()) {
            lasso.getPoints().clear();
            drag = Optional.empty();
            return;
        }
        drag = dragOf(layout.get().at(pressedX, pressedY).orElse(new Thing.Ground()), layout.get(), shown().get().figure());
    }

    private void dragged(MouseEvent event) {
        double x = points(event.getX());
        double y = points(event.getY());
        if (!moved && Math.hypot(x - pressedX, y - pressedY) < points(DRAGGED)) {
            return;
        }
        moved = true;
        unhover();
        if (event.isShiftDown() || event.isShortcutDown()) {
            drawLasso(event);
            return;
        }
        drag.flatMap(each -> each.to(x, y)).ifPresent(this::preview);
    }

    private void preview(Edit edit) {
        if (!(edit instanceof FigureEdit)) {
            session.tryOut(edit);
            return;
        }
        session.figureInView().ifPresent(figure -> {
            try {
                draft = Optional.of(new Draft(edit, edit.apply(session.study()).figure(figure.id())));
                update();
            } catch (IllegalArgumentException e) {
                // Limits that make no axis: the figure stays at the last that did.
            }
        });
    }

    /// With Shift any shape, with Ctrl a rectangle.
    private void drawLasso(MouseEvent event) {
        double x = sheet.getLayoutX() + event.getX();
        double y = sheet.getLayoutY() + event.getY();
        double scale = shown().map(this::shownScale).orElse(1.0);
        double fromX = sheet.getLayoutX() + pressedX * scale;
        double fromY = sheet.getLayoutY() + pressedY * scale;
        if (event.isShiftDown()) {
            if (lasso.getPoints().isEmpty()) {
                lasso.getPoints().addAll(fromX, fromY);
            }
            lasso.getPoints().addAll(x, y);
        } else {
            lasso.getPoints().setAll(fromX, fromY, x, fromY, x, y, fromX, y, fromX, fromY);
        }
        lasso.setVisible(true);
    }

    private void released(MouseEvent event) {
        if (lasso.isVisible()) {
            lasso.setVisible(false);
            enclosed(event);
        } else if (moved) {
            keepDraft();
        } else if (event.getButton() == MouseButton.PRIMARY && layout.isPresent() && shown().isPresent()) {
            if (event.getClickCount() == 2 && layout.get().plot().contains(pressedX, pressedY)) {
                showAll();
            } else {
                choose(event);
            }
        }
        drag = Optional.empty();
    }

    private void enclosed(MouseEvent event) {
        double scale = shown().map(this::shownScale).orElse(1.0);
        var shape = new Path2D.Double();
        for (int i = 0; i + 1 < lasso.getPoints().size(); i += 2) {
            double x = (lasso.getPoints().get(i) - sheet.getLayoutX()) / scale;
            double y = (lasso.getPoints().get(i + 1) - sheet.getLayoutY()) / scale;
            if (i == 0) {
                shape.moveTo(x, y);
            } else {
                shape.lineTo(x, y);
            }
        }
        if (shape.getCurrentPoint() == null || layout.isEmpty() || shown().isEmpty()) {
            return;
        }
        shape.closePath();
        int[] rows = layout.get().within(shown().get(), shape);
        session.select(rows);
        if (rows.length == 0) {
            session.say("No point lies in what you drew.", false);
        } else {
            asks.points.show(rows, Optional.empty(), rows.length == 1 ? "1 point" : Phrase.of("%,d points", rows.length), event.getSceneX(),
                    event.getSceneY());
        }
    }

    /// A point before anything that it lies on.
    private void choose(MouseEvent event) {
        // The end of a short bar is near its point.
        boolean onBar = layout.get().at(pressedX, pressedY).orElse(null) instanceof Thing.BarOf bar && bar.end() != Thing.BarEnd.NONE;
        Optional<FigureLayout.Hit> hit = layout.get().nearest(shown().get(), pressedX, pressedY, points(onBar ? NEAR / 2 : NEAR));
        if (hit.isPresent()) {
            session.select(hit.get().row());
            asks.points.show(new int[] {hit.get().row()}, Optional.of(hit.get().series().key()), says(hit.get()), event.getSceneX(),
                    event.getSceneY());
            return;
        }
        switch (layout.get().at(pressedX, pressedY).orElse(new Thing.Ground())) {
            case Thing.Title _ -> editTitle();
            case Thing.AxisTitle(var place) -> editAxisTitle(place);
            case Thing.Ground _ when layout.get().plot().contains(pressedX, pressedY) -> session.select();
            case Thing thing -> asks.thing.show(thing, event.getSceneX(), event.getSceneY());
        }
    }

    private void keepDraft() {
        zoomed.stop();
        session.keepTrial();
        draft.ifPresent(each -> {
            draft = Optional.empty();
            session.perform(each.edit);
        });
        update();
    }

    void showAll() {
        zoomed.stop();
        draft = Optional.empty();
        session.figureInView().ifPresent(figure -> {
            var own = new EnumMap<AxisPlace, Limits>(AxisPlace.class);
            figure.look().axes().forEach((place, look) -> {
                if (look.low().isPresent() || look.high().isPresent()) {
                    own.put(place, Limits.OWN);
                }
            });
            if (!own.isEmpty()) {
                session.perform(new Zoom(figure.id(), own));
            }
        });
        update();
    }

    private Optional<Drag> dragOf(Thing thing, FigureLayout at, Figure figure) {
        FigureLook look = figure.look();
        int id = figure.id();
        return Optional.ofNullable(switch (thing) {
            case Thing.AxisOf(var place) -> axisDrag(place, at, id);
            case Thing.Legend _, Thing.LegendEntry _ -> moving(at, new Thing.Legend(),
                    spot -> new FigureEdit.SetLegend(id, look.legend().withAt(Optional.of(spot))));
            case Thing.CurveLabel(var key) -> moving(at, thing,
                    spot -> new FigureEdit.SetCurveLook(id, key, look.curve(key).withLabelAt(Optional.of(spot))));
            case Thing.BarOf bar -> bar.end() == Thing.BarEnd.NONE ? null : barDrag(bar, at);
            case Thing.CurveEnd(var key, var greatest) -> (x, _) -> {
                CurveLook curve = look.curve(key);
                Optional<Double> to = Optional.of(at.xAt(Math.clamp(x, at.plot().getMinX(), at.plot().getMaxX())));
                boolean least = greatest == at.axes().get(AxisPlace.X) instanceof Reversed;
                return Optional.of(new FigureEdit.SetCurveLook(id, key,
                        least ? curve.reaching(to, curve.to()) : curve.reaching(curve.from(), to)));
            };
            case Thing.NoteOf(var note, var part) -> look.note(note).map(each -> noteDrag(each, part, at, id)).orElse(null);
            case Thing.Ground _, Thing.CurveOf _ -> at.plot().contains(pressedX, pressedY) ? pan(at, id) : null;
            case Thing.Title _, Thing.AxisTitle _, Thing.ColorKey _ -> null;
        });
    }

    private Drag moving(FigureLayout at, Thing what, java.util.function.Function<CurveLook.Spot, Edit> edit) {
        Rectangle2D from = at.place(what).orElse(at.plot());
        Rectangle2D plot = at.plot();
        return (x, y) -> Optional.of(edit.apply(new CurveLook.Spot((from.getX() + x - pressedX - plot.getX()) / plot.getWidth(),
                (from.getY() + y - pressedY - plot.getY()) / plot.getHeight())));
    }

    /// The length of the bar where it came from: the cell of its row, or the one length or percentage that all have.
    private Drag barDrag(Thing.BarOf bar, FigureLayout at) {
        boolean vertical = bar.end() == Thing.BarEnd.UP || bar.end() == Thing.BarEnd.DOWN;
        boolean down = bar.end() == Thing.BarEnd.DOWN || bar.end() == Thing.BarEnd.LEFT;
        return (x, y) -> session.figure().flatMap(figure -> figure.series().stream()
                .filter(each -> each.key().equals(bar.series())).findFirst().flatMap(series -> {
            BarSource source = vertical ? series.rows().yBars() : series.rows().xBars();
            double value = source.of().at(bar.row());
            AxisPlace along = at.axes().containsKey(AxisPlace.RIGHT) && figure.isOnRight(bar.series()) ? AxisPlace.RIGHT : AxisPlace.Y;
            double length = (vertical ? at.yAt(along, y) : at.xAt(x)) - value;
            return source.dragged(figure.table(), bar.row(), value, Math.max(0, down ? -length : length), down);
        }));
    }

    /// Dragged near an end, an axis is stretched from the other end; in its middle it moves.
    private Drag axisDrag(AxisPlace place, FigureLayout at, int id) {
        var axis = at.axes().get(place);
        Rectangle2D plot = at.plot();
        double grabbed = place == AxisPlace.X ? (pressedX - plot.getX()) / plot.getWidth() : (plot.getMaxY() - pressedY) / plot.getHeight();
        return (x, y) -> {
            double now = place == AxisPlace.X ? (x - plot.getX()) / plot.getWidth() : (plot.getMaxY() - y) / plot.getHeight();
            double from = 0;
            double to = 1;
            if (grabbed > 0.7) {
                to = grabbed / Math.max(0.05, now);
            } else if (grabbed < 0.3) {
                from = 1 - (1 - grabbed) / Math.max(0.05, 1 - now);
            } else {
                from = grabbed - now;
                to = 1 + grabbed - now;
            }
            return limits(axis.value(from), axis.value(to)).map(each -> new Zoom(id, Map.of(place, each)));
        };
    }

    private static Optional<Limits> limits(double a, double b) {
        double low = Math.min(a, b);
        double high = Math.max(a, b);
        boolean wide = high - low > 1e-12 * Math.max(Math.abs(low), Math.abs(high)) && Double.isFinite(high - low);
        return wide ? Optional.of(new Limits(Optional.of(low), Optional.of(high))) : Optional.empty();
    }

    private Drag pan(FigureLayout at, int id) {
        Rectangle2D plot = at.plot();
        return (x, y) -> {
            var all = new EnumMap<AxisPlace, Limits>(AxisPlace.class);
            at.axes().forEach((place, axis) -> {
                double by = place == AxisPlace.X ? (pressedX - x) / plot.getWidth() : (y - pressedY) / plot.getHeight();
                limits(axis.value(by), axis.value(1 + by)).ifPresent(each -> all.put(place, each));
            });
            return Optional.of(new Zoom(id, all));
        };
    }

    private Drag noteDrag(Note note, int part, FigureLayout at, int id) {
        double startX = at.xAt(pressedX);
        double startY = at.yAt(AxisPlace.Y, pressedY);
        return (x, y) -> {
            double toX = at.xAt(x);
            double toY = at.yAt(AxisPlace.Y, y);
            Note moved = switch (note) {
                case Note.Text text -> part == 1 ? new Note.Text(text.id(), text.text(), text.x(), text.y(),
                        Optional.of(new Note.Text.Target(toX, toY)))
                        : new Note.Text(text.id(), text.text(), text.x() + toX - startX, text.y() + toY - startY, text.to());
                case Note.Rule rule -> new Note.Rule(rule.id(), rule.atY(), rule.at() + (rule.atY() ? toY - startY : toX - startX),
                        rule.label());
                case Note.Span span -> {
                    double by = span.ofY() ? toY - startY : toX - startX;
                    double from = part == 2 ? span.from() : span.from() + by;
                    double to = part == 1 ? span.to() : span.to() + by;
                    yield from < to ? new Note.Span(span.id(), span.ofY(), from, to, span.label()) : span;
                }
                case Note.Drop drop -> new Note.Drop(drop.id(), drop.series(), drop.fromY(), drop.fromY() ? toY : toX, drop.widens());
            };
            return Optional.of(new FigureEdit.PutNote(id, moved));
        };
    }

    // ---- zooming ----

    private void scrolled(ScrollEvent event) {
        if (event.isInertia() || event.getDeltaY() == 0) {
            return;
        }
        double factor = Math.pow(ZOOM, -event.getDeltaY());
        zoom(event.getX(), event.getY(), factor, !event.isShiftDown(), !event.isAltDown());
        event.consume();
    }

    /// @param factor of the spans, below 1 to see less
    private void zoom(double localX, double localY, double factor, boolean alongX, boolean alongY) {
        Optional<FigureAnalysis> figure = shown();
        if (layout.isEmpty() || figure.isEmpty() || layout.get().axes().isEmpty()) {
            return;
        }
        FigureLayout at = layout.get();
        Rectangle2D plot = at.plot();
        double x = points(localX);
        double y = points(localY);
        var all = new EnumMap<AxisPlace, Limits>(AxisPlace.class);
        draft.filter(each -> each.edit instanceof Zoom).ifPresent(each -> all.putAll(((Zoom) each.edit).limits()));
        boolean onX = y > plot.getMaxY();
        boolean onY = x < plot.getX();
        at.axes().forEach((place, axis) -> {
            boolean horizontal = place == AxisPlace.X;
            if (horizontal ? alongX && !onY : alongY && !onX) {
                double fixed = horizontal ? (x - plot.getX()) / plot.getWidth() : (plot.getMaxY() - y) / plot.getHeight();
                Limits now = all.getOrDefault(place, new Limits(Optional.of(axis.low()), Optional.of(axis.high())));
                limits(value(axis, now, fixed - fixed * factor), value(axis, now, fixed + (1 - fixed) * factor))
                        .ifPresent(each -> all.put(place, each));
            }
        });
        if (!all.isEmpty()) {
            preview(new Zoom(figure.get().figure().id(), all));
            zoomed.playFromStart();
        }
    }

    /// The value at a fraction of an axis that has other limits by now than it was drawn with.
    private static double value(Axis axis, Limits now, double fraction) {
        double low = now.low().orElse(axis.low());
        double high = now.high().orElse(axis.high());
        double along = axis instanceof Reversed ? 1 - fraction : fraction;
        boolean powers = axis instanceof LogScale || axis instanceof Reversed(LogScale _);
        return powers ? low * Math.pow(high / low, along) : low + (high - low) * along;
    }

    /// Zooms about the middle, for the keyboard.
    void zoom(double factor) {
        zoom(sheet.getFitWidth() / 2, sheet.getFitHeight() / 2, factor, true, true);
        keepDraft();
    }
}
