package helvo.report.office;

import helvo.report.web.Markup;
import java.nio.charset.StandardCharsets;
import java.util.ArrayDeque;
import java.util.Deque;

/// Writes XML with escaped text and values.
public final class XmlText {
    private final StringBuilder text = new StringBuilder();
    private final Deque<String> open = new ArrayDeque<>();

    /// A document begins.
    public static XmlText document() {
        var xml = new XmlText();
        xml.text.append("<?xml version=\"1.0\" encoding=\"UTF-8\" standalone=\"yes\"?>\n");
        return xml;
    }

    /// @param attributes names and values by turns
    public XmlText open(String name, String... attributes) {
        tag(name, attributes).append('>');
        open.push(name);
        return this;
    }

    public XmlText close() {
        text.append("</").append(open.pop()).append('>');
        return this;
    }

    XmlText empty(String name, String... attributes) {
        tag(name, attributes).append("/>");
        return this;
    }

    public XmlText text(String anybodys) {
        text.append(Markup.escaped(anybodys));
        return this;
    }

    /// An element with nothing but text in it.
    XmlText element(String name, String anybodys, String... attributes) {
        return open(name, attributes).text(anybodys).close();
    }

    /// What is XML already, and ours.
    XmlText raw(String xml) {
        text.append(xml);
        return this;
    }

    private StringBuilder tag(String name, String... attributes) {
        text.append('<').append(name);
        for (int i = 0; i < attributes.length; i += 2) {
            text.append(' ')
                    .append(attributes[i])
                    .append("=\"")
                    .append(Markup.escaped(attributes[i + 1]))
                    .append('"');
        }
        return text;
    }

    @Override
    public String toString() {
        if (!open.isEmpty()) {
            throw new IllegalStateException(open + " is still open");
        }
        return text.toString();
    }

    public byte[] bytes() {
        return toString().getBytes(StandardCharsets.UTF_8);
    }
}
