package helvo.desktop.persistence;

import helvo.core.analysis.Analysis;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.task.Faults;
import helvo.core.task.SerialTasks;
import helvo.desktop.document.CommitResult;
import helvo.desktop.document.StudyDocument;
import helvo.desktop.task.BackgroundTasks;
import helvo.desktop.task.BackgroundTasks.Outcome;
import helvo.desktop.task.InterfaceTimer;
import helvo.files.UnreadableFile;
import helvo.files.disk.WriteErrorText;
import helvo.files.study.FileFingerprint;
import helvo.files.study.Journal;
import helvo.files.study.StoredStudy;
import helvo.files.study.StudyFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.application.Platform;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.util.Subscription;
import org.jspecify.annotations.Nullable;

/// The persistence of one open study: its journal, its file, and conflicts with other programs. What it says of the
/// disk is true: nothing is called kept or saved before it is there. Used on the interface thread only.
public final class StudyPersistence {
    private static final Duration CHECK_INTERVAL = Duration.ofSeconds(2);
    /// A study of no more cells is written in an instant, so that its journal is begun before it is wanted.
    private static final long FEW_CELLS = 200_000;

    private final StudyDocument document;
    private final List<Path> places;
    private final BackgroundTasks.Queue saving;
    private final ReadOnlyObjectWrapper<SaveStatus> status = new ReadOnlyObjectWrapper<>(SaveStatus.NOTHING);
    private final ReadOnlyObjectWrapper<Optional<Path>> file = new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<Path>> conflict = new ReadOnlyObjectWrapper<>(Optional.empty());
    private final InterfaceTimer clock = InterfaceTimer.every(CHECK_INTERVAL, this::checkFile);
    private final Subscription following;
    private final FileWatch watch = new FileWatch();
    /// All that is on the disk is looked after on this thread, in order.
    private final SerialTasks keeping = SerialTasks.outliving("keeping");
    private final StudyLock lock;
    private final ReadOnlyObjectWrapper<Optional<Path>> openElsewhere = new ReadOnlyObjectWrapper<>(Optional.empty());
    private JournalWriter journal;
    private Study opened;
    private Optional<Journal.Kept> broughtBack = Optional.empty();
    /// The file as it was last read or written; empty for none. Saving, which waits its turn beside the interface
    /// thread, goes by what it is then.
    private volatile Optional<FileFingerprint> print = Optional.empty();
    /// Where the study is being saved, or was last.
    private Path lastAsked;
    private StoredStudy stored;
    /// As the file has it; null for a study in no file.
    private @Nullable Study saved;
    private int commits;
    private int kept;
    /// What is left to do once the last window is closed and what is being saved is saved.
    private Optional<Runnable> ending = Optional.empty();
    private Optional<String> notKept = Optional.empty();
    private Optional<String> notSaved = Optional.empty();
    private Instant changed = Instant.now();
    private boolean isPrepared;

    /// Where a person is told what was done, and what could not be.
    public record Voice(Consumer<String> tell, Consumer<String> warn) {}

    /// @param places to keep journals in, the usual one first
    @SuppressWarnings("NullAway.Init") // set before it is read
    public StudyPersistence(StudyDocument document, StudyOrigin origin, List<Path> places) {
        this.document = document;
        this.places = places;
        saving = document.background().queue("saving");
        lock = new StudyLock(places.getFirst().resolveSibling("open"));
        begin(origin);
        following = document.onCommit(this::committed);
        clock.start();
        report();
    }

    private void begin(StudyOrigin origin) {
        journal = new JournalWriter(places, origin, keeping);
        stored = origin.study();
        opened = stored.history().study();
        switch (origin) {
            case StudyOrigin.New _ -> {}
            case StudyOrigin.FromFile(Path from, FileFingerprint was, StoredStudy read) -> {
                file.set(Optional.of(from.toAbsolutePath()));
                print = Optional.of(was);
                saved = read.history().study();
            }
            case StudyOrigin.BroughtBack(Journal.Kept back) -> {
                broughtBack = Optional.of(back);
                file.set(back.file());
                print = back.saved();
                commits = back.commits();
                kept = commits;
                changed = back.last();
            }
        }
        lockFile();
    }

    /// Tells other programs that the file is open here, and finds out whether it is open there.
    private void lockFile() {
        file.get()
                .ifPresent(now -> keep(() -> {
                    if (lock.isHeldElsewhere(now)) {
                        Platform.runLater(() -> openElsewhere.set(Optional.of(now)));
                    }
                }));
    }

    private void keep(Runnable work) {
        Faults.report(keeping.run(work));
    }

    /// Whether nothing was done yet that anybody could miss, be it to redo it.
    public boolean isUntouched() {
        return document.study().isBlank()
                && commits == 0
                && file.get().isEmpty()
                && !document.isChanging()
                && !saving.isBusy();
    }

    /// Goes on with another study in the place of this one, which [#isUntouched].
    ///
    /// @param beginning what it shows first, where that is known
    public void restart(StudyOrigin origin, Optional<Analysis> beginning) {
        keep(lock::release);
        Faults.report(journal.close(true));
        isPrepared = false;
        begin(origin);
        document.replace(origin.study().history(), beginning);
        report();
    }

