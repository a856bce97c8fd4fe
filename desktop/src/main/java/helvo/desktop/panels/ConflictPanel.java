package helvo.desktop.panels;

import static helvo.desktop.controls.Controls.button;
import static helvo.desktop.controls.Controls.mainButton;
import static helvo.desktop.controls.Controls.muted;

import helvo.desktop.workspace.Saver;
import helvo.desktop.workspace.Workspace;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.layout.FlowPane;

/// Asks whose work a file is to have, where somebody else has saved it meanwhile.
public final class ConflictPanel extends Panel {
    private final Button both;

    public ConflictPanel(Workspace workspace, Saver saver, Panels panels) {
        super(workspace, panels, "conflict", "", 460);
        place(Pos.TOP_CENTER, 60, 0);
        both = mainButton("conflict-both", "Keep both: mine in a file beside it", () -> {
            close();
            saver.saveBoth();
        });
        var theirs = button("conflict-theirs", "Take theirs", () -> {
            close();
            saver.revert();
        });
        var mine = button("conflict-mine", "Save mine over theirs", () -> {
            close();
            saver.saveMine();
        });
        getChildren()
                .addAll(
                        heading,
                        muted("Nothing of yours is lost either way: taking theirs is a step that can be undone. "
                                + "Nothing is saved until you choose."),
                        new FlowPane(8, 8, both, theirs, mine));
    }

    @Override
    protected void begin() {
        workspace
                .conflict()
                .get()
                .ifPresent(file ->
                        heading.setText("“" + file.getFileName() + "” was saved by somebody else since you opened it"));
        focus(both);
    }
}
