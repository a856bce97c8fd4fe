package helvo.desktop.export;

import static helvo.desktop.controls.Controls.setShown;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.number.NumberText;
import helvo.core.results.FigureDescription;
import helvo.core.study.History;
import helvo.desktop.controls.Controls;
import helvo.desktop.task.BackgroundTasks;
import helvo.desktop.task.BackgroundTasks.Outcome;
import helvo.desktop.workspace.Exporter;
import helvo.desktop.workspace.SharedPixels;
import helvo.desktop.workspace.Workspace;
import helvo.figure.export.Drawing;
import helvo.figure.export.PrintCheck;
import helvo.figure.export.Raster;
import helvo.files.disk.TemporaryFolder;
import helvo.report.ReportFormat;
import helvo.report.section.ReportBuilder;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.Dragboard;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.jspecify.annotations.Nullable;

/// Previews the exported figure or report. The figure's sheet can be dragged from here into a folder or a document.
final class SheetPreview extends VBox {
    private static final double BOX = 372;
    private static final double PIXELS_PER_MM = 96 / 25.4;
    /// Sharp on screens of twice the usual density too.
    private static final double SHARPER = 2;
    private static final double CARRIED = 160;

    private final Workspace workspace;
    private final Exporter exporter;
    private final BackgroundTasks.Latest drawing;
    private final ImageView view = new ImageView();
    private final SharedPixels pixels = new SharedPixels(view);
    private final StackPane ground = new StackPane(view);
    private final Label note = new Label();
    private final Label pageNumber = new Label();
    private final Button back =
            Controls.smallButton("report-page-back", "‹", "Previous page of the report", () -> turn(-1));
    private final Button next = Controls.smallButton("report-page-next", "›", "Next page of the report", () -> turn(1));
    private final HBox pages = new HBox(8, back, pageNumber, next);
    private Optional<byte[]> pdf = Optional.empty();
    private int page;
    private int count;
    private Optional<Path> dragged = Optional.empty();
    private @Nullable TemporaryFolder folder;
    private boolean isFigure;
    /// What is shown, where that is a figure.
    private Optional<Sheet> sheet = Optional.empty();
    private double high;

    /// A drawn page, and of how many.
    private record Page(byte[] pdf, BufferedImage image, int number, int count) {}

    /// What sheet is asked for.
    private record Wanted(FigureAnalysis figure, double scale, double printedMm) {
        Sheet draw(Progress progress) {
            return new Sheet(
                    this,
                    Raster.draw(figure, scale, progress.part(0, 0.8)).image(),
                    PrintCheck.of(
                            Drawing.of(figure), printedMm / figure.figure().widthMm(), progress.part(0.8, 1)));
        }

        boolean isSame(Wanted other) {
            return figure == other.figure && scale == other.scale && printedMm == other.printedMm;
        }
    }

    /// A drawn sheet, and whether it stays legible in print.
    private record Sheet(Wanted of, BufferedImage image, PrintCheck check) {}

    SheetPreview(Workspace workspace, Exporter exporter) {
        super(8);
        this.workspace = workspace;
        this.exporter = exporter;
        drawing = workspace.background().latest("preview");
        view.setPreserveRatio(true);
        view.setSmooth(true);
        view.setId("export-preview");
        view.setAccessibleText("Preview");
        ground.getStyleClass().add("preview-ground");
        pages.setAlignment(Pos.CENTER);
        note.setWrapText(true);
        note.setId("export-preview-says");
        note.getStyleClass().add("muted");
        getChildren().addAll(ground, pages, note);
        view.addEventHandler(MouseEvent.MOUSE_ENTERED, _ -> prepare());
        view.setOnDragDetected(this::drag);
    }

    /// How high it may be.
    void limit(double newHigh) {
        high = newHigh;
        ground.setMinSize(BOX, high);
        ground.setMaxSize(BOX, high);
    }

    /// @param printedMm how wide the figure will be printed
    /// @param report    gets whether it stays legible then
    void figure(double printedMm, Consumer<PrintCheck> report) {
        isFigure = true;
        setShown(pages, false);
        dragged = Optional.empty();
        Optional<FigureAnalysis> shown = workspace.figure();
        double scale = shown.map(this::shownAt).orElse(1.0) * SHARPER * PIXELS_PER_MM * 25.4 / 72;
        shown.map(figure -> new Wanted(figure, scale, printedMm)).ifPresent(wanted -> {
            if (sheet.filter(there -> there.of.isSame(wanted)).isPresent()) {
                report.accept(sheet.orElseThrow().check);
                return;
            }
            drawing.run(
                    "Drawing the preview …",
                    wanted::draw,
                    new Outcome<>(
                            drawn -> {
                                show(drawn);
                                report.accept(drawn.check);
                            },
                            this::failed,
                            () -> {}));
        });
    }

