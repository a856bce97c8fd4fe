package helvo.desktop;

import helvo.core.study.StudyEdit;
import javafx.scene.control.TextField;

/// Gives the table in view another name.
final class NamePanel extends Panel {
    private final Runnable close;
    private final TextField name = field("table-name", "Name of the table", 20);

    NamePanel(Session session, Runnable close) {
        super(session, "name-panel", "Name of the table", 300);
        this.close = close;
        getChildren().addAll(heading, name, mainButton("table-rename", "Rename", this::rename), wrong);
    }

    @Override
    void begin() {
        say("");
        name.setText(session.table().orElseThrow().name());
        focus(name);
        name.selectAll();
    }

    private void rename() {
        String typed = name.getText().strip();
        if (typed.isEmpty()) {
            say("A table needs a name.");
        } else {
            session.perform(new StudyEdit.RenameTable(session.table().orElseThrow().id(), typed));
            close.run();
        }
    }
}
