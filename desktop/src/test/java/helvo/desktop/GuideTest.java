package helvo.desktop;

import static helvo.desktop.FxThread.of;
import static helvo.desktop.FxThread.on;
import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.fit.Polynomial;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.table.Role;
import helvo.core.table.SeriesKey;
import helvo.desktop.export.ExportPanel;
import helvo.desktop.guide.Guide;
import helvo.desktop.guide.GuideHtml;
import helvo.desktop.guide.GuidePanel;
import helvo.desktop.panels.Commands;
import helvo.desktop.panels.Panel;
import helvo.desktop.settings.SettingsPanel;
import helvo.desktop.window.TourPanel;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCombination;
import javafx.stage.Stage;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

@Tag("thorough")
@ExtendWith(ApplicationExtension.class)
class GuideTest {
    @RegisterExtension
    private static final SharedWindow SHARED = SharedWindow.onSample();

    private static final Path HTML = Path.of("..", "docs", "guide");

    private DrivenWindow window;

    @Start
    void start(Stage stage) {
        window = SHARED.on(stage);
    }

    private static String source(String page) throws IOException {
        return new String(
                Guide.class
                        .getResourceAsStream("/helvo/desktop/guide/" + page + ".md")
                        .readAllBytes(),
                StandardCharsets.UTF_8);
    }

    private static String shown(List<KeyCombination> keys) {
        return keys.isEmpty()
                ? ""
                : keys.getFirst()
                        .getName()
                        .replace("Shortcut", "Ctrl")
                        .replace("Shift+Ctrl", "Ctrl+Shift")
                        .replace("Alt+Ctrl", "Ctrl+Alt");
    }

    /// What the guide calls a command is the command's name, and its keys are the command's keys.
    @Test
    void theGuideNamesCommandsAsTheWindowDoes() throws IOException {
        Map<String, String> keys = of(() -> window.view.commands().all().stream()
                .filter(each -> each.text().isEmpty())
                .collect(Collectors.toMap(Commands.Command::name, each -> shown(each.keys()), (one, _) -> one)));
        var wrong = new ArrayList<String>();
        int named = 0;
        for (Guide.Page page : Guide.pages()) {
            for (var found : Pattern.compile("`([^`]+)`(?: \\(([^)]+)\\))?")
                    .matcher(source(page.name()))
                    .results()
                    .toList()) {
                boolean isText = found.group(1).matches("[a-z]_?\\^?\\{.*|\\\\[a-z]+|[a-z]\\^\\{2}");
                if (!isText) {
                    named++;
                    String known = keys.get(found.group(1));
                    if (known == null
                            || found.group(2) != null && !found.group(2).equals(known)) {
                        wrong.add(page.name() + ": " + found.group() + " – " + known);
                    }
                }
            }
        }
        assertThat(wrong).isEmpty();
        assertThat(named).isGreaterThan(35);
    }

    @Test
    void everyLinkAndPictureOfItIsThere() throws IOException {
        for (Guide.Page page : Guide.pages()) {
            for (var link : Pattern.compile("(!?)\\[[^\\]]+]\\(([^)]+)\\)")
                    .matcher(source(page.name()))
                    .results()
                    .toList()) {
                String to = link.group(2);
                if (to.endsWith(".csv")) {
                    assertThat(Guide.examples())
                            .extracting(Guide.Example::table)
                            .contains(to);
                } else if (link.group(1).isEmpty()) {
                    String[] parts = to.replace(".md", "").split("#");
                    assertThat(Guide.has(new Guide.Place(parts[0], parts.length > 1 ? parts[1] : "")))
                            .as(to)
                            .isTrue();
                } else {
                    assertThat(Guide.class.getResource("/helvo/desktop/guide/" + to))
                            .as(to)
                            .isNotNull();
                }
            }
        }
        assertThat(Guide.has(new Guide.Place("curves", "nowhere"))).isFalse();
    }

    /// Its table comes into the study beside the others, and the guide tells of it.
    @Test
    void anExampleIsOpenedBesideWhatTheGuideTellsOfIt() {
        assertThat(Guide.examples()).hasSize(12);
        int before = of(() -> window.workspace.study().tables().size());
        for (Guide.Example example : Guide.examples()) {
            on(() -> window.view.panels().of(GuidePanel.class).open(example));
            window.settle();
            assertThat(of(() -> window.workspace.table().orElseThrow().name())).isEqualTo(example.name());
            assertThat(shown()).contains("guide");
            assertThat(HTML.resolve(example.table())).hasBinaryContent(example.csv());
        }
        assertThat(of(() -> window.workspace.study().tables().size())).isEqualTo(before + 12);
        Hyperlink first = of(() -> window.view.lookupAll(".guide-link").stream()
                .map(Hyperlink.class::cast)
                .findFirst()
                .orElseThrow());
        on(first::fire);
        assertThat(of(() -> window.workspace.table().orElseThrow().name())).startsWith("line");
    }

