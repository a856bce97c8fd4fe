package helvo.desktop.figure;

import static helvo.desktop.controls.Controls.muted;

import helvo.core.RootLocale;
import helvo.core.analysis.Linearisation;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.analysis.Transform;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Edit;
import helvo.core.study.StudyEdit;
import helvo.core.table.Column;
import helvo.core.table.Derivation;
import helvo.core.table.Heading;
import helvo.core.table.Role;
import helvo.core.table.SeriesKey;
import helvo.core.table.Table;
import helvo.desktop.controls.FitPicture;
import helvo.desktop.panels.Commands;
import helvo.desktop.panels.Panel;
import helvo.desktop.panels.Panels;
import helvo.desktop.task.BackgroundTasks;
import helvo.desktop.theme.Themes;
import helvo.desktop.workspace.Workspace;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Label;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;

/// Offers the usual transforms of x and y with a small picture of each, and makes the derived columns on a press.
public final class LinearisePanel extends Panel {
    private final BackgroundTasks.Latest trying;
    private final FlowPane cards = new FlowPane(8, 8);

    public LinearisePanel(Workspace workspace, Panels panels) {
        super(workspace, panels, "linearise", "Linearise", 758);
        place(Pos.TOP_LEFT, 60, 200); // leaves the results to be read
        trying = workspace.background().latest("linearising");
        getChildren()
                .addAll(
                        heading,
                        muted("Click a picture: the column it needs is derived and takes the place of x or y. R² is "
                                + "that of a line through what the picture shows; those of a changed y are about the "
                                + "changed y and tell nothing about which of them predicts y best."),
                        cards,
                        wrong);
    }

    @Override
    protected void begin() {
        cards.getChildren().clear();
        clearError();
        workspace
                .series()
                .filter(series -> series.points().size() > 1)
                .ifPresentOrElse(
                        series -> {
                            heading.setText("Linearise: "
                                    + series.rows().y().column().name() + " against "
                                    + series.rows().x().column().name()
                                    + (series.key().rows() == SeriesKey.Rows.WHOLE ? "" : ", " + series.label()));
                            trying.run(
                                    "Trying transforms …",
                                    progress -> Linearisation.of(series.points(), progress),
                                    new BackgroundTasks.Outcome<>(
                                            found -> show(series, found),
                                            fault -> showError("The transforms could not be tried (" + fault + ")."),
                                            this::close));
                        },
                        () -> showError("There are no points yet to linearise."));
        requestFocus();
    }

    /// What it does by name, for the finder and for keys.
    public static void addTo(Commands commands, Workspace workspace, Panels panels) {
        commands.addOfFigure(
                "Linearise: square, root, reciprocal, logarithm …",
                "Shortcut+Shift+L",
                workspace::hasSeries,
                () -> panels.show(LinearisePanel.class));
    }

    private void show(SeriesAnalysis series, List<Linearisation> found) {
        found.stream().limit(10).forEach(each -> cards.getChildren().add(card(series, each)));
        if (!cards.getChildren().isEmpty() && isVisible()) {
            focus(cards.getChildren().getFirst());
        }
    }

    private Button card(SeriesAnalysis series, Linearisation linearise) {
        Heading x = linearise.ofX().heading(series.rows().x().column().heading());
        Heading y = linearise.ofY().heading(series.rows().y().column().heading());
        boolean asIs = linearise.ofX() == Transform.NONE && linearise.ofY() == Transform.NONE;
        String title = asIs
                ? "As it is"
                : linearise.ofX() == Transform.NONE
                        ? y.name()
                        : linearise.ofY() == Transform.NONE ? x.name() : y.name() + ", " + x.name();
        var name = new Label(title);
        name.getStyleClass().add("strong");
        name.setMaxWidth(160);
        String r2 = "R² " + workspace.study().numbers().share(linearise.r2())
                + (linearise.left() == 0
                        ? ""
                        : RootLocale.format(
                                ", without %,d %s", linearise.left(), linearise.left() == 1 ? "point" : "points"));
        var picture = new FitPicture(158, 62);
        picture.show(linearise.points(), linearise.line(), Themes.inUse().get().color("accent"));
        var box = new VBox(2, name, new Label(r2), picture);
        var card = new Button();
        card.setGraphic(box);
        card.setContentDisplay(ContentDisplay.GRAPHIC_ONLY);
        card.setAccessibleText(title + ", " + r2);
        card.setId("linearise-" + linearise.ofX().name().toLowerCase(Locale.ROOT) + "-"
                + linearise.ofY().name().toLowerCase(Locale.ROOT));
        card.getStyleClass().setAll("button", "curve-card", "linearise-card");
        card.setOnAction(_ -> {
            if (!asIs) {
                workspace.perform(edit(workspace.table().orElseThrow(), series, linearise, x, y));
            }
            close();
        });
        return card;
    }

    /// Columns that follow the same formula already are used again.
    private static Edit edit(Table table, SeriesAnalysis series, Linearisation linearise, Heading x, Heading y) {
        var edits = new ArrayList<Edit>();
        Column xColumn = series.rows().x().column();
        Column yColumn = series.rows().y().column();
        int pairs = table.all(Role.Y).size();
        if (linearise.ofX() != Transform.NONE) {
            edits.add(derived(table, xColumn, linearise.ofX(), x, Role.X, true));
        }
        if (linearise.ofY() != Transform.NONE) {
            edits.add(derived(table, yColumn, linearise.ofY(), y, Role.Y, pairs == 1));
        }
        return edits.size() == 1
                ? edits.getFirst()
                : new StudyEdit.Compound("Linearise " + y.name() + " against " + x.name(), edits);
    }

    private static Edit derived(
            Table table, Column of, Transform transform, Heading heading, Role role, boolean instead) {
        var kept = new Derivation.Formula(transform.formula(of.id()));
        return table.columns().stream()
                .filter(column -> column.derivation().filter(kept::equals).isPresent())
                .findFirst()
                .<Edit>map(column -> new ColumnEdit.SetRole(table.id(), column.id(), role))
                .orElseGet(() -> new ColumnEdit.Derive(table.id(), heading, kept.text(), role, instead));
    }
}
