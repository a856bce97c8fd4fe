package helvo.bench;

import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import helvo.core.Progress;
import helvo.core.quality.Problems;
import helvo.core.table.ImportOptions;
import helvo.files.UnreadableFile;
import helvo.files.text.TextTable;
import java.io.BufferedWriter;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.TearDown;
import org.openjdk.jmh.annotations.Warmup;

/// Opening a CSV of 1,000,000 x 3 numbers into a table with kinds and problems found, against a bare pass of the
/// CSV library with `Double.parseDouble`.
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(value = 1, jvmArgs = "-Xmx2g")
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
public class OpenBenchmark {
    private static final int ROWS = 1_000_000;
    private Path file;

    @Setup
    public void write() throws IOException {
        file = Files.createTempFile("open", ".csv");
        var random = new Random(1);
        try (BufferedWriter out = Files.newBufferedWriter(file)) {
            out.write("Time (s),Signal (mV),Aux\n");
            for (int i = 0; i < ROWS; i++) {
                out.write(i * 0.01 + "," + (float) random.nextGaussian() + "," + (float) random.nextDouble() + "\n");
            }
        }
    }

    @TearDown
    public void delete() throws IOException {
        Files.delete(file);
    }

    @Benchmark
    public int openTable() throws UnreadableFile {
        return Problems.in(TextTable.read(file, ImportOptions.NONE, Progress.none())
                        .table())
                .count();
    }

    @Benchmark
    public double barePass() throws IOException {
        double sum = 0;
        try (CsvReader<CsvRecord> csv = CsvReader.builder().ofCsvRecord(file)) {
            boolean heading = true;
            for (CsvRecord record : csv) {
                for (int i = 0; !heading && i < 3; i++) {
                    sum += Double.parseDouble(record.getField(i));
                }
                heading = false;
            }
        }
        return sum;
    }
}
