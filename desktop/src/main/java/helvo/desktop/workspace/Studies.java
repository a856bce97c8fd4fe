package helvo.desktop.workspace;

import helvo.core.analysis.Analysis;
import helvo.desktop.keeping.LastChoices;
import helvo.desktop.keeping.Origin;
import helvo.desktop.keeping.PersonalFile;
import helvo.desktop.keeping.PersonalFolders;
import helvo.desktop.keeping.RecentStudies;
import helvo.desktop.keeping.Settings;
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
    void open(Origin study, Optional<Analysis> beginning);

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
    PersonalFile<LastChoices> choices();

    /// What the person set for the program.
    PersonalFile<Settings> settings();

    /// Where the program keeps things.
    PersonalFolders folders();

    /// Drops what was kept.
    void discard(Journal.Kept kept);
}
