package helvo.report.template;

import helvo.core.Progress;
import helvo.files.UnreadableFile;
import helvo.report.model.Report;
import helvo.report.web.HtmlReport;
import helvo.report.web.Markup;
import helvo.report.web.StyleCheck;
import java.io.IOException;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ThreadLocalRandom;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jsoup.nodes.Attribute;
import org.jsoup.nodes.Comment;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import org.jsoup.nodes.Node;
import org.jsoup.nodes.Range;
import org.jsoup.nodes.TextNode;
import org.jsoup.nodes.XmlDeclaration;
import org.jsoup.parser.Parser;

/// A web page with places: in its text, where anything may stand, and in quoted attributes, where words may. Style
/// sheets say what is allowed ([StyleCheck]); what a server or an old browser would run is refused.
final class HtmlTemplate {
    private static final Set<String> ACTIVE = Set.of("""
            script iframe frame frameset object embed applet base link portal form noscript animate set
            animatetransform animatemotion xmp plaintext noembed noframes template slot
            """.split("\\s+"));
    private static final Set<String> LOADS = Set.of("""
            src srcset data poster background action formaction xlink:href href cite longdesc usemap ping
            srcdoc
            """.split("\\s+"));
    private static final long MOST_FILLED_BYTES = 64L << 20;

    private HtmlTemplate() {}

    static byte[] filled(Path file, Report report, Progress progress) throws UnreadableFile, IOException {
        String name = String.valueOf(file.getFileName());
        String text;
        try {
            text = Files.readString(file);
        } catch (CharacterCodingException e) {
            throw new UnreadableFile("The template “" + name + "” is not UTF-8: save it as UTF-8.", e);
        }
        refuseActive(name, text);
        var places = new HashMap<>(HtmlReport.places(report, progress));
        Map<String, String> words = Template.words(report);
        words.forEach((place, content) -> places.put(place, Markup.escaped(content)));
        var filled = new StringBuilder();
        Matcher place = Template.PLACE.matcher(text);
        int count = 0;
        while (place.find()) {
            String content = places.get(place.group(1));
            if (content == null) {
                throw Template.unknown(name, "line " + line(text, place.start()), place.group(1));
            }
            place.appendReplacement(filled, Matcher.quoteReplacement(content));
            if (filled.length() > MOST_FILLED_BYTES) {
                throw new UnreadableFile("The template “" + name
                        + "” would give a report of more than 64 MB: a place such as {{report}} "
                        + "stands in it too often.");
            }
            count++;
        }
        if (count == 0) {
            throw new UnreadableFile("The template “" + name
                    + "” has no place such as {{report}}, so that nothing of the report would be in it.");
        }
        refusePlacesElsewhere(name, text, words.keySet());
        place.appendTail(filled);
        return filled.toString().getBytes(StandardCharsets.UTF_8);
    }

    private static long line(String text, int at) {
        return 1 + text.substring(0, at).chars().filter(c -> c == '\n').count();
    }

    // ---- where places may stand ----

    /// Marks each place with a word of its own and looks where a browser would find it.
    private static void refusePlacesElsewhere(String name, String text, Set<String> words) throws UnreadableFile {
        String mark = "helvo" + Long.toString(ThreadLocalRandom.current().nextLong(1L << 40, 1L << 50), 36) + "x";
        var places = new ArrayList<String>();
        var lines = new ArrayList<Long>();
        String marked = Template.PLACE.matcher(text).replaceAll(place -> {
            places.add(place.group(1));
            lines.add(line(text, place.start()));
            return mark + (places.size() - 1) + "x";
        });
        var allowed = new BitSet();
        Pattern found = Pattern.compile(mark + "(\\d+)x");
        for (Element element : Parser.htmlParser()
                .setTrackPosition(true)
                .parseInput(marked, "")
                .getAllElements()) {
            for (TextNode part : element.textNodes()) {
                found.matcher(part.getWholeText())
                        .results()
                        .forEach(each -> allowed.set(Integer.parseInt(each.group(1))));
            }
            for (Attribute attribute : element.attributes()) {
                if (!isActive(attribute.getKey()) && isQuoted(attribute, marked)) {
                    found.matcher(attribute.getValue())
                            .results()
                            .map(each -> Integer.parseInt(each.group(1)))
                            .filter(each -> words.contains(places.get(each)))
                            .forEach(allowed::set);
                }
            }
        }
        int wrong = allowed.nextClearBit(0);
        if (wrong < places.size()) {
            throw Template.refused(
                    name,
                    "line " + lines.get(wrong),
                    "the place {{" + places.get(wrong) + "}} stands where a browser might run it or look outside. "
                            + "Places stand in text, and words such as {{title}} in quoted attributes too");
        }
    }

