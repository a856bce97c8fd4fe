package helvo.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/// All texts that a person reads keep to docs/words.md.
class WordsTest {
    /// Where the words of the file format are listed, which nobody reads in the window.
    private static final Pattern FORMAT = Pattern.compile("json.(Study|Older)Names\\.java$");
    private static final Path ROOT = Path.of("..");
    private static final Pattern LITERAL = Pattern.compile("\"((?:[^\"\\\\]|\\\\.)*)\"");
    /// A sentence or a label; not the name of a style, an element, or a place in a file.
    private static final Pattern READ = Pattern.compile("[\\p{L}“].*[ ].*|[A-Z][a-z]+");

    private static List<Pattern> unwanted() throws IOException {
        return Files.readAllLines(ROOT.resolve("docs/words.md")).stream()
                .filter(line -> line.startsWith("| ") && !line.startsWith("| ---"))
                .skip(1)
                .flatMap(line -> Stream.of(line.split("\\|")[3].split(",")))
                .map(word -> Pattern.compile("(?i)(?<![\\p{L}-])" + Pattern.quote(word.strip()) + "(?![\\p{L}-])"))
                .toList();
    }

    private static List<Path> files(String folder, String ending) throws IOException {
        try (Stream<Path> all = Files.walk(ROOT.resolve(folder))) {
            return all.filter(file ->
                            file.toString().endsWith(ending) && !file.toString().contains("target"))
                    .toList();
        }
    }

    private static void check(String where, String text, List<Pattern> unwanted, List<String> found) {
        unwanted.stream()
                .filter(word -> word.matcher(text).find())
                .forEach(word -> found.add(where + ": " + word + " in “" + text + "”"));
    }

    private static void lines(Path page, List<Pattern> unwanted, List<String> found) throws IOException {
        // The words of JSON are those of the format.
        boolean isJson = false;
        for (String line : Files.readAllLines(page)) {
            isJson = line.startsWith("```") ? line.equals("```json") : isJson;
            if (!isJson) {
                check(page.getFileName().toString(), line, unwanted, found);
            }
        }
    }

    @Test
    void oneWordForOneThing() throws IOException {
        List<Pattern> unwanted = unwanted();
        assertThat(unwanted).hasSizeGreaterThan(30);
        var found = new ArrayList<String>();
        int texts = 0;
        for (String module : List.of("core", "figure", "files", "report", "cli", "desktop")) {
            for (Path file : files(module + "/src/main/java", ".java")) {
                if (FORMAT.matcher(file.toString()).find()) {
                    continue;
                }
                for (String line : Files.readAllLines(file)) {
                    if (line.strip().startsWith("//")
                            || line.contains("Pattern.compile")
                            || line.contains("matches(")) {
                        continue;
                    }
                    for (var literal : LITERAL.matcher(line).results().toList()) {
                        String text = literal.group(1);
                        if (READ.matcher(text).matches()
                                && !text.contains("-fx-")
                                && !text.contains("<")
                                && !text.contains("=\\\"")) {
                            texts++;
                            check(file.getFileName().toString(), text, unwanted, found);
                        }
                    }
                }
            }
        }
        assertThat(texts).isGreaterThan(2_000);
        for (Path page : files("desktop/src/main/resources/helvo/desktop/guide", ".md")) {
            lines(page, unwanted, found);
        }
        for (String page : List.of("README.md", "docs/reading.md", "docs/report.md", "docs/command-line.md")) {
            lines(ROOT.resolve(page), unwanted, found);
        }
        assertThat(found).isEmpty();
    }
}
