package helvo.desktop.panels;

import helvo.desktop.theme.Themes;
import helvo.desktop.workspace.Workspace;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.geometry.VPos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.util.Subscription;

/// A small panel over the window that holds just what one task has. It brings its place; Escape closes it.
public abstract class Panel extends VBox {
    private static final double LOWEST_PICTURE = 200;

    protected final Workspace workspace;
    protected final Panels panels;
    protected final Label heading = new Label();
    protected final Label wrong = new Label();
    private Subscription following = Subscription.EMPTY;

    /// @param panels that it is one of
    /// @param id     of the panel
    @SuppressWarnings("this-escape") // controls are put together in their constructors, as the toolkit has it
    protected Panel(Workspace workspace, Panels panels, String id, String title, double width) {
        this.workspace = workspace;
        this.panels = panels;
        setId(id);
        getStyleClass().add("panel");
        Runnable wide = () -> setMaxSize(width * Themes.textSize().get(), Region.USE_PREF_SIZE);
        Themes.follow(this, wide);
        wide.run();
        place(Pos.TOP_LEFT, 96, 340);
        heading.setText(title);
        heading.getStyleClass().add("region-heading");
        heading.setWrapText(true);
        wrong.setId(id + "-wrong");
        wrong.getStyleClass().add("warning");
        wrong.setWrapText(true);
        wrong.setMinHeight(Region.USE_PREF_SIZE);
        clearError();
        setVisible(false);
        addEventHandler(KeyEvent.KEY_PRESSED, this::entered);
        addEventFilter(KeyEvent.KEY_PRESSED, event -> {
            if (event.getTarget() instanceof CheckBox) {
                entered(event);
            }
        });
    }

    /// Where it lies over the window.
    ///
    /// @param vertical from the upper or lower edge that `at` names
    /// @param side     from the edges at the sides that `at` names
    protected final void place(Pos at, double vertical, double side) {
        StackPane.setAlignment(this, at);
        boolean below = at.getVpos() == VPos.BOTTOM;
        StackPane.setMargin(this, new Insets(below ? 0 : vertical, side, below ? vertical : 0, side));
    }

    /// Enter presses the button that has the focus, else the main one; a tick box, which would take it, is ticked
    /// by the space bar.
    private void entered(KeyEvent event) {
        if (event.getCode() == KeyCode.ENTER) {
            Node focused = getScene().getFocusOwner();
            Node pressed = focused instanceof Button ? focused : lookup(".main-action");
            if (pressed instanceof Button button) {
                button.fire();
                event.consume();
            }
        }
    }

    /// Called whenever it is shown: takes what it is about and the focus.
    protected abstract void begin();

    /// Has it follow the study until it is hidden: each new analysis and, at once too, the history.
    protected final void whileShown(Runnable analysis, Runnable history) {
        following.unsubscribe();
        following = Subscription.combine(
                workspace.analysis().subscribe(analysis),
                workspace.history().subscribe(_ -> history.run()),
                visibleProperty().subscribe(visible -> {
                    if (!visible) {
                        following.unsubscribe();
                        following = Subscription.EMPTY;
                    }
                }));
    }

    /// How high a picture in it is.
    ///
    /// @param around what the window has besides
    protected final double pictureHeight(double around, double most) {
        return getParent() instanceof Region window
                ? Math.clamp(window.getHeight() - around, LOWEST_PICTURE, most)
                : most;
    }

    /// Whether asking for it while it is shown hides it.
    protected boolean isToggle() {
        return false;
    }

    /// Whether it stays where it is while others come and go.
    protected boolean staysBeside() {
        return false;
    }

    protected final void close() {
        panels.hide(this);
    }

    /// Gives the focus to a part of the panel, also one that was just made.
    protected final void focus(Node part) {
        applyCss();
        layout();
        part.requestFocus();
    }

    /// Says what is wrong with what was typed or chosen; an empty sentence says that nothing is.
    protected final void showError(String sentence) {
        wrong.setText(sentence);
        wrong.setManaged(!sentence.isEmpty());
    }

    protected final void clearError() {
        showError("");
    }
}
