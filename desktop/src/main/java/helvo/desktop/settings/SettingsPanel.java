package helvo.desktop.settings;

import static helvo.desktop.controls.Controls.button;
import static helvo.desktop.controls.Controls.muted;
import static helvo.desktop.controls.Controls.strong;

import helvo.core.number.NumberNotation;
import helvo.desktop.controls.Form;
import helvo.desktop.panels.Commands;
import helvo.desktop.panels.Panel;
import helvo.desktop.panels.Panels;
import helvo.desktop.persistence.PreferencesFile;
import helvo.desktop.persistence.Settings;
import helvo.desktop.theme.ColorTheme;
import helvo.desktop.theme.Themes;
import helvo.desktop.workspace.Exporter;
import helvo.desktop.workspace.Studies;
import helvo.desktop.workspace.Workspace;
import helvo.files.disk.UserFolders;
import java.math.BigDecimal;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;

/// The panel of the program's settings: each change holds at once, in all windows.
public final class SettingsPanel extends Panel {
    private static final List<Integer> SIZES = List.of(90, 100, 110, 125, 150);

    private final Form form = new Form(this::showError);
    private final VBox kept = new VBox(4);
    private final CheckBox withData = new CheckBox("with the study and its data");

    private final Exporter exporter;
    private final PreferencesFile<Settings> settings;
    private final UserFolders folders;

    public SettingsPanel(Workspace workspace, Exporter exporter, Studies studies, Panels panels) {
        super(workspace, panels, "settings", "Settings", 500);
        this.exporter = exporter;
        settings = studies.settings();
        folders = studies.folders();
        withData.setId("report-with-data");
        var report = new HBox(
                10,
                button("report-fault", "Save a fault report …", () -> exporter.saveFaultReport(withData.isSelected())),
                withData);
        report.setAlignment(Pos.CENTER_LEFT);
        place(Pos.TOP_CENTER, 56, 0);
        getChildren()
                .addAll(
                        heading,
                        form,
                        strong("When something goes wrong"),
                        report,
                        wrapped("A ZIP archive with versions, the log of faults and what was done, without any value "
                                + "unless you select it. Nothing is sent anywhere."),
                        strong("What is kept, and where"),
                        kept,
                        wrong);
    }

    /// What it does by name, for the finder and for keys.
    public static void addTo(Commands commands, Exporter exporter, PreferencesFile<Settings> settings, Panels panels) {
        commands.add("Settings …", "Shortcut+COMMA", () -> true, () -> panels.show(SettingsPanel.class));
        commands.add("Save a fault report …", "", () -> true, () -> exporter.saveFaultReport(false));
        for (ColorTheme theme : ColorTheme.values()) {
            commands.add("Theme: " + theme.title().toLowerCase(java.util.Locale.ROOT), "", () -> true, () -> panels.of(
                            SettingsPanel.class)
                    .use(Optional.of(theme)));
        }
        commands.add("Theme: as the system has it", "", () -> true, () -> panels.of(SettingsPanel.class)
                .use(Optional.empty()));
        commands.add(
                "Larger text in the window",
                "Shortcut+Alt+PLUS",
                () -> nextSize(settings, 1).isPresent(),
                () -> nextSize(settings, 1).ifPresent(panels.of(SettingsPanel.class)::size));
        commands.add(
                "Smaller text in the window",
                "Shortcut+Alt+MINUS",
                () -> nextSize(settings, -1).isPresent(),
                () -> nextSize(settings, -1).ifPresent(panels.of(SettingsPanel.class)::size));
    }

    @Override
    protected void begin() {
        clearError();
        withData.setSelected(false);
        form.begin();
        form.row(
                "Theme",
                form.choice(
                        "setting-look",
                        "Theme of the window",
                        Stream.concat(
                                        Stream.of(Optional.<ColorTheme>empty()),
                                        Arrays.stream(ColorTheme.values()).map(Optional::of))
                                .toList(),
                        style -> style.map(ColorTheme::title).orElse("As the system has it"),
                        () -> settings().theme(),
                        this::use));
        form.row(
                "Text",
                form.choice(
                        "setting-text",
                        "Size of the text in the window",
                        SIZES,
                        size -> size + " %",
                        () -> settings().textSize(),
                        this::size));
        form.row(
                "Motion",
                form.choice(
                        "setting-motion",
                        "Whether things move as they fold and unfold",
                        List.of(Optional.<Boolean>empty(), Optional.of(true), Optional.of(false)),
                        motion -> motion.map(on -> on ? "On" : "Off").orElse("As the system has it"),
                        () -> settings().motion(),
                        motion -> change(old -> old.withMotion(motion))));
        form.row(
                "Numbers in new studies",
                form.choice(
                        "setting-numbers",
                        "How numbers are written in new studies",
                        numbers(),
                        way -> way.map(each -> each.text(new BigDecimal("12345.6")))
                                .orElse("As in the first table"),
                        () -> settings().numbers(),
                        way -> change(old -> old.withNumbers(way))));
        Button choose = button("choose-folder", "Choose …", () -> exporter.folder("Folder for studies")
                .ifPresent(folder -> {
                    folder(folder.toString());
                    form.update();
                }));
        choose.setMinWidth(USE_PREF_SIZE);
        form.row(
                "Folder for studies",
                form.text(
                        "setting-folder",
                        "Folder that Open and Save begin in",
                        () -> settings().studies(),
                        this::folder),
                choose);
        kept.getChildren()
                .setAll(
                        kept("These settings", settings.file()),
                        kept("Studies that are open, step by step", folders.kept()),
                        kept("The list of recent studies, and what was chosen last", folders.state()),
                        kept("The log of faults", folders.log()));
        focus(form.first());
    }

    private static List<Optional<NumberNotation>> numbers() {
        return Stream.concat(
                        Stream.of(Optional.<NumberNotation>empty()),
                        NumberNotation.all().map(Optional::of))
                .toList();
    }

    private static Label kept(String what, Object where) {
        return wrapped(what + ": " + where);
    }

    private static Label wrapped(String text) {
        Label label = muted(text);
        label.setWrapText(true);
        label.setMinHeight(USE_PREF_SIZE);
        return label;
    }

    private Settings settings() {
        return settings.get();
    }

    private void change(UnaryOperator<Settings> change) {
        clearError();
        settings.keep(change);
        Themes.use(settings().theme(), settings().textSize() / 100.0, settings().motion());
        form.update();
    }

    private void use(Optional<ColorTheme> theme) {
        change(old -> old.withTheme(theme));
    }

    private void size(int percent) {
        change(old -> old.withTextSize(percent));
    }

    private static Optional<Integer> nextSize(PreferencesFile<Settings> settings, int by) {
        int now = settings.get().textSize();
        return by > 0
                ? SIZES.stream().filter(size -> size > now).findFirst()
                : SIZES.reversed().stream().filter(size -> size < now).findFirst();
    }

    private void folder(String typed) {
        change(old -> old.withStudies(typed));
        if (!typed.isBlank() && settings().folder().isEmpty()) {
            showError(
                    "There is no folder “" + typed + "”. Until there is, Open and Save begin where the system has it.");
        }
    }
}
