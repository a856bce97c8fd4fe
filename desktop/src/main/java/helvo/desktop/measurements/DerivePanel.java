package helvo.desktop.measurements;

import static helvo.desktop.controls.Controls.field;
import static helvo.desktop.controls.Controls.mainButton;
import static helvo.desktop.controls.Controls.muted;
import static helvo.desktop.controls.Controls.setShown;

import helvo.core.RootLocale;
import helvo.core.formula.Completions;
import helvo.core.formula.Formula;
import helvo.core.formula.FormulaFunction;
import helvo.core.formula.FormulaUnits;
import helvo.core.study.ColumnEdit;
import helvo.core.table.Column;
import helvo.core.table.Derivation;
import helvo.core.table.Heading;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.desktop.panels.Commands;
import helvo.desktop.panels.Panel;
import helvo.desktop.panels.Panels;
import helvo.desktop.theme.Themes;
import helvo.desktop.workspace.Workspace;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.control.TitledPane;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.text.Text;
import javafx.scene.text.TextFlow;

/// The panel that makes or changes a column that follows a formula: names are completed as one types, what is wrong
/// is marked in its place, and the first results show.
public final class DerivePanel extends Panel {
    private static final int PREVIEWED = 3;

    private final TextField name = field("derive-name", "Name and unit of the new column, as Load² (N²)", 20);
    private final TextField formula = field("derive-formula", "Formula over the columns", 20);
    private final ListView<Completions.Entry> completions = new ListView<>();
    private final TextFlow place = new TextFlow();
    private final Label preview = muted("");
    private final FlowPane uses = new FlowPane(6, 6);
    private final Label useLabel = new Label("Use it as");
    private final ToggleGroup use = new ToggleGroup();
    private final Button make = mainButton("derive-make", "Add the column", this::make);

    @SuppressWarnings("NullAway.Init") // set before anything is shown
    private Table table;

    private Optional<Column> edited = Optional.empty();
    private boolean named;

    /// What the new column is for.
    private enum Use {
        NOTHING("nothing yet", Role.NONE, false),
        X("x", Role.X, true),
        Y("y instead", Role.Y, true),
        Y_TOO("y as well", Role.Y, false);

        private final String text;
        private final Role role;
        private final boolean instead;

        Use(String text, Role role, boolean instead) {
            this.text = text;
            this.role = role;
            this.instead = instead;
        }
    }

    public DerivePanel(Workspace workspace, Panels panels, MeasurementGrid grid) {
        super(workspace, panels, "derive", "", 400);
        name.setPromptText("Load² (N²)");
        formula.setPromptText("Load^2");
        completions.setId("derive-completions");
        completions.setFixedCellSize(26);
        completions.setFocusTraversable(false);
        completions.setAccessibleText("Names and functions that fit");
        completions.setCellFactory(_ -> new CompletionCell());
        completions.setOnMouseClicked(_ -> complete());
        for (Use each : Use.values()) {
            var button = new ToggleButton(each.text);
            button.setId("derive-use-" + each.name().toLowerCase(Locale.ROOT).replace('_', '-'));
            button.getStyleClass().setAll("toggle-button", "switch");
            button.setUserData(each);
            button.setToggleGroup(use);
            button.setOnAction(_ -> button.setSelected(true));
            uses.getChildren().add(button);
        }
        var fields = new GridPane(8, 8);
        fields.addRow(0, new Label("Name (unit)"), name);
        fields.addRow(1, new Label("Formula"), formula);
        fields.addRow(2, useLabel, uses);
        fields.getChildren().stream()
                .filter(Label.class::isInstance)
                .map(Label.class::cast)
                .forEach(label -> label.setMinWidth(Region.USE_PREF_SIZE));
        GridPane.setHgrow(name, Priority.ALWAYS);
        GridPane.setHgrow(formula, Priority.ALWAYS);
        getChildren().addAll(heading, fields, completions, place, preview, wrong, notation(), make);
        formula.textProperty().subscribe(_ -> update());
        formula.caretPositionProperty().subscribe(_ -> listCompletions());
        formula.focusedProperty().subscribe(_ -> listCompletions());
        formula.addEventFilter(KeyEvent.KEY_PRESSED, this::key);
        name.setOnAction(_ -> make());
        name.setOnKeyTyped(_ -> {
            named = !name.getText().isBlank();
            update();
        });
    }

    /// How formulas are written, for one who asks.
    private static TitledPane notation() {
        String functions = Arrays.stream(FormulaFunction.values())
                .map(each -> each.word() + ": " + each.meaning())
                .collect(Collectors.joining("; "));
        Label text =
                muted("Sums, differences, products (· or *, or nothing: 2 Load), quotients, powers (^ or ²), √, |x|, "
                        + "brackets, π, e. Columns by their names; in "
                        + "“quotation marks” where a name is odd. Dates count in days. "
                        + "(Width in mm) is Width in another unit; what is added in another unit is converted. "
                        + functions
                        + ". Bars carry over to first order.");
        var pane = new TitledPane("How to write a formula", text);
        pane.setAnimated(Themes.isMoving());
        pane.setExpanded(false);
        pane.setAnimated(false);
        pane.setId("derive-notation");
        return pane;
    }

