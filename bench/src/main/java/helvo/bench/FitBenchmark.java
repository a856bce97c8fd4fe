package helvo.bench;

import helvo.core.Progress;
import helvo.core.fit.Curves;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.Line;
import helvo.core.fit.Polynomial;
import helvo.core.fit.SampledComparison;
import helvo.core.points.Points;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.hipparchus.stat.regression.OLSMultipleLinearRegression;
import org.hipparchus.stat.regression.SimpleRegression;
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

/// A benchmark of exact fits against a bare summing pass over x and y, and against the least squares of a
/// statistics library.
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
@Fork(1)
@Warmup(iterations = 3, time = 1)
@Measurement(iterations = 5, time = 1)
public class FitBenchmark {
    @Param({"30", "10000", "1000000"})
    private int size;

    private Points points;

    @Setup
    public void make() {
        var random = new Random(1);
        double[] x = random.doubles(size, 0, 10).toArray();
        double[] y = java.util.Arrays.stream(x)
                .map(v -> 1 + 0.5 * v - 0.02 * v * v + 0.1 * random.nextGaussian())
                .toArray();
        points = Points.of(x, y);
    }

    @Benchmark
    public double summingPass() {
        double sum = 0;
        for (int i = 0; i < size; i++) {
            sum += points.x()[i] + points.y()[i];
        }
        return sum;
    }

    @Benchmark
    public FitOutcome line() {
        return new Line().fit(points, Progress.none());
    }

    @Benchmark
    public FitOutcome degreeFive() {
        return new Polynomial(5).fit(points, Progress.none());
    }

    /// Every shape that the strip at the window's foot compares.
    @Benchmark
    public List<FitOutcome> strip() {
        return SampledComparison.of(Curves.compared(), points, Progress.none());
    }

    @Benchmark
    public double libraryLine() {
        var regression = new SimpleRegression();
        for (int i = 0; i < size; i++) {
            regression.addData(points.x()[i], points.y()[i]);
        }
        return regression.getSlope() + regression.getSlopeStdErr();
    }

    @Benchmark
    public double libraryLeastSquaresLine() {
        return libraryLeastSquares(1);
    }

    @Benchmark
    public double libraryDegreeFive() {
        return libraryLeastSquares(5);
    }

    private double libraryLeastSquares(int degree) {
        double[][] powers = new double[size][degree];
        for (int i = 0; i < size; i++) {
            double power = 1;
            for (int k = 0; k < degree; k++) {
                power *= points.x()[i];
                powers[i][k] = power;
            }
        }
        var regression = new OLSMultipleLinearRegression();
        regression.newSampleData(points.y(), powers);
        return regression.estimateRegressionParameters()[degree];
    }
}
