package helvo.desktop;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.look.AxisPlace;
import helvo.core.study.FigureEdit.Zoom;
import helvo.core.study.FigureEdit.Zoom.Limits;
import helvo.core.study.Study;
import helvo.core.study.TableEdit;
import helvo.core.table.Column;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.figure.FigureLayout;
import helvo.figure.Raster;
import java.util.EnumMap;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.InputEvent;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;

/// What is run for the first time is slow until the virtual machine has compiled it. So once many points are shown, and while
/// nobody does anything, a cell is typed once more as it stands, which changes nothing: the points are fitted, drawn and shown, and the views told,
/// so that the first edit and the first drag need not wait for that.
final class Rehearsal {
    private static final int MANY_POINTS = 2_000;
    private static final int MOST_TIMES = 200;
    private static final int MOST_WHOLE = 100_000;
    private static final long SECOND = 1_000_000_000;
    /// Of work, in nanoseconds.
    private static final long MOST_TIME = 6 * SECOND;
    /// It waits this long after somebody has done something, in nanoseconds.
    private static final long QUIET = SECOND / 2;

    private final Session session;
    private Scene scene;
    private boolean done;
    private volatile boolean stopped;
    private volatile long disturbed;

    private Rehearsal(Session session) {
        this.session = session;
    }

    static Rehearsal before(Session session) {
        var rehearsal = new Rehearsal(session);
        session.history().subscribe(_ -> rehearsal.stopped |= !session.isRehearsing());
        return rehearsal;
    }

    /// Gives way to what somebody does there.
    void heed(Scene of) {
        scene = of;
        scene.addEventFilter(InputEvent.ANY, event -> {
            if (event.getEventType() == KeyEvent.KEY_PRESSED || event.getEventType() == MouseEvent.MOUSE_PRESSED || event.getEventType() == MouseEvent.MOUSE_DRAGGED || event.getEventType() == ScrollEvent.SCROLL) {
                disturbed = System.nanoTime();
            }
        });
    }

    /// Once, from the first figure with many points on.
    boolean isDue(FigureAnalysis figure) {
        return !done && figure.series().stream().mapToInt(series -> series.points().size()).sum() >= MANY_POINTS;
    }

    /// @param at    where things are on the figure's sheet
    /// @param scale pixels a point
    /// @param again shows the same picture again
    void begin(FigureAnalysis figure, FigureLayout at, double scale, Consumer<Raster> again) {
        Analysis analysis = session.analysis().get();
        if (!isDue(figure) || analysis.study() != session.study()) {
            return;
        }
        done = true;
        stopped = false;
        disturbed = System.nanoTime() - QUIET;
        Thread.ofPlatform().daemon().name("rehearsal").start(() -> run(analysis, figure, at, scale, again));
    }

    private void run(Analysis analysis, FigureAnalysis figure, FigureLayout at, double scale, Consumer<Raster> again) {
        try {
            long worked = 0;
            for (int i = 0; i < MOST_TIMES && worked < MOST_TIME; i++) {
                while (System.nanoTime() - disturbed < QUIET) {
                    LockSupport.parkNanos(QUIET / 5);
                }
                long begun = System.nanoTime();
                Progress progress = _ -> {
                    if (stopped || disturbed - begun > 0 || System.nanoTime() - begun > MOST_TIME) {
                        throw new CancellationException();
                    }
                };
                try {
                    progress.reached(Double.NaN);
                    if (i % 2 == 0) {
                        edit(analysis, figure, i / 2, scale, again, progress);
                    } else {
                        Raster.draw(moved(figure, at, i), scale, progress);
                    }
                } catch (CancellationException e) {
                    if (stopped) {
                        return;
                    }
                }
                worked += System.nanoTime() - begun;
            }
        } catch (OutOfMemoryError e) {
            // There is no room for it: nothing is lost.
        }
    }

    /// As while it is dragged.
    private static FigureAnalysis moved(FigureAnalysis figure, FigureLayout at, int time) {
        var limits = new EnumMap<AxisPlace, Limits>(AxisPlace.class);
        at.axes().forEach((place, axis) -> {
            double by = (time % 10 - 5) * 0.02 * (axis.high() - axis.low());
            if (axis.low() + by < axis.high() + by && (axis.low() + by > 0 || axis.low() <= 0)) {
                limits.put(place, new Limits(Optional.of(axis.low() + by), Optional.of(axis.high() + by)));
            }
        });
        return figure.with(new Zoom(figure.figure().id(), limits).change(figure.figure()));
    }

    private void edit(Analysis analysis, FigureAnalysis figure, int time, double scale, Consumer<Raster> again, Progress progress) {
        Study same = typedAgain(analysis.study(), figure.figure().table(), time);
        // What follows the picture is rehearsed now and then.
        boolean whole = time % 4 == 0 && figure.series().stream().mapToInt(series -> series.points().size()).sum() < MOST_WHOLE;
        var drawn = new AtomicBoolean();
        Consumer<Analysis> tell = known -> {
            Raster raster = drawn.getAndSet(true) ? null : Raster.draw(figure, scale, progress);
            Platform.runLater(() -> {
                if (!stopped && !(scene.getFocusOwner() instanceof TextInputControl)) {
                    Optional.ofNullable(raster).ifPresent(again);
                    session.rehearse(analysis, known);
                }
            });
            if (!whole) {
                throw new CancellationException();
            }
        };
        tell.accept(Analysis.of(same, analysis, tell, progress));
    }

    private static Study typedAgain(Study study, int of, int time) {
        Table table = study.table(of);
        int row = time % table.rows();
        Optional<Column> y = table.columns().stream().filter(column -> column.role() == Role.Y && !column.isDerived()).findFirst();
        return y.map(column -> new TableEdit.SetCell(of, column.id(), row, column.exact(row, table.mark())).apply(study)).orElse(study);
    }
}
