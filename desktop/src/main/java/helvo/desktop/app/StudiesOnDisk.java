package helvo.desktop.app;

import helvo.core.RootLocale;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.study.Study;
import helvo.core.task.SerialTasks;
import helvo.desktop.persistence.RecentStudies;
import helvo.desktop.persistence.RecoverableStudies;
import helvo.desktop.persistence.StudyOrigin;
import helvo.files.disk.AtomicFile;
import helvo.files.disk.UserFolders;
import helvo.files.study.Journal;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Collection;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import javafx.application.Platform;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/// The studies that can be opened: those in use lately, and those that were kept when the program stopped. Used on
/// the interface thread, but for [#find].
final class StudiesOnDisk {
    private final List<Path> journals;
    private final RecentStudies recentStudies;
    private final ReadOnlyObjectWrapper<List<RecentStudies.Recent>> recent = new ReadOnlyObjectWrapper<>(List.of());
    private final ReadOnlyObjectWrapper<List<Journal.Kept>> leftBehind = new ReadOnlyObjectWrapper<>(List.of());
    /// What was kept that an open study's person was told of.
    private final Set<Journal.Kept> mentioned = Collections.newSetFromMap(new IdentityHashMap<>());

    /// @param journals folders to keep journals in, the usual one first
    StudiesOnDisk(UserFolders folders, List<Path> journals) {
        this.journals = journals;
        recentStudies = new RecentStudies(folders.state());
    }

    /// Folders to keep journals in, the usual one first.
    List<Path> journals() {
        return journals;
    }

    ReadOnlyObjectProperty<List<RecentStudies.Recent>> recent() {
        return recent.getReadOnlyProperty();
    }

    ReadOnlyObjectProperty<List<Journal.Kept>> leftBehind() {
        return leftBehind.getReadOnlyProperty();
    }

    /// What was kept when the program stopped; for any thread.
    RecoverableStudies find() {
        return RecoverableStudies.find(journals);
    }

    /// Offers what was kept, but for what is open already.
    void offer(List<Journal.Kept> kept, Collection<Journal.Kept> open) {
        leftBehind.set(kept.stream().filter(each -> !open.contains(each)).toList());
    }

    /// Takes note of what is on the disk, at once.
    void read() {
        leftBehind.set(find().studies());
        recent.set(recentStudies.all());
    }

    /// Reads the list of recent studies, and removes what broken saves left beside them.
    CompletableFuture<Void> readRecent() {
        return SerialTasks.once("recent studies", recentStudies::all).thenAccept(all -> {
            Platform.runLater(() -> recent.set(all));
            all.stream()
                    .map(each -> each.file().toAbsolutePath().getParent())
                    .distinct()
                    .forEach(AtomicFile::removeLeftBehind);
        });
    }

    /// Puts a study that is in a file on the list of recent ones.
    CompletableFuture<Void> use(Path file, Study study, Optional<FigureAnalysis> figure) {
        return SerialTasks.once("recent studies", () -> {
                    recentStudies.add(file, study, Instant.now(), figure);
                    return recentStudies.all();
                })
                .thenAccept(all -> Platform.runLater(() -> recent.set(all)));
    }

    /// What was kept of a file goes before the file itself, where nobody has saved it since.
    StudyOrigin asKept(StudyOrigin origin) {
        if (origin instanceof StudyOrigin.FromFile(Path file, var print, var _)) {
            for (Journal.Kept kept : leftBehind.get()) {
                if (kept.file().filter(file::equals).isPresent()
                        && kept.saved().filter(print::equals).isPresent()) {
                    return new StudyOrigin.BroughtBack(kept);
                }
            }
        }
        return origin;
    }

    /// No longer offers what was kept.
    void forget(Journal.Kept kept) {
        leftBehind.set(leftBehind.get().stream().filter(each -> each != kept).toList());
    }

    /// Steps that were kept of a study's file which somebody has saved since; each is found once.
    Optional<Journal.Kept> keptBesides(Path file) {
        return leftBehind.get().stream()
                .filter(kept -> kept.file().filter(file::equals).isPresent())
                .filter(mentioned::add)
                .findFirst();
    }

    /// What is said of steps that [#keptBesides] found.
    static String sentence(Journal.Kept kept, Path file) {
        String steps = kept.unsaved() == 1
                ? "1 step of “%s” that is"
                : RootLocale.format("%,d steps of “%%s” that are", kept.unsaved());
        return "When Helvo stopped, it kept " + RootLocale.format(steps, file.getFileName())
                + " in no file. The file was saved by somebody else since.";
    }

    /// Lets go of what was kept; the next start finds it.
    void close() {
        for (Journal.Kept kept : leftBehind.get()) {
            try {
                kept.journal().close();
            } catch (IOException e) {
                // It is on the disk; the next start finds it.
            }
        }
    }
}
