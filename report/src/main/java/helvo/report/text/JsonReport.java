package helvo.report.text;

import helvo.core.RootLocale;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.results.FigureDescription;
import helvo.files.ProgramVersion;
import helvo.files.json.FitJson;
import helvo.report.model.Block;
import helvo.report.model.Report;
import helvo.report.model.Span;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.regex.Pattern;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/// A report for programs: what is said, and under each figure the same numbers as `helvo fit --json` gives, at full
/// precision.
public final class JsonReport {
    private JsonReport() {}

    private static final Pattern TURNING = Pattern.compile("[\u202a-\u202e\u2066-\u2069]");

    public static byte[] of(Report report) {
        ObjectNode root = JsonNodeFactory.instance.objectNode();
        root.put("title", report.plainTitle())
                .put("author", report.plan().author())
                .put("date", report.plan().date())
                .put("language", report.plan().language())
                .put("program", ProgramVersion.text())
                .put("study", report.study());
        ArrayNode figures = root.putArray("figures");
        for (FigureAnalysis figure : report.figures()) {
            figures.add(figure(report, figure));
        }
        ArrayNode whole = root.putArray("sections");
        report.sections().stream().filter(part -> part.figure() == 0).forEach(part -> put(whole.addObject(), part));
        // Names stay what they are; what would turn a reader's text is written by its number.
        return TURNING.matcher(FitJson.text(root))
                .replaceAll(found ->
                        RootLocale.format("\\\\u%04x", (int) found.group().charAt(0)))
                .getBytes(StandardCharsets.UTF_8);
    }

    private static ObjectNode figure(Report report, FigureAnalysis figure) {
        ObjectNode node = JsonNodeFactory.instance.objectNode();
        node.put("title", figure.title())
                .put("caption", FigureDescription.caption(figure))
                .put("description", FigureDescription.of(figure))
                .put("widthMm", figure.figure().widthMm())
                .put("heightMm", figure.figure().heightMm());
        figure.missing()
                .ifPresentOrElse(
                        missing -> node.put("problem", missing),
                        () -> node.set("numbers", FitJson.reportOf(report.study(), figure)));
        ArrayNode sections = node.putArray("sections");
        report.sections().stream()
                .filter(part -> part.figure() == figure.figure().id())
                .forEach(part -> put(sections.addObject(), part));
        return node;
    }

    /// What a section says: its sentences, and its tables as they are shown.
    private static void put(ObjectNode node, Report.Part part) {
        node.put("section", part.section().name().toLowerCase(java.util.Locale.ROOT));
        ArrayNode says = node.putArray("says");
        ArrayNode tables = node.putArray("tables");
        for (Block block : part.blocks()) {
            switch (block) {
                case Block.Paragraph(var text, var _) -> says.add(Span.text(text));
                case Block.Points(var items, var _) -> items.forEach(item -> says.add(Span.text(item)));
                case Block.Equation equation ->
                    says.add((equation.series().isEmpty() ? "" : equation.series() + ": ")
                            + equation.text()
                            + (equation.where().isEmpty() ? "" : " (" + equation.where() + ")"));
                case Block.Grid grid -> {
                    ObjectNode table =
                            tables.addObject().put("number", grid.number()).put("caption", Span.text(grid.caption()));
                    texts(table.putArray("heads"), grid.heads());
                    ArrayNode rows = table.putArray("rows");
                    grid.rows().forEach(row -> texts(rows.addArray(), row));
                }
                case Block.Heading _, Block.Picture _, Block.Contents _ -> {}
            }
        }
    }

    private static void texts(ArrayNode into, List<List<Span>> cells) {
        cells.forEach(cell -> into.add(Span.text(cell)));
    }
}
