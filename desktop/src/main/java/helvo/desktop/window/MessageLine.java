package helvo.desktop.window;

import static helvo.desktop.controls.Controls.asWritten;
import static helvo.desktop.controls.Controls.setShown;

import helvo.desktop.task.InterfaceTimer;
import helvo.desktop.workspace.Workspace;
import java.time.Duration;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/// Over the foot of the figure, so that nothing moves, and only while there is something to say: long work with its
/// progress and a way to stop it, and notices. A warning or an offer stays until it is closed, another notice for
/// some seconds.
final class MessageLine extends VBox {
    /// How long a notice without a warning or an offer stands.
    private static final Duration SHOWN_FOR = Duration.ofSeconds(8);

    private final Label workText = new Label();
    private final ProgressBar bar = new ProgressBar();
    private final Button stop = new Button("Cancel");
    private final HBox work = new HBox(10, workText, bar, stop);
    private final Label text = new Label();
    private final Button offer = asWritten(new Button("Do it"));
    private final HBox notice;
    private final InterfaceTimer fade;

    MessageLine(Workspace workspace) {
        stop.setId("cancel-work");
        bar.setPrefWidth(260);
        bar.setMaxWidth(Double.MAX_VALUE);
        HBox.setHgrow(bar, Priority.ALWAYS);
        bar.setId("work-progress");
        work.setAlignment(Pos.CENTER_LEFT);
        work.getStyleClass().add("work-line");
        text.setId("notice");
        text.setWrapText(true);
        text.setMaxWidth(Double.MAX_VALUE);
        HBox.setHgrow(text, Priority.ALWAYS);
        var close = new Button("Close");
        close.setId("close-notice");
        close.setMinWidth(USE_PREF_SIZE);
        stop.setMinWidth(USE_PREF_SIZE);
        close.setOnAction(_ -> workspace.messages().dismiss());
        offer.setId("notice-offer");
        offer.setMinWidth(USE_PREF_SIZE);
        notice = new HBox(10, text, offer, close);
        notice.setAlignment(Pos.CENTER_LEFT);
        notice.getStyleClass().add("notice-line");
        getChildren().addAll(work, notice);
        setSpacing(8);
        setMaxSize(600, USE_PREF_SIZE);
        setPickOnBounds(false);
        fade = InterfaceTimer.after(SHOWN_FOR, workspace.messages()::dismiss);
        workspace.working().subscribe(shown -> {
            show(work, shown != null);
            if (shown != null) {
                workText.setText(shown.label());
                bar.setProgress(shown.fraction());
                stop.setOnAction(_ -> shown.cancel().run());
            }
        });
        workspace.messages().notice().subscribe(said -> {
            show(notice, said.isPresent());
            fade.stop();
            said.ifPresent(each -> {
                if (!each.warns() && each.offer().isEmpty()) {
                    fade.start();
                }
                text.setText(each.text());
                setShown(offer, each.offer().isPresent());
                each.offer().ifPresent(offered -> {
                    offer.setText(offered.label());
                    offer.setOnAction(_ -> {
                        workspace.messages().dismiss();
                        offered.action().run();
                    });
                });
                notice.getStyleClass().remove("warns");
                if (each.warns()) {
                    notice.getStyleClass().add("warns");
                }
            });
        });
    }

    private static void show(HBox line, boolean visible) {
        setShown(line, visible);
    }
}
