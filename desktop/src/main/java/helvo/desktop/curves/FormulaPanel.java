package helvo.desktop.curves;

import static helvo.desktop.controls.Controls.button;
import static helvo.desktop.controls.Controls.field;
import static helvo.desktop.controls.Controls.mainButton;
import static helvo.desktop.controls.Controls.muted;
import static helvo.desktop.controls.Controls.setShown;
import static helvo.desktop.controls.Controls.smallButton;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Coefficient;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.FormulaCurve;
import helvo.core.fit.SampledComparison;
import helvo.core.fit.TradeCurve;
import helvo.core.formula.CurveFormula;
import helvo.core.nonlinear.CoefficientSetting;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberText;
import helvo.core.results.EquationText;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.StudyEdit;
import helvo.core.table.Column;
import helvo.core.table.Kind;
import helvo.core.table.SeriesKey;
import helvo.core.table.Table;
import helvo.desktop.panels.Commands;
import helvo.desktop.panels.Panel;
import helvo.desktop.panels.Panels;
import helvo.desktop.task.InterfaceTimer;
import helvo.desktop.workspace.Exporter;
import helvo.desktop.workspace.Importer;
import helvo.desktop.workspace.Workspace;
import helvo.files.json.CurveFile;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/// More curves: those of the trade, and one's own by its formula, whose coefficients can be held and limited.
public final class FormulaPanel extends Panel {
    /// It covers the measurements, and nothing of the figure.
    private static final double WIDTH = 332;

    private final Label use = muted(" ");
    private final TextField formula = field("formula-text", "Formula of the curve, in x and names of coefficients", 40);
    private final Label says = muted("");
    private final GridPane coefficients = new GridPane(8, 4);
    private final Button apply = mainButton("formula-use", "Use this curve", this::use);
    private final FlowPane own = new FlowPane(4, 2);
    private final Label ownLabel = muted("Your own");
    private final TextField name = field("formula-name", "Name to keep this curve under", 14);
    private final Button keep = button("formula-keep", "Keep", this::keep);
    private final Button forget = button("formula-forget", "Forget", this::forget);
    private final KeptCurves kept;
    /// The curves to choose from make room for the coefficients once there is a curve.
    private final VBox list = new VBox(8);
    private final Button open = smallButton(
            "formula-list",
            "Curves of the trade, and your own …",
            "Shows the curves to choose from",
            () -> showList(true));
    /// What is typed is tried once no key came for so long.
    private final InterfaceTimer trying = InterfaceTimer.after(Duration.ofMillis(250), this::tryOut);
    /// The curve whose coefficients are shown.
    private Optional<FormulaCurve> shown = Optional.empty();
    private List<Asked> asked = List.of();

    /// The fields of a coefficient.
    private record Asked(
            String name, Label value, TextField held, TextField low, TextField high, TextField start, CheckBox shared) {
        List<TextField> fields() {
            return List.of(held, low, high, start);
        }
    }

    /// What somebody typed that is no number.
    private static final class NoNumber extends Exception {
        private final transient TextField in;
        private final String sentence;

        NoNumber(TextField in, String sentence) {
            super(sentence);
            this.in = in;
            this.sentence = sentence;
        }
    }

    /// @param kept the person's own
    public FormulaPanel(Workspace workspace, Panels panels, KeptCurves kept, Importer importer, Exporter exporter) {
        super(workspace, panels, "formula", "More curves", WIDTH);
        this.kept = kept;
        place(Pos.TOP_LEFT, 56, 4);
        formula.setPromptText("T0 + A*exp(-x/tau)");
        formula.setOnAction(_ -> use());
        formula.textProperty().subscribe(_ -> typed());
        formula.setMaxWidth(Double.MAX_VALUE);
        use.setId("formula-for");
        says.setId("formula-says");
        coefficients.setId("formula-coefficients");
        own.setId("formula-own");
        list.getChildren().addAll(trade(), use);
        getChildren()
                .addAll(
                        heading,
                        new Label("Formula"),
                        formula,
                        says,
                        coefficients,
                        wrong,
                        apply,
                        open,
                        list,
                        keeping(importer, exporter));
        kept.curves().subscribe(this::showOwn);
        workspace.analysis().subscribe(_ -> values());
    }

