package helvo.desktop.document;

import helvo.core.analysis.Analysis;
import helvo.core.study.Commit;
import helvo.core.study.Edit;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.desktop.task.BackgroundTasks;
import helvo.desktop.task.BackgroundTasks.Outcome;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.Supplier;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.util.Subscription;

/// The open study: its history, its preview and its analysis. It knows no window; several may show it. Each change
/// of the history is a commit: an edit, an undo, a redo, a jump to a step. Used on the interface thread only.
public final class StudyDocument implements AutoCloseable {
    /// Edits of one thing that follow one another within this time are one gesture: turns of a wheel, keys that
    /// move a slider.
    private static final long GESTURE_NANOS = 1_500_000_000;

    private final BackgroundTasks background = new BackgroundTasks();
    /// As it is told; while a change is told, one more may have been made.
    private final ReadOnlyObjectWrapper<History> history;
    private final Deque<Change> untold = new ArrayDeque<>();
    private History current;
    private boolean isTelling;
    private final ReadOnlyObjectWrapper<Optional<Preview>> preview = new ReadOnlyObjectWrapper<>(Optional.empty());
    private final AnalysisService analyses = new AnalysisService(background);
    private final CommitQueue commits = new CommitQueue(background);
    private final List<Consumer<Change>> observers = new ArrayList<>();
    private long performed = System.nanoTime() - GESTURE_NANOS;

    public StudyDocument(Study study) {
        this(History.from(study));
    }

    /// A study that goes on with the history it had.
    public StudyDocument(History known) {
        history = new ReadOnlyObjectWrapper<>(known);
        current = known;
        analyses.requestKind(known.study(), true);
    }

    /// A commit and the history it led to.
    public record Change(Commit commit, History after) {
        static Change by(Commit commit, History before) {
            return new Change(commit, commit.apply(before));
        }
    }

    public Study study() {
        return current.study();
    }

