package helvo.report.pdf;

import helvo.core.Progress;
import helvo.core.study.ReportPlan;
import helvo.figure.export.PdfDrawings;
import helvo.figure.export.PdfStandards;
import helvo.figure.export.PdfTags;
import helvo.files.ProgramVersion;
import helvo.report.model.Block;
import helvo.report.model.PageFit;
import helvo.report.model.Report;
import helvo.report.model.Span;
import helvo.report.text.JsonReport;
import java.awt.Color;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.CRC32;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDStructureElement;
import org.apache.pdfbox.pdmodel.documentinterchange.taggedpdf.StandardStructureTypes;
import org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject;
import org.apache.pdfbox.util.Matrix;

/// A report as the pages of a tagged PDF: headings, paragraphs, lists, tables with heads, figures and equations
/// with words for those who do not see them, an outline, and the document's language.
public final class PdfReport {
    private static final Color INK = new Color(0x17242B);
    private static final Color MUTED = new Color(0x46545B);
    private static final double POINTS_PER_MM = 72 / 25.4;
    /// More entries of the contents stand in two columns.
    private static final int CONTENTS_LONG = 6;
    private static final double CONTENTS_GAP = 24;
    /// Room for a page number.
    private static final double CONTENTS_NUMBER = 24;
    /// Of a line, below its upper edge.
    static final double BASELINE = 0.76;
    private static final PdfText.ParagraphStyle TITLE = new PdfText.ParagraphStyle(18, true, INK);
    private static final PdfText.ParagraphStyle BYLINE = new PdfText.ParagraphStyle(10, false, MUTED);
    private static final PdfText.ParagraphStyle HEADING_2 = new PdfText.ParagraphStyle(13.5, true, INK);
    private static final PdfText.ParagraphStyle HEADING_3 = new PdfText.ParagraphStyle(11, true, INK);
    private static final PdfText.ParagraphStyle BODY = new PdfText.ParagraphStyle(10.5, false, INK);
    private static final PdfText.ParagraphStyle CAPTION = new PdfText.ParagraphStyle(9.5, false, MUTED);
    private static final double INDENT = 12;
    private static final double MATH = 11.5;
    private static final double HEADING_SPACE = 14;
    /// A heading stays with so much of what follows it.
    private static final double AFTER_HEADING = 2;
    private static final double KEPT_BELOW = 60;

    private final Report report;
    private final Progress progress;
    private final PDDocument document;
    private final PdfDrawings drawings;
    private final PdfText text;
    private final PdfPages pages;

    private PdfReport(Report report, PDDocument document, PdfDrawings drawings, Progress progress) {
        this.report = report;
        this.progress = progress;
        this.document = document;
        this.drawings = drawings;
        this.text = new PdfText(
                drawings, report.plan().isEnglish() ? "" : report.plan().language());
        ReportPlan.Paper paper = report.plan().paper();
        this.pages = new PdfPages(
                document,
                new PdfTags(document, report.plan().documentLanguage()),
                text,
                paper.widthMm() * POINTS_PER_MM,
                paper.heightMm() * POINTS_PER_MM,
                PageFit.MARGIN_MM * POINTS_PER_MM);
    }

    public static byte[] of(Report report, Progress progress) throws IOException {
        try (var document = new PDDocument();
                var drawings = new PdfDrawings(document)) {
            new PdfReport(report, document, drawings, progress).write();
            var bytes = new ByteArrayOutputStream();
            document.save(bytes);
            return bytes.toByteArray();
        }
    }

    private void write() throws IOException {
        var sum = new CRC32();
        sum.update(JsonReport.of(report));
        document.setDocumentId(sum.getValue());
        document.getDocumentInformation().setTitle(report.plainTitle());
        document.getDocumentInformation().setAuthor(report.plan().author());
        document.getDocumentInformation().setCreator(ProgramVersion.text());
        paragraph(report.title(), TITLE, StandardStructureTypes.H1, true, 4);
        paragraph(
                List.of(Span.plain(String.join(" · ", report.byline()))), BYLINE, StandardStructureTypes.P, false, 12);
        List<Block> blocks = report.blocks();
        for (int i = 0; i < blocks.size(); i++) {
            progress.reached(Double.NaN);
            keep(blocks.subList(i, Math.min(blocks.size(), i + 3)));
            block(blocks.get(i));
        }
        pages.finish(report.plainTitle());
        PdfStandards.state(document);
    }

