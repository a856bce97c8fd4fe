package helvo.desktop.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assumptions.assumeThat;

import helvo.cli.Helvo;
import java.io.File;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

@Tag("thorough")
class ProgramTest {
    private static final String TABLE = "Load (N),Stretch (mm)\n"
            + IntStream.range(0, 20)
                    .mapToObj(i -> i + "," + (2 * i + i % 3) + "\n")
                    .collect(Collectors.joining());

    @TempDir
    private Path folder;

    @Test
    void theWindowsCommandsAreAmongTheOthers() {
        var out = new StringWriter();
        var err = new StringWriter();
        assertThat(Helvo.run(new PrintWriter(out, true), new PrintWriter(err, true), new Program(), "--help"))
                .isZero();
        assertThat(out.toString()).contains("  demo", "  open", "  fit", "  check");
        for (String size : List.of("large", "9999x9999", "0x0", "1280x801", "99999999999x100")) {
            assertThat(Helvo.run(
                            new PrintWriter(out, true),
                            new PrintWriter(err, true),
                            new Program(),
                            "demo",
                            "--size",
                            size))
                    .as(size)
                    .isEqualTo(2);
        }
        assertThat(Helvo.run(new PrintWriter(out, true), new PrintWriter(err, true), new Program(), "demo", "--help"))
                .isZero();
        assertThat(Helvo.run(new PrintWriter(out, true), new PrintWriter(err, true), new Program(), "open", "--help"))
                .isZero();
        assertThat(out.toString())
                .contains("--picture=FILE.png", "(default: 1280x800)", "helvo open [FILE] [OPTION...]");
        assertThat(err.toString())
                .contains("write it as 1280x800", "has at most as many pixels")
                .doesNotContain("Exception");
    }

    /// The program in a process of its own.
    ///
    /// @param output where its standard output goes; its standard error is returned
    private String run(
            ProcessBuilder.Redirect output,
            ProcessBuilder.Redirect input,
            int code,
            List<String> jvm,
            String... arguments)
            throws IOException, InterruptedException {
        var command = new ArrayList<>(
                List.of(Path.of(System.getProperty("java.home"), "bin", "java").toString()));
        command.addAll(jvm);
        command.addAll(List.of("-cp", System.getProperty("java.class.path"), Program.class.getName()));
        command.addAll(List.of(arguments));
        File err = folder.resolve("err").toFile();
        Process process = new ProcessBuilder(command)
                .redirectOutput(output)
                .redirectInput(input)
                .redirectError(ProcessBuilder.Redirect.to(err))
                .start();
        assertThat(process.waitFor(120, TimeUnit.SECONDS)).isTrue();
        String said = Files.readString(err.toPath(), StandardCharsets.UTF_8);
        assertThat(process.exitValue()).as(said).isEqualTo(code);
        assertThat(said).doesNotContain("Exception", "\tat ");
        return said;
    }

    private ProcessBuilder.Redirect out() {
        return ProcessBuilder.Redirect.to(folder.resolve("out").toFile());
    }

    /// A pipe gives its bytes once, however often it is opened.
    @Test
    void aPipeIsReadToItsLastRow() throws IOException, InterruptedException {
        Path table = Files.writeString(
                folder.resolve("long.csv"),
                "x,y\n"
                        + IntStream.range(0, 60_000)
                                .mapToObj(i -> i + "," + i % 7 + ".5\n")
                                .collect(Collectors.joining()));
        for (String name : List.of("-", "/dev/stdin")) {
            assumeThat(name.equals("-") || Files.exists(Path.of(name))).isTrue();
            Path temporary = Files.createDirectories(folder.resolve("temporary"));
            run(
                    out(),
                    ProcessBuilder.Redirect.from(table.toFile()),
                    0,
                    List.of("-Djava.io.tmpdir=" + temporary),
                    "check",
                    name);
            assertThat(temporary).as("no copy of the measurements stays").isEmptyDirectory();
            assertThat(Files.readString(folder.resolve("out"))).contains("60,000 rows");
        }
        Path pipe = folder.resolve("pipe.csv");
        assumeThat(new ProcessBuilder("mkfifo", pipe.toString()).start().waitFor())
                .isZero();
        Process writer = new ProcessBuilder("cp", table.toString(), pipe.toString()).start();
        run(out(), ProcessBuilder.Redirect.PIPE, 0, List.of(), "check", pipe.toString());
        assertThat(Files.readString(folder.resolve("out"))).contains("60,000 rows");
        assertThat(writer.waitFor()).isZero();
    }

