package helvo.figure.export;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.analysis.SheetAnalysis;
import helvo.core.number.NumberText;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;

/// The points of a figure as CSV, for the metadata of a drawing.
final class PointList {
    private PointList() {}

    static String csv(FigureAnalysis figure) {
        var text = new StringBuilder("series,row,x,y,x bar down,x bar up,y bar down,y bar up\n");
        for (SeriesAnalysis series : figure.series()) {
            Points points = series.points();
            String name = '"' + series.label().replace("\"", "\"\"") + '"';
            for (int i = 0; i < points.size() && series.key().hasOwnPoints(); i++) {
                text.append(name)
                        .append(',')
                        .append(points.rows()[i] + 1)
                        .append(',')
                        .append(NumberText.shortest(points.x()[i]))
                        .append(',')
                        .append(NumberText.shortest(points.y()[i]))
                        .append(',')
                        .append(bars(points.xBars(), i))
                        .append(',')
                        .append(bars(points.yBars(), i))
                        .append('\n');
            }
        }
        return text.toString();
    }

    /// Of all panels, which a column tells apart.
    static String csv(SheetAnalysis sheet) {
        var text = new StringBuilder();
        for (SheetAnalysis.Panel panel : sheet.panels()) {
            csv(panel.figure()).lines().skip(text.isEmpty() ? 0 : 1).forEach(line -> text.append(
                            text.isEmpty() ? "panel" : panel.letter())
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
