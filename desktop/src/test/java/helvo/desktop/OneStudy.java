package helvo.desktop;

import helvo.core.analysis.Analysis;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.desktop.document.StudyDocument;
import helvo.desktop.persistence.LastChoices;
import helvo.desktop.persistence.PreferencesFile;
import helvo.desktop.persistence.RecentStudies;
import helvo.desktop.persistence.Settings;
import helvo.desktop.persistence.StudyOrigin;
import helvo.desktop.persistence.StudyPersistence;
import helvo.desktop.workspace.Studies;
import helvo.files.disk.UserFolders;
import helvo.files.study.Journal;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/// A study with its keeper, as a window has it, in a folder of its own; what is asked of the program's other
/// windows is written down.
public final class OneStudy implements Studies {
    /// Where the journals of all tests are, until they have all run.
    private static final Path PLACES = places();

    public final StudyDocument document;
    public final StudyPersistence keeper;
    public final Path place;
    public final List<String> asked = new ArrayList<>();
    public final ReadOnlyObjectWrapper<List<RecentStudies.Recent>> recent = new ReadOnlyObjectWrapper<>(List.of());
    public final ReadOnlyObjectWrapper<List<Journal.Kept>> leftBehind = new ReadOnlyObjectWrapper<>(List.of());

    private final UserFolders folders;
    private final PreferencesFile<LastChoices> choices;
    private final PreferencesFile<Settings> settings;
    private boolean ended;

    private static Path places() {
        try {
            Path places = Files.createTempDirectory("helvo");
            Runtime.getRuntime().addShutdownHook(new Thread(() -> {
                try (Stream<Path> all = Files.walk(places)) {
                    all.sorted(Comparator.reverseOrder())
                            .forEach(each -> each.toFile().delete());
                } catch (IOException e) {
                    System.err.println("The tests left files in " + places + ": " + e);
                }
            }));
            return places;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    public OneStudy(Study study) {
        this(new StudyOrigin.New(History.from(study)));
    }

    public OneStudy(StudyOrigin origin) {
        try {
            place = Files.createTempDirectory(PLACES, "kept");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        folders = UserFolders.below(place.resolveSibling(place.getFileName() + "-choices"));
        choices = LastChoices.in(folders.state());
        settings = Settings.in(folders.config());
        document = new StudyDocument(origin.study().history());
        keeper = new StudyPersistence(document, origin, List.of(place));
    }

    /// A study whose analysis is known.
    static OneStudy analysed(Analysis known) {
        var one = new OneStudy(Study.blank());
        one.keeper.restart(new StudyOrigin.New(History.from(known.study())), Optional.of(known));
        return one;
    }

    /// Drops what a person chose and set, and what was asked of the program.
    void forget() {
        choices.keep(_ -> LastChoices.FIRST);
        settings.keep(_ -> Settings.FIRST);
        asked.clear();
        recent.set(List.of());
        leftBehind.set(List.of());
    }

    /// Ends it as closing its last window does, and waits until all is on the disk.
    public void end() {
        if (ended) {
            return;
        }
        ended = true;
        keeper.close().join();
    }

    @Override
    public PreferencesFile<LastChoices> choices() {
        return choices;
    }

    @Override
    public PreferencesFile<Settings> settings() {
        return settings;
    }

    @Override
    public UserFolders folders() {
        return folders;
    }

    @Override
    public void openNew() {
        asked.add("new");
    }

    @Override
    public void openAnother() {
        asked.add("another");
    }

    @Override
    public void open(StudyOrigin study, Optional<Analysis> beginning) {
        asked.add("open " + study.study().history().study().name());
    }

    @Override
    public boolean showIfOpen(Path file) {
        return false;
    }

    @Override
    public void close() {
        asked.add("close");
    }

    @Override
    public ReadOnlyObjectProperty<List<RecentStudies.Recent>> recent() {
        return recent.getReadOnlyProperty();
    }

    @Override
    public ReadOnlyObjectProperty<List<Journal.Kept>> leftBehind() {
        return leftBehind.getReadOnlyProperty();
    }

    @Override
    public void discard(Journal.Kept kept) {
        asked.add("discard " + kept.study().history().study().name());
    }
}
