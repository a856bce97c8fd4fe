import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/// A screen of its own with one Helvo on it, which has fresh folders, and a keyboard. What is typed comes through
/// the X server, as from a person's keyboard. Needs Xvfb, openbox, xdotool and xclip.
final class Screen implements AutoCloseable {
    final Path folder;
    private final Map<String, String> environment;
    private final List<Process> processes = new ArrayList<>();
    private Process program;

    Screen() throws IOException, InterruptedException {
        folder = Files.createTempDirectory("helvo-keys");
        String display = freeDisplay();
        environment = Map.of(
                "DISPLAY",
                display,
                "XDG_STATE_HOME",
                folder.toString(),
                "XDG_CONFIG_HOME",
                folder.toString(),
                "XDG_DATA_HOME",
                folder.toString(),
                "XDG_CACHE_HOME",
                folder.toString());
        // Without repeats of a key that is held: where this machine stalls between press and release, nobody held it.
        processes.add(
                begin(Path.of("/dev/null"), "Xvfb", display, "-r", "-screen", "0", "1280x800x24", "-nolisten", "tcp"));
        Thread.sleep(1500);
        processes.add(begin(Path.of("/dev/null"), "openbox"));
        Thread.sleep(700);
    }

    private static String freeDisplay() {
        int number;
        do {
            number = ThreadLocalRandom.current().nextInt(100, 10_000);
        } while (Files.exists(Path.of("/tmp/.X" + number + "-lock")));
        return ":" + number;
    }

    /// Starts Helvo and returns as soon as its frame is seen, whatever is in it.
    void start(String... arguments) throws IOException, InterruptedException {
        List<String> command = new ArrayList<>(List.of("./helvo"));
        command.addAll(Arrays.asList(arguments));
        program = begin(log(), command.toArray(String[]::new));
        for (int i = 0;
                i < 1200
                        && run("xdotool", "search", "--onlyvisible", "--name", "Helvo")
                                .isBlank();
                i++) {
            Thread.sleep(50);
        }
    }

    /// What it says with --verbose.
    Path log() {
        return folder.resolve("said.txt");
    }

    /// @param text digits, tabs and line ends
    void type(String text, int millisecondsPerKey) throws IOException, InterruptedException {
        List<String> command =
                new ArrayList<>(List.of("xdotool", "key", "--delay", Integer.toString(millisecondsPerKey)));
        text.chars()
                .forEach(key -> command.add(key == '\n' ? "Return" : key == '\t' ? "Tab" : Character.toString(key)));
        run(command.toArray(String[]::new));
    }

    void key(String... keys) throws IOException, InterruptedException {
        List<String> command = new ArrayList<>(List.of("xdotool", "key"));
        command.addAll(Arrays.asList(keys));
        run(command.toArray(String[]::new));
    }

    void click(int x, int y) throws IOException, InterruptedException {
        run("xdotool", "mousemove", Integer.toString(x), Integer.toString(y), "click", "1");
    }

    /// The table in view, as it is copied; a busy machine may take its time, a table without a row there is none.
    List<List<String>> table() throws IOException, InterruptedException {
        List<List<String>> rows = copied();
        for (int again = 0; rows.isEmpty() && again < 10; again++) {
            Thread.sleep(3000);
            rows = copied();
        }
        return rows;
    }

    private List<List<String>> copied() throws IOException, InterruptedException {
        key("ctrl+a");
        Thread.sleep(800);
        key("ctrl+c");
        Thread.sleep(1200);
        return run("timeout", "5", "xclip", "-selection", "clipboard", "-o")
                .lines()
                .map(line ->
                        Arrays.stream(line.split("\t", -1)).map(String::strip).toList())
                .filter(row -> row.stream().anyMatch(cell -> !cell.isEmpty()))
                .toList();
    }

    /// As a cut of the power would, for the program.
    void kill() throws InterruptedException {
        Stream.concat(program.descendants(), Stream.of(program.toHandle())).forEach(ProcessHandle::destroyForcibly);
        program.waitFor();
    }

    private Process begin(Path output, String... command) throws IOException {
        var builder = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.appendTo(output.toFile()));
        builder.environment().putAll(environment);
        return builder.start();
    }

    String run(String... command) throws IOException, InterruptedException {
        var builder = new ProcessBuilder(command).redirectError(ProcessBuilder.Redirect.DISCARD);
        builder.environment().putAll(environment);
        Process process = builder.start();
        String said = new String(process.getInputStream().readAllBytes(), java.nio.charset.StandardCharsets.UTF_8);
        process.waitFor(60, TimeUnit.SECONDS);
        return said;
    }

    @Override
    public void close() throws InterruptedException {
        if (program != null) {
            kill();
        }
        for (Process each : processes.reversed()) {
            each.destroy();
            each.waitFor(5, TimeUnit.SECONDS);
        }
        try (Stream<Path> all = Files.walk(folder)) {
            all.sorted(Comparator.reverseOrder()).forEach(each -> each.toFile().delete());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
