package helvo.desktop;

import static helvo.desktop.FxThread.of;
import static helvo.desktop.FxThread.on;
import static helvo.desktop.FxThread.until;
import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.Progress;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberNotation;
import helvo.core.study.TableEdit;
import helvo.desktop.persistence.Settings;
import helvo.desktop.settings.SettingsPanel;
import helvo.desktop.theme.ColorTheme;
import helvo.desktop.theme.Themes;
import helvo.files.UnreadableFile;
import helvo.files.study.StudyFile;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.zip.ZipInputStream;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.AfterEach;
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
class SettingsTest {
    @RegisterExtension
    private static final SharedWindow SHARED = SharedWindow.onSample();

    private DrivenWindow window;

    @TempDir
    private Path folder;

    @Start
    void start(Stage stage) {
        window = SHARED.on(stage);
    }

    @AfterEach
    void close() {
        on(() -> Themes.use(Optional.of(ColorTheme.LIGHT), 1, Optional.of(true)));
    }

    @SuppressWarnings("unchecked")
    private <T> void choose(String id, T value) {
        on(() -> ((ComboBox<T>) window.view.lookup(id)).setValue(value));
        window.settle();
    }

    private Settings onDisk() throws IOException {
        window.study.settings().written().join();
        return Settings.in(window.study.folders().config()).get();
    }

    @Test
    void whatIsSetHoldsAtOnceAndInTheNextStart(FxRobot robot) throws IOException {
        window.settle();
        robot.push(KeyCode.CONTROL, KeyCode.COMMA);
        choose("#setting-look", Optional.of(ColorTheme.DARK));
        choose("#setting-text", 125);
        choose("#setting-motion", Optional.of(false));
        choose("#setting-numbers", Optional.of(new NumberNotation(DecimalMark.COMMA, true)));
        assertThat(of(() -> Themes.inUse().get())).isEqualTo(ColorTheme.DARK);
        assertThat(of(() -> Themes.textSize().get())).isEqualTo(1.25);
        assertThat(of(Themes::isMoving)).isFalse();
        on(() -> {
            TextField field = (TextField) window.view.lookup("#setting-folder");
            field.setText(folder.toString());
            field.fireEvent(new javafx.event.ActionEvent());
        });
        Settings kept = onDisk();
        assertThat(kept)
                .isEqualTo(new Settings(
                        Optional.of(ColorTheme.DARK),
                        125,
                        Optional.of(false),
                        Optional.of(new NumberNotation(DecimalMark.COMMA, true)),
                        folder.toString(),
                        false));
        assertThat(kept.folder()).contains(folder);
        assertThat(kept.blank().numbers().plain(12345.5)).isEqualTo("12\u202f345,5");
        robot.push(KeyCode.CONTROL, KeyCode.ALT, KeyCode.MINUS);
        assertThat(onDisk().textSize()).isEqualTo(110);
    }

    @Test
    void aFolderThatIsNotThereIsSaid() throws IOException {
        on(() -> {
            window.view.panels().show(SettingsPanel.class);
            TextField field = (TextField) window.view.lookup("#setting-folder");
            field.setText(folder.resolve("nowhere").toString());
            field.fireEvent(new javafx.event.ActionEvent());
        });
        assertThat(of(() -> ((Label) window.view.lookup("#settings-wrong")).getText()))
                .contains("There is no folder")
                .contains("nowhere");
        assertThat(onDisk().folder()).isEmpty();
    }

    @Test
    void aBrokenFileIsSetAsideAndSaid() throws IOException {
        for (String broken : List.of("{", "{\"look\":\"PINK\"}", "[1]")) {
            Path file = folder.resolve("settings.json");
            Files.writeString(file, broken);
            var read = Settings.in(folder);
            assertThat(read.get()).isEqualTo(Settings.FIRST);
            assertThat(read.trouble())
                    .hasValueSatisfying(sentence -> assertThat(sentence).contains("settings.json.broken"));
            assertThat(folder.resolve("settings.json.broken")).hasContent(broken);
            assertThat(file).doesNotExist();
        }
        Files.writeString(folder.resolve("settings.json"), "{\"textSize\":100000,\"studies\":null,\"look\":null}");
        assertThat(Settings.in(folder).get()).isEqualTo(Settings.FIRST.withTextSize(200));
    }

    @Test
    void settingsOfBeforeAreKept() throws IOException {
        Files.writeString(
                folder.resolve("settings.json"),
                "{\"look\":\"DARK\",\"textSize\":120,\"numbers\":{\"mark\":\"COMMA\",\"grouped\":true}}");
        assertThat(Settings.in(folder).get())
                .isEqualTo(Settings.FIRST
                        .withTheme(Optional.of(ColorTheme.DARK))
                        .withTextSize(120)
                        .withNumbers(Optional.of(new NumberNotation(DecimalMark.COMMA, true))));
    }

    private Map<String, byte[]> report(boolean withData) throws IOException {
        window.saveTo = folder.resolve("fault.zip");
        Files.deleteIfExists(window.saveTo);
        on(() -> window.exporter.saveFaultReport(withData));
        until("it is written", () -> Files.exists(window.saveTo) && window.workspace.isIdle());
        var parts = new LinkedHashMap<String, byte[]>();
        try (var zip = new ZipInputStream(new ByteArrayInputStream(Files.readAllBytes(window.saveTo)))) {
            for (var entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                parts.put(entry.getName(), zip.readAllBytes());
            }
        }
        return parts;
    }

    /// Without its data, not a word of what was typed or read is in it.
    @Test
    void aFaultReportHoldsNoDataUnlessAsked() throws IOException, UnreadableFile {
        window.settle();
        int table = window.table(0).id();
        int column = window.table(0).columns().get(1).id();
        on(() -> window.workspace.perform(new TableEdit.SetCell(table, column, 0, "12345.678")));
        window.settle();
        Files.createDirectories(window.study.folders().state());
        Files.writeString(
                window.study.folders().log(),
                "2026-01-01T10:00 in main\njava.lang.IllegalStateException: cell 12345.678\n"
                        + "\tat helvo.core.Some.where(Some.java:1)\nCaused by: java.io.IOException: /home/12345.678\n");
        Map<String, byte[]> without = report(false);
        assertThat(without).containsOnlyKeys("README.txt", "versions.txt", "faults.log", "steps.txt");
        assertThat(without.values()).allSatisfy(bytes -> assertThat(new String(bytes, StandardCharsets.UTF_8))
                .doesNotContain("12345")
                .doesNotContain("Stretch"));
        assertThat(new String(without.get("steps.txt"), StandardCharsets.UTF_8)).contains("Set cell");
        assertThat(new String(without.get("faults.log"), StandardCharsets.UTF_8))
                .contains("IllegalStateException", "Some.java:1");
        assertThat(new String(without.get("versions.txt"), StandardCharsets.UTF_8))
                .contains("Helvo", "java.runtime.version 25");
        Map<String, byte[]> with = report(true);
        assertThat(new String(with.get("steps.txt"), StandardCharsets.UTF_8)).contains("12345.678");
        Path study = Files.write(folder.resolve("back" + StudyFile.ENDING), with.get("study.helvo"));
        assertThat(StudyFile.read(study, Progress.none())
                        .history()
                        .study()
                        .table(table)
                        .column(column)
                        .cells()
                        .number(0))
                .isEqualTo(12345.678);
    }
}
