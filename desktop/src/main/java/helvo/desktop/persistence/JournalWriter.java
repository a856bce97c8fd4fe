package helvo.desktop.persistence;

import helvo.core.study.Commit;
import helvo.core.study.History;
import helvo.core.task.Faults;
import helvo.core.task.SerialTasks;
import helvo.files.study.FileFingerprint;
import helvo.files.study.Journal;
import helvo.files.study.JournalFull;
import helvo.files.study.StoredStudy;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.function.Consumer;

/// Writes commits into the journal beside the interface thread. Where that fails it goes on in the next place, from
/// the last state that was kept.
final class JournalWriter {
    private final List<Path> places;
    private final SerialTasks thread;
    // What follows is used on that thread only.
    private final Deque<Pending> waiting = new ArrayDeque<>();
    private Optional<Journal> journal;
    /// Journals that could not be written to any more.
    private final Deque<Journal> superseded = new ArrayDeque<>();
    private StoredStudy last;
    private Optional<InFile> inFile;
    /// Commits on the disk, of all that were asked for.
    private int kept;
    /// Those of them that the journal begins with.
    private int before;
    private int place;

    /// What a file has of the study.
    ///
    /// @param commits of all that were asked for
    private record InFile(Path file, FileFingerprint print, int commits) {}

    private record Pending(Commit commit, History after) {}

    /// What became of commits, told on the keeping thread.
    ///
    /// @param kept how many are on the disk, of all that were asked for
    /// @param fault why no more are
    record Report(int kept, Optional<Throwable> fault) {}

    /// @param places to keep journals in, the usual one first
    /// @param thread that all that is kept of the study is written on, whatever its journal
    JournalWriter(List<Path> places, StudyOrigin origin, SerialTasks thread) {
        this.places = places;
        this.thread = thread;
        last = origin.study();
        journal = Optional.empty();
        inFile = Optional.empty();
        if (origin instanceof StudyOrigin.FromFile(Path file, FileFingerprint print, var _)) {
            inFile = Optional.of(new InFile(file, print, 0));
        } else if (origin instanceof StudyOrigin.BroughtBack(Journal.Kept back)) {
            journal = Optional.of(back.journal());
            kept = back.commits();
            inFile = back.file()
                    .flatMap(file -> back.saved().map(print -> new InFile(file, print, kept - back.unsaved())));
        }
    }

    /// Begins the journal while there is no changes yet, so that the first commit need not wait for it. Of one
    /// that gets no commit nothing stays.
    void prepare() {
        run(() -> {
            try {
                begin();
            } catch (IOException | RuntimeException notYet) {
                // The first commit tries again, elsewhere too, and tells.
            }
        });
    }

    private void begin() throws IOException {
        if (journal.isEmpty()) {
            journal = Optional.of(Journal.begin(places.get(place), last));
            before = kept;
            writeOrigin();
        }
    }

    private void writeOrigin() throws IOException {
        if (journal.isPresent() && inFile.isPresent()) {
            InFile known = inFile.get();
            journal.get().saved(known.file, known.print, known.commits - before);
        }
    }

    void keep(Commit commit, History after, Consumer<Report> report) {
        run(() -> {
            waiting.add(new Pending(commit, after));
            Optional<Throwable> fault = write();
            report.accept(new Report(kept, fault));
            if (fault.isEmpty()) {
                addState(after);
            }
        });
    }

    /// Tries again what could not be written.
    void retry(Consumer<Report> report) {
        run(() -> {
            Optional<Throwable> fault = write();
            report.accept(new Report(kept, fault));
        });
    }

    /// Writes what waits. Whatever goes wrong, the rest waits for the next try.
    private Optional<Throwable> write() {
        Optional<Throwable> fault = Optional.empty();
        for (int tries = 0; tries <= places.size() && !waiting.isEmpty(); tries++) {
            try {
                begin();
                while (!waiting.isEmpty()) {
                    journal.get().add(waiting.getFirst().commit());
                    kept++;
                    last = last.with(waiting.removeFirst().after());
                }
                discardSuperseded();
                return Optional.empty();
            } catch (JournalFull full) {
                fault = Optional.of(full);
                if (full.isRecordTooLarge()) {
                    return fault;
                }
                beginElsewhere(place);
            } catch (IOException e) {
                fault = Optional.of(e);
                beginElsewhere((place + 1) % places.size());
            } catch (RuntimeException | Error e) {
                return Optional.of(e);
            }
        }
        return fault;
    }

    /// Goes on in a new journal, which begins with the last state that was kept.
    private void beginElsewhere(int next) {
        journal.ifPresent(superseded::add);
        journal = Optional.empty();
        place = next;
    }

    /// What a journal in another place begins with holds all that they have.
    private void discardSuperseded() throws IOException {
        while (!superseded.isEmpty()) {
            superseded.removeFirst().discard();
        }
    }

    private void addState(History after) {
        journal.ifPresent(each -> {
            try {
                each.addStateIfDue(after.study());
            } catch (IOException | RuntimeException | OutOfMemoryError noState) {
                // The commits are kept; the state only spares doing them again.
            }
        });
    }

    void saved(Path file, FileFingerprint print, int commits) {
        run(() -> {
            inFile = Optional.of(new InFile(file, print, commits));
            try {
                writeOrigin();
            } catch (IOException | RuntimeException notNoted) {
                // The next start offers steps that are in the file already, and says how many.
            }
        });
    }

    private void run(Runnable work) {
        Faults.report(thread.run(work));
    }

    /// Ends when all that waits is done.
    ///
    /// @param discard whether nothing in the journal is needed any more
    CompletableFuture<Void> close(boolean discard) {
        return thread.run(() -> {
            try {
                write();
                if (journal.isPresent() && (discard || kept == 0)) {
                    journal.get().discard();
                } else if (journal.isPresent()) {
                    journal.get().close();
                }
                for (Journal each : superseded) {
                    each.close();
                }
            } catch (IOException leftThere) {
                // What could not be removed is offered again at the next start.
            }
        });
    }
}
