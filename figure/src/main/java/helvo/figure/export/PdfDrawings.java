package helvo.figure.export;

import de.rototor.pdfbox.graphics2d.PdfBoxGraphics2D;
import de.rototor.pdfbox.graphics2d.PdfBoxGraphics2DFontTextForcedDrawer;
import helvo.core.Progress;
import helvo.figure.canvas.GraphicsCanvas;
import helvo.figure.canvas.Typeface;
import java.io.IOException;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.io.IOUtils;
import org.apache.pdfbox.io.RandomAccessReadBuffer;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject;

/// Draws figures into a PDF with text as text.
public final class PdfDrawings implements AutoCloseable {
    private final PDDocument document;
    private final Fonts fonts = new Fonts();

    public PdfDrawings(PDDocument document) {
        this.document = document;
    }

    /// A drawing as a form as large as its page, to be placed on a page.
    public PDFormXObject draw(Drawing drawing, Progress progress) throws IOException {
        var g = new PdfBoxGraphics2D(document, (float) drawing.width(), (float) drawing.height());
        g.setFontTextDrawer(fonts);
        drawing.draw(GraphicsCanvas.onPaper(g, FigureFile.DEFAULT_DPI / 72), progress);
        g.dispose();
        return g.getXFormObject();
    }

    public PDFont font(Typeface face) throws IOException {
        return fonts.of(face);
    }

    @Override
    public void close() {
        fonts.close();
    }

    /// The bridge would else draw outlines.
    private final class Fonts extends PdfBoxGraphics2DFontTextForcedDrawer {
        private final Map<Typeface, PDFont> embedded = new EnumMap<>(Typeface.class);
        private final List<TrueTypeFont> files = new ArrayList<>();

        PDFont of(Typeface face) throws IOException {
            if (!embedded.containsKey(face)) {
                try (var in = face.file()) {
                    TrueTypeFont file = new TTFParser().parse(new RandomAccessReadBuffer(in));
                    files.add(file);
                    // Glyphs stand where the characters were measured; to look for others takes most of the time of
                    // a report.
                    file.setEnableGsub(false);
                    embedded.put(face, PDType0Font.load(document, file, true));
                }
            }
            return embedded.get(face);
        }

        /// Once the document is saved.
        @Override
        public void close() {
            files.forEach(IOUtils::closeQuietly);
            super.close();
        }

        @Override
        protected PDFont mapFont(java.awt.Font font, IFontTextDrawerEnv env) throws IOException {
            return of(Typeface.of(font));
        }
    }
}
