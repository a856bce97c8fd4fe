package helvo.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.Progress;
import helvo.core.study.ReportPlan;
import helvo.core.study.ReportPlan.Section;
import helvo.desktop.persistence.LastChoices;
import helvo.desktop.workspace.SystemClipboard;
import helvo.figure.export.Drawing;
import helvo.figure.export.FigureFile;
import helvo.figure.export.FigureFormat;
import helvo.report.ClipboardForms;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.atomic.AtomicReference;
import javafx.scene.control.TextField;
import javafx.scene.image.ImageView;
import javafx.scene.input.Clipboard;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

@Tag("thorough")
@ExtendWith(ApplicationExtension.class)
class ExportTest {
    @RegisterExtension
    private static final SharedWindow SHARED = SharedWindow.onSample();

    private DrivenWindow window;

    @TempDir
    private Path folder;

    @Start
    void start(Stage stage) {
        window = SHARED.on(stage);
    }

    private ReportPlan plan() {
        return window.workspace.study().report();
    }

    private void type(FxRobot robot, String field, String text) {
        robot.interact(() -> {
            var of = (TextField) window.view.lookup(field);
            of.requestFocus();
            of.setText(text);
            of.fireEvent(new javafx.event.ActionEvent());
        });
        window.settle();
    }

    @Test
    void theReportIsPlannedInTheStudyAndSavedAgainByAKey(FxRobot robot) throws IOException {
        window.settle();
        handOver(robot, 1);
        type(robot, "#report-title", "Cords of week 14");
        type(robot, "#report-author", "Marram Cordage Laboratory");
        robot.clickOn("#report-today");
        window.settle();
        assertThat(plan().title()).contains("Cords of week 14");
        assertThat(plan().author()).isEqualTo("Marram Cordage Laboratory");
        assertThat(plan().date()).matches("\\d{1,2} [A-Z][a-z]+ 20\\d\\d");
        robot.clickOn("#report-section-summary").clickOn("#report-section-results-up");
        window.settle();
        assertThat(plan().sections())
                .startsWith(Section.RESULTS, Section.FIGURE)
                .doesNotContain(Section.SUMMARY);
        for (int id = 2; id <= 9; id++) {
            String tick = "#report-figure-" + id;
            robot.interact(() -> ((javafx.scene.control.CheckBox) window.view.lookup(tick)).fire());
            window.settle();
        }
        assertThat(plan().omittedFigures()).hasSize(8);
        window.saveTo = folder.resolve("report.pdf");
        robot.clickOn("#save-report-pdf");
        window.settle();
        assertThat(window.text("#notice")).contains("Saved “report.pdf”");
        try (var document = Loader.loadPDF(window.saveTo.toFile())) {
            assertThat(new PDFTextStripper().getText(document))
                    .startsWith("Cords of week 14")
                    .contains("Marram Cordage Laboratory", "Table 1. Straight lines")
                    .doesNotContain("Creep against Time");
        }
        DrivenWindow.until(robot, () -> window.text("#export-preview-says").startsWith("As a PDF"));
        robot.type(KeyCode.ESCAPE);
        Files.delete(window.saveTo);
        Path first = window.saveTo;
        window.saveTo = null;
        robot.push(KeyCode.CONTROL, KeyCode.ALT, KeyCode.H);
        window.settle();
        assertThat(first).as("written again where it was, without asking").isNotEmptyFile();
        robot.interact(() -> window.workspace.undo());
        window.settle();
        assertThat(plan().omittedFigures()).as("the plan is a step like others").hasSize(7);
    }

    /// Who reports is asked once: another study offers the name, and what was shown last is shown again.
    @Test
    void whoReportsIsOfferedToTheNextStudy(FxRobot robot) {
        window.settle();
        handOver(robot, 1);
        assertThat(window.view.lookup("#report-as-before")).isNull();
        type(robot, "#report-author", "Marram Cordage Laboratory");
        assertThat(window.study.choices().get())
                .isEqualTo(new LastChoices("Marram Cordage Laboratory", 1, 300, LastChoices.Window.FIRST));
        robot.interact(() -> window.workspace.undo());
        window.settle();
        assertThat(plan().author()).as("as in a study that was never reported").isEmpty();
        robot.type(KeyCode.ESCAPE);
        robot.clickOn("#export");
        window.settle();
        robot.clickOn("#report-as-before");
        window.settle();
        assertThat(plan().author()).isEqualTo("Marram Cordage Laboratory");
        assertThat(((TextField) window.view.lookup("#report-author")).getText()).isEqualTo("Marram Cordage Laboratory");
    }

