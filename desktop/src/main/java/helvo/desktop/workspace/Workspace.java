package helvo.desktop.workspace;

import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.study.Edit;
import helvo.core.study.Figure;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.table.Table;
import helvo.desktop.document.AnalysisService;
import helvo.desktop.document.CommitResult;
import helvo.desktop.document.Preview;
import helvo.desktop.document.StudyDocument;
import helvo.desktop.persistence.RecentStudies;
import helvo.desktop.persistence.SaveStatus;
import helvo.desktop.persistence.StudyOrigin;
import helvo.desktop.persistence.StudyPersistence;
import helvo.desktop.task.BackgroundTasks;
import helvo.files.study.Journal;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.concurrent.CompletableFuture;
import java.util.stream.IntStream;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.util.Subscription;

/// The state of one window on a document: table, figure, series and selection in view. Views observe it and nothing
/// else, so that a closed window leaves nothing on its document. Used on the interface thread only.
public final class Workspace implements AutoCloseable {
    private final StudyDocument document;
    private final Messages messages = new Messages();
    private final BackgroundTasks background = new BackgroundTasks();
    private final StudyPersistence keeper;
    private final ReadOnlyObjectWrapper<History> history;
    private final ReadOnlyObjectWrapper<Analysis> analysis;
    private final ReadOnlyObjectWrapper<Optional<Preview>> preview;
    private final ReadOnlyObjectWrapper<Optional<String>> unfinished;
    private final ReadOnlyObjectWrapper<SaveStatus> sign;
    private final ReadOnlyObjectWrapper<Optional<Path>> conflict;
    private final ReadOnlyObjectWrapper<List<RecentStudies.Recent>> recent;
    private final ReadOnlyObjectWrapper<List<Journal.Kept>> leftBehind;
    private final ReadOnlyIntegerWrapper table = new ReadOnlyIntegerWrapper();
    private final ReadOnlyIntegerWrapper figure = new ReadOnlyIntegerWrapper();
    private final ReadOnlyIntegerWrapper series = new ReadOnlyIntegerWrapper();
    private final ReadOnlyObjectWrapper<Selection> selected = new ReadOnlyObjectWrapper<>(Selection.NONE);
    private final ReadOnlyObjectWrapper<OptionalInt> revealed = new ReadOnlyObjectWrapper<>(OptionalInt.empty());
    private final ReadOnlyObjectWrapper<BackgroundTasks.Shown> working = new ReadOnlyObjectWrapper<>();
    private Subscription following;
    private Runnable finishTyping = () -> {};
    /// The study whose styles are drawn already, as they were tried, while its analysis is under way.
    private Optional<Study> drawnAhead = Optional.empty();

    public Workspace(StudyDocument document, StudyPersistence keeper, Studies studies) {
        this.document = document;
        history = new ReadOnlyObjectWrapper<>(document.history().get());
        analysis = new ReadOnlyObjectWrapper<>(document.analyses().latest().get());
        preview = new ReadOnlyObjectWrapper<>(document.preview().get());
        unfinished =
                new ReadOnlyObjectWrapper<>(document.analyses().unfinished().get());
        table.set(firstTable());
        sign = new ReadOnlyObjectWrapper<>(keeper.status().get());
        conflict = new ReadOnlyObjectWrapper<>(keeper.conflict().get());
        recent = new ReadOnlyObjectWrapper<>(studies.recent().get());
        leftBehind = new ReadOnlyObjectWrapper<>(studies.leftBehind().get());
        this.keeper = keeper;
        following = Subscription.combine(
                document.history().subscribe((_, now) -> followHistory(now)),
                document.analyses().latest().subscribe((_, now) -> followAnalysis(now)),
                document.preview().subscribe((_, now) -> preview.set(now)),
                document.analyses().unfinished().subscribe((_, now) -> unfinished.set(now)),
                studies.recent().subscribe((_, now) -> recent.set(now)),
                studies.leftBehind().subscribe((_, now) -> leftBehind.set(now)),
                keeper.status().subscribe((_, now) -> sign.set(now)),
                keeper.conflict().subscribe((_, now) -> conflict.set(now)),
                document.background().shown().subscribe((_, _) -> showWork()),
                background.shown().subscribe((_, _) -> showWork()));
    }

    private int firstTable() {
        return study().tables().isEmpty() ? 0 : study().tables().getFirst().id();
    }

