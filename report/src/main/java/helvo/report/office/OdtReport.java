package helvo.report.office;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.study.ReportPlan;
import helvo.files.ProgramVersion;
import helvo.report.model.Block;
import helvo.report.model.PageFit;
import helvo.report.model.Pictures;
import helvo.report.model.Report;
import helvo.report.model.Span;
import helvo.report.pdf.EquationPicture;
import helvo.report.web.Markup;
import helvo.report.web.MathMl;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/// A report as an OpenDocument text (ISO/IEC 26300, version 1.3): headings, captions by sequences and references to
/// these, tables with heading rows, equations as MathML objects, figures as vectors with pixels behind them for
/// programs that read no SVG.
public final class OdtReport {
    private static final String TYPE = "application/vnd.oasis.opendocument.text";
    private static final String FORMULA = "application/vnd.oasis.opendocument.formula";
    private static final String OASIS = "urn:oasis:names:tc:opendocument:xmlns:";
    private static final String[] OF_A_DOCUMENT = {
        "xmlns:office=" + OASIS + "office:1.0",
        "xmlns:text=" + OASIS + "text:1.0",
        "xmlns:table=" + OASIS + "table:1.0",
        "xmlns:draw=" + OASIS + "drawing:1.0",
        "xmlns:svg=" + OASIS + "svg-compatible:1.0",
        "xmlns:style=" + OASIS + "style:1.0",
        "xmlns:fo=" + OASIS + "xsl-fo-compatible:1.0",
        "xmlns:xlink=http://www.w3.org/1999/xlink",
        "xmlns:meta=" + OASIS + "meta:1.0",
        "xmlns:dc=http://purl.org/dc/elements/1.1/",
        "office:version=1.3"
    };
    /// A table with no more rows stays on one page.
    static final int WHOLE = 30;

    private final Report report;
    private final Progress progress;
    private final Pictures pictures;
    private final XmlText xml = XmlText.document();
    /// By their places in the package, each with its kind.
    private final Map<String, Part> parts = new LinkedHashMap<>();
    private int objects;
    private int sections;
    /// Whether what is being written is in another language than the document.
    private boolean isForeign;

    private record Part(String type, byte[] bytes) {}

    private OdtReport(Report report, Progress progress) throws IOException {
        this.report = report;
        this.progress = progress;
        this.pictures = Pictures.in(report.blocks(), progress);
    }

    public static byte[] of(Report report, Progress progress) throws IOException {
        return new OdtReport(report, progress).whole();
    }

    private byte[] whole() throws IOException {
        content();
        var whole = new OfficeArchive();
        whole.plain("mimetype", TYPE.getBytes(StandardCharsets.US_ASCII));
        whole.xmlPart("content.xml", xml);
        whole.part("styles.xml", styles());
        whole.xmlPart("meta.xml", meta());
        for (Map.Entry<String, Part> part : parts.entrySet()) {
            if (part.getValue().bytes().length > 0) {
                whole.part(part.getKey(), part.getValue().bytes());
            }
        }
        whole.xmlPart("META-INF/manifest.xml", manifest());
        return whole.whole();
    }

    private void content() throws IOException {
        xml.open("office:document-content", OF_A_DOCUMENT)
                .raw(resource("odt-automatic-styles.xml") + tableStyles() + ownStyle() + "</office:automatic-styles>")
                .open("office:body")
                .open("office:text")
                .open("text:sequence-decls");
        for (Span.Kind kind : Span.Kind.values()) {
            xml.empty("text:sequence-decl", "text:display-outline-level=0", "text:name=" + kind.word());
        }
        xml.close();
        own(true, () -> paragraph("Title", report.title()));
        paragraph("Subtitle", List.of(Span.plain(String.join(" · ", report.byline()))));
        List<Block> blocks = report.blocks();
        for (int i = 0; i < blocks.size(); i++) {
            progress.reached(Double.NaN);
            if (blocks.get(i) instanceof Block.Paragraph(var text, boolean isOwn)
                    && i + 1 < blocks.size()
                    && blocks.get(i + 1) instanceof Block.Picture) {
                own(isOwn, () -> paragraph("Text_20_body_20_kept", text));
            } else {
                block(blocks.get(i));
            }
        }
        xml.close().close().close();
    }

    /// The language of what a person wrote.
    private String ownStyle() {
        return "<style:style style:name=\"own\" style:family=\"text\"><style:text-properties fo:language=\""
                + languageOf(report.plan().language()) + "\" fo:country=\""
                + countryOf(report.plan().language())
                + "\"/></style:style>";
    }

