package helvo.desktop.app;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Consumer;

/// The last handler: a fault that nothing else caught is written to a file in the person's state folder, and said
/// in a sentence.
public final class FaultLog implements Thread.UncaughtExceptionHandler {
    private static final long MAX_BYTES = 1_000_000;

    private final Path file;
    private final Consumer<String> report;

    /// @param file that faults are written into
    /// @param report gets a sentence for the person, on whatever thread the fault was met
    public FaultLog(Path file, Consumer<String> report) {
        this.file = file;
        this.report = report;
    }

    @Override
    public void uncaughtException(Thread thread, Throwable fault) {
        Optional<Path> file = write(thread, fault);
        report.accept("Helvo met a fault of its own (" + fault.getClass().getSimpleName()
                + "). The study is as it is shown"
                + file.map(path -> "; what happened is written down in " + path).orElse("") + ".");
    }

    private Optional<Path> write(Thread thread, Throwable fault) {
        var trace = new StringWriter();
        trace.append(LocalDateTime.now().truncatedTo(ChronoUnit.SECONDS).toString())
                .append(" in ")
                .append(thread.getName())
                .append('\n');
        fault.printStackTrace(new PrintWriter(trace, true));
        try {
            Files.createDirectories(Objects.requireNonNull(file.getParent(), "a log is in a folder"));
            boolean full = Files.exists(file) && Files.size(file) > MAX_BYTES;
            Files.writeString(
                    file,
                    trace + "\n",
                    StandardOpenOption.CREATE,
                    full ? StandardOpenOption.TRUNCATE_EXISTING : StandardOpenOption.APPEND);
            return Optional.of(file);
        } catch (IOException | RuntimeException e) {
            return Optional.empty();
        }
    }
}