    /// A row to keep the curve under a name, and to hand curves on.
    private FlowPane keeping(Importer importer, Exporter exporter) {
        name.setPromptText("Name");
        name.setOnAction(_ -> keep());
        name.textProperty().subscribe(_ -> showKeeping());
        keep.setTooltip(new Tooltip("Keeps the formula, with what is asked of its coefficients, for every study"));
        Button take = smallButton(
                "formula-take",
                "Take from a file …",
                "Take curves from a file into your own",
                () -> importer.fileOfCurves().ifPresent(file -> {
                    showList(true);
                    kept.take(file, this::showError);
                }));
        Button write = smallButton("formula-write", "Hand on …", "Write your own curves to a file", () -> {
            List<FormulaCurve> all = kept.curves().get();
            if (all.isEmpty()) {
                showError("You have kept no curve yet: give one a name first.");
            } else {
                exporter.placeForCurves("Curves.json").ifPresent(file -> kept.write(all, file, this::showError));
            }
        });
        return new FlowPane(6, 6, name, keep, forget, take, write);
    }

    private void showList(boolean isOpen) {
        boolean hadFocus = open.isFocused();
        setShown(list, isOpen);
        setShown(open, !isOpen);
        setShown(coefficients, !isOpen);
        setShown(apply, !isOpen);
        if (isOpen && hadFocus) {
            list.lookup(".look-choice").requestFocus();
        }
    }

    /// What it does by name, for the finder and for keys.
    public static void addTo(Commands commands, Workspace workspace, Panels panels) {
        commands.addOfFigure(
                "More curves, or your own by its formula …",
                "Shortcut+Shift+M",
                workspace::hasSeries,
                () -> panels.show(FormulaPanel.class));
    }

    /// Buttons for each group, below its name.
    private VBox trade() {
        var groups = new VBox(2);
        for (TradeCurve.Group group : TradeCurve.Group.values()) {
            var buttons = new FlowPane(4, 2);
            Arrays.stream(TradeCurve.values())
                    .filter(each -> each.group() == group)
                    .forEach(each -> buttons.getChildren().add(tradeButton(each)));
            groups.getChildren().addAll(muted(group.label()), buttons);
        }
        groups.getChildren().addAll(ownLabel, own);
        return groups;
    }

    private Button tradeButton(TradeCurve each) {
        Button choose = choice(
                "formula-" + each.curve().keyword(),
                each.curve(),
                "y = " + each.curve().formula().text() + ": " + each.use() + ".");
        choose.setGraphic(new CurveSketch(each));
        return choose;
    }

    /// The curves that the person keeps.
    private void showOwn(List<FormulaCurve> curves) {
        own.getChildren()
                .setAll(curves.stream()
                        .map(each -> choice(
                                "formula-own-" + CurveFile.word(each.name()),
                                each,
                                "y = " + each.formula().text() + "."))
                        .toList());
        setShown(ownLabel, !curves.isEmpty());
        setShown(own, !curves.isEmpty());
        showKeeping();
    }

    private void showKeeping() {
        boolean isKept = CurveFile.named(kept.curves().get(), name.getText()).isPresent();
        keep.setText(isKept ? "Keep instead" : "Keep");
        keep.setDisable(shown.isEmpty() || name.getText().isBlank());
        setShown(forget, isKept);
    }

    private void keep() {
        clearError();
        Optional<String> refused = CurveFile.refusal(name.getText());
        if (refused.isPresent() || shown.isEmpty()) {
            showError("This curve is not kept: " + refused.orElse("write a formula first") + ".");
            return;
        }
        try {
            FormulaCurve curve = FormulaCurve.of(shown.get().formula())
                    .with(settings())
                    .named(name.getText().strip());
            shown = Optional.of(curve);
            kept.keep(curve, this::showError);
        } catch (NoNumber none) {
            showError(none.sentence);
            none.in.requestFocus();
        }
    }

    private void forget() {
        clearError();
        kept.forget(name.getText(), this::showError);
        name.clear();
    }

