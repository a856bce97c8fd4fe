package helvo.figure.export;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.number.DecimalMark;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.Layer;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.figure.layout.FigureLayout;
import helvo.figure.paint.FigureDrawing;
import helvo.figure.paint.PointCloud;
import java.awt.Color;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.CancellationException;
import java.util.stream.IntStream;
import javax.imageio.ImageIO;
import javax.xml.parsers.DocumentBuilderFactory;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDResources;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.w3c.dom.Document;

class FigureFileTest {
    private static final int SERIES_BLUE = 0x1F5F8B;

    @Test
    void aPngHasTheSizeAskedForAndSaysItsResolution(@TempDir Path folder) throws IOException {
        FigureAnalysis figure = figure(12, new FigureEdit.Resize(1, 85, 60));
        Path file = folder.resolve("f.png");
        Files.write(file, FigureFile.bytes(FigureFormat.PNG, Drawing.of(figure), 300, false, Progress.none()));
        BufferedImage image = ImageIO.read(file.toFile());
        assertThat(image.getWidth()).isEqualTo(Math.round(85 / 25.4 * 300));
        assertThat(image.getHeight()).isEqualTo(Math.round(60 / 25.4 * 300));
        // The pHYs chunk: 300 dots per inch are 11,811 a metre, in both directions.
        String raw = new String(Files.readAllBytes(file), StandardCharsets.ISO_8859_1);
        int at = raw.indexOf("pHYs") + 4;
        assertThat(raw.substring(at, at + 8).chars().toArray()).containsExactly(0, 0, 0x2e, 0x23, 0, 0, 0x2e, 0x23);
        assertThat(folder).isDirectoryContaining(path -> path.equals(file)).isDirectoryNotContaining("glob:**.part");
    }

    @Test
    void anSvgHoldsTextAsTextWithItsFonts() throws Exception {
        String svg = new String(
                FigureFile.bytes(
                        FigureFormat.SVG,
                        Drawing.of(figure(12, title("Stretch < load & more"))),
                        0,
                        true,
                        Progress.none()),
                StandardCharsets.UTF_8);
        Document document = DocumentBuilderFactory.newInstance()
                .newDocumentBuilder()
                .parse(new ByteArrayInputStream(svg.getBytes(StandardCharsets.UTF_8)));
        var texts = document.getElementsByTagName("text");
        List<String> words = IntStream.range(0, texts.getLength())
                .mapToObj(i -> texts.item(i).getTextContent())
                .toList();
        assertThat(words).contains("Stretch < load & more", "Load (N)", "Stretch (mm)", "10");
        assertThat(words).anyMatch(word -> word.startsWith("R² = 0.99"));
        assertThat(document.getDocumentElement().getAttribute("width")).isEqualTo("160mm");
        assertThat(svg)
                .contains("@font-face{font-family:'Source Sans 3'", "@font-face{font-family:'Source Sans 3 SemiBold'");
        assertThat(svg.length()).isLessThan(200_000);
        assertThat(document.getElementsByTagName("data").item(0).getTextContent())
                .startsWith("series,row,x,y,x bar down,x bar up,y bar down,y bar up\n\"Stretch\",1,5,")
                .hasLineCount(13);
    }

    @Test
    void aPdfHoldsTextAsTextWithItsFontsEmbedded() throws IOException {
        try (PDDocument document =
                Loader.loadPDF(FigureFile.bytes(FigureFormat.PDF, Drawing.of(figure(12)), 0, true, Progress.none()))) {
            assertThat(new PDFTextStripper().getText(document))
                    .contains("Stretch against Load", "Load (N)", "R² = 0.99");
            assertThat(document.getPage(0).getMediaBox().getWidth()).isEqualTo(160 * 72 / 25.4f);
            PDResources page = document.getPage(0).getResources();
            PDResources form = ((org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject)
                            page.getXObject(page.getXObjectNames().iterator().next()))
                    .getResources();
            for (var name : form.getFontNames()) {
                PDFont font = form.getFont(name);
                assertThat(font.isEmbedded()).isTrue();
                assertThat(font.getName()).contains("SourceSans3");
            }
            assertThat(form.getFontNames()).hasSize(2);
            assertThat(document.getDocumentInformation().getCustomMetadataValue("Data"))
                    .hasLineCount(13);
        }
    }

    /// Every point is where its axes say it is. A knot, a mark that only steers, Hebrew and Japanese: what the font
    /// lacks is a hollow square, and that is said.
    @Test
    void signsThatTheFontLacksAreShownAsSuch() throws IOException {
        FigureAnalysis figure = figure(12, new FigureEdit.SetTitle(1, Optional.of("knot 🪢\u200f ע 日 x̄")));
        assertThat(FigureDrawing.notices(figure))
                .contains("“🪢 ע 日” are not in the figure's font: in a PNG or PDF □ stands there.");
        try (PDDocument document =
                Loader.loadPDF(FigureFile.bytes(FigureFormat.PDF, Drawing.of(figure), 300, false, Progress.none()))) {
            assertThat(new PDFTextStripper().getText(document)).contains("knot □ □ □");
        }
        assertThat(new String(
                        FigureFile.bytes(FigureFormat.SVG, Drawing.of(figure), 300, false, Progress.none()),
                        StandardCharsets.UTF_8))
                .as("an SVG leaves it to the reader's fonts")
                .contains("🪢");
        assertThat(FigureFile.bytes(FigureFormat.PNG, Drawing.of(figure), 100, false, Progress.none()))
                .isNotEmpty();
    }

