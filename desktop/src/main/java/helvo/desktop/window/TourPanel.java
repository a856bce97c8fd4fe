package helvo.desktop.window;

import static helvo.desktop.controls.Controls.button;
import static helvo.desktop.controls.Controls.mainButton;

import helvo.desktop.panels.Commands;
import helvo.desktop.panels.Panel;
import helvo.desktop.panels.Panels;
import helvo.desktop.persistence.PreferencesFile;
import helvo.desktop.persistence.Settings;
import helvo.desktop.workspace.Workspace;
import java.util.List;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;

/// A short tour of the window: five places, each framed while it is told of. It can be closed at once, and does not
/// come again by itself.
public final class TourPanel extends Panel {
    private static final PseudoClass TOURED = PseudoClass.getPseudoClass("toured");
    private static final List<Stop> STOPS = List.of(
            new Stop(
                    ".side",
                    "Measurements",
                    "Your pairs: typed, pasted, or from a file. The tag above a column says what it is for: x, y, "
                            + "error bars, groups. What is not a number stands below, with what can be done about it."),
            new Stop(
                    ".figure-view",
                    "Figure",
                    "The sheet as it will be exported. Click what you want to change: a title, an axis, the "
                            + "legend, a point. Drag the end of an axis to move its limit."),
            new Stop(
                    ".results",
                    "Results",
                    "What the figure says in words and numbers: equation, uncertainties, R², what the error bars "
                            + "allow, and what is worth a second look. Click a name there to read what it means."),
            new Stop(
                    ".curves",
                    "Curves",
                    "Each shape fitted to the same points, with its residuals. Click one to choose it."),
            new Stop(
                    ".top-bar",
                    "Everything by name",
                    "Ctrl+K finds everything that can be done, and every section of the guide; F1 opens "
                            + "the guide. “Export” makes pictures, tables and reports."));

    private final Label text = new Label();
    private final Button next = mainButton("tour-next", "Next", this::next);
    private int at;

    /// @param style of the part of the window that is told of
    private record Stop(String style, String title, String text) {}

    TourPanel(Workspace workspace, PreferencesFile<Settings> settings, Panels panels) {
        super(workspace, panels, "tour", "", 360);
        text.setWrapText(true);
        text.setMinHeight(USE_PREF_SIZE);
        var buttons = new HBox(10, next, button("tour-close", "Close the tour", this::close));
        getChildren().addAll(heading, text, buttons);
        visibleProperty().subscribe((wasShown, _) -> {
            if (wasShown) {
                frame(-1);
                settings.keep(Settings::afterTour);
            }
        });
    }

    /// What it does by name, for the finder and for keys.
    public static void addTo(Commands commands, Workspace workspace, Panels panels) {
        commands.add("Tour of the window", "", () -> workspace.table().isPresent(), () -> {
            panels.show(TourPanel.class);
            panels.of(TourPanel.class).next.requestFocus();
        });
    }

    /// Takes no focus: it may come by itself while somebody types.
    @Override
    protected void begin() {
        at = 0;
        show();
    }

    private void next() {
        if (at + 1 < STOPS.size()) {
            at++;
            show();
        } else {
            close();
        }
    }

    private void show() {
        Stop stop = STOPS.get(at);
        heading.setText(at + 1 + " of " + STOPS.size() + ": " + stop.title);
        text.setText(stop.text);
        next.setText(at + 1 < STOPS.size() ? "Next" : "Done");
        frame(at);
        place(
                at == 0 ? Pos.CENTER_LEFT : at == 2 ? Pos.CENTER_RIGHT : Pos.CENTER,
                0,
                at == 0 ? 348 : at == 2 ? 300 : 0);
    }

    private void frame(int stop) {
        for (int i = 0; i < STOPS.size(); i++) {
            boolean framed = i == stop;
            Node part = getScene() == null ? null : getScene().getRoot().lookup(STOPS.get(i).style);
            if (part != null) {
                part.pseudoClassStateChanged(TOURED, framed);
            }
        }
    }
}
