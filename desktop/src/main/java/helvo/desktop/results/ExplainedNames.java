package helvo.desktop.results;

import helvo.desktop.guide.GuidePanel;
import helvo.desktop.panels.Panels;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import javafx.geometry.Bounds;
import javafx.scene.AccessibleRole;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyEvent;

/// Names in the results that open their explanation in the guide.
final class ExplainedNames {
    private final Panels panels;
    private final ScrollPane scroll;
    private List<Label> names = List.of();

    /// @param scroll whose content the names are in
    ExplainedNames(Panels panels, ScrollPane scroll) {
        this.panels = panels;
        this.scroll = scroll;
    }

    /// Those that there are now, in their order.
    void show(List<Label> all) {
        names = all;
        boolean kept = all.stream().anyMatch(Label::isFocused);
        for (Label each : all) {
            each.setFocusTraversable(kept ? each.isFocused() : each == all.getFirst());
        }
    }

    /// A label that names a quantity.
    ///
    /// @param section where the guide tells of what it belongs to
    Label quantity(String name, Optional<String> section) {
        var label = new Label(name);
        explain(
                label,
                "What is " + name + "?",
                switch (name) {
                    case "R²", "R² about the mean" -> "numbers#r2";
                    case "r", "r of a line" -> "numbers#r";
                    case "ρ of ranks", "adjusted R²", "F", "AICc" -> "numbers#further";
                    case "χ²" -> "bars#weights";
                    case "difference", "ratio" -> "curves#groups";
                    case String s when s.startsWith("residual standard deviation") -> "numbers#s";
                    default -> section.orElse("numbers#coefficients");
                });
        return label;
    }

    /// Where the guide tells of what stands under a heading.
    static Optional<String> section(String heading) {
        String lower = heading.toLowerCase(Locale.ROOT);
        return Stream.of(
                        Map.entry("error bars", "bars#within"),
                        Map.entry("bounds", "bars#bounds"),
                        Map.entry("reading", "readings"),
                        Map.entry("calibration", "readings#calibration"),
                        Map.entry("detection", "readings#calibration"),
                        Map.entry("residual", "residuals#checks"),
                        Map.entry("check", "residuals#checks"),
                        Map.entry("with and without", "residuals#with-and-without"),
                        Map.entry("slope", "curves#groups"),
                        Map.entry("intercepts", "curves#groups"),
                        Map.entry("pooled", "curves#groups"),
                        Map.entry("side by side", "curves#groups"),
                        Map.entry("further", "numbers#further"),
                        Map.entry("covariance", "numbers#further"))
                .filter(each -> lower.contains(each.getKey()))
                .map(Map.Entry::getValue)
                .findFirst();
    }

    /// A heading that leads to where the guide tells of it.
    void heading(Label label, String text, String place) {
        explain(label, text + ": what is this?", place);
    }

    private void explain(Label label, String question, String place) {
        label.getStyleClass().add("explained");
        label.setTooltip(new Tooltip("What is this?"));
        label.setAccessibleRole(AccessibleRole.HYPERLINK);
        label.setAccessibleText(question);
        GuidePanel.linkTo(label, place);
        label.setOnMouseClicked(_ -> open(place));
        label.setOnKeyPressed(key -> pressed(key, label, place));
    }

    private void pressed(KeyEvent key, Label label, String place) {
        int at = names.indexOf(label);
        switch (key.getCode()) {
            case ENTER, SPACE -> open(place);
            case UP, LEFT -> focus(at - 1);
            case DOWN, RIGHT -> focus(at + 1);
            case HOME -> focus(0);
            case END -> focus(names.size() - 1);
            default -> {
                return;
            }
        }
        key.consume();
    }

    private void focus(int at) {
        if (at >= 0 && at < names.size()) {
            names.forEach(each -> each.setFocusTraversable(false));
            names.get(at).setFocusTraversable(true);
            names.get(at).requestFocus();
            intoView(names.get(at));
        }
    }

    private void intoView(Label name) {
        Bounds bounds = scroll.getContent().sceneToLocal(name.localToScene(name.getBoundsInLocal()));
        double room = scroll.getViewportBounds().getHeight();
        double beyond = scroll.getContent().getBoundsInLocal().getHeight() - room;
        double top = scroll.getVvalue() * beyond;
        if (beyond > 0 && (bounds.getMinY() < top || bounds.getMaxY() > top + room)) {
            scroll.setVvalue(Math.clamp((bounds.getMinY() - room / 3) / beyond, 0, 1));
        }
    }

    private void open(String place) {
        panels.of(GuidePanel.class).openLink(place);
    }
}
