package helvo.bench;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.number.DecimalMark;
import helvo.core.study.FigureEdit.Zoom;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.style.AxisPlace;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.figure.export.Raster;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/// A frame of the whole sheet, as while it is dragged.
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(
        value = 1,
        jvmArgs = {"-Xmx6g", "-XX:+UseParallelGC", "-Djava.awt.headless=true"})
@Warmup(iterations = 2, time = 2)
@Measurement(iterations = 4, time = 2)
public class DrawBenchmark {
    private static final double SCALE = 1.5;

    @Param({"10000", "1000000", "10000000"})
    private int points;

    private FigureAnalysis figure;

    @Setup
    public void make() {
        var random = new Random(1);
        double[] x = random.doubles(points, 0, 10).toArray();
        double[] y = random.doubles(points).map(v -> 1 + 3 * v * v).toArray();
        var table = new Table(
                1,
                "Noise",
                DecimalMark.POINT,
                Optional.empty(),
                List.of(
                        new Column(1, new Heading("x", ""), Kind.NUMBER, Role.X, 3, Cells.ofNumbers(x)),
                        new Column(2, new Heading("y", ""), Kind.NUMBER, Role.Y, 3, Cells.ofNumbers(y))),
                ExcludedRows.NONE);
        Study study = StudyEdit.AddTable.to(Study.EMPTY, table).apply(Study.EMPTY);
        var limits = Map.of(
                AxisPlace.X,
                new Zoom.Limits(Optional.of(-1.0), Optional.of(11.0)),
                AxisPlace.Y,
                new Zoom.Limits(Optional.of(0.0), Optional.of(5.0)));
        figure = Analysis.ofChosenCurves(
                        new Zoom(study.figures().getFirst().id(), limits).apply(study), Progress.none())
                .figures()
                .getFirst();
    }

    @Benchmark
    public Raster frame() {
        return Raster.draw(figure, SCALE, Progress.none());
    }
}
