package helvo.report.pdf;

import helvo.figure.canvas.Typeface;
import helvo.figure.export.PdfDrawings;
import helvo.report.model.Span;
import java.awt.Color;
import java.awt.Font;
import java.awt.Shape;
import java.awt.font.FontRenderContext;
import java.awt.font.TextAttribute;
import java.awt.font.TextLayout;
import java.awt.geom.AffineTransform;
import java.awt.geom.PathIterator;
import java.io.IOException;
import java.text.AttributedString;
import java.text.Bidi;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.documentinterchange.markedcontent.PDPropertyList;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.util.Matrix;

/// Breaks text into lines and draws it on PDF pages. Lines with characters that our fonts lack, or that run from
/// right to left, are laid out by the system's text engine and drawn as outlines in the system's font, with the
/// text itself behind them, so that nothing is missing and it can still be copied and read aloud.
final class PdfText {
    private static final FontRenderContext MEASURE = new FontRenderContext(null, true, true);
    private static final double SMALLER = 0.7;
    private static final double RAISED = 0.34;
    private static final double LOWERED = -0.16;
    private static final double LINE = 1.34;
    /// Of slanted letters: about 12 degrees.
    private static final float LEAN = 0.21f;

    private static final COSName SPAN = COSName.getPDFName("Span");

    private final PdfDrawings fonts;
    private final String ownLanguage;

    /// @param ownLanguage of what a person wrote, where it is another than the program's; empty otherwise
    PdfText(PdfDrawings fonts, String ownLanguage) {
        this.fonts = fonts;
        this.ownLanguage = ownLanguage;
    }

    /// How a paragraph looks.
    record ParagraphStyle(double size, boolean strong, Color color) {
        double line() {
            return size * LINE;
        }
    }

    /// A piece of one font within a word or line.
    ///
    /// @param shift   upwards, in points
    /// @param slanted as emphasis is; the letters of the upright font lean
    /// @param isOwn   whether a person wrote it, in their language
    record Piece(String text, boolean strong, double size, double shift, boolean slanted, boolean isOwn) {
        Piece(String text, boolean strong, double size, double shift) {
            this(text, strong, size, shift, false, false);
        }
    }

    /// A line of text.
    record Line(List<Piece> pieces, double width) {
        String text() {
            var text = new StringBuilder();
            pieces.forEach(piece -> text.append(piece.text()));
            return text.toString();
        }
    }

    private PDFont font(boolean strong) throws IOException {
        return fonts.font(strong ? Typeface.SEMIBOLD : Typeface.REGULAR);
    }

    /// In lines that are no wider than `width`, broken at blanks; a word that is wider is broken anywhere.
    List<Line> lines(List<Span> spans, ParagraphStyle paragraph, double width) throws IOException {
        var lines = new ArrayList<Line>();
        var line = new ArrayList<Piece>();
        double reached = 0;
        for (List<Piece> word : words(spans, paragraph)) {
            double wide = width(word);
            boolean blank = word.getFirst().text().isBlank();
            if (reached + wide > width && !blank && !line.isEmpty()) {
                lines.add(line(line));
                line.clear();
                reached = 0;
            }
            if (blank) {
                if (reached > 0) {
                    line.addAll(word);
                    reached += wide;
                }
                continue;
            }
            for (List<Piece> part : wide > width ? fitting(word, width) : List.of(word)) {
                double partWide = width(part);
                if (reached + partWide > width && reached > 0) {
                    lines.add(line(line));
                    line.clear();
                    reached = 0;
                }
                line.addAll(part);
                reached += partWide;
            }
        }
        if (!line.isEmpty() || lines.isEmpty()) {
            lines.add(line(line));
        }
        return lines;
    }

    /// As much of it as one line has room for; an ellipsis says that there is more.
    Line cut(List<Span> spans, ParagraphStyle paragraph, double width) throws IOException {
        List<Line> whole = lines(spans, paragraph, width);
        if (whole.size() == 1) {
            return whole.getFirst();
        }
        Line first = lines(spans, paragraph, width - paragraph.size()).getFirst();
        var pieces = new ArrayList<>(first.pieces());
        pieces.add(new Piece(" …", paragraph.strong(), paragraph.size(), 0));
        return line(pieces);
    }

    private Line line(List<Piece> pieces) throws IOException {
        var kept = new ArrayList<>(pieces);
        while (!kept.isEmpty() && kept.getLast().text().isBlank()) {
            kept.removeLast();
        }
        return new Line(List.copyOf(kept), width(kept));
    }

