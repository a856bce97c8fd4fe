package helvo.desktop;

import atlantafx.base.theme.PrimerLight;
import helvo.core.curve.Polynomial;
import helvo.core.look.CurveLook;
import helvo.core.look.Note;
import helvo.core.look.SeriesLook;
import helvo.core.readout.Readout;
import helvo.core.study.ColumnEdit;
import helvo.core.study.DecisionEdit;
import helvo.core.study.FigureEdit;
import helvo.core.study.Layer;
import helvo.core.study.SeriesKey;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.table.Column;
import helvo.core.table.Decision;
import helvo.core.table.Heading;
import helvo.core.table.Problem;
import helvo.core.table.Role;
import helvo.core.table.Statistics;
import helvo.core.table.Table;
import helvo.desktop.app.FaultLog;
import helvo.figure.Thing;
import helvo.figure.Typeface;
import helvo.files.samples.SampleStudy;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicInteger;
import javafx.animation.AnimationTimer;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.text.Font;
import javafx.scene.control.Slider;
import javafx.scene.control.ToggleButton;
import javafx.stage.Stage;
import javafx.stage.WindowEvent;
import javax.imageio.ImageIO;

/// Opens the window, or draws it offscreen where there is no display.
public final class HelvoWindow {
    private static final int DONE = 0;
    private static final int NOT_POSSIBLE = 1;

    private HelvoWindow() {}

    /// What a picture of the window shows.
    public enum View { MAIN, CREEP, HAND_OVER, FINDER, NEEDS_A_LOOK, FORMULA, STRAIGHTEN, AVERAGES, DATES, STEPS, TWO_SCALES, COLOURS,
            READING, BARS, COMPARE }

    /// What to open.
    ///
    /// @param picture   where to save a picture instead of showing the window; empty to show it
    /// @param tellsPace on standard error, how soon the figure follows each edit and drag
    public record Start(Study study, Optional<Path> file, boolean demo, Optional<Path> picture, int width, int height, View view,
            boolean tellsPace) {
        public static Start empty() {
            return new Start(Study.blank(), Optional.empty(), false, Optional.empty(), 1280, 800, View.MAIN, false);
        }

        public static Start file(Path file) {
            return new Start(Study.blank(), Optional.of(file), false, Optional.empty(), 1280, 800, View.MAIN, false);
        }

        public static Start demo(Optional<Path> picture, int width, int height, View view) {
            return new Start(SampleStudy.study(), Optional.empty(), true, picture, width, height, view, false);
        }

        public Start tellingPace(boolean tells) {
            return new Start(study, file, demo, picture, width, height, view, tells);
        }
    }

    /// @return the program's exit code, once the window is closed
    public static int open(Start start) {
        if (start.picture().isPresent()) {
            return offscreen(start, start.picture().get());
        }
        Optional<String> missing = Display.missing();
        if (missing.isEmpty()) {
            return onScreen(start);
        }
        if (!start.demo()) {
            System.err.println(missing.get() + " Without one, `helvo fit` and `helvo draw` do the same work.");
            return NOT_POSSIBLE;
        }
        Path picture = Path.of("helvo-demo.png");
        int code = offscreen(start, picture);
        if (code == DONE) {
            System.out.println(missing.get());
            System.out.println("Instead, the window was drawn into " + picture.toAbsolutePath() + ".");
        }
        return code;
    }

    private static int onScreen(Start start) {
        var closed = new CountDownLatch(1);
        Platform.startup(() -> {
            var session = new Session(start.study());
            Thread.setDefaultUncaughtExceptionHandler(new FaultLog(FaultLog.stateFolder(),
                    sentence -> Platform.runLater(() -> session.say(sentence, true))));
            Stage stage = stage(start, session);
            stage.addEventHandler(WindowEvent.WINDOW_HIDDEN, _ -> closed.countDown());
            stage.show();
        });
        await(closed);
        return DONE;
    }

