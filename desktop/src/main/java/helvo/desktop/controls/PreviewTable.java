package helvo.desktop.controls;

import helvo.core.table.TablePreview;
import java.util.List;
import javafx.geometry.HPos;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Priority;

/// The first rows of a table under their headings.
public final class PreviewTable extends GridPane {
    private static final double WIDEST_CELL = 120;

    @SuppressWarnings("this-escape") // controls are put together in their constructors, as the toolkit has it
    public PreviewTable(TablePreview preview) {
        super(14, 4);
        getStyleClass().add("preview-table");
        int columns = preview.rows().stream().mapToInt(List::size).max().orElse(0);
        for (int column = 0; column < columns; column++) {
            var right = new ColumnConstraints();
            right.setHalignment(HPos.RIGHT);
            right.setHgrow(Priority.ALWAYS);
            getColumnConstraints().add(right);
        }
        boolean headed = !preview.headings().isEmpty();
        if (headed) {
            row(0, preview.headings(), "muted");
        }
        for (int row = 0; row < preview.rows().size(); row++) {
            row(row + (headed ? 1 : 0), preview.rows().get(row), "preview-value");
        }
        if (headed && preview.more()) {
            add(label("…", "muted"), columns, 0);
        }
    }

    private void row(int at, List<String> texts, String style) {
        for (int column = 0; column < texts.size(); column++) {
            add(label(texts.get(column), style), column, at);
        }
    }

    private static Label label(String text, String style) {
        var label = new Label(text);
        label.getStyleClass().add(style);
        label.setMaxWidth(WIDEST_CELL);
        label.setAlignment(Pos.CENTER_RIGHT);
        return label;
    }
}
