package helvo.desktop.export;

import static helvo.desktop.controls.Controls.button;
import static helvo.desktop.controls.Controls.field;
import static helvo.desktop.controls.Controls.muted;
import static helvo.desktop.controls.Controls.strong;

import helvo.core.RootLocale;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberText;
import helvo.core.results.FigureDescription;
import helvo.core.study.Figure;
import helvo.core.study.FigureEdit;
import helvo.core.study.ReportText;
import helvo.core.style.SheetStyle;
import helvo.desktop.controls.Controls;
import helvo.desktop.controls.Form;
import helvo.desktop.persistence.LastChoices;
import helvo.desktop.persistence.PreferencesFile;
import helvo.desktop.workspace.Exporter;
import helvo.desktop.workspace.Workspace;
import helvo.figure.export.FigureFile;
import helvo.figure.export.FigureFormat;
import helvo.figure.export.PrintCheck;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.Consumer;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.VBox;

/// The tab of the export panel for the figure.
final class FigureTab extends VBox {
    private final Workspace workspace;
    private final Exporter exporter;
    private final PreferencesFile<LastChoices> choices;
    private final SheetPreview preview;
    private final Consumer<String> error;
    private final TextField width = field("export-width", "Width of the figure in millimetres", 5);
    private final TextField height = field("export-height", "Height of the figure in millimetres", 5);
    private final TextField printed =
            field("export-printed", "Width at which the figure will be printed, in millimetres", 5);
    private final TextField resolution = field("export-dpi", "Resolution of a PNG in dots per inch", 5);
    private final CheckBox data = new CheckBox("Keep the points inside an SVG or a PDF");
    private final CheckBox clear = new CheckBox("No background: the page shows through");
    private final Label legible = muted("");
    private final TextField caption = field("export-caption", "Caption of the figure in a report", 24);
    private final TextArea description = Controls.limited(new TextArea());
    private final TextArea before =
            Controls.area("export-before", "Your own text before the figure in a report, in Markdown");
    private final TextArea after =
            Controls.area("export-after", "Your own text after the figure in a report, in Markdown");
    private final Form sizes;

    FigureTab(
            Workspace workspace,
            Exporter exporter,
            PreferencesFile<LastChoices> choices,
            SheetPreview preview,
            Runnable several,
            Consumer<String> error) {
        super(10);
        this.workspace = workspace;
        this.exporter = exporter;
        this.choices = choices;
        this.preview = preview;
        this.error = error;
        sizes = new Form(error);
        var grid = new GridPane(8, 8);
        grid.addRow(0, new Label("Width"), width, new Label("mm"));
        grid.addRow(1, new Label("Height"), height, new Label("mm"));
        grid.addRow(2, new Label("Printed at a width of"), printed, new Label("mm"));
        grid.addRow(3, new Label("Resolution of a PNG"), resolution, new Label("dots per inch"));
        resolution.setText(RootLocale.format("%.0f", choices.get().dpi()));
        data.setId("export-data");
        clear.setId("export-clear");
        legible.setId("export-legible");
        clear.setOnAction(_ -> withFigure(figure -> workspace.perform(new FigureEdit.SetSheet(
                figure.id(),
                figure.style().sheet().withBackground(clear.isSelected() ? Optional.empty() : SheetStyle.WHITE)))));
        width.setOnAction(_ -> resize());
        height.setOnAction(_ -> resize());
        printed.setOnAction(_ -> draw());
        words();
        var saves = new FlowPane(8, 8);
        for (FigureFormat format : FigureFormat.values()) {
            saves.getChildren().add(button("save-" + format.ending(), "Save as " + format.name(), () -> save(format)));
        }
        saves.getChildren()
                .addAll(
                        button("copy-figure", "Copy figure", exporter.copying()::figure),
                        button("export-several", "Several on one sheet …", several));
        getChildren()
                .addAll(
                        strong("Size on paper"),
                        sizes,
                        grid,
                        legible,
                        saves,
                        data,
                        clear,
                        strong("Words"),
                        new Label("Caption in a report"),
                        caption,
                        new Label("Text for those who do not see it"),
                        description,
                        new Label("Your own text before it in a report"),
                        before,
                        new Label("Your own text after it"),
                        after);
    }

    private void words() {
        description.setId("export-description");
        description.setAccessibleText("What the figure shows, for those who do not see it");
        description.setWrapText(true);
        description.setPrefRowCount(4);
        caption.setOnAction(_ -> describe());
        caption.focusedProperty().subscribe((was, is) -> {
            if (was && !is) {
                describe();
            }
        });
        description.focusedProperty().subscribe((was, is) -> {
            if (was && !is) {
                describe();
            }
        });
        for (TextArea own : List.of(before, after)) {
            own.focusedProperty().subscribe((was, is) -> {
                if (was && !is) {
                    write();
                }
            });
        }
    }

    private void write() {
        withFigure(figure -> {
            var text = new ReportText(before.getText(), after.getText());
            if (!text.equals(figure.reportText())) {
                workspace.perform(new FigureEdit.SetReportText(figure.id(), text));
            }
        });
    }

    Node first() {
        return width;
    }

    boolean keepsData() {
        return data.isSelected();
    }

    private void withFigure(Consumer<Figure> action) {
        workspace.figureInView().ifPresent(action);
    }