    @Test
    void anOutputThatIsFullIsSaid() throws IOException, InterruptedException {
        File full = new File("/dev/full");
        assumeThat(full.exists()).isTrue();
        Path table = Files.writeString(folder.resolve("t.csv"), TABLE);
        assertThat(run(
                        ProcessBuilder.Redirect.to(full),
                        ProcessBuilder.Redirect.PIPE,
                        1,
                        List.of(),
                        "fit",
                        table.toString(),
                        "--x",
                        "Load",
                        "--y",
                        "Stretch"))
                .contains("Standard output could not be written to");
    }

    @Test
    void aMissingTemporaryFolderIsSaid() throws IOException, InterruptedException {
        Path table = Files.writeString(folder.resolve("t.csv"), TABLE);
        assertThat(run(
                        out(),
                        ProcessBuilder.Redirect.PIPE,
                        1,
                        List.of("-Djava.io.tmpdir=" + folder.resolve("nowhere")),
                        "draw",
                        table.toString(),
                        "--x",
                        "Load",
                        "--y",
                        "Stretch",
                        "--out",
                        folder.resolve("f.png").toString()))
                .contains("The folder for temporary files, “", "is not there or may not be written to");
    }

    /// The start script, in a checkout that is built, with a JDK that only tells what it was given.
    @Test
    void theStartScriptNeedsNoHomeAndSuitsEachKindOfStart() throws IOException, InterruptedException {
        assumeThat(Files.exists(Path.of("/bin/bash"))).isTrue();
        Path jdk = checkout();
        assertThat(start(jdk, "check", "a file.csv"))
                .contains("helvo.cli.Helvo check a file.csv", "-XX:+UseSerialGC")
                .doesNotContain("unbound", "JDK 25 or newer", "javafx", "AOTCache");
        Path caches = Files.createDirectories(folder.resolve("desktop/target/run/caches"));
        for (String cache : List.of("commands.aot", "window.aot")) {
            Files.writeString(caches.resolve(cache), "");
        }
        for (String word : List.of("fit", "check", "curves", "draw", "report", "apply")) {
            assertThat(start(jdk, word, "a file.csv"))
                    .contains(
                            "-XX:AOTCache=" + caches.resolve("commands.aot") + " ",
                            "helvo.cli.Helvo " + word + " a file.csv");
        }
        for (String word : List.of("demo", "open", "--version", "help")) {
            assertThat(start(jdk, word))
                    .contains(
                            "--add-modules javafx.controls",
                            "-XX:AOTCache=" + caches.resolve("window.aot") + " ",
                            "helvo.desktop.app.Program " + word);
        }
        assertThat(start(jdk)).endsWith("helvo.desktop.app.Program\n");
    }

    /// @return a JDK that tells its words
    private Path checkout() throws IOException {
        Files.copy(Path.of("..", "helvo"), folder.resolve("helvo"));
        Files.createDirectories(folder.resolve("packaging"));
        Files.copy(Path.of("..", "packaging", "launch.sh"), folder.resolve("packaging/launch.sh"));
        Files.createFile(folder.resolve("packaging/ParseStyles.java"));
        for (String module : List.of("core", "figure", "files", "report", "cli", "desktop")) {
            Files.createDirectories(folder.resolve(module).resolve("src/main"));
            Files.createFile(folder.resolve(module).resolve("pom.xml"));
        }
        Files.createFile(folder.resolve("pom.xml"));
        Path jdk = Files.createDirectories(folder.resolve("jdk/bin")).getParent();
        Files.writeString(jdk.resolve("release"), "JAVA_VERSION=\"25.0.1\"\n");
        for (String tool : List.of("java", "javac")) {
            Path program = Files.writeString(jdk.resolve("bin").resolve(tool), "#!/bin/bash\necho \"$@\"\n");
            assertThat(program.toFile().setExecutable(true)).isTrue();
        }
        Path built =
                Files.createDirectories(folder.resolve("desktop/target/run")).resolve("built");
        Files.createFile(built);
        Files.setLastModifiedTime(
                built, java.nio.file.attribute.FileTime.fromMillis(System.currentTimeMillis() + 60_000));
        return jdk;
    }

    private String start(Path jdk, String... words) throws IOException, InterruptedException {
        var command =
                new ArrayList<>(List.of("/bin/bash", folder.resolve("helvo").toString()));
        command.addAll(List.of(words));
        var bash = new ProcessBuilder(command).redirectErrorStream(true);
        bash.environment().remove("HOME");
        bash.environment().put("JAVA_HOME", jdk.toString());
        Process process = bash.start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor()).as(said).isZero();
        return said;
    }
}
