package helvo.cli;

import helvo.core.Phrase;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Random;
import java.util.concurrent.Callable;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/// A stand-in for a pull-test rig of the made-up cordage laboratory: readings into a file that grows.
@Command(name = "simulate-logger", mixinStandardHelpOptions = true,
        description = "Write readings of a simulated pull test into a file that grows, to try how a table follows its file.",
        footer = {"", "A new file gets headings; an old one is gone on with. Ctrl+C ends it."})
final class SimulateLoggerCommand implements Callable<Integer> {
    private static final Pattern SPAN = Pattern.compile("(\\d+(?:\\.\\d+)?)\\s*(ms|s|min)?");
    private static final double STRETCH_PER_NEWTON = 0.21;
    private static final double SLACK = 0.3;
    private static final double SCATTER = 0.12;
    private static final double STEP = 2.5;

    @Spec
    private CommandSpec command;

    @Parameters(paramLabel = "FILE", description = "A CSV file.")
    private Path file;

    @Option(names = "--every", paramLabel = "TIME", defaultValue = "0.5s",
            description = "Between two readings: 200ms, 0.5s, 1min (default: ${DEFAULT-VALUE}).")
    private String every;

    @Option(names = "--rows", paramLabel = "N", defaultValue = "0", description = "Ends after so many readings; 0 for never.")
    private int rows;

    @Option(names = "--seed", paramLabel = "N", defaultValue = "14", description = "The same seed gives the same readings.")
    private long seed;

    @Override
    public Integer call() throws Refused, InterruptedException {
        long pause = millis();
        try {
            boolean isNew = !Files.exists(file) || Files.size(file) == 0;
            long number = isNew ? 0 : Files.readAllLines(file).size() - 1L;
            if (isNew) {
                append("No.,Load (N),Stretch (mm)");
            }
            var random = new Random(seed);
            random.doubles(2 * number).forEach(_ -> {});
            for (int written = 0; rows == 0 || written < rows; written++) {
                number++;
                double load = STEP * number;
                double noise = random.nextDouble() + random.nextDouble() - 1;
                append(Phrase.of("%d,%.1f,%.2f", number, load, SLACK + STRETCH_PER_NEWTON * load + SCATTER * noise));
                Thread.sleep(pause);
            }
            return Helvo.DONE;
        } catch (IOException e) {
            throw new Refused("“" + file + "” could not be written: " + e.getMessage() + ". Choose another folder or name.");
        }
    }

    private void append(String line) throws IOException {
        Files.writeString(file, line + "\n", StandardOpenOption.CREATE, StandardOpenOption.APPEND);
    }

    private long millis() {
        Matcher span = SPAN.matcher(every.strip());
        if (!span.matches()) {
            throw new ParameterException(command.commandLine(), "--every “" + every + "” is no time: write it as 0.5s or 200ms.");
        }
        double unit = span.group(2) == null || span.group(2).equals("s") ? 1000 : span.group(2).equals("ms") ? 1 : 60_000;
        return Math.max(1, Math.round(Double.parseDouble(span.group(1)) * unit));
    }
}
