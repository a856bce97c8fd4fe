package helvo.report.section;

import helvo.report.model.Block;
import helvo.report.model.Span;
import helvo.report.model.Span.Style;
import java.util.ArrayList;
import java.util.List;
import org.commonmark.node.BulletList;
import org.commonmark.node.Code;
import org.commonmark.node.Emphasis;
import org.commonmark.node.FencedCodeBlock;
import org.commonmark.node.HardLineBreak;
import org.commonmark.node.Heading;
import org.commonmark.node.HtmlBlock;
import org.commonmark.node.HtmlInline;
import org.commonmark.node.IndentedCodeBlock;
import org.commonmark.node.Link;
import org.commonmark.node.Node;
import org.commonmark.node.OrderedList;
import org.commonmark.node.Paragraph;
import org.commonmark.node.SoftLineBreak;
import org.commonmark.node.StrongEmphasis;
import org.commonmark.node.Text;
import org.commonmark.node.ThematicBreak;
import org.commonmark.parser.Parser;

/// A person's own text, in Markdown, as blocks of a report: paragraphs, lists, emphasis. Nothing of it is run or
/// fetched: what is HTML stands as it was typed, of a picture its words, and of a link its address beside them.
final class OwnText {
    /// What lists and quotations within one another hold deeper than this is one line of text.
    private static final int DEEPEST = 20;
    private static final Parser PARSER = Parser.builder().build();

    private final List<Block> blocks = new ArrayList<>();

    private OwnText() {}

    static List<Block> blocks(String markdown) {
        var text = new OwnText();
        text.take(PARSER.parse(markdown), 0);
        return text.blocks;
    }

    private void take(Node parent, int depth) {
        for (Node node = parent.getFirstChild(); node != null; node = node.getNext()) {
            switch (node) {
                case Paragraph paragraph -> add(spans(paragraph));
                case Heading heading ->
                    add(spans(heading).stream()
                            .map(span -> span instanceof Span.Text(var words, var style) && style == Style.PLAIN
                                    ? Span.strong(words)
                                    : span)
                            .toList());
                case BulletList list -> blocks.add(new Block.Points(items(list, 0), true));
                case OrderedList list -> numbered(list);
                case FencedCodeBlock code -> lines(code.getLiteral());
                case IndentedCodeBlock code -> lines(code.getLiteral());
                case HtmlBlock html -> lines(html.getLiteral());
                case ThematicBreak _ -> {}
                default -> {
                    if (depth < DEEPEST) {
                        take(node, depth + 1);
                    } else {
                        add(spans(node));
                    }
                }
            }
        }
    }

    private void add(List<Span> spans) {
        if (!spans.isEmpty()) {
            blocks.add(new Block.Paragraph(spans, true));
        }
    }

    private void lines(String literal) {
        literal.lines().filter(line -> !line.isBlank()).forEach(line -> add(Span.of(line)));
    }

    /// A list within a list goes on in it.
    private static List<List<Span>> items(Node list, int depth) {
        var items = new ArrayList<List<Span>>();
        for (Node item = list.getFirstChild(); item != null; item = item.getNext()) {
            for (Node part = item.getFirstChild(); part != null; part = part.getNext()) {
                if (depth < DEEPEST && (part instanceof BulletList || part instanceof OrderedList)) {
                    items.addAll(items(part, depth + 1));
                } else {
                    items.add(spans(part));
                }
            }
        }
        return items.stream().filter(item -> !item.isEmpty()).toList();
    }

    private void numbered(OrderedList list) {
        Integer first = list.getMarkerStartNumber();
        int number = first == null ? 1 : first;
        for (List<Span> item : items(list, 0)) {
            var spans = new ArrayList<Span>(List.of(Span.plain(number++ + ". ")));
            spans.addAll(item);
            add(spans);
        }
    }

    /// What stands in a line; told by one walk without a call for each level, however deep somebody nested it.
    private static List<Span> spans(Node block) {
        var spans = new ArrayList<Span>();
        Node node = block.getFirstChild();
        while (node != null) {
            switch (node) {
                case Text text -> spans.addAll(styled(text.getLiteral(), style(text, block)));
                case Code code -> spans.addAll(styled(code.getLiteral(), style(code, block)));
                case HtmlInline html -> spans.addAll(styled(html.getLiteral(), style(html, block)));
                case SoftLineBreak _ -> spans.add(Span.plain(" "));
                case HardLineBreak _ -> spans.add(Span.plain(" "));
                default -> {}
            }
            Node next = node.getFirstChild();
            while (next == null && node != block) {
                if (node instanceof Link link) {
                    address(link, spans);
                }
                next = node.getNext();
                node = next == null ? node.getParent() : node;
            }
            node = next;
        }
        return spans;
    }

    private static void address(Link link, List<Span> spans) {
        if (!Span.text(spans).endsWith(link.getDestination())) {
            spans.add(Span.plain(" (" + Span.clean(link.getDestination()) + ")"));
        }
    }

    private static Style style(Node of, Node within) {
        for (Node each = of.getParent(); each != null && each != within; each = each.getParent()) {
            if (each instanceof StrongEmphasis) {
                return Style.STRONG;
            }
            if (each instanceof Emphasis) {
                return Style.EMPHASIS;
            }
        }
        return Style.PLAIN;
    }

    private static List<Span> styled(String literal, Style style) {
        return style == Style.PLAIN ? Span.of(literal) : List.of(new Span.Text(Span.clean(literal), style));
    }
}
