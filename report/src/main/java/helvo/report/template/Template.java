package helvo.report.template;

import helvo.core.Progress;
import helvo.core.study.ReportPlan;
import helvo.files.ProgramVersion;
import helvo.files.UnreadableFile;
import helvo.report.ReportFormat;
import helvo.report.model.Report;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/// A person's own document with places that a report fills. A template is data: one that could run code or reach
/// outside itself is refused, and so is one with a place that there is not; the sentence names the line or
/// paragraph.
public final class Template {
    static final Pattern PLACE = Pattern.compile("\\{\\{\\s*([^{}]*?)\\s*}}");
    /// Places that hold a few words.
    private static final List<String> WORDS = List.of("title", "author", "date", "byline", "study", "program");
    static final int MOST_BYTES = 32 << 20;

    private Template() {}

    /// Fills the template for a report of the same format, HTML or DOCX by its name.
    ///
    /// @throws UnreadableFile with a sentence for a person
    public static byte[] filled(Path template, Report report, Progress progress) throws UnreadableFile, IOException {
        UnreadableFile.unlessReadable(template);
        String name = String.valueOf(template.getFileName());
        if (Files.size(template) > MOST_BYTES) {
            throw new UnreadableFile("The template “" + name + "” is larger than 32 MB.");
        }
        return switch (format(template)) {
            case HTML -> HtmlTemplate.filled(template, report, progress);
            case DOCX -> DocxTemplate.filled(template, report, progress);
            default -> throw new UnreadableFile("The template “" + name + "” must end in .html or .docx.");
        };
    }

    /// The format that a template is for, told by its name; any that has no templates where it is none.
    public static ReportFormat format(Path template) {
        return ReportFormat.of(String.valueOf(template.getFileName())).orElse(ReportFormat.JSON);
    }

    static Map<String, String> words(Report report) {
        var words = new LinkedHashMap<String, String>();
        words.put("title", report.plainTitle());
        words.put("author", report.plan().author());
        words.put("date", report.plan().date());
        words.put("byline", String.join(" · ", report.byline()));
        words.put("study", report.study());
        words.put("program", ProgramVersion.text());
        return words;
    }

    /// @param where "line 12"
    static UnreadableFile unknown(String template, String where, String place) {
        return new UnreadableFile("The template “" + template + "”, " + where + ": there is no place {{"
                + place.substring(0, Math.min(40, place.length())) + "}}. There are "
                + places().map(each -> "{{" + each + "}}").collect(Collectors.joining(", ")) + ".");
    }

    /// @param what that a template cannot have
    static UnreadableFile refused(String template, String where, String what) {
        return new UnreadableFile("The template “" + template + "”, " + where + ": " + what
                + ". A template is filled, never run: take it out.");
    }

    private static Stream<String> places() {
        return Stream.of(
                        WORDS.stream(),
                        Stream.of("report", "style"),
                        Arrays.stream(ReportPlan.Section.values())
                                .map(section -> section.name().toLowerCase(Locale.ROOT)))
                .flatMap(each -> each);
    }
}