    /// Words and the blanks between them.
    private static List<List<Piece>> words(List<Span> spans, ParagraphStyle paragraph) {
        var words = new ArrayList<List<Piece>>();
        List<Piece> word = new ArrayList<>();
        for (Piece whole : pieces(spans, paragraph, false)) {
            var text = new StringBuilder();
            for (int i = 0; i < whole.text().length(); i++) {
                char c = whole.text().charAt(i);
                if (c != ' ') {
                    text.append(c);
                    continue;
                }
                end(word, text, whole);
                if (!word.isEmpty()) {
                    words.add(word);
                    word = new ArrayList<>();
                }
                words.add(List.of(new Piece(" ", whole.strong(), whole.size(), 0, whole.slanted(), whole.isOwn())));
            }
            end(word, text, whole);
        }
        if (!word.isEmpty()) {
            words.add(word);
        }
        return words;
    }

    private static void end(List<Piece> word, StringBuilder text, Piece like) {
        if (!text.isEmpty()) {
            word.add(like(like, text.toString()));
            text.setLength(0);
        }
    }

    private static List<Piece> pieces(List<Span> spans, ParagraphStyle paragraph, boolean isOwn) {
        var pieces = new ArrayList<Piece>();
        for (Span span : spans) {
            switch (span) {
                case Span.Text(var text, var style) -> pieces.add(piece(text, style, paragraph, isOwn));
                case Span.Own(var own) -> pieces.addAll(pieces(own, paragraph, true));
                case Span.Reference(var kind, int number) ->
                    pieces.add(piece(kind.word() + "\u00a0" + number, Span.Style.PLAIN, paragraph, isOwn));
            }
        }
        return pieces;
    }

    private static Piece piece(String text, Span.Style style, ParagraphStyle paragraph, boolean isOwn) {
        boolean isStrong = paragraph.strong() || style == Span.Style.STRONG;
        boolean isSlanted = style == Span.Style.EMPHASIS;
        return switch (style) {
            case PLAIN, STRONG, EMPHASIS -> new Piece(text, isStrong, paragraph.size(), 0, isSlanted, isOwn);
            case RAISED, LOWERED ->
                new Piece(
                        text,
                        isStrong,
                        paragraph.size() * SMALLER,
                        paragraph.size() * (style == Span.Style.RAISED ? RAISED : LOWERED),
                        isSlanted,
                        isOwn);
        };
    }

    private List<List<Piece>> fitting(List<Piece> word, double width) throws IOException {
        var parts = new ArrayList<List<Piece>>();
        for (Piece piece : word) {
            var text = new StringBuilder();
            for (int i = 0;
                    i < piece.text().length();
                    i += Character.charCount(piece.text().codePointAt(i))) {
                int c = piece.text().codePointAt(i);
                String longer = text.toString() + Character.toString(c);
                if (!text.isEmpty() && width(List.of(like(piece, longer))) > width) {
                    parts.add(List.of(like(piece, text.toString())));
                    text.setLength(0);
                }
                text.appendCodePoint(c);
            }
            parts.add(List.of(like(piece, text.toString())));
        }
        return parts;
    }

    private static Piece like(Piece piece, String text) {
        return new Piece(text, piece.strong(), piece.size(), piece.shift(), piece.slanted(), piece.isOwn());
    }

    double width(List<Piece> pieces) throws IOException {
        double width = 0;
        for (Piece piece : pieces) {
            width += isOurs(piece)
                    ? font(piece.strong()).getStringWidth(piece.text()) / 1000 * piece.size()
                    : new TextLayout(piece.text(), system(piece), MEASURE).getAdvance();
        }
        return width;
    }

    /// Whether our fonts have all of it, and it runs from left to right.
    private static boolean isOurs(Piece piece) {
        Font font = (piece.strong() ? Typeface.SEMIBOLD : Typeface.REGULAR).at(piece.size());
        return font.canDisplayUpTo(piece.text()) < 0
                && !Bidi.requiresBidi(
                        piece.text().toCharArray(), 0, piece.text().length());
    }

    private static Font system(Piece piece) {
        return new Font(Font.SANS_SERIF, piece.strong() ? Font.BOLD : Font.PLAIN, 1).deriveFont((float) piece.size());
    }

