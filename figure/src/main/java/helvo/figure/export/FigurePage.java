package helvo.figure.export;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.analysis.CoordinateColumn;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.analysis.SheetAnalysis;
import helvo.core.fit.Fit;
import helvo.core.number.NumberNotation;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;
import helvo.core.study.FigureSheet;
import helvo.core.style.AxisPlace;
import helvo.core.style.FigureText;
import helvo.core.table.SeriesKey;
import helvo.figure.canvas.EmbeddedFonts;
import helvo.figure.canvas.SvgCanvas;
import helvo.figure.canvas.Typeface;
import helvo.figure.layout.CurveReach;
import helvo.figure.layout.FigureLayout;
import helvo.figure.paint.FigureDrawing;
import helvo.figure.scale.Axis;
import helvo.figure.scale.AxisScale;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.Base64;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;

/// A drawing as one page for the browser, which needs nothing besides itself: the figure as SVG, its points and the
/// points of its curves as tables and as CSV, and one small script that shows at the pointer and by keys what stands
/// in the tables, enlarges the plot and hides series. A content security policy lets that script run and no other.
final class FigurePage {
    /// More rows make a page that opens slowly; the CSV has all.
    private static final int MOST_ROWS = 5000;
    private static final int CURVE_STEPS = 100;
    private static final int CURVE_DIGITS = 6;
    private static final int ROUND_DIGITS = 3;

    private final Drawing drawing;
    private final Progress progress;
    private final EmbeddedFonts fonts = new EmbeddedFonts();
    private final StringBuilder tables = new StringBuilder();
    private int rowsLeft = MOST_ROWS;

    private FigurePage(Drawing drawing, Progress progress) {
        this.drawing = drawing;
        this.progress = progress;
    }

    /// @param letter that the panel is called by; empty for none
    private record Panel(String letter, FigureAnalysis figure, FigureLayout layout) {
        List<SeriesAnalysis> shown() {
            return figure.series().stream()
                    .filter(series ->
                            !figure.figure().style().series(series.key()).hidden())
                    .toList();
        }

        /// As figure and legend call it.
        String name(SeriesAnalysis series) {
            return figure.figure().style().series(series.key()).name().orElse(series.label());
        }

        /// "b: dry".
        String called(SeriesAnalysis series) {
            return (letter.isEmpty() ? "" : letter + ": ") + FigureText.plain(name(series));
        }
    }

    /// One column of a table.
    private record TableColumn(String head, List<String> cells) {}

    static byte[] of(Drawing drawing, Progress progress) throws IOException {
        return new FigurePage(drawing, progress).page().getBytes(StandardCharsets.UTF_8);
    }

    private String page() throws IOException {
        var canvas = new SvgCanvas(FigureFile.DEFAULT_DPI / 72, fonts, "figure-", SvgCanvas.Use.LIVE);
        List<Panel> panels = drawn(canvas);
        String body = body(panels, FigureFile.within(canvas, drawing));
        fonts.take(Typeface.REGULAR, body);
        fonts.take(Typeface.SEMIBOLD, body);
        String script = resource("page.js");
        String style = fonts.css()
                + resource("page.css")
                        .replace("REGULAR", EmbeddedFonts.family(Typeface.REGULAR))
                        .replace("SEMIBOLD", EmbeddedFonts.family(Typeface.SEMIBOLD))
                        .replace("GROUND", drawing.background().orElse("#ffffff"))
                        .replace("WIDTH", RootLocale.format("%.2f", drawing.widthMm()));
        return RootLocale.format(
                """
                <!DOCTYPE html>
                <html lang="en">
                <head>
                <meta charset="utf-8">
                <meta http-equiv="Content-Security-Policy" content="default-src 'none'; script-src 'sha256-%s'; \
                style-src 'sha256-%s'; font-src data:; img-src data:; base-uri 'none'; form-action 'none'">
                <meta name="viewport" content="width=device-width, initial-scale=1">
                <title>%s</title>
                <style>%s</style>
                </head>
                <body>
                %s<script>%s</script>
                </body>
                </html>
                """, sha256(script), sha256(style), SvgCanvas.escaped(drawing.title()), style, body, script);
    }

