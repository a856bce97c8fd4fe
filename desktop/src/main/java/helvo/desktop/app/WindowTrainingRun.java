package helvo.desktop.app;

import helvo.cli.Helvo;
import helvo.core.Progress;
import helvo.core.fit.Polynomial;
import helvo.core.study.FigureEdit;
import helvo.core.study.History;
import helvo.core.table.Role;
import helvo.desktop.export.ExportPanel;
import helvo.desktop.figure.FigureView;
import helvo.desktop.measurements.ConvertPanel;
import helvo.desktop.persistence.StudyOrigin;
import helvo.desktop.window.MainView;
import helvo.desktop.workspace.Workspace;
import helvo.files.UnreadableFile;
import helvo.files.samples.SampleStudy;
import helvo.files.study.StoredStudy;
import helvo.files.study.StudyFile;
import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import javafx.event.Event;
import javafx.event.EventType;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;

/// Runs typical actions in a window to record an ahead-of-time cache of the virtual machine. Prints nothing and
/// leaves nothing behind.
public final class WindowTrainingRun {
    private static final int EDITS = 12;
    private static final int MOVES = 30;

    private WindowTrainingRun() {}

    /// @param arguments a folder that may be filled
    public static void main(String[] arguments) throws IOException, UnreadableFile {
        var nowhere = new PrintWriter(OutputStream.nullOutputStream(), false, StandardCharsets.UTF_8);
        Helvo.run(nowhere, nowhere, new Program(), "demo", "--help");
        OffscreenWindow.start();
        Path folder = Path.of(arguments[0]);
        Path study = folder.resolve("sample.helvo");
        StudyFile.write(study, StoredStudy.of(History.from(SampleStudy.study())), Progress.none());
        OffscreenWindow.draw(
                folder.resolve("state"),
                StudyOrigin.FromFile.read(study, Progress.none()),
                StartOptions.WIDTH,
                StartOptions.HEIGHT,
                WindowTrainingRun::firstMinute,
                folder.resolve("window.png"));
        OffscreenWindow.end();
        System.exit(0);
    }

    private static List<Runnable> firstMinute(Workspace workspace, MainView view) {
        var steps = new ArrayList<Runnable>();
        for (int i = 0; i < EDITS; i++) {
            int digit = i % 9 + 1;
            steps.add(() -> type(view, digit));
        }
        steps.add(workspace::undo);
        FigureView figure = view.figure().view();
        steps.add(() -> drag(figure));
        steps.add(() -> wheel(figure));
        steps.add(() -> workspace.perform(new FigureEdit.ChooseCurve(
                workspace.figureInView().orElseThrow().id(),
                workspace.figure().orElseThrow().series().getFirst().key(),
                new Polynomial(2))));
        steps.add(() -> view.panels().show(ExportPanel.class));
        steps.add(view.panels()::hide);
        steps.add(() ->
                view.panels().of(ConvertPanel.class).show(workspace.table().flatMap(table -> table.first(Role.Y))));
        steps.add(view.panels()::hide);
        workspace.study().tables().forEach(table -> steps.add(() -> workspace.show(table.id())));
        return steps;
    }

    private static void type(MainView view, int digit) {
        Node focused = view.getScene().getFocusOwner();
        String text = Integer.toString(digit);
        key(focused, KeyEvent.KEY_PRESSED, "", KeyCode.valueOf("DIGIT" + digit));
        key(focused, KeyEvent.KEY_TYPED, text, KeyCode.UNDEFINED);
        key(view.getScene().getFocusOwner(), KeyEvent.KEY_PRESSED, "", KeyCode.ENTER);
    }

    private static void key(Node node, EventType<KeyEvent> kind, String character, KeyCode code) {
        Event.fireEvent(node, new KeyEvent(kind, character, character, code, false, false, false, false));
    }

    private static void drag(FigureView figure) {
        double x = figure.getWidth() / 2;
        double y = figure.getHeight() / 2;
        mouse(figure, MouseEvent.MOUSE_PRESSED, x, y);
        for (int i = 0; i < MOVES; i++) {
            mouse(figure, MouseEvent.MOUSE_MOVED, x + i, y + i);
            mouse(figure, MouseEvent.MOUSE_DRAGGED, x + i, y + i);
        }
        mouse(figure, MouseEvent.MOUSE_RELEASED, x, y);
    }

    private static void mouse(Node node, EventType<MouseEvent> kind, double x, double y) {
        Point2D scene = node.localToScene(x, y);
        boolean down = kind != MouseEvent.MOUSE_MOVED && kind != MouseEvent.MOUSE_RELEASED;
        Event.fireEvent(
                node,
                new MouseEvent(
                        kind,
                        scene.getX(),
                        scene.getY(),
                        scene.getX(),
                        scene.getY(),
                        kind == MouseEvent.MOUSE_MOVED ? MouseButton.NONE : MouseButton.PRIMARY,
                        1,
                        false,
                        false,
                        false,
                        false,
                        down,
                        false,
                        false,
                        true,
                        false,
                        true,
                        null));
    }

    private static void wheel(FigureView figure) {
        Point2D scene = figure.localToScene(figure.getWidth() / 2, figure.getHeight() / 2);
        for (double delta : new double[] {40, 40, -40}) {
            Event.fireEvent(
                    figure,
                    new ScrollEvent(
                            ScrollEvent.SCROLL,
                            scene.getX(),
                            scene.getY(),
                            scene.getX(),
                            scene.getY(),
                            false,
                            false,
                            false,
                            false,
                            false,
                            false,
                            0,
                            delta,
                            0,
                            delta,
                            ScrollEvent.HorizontalTextScrollUnits.NONE,
                            0,
                            ScrollEvent.VerticalTextScrollUnits.NONE,
                            0,
                            0,
                            null));
        }
    }
}
