package helvo.desktop.sheet;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.SheetAnalysis;
import helvo.core.study.FigureSheet;
import helvo.desktop.task.BackgroundTasks;
import helvo.desktop.task.BackgroundTasks.Outcome;
import helvo.desktop.workspace.SharedPixels;
import helvo.desktop.workspace.Workspace;
import helvo.figure.export.Drawing;
import helvo.figure.export.PrintCheck;
import helvo.figure.export.Raster;
import helvo.figure.layout.SheetLayout;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.BiConsumer;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import javafx.geometry.Pos;
import javafx.scene.Cursor;
import javafx.scene.control.Label;
import javafx.scene.image.ImageView;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Pane;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.scene.shape.Rectangle;

/// The sheet as it will be handed over. Its panels are dragged into place.
final class SheetPicture extends VBox {
    private static final double PIXELS_PER_POINT = 96.0 / 72;
    /// Sharp on screens of twice the usual density too.
    private static final double SHARPER = 2;

    private final BackgroundTasks.Latest drawing;
    private final BiConsumer<Integer, Integer> moved;
    private final ImageView view = new ImageView();
    private final SharedPixels pixels = new SharedPixels(view);
    private final Rectangle mark = new Rectangle();
    private final Pane over = new Pane(view, mark);
    private final StackPane ground = new StackPane(over);
    private final Label note = new Label();
    private Optional<Drawn> shown = Optional.empty();
    private OptionalInt dragged = OptionalInt.empty();

    /// @param scale pixels of the window a point
    private record Drawn(Drawing.OfSheet drawing, double scale, BufferedImage image, PrintCheck check) {
        SheetLayout layout() {
            return drawing.drawing().layout();
        }
    }

    /// @param moved gets a panel that was dragged and the place where it was let go
    SheetPicture(Workspace workspace, BiConsumer<Integer, Integer> moved) {
        super(8);
        this.moved = moved;
        drawing = workspace.background().latest("sheet");
        view.setPreserveRatio(true);
        view.setId("sheet-picture");
        mark.getStyleClass().add("sheet-mark");
        mark.setManaged(false);
        mark.setVisible(false);
        mark.setMouseTransparent(true);
        ground.getStyleClass().add("preview-ground");
        over.setMaxSize(USE_PREF_SIZE, USE_PREF_SIZE);
        note.setWrapText(true);
        note.setMinHeight(USE_PREF_SIZE);
        note.setId("sheet-says");
        note.getStyleClass().add("muted");
        setAlignment(Pos.TOP_LEFT);
        getChildren().addAll(ground, note);
        view.setOnMouseMoved(event -> view.setCursor(at(event).isPresent() ? Cursor.OPEN_HAND : Cursor.DEFAULT));
        view.setOnMousePressed(event -> dragged = at(event));
        view.setOnMouseDragged(this::mark);
        view.setOnMouseReleased(this::drop);
    }

    void limit(double wide, double high) {
        ground.setMinSize(wide, high);
        ground.setMaxSize(wide, high);
    }

    /// Draws the sheet, once everything before it is drawn.
    void show(FigureSheet sheet, Analysis analysis) {
        double wide = ground.getMinWidth();
        double high = ground.getMinHeight();
        drawing.run(
                "Drawing the sheet …",
                progress -> drawn(sheet, analysis, wide, high, progress),
                new Outcome<>(
                        this::show,
                        fault -> note.setText("The sheet could not be drawn ("
                                + fault.getClass().getSimpleName() + ")."),
                        () -> {}));
    }

    private static Drawn drawn(FigureSheet sheet, Analysis analysis, double wide, double high, Progress progress) {
        SheetAnalysis panels = SheetAnalysis.of(sheet, analysis, progress.part(0, 0.3));
        if (!(Drawing.of(panels, progress.part(0.3, 0.6)) instanceof Drawing.OfSheet drawing)) {
            throw new IllegalStateException("a sheet is drawn as a sheet");
        }
        double scale = Math.min(PIXELS_PER_POINT, Math.min(wide / drawing.width(), high / drawing.height()));
        return new Drawn(
                drawing,
                scale,
                Raster.image(drawing, scale * SHARPER, progress.part(0.6, 0.9)),
                PrintCheck.of(drawing, 1, progress.part(0.9, 1)));
    }

    private void show(Drawn drawn) {
        shown = Optional.of(drawn);
        pixels.show(drawn.image);
        view.setFitWidth(drawn.image.getWidth() / SHARPER);
        view.setFitHeight(drawn.image.getHeight() / SHARPER);
        view.setAccessibleText(drawn.drawing.description());
        note.setText(Stream.concat(
                        Stream.of(RootLocale.format(
                                "%.0f × %.0f mm, shown at %.0f %%. In print %s",
                                drawn.drawing.widthMm(),
                                drawn.drawing.heightMm(),
                                100 * drawn.scale / PIXELS_PER_POINT,
                                drawn.check.words())),
                        notices(drawn).stream())
                .collect(Collectors.joining(" ")));
        note.getStyleClass().removeAll("warning", "muted");
        note.getStyleClass().add(drawn.check.isLegible() && notices(drawn).isEmpty() ? "muted" : "warning");
    }

    private static List<String> notices(Drawn drawn) {
        return drawn.layout().notices();
    }

    /// The panel under the pointer.
    private OptionalInt at(MouseEvent event) {
        return shown.map(drawn -> {
                    List<SheetLayout.Panel> panels = drawn.layout().panels();
                    return IntStream.range(0, panels.size())
                            .filter(i -> panels.get(i)
                                    .place()
                                    .contains(event.getX() / drawn.scale, event.getY() / drawn.scale))
                            .findFirst();
                })
                .orElse(OptionalInt.empty());
    }

    private void mark(MouseEvent event) {
        OptionalInt target = at(event);
        mark.setVisible(dragged.isPresent() && target.isPresent());
        if (mark.isVisible()) {
            Drawn drawn = shown.orElseThrow();
            Rectangle2D place = drawn.layout().panels().get(target.getAsInt()).place();
            mark.setX(place.getX() * drawn.scale + 2);
            mark.setY(place.getY() * drawn.scale + 2);
            mark.setWidth(place.getWidth() * drawn.scale - 4);
            mark.setHeight(place.getHeight() * drawn.scale - 4);
            view.setCursor(Cursor.CLOSED_HAND);
        }
    }

    private void drop(MouseEvent event) {
        OptionalInt target = at(event);
        mark.setVisible(false);
        view.setCursor(Cursor.DEFAULT);
        if (dragged.isPresent() && target.isPresent() && dragged.getAsInt() != target.getAsInt()) {
            moved.accept(dragged.getAsInt(), target.getAsInt());
        }
        dragged = OptionalInt.empty();
    }
}
