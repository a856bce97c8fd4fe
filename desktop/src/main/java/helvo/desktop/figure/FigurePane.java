package helvo.desktop.figure;

import static helvo.desktop.controls.Controls.setShown;
import static helvo.desktop.controls.Controls.smallButton;

import helvo.core.RootLocale;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Curve;
import helvo.core.fit.ResidualMeasure;
import helvo.core.results.SuggestedAction;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Figure;
import helvo.core.study.FigureEdit;
import helvo.core.study.Layer;
import helvo.core.study.StudyEdit;
import helvo.core.table.Role;
import helvo.desktop.controls.AddButton;
import helvo.desktop.controls.Tabs;
import helvo.desktop.panels.Commands;
import helvo.desktop.panels.Panels;
import helvo.desktop.workspace.Copying;
import helvo.desktop.workspace.Workspace;
import helvo.figure.layout.HitTarget;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

/// Figure: the sheet, and above it the figures over the table and the switches of what the sheet shows.
public final class FigurePane extends VBox {
    /// Where a panel that was asked for by name lies.
    private static final double PANEL_Y = 160;
    /// What all switches take side by side in a window of the usual width.
    private static final double SWITCHES = 484;

    private final Workspace workspace;
    private final FigureView view;
    private final PartOpener opener;
    private final FigureCommands named;
    private final Tabs tabs;
    private final FigureNotices notices;
    private final Map<Layer, ToggleButton> switches = new EnumMap<>(Layer.class);
    private final ResidualView residuals;
    private final ToggleButton full = new ToggleButton("Residuals: full view");
    private final FlowPane layers = new FlowPane(2, 6);
    private final FlowPane measures = new FlowPane(2, 6);
    private final Button styleButton;

    public FigurePane(Workspace workspace, Copying copying, Panels panels) {
        this.workspace = workspace;
        getStyleClass().add("figure-pane");
        tabs = new Tabs(
                        "figure-",
                        place -> workspace.showFigure(
                                workspace.figuresInView().get(place).id()))
                .renaming((name, place) -> workspace.perform(new FigureEdit.NameFigure(
                        workspace.figuresInView().get(place).id(), name)))
                .ending(add())
                .wrappingAfter(240);
        tabs.getStyleClass().add("figure-tabs");
        opener = new PartOpener(panels, this::view);
        view = new FigureView(workspace, copying, opener);
        named = new FigureCommands(workspace, view, this);
        notices = new FigureNotices(workspace);
        residuals = new ResidualView(workspace);
        var middle = new StackPane(view, residuals);
        VBox.setVgrow(middle, Priority.ALWAYS);
        for (FlowPane row : List.of(layers, measures)) {
            row.setPrefWrapLength(SWITCHES);
            row.setMinWidth(0);
            row.setAlignment(Pos.TOP_RIGHT);
            HBox.setHgrow(row, Priority.ALWAYS);
        }
        for (Layer layer : Layer.values()) {
            var button = new ToggleButton(layer.label());
            button.setId("show-" + layer.name().toLowerCase(Locale.ROOT).replace('_', '-'));
            button.getStyleClass().setAll("toggle-button", "switch");
            button.setTooltip(new Tooltip(layer.purpose()));
            button.setAccessibleText(layer.purpose());
            button.setOnAction(_ -> toggle(layer));
            switches.put(layer, button);
            layers.getChildren().add(button);
            if (layer == Layer.RESIDUALS) {
                layers.getChildren()
                        .add(smallButton(
                                "residuals-open",
                                "full view",
                                "The residuals in full, in five plots",
                                () -> showResiduals(true)));
            }
        }
        measures();
        styleButton = smallButton(
                "figure-look",
                "Style …",
                "The style of the whole figure: its size, its text, its lines",
                () -> open(new HitTarget.Background()));
        HBox.setMargin(styleButton, new Insets(0, 0, 0, 2));
        var head = new HBox(2, tabs, styleButton, layers, measures);
        head.setAlignment(Pos.TOP_LEFT);
        head.setPadding(new Insets(0, 0, 8, 4));
        getChildren().addAll(head, notices, middle);
        showResiduals(false);
        workspace.history().subscribe(this::update);
        workspace.tableId().subscribe(_ -> update());
        workspace.figureId().subscribe(_ -> update());
        view.drawings().subscribe(_ -> notices.show(view.layoutNow()));
    }

    /// The switches of the full view of the residuals.
    private void measures() {
        full.setId("residuals-full");
        full.setSelected(true);
        full.setAccessibleText("Residuals: full view; click to go back to the figure");
        full.setOnAction(_ -> showResiduals(false));
        measures.getChildren().add(full);
        var group = new ToggleGroup();
        for (ResidualMeasure measure : ResidualMeasure.values()) {
            var button = new ToggleButton(measure.label());
            button.setId("residuals-" + measure.name().toLowerCase(Locale.ROOT).replace('_', '-'));
            button.setAccessibleText("Residuals " + measure.label());
            button.setToggleGroup(group);
            button.setSelected(measure == residuals.measure());
            button.setOnAction(_ -> {
                button.setSelected(true);
                residuals.show(measure);
            });
            measures.getChildren().add(button);
        }
        measures.getChildren().forEach(each -> each.getStyleClass().setAll("toggle-button", "switch"));
        measures.getChildren()
                .add(smallButton(
                        "residuals-add",
                        "Add to the table",
                        "A column of these residuals, as they are now",
                        this::addResiduals));
    }

