package helvo.desktop.measurements;

import helvo.core.number.DecimalMark;
import helvo.core.study.StudyEdit;
import helvo.core.table.Table;
import helvo.desktop.workspace.Workspace;
import helvo.files.text.Delimiter;
import helvo.files.text.TextLayout;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;

/// Says how the table's file was read; pressing it reads the file in another way.
final class LayoutStrip extends MenuButton {
    private final Workspace workspace;

    LayoutStrip(Workspace workspace) {
        this.workspace = workspace;
        setId("layout");
        getStyleClass().add("layout-strip");
        setAccessibleText("How the file was read");
    }

    void show(Table table) {
        setVisible(table.source().isPresent());
        setManaged(table.source().isPresent());
        getItems().clear();
        switch (table.source().orElse(null)) {
            case null -> {
            }
            case Table.Source.Text source -> text(table, source);
            case Table.Source.Sheet(String file, String sheet) -> {
                setText("Sheet “" + sheet + "” of " + Path.of(file).getFileName());
                var other = new MenuItem("Open other sheets of it …");
                other.setId("other-sheets");
                other.setOnAction(_ -> workspace.importer().open(List.of(Path.of(file))));
                getItems().add(other);
            }
        }
        table.source().ifPresent(source -> follow(table, source));
        setAccessibleText("Read by " + getText() + "; click to read the file in another way");
    }

    /// Rows that come into the file come into the table.
    private void follow(Table table, Table.Source source) {
        var follow = new CheckMenuItem("Follow " + source.name() + " as it changes");
        follow.setId("follow");
        follow.setSelected(table.follows());
        follow.setOnAction(_ -> workspace.perform(new StudyEdit.Follow(table.id(), !table.follows())));
        var other = new MenuItem("Use other data for this table …");
        other.setId("other-data");
        other.setOnAction(_ -> workspace.importer().useOtherData());
        getItems().addAll(new SeparatorMenuItem(), follow, other);
        if (table.follows()) {
            setText("Follows " + source.name() + " · " + getText());
        }
    }

    private void text(Table table, Table.Source.Text source) {
        TextLayout layout = TextLayout.of(table, source);
        String sentence = layout.sentence();
        setText(sentence.substring(0, 1).toUpperCase(Locale.ROOT) + sentence.substring(1));
        for (Delimiter delimiter : Delimiter.values()) {
            item("Fields parted by " + delimiter.plural(), delimiter == layout.delimiter(), table, source, layout.with(delimiter));
        }
        getItems().add(new SeparatorMenuItem());
        item("Decimal point", layout.mark() == DecimalMark.POINT, table, source, layout.with(DecimalMark.POINT));
        item("Decimal comma", layout.mark() == DecimalMark.COMMA, table, source, layout.with(DecimalMark.COMMA));
        getItems().add(new SeparatorMenuItem());
        item("Headings in the first line", layout.headings(), table, source, layout.withHeadings(true));
        item("No headings", !layout.headings(), table, source, layout.withHeadings(false));
        getItems().add(new SeparatorMenuItem());
        for (Charset charset : List.of(StandardCharsets.UTF_8, TextLayout.WINDOWS, StandardCharsets.UTF_16)) {
            item("Text in " + TextLayout.charsetName(charset), charset.equals(layout.charset()), table, source, layout.with(charset));
        }
    }

    private void item(String text, boolean chosen, Table table, Table.Source.Text source, TextLayout layout) {
        var item = new CheckMenuItem(text);
        item.setSelected(chosen);
        item.setOnAction(_ -> workspace.importer().reread(table, source, layout));
        getItems().add(item);
    }
}
