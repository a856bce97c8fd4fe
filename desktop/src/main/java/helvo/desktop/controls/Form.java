package helvo.desktop.controls;

import static helvo.desktop.controls.Controls.asWritten;
import static helvo.desktop.controls.Controls.field;

import helvo.core.RootLocale;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberText;
import helvo.core.style.SymbolNames;
import helvo.desktop.theme.Themes;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.Supplier;
import javafx.collections.FXCollections;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.Slider;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.control.Tooltip;
import javafx.scene.control.skin.ComboBoxListViewSkin;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.shape.Rectangle;
import javafx.util.StringConverter;
import org.jspecify.annotations.Nullable;

/// Rows of labelled controls that each show a value and change it at once. What cannot be is said beside the field,
/// and the old value stays.
public final class Form extends GridPane {
    private static final PseudoClass AUTOMATIC = PseudoClass.getPseudoClass("automatic");

    private final Consumer<String> error;
    private final List<Runnable> updates = new ArrayList<>();

    /// @param error gets what is wrong, in a sentence; empty when all is well
    public Form(Consumer<String> error) {
        super(8, 7);
        this.error = error;
    }

    /// A change that may be refused, with a sentence for the person.
    public interface Change<T> {
        void to(T value) throws Refused;
    }

    public static final class Refused extends Exception {
        public Refused(String sentence) {
            super(sentence);
        }
    }

    public void begin() {
        getChildren().clear();
        updates.clear();
    }

    /// Shows what the values are now; not in the field being typed into.
    public void update() {
        updates.forEach(Runnable::run);
    }

    public Node first() {
        return getChildren().stream()
                .filter(node -> !(node instanceof Label))
                .findFirst()
                .orElse(this);
    }

    public void row(String label, Node... nodes) {
        var text = new Label(label);
        text.getStyleClass().add("muted");
        text.setMinWidth(USE_PREF_SIZE);
        var box = new HBox(6, nodes);
        box.setAlignment(Pos.CENTER_LEFT);
        addRow(getRowCount(), text, nodes.length == 1 ? nodes[0] : box);
    }

    public void wide(Node node) {
        add(node, 0, getRowCount(), 2, 1);
    }

    public TextField text(String id, String accessible, Supplier<String> value, Consumer<String> change) {
        TextField field = Controls.field(id, accessible, 16);
        var shown = new Shown(field, value);
        commits(shown, () -> {
            String text = SymbolNames.replaced(field.getText().strip(), true);
            if (!text.equals(value.get())) {
                change.accept(text);
            }
            shown.show();
        });
        SymbolTyping.follow(field);
        return field;
    }

    /// A field and the text that the program put into it. What nobody typed is no change: it is neither committed
    /// when the field is left, nor kept when the value becomes another, as by undo.
    private final class Shown {
        private final TextField field;
        private final Supplier<String> value;
        private String text;
        private boolean touched;

        Shown(TextField field, Supplier<String> value) {
            this.field = field;
            this.value = value;
            show();
            field.addEventHandler(KeyEvent.KEY_TYPED, event -> touched |= TypedKeys.prints(event));
            updates.add(() -> {
                if (!field.isFocused() || !isTyped()) {
                    show();
                }
            });
        }

        void show() {
            touched = false;
            text = value.get();
            if (!field.getText().equals(text)) {
                field.setText(text);
            }
        }

        boolean isTyped() {
            return touched || !field.getText().equals(text);
        }
    }

    /// How a number is read from and written into a field.
    public record Writing(Function<String, OptionalDouble> read, Function<Double, String> write) {
        public static final Writing PLAIN = new Writing(Form::read, NumberText::shortest);
    }

    /// A number. Where nobody chose one the field shows what the program takes by itself; emptied, it does so
    /// again.
    ///
    /// @param automatic what the program takes
    public TextField number(
            String id,
            String accessible,
            Supplier<Optional<Double>> value,
            Supplier<Optional<Double>> automatic,
            Writing writing,
            Change<Optional<Double>> change) {
        TextField field = Controls.field(id, accessible, 7);
        Supplier<String> text =
                () -> value.get().or(automatic).map(writing.write).orElse("");
        var shown = new Shown(field, text);
        commits(shown, () -> {
            String typed = field.getText().strip();
            // What is automatic becomes somebody's choice by being typed, not by being looked at.
            boolean chosen = shown.touched && value.get().isEmpty() && !typed.isEmpty();
            if (typed.equals(text.get()) && !chosen) {
                shown.show();
                return;
            }
            OptionalDouble number = writing.read.apply(typed);
            try {
                if (number.isEmpty() && !typed.isBlank()) {
                    throw new Refused(RootLocale.format("“%s” is not a number.", typed));
                }
                change.to(number.isPresent() ? Optional.of(number.getAsDouble()) : Optional.empty());
                error.accept("");
            } catch (Refused e) {
                error.accept(e.getMessage() + " "
                        + (text.get().isEmpty() ? "Nothing was changed." : "It stays " + text.get() + "."));
            }
            shown.show();
        });
        Runnable marks =
                () -> field.pseudoClassStateChanged(AUTOMATIC, value.get().isEmpty());
        marks.run();
        updates.add(marks);
        return field;
    }

    public TextField number(
            String id, String accessible, Supplier<Optional<Double>> value, Change<Optional<Double>> change) {
        return number(id, accessible, value, Optional::empty, Writing.PLAIN, change);
    }

    /// A number that there must be.
    public TextField needed(
            String id, String accessible, double least, double most, Supplier<Double> value, Consumer<Double> change) {
        return number(id, accessible, () -> Optional.of(value.get()), typed -> {
            double number = typed.orElseThrow(() -> new Refused("A number is needed here."));
            if (!(number >= least && number <= most)) {
                throw new Refused(RootLocale.format(
                        "It must be from %s to %s.", NumberText.shortest(least), NumberText.shortest(most)));
            }
            change.accept(number);
        });
    }