    private static String languageOf(String tag) {
        return tag.split("-")[0].toLowerCase(java.util.Locale.ROOT);
    }

    private static String countryOf(String tag) {
        String[] parts = tag.split("-");
        return parts.length > 1 && parts[1].length() == 2
                ? parts[1].toUpperCase(java.util.Locale.ROOT)
                : parts[0].equals("en") ? "GB" : "none";
    }

    /// A style for each table and its columns, since they are as wide as their texts.
    private String tableStyles() {
        var styles = new StringBuilder();
        for (Block block : report.blocks()) {
            if (block instanceof Block.Grid grid) {
                DocumentColumnWidths widths = widths(grid);
                String name = "table" + grid.number();
                styles.append(RootLocale.format(
                        "<style:style style:name=\"%s\" style:family=\"table\"><style:table-properties "
                                + "style:width=\"%s\" table:align=\"left\" style:may-break-between-rows=\""
                                + (grid.rows().size() > WHOLE) + "\" "
                                + "table:border-model=\"collapsing\" fo:margin-bottom=\"4mm\"/></style:style>",
                        name,
                        mm(widths.sum())));
                for (int i = 0; i < widths.mm().length; i++) {
                    styles.append(RootLocale.format(
                            "<style:style style:name=\"%s.%d\" style:family=\"table-column\">"
                                    + "<style:table-column-properties style:column-width=\"%s\"/></style:style>",
                            name, i + 1, mm(widths.mm()[i])));
                }
            }
        }
        return styles.toString();
    }

    private DocumentColumnWidths widths(Block.Grid grid) {
        return DocumentColumnWidths.of(grid, PageFit.textWidth(report.plan().paper()));
    }

    private void block(Block block) throws IOException {
        switch (block) {
            case Block.Heading(int level, var text, boolean isOwn) -> {
                xml.open("text:h", "text:style-name=Heading_20_" + (level - 1), "text:outline-level=" + (level - 1));
                if (level == 2) {
                    xml.empty("text:bookmark", "text:name=" + Markup.sectionId(++sections));
                }
                own(isOwn, () -> spans(text));
                xml.close();
            }
            case Block.Paragraph(var text, boolean isOwn) -> own(isOwn, () -> paragraph("Text_20_body", text));
            case Block.Points(var items, boolean isOwn) -> {
                xml.open("text:list", "text:style-name=bullets");
                items.forEach(item -> {
                    xml.open("text:list-item");
                    own(isOwn, () -> paragraph("Text_20_body", item));
                    xml.close();
                });
                xml.close();
            }
            case Block.Picture picture -> picture(picture);
            case Block.Grid grid -> grid(grid);
            case Block.Equation equation -> equation(equation);
            case Block.Contents(var names) -> contents(names);
        }
    }

    /// An index that the word processor works out again, with page numbers, when it is asked to.
    private void contents(List<List<Span>> names) {
        xml.open("text:table-of-content", "text:name=Contents", "text:protected=false")
                .open("text:table-of-content-source", "text:outline-level=1")
                .empty("text:index-title-template")
                .close()
                .open("text:index-body");
        for (int i = 0; i < names.size(); i++) {
            xml.open("text:p", "text:style-name=Text_20_body")
                    .open("text:a", "xlink:type=simple", "xlink:href=#" + Markup.sectionId(i + 1));
            spans(names.get(i));
            xml.close().close();
        }
        xml.close().close();
    }

    private void paragraph(String style, List<Span> text) {
        xml.open(
                "text:p",
                "text:style-name="
                        + (Span.isRightToLeft(Span.text(text)) && style.equals("Text_20_body")
                                ? "Right_20_to_20_left"
                                : style));
        spans(text);
        xml.close();
    }

    /// What a person wrote is in their language.
    private void own(boolean isOwn, Runnable write) {
        isForeign = isOwn && !report.plan().isEnglish();
        write.run();
        isForeign = false;
    }

    private void spans(List<Span> spans) {
        if (isForeign) {
            foreign(spans);
        } else {
            inLine(spans);
        }
    }

    private void foreign(List<Span> spans) {
        xml.open("text:span", "text:style-name=own");
        inLine(spans);
        xml.close();
    }