    private static boolean isActive(String key) {
        String lower = key.toLowerCase(Locale.ROOT);
        return lower.startsWith("on") || lower.equals("style") || LOADS.contains(lower);
    }

    private static boolean isQuoted(Attribute attribute, String text) {
        Range value = attribute.sourceRange().valueRange();
        int before = value.startPos() - 1;
        return value.isTracked() && before >= 0 && before < text.length() && text.charAt(before) == '"';
    }

    // ---- what may stand in a template at all ----

    /// As a browser would read it, so that nothing hides between our reading and its.
    private static void refuseActive(String name, String text) throws UnreadableFile {
        Document page = Parser.htmlParser().setTrackPosition(true).parseInput(text, "");
        refuseForOthers(name, page);
        for (Element element : page.getAllElements()) {
            String where = "line " + Math.max(1, element.sourceRange().start().lineNumber());
            String tag = element.normalName();
            if (ACTIVE.contains(tag)
                    || tag.equals("meta")
                            && element.hasAttr("http-equiv")
                            && !element.attr("http-equiv").equalsIgnoreCase("content-type")) {
                throw Template.refused(name, where, "<" + tag + "> could run code or reach outside the page");
            }
            for (Attribute attribute : element.attributes()) {
                refuseActive(name, where, tag, attribute);
            }
            if (tag.equals("style")) {
                Optional<String> wrong = StyleCheck.ofSheet(element.data() + element.wholeText());
                if (wrong.isPresent()) {
                    throw Template.refused(
                            name, where, "a style has " + wrong.get() + ", which could reach outside the page");
                }
            }
        }
    }

    /// What a browser of today reads over, and a server or an old browser runs.
    private static void refuseForOthers(String name, Document page) throws UnreadableFile {
        for (Node node : page.nodeStream().toList()) {
            boolean isRun = node instanceof XmlDeclaration
                    || node instanceof Comment comment
                            && comment.getData().strip().matches("(?s)[#?%\\[!].*|.*<!\\[endif].*");
            if (isRun) {
                throw Template.refused(
                        name,
                        "line " + Math.max(1, node.sourceRange().start().lineNumber()),
                        "a server or an old browser could run this comment, or look outside for it");
            }
        }
    }

    private static void refuseActive(String name, String where, String tag, Attribute attribute) throws UnreadableFile {
        String key = attribute.getKey().toLowerCase(Locale.ROOT);
        // Browsers leave blanks and control characters out of a scheme.
        String value = attribute.getValue().replaceAll("[\\s\\p{Cntrl}]", "").toLowerCase(Locale.ROOT);
        boolean leads = tag.equals("a")
                && key.equals("href")
                && (value.startsWith("https:") || value.startsWith("http:") || value.startsWith("mailto:"));
        boolean own = value.startsWith("#") || value.startsWith("data:image/") && !value.startsWith("data:image/svg");
        boolean styles = key.equals("style")
                        && StyleCheck.ofDeclarations(attribute.getValue()).isPresent()
                // Such as the fill of a drawing, which is a style too.
                || !key.equals("style")
                        && (value.contains("url(") && !value.matches("url\\(['\"]?#[^()]*\\)")
                                || value.contains("\\") && value.contains("("));
        if (key.startsWith("on") || LOADS.contains(key) && !leads && !own || styles) {
            throw Template.refused(
                    name, where, "the attribute " + key + " of <" + tag + "> could run code or reach outside the page");
        }
    }
}
