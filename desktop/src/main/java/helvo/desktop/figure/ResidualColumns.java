package helvo.desktop.figure;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Curve;
import helvo.core.fit.ResidualMeasure;
import helvo.core.study.ColumnEdit;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.Heading;
import java.util.Arrays;

/// Residuals as a column of the table.
final class ResidualColumns {
    private ResidualColumns() {}

    /// Those of every series of the same y column, each in its row.
    static ColumnEdit.AddNumbers of(FigureAnalysis figure, SeriesAnalysis series, ResidualMeasure measure) {
        Column y = figure.y(series);
        var cells = new Cell[figure.table().rows()];
        Arrays.fill(cells, Cell.EMPTY);
        figure.series().stream()
                .filter(each -> series.key().hasOwnPoints()
                        ? each.key().hasOwnPoints() && each.key().yColumn() == y.id()
                        : each == series)
                .forEach(each -> each.residuals().ifPresent(all -> {
                    for (int i = 0; i < all.raw().length; i++) {
                        var value = all.in(measure, i);
                        if (value.isPresent()) {
                            cells[all.points().rows()[i]] = new Cell.Number(value.getAsDouble());
                        }
                    }
                }));
        boolean onLogs = series.chosen().curve().fittedOn() != Curve.FittedOn.Y;
        String unit =
                switch (measure) {
                    case RAW -> onLogs ? "" : y.unit();
                    case PERCENT_OF_FITTED, PERCENT_OF_MEASURED -> "%";
                    case STANDARDISED -> "";
                };
        String what = measure == ResidualMeasure.STANDARDISED ? "Standardised residual" : "Residual";
        return new ColumnEdit.AddNumbers(
                figure.table().id(),
                new Heading(what + " of " + (onLogs && measure == ResidualMeasure.RAW ? "ln " : "") + y.name(), unit),
                Cells.of(Arrays.asList(cells)));
    }
}
