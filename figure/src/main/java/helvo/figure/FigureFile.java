package helvo.figure;

import helvo.core.Progress;
import helvo.core.analysis.FigureAnalysis;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.EnumMap;
import java.util.Map;
import java.util.zip.CRC32;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageTypeSpecifier;
import javax.imageio.ImageWriter;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.metadata.IIOMetadataNode;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;

/// A figure as the bytes of a file.
public final class FigureFile {
    /// What printers ask of pictures with text.
    public static final double DEFAULT_DPI = 300;
    public static final double MIN_DPI = 30;
    public static final double MAX_DPI = 2400;
    /// Larger pictures than this need more memory than a window should take.
    private static final double MAX_PIXELS = 200e6;

    private FigureFile() {}

    /// @param dpi  of a PNG, dots per inch
    /// @param data whether an SVG or a PDF keeps the points in its metadata
    public static byte[] bytes(FigureFormat format, FigureAnalysis figure, double dpi, boolean data, Progress progress) throws IOException {
        return switch (format) {
            case PNG -> png(figure, dpi, progress);
            case SVG -> svg(figure, data, progress).getBytes(StandardCharsets.UTF_8);
            case PDF -> pdf(figure, data, progress);
        };
    }

    private static byte[] png(FigureAnalysis figure, double dpi, Progress progress) throws IOException {
        double scale = dpi / 72;
        double pixels = FigureDrawing.widthPoints(figure) * FigureDrawing.heightPoints(figure) * scale * scale;
        if (!(pixels <= MAX_PIXELS)) {
            throw new IOException("at this size and resolution the picture would have more than 200 million pixels");
        }
        Raster raster = Raster.draw(figure, scale, progress);
        ImageIO.setUseCache(false);
        ImageWriter writer = ImageIO.getImageWritersByFormatName("png").next();
        var bytes = new ByteArrayOutputStream();
        try (var out = ImageIO.createImageOutputStream(bytes)) {
            writer.setOutput(out);
            IIOMetadata metadata = writer.getDefaultImageMetadata(ImageTypeSpecifier.createFromRenderedImage(raster.image()), null);
            metadata.mergeTree("javax_imageio_png_1.0", resolution(dpi));
            writer.write(new IIOImage(raster.image(), null, metadata));
        } finally {
            writer.dispose();
        }
        return bytes.toByteArray();
    }

    /// In dots a metre, by PNG's own form: the general one is written wrongly by the library.
    private static IIOMetadataNode resolution(double dpi) {
        String perMetre = Long.toString(Math.round(dpi / 0.0254));
        var size = new IIOMetadataNode("pHYs");
        size.setAttribute("pixelsPerUnitXAxis", perMetre);
        size.setAttribute("pixelsPerUnitYAxis", perMetre);
        size.setAttribute("unitSpecifier", "meter");
        var root = new IIOMetadataNode("javax_imageio_png_1.0");
        root.appendChild(size);
        return root;
    }

    private static String svg(FigureAnalysis figure, boolean data, Progress progress) throws IOException {
        var canvas = new SvgCanvas(DEFAULT_DPI / 72);
        FigureDrawing.draw(figure, canvas, progress);
        return canvas.document(RichText.plain(figure.title()), data ? PointList.csv(figure) : "", figure.figure().widthMm(),
                figure.figure().heightMm(),
                FigureDrawing.widthPoints(figure), FigureDrawing.heightPoints(figure));
    }

    private static byte[] pdf(FigureAnalysis figure, boolean data, Progress progress) throws IOException {
        float width = (float) FigureDrawing.widthPoints(figure);
        float height = (float) FigureDrawing.heightPoints(figure);
        try (var document = new PDDocument(); var drawer = new EmbeddedText(document)) {
            document.setDocumentId(identity(figure));
            document.getDocumentInformation().setTitle(RichText.plain(figure.title()));
            if (data) {
                document.getDocumentInformation().setCustomMetadataValue("Data", PointList.csv(figure));
            }
            var page = new PDPage(new PDRectangle(width, height));
            document.addPage(page);
            var g = new de.rototor.pdfbox.graphics2d.PdfBoxGraphics2D(document, width, height);
            g.setFontTextDrawer(drawer);
            FigureDrawing.draw(figure, GraphicsCanvas.onPaper(g, DEFAULT_DPI / 72), progress);
            g.dispose();
            try (var content = new PDPageContentStream(document, page)) {
                content.drawForm(g.getXFormObject());
            }
            var bytes = new ByteArrayOutputStream();
            document.save(bytes);
            return bytes.toByteArray();
        }
    }

    /// The same figure of the same points gives the same bytes.
    private static long identity(FigureAnalysis figure) {
        var sum = new CRC32();
        sum.update((figure.title() + PointList.csv(figure)).getBytes(StandardCharsets.UTF_8));
        return sum.getValue();
    }

    /// Text as text in our own fonts, embedded; the bridge would else draw outlines.
    private static final class EmbeddedText extends de.rototor.pdfbox.graphics2d.PdfBoxGraphics2DFontTextForcedDrawer {
        private final PDDocument document;
        private final Map<Typeface, PDFont> embedded = new EnumMap<>(Typeface.class);

        EmbeddedText(PDDocument document) {
            this.document = document;
        }

        @Override
        protected PDFont mapFont(java.awt.Font font, IFontTextDrawerEnv env) throws IOException {
            Typeface face = Typeface.of(font);
            if (!embedded.containsKey(face)) {
                try (var in = face.file()) {
                    embedded.put(face, PDType0Font.load(document, in, true));
                }
            }
            return embedded.get(face);
        }
    }
}