    /// A heading, the paragraph below it and its figure stay on one page, and headings with the table below them.
    private void keep(List<Block> next) throws IOException {
        if (next.size() == 3
                && next.get(0) instanceof Block.Heading(var _, var title, var _)
                && next.get(1) instanceof Block.Paragraph(var words, var _)
                && next.get(2) instanceof Block.Picture picture) {
            double high = text.lines(title, HEADING_2, pages.width()).size() * HEADING_2.line()
                    + text.lines(words, BODY, pages.width()).size() * BODY.line()
                    + captionLines(picture).size() * CAPTION.line()
                    + PageFit.of(picture, report.plan().paper()).heightMm() * POINTS_PER_MM
                    + 35;
            if (high < pages.height()) {
                pages.keep(high);
            }
        }
        if (next.size() > 1 && next.get(0) instanceof Block.Heading heading && next.get(1) instanceof Block.Grid grid) {
            pages.keep(headingHeight(heading) + tableOf(grid).together(captionOf(grid), CAPTION));
        }
        if (next.size() > 2
                && next.get(0) instanceof Block.Heading above
                && next.get(1) instanceof Block.Heading heading
                && next.get(2) instanceof Block.Grid grid) {
            pages.keep(headingHeight(above)
                    + headingHeight(heading)
                    + tableOf(grid).together(captionOf(grid), CAPTION));
        }
    }

    private PdfTable tableOf(Block.Grid grid) {
        return new PdfTable(grid, pages, text);
    }

    private static List<Span> captionOf(Block.Grid grid) {
        return caption(Span.Kind.TABLE, grid.number(), grid.caption());
    }

    private static PdfText.ParagraphStyle styleOf(Block.Heading heading) {
        return heading.level() == 2 ? HEADING_2 : HEADING_3;
    }

    private double headingHeight(Block.Heading heading) throws IOException {
        PdfText.ParagraphStyle style = styleOf(heading);
        return HEADING_SPACE + text.lines(heading.text(), style, pages.width()).size() * style.line() + AFTER_HEADING;
    }

    private List<PdfText.Line> captionLines(Block.Picture picture) throws IOException {
        return text.lines(caption(Span.Kind.FIGURE, picture.number(), picture.caption()), CAPTION, pages.width());
    }

    private PDStructureElement element(String type) {
        return pages.tags().element(pages.tags().document(), type);
    }

    private void block(Block block) throws IOException {
        switch (block) {
            case Block.Heading heading -> heading(heading);
            case Block.Paragraph(var words, boolean isOwn) ->
                paragraph(words, BODY, StandardStructureTypes.P, isOwn, 6);
            case Block.Points(var items, boolean isOwn) -> points(items, isOwn);
            case Block.Picture picture -> picture(picture);
            case Block.Grid grid -> tableOf(grid).draw(captionOf(grid), CAPTION);
            case Block.Equation equation -> equation(equation);
            case Block.Contents(var names) -> contents(names);
        }
    }

    /// The numbers of their pages are written when these are known.
    private void contents(List<List<Span>> names) throws IOException {
        PDStructureElement all = element(StandardStructureTypes.TOC);
        var each = new ArrayList<PDStructureElement>();
        for (int i = 0; i < names.size(); i++) {
            each.add(pages.tags().element(all, StandardStructureTypes.TOCI));
        }
        double half = (pages.width() - CONTENTS_GAP) / 2;
        boolean isShort = names.size() <= CONTENTS_LONG;
        double wide = isShort ? pages.width() : half;
        int rows = isShort ? names.size() : (names.size() + 1) / 2;
        for (int row = 0; row < rows; row++) {
            pages.keep(BODY.line());
            for (int i = row; i < names.size(); i += rows) {
                double left = pages.left() + (i < rows ? 0 : half + CONTENTS_GAP);
                PdfText.Line line = text.cut(names.get(i), BODY, wide - CONTENTS_NUMBER);
                pages.part(
                        each.get(i),
                        content -> text.draw(content, line, BODY.color(), left, pages.bottom(BODY.line() * BASELINE)));
                pages.numberLater(i, each.get(i), BODY, left, wide);
            }
            pages.take(BODY.line());
        }
        pages.space(6);
    }

    private void heading(Block.Heading heading) throws IOException {
        List<Span> words = heading.text();
        PdfText.ParagraphStyle style = styleOf(heading);
        pages.space(heading.level() == 2 ? HEADING_SPACE : 9);
        pages.keep(text.lines(words, style, pages.width()).size() * style.line() + KEPT_BELOW);
        pages.bookmark(heading.level(), Span.text(words));
        paragraph(
                words,
                style,
                heading.level() == 2 ? StandardStructureTypes.H2 : StandardStructureTypes.H3,
                heading.isOwn(),
                AFTER_HEADING);
    }

