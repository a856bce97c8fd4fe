package helvo.desktop.export;

import static helvo.desktop.controls.Controls.button;
import static helvo.desktop.controls.Controls.muted;
import static helvo.desktop.controls.Controls.setShown;
import static helvo.desktop.controls.Controls.strong;

import helvo.desktop.controls.FadingScroll;
import helvo.desktop.controls.Tabs;
import helvo.desktop.panels.Commands;
import helvo.desktop.panels.Panel;
import helvo.desktop.panels.Panels;
import helvo.desktop.persistence.LastChoices;
import helvo.desktop.persistence.PreferencesFile;
import helvo.desktop.sheet.SheetPanel;
import helvo.desktop.workspace.Exporter;
import helvo.desktop.workspace.Notation;
import helvo.desktop.workspace.Workspace;
import helvo.figure.export.FigureFile;
import helvo.figure.export.FigureFormat;
import helvo.files.table.TableExport;
import helvo.report.ReportFormat;
import java.util.List;
import java.util.function.BooleanSupplier;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/// The panel for exporting figure, report, table and numbers. It opens where it was left.
public final class ExportPanel extends Panel {
    private static final List<String> PARTS = List.of("Figure", "Report", "Table", "Numbers");
    private static final int FIGURE = 0;
    private static final int REPORT = 1;
    private static final double WIDTH = 800;
    private static final double LEFT = 384;
    /// Of the preview; the window takes the rest.
    private static final double MOST = 500;
    private static final double AROUND = 250;

    private final Tabs tabs = new Tabs("export-part-", this::show);
    private final FigureTab figurePart;
    private final ReportTab reportPart;
    private final List<Node> parts;
    private final ScrollPane left = new ScrollPane();
    private final Exporter exporter;
    private final PreferencesFile<LastChoices> choices;
    private final SheetPreview preview;
    private final HBox body;
    private int shown;

    public ExportPanel(Workspace workspace, Exporter exporter, PreferencesFile<LastChoices> choices, Panels panels) {
        super(workspace, panels, "export-panel", "Export", WIDTH);
        place(Pos.TOP_RIGHT, 52, 16);
        this.exporter = exporter;
        this.choices = choices;
        preview = new SheetPreview(workspace, exporter);
        figurePart = new FigureTab(
                workspace, exporter, choices, preview, () -> panels.show(SheetPanel.class), this::showError);
        reportPart = new ReportTab(workspace, exporter, choices, this::showError);
        parts = List.of(figurePart, reportPart, table(), numbers());
        left.setFitToWidth(true);
        var fading = new FadingScroll(left, "field");
        fading.setMinWidth(LEFT);
        fading.setPrefWidth(LEFT);
        left.setFocusTraversable(false);
        HBox.setHgrow(preview, Priority.ALWAYS);
        body = new HBox(16, fading, preview);
        shown = choices.get().exportTab();
        tabs.show(PARTS, shown);
        getChildren().addAll(heading, tabs, wrong, body);
    }

    private Node table() {
        var saves = new FlowPane(8, 8);
        for (TableExport.Format format : TableExport.Format.values()) {
            saves.getChildren()
                    .add(button(
                            "save-" + format.ending(), "Save as " + format.title(), () -> exporter.saveTable(format)));
        }
        return new VBox(
                10,
                strong("Save the table"),
                saves,
                strong("To the clipboard"),
                new FlowPane(8, 8, button("copy-table", "Copy table", exporter.copying()::table)),
                muted("With its headings, at full precision: as text separated by tabs, and as HTML."));
    }

