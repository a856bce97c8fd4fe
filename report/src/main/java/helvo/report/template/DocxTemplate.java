package helvo.report.template;

import helvo.core.Progress;
import helvo.core.study.ReportPlan;
import helvo.files.UnreadableFile;
import helvo.files.archive.GuardedZip;
import helvo.report.model.Block;
import helvo.report.model.Report;
import helvo.report.model.Span;
import helvo.report.office.DocxReport;
import helvo.report.office.OfficeArchive;
import helvo.report.office.WordBody;
import helvo.report.office.XmlText;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Matcher;
import javax.xml.XMLConstants;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import javax.xml.transform.OutputKeys;
import javax.xml.transform.TransformerException;
import javax.xml.transform.TransformerFactory;
import javax.xml.transform.dom.DOMSource;
import javax.xml.transform.stream.StreamResult;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.w3c.dom.Node;
import org.w3c.dom.NodeList;
import org.xml.sax.SAXException;

/// A DOCX with places. A place that stands alone in its paragraph may be a section or the whole report; within a
/// paragraph it is words. Styles of the template are kept; those that it lacks are added.
final class DocxTemplate {
    private static final String W = WordBody.MAIN_NAMESPACE;
    private static final String DOCUMENT = "word/document.xml";
    private static final String RELATIONS = "word/_rels/document.xml.rels";
    private static final String STYLES = "word/styles.xml";
    private static final String NUMBERING = "word/numbering.xml";
    private static final String TYPES = "[Content_Types].xml";

    private final String name;
    private final Report report;
    private final Progress progress;
    private final Map<String, byte[]> parts = new LinkedHashMap<>();
    private final Map<String, byte[]> media = new LinkedHashMap<>();
    private int bullets;

    private DocxTemplate(String name, Report report, Progress progress) {
        this.name = name;
        this.report = report;
        this.progress = progress;
    }

    static byte[] filled(Path file, Report report, Progress progress) throws UnreadableFile, IOException {
        String name = String.valueOf(file.getFileName());
        try (GuardedZip zip = GuardedZip.open(file)) {
            zip.refuseBombs();
            return new DocxTemplate(name, report, progress).filled(zip);
        } catch (SAXException | TransformerException | ParserConfigurationException e) {
            throw new UnreadableFile(
                    "The template “" + name + "” is damaged: a part of it is no XML. (" + e.getMessage() + ")", e);
        }
    }

    private byte[] filled(GuardedZip zip)
            throws UnreadableFile, IOException, SAXException, TransformerException, ParserConfigurationException {
        long size = 0;
        for (String part : zip.parts()) {
            try (InputStream in = zip.stream(part, Progress.none())) {
                byte[] bytes = in.readNBytes(Template.MOST_BYTES);
                size += bytes.length;
                parts.put(part, bytes);
            }
            if (size >= Template.MOST_BYTES) {
                throw new UnreadableFile("The template “" + name + "” unpacks to more than 32 MB.");
            }
            refuseActive(part);
        }
        for (String needed : List.of(DOCUMENT, RELATIONS, STYLES, TYPES)) {
            if (!parts.containsKey(needed)) {
                throw new UnreadableFile("The template “" + name + "” is not a DOCX: it has no " + needed + ".");
            }
        }
        numbering();
        body();
        styles();
        relations();
        var whole = new OfficeArchive();
        for (Map.Entry<String, byte[]> part : parts.entrySet()) {
            whole.part(part.getKey(), part.getValue());
        }
        for (Map.Entry<String, byte[]> medium : media.entrySet()) {
            whole.part("word/media/" + medium.getKey(), medium.getValue());
        }
        return whole.whole();
    }

    private void refuseActive(String part)
            throws UnreadableFile, IOException, SAXException, ParserConfigurationException {
        String lower = part.toLowerCase(Locale.ROOT);
        if (lower.contains("vbaproject") || lower.contains("activex") || lower.contains("embeddings/")) {
            throw Template.refused(name, "part " + part, "it holds a program or another document");
        }
        if (lower.endsWith(".rels")) {
            for (Element relation : elements(xml(part), "Relationship")) {
                if (relation.getAttribute("TargetMode").equalsIgnoreCase("External")
                        && !relation.getAttribute("Type").endsWith("/hyperlink")) {
                    throw Template.refused(
                            name,
                            "part " + part,
                            "it refers to “" + relation.getAttribute("Target") + "” outside itself");
                }
            }
        }
    }

