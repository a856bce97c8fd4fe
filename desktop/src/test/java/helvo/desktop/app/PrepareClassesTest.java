package helvo.desktop.app;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.desktop.theme.Themes;
import java.io.DataInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.jar.JarEntry;
import java.util.jar.JarFile;
import javafx.css.Stylesheet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import picocli.CommandLine;

/// What the build does to what ships.
class PrepareClassesTest {
    private static final int JAVA_8 = 52;
    private static final Path JAVA = Path.of(System.getProperty("java.home"), "bin", "java");
    private static final Path PROGRAM =
            Path.of("..", "packaging", "Prepare.java").toAbsolutePath();

    @TempDir
    private Path folder;

    private static String run(List<String> command) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor()).as(said).isZero();
        return said;
    }

    /// Each class has the new version, is accepted by the strict verifier, and does what it did.
    @Test
    void oldClassFilesAreMadeNewAndStillDoTheSame() throws Exception {
        Path before = Path.of(CommandLine.class
                .getProtectionDomain()
                .getCodeSource()
                .getLocation()
                .toURI());
        Path after = Files.copy(before, folder.resolve("library.jar"));
        run(List.of(JAVA.toString(), PROGRAM.toString(), "classes", after.toString()));
        byte[] once = Files.readAllBytes(after);
        try (var old = new JarFile(before.toFile());
                var made = new JarFile(after.toFile())) {
            assertThat(made.stream().map(JarEntry::getName))
                    .containsExactlyElementsOf(
                            old.stream().map(JarEntry::getName).toList());
            assertThat(old.stream().filter(PrepareClassesTest::isClass).map(entry -> version(old, entry)))
                    .anyMatch(version -> version < JAVA_8);
            assertThat(made.stream().filter(PrepareClassesTest::isClass).map(entry -> version(made, entry)))
                    .isNotEmpty()
                    .allMatch(version -> version >= JAVA_8);
        }
        Path every = Files.writeString(folder.resolve("Every.java"), """
                public class Every {
                    public static void main(String[] names) throws Exception {
                        for (String name : names) {
                            Class.forName(name, false, Every.class.getClassLoader()).getDeclaredMethods();
                        }
                        System.out.println(new picocli.CommandLine(new \
                        picocli.AutoComplete.GenerateCompletion()).getUsageMessage());
                    }
                }
                """);
        String usage = run(List.of(
                JAVA.toString(),
                "-cp",
                after.toString(),
                every.toString(),
                "picocli.CommandLine",
                "picocli.CommandLine$Model$CommandSpec",
                "picocli.AutoComplete"));
        assertThat(usage.strip())
                .isEqualTo(run(List.of(JAVA.toString(), "-cp", before.toString(), every.toString()))
                        .strip())
                .contains("completion");
        run(List.of(JAVA.toString(), PROGRAM.toString(), "classes", after.toString()));
        assertThat(Files.readAllBytes(after)).as("nothing is left to be done").isEqualTo(once);
    }

    private static boolean isClass(JarEntry entry) {
        return entry.getName().endsWith(".class");
    }

    private static int version(JarFile jar, JarEntry entry) {
        try (var in = new DataInputStream(jar.getInputStream(entry))) {
            in.skipBytes(Integer.BYTES);
            in.readUnsignedShort();
            return in.readUnsignedShort();
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    /// The parsed style sheet that ships holds every rule of the one that was written.
    @Test
    void theStyleSheetShipsParsed() throws IOException {
        Stylesheet parsed = Stylesheet.loadBinary(Themes.class.getResource("/helvo/desktop/helvo.bss"));
        String written = new String(
                        Themes.class
                                .getResourceAsStream("/helvo/desktop/helvo.css")
                                .readAllBytes(),
                        StandardCharsets.UTF_8)
                .replaceAll("(?s)/\\*.*?\\*/", "");
        assertThat(parsed.getRules())
                .hasSize((int) written.chars().filter(sign -> sign == '{').count());
        assertThat(parsed.getRules().stream()
                        .flatMap(rule -> rule.getSelectors().stream())
                        .map(Object::toString))
                .isNotEmpty();
    }
}