    public ReadOnlyObjectProperty<History> history() {
        return history.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<Optional<Preview>> preview() {
        return preview.getReadOnlyProperty();
    }

    public AnalysisService analyses() {
        return analyses;
    }

    /// Its work, to be told of while it takes long.
    public BackgroundTasks background() {
        return background;
    }

    /// Does an edit: at once, or beside the interface thread where it goes through very many rows.
    ///
    /// @return what became of it, told on the interface thread
    public CompletableFuture<CommitResult> perform(Edit edit) {
        Optional<History> foreseen =
                preview.get().filter(each -> each.isFor(current, edit)).map(Preview::after);
        long now = System.nanoTime();
        boolean goesOn = now - performed < GESTURE_NANOS;
        performed = now;
        Instant at = Instant.now();
        Study asked = study();
        return commit(
                "Changing the table …",
                () -> name(edit, asked),
                before -> goesOn && before.isContinuedBy(edit)
                        ? Change.by(new Commit.Amend(edit, at), before)
                        : foreseen.filter(_ -> before == current)
                                .map(after -> new Change(new Commit.Append(edit, at(after, at)), after))
                                .orElseGet(() -> Change.by(new Commit.Append(edit, at), before)),
                CommitQueue.takesLong(edit, study()));
    }

    private static String name(Edit edit, Study asked) {
        try {
            return edit.sentence(asked);
        } catch (RuntimeException notOfThisStudy) {
            return "A change of what is not there";
        }
    }

    /// When the last step of what was tried was made.
    private static Instant at(History tried, Instant otherwise) {
        return tried.undoable().map(History.Step::at).orElse(otherwise);
    }

    public CompletableFuture<CommitResult> undo() {
        return go("Undoing …", before -> new Commit.Jump(before.steps().size() - 1, Instant.now()));
    }

    public CompletableFuture<CommitResult> redo() {
        return go("Redoing …", before -> new Commit.Jump(before.steps().size() + 1, Instant.now()));
    }

    /// Undoes or redoes until so many steps are done.
    public CompletableFuture<CommitResult> jumpTo(int steps) {
        return go("Undoing …", _ -> new Commit.Jump(steps, Instant.now()));
    }

    /// Goes back to what was undone and then left for something else.
    ///
    /// @param branch its place among [History#branches]
    public CompletableFuture<CommitResult> restoreBranch(int branch) {
        return go("Undoing …", _ -> new Commit.RestoreBranch(branch, Instant.now()));
    }

    private CompletableFuture<CommitResult> go(String label, Function<History, Commit> where) {
        return commit(label, () -> label.replace(" …", ""), before -> Change.by(where.apply(before), before), false);
    }

    /// Whether a long change is under way; others wait for it.
    public boolean isChanging() {
        return commits.isBusy();
    }

    private CompletableFuture<CommitResult> commit(
            String label, Supplier<String> name, Function<History, Change> how, boolean takesLong) {
        var result = new CompletableFuture<CommitResult>();
        commits.addCommit(
                new CommitQueue.Wanted(
                        label,
                        name,
                        how,
                        change -> {
                            commit(change);
                            result.complete(new CommitResult.Done(change.after()));
                        },
                        sentence -> result.complete(new CommitResult.NotDone(sentence))),
                () -> current,
                takesLong);
        return result;
    }

    /// Runs work whose outcome asks for changes, as reading a long text from the clipboard. What is asked for
    /// meanwhile waits for those.
    public <T> void changeAfter(String label, BackgroundTasks.Work<T> work, Outcome<T> outcome) {
        commits.addWork(label, work, outcome);
    }

    /// Makes a change, and tells it once those before it are told.
    private void commit(Change change) {
        if (change.after() == current) {
            return;
        }
        current = change.after();
        untold.add(change);
        if (isTelling) {
            return;
        }
        isTelling = true;
        try {
            while (!untold.isEmpty()) {
                tell(untold.remove());
            }
        } finally {
            isTelling = false;
        }
    }

    /// To those that keep it, to the analysis, to the views, in this order.
    private void tell(Change change) {
        List.copyOf(observers).forEach(each -> each.accept(change));
        analyses.requestKind(change.after().study(), true);
        history.set(change.after());
        preview.set(Optional.empty());
        analyses.publishPartial();
    }

    /// Takes a study with its history in the place of one in which nothing was done.
    ///
    /// @param beginning what it shows first, where that is known
    public void replace(History known, Optional<Analysis> beginning) {
        if (!current.steps().isEmpty() || isChanging()) {
            throw new IllegalStateException("something was done in “" + study().name() + "”");
        }
        current = known;
        history.set(known);
        preview.set(Optional.empty());
        analyses.request(known.study(), beginning);
    }

    /// Tells each change of the history, in order and before anything shows it, until the subscription ends. A
    /// change that is made meanwhile is told after this one.
    public Subscription onCommit(Consumer<Change> observer) {
        observers.add(observer);
        return () -> observers.remove(observer);
    }

    /// Shows what an edit would do, without doing it: drawn where it changes styles only, else worked out.
    ///
    /// @throws IllegalArgumentException when the edit cannot be done on the study; what was tried before is still
    ///     shown
    public void preview(Edit edit) {
        var next = preview(edit, edit.isStyle() ? Preview.Extent.DRAWN : Preview.Extent.ANALYSED);
        if (next.extent() == Preview.Extent.ANALYSED) {
            analyses.requestKind(next.study(), false);
        }
        preview.set(Optional.of(next));
    }

    /// Begins to work out what an edit gives while its text may still be changed, so that it is shown the sooner
    /// once it is done.
    public void prepare(Edit edit) {
        if (preview.get().filter(each -> each.isFor(current, edit)).isPresent()) {
            return;
        }
        boolean tried = preview.get()
                .filter(each -> each.extent() != Preview.Extent.PREPARED)
                .isPresent();
        if (tried || isChanging() || CommitQueue.hasManyRows(study())) {
            return;
        }
        endPreview();
        var next = preview(edit, Preview.Extent.PREPARED);
        if (next.after() != next.before() && analyses.prepare(next.study())) {
            preview.set(Optional.of(next));
        }
    }

    private Preview preview(Edit edit, Preview.Extent extent) {
        return new Preview(current, edit, current.with(edit, Instant.now()), extent);
    }

    /// Drops what is only tried; nothing happens when nothing is.
    public void endPreview() {
        Optional<Preview> was = preview.get();
        preview.set(Optional.empty());
        analyses.dropPrepared();
        if (was.filter(each -> each.extent() == Preview.Extent.ANALYSED).isPresent()) {
            analyses.requestKind(study(), true);
        }
    }

    /// Adds work for each analysis, until the subscription ends.
    public Subscription preparing(AnalysisService.Preparation work) {
        return analyses.preparing(work);
    }

    @Override
    public void close() {
        background.close();
    }
}