    private Document xml(String part) throws IOException, SAXException, ParserConfigurationException {
        return parsed(Objects.requireNonNull(parts.get(part), part));
    }

    private static Document parsed(byte[] bytes) throws IOException, SAXException, ParserConfigurationException {
        var factory = DocumentBuilderFactory.newInstance();
        factory.setNamespaceAware(true);
        factory.setFeature(XMLConstants.FEATURE_SECURE_PROCESSING, true);
        factory.setFeature("http://apache.org/xml/features/disallow-doctype-decl", true);
        factory.setAttribute(XMLConstants.ACCESS_EXTERNAL_DTD, "");
        var builder = factory.newDocumentBuilder();
        builder.setErrorHandler(null);
        return builder.parse(new ByteArrayInputStream(bytes));
    }

    private static List<Element> elements(Document document, String localName) {
        return list(document.getElementsByTagNameNS("*", localName));
    }

    private static List<Element> list(NodeList nodes) {
        var elements = new ArrayList<Element>();
        for (int i = 0; i < nodes.getLength(); i++) {
            elements.add((Element) nodes.item(i));
        }
        return elements;
    }

    private void put(String part, Document document) throws TransformerException {
        var bytes = new ByteArrayOutputStream();
        var factory = TransformerFactory.newInstance();
        factory.setFeature(XMLConstants.FEATURE_SECURE_PROCESSING, true);
        var writer = factory.newTransformer();
        writer.setOutputProperty(OutputKeys.ENCODING, "UTF-8");
        document.setXmlStandalone(true);
        writer.transform(new DOMSource(document), new StreamResult(bytes));
        parts.put(part, bytes.toByteArray());
    }

    /// A list with bullets besides those that the template has.
    private void numbering() throws IOException, SAXException, ParserConfigurationException, TransformerException {
        Document ours = parsed(DocxReport.resource("docx-numbering.xml"));
        if (!parts.containsKey(NUMBERING)) {
            bullets = 1;
            put(NUMBERING, ours);
            return;
        }
        Document theirs = xml(NUMBERING);
        int kind = 1
                + elements(theirs, "abstractNum").stream()
                        .mapToInt(each -> number(each, "abstractNumId"))
                        .max()
                        .orElse(0);
        bullets = 1
                + elements(theirs, "num").stream()
                        .mapToInt(each -> number(each, "numId"))
                        .max()
                        .orElse(0);
        var abstractList =
                (Element) theirs.importNode(elements(ours, "abstractNum").getFirst(), true);
        abstractList.setAttributeNS(W, "w:abstractNumId", Integer.toString(kind));
        var list = (Element) theirs.importNode(elements(ours, "num").getFirst(), true);
        list.setAttributeNS(W, "w:numId", Integer.toString(bullets));
        ((Element) list.getFirstChild()).setAttributeNS(W, "w:val", Integer.toString(kind));
        Element root = theirs.getDocumentElement();
        root.insertBefore(
                abstractList, elements(theirs, "num").stream().findFirst().orElse(null));
        root.appendChild(list);
        put(NUMBERING, theirs);
    }

    private static int number(Element element, String attribute) {
        String text = element.getAttributeNS(W, attribute);
        return text.matches("\\d{1,8}") ? Integer.parseInt(text) : 0;
    }

    private void body()
            throws UnreadableFile, IOException, SAXException, ParserConfigurationException, TransformerException {
        Document document = xml(DOCUMENT);
        Map<String, String> words = Template.words(report);
        int number = 0;
        for (Element paragraph : list(document.getElementsByTagNameNS(W, "p"))) {
            number++;
            List<Element> texts = list(paragraph.getElementsByTagNameNS(W, "t"));
            var whole = new StringBuilder();
            texts.forEach(text -> whole.append(text.getTextContent()));
            Matcher place = Template.PLACE.matcher(whole);
            if (!place.find()) {
                continue;
            }
            Optional<List<Block>> blocks =
                    whole.toString().strip().equals(place.group()) ? blocks(place.group(1)) : Optional.empty();
            if (blocks.isPresent()) {
                insert(blocks.get(), paragraph);
                continue;
            }
            var filled = new StringBuilder();
            place.reset();
            while (place.find()) {
                if (!words.containsKey(place.group(1))) {
                    throw Template.unknown(name, "paragraph " + number, place.group(1));
                }
                place.appendReplacement(filled, Matcher.quoteReplacement(Span.clean(words.get(place.group(1)))));
            }
            place.appendTail(filled);
            for (int i = 0; i < texts.size(); i++) {
                texts.get(i).setTextContent(i == 0 ? filled.toString() : "");
            }
            texts.getFirst().setAttributeNS(XMLConstants.XML_NS_URI, "xml:space", "preserve");
        }
        put(DOCUMENT, document);
    }