    /// The keyboard walks over the figure, or over its residuals.
    public void takeFocus() {
        (showsResiduals() ? residuals : view).requestFocus();
    }

    /// Shows the residuals in full in the place of the figure, or the figure again.
    public void showResiduals(boolean shown) {
        residuals.setVisible(shown);
        view.setVisible(!shown);
        full.setSelected(true);
        for (Node each : List.of(layers, styleButton)) {
            setShown(each, !shown);
        }
        setShown(measures, shown);
        if (shown) {
            residuals.requestFocus();
        }
    }

    boolean showsResiduals() {
        return residuals.isVisible();
    }

    public ResidualView residuals() {
        return residuals;
    }

    void addResiduals() {
        workspace.figure().ifPresent(figure -> workspace
                .series()
                .filter(series -> series.residuals().isPresent())
                .ifPresent(series -> {
                    ColumnEdit.AddNumbers column = ResidualColumns.of(figure, series, residuals.measure());
                    workspace.perform(column);
                    workspace
                            .messages()
                            .show("The column “" + column.heading().text()
                                    + "” has the residuals as they are now; it does not follow later changes.");
                }));
    }

    /// More figures of the table.
    private AddButton add() {
        return new AddButton("figure-add", "Another figure of this table")
                .with("figure-new", "Another figure of this table", this::another)
                .with("figure-copy", "A copy of this figure", this::copy)
                .with("figure-rename", "Another name for this figure", this::rename)
                .with("figure-remove", "Remove this figure", this::remove);
    }

    /// The only figure of a table stays.
    void remove() {
        if (workspace.figuresInView().size() < 2) {
            workspace.messages().show("The only figure of a table stays: remove the table instead.");
        }
        workspace.figureInView().ifPresent(figure -> workspace.perform(new StudyEdit.RemoveFigure(figure.id())));
    }

    void another() {
        workspace.table().ifPresent(table -> workspace.perform(new StudyEdit.AddFigure(table.id())));
        workspace.showFigure(workspace.study().figures().getLast().id());
    }

    void copy() {
        workspace.figureInView().ifPresent(figure -> workspace.perform(new StudyEdit.DuplicateFigure(figure.id())));
        workspace.showFigure(workspace.study().figures().getLast().id());
    }

    /// Types the name of the figure in view on its tab.
    void rename() {
        workspace
                .figureInView()
                .ifPresent(figure -> tabs.edit(workspace.figuresInView().indexOf(figure)));
    }

    public FigureView view() {
        return view;
    }

    /// Opens what belongs to a part of the figure.
    public void open(HitTarget part) {
        opener.show(part, PANEL_Y);
    }

    /// Opens the error bars of the series in view.
    public void openBars(boolean inX) {
        workspace
                .series()
                .ifPresent(each ->
                        open(new HitTarget.BarOf(each.key(), -1, inX ? HitTarget.BarEnd.LEFT : HitTarget.BarEnd.UP)));
    }

    /// Opens what can be done with points, as when they are encircled.
    ///
    /// @param rows rising
    public void openPoints(int[] rows) {
        opener.showPoints(rows, Optional.empty(), RootLocale.format("%,d points", rows.length), 0, PANEL_Y);
    }

    /// Does what a finding about the series in view offers.
    public void take(SuggestedAction offer) {
        switch (offer) {
            case SuggestedAction.ShowCurve(Curve curve) ->
                workspace.figure().ifPresent(figure -> workspace
                        .series()
                        .ifPresent(series -> workspace.perform(
                                new FigureEdit.ChooseCurve(figure.figure().id(), series.key(), curve))));
            case SuggestedAction.Linearise _ -> opener.showLinearise();
            case SuggestedAction.ShowResiduals _ -> showResiduals(true);
            case SuggestedAction.ShowRow(int row) -> workspace.reveal(row);
            case SuggestedAction.Exclude(List<Integer> rows) ->
                opener.showPoints(
                        rows.stream().mapToInt(Integer::intValue).toArray(),
                        workspace.series().map(SeriesAnalysis::key),
                        (rows.size() == 1 ? "Row " : "Rows ")
                                + rows.stream()
                                        .map(row -> Integer.toString(row + 1))
                                        .collect(Collectors.joining(", ")),
                        0,
                        PANEL_Y);
            case SuggestedAction.Weigh _ -> openBars(false);
        }
    }

    /// Adds a reading of the series in view, at a y or at an x.
    public void addReading(boolean fromY) {
        named.addReading(fromY);
    }

    public void addTo(Commands commands) {
        named.addTo(commands);
    }

    void toggle(Layer layer) {
        workspace
                .figureInView()
                .ifPresent(figure -> workspace.perform(new FigureEdit.Show(figure.id(), layer, !figure.shows(layer))));
        update();
    }

    private void update() {
        workspace.figureInView().ifPresent(figure -> {
            List<Figure> all = workspace.figuresInView();
            tabs.show(all.stream().map(Figure::name).toList(), all.indexOf(figure));
            switches.forEach((layer, button) -> {
                button.setSelected(figure.shows(layer));
                boolean serves = layer != Layer.POOLED
                        || workspace
                                .table()
                                .flatMap(table -> table.first(Role.BY))
                                .isPresent();
                setShown(button, serves);
                button.setText(layer.label());
            });
        });
    }
}
