import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.w3c.dom.Node;
import org.w3c.dom.NodeList;
import uk.ac.ed.ph.snuggletex.SnuggleEngine;
import uk.ac.ed.ph.snuggletex.SnuggleInput;
import uk.ac.ed.ph.snuggletex.SnuggleSession;
import uk.ac.ed.ph.snuggletex.utilities.MessageFormatter;

/// The formulas of a document, `$…$` within a line and `$$…$$` by themselves, as MathML Core
/// (https://www.w3.org/TR/mathml-core/). Each is a sign of its own while the document is read as Markdown, which would
/// take its signs for emphasis.
final class Mathematics {
    private static final Pattern FORMULA = Pattern.compile(
            "```.*?```|`[^`]*`|\\$\\$(?<alone>.+?)\\$\\$|\\$(?<inline>[^\\s$][^$\\n]*)\\$", Pattern.DOTALL);
    private static final Pattern PLACE = Pattern.compile("\uE000(\\d+)\uE001");
    private static final SnuggleEngine ENGINE = new SnuggleEngine();

    private final List<Element> formulas = new ArrayList<>();
    private final String withPlaces;

    Mathematics(String markdown) throws IOException {
        var text = new StringBuilder();
        Matcher each = FORMULA.matcher(markdown);
        while (each.find()) {
            String alone = each.group("alone");
            String formula = alone == null ? each.group("inline") : alone.strip();
            if (formula == null) {
                each.appendReplacement(text, Matcher.quoteReplacement(each.group()));
            } else {
                each.appendReplacement(text, "\uE000" + formulas.size() + "\uE001");
                formulas.add(mathMl(formula, alone != null));
            }
        }
        withPlaces = each.appendTail(text).toString();
    }

    /// The document with a place for each formula.
    String withPlaces() {
        return withPlaces;
    }

    /// A rendered part of the document with its formulas.
    String inHtml(String html) {
        return put(html, Mathematics::written);
    }

    /// A part of the document as mere text.
    String inText(String text) {
        return put(text, Element::getTextContent);
    }

    private String put(String text, Function<Element, String> as) {
        return PLACE.matcher(text)
                .replaceAll((MatchResult place) ->
                        Matcher.quoteReplacement(as.apply(formulas.get(Integer.parseInt(place.group(1))))));
    }

    private static Element mathMl(String formula, boolean alone) throws IOException {
        SnuggleSession session = ENGINE.createSession();
        session.parseInput(new SnuggleInput("$" + formula + "$"));
        NodeList nodes = session.buildDOMSubtree();
        if (!session.getErrors().isEmpty()) {
            throw new IllegalArgumentException("“" + formula + "” is no formula: "
                    + MessageFormatter.formatErrorAsString(session.getErrors().getFirst()));
        }
        var math = (Element) nodes.item(0);
        toCore(math);
        if (alone) {
            math.setAttribute("display", "block");
        }
        math.setAttribute("alttext", formula);
        return math;
    }

    private static List<Node> children(Node of) {
        return IntStream.range(0, of.getChildNodes().getLength())
                .mapToObj(of.getChildNodes()::item)
                .toList();
    }

    /// Brackets are operators in MathML Core, which has no `mfenced`.
    private static void toCore(Element element) {
        children(element).stream()
                .filter(Element.class::isInstance)
                .map(Element.class::cast)
                .forEach(Mathematics::toCore);
        switch (element.getTagName()) {
            case "mfenced" -> {
                Element row = renamed(element, "mrow");
                row.insertBefore(operator(row.getOwnerDocument(), element.getAttribute("open")), row.getFirstChild());
                row.appendChild(operator(row.getOwnerDocument(), element.getAttribute("close")));
            }
            case "mstyle" ->
                throw new IllegalArgumentException("“" + element.getTextContent()
                        + "” has a style that MathML Core does not know: write \\mbox for words");
            case "mi" -> {
                // The name of a function stands apart from what it multiplies and from what it is of.
                if (element.getTextContent().length() > 1) {
                    Element name = renamed(element, "mo");
                    name.setAttribute("lspace", "0.167em");
                    name.setAttribute("rspace", "0.167em");
                } else if (element.getTextContent().matches("[Α-Ω]")) {
                    element.setAttribute("mathvariant", "normal");
                }
            }
            case "mn", "mo" -> element.setTextContent(element.getTextContent().replace('-', '−'));
            default -> {
                // As it is.
            }
        }
    }

    private static Element renamed(Element element, String name) {
        Element row = element.getOwnerDocument().createElementNS(element.getNamespaceURI(), name);
        children(element).forEach(row::appendChild);
        element.getParentNode().replaceChild(row, element);
        return row;
    }

    private static Element operator(Document document, String sign) {
        Element operator = document.createElementNS("http://www.w3.org/1998/Math/MathML", "mo");
        operator.setTextContent(sign);
        return operator;
    }

    private static String written(Node node) {
        if (!(node instanceof Element element)) {
            return escaped(node.getNodeValue());
        }
        String attributes = IntStream.range(0, element.getAttributes().getLength())
                .mapToObj(element.getAttributes()::item)
                .filter(each -> !each.getNodeName().startsWith("xmlns"))
                .map(each -> " " + each.getNodeName() + "=\"" + escaped(each.getNodeValue()) + "\"")
                .collect(Collectors.joining());
        return "<" + element.getTagName() + attributes + ">"
                + children(element).stream().map(Mathematics::written).collect(Collectors.joining())
                + "</" + element.getTagName() + ">";
    }

    private static String escaped(String text) {
        return text.replace("&", "&amp;").replace("<", "&lt;").replace("\"", "&quot;");
    }
}