    /// @param isOwn whether a person wrote it
    private void paragraph(List<Span> words, PdfText.ParagraphStyle paragraph, String type, boolean isOwn, double after)
            throws IOException {
        pages.lines(text.lines(words, paragraph, pages.width()), paragraph, own(element(type), isOwn), 0);
        pages.space(after);
    }

    /// What a person wrote is in their language.
    private PDStructureElement own(PDStructureElement element, boolean isOwn) {
        if (isOwn && !report.plan().isEnglish()) {
            element.setLanguage(report.plan().language());
        }
        return element;
    }

    private void points(List<List<Span>> items, boolean isOwn) throws IOException {
        PDStructureElement list = own(element(StandardStructureTypes.L), isOwn);
        for (List<Span> item : items) {
            PDStructureElement each = pages.tags().element(list, StandardStructureTypes.LI);
            pages.keep(BODY.line());
            pages.mark(pages.tags().element(each, StandardStructureTypes.LBL), List.of(Span.plain("•")), BODY, 2);
            pages.lines(
                    text.lines(item, BODY, pages.width() - INDENT),
                    BODY,
                    pages.tags().element(each, StandardStructureTypes.L_BODY),
                    INDENT);
            pages.space(2);
        }
        pages.space(4);
    }

    private static List<Span> caption(Span.Kind kind, int number, List<Span> caption) {
        var words = new ArrayList<Span>(List.of(Span.strong(kind.word() + "\u00a0" + number + ". ")));
        words.addAll(caption);
        return words;
    }

    private void picture(Block.Picture picture) throws IOException {
        PageFit fit = PageFit.of(picture, report.plan().paper());
        double wide = fit.widthMm() * POINTS_PER_MM;
        double high = fit.heightMm() * POINTS_PER_MM;
        List<PdfText.Line> caption = captionLines(picture);
        pages.space(6);
        pages.keep(high + 6 + caption.size() * CAPTION.line());
        PDFormXObject drawing = drawings.draw(picture.drawing(), progress);
        double left = pages.left() + (pages.width() - wide) / 2;
        pages.drawn(
                pages.tags().described(pages.tags().document(), StandardStructureTypes.Figure, picture.description()),
                high,
                content -> {
                    content.saveGraphicsState();
                    content.transform(Matrix.getTranslateInstance((float) left, (float) pages.bottom(high)));
                    content.transform(Matrix.getScaleInstance((float) fit.scale(), (float) fit.scale()));
                    content.drawForm(drawing);
                    content.restoreGraphicsState();
                });
        pages.space(4);
        pages.lines(caption, CAPTION, element(StandardStructureTypes.CAPTION), 0);
        pages.space(8);
    }

    private void equation(Block.Equation equation) throws IOException {
        PdfMath.Box box = new PdfMath(text).box(equation.mathematics(), MATH);
        List<Span> label = equation.series().isEmpty() ? List.of() : List.of(Span.strong(equation.series() + ":"));
        List<PdfText.Line> labelled = text.lines(label, BODY, pages.width() / 3);
        double from = label.isEmpty()
                ? 0
                : labelled.stream().mapToDouble(PdfText.Line::width).max().orElse(0) + 10;
        PdfText.Line number = text.lines(List.of(Span.plain("(" + equation.number() + ")")), BODY, pages.width())
                .getFirst();
        double fits = Math.min(1, (pages.width() - from - number.width() - 10) / box.width());
        double high = Math.max(labelled.size() * BODY.line(), (box.ascent() + box.descent()) * fits + 5);
        pages.keep(high);
        if (!label.isEmpty()) {
            pages.mark(element(StandardStructureTypes.P), label, BODY, 0);
        }
        String words = equation.text();
        double base = box.ascent() * fits + 1.5;
        pages.drawn(
                pages.tags().described(pages.tags().document(), StandardStructureTypes.FORMULA, words),
                high,
                content -> {
                    content.saveGraphicsState();
                    content.transform(
                            Matrix.getTranslateInstance((float) (pages.left() + from), (float) pages.bottom(base)));
                    content.transform(Matrix.getScaleInstance((float) fits, (float) fits));
                    box.drawing().at(content, 0, 0);
                    content.restoreGraphicsState();
                    text.draw(
                            content,
                            number,
                            BODY.color(),
                            pages.left() + pages.width() - number.width(),
                            pages.bottom(base));
                });
        if (!equation.where().isEmpty()) {
            paragraph(List.of(Span.plain(equation.where())), CAPTION, StandardStructureTypes.P, false, 2);
        }
        pages.space(4);
    }
}
