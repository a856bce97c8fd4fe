package helvo.desktop.window;

import static helvo.desktop.controls.Controls.button;
import static helvo.desktop.controls.Controls.mainButton;
import static helvo.desktop.controls.Controls.muted;

import helvo.core.RootLocale;
import helvo.desktop.guide.Guide;
import helvo.desktop.guide.GuidePanel;
import helvo.desktop.panels.Panels;
import helvo.desktop.persistence.ClockText;
import helvo.desktop.persistence.RecentStudies.Recent;
import helvo.desktop.workspace.Importer;
import helvo.desktop.workspace.Studies;
import helvo.desktop.workspace.StudyOpener;
import helvo.desktop.workspace.Workspace;
import helvo.files.study.Journal;
import java.util.List;
import javafx.application.Platform;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Tooltip;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

/// The page of an empty study: what was kept after a stop, ways to begin, and the studies that were in use lately.
final class StartPage extends ScrollPane {
    private static final double CARD_WIDTH = 198;
    private static final double PICTURE_HEIGHT = 112;
    private static final int KEPT_SHOWN = 3;

    private final Workspace workspace;
    private final Importer importer;
    private final Studies studies;
    private final Panels panels;
    private final VBox kept = new VBox(8);
    private final VBox examples = new VBox(6);
    private final VBox recent = new VBox(10);
    private List<Recent> shown;

    @SuppressWarnings("NullAway.Init") // set before it is read
    StartPage(Workspace workspace, Importer importer, Studies studies, Panels panels) {
        this.workspace = workspace;
        this.importer = importer;
        this.studies = studies;
        this.panels = panels;
        var heading = new Label("Plot measured pairs, fit a curve, say how sure it is");
        heading.getStyleClass().add("start-heading");
        var hint = muted(
                "Type into the table, paste, open a table or a study (CSV, TSV, XLSX, ODS, .helvo), or drop files on "
                        + "this window.");
        StudyOpener opener = importer.opener();
        Button open = mainButton("start-open", "Open …", importer::open);
        Button sample = button("start-sample", "Look at the sample study", opener::openSample);
        expecting(sample, opener::prefetchSample);
        var ways = new HBox(8, open, sample);
        ways.setAlignment(Pos.CENTER_LEFT);
        var page = new VBox(14, kept, heading, hint, ways, examples, recent);
        page.getStyleClass().add("start-page");
        page.setPadding(new Insets(34, 46, 24, 46));
        VBox.setMargin(examples, new Insets(14, 0, 0, 0));
        VBox.setMargin(recent, new Insets(14, 0, 0, 0));
        setContent(page);
        setFitToWidth(true);
        setFocusTraversable(false);
        getStyleClass().add("plain-scroll");
        // Until the window asks for it.
        setVisible(false);
        workspace.leftBehind().subscribe(this::showKept);
        workspace.recent().subscribe(_ -> update());
        visibleProperty().subscribe(_ -> update());
        // After the window is there: the guide is read for them.
        visibleProperty().subscribe(shown -> {
            if (shown && examples.getChildren().isEmpty()) {
                Platform.runLater(this::showExamples);
            }
        });
    }

    /// Small tables with what can be done with them.
    private void showExamples() {
        var title = new Label("Or begin with an example");
        title.getStyleClass().add("region-heading");
        var all = new FlowPane(4, 2);
        for (Guide.Example example : Guide.examples()) {
            Button open = button("example-" + example.name(), example.title(), () -> panels.of(GuidePanel.class)
                    .open(example));
            open.getStyleClass().add("kept-action");
            open.setAccessibleText("Open the example: " + example.title());
            all.getChildren().add(open);
        }
        // Their words begin where the heading does.
        VBox.setMargin(all, new Insets(0, 0, 0, -8));
        examples.getChildren().setAll(title, all);
    }

    /// Cards are made where somebody sees them, not each time that a study is saved.
    private void update() {
        List<Recent> all = workspace.recent().get();
        if (isVisible() && !all.equals(shown)) {
            shown = all;
            showRecent(all);
        }
    }

