package helvo.desktop.workspace;

import helvo.core.analysis.Analysis;
import helvo.desktop.persistence.LastChoices;
import helvo.desktop.persistence.PreferencesFile;
import helvo.desktop.persistence.RecentStudies;
import helvo.desktop.persistence.Settings;
import helvo.desktop.persistence.StudyOrigin;
import helvo.files.disk.UserFolders;
import helvo.files.study.Journal;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;

/// The studies of the program, as a window asks for them.
public interface Studies {
    /// A blank study in another window.
    void openNew();

    /// This study in another window.
    void openAnother();

    /// Shows a study that was read, in the place of this window's where that is blank.
    ///
    /// @param beginning what it shows first, where that is known
    void open(StudyOrigin study, Optional<Analysis> beginning);

    /// Brings the window to the front in which a file is open.
    ///
    /// @return whether there is one
    boolean showIfOpen(Path file);

    /// Closes this window; what is in no file is kept.
    void close();

    /// Studies that were in use lately, the latest first.
    ReadOnlyObjectProperty<List<RecentStudies.Recent>> recent();

    /// What was kept when the program stopped.
    ReadOnlyObjectProperty<List<Journal.Kept>> leftBehind();

    /// What the person chose last, in whatever study.
    PreferencesFile<LastChoices> choices();

    /// What the person set for the program.
    PreferencesFile<Settings> settings();

    /// Where the program keeps things.
    UserFolders folders();

    /// Drops what was kept.
    void discard(Journal.Kept kept);
}
