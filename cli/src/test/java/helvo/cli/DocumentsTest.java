package helvo.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/// What the documents show of the command line is run as it stands there.
class DocumentsTest {
    private static final Path DOCS = Path.of("../docs");

    @TempDir
    private Path folder;

    private static List<String> blocks(String document, String language) throws IOException {
        var blocks = new ArrayList<String>();
        for (String part : Files.readString(DOCS.resolve(document)).split("(?m)^```")) {
            if (part.startsWith(language + "\n")) {
                blocks.add(part.substring(language.length() + 1));
            }
        }
        return blocks;
    }

    /// Words that are files lie in a folder of the test's own.
    private String word(String word) {
        int equals = word.indexOf('=');
        if (equals > 0 && word.substring(equals + 1).endsWith(".csv")) {
            return word.substring(0, equals + 1) + folder.resolve(word.substring(equals + 1));
        }
        return word.matches("[\\w.]+\\.(csv|helvo|html|png|json)|week")
                ? folder.resolve(word).toString()
                : word;
    }

    private String said(String command) throws UserError {
        var run = new CommandLineRun();
        run.helvo(ShellWords.of(command, "the session").stream()
                .skip(1)
                .map(this::word)
                .toArray(String[]::new));
        return (run.out.toString() + run.err)
                .replace(folder + "/", "")
                .replace("Helvo (unpacked)", "Helvo 0.2.0")
                .replaceAll("\\d{4}-\\d\\d-\\d\\d \\d\\d:\\d\\d", "2026-03-05 09:30");
    }

    @Test
    void theSessionGoesAsItIsTold() throws IOException, UserError {
        assertThat(replayed(blocks("command-line.md", "console").getFirst())).isGreaterThan(7);
        assertThat(Stream.of("cords.png", "cords.html", "week/results.csv").map(folder::resolve))
                .allSatisfy(file -> assertThat(file).isNotEmptyFile());
    }

    @Test
    void theFirstMinuteGoesAsTheReadmeTells() throws IOException, UserError {
        assertThat(replayed(blocks("../README.md", "console").getFirst())).isEqualTo(3);
        assertThat(folder.resolve("cord.png")).isNotEmptyFile();
    }

    /// Every command must answer as it is shown to.
    ///
    /// @return how many there are
    private int replayed(String session) throws IOException, UserError {
        int commands = 0;
        for (String part : session.split("(?m)^\\$ ")) {
            int end = part.indexOf('\n');
            if (end < 0) {
                continue;
            }
            String command = part.substring(0, end);
            String shown = part.substring(end + 1);
            if (command.startsWith("cat > ")) {
                Files.writeString(folder.resolve(command.split(" ")[2]), shown.substring(0, shown.lastIndexOf("END")));
            } else {
                assertThat(said(command)).as(command).isEqualTo(shown);
                commands++;
            }
        }
        return commands;
    }

    @Test
    void theEditsAndTheStyleThatAreShownAreTaken() throws IOException, UserError {
        Files.writeString(
                folder.resolve("cords.csv"),
                "Cord,Load (N),Stretch (mm)\n" + "dry,1,2\ndry,2,3\ndry,3,4.1\nwet,1,3\n"
                        + "wet,2,4\nwet,3,5.2\nwet,4,6\n");
        assertThat(said("helvo new cords.helvo --data cords.csv --x Load --y Stretch --by Cord"))
                .contains("1 table");
        List<String> json = blocks("command-line.md", "json");
        Files.writeString(folder.resolve("edits.json"), json.get(0));
        assertThat(said("helvo edit cords.helvo --do edits.json")).isEqualTo("cords.helvo: 2 steps.\n");
        Files.writeString(folder.resolve("style.json"), json.get(1));
        assertThat(said("helvo draw cords.helvo --style style.json --out a.png"))
                .as("no error, and nothing that does not fit")
                .isEmpty();
        assertThat(folder.resolve("a.png")).isNotEmptyFile();
    }

    /// In a JShell of its own, as somebody types it.
    @Tag("thorough")
    @Test
    void theCoreIsUsedFromJShell() throws IOException {
        Path script = Files.writeString(
                folder.resolve("fit.jsh"),
                blocks("from-programs.md", "java").getFirst() + "System.out.println(slope);\n/exit\n");
        Process shell = new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "jshell")
                                .toString(),
                        "-J-Djava.util.prefs.userRoot=" + folder,
                        "--class-path",
                        System.getProperty("java.class.path"),
                        "-s",
                        script.toString())
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
        String printed = new String(shell.getInputStream().readAllBytes(), StandardCharsets.UTF_8).strip();
        assertThat(printed).as("nothing but the slope").matches("[\\d.]+");
        assertThat(Double.parseDouble(printed)).isCloseTo(166.67 / 820, within(1e-14));
    }

    /// What the guide says of each example is what its command says of its table.
    @Test
    void theExamplesOfTheGuideGiveWhatItTells() throws IOException, UserError {
        Path guide = DOCS.resolve("../desktop/src/main/resources/helvo/desktop/guide");
        int examples = 0;
        for (String section : Files.readString(guide.resolve("examples.md")).split("(?m)^## ")) {
            Matcher command = Pattern.compile("(?m)^    (helvo .*)$").matcher(section);
            if (command.find()) {
                String name = command.group(1).split(" ")[2];
                assertThat(section).contains("(examples/" + name + ")");
                Files.copy(guide.resolve("examples").resolve(name), folder.resolve(name));
                String said = said(command.group(1));
                List<String> told = Pattern.compile("(?s)\\*\\*(.+?)\\*\\*")
                        .matcher(section)
                        .results()
                        .map(result -> result.group(1))
                        .toList();
                assertThat(told).as(name).isNotEmpty().allSatisfy(each -> assertThat(said)
                        .contains(each.replaceAll("^(slope|exponent) ", "")));
                examples++;
            }
        }
        assertThat(examples).isEqualTo(12);
    }

    /// Links to files, in the documents and in the guide's pages.
    private static final Pattern LINK = Pattern.compile("\\]\\(([^)\\s]+)\\)|(?:href|src)=\"([^\"]+)\"");

    @Test
    void everyLinkLeadsSomewhere() throws IOException {
        int links = 0;
        for (Path folder : List.of(DOCS.resolve(".."), DOCS, DOCS.resolve("guide"))) {
            try (var pages = Files.newDirectoryStream(folder, "*.{md,html}")) {
                for (Path page : pages) {
                    String text = Files.readString(page).replaceAll("(?s)```.*?```|`[^`\n]*`", "");
                    for (Matcher link = LINK.matcher(text); link.find(); links++) {
                        String target = link.group(1) == null ? link.group(2) : link.group(1);
                        if (!target.matches("(https?|mailto|data):.*|#.*")) {
                            assertThat(folder.resolve(target.replaceAll("#.*", "")))
                                    .as("%s in %s", target, page)
                                    .exists();
                        }
                    }
                }
            }
        }
        assertThat(links).isGreaterThan(100);
    }
}