    @Test
    void theSameFigureGivesTheSameBytes() throws IOException {
        for (FigureFormat format : FigureFormat.values()) {
            FigureAnalysis figure = figure(12, new FigureEdit.SetTitle(1, Optional.of("Stretch of cord 14")));
            FigureAnalysis again = figure(12, new FigureEdit.SetTitle(1, Optional.of("Stretch of cord 14")));
            assertThat(FigureFile.bytes(format, Drawing.of(again), 150, true, Progress.none()))
                    .as(format.name())
                    .isEqualTo(FigureFile.bytes(format, Drawing.of(figure), 150, true, Progress.none()));
        }
    }

    @Test
    void pointsLieWhereTheAxesSay() {
        FigureAnalysis figure =
                figure(9, new FigureEdit.Show(1, Layer.EQUATIONS, false), new FigureEdit.Show(1, Layer.BARS, false));
        Raster raster = Raster.draw(figure, 2, Progress.none());
        FigureLayout layout = raster.layout();
        var points = figure.series().getFirst().points();
        for (int i = 0; i < points.size(); i++) {
            double x = layout.plot().getX()
                    + layout.x().orElseThrow().fraction(points.x()[i])
                            * layout.plot().getWidth();
            double y = layout.plot().getMaxY()
                    - layout.y().orElseThrow().fraction(points.y()[i])
                            * layout.plot().getHeight();
            assertThat(raster.image().getRGB((int) (2 * x), (int) (2 * y)) & 0xffffff)
                    .isEqualTo(SERIES_BLUE);
        }
    }

    @Test
    void veryManyPointsCoverTheSamePlacesAsFewerDrawnOneByOne() {
        Raster cloud = Raster.draw(figure(PointCloud.MANY + 1), 1.5, Progress.none());
        int[] blue = new int[1];
        for (int y = 0; y < cloud.image().getHeight(); y++) {
            for (int x = 0; x < cloud.image().getWidth(); x++) {
                blue[0] += new Color(cloud.image().getRGB(x, y)).equals(new Color(SERIES_BLUE)) ? 1 : 0;
            }
        }
        assertThat(blue[0]).isGreaterThan(5_000);
    }

    @Test
    void longTitlesNamesAndNothingToShowAreDrawnToo() {
        String title = "A title that goes on and on, ".repeat(18);
        Raster.draw(figure(5, title(title), new FigureEdit.Resize(1, 40, 40)), 1, Progress.none());
        Raster.draw(figure(1), 1, Progress.none());
        FigureAnalysis nothing = figure(3, new helvo.core.study.ColumnEdit.SetRole(1, 1, Role.NONE));
        assertThat(Raster.draw(nothing, 1, Progress.none()).layout().x()).isEmpty();
    }

    @Test
    void drawingCanBeStoppedAndTooLargeAPictureIsRefused() {
        Progress unwanted = _ -> {
            throw new CancellationException();
        };
        FigureAnalysis many = figure(PointCloud.MANY + 1);
        assertThatThrownBy(() -> Raster.draw(many, 1, unwanted)).isInstanceOf(CancellationException.class);
        FigureAnalysis poster = figure(3, new FigureEdit.Resize(1, 1200, 1200));
        assertThatThrownBy(() -> FigureFile.bytes(FigureFormat.PNG, Drawing.of(poster), 2400, false, Progress.none()))
                .isInstanceOf(IOException.class)
                .hasMessageContaining("200 million pixels");
    }

    private static FigureEdit title(String text) {
        return new FigureEdit.SetTitle(1, Optional.of(text));
    }

    static FigureAnalysis figure(int points, Edit... edits) {
        var random = new Random(4);
        double[] x = IntStream.range(0, points)
                .mapToDouble(i -> 5 + 45.0 * i / Math.max(1, points - 1))
                .toArray();
        double[] y = Arrays.stream(x)
                .map(v -> 0.2 * v + 0.3 + 0.1 * random.nextGaussian())
                .toArray();
        var table = new Table(
                0,
                "t",
                DecimalMark.POINT,
                Optional.empty(),
                List.of(
                        new Column(1, new Heading("Load", "N"), Kind.NUMBER, Role.X, 0, Cells.ofNumbers(x)),
                        new Column(2, new Heading("Stretch", "mm"), Kind.NUMBER, Role.Y, 2, Cells.ofNumbers(y))),
                ExcludedRows.NONE);
        Study study = StudyEdit.AddTable.to(Study.EMPTY, table).apply(Study.EMPTY);
        for (Edit edit : edits) {
            study = edit.apply(study);
        }
        return Analysis.of(study, Analysis.EMPTY, Progress.none()).figures().getFirst();
    }
}
