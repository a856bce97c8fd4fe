package helvo.desktop;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.figure.Raster;
import java.util.concurrent.CancellationException;
import java.util.function.Consumer;
import javafx.application.Platform;

/// What is run for the first time is slow until the virtual machine has compiled it. So once many points are shown, and while
/// nobody does anything, they are fitted, drawn and shown a few times more: the first edit and the first drag need not wait for that.
final class Rehearsal {
    private static final int MANY_POINTS = 2_000;
    private static final int MOST_TIMES = 60;
    private static final long MOST_TIME = 2_000_000_000;

    private final Session session;
    private boolean done;
    private volatile boolean stopped;

    private Rehearsal(Session session) {
        this.session = session;
    }

    static Rehearsal before(Session session) {
        var rehearsal = new Rehearsal(session);
        session.history().subscribe(_ -> rehearsal.stop());
        return rehearsal;
    }

    /// From the first study with many points on, once.
    ///
    /// @param scale pixels a point
    /// @param again shows the same picture again
    void shown(FigureAnalysis figure, double scale, Consumer<Raster> again) {
        boolean many = figure.series().stream().mapToInt(series -> series.points().size()).sum() >= MANY_POINTS;
        Analysis analysis = session.analysis().get();
        if (done || !many || analysis.study() != session.study()) {
            return;
        }
        done = true;
        stopped = false;
        Thread.ofPlatform().daemon().name("rehearsal").start(() -> run(analysis, figure, scale, again));
    }

    void stop() {
        stopped = true;
    }

    private void run(Analysis analysis, FigureAnalysis figure, double scale, Consumer<Raster> again) {
        long begun = System.nanoTime();
        Progress progress = _ -> {
            if (stopped || System.nanoTime() - begun > MOST_TIME) {
                throw new CancellationException();
            }
        };
        try {
            for (int i = 0; i < MOST_TIMES; i++) {
                progress.reached(Double.NaN);
                Analysis.ofChosenCurves(analysis.study(), progress);
                Raster raster = Raster.draw(figure, scale, progress);
                Platform.runLater(() -> again.accept(raster));
            }
        } catch (CancellationException | OutOfMemoryError e) {
            // Somebody does something, or there is no room: nothing is lost.
        }
    }
}
