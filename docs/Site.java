import helvo.desktop.guide.Guide;
import helvo.desktop.guide.GuideHtml;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.commonmark.ext.gfm.tables.TablesExtension;
import org.commonmark.node.AbstractVisitor;
import org.commonmark.node.Heading;
import org.commonmark.node.Image;
import org.commonmark.node.Link;
import org.commonmark.node.Node;
import org.commonmark.parser.Parser;
import org.commonmark.renderer.html.HtmlRenderer;
import org.commonmark.renderer.text.TextContentRenderer;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;

/// Makes the guide and the documents as one static site. Started by docs/make-site with the project's folder and the
/// site's.
final class Site {
    /// The documents by what they are called beside the pages, in their order.
    private static final Map<String, String> DOCUMENTS = documents();
    private static final String INDEX = "search-index.js";
    private static final JsonMapper JSON = new JsonMapper();

    private final Path project;
    private final Path site;
    private final ArrayNode sections = JSON.createArrayNode();
    /// Files that pages link to, from the project's folder.
    private final Set<String> linked = new LinkedHashSet<>();

    private Site(Path project, Path site) {
        this.project = project;
        this.site = site;
    }

    public static void main(String[] arguments) throws IOException {
        try {
            new Site(Path.of(arguments[0]).toRealPath(), Path.of(arguments[1])).make();
        } catch (IllegalArgumentException e) {
            System.err.println(e.getMessage());
            System.exit(1);
        }
    }

    private static Map<String, String> documents() {
        var documents = new LinkedHashMap<String, String>();
        documents.put("README.md", "Helvo");
        documents.put("docs/command-line.md", "The command line");
        documents.put("docs/from-programs.md", "From programs");
        documents.put("docs/reading.md", "Reading tables");
        documents.put("docs/report.md", "Reports");
        documents.put("docs/format.md", "The study file");
        documents.put("docs/numerics.md", "How the numbers are computed");
        documents.put("docs/validation.md", "Validation");
        documents.put("docs/reliability.md", "What a crash leaves");
        documents.put("docs/performance.md", "Performance");
        documents.put("docs/packages.md", "Packages");
        documents.put("docs/architecture.md", "Architecture");
        documents.put("docs/words.md", "Words");
        documents.put("CONTRIBUTING.md", "Contributing");
        documents.put("SECURITY.md", "Security");
        documents.put("CHANGELOG.md", "Changes");
        return documents;
    }

    private void make() throws IOException {
        removeFormer();
        Files.createDirectories(site.resolve("guide"));
        for (Guide.Page page : Guide.pages()) {
            String name = "guide/" + page.name() + ".html";
            page.sections()
                    .forEach(section ->
                            index(name, section.place().anchor(), page.title(), section.title(), section.text()));
            write(name, page.title(), "guide", GuideHtml.body(page));
        }
        copyOfGuide();
        for (Map.Entry<String, String> document : DOCUMENTS.entrySet()) {
            document(document.getKey(), document.getValue());
        }
        for (String file : linked) {
            Path to = site.resolve(file.replaceFirst("^docs/", ""));
            if (!Files.exists(to)) {
                Files.createDirectories(to.getParent());
                Files.copy(project.resolve(file), to);
            }
        }
        Path parts = project.resolve("docs/site-parts");
        Files.copy(parts.resolve("site.css"), site.resolve("site.css"));
        Files.copy(parts.resolve("search.js"), site.resolve("search.js"));
        Files.writeString(site.resolve(INDEX), "const HELVO_SECTIONS = " + JSON.writeValueAsString(sections) + ";\n");
    }

    /// Only a site that was made before gives way to this one.
    private void removeFormer() throws IOException {
        List<Path> all = contents(site);
        if (all.size() > 1 && !Files.exists(site.resolve(INDEX))) {
            throw new IllegalArgumentException("“" + site
                    + "” holds something else than a site of Helvo, and is left as it is: name another folder");
        }
        for (Path each : all.reversed()) {
            Files.delete(each);
        }
    }

    /// The folder and all in it, each folder before what it holds.
    private static List<Path> contents(Path folder) throws IOException {
        try (Stream<Path> all = Files.walk(folder)) {
            return all.toList();
        }
    }

    /// What the guide's pages show and link to; the pages themselves are made anew.
    private void copyOfGuide() throws IOException {
        Path guide = project.resolve("docs/guide");
        for (Path each : contents(guide)) {
            if (each.toString().matches(".*\\.(png|csv)")) {
                Path file = site.resolve("guide").resolve(guide.relativize(each).toString());
                Files.createDirectories(file.getParent());
                Files.copy(each, file);
            }
        }
    }

    /// Where a file of the project lies in the site.
    private static String place(String file) {
        String name = file.replaceFirst("^docs/", "");
        return name.equals("README.md")
                ? "index.html"
                : name.toLowerCase(Locale.ROOT).replaceFirst("\\.md$", ".html");
    }