    private List<Panel> drawn(SvgCanvas canvas) {
        return switch (drawing) {
            case Drawing.OfFigure(var figure) ->
                List.of(new Panel("", figure, FigureDrawing.draw(figure, canvas, progress)));
            case Drawing.OfSheet(SheetAnalysis sheet, var sheetDrawing) -> {
                sheetDrawing.draw(canvas, progress);
                yield IntStream.range(0, sheet.panels().size())
                        .mapToObj(i -> new Panel(
                                sheet.panels().get(i).letter(),
                                sheetDrawing.figures().get(i),
                                sheetDrawing.layout().panels().get(i).figure()))
                        .toList();
            }
        };
    }

    /// The directions in which panels with the same limits are enlarged together.
    private String linked() {
        return drawing instanceof Drawing.OfSheet(SheetAnalysis analysis, var _)
                ? (analysis.sheet().x() == FigureSheet.AxisUse.OWN ? "" : "x")
                        + (analysis.sheet().y() == FigureSheet.AxisUse.OWN ? "" : "y")
                : "";
    }

    private String body(List<Panel> panels, String svg) {
        int points = panels.stream()
                .flatMap(panel -> panel.shown().stream())
                .filter(series -> series.key().hasOwnPoints())
                .mapToInt(series -> series.points().size() + series.rows().excluded().length)
                .sum();
        for (int i = 0; i < panels.size(); i++) {
            for (SeriesAnalysis series : panels.get(i).shown()) {
                points(panels.get(i), i, series);
            }
        }
        String ofPoints = tables.toString();
        tables.setLength(0);
        for (int i = 0; i < panels.size(); i++) {
            for (SeriesAnalysis series : panels.get(i).shown()) {
                curve(panels.get(i), i, series);
            }
        }
        String ofCurves = tables.toString();
        return RootLocale.format("""
                        <main>
                        <h1 dir="auto">%s</h1>
                        <div id="figure" aria-label="Figure" aria-describedby="keys" data-linked="%s">
                        %s</div>
                        """, SvgCanvas.escaped(drawing.title()), linked(), svg)
                + controls(panels)
                + RootLocale.format(
                        """
                        <output id="reading" aria-live="polite" data-live hidden></output>
                        <p id="keys" data-live hidden>Drag over the plot to enlarge a part of it; double-click for \
                        all of it. With keys, in the figure: ← → from point to point, ↑ ↓ to another series or \
                        curve, + and − to enlarge and back, Shift and an arrow to move, Escape for all of it.</p>
                        <h2>Description</h2>
                        <p dir="auto">%s</p>
                        <details><summary>Points (%,d)</summary>
                        %s%s</details>
                        %s<p><a download="points.csv" href="data:text/csv;charset=utf-8;base64,%s">All points as \
                        CSV</a></p>
                        </main>
                        """,
                        SvgCanvas.escaped(drawing.description()),
                        points,
                        points > MOST_ROWS
                                ? RootLocale.format(
                                        "<p>The first %,d of %,d points, which are those that can be read at the "
                                                + "pointer. The CSV file has all.</p>%n",
                                        MOST_ROWS, points)
                                : "",
                        ofPoints,
                        ofCurves.isEmpty()
                                ? ""
                                : "<details><summary>Points of the curves</summary>\n" + ofCurves + "</details>\n",
                        Base64.getEncoder().encodeToString(drawing.points().getBytes(StandardCharsets.UTF_8)));
    }

    private static String controls(List<Panel> panels) {
        Set<String> names = new LinkedHashSet<>();
        panels.forEach(panel -> panel.shown().forEach(series -> names.add(panel.name(series))));
        String choices = names.size() < 2
                ? ""
                : names.stream()
                        .map(name -> RootLocale.format(
                                "<label><input type=\"checkbox\" checked data-name=\"%s\"><span dir=\"auto\">%s</span>"
                                        + "</label>%n",
                                SvgCanvas.quoted(name), SvgCanvas.escaped(FigureText.plain(name))))
                        .collect(Collectors.joining("", "<fieldset><legend>Show</legend>\n", "</fieldset>\n"));
        return """
                <div class="controls" data-live hidden>
                <div class="buttons">
                <button type="button" id="larger">Enlarge</button>
                <button type="button" id="smaller">Reduce</button>
                <button type="button" id="whole">Whole figure</button>
                </div>
                """ + choices + "</div>\n";
    }

