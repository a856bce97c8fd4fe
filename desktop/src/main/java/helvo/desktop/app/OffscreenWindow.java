package helvo.desktop.app;

import helvo.core.results.Results;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.desktop.persistence.SaveStatus;
import helvo.desktop.persistence.StudyOrigin;
import helvo.desktop.window.MainView;
import helvo.desktop.workspace.Workspace;
import helvo.files.disk.AtomicFile;
import helvo.files.disk.UserFolders;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Queue;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.function.Function;
import java.util.stream.Stream;
import javafx.animation.AnimationTimer;
import javafx.application.Platform;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.stage.Stage;
import javax.imageio.ImageIO;

/// The window drawn into a picture, where there is no display.
public final class OffscreenWindow {
    /// So many frames of quiet in a row and all is drawn.
    private static final int QUIET_FRAMES = 10;
    private static final long NANOS_TO_REST = 120_000_000_000L;

    private OffscreenWindow() {}

    /// What is done in the window before its picture is taken: each step once all that came before is drawn.
    public interface Steps {
        List<Runnable> in(Workspace workspace, MainView view);
    }

    /// Starts the window toolkit without a display. Once, before the first picture.
    public static void start() {
        System.setProperty("glass.platform", "Headless");
        System.setProperty("prism.order", "sw");
        WindowToolkit.start(() -> {});
    }

    /// Ends the window toolkit, after the last picture.
    public static void end() {
        WindowToolkit.end();
    }

    /// Draws the window on a study into a PNG.
    ///
    /// @return the results of the figure in view, as text
    /// @throws IOException when the picture cannot be written
    public static List<String> draw(Study study, int width, int height, Steps steps, Path picture) throws IOException {
        Path state = Files.createTempDirectory("helvo");
        try {
            return draw(state, new StudyOrigin.New(History.from(study)), width, height, steps, picture);
        } finally {
            remove(state);
        }
    }

    /// Draws a part of the window.
    ///
    /// @param part gives what is to be seen of it
    public static void drawPart(
            Study study, int width, int height, Steps steps, Function<MainView, Node> part, Path picture)
            throws IOException {
        Path state = Files.createTempDirectory("helvo");
        try {
            draw(state, new StudyOrigin.New(History.from(study)), width, height, steps, part, picture);
        } finally {
            remove(state);
        }
    }

    /// @param state the folder for journals and the list of recent studies
    public static List<String> draw(Path state, StudyOrigin origin, int width, int height, Steps steps, Path picture)
            throws IOException {
        return draw(state, origin, width, height, steps, view -> view, picture);
    }

    private static List<String> draw(
            Path state,
            StudyOrigin origin,
            int width,
            int height,
            Steps steps,
            Function<MainView, Node> part,
            Path picture)
            throws IOException {
        UserFolders folders = UserFolders.below(state);
        var drawn = new CompletableFuture<Drawn>();
        var windows = new CompletableFuture<Windows>();
        Platform.runLater(() -> {
            Thread.currentThread()
                    .setUncaughtExceptionHandler(new FaultLog(
                            folders.log(),
                            sentence -> drawn.completeExceptionally(new IllegalStateException(sentence))));
            windows.complete(new Windows(folders, List.of(folders.kept()), () -> {}));
            windows.join().onDisk().read();
            Stage stage = windows.join()
                    .open(
                            origin,
                            new StartOptions(
                                    () -> origin.study().history().study(), Optional.empty(), width, height, false));
            stage.show();
            var view = (MainView) stage.getScene().getRoot();
            Workspace workspace = view.workspace();
            var waiting = new ArrayDeque<>(steps.in(workspace, view));
            waiting.add(() -> {
                drawn.complete(new Drawn(cut(stage.getScene().snapshot(null), part.apply(view)), results(workspace)));
                stage.close();
            });
            oneAfterTheOther(waiting, workspace, view);
        });
        try {
            save(drawn.get().window, picture);
            windows.get().end();
            return drawn.get().results;
        } catch (ExecutionException e) {
            throw new IllegalStateException(
                    Objects.requireNonNullElse(e.getCause(), e).getMessage(), e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return List.of();
        }
    }

    private static WritableImage cut(WritableImage window, Node part) {
        Bounds box = part.localToScene(part.getLayoutBounds());
        int left = Math.clamp((int) box.getMinX(), 0, (int) window.getWidth() - 1);
        int top = Math.clamp((int) box.getMinY(), 0, (int) window.getHeight() - 1);
        return new WritableImage(
                window.getPixelReader(),
                left,
                top,
                Math.min((int) box.getWidth(), (int) window.getWidth() - left),
                Math.min((int) box.getHeight(), (int) window.getHeight() - top));
    }

    private static void remove(Path folder) throws IOException {
        try (Stream<Path> all = Files.walk(folder)) {
            for (Path each : all.sorted(Comparator.reverseOrder()).toList()) {
                Files.deleteIfExists(each);
            }
        }
    }

    private record Drawn(WritableImage window, List<String> results) {}

    private static void oneAfterTheOther(Queue<Runnable> steps, Workspace workspace, MainView view) {
        new AnimationTimer() {
            private int quiet;
            private long restedAt = System.nanoTime();

            @Override
            public void handle(long now) {
                boolean isKept = workspace.sign().get().mood() != SaveStatus.Mood.UNDER_WAY;
                boolean isIdle = workspace.isIdle();
                boolean isDrawn = view.figure().view().isSettled();
                quiet = isKept && isIdle && isDrawn ? quiet + 1 : 0;
                if (System.nanoTime() - restedAt > NANOS_TO_REST) {
                    stop();
                    throw new IllegalStateException("The window did not come to rest: changes kept " + isKept
                            + ", nothing under way " + isIdle + ", figure drawn " + isDrawn);
                }
                if (quiet > QUIET_FRAMES) {
                    quiet = 0;
                    restedAt = System.nanoTime();
                    Runnable next = steps.remove();
                    if (steps.isEmpty()) {
                        stop();
                    }
                    next.run();
                }
            }
        }.start();
    }

    private static List<String> results(Workspace workspace) {
        return workspace.figure().stream()
                .flatMap(figure -> figure.series().stream()
                        .map(series -> (figure.series().size() > 1 ? series.label() + "\n" : "")
                                + Results.of(figure, series).printed()))
                .toList();
    }

    private static void save(WritableImage window, Path picture) throws IOException {
        int width = (int) window.getWidth();
        int height = (int) window.getHeight();
        int[] pixels = new int[width * height];
        window.getPixelReader().getPixels(0, 0, width, height, PixelFormat.getIntArgbInstance(), pixels, 0, width);
        var image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        image.setRGB(0, 0, width, height, pixels, 0, width);
        AtomicFile.write(picture, out -> {
            if (!ImageIO.write(image, "png", out)) {
                throw new IOException("no PNG writer");
            }
        });
    }
}
