package helvo.desktop.document;

import helvo.core.study.ColumnEdit;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableChange;
import helvo.core.study.TableEdit;
import helvo.core.table.Column;
import helvo.desktop.work.Background.Outcome;
import helvo.desktop.work.Background;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.Supplier;

/// Commits in the order they were asked for: at once, or beside the interface thread where one takes long; those that come meanwhile
/// wait for it.
final class CommitQueue {
    /// To go through more than these takes longer than a person should wait for.
    private static final int MANY_ROWS = 100_000;

    private final Background.Latest work;
    private final Deque<Pending> waiting = new ArrayDeque<>();

    /// A change of the history that is under way or waits for one.
    ///
    /// @param done gets what it led to
    /// @param tell gets a sentence when it could not be done
    record Pending(String label, Function<History, Document.Change> how, Consumer<Document.Change> done, Consumer<String> tell) {}

    CommitQueue(Background background) {
        work = background.latest("changing");
    }

    boolean isBusy() {
        return !waiting.isEmpty();
    }

    void add(Pending commit, Supplier<History> now, boolean takesLong) {
        if (takesLong || isBusy()) {
            waiting.add(commit);
            if (waiting.size() == 1) {
                next(now);
            }
        } else {
            commit.done.accept(commit.how.apply(now.get()));
        }
    }

    private void next(Supplier<History> now) {
        if (!isBusy()) {
            return;
        }
        Pending next = waiting.getFirst();
        History before = now.get();
        work.run(next.label, _ -> next.how.apply(before), new Outcome<>(changed -> {
            waiting.removeFirst();
            next.done.accept(changed);
            next(now);
        }, fault -> {
            waiting.clear();
            next.tell.accept(fault instanceof OutOfMemoryError
                    ? "There is not enough memory for this; nothing was changed. Close other programs, or take fewer rows."
                    : "Helvo met a fault of its own; the study is as it was. (" + fault + ")");
        }, () -> {
            waiting.clear();
            next.tell.accept("Stopped; the study is as it was.");
        }));
    }

    static boolean hasManyRows(Study study) {
        return study.tables().stream().anyMatch(table -> table.rows() > MANY_ROWS);
    }

    /// Whether an edit goes through very many rows.
    static boolean takesLong(Edit edit, Study study) {
        return hasManyRows(study) && switch (edit) {
            case FigureEdit _ -> false;
            case StudyEdit.Summarise _, StudyEdit.Turn _, StudyEdit.Compound _ -> true;
            case StudyEdit _ -> false;
            case TableEdit.SetCell _ -> study.tables().stream()
                    .anyMatch(table -> table.summary().isPresent() || table.columns().stream().anyMatch(Column::isDerived));
            case ColumnEdit.Derive _, ColumnEdit.SetFormula _, ColumnEdit.SetKind _, ColumnEdit.NameSet _, ColumnEdit.ScaleBars _ -> true;
            case ColumnEdit _ -> false;
            case TableChange _ -> true;
        };
    }
}