    // ---- tables ----

    private void points(Panel panel, int number, SeriesAnalysis series) {
        if (!series.key().hasOwnPoints() || rowsLeft <= 0) {
            return;
        }
        Points points = series.points();
        int[] excluded = series.rows().excluded();
        int used = Math.min(points.size(), rowsLeft);
        int left = Math.min(excluded.length, rowsLeft - used);
        rowsLeft -= used + left;
        CoordinateColumn x = series.rows().x();
        CoordinateColumn y = series.rows().y();
        NumberNotation numbers = panel.figure.numbers();
        double[] xs = IntStream.range(0, used + left)
                .mapToDouble(i -> i < used ? points.x()[i] : x.at(excluded[i - used]))
                .toArray();
        double[] ys = IntStream.range(0, used + left)
                .mapToDouble(i -> i < used ? points.y()[i] : y.at(excluded[i - used]))
                .toArray();
        var columns = new ArrayList<TableColumn>();
        columns.add(new TableColumn(
                "Row",
                IntStream.range(0, used + left)
                        .mapToObj(i -> Integer.toString((i < used ? points.rows()[i] : excluded[i - used]) + 1))
                        .toList()));
        columns.add(new TableColumn(head(x), cells(x, xs, numbers)));
        bars(x, points.xBars(), used, numbers, columns);
        columns.add(new TableColumn(head(y), cells(y, ys, numbers)));
        bars(y, points.yBars(), used, numbers, columns);
        if (left > 0) {
            columns.add(new TableColumn(
                    "Use",
                    IntStream.range(0, used + left)
                            .mapToObj(i -> i < used ? "" : "excluded")
                            .toList()));
        }
        table(panel, number, series, panel.called(series), false, columns, xs, ys);
    }

    private static void bars(
            CoordinateColumn of, ErrorBars bars, int used, NumberNotation numbers, List<TableColumn> columns) {
        if (bars.isNone()) {
            return;
        }
        String name = FigureText.plain(of.column().name());
        if (bars.isEven()) {
            columns.add(new TableColumn("± " + name, lengths(bars, bars.up(), used, numbers)));
        } else {
            columns.add(new TableColumn(name + " up", lengths(bars, bars.up(), used, numbers)));
            columns.add(new TableColumn(name + " down", lengths(bars, bars.down(), used, numbers)));
        }
    }

    private static List<String> lengths(ErrorBars bars, double[] lengths, int used, NumberNotation numbers) {
        return IntStream.range(0, used)
                .mapToObj(i -> bars.has(i) ? numbers.typed(lengths[i]) : "")
                .toList();
    }

    private static List<String> cells(CoordinateColumn of, double[] values, NumberNotation numbers) {
        return IntStream.range(0, values.length)
                .mapToObj(i -> of.time().map(axis -> axis.text(values[i])).orElseGet(() -> numbers.typed(values[i])))
                .toList();
    }

    private static String head(CoordinateColumn of) {
        String unit = of.time().isPresent() ? "" : of.unit();
        return FigureText.plain(of.column().name() + (unit.isEmpty() ? "" : " (" + unit + ")"));
    }

    /// At round places along x, each value worked out there and not between two others.
    private void curve(Panel panel, int number, SeriesAnalysis series) {
        boolean drawn = panel.figure.figure().style().curve(series.key()).shown()
                && !panel.layout.axes().isEmpty();
        if (series.fit().isEmpty() || !drawn) {
            return;
        }
        progress.reached(Double.NaN);
        Fit fit = series.fit().get();
        double[] xs = places(panel, series);
        double[] ys = IntStream.range(0, xs.length)
                .mapToDouble(i -> fit.function().at(xs[i]))
                .toArray();
        NumberNotation numbers = panel.figure.numbers();
        CoordinateColumn x = series.rows().x();
        table(
                panel,
                number,
                series,
                "Curve of " + panel.called(series),
                true,
                List.of(
                        new TableColumn(head(x), cells(x, xs, numbers)),
                        new TableColumn(
                                head(series.rows().y()),
                                IntStream.range(0, ys.length)
                                        .mapToObj(i ->
                                                Double.isFinite(ys[i]) ? numbers.significant(ys[i], CURVE_DIGITS) : "")
                                        .toList())),
                xs,
                ys);
    }

