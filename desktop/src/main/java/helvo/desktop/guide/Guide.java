package helvo.desktop.guide;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.commonmark.node.AbstractVisitor;
import org.commonmark.node.Code;
import org.commonmark.node.Heading;
import org.commonmark.node.Link;
import org.commonmark.node.ListItem;
import org.commonmark.node.Node;
import org.commonmark.node.SoftLineBreak;
import org.commonmark.node.Text;
import org.commonmark.parser.Parser;

/// The guide that ships with the program: pages in Markdown, read when somebody first asks for one. A command is
/// written as `code`, by its name in the finder.
public final class Guide {
    private static final List<String> NAMES = List.of(
            "start",
            "measurements",
            "figure",
            "bars",
            "curves",
            "numbers",
            "residuals",
            "readings",
            "export",
            "keeping",
            "examples");
    private static final Pattern ANCHOR = Pattern.compile("\\s*\\{#([a-z0-9-]+)}$");
    private static final Map<String, Page> READ = new ConcurrentHashMap<>();

    private Guide() {}

    /// @param document as it was parsed, its headings without their anchors
    /// @param anchors  of its headings
    public record Page(String name, String title, Node document, Map<Node, String> anchors, List<Section> sections) {}

    /// A part of a page under a heading of its own.
    ///
    /// @param text what it says, for a search
    public record Section(Place place, String title, String text) {}

    /// @param anchor of a heading; empty for the head of the page
    public record Place(String page, String anchor) {
        /// "curves.md#xmlPart", as a page has it.
        static Place of(String link) {
            String[] parts = link.split("#", 2);
            return new Place(parts[0].replaceFirst("\\.md$", ""), parts.length > 1 ? parts[1] : "");
        }
    }

    /// All pages, in the order in which one works.
    public static List<Page> pages() {
        return NAMES.stream().map(Guide::read).toList();
    }

    public static Optional<Page> page(String name) {
        return NAMES.contains(name) ? Optional.of(read(name)) : Optional.empty();
    }

    private static Page read(String name) {
        return READ.computeIfAbsent(name, _ -> parse(name, text(name)));
    }

    /// Whether there is such a place.
    public static boolean has(Place place) {
        return page(place.page)
                .filter(page ->
                        place.anchor.isEmpty() || page.anchors.values().stream().anyMatch(place.anchor::equals))
                .isPresent();
    }

    /// A table of the guide with what is done with it.
    ///
    /// @param table as the guide's pages link to it: "examples/line.csv"
    public record Example(String title, String table, Place place) {
        /// Without folder and ending.
        public String name() {
            return table.replaceFirst(".*/", "").replaceFirst("\\.csv$", "");
        }

        /// The table as CSV.
        public byte[] csv() {
            return bytes(table);
        }
    }

    /// The sections of the page of examples that have a table, in their order.
    public static List<Example> examples() {
        Page page = page("examples").orElseThrow();
        var examples = new ArrayList<Example>();
        for (Node block = page.document.getFirstChild(); block != null; block = block.getNext()) {
            if (block instanceof Heading heading) {
                String anchor = page.anchors.getOrDefault(heading, "");
                tableBelow(heading)
                        .ifPresent(table ->
                                examples.add(new Example(plain(heading), table, new Place("examples", anchor))));
            }
        }
        return List.copyOf(examples);
    }

    /// Whether a link leads to a table that the guide has.
    static Optional<Example> example(String link) {
        return link.endsWith(".csv")
                ? examples().stream().filter(each -> each.table.equals(link)).findFirst()
                : Optional.empty();
    }

    private static Optional<String> tableBelow(Heading heading) {
        var tables = new ArrayList<String>();
        for (Node block = heading.getNext(); block != null && !(block instanceof Heading); block = block.getNext()) {
            block.accept(new AbstractVisitor() {
                @Override
                public void visit(Link link) {
                    if (link.getDestination().endsWith(".csv")) {
                        tables.add(link.getDestination());
                    }
                }
            });
        }
        return tables.stream().findFirst();
    }

    private static String text(String name) {
        return new String(bytes(name + ".md"), StandardCharsets.UTF_8);
    }

    private static byte[] bytes(String name) {
        try (InputStream in = Guide.class.getResourceAsStream("/helvo/desktop/guide/" + name)) {
            return in.readAllBytes();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Page parse(String name, String text) {
        Node document = Parser.builder().build().parse(text);
        var anchors = new IdentityHashMap<Node, String>();
        var sections = new ArrayList<Section>();
        String title = "";
        for (Node block = document.getFirstChild(); block != null; block = block.getNext()) {
            if (block instanceof Heading heading) {
                String anchor = anchor(heading);
                String words = plain(heading);
                anchors.put(heading, anchor);
                title = heading.getLevel() == 1 ? words : title;
                sections.add(
                        new Section(new Place(name, heading.getLevel() == 1 ? "" : anchor), words, below(heading)));
            }
        }
        return new Page(name, title, document, anchors, List.copyOf(sections));
    }

    /// What the heading says for itself, and is taken out of it, else its words.
    private static String anchor(Heading heading) {
        if (heading.getLastChild() instanceof Text last) {
            Matcher own = ANCHOR.matcher(last.getLiteral());
            if (own.find()) {
                last.setLiteral(own.replaceFirst(""));
                return own.group(1);
            }
        }
        return plain(heading)
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9]+", "-")
                .replaceAll("^-|-$", "");
    }

    private static String below(Heading heading) {
        var text = new StringBuilder();
        for (Node block = heading.getNext(); block != null && !(block instanceof Heading); block = block.getNext()) {
            text.append(plain(block)).append('\n');
        }
        return text.toString();
    }

    /// Its words, without what is only written to mark them.
    static String plain(Node node) {
        var words = new StringBuilder();
        node.accept(new AbstractVisitor() {
            @Override
            public void visit(Text text) {
                words.append(text.getLiteral());
            }

            @Override
            public void visit(Code code) {
                words.append(code.getLiteral());
            }

            @Override
            public void visit(SoftLineBreak line) {
                words.append(' ');
            }

            @Override
            public void visit(ListItem item) {
                visitChildren(item);
                words.append('\n');
            }
        });
        return words.toString().strip();
    }
}