    /// What is true of the study on the disk.
    public ReadOnlyObjectProperty<SaveStatus> status() {
        return status.getReadOnlyProperty();
    }

    /// The file that it is in; empty for none yet.
    public ReadOnlyObjectProperty<Optional<Path>> file() {
        return file.getReadOnlyProperty();
    }

    /// The file, while somebody else has changed it and it is not decided whose it is to be.
    public ReadOnlyObjectProperty<Optional<Path>> conflict() {
        return conflict.getReadOnlyProperty();
    }

    /// The file, where another program of this person had it open when it was opened here.
    public ReadOnlyObjectProperty<Optional<Path>> openElsewhere() {
        return openElsewhere.getReadOnlyProperty();
    }

    /// Why it must not be saved in its file; empty when it may.
    public Optional<String> readOnly() {
        return stored.readOnly();
    }

    /// What is to be said of its file when it is opened; empty for nothing.
    public Optional<String> remarks() {
        return stored.remarks();
    }

    /// What was kept that it was opened from; empty for another origin.
    public Optional<Journal.Kept> broughtBack() {
        return broughtBack;
    }

    public boolean isSaved() {
        return saved == document.study();
    }

    /// Whether there is anything that could be lost: not a blank study, nor one as it was opened.
    private boolean isWorthKeeping() {
        boolean untouched = document.study() == opened && file.get().isEmpty();
        return !isSaved() && !document.study().isBlank() && !(untouched && commits == 0);
    }

    // ---- the journal ----

    private void committed(StudyDocument.Change change) {
        commits++;
        changed = Instant.now();
        journal.keep(change.commit(), change.after(), told -> Platform.runLater(() -> kept(told)));
        report();
    }

    private void kept(JournalWriter.Report told) {
        kept = Math.max(kept, told.kept());
        notKept = told.fault().map(WriteErrorText::why);
        report();
    }

    private void report() {
        Platform.runLater(this::endIfAsked);
        SaveStatus now = saving.isBusy()
                ? SaveStatus.SAVING
                : notKept.filter(_ -> kept < commits)
                        .map(SaveStatus::notKept)
                        .or(() -> notSaved.map(SaveStatus::notSaved))
                        .orElseGet(() -> kept < commits
                                ? SaveStatus.BEING_KEPT
                                : isSaved()
                                        ? SaveStatus.SAVED
                                        : !isWorthKeeping()
                                                ? SaveStatus.NOTHING
                                                : file.get().isEmpty()
                                                        ? SaveStatus.IN_NO_FILE
                                                        : print.isEmpty()
                                                                ? SaveStatus.FILE_GONE
                                                                : SaveStatus.changed(
                                                                        Duration.between(changed, Instant.now())));
        if (!now.equals(status.get())) {
            status.set(now);
        }
    }

    // ---- the file ----

    /// Saves in its file, unless somebody else has changed that. While it is not decided whose the file is to be,
    /// that is asked again.
    public void save(Voice voice) {
        Path to = saving.isBusy()
                ? lastAsked
                : file.get().orElseThrow(() -> new IllegalStateException("the study is in no file yet"));
        if (conflict.get().isPresent()) {
            askAgain();
        } else {
            save(to, () -> Optional.of(print), voice);
        }
    }

    private void askAgain() {
        Optional<Path> asked = conflict.get();
        conflict.set(Optional.empty());
        conflict.set(asked);
    }

    /// Saves in another file, which is the study's from then on, in the place of whatever that was.
    public void saveAs(Path to, Voice voice) {
        save(to.toAbsolutePath(), Optional::empty, voice);
    }

    /// Saves over what somebody else did.
    public void saveMine(Voice voice) {
        conflict.set(Optional.empty());
        file.get().ifPresent(to -> save(to, Optional::empty, voice));
    }

    /// Saves beside what somebody else did, where there is no file yet.
    public void saveBoth(Voice voice) {
        conflict.set(Optional.empty());
        file.get().ifPresent(theirs -> {
            String name = theirs.getFileName().toString().replaceFirst("(?i)\\.helvo$", "");
            Path mine = theirs.resolveSibling(name + ", mine" + StudyFile.ENDING);
            for (int i = 2; Files.exists(mine); i++) {
                mine = theirs.resolveSibling(name + ", mine " + i + StudyFile.ENDING);
            }
            save(mine, () -> Optional.of(Optional.empty()), voice);
        });
    }

    /// What tells that a file is not as it was left.
    private static final class ChangedOutside extends IOException {}

