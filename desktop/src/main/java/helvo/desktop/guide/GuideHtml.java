package helvo.desktop.guide;

import java.util.Map;
import java.util.stream.Collectors;
import org.commonmark.node.Heading;
import org.commonmark.node.Link;
import org.commonmark.renderer.html.HtmlRenderer;

/// The guide as pages of HTML, for those who read it beside the program or without it.
public final class GuideHtml {
    private GuideHtml() {}

    /// What a page says, without what stands around it.
    public static String body(Guide.Page page) {
        HtmlRenderer renderer = HtmlRenderer.builder()
                .attributeProviderFactory(_ -> (node, _, attributes) -> {
                    if (node instanceof Heading) {
                        attributes.put("id", page.anchors().get(node));
                    } else if (node instanceof Link) {
                        attributes.computeIfPresent("href", (_, to) -> to.replaceFirst("\\.md(?=#|$)", ".html"));
                    }
                })
                .build();
        return renderer.render(page.document());
    }

    /// A page; its pictures, its style and the other pages lie beside it.
    public static String of(Guide.Page page) {
        String pages = Guide.pages().stream()
                .map(each -> link(each, each.name().equals(page.name())))
                .collect(Collectors.joining("\n"));
        return """
                <!DOCTYPE html>
                <html lang="en">
                <head><meta charset="utf-8"><meta name="viewport" content="width=device-width, \
                initial-scale=1"><title>%s – Helvo</title>
                <link rel="stylesheet" href="guide.css"></head>
                <body><div>
                <nav aria-label="Guide">
                %s
                </nav>
                <main>
                %s</main>
                </div></body>
                </html>
                """.replaceFirst("%s", quoted(page.title()))
                .replaceFirst("%s", quoted(pages))
                .replaceFirst("%s", quoted(body(page)));
    }

    private static String quoted(String text) {
        return java.util.regex.Matcher.quoteReplacement(text);
    }

    private static String link(Guide.Page page, boolean here) {
        return "<a href=\"" + page.name() + ".html\"" + (here ? " aria-current=\"page\"" : "") + ">" + page.title()
                + "</a>";
    }

    /// All pages by the names of their files; their style lies beside them, in guide.css.
    public static Map<String, String> all() {
        return Guide.pages().stream().collect(Collectors.toMap(page -> page.name() + ".html", GuideHtml::of));
    }
}
