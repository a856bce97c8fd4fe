package helvo.desktop.app;

import helvo.desktop.persistence.StudyPersistence;
import helvo.desktop.window.MainView;
import helvo.desktop.workspace.Studies;
import helvo.desktop.workspace.Workspace;
import javafx.application.Platform;
import javafx.scene.control.TextInputControl;
import javafx.stage.Stage;

/// A window that is open.
///
/// @param keeper  keeps its study on the disk
/// @param studies the program's studies, as this window asks for them
record OpenWindow(Stage stage, Workspace workspace, StudyPersistence keeper, Studies studies) {
    /// Once the window is there and its figure drawn.
    void tour() {
        Platform.runLater(() -> Platform.runLater(view()::tourOnce));
    }

    MainView view() {
        return (MainView) stage.getScene().getRoot();
    }

    /// Whether a study may take the place of what is here; what is being typed may not be lost.
    boolean isFree() {
        return keeper.isUntouched() && !(stage.getScene().getFocusOwner() instanceof TextInputControl);
    }

    boolean showsSameStudy(OpenWindow other) {
        return workspace.document() == other.workspace.document();
    }
}