    private void show(Sheet drawn) {
        sheet = Optional.of(drawn);
        FigureAnalysis figure = drawn.of.figure;
        fit(drawn.image);
        view.setAccessibleText(FigureDescription.of(figure));
        note.setText(RootLocale.format(
                "%s × %s mm, shown at %.0f %% of its size. Drag it into a folder or a document.",
                NumberText.shortest(figure.figure().widthMm()),
                NumberText.shortest(figure.figure().heightMm()),
                100 * shownAt(figure)));
    }

    /// The part of its size at which the sheet has room.
    private double shownAt(FigureAnalysis figure) {
        return Math.min(
                1,
                Math.min(
                        BOX / (figure.figure().widthMm() * PIXELS_PER_MM),
                        high / (figure.figure().heightMm() * PIXELS_PER_MM)));
    }

    private void fit(BufferedImage image) {
        pixels.show(image);
        double scale = Math.min(1, Math.min(BOX / (image.getWidth() / SHARPER), high / (image.getHeight() / SHARPER)));
        view.setFitWidth(image.getWidth() / SHARPER * scale);
        view.setFitHeight(image.getHeight() / SHARPER * scale);
    }

    /// The report as it would be written now.
    void report() {
        isFigure = false;
        sheet = Optional.empty();
        History history = workspace.history().get();
        Analysis known = workspace.analysis().get();
        draw(progress -> ReportFormat.PDF
                .written(
                        ReportBuilder.of(history, Analysis.of(history.study(), known, progress.part(0, 0.3))),
                        "report",
                        progress.part(0.3, 0.9))
                .file());
    }

    private void turn(int by) {
        pdf.ifPresent(bytes -> {
            page += by;
            draw(_ -> bytes);
        });
    }

    private interface Source {
        byte[] pdf(Progress progress) throws IOException;
    }

    private void draw(Source source) {
        int wanted = page;
        double room = high;
        drawing.run(
                "Laying out the report …",
                progress -> {
                    byte[] bytes = source.pdf(progress);
                    try (PDDocument document = Loader.loadPDF(bytes)) {
                        int number = Math.clamp(wanted, 0, document.getNumberOfPages() - 1);
                        double wide = document.getPage(number).getMediaBox().getWidth();
                        double tall = document.getPage(number).getMediaBox().getHeight();
                        float scale = (float) (SHARPER * Math.min(BOX / wide, room / tall));
                        return new Page(
                                bytes,
                                shared(new PDFRenderer(document).renderImage(number, scale)),
                                number,
                                document.getNumberOfPages());
                    }
                },
                new Outcome<>(this::show, this::failed, () -> {}));
    }

    /// In the form of pixels that the window shows.
    private static BufferedImage shared(BufferedImage image) {
        var shared = new BufferedImage(image.getWidth(), image.getHeight(), BufferedImage.TYPE_INT_ARGB_PRE);
        Graphics2D g = shared.createGraphics();
        g.drawImage(image, 0, 0, null);
        g.dispose();
        return shared;
    }

    private void show(Page drawn) {
        if (isFigure) {
            return;
        }
        pdf = Optional.of(drawn.pdf);
        page = drawn.number;
        count = drawn.count;
        fit(drawn.image);
        setShown(pages, true);
        pageNumber.setText("Page " + (page + 1) + " of " + count);
        back.setDisable(page == 0);
        next.setDisable(page == count - 1);
        view.setAccessibleText("Page " + (page + 1) + " of the report");
        note.setText("As a PDF of this study on "
                + workspace.study().report().paper().label() + " paper.");
    }

    private void failed(Throwable fault) {
        note.setText("The preview could not be drawn (" + fault.getClass().getSimpleName() + ").");
    }

    /// The file that a drag offers is written as soon as the pointer comes near.
    private void prepare() {
        if (!isFigure || dragged.isPresent()) {
            return;
        }
        try {
            folder = folder == null ? TemporaryFolder.create() : folder;
            exporter.prepareDrag(folder.path(), file -> dragged = Optional.of(file));
        } catch (IOException e) {
            note.setText("Nothing can be dragged from here: the folder for temporary files cannot be written to.");
        }
    }

    /// What the pointer carries, so small that one sees where it goes.
    private Image small() {
        var picture = new ImageView(view.getImage());
        picture.setPreserveRatio(true);
        picture.setFitWidth(CARRIED);
        return picture.snapshot(null, null);
    }

    private void drag(MouseEvent event) {
        dragged.filter(_ -> isFigure).ifPresent(file -> {
            Dragboard board = view.startDragAndDrop(TransferMode.COPY);
            var content = new ClipboardContent();
            content.putFiles(List.of(file.toFile()));
            content.putImage(view.getImage());
            board.setContent(content);
            board.setDragView(small());
            event.consume();
        });
    }
}