    /// docs/make-screenshots writes the pages; they are those of the program.
    @Test
    void thePagesInTheDocumentsAreCurrent() throws IOException {
        for (Map.Entry<String, String> page : GuideHtml.all().entrySet()) {
            assertThat(HTML.resolve(page.getKey())).hasContent(page.getValue());
            assertThat(page.getValue()).doesNotContain(".md\"", "{#").contains("<h1 id=", "guide.css");
        }
        assertThat(HTML.resolve("guide.css")).isNotEmptyFile();
        try (Stream<Path> files = Files.list(HTML)) {
            assertThat(files.filter(file -> file.toString().endsWith(".html")))
                    .hasSize(Guide.pages().size());
        }
    }

    /// Somebody who knows the trade and not the program types the words that come to mind.
    @ParameterizedTest
    @CsvSource({
        "second scale, A second scale",
        "what is a corridor|corridor, The corridor",
        "why r, Why R² is not r",
        "part of the points, Fit a part of the points",
        "two columns, For a paper in two columns",
        "akaike, Which fits best?",
        "detection, Calibration",
        "outlier|outlier, What a check says"
    })
    void theFinderFindsWhatTheGuideTells(String typed, String title) {
        String words = typed.substring(typed.indexOf('|') + 1);
        on(() -> window.view.commands());
        assertThat(of(() -> window.view.commands().matching(words)).stream()
                        .map(Commands.Command::name)
                        .limit(10))
                .contains("Guide: " + title);
    }

    @Test
    void aNameInTheResultsLeadsToWhatItMeans(FxRobot robot) {
        window.settle();
        Label name = of(() -> window.view.lookupAll(".explained").stream()
                .map(Label.class::cast)
                .filter(each -> each.getText().equals("R²"))
                .findFirst()
                .orElseThrow());
        robot.clickOn(name);
        window.settle();
        assertThat(of(() -> window.view.panels().of(GuidePanel.class).isVisible()))
                .isTrue();
        assertThat(of(() -> ((ToggleButton) window.view.lookup("#guide-numbers")).isSelected()))
                .isTrue();
        on(() -> ((ToggleButton) window.view.lookup("#guide-curves")).fire());
        Hyperlink link = of(() -> window.view.lookupAll(".guide-link").stream()
                .map(Hyperlink.class::cast)
                .findFirst()
                .orElseThrow());
        assertThat(of(link::getText)).isEqualTo("residuals");
        on(link::fire);
        assertThat(of(() -> ((ToggleButton) window.view.lookup("#guide-residuals")).isSelected()))
                .isTrue();
        robot.type(KeyCode.ESCAPE);
        assertThat(of(() -> window.view.panels().isAnyShown())).isFalse();
    }

    @Test
    void namesInTheResultsAreReachedAndOpenedByKeys(FxRobot robot) {
        window.settle();
        List<Label> names = of(() -> window.view.lookupAll(".explained").stream()
                .map(Label.class::cast)
                .toList());
        assertThat(of(() -> names.stream().filter(Label::isFocusTraversable).count()))
                .isOne();
        on(() -> names.stream()
                .filter(Label::isFocusTraversable)
                .findFirst()
                .orElseThrow()
                .requestFocus());
        var met = new ArrayList<Label>();
        for (int k = 0; k < names.size(); k++) {
            Label at = of(() -> (Label) window.view.getScene().getFocusOwner());
            met.add(at);
            assertThat(of(() -> {
                        Bounds shown = window.view
                                .lookup(".results")
                                .lookup(".viewport")
                                .localToScene(window.view
                                        .lookup(".results")
                                        .lookup(".viewport")
                                        .getLayoutBounds());
                        return shown.intersects(at.localToScene(at.getLayoutBounds()));
                    }))
                    .as(at.getText())
                    .isTrue();
            robot.type(KeyCode.DOWN);
        }
        assertThat(met).extracting(Label::getText).contains("slope", "R²", "ρ of ranks", "Further statistics");
        assertThat(met).containsExactlyInAnyOrderElementsOf(names);
        robot.type(KeyCode.HOME).type(KeyCode.END).type(KeyCode.ENTER);
        window.settle();
        assertThat(of(() -> window.view.panels().of(GuidePanel.class).isVisible()))
                .isTrue();
        assertThat(of(() -> ((ToggleButton) window.view.lookup("#guide-numbers")).isSelected()))
                .isTrue();
        robot.type(KeyCode.ESCAPE);
        on(() -> names.getFirst().requestFocus());
        robot.type(KeyCode.F1);
        assertThat(of(() -> window.view.panels().of(GuidePanel.class).isVisible()))
                .isTrue();
    }

    /// Every part of the window that says where the guide tells of it names a place that is there.
    @Test
    void whatThePartsOfTheWindowLeadToIsThere() {
        List<Guide.Place> told = of(() -> {
            boolean isMore = true;
            while (isMore) {
                isMore = window.view.panels().buildOne();
            }
            return window.view.lookupAll("*").stream()
                    .map(node -> node.getProperties().get("helvo.guide"))
                    .filter(Guide.Place.class::isInstance)
                    .map(Guide.Place.class::cast)
                    .toList();
        });
        assertThat(told).hasSizeGreaterThan(12).allMatch(Guide::has);
    }

