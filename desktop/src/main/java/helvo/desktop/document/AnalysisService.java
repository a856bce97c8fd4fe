package helvo.desktop.document;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.study.Study;
import helvo.core.table.Table;
import helvo.core.task.ForkedTask;
import helvo.desktop.task.BackgroundTasks;
import helvo.desktop.task.BackgroundTasks.Outcome;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.util.Subscription;

/// Computes analyses beside the interface thread; the newest request wins. What will probably be asked for is
/// worked out beforehand in a second line, which takes the first one's place when it is asked for. Used on the
/// interface thread only.
public final class AnalysisService {
    /// What is known early has the processors to itself until it is on the screen; then shapes are compared.
    private static final long SHOWN_FIRST_NANOS = 60_000_000;

    /// More are better shown piece by piece.
    private static final int FEW_ROWS = 5_000;

    private final List<Preparation> preparations = new ArrayList<>();
    private final ReadOnlyObjectWrapper<Analysis> latest = new ReadOnlyObjectWrapper<>(Analysis.EMPTY);
    private final ReadOnlyObjectWrapper<Optional<String>> unfinished = new ReadOnlyObjectWrapper<>(Optional.empty());
    private BackgroundTasks.Latest current;
    private BackgroundTasks.Latest ahead;
    private Optional<Ahead> prepared = Optional.empty();
    private Study wanted;

    /// Work on an analysis that its views need, done beside the interface thread before they are told of it.
    public interface Preparation {
        /// @throws java.util.concurrent.CancellationException when `progress` says that nobody waits
        void prepare(Analysis analysis, Progress progress);
    }

    /// A study that is worked out before it is asked for.
    private static final class Ahead {
        private final Study study;
        private Optional<Analysis> known = Optional.empty();

        Ahead(Study study) {
            this.study = study;
        }
    }

    @SuppressWarnings("NullAway.Init") // set before it is read
    AnalysisService(BackgroundTasks background) {
        current = background.latest("analysis");
        ahead = background.latest("expectation");
    }

    /// The last finished one; it may be of an earlier study for a moment.
    public ReadOnlyObjectProperty<Analysis> latest() {
        return latest.getReadOnlyProperty();
    }

    /// Whether one is under way.
    public boolean isBusy() {
        return current.isBusy();
    }

    /// Why figure and results do not follow the study as it is now; empty while they do, or will.
    public ReadOnlyObjectProperty<Optional<String>> unfinished() {
        return unfinished.getReadOnlyProperty();
    }

    /// Adds work for each analysis, until the subscription ends.
    public Subscription preparing(Preparation work) {
        preparations.add(work);
        return () -> preparations.remove(work);
    }

    /// Works out what a study shows first, before it is in view: its first table with the first figure over that.
    /// To be used beside the interface thread.
    public interface Beginning {
        /// @return an analysis with that figure alone; empty for a study of many rows
        Optional<Analysis> of(Study study, Progress progress);
    }

    /// The views that there are when this is asked for draw the figure while the window is filled with the rest.
    public Beginning beginning() {
        List<Preparation> all = List.copyOf(preparations);
        return (study, progress) ->
                study.tables().stream().mapToInt(Table::rows).sum() > FEW_ROWS
                        ? Optional.empty()
                        : study.figures().stream()
                                .filter(figure -> figure.table()
                                        == study.tables().getFirst().id())
                                .findFirst()
                                .map(figure -> {
                                    Analysis first =
                                            Analysis.of(study.withFigures(List.of(figure)), Analysis.EMPTY, progress);
                                    // Its outcome is not waited for: a picture that fails is drawn anew, and told
                                    // of, when it is shown.
                                    ForkedTask.of(() -> prepareAll(all, first, progress));
                                    return first;
                                });
    }

    /// Shows the beginning of a study until the whole is worked out, which takes what is known from it; where it is
    /// of another study that is not shown.
    void request(Study study, Optional<Analysis> beginning) {
        beginning
                .filter(first ->
                        first.study().equals(study.withFigures(first.study().figures())))
                .ifPresent(latest::set);
        requestKind(study, true);
    }

