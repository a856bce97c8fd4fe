package helvo.figure.paint;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.ResidualMeasure;
import helvo.core.fit.Residuals;
import helvo.core.number.DecimalMark;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import java.awt.geom.Rectangle2D;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/// The full view of the residuals: every point is where its number says, in each plot, and is found there.
class ResidualSheetTest {
    private static FigureAnalysis figure(double[] x, double[] y) {
        var table = new Table(
                0,
                "Pluck",
                DecimalMark.POINT,
                Optional.empty(),
                List.of(
                        new Column(1, new Heading("Tension", "N"), Kind.NUMBER, Role.X, 0, Cells.ofNumbers(x)),
                        new Column(2, new Heading("Frequency", "Hz"), Kind.NUMBER, Role.Y, 1, Cells.ofNumbers(y))),
                ExcludedRows.NONE);
        return Analysis.of(
                        StudyEdit.AddTable.to(Study.EMPTY, table).apply(Study.EMPTY), Analysis.EMPTY, Progress.none())
                .figure(1);
    }

    private static final FigureAnalysis ARCH = figure(
            new double[] {120, 10, 20, 30, 40, 50, 60, 80, 100},
            new double[] {122.6, 35.7, 50.1, 61.7, 70.9, 79.2, 86.9, 100.4, 111.5});

    private static ResidualSheet.Picture draw(FigureAnalysis figure, ResidualMeasure measure) {
        return ResidualSheet.draw(figure, figure.series().getFirst(), measure, 500, 440, 1, Progress.none());
    }

    @ParameterizedTest
    @EnumSource(ResidualMeasure.class)
    void pointsLieWhereTheirNumbersSay(ResidualMeasure measure) {
        SeriesAnalysis series = ARCH.series().getFirst();
        Residuals residuals = series.residuals().orElseThrow();
        ResidualSheet.Picture picture = draw(ARCH, measure);
        assertThat(picture.panels()).as("all but the histogram").hasSize(4);
        int n = residuals.raw().length;
        double[][] along = {
            residuals.points().x(),
            IntStream.range(0, n).mapToDouble(residuals::fitted).toArray(),
            Arrays.stream(picture.rows()).asDoubleStream().toArray()
        };
        for (int panel = 0; panel < 4; panel++) {
            double[] px = picture.panels().get(panel).x();
            double[] py = picture.panels().get(panel).y();
            for (int i = 0; i < n; i++) {
                assertThat(picture.panels().get(panel).area().contains(px[i], py[i]))
                        .isTrue();
                double fromZero = (py[i] - py[0])
                        / (residuals.in(measure, i).orElseThrow()
                                - residuals.in(measure, 0).orElseThrow());
                double same = (py[1] - py[0])
                        / (residuals.in(measure, 1).orElseThrow()
                                - residuals.in(measure, 0).orElseThrow());
                assertThat(i == 0 || Math.abs(fromZero / same - 1) < 1e-9)
                        .as("y in panel %s", panel)
                        .isTrue();
                if (panel < 3 && i > 1) {
                    double part = (along[panel][i] - along[panel][0]) / (along[panel][1] - along[panel][0]);
                    assertThat((px[i] - px[0]) / (px[1] - px[0]))
                            .as("x in panel %s", panel)
                            .isCloseTo(part, within(1e-9));
                }
                assertThat(picture.nearest(px[i] + 1, py[i], 3)).hasValue(picture.rows()[i]);
            }
        }
        double[] scores = picture.panels().get(3).x();
        for (int i = 0; i < n; i++) {
            for (int k = 0; k < n; k++) {
                assertThat(Math.signum(scores[i] - scores[k]))
                        .as("quantiles rise with the residuals")
                        .isEqualTo(Math.signum(residuals.in(measure, i).orElseThrow()
                                - residuals.in(measure, k).orElseThrow()));
            }
        }
    }

    @Test
    void aLoopFindsTheRowsInAnyPlot() {
        ResidualSheet.Picture picture = draw(ARCH, ResidualMeasure.RAW);
        ResidualSheet.Panel order = picture.panels().get(2);
        Rectangle2D first = new Rectangle2D.Double(order.x()[0] - 2, order.y()[0] - 2, 4, 4);
        assertThat(picture.within(first)).containsExactly(0);
        assertThat(picture.within(order.area()))
                .containsExactly(IntStream.range(0, 9).toArray());
        assertThat(picture.nearest(2, 2, 5)).isEmpty();
    }

    /// Two points, points without scatter, and very many: nothing breaks, and nothing that has no value is drawn.
    @Test
    void awkwardResidualsAreDrawn() {
        double[] many = IntStream.range(0, 30_000).asDoubleStream().toArray();
        List<FigureAnalysis> all = List.of(
                figure(new double[] {1, 2}, new double[] {3, 4}),
                figure(new double[] {1, 2, 3}, new double[] {2, 4, 6}),
                figure(new double[] {-1, 0, 1, 2}, new double[] {0, 0, 0, 1e300}),
                figure(many, Arrays.stream(many).map(x -> x + 50 * Math.sin(x)).toArray()));
        for (FigureAnalysis figure : all) {
            for (ResidualMeasure measure : ResidualMeasure.values()) {
                assertThat(draw(figure, measure).panels()).hasSize(4);
            }
        }
        ResidualSheet.Picture none = draw(all.getFirst(), ResidualMeasure.STANDARDISED);
        assertThat(none.panels().getFirst().y())
                .as("two points leave no scatter")
                .containsOnly(Double.NaN);
        assertThat(none.nearest(100, 100, 1000)).isEmpty();
    }
}
