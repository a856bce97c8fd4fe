package helvo.desktop.figure;

import helvo.core.RootLocale;
import helvo.core.study.FigureEdit;
import helvo.core.style.AxisPlace;
import helvo.core.style.AxisStyle;
import helvo.core.style.Note;
import helvo.core.style.SymbolNames;
import helvo.desktop.controls.Controls;
import helvo.desktop.controls.SymbolTyping;
import helvo.desktop.workspace.Workspace;
import helvo.figure.layout.HitTarget;
import helvo.figure.paint.FigureDrawing;
import java.awt.geom.Rectangle2D;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.scene.Cursor;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import org.jspecify.annotations.Nullable;

/// Title and axis titles, edited where they stand.
final class TitleField {
    private static final double HEIGHT = 32;

    private final Workspace workspace;
    private final FigureView view;
    private final Button title = Controls.asWritten(new Button());
    private final TextField field = Controls.limited(new TextField());
    private Optional<Consumer<String>> edited = Optional.empty();
    /// What had the focus before a text was edited in place.
    private @Nullable Node cameFrom;

    TitleField(Workspace workspace, FigureView view) {
        this.workspace = workspace;
        this.view = view;
        title.setId("figure-title");
        title.getStyleClass().setAll("button", "on-sheet");
        title.setCursor(Cursor.TEXT);
        title.setTooltip(new Tooltip("Click to change the title; empty it for the columns' names"));
        title.setOnAction(_ -> editTitle());
        title.setOnContextMenuRequested(
                event -> view.sheet().getOnContextMenuRequested().handle(event));
        field.setId("figure-title-field");
        field.setAccessibleText("Title");
        field.setVisible(false);
        field.setOnAction(_ -> end(true));
        field.addEventFilter(KeyEvent.KEY_PRESSED, event -> {
            if (event.getCode() == KeyCode.ESCAPE) {
                end(false);
                event.consume();
            }
        });
        SymbolTyping.follow(field);
        field.focusedProperty().subscribe((was, is) -> {
            if (was && !is) {
                end(true);
            }
        });
    }

    List<Node> nodes() {
        return List.of(title, field);
    }

    void describe(String text) {
        title.setAccessibleText("Title: " + text + "; click to change it");
    }

    /// @param at   of the title on the sheet, in points
    /// @param left of the sheet; likewise `top`
    void arrange(Rectangle2D at, double left, double top, double scale) {
        title.resizeRelocate(
                left + at.getX() * scale - 8,
                top + at.getY() * scale,
                at.getWidth() * scale + 16,
                at.getHeight() * scale);
    }

    void editTitle() {
        workspace.figure().ifPresent(figure -> view.layoutNow().ifPresent(placed -> {
            title.setVisible(false);
            edit("Title of the figure", figure.title(), placed.title(), text -> {
                if (!text.equals(figure.title())) {
                    workspace.perform(new FigureEdit.SetTitle(
                            figure.figure().id(), text.isEmpty() ? Optional.empty() : Optional.of(text)));
                }
            });
        }));
    }

    void editAxisTitle(AxisPlace place) {
        workspace.figureInView().ifPresent(figure -> view.placeOf(new HitTarget.AxisTitle(place))
                .ifPresent(at -> {
                    AxisStyle axis = figure.style().axis(place);
                    String automatic = workspace
                            .figure()
                            .map(each -> FigureDrawing.ownAxisTitle(each, place))
                            .orElse("");
                    edit(
                            "Title of the " + place.words() + "; empty for the columns' names",
                            axis.title().orElse(automatic),
                            at,
                            text -> {
                                Optional<String> typed =
                                        text.isEmpty() || text.equals(automatic) ? Optional.empty() : Optional.of(text);
                                if (!typed.equals(axis.title())) {
                                    workspace.perform(
                                            new FigureEdit.SetAxis(figure.id(), place, axis.withTitle(typed)));
                                }
                            });
                }));
    }

    private void edit(String what, String text, Rectangle2D at, Consumer<String> done) {
        edited = Optional.of(done);
        cameFrom = view.getScene() == null ? null : view.getScene().getFocusOwner();
        field.setAccessibleText(what);
        field.setPromptText(what);
        field.setText(text);
        double scale = view.scale();
        double width = Math.clamp(
                at.getWidth() * scale + 60, 260, Math.max(260, view.sheet().getFitWidth() - 40));
        double x = view.sheet().getLayoutX() + at.getCenterX() * scale - width / 2;
        double y = view.sheet().getLayoutY() + at.getCenterY() * scale - HEIGHT / 2;
        field.resizeRelocate(
                Math.clamp(x, 4, Math.max(4, view.getWidth() - width - 4)),
                Math.clamp(y, 2, Math.max(2, view.getHeight() - HEIGHT - 2)),
                width,
                HEIGHT);
        field.setVisible(true);
        field.applyCss();
        field.requestFocus();
        field.selectAll();
    }

    void end(boolean keep) {
        if (!field.isVisible()) {
            return;
        }
        boolean leaving = field.isFocused();
        field.setVisible(false);
        title.setVisible(true);
        Optional<Consumer<String>> done = edited;
        edited = Optional.empty();
        String text = SymbolNames.replaced(field.getText().strip(), true);
        String cut = text.length() > Note.MAX_CHARACTERS ? text.substring(0, Note.MAX_CHARACTERS) : text;
        if (keep) {
            done.ifPresent(each -> each.accept(cut));
            if (cut.length() < text.length()) {
                workspace
                        .messages()
                        .warn(RootLocale.format(
                                "A title may have %d characters; the rest was left out.", Note.MAX_CHARACTERS));
            }
        }
        if (!leaving) {
            return; // the focus went somewhere else by itself
        }
        Node before = cameFrom;
        (before != null && before != field && before.getScene() == view.getScene() && before.isVisible()
                        ? before
                        : title)
                .requestFocus();
    }
}
