package helvo.bench;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.number.DecimalMark;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.figure.export.Raster;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.CancellationException;
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

/// From a changed cell to the numbers of the chosen curve and the picture of the figure, and to all that follows
/// from the study.
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(
        value = 1,
        jvmArgs = {"-Xmx2g", "-Djava.awt.headless=true"})
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
public class EditBenchmark {
    @Param({"10000", "1000000"})
    private int rows;

    private Study study;
    private Analysis analysis;
    private int typed;

    @Setup
    public void make() {
        var random = new Random(1);
        var x = new Cells.Builder();
        var y = new Cells.Builder();
        for (int i = 0; i < rows; i++) {
            double at = random.nextDouble() * 10;
            x.addNumber(at);
            y.addNumber(1 + at / 2 + random.nextGaussian() / 10);
        }
        var table = new Table(
                1,
                "Noise",
                DecimalMark.POINT,
                Optional.empty(),
                List.of(
                        new Column(1, new Heading("x", ""), Kind.NUMBER, Role.X, 3, x.build()),
                        new Column(2, new Heading("y", ""), Kind.NUMBER, Role.Y, 3, y.build())),
                ExcludedRows.NONE);
        study = StudyEdit.AddTable.to(Study.EMPTY, table).apply(Study.EMPTY);
        analysis = Analysis.of(study, Analysis.EMPTY, Progress.none());
    }

    private Study edited() {
        typed++;
        return new TableEdit.SetCell(study.tables().getFirst().id(), 2, typed % rows, Integer.toString(typed % 7))
                .apply(study);
    }

    @Benchmark
    public Raster toThePicture() {
        Analysis[] early = new Analysis[1];
        try {
            early[0] = Analysis.of(
                    edited(),
                    analysis,
                    known -> {
                        early[0] = known;
                        throw new CancellationException();
                    },
                    Progress.none());
        } catch (CancellationException e) {
            // What follows does not delay the picture.
        }
        return Raster.draw(early[0].figures().getFirst(), 1.5, Progress.none());
    }

    @Benchmark
    public Analysis toTheEnd() {
        return Analysis.of(edited(), analysis, Progress.none());
    }
}
