package helvo.cli;

import helvo.core.Progress;
import helvo.core.study.History;
import helvo.files.samples.SampleStudy;
import helvo.files.study.StoredStudy;
import helvo.files.study.StudyFile;
import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;

/// Runs typical commands to record an ahead-of-time cache of the virtual machine. Prints nothing. No report is among
/// them: their libraries would make each fit an eighth slower, and a report is an eighth slower without.
public final class CommandTrainingRun {
    private static final int LONG = 300_000;

    private final PrintWriter nowhere = new PrintWriter(OutputStream.nullOutputStream(), false, StandardCharsets.UTF_8);
    private final Path folder;

    private CommandTrainingRun(Path folder) {
        this.folder = folder;
    }

    /// @param arguments a folder that may be filled
    public static void main(String[] arguments) throws IOException {
        System.setProperty("java.awt.headless", "true");
        var run = new CommandTrainingRun(Path.of(arguments[0]));
        run.commands();
        run.figures();
    }

    private void run(Object... arguments) {
        Helvo.run(
                nowhere,
                nowhere,
                Helvo.NO_WINDOW,
                Arrays.stream(arguments).map(Object::toString).toArray(String[]::new));
    }

    private Path table() throws IOException {
        var text = new StringBuilder("Cord,Load (N),Stretch (mm),± Stretch (mm)\n");
        for (int i = 1; i <= 20; i++) {
            text.append(i % 2 == 0 ? "dry," : "salted,")
                    .append(i * 2.5)
                    .append(',')
                    .append(0.21 * i + 0.03 * (i % 3))
                    .append(",0.05\n");
        }
        return Files.writeString(folder.resolve("cords.csv"), text);
    }

    /// So long that the machine learns which loops are worth compiling.
    private Path longTable() throws IOException {
        var text = new StringBuilder("Load (N),Stretch (mm),Humidity (%)\n");
        for (int i = 1; i <= LONG; i++) {
            double load = i * 7919L % LONG / 1000.0;
            text.append(load)
                    .append(',')
                    .append(0.21 * load + i * 104_729L % 1000 / 1000.0)
                    .append(',')
                    .append(i % 997 / 10.0)
                    .append('\n');
        }
        return Files.writeString(folder.resolve("long.csv"), text);
    }

    private void commands() throws IOException {
        Path table = table();
        run("fit", table, "--x", "Load", "--y", "Stretch");
        run("fit", table, "--x", "Load", "--y", "Stretch", "--json", "--by", "Cord");
        run("curves", table, "--x", "Load", "--y", "Stretch");
        run("check", table);
        run("fit", table, "--x", "Load", "--y", "Stretch", "--convert", "Load=kN", "--quantity", "zero crossing");
        run("fit", folder.resolve("nowhere.csv"), "--x", "Load", "--y", "Stretch");
        run("fit", longTable(), "--x", "Load", "--y", "Stretch");
    }

    private void figures() throws IOException {
        Path study = folder.resolve("sample.helvo");
        StudyFile.write(study, StoredStudy.of(History.from(SampleStudy.study())), Progress.none());
        for (String ending : List.of("svg", "png", "pdf")) {
            run("draw", table(), "--x", "Load", "--y", "Stretch", "--out", folder.resolve("cords." + ending));
        }
        run("show", study);
    }
}
