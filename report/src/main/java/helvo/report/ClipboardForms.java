package helvo.report;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.number.NumberText;
import helvo.core.results.Results;
import helvo.core.table.Table;
import helvo.figure.export.Drawing;
import helvo.report.model.Block;
import helvo.report.model.Span;
import helvo.report.section.ReportBuilder;
import helvo.report.section.ResultsSection;
import helvo.report.text.Latex;
import helvo.report.web.Markup;
import helvo.report.web.MathMl;
import java.util.ArrayList;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/// The forms in which something is put on the clipboard: text, HTML, and others.
///
/// @param plain  text; empty for none
/// @param html   a fragment
/// @param others by their media types
public record ClipboardForms(String plain, String html, Map<String, String> others) {
    public static final String SVG = "image/svg+xml";
    public static final String MATH_ML = "application/mathml+xml";
    public static final String LATEX = "application/x-latex";
    /// Stands off from what is above it, also after a table.
    private static final String HEADING = "<p style=\"margin:0.8em 0 0.2em\"><b>";

    private static final String CELL = " style=\"padding:1pt 5pt;";

    /// The HTML as a whole page: word processors read no less as such. Its tables have rows only, since some of
    /// them take parts of a table for cells.
    public ClipboardForms {
        html = html.isEmpty() ? "" : "<html><head><meta charset=\"utf-8\"/></head><body>" + html + "</body></html>";
        others = Map.copyOf(others);
    }

    /// A figure, of its size on paper where the form has one.
    ///
    /// @param png the same in pixels
    public static ClipboardForms figure(Drawing drawing, byte[] png, String svg) {
        String size = "width:" + NumberText.shortest(drawing.widthMm()) + "mm;height:"
                + NumberText.shortest(drawing.heightMm())
                + "mm";
        return new ClipboardForms(
                "",
                "<img src=\"data:image/png;base64," + Base64.getEncoder().encodeToString(png) + "\" style=\"" + size
                        + "\" width=\"" + pixels(drawing.widthMm()) + "\" height=\""
                        + pixels(drawing.heightMm()) + "\" alt=\""
                        + Markup.escaped(drawing.description()) + "\"/>",
                Map.of(SVG, svg));
    }

    /// As style sheets count them, 96 to the inch.
    private static long pixels(double mm) {
        return Math.round(mm * 96 / 25.4);
    }

    /// A table at full precision with its headings: parted by tabs, and as HTML.
    public static ClipboardForms table(Table table) {
        List<List<String>> rows = IntStream.range(0, table.rows())
                .mapToObj(row -> table.columns().stream()
                        .map(column -> Span.clean(column.exact(row, table.decimalMark())))
                        .toList())
                .toList();
        List<String> heads = table.columns().stream()
                .map(column -> Span.clean(column.heading().text()))
                .toList();
        var plain = new StringBuilder(String.join("\t", heads)).append('\n');
        var html = new StringBuilder("<table style=\"border-collapse:collapse\"><tr>")
                .append(cells(heads, "th"))
                .append("</tr>");
        for (List<String> row : rows) {
            plain.append(String.join("\t", row)).append('\n');
            html.append("<tr>").append(cells(row, "td")).append("</tr>");
        }
        return new ClipboardForms(plain.toString(), html.append("</table>").toString(), Map.of());
    }

    private static String cells(List<String> texts, String tag) {
        String rule = tag.equals("th") ? "border-top:1pt solid;border-bottom:0.5pt solid;text-align:left" : "";
        return texts.stream()
                .map(text -> "<" + tag + CELL + rule + "\">" + Markup.escaped(text) + "</" + tag + ">")
                .collect(Collectors.joining());
    }

    /// What is said of every series: plain text at full precision, HTML rounded as on the screen, equations in
    /// MathML and LaTeX.
    public static ClipboardForms results(FigureAnalysis figure) {
        var plain = new ArrayList<String>();
        var html = new StringBuilder();
        for (SeriesAnalysis series : figure.series()) {
            Results results = Results.of(figure, series);
            plain.add(results.copied());
            html.append(HEADING)
                    .append(Markup.escaped(series.label()))
                    .append("</b>")
                    .append(
                            results.equation().isEmpty()
                                    ? ""
                                    : "<br/>" + Markup.escaped(results.equation())
                                            + (results.units().isEmpty()
                                                    ? ""
                                                    : " (" + Markup.escaped(results.units()) + ")"))
                    .append("</p>")
                    .append(html(results.lines()));
        }
        var others = new LinkedHashMap<String, String>();
        String latex = latex(figure);
        if (!latex.isEmpty()) {
            others.put(LATEX, latex);
            others.put(MATH_ML, mathMl(figure));
        }
        return new ClipboardForms(String.join("\n", plain), html.toString(), others);
    }

    private static String html(List<Results.Line> lines) {
        var html = new StringBuilder();
        boolean inTable = false;
        for (Results.Line line : lines) {
            boolean row = line instanceof Results.Line.Quantity;
            html.append(row == inTable ? "" : row ? "<table style=\"border-collapse:collapse\">" : "</table>");
            inTable = row;
            html.append(
                    switch (line) {
                        case Results.Line.Quantity(var label, var text, var unit, var _, var note) ->
                            "<tr>" + cells(List.of(label, text, unit, note), "td") + "</tr>";
                        case Results.Line.Heading(var text) -> HEADING + Markup.escaped(text) + "</b></p>";
                        case Results.Line.Table(var heads, var rows) -> {
                            var first = new ArrayList<>(List.of(""));
                            first.addAll(heads);
                            yield "<table style=\"border-collapse:collapse\"><tr>" + cells(first, "th") + "</tr>"
                                    + rows.stream()
                                            .map(each -> {
                                                var all = new ArrayList<>(List.of(each.label()));
                                                all.addAll(each.cells());
                                                return "<tr>" + cells(all, "td") + "</tr>";
                                            })
                                            .collect(Collectors.joining())
                                    + "</table>";
                        }
                        case Results.Line.Sentence(var text, var _) -> "<p>" + Markup.escaped(text) + "</p>";
                        case Results.Line.Advice(var text, var _, var _) -> "<p>" + Markup.escaped(text) + "</p>";
                    });
        }
        return html.append(inTable ? "</table>" : "").toString();
    }

    /// The equations of a figure's curves, a line each; empty where none was fitted.
    public static String latex(FigureAnalysis figure) {
        return figure.series().stream()
                .filter(each -> each.fit().isPresent())
                .map(each -> Latex.of(ResultsSection.mathematics(figure, each)))
                .collect(Collectors.joining("\n"));
    }

    /// Likewise.
    public static String mathMl(FigureAnalysis figure) {
        return figure.series().stream()
                .filter(each -> each.fit().isPresent())
                .map(each -> MathMl.of(ResultsSection.mathematics(figure, each), ""))
                .collect(Collectors.joining("\n"));
    }

    /// The coefficients of all curves as a table in LaTeX.
    public static String latexTables(FigureAnalysis figure) {
        return new ResultsSection(figure, new ReportBuilder.Numbering())
                .blocks().stream()
                        .filter(Block.Grid.class::isInstance)
                        .map(block -> Latex.table((Block.Grid) block))
                        .collect(Collectors.joining("\n"));
    }
}
