package helvo.core.study;

import static helvo.core.Require.require;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/// A study with every state it had, immutable: undo is the state before. What was undone and then left for
/// something else stays reachable as a branch.
public final class History {
    private final List<Logged> earlier;
    private final Study start;
    private final List<Step> path;
    private final int done;
    private final List<Branch> branches;

    /// An edit and the study it led to.
    ///
    /// @param sentence what it did
    public record Step(Instant at, Edit edit, String sentence, Study after) {}

    /// What is left of a step of which the study before is not known any more, as of one that was read from a file.
    public record Logged(Instant at, String sentence) {}

    /// Steps that were undone when something else was done instead.
    ///
    /// @param path all of its steps, from the first on
    public record Branch(List<Step> path) {
        public Branch {
            path = List.copyOf(path);
        }

        public Study study() {
            return path.getLast().after();
        }

        /// After how many of the steps that are done it goes its own way.
        public int leaves(History history) {
            int common = 0;
            while (common < Math.min(path.size(), history.done) && path.get(common) == history.path.get(common)) {
                common++;
            }
            return common;
        }
    }

    private History(List<Logged> earlier, Study start, List<Step> path, int done, List<Branch> branches) {
        this.earlier = List.copyOf(earlier);
        this.start = start;
        this.path = List.copyOf(path);
        this.done = done;
        this.branches = List.copyOf(branches);
    }

    public static History from(Study start) {
        return from(start, List.of());
    }

    /// @param earlier steps that led to the study and that cannot be undone
    public static History from(Study start, List<Logged> earlier) {
        return new History(earlier, start, List.of(), 0, List.of());
    }

    public Study study() {
        return at(done);
    }

    /// The study after so many steps.
    public Study at(int steps) {
        return steps == 0 ? start : path.get(steps - 1).after();
    }

    /// Steps from before the first that can be undone.
    public List<Logged> earlier() {
        return earlier;
    }

    /// What was done and not undone, oldest first.
    public List<Step> steps() {
        return path.subList(0, done);
    }

    /// What was undone and can be done again, the next first.
    public List<Step> undone() {
        return path.subList(done, path.size());
    }

    /// What was undone and then left for something else, oldest first.
    public List<Branch> branches() {
        return branches;
    }

    /// The history where it leads to a study. Earlier versions of Helvo kept more: decisions about cells that were
    /// pasted over, and what was chosen for columns and figures that are gone. For these the study counts.
    public Optional<History> leadingTo(Study known) {
        if (study().equals(known)) {
            return Optional.of(this);
        }
        if (done == 0 || !settled(study()).equals(settled(known))) {
            return Optional.empty();
        }
        Step last = path.get(done - 1);
        var steps = new ArrayList<>(path);
        steps.set(done - 1, new Step(last.at(), last.edit(), last.sentence(), known));
        return Optional.of(new History(earlier, start, steps, done, branches));
    }

    private static Study settled(Study study) {
        return study.withTables(study.tables().stream()
                        .map(table -> table.withDecisions(List.of()))
                        .toList())
                .withFigures(study.figures().stream()
                        .map(figure -> figure.withoutColumns(id ->
                                study.table(figure.table()).columns().stream().noneMatch(each -> each.id() == id)))
                        .toList())
                .withReport(study.reportOfWhatIsThere());
    }

    /// An edit that changes nothing leaves no step.
    public History with(Edit edit, Instant at) {
        Study after = edit.apply(study());
        if (after.equals(study())) {
            return this;
        }
        var steps = new ArrayList<>(steps());
        steps.add(new Step(at, edit, edit.sentence(study()), after));
        return new History(earlier, start, steps, done + 1, undone().isEmpty() ? branches : withBranch());
    }

    private List<Branch> withBranch() {
        return Stream.concat(branches.stream(), Stream.of(new Branch(path))).toList();
    }

    /// Whether an edit of the same gesture as the last one goes on with that, so that both are one step.
    public boolean isContinuedBy(Edit edit) {
        return undone().isEmpty()
                && undoable().filter(last -> edit.mergesWith(last.edit())).isPresent();
    }

    /// With an edit in the place of the last one, which it goes on with.
    public History continuing(Edit edit, Instant at) {
        require(done > 0, "there is no step to go on with");
        return new History(earlier, start, path.subList(0, done - 1), done - 1, branches).with(edit, at);
    }

    /// Undone or redone until so many steps are done, or as many as there are.
    public History to(int steps) {
        int there = Math.clamp(steps, 0, path.size());
        return there == done ? this : new History(earlier, start, path, there, branches);
    }

    /// Goes to the end of a branch; what is done and undone now is a branch then, unless it lies on the way.
    ///
    /// @param branch its place among [#branches]
    public History takingUp(int branch) {
        require(branch >= 0 && branch < branches.size(), "there is no branch %s", branch);
        Branch taken = branches.get(branch);
        boolean onTheWay = taken.leaves(to(path.size())) == path.size();
        var others = new ArrayList<>(onTheWay ? branches : withBranch());
        others.remove(branch);
        return new History(earlier, start, taken.path(), taken.path().size(), others);
    }

    public Optional<Step> undoable() {
        return done == 0 ? Optional.empty() : Optional.of(path.get(done - 1));
    }

    public Optional<Step> redoable() {
        return done == path.size() ? Optional.empty() : Optional.of(path.get(done));
    }

    /// The same history when there is nothing to undo.
    public History undo() {
        return to(done - 1);
    }

    /// The same history when there is nothing to redo.
    public History redo() {
        return to(done + 1);
    }
}
