package helvo.report;

import helvo.core.Progress;
import helvo.files.CannotRead;
import java.io.IOException;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jsoup.nodes.Attribute;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import org.jsoup.parser.Parser;

/// A web page with places.
final class HtmlTemplate {
    private static final Set<String> ACTIVE = Set.of("script", "iframe", "frame", "frameset", "object", "embed", "applet", "base", "link",
            "portal", "form", "noscript", "animate", "set");
    private static final Set<String> LOADS = Set.of("src", "srcset", "data", "poster", "background", "action", "formaction", "xlink:href",
            "href", "cite", "longdesc", "usemap", "ping", "srcdoc");
    private static final Pattern REACHES = Pattern.compile("(?i)@import|expression\\s*\\(|-moz-binding|"
            + "url\\s*\\((?!\\s*['\"]?\\s*(data:image/|#))");

    private HtmlTemplate() {}

    static byte[] filled(Path file, Report report, Progress progress) throws CannotRead, IOException {
        String name = String.valueOf(file.getFileName());
        String text;
        try {
            text = Files.readString(file);
        } catch (CharacterCodingException e) {
            throw new CannotRead("The template “" + name + "” is not UTF-8: save it as UTF-8.", e);
        }
        refuseActive(name, text);
        var places = new HashMap<>(HtmlReport.places(report, progress));
        Template.words(report).forEach((place, words) -> places.put(place, Markup.escaped(words)));
        var filled = new StringBuilder();
        Matcher place = Template.PLACE.matcher(text);
        while (place.find()) {
            String content = places.get(place.group(1));
            if (content == null) {
                throw Template.unknown(name, "line " + (1 + text.substring(0, place.start()).chars().filter(c -> c == '\n').count()),
                        place.group(1));
            }
            place.appendReplacement(filled, Matcher.quoteReplacement(content));
        }
        place.appendTail(filled);
        return filled.toString().getBytes(StandardCharsets.UTF_8);
    }

    /// As a browser would read it, so that nothing hides between our reading and its.
    private static void refuseActive(String name, String text) throws CannotRead {
        Document page = Parser.htmlParser().setTrackPosition(true).parseInput(text, "");
        for (Element element : page.getAllElements()) {
            String where = "line " + Math.max(1, element.sourceRange().start().lineNumber());
            String tag = element.normalName();
            if (ACTIVE.contains(tag) || tag.equals("meta") && element.hasAttr("http-equiv")
                    && !element.attr("http-equiv").equalsIgnoreCase("content-type")) {
                throw Template.refused(name, where, "<" + tag + "> could run code or reach outside the page");
            }
            for (Attribute attribute : element.attributes()) {
                refuseActive(name, where, tag, attribute);
            }
            if (tag.equals("style") && REACHES.matcher(element.data()).find()) {
                throw Template.refused(name, where, "a style reaches outside the page");
            }
        }
    }

    private static void refuseActive(String name, String where, String tag, Attribute attribute) throws CannotRead {
        String key = attribute.getKey().toLowerCase(Locale.ROOT);
        // Browsers leave blanks and control characters out of a scheme.
        String value = attribute.getValue().replaceAll("[\\s\\p{Cntrl}]", "").toLowerCase(Locale.ROOT);
        boolean leads = tag.equals("a") && key.equals("href") && (value.startsWith("https:") || value.startsWith("http:")
                || value.startsWith("mailto:"));
        boolean own = value.startsWith("#") || value.startsWith("data:image/") && !value.startsWith("data:image/svg");
        if (key.startsWith("on") || LOADS.contains(key) && !leads && !own || key.equals("style")
            && REACHES.matcher(attribute.getValue()).find()) {
            throw Template.refused(name, where, "the attribute " + key + " of <" + tag + "> could run code or reach outside the page");
        }
    }
}