    /// @param expected what the file should still be, an empty print for no file, when the saving begins; empty to
    ///     write over anything
    private void save(Path to, Supplier<Optional<Optional<FileFingerprint>>> expected, Voice voice) {
        lastAsked = to;
        StoredStudy now = stored.with(document.history().get());
        int upTo = commits;
        saving.run(
                "Saving " + to.getFileName() + " …",
                progress -> {
                    Optional<Optional<FileFingerprint>> left = expected.get();
                    try {
                        requireAsLeft(to, left);
                        StudyFile.write(to, now, progress, () -> requireAsLeft(to, left));
                    } catch (ChangedOutside theirs) {
                        return Optional.<FileFingerprint>empty();
                    }
                    return FileFingerprint.of(to);
                },
                new Outcome<>(
                        written -> {
                            if (written.isEmpty()) {
                                conflict.set(Optional.of(to));
                                report();
                                return;
                            }
                            conflict.set(Optional.empty());
                            stored = new StoredStudy(now.history(), now.unknown(), Optional.empty(), List.of());
                            saved = now.history().study();
                            print = written;
                            watch.forget();
                            notSaved = Optional.empty();
                            file.set(Optional.of(to));
                            lockFile();
                            journal.saved(to, written.get(), upTo);
                            report();
                            voice.tell.accept("Saved “" + to.getFileName() + "” in " + to.getParent() + ".");
                        },
                        fault -> {
                            notSaved = Optional.of(WriteErrorText.why(fault));
                            report();
                            voice.warn.accept(
                                    fault instanceof IOException known
                                            ? WriteErrorText.sentence(to, known)
                                            : "“" + to + "” could not be saved (" + fault + ").");
                        },
                        () -> {
                            report();
                            voice.tell.accept("Saving was stopped; the file is as it was.");
                        }));
        Platform.runLater(this::report);
    }

    /// A file that vanished is written anew; one that came in its place is somebody else's.
    private static void requireAsLeft(Path file, Optional<Optional<FileFingerprint>> left) throws ChangedOutside {
        Optional<FileFingerprint> there = FileFingerprint.of(file);
        boolean isUnreadable = there.isEmpty() && Files.isRegularFile(file);
        if (left.isPresent() && (isUnreadable || there.isPresent() && !there.equals(left.get()))) {
            throw new ChangedOutside();
        }
    }

    /// Goes back to what the file has, as a step that can be undone; also takes over what somebody else did to it.
    public void revert(Voice voice) {
        conflict.set(Optional.empty());
        file.get()
                .ifPresent(from -> saving.run(
                        "Opening " + from.getFileName() + " …",
                        progress -> StudyOrigin.FromFile.read(from, progress),
                        new Outcome<>(
                                read -> {
                                    Study theirs = read.study().history().study();
                                    CommitResult.tell(
                                            document.perform(new StudyEdit.Begin(theirs)),
                                            () -> {
                                                stored = read.study()
                                                        .with(document.history().get());
                                                print = Optional.of(read.print());
                                                watch.forget();
                                                saved = document.study();
                                                notSaved = Optional.empty();
                                                journal.saved(from, read.print(), commits);
                                                report();
                                            },
                                            voice.warn);
                                },
                                fault -> voice.warn.accept(
                                        fault instanceof UnreadableFile known
                                                ? known.getMessage()
                                                : "“" + from + "” could not be read (" + fault + ")."),
                                () -> voice.tell.accept("Opening was stopped; nothing was changed."))));
    }

    /// Looks whether the file is still as it was, begins the journal where that costs nothing, and tries again what
    /// could not be kept.
    private void checkFile() {
        report();
        if (!isPrepared && document.background().idle()) {
            isPrepared = true;
            long cells = document.study().tables().stream()
                    .mapToLong(table -> (long) table.rows() * table.columns().size())
                    .sum();
            if (commits == 0 && cells <= FEW_CELLS && !document.study().isBlank()) {
                journal.prepare();
            }
        }
        if (notKept.isPresent()) {
            journal.retry(told -> Platform.runLater(() -> kept(told)));
        }
        if (file.get().isPresent() && !saving.isBusy() && conflict.get().isEmpty()) {
            Path watched = file.get().get();
            Optional<FileFingerprint> known = print;
            keep(() -> watch.changed(watched, known)
                    .ifPresent(there -> Platform.runLater(() -> changedOutside(watched, known, there))));
        }
    }

    private void changedOutside(Path watched, Optional<FileFingerprint> known, Optional<FileFingerprint> there) {
        if (saving.isBusy() || !known.equals(print) || !file.get().equals(Optional.of(watched))) {
            return;
        }
        if (there.isPresent()) {
            conflict.set(Optional.of(watched));
        } else {
            saved = null;
            print = Optional.empty();
        }
        report();
    }

    /// Ends keeping, and the document with it, once what is being saved is saved. The journal stays where it has
    /// what is in no file.
    ///
    /// @return completes once everything is on the disk
    public CompletableFuture<Void> close() {
        var ended = new CompletableFuture<Void>();
        ending = Optional.of(() -> {
            clock.stop();
            following.unsubscribe();
            boolean keep = isWorthKeeping();
            document.close();
            keep(lock::release);
            Faults.report(journal.close(!keep).whenComplete((_, _) -> ended.complete(null)));
            keeping.close();
        });
        endIfAsked();
        return ended;
    }

    private void endIfAsked() {
        if (!saving.isBusy()) {
            Optional<Runnable> end = ending;
            ending = Optional.empty();
            end.ifPresent(Runnable::run);
        }
    }
}