    /// Goes on with another study in the place of one in which nothing was done.
    ///
    /// @param beginning what it shows first, where that is known
    public void become(StudyOrigin origin, Optional<Analysis> beginning) {
        keeper.restart(origin, beginning);
        show(firstTable());
        showFigure(0);
    }

    private void showWork() {
        BackgroundTasks.Shown own = background.shown().get();
        working.set(own == null ? document.background().shown().get() : own);
    }

    private void followAnalysis(Analysis now) {
        drawnAhead = drawnAhead.filter(study -> now.study() != study);
        analysis.set(now);
    }

    private void followHistory(History changed) {
        if (movesRows(study(), changed.study())) {
            select();
        }
        drawnAhead = drawn().isPresent() ? Optional.of(changed.study()) : Optional.empty();
        history.set(changed);
        if (table().isEmpty()) {
            show(study().tables().isEmpty() ? 0 : study().tables().getLast().id());
        }
    }

    /// Whether rows of the table in view hold something else than before.
    private boolean movesRows(Study before, Study after) {
        Optional<Table> old = before.tables().stream()
                .filter(each -> each.id() == table.get())
                .findFirst();
        Optional<Table> now =
                after.tables().stream().filter(each -> each.id() == table.get()).findFirst();
        return old.isEmpty()
                || now.isEmpty()
                || old.get().rows() != now.get().rows()
                || IntStream.range(
                                0,
                                Math.min(
                                        old.get().columns().size(),
                                        now.get().columns().size()))
                        .anyMatch(i -> old.get().columns().get(i).cells()
                                != now.get().columns().get(i).cells());
    }

    public StudyDocument document() {
        return document;
    }

    public Messages messages() {
        return messages;
    }

    /// Studies that were in use lately, the latest first.
    public ReadOnlyObjectProperty<List<RecentStudies.Recent>> recent() {
        return recent.getReadOnlyProperty();
    }

    /// What was kept when the program stopped.
    public ReadOnlyObjectProperty<List<Journal.Kept>> leftBehind() {
        return leftBehind.getReadOnlyProperty();
    }

    /// What is true of the study on the disk.
    public ReadOnlyObjectProperty<SaveStatus> sign() {
        return sign.getReadOnlyProperty();
    }

    /// The study's file, while somebody else has changed it and it is not decided whose it is to be.
    public ReadOnlyObjectProperty<Optional<Path>> conflict() {
        return conflict.getReadOnlyProperty();
    }

    /// This window's own work: drawing, reading, writing.
    public BackgroundTasks background() {
        return background;
    }

    /// What takes long enough to be told of, here or in the document; null while nothing does.
    public ReadOnlyObjectProperty<BackgroundTasks.Shown> working() {
        return working.getReadOnlyProperty();
    }

    /// Whether nothing is under way, here or in the document.
    public boolean isIdle() {
        return background.idle() && document.background().idle();
    }

    /// Adds work for each analysis, as drawing this window's figure, until the window is closed.
    public void preparing(AnalysisService.Preparation work) {
        following = following.and(document.preparing(work));
    }

    // ---- the document, as this window sees it ----

    public Study study() {
        return history.get().study();
    }

    public ReadOnlyObjectProperty<History> history() {
        return history.getReadOnlyProperty();
    }

    /// The last finished one; it may be of an earlier study for a moment.
    public ReadOnlyObjectProperty<Analysis> analysis() {
        return analysis.getReadOnlyProperty();
    }

    /// What is only tried.
    public ReadOnlyObjectProperty<Optional<Preview>> preview() {
        return preview.getReadOnlyProperty();
    }

    /// Whether a newer analysis is under way.
    public boolean isAnalysing() {
        return document.analyses().isBusy();
    }

    /// Why figure and results do not follow the study as it is now; empty while they do, or will.
    public ReadOnlyObjectProperty<Optional<String>> unfinished() {
        return unfinished.getReadOnlyProperty();
    }

    /// Does an edit, and brings into view what it made.
    public void perform(Edit edit) {
        CommitResult.tell(
                document.perform(edit),
                () -> {
                    if (edit instanceof StudyEdit.AddTable(Table added, var _)) {
                        show(added.id());
                    } else if (edit instanceof StudyEdit.Summarise || edit instanceof StudyEdit.Reshape) {
                        show(study().tables().getLast().id());
                    }
                },
                messages::warn);
    }