    private void inLine(List<Span> spans) {
        for (Span span : spans) {
            switch (span) {
                case Span.Text(var text, var style) -> {
                    switch (style) {
                        case PLAIN -> text(text);
                        case STRONG, EMPHASIS, RAISED, LOWERED -> {
                            xml.open(
                                    "text:span",
                                    "text:style-name=" + style.name().toLowerCase(java.util.Locale.ROOT));
                            text(text);
                            xml.close();
                        }
                    }
                }
                case Span.Own(var own) -> {
                    if (report.plan().isEnglish()) {
                        inLine(own);
                    } else {
                        foreign(own);
                    }
                }
                // Beside an equation stands its number alone.
                case Span.Reference(var kind, int number)
                when kind == Span.Kind.EQUATION -> {
                    xml.text(kind.word() + "\u00a0")
                            .element(
                                    "text:sequence-ref",
                                    Integer.toString(number),
                                    "text:reference-format=value",
                                    "text:ref-name=" + ref(kind, number));
                }
                case Span.Reference(var kind, int number) ->
                    xml.element(
                            "text:sequence-ref",
                            kind.word() + "\u00a0" + number,
                            "text:reference-format=category-and-value",
                            "text:ref-name=" + ref(kind, number));
            }
        }
    }

    /// Blanks after a blank are an element of their own in OpenDocument.
    private void text(String text) {
        int from = 0;
        for (int at = text.indexOf("  "); at >= 0; at = text.indexOf("  ", from)) {
            xml.text(text.substring(from, at + 1)).empty("text:s");
            from = at + 2;
        }
        xml.text(text.substring(from));
    }

    private static String ref(Span.Kind kind, int number) {
        return "ref" + kind.word() + (number - 1);
    }

    private void caption(Span.Kind kind, int number, List<Span> text) {
        xml.open("text:p", "text:style-name=" + (kind == Span.Kind.FIGURE ? "Caption" : "Table_20_caption"))
                .open("text:span", "text:style-name=strong")
                .text(kind.word() + "\u00a0");
        sequence(kind, number);
        xml.text(".").close().text(" ");
        spans(text);
        xml.close();
    }

    /// A number that the word processor counts.
    private void sequence(Span.Kind kind, int number) {
        xml.element(
                "text:sequence",
                Integer.toString(number),
                "text:ref-name=" + ref(kind, number),
                "text:name=" + kind.word(),
                "text:formula=ooow:" + kind.word() + "+1",
                "style:num-format=1");
    }

    private void picture(Block.Picture picture) {
        String name = "Pictures/figure" + picture.number();
        parts.put(name + ".svg", new Part("image/svg+xml", pictures.of(picture).svg()));
        parts.put(name + ".png", new Part("image/png", pictures.of(picture).png()));
        PageFit fit = PageFit.of(picture, report.plan().paper());
        xml.open("text:p", "text:style-name=Figure")
                .open(
                        "draw:frame",
                        "draw:style-name=picture",
                        "draw:name=Figure " + picture.number(),
                        "text:anchor-type=as-char",
                        "svg:width=" + mm(fit.widthMm()),
                        "svg:height=" + mm(fit.heightMm()));
        for (String ending : List.of("svg", "png")) {
            xml.empty(
                    "draw:image",
                    "xlink:href=" + name + "." + ending,
                    "xlink:type=simple",
                    "xlink:show=embed",
                    "xlink:actuate=onLoad",
                    "draw:mime-type="
                            + Objects.requireNonNull(parts.get(name + "." + ending), "written before")
                                    .type());
        }
        xml.element("svg:title", "Figure " + picture.number())
                .element("svg:desc", picture.description())
                .close()
                .close();
        caption(Span.Kind.FIGURE, picture.number(), picture.caption());
    }

    private static String mm(double value) {
        return RootLocale.format("%.2fmm", value);
    }

    private void grid(Block.Grid grid) {
        caption(Span.Kind.TABLE, grid.number(), grid.caption());
        xml.open("table:table", "table:name=Table " + grid.number(), "table:style-name=table" + grid.number());
        xml.element("table:desc", Span.text(grid.caption()));
        for (int i = 0; i < grid.heads().size(); i++) {
            xml.empty("table:table-column", "table:style-name=table" + grid.number() + "." + (i + 1));
        }
        xml.open("table:table-header-rows");
        row(grid, grid.heads(), "head");
        xml.close();
        for (int i = 0; i < grid.rows().size(); i++) {
            row(grid, grid.rows().get(i), i == grid.rows().size() - 1 ? "last" : "cell");
        }
        xml.close();
    }