    /// Shows what the figure is now.
    void begin() {
        sizes.begin();
        withFigure(_ -> sizes.row(
                "Made for",
                sizes.choice(
                        "export-made-for",
                        "What the figure is made for",
                        made(),
                        made -> made.name() + size(made),
                        this::present,
                        this::make)));
        printed.setText("");
        update();
    }

    void update() {
        sizes.update();
        withFigure(figure -> {
            clear.setSelected(figure.style().sheet().background().isEmpty());
            show(width, NumberText.shortest(figure.widthMm()));
            show(height, NumberText.shortest(figure.heightMm()));
            Controls.show(before, figure.reportText().before());
            Controls.show(after, figure.reportText().after());
            if (printed.getText().isBlank()) {
                printed.setPromptText(NumberText.shortest(figure.widthMm()));
            }
        });
        workspace.figure().ifPresent(figure -> {
            show(caption, FigureDescription.caption(figure));
            if (!description.isFocused()) {
                description.setText(FigureDescription.of(figure));
            }
        });
    }

    private static void show(TextField field, String text) {
        if (!field.isFocused() || field.getText().isEmpty()) {
            field.setText(text);
        }
    }

    private static String size(SheetStyle.Named made) {
        return ", " + NumberText.shortest(made.style().widthMm()) + " × "
                + NumberText.shortest(made.style().heightMm()) + " mm";
    }

    private List<SheetStyle.Named> made() {
        return Stream.concat(
                        Stream.concat(SheetStyle.PRESETS.stream(), workspace.study().styles().stream()),
                        workspace.figureInView().stream()
                                .map(figure -> new SheetStyle.Named(
                                        "As it is", figure.style().sheet())))
                .toList();
    }

    private SheetStyle.Named present() {
        return made().stream()
                .filter(each -> workspace
                        .figureInView()
                        .filter(figure -> figure.style().sheet().equals(each.style()))
                        .isPresent())
                .findFirst()
                .orElseThrow();
    }

    private void make(SheetStyle.Named made) {
        withFigure(figure -> workspace.perform(new FigureEdit.SetSheet(figure.id(), made.style())));
    }

    /// Draws the preview, and says whether the figure stays legible at the width it will be printed at.
    void draw() {
        withFigure(figure -> {
            OptionalDouble at = printed.getText().isBlank()
                    ? OptionalDouble.of(figure.widthMm())
                    : within(printed, "The printed width", 5, 5_000, "mm");
            at.ifPresent(mm -> {
                error.accept("");
                preview.figure(mm, check -> showCheck(check, mm, figure));
            });
        });
    }

    private void showCheck(PrintCheck check, double mm, Figure figure) {
        legible.setText((mm == figure.widthMm() ? "In print " : "At a width of " + NumberText.shortest(mm) + " mm ")
                + check.words());
        legible.getStyleClass().removeAll("warning", "muted");
        legible.getStyleClass().add(check.isLegible() ? "muted" : "warning");
    }

    /// Takes the words typed; those that the program would make itself are nobody's own.
    private void describe() {
        workspace.figure().ifPresent(shown -> {
            Figure figure = shown.figure();
            Figure bare = figure.with(change -> change.caption(Optional.empty()).description(Optional.empty()));
            Optional<String> own = own(caption.getText(), FigureDescription.caption(shown.with(bare)));
            Optional<String> ownText = own(description.getText(), FigureDescription.of(shown.with(bare)));
            if (!figure.caption().equals(own) || !figure.description().equals(ownText)) {
                workspace.perform(new FigureEdit.Describe(figure.id(), own, ownText));
            }
        });
    }

    private static Optional<String> own(String typed, String made) {
        String text = typed.strip();
        return text.isEmpty() || text.equals(made)
                ? Optional.empty()
                : Optional.of(text.substring(0, Math.min(text.length(), helvo.core.study.ReportPlan.MAX_CHARACTERS)));
    }

    /// Takes the sizes typed; says beside them what is wrong and keeps the old ones.
    private boolean resize() {
        OptionalDouble w = within(width, "Width", SheetStyle.MIN_MM, SheetStyle.MAX_MM, "mm");
        OptionalDouble h = w.isEmpty() ? w : within(height, "Height", SheetStyle.MIN_MM, SheetStyle.MAX_MM, "mm");
        if (h.isEmpty()) {
            return false;
        }
        error.accept("");
        withFigure(figure -> workspace.perform(new FigureEdit.Resize(figure.id(), w.getAsDouble(), h.getAsDouble())));
        return true;
    }

    private OptionalDouble within(TextField field, String name, double least, double most, String unit) {
        OptionalDouble value = NumberText.number(field.getText(), DecimalMark.POINT);
        if (value.isPresent() && value.getAsDouble() >= least && value.getAsDouble() <= most) {
            return value;
        }
        error.accept(RootLocale.format(
                "%s must be a number from %.0f to %.0f %s; “%s” is not.", name, least, most, unit, field.getText()));
        field.requestFocus();
        field.selectAll();
        return OptionalDouble.empty();
    }

    private void save(FigureFormat format) {
        OptionalDouble dpi = within(resolution, "Resolution", FigureFile.MIN_DPI, FigureFile.MAX_DPI, "dots per inch");
        if (dpi.isPresent() && resize()) {
            choices.keep(last -> last.withDpi(dpi.getAsDouble()));
            exporter.saveFigure(format, dpi.getAsDouble(), data.isSelected());
        }
    }
}