    /// Enters what is being typed in this window, as leaving the field would.
    public void finishTyping() {
        finishTyping.run();
    }

    /// @param finish enters what is being typed in the window
    public void whenTypingEnds(Runnable finish) {
        finishTyping = finish;
    }

    /// Does what is tried.
    public void keepPreview() {
        Optional<Preview> tried = document.preview().get();
        tried.ifPresent(each -> perform(each.edit()));
    }

    private void tell(CompletableFuture<CommitResult> commit) {
        CommitResult.tell(commit, () -> {}, messages::warn);
    }

    public void undo() {
        tell(document.undo());
    }

    /// Whether something is to be undone, be it a change that is still under way.
    public boolean canUndo() {
        return history.get().undoable().isPresent() || document.isChanging();
    }

    public void redo() {
        tell(document.redo());
    }

    /// Undoes or redoes until so many steps are done.
    public void goTo(int steps) {
        tell(document.jumpTo(steps));
    }

    /// Goes back to what was undone and then left for something else.
    public void takeUp(int branch) {
        tell(document.restoreBranch(branch));
    }

    // ---- what is in view ----

    /// The id of the table in view; 0 when the study has none.
    public ReadOnlyIntegerProperty tableId() {
        return table.getReadOnlyProperty();
    }

    /// The id of the figure in view; the first over the table in view where there is none of this id.
    public ReadOnlyIntegerProperty figureId() {
        return figure.getReadOnlyProperty();
    }

    /// The place of the series that Results and Curves are about.
    public ReadOnlyIntegerProperty seriesPlace() {
        return series.getReadOnlyProperty();
    }

    public Optional<Table> table() {
        return study().tables().stream()
                .filter(each -> each.id() == table.get())
                .findFirst();
    }

    public List<Figure> figuresInView() {
        return study().figures().stream()
                .filter(each -> each.table() == table.get())
                .toList();
    }

    /// The figure in view as it is in the study, which may be newer than its analysis.
    public Optional<Figure> figureInView() {
        return figuresInView().stream()
                .filter(each -> each.id() == figure.get())
                .findFirst()
                .or(() -> figuresInView().stream().findFirst());
    }

    /// The analysis of the figure in view.
    public Optional<FigureAnalysis> figure() {
        return figureInView().flatMap(wanted -> analysis.get().figures().stream()
                .filter(each -> each.figure().id() == wanted.id())
                .findFirst());
    }

    /// The figure in view as it is drawn: with what is only tried of its style.
    public Optional<FigureAnalysis> drawnFigure() {
        return figure().map(of -> drawn().map(Preview::study)
                .or(() -> drawnAhead)
                .flatMap(study -> study.figures().stream()
                        .filter(tried -> tried.id() == of.figure().id())
                        .findFirst())
                .map(of::with)
                .orElse(of));
    }

    private Optional<Preview> drawn() {
        return preview.get().filter(each -> each.extent() == Preview.Extent.DRAWN);
    }

    public Optional<SeriesAnalysis> series() {
        return figure().map(FigureAnalysis::series)
                .filter(all -> !all.isEmpty())
                .map(all -> all.get(Math.min(series.get(), all.size() - 1)));
    }

    /// Whether the figure in view is worked out, with points to fit.
    public boolean hasSeries() {
        return series().isPresent();
    }

    public void show(int tableId) {
        if (tableId != table.get()) {
            finishTyping();
        }
        select();
        table.set(tableId);
        series.set(0);
    }

    public void showFigure(int id) {
        figure.set(id);
        series.set(0);
    }

    public void showSeries(int place) {
        series.set(place);
    }

    public ReadOnlyObjectProperty<Selection> selection() {
        return selected.getReadOnlyProperty();
    }

    public void select(int... rows) {
        Selection now = Selection.of(rows);
        if (!Arrays.equals(now.rows(), selected.get().rows())) {
            selected.set(now);
        }
    }

    /// The row that was last asked to be brought into view in the table.
    public ReadOnlyObjectProperty<OptionalInt> revealed() {
        return revealed.getReadOnlyProperty();
    }

    /// Brings a row into view in the table, and selects it.
    public void reveal(int row) {
        revealed.set(OptionalInt.empty());
        revealed.set(OptionalInt.of(row));
        select(row);
    }

    /// Lets go of the document, which lives on where other windows show it.
    @Override
    public void close() {
        following.unsubscribe();
        background.close();
    }
}