    private Button choice(String id, FormulaCurve curve, String about) {
        Button choose = button(id, curve.name(), () -> {
            choose(curve);
            show(curve);
        });
        choose.getStyleClass().setAll("button", "look-choice");
        choose.setAccessibleText(curve.name() + ", " + about);
        choose.hoverProperty().subscribe(over -> about(over ? about : " "));
        choose.focusedProperty().subscribe(on -> about(on ? about : " "));
        return choose;
    }

    private void about(String text) {
        use.setText(text);
    }

    @Override
    protected void begin() {
        clearError();
        kept.read(this::showError);
        Optional<FormulaCurve> now = workspace
                .series()
                .map(series -> series.chosen().curve())
                .filter(FormulaCurve.class::isInstance)
                .map(FormulaCurve.class::cast);
        formula.clear();
        shown = Optional.empty();
        rows();
        now.ifPresent(this::show);
        focus(formula);
    }

    @Override
    protected boolean isToggle() {
        return true;
    }

    private void show(FormulaCurve curve) {
        shown = Optional.of(curve);
        formula.setText(curve.formula().text());
        name.setText(curve.isNamed() ? curve.name() : "");
        rows();
    }

    /// The formula changed: what it means, or what is wrong with it, is said at once.
    private void typed() {
        clearError();
        trying.start();
        String text = formula.getText();
        if (text.isBlank()) {
            shown = Optional.empty();
            rows();
            return;
        }
        if (shown.filter(curve -> curve.formula().text().equals(text)).isPresent()) {
            return;
        }
        switch (read(text)) {
            case CurveFormula.Reading.Read(CurveFormula read) -> {
                shown = Optional.of(FormulaCurve.of(read));
                rows();
            }
            case CurveFormula.Reading.Wrong(int from, int _, String sentence) -> {
                shown = Optional.empty();
                rows();
                says.setText("At character " + (from + 1) + ": " + sentence);
                setShown(says, true);
            }
        }
    }

    private CurveFormula.Reading read(String text) {
        Optional<Column> x = workspace.series().map(series -> series.rows().x().column());
        List<String> others = workspace.table().map(Table::columns).orElse(List.of()).stream()
                .filter(column -> column.kind() != Kind.TEXT
                        && x.filter(of -> of.id() == column.id()).isEmpty())
                .map(Column::name)
                .toList();
        return CurveFormula.read(
                text,
                x.map(Column::name).orElse("x"),
                others,
                workspace.table().map(Table::decimalMark).orElse(DecimalMark.POINT));
    }

    /// A row for each coefficient of the curve that is shown.
    private void rows() {
        coefficients.getChildren().clear();
        List<Asked> before = asked;
        asked = shown.map(curve -> curve.formula().coefficients().stream()
                        .map(name -> asked(curve, name, before))
                        .toList())
                .orElse(List.of());
        if (!asked.isEmpty()) {
            List<String> heads = new ArrayList<>(List.of("hold at", "not below", "not above", "start at"));
            if (groups().size() > 1) {
                heads.add("shared");
            }
            for (int column = 0; column < heads.size(); column++) {
                Label head = muted(heads.get(column));
                head.setMinWidth(Region.USE_PREF_SIZE);
                coefficients.add(head, column, 0);
            }
        }
        for (Asked each : asked) {
            var name = new Label(each.name());
            name.getStyleClass().add("strong");
            coefficients.add(new HBox(8, name, each.value()), 0, coefficients.getRowCount(), GridPane.REMAINING, 1);
            int row = coefficients.getRowCount();
            each.fields().forEach(field -> coefficients.add(field, each.fields().indexOf(field), row));
            if (groups().size() > 1) {
                coefficients.add(each.shared(), each.fields().size(), row);
            }
        }
        showList(asked.isEmpty());
        apply.setDisable(asked.isEmpty());
        says.setText(shown.map(curve -> curve.inseparable().orElseGet(() -> meaning(curve)))
                .orElse(""));
        setShown(says, shown.isPresent());
        values();
    }

