package helvo.figure;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Points;
import helvo.core.number.NumberText;

/// The points of a figure as CSV at full precision, for the metadata of a drawing.
final class PointList {
    private PointList() {}

    static String csv(FigureAnalysis figure) {
        var text = new StringBuilder("series,row,x,y,x bar,y bar\n");
        for (SeriesAnalysis series : figure.series()) {
            Points points = series.points();
            String name = '"' + series.label().replace("\"", "\"\"") + '"';
            for (int i = 0; i < points.size() && !series.key().isTogether(); i++) {
                text.append(name).append(',').append(points.rows()[i] + 1).append(',').append(NumberText.shortest(points.x()[i])).append(',')
                        .append(NumberText.shortest(points.y()[i])).append(',').append(bar(points.xBar(), i)).append(',').append(bar(points.yBar(), i)).append('\n');
            }
        }
        return text.toString();
    }

    private static String bar(double[] bars, int i) {
        return bars.length == 0 || Double.isNaN(bars[i]) ? "" : NumberText.shortest(bars[i]);
    }
}
