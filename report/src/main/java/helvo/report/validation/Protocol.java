package helvo.report.validation;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.study.ReportPlan;
import helvo.report.model.Block;
import helvo.report.model.Report;
import helvo.report.model.Span;
import helvo.report.pdf.PdfReport;
import helvo.report.web.HtmlReport;
import java.io.IOException;
import java.math.BigDecimal;
import java.math.MathContext;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/// The protocol of a validation: what was compared, on what, what it covers and what not, with a place to sign.
///
/// @param moment of the validation, as it is to be read
/// @param person who ran it; may be empty
public record Protocol(Validation validation, String moment, String person) {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final int SHOWN_DIGITS = 17;
    private static final String LINE = "______________________________";
    /// What nothing here compares.
    private static final List<String> NOT_COVERED = List.of(
            "Whether a curve, a weight or a limit suits a measurement: that is a person’s to judge.",
            "The window: what is drawn in it and typed into it. Its figures are drawn by the code compared here.",
            "Fits of bent curves with error bars in both directions, fits over groups, the checks of residuals but for "
                    + "Durbin and Watson’s, and bounds of curves that bend: these are compared with independent values "
                    + "when Helvo is built (docs/validation.md).",
            "Printers, screens, and other programs that open what Helvo writes.");

    /// The forms that it is written in.
    public enum Form {
        HTML,
        PDF,
        JSON;

        public String ending() {
            return "." + name().toLowerCase(Locale.ROOT);
        }

        /// By the ending of a file's name.
        public static Stream<Form> of(String name) {
            return Stream.of(values())
                    .filter(form -> name.toLowerCase(Locale.ROOT).endsWith(form.ending()));
        }
    }

    public byte[] bytes(Form form) throws IOException {
        return switch (form) {
            case HTML -> HtmlReport.of(report(), Progress.none());
            case PDF -> PdfReport.of(report(), Progress.none());
            case JSON -> json().getBytes(StandardCharsets.UTF_8);
        };
    }

    static String digits(double digits) {
        return RootLocale.format("%.1f", digits);
    }

    /// "All 270 values and steps are as they must be."
    public String verdict() {
        int all = validation.findings().size();
        int failed = validation.failed().size();
        return failed == 0
                ? RootLocale.format("All %d values and steps are as they must be.", all)
                : RootLocale.format(
                        "%d of %d values and steps %s NOT as %s must be.",
                        failed, all, failed == 1 ? "is" : "are", failed == 1 ? "it" : "they");
    }

    /// What to do where something failed, as sentences.
    public List<String> advice() {
        if (validation.passed()) {
            return List.of();
        }
        boolean files =
                validation.failed().stream().anyMatch(each -> each.area().equals("Installed files"));
        var advice = new ArrayList<String>();
        advice.add("Do not use this installation for results that count until this is settled.");
        advice.add(
                files
                        ? "Files are not those that were shipped: remove Helvo, install it anew from its package, and "
                                + "validate again."
                        : "Install Helvo anew and validate again. Where it fails again, send this protocol to those "
                                + "who make Helvo, with the name of the processor and of the system.");
        return advice;
    }

    // ---- as a document ----

    private Report report() {
        var parts = new ArrayList<Block>();
        parts.add(heading("Result"));
        parts.add(new Block.Paragraph(List.of(Span.strong(verdict()))));
        if (validation.quick()) {
            parts.add(paragraph("This was the quick validation, a part of the whole one."));
        }
        if (!validation.passed()) {
            parts.add(new Block.Points(advice().stream()
                    .map(sentence -> List.of(Span.plain(sentence)))
                    .toList()));
            parts.add(table(1, "What is not as it must be.", validation.failed()));
        }
        parts.add(new Block.Points(validation.summary().stream()
                .map(line -> List.of(Span.plain(line)))
                .toList()));
        parts.add(heading("Installation"));
        int number = validation.passed() ? 1 : 2;
        parts.add(facts(number++));
        for (Map.Entry<String, List<Finding>> area : validation.areas().entrySet()) {
            parts.add(heading(area.getKey()));
            Map<String, List<Finding>> groups = area.getValue().stream()
                    .collect(Collectors.groupingBy(
                            each -> each.source().isEmpty() ? "" : each.group(),
                            java.util.LinkedHashMap::new,
                            Collectors.toList()));
            for (Map.Entry<String, List<Finding>> group : groups.entrySet()) {
                String source = group.getValue().getFirst().source();
                parts.add(table(
                        number++,
                        source.isEmpty() ? area.getKey() + "." : group.getKey() + ". Expected: " + source + ".",
                        group.getValue()));
            }
        }
        parts.add(heading("What this does not cover"));
        parts.add(new Block.Points(NOT_COVERED.stream()
                .map(sentence -> List.of(Span.plain(sentence)))
                .toList()));
        parts.add(heading("Signed"));
        parts.add(paragraph("Name: " + (person.isBlank() ? LINE : person)));
        parts.add(paragraph("Place and date: " + LINE));
        parts.add(paragraph("Signature: " + LINE));
        return new Report(
                List.of(Span.plain(
                        "Validation of an installation of " + validation.facts().get("Program"))),
                Stream.of(person, moment).filter(part -> !part.isBlank()).toList(),
                ReportPlan.DEFAULT.withAuthor(person),
                "",
                List.of(),
                List.of(new Report.Part(ReportPlan.Section.METHOD, 0, parts)));
    }