    /// What a place of its own paragraph stands for; empty where it is words.
    private Optional<List<Block>> blocks(String place) {
        return place.equals("report")
                ? Optional.of(report.blocks())
                : Arrays.stream(ReportPlan.Section.values())
                        .filter(section ->
                                section.name().toLowerCase(Locale.ROOT).equals(place))
                        .findFirst()
                        .map(section -> report.sections().stream()
                                .filter(part -> part.section() == section)
                                .flatMap(part -> part.blocks().stream())
                                .toList());
    }

    private void insert(List<Block> blocks, Element paragraph)
            throws IOException, SAXException, ParserConfigurationException {
        XmlText xml = XmlText.document().open("w:body", WordBody.namespaces());
        var body = new WordBody(report.plan(), xml, bullets, progress);
        body.write(blocks);
        media.putAll(body.media());
        Element filled = parsed(xml.close().bytes()).getDocumentElement();
        Node parent = paragraph.getParentNode();
        for (Node child = filled.getFirstChild(); child != null; child = child.getNextSibling()) {
            parent.insertBefore(paragraph.getOwnerDocument().importNode(child, true), paragraph);
        }
        parent.removeChild(paragraph);
    }

    private void styles() throws IOException, SAXException, ParserConfigurationException, TransformerException {
        Document theirs = xml(STYLES);
        List<String> known = elements(theirs, "style").stream()
                .map(each -> each.getAttributeNS(W, "styleId"))
                .toList();
        for (Element style : elements(parsed(DocxReport.styles(report.plan().documentLanguage())), "style")) {
            if (!known.contains(style.getAttributeNS(W, "styleId"))) {
                var added = (Element) theirs.importNode(style, true);
                added.removeAttributeNS(W, "default");
                theirs.getDocumentElement().appendChild(added);
            }
        }
        put(STYLES, theirs);
    }

    private void relations() throws IOException, SAXException, ParserConfigurationException, TransformerException {
        Document relations = xml(RELATIONS);
        for (String medium : media.keySet()) {
            relate(relations, WordBody.relation(medium), "image", "media/" + medium);
        }
        if (elements(relations, "Relationship").stream()
                .noneMatch(each -> each.getAttribute("Type").endsWith("/numbering"))) {
            relate(relations, "helvonumbering", "numbering", "numbering.xml");
        }
        put(RELATIONS, relations);
        Document types = xml(TYPES);
        for (String ending : List.of("png", "svg")) {
            if (elements(types, "Default").stream()
                    .noneMatch(each -> each.getAttribute("Extension").equalsIgnoreCase(ending))) {
                Element type = types.createElementNS(types.getDocumentElement().getNamespaceURI(), "Default");
                type.setAttribute("Extension", ending);
                type.setAttribute("ContentType", ending.equals("png") ? "image/png" : "image/svg+xml");
                types.getDocumentElement()
                        .insertBefore(type, types.getDocumentElement().getFirstChild());
            }
        }
        if (elements(types, "Override").stream()
                .noneMatch(each -> each.getAttribute("PartName").equals("/" + NUMBERING))) {
            Element type = types.createElementNS(types.getDocumentElement().getNamespaceURI(), "Override");
            type.setAttribute("PartName", "/" + NUMBERING);
            type.setAttribute(
                    "ContentType", "application/vnd.openxmlformats-officedocument.wordprocessingml.numbering+xml");
            types.getDocumentElement().appendChild(type);
        }
        put(TYPES, types);
    }

    private static void relate(Document relations, String id, String kind, String target) {
        Element relation =
                relations.createElementNS(relations.getDocumentElement().getNamespaceURI(), "Relationship");
        relation.setAttribute("Id", id);
        relation.setAttribute("Type", "http://schemas.openxmlformats.org/officeDocument/2006/relationships/" + kind);
        relation.setAttribute("Target", target);
        relations.getDocumentElement().appendChild(relation);
    }
}