    private String meaning(FormulaCurve curve) {
        String x = workspace
                .series()
                .map(series -> series.rows().x().column().name())
                .orElse("x");
        List<String> names = curve.formula().coefficients();
        return "x is " + x + ". " + String.join(", ", names)
                + (names.size() == 1
                        ? " is found from the points."
                        : " are found from the points; no starting values are needed.");
    }

    /// What was typed for a name before stays.
    private Asked asked(FormulaCurve curve, String name, List<Asked> before) {
        Optional<Asked> known =
                before.stream().filter(each -> each.name().equals(name)).findFirst();
        CoefficientSetting setting = curve.setting(name);
        Asked made = new Asked(
                name,
                new Label(),
                number("held", name, "held at this value, which may have a unit", setting.held()),
                number("low", name, "lower limit", setting.low()),
                number("high", name, "upper limit", setting.high()),
                number("start", name, "start of the search", setting.start()),
                shared(name, setting.isShared()));
        if (!setting.unit().isEmpty()) {
            made.held().setText(made.held().getText() + " " + setting.unit());
        }
        known.filter(_ -> setting.equals(CoefficientSetting.FREE)).ifPresent(old -> {
            for (int i = 0; i < made.fields().size(); i++) {
                made.fields().get(i).setText(old.fields().get(i).getText());
            }
            made.shared().setSelected(old.shared().isSelected());
        });
        return made;
    }

    private static CheckBox shared(String name, boolean isShared) {
        var box = new CheckBox();
        box.setId("formula-shared-" + name);
        box.setSelected(isShared);
        box.setAccessibleText(name + ", one value for all groups");
        box.setTooltip(new Tooltip("One value for all groups: one fit over all of them"));
        return box;
    }

    /// The series of the figure that have points of their own.
    private List<SeriesKey> groups() {
        return workspace.figure().map(FigureAnalysis::series).orElse(List.of()).stream()
                .map(SeriesAnalysis::key)
                .filter(SeriesKey::hasOwnPoints)
                .toList();
    }

    private TextField number(String id, String name, String purpose, OptionalDouble value) {
        TextField number = field("formula-" + id + "-" + name, name + ", " + purpose, 3);
        number.setText(value.isPresent() ? NumberText.shortest(value.getAsDouble()) : "");
        number.setOnAction(_ -> use());
        return number;
    }

    /// What the coefficients are where the curve that is shown is the one that is fitted.
    private void values() {
        Optional<SeriesAnalysis> series = workspace.series();
        Optional<Fit> fit = series.flatMap(SeriesAnalysis::fit)
                .filter(of -> of.curve() instanceof FormulaCurve curve
                        && shown.filter(own -> own.formula().equals(curve.formula()))
                                .isPresent());
        series.map(SeriesAnalysis::chosen)
                .filter(outcome -> shown.filter(own -> outcome.curve() instanceof FormulaCurve curve
                                && own.formula().equals(curve.formula()))
                        .isPresent())
                .ifPresent(outcome -> says.setText(
                        outcome instanceof FitOutcome.NotFitted(var _, var reason)
                                ? reason.sentence(workspace.study().numbers())
                                : meaning(shown.orElseThrow())));
        for (Asked each : asked) {
            each.value()
                    .setText(fit.flatMap(of -> of.coefficients().stream()
                                    .filter(coefficient -> coefficient.name().equals(each.name()))
                                    .findFirst()
                                    .map(coefficient -> text(of, coefficient, series.orElseThrow())))
                            .orElse(fit.isPresent() ? "held" : "–"));
        }
    }

    private String text(Fit fit, Coefficient coefficient, SeriesAnalysis series) {
        String unit = fit.curve()
                .unit(
                        coefficient.name(),
                        series.rows().y().unit(),
                        series.rows().x().unit());
        return workspace.study().numbers().withUncertainty(coefficient.value(), EquationText.standardError(coefficient))
                + (unit.isEmpty() ? "" : " " + unit);
    }

