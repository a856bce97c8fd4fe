package helvo.report.pdf;

import helvo.figure.export.PdfTags;
import helvo.report.model.Span;
import java.awt.Color;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDStructureElement;
import org.apache.pdfbox.pdmodel.documentinterchange.taggedpdf.StandardStructureTypes;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationLink;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDBorderStyleDictionary;
import org.apache.pdfbox.pdmodel.interactive.documentnavigation.destination.PDPageXYZDestination;
import org.apache.pdfbox.pdmodel.interactive.documentnavigation.outline.PDDocumentOutline;
import org.apache.pdfbox.pdmodel.interactive.documentnavigation.outline.PDOutlineItem;
import org.apache.pdfbox.pdmodel.interactive.documentnavigation.outline.PDOutlineNode;
import org.jspecify.annotations.Nullable;

/// The pages of a PDF report, filled from top to bottom. Lengths are in points.
final class PdfPages {
    private static final PdfText.ParagraphStyle FOOT = new PdfText.ParagraphStyle(8.5, false, new Color(0x5D6C73));
    /// Lines of a paragraph that stay together at a page's end.
    private static final int TOGETHER = 2;

    private final PDDocument document;
    private final PdfTags tags;
    private final PdfText text;
    private final double pageWidth;
    private final double pageHeight;
    private final double margin;
    private final PDDocumentOutline outline = new PDDocumentOutline();
    private final List<PDPage> all = new ArrayList<>();
    /// The places of the headings of the second level.
    private final List<PDPageXYZDestination> sections = new ArrayList<>();
    private final List<Numbered> numbered = new ArrayList<>();
    private @Nullable PDOutlineItem section;
    private @Nullable Page current;
    private double reached;

    PdfPages(PDDocument document, PdfTags tags, PdfText text, double pageWidth, double pageHeight, double margin) {
        this.document = document;
        this.tags = tags;
        this.text = text;
        this.pageWidth = pageWidth;
        this.pageHeight = pageHeight;
        this.margin = margin;
    }

    private record Page(PDPage page, PDPageContentStream content) {}

    /// What is drawn, as a part of an element.
    interface Drawing {
        void on(PDPageContentStream content) throws IOException;
    }

    /// A line of the contents whose page number is not known yet.
    private record Numbered(
            int section,
            PDPage page,
            double left,
            double width,
            double baseline,
            PDStructureElement element,
            PdfText.ParagraphStyle style) {}

    /// The next line gets the page number of a section at its right end, and leads there.
    void numberLater(int section, PDStructureElement element, PdfText.ParagraphStyle style, double left, double width)
            throws IOException {
        double baseline = bottom(style.line() * PdfReport.BASELINE);
        numbered.add(new Numbered(section, page().page, left, width, baseline, element, style));
    }

    private void number(Numbered line) throws IOException {
        PDPageXYZDestination place = sections.get(line.section);
        PDStructureElement element = tags.element(line.element, StandardStructureTypes.LINK);
        PdfText.Line number = text.lines(
                        List.of(Span.plain(Integer.toString(all.indexOf(place.getPage()) + 1))), line.style, width())
                .getFirst();
        try (var content =
                new PDPageContentStream(document, line.page, PDPageContentStream.AppendMode.APPEND, true, true)) {
            tags.begin(content, line.page, element);
            text.draw(content, number, line.style.color(), line.left + line.width - number.width(), line.baseline);
            content.endMarkedContent();
        }
        var link = new PDAnnotationLink();
        link.setDestination(place);
        link.setRectangle(new PDRectangle(
                (float) line.left, (float) (line.baseline - 3), (float) line.width, (float) line.style.line()));
        var border = new PDBorderStyleDictionary();
        border.setWidth(0);
        link.setBorderStyle(border);
        link.setContents("Page " + number.text());
        tags.link(link, line.page, element);
    }

    PdfTags tags() {
        return tags;
    }

    double left() {
        return margin;
    }

    double width() {
        return pageWidth - 2 * margin;
    }

    double height() {
        return pageHeight - 2 * margin;
    }

    /// So far below what is drawn already, counted from the page's lower edge.
    double bottom(double below) {
        return pageHeight - margin - reached - below;
    }

    private double room() {
        return pageHeight - 2 * margin - reached;
    }

    private PDPageContentStream content() throws IOException {
        return page().content;
    }

    private Page page() throws IOException {
        return current == null ? next() : current;
    }

