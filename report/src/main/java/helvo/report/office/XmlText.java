package helvo.report.office;

import helvo.report.model.Span;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/// XML in memory by the platform's writer, element by element. Names are written with their prefixes, which the
/// outermost element declares.
public final class XmlText {
    private static final XMLOutputFactory WRITERS = XMLOutputFactory.newDefaultFactory();
    private final StringWriter text = new StringWriter();
    private final XMLStreamWriter xml;
    private int open;

    private XmlText() {
        try {
            xml = WRITERS.createXMLStreamWriter(text);
        } catch (XMLStreamException e) {
            throw inMemory(e);
        }
    }

    /// A document begins.
    public static XmlText document() {
        return new XmlText().raw("<?xml version=\"1.0\" encoding=\"UTF-8\" standalone=\"yes\"?>\n");
    }

    private interface Step {
        void write() throws XMLStreamException;
    }

    private XmlText then(Step step) {
        try {
            step.write();
        } catch (XMLStreamException e) {
            throw inMemory(e);
        }
        return this;
    }

    private static IllegalStateException inMemory(XMLStreamException e) {
        return new IllegalStateException("XML in memory", e);
    }

    /// @param attributes each as name=value
    public XmlText open(String name, String... attributes) {
        open++;
        return then(() -> {
            xml.writeStartElement(name);
            write(attributes);
        });
    }

    public XmlText close() {
        open--;
        return then(xml::writeEndElement);
    }

    XmlText empty(String name, String... attributes) {
        return then(() -> {
            xml.writeEmptyElement(name);
            write(attributes);
        });
    }

    private void write(String... attributes) throws XMLStreamException {
        for (String attribute : attributes) {
            int equals = attribute.indexOf('=');
            xml.writeAttribute(attribute.substring(0, equals), Span.clean(attribute.substring(equals + 1)));
        }
    }

    public XmlText text(String anybodys) {
        return then(() -> xml.writeCharacters(Span.clean(anybodys)));
    }

    /// An element with nothing but text in it.
    XmlText element(String name, String anybodys, String... attributes) {
        return open(name, attributes).text(anybodys).close();
    }

    /// What is XML already, and ours.
    XmlText raw(String ours) {
        return then(() -> {
            xml.writeCharacters(""); // ends the tag that is being written
            xml.flush();
            text.append(ours);
        });
    }

    @Override
    public String toString() {
        if (open > 0) {
            throw new IllegalStateException(open + " elements are still open");
        }
        then(() -> {
            xml.writeCharacters("");
            xml.flush();
        });
        return text.toString();
    }

    public byte[] bytes() {
        return toString().getBytes(StandardCharsets.UTF_8);
    }
}