    /// Asks about the formula of this column; of none for a new one.
    public void show(Optional<Column> column) {
        edited = column.filter(each -> each.derivation().orElse(null) instanceof Derivation.Formula);
        panels.show(this);
    }

    /// What it does by name, for the finder and for keys.
    public static void addTo(Commands commands, Workspace workspace, Panels panels, MeasurementGrid grid) {
        commands.add(
                "A column by formula …",
                "Shortcut+Shift+F",
                () -> workspace.table().isPresent(),
                () -> panels.of(DerivePanel.class).show(Optional.empty()));
        commands.add(
                "Change the formula of the chosen column …",
                "",
                () -> grid.chosenColumn()
                        .flatMap(Column::derivation)
                        .filter(Derivation.Formula.class::isInstance)
                        .isPresent(),
                () -> panels.of(DerivePanel.class).show(grid.chosenColumn()));
    }

    @Override
    protected void begin() {
        table = workspace.table().orElseThrow();
        heading.setText(edited.isPresent() ? "Formula of " + edited.get().name() : "A column by formula");
        make.setText(edited.isPresent() ? "Change the formula" : "Add the column");
        for (Node row : List.of(uses, useLabel)) {
            setShown(row, edited.isEmpty());
        }
        use.selectToggle(use.getToggles().getFirst());
        name.setText(edited.map(column -> column.heading().text()).orElse(""));
        named = edited.isPresent();
        formula.setText(edited.map(column ->
                        Formula.written((Derivation.Formula) column.derivation().orElseThrow(), table))
                .orElse(""));
        clearError();
        update();
        formula.requestFocus();
        formula.end();
    }

    private Formula.Reading reading() {
        Formula.Reading reading = Formula.read(formula.getText(), table);
        if (edited.isPresent() && reading instanceof Formula.Reading.Read(Formula read, var _)) {
            Set<Integer> followers = Formula.followersOf(edited.get().id(), table);
            Optional<Integer> own =
                    read.columns().stream().filter(followers::contains).findFirst();
            if (own.isPresent()) {
                return new Formula.Reading.Wrong(
                        0,
                        formula.getText().length(),
                        RootLocale.format(
                                "“%s” follows %s itself: a formula cannot go round in a circle.",
                                table.column(own.get()).name(), edited.get().name()));
            }
        }
        return reading;
    }

    private void update() {
        if (table == null) {
            return;
        }
        place.getChildren().clear();
        preview.setText("");
        switch (reading()) {
            case Formula.Reading.Read(Formula read, String kept) -> {
                if (!named) {
                    name.setText(
                            read.headed(new Heading(suggested(kept), ""), table).text());
                }
                preview.setText(preview(read) + units(read));
            }
            case Formula.Reading.Wrong(int from, int to, String sentence) -> mark(from, to, sentence);
        }
        place.setManaged(!place.getChildren().isEmpty());
        listCompletions();
    }

    /// The formula once more, with the wrong place marked, and what is wrong with it.
    private void mark(int from, int to, String sentence) {
        String text = formula.getText();
        int end = Math.min(to, text.length());
        var before = new Text(text.substring(0, Math.min(from, end)));
        var odd = new Text(from < end ? text.substring(from, end) : "▏");
        odd.getStyleClass().add("wrong-place");
        odd.setUnderline(true);
        var after = new Text(text.substring(end));
        var said = new Text((text.isBlank() ? "" : "\n") + sentence);
        said.getStyleClass().add("wrong-sentence");
        place.getChildren().setAll(text.isBlank() ? new Text[] {said} : new Text[] {before, odd, after, said});
        place.setAccessibleText(sentence);
    }

    private String preview(Formula read) {
        int rows = table.rows();
        String first = IntStream.range(0, rows)
                .filter(row -> Double.isFinite(read.value(table, row)))
                .limit(PREVIEWED)
                .mapToObj(row -> RootLocale.format(
                        "row %d: %s", row + 1, workspace.study().numbers().plain(read.value(table, row))))
                .collect(Collectors.joining(", "));
        Optional<Integer> without = IntStream.range(0, Math.min(rows, 1000))
                .boxed()
                .filter(row -> !Double.isFinite(read.value(table, row)))
                .findFirst();
        String bars = read.columns().stream()
                .map(table::column)
                .flatMap(source -> table
                        .barOf(source)
                        .map(Column::name)
                        .or(() -> source.uniformBars().map(_ -> "the bars of " + source.name()))
                        .stream())
                .collect(Collectors.joining(", "));
        return (first.isEmpty() ? "No row has a result." : "Gives " + first + (rows > PREVIEWED ? " …" : "."))
                + without.map(row -> RootLocale.format(
                                "\nRow %d has none: %s.",
                                row + 1, read.fault(table, row).orElse("no finite result")))
                        .orElse("")
                + (bars.isEmpty() || edited.isPresent() ? "" : "\nIts uncertainty is carried over from " + bars + ".");
    }

