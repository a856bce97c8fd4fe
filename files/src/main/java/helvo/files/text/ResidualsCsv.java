package helvo.files.text;

import de.siegmar.fastcsv.writer.CsvWriter;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Residuals;
import helvo.core.number.NumberText;
import java.io.StringWriter;
import java.util.OptionalDouble;

/// The residuals of a figure's fits as CSV at full precision; rows are counted from 1, what does not exist is
/// empty.
public final class ResidualsCsv {
    private ResidualsCsv() {}

    public static String of(FigureAnalysis figure) {
        var text = new StringWriter();
        CsvWriter csv = CsvWriter.builder().build(text);
        csv.writeRecord(
                "group",
                "row",
                "x",
                "y",
                "fitted",
                "residual",
                "percent of fitted",
                "percent of measured",
                "standardised",
                "leverage",
                "Cook's distance");
        for (SeriesAnalysis series : figure.series()) {
            series.residuals().ifPresent(residuals -> {
                for (int i = 0; i < residuals.raw().length; i++) {
                    csv.writeRecord(row(series, residuals, i));
                }
            });
        }
        return text.toString();
    }

    private static String[] row(SeriesAnalysis series, Residuals residuals, int i) {
        return new String[] {
            series.key().isPooled() ? "pooled" : series.key().group(),
            Integer.toString(residuals.points().rows()[i] + 1),
            NumberText.shortest(residuals.points().x()[i]),
            NumberText.shortest(residuals.points().y()[i]),
            NumberText.shortest(residuals.fitted(i)),
            NumberText.shortest(residuals.raw()[i]),
            text(residuals.percentOfFitted(i)),
            text(residuals.percentOfMeasured(i)),
            text(residuals.standardised(i)),
            NumberText.shortest(residuals.leverage(i)),
            text(residuals.cooksDistance(i))
        };
    }

    private static String text(OptionalDouble value) {
        return value.isPresent() && Double.isFinite(value.getAsDouble())
                ? NumberText.shortest(value.getAsDouble())
                : "";
    }
}