    private Node numbers() {
        return new VBox(
                10,
                strong("To the clipboard"),
                new FlowPane(8, 8, button("copy-results", "Copy results", exporter.copying()::results)),
                muted("As text at full precision; for documents as it is shown, its equations as MathML and LaTeX."),
                strong("For LaTeX and the web"),
                new FlowPane(
                        8,
                        8,
                        button("copy-latex", "Equations as LaTeX", () -> exporter.copying()
                                .equations(Notation.LATEX)),
                        button("copy-latex-table", "Table as LaTeX", () -> exporter.copying()
                                .equations(Notation.LATEX_TABLE)),
                        button("copy-mathml", "Equations as MathML", () -> exporter.copying()
                                .equations(Notation.MATH_ML))),
                strong("Save"),
                new FlowPane(8, 8, button("save-readings", "Readings as CSV", exporter::saveReadings)));
    }

    @Override
    protected boolean isToggle() {
        return true;
    }

    /// What it does by name, for the finder and for keys.
    public static void addTo(Commands commands, Workspace workspace, Exporter exporter, Panels panels) {
        BooleanSupplier hasTable = () -> workspace.table().isPresent();
        commands.add("Export …", "Shortcut+H", hasTable, () -> panels.show(ExportPanel.class));
        commands.add("Export again, as the last time", "Shortcut+Alt+H", hasTable, exporter::again);
        commands.add("Report …", "Shortcut+Alt+D", hasTable, () -> panels.of(ExportPanel.class)
                .showReport());
        for (ReportFormat format : ReportFormat.values()) {
            commands.add("Save the report as " + format.title(), "", hasTable, () -> exporter.saveReport(format));
        }
        commands.add("Fill a template with the report …", "", hasTable, exporter::fillTemplate);
        for (FigureFormat format : FigureFormat.values()) {
            commands.add(
                    "Save the figure as " + format.name(),
                    "",
                    hasTable,
                    () -> exporter.saveFigure(
                            format,
                            FigureFile.DEFAULT_DPI,
                            panels.of(ExportPanel.class).figurePart.keepsData()));
        }
        for (TableExport.Format format : TableExport.Format.values()) {
            commands.add("Save the table as " + format.title(), "", hasTable, () -> exporter.saveTable(format));
        }
        commands.add("Validate this installation …", "", () -> true, exporter::validate);
        commands.add("Copy the figure", "Shortcut+Shift+C", hasTable, exporter.copying()::figure);
        commands.add("Copy the results", "Shortcut+Shift+R", hasTable, exporter.copying()::results);
        commands.add("Copy the equations as LaTeX", "", hasTable, () -> exporter.copying()
                .equations(Notation.LATEX));
        commands.add("Copy the equations as MathML", "", hasTable, () -> exporter.copying()
                .equations(Notation.MATH_ML));
        commands.add("Copy the coefficients as a LaTeX table", "", hasTable, () -> exporter.copying()
                .equations(Notation.LATEX_TABLE));
    }

    private void showReport() {
        shown = REPORT;
        if (!isVisible()) {
            panels.show(this);
        } else {
            begin();
        }
    }

    private void show(int part) {
        shown = part;
        choices.keep(last -> last.withExportTab(part));
        begin();
    }

    @Override
    protected void begin() {
        clearError();
        tabs.show(PARTS, shown);
        left.setContent(parts.get(shown));
        boolean pictured = shown == FIGURE || shown == REPORT;
        double high = pictureHeight(AROUND, MOST);
        left.setPrefHeight(pictured ? high + 60 : Region.USE_COMPUTED_SIZE);
        preview.limit(high);
        setShown(preview, pictured);
        setMaxWidth(pictured ? WIDTH : LEFT + 40);
        figurePart.begin();
        reportPart.begin();
        whileShown(this::draw, this::update);
        draw();
        focus(shown == FIGURE ? figurePart.first() : shown == REPORT ? reportPart.first() : parts.get(shown));
    }

    private void update() {
        figurePart.update();
        reportPart.update();
    }

    /// What the sheet or the page looks like now.
    private void draw() {
        if (shown == FIGURE) {
            figurePart.draw();
        } else if (shown == REPORT) {
            preview.report();
        }
    }
}