    private static Block heading(String text) {
        return new Block.Heading(2, List.of(Span.plain(text)), false);
    }

    private static Block paragraph(String text) {
        return new Block.Paragraph(List.of(Span.plain(text)));
    }

    private Block facts(int number) {
        return new Block.Grid(
                number,
                List.of(Span.plain("What was validated, and where.")),
                List.of(List.of(Span.plain("What")), List.of(Span.plain("Found"))),
                List.of(false, false),
                Stream.concat(
                                validation.facts().entrySet().stream(),
                                Map.of("Date and time", moment).entrySet().stream())
                        .map(fact -> List.of(List.of(Span.plain(fact.getKey())), List.of(Span.plain(fact.getValue()))))
                        .toList());
    }

    private static Block table(int number, String caption, List<Finding> findings) {
        boolean numbers = findings.stream().anyMatch(each -> each.digits().isPresent());
        List<String> heads = numbers
                ? List.of("What", "Expected", "Found", "Digits", "Passed")
                : List.of("What", "Expected", "Found", "Passed");
        return new Block.Grid(
                number,
                List.of(Span.plain(caption)),
                heads.stream().map(head -> List.of(Span.plain(head))).toList(),
                heads.stream()
                        .map(head -> numbers && !head.equals("What") && !head.equals("Passed"))
                        .toList(),
                findings.stream()
                        .map(each -> {
                            String digits = each.digits().stream()
                                    .mapToObj(Protocol::digits)
                                    .findFirst()
                                    .orElse("–");
                            List<String> cells = numbers
                                    ? List.of(
                                            each.what(),
                                            shown(each.expected()),
                                            shown(each.found()),
                                            digits,
                                            each.passed() ? "yes" : "NO")
                                    : List.of(each.what(), each.expected(), each.found(), each.passed() ? "yes" : "NO");
                            return cells.stream()
                                    .map(cell -> List.of(cell.equals("NO") ? Span.strong(cell) : Span.plain(cell)))
                                    .toList();
                        })
                        .toList());
    }

    /// A number in as many digits as a double has; other text as it is.
    private static String shown(String value) {
        try {
            return new BigDecimal(value).round(new MathContext(SHOWN_DIGITS)).toString();
        } catch (NumberFormatException e) {
            return value;
        }
    }

    // ---- as JSON ----

    private String json() {
        ObjectNode whole = JSON.createObjectNode();
        whole.put("format", "helvo validation")
                .put("passed", validation.passed())
                .put("quick", validation.quick());
        whole.put("date", moment).put("person", person).put("verdict", verdict());
        ObjectNode facts = whole.putObject("installation");
        validation.facts().forEach(facts::put);
        var tests = whole.putArray("tests");
        for (Finding each : validation.findings()) {
            ObjectNode test = tests.addObject()
                    .put("area", each.area())
                    .put("group", each.group())
                    .put("source", each.source())
                    .put("what", each.what())
                    .put("expected", each.expected())
                    .put("found", each.found());
            each.digits().ifPresent(digits -> test.put("digits", digits));
            test.put("passed", each.passed());
        }
        var uncovered = whole.putArray("notCovered");
        NOT_COVERED.forEach(uncovered::add);
        var advice = whole.putArray("advice");
        advice().forEach(advice::add);
        return JSON.writerWithDefaultPrettyPrinter().writeValueAsString(whole) + "\n";
    }
}