    @Test
    void thePreviewShowsTheSheetAndSaysWhetherItStaysLegible(FxRobot robot) {
        window.settle();
        robot.clickOn("#export").clickOn("#export-part-0");
        DrivenWindow.until(
                robot,
                () -> ((ImageView) window.view.lookup("#export-preview")).getImage() != null
                        && !window.text("#export-legible").isEmpty());
        assertThat(window.text("#export-preview-says")).startsWith("160 × 140 mm, shown at ");
        assertThat(window.text("#export-legible"))
                .startsWith("In print its smallest text is ")
                .doesNotContain("below");
        type(robot, "#export-printed", "85");
        DrivenWindow.until(robot, () -> window.text("#export-legible").startsWith("At a width of 85 mm"));
        assertThat(window.text("#export-legible")).contains("its smallest text is 4.", "below the 6 that stay legible");
        type(robot, "#export-caption", "Two cords, ten loads.");
        assertThat(window.workspace.figureInView().orElseThrow().caption()).contains("Two cords, ten loads.");
        assertThat(window.workspace.figureInView().orElseThrow().description()).isEmpty();
        type(robot, "#export-caption", "");
        assertThat(window.workspace.figureInView().orElseThrow().caption()).isEmpty();
    }

    @Test
    void theClipboardHoldsSeveralFormsAtOnce(FxRobot robot) {
        window.settle();
        robot.interact(() -> Clipboard.getSystemClipboard().clear());
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.C);
        DrivenWindow.until(robot, () -> Clipboard.getSystemClipboard().hasImage());
        robot.interact(() -> {
            Clipboard board = Clipboard.getSystemClipboard();
            assertThat(board.getHtml()).contains("width:160mm", "alt=\"Scatter chart");
            assertThat(text(board, ClipboardForms.SVG)).contains("<svg", "<desc");
        });
        robot.interact(() -> Clipboard.getSystemClipboard().clear());
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.R);
        DrivenWindow.until(robot, () -> Clipboard.getSystemClipboard().hasString());
        robot.interact(() -> {
            Clipboard board = Clipboard.getSystemClipboard();
            assertThat(board.getString()).contains("slope\t0.2063595");
            assertThat(board.getHtml()).contains("0.2064 ± 0.0017");
            assertThat(text(board, ClipboardForms.LATEX)).contains("\\text{Load}");
            assertThat(text(board, ClipboardForms.MATH_ML)).contains("<mn>0.2064</mn>");
        });
        handOver(robot, 2);
        robot.clickOn("#copy-table");
        DrivenWindow.until(
                robot,
                () -> String.valueOf(Clipboard.getSystemClipboard().getString()).startsWith("Cord\tLoad (N)"));
        robot.interact(
                () -> assertThat(Clipboard.getSystemClipboard().getHtml()).contains("<th", "about 7.6"));
        robot.clickOn("#export-part-3").clickOn("#copy-latex-table");
        DrivenWindow.until(
                robot,
                () -> String.valueOf(Clipboard.getSystemClipboard().getString()).contains("\\num{0.2064 +- 0.0017}"));
    }

    /// What a drag offers to a folder or a document: the figure by its title, as it would be saved.
    @Test
    void theFigureThatIsDraggedIsAFileOfItsOwn(FxRobot robot) throws IOException {
        window.settle();
        Path drags = folder.resolve("drags");
        var ready = new AtomicReference<Path>();
        robot.interact(() -> window.exporter.prepareDrag(drags, ready::set));
        DrivenWindow.until(robot, () -> ready.get() != null);
        assertThat(ready.get()).isEqualTo(drags.resolve("Stretch of 3 mm marram cord under load.png"));
        assertThat(ready.get())
                .hasBinaryContent(FigureFile.bytes(
                        FigureFormat.PNG,
                        Drawing.of(window.workspace.figure().orElseThrow()),
                        FigureFile.DEFAULT_DPI,
                        false,
                        Progress.none()));
    }

    @Test
    void aTemplateIsFilledOrRefusedInASentence(FxRobot robot) throws IOException {
        window.settle();
        Path template = Files.writeString(folder.resolve("mine.html"), "<h1>{{title}}</h1>\n<p>{{colour}}</p>\n");
        window.toOpen = List.of(template);
        window.saveTo = folder.resolve("out.html");
        handOver(robot, 1);
        robot.clickOn("#fill-template");
        window.settle();
        assertThat(window.text("#notice")).contains("The template “mine.html”, line 2: there is no place {{colour}}.");
        assertThat(window.saveTo).doesNotExist();
        Files.writeString(template, "<h1>{{title}}</h1>\n{{figure}}\n");
        robot.clickOn("#fill-template");
        window.settle();
        assertThat(Files.readString(window.saveTo))
                .startsWith("<h1>Marram cords, week 14</h1>")
                .contains("<svg ");
    }

    /// Opens a tab of Export and waits until it stands where it will be clicked.
    private void handOver(FxRobot robot, int part) {
        robot.clickOn("#export");
        window.settle();
        robot.clickOn("#export-part-" + part);
        window.settle();
    }

    private static String text(Clipboard board, String type) {
        var bytes = (ByteBuffer) board.getContent(SystemClipboard.format(type));
        return StandardCharsets.UTF_8.decode(bytes.duplicate()).toString();
    }
}
