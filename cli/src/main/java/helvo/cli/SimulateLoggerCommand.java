package helvo.cli;

import helvo.core.RootLocale;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Random;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/// A stand-in for a pull-test rig of the made-up cordage laboratory: readings into a file that grows.
final class SimulateLoggerCommand extends Command {
    private static final Pattern SPAN = Pattern.compile("(\\d+(?:\\.\\d+)?)\\s*(ms|s|min)?");
    private static final double STRETCH_PER_NEWTON = 0.21;
    private static final double SLACK = 0.3;
    private static final double SCATTER = 0.12;
    private static final double STEP = 2.5;
    private Path file;
    private String every;
    private int rows;
    private long seed;

    @SuppressWarnings("NullAway.Init") // set while the command line is read
    SimulateLoggerCommand() {
        super(
                "simulate-logger",
                "Write readings of a simulated pull test into a file that grows, to try how a table follows its file.",
                "",
                "A new file gets headings; an old one is gone on with. Ctrl+C ends it.");
        arguments.example("helvo simulate-logger pull.csv");
        arguments.file("FILE", "A CSV file.", value -> file = value);
        arguments
                .option("--every", "TIME", "Between two readings: 200ms, 0.5s, 1min.")
                .otherwise("0.5s")
                .text(value -> every = value);
        arguments
                .option("--rows", "N", "Ends after so many readings; 0 for never.")
                .otherwise("0")
                .integer(value -> rows = value);
        arguments
                .option("--seed", "N", "The same seed gives the same readings.")
                .otherwise("14")
                .integer(value -> seed = value);
    }

    @Override
    public Integer call() throws UserError, InterruptedException {
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
                append(RootLocale.format(
                        "%d,%.1f,%.2f", number, load, SLACK + STRETCH_PER_NEWTON * load + SCATTER * noise));
                Thread.sleep(pause);
            }
            return Helvo.DONE;
        } catch (IOException e) {
            throw new UserError(
                    "“" + file + "” could not be written: " + e.getMessage() + ". Choose another folder or name.");
        }
    }

    private void append(String line) throws IOException {
        Files.writeString(file, line + "\n", StandardOpenOption.CREATE, StandardOpenOption.APPEND);
    }

    private long millis() {
        Matcher span = SPAN.matcher(every.strip());
        if (!span.matches()) {
            throw new UsageError("--every “" + every + "” is not a time: write it as 0.5s or 200ms.");
        }
        double unit = span.group(2) == null || span.group(2).equals("s")
                ? 1000
                : span.group(2).equals("ms") ? 1 : 60_000;
        return Math.max(1, Math.round(Double.parseDouble(span.group(1)) * unit));
    }
}