    /// Asks for the analysis of a study. What is under way for it already goes on.
    ///
    /// @param whole whether all that views need is prepared before they are told; else the figure is drawn when
    ///     there is time
    void requestKind(Study study, boolean whole) {
        if (study == wanted && unfinished.get().isEmpty()) {
            return;
        }
        wanted = study;
        unfinished.set(Optional.empty());
        if (prepared.filter(each -> each.study == study).isPresent()) {
            current.stop();
            BackgroundTasks.Latest free = current;
            current = ahead;
            ahead = free;
        } else {
            dropPrepared();
            current.run(
                    "Fitting …",
                    work(study, whole ? List.copyOf(preparations) : List.of(), this::publish),
                    new Outcome<>(latest::set, this::failed, this::stop));
        }
    }

    /// Tells what is known already of the study that was asked for last.
    void publishPartial() {
        Optional<Ahead> of = prepared.filter(each -> each.study == wanted);
        prepared = prepared.filter(each -> each.study != wanted);
        of.flatMap(each -> each.known).ifPresent(this::publish);
    }

    /// Begins to work out what will probably be asked for; not while something else is under way.
    ///
    /// @return whether it was begun
    boolean prepare(Study study) {
        dropPrepared();
        if (current.isBusy()) {
            return false;
        }
        var next = new Ahead(study);
        prepared = Optional.of(next);
        ahead.run(
                "Fitting …",
                work(study, List.copyOf(preparations), early -> publish(next, early)),
                new Outcome<>(
                        all -> publish(next, all),
                        fault -> forget(next, () -> failed(fault)),
                        () -> forget(next, this::stop)));
        return true;
    }

    void dropPrepared() {
        ahead.stop();
        prepared = Optional.empty();
    }

    private void publish(Ahead of, Analysis analysis) {
        of.known = Optional.of(analysis);
        publish(analysis);
    }

    /// What could not be worked out beforehand is worked out when it is asked for; if it was asked for meanwhile,
    /// that is told.
    private void forget(Ahead of, Runnable told) {
        prepared = prepared.filter(each -> each != of);
        if (of.study == wanted) {
            told.run();
        }
    }

    /// @param early gets what is known early, on the interface thread
    private BackgroundTasks.Work<Analysis> work(Study study, List<Preparation> first, Consumer<Analysis> early) {
        Analysis previous = latest.get();
        var shownFirst = new AtomicBoolean();
        return progress -> {
            var preparing = new ArrayList<ForkedTask<Boolean>>();
            Analysis all = Analysis.of(
                    study,
                    previous,
                    known -> {
                        if (!known.isLarge()) {
                            preparing.add(ForkedTask.of(() -> prepareAll(first, known, progress)));
                            return;
                        }
                        prepareAll(first, known, progress);
                        Platform.runLater(() -> early.accept(known));
                        if (!shownFirst.getAndSet(true)) {
                            LockSupport.parkNanos(SHOWN_FIRST_NANOS);
                        }
                    },
                    progress);
            preparing.forEach(ForkedTask::join);
            prepareAll(first, all, progress);
            return all;
        };
    }

    private static boolean prepareAll(List<Preparation> all, Analysis analysis, Progress progress) {
        all.forEach(each -> each.prepare(analysis, progress));
        return true;
    }

    /// What is known early serves as long as nothing newer is asked for.
    private void publish(Analysis early) {
        if (early.study() == wanted) {
            latest.set(early);
        }
    }

    private void failed(Throwable fault) {
        unfinished.set(Optional.of(
                fault instanceof OutOfMemoryError
                        ? "There is not enough memory to work out this figure: exclude rows, or close other programs. "
                                + "Figure and results are as they were before."
                        : "Working out the figure failed (" + fault
                                + "). The change stands; figure and results are as they were before."));
    }

    /// Stops that and nothing else: the edit that asked for it stands.
    public void stop() {
        current.stop();
        dropPrepared();
        unfinished.set(Optional.of(
                latest.get().study() == wanted
                        ? "Stopped: not all curves were compared, and cells may need a look that are not listed."
                        : "Stopped: the change stands; figure and results are as they were before."));
    }

    /// Works out again what was stopped or failed.
    public void again() {
        requestKind(wanted, true);
    }
}
