package helvo.desktop.app;

import helvo.core.analysis.Analysis;
import helvo.core.study.History;
import helvo.desktop.keeping.LastChoices;
import helvo.desktop.keeping.Origin;
import helvo.desktop.keeping.PersonalFile;
import helvo.desktop.keeping.PersonalFolders;
import helvo.desktop.keeping.RecentStudies;
import helvo.desktop.keeping.Settings;
import helvo.desktop.workspace.Studies;
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
        Windows.show(windows.open(new Origin.New(History.from(settings.blank())), Start.with(settings::blank, false)));
    }

    @Override
    public void openAnother() {
        windows.openAnother(stage);
    }

    @Override
    public void open(Origin study, Optional<Analysis> beginning) {
        if (!(study instanceof Origin.FromFile read && showIfOpen(read.file()))) {
            windows.shown().stream()
                    .filter(each -> each.stage() == stage)
                    .findFirst()
                    .ifPresent(here -> windows.open(windows.asKept(study), beginning, here));
        }
    }

    @Override
    public PersonalFile<LastChoices> choices() {
        return windows.choices();
    }

    @Override
    public PersonalFile<Settings> settings() {
        return windows.settings();
    }

    @Override
    public PersonalFolders folders() {
        return windows.folders();
    }

    @Override
    public boolean showIfOpen(Path file) {
        Optional<Windows.Shown> there = windows.shown().stream()
                .filter(each -> each.workspace()
                        .keeper()
                        .file()
                        .get()
                        .filter(open -> isSame(open, file))
                        .isPresent())
                .findFirst();
        there.ifPresent(each -> {
            each.stage().toFront();
            each.stage().requestFocus();
            each.workspace().messages().tell("“" + file.getFileName() + "” is open here already.");
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
        return windows.recent();
    }

    @Override
    public ReadOnlyObjectProperty<List<Journal.Kept>> leftBehind() {
        return windows.leftBehind();
    }

    @Override
    public void discard(Journal.Kept kept) {
        windows.forget(kept);
        try {
            kept.journal().discard();
        } catch (IOException e) {
            windows.warn("It could not be removed from the disk, and is offered again at the next start.");
        }
    }
}
