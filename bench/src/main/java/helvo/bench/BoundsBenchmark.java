package helvo.bench;

import helvo.core.Progress;
import helvo.core.bounds.ErrorBarLines;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
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

/// A benchmark of the lines that pass through all error bars: time against the number of points, with bars in y and
/// in both.
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(value = 1, jvmArgs = "-Xmx2g")
@Warmup(iterations = 3, time = 1)
@Measurement(iterations = 5, time = 1)
public class BoundsBenchmark {
    @Param({"1000", "10000", "100000", "1000000"})
    private int size;
    /// Half length of the bars in standard deviations of the scatter: lines pass through long ones, none through
    /// short ones.
    @Param({"2", "6"})
    private int length;

    @Param({"false", "true"})
    private boolean inX;

    private Points points;

    @Setup
    public void make() {
        var random = new Random(1);
        double[] x = random.doubles(size, 0, 10).toArray();
        double[] y = new double[size];
        double[] e = new double[size];
        double[] d = new double[size];
        for (int i = 0; i < size; i++) {
            y[i] = 1 + x[i] / 2 + random.nextGaussian() / 10;
            e[i] = 0.1 * length * (1 + random.nextDouble() / 5);
            d[i] = 0.01 + random.nextDouble() / 50;
        }
        points = new Points(
                x, y, IntStream.range(0, size).toArray(), inX ? ErrorBars.even(d) : ErrorBars.NONE, ErrorBars.even(e));
    }

    @Benchmark
    public Optional<ErrorBarLines> bounds() {
        return ErrorBarLines.of(points, Progress.none());
    }
}