    @Test
    void f1ShowsThePageForWhatHasTheKeyboard(FxRobot robot) {
        window.settle();
        on(() -> window.grid().requestFocus());
        robot.type(KeyCode.F1);
        assertThat(of(() -> ((ToggleButton) window.view.lookup("#guide-measurements")).isSelected()))
                .isTrue();
        robot.type(KeyCode.F1);
        assertThat(of(() -> window.view.panels().isAnyShown()))
                .as("once more closes it")
                .isFalse();
        on(() -> window.view.figure().view().requestFocus());
        robot.type(KeyCode.F1);
        assertThat(of(() -> ((ToggleButton) window.view.lookup("#guide-figure")).isSelected()))
                .isTrue();
    }

    /// One reads what to do and does it: the guide stays while other panels come and go, and Escape closes the last
    /// first.
    @Test
    void theGuideStaysBesideWhatItTellsOf(FxRobot robot) {
        window.settle();
        on(() -> window.grid().requestFocus());
        robot.type(KeyCode.F1);
        on(() -> window.view.panels().show(ExportPanel.class));
        on(() -> window.view.panels().show(SettingsPanel.class));
        assertThat(shown()).containsExactlyInAnyOrder("guide", "settings");
        robot.type(KeyCode.ESCAPE);
        assertThat(shown()).containsExactly("guide");
        robot.type(KeyCode.ESCAPE);
        assertThat(shown()).isEmpty();
        assertThat(of(() -> window.view.getScene().getFocusOwner())).isSameAs(of(() -> window.grid()));
        on(() -> window.view.panels().show(SettingsPanel.class));
        Node inSettings = of(() -> window.view.getScene().getFocusOwner());
        robot.type(KeyCode.F1);
        assertThat(shown()).containsExactlyInAnyOrder("guide", "settings");
        robot.type(KeyCode.ESCAPE);
        assertThat(shown()).containsExactly("settings");
        assertThat(of(() -> window.view.getScene().getFocusOwner())).isSameAs(inSettings);
        robot.type(KeyCode.F1);
        on(() -> window.view.panels().show(SettingsPanel.class));
        robot.type(KeyCode.ESCAPE);
        assertThat(shown()).as("what came to the front last is closed first").containsExactly("guide");
    }

    private List<String> shown() {
        return of(() -> window.view.lookupAll(".panel").stream()
                .filter(Panel.class::isInstance)
                .filter(Node::isVisible)
                .map(Node::getId)
                .toList());
    }

    /// It goes on when what it tells of is done, and for nothing else.
    @Test
    void theTourTellsThreeThingsByDoingThemAndComesOnce() {
        window.settle();
        on(window.view::tourOnce);
        int figure = of(() -> window.workspace.figureInView().orElseThrow().id());
        int table = of(() -> window.workspace.table().orElseThrow().id());
        int stretch = of(() -> window.workspace
                .table()
                .orElseThrow()
                .first(Role.Y)
                .orElseThrow()
                .id());
        List<Edit> deeds = List.of(
                new TableEdit.SetCell(table, stretch, 1, "2.36"),
                new FigureEdit.ChooseCurve(figure, SeriesKey.group(stretch, "dry"), new Polynomial(2)),
                new FigureEdit.SetTitle(figure, Optional.of("Cords")));
        var headings = new ArrayList<String>();
        for (int i = 0; i < deeds.size(); i++) {
            headings.add(tourHeading());
            assertThat(of(() -> window.view.lookupAll("*").stream()
                            .filter(each -> each.getPseudoClassStates().stream()
                                    .anyMatch(
                                            state -> state.getPseudoClassName().equals("toured")))
                            .count()))
                    .isEqualTo(1);
            on(() -> window.workspace.perform(new StudyEdit.Rename("Another name")));
            assertThat(tourHeading()).as("something else was done").isEqualTo(headings.getLast());
            Edit deed = deeds.get(i);
            on(() -> window.workspace.perform(deed));
        }
        assertThat(headings)
                .containsExactly("1 of 3: Type pairs", "2 of 3: Choose a curve", "3 of 3: Change the figure");
        assertThat(tourHeading()).isEqualTo("That was it");
        on(() -> ((Button) window.view.lookup("#tour-next")).fire());
        assertThat(of(() -> window.view.panels().isAnyShown())).isFalse();
        assertThat(window.study.settings().get().toured()).isTrue();
        on(window.view::tourOnce);
        assertThat(of(() -> window.view.panels().of(TourPanel.class).isVisible()))
                .isFalse();
    }

    private String tourHeading() {
        return of(() -> ((Label) window.view.lookup("#tour .region-heading")).getText());
    }
}
