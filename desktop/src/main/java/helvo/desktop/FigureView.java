package helvo.desktop;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.study.FigureEdit;
import helvo.figure.FigureDrawing;
import helvo.figure.FigureLayout;
import helvo.figure.Raster;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferInt;
import java.nio.IntBuffer;
import java.util.Optional;
import javafx.scene.Cursor;
import javafx.scene.control.Button;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelBuffer;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.Pane;

/// The sheet as it will be handed over, as large as its place allows. It is drawn off the interface thread by the
/// code that draws every export; what is pressed on it is what is changed.
final class FigureView extends Pane {
    private final Session session;
    private final Workshop.Lane drawing;
    private final ImageView sheet = new ImageView();
    private final Button title = new Button();
    private final TextField titleField = new TextField();
    private Optional<FigureLayout> layout = Optional.empty();
    private FigureAnalysis drawn;
    private FigureAnalysis wanted;
    private double asked;

    FigureView(Session session) {
        this.session = session;
        drawing = session.workshop().lane("drawing");
        getStyleClass().add("figure-view");
        setMinSize(200, 160);
        sheet.getStyleClass().add("sheet");
        sheet.setId("sheet");
        title.setId("figure-title");
        title.getStyleClass().setAll("button", "on-sheet");
        title.setCursor(Cursor.TEXT);
        title.setTooltip(new Tooltip("Press to change the title; empty it for the columns' names"));
        title.setOnAction(_ -> editTitle());
        titleField.setId("figure-title-field");
        titleField.setAccessibleText("Title of the figure");
        titleField.setVisible(false);
        titleField.setOnAction(_ -> endTitle(true));
        titleField.addEventFilter(KeyEvent.KEY_PRESSED, event -> {
            if (event.getCode() == KeyCode.ESCAPE) {
                endTitle(false);
                event.consume();
            }
        });
        titleField.focusedProperty().subscribe((was, is) -> {
            if (was && !is) {
                endTitle(true);
            }
        });
        getChildren().addAll(sheet, title, titleField);
        session.analysis().subscribe(this::update);
        session.tableId().subscribe(this::update);
    }

    /// Everything that was asked for is on the screen.
    boolean settled() {
        return session.figure().isEmpty() || drawn != null && drawn.looksLike(session.figure().get()) && asked == scale(drawn);
    }

    void editTitle() {
        session.figure().ifPresent(figure -> {
            titleField.setText(figure.title());
            titleField.setVisible(true);
            title.setVisible(false);
            titleField.requestFocus();
            titleField.selectAll();
        });
    }

    private void endTitle(boolean keep) {
        if (!titleField.isVisible()) {
            return;
        }
        titleField.setVisible(false);
        title.setVisible(true);
        session.figure().filter(_ -> keep).ifPresent(figure -> {
            String text = titleField.getText().strip();
            if (!text.equals(figure.title())) {
                session.perform(new FigureEdit.SetTitle(figure.figure().id(), text.isEmpty() ? Optional.empty() : Optional.of(text)));
            }
        });
        title.requestFocus();
    }

    @Override
    protected void layoutChildren() {
        update();
        session.figure().ifPresent(figure -> {
            double scale = shownScale(figure);
            double width = FigureDrawing.widthPoints(figure) * scale;
            double height = FigureDrawing.heightPoints(figure) * scale;
            double left = snapPositionX((getWidth() - width) / 2);
            double top = snapPositionY((getHeight() - height) / 2);
            sheet.setFitWidth(width);
            sheet.setFitHeight(height);
            sheet.relocate(left, top);
            layout.ifPresent(placed -> {
                Rectangle2D at = placed.title();
                title.resizeRelocate(left + at.getX() * scale - 8, top + at.getY() * scale, at.getWidth() * scale + 16, at.getHeight() * scale);
                double fieldWidth = Math.max(at.getWidth() * scale + 60, Math.min(420, width - 40));
                titleField.resizeRelocate(left + (width - fieldWidth) / 2, top + at.getY() * scale - 2, fieldWidth, Math.max(30, at.getHeight() * scale));
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

    private void update() {
        Optional<FigureAnalysis> figure = session.figure();
        setVisible(figure.isPresent());
        if (figure.isEmpty() || getWidth() <= 0) {
            return;
        }
        title.setAccessibleText("Title: " + figure.get().title() + "; press to change it");
        sheet.setAccessibleText("Figure: " + figure.get().title());
        double scale = scale(figure.get());
        if (wanted != null && wanted.looksLike(figure.get()) && asked == scale) {
            return;
        }
        asked = scale;
        wanted = figure.get();
        FigureAnalysis toDraw = figure.get();
        drawing.run("Drawing …", progress -> Raster.draw(toDraw, scale, progress), raster -> show(toDraw, raster),
                fault -> {
            wanted = null;
            session.say("The figure could not be drawn (" + fault + ").", true);
        }, () -> wanted = null);
    }

    private void show(FigureAnalysis figure, Raster raster) {
        drawn = figure;
        layout = Optional.of(raster.layout());
        sheet.setImage(image(raster.image()));
        requestLayout();
    }

    /// The picture as JavaFX shows it; the pixels are shared, not copied.
    static WritableImage image(BufferedImage image) {
        int[] pixels = ((DataBufferInt) image.getRaster().getDataBuffer()).getData();
        return new WritableImage(new PixelBuffer<>(image.getWidth(), image.getHeight(), IntBuffer.wrap(pixels), PixelFormat.getIntArgbPreInstance()));
    }
}