    /// Draws a line whose baseline begins at a place counted from the page's lower left corner.
    void draw(PDPageContentStream content, Line line, Color color, double x, double baseline) throws IOException {
        content.setNonStrokingColor(color);
        double at = x;
        for (Line run : runs(line)) {
            boolean isMarked = !ownLanguage.isEmpty() && run.pieces().stream().allMatch(Piece::isOwn);
            if (isMarked) {
                var language = new COSDictionary();
                language.setString(COSName.LANG, ownLanguage);
                content.beginMarkedContent(SPAN, PDPropertyList.create(language));
            }
            run(content, run, at, baseline);
            if (isMarked) {
                content.endMarkedContent();
            }
            at += run.width();
        }
    }

    /// Parts of a line in the program's language and in a person's; a line that runs from right to left is one.
    private List<Line> runs(Line line) throws IOException {
        if (ownLanguage.isEmpty() || Span.isRightToLeft(line.text())) {
            return line.pieces().isEmpty() ? List.of() : List.of(line);
        }
        var runs = new ArrayList<Line>();
        int from = 0;
        List<Piece> pieces = line.pieces();
        for (int i = 1; i <= pieces.size(); i++) {
            if (i == pieces.size() || pieces.get(i).isOwn() != pieces.get(from).isOwn()) {
                List<Piece> run = pieces.subList(from, i);
                runs.add(new Line(run, width(run)));
                from = i;
            }
        }
        return runs;
    }

    private void run(PDPageContentStream content, Line line, double x, double baseline) throws IOException {
        if (line.pieces().stream().allMatch(PdfText::isOurs)) {
            content.beginText();
            content.newLineAtOffset((float) x, (float) baseline);
            boolean leans = line.pieces().stream().anyMatch(Piece::slanted);
            double at = x;
            for (Piece piece : line.pieces()) {
                if (leans) {
                    content.setTextMatrix(
                            new Matrix(1, 0, piece.slanted() ? LEAN : 0, 1, (float) at, (float) baseline));
                    at += width(List.of(piece));
                }
                content.setFont(font(piece.strong()), (float) piece.size());
                content.setTextRise((float) piece.shift());
                content.showText(piece.text());
            }
            content.setTextRise(0);
            content.endText();
            return;
        }
        var actual = new COSDictionary();
        actual.setString(COSName.ACTUAL_TEXT, line.text());
        content.beginMarkedContent(SPAN, PDPropertyList.create(actual));
        fill(content, outline(line, x, baseline));
        content.endMarkedContent();
    }

    private static Shape outline(Line line, double x, double baseline) {
        var text = new AttributedString(line.text());
        int at = 0;
        for (Piece piece : line.pieces()) {
            Font ours = (piece.strong() ? Typeface.SEMIBOLD : Typeface.REGULAR).at(piece.size());
            for (int i = 0; i < piece.text().length(); ) {
                int c = piece.text().codePointAt(i);
                int length = Character.charCount(c);
                text.addAttribute(
                        TextAttribute.FONT, ours.canDisplay(c) ? ours : system(piece), at + i, at + i + length);
                i += length;
            }
            at += piece.text().length();
        }
        var place = AffineTransform.getTranslateInstance(x, baseline);
        place.scale(1, -1);
        return new TextLayout(text.getIterator(), MEASURE).getOutline(place);
    }

    private static void fill(PDPageContentStream content, Shape shape) throws IOException {
        float[] p = new float[6];
        float lastX = 0;
        float lastY = 0;
        boolean any = false;
        for (PathIterator it = shape.getPathIterator(null); !it.isDone(); it.next()) {
            any = true;
            switch (it.currentSegment(p)) {
                case PathIterator.SEG_MOVETO -> content.moveTo(p[0], p[1]);
                case PathIterator.SEG_LINETO -> content.lineTo(p[0], p[1]);
                case PathIterator.SEG_QUADTO ->
                    content.curveTo(
                            lastX + 2 * (p[0] - lastX) / 3,
                            lastY + 2 * (p[1] - lastY) / 3,
                            p[2] + 2 * (p[0] - p[2]) / 3,
                            p[3] + 2 * (p[1] - p[3]) / 3,
                            p[2],
                            p[3]);
                case PathIterator.SEG_CUBICTO -> content.curveTo(p[0], p[1], p[2], p[3], p[4], p[5]);
                default -> content.closePath();
            }
            int end =
                    switch (it.currentSegment(p)) {
                        case PathIterator.SEG_QUADTO -> 2;
                        case PathIterator.SEG_CUBICTO -> 4;
                        default -> 0;
                    };
            lastX = p[end];
            lastY = p[end + 1];
        }
        if (any) {
            content.fill();
        }
    }
}