    private Page next() throws IOException {
        if (current != null) {
            current.content.close();
        }
        var page = new PDPage(new PDRectangle((float) pageWidth, (float) pageHeight));
        document.addPage(page);
        all.add(page);
        var next = new Page(page, new PDPageContentStream(document, page));
        current = next;
        reached = 0;
        return next;
    }

    /// Begins another page where less than this is left of the present one.
    ///
    /// @return whether it did
    boolean keep(double high) throws IOException {
        content();
        if (room() < high && reached > 0) {
            next();
            return true;
        }
        return false;
    }

    /// Room to the next; none at the top of a page.
    void space(double high) {
        if (reached > 0) {
            reached += high;
        }
    }

    /// Draws something of a height below what is there already.
    void drawn(PDStructureElement element, double high, Drawing drawing) throws IOException {
        keep(high);
        tags.begin(content(), page().page, element);
        drawing.on(content());
        content().endMarkedContent();
        reached += high;
    }

    /// Draws what is no content of the document, without taking room.
    void artifact(Drawing drawing) throws IOException {
        tags.beginArtifact(content());
        drawing.on(content());
        content().endMarkedContent();
    }

    /// Takes room that something was drawn in.
    void take(double high) {
        reached += high;
    }

    /// Draws as a part of an element, without taking room.
    void part(PDStructureElement element, Drawing drawing) throws IOException {
        tags.begin(content(), page().page, element);
        drawing.on(content());
        content().endMarkedContent();
    }

    /// A text at the beginning of the next line, without taking room.
    void mark(PDStructureElement element, List<Span> words, PdfText.ParagraphStyle paragraph, double indent)
            throws IOException {
        List<PdfText.Line> lines = text.lines(words, paragraph, width() / 3);
        part(element, to -> {
            for (int i = 0; i < lines.size(); i++) {
                text.draw(
                        to,
                        lines.get(i),
                        paragraph.color(),
                        left() + indent,
                        bottom(paragraph.line() * (i + PdfReport.BASELINE)));
            }
        });
    }

    /// Lines of one paragraph; what runs from right to left stands at the right.
    void lines(List<PdfText.Line> lines, PdfText.ParagraphStyle paragraph, PDStructureElement element, double indent)
            throws IOException {
        boolean rightToLeft =
                !lines.isEmpty() && Span.isRightToLeft(lines.getFirst().text());
        for (int from = 0; from < lines.size(); ) {
            int least = Math.min(TOGETHER, lines.size() - from);
            keep(least * paragraph.line());
            int fits = Math.clamp((int) Math.floor(room() / paragraph.line() + 1e-9), least, lines.size() - from);
            List<PdfText.Line> here = lines.subList(from, from + fits);
            tags.begin(content(), page().page, element);
            for (PdfText.Line line : here) {
                double x = rightToLeft ? left() + width() - line.width() : left() + indent;
                text.draw(content(), line, paragraph.color(), x, bottom(paragraph.line() * PdfReport.BASELINE));
                reached += paragraph.line();
            }
            content().endMarkedContent();
            from += fits;
        }
    }

    /// Names the present place in the outline.
    void bookmark(int level, String title) throws IOException {
        var item = new PDOutlineItem();
        item.setTitle(title);
        var place = new PDPageXYZDestination();
        place.setPage(page().page);
        place.setTop((int) Math.ceil(bottom(-8)));
        item.setDestination(place);
        if (level == 2) {
            sections.add(place);
        }
        PDOutlineNode above = level > 2 && section != null ? section : outline;
        above.addLast(item);
        if (level == 2) {
            section = item;
        }
    }

    /// Numbers the pages, and closes everything.
    void finish(String title) throws IOException {
        content().close();
        for (Numbered line : numbered) {
            number(line);
        }
        List<PdfText.Line> lines = text.lines(List.of(Span.plain(title)), FOOT, width() * 0.75);
        for (int i = 0; i < all.size(); i++) {
            try (var foot =
                    new PDPageContentStream(document, all.get(i), PDPageContentStream.AppendMode.APPEND, true, true)) {
                tags.beginArtifact(foot);
                if (i > 0) {
                    text.draw(foot, lines.getFirst(), FOOT.color(), left(), margin * 0.55);
                }
                PdfText.Line number = text.lines(List.of(Span.plain((i + 1) + " / " + all.size())), FOOT, width())
                        .getFirst();
                text.draw(foot, number, FOOT.color(), left() + width() - number.width(), margin * 0.55);
                foot.endMarkedContent();
            }
        }
        if (outline.hasChildren()) {
            document.getDocumentCatalog().setDocumentOutline(outline);
        }
        tags.finish();
    }
}
