package helvo.figure.canvas;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.Color;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.Locale;
import javax.imageio.ImageIO;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.Test;
import org.w3c.dom.Document;
import org.w3c.dom.Element;

class SvgCanvasTest {
    private final SvgCanvas canvas = new SvgCanvas(4);

    @Test
    void anyTextMakesAValidDocument() throws Exception {
        String nasty = "a < b & \"c\" 'd' ]]> \u0007 \ud800 µ² \ud83d\ude00";
        canvas.text(nasty, Typeface.REGULAR.at(9), Color.BLACK, 10, 20, 0);
        Document document = document(nasty);
        assertThat(document.getElementsByTagName("text").item(0).getTextContent())
                .isEqualTo("a < b & \"c\" 'd' ]]>   µ² \ud83d\ude00");
        assertThat(document.getElementsByTagName("title").item(0).getTextContent())
                .startsWith("a < b & \"c\"");
    }

    @Test
    void shapesKeepColourWidthDashesAndStrength() throws Exception {
        canvas.fill(new Ellipse2D.Double(1, 2, 3, 4), new Color(0x1F, 0x5F, 0x8B, 51));
        canvas.draw(new Rectangle2D.Double(0, 0, 10, 5.12345), Color.RED, 1.5, 3, 2);
        var paths = document("t").getElementsByTagName("path");
        Element filled = (Element) paths.item(0);
        assertThat(filled.getAttribute("fill")).isEqualTo("#1f5f8b");
        assertThat(filled.getAttribute("fill-opacity")).isEqualTo("0.2");
        assertThat(filled.getAttribute("d")).startsWith("M4 4C").endsWith("Z");
        Element drawn = (Element) paths.item(1);
        assertThat(drawn.getAttribute("stroke-dasharray")).isEqualTo("3 2");
        assertThat(drawn.getAttribute("stroke-width")).isEqualTo("1.5");
        assertThat(drawn.getAttribute("d")).isEqualTo("M0 0L10 0L10 5.123L0 5.123L0 0Z");
    }

    @Test
    void risingTextIsTurnedAboutItsMiddle() throws Exception {
        var font = Typeface.SEMIBOLD.at(10);
        canvas.rising("Stretch (mm)", font, Color.BLACK, 21, 150);
        Element text = (Element) document("t").getElementsByTagName("text").item(0);
        double bottom = 150 + Typeface.width(font, "Stretch (mm)") / 2;
        assertThat(text.getAttribute("transform"))
                .isEqualTo(String.format(Locale.ROOT, "translate(21 %.3f) rotate(-90)", bottom));
        assertThat(text.getAttribute("font-family")).contains("Source Sans 3 SemiBold");
    }

    @Test
    void picturesAreEmbeddedAndClippedPartsStayInside() throws Exception {
        var image = new BufferedImage(3, 2, BufferedImage.TYPE_INT_ARGB);
        image.setRGB(1, 1, 0x80123456);
        canvas.clipped(
                new Rectangle2D.Double(5, 5, 20, 20), () -> canvas.image(image, new Rectangle2D.Double(5, 6, 30, 20)));
        Document document = document("t");
        Element shown = (Element) document.getElementsByTagName("image").item(0);
        String data = shown.getAttribute("xlink:href");
        BufferedImage back = ImageIO.read(
                new ByteArrayInputStream(Base64.getDecoder().decode(data.substring(data.indexOf(',') + 1))));
        assertThat(back.getRGB(1, 1)).isEqualTo(0x80123456);
        Element group = (Element) shown.getParentNode();
        assertThat(group.getAttribute("clip-path")).isEqualTo("url(#clip1)");
        assertThat(((Element) document.getElementsByTagName("clipPath").item(0)).getAttribute("id"))
                .isEqualTo("clip1");
    }

    private Document document(String title) throws Exception {
        String svg = write(title);
        return DocumentBuilderFactory.newInstance()
                .newDocumentBuilder()
                .parse(new ByteArrayInputStream(svg.getBytes(StandardCharsets.UTF_8)));
    }

    private String write(String title) throws IOException {
        return canvas.document(title, "", "", 100, 80, 283.5, 226.8);
    }
}
