package helvo.figure.export;

import helvo.core.analysis.CoordinateColumn;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.analysis.SheetAnalysis;
import helvo.core.number.NumberText;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;

/// The points of a figure as CSV, for the metadata of a drawing. Dates are written as dates, excluded points say so.
final class PointList {
    private PointList() {}

    static String csv(FigureAnalysis figure) {
        return csv(figure, hasExcluded(figure));
    }

    private static boolean hasExcluded(FigureAnalysis figure) {
        return figure.series().stream().anyMatch(series -> series.rows().excluded().length > 0);
    }

    private static String csv(FigureAnalysis figure, boolean anyExcluded) {
        var text = new StringBuilder("series,row,x,y,x bar down,x bar up,y bar down,y bar up")
                .append(anyExcluded ? ",excluded\n" : "\n");
        for (SeriesAnalysis series : figure.series()) {
            if (series.key().hasOwnPoints()) {
                points(series, anyExcluded, text);
            }
        }
        return text.toString();
    }

    private static void points(SeriesAnalysis series, boolean anyExcluded, StringBuilder text) {
        Points points = series.points();
        CoordinateColumn x = series.rows().x();
        CoordinateColumn y = series.rows().y();
        String name = '"' + series.label().replace("\"", "\"\"") + '"';
        for (int i = 0; i < points.size(); i++) {
            text.append(name)
                    .append(',')
                    .append(points.rows()[i] + 1)
                    .append(',')
                    .append(value(x, points.x()[i]))
                    .append(',')
                    .append(value(y, points.y()[i]))
                    .append(',')
                    .append(bars(points.xBars(), i))
                    .append(',')
                    .append(bars(points.yBars(), i))
                    .append(anyExcluded ? ",\n" : "\n");
        }
        for (int row : series.rows().excluded()) {
            text.append(name)
                    .append(',')
                    .append(row + 1)
                    .append(',')
                    .append(value(x, x.at(row)))
                    .append(',')
                    .append(value(y, y.at(row)))
                    .append(",,,,,yes\n");
        }
    }

    private static String value(CoordinateColumn of, double value) {
        return of.time().map(axis -> axis.text(value)).orElseGet(() -> NumberText.shortest(value));
    }

    /// Of all panels, which a column tells apart.
    static String csv(SheetAnalysis sheet) {
        boolean anyExcluded = sheet.panels().stream().anyMatch(panel -> hasExcluded(panel.figure()));
        var text = new StringBuilder();
        for (SheetAnalysis.Panel panel : sheet.panels()) {
            csv(panel.figure(), anyExcluded)
                    .lines()
                    .skip(text.isEmpty() ? 0 : 1)
                    .forEach(line -> text.append(text.isEmpty() ? "panel" : panel.letter())
                            .append(',')
                            .append(line)
                            .append('\n'));
        }
        return text.toString();
    }

    private static String bars(ErrorBars bars, int i) {
        return bars.has(i) ? NumberText.shortest(bars.down()[i]) + "," + NumberText.shortest(bars.up()[i]) : ",";
    }
}
