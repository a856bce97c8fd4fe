package helvo.desktop;

import static helvo.desktop.FxThread.of;
import static helvo.desktop.FxThread.on;
import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.RootLocale;
import helvo.core.study.Study;
import helvo.desktop.export.ExportPanel;
import helvo.desktop.figure.BarsPanel;
import helvo.desktop.measurements.DerivePanel;
import helvo.desktop.panels.CommandFinder;
import helvo.desktop.panels.HistoryPanel;
import helvo.desktop.panels.Panel;
import helvo.desktop.results.ReadingsPanel;
import helvo.desktop.settings.SettingsPanel;
import helvo.desktop.theme.ColorTheme;
import helvo.desktop.theme.Themes;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.Control;
import javafx.scene.layout.BackgroundFill;
import javafx.scene.layout.Region;
import javafx.scene.paint.Color;
import javafx.scene.text.Text;
import javafx.stage.Stage;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/// The window in each of its themes and in other sizes, measured where it is drawn.
@Tag("thorough")
@ExtendWith(ApplicationExtension.class)
class ThemesTest {
    @RegisterExtension
    private static final SharedWindow SHARED = SharedWindow.onSample();

    private static final List<Class<? extends Panel>> PANELS = List.of(
            CommandFinder.class,
            ExportPanel.class,
            HistoryPanel.class,
            SettingsPanel.class,
            BarsPanel.class,
            DerivePanel.class,
            ReadingsPanel.class);

    private Stage stage;
    private DrivenWindow window;

    @Start
    void start(Stage shown) {
        stage = shown;
        window = SHARED.on(stage);
    }

    @AfterEach
    void close() {
        on(() -> Themes.use(Optional.of(ColorTheme.LIGHT), 1, Optional.of(true)));
    }

    private void use(ColorTheme theme, double textSize) {
        on(() -> Themes.use(Optional.of(theme), textSize, Optional.of(true)));
        window.settle();
    }

    /// Against what it lies on, for all text that is not of a disabled control.
    @ParameterizedTest
    @EnumSource(ColorTheme.class)
    void textIsReadOnItsGround(ColorTheme theme) {
        use(theme, 1);
        var weak = new TreeSet<String>(weakTexts(theme));
        for (Class<? extends Panel> panel : PANELS) {
            on(() -> window.view.panels().show(panel));
            window.settle();
            weak.addAll(weakTexts(theme));
        }
        on(() -> {
            window.view.panels().hide();
            window = new DrivenWindow(stage, Study.blank());
        });
        use(theme, 1);
        weak.addAll(weakTexts(theme));
        on(window::close);
        assertThat(weak).isEmpty();
    }

    private List<String> weakTexts(ColorTheme theme) {
        return of(() -> {
            window.view.applyCss();
            window.view.layout();
            var weak = new ArrayList<String>();
            collect(window.view, theme, weak);
            return weak;
        });
    }

    private static void collect(Node node, ColorTheme theme, List<String> weak) {
        if (!node.isVisible() || node.isDisabled() || node.getOpacity() < 1) {
            return;
        }
        if (node instanceof Text text
                && !text.getText().isBlank()
                && text.getFill() instanceof Color fill
                && fill.getOpacity() > 0) {
            double contrast = ColorTheme.contrast(blend(fill, ground(text, theme)), ground(text, theme));
            if (contrast < theme.minContrast()) {
                weak.add(RootLocale.format("%.2f “%s” %s in %s", contrast, text.getText(), fill, place(text)));
            }
        }
        if (node instanceof Parent parent) {
            parent.getChildrenUnmodifiable().forEach(child -> collect(child, theme, weak));
        }
    }

    private static Color ground(Node node, ColorTheme theme) {
        if (node == null) {
            return theme.color("ground");
        }
        Color ground = ground(node.getParent(), theme);
        if (node instanceof Region region && region.getBackground() != null) {
            for (BackgroundFill fill : region.getBackground().getFills()) {
                ground = fill.getFill() instanceof Color color ? blend(color, ground) : ground;
            }
        }
        return ground;
    }

