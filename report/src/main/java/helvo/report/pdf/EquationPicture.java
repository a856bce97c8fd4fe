package helvo.report.pdf;

import helvo.figure.export.PdfDrawings;
import helvo.report.model.Mathematics;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.rendering.ImageType;
import org.apache.pdfbox.rendering.PDFRenderer;

/// An equation as pixels, for readers of a document that know no equations: as it stands in a PDF.
///
/// @param widthMm of the picture on the page
public record EquationPicture(byte[] png, double widthMm, double heightMm) {
    private static final float SIZE = 11.5f;
    private static final float AROUND = 1;
    private static final float DPI = 300;
    private static final double MM_PER_POINT = 25.4 / 72;

    /// @param mostMm as wide at most as this: what is wider is made smaller
    public static EquationPicture of(Mathematics.Row equation, double mostMm) throws IOException {
        try (var document = new PDDocument();
                var drawings = new PdfDrawings(document)) {
            PdfMath.Box box = new PdfMath(new PdfText(drawings, "")).box(equation, SIZE);
            float width = (float) box.width() + 2 * AROUND;
            float height = (float) (box.ascent() + box.descent()) + 2 * AROUND;
            var page = new PDPage(new PDRectangle(width, height));
            document.addPage(page);
            try (var content = new PDPageContentStream(document, page)) {
                box.drawing().at(content, AROUND, box.descent() + AROUND);
            }
            // Its fonts are whole when it is written.
            var written = new ByteArrayOutputStream();
            document.save(written);
            var png = new ByteArrayOutputStream();
            try (PDDocument whole = Loader.loadPDF(written.toByteArray())) {
                BufferedImage image = new PDFRenderer(whole).renderImageWithDPI(0, DPI, ImageType.GRAY);
                ImageIO.write(image, "png", png);
            }
            double size = Math.min(MM_PER_POINT, mostMm / width);
            return new EquationPicture(png.toByteArray(), width * size, height * size);
        }
    }
}
