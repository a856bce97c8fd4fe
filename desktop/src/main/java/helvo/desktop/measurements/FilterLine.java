package helvo.desktop.measurements;

import static helvo.desktop.controls.Controls.asWritten;

import helvo.core.RootLocale;
import helvo.core.study.Figure;
import helvo.core.table.RowCondition;
import helvo.core.table.Table;
import java.util.stream.IntStream;
import javafx.scene.control.Button;
import javafx.scene.control.Tooltip;

/// The sentence above the table about which of its rows figure and fits use; pressing it changes that.
final class FilterLine extends Button {
    private static final javafx.css.PseudoClass FILTERED = javafx.css.PseudoClass.getPseudoClass("filtered");

    private final Tooltip tooltip = new Tooltip();

    FilterLine(Runnable change) {
        setTooltip(tooltip);
        asWritten(this);
        setId("filter-line");
        getStyleClass().setAll("button", "filter-line");
        setMaxWidth(Double.MAX_VALUE);
        setOnAction(_ -> change.run());
    }

    void show(Table table, Figure figure) {
        // It stands there from the beginning, so that the first value does not move the cells under the hand.
        setDisable(table.isBlank());
        String sentence = RowCondition.sentence(figure.conditions(), table);
        var meets = RowCondition.all(figure.conditions(), table);
        setText(
                !sentence.isEmpty()
                        ? RootLocale.format(
                                "Only rows where %s: %,d of %,d",
                                sentence,
                                IntStream.range(0, table.rows()).filter(meets).count(),
                                table.rows())
                        : table.isBlank()
                                ? "No rows yet"
                                : table.rows() == 1 ? "1 row" : RootLocale.format("All %,d rows", table.rows()));
        setAccessibleText(getText() + "; click to use only some rows");
        tooltip.setText(getText() + ". Click to use only some rows.");
        pseudoClassStateChanged(FILTERED, !sentence.isEmpty());
    }
}
