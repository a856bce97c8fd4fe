package helvo.desktop.workspace;

import helvo.core.Progress;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SheetAnalysis;
import helvo.core.study.FigureSheet;
import helvo.figure.export.Drawing;
import helvo.figure.export.FigureFile;
import helvo.figure.export.FigureFormat;
import helvo.figure.export.Raster;
import helvo.report.ClipboardForms;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import javafx.application.Platform;
import javafx.scene.image.WritableImage;

/// Copies figures, tables and results to the clipboard.
public final class Copying {
    private final Workspace workspace;
    private final Exporter exporter;

    Copying(Workspace workspace, Exporter exporter) {
        this.workspace = workspace;
        this.exporter = exporter;
    }

    /// The figure as a picture at 300 dots per inch, as a drawing, and as HTML of its size on paper.
    public void figure() {
        exporter.remembered(() -> exporter.writeFigureInView(
                "Copying the figure …", (figure, progress) -> copied("figure", Drawing.of(figure), progress)));
    }

    /// A sheet of figures, likewise.
    public void sheet(FigureSheet sheet) {
        exporter.remembered(() -> exporter.writeOfStudy("Copying the sheet …", (analysis, progress) -> {
            SheetAnalysis drawn = SheetAnalysis.of(sheet, analysis, progress.part(0, 0.1));
            return copied("sheet", Drawing.of(drawn, progress.part(0, 0.1)), progress.part(0.1, 1));
        }));
    }

    private static String copied(String what, Drawing drawing, Progress progress) throws IOException {
        BufferedImage raster = Raster.image(drawing, FigureFile.DEFAULT_DPI / 72, progress.part(0, 0.4));
        ClipboardForms copied = forms(drawing, progress.part(0.4, 1));
        WritableImage image = SharedPixels.image(raster);
        Platform.runLater(() -> SystemClipboard.copy(copied, image));
        return "The " + what + " is on the clipboard, as a picture at 300 dots per inch and as a drawing (SVG).";
    }

    private static ClipboardForms forms(Drawing drawing, Progress progress) throws IOException {
        byte[] png = FigureFile.bytes(FigureFormat.PNG, drawing, FigureFile.DEFAULT_DPI, false, progress.part(0, 0.5));
        byte[] svg = FigureFile.bytes(FigureFormat.SVG, drawing, FigureFile.DEFAULT_DPI, false, progress.part(0.5, 1));
        return ClipboardForms.figure(drawing, png, new String(svg, StandardCharsets.UTF_8));
    }

    /// The table in view at full precision, as text and as HTML.
    public void table() {
        exporter.remembered(() -> workspace
                .table()
                .ifPresent(table -> exporter.write("Copying the table …", _ -> {
                    ClipboardForms forms = ClipboardForms.table(table);
                    Platform.runLater(() -> SystemClipboard.copyForms(forms));
                    return "The table is on the clipboard, at full precision.";
                })));
    }

    /// The results of every series of the figure: text at full precision, HTML as on the screen, equations in
    /// MathML and LaTeX.
    public void results() {
        exporter.remembered(() -> exporter.writeFigureInView("Copying the results …", (figure, _) -> {
            ClipboardForms forms = ClipboardForms.results(fitted(figure));
            Platform.runLater(() -> SystemClipboard.copyForms(forms));
            return "The results are on the clipboard: as text at full precision, for documents as they are shown.";
        }));
    }

    /// The equations of the figure's curves as text in a notation.
    public void equations(Notation notation) {
        exporter.remembered(() -> exporter.writeFigureInView("Copying the equations …", (figure, _) -> {
            FigureAnalysis fitted = fitted(figure);
            String text =
                    switch (notation) {
                        case LATEX -> ClipboardForms.latex(fitted);
                        case MATH_ML -> ClipboardForms.mathMl(fitted);
                        case LATEX_TABLE -> ClipboardForms.latexTables(fitted);
                    };
            if (text.isEmpty()) {
                return "No curve was fitted, so there is no equation.";
            }
            Platform.runLater(() -> SystemClipboard.copyText(text));
            return notation.label();
        }));
    }

    private static FigureAnalysis fitted(FigureAnalysis figure) throws Exporter.Refusal {
        Optional<String> missing = figure.missing();
        if (missing.isPresent()) {
            throw new Exporter.Refusal(missing.get());
        }
        return figure;
    }
}
