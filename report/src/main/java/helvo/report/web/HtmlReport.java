package helvo.report.web;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.study.ReportPlan;
import helvo.figure.canvas.EmbeddedFonts;
import helvo.figure.canvas.Typeface;
import helvo.figure.export.FigureFile;
import helvo.files.ProgramVersion;
import helvo.report.model.Block;
import helvo.report.model.Report;
import helvo.report.model.Span;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/// A report as one HTML page that needs nothing besides itself: figures as SVG within it, equations as MathML,
/// fonts and styles embedded, no script. It prints on the plan's paper, reads on a telephone, and follows a dark
/// look; a figure's sheet stays paper.
public final class HtmlReport {
    private final Report report;
    private final Progress progress;
    private final EmbeddedFonts fonts = new EmbeddedFonts();
    private final StringBuilder body = new StringBuilder();
    private int pictures;
    private int sections;

    private HtmlReport(Report report, Progress progress) {
        this.report = report;
        this.progress = progress;
    }

    public static byte[] of(Report report, Progress progress) throws IOException {
        return new HtmlReport(report, progress).document().getBytes(StandardCharsets.UTF_8);
    }

    /// What stands at the places of a template: each section, all of them, and the style.
    public static Map<String, String> places(Report report, Progress progress) throws IOException {
        var whole = new HtmlReport(report, progress);
        Map<String, String> places = new LinkedHashMap<>();
        for (ReportPlan.Section section : ReportPlan.Section.values()) {
            whole.body.setLength(0);
            whole.blocks(report.sections().stream()
                    .filter(part -> part.section() == section)
                    .flatMap(part -> part.blocks().stream())
                    .toList());
            places.put(section.name().toLowerCase(Locale.ROOT), whole.body.toString());
        }
        // The figures stand in the whole or in their section, so that each id is there once.
        whole.body.setLength(0);
        whole.pictures = report.figures().size();
        String main = whole.main();
        places.put("report", main);
        whole.fonts.take(Typeface.REGULAR, main);
        whole.fonts.take(Typeface.SEMIBOLD, main);
        places.put("style", "<style>" + whole.style() + "</style>");
        return places;
    }

    private String document() throws IOException {
        String main = main();
        fonts.take(Typeface.REGULAR, main);
        fonts.take(Typeface.SEMIBOLD, main);
        return RootLocale.format(
                """
                <!DOCTYPE html>
                <html lang="%s">
                <head>
                <meta charset="utf-8">
                <meta name="viewport" content="width=device-width, initial-scale=1">
                <meta name="generator" content="%s">
                <meta name="color-scheme" content="light dark">
                <title>%s</title>
                <style>%s</style>
                </head>
                <body>
                <main>
                %s</main>
                </body>
                </html>
                """,
                Markup.escaped(report.plan().documentLanguage()),
                ProgramVersion.text(),
                Markup.escaped(report.plainTitle()),
                style(),
                main);
    }

    /// Fonts, and how everything looks.
    String style() throws IOException {
        ReportPlan.Paper paper = report.plan().paper();
        return fonts.css()
                + resource("report.css")
                        .replace("PAPER", paper == ReportPlan.Paper.A4 ? "A4" : "letter")
                        .replace("REGULAR", EmbeddedFonts.family(Typeface.REGULAR))
                        .replace("SEMIBOLD", EmbeddedFonts.family(Typeface.SEMIBOLD));
    }

