package helvo.desktop;

import helvo.core.Phrase;
import helvo.core.study.SeriesKey;
import helvo.core.study.TableEdit;
import helvo.core.table.Table;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.IntConsumer;
import java.util.stream.IntStream;
import javafx.scene.control.Button;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;

/// What can be done with points that were pressed or encircled.
final class PointsPanel extends Panel {
    private final Runnable close;
    private final TextField reason = field("points-reason", "Why the rows are set aside", 14);
    private final Button aside = mainButton("points-aside", "Set aside", this::setAside);
    private final Button others;
    private final Button looks;
    private int[] rows = {};
    private Optional<SeriesKey> series = Optional.empty();

    /// @param showRow    brings a row into view in the table
    /// @param showSeries shows how a series looks, to be changed
    PointsPanel(Session session, Runnable close, IntConsumer showRow, Consumer<SeriesKey> showSeries) {
        super(session, "points-panel", "", 300);
        this.close = close;
        reason.setPromptText("reason");
        others = button("points-others", "Fit these alone: set all others aside", this::setOthersAside);
        var show = button("points-show", "Show in the table", () -> {
            close.run();
            showRow.accept(rows[0]);
        });
        looks = button("points-looks", "Marker, colour, labels …", () -> {
            close.run();
            series.ifPresent(showSeries);
        });
        getChildren().addAll(heading, reason, new FlowPane(8, 8, aside, others, show, looks), wrong);
    }

    /// @param of the series of a point that was pressed; empty for points that were encircled
    void about(int[] pressed, Optional<SeriesKey> of, String says) {
        rows = pressed;
        series = of;
        heading.setText(says);
    }

    @Override
    void begin() {
        say("");
        reason.clear();
        session.table().ifPresent(table -> {
            boolean back = Arrays.stream(rows).allMatch(table.setAside()::has);
            aside.setText(back ? "Bring back" : rows.length == 1 ? "Set aside" : Phrase.of("Set %,d aside", rows.length));
            reason.setVisible(!back);
            reason.setManaged(!back);
            others.setVisible(rows.length > 1);
            others.setManaged(rows.length > 1);
            looks.setVisible(series.isPresent());
            looks.setManaged(series.isPresent());
        });
        focus(aside);
    }

    private String why(String usual) {
        return reason.getText().isBlank() ? usual : reason.getText().strip();
    }

    private void setAside() {
        Table table = session.table().orElseThrow();
        List<Integer> chosen = Arrays.stream(rows).boxed().toList();
        close.run();
        session.perform(chosen.stream().allMatch(table.setAside()::has) ? new TableEdit.BringRowsBack(table.id(), chosen)
                : new TableEdit.SetRowsAside(table.id(), chosen, why("on the figure")));
    }

    private void setOthersAside() {
        Table table = session.table().orElseThrow();
        List<Integer> all = IntStream.range(0, table.rows())
                .filter(row -> Arrays.binarySearch(rows, row) < 0 && !table.setAside().has(row)).boxed().toList();
        close.run();
        session.perform(new TableEdit.SetRowsAside(table.id(), all, why("not among the chosen points")));
    }
}