    private static OptionalDouble read(String typed) {
        String text = typed.replaceAll("(?<=\\d)[ \u00a0\u2009\u202f](?=\\d)", "");
        OptionalDouble point = NumberText.number(text, DecimalMark.POINT);
        return point.isPresent() ? point : NumberText.number(text, DecimalMark.COMMA);
    }

    private static void commits(Shown shown, Runnable commit) {
        shown.field.setOnAction(_ -> commit.run());
        shown.field.focusedProperty().subscribe((was, is) -> {
            if (was && !is && shown.field.getScene() != null && shown.isTyped()) {
                commit.run();
            }
        });
    }

    public CheckBox tick(String id, String text, Supplier<Boolean> value, Change<Boolean> change) {
        CheckBox box = asWritten(new CheckBox(text));
        box.setId(id);
        box.setSelected(value.get());
        box.setOnAction(_ -> {
            try {
                change.to(box.isSelected());
                error.accept("");
            } catch (Refused e) {
                error.accept(e.getMessage());
                box.setSelected(value.get());
            }
        });
        updates.add(() -> box.setSelected(value.get()));
        return box;
    }

    public <T> ComboBox<T> choice(
            String id, String accessible, List<T> of, Function<T, String> name, Supplier<T> value, Consumer<T> change) {
        var box = new ComboBox<>(FXCollections.observableArrayList(of));
        box.setId(id);
        box.setAccessibleText(accessible);
        box.setConverter(new StringConverter<>() {
            @Override
            public String toString(T each) {
                return each == null ? "" : name.apply(each);
            }

            @Override
            public @Nullable T fromString(String text) {
                return null;
            }
        });
        boolean[] showing = {true};
        box.setValue(value.get());
        showing[0] = false;
        box.valueProperty().subscribe((was, is) -> {
            if (!showing[0] && is != null && !is.equals(value.get())) {
                change.accept(is);
            }
        });
        updates.add(() -> {
            showing[0] = true;
            box.setValue(value.get());
            showing[0] = false;
        });
        box.setMaxWidth(190 * Themes.textSize().get());
        box.skinProperty().subscribe(skin -> {
            if (skin instanceof ComboBoxListViewSkin<?> list) {
                list.getPopupContent().setAccessibleText(accessible);
            }
        });
        return box;
    }

    /// One of a few colours, or one of a person's own as "#1F5F8B"; the first is the program's own choice.
    public FlowPane color(
            String id,
            String accessible,
            List<String> of,
            Supplier<Optional<String>> value,
            Consumer<Optional<String>> change) {
        var group = new ToggleGroup();
        var pane = new FlowPane(4, 4);
        pane.setPrefWrapLength(230);
        var own = swatch(id + "-own", "automatic", null, group, () -> change.accept(Optional.empty()));
        pane.getChildren().add(own);
        for (String color : of) {
            pane.getChildren()
                    .add(swatch(
                            id + "-" + color.substring(1),
                            color,
                            color,
                            group,
                            () -> change.accept(Optional.of(color))));
        }
        TextField field =
                text(id, accessible + ", such as #1F5F8B", () -> value.get().orElse(""), typed -> {
                    if (typed.isEmpty() || typed.matches("#[0-9A-Fa-f]{6}")) {
                        change.accept(typed.isEmpty() ? Optional.empty() : Optional.of(typed.toUpperCase(Locale.ROOT)));
                        error.accept("");
                    } else {
                        error.accept(RootLocale.format(
                                "“%s” is not a colour: write it as #1F5F8B. The old colour stays.", typed));
                    }
                });
        field.setPrefColumnCount(6);
        pane.getChildren().add(field);
        Runnable update = () -> pane.getChildren().stream()
                .filter(ToggleButton.class::isInstance)
                .map(ToggleButton.class::cast)
                .forEach(
                        each -> each.setSelected(value.get().equals(Optional.ofNullable((String) each.getUserData()))));
        update.run();
        updates.add(update);
        return pane;
    }

    private static ToggleButton swatch(
            String id, String says, @Nullable String color, ToggleGroup group, Runnable action) {
        var button = new ToggleButton(color == null ? "auto" : "");
        button.setId(id);
        button.setUserData(color);
        button.setToggleGroup(group);
        button.getStyleClass().setAll("toggle-button", "swatch");
        if (color != null) {
            button.setGraphic(new Rectangle(14, 14, javafx.scene.paint.Color.web(color)));
        }
        button.setAccessibleText(says);
        button.setTooltip(new Tooltip(color == null ? "Automatic: the program's choice" : color));
        button.setOnAction(_ -> action.run());
        return button;
    }

    /// @param least where the slider begins
    public HBox sliding(
            String id, String accessible, double least, double most, Supplier<Double> value, Consumer<Double> change) {
        TextField field = needed(id, accessible, least, most, value, change);
        field.setPrefColumnCount(4);
        var slider = new Slider(least, most, value.get());
        slider.setId(id + "-slider");
        slider.setAccessibleText(accessible);
        slider.setPrefWidth(120);
        slider.valueChangingProperty().subscribe((was, is) -> {
            if (was && !is) {
                change.accept(Math.round(slider.getValue() * 100) / 100.0);
            }
        });
        slider.setOnKeyReleased(_ -> change.accept(Math.round(slider.getValue() * 100) / 100.0));
        slider.setOnMouseClicked(_ -> change.accept(Math.round(slider.getValue() * 100) / 100.0));
        updates.add(() -> slider.setValue(value.get()));
        var box = new HBox(6, slider, field);
        box.setAlignment(Pos.CENTER_LEFT);
        return box;
    }
}