    private static String resource(String name) {
        try (InputStream in = HtmlReport.class.getResourceAsStream("/helvo/report/" + name)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private String main() {
        body.append("<h1 dir=\"auto\"")
                .append(ownLanguage())
                .append('>')
                .append(Markup.html(report.title(), ownLanguage()))
                .append("</h1>\n<p class=\"byline\" dir=\"auto\">")
                .append(Markup.escaped(String.join(" · ", report.byline())))
                .append("</p>\n");
        blocks(report.blocks());
        return body.toString();
    }

    private void blocks(List<Block> blocks) {
        for (int i = 0; i < blocks.size(); i++) {
            progress.reached(Double.NaN);
            if (blocks.get(i) instanceof Block.Paragraph(var text, boolean isOwn)
                    && i + 1 < blocks.size()
                    && blocks.get(i + 1) instanceof Block.Picture) {
                body.append("<p class=\"kept\" dir=\"auto\"")
                        .append(isOwn ? ownLanguage() : "")
                        .append('>')
                        .append(Markup.html(text, ownLanguage()))
                        .append("</p>\n");
            } else {
                block(blocks.get(i));
            }
        }
    }

    private void block(Block block) {
        switch (block) {
            case Block.Heading heading ->
                body.append(RootLocale.format(
                        "<h%d%s dir=\"auto\"%s>%s</h%d>\n",
                        heading.level(),
                        heading.level() == 2 ? " id=\"" + Markup.sectionId(++sections) + "\"" : "",
                        heading.isOwn() ? ownLanguage() : "",
                        Markup.html(heading.text(), ownLanguage()),
                        heading.level()));
            case Block.Paragraph(var text, boolean isOwn) ->
                body.append("<p dir=\"auto\"")
                        .append(isOwn ? ownLanguage() : "")
                        .append('>')
                        .append(Markup.html(text, ownLanguage()))
                        .append("</p>\n");
            case Block.Points(var items, boolean isOwn) -> {
                body.append("<ul").append(isOwn ? ownLanguage() : "").append(">\n");
                items.forEach(item -> body.append("<li dir=\"auto\">")
                        .append(Markup.html(item, ownLanguage()))
                        .append("</li>\n"));
                body.append("</ul>\n");
            }
            case Block.Picture picture -> picture(picture);
            case Block.Grid grid -> grid(grid);
            case Block.Equation equation -> equation(equation);
            case Block.Contents(var names) -> contents(names);
        }
    }

    /// Marks what a person wrote in another language.
    private String ownLanguage() {
        return report.plan().isEnglish()
                ? ""
                : " lang=\"" + Markup.escaped(report.plan().language()) + "\"";
    }

    private void contents(List<List<Span>> names) {
        body.append("<nav aria-label=\"Contents\">\n<ul class=\"contents\">\n");
        for (int i = 0; i < names.size(); i++) {
            body.append("<li><a href=\"#")
                    .append(Markup.sectionId(i + 1))
                    .append("\" dir=\"auto\">")
                    .append(Markup.html(names.get(i), ownLanguage()))
                    .append("</a></li>\n");
        }
        body.append("</ul>\n</nav>\n");
    }

    private void picture(Block.Picture picture) {
        body.append(RootLocale.format(
                        "<figure id=\"%s\">\n<div class=\"sheet\">\n", Markup.id(Span.Kind.FIGURE, picture.number())))
                .append(FigureFile.svgWithin(picture.drawing(), fonts, "f" + ++pictures + "-", progress))
                .append("</div>\n<figcaption dir=\"auto\"><strong>Figure&#160;")
                .append(picture.number())
                .append(".</strong> ")
                .append(Markup.html(picture.caption(), ownLanguage()))
                .append("</figcaption>\n</figure>\n");
    }

    private void grid(Block.Grid grid) {
        body.append(RootLocale.format(
                        "<div class=\"wide\" role=\"region\" tabindex=\"0\" aria-labelledby=\"%s\">\n<table>\n",
                        Markup.id(Span.Kind.TABLE, grid.number())))
                .append("<caption dir=\"auto\" id=\"")
                .append(Markup.id(Span.Kind.TABLE, grid.number()))
                .append("\"><strong>Table&#160;")
                .append(grid.number())
                .append(".</strong> ")
                .append(Markup.html(grid.caption(), ownLanguage()))
                .append("</caption>\n<thead><tr>");
        for (int i = 0; i < grid.heads().size(); i++) {
            body.append("<th scope=\"col\"")
                    .append(kind(grid, i))
                    .append('>')
                    .append(Markup.html(grid.heads().get(i), ownLanguage()))
                    .append("</th>");
        }
        body.append("</tr></thead>\n<tbody>\n");
        for (List<List<Span>> row : grid.rows()) {
            var cells = new ArrayList<String>();
            for (int i = 0; i < row.size(); i++) {
                String tag = i == 0 ? "th scope=\"row\"" : "td";
                cells.add("<" + tag + kind(grid, i) + " dir=\"auto\">" + Markup.html(row.get(i), ownLanguage())
                        + (i == 0 ? "</th>" : "</td>"));
            }
            body.append("<tr>").append(String.join("", cells)).append("</tr>\n");
        }
        body.append("</tbody>\n</table>\n</div>\n");
    }

    private static String kind(Block.Grid grid, int column) {
        return grid.numbers().get(column) ? " class=\"number\"" : "";
    }

    private void equation(Block.Equation equation) {
        body.append("<div class=\"equation\" id=\"")
                .append(Markup.id(Span.Kind.EQUATION, equation.number()))
                .append("\">")
                .append(
                        equation.series().isEmpty()
                                ? ""
                                : "<span class=\"of\" dir=\"auto\">" + Markup.escaped(equation.series()) + "</span>")
                .append(MathMl.of(
                        equation.mathematics(),
                        " display=\"block\" aria-label=\"" + Markup.escaped(equation.text()) + "\""))
                .append(
                        equation.where().isEmpty()
                                ? ""
                                : "<span class=\"where\" dir=\"auto\">" + Markup.escaped(equation.where()) + "</span>")
                .append("<span class=\"counted\">(")
                .append(equation.number())
                .append(")</span></div>\n");
    }
}
