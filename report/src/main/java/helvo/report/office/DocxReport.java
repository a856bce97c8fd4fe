package helvo.report.office;

import helvo.core.Progress;
import helvo.core.study.ReportPlan;
import helvo.files.ProgramVersion;
import helvo.report.model.PageFit;
import helvo.report.model.Report;
import helvo.report.model.Span;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;

/// A report as a DOCX that is written on in: real headings, captions and references that the word processor counts,
/// tables with a heading row that repeats, equations that can be edited, figures as vectors with pixels for
/// programs that read no SVG.
///
/// Written part by part and not through a library: the one at hand has neither equations nor vector pictures nor
/// captions in what it offers, and takes longer to load than a report takes to write.
public final class DocxReport {
    static final double TWIPS_PER_MM = 1440 / 25.4;
    private static final String RELATIONS = "http://schemas.openxmlformats.org/package/2006/relationships";
    private static final String OFFICE = "http://schemas.openxmlformats.org/officeDocument/2006/relationships/";

    private DocxReport() {}

    public static byte[] of(Report report, Progress progress) throws IOException {
        XmlText document = XmlText.document();
        var body = new WordBody(report.plan(), document, 1, progress);
        document.open("w:document", WordBody.namespaces()).open("w:body");
        body.own(true, () -> body.paragraph("Title", report.title(), false));
        body.paragraph("Subtitle", List.of(Span.plain(String.join(" · ", report.byline()))), false);
        body.write(report.blocks());
        section(document, report.plan().paper());
        document.close().close();

        var parts = new OfficeArchive();
        parts.xmlPart("[Content_Types].xml", contentTypes());
        parts.xmlPart(
                "_rels/.rels",
                relations(
                        Map.of(
                                "rId1",
                                new String[] {OFFICE + "officeDocument", "word/document.xml"},
                                "rId2",
                                new String[] {
                                    "http://schemas.openxmlformats.org/package/2006/relationships/"
                                            + "metadata/core-properties",
                                    "docProps/core.xml"
                                }),
                        List.of()));
        parts.xmlPart("docProps/core.xml", properties(report));
        parts.xmlPart("word/document.xml", document);
        parts.xmlPart(
                "word/_rels/document.xml.rels",
                relations(
                        Map.of(
                                "rId1",
                                new String[] {OFFICE + "styles", "styles.xml"},
                                "rId2",
                                new String[] {OFFICE + "settings", "settings.xml"},
                                "rId3",
                                new String[] {OFFICE + "numbering", "numbering.xml"}),
                        List.copyOf(body.media().keySet())));
        parts.part("word/styles.xml", styles(report.plan().documentLanguage()));
        parts.part("word/settings.xml", resource("docx-settings.xml"));
        parts.part("word/numbering.xml", resource("docx-numbering.xml"));
        for (Map.Entry<String, byte[]> medium : body.media().entrySet()) {
            parts.part("word/media/" + medium.getKey(), medium.getValue());
        }
        return parts.whole();
    }

    private static void section(XmlText document, ReportPlan.Paper paper) {
        String margin = twips(PageFit.MARGIN_MM);
        document.open("w:sectPr")
                .empty("w:pgSz", "w:w", twips(paper.widthMm()), "w:h", twips(paper.heightMm()))
                .empty(
                        "w:pgMar",
                        "w:top",
                        margin,
                        "w:right",
                        margin,
                        "w:bottom",
                        margin,
                        "w:left",
                        margin,
                        "w:header",
                        "708",
                        "w:footer",
                        "708",
                        "w:gutter",
                        "0")
                .close();
    }

    private static String twips(double mm) {
        return Long.toString(Math.round(mm * TWIPS_PER_MM));
    }

    private static XmlText contentTypes() {
        XmlText types = XmlText.document()
                .open("Types", "xmlns", "http://schemas.openxmlformats.org/package/2006/content-types")
                .empty(
                        "Default",
                        "Extension",
                        "rels",
                        "ContentType",
                        "application/vnd.openxmlformats-package.relationships+xml")
                .empty("Default", "Extension", "xml", "ContentType", "application/xml")
                .empty("Default", "Extension", "png", "ContentType", "image/png")
                .empty("Default", "Extension", "svg", "ContentType", "image/svg+xml")
                .empty(
                        "Override",
                        "PartName",
                        "/docProps/core.xml",
                        "ContentType",
                        "application/vnd.openxmlformats-package.core-properties+xml")
                .empty(
                        "Override",
                        "PartName",
                        "/word/document.xml",
                        "ContentType",
                        "application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml");
        for (String part : List.of("styles", "settings", "numbering")) {
            types.empty(
                    "Override",
                    "PartName",
                    "/word/" + part + ".xml",
                    "ContentType",
                    "application/vnd.openxmlformats-officedocument.wordprocessingml." + part + "+xml");
        }
        return types.close();
    }

    /// @param fixed by their ids, kind and target
    private static XmlText relations(Map<String, String[]> fixed, List<String> media) {
        XmlText relations = XmlText.document().open("Relationships", "xmlns", RELATIONS);
        fixed.entrySet().stream()
                .sorted(Map.Entry.comparingByKey())
                .forEach(each -> relations.empty(
                        "Relationship", "Id", each.getKey(), "Type", each.getValue()[0], "Target", each.getValue()[1]));
        media.forEach(medium -> relations.empty(
                "Relationship",
                "Id",
                WordBody.relation(medium),
                "Type",
                OFFICE + "image",
                "Target",
                "media/" + medium));
        return relations.close();
    }

    private static XmlText properties(Report report) {
        return XmlText.document()
                .open(
                        "cp:coreProperties",
                        "xmlns:cp",
                        "http://schemas.openxmlformats.org/package/2006/metadata/core-properties",
                        "xmlns:dc",
                        "http://purl.org/dc/elements/1.1/")
                .element("dc:title", report.plainTitle())
                .element("dc:creator", report.plan().author())
                .element("dc:language", report.plan().documentLanguage())
                .element("dc:description", "Made with " + ProgramVersion.text() + " from “" + report.study() + "”")
                .close();
    }

    public static byte[] styles(String language) throws IOException {
        return new String(resource("docx-styles.xml"), StandardCharsets.UTF_8)
                .replace("LANGUAGE", language)
                .getBytes(StandardCharsets.UTF_8);
    }

    public static byte[] resource(String name) throws IOException {
        try (InputStream in = DocxReport.class.getResourceAsStream("/helvo/report/" + name)) {
            return in.readAllBytes();
        }
    }
}
