package helvo.desktop.app;

import helvo.core.analysis.Analysis;
import helvo.core.study.History;
import helvo.desktop.persistence.LastChoices;
import helvo.desktop.persistence.PreferencesFile;
import helvo.desktop.persistence.RecentStudies;
import helvo.desktop.persistence.Settings;
import helvo.desktop.persistence.StudyOrigin;
import helvo.desktop.workspace.Studies;
import helvo.files.disk.UserFolders;
import helvo.files.study.Journal;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.stage.Stage;

/// The studies as one window asks for them.
final class WindowStudies implements Studies {
    private final Windows windows;
    private final Stage stage;

    WindowStudies(Windows windows, Stage stage) {
        this.windows = windows;
        this.stage = stage;
    }

    @Override
    public void openNew() {
        Settings settings = windows.settings().get();
        WindowPlacement.show(windows.open(
                new StudyOrigin.New(History.from(settings.blank())), StartOptions.withStudy(settings::blank, false)));
    }

    @Override
    public void openAnother() {
        windows.openAnother(stage);
    }

    @Override
    public void open(StudyOrigin study, Optional<Analysis> beginning) {
        if (!(study instanceof StudyOrigin.FromFile read && showIfOpen(read.file()))) {
            windows.open().stream()
                    .filter(each -> each.stage() == stage)
                    .findFirst()
                    .ifPresent(here -> windows.open(windows.onDisk().asKept(study), beginning, here));
        }
    }

    @Override
    public PreferencesFile<LastChoices> choices() {
        return windows.choices();
    }

    @Override
    public PreferencesFile<Settings> settings() {
        return windows.settings();
    }

    @Override
    public UserFolders folders() {
        return windows.folders();
    }

    @Override
    public boolean showIfOpen(Path file) {
        Optional<OpenWindow> there = windows.open().stream()
                .filter(each -> each.keeper()
                        .file()
                        .get()
                        .filter(open -> isSame(open, file))
                        .isPresent())
                .findFirst();
        there.ifPresent(each -> {
            each.stage().toFront();
            each.stage().requestFocus();
            each.workspace().messages().show("“" + file.getFileName() + "” is open here already.");
        });
        return there.isPresent();
    }

    private static boolean isSame(Path one, Path other) {
        try {
            return Files.isSameFile(one, other);
        } catch (IOException e) {
            return one.equals(other.toAbsolutePath());
        }
    }

    @Override
    public void close() {
        stage.close();
    }

    @Override
    public ReadOnlyObjectProperty<List<RecentStudies.Recent>> recent() {
        return windows.onDisk().recent();
    }

    @Override
    public ReadOnlyObjectProperty<List<Journal.Kept>> leftBehind() {
        return windows.onDisk().leftBehind();
    }

    @Override
    public void discard(Journal.Kept kept) {
        windows.onDisk().forget(kept);
        try {
            kept.journal().discard();
        } catch (IOException e) {
            windows.warn("It could not be removed from the disk, and is offered again at the next start.");
        }
    }
}
