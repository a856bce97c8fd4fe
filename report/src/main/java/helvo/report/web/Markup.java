package helvo.report.web;

import helvo.report.model.Span;
import java.util.List;

/// Escapes text for HTML and XML.
public final class Markup {
    private Markup() {}

    /// For text and for quoted attributes; characters that XML does not allow are left out.
    public static String escaped(String text) {
        var escaped = new StringBuilder(text.length() + 16);
        Span.clean(text).codePoints().forEach(c -> {
            switch (c) {
                case '&' -> escaped.append("&amp;");
                case '<' -> escaped.append("&lt;");
                case '>' -> escaped.append("&gt;");
                case '"' -> escaped.append("&quot;");
                default -> escaped.appendCodePoint(c);
            }
        });
        return escaped.toString();
    }

    /// With HTML's elements; text of another direction than its surroundings keeps to itself.
    ///
    /// @param ownLanguage an attribute for what a person wrote; may be empty
    public static String html(List<Span> spans, String ownLanguage) {
        var html = new StringBuilder();
        for (Span span : spans) {
            html.append(
                    switch (span) {
                        case Span.Text(var text, var style) ->
                            switch (style) {
                                case PLAIN -> escaped(text);
                                case STRONG -> "<strong>" + escaped(text) + "</strong>";
                                case EMPHASIS -> "<em>" + escaped(text) + "</em>";
                                case RAISED -> "<sup>" + escaped(text) + "</sup>";
                                case LOWERED -> "<sub>" + escaped(text) + "</sub>";
                            };
                        case Span.Own(var own) ->
                            ownLanguage.isEmpty()
                                    ? html(own, "")
                                    : "<span" + ownLanguage + ">" + html(own, "") + "</span>";
                        case Span.Reference(var kind, int number) ->
                            "<a href=\"#" + id(kind, number) + "\">" + kind.word() + "&#160;" + number + "</a>";
                    });
        }
        return html.toString();
    }

    /// By which a heading of the second level is found in a document.
    ///
    /// @param number 1 for the first
    public static String sectionId(int number) {
        return "section-" + number;
    }

    /// By which a figure, a table or an equation is found in a document.
    public static String id(Span.Kind kind, int number) {
        return kind.word().toLowerCase(java.util.Locale.ROOT) + "-" + number;
    }
}