    private void document(String file, String title) throws IOException {
        var extensions = List.of(TablesExtension.create());
        var mathematics = new Mathematics(Files.readString(project.resolve(file)));
        Node document = Parser.builder().extensions(extensions).build().parse(mathematics.withPlaces());
        String name = place(file);
        var anchors = new LinkedHashMap<Node, String>();
        document.accept(new AbstractVisitor() {
            @Override
            public void visit(Heading heading) {
                String anchor = anchor(text(heading));
                anchors.put(heading, anchor);
                index(
                        name,
                        heading.getLevel() == 1 ? "" : anchor,
                        title,
                        text(heading),
                        mathematics.inText(below(heading)));
            }

            @Override
            public void visit(Link link) {
                link.setDestination(here(file, link.getDestination()));
                visitChildren(link);
            }

            @Override
            public void visit(Image image) {
                image.setDestination(here(file, image.getDestination()));
            }
        });
        HtmlRenderer renderer = HtmlRenderer.builder()
                .extensions(extensions)
                .attributeProviderFactory(_ -> (node, _, attributes) -> {
                    if (anchors.containsKey(node)) {
                        attributes.put("id", anchors.get(node));
                    }
                })
                .build();
        String body = mathematics
                .inHtml(renderer.render(document))
                .replace("<table>", "<div class=\"wide\" tabindex=\"0\" role=\"group\" aria-label=\"Table\"><table>")
                .replace("</table>", "</table></div>")
                .replace("<pre>", "<pre tabindex=\"0\">");
        write(name, title, "", body);
    }

    /// A link of a document as it leads in the site; a file that is no page comes into the site.
    private String here(String file, String link) {
        if (link.matches("[a-z]+:.*|#.*")) {
            return link;
        }
        String path = link.replaceFirst("#.*", "");
        String anchor = link.substring(path.length());
        Path from = Path.of(file).getParent();
        Path to = (from == null ? Path.of(path) : from.resolve(path)).normalize();
        String target = to.toString().replace('\\', '/');
        if (!DOCUMENTS.containsKey(target) && !target.startsWith("docs/guide/")) {
            if (!Files.isRegularFile(project.resolve(target))) {
                throw new IllegalArgumentException("“" + link + "” in " + file + " leads to no file");
            }
            linked.add(target);
        }
        return (DOCUMENTS.containsKey(target) ? place(target) : target.replaceFirst("^docs/", "")) + anchor;
    }

    private static String text(Node node) {
        return TextContentRenderer.builder().build().render(node).strip();
    }

    private static String below(Heading heading) {
        var text = new StringBuilder();
        for (Node block = heading.getNext(); block != null && !(block instanceof Heading); block = block.getNext()) {
            text.append(text(block)).append(' ');
        }
        return text.toString();
    }

    /// As forges make it, so that a link works there and here.
    private static String anchor(String heading) {
        return heading.toLowerCase(Locale.ROOT)
                .replaceAll("[^\\p{L}\\p{N}_\\- ]", "")
                .replace(' ', '-');
    }

    private void index(String page, String anchor, String title, String heading, String text) {
        sections.addObject()
                .put("page", page)
                .put("anchor", anchor)
                .put("title", title)
                .put("heading", heading)
                .put("text", text.replaceAll("\\s+", " ").strip());
    }

    private void write(String name, String title, String kind, String body) throws IOException {
        String root = "../".repeat((int) name.chars().filter(c -> c == '/').count());
        String page = Files.readString(project.resolve("docs/site-parts/page.html"));
        var words = Map.of(
                "root",
                root,
                "title",
                escaped(title.equals("Helvo") ? title : title + " – Helvo"),
                "guide",
                links(
                        root,
                        name,
                        Guide.pages().stream()
                                .map(each -> Map.entry("guide/" + each.name() + ".html", each.title()))
                                .toList()),
                "documents",
                links(
                        root,
                        name,
                        DOCUMENTS.entrySet().stream()
                                .map(each -> Map.entry(place(each.getKey()), each.getValue()))
                                .toList()),
                "kind",
                kind,
                "body",
                body);
        Matcher places = Pattern.compile("\\{\\{(\\w+)}}").matcher(page);
        Files.writeString(
                site.resolve(name), places.replaceAll(place -> Matcher.quoteReplacement(words.get(place.group(1)))));
    }

    private static String links(String root, String here, List<Map.Entry<String, String>> pages) {
        var links = new StringBuilder();
        for (Map.Entry<String, String> page : pages) {
            links.append("<a href=\"")
                    .append(root)
                    .append(page.getKey())
                    .append(page.getKey().equals(here) ? "\" aria-current=\"page\">" : "\">")
                    .append(escaped(page.getValue()))
                    .append("</a>\n");
        }
        return links.toString();
    }

    private static String escaped(String text) {
        return text.replace("&", "&amp;").replace("<", "&lt;");
    }
}
