package helvo.desktop.window;

import static helvo.desktop.controls.Controls.button;
import static helvo.desktop.controls.Controls.mainButton;

import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.table.Column;
import helvo.core.table.Role;
import helvo.desktop.panels.Commands;
import helvo.desktop.panels.Panel;
import helvo.desktop.panels.Panels;
import helvo.desktop.persistence.PreferencesFile;
import helvo.desktop.persistence.Settings;
import helvo.desktop.workspace.Workspace;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;

/// A short tour of the window: three things, each told of and done, in the part of the window that is framed
/// meanwhile. It goes on when one is done, can be closed at once, and does not come again by itself.
public final class TourPanel extends Panel {
    private static final PseudoClass TOURED = PseudoClass.getPseudoClass("toured");
    private static final List<Stop> STOPS = List.of(
            new Stop(
                    ".side",
                    "Type pairs",
                    "Type 5, Tab, 1.3, Enter; then 10, Tab, 2.4, Enter. The figure appears with the "
                            + "second pair. The tag above a column says what it is for: x, y, error bars, groups.",
                    edit -> edit.isAboutData()),
            new Stop(
                    ".curves",
                    "Choose a curve",
                    "Click another curve here: each is fitted to the same points and shown with its residuals. What "
                            + "it is worth stands at the right.",
                    edit -> edit instanceof FigureEdit.ChooseCurve),
            new Stop(
                    ".figure-view",
                    "Change the figure",
                    "What you click is what you change: click the title and type another, or drag the end of an axis. "
                            + "Ctrl+Z takes back whatever you did.",
                    edit -> edit instanceof FigureEdit && !(edit instanceof FigureEdit.ChooseCurve)));
    private static final String OVER_NUMBERS =
            "Click a number in the table, type another, then Enter: figure and results follow. The tag above a "
                    + "column says what it is for: x, y, error bars, groups.";
    private static final int PAIRS = 2;

    private final Label text = new Label();
    private final Button next = mainButton("tour-next", "Skip", this::next);
    private int at;
    /// How many steps the study had when what is told of now was not done yet.
    private int before;

    /// @param style of the part of the window that is told of
    /// @param done  whether a step of the study is what is told of
    private record Stop(String style, String title, String text, Predicate<Edit> done) {}

    TourPanel(Workspace workspace, PreferencesFile<Settings> settings, Panels panels) {
        super(workspace, panels, "tour", "", 360);
        text.setWrapText(true);
        text.setMinHeight(USE_PREF_SIZE);
        var buttons = new HBox(10, next, button("tour-close", "Close the tour", this::close));
        getChildren().addAll(heading, text, buttons);
        visibleProperty().subscribe((wasShown, _) -> {
            if (wasShown) {
                frame(-1);
                settings.keep(now -> now.withToured(true));
            }
        });
        workspace.history().subscribe(history -> {
            if (isVisible() && at < STOPS.size() && history.steps().size() > before) {
                Edit last = history.steps().getLast().edit();
                if (STOPS.get(at).done.test(last) && hasPairs()) {
                    next();
                }
            }
        });
    }

    private boolean hasPairs() {
        return workspace
                .table()
                .filter(table -> table.first(Role.X).isPresent()
                        && table.first(Role.Y).isPresent()
                        && IntStream.range(0, table.rows())
                                        .filter(row -> isNumber(table.first(Role.X), row)
                                                && isNumber(table.first(Role.Y), row))
                                        .limit(PAIRS)
                                        .count()
                                == PAIRS)
                .isPresent();
    }

    private static boolean isNumber(Optional<Column> column, int row) {
        return column.filter(each -> !Double.isNaN(each.cells().number(row))).isPresent();
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
        if (at < STOPS.size()) {
            at++;
            show();
        } else {
            close();
        }
    }

    private void show() {
        before = workspace.history().get().steps().size();
        boolean isOver = at == STOPS.size();
        if (isOver) {
            heading.setText("That was it");
            text.setText(
                    "Ctrl+K finds everything else by its name, and F1 tells of it, with twelve examples. Export, at "
                            + "the top, saves the figure, copies it, or makes a report.");
        } else {
            Stop stop = STOPS.get(at);
            heading.setText(at + 1 + " of " + STOPS.size() + ": " + stop.title);
            text.setText(at == 0 && hasPairs() ? OVER_NUMBERS : stop.text);
        }
        next.setText(isOver ? "Done" : "Skip");
        frame(isOver ? -1 : at);
        // Beside what it tells of.
        place(at == 0 ? Pos.BOTTOM_LEFT : Pos.CENTER_RIGHT, 0, at == 0 ? 348 : 8);
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
