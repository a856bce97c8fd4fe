package helvo.desktop.workspace;

import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.desktop.persistence.StudyPersistence;
import helvo.files.study.StudyFile;
import java.nio.file.Path;
import java.util.Optional;

/// Saves the study of a window.
public final class Saver {
    private final Workspace workspace;
    private final StudyPersistence keeper;
    private final FileDialogs dialogs;

    public Saver(Workspace workspace, StudyPersistence keeper, FileDialogs dialogs) {
        this.workspace = workspace;
        this.keeper = keeper;
        this.dialogs = dialogs;
    }

    public void save() {
        workspace.finishTyping();
        if (keeper.file().get().isPresent() && keeper.readOnly().isEmpty()) {
            keeper.save(voice());
        } else {
            saveAs();
        }
    }

    /// Asks where, unless the person thinks better of it.
    public void saveAs() {
        workspace.finishTyping();
        String name = workspace
                .study()
                .name()
                .replaceAll("[^\\p{L}\\p{N} ,_.()-]+", " ")
                .strip();
        Optional<Path> chosen = dialogs.study(name + StudyFile.ENDING);
        if (chosen.isPresent()
                && keeper.readOnly().isPresent()
                && chosen.equals(keeper.file().get())) {
            workspace.messages().warn(keeper.readOnly().get());
        } else {
            chosen.ifPresent(this::saveAs);
        }
    }

    /// A study without a name of its own gets that of its file.
    private void saveAs(Path to) {
        if (workspace.study().name().equals(Study.EMPTY.name())) {
            workspace.perform(new StudyEdit.Rename(to.getFileName().toString().replaceFirst("(?i)\\.helvo$", "")));
        }
        keeper.saveAs(to, voice());
    }

    /// Saves over what somebody else did to the file.
    public void saveMine() {
        keeper.saveMine(voice());
    }

    /// Saves beside what somebody else did.
    public void saveBoth() {
        keeper.saveBoth(voice());
    }

    private StudyPersistence.Voice voice() {
        return new StudyPersistence.Voice(workspace.messages()::show, workspace.messages()::warn);
    }

    /// Whether there is something in the file to go back to.
    public boolean canRevert() {
        return keeper.file().get().isPresent() && !keeper.isSaved();
    }

    /// Goes back to what the file has, as a step.
    public void revert() {
        keeper.revert(voice());
    }
}
