package helvo.desktop.panels;

import static helvo.desktop.controls.Controls.asWritten;
import static helvo.desktop.controls.Controls.button;
import static helvo.desktop.controls.Controls.mainButton;
import static helvo.desktop.controls.Controls.muted;

import helvo.core.RootLocale;
import helvo.desktop.workspace.Importer;
import helvo.desktop.workspace.Workspace;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javafx.geometry.Pos;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;

/// Asks what to open where that is open: which sheets of a workbook, or how several files.
public final class OpenPanel extends Panel {
    private final VBox content = new VBox(10);

    private final Importer importer;

    public OpenPanel(Workspace workspace, Importer importer, Panels panels) {
        super(workspace, panels, "opening", "", 420);
        this.importer = importer;
        place(Pos.TOP_CENTER, 60, 0);
        getChildren().addAll(heading, content, wrong);
    }

    @Override
    protected void begin() {
        content.getChildren().clear();
        clearError();
        importer.question().get().ifPresent(question -> {
            switch (question) {
                case Importer.Question.WhichSheets(Path file, List<String> sheets) -> sheets(file, sheets);
                case Importer.Question.HowSeveral(List<Path> files) -> several(files);
                case Importer.Question.HowToRead _ -> {}
            }
        });
    }

    private void sheets(Path file, List<String> sheets) {
        heading.setText("Which sheets of " + file.getFileName() + "?");
        Map<String, CheckBox> boxes = new LinkedHashMap<>();
        for (String sheet : sheets) {
            CheckBox box = asWritten(new CheckBox(sheet));
            box.setId("sheet-" + boxes.size());
            boxes.put(sheet, box);
        }
        CheckBox first = boxes.values().iterator().next();
        first.setSelected(true);
        var list = new VBox(6);
        list.getChildren().addAll(boxes.values());
        var scroll = new ScrollPane(list);
        scroll.setFitToWidth(true);
        scroll.setMaxHeight(260);
        content.getChildren().addAll(scroll, mainButton("open-sheets", "Open", () -> {
            List<String> chosen = boxes.entrySet().stream()
                    .filter(each -> each.getValue().isSelected())
                    .map(Map.Entry::getKey)
                    .toList();
            if (chosen.isEmpty()) {
                showError("Select at least one sheet.");
            } else {
                close();
                importer.openSheets(file, chosen);
            }
        }));
        focus(first);
    }

    private void several(List<Path> files) {
        heading.setText(RootLocale.format("How should these %d files be opened?", files.size()));
        var each = mainButton("open-each", RootLocale.format("As %d tables", files.size()), () -> {
            close();
            importer.openEach(files);
        });
        var stacked = button("open-stacked", "Under one another, in one table", () -> {
            close();
            importer.openStacked(files);
        });
        content.getChildren()
                .addAll(
                        muted(String.join(
                                        ", ",
                                        files.stream()
                                                .limit(8)
                                                .map(file -> file.getFileName().toString())
                                                .toList())
                                + (files.size() > 8 ? " …" : "")),
                        muted("In one table, columns of the same name are one, and a column “File” tells where "
                                + "each row is from and splits the rows."),
                        new FlowPane(8, 8, each, stacked));
        focus(each);
    }
}