    /// The last few, and all once they are asked for, so that the rest of the page stays in view.
    private void showKept(List<Journal.Kept> all) {
        kept.getChildren().setAll(all.stream().limit(KEPT_SHOWN).map(this::kept).toList());
        if (all.size() > KEPT_SHOWN) {
            List<Journal.Kept> older = all.subList(KEPT_SHOWN, all.size());
            String says = older.size() == 1 ? "1 more kept study …" : older.size() + " more kept studies …";
            var more = button("kept-more", says, () -> {
                kept.getChildren().removeLast();
                older.forEach(one -> kept.getChildren().add(kept(one)));
                kept.getChildren().get(KEPT_SHOWN).lookup("#kept-open").requestFocus();
            });
            more.getStyleClass().add("kept-action");
            kept.getChildren().add(more);
        }
        kept.setManaged(!all.isEmpty());
    }

    private HBox kept(Journal.Kept one) {
        String name = one.study().history().study().name();
        String steps = one.unsaved() == 1
                ? "1 step that is in no file"
                : RootLocale.format("%,d steps that are in no file", one.unsaved());
        var title = new Label("Kept from last time:");
        title.getStyleClass().add("kept-title");
        title.setMinWidth(Region.USE_PREF_SIZE);
        var says = new Label("“" + name + "” with " + steps + ", the last at " + ClockText.of(one.last()) + "."
                + one.trouble().map(trouble -> " " + trouble).orElse(""));
        says.setWrapText(true);
        HBox.setHgrow(says, Priority.ALWAYS);
        says.setMaxWidth(Double.MAX_VALUE);
        var open = button("kept-open", "Open it", () -> importer.opener().openKept(one));
        expecting(open, () -> importer.opener().prefetchKept(one));
        open.setAccessibleText("Open “" + name + "” as it was kept");
        var discard = button("kept-discard", "Discard", () -> studies.discard(one));
        discard.setAccessibleText("Discard what was kept of “" + name + "”");
        for (Button each : List.of(open, discard)) {
            each.setMinWidth(Region.USE_PREF_SIZE);
            each.getStyleClass().add("kept-action");
        }
        var line = new HBox(8, title, says, open, discard);
        line.getStyleClass().add("kept");
        return line;
    }

    private void showRecent(List<Recent> all) {
        var title = new Label("Recent studies");
        title.getStyleClass().add("region-heading");
        var cards = new FlowPane(16, 16);
        all.forEach(each -> cards.getChildren().add(card(each)));
        recent.getChildren().setAll(title, cards);
        recent.setVisible(!all.isEmpty());
    }

    private Button card(Recent one) {
        var picture = new StackPane();
        picture.setMinSize(CARD_WIDTH, PICTURE_HEIGHT);
        picture.setMaxSize(CARD_WIDTH, PICTURE_HEIGHT);
        one.picture()
                .map(path -> new Image(path.toUri().toString(), CARD_WIDTH, 0, true, true, true))
                .ifPresent(image -> {
                    var view = new ImageView(image);
                    view.setFitWidth(CARD_WIDTH - 16);
                    view.setFitHeight(PICTURE_HEIGHT - 8);
                    view.setPreserveRatio(true);
                    picture.getChildren().add(view);
                });
        var name = new Label(one.name());
        name.getStyleClass().add("card-name");
        String counts = count(one.tables(), "table") + ", " + count(one.figures(), "figure");
        var when = new Label(ClockText.of(one.used()) + " · " + counts);
        when.getStyleClass().add("muted");
        var content = new VBox(4, picture, name, when);
        var card = button("recent-" + one.file().getFileName(), "", () -> importer.open(List.of(one.file())));
        expecting(card, () -> importer.opener().prefetchFile(one.file()));
        card.setGraphic(content);
        card.setContentDisplay(ContentDisplay.GRAPHIC_ONLY);
        card.getStyleClass().add("card");
        card.setAccessibleText(one.name() + ", " + counts + ", " + ClockText.of(one.used()));
        card.setTooltip(new Tooltip(one.file().toString()));
        return card;
    }

    /// What the pointer rests on, or the keyboard has come to, will probably be pressed.
    private static void expecting(Button button, Runnable expect) {
        button.setOnMouseEntered(_ -> expect.run());
        button.focusedProperty().subscribe(focused -> {
            if (focused) {
                expect.run();
            }
        });
    }

    private static String count(int count, String of) {
        return count == 1 ? "1 " + of : count + " " + of + "s";
    }
}
