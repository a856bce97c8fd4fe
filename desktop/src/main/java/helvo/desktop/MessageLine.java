package helvo.desktop;

import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/// Under the bar on top, only while there is something to say: long work with its progress and a way to stop it, and
/// notices until they are read.
final class MessageLine extends VBox {
    private final Label workText = new Label();
    private final ProgressBar bar = new ProgressBar();
    private final Button stop = new Button("Cancel");
    private final HBox work = new HBox(10, workText, bar, stop);
    private final Label text = new Label();
    private final HBox notice;

    MessageLine(Session session) {
        stop.setId("cancel-work");
        bar.setPrefWidth(260);
        bar.setId("work-progress");
        work.setAlignment(Pos.CENTER_LEFT);
        work.getStyleClass().add("work-line");
        text.setId("notice");
        text.setWrapText(true);
        text.setMaxWidth(Double.MAX_VALUE);
        HBox.setHgrow(text, Priority.ALWAYS);
        var close = new Button("Close");
        close.setId("close-notice");
        close.setOnAction(_ -> session.dismissNotice());
        notice = new HBox(10, text, close);
        notice.setAlignment(Pos.CENTER_LEFT);
        notice.getStyleClass().add("notice-line");
        getChildren().addAll(work, notice);
        session.workshop().shown().subscribe(shown -> {
            show(work, shown != null);
            if (shown != null) {
                workText.setText(shown.label());
                bar.setProgress(shown.fraction());
                stop.setOnAction(_ -> shown.cancel().run());
            }
        });
        session.notice().subscribe(said -> {
            show(notice, said.isPresent());
            said.ifPresent(each -> {
                text.setText(each.text());
                notice.getStyleClass().remove("warns");
                if (each.warns()) {
                    notice.getStyleClass().add("warns");
                }
            });
        });
    }

    private static void show(HBox line, boolean visible) {
        line.setVisible(visible);
        line.setManaged(visible);
    }
}
