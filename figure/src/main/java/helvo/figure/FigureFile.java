package helvo.figure;

import helvo.core.Progress;
import helvo.core.analysis.FigureAnalysis;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Base64;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageTypeSpecifier;
import javax.imageio.ImageWriter;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.metadata.IIOMetadataNode;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TTFSubsetter;
import org.apache.pdfbox.io.RandomAccessReadBuffer;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.jfree.svg.SVGGraphics2D;
import org.jfree.svg.SVGHints;
import org.jfree.svg.SVGUnits;
import org.jfree.svg.ViewBox;

/// A figure as the bytes of a file.
public final class FigureFile {
    /// What printers ask of pictures with text.
    public static final double USUAL_DPI = 300;
    public static final double LEAST_DPI = 30;
    public static final double MOST_DPI = 2400;
    /// Larger pictures than this need more memory than a window should take.
    private static final double MOST_PIXELS = 200e6;

    private FigureFile() {}

    /// Writes beside the file and then moves over it, so that a failure leaves the old file whole.
    ///
    /// @param dpi of a PNG, dots per inch
    public static void write(Path file, FigureFormat format, FigureAnalysis figure, double dpi, Progress progress) throws IOException {
        byte[] bytes = bytes(format, figure, dpi, progress);
        Path beside = file.toAbsolutePath().resolveSibling("." + file.getFileName() + ".part");
        try {
            Files.write(beside, bytes);
            Files.move(beside, file, StandardCopyOption.REPLACE_EXISTING);
        } finally {
            Files.deleteIfExists(beside);
        }
    }

    public static byte[] bytes(FigureFormat format, FigureAnalysis figure, double dpi, Progress progress) throws IOException {
        return switch (format) {
            case PNG -> png(figure, dpi, progress);
            case SVG -> svg(figure, progress).getBytes(StandardCharsets.UTF_8);
            case PDF -> pdf(figure, progress);
        };
    }

    private static byte[] png(FigureAnalysis figure, double dpi, Progress progress) throws IOException {
        double scale = dpi / 72;
        double pixels = FigureDrawing.widthPoints(figure) * FigureDrawing.heightPoints(figure) * scale * scale;
        if (!(pixels <= MOST_PIXELS)) {
            throw new IOException("at this size and resolution the picture would have more than 200 million pixels");
        }
        Raster raster = Raster.draw(figure, scale, progress);
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

    private static String svg(FigureAnalysis figure, Progress progress) throws IOException {
        double width = FigureDrawing.widthPoints(figure);
        double height = FigureDrawing.heightPoints(figure);
        var used = new UsedGlyphs();
        var g = new SVGGraphics2D(figure.figure().widthMm(), figure.figure().heightMm(), SVGUnits.MM);
        g.setRenderingHint(SVGHints.KEY_IMAGE_HANDLING, SVGHints.VALUE_IMAGE_HANDLING_EMBED);
        FigureDrawing.draw(figure, Pen.onPaper(g, used::take), progress);
        String svg = g.getSVGElement(null, true, new ViewBox(0, 0, (float) width, (float) height), null, null);
        int afterTag = svg.indexOf('>') + 1;
        return "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n" + svg.substring(0, afterTag) + "<title>" + escaped(figure.title()) + "</title><style>"
                + used.fontFaces() + "</style>" + svg.substring(afterTag) + "\n";
    }

    private static String escaped(String text) {
        return text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;");
    }

    /// The characters drawn in each face, so that only those are embedded.
    private static final class UsedGlyphs {
        /// What a browser needs to draw glyphs; tables for shaping, kerning and features are left out.
        private static final List<String> NEEDED_TABLES = List.of("head", "hhea", "hmtx", "maxp", "loca", "glyf", "cmap", "name", "post", "OS/2", "cvt ", "fpgm", "prep");

        private final Map<Typeface, Set<Integer>> characters = new EnumMap<>(Typeface.class);

        void take(Typeface face, String text) {
            text.codePoints().forEach(characters.computeIfAbsent(face, _ -> new TreeSet<>())::add);
        }

        String fontFaces() throws IOException {
            var css = new StringBuilder();
            for (var entry : characters.entrySet()) {
                String family = entry.getKey().at(1).getFamily();
                css.append("@font-face{font-family:'").append(family).append("';src:url(data:font/ttf;base64,")
                        .append(Base64.getEncoder().encodeToString(subset(entry.getKey(), entry.getValue()))).append(")}");
            }
            return css.toString();
        }

        private static byte[] subset(Typeface face, Set<Integer> characters) throws IOException {
            try (var in = face.file(); var font = new TTFParser().parse(new RandomAccessReadBuffer(in))) {
                var subsetter = new TTFSubsetter(font, NEEDED_TABLES);
                subsetter.addAll(characters);
                var bytes = new ByteArrayOutputStream();
                subsetter.writeToStream(bytes);
                return bytes.toByteArray();
            }
        }
    }

    private static byte[] pdf(FigureAnalysis figure, Progress progress) throws IOException {
        float width = (float) FigureDrawing.widthPoints(figure);
        float height = (float) FigureDrawing.heightPoints(figure);
        try (var document = new PDDocument(); var drawer = new EmbeddedText(document)) {
            document.getDocumentInformation().setTitle(figure.title());
            var page = new PDPage(new PDRectangle(width, height));
            document.addPage(page);
            var g = new de.rototor.pdfbox.graphics2d.PdfBoxGraphics2D(document, width, height);
            g.setFontTextDrawer(drawer);
            FigureDrawing.draw(figure, Pen.onPaper(g, (_, _) -> {}), progress);
            g.dispose();
            try (var content = new PDPageContentStream(document, page)) {
                content.drawForm(g.getXFormObject());
            }
            var bytes = new ByteArrayOutputStream();
            document.save(bytes);
            return bytes.toByteArray();
        }
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
