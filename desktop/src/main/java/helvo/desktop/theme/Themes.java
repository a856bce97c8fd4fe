package helvo.desktop.theme;

import helvo.core.RootLocale;
import helvo.figure.canvas.Typeface;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.WeakHashMap;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.beans.property.ReadOnlyDoubleProperty;
import javafx.beans.property.ReadOnlyDoubleWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.value.ChangeListener;
import javafx.beans.value.WeakChangeListener;
import javafx.collections.MapChangeListener;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.Scene;
import javafx.scene.image.Image;
import javafx.scene.layout.Pane;
import javafx.scene.text.Font;

/// The themes of the windows: colours, type, text size. All windows have the same. Used on the interface thread
/// only.
public final class Themes {
    private static final double SIZE = 13;
    private static final String STYLE = "/helvo/desktop/helvo.css";
    /// What grows with the text: its size, and the heights that are given for its sake.
    private static final Pattern OF_TEXT =
            Pattern.compile("(-fx-font-size|-fx-(?:min-|pref-|max-)?height|-fx-cell-size): ([0-9.]+)");

    private static final ReadOnlyObjectWrapper<ColorTheme> IN_USE = new ReadOnlyObjectWrapper<>(ColorTheme.LIGHT);
    private static final ReadOnlyDoubleWrapper TEXT_SIZE = new ReadOnlyDoubleWrapper(1);
    private static final ReadOnlyObjectWrapper<List<String>> CHANGES = new ReadOnlyObjectWrapper<>(List.of());
    private static final Set<Scene> SCENES = Collections.newSetFromMap(new WeakHashMap<>());
    private static Optional<ColorTheme> chosen = Optional.of(ColorTheme.LIGHT);
    private static Optional<Boolean> moves = Optional.of(true);
    private static List<String> sheets = List.of();
    private static boolean follows;

    private Themes() {}

    /// The theme of all windows.
    public static ReadOnlyObjectProperty<ColorTheme> inUse() {
        return IN_USE.getReadOnlyProperty();
    }

    /// How large the text of the window is; 1 for as designed.
    public static ReadOnlyDoubleProperty textSize() {
        return TEXT_SIZE.getReadOnlyProperty();
    }

    /// Gives all windows a theme and a size of text.
    ///
    /// @param theme empty for the system's, which is followed
    /// @param motion empty for what the system says
    public static void use(Optional<ColorTheme> theme, double textSize, Optional<Boolean> motion) {
        chosen = theme;
        moves = motion;
        if (theme.isEmpty() && !follows) {
            follows = true;
            Platform.getPreferences()
                    .addListener((MapChangeListener<String, Object>) _ -> use(chosen, TEXT_SIZE.get(), moves));
        }
        ColorTheme now = theme.orElseGet(ColorTheme::ofSystem);
        List<String> wanted = sheets(now, textSize);
        if (!wanted.equals(sheets)) {
            sheets = wanted;
            Application.setUserAgentStylesheet(now.base().getUserAgentStylesheet());
            SCENES.forEach(scene -> scene.getStylesheets().setAll(sheets));
        }
        IN_USE.set(now);
        TEXT_SIZE.set(textSize);
        CHANGES.set(sheets);
    }

    /// Draws a node again whenever the theme or the size of text changes, as long as there is the node.
    public static void follow(Node node, Runnable again) {
        ChangeListener<List<String>> listener = (_, _, _) -> again.run();
        // The node keeps it; the themes, which outlive all windows, do not.
        node.getProperties().merge(Themes.class, List.of(listener), (before, added) -> Stream.concat(
                        ((List<?>) before).stream(), ((List<?>) added).stream())
                .toList());
        CHANGES.addListener(new WeakChangeListener<>(listener));
    }

    /// Whether things may move as they fold and unfold.
    public static boolean isMoving() {
        return moves.orElseGet(() -> !Platform.getPreferences().isReducedMotion());
    }

    private static List<String> sheets(ColorTheme theme, double textSize) {
        return List.of(
                theme.sheet(), textSize == 1 ? Themes.class.getResource(STYLE).toExternalForm() : resized(textSize));
    }

    private static String resized(double textSize) {
        try (InputStream style = Themes.class.getResourceAsStream(STYLE)) {
            String resized = OF_TEXT.matcher(new String(style.readAllBytes(), StandardCharsets.UTF_8))
                    .replaceAll(found -> RootLocale.format(
                            "%s: %.2f", found.group(1), Double.parseDouble(found.group(2)) * textSize));
            return "data:text/css;base64,"
                    + Base64.getEncoder().encodeToString(resized.getBytes(StandardCharsets.UTF_8));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /// Helvo's sign, in the sizes that desktops ask for.
    public static List<Image> icons() {
        return IntStream.of(16, 32, 48, 128, 256)
                .mapToObj(size -> new Image(Themes.class
                        .getResource("/helvo/desktop/icons/helvo-" + size + ".png")
                        .toExternalForm()))
                .toList();
    }

    /// A scene of nothing but the ground: the style takes longer to read than the first frame to show.
    public static Scene empty(double width, double height) {
        return new Scene(new Pane(), width, height, IN_USE.get().color("ground"));
    }

    /// A scene in a theme of Helvo's.
    public static Scene scene(Parent view, double width, double height) {
        for (Typeface face : Typeface.values()) {
            Font.loadFont(face.file(), SIZE);
        }
        if (sheets.isEmpty()) {
            use(chosen, TEXT_SIZE.get(), moves);
        }
        var scene = new Scene(view, width, height, IN_USE.get().color("ground"));
        scene.getStylesheets().setAll(sheets);
        SCENES.add(scene);
        return scene;
    }
}
