package helvo.desktop.app;

import atlantafx.base.theme.PrimerLight;
import helvo.figure.Typeface;
import java.util.List;
import java.util.stream.IntStream;
import javafx.application.Application;
import javafx.scene.Parent;
import javafx.scene.Scene;
import javafx.scene.image.Image;
import javafx.scene.layout.Pane;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;

/// Helvo's looks: its type and its style over the theme that it builds on.
public final class Looks {
    private static final double SIZE = 13;
    /// As `-helvo-ground` in the style sheet, which takes longer to read than the first frame to show.
    private static final Color GROUND = Color.web("#E7E6EA");

    private Looks() {}

    /// Helvo's sign, in the sizes that desktops ask for.
    static List<Image> icons() {
        return IntStream.of(16, 32, 48, 128, 256).mapToObj(size -> new Image(Looks.class.getResource("/helvo/desktop/icons/helvo-" + size
                + ".png").toExternalForm())).toList();
    }

    /// A scene of nothing but the ground.
    static Scene empty(double width, double height) {
        return new Scene(new Pane(), width, height, GROUND);
    }

    /// A scene in Helvo's looks.
    public static Scene scene(Parent view, double width, double height) {
        for (Typeface face : Typeface.values()) {
            Font.loadFont(face.file(), SIZE);
        }
        Application.setUserAgentStylesheet(new PrimerLight().getUserAgentStylesheet());
        var scene = new Scene(view, width, height);
        scene.getStylesheets().add(Looks.class.getResource("/helvo/desktop/helvo.css").toExternalForm());
        return scene;
    }
}