    private static int offscreen(Start start, Path picture) {
        System.setProperty("glass.platform", "Headless");
        System.setProperty("prism.order", "sw");
        var finished = new CountDownLatch(1);
        var code = new AtomicInteger(NOT_POSSIBLE);
        Thread.setDefaultUncaughtExceptionHandler(new FaultLog(FaultLog.stateFolder(), sentence -> {
            System.err.println(sentence);
            finished.countDown();
        }));
        Platform.startup(() -> {
            var session = new Session(start.study());
            Stage stage = stage(start, session);
            stage.show();
            var view = (MainView) stage.getScene().getRoot();
            switch (start.view()) {
                case MAIN -> {
                }
                case CREEP -> show(session, "Creep");
                case DATES -> show(session, "Stock");
                case FORMULA -> {
                    derived(session);
                    view.showFormula(session.table().orElseThrow().columns().stream().filter(Column::isDerived).findFirst());
                }
                case NEEDS_A_LOOK -> doubtful(session);
                case STRAIGHTEN -> {
                    show(session, "Pluck");
                    straighten(session, view);
                }
                case AVERAGES -> averages(session);
                case STEPS -> {
                    derived(session);
                    averages(session);
                    view.showSteps();
                }
                case TWO_SCALES -> twoScales(session);
                case COLOURS -> {
                    show(session, "Pluck");
                    var key = new SeriesKey(2, "");
                    session.perform(new FigureEdit.SetSeriesLook(session.figureInView().orElseThrow().id(), key,
                            SeriesLook.USUAL.withSize(1.4).withLabels(Optional.of(1))
                            .coloredBy(Optional.of(SeriesLook.ColorBy.RESIDUAL))));
                    whenSettled(session, view, () -> view.showThing(new Thing.LegendEntry(key), 0, 160));
                }
                case READING -> {
                    show(session, "Failed");
                    int figure = session.figureInView().orElseThrow().id();
                    session.perform(new FigureEdit.Show(figure, Layer.BAND, true));
                    session.perform(new FigureEdit.PutNote(figure, new Note.Drop(1,
                            new SeriesKey(session.table().orElseThrow().first(Role.Y).orElseThrow().id(), ""), true, 0.5, true)));
                }
                case BARS -> whenSettled(session, view, () -> {
                    view.showThing(new Thing.BarOf(new SeriesKey(3, "dry"), 10, Thing.BarEnd.UP), 0, 160);
                    view.lookup("#bars-slider").requestFocus();
                    ((Slider) view.lookup("#bars-slider")).setValue(0.25);
                });
                case COMPARE -> {
                    session.perform(new FigureEdit.Show(session.figureInView().orElseThrow().id(), Layer.ONE_FOR_ALL, true));
                    whenSettled(session, view, () -> ((ToggleButton) view.lookup("#series-3")).fire());
                }
                case HAND_OVER -> view.showHandOver();
                case FINDER -> view.showFinder();
            }
            whenSettled(session, view, () -> {
                code.set(save(stage.getScene().snapshot(null), picture));
                readouts(session).forEach(System.out::println);
                finished.countDown();
            });
        });
        await(finished);
        return code.get();
    }

    private static void show(Session session, String table) {
        session.study().tables().stream().filter(each -> each.name().equals(table)).findFirst().ifPresent(each -> session.show(each.id()));
    }

    /// The sample's bath: what the cord takes up along one scale, how warm it is along another.
    private static void twoScales(Session session) {
        show(session, "Bath");
        int figure = session.figureInView().orElseThrow().id();
        var mass = new SeriesKey(2, "");
        var temperature = new SeriesKey(3, "");
        session.perform(new FigureEdit.SetSeriesLook(figure, temperature,
                SeriesLook.USUAL.onRight(Optional.of(true)).with(SeriesLook.Join.STRAIGHT)));
        session.perform(new FigureEdit.SetCurveLook(figure, temperature, CurveLook.USUAL.shown(false)));
        session.perform(new FigureEdit.ChooseCurve(figure, mass, new Polynomial(3)));
        session.perform(new FigureEdit.PutNote(figure, new Note.Span(1, false, 20, 70, "plateau, 40 °C")));
        session.perform(new FigureEdit.PutNote(figure, new Note.Text(2, "heater off", 84, 59.4,
                Optional.of(new Note.Text.Target(71, 58.6)))));
    }

