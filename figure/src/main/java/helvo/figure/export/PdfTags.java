package helvo.figure.export;

import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.Map;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDNumberTreeNode;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDMarkInfo;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDMarkedContentReference;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDObjectReference;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDParentTreeValue;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDStructureElement;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDStructureNode;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDStructureTreeRoot;
import org.apache.pdfbox.pdmodel.documentinterchange.markedcontent.PDPropertyList;
import org.apache.pdfbox.pdmodel.documentinterchange.taggedpdf.StandardStructureTypes;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotation;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationLink;
import org.apache.pdfbox.pdmodel.interactive.viewerpreferences.PDViewerPreferences;

/// The structure tags of a PDF's pages (ISO 32000-1, 14.7 and 14.8).
public final class PdfTags {
    private final PDDocument document;
    private final PDStructureElement whole;
    private final PDStructureTreeRoot root = new PDStructureTreeRoot();
    private final Map<PDPage, COSArray> marked = new LinkedHashMap<>();
    private final Map<PDAnnotation, PDStructureElement> links = new LinkedHashMap<>();

    /// @param language of all its text, by BCP 47
    public PdfTags(PDDocument document, String language) {
        this.document = document;
        var info = new PDMarkInfo();
        info.setMarked(true);
        document.getDocumentCatalog().setMarkInfo(info);
        document.getDocumentCatalog().setLanguage(language);
        document.getDocumentCatalog().setStructureTreeRoot(root);
        var preferences = new PDViewerPreferences(new COSDictionary());
        preferences.setDisplayDocTitle(true);
        document.getDocumentCatalog().setViewerPreferences(preferences);
        whole = new PDStructureElement(StandardStructureTypes.DOCUMENT, root);
        root.appendKid(whole);
    }

    /// The element of the whole document.
    public PDStructureElement document() {
        return whole;
    }

    /// A new element within another.
    ///
    /// @param type such as [StandardStructureTypes#P]
    public PDStructureElement element(PDStructureNode within, String type) {
        var element = new PDStructureElement(type, within);
        within.appendKid(element);
        return element;
    }

    /// One that has words for somebody who does not see it.
    public PDStructureElement described(PDStructureNode within, String type, String words) {
        PDStructureElement element = element(within, type);
        element.setAlternateDescription(words);
        return element;
    }

    /// What is drawn from here to `endMarkedContent` belongs to an element.
    public void begin(PDPageContentStream content, PDPage page, PDStructureElement element) throws IOException {
        COSArray parents = marked.computeIfAbsent(page, _ -> new COSArray());
        int id = parents.size();
        parents.add(element);
        var reference = new PDMarkedContentReference();
        reference.setMCID(id);
        reference.setPage(page);
        element.appendKid(reference);
        var properties = new COSDictionary();
        properties.setInt(COSName.MCID, id);
        content.beginMarkedContent(COSName.getPDFName(element.getStructureType()), PDPropertyList.create(properties));
    }

    /// What is drawn from here to `endMarkedContent` is no content, as a rule or a page's number.
    public void beginArtifact(PDPageContentStream content) throws IOException {
        content.beginMarkedContent(COSName.ARTIFACT);
    }

    /// A link that belongs to an element, such as [StandardStructureTypes#LINK], besides what is drawn of it.
    public void link(PDAnnotationLink link, PDPage page, PDStructureElement element) throws IOException {
        link.setPrinted(true);
        page.getAnnotations().add(link);
        var reference = new PDObjectReference();
        reference.setReferencedObject(link);
        reference.getCOSObject().setItem(COSName.PG, page);
        element.appendKid(reference);
        links.put(link, element);
    }

    /// Once everything is drawn.
    public void finish() {
        var numbers = new LinkedHashMap<Integer, PDParentTreeValue>();
        int key = 0;
        for (Map.Entry<PDPage, COSArray> each : marked.entrySet()) {
            each.getKey().setStructParents(key);
            each.getKey().getCOSObject().setItem(COSName.getPDFName("Tabs"), COSName.S);
            numbers.put(key++, new PDParentTreeValue(each.getValue()));
        }
        for (Map.Entry<PDAnnotation, PDStructureElement> each : links.entrySet()) {
            each.getKey().setStructParent(key);
            numbers.put(key++, new PDParentTreeValue(each.getValue().getCOSObject()));
        }
        var tree = new PDNumberTreeNode(PDParentTreeValue.class);
        tree.setNumbers(numbers);
        root.setParentTree(tree);
        root.setParentTreeNextKey(key);
        document.setVersion(1.7f);
    }
}
