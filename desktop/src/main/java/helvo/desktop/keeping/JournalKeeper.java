package helvo.desktop.keeping;

import helvo.core.study.Commit;
import helvo.core.study.History;
import helvo.files.study.FilePrint;
import helvo.files.study.Journal;
import helvo.files.study.StoredStudy;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;

/// Writes commits into the journal, one after the other, beside the interface thread. Where that fails it goes on in the next place, from
/// the last state that was kept.
final class JournalKeeper {
    private final List<Path> places;
    private final ThreadPoolExecutor thread = new ThreadPoolExecutor(1, 1, 1, TimeUnit.SECONDS, new LinkedBlockingQueue<>(),
            work -> new Thread(work, "keeping"));
    // What follows is used on that thread only.
    private final Deque<Pending> waiting = new ArrayDeque<>();
    private Optional<Journal> journal;
    /// Journals that could not be written to any more.
    private final Deque<Journal> superseded = new ArrayDeque<>();
    private StoredStudy last;
    private int place;

    private record Pending(Commit commit, History after) {}

    /// What became of commits, told on the keeping thread.
    ///
    /// @param kept how many are on the disk, of all that were asked for
    /// @param fault why no more are
    record Told(int kept, Optional<IOException> fault) {}

    /// @param places to keep journals in, the usual one first
    JournalKeeper(List<Path> places, Origin origin) {
        this.places = places;
        last = origin.study();
        journal = origin instanceof Origin.BroughtBack(Journal.Kept kept) ? Optional.of(kept.journal()) : Optional.empty();
        thread.allowCoreThreadTimeOut(true);
    }

    /// @param number of the commit, the first is 1
    void keep(Commit commit, History after, int number, Consumer<Told> tell) {
        thread.execute(() -> {
            waiting.add(new Pending(commit, after));
            Optional<IOException> fault = write();
            tell.accept(new Told(number - waiting.size(), fault));
            if (fault.isEmpty()) {
                addState(after);
            }
        });
    }

    /// Tries again what could not be written.
    void retry(int number, Consumer<Told> tell) {
        thread.execute(() -> {
            Optional<IOException> fault = write();
            tell.accept(new Told(number - waiting.size(), fault));
        });
    }

    private Optional<IOException> write() {
        Optional<IOException> fault = Optional.empty();
        for (int tries = 0; tries <= places.size() && !waiting.isEmpty(); tries++) {
            try {
                if (journal.isEmpty()) {
                    journal = Optional.of(Journal.begin(places.get(place), last));
                }
                while (!waiting.isEmpty()) {
                    journal.get().add(waiting.getFirst().commit());
                    last = last.with(waiting.removeFirst().after());
                }
                discardSuperseded();
                return Optional.empty();
            } catch (IOException e) {
                fault = Optional.of(e);
                journal.ifPresent(superseded::add);
                journal = Optional.empty();
                place = (place + 1) % places.size();
            }
        }
        return fault;
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
            } catch (IOException noState) {
                // The commits are kept; the state only spares doing them again.
            }
        });
    }

    void saved(Path file, FilePrint print, int commits) {
        thread.execute(() -> journal.ifPresent(each -> {
            try {
                each.saved(file, print, commits);
            } catch (IOException notNoted) {
                // The next start offers steps that are in the file already, and says how many.
            }
        }));
    }

    /// Runs beside the interface thread, after what waits.
    void run(Runnable work) {
        thread.execute(work);
    }

    /// Ends when all that waits is done.
    ///
    /// @param discard whether nothing in the journal is needed any more
    CompletableFuture<Void> close(boolean discard) {
        var done = new CompletableFuture<Void>();
        thread.execute(() -> {
            write();
            try {
                if (journal.isPresent() && discard) {
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
            done.complete(null);
        });
        thread.shutdown();
        return done;
    }
}
