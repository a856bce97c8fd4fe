package helvo.figure.export;

import helvo.figure.canvas.SvgCanvas;
import java.awt.color.ColorSpace;
import java.awt.color.ICC_Profile;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDDocumentInformation;
import org.apache.pdfbox.pdmodel.common.PDMetadata;
import org.apache.pdfbox.pdmodel.graphics.color.PDOutputIntent;
import org.jspecify.annotations.Nullable;

/// What a PDF says of itself by PDF/A-2u (ISO 19005-2, for archives) and PDF/UA-1 (ISO 14289-1, for readers that do
/// not see it): its colours are sRGB, and its title, author and language stand in its metadata.
public final class PdfStandards {
    private static final String SRGB = "sRGB IEC61966-2.1";

    private PdfStandards() {}

    /// States both, once title, author and creator stand in the document's information, and its language.
    public static void state(PDDocument document) throws IOException {
        byte[] profile = ICC_Profile.getInstance(ColorSpace.CS_sRGB).getData();
        var intent = new PDOutputIntent(document, new ByteArrayInputStream(profile));
        intent.setInfo(SRGB);
        intent.setOutputConditionIdentifier(SRGB);
        intent.setRegistryName("http://www.color.org");
        document.getDocumentCatalog().addOutputIntent(intent);
        var metadata = new PDMetadata(document);
        metadata.importXMPMetadata(xmp(document).getBytes(StandardCharsets.UTF_8));
        document.getDocumentCatalog().setMetadata(metadata);
    }

    private static String xmp(PDDocument document) throws IOException {
        PDDocumentInformation information = document.getDocumentInformation();
        String form;
        try (InputStream in = PdfStandards.class.getResourceAsStream("/helvo/figure/pdf/metadata.xmp")) {
            form = new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
        String known = lines(form, "AUTHOR", information.getAuthor());
        return lines(lines(known, "PROGRAM", information.getCreator()), "TITLE", information.getTitle())
                .replace("LANGUAGE", document.getDocumentCatalog().getLanguage());
    }

    /// With a value at its place; without the line of it where there is none.
    private static String lines(String form, String place, @Nullable String value) {
        return value == null || value.isBlank()
                ? form.replaceAll("(?m)^.*>" + place + "<.*\n", "")
                : form.replace(">" + place + "<", ">" + SvgCanvas.escaped(value) + "<");
    }
}