    private void row(Block.Grid grid, List<List<Span>> cells, String style) {
        xml.open("table:table-row", "table:style-name=row");
        for (int i = 0; i < cells.size(); i++) {
            xml.open("table:table-cell", "table:style-name=" + style, "office:value-type=string");
            paragraph(
                    (style.equals("head") ? "Table_20_head" : "Table_20_cell")
                            + (grid.numbers().get(i) ? "_20_number" : ""),
                    cells.get(i));
            xml.close();
        }
        xml.close();
    }

    /// As an object, with a picture behind it for readers that know no equations.
    private void equation(Block.Equation equation) throws IOException {
        String name = "Object " + ++objects;
        parts.put(
                name + "/content.xml",
                new Part(
                        "text/xml",
                        ("<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n"
                                        + MathMl.of(equation.mathematics(), " display=\"block\""))
                                .getBytes(StandardCharsets.UTF_8)));
        parts.put(name + "/", new Part(FORMULA, new byte[0]));
        var picture = EquationPicture.of(
                equation.mathematics(), PageFit.textWidth(report.plan().paper()));
        String pixels = "Pictures/equation" + equation.number() + ".png";
        parts.put(pixels, new Part("image/png", picture.png()));
        xml.open("text:p", "text:style-name=Equation");
        if (!equation.series().isEmpty()) {
            spans(List.of(Span.strong(equation.series() + ": ")));
        }
        xml.open(
                        "draw:frame",
                        "draw:style-name=formula",
                        "draw:name=" + name,
                        "text:anchor-type=as-char",
                        "svg:width=" + mm(picture.widthMm()),
                        "svg:height=" + mm(picture.heightMm()))
                .empty(
                        "draw:object",
                        "xlink:href=./" + name,
                        "xlink:type=simple",
                        "xlink:show=embed",
                        "xlink:actuate=onLoad")
                .empty(
                        "draw:image",
                        "xlink:href=" + pixels,
                        "xlink:type=simple",
                        "xlink:show=embed",
                        "xlink:actuate=onLoad")
                .element("svg:title", equation.text())
                .element("svg:desc", equation.text())
                .close();
        if (!equation.where().isEmpty()) {
            text(" (" + equation.where() + ")");
        }
        xml.empty("text:tab").text("(");
        sequence(Span.Kind.EQUATION, equation.number());
        xml.text(")").close();
    }

    private byte[] styles() throws IOException {
        ReportPlan plan = report.plan();
        return resource("odt-styles.xml")
                .replace("TEXTWIDTH", mm(PageFit.textWidth(plan.paper())))
                .replace("LANGUAGE", languageOf(plan.documentLanguage()))
                .replace("COUNTRY", countryOf(plan.documentLanguage()))
                .replace("WIDTH", mm(plan.paper().widthMm()))
                .replace("HEIGHT", mm(plan.paper().heightMm()))
                .replace("MARGIN", mm(PageFit.MARGIN_MM))
                .getBytes(StandardCharsets.UTF_8);
    }

    private static String resource(String name) throws IOException {
        return new String(DocxReport.resource(name), StandardCharsets.UTF_8);
    }

    private XmlText meta() {
        return XmlText.document()
                .open("office:document-meta", OF_A_DOCUMENT)
                .open("office:meta")
                .element("meta:generator", ProgramVersion.text())
                .element("dc:title", report.plainTitle())
                .element("dc:creator", report.plan().author())
                .element("dc:language", report.plan().documentLanguage())
                .element("dc:description", "Made from “" + report.study() + "”")
                .close()
                .close();
    }

    private XmlText manifest() {
        XmlText manifest = XmlText.document()
                .open("manifest:manifest", "xmlns:manifest=" + OASIS + "manifest:1.0", "manifest:version=1.3")
                .empty(
                        "manifest:file-entry",
                        "manifest:full-path=/",
                        "manifest:version=1.3",
                        "manifest:media-type=" + TYPE);
        for (String part : List.of("content.xml", "styles.xml", "meta.xml")) {
            manifest.empty("manifest:file-entry", "manifest:full-path=" + part, "manifest:media-type=text/xml");
        }
        parts.forEach((name, part) -> manifest.empty(
                "manifest:file-entry", "manifest:full-path=" + name, "manifest:media-type=" + part.type()));
        return manifest.close();
    }
}
