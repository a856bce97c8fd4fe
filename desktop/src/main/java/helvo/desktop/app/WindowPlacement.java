package helvo.desktop.app;

import helvo.desktop.figure.FigureView;
import helvo.desktop.persistence.LastChoices;
import helvo.desktop.persistence.PreferencesFile;
import helvo.desktop.window.MainView;
import java.util.List;
import javafx.application.Platform;
import javafx.geometry.Rectangle2D;
import javafx.stage.Screen;
import javafx.stage.Stage;

/// How large windows are and where they stand: as the last one was, and inside the screen.
final class WindowPlacement {
    static final double MIN_WIDTH = 900;
    static final double MIN_HEIGHT = 600;

    private final PreferencesFile<LastChoices> choices;

    WindowPlacement(PreferencesFile<LastChoices> choices) {
        this.choices = choices;
    }

    /// What the last window was like; no larger than the screen that there is now, or the usual size.
    LastChoices.Window size() {
        LastChoices.Window last = choices.get().window();
        Rectangle2D screen = Screen.getPrimary().getVisualBounds();
        return new LastChoices.Window(
                Math.min(last.width(), Math.max(StartOptions.WIDTH, screen.getWidth())),
                Math.min(last.height(), Math.max(StartOptions.HEIGHT, screen.getHeight())),
                last.left(),
                last.right(),
                last.figureWidth(),
                last.figureHeight());
    }

    /// As large as in the window before, or in the last one of all.
    void expectFigure(FigureView figure, List<OpenWindow> others) {
        others.stream()
                .map(each -> each.stage().getScene())
                .filter(scene -> scene != null && scene.getRoot() instanceof MainView)
                .map(scene -> ((MainView) scene.getRoot()).figure().view())
                .filter(FigureView::isPlaced)
                .reduce((_, last) -> last)
                .ifPresentOrElse(
                        last -> figure.expect(last.getWidth(), last.getHeight()),
                        () -> figure.expect(size().figureWidth(), size().figureHeight()));
    }

    /// Remembers how large a window was.
    void keepSize(Stage stage, MainView view) {
        if (!stage.isMaximized() && !stage.isFullScreen()) {
            FigureView figure = view.figure().view();
            choices.keep(last -> last.withWindow(new LastChoices.Window(
                    view.getWidth(),
                    view.getHeight(),
                    view.chosenLeftWidth(),
                    view.chosenRightWidth(),
                    figure.isPlaced() ? figure.getWidth() : last.window().figureWidth(),
                    figure.isPlaced() ? figure.getHeight() : last.window().figureHeight())));
        }
    }

    /// Shows a window, with its frame inside the screen: how large that is, is known once it is there.
    static void show(Stage stage) {
        stage.show();
        Platform.runLater(() -> {
            Rectangle2D screen =
                    Screen.getScreensForRectangle(stage.getX(), stage.getY(), stage.getWidth(), stage.getHeight())
                            .stream()
                            .findFirst()
                            .orElseGet(Screen::getPrimary)
                            .getVisualBounds();
            if (stage.getWidth() > screen.getWidth()) {
                stage.setWidth(screen.getWidth());
            }
            if (stage.getHeight() > screen.getHeight()) {
                stage.setHeight(screen.getHeight());
            }
            if (!stage.isMaximized() && !stage.isFullScreen()) {
                stage.setX(Math.clamp(stage.getX(), screen.getMinX(), screen.getMaxX() - stage.getWidth()));
                stage.setY(Math.clamp(stage.getY(), screen.getMinY(), screen.getMaxY() - stage.getHeight()));
            }
        });
    }
}
