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
    private static final double TWIPS_PER_MM = 1440 / 25.4;
    private static final String RELATIONS = "http://schemas.openxmlformats.org/package/2006/relationships";
    private static final String OFFICE = "http://schemas.openxmlformats.org/officeDocument/2006/relationships/";

    private static final String PACKAGE_TYPE = "application/vnd.openxmlformats-package.";
    private static final String WORD_TYPE = "application/vnd.openxmlformats-officedocument.wordprocessingml.";
    /// Parts of the package that stand beside the document.
    private static final List<String> BESIDE = List.of("styles", "settings", "numbering");

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
        XmlText ofPackage = relations();
        relate(ofPackage, "rId1", OFFICE + "officeDocument", "word/document.xml");
        relate(ofPackage, "rId2", RELATIONS + "/metadata/core-properties", "docProps/core.xml");
        parts.xmlPart("_rels/.rels", ofPackage.close());
        parts.xmlPart("docProps/core.xml", properties(report));
        parts.xmlPart("word/document.xml", document);
        XmlText ofDocument = relations();
        for (int i = 0; i < BESIDE.size(); i++) {
            relate(ofDocument, "rId" + (i + 1), OFFICE + BESIDE.get(i), BESIDE.get(i) + ".xml");
        }
        body.media()
                .keySet()
                .forEach(medium -> relate(ofDocument, WordBody.relation(medium), OFFICE + "image", "media/" + medium));
        parts.xmlPart("word/_rels/document.xml.rels", ofDocument.close());
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
                .empty("w:pgSz", "w:w=" + twips(paper.widthMm()), "w:h=" + twips(paper.heightMm()))
                .empty(
                        "w:pgMar",
                        "w:top=" + margin,
                        "w:right=" + margin,
                        "w:bottom=" + margin,
                        "w:left=" + margin,
                        "w:header=708",
                        "w:footer=708",
                        "w:gutter=0")
                .close();
    }

    static String twips(double mm) {
        return Long.toString(Math.round(mm * TWIPS_PER_MM));
    }

    private static XmlText contentTypes() {
        XmlText types = XmlText.document()
                .open("Types", "xmlns=http://schemas.openxmlformats.org/package/2006/content-types")
                .empty("Default", "Extension=rels", "ContentType=" + PACKAGE_TYPE + "relationships+xml")
                .empty("Default", "Extension=xml", "ContentType=application/xml")
                .empty("Default", "Extension=png", "ContentType=image/png")
                .empty("Default", "Extension=svg", "ContentType=image/svg+xml")
                .empty("Override", "PartName=/docProps/core.xml", "ContentType=" + PACKAGE_TYPE + "core-properties+xml")
                .empty("Override", "PartName=/word/document.xml", "ContentType=" + WORD_TYPE + "document.main+xml");
        for (String part : BESIDE) {
            types.empty("Override", "PartName=/word/" + part + ".xml", "ContentType=" + WORD_TYPE + part + "+xml");
        }
        return types.close();
    }

    private static XmlText relations() {
        return XmlText.document().open("Relationships", "xmlns=" + RELATIONS);
    }

    private static void relate(XmlText relations, String id, String type, String target) {
        relations.empty("Relationship", "Id=" + id, "Type=" + type, "Target=" + target);
    }

    private static XmlText properties(Report report) {
        return XmlText.document()
                .open(
                        "cp:coreProperties",
                        "xmlns:cp=http://schemas.openxmlformats.org/package/2006/metadata/core-properties",
                        "xmlns:dc=http://purl.org/dc/elements/1.1/")
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
