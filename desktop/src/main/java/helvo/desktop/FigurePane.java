package helvo.desktop;

import helvo.core.study.Figure;
import helvo.core.study.FigureEdit;
import helvo.core.study.Layer;
import helvo.core.study.StudyEdit;
import helvo.core.table.Role;
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
final class FigurePane extends VBox {
    private final Session session;
    private final FigureView view;
    private final Tabs tabs;
    private final FigureNotices notices;
    private final Map<Layer, ToggleButton> switches = new EnumMap<>(Layer.class);

    FigurePane(Session session, FigureView.Asks asks) {
        this.session = session;
        getStyleClass().add("figure-pane");
        tabs = new Tabs("figure-", place -> session.showFigure(session.figuresInView().get(place).id()))
                .renaming((name, place) -> session.perform(new FigureEdit.NameFigure(session.figuresInView().get(place).id(), name)))
                .ending(add());
        tabs.getStyleClass().add("figure-tabs");
        view = new FigureView(session, asks);
        notices = new FigureNotices(session);
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
        var look = new Button("Look …");
        look.setId("figure-look");
        look.getStyleClass().setAll("button", "look-choice");
        look.setTooltip(new Tooltip("The look of the whole figure: its size, its text, its lines"));
        look.setMinWidth(USE_PREF_SIZE);
        look.setOnAction(_ -> asks.sheet().run());
        HBox.setHgrow(row, Priority.ALWAYS);
        var head = new HBox(2, tabs, look, row);
        head.setAlignment(Pos.CENTER_LEFT);
        head.setPadding(new Insets(0, 0, 8, 4));
        getChildren().addAll(head, notices, view);
        session.history().subscribe(this::update);
        session.tableId().subscribe(_ -> update());
        session.figureId().subscribe(_ -> update());
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
    private void remove() {
        if (session.figuresInView().size() < 2) {
            session.say("The only figure of a table stays: remove the table instead.", false);
        }
        session.figureInView().ifPresent(figure -> session.perform(new StudyEdit.RemoveFigure(figure.id())));
    }

    void another() {
        session.table().ifPresent(table -> session.perform(new StudyEdit.AddFigure(table.id())));
        session.showFigure(session.study().figures().getLast().id());
    }

    void copy() {
        session.figureInView().ifPresent(figure -> session.perform(new StudyEdit.DuplicateFigure(figure.id())));
        session.showFigure(session.study().figures().getLast().id());
    }

    /// Types the name of the figure in view on its tab.
    void rename() {
        session.figureInView().ifPresent(figure -> tabs.edit(session.figuresInView().indexOf(figure)));
    }

    FigureView view() {
        return view;
    }

    void toggle(Layer layer) {
        session.figureInView().ifPresent(figure -> session.perform(new FigureEdit.Show(figure.id(), layer, !figure.shows(layer))));
        update();
    }

    private void update() {
        session.figureInView().ifPresent(figure -> {
            List<Figure> all = session.figuresInView();
            tabs.show(all.stream().map(Figure::name).toList(), all.indexOf(figure));
            tabs.wrapAfter(240);
            switches.forEach((layer, button) -> {
                button.setSelected(figure.shows(layer));
                boolean serves = layer != Layer.ONE_FOR_ALL || session.table().flatMap(table -> table.first(Role.BY)).isPresent();
                button.setVisible(serves);
                button.setManaged(serves);
                button.setText((figure.shows(layer) ? "● " : "○ ") + layer.label());
            });
        });
    }
}
