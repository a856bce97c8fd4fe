package helvo.figure.layout;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Residuals;
import helvo.core.points.Points;
import helvo.core.style.SeriesStyle;
import helvo.figure.canvas.Palette;
import helvo.figure.scale.AxisScale;
import java.awt.Color;
import java.util.Arrays;
import java.util.Optional;

/// Colours of points by a value of theirs.
///
/// @param title  what the value is
/// @param values one for each point; NaN for none
public record ColorScale(String title, double[] values, double low, double high, ColorMap map) {
    public static Optional<ColorScale> of(FigureAnalysis figure, SeriesAnalysis series, SeriesStyle style) {
        return style.coloredBy().flatMap(by -> {
            if (by.equals(SeriesStyle.ColorBy.RESIDUAL)) {
                String unit = series.rows().y().unit();
                return series.residuals()
                        .map(residuals -> about(
                                "Residual" + (unit.isEmpty() ? "" : " (" + unit + ")"),
                                atPoints(series, residuals),
                                true));
            }
            return figure.table().columns().stream()
                    .filter(column -> column.id() == by.column())
                    .findFirst()
                    .map(column -> {
                        double[] values = Arrays.stream(series.points().rows())
                                .mapToDouble(column.cells()::number)
                                .toArray();
                        return about(column.heading().text(), values, false);
                    });
        });
    }

    /// NaN for points that the curve cannot use.
    private static double[] atPoints(SeriesAnalysis series, Residuals residuals) {
        Points used = residuals.points();
        double[] values = new double[series.points().size()];
        for (int i = 0, at = 0; i < values.length; i++) {
            boolean has = at < used.size() && used.rows()[at] == series.points().rows()[i];
            values[i] = has ? residuals.raw()[at++] : Double.NaN;
        }
        return values;
    }

    /// About zero the limits are symmetric.
    private static ColorScale about(String title, double[] values, boolean residuals) {
        double least = Arrays.stream(values).filter(Double::isFinite).min().orElse(0);
        double greatest = Arrays.stream(values).filter(Double::isFinite).max().orElse(1);
        boolean diverging = residuals || least < 0 && greatest > 0;
        double reach = Math.max(Math.abs(least), Math.abs(greatest));
        AxisScale round =
                diverging ? AxisScale.symmetric(reach == 0 ? 1 : reach / 1.1) : AxisScale.around(least, greatest, 5);
        return new ColorScale(
                title,
                values,
                diverging ? round.low() : least,
                diverging ? round.high() : greatest == least ? least + 1 : greatest,
                diverging ? ColorMap.DIVERGING : ColorMap.SEQUENTIAL);
    }

    public Color at(int point) {
        double value = values[point];
        return Double.isNaN(value) ? Palette.MUTED : map.at((value - low) / (high - low));
    }
}