    /// Fits the curve that is shown, as it is asked for.
    private void use() {
        clearError();
        if (shown.isEmpty()) {
            showError(formula.getText().isBlank() ? "Write a formula first, or choose a curve above." : says.getText());
            formula.requestFocus();
            return;
        }
        try {
            FormulaCurve curve = shown.get().with(settings());
            Optional<String> inseparable = curve.inseparable();
            if (inseparable.isPresent()) {
                showError(inseparable.get());
                return;
            }
            choose(curve);
            shown = Optional.of(curve);
        } catch (NoNumber none) {
            showError(none.sentence);
            none.in.requestFocus();
        }
    }

    private List<CoefficientSetting> settings() throws NoNumber {
        var settings = new ArrayList<CoefficientSetting>();
        for (Asked each : asked) {
            OptionalDouble low = read(each.low(), each.name());
            OptionalDouble high = read(each.high(), each.name());
            if (low.isPresent() && high.isPresent() && low.getAsDouble() >= high.getAsDouble()) {
                throw new NoNumber(each.high(), each.name() + ": the upper limit must lie above the lower one.");
            }
            CoefficientSetting held = held(each);
            settings.add(new CoefficientSetting(
                    held.held(),
                    held.unit(),
                    low,
                    high,
                    read(each.start(), each.name()),
                    each.shared().isSelected() && !held.isHeld()));
        }
        if (settings.stream().allMatch(CoefficientSetting::isHeld)) {
            throw new NoNumber(asked.getFirst().held(), "All coefficients are held, and none is left to fit.");
        }
        return settings;
    }

    private static CoefficientSetting held(Asked asked) throws NoNumber {
        String text = asked.held().getText().strip();
        return text.isEmpty()
                ? CoefficientSetting.FREE
                : CoefficientSetting.FREE
                        .heldAt(text)
                        .orElseThrow(() -> new NoNumber(
                                asked.held(),
                                asked.name() + ": “" + text
                                        + "” is not a number, nor one with a unit such as 8.314 J/(mol K)."));
    }

    private static OptionalDouble read(TextField field, String name) throws NoNumber {
        String text = field.getText().strip();
        if (text.isEmpty()) {
            return OptionalDouble.empty();
        }
        OptionalDouble point = NumberText.number(text, DecimalMark.POINT);
        OptionalDouble number = point.isPresent() ? point : NumberText.number(text, DecimalMark.COMMA);
        if (number.isEmpty()) {
            throw new NoNumber(field, name + ": “" + text + "” is not a number.");
        }
        return number;
    }

    private void choose(FormulaCurve curve) {
        trying.stop();
        edit(curve).ifPresent(workspace::perform);
    }

    /// Shows the curve that is typed while it is typed; through many points that takes too long.
    private void tryOut() {
        boolean isQuick = workspace
                .series()
                .filter(series -> series.points().size() <= SampledComparison.MOST_SEARCHED)
                .isPresent();
        if (!isVisible() || !isQuick) {
            return;
        }
        try {
            Optional<FormulaCurve> typed = formula.getText().isBlank() || shown.isEmpty()
                    ? Optional.empty()
                    : Optional.of(shown.get().with(settings()));
            Optional<Edit> edit = typed.filter(curve -> curve.inseparable().isEmpty() && !isChosen(curve))
                    .flatMap(this::edit);
            if (edit.isPresent()) {
                workspace.document().preview(edit.get());
            } else {
                workspace.document().endPreview();
            }
        } catch (NoNumber notYet) {
            // It is said once the curve is asked for.
        }
    }

    private boolean isChosen(FormulaCurve curve) {
        return workspace
                .figureInView()
                .flatMap(figure -> workspace.series().map(series -> figure.curve(series.key())
                        .equals(curve)))
                .orElse(false);
    }

    /// The series in view has this curve; all groups where they share a coefficient.
    private Optional<Edit> edit(FormulaCurve curve) {
        return workspace.figureInView().flatMap(figure -> workspace.series().map(series -> {
            if (curve.shared().isEmpty()) {
                return new FigureEdit.ChooseCurve(figure.id(), series.key(), curve);
            }
            return new StudyEdit.Compound(
                    "Fit: " + curve.nameInSentence() + " to all groups",
                    groups().stream()
                            .<Edit>map(key -> new FigureEdit.ChooseCurve(figure.id(), key, curve))
                            .toList());
        }));
    }
}
