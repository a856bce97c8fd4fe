package helvo.desktop.guide;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.Collectors;
import org.commonmark.node.Heading;
import org.commonmark.node.Link;
import org.commonmark.renderer.html.HtmlRenderer;

/// The guide as pages of HTML, for those who read it beside the program or without it.
public final class GuideHtml {
    private static final String STYLE = """
            body { font: 16px/1.55 "Source Sans 3", "Source Sans Pro", system-ui,
                    sans-serif; color: #17242B; background: #F7F6F8; margin: 0; }
            div { display: flex; flex-wrap: wrap; gap: 0 40px; max-width: 1060px; margin: 0 auto; padding: 24px; }
            nav { flex: 0 0 200px; } nav a { display: block; padding: 3px 0; }
            main { flex: 1 1 480px; min-width: 0; }
            a { color: #6A2C5B; } h1 { font-size: 28px; margin-top: 0; } h2 { font-size: 20px; margin-top: 32px; }
            img { max-width: 100%; height: auto; border: 1px solid #DAD8DF; } code { font: inherit; font-weight: 600; }
            [aria-current] { font-weight: 600; color: inherit; text-decoration: none; }
            @media (prefers-color-scheme: dark) { body { color: #ECEAF1; background: #1C1A22; } a { color: #E3A0D2; } }
            """;

    private GuideHtml() {}

    /// A page; its pictures, its style and the other pages lie beside it.
    public static String of(Guide.Page page) {
        HtmlRenderer renderer = HtmlRenderer.builder().attributeProviderFactory(_ -> (node, _, attributes) -> {
            if (node instanceof Heading) {
                attributes.put("id", page.anchors().get(node));
            } else if (node instanceof Link) {
                attributes.computeIfPresent("href", (_, to) -> to.replaceFirst("\\.md(?=#|$)", ".html"));
            }
        }).build();
        String pages = Guide.pages().stream().map(each -> link(each, each.name().equals(page.name()))).collect(Collectors.joining("\n"));
        return """
                <!DOCTYPE html>
                <html lang="en">
                <head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>%s – Helvo</title>
                <link rel="stylesheet" href="guide.css"></head>
                <body><div>
                <nav aria-label="Guide">
                %s
                </nav>
                <main>
                %s</main>
                </div></body>
                </html>
                """.replaceFirst("%s", quoted(page.title())).replaceFirst("%s", quoted(pages))
                .replaceFirst("%s", quoted(renderer.render(page.document())));
    }

    private static String quoted(String text) {
        return java.util.regex.Matcher.quoteReplacement(text);
    }

    private static String link(Guide.Page page, boolean here) {
        return "<a href=\"" + page.name() + ".html\"" + (here ? " aria-current=\"page\"" : "") + ">" + page.title() + "</a>";
    }

    /// All files but the pictures, by their names.
    public static Map<String, String> all() {
        var files = new LinkedHashMap<String, String>();
        Guide.pages().forEach(page -> files.put(page.name() + ".html", of(page)));
        files.put("guide.css", STYLE);
        return files;
    }
}
