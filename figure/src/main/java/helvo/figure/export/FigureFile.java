package helvo.figure.export;

import helvo.core.Progress;
import helvo.figure.canvas.EmbeddedFonts;
import helvo.figure.canvas.SvgCanvas;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
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
import org.apache.pdfbox.pdmodel.documentinterchange.taggedpdf.StandardStructureTypes;
import org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject;

/// A figure or a sheet as the bytes of a file.
public final class FigureFile {
    /// What printers ask of pictures with text.
    public static final double DEFAULT_DPI = 300;
    public static final double MIN_DPI = 30;
    public static final double MAX_DPI = 2400;
    /// Larger pictures than this need more memory than a window should take.
    private static final double MAX_PIXELS = 200e6;

    private FigureFile() {}

    /// @param dpi  of a PNG, dots per inch
    /// @param data whether an SVG or a PDF keeps the points in its metadata; a page for the browser always has them
    public static byte[] bytes(FigureFormat format, Drawing drawing, double dpi, boolean data, Progress progress)
            throws IOException {
        return switch (format) {
            case PNG -> png(drawing, dpi, progress);
            case SVG -> svg(drawing, data, progress).getBytes(StandardCharsets.UTF_8);
            case PDF -> pdf(drawing, data, progress);
            case HTML -> FigurePage.of(drawing, progress);
        };
    }

    private static byte[] png(Drawing drawing, double dpi, Progress progress) throws IOException {
        double scale = dpi / 72;
        double pixels = drawing.width() * drawing.height() * scale * scale;
        if (!(pixels <= MAX_PIXELS)) {
            throw new IOException("at this size and resolution the picture would have more than 200 million pixels");
        }
        BufferedImage image = Raster.image(drawing, scale, progress);
        if (drawing.background().isPresent()) {
            image = opaque(image);
        }
        ImageIO.setUseCache(false);
        ImageWriter writer = ImageIO.getImageWritersByFormatName("png").next();
        var bytes = new ByteArrayOutputStream();
        try (var out = ImageIO.createImageOutputStream(bytes)) {
            writer.setOutput(out);
            IIOMetadata metadata =
                    writer.getDefaultImageMetadata(ImageTypeSpecifier.createFromRenderedImage(image), null);
            metadata.mergeTree("javax_imageio_png_1.0", resolution(dpi));
            writer.write(new IIOImage(image, null, metadata));
        } finally {
            writer.dispose();
        }
        return bytes.toByteArray();
    }

    /// Without its opacity: a quarter less to write, and some programs show such a picture only.
    private static BufferedImage opaque(BufferedImage image) {
        var opaque = new BufferedImage(image.getWidth(), image.getHeight(), BufferedImage.TYPE_INT_RGB);
        Graphics2D g = opaque.createGraphics();
        g.drawImage(image, 0, 0, null);
        g.dispose();
        return opaque;
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

    private static String svg(Drawing drawing, boolean data, Progress progress) throws IOException {
        return svg(new SvgCanvas(DEFAULT_DPI / 72), drawing, data, progress);
    }

    /// With its text as shapes: for documents in which a program draws it that knows no fonts but the system's.
    public static byte[] svgOfOutlines(Drawing drawing, Progress progress) throws IOException {
        return svg(
                        new SvgCanvas(DEFAULT_DPI / 72, new EmbeddedFonts(), "", SvgCanvas.Use.OUTLINES),
                        drawing,
                        false,
                        progress)
                .getBytes(StandardCharsets.UTF_8);
    }

    private static String svg(SvgCanvas canvas, Drawing drawing, boolean data, Progress progress) throws IOException {
        drawing.draw(canvas, progress);
        return canvas.document(
                drawing.title(),
                drawing.description(),
                data ? drawing.points() : "",
                drawing.widthMm(),
                drawing.heightMm(),
                drawing.width(),
                drawing.height());
    }

    /// A drawing as a part of a page, which has the fonts.
    ///
    /// @param fonts  of the page; they take the characters that the figure uses
    /// @param prefix of its ids, another for each figure of a page
    public static String svgWithin(Drawing drawing, EmbeddedFonts fonts, String prefix, Progress progress) {
        var canvas = new SvgCanvas(DEFAULT_DPI / 72, fonts, prefix, SvgCanvas.Use.PICTURE);
        drawing.draw(canvas, progress);
        return within(canvas, drawing);
    }

    /// What was drawn on a canvas, as a part of a page.
    static String within(SvgCanvas canvas, Drawing drawing) {
        return canvas.within(
                drawing.title(),
                drawing.description(),
                drawing.widthMm(),
                drawing.heightMm(),
                drawing.width(),
                drawing.height());
    }

    private static byte[] pdf(Drawing drawing, boolean data, Progress progress) throws IOException {
        try (var document = new PDDocument();
                var drawings = new PdfDrawings(document)) {
            document.setDocumentId(identity(drawing));
            String title = drawing.title();
            document.getDocumentInformation().setTitle(title);
            if (data) {
                document.getDocumentInformation().setCustomMetadataValue("Data", drawing.points());
            }
            PDFormXObject form = drawings.draw(drawing, progress);
            var page = new PDPage(
                    new PDRectangle(form.getBBox().getWidth(), form.getBBox().getHeight()));
            document.addPage(page);
            var tags = new PdfTags(document, "en");
            try (var content = new PDPageContentStream(document, page)) {
                tags.begin(
                        content,
                        page,
                        tags.described(tags.document(), StandardStructureTypes.Figure, drawing.description()));
                content.drawForm(form);
                content.endMarkedContent();
            }
            tags.finish();
            PdfStandards.state(document);
            var bytes = new ByteArrayOutputStream();
            document.save(bytes);
            return bytes.toByteArray();
        }
    }

    /// The same drawing of the same points gives the same bytes.
    private static long identity(Drawing drawing) {
        var sum = new CRC32();
        sum.update((drawing.title() + drawing.points()).getBytes(StandardCharsets.UTF_8));
        return sum.getValue();
    }
}
