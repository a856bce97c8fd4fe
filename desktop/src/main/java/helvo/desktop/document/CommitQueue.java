package helvo.desktop.document;

import helvo.core.study.ColumnEdit;
import helvo.core.study.DecisionEdit;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.table.Column;
import helvo.desktop.task.BackgroundTasks;
import helvo.desktop.task.BackgroundTasks.Outcome;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.Supplier;

/// Applies commits in order, long ones beside the interface thread. One that fails or is stopped leaves the others
/// their turn. Used on the interface thread only.
final class CommitQueue {
    /// To go through more than these takes longer than a person should wait for.
    private static final int MANY_ROWS = 100_000;
    /// Texts that are read as cells in the time of a few frames.
    private static final int MANY_TEXTS = 20_000;

    private final BackgroundTasks.Latest work;
    private final Deque<Pending<?>> waiting = new ArrayDeque<>();
    /// What the outcome of the one before asks for, while it is told: it goes before all that waits.
    private Optional<List<Pending<?>>> inTurn = Optional.empty();

    /// What is under way or waits its turn.
    ///
    /// @param begin makes the work from the study as it is when its turn has come
    private record Pending<T>(String label, Supplier<BackgroundTasks.Work<T>> begin, Outcome<T> outcome) {}

    CommitQueue(BackgroundTasks background) {
        work = background.latest("changing");
    }

    boolean isBusy() {
        return !waiting.isEmpty();
    }

    /// A change of the history.
    ///
    /// @param name what it does, as a sentence without its full stop
    /// @param done gets what it led to
    /// @param tell gets a sentence when it could not be done
    record Wanted(
            String label,
            Supplier<String> name,
            Function<History, StudyDocument.Change> how,
            Consumer<StudyDocument.Change> done,
            Consumer<String> tell) {
        private String sentence(Throwable fault, boolean hasWaited) {
            return fault instanceof OutOfMemoryError
                    ? "There is not enough memory for this; nothing was changed. Close other programs, or take fewer "
                            + "rows."
                    : hasWaited && fault instanceof RuntimeException
                            ? "“" + name.get() + "” was not done: it does not fit the study as it is now."
                            : "Helvo met a fault of its own; the study is as it was. (" + fault + ")";
        }
    }

    void addCommit(Wanted commit, Supplier<History> now, boolean takesLong) {
        boolean waits = inTurn.isPresent() ? !inTurn.get().isEmpty() : isBusy();
        if (!takesLong && !waits) {
            commit.done.accept(commit.how.apply(now.get()));
            return;
        }
        add(new Pending<>(
                commit.label,
                () -> {
                    History before = now.get();
                    return _ -> commit.how.apply(before);
                },
                new Outcome<>(
                        commit.done,
                        fault -> commit.tell.accept(commit.sentence(fault, waits)),
                        () -> commit.tell.accept("Stopped; the study is as it was."))));
    }

    /// Work whose outcome asks for commits: they are done before those that come while it is under way.
    <T> void addWork(String label, BackgroundTasks.Work<T> first, Outcome<T> outcome) {
        add(new Pending<>(label, () -> first, outcome));
    }

    private void add(Pending<?> pending) {
        if (inTurn.isPresent()) {
            inTurn.get().add(pending);
        } else {
            waiting.add(pending);
            if (waiting.size() == 1) {
                begin(pending);
            }
        }
    }

    private <T> void begin(Pending<T> pending) {
        Outcome<T> outcome = pending.outcome;
        work.run(
                pending.label,
                pending.begin.get(),
                new Outcome<>(
                        result -> end(() -> outcome.done().accept(result)),
                        fault -> end(() -> outcome.failed().accept(fault)),
                        () -> end(outcome.cancelled())));
    }

    /// Tells what became of the first, and goes on with the next.
    private void end(Runnable told) {
        waiting.removeFirst();
        var asked = new ArrayList<Pending<?>>();
        inTurn = Optional.of(asked);
        try {
            told.run();
        } finally {
            inTurn = Optional.empty();
            asked.reversed().forEach(waiting::addFirst);
            if (isBusy()) {
                begin(waiting.getFirst());
            }
        }
    }

    static boolean hasManyRows(Study study) {
        return study.tables().stream().anyMatch(table -> table.rows() > MANY_ROWS);
    }

    /// Whether an edit goes through very many rows.
    static boolean takesLong(Edit edit, Study study) {
        if (edit instanceof TableEdit.SetBlock block
                && block.cells().stream().mapToInt(List::size).sum() > MANY_TEXTS) {
            return true;
        }
        return hasManyRows(study)
                && switch (edit) {
                    case StudyEdit.Summarise _,
                            StudyEdit.Reshape _,
                            StudyEdit.Convert _,
                            StudyEdit.Compound _,
                            ColumnEdit.AverageRepeats _,
                            ColumnEdit.Derive _,
                            ColumnEdit.SetFormula _,
                            ColumnEdit.SetKind _,
                            ColumnEdit.NameSet _,
                            ColumnEdit.ScaleBars _,
                            TableEdit.ExcludeRows _,
                            TableEdit.ExcludeWhere _,
                            TableEdit.IncludeRows _,
                            TableEdit.SetBlock _,
                            TableEdit.AppendRows _,
                            TableEdit.InsertRows _,
                            TableEdit.RemoveRows _,
                            TableEdit.MoveRows _,
                            TableEdit.Sort _,
                            TableEdit.FillSeries _,
                            DecisionEdit _ -> true;
                    case StudyEdit.Rename _,
                            StudyEdit.Begin _,
                            StudyEdit.AddTable _,
                            StudyEdit.RemoveTable _,
                            StudyEdit.ReplaceTable _,
                            StudyEdit.UseData _,
                            StudyEdit.Follow _,
                            StudyEdit.RenameTable _,
                            StudyEdit.DuplicateFigure _,
                            StudyEdit.AddFigure _,
                            StudyEdit.RemoveFigure _,
                            StudyEdit.SwapAxes _,
                            StudyEdit.SetNumberFormat _,
                            StudyEdit.PlanReport _,
                            StudyEdit.SaveStyle _,
                            StudyEdit.PutSheet _,
                            StudyEdit.RemoveSheet _,
                            FigureEdit _,
                            ColumnEdit.SetRole _,
                            ColumnEdit.UseOneY _,
                            ColumnEdit.SetHeading _,
                            ColumnEdit.UseAsFurtherX _,
                            ColumnEdit.SetInterpretation _,
                            ColumnEdit.SetFormat _,
                            ColumnEdit.SetOwnBars _,
                            ColumnEdit.SetBarMeaning _,
                            ColumnEdit.MoveColumn _,
                            ColumnEdit.AddColumn _,
                            ColumnEdit.AddNumbers _,
                            ColumnEdit.RemoveColumn _ -> false;
                    case TableEdit.SetCell _ ->
                        study.tables().stream()
                                .anyMatch(table -> table.summary().isPresent()
                                        || table.columns().stream().anyMatch(Column::isDerived));
                };
    }
}
