package helvo.desktop.figure;

import static helvo.desktop.controls.Controls.smallButton;

import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Curve;
import helvo.core.readout.Offer;
import helvo.core.study.Figure;
import helvo.core.study.FigureEdit;
import helvo.core.study.Layer;
import helvo.core.study.StudyEdit;
import helvo.core.table.Role;
import helvo.desktop.controls.AddButton;
import helvo.desktop.controls.Tabs;
import helvo.desktop.panels.Commands;
import helvo.desktop.panels.Panels;
import helvo.desktop.workspace.Workspace;
import helvo.figure.FigurePart;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/// Figure: the sheet, and above it the figures over the table and the switches of what the sheet shows.
public final class FigurePane extends VBox {
    /// Where a panel that was asked for by name lies.
    private static final double PANEL_Y = 160;

    private final Workspace workspace;
    private final FigureView view;
    private final PartOpener opener;
    private final FigureCommands named;
    private final Tabs tabs;
    private final FigureNotices notices;
    private final Map<Layer, ToggleButton> switches = new EnumMap<>(Layer.class);

    public FigurePane(Workspace workspace, Panels panels) {
        this.workspace = workspace;
        getStyleClass().add("figure-pane");
        tabs = new Tabs("figure-", place -> workspace.showFigure(workspace.figuresInView().get(place).id()))
                .renaming((name, place) -> workspace.perform(new FigureEdit.NameFigure(workspace.figuresInView().get(place).id(), name)))
                .ending(add());
        tabs.getStyleClass().add("figure-tabs");
        opener = new PartOpener(panels, this::view);
        view = new FigureView(workspace, opener);
        named = new FigureCommands(workspace, view, this);
        notices = new FigureNotices(workspace);
        VBox.setVgrow(view, Priority.ALWAYS);
        var row = new FlowPane(3, 6);
        row.setPrefWrapLength(466);
        row.setMinWidth(0);
        row.setAlignment(Pos.CENTER_RIGHT);
        for (Layer layer : Layer.values()) {
            var button = new ToggleButton(layer.label());
            button.setId("show-" + layer.name().toLowerCase(Locale.ROOT).replace('_', '-'));
            button.getStyleClass().setAll("toggle-button", "switch");
            button.setTooltip(new Tooltip(layer.purpose()));
            button.setAccessibleText(layer.purpose());
            button.setOnAction(_ -> toggle(layer));
            switches.put(layer, button);
            row.getChildren().add(button);
        }
        Button look = smallButton("figure-look", "Look …", "The look of the whole figure: its size, its text, its lines",
                () -> open(new FigurePart.Background()));
        HBox.setHgrow(row, Priority.ALWAYS);
        var head = new HBox(2, tabs, look, row);
        head.setAlignment(Pos.CENTER_LEFT);
        head.setPadding(new Insets(0, 0, 8, 4));
        getChildren().addAll(head, notices, view);
        workspace.history().subscribe(this::update);
        workspace.tableId().subscribe(_ -> update());
        workspace.figureId().subscribe(_ -> update());
        view.shownPicture().subscribe(_ -> notices.show(view.layoutNow()));
    }

    /// More figures of the table.
    private AddButton add() {
        return new AddButton("figure-add", "Another figure of this table").with("figure-new", "Another figure of this table", this::another)
                .with("figure-copy", "A copy of this figure", this::copy)
                .with("figure-rename", "Another name for this figure", this::rename)
                        .with("figure-remove", "Remove this figure", this::remove);
    }

    /// The only figure of a table stays.
    void remove() {
        if (workspace.figuresInView().size() < 2) {
            workspace.messages().tell("The only figure of a table stays: remove the table instead.");
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
        workspace.figureInView().ifPresent(figure -> tabs.edit(workspace.figuresInView().indexOf(figure)));
    }

    public FigureView view() {
        return view;
    }

    /// Opens what belongs to a part of the figure.
    public void open(FigurePart part) {
        opener.show(part, PANEL_Y);
    }

    /// Opens the error bars of the series in view.
    public void openBars(boolean inX) {
        workspace.series().ifPresent(each -> open(new FigurePart.BarOf(each.key(), -1,
                inX ? FigurePart.BarEnd.LEFT : FigurePart.BarEnd.UP)));
    }

    /// Does what a finding about the series in view offers.
    public void take(Offer offer) {
        switch (offer) {
            case Offer.ShowCurve(Curve curve) -> workspace.figure().ifPresent(figure -> workspace.series().ifPresent(series ->
                    workspace.perform(new FigureEdit.ChooseCurve(figure.figure().id(), series.key(), curve))));
            case Offer.Straighten _ -> opener.showStraighten();
            case Offer.ShowRow(int row) -> workspace.reveal(row);
            case Offer.SetAside(int row) -> opener.showPoints(new int[] {row}, workspace.series().map(SeriesAnalysis::key),
                    "Row " + (row + 1), 0, PANEL_Y);
            case Offer.Weigh _ -> openBars(false);
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
        workspace.figureInView().ifPresent(figure -> workspace.perform(new FigureEdit.Show(figure.id(), layer, !figure.shows(layer))));
        update();
    }

    private void update() {
        workspace.figureInView().ifPresent(figure -> {
            List<Figure> all = workspace.figuresInView();
            tabs.show(all.stream().map(Figure::name).toList(), all.indexOf(figure));
            tabs.wrapAfter(240);
            switches.forEach((layer, button) -> {
                button.setSelected(figure.shows(layer));
                boolean serves = layer != Layer.POOLED || workspace.table().flatMap(table -> table.first(Role.BY)).isPresent();
                button.setVisible(serves);
                button.setManaged(serves);
                button.setText((figure.shows(layer) ? "● " : "○ ") + layer.label());
            });
        });
    }
}
