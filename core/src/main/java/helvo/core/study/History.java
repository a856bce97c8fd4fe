package helvo.core.study;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/// A study with every state it had, immutable: undo is the state before.
public final class History {
    private final Study start;
    private final List<Step> done;
    private final List<Step> undone;

    /// An edit and the study it led to.
    ///
    /// @param sentence what it did
    public record Step(Edit edit, String sentence, Study after) {}

    private History(Study start, List<Step> done, List<Step> undone) {
        this.start = start;
        this.done = List.copyOf(done);
        this.undone = List.copyOf(undone);
    }

    public static History from(Study start) {
        return new History(start, List.of(), List.of());
    }

    public Study study() {
        return done.isEmpty() ? start : done.getLast().after();
    }

    /// What was done and not undone, oldest first.
    public List<Step> steps() {
        return done;
    }

    /// What was undone and can be done again, the next first.
    public List<Step> undone() {
        return undone.reversed();
    }

    /// An edit that changes nothing leaves no step.
    public History with(Edit edit) {
        Study after = edit.apply(study());
        if (after.equals(study())) {
            return this;
        }
        var steps = new ArrayList<>(done);
        steps.add(new Step(edit, edit.sentence(study()), after));
        return new History(start, steps, List.of());
    }

    /// With an edit of the same gesture as the last one: where it goes on with that, both are one step.
    public History continuing(Edit edit) {
        return undoable().isPresent() && undone.isEmpty() && edit.continues(undoable().get().edit())
                ? new History(start, done.subList(0, done.size() - 1), List.of()).with(edit) : with(edit);
    }

    public Optional<Step> undoable() {
        return done.isEmpty() ? Optional.empty() : Optional.of(done.getLast());
    }

    public Optional<Step> redoable() {
        return undone.isEmpty() ? Optional.empty() : Optional.of(undone.getLast());
    }

    /// The same history when there is nothing to undo.
    public History undo() {
        return undoable().map(step -> {
            var redoable = new ArrayList<>(undone);
            redoable.add(step);
            return new History(start, done.subList(0, done.size() - 1), redoable);
        }).orElse(this);
    }

    /// The same history when there is nothing to redo.
    public History redo() {
        return redoable().map(step -> {
            var steps = new ArrayList<>(done);
            steps.add(step);
            return new History(start, steps, undone.subList(0, undone.size() - 1));
        }).orElse(this);
    }
}