    /// The sample's stretched cord with one cell decided on and others still in doubt.
    private static void doubtful(Session session) {
        Table table = session.table().orElseThrow();
        int stretch = table.first(Role.Y).orElseThrow().id();
        session.perform(new DecisionEdit.Decide(table.id(), stretch, List.of(7), Problem.Sort.NOT_A_NUMBER, Decision.Choice.NUMBER_USED,
                ""));
        session.perform(new TableEdit.SetCell(table.id(), stretch, 2, "n/a"));
        session.perform(new TableEdit.SetCell(table.id(), stretch, 9, "n/a"));
        session.perform(new TableEdit.SetCell(table.id(), stretch, 12, "over 3"));
    }

    /// The sample's plucked cord with its frequency squared.
    private static void derived(Session session) {
        show(session, "Pluck");
        session.perform(new ColumnEdit.Derive(session.tableId().get(), new Heading("Frequency²", "Hz²"), "{2}^2", Role.Y, true));
    }

    /// Once the points to transform are there.
    private static void straighten(Session session, MainView view) {
        session.analysis().subscribe(analysis -> {
            if (analysis.study() == session.study()) {
                Platform.runLater(view::showStraighten);
            }
        });
    }

    private static void averages(Session session) {
        show(session, "Pulls");
        session.perform(new StudyEdit.Summarise(session.tableId().get(), "Pulls by Load", List.of(2), List.of(3),
                List.of(Statistics.MEAN, Statistics.STANDARD_DEVIATION, Statistics.COUNT)));
        session.show(session.study().tables().getLast().id());
    }

    /// Runs once all work is done and drawn, a few frames later.
    private static void whenSettled(Session session, MainView view, Runnable then) {
        new AnimationTimer() {
            private int quiet;

            @Override
            public void handle(long now) {
                quiet = session.background().idle() && view.figureView().settled() ? quiet + 1 : 0;
                if (quiet > 10) {
                    stop();
                    then.run();
                }
            }
        }.start();
    }

    private static List<String> readouts(Session session) {
        return session.figure().stream().flatMap(figure -> figure.series().stream()
                .map(series -> (figure.series().size() > 1 ? series.label() + "\n" : "") + Readout.of(figure, series).printed())).toList();
    }

    private static int save(WritableImage window, Path picture) {
        int width = (int) window.getWidth();
        int height = (int) window.getHeight();
        int[] pixels = new int[width * height];
        window.getPixelReader().getPixels(0, 0, width, height, PixelFormat.getIntArgbInstance(), pixels, 0, width);
        var image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        image.setRGB(0, 0, width, height, pixels, 0, width);
        try {
            if (!ImageIO.write(image, "png", picture.toFile())) {
                throw new IOException("no PNG writer");
            }
            return DONE;
        } catch (IOException e) {
            System.err.println("The picture could not be written to “" + picture + "”: choose another folder.");
            return NOT_POSSIBLE;
        }
    }

    static Stage stage(Start start, Session session) {
        var stage = new Stage();
        var view = new MainView(session, new FileDialogs.OfSystem());
        stage.setScene(scene(view, start.width(), start.height()));
        session.history().subscribe(history -> stage.setTitle(history.study().name() + " – Helvo"));
        if (start.tellsPace()) {
            Pace.watch(stage.getScene(), session, view.figureView(), System.err::println);
        }
        stage.setOnCloseRequest(request -> {
            if (!session.mayClose()) {
                request.consume();
            }
        });
        stage.addEventHandler(WindowEvent.WINDOW_HIDDEN, _ -> session.close());
        stage.setMinWidth(900);
        stage.setMinHeight(600);
        // Once the window is there: reading a large file would make it late.
        stage.setOnShown(_ -> Platform.runLater(() -> start.file().ifPresentOrElse(file -> session.open(List.of(file)), view::begin)));
        return stage;
    }

    /// A scene in Helvo's looks.
    static Scene scene(MainView view, double width, double height) {
        for (Typeface face : Typeface.values()) {
            Font.loadFont(face.file(), 13);
        }
        Application.setUserAgentStylesheet(new PrimerLight().getUserAgentStylesheet());
        var scene = new Scene(view, width, height);
        scene.getStylesheets().add(HelvoWindow.class.getResource("helvo.css").toExternalForm());
        return scene;
    }

    private static void await(CountDownLatch latch) {
        try {
            latch.await();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