    private static double[] places(Panel panel, SeriesAnalysis series) {
        CurveReach reach = CurveReach.of(panel.figure.figure().style(), series);
        Axis axis = panel.layout.axis(AxisPlace.X);
        DoubleStream between = axis.isLogarithmic()
                ? equalRatios(axis.fraction(reach.from()), axis.fraction(reach.to()), axis)
                : AxisScale.between(reach.from(), reach.to(), CURVE_STEPS).ticks().stream()
                        .mapToDouble(Double::doubleValue);
        return DoubleStream.concat(DoubleStream.of(reach.from(), reach.to()), between)
                .map(at -> series.rows()
                        .x()
                        .time()
                        .map(time -> time.coordinate(Math.rint(time.seconds(at))))
                        .orElse(at))
                .filter(at -> at >= reach.from() && at <= reach.to())
                .sorted()
                .distinct()
                .toArray();
    }

    private static DoubleStream equalRatios(double first, double last, Axis axis) {
        return IntStream.rangeClosed(0, CURVE_STEPS)
                .mapToDouble(i -> axis.value(first + (last - first) * i / CURVE_STEPS))
                .map(at -> NumberNotation.significantDecimal(at, ROUND_DIGITS).doubleValue());
    }

    private void table(
            Panel panel,
            int number,
            SeriesAnalysis series,
            String name,
            boolean isCurve,
            List<TableColumn> columns,
            double[] xs,
            double[] ys) {
        tables.append(RootLocale.format(
                        """
                        <div class="wide"><table data-series="%s" data-panel="%d" data-curve="%s">
                        <caption dir="auto" data-name="%s">%s</caption>
                        <thead><tr>""",
                        SvgCanvas.quoted(panel.name(series)),
                        number,
                        isCurve ? "yes" : "no",
                        SvgCanvas.quoted(name),
                        SvgCanvas.escaped(name)))
                .append(columns.stream()
                        .map(column -> "<th scope=\"col\" dir=\"auto\">" + SvgCanvas.escaped(column.head) + "</th>")
                        .collect(Collectors.joining()))
                .append("</tr></thead>\n<tbody>\n");
        for (int i = 0; i < xs.length; i++) {
            int row = i;
            tables.append("<tr")
                    .append(place(panel, series.key(), xs[i], ys[i]))
                    .append('>')
                    .append(columns.stream()
                            .map(column -> "<td>"
                                    + (row < column.cells.size() ? SvgCanvas.escaped(column.cells.get(row)) : "")
                                    + "</td>")
                            .collect(Collectors.joining()))
                    .append("</tr>\n");
        }
        tables.append("</tbody></table></div>\n");
    }

    /// Where it lies in its panel; nothing for what the plot does not show.
    private static String place(Panel panel, SeriesKey series, double x, double y) {
        if (panel.layout.axes().isEmpty()) {
            return "";
        }
        double px = panel.layout.px(x);
        double py = panel.layout.py(panel.layout.along(panel.figure, series), y);
        return panel.layout.plot().intersects(px - 0.5, py - 0.5, 1, 1)
                ? RootLocale.format(" data-at=\"%.2f %.2f\"", px, py)
                : "";
    }

    private static String resource(String name) throws IOException {
        try (InputStream in = FigurePage.class.getResourceAsStream("/helvo/figure/page/" + name)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    private static String sha256(String text) {
        try {
            return Base64.getEncoder()
                    .encodeToString(MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException e) {
            throw new AssertionError("every Java platform has SHA-256", e);
        }
    }
}
