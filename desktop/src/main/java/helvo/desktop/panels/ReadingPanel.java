package helvo.desktop.panels;

import static helvo.desktop.controls.Controls.button;
import static helvo.desktop.controls.Controls.mainButton;
import static helvo.desktop.controls.Controls.muted;

import helvo.core.table.TablePreview;
import helvo.desktop.controls.PreviewTable;
import helvo.desktop.workspace.Importer;
import helvo.desktop.workspace.Importer.Question.HowToRead.Way;
import helvo.desktop.workspace.Workspace;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/// Asks how a table is to be read, and shows side by side what each answer gives.
public final class ReadingPanel extends Panel {
    private static final double BUTTON_HEIGHT = 34;
    private final Label why = muted("");
    private final HBox ways = new HBox(16);
    private final Importer importer;

    public ReadingPanel(Workspace workspace, Importer importer, Panels panels) {
        super(workspace, panels, "reading-of-table", "", 940);
        this.importer = importer;
        place(Pos.TOP_CENTER, 60, 12);
        getChildren()
                .addAll(
                        heading,
                        why,
                        ways,
                        muted("Undo takes the choice back; the line above the table reads a file in other ways."),
                        wrong);
    }

    @Override
    protected void begin() {
        ways.getChildren().clear();
        importer.question().get().ifPresent(asked -> {
            if (asked instanceof Importer.Question.HowToRead(String question, String because, List<Way> all)) {
                heading.setText(question);
                why.setText(because);
                all.forEach(way -> ways.getChildren().add(card(way)));
                focus(lookup("#way-0"));
            }
        });
    }

    private VBox card(Way way) {
        int at = ways.getChildren().size();
        Runnable take = () -> {
            close();
            way.take().run();
        };
        Button choose = at == 0 ? mainButton("way-" + at, "Read it so", take) : button("way-" + at, "Read it so", take);
        choose.setPrefHeight(BUTTON_HEIGHT);
        choose.setAccessibleText("Read it so: " + way.name() + ". " + inWords(way.preview()));
        var name = new Label(way.name());
        name.getStyleClass().add("reading-name");
        name.setWrapText(true);
        var shown = new VBox(8, name, new PreviewTable(way.preview()));
        shown.getStyleClass().add("reading-card");
        VBox.setVgrow(shown, Priority.ALWAYS);
        var card = new VBox(12, shown, choose);
        card.setAlignment(Pos.TOP_CENTER);
        card.setMinWidth(Region.USE_PREF_SIZE);
        HBox.setHgrow(card, Priority.ALWAYS);
        return card;
    }

    private static String inWords(TablePreview preview) {
        return Stream.concat(Stream.of(preview.headings()), preview.rows().stream())
                .map(row -> String.join(", ", row))
                .collect(Collectors.joining("; "));
    }
}