    private static Color blend(Color over, Color ground) {
        return ground.interpolate(Color.color(over.getRed(), over.getGreen(), over.getBlue()), over.getOpacity());
    }

    private static String place(Node node) {
        return Stream.iterate(node, each -> each != null, Node::getParent)
                .limit(5)
                .map(each -> String.join(".", each.getStyleClass()))
                .collect(Collectors.joining(" < "));
    }

    /// All themes name the same colours, and the style itself has none: they stand in one place.
    @Test
    void theThemesNameTheSameColors() throws IOException {
        String style = text("helvo");
        assertThat(style).doesNotContainPattern("#[0-9A-Fa-f]{3,8}\\b|rgba?\\(|: (white|black)");
        List<String> named = names(text("light"));
        assertThat(names(text("dark"))).isEqualTo(named);
        assertThat(names(text("contrast"))).isEqualTo(named);
        assertThat(Pattern.compile("-helvo-[a-z0-9-]+").matcher(style).results().map(found -> found.group()))
                .isSubsetOf(named);
    }

    private static String text(String sheet) throws IOException {
        return new String(
                        Themes.class
                                .getResourceAsStream("/helvo/desktop/" + sheet + ".css")
                                .readAllBytes(),
                        StandardCharsets.UTF_8)
                .replaceAll("(?s)/\\*.*?\\*/", "");
    }

    private static List<String> names(String sheet) {
        return sheet.lines()
                .map(String::strip)
                .filter(line -> line.startsWith("-"))
                .map(line -> line.replaceFirst(":.*", ""))
                .toList();
    }

    /// Nothing of a region reaches out of it, and no control is squeezed below what its text needs in height.
    @ParameterizedTest
    @CsvSource({"1024, 700, 1", "1280, 800, 1", "1280, 800, 1.5", "1920, 1080, 1.25", "2560, 1440, 1"})
    void nothingIsLostInAnySize(double width, double height, double textSize) {
        use(ColorTheme.DARK, textSize);
        // The screen without a display has one size.
        on(() -> window.view.resize(width, height));
        window.settle();
        assertThat(of(() -> lost(window.view))).isEmpty();
        on(() -> window.workspace.show(
                window.workspace.study().tables().getLast().id()));
        window.settle();
        assertThat(of(() -> lost(window.view))).isEmpty();
        assertThat(of(() -> window.view.figure().view().getWidth())).isGreaterThan(300);
    }

    private static List<String> lost(Node of) {
        var lost = new ArrayList<String>();
        Bounds window = of.localToScene(of.getLayoutBounds());
        lost(of, window, lost);
        return lost;
    }

    private static void lost(Node node, Bounds window, List<String> lost) {
        if (!node.isVisible()
                || node.getStyleClass().contains("scroll-pane")
                || node.getStyleClass().contains("table-view")) {
            return;
        }
        Bounds box = node.localToScene(node.getLayoutBounds());
        if (node instanceof Control
                && (box.getMaxX() > window.getMaxX() + 1
                        || box.getMaxY() > window.getMaxY() + 1
                        || box.getMinX() < -1
                        || box.getMinY() < -1)) {
            lost.add("outside " + place(node) + " " + box);
        }
        if (node instanceof Parent parent) {
            parent.getChildrenUnmodifiable().forEach(child -> lost(child, window, lost));
        }
    }

    @Test
    void largerTextTakesRowsHeadingsAndSidesWithIt() {
        double row = of(() -> window.grid().getFixedCellSize());
        double side = of(() -> window.view.leftWidth());
        use(ColorTheme.LIGHT, 1.25);
        assertThat(of(() -> window.grid().getFixedCellSize())).isEqualTo(1.25 * row);
        assertThat(of(() -> window.view.leftWidth())).isBetween(1.2 * side, 1.25 * side + 1);
        use(ColorTheme.LIGHT, 1);
        assertThat(of(() -> window.view.leftWidth())).isBetween(side - 1, side + 1);
    }
}