    /// The unit of the results, and what does not fit.
    private String units(Formula read) {
        FormulaUnits.Result units = read.units(table);
        var lines = new ArrayList<String>();
        units.unit().filter(unit -> !unit.isOne()).ifPresent(unit -> lines.add("In " + unit.spelling() + "."));
        lines.addAll(units.remarks());
        read.compared(table, Heading.of(name.getText()).unit()).ifPresent(lines::add);
        return lines.stream().map(line -> "\n" + line).collect(Collectors.joining());
    }

    /// "Load^2" for Load^2: the formula is its own name until one is given.
    private String suggested(String kept) {
        return Formula.written(new Derivation.Formula(kept), table)
                .replace("“", "")
                .replace("”", "")
                .replaceAll("\\(([^()]*) in [^()]*\\)", "$1")
                .replaceAll("\\^2(?!\\d)", "²")
                .replaceAll("\\^3(?!\\d)", "³");
    }

    private void listCompletions() {
        Completions found = table == null || !formula.isFocused()
                ? new Completions(0, List.of())
                : Completions.at(formula.getText(), caret(), table);
        completions.getItems().setAll(found.entries());
        completions.getSelectionModel().selectFirst();
        boolean any = !found.entries().isEmpty();
        setShown(completions, any);
        completions.setPrefHeight(Math.min(5, found.entries().size()) * 26 + 2);
    }

    /// While a text is replaced the field tells of the new text before it moves its caret.
    private int caret() {
        return Math.min(formula.getCaretPosition(), formula.getLength());
    }

    private void key(KeyEvent event) {
        boolean listed = !completions.getItems().isEmpty();
        if (listed && (event.getCode() == KeyCode.DOWN || event.getCode() == KeyCode.UP)) {
            int next = completions.getSelectionModel().getSelectedIndex() + (event.getCode() == KeyCode.DOWN ? 1 : -1);
            completions
                    .getSelectionModel()
                    .select(Math.floorMod(next, completions.getItems().size()));
            completions.scrollTo(completions.getSelectionModel().getSelectedIndex());
            event.consume();
        } else if (listed && event.getCode() == KeyCode.TAB && !event.isShiftDown()) {
            complete();
            event.consume();
        } else if (event.getCode() == KeyCode.ENTER) {
            if (listed && !(reading() instanceof Formula.Reading.Read)) {
                complete();
            } else {
                make();
            }
            event.consume();
        }
    }

    private void complete() {
        Completions.Entry chosen = completions.getSelectionModel().getSelectedItem();
        if (chosen != null) {
            int from = Completions.at(formula.getText(), caret(), table).from();
            formula.replaceText(from, caret(), chosen.insert());
            formula.requestFocus();
            formula.positionCaret(from + chosen.insert().length());
        }
    }

    private void make() {
        if (!(reading() instanceof Formula.Reading.Read(Formula read, String kept))) {
            formula.requestFocus();
            return;
        }
        if (name.getText().isBlank()) {
            showError("Give the column a name.");
            name.requestFocus();
            return;
        }
        Heading called = read.headed(Heading.of(name.getText()), table);
        boolean taken = table.columns().stream()
                .anyMatch(column -> column.name().equals(called.name())
                        && edited.map(Column::id).orElse(-1) != column.id());
        if (taken) {
            showError(RootLocale.format("There is a column “%s” already: give this one another name.", called.name()));
            name.requestFocus();
            return;
        }
        var chosen = (Use) use.getSelectedToggle().getUserData();
        workspace.perform(
                edited.isPresent()
                        ? new ColumnEdit.SetFormula(table.id(), edited.get().id(), called, kept)
                        : new ColumnEdit.Derive(table.id(), called, kept, chosen.role, chosen.instead));
        close();
    }

    private static final class CompletionCell extends ListCell<Completions.Entry> {
        @Override
        protected void updateItem(Completions.Entry entry, boolean empty) {
            super.updateItem(entry, empty);
            setText(null);
            setGraphic(null);
            if (!empty && entry != null) {
                var gap = new Region();
                HBox.setHgrow(gap, Priority.ALWAYS);
                setGraphic(new HBox(8, new Label(entry.insert()), gap, muted(entry.meaning())));
            }
        }
    }
}
