package helvo.desktop.workspace;

import helvo.core.Progress;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/// `helvo validate` in a process of its own, so that it is the installed program that is validated, the window stays
/// quick, and it can be stopped.
final class ValidationRun {
    private static final Pattern REACHED = Pattern.compile("Validating: (\\d+) %");
    private static final int EXIT_PASSED = 0;
    private static final int EXIT_FAILED = 1;

    private ValidationRun() {}

    /// @param says what was found, as sentences
    record Verdict(boolean passed, String says) {}

    /// @param protocol that it writes
    /// @throws IOException with a sentence, where nothing was validated
    static Verdict of(Path protocol, Progress progress) throws IOException {
        String java = ProcessHandle.current()
                .info()
                .command()
                .orElseThrow(() -> new IOException("The program that runs Helvo is not known."));
        return of(
                List.of(
                        java,
                        "-Dhelvo.home=" + System.getProperty("helvo.home", ""),
                        "-Dstdout.encoding=UTF-8",
                        "-cp",
                        System.getProperty("java.class.path"),
                        "helvo.cli.Helvo",
                        "validate",
                        "--out",
                        protocol.toString()),
                progress);
    }

    static Verdict of(List<String> command, Progress progress) throws IOException {
        Process process = new ProcessBuilder(command).start();
        try (InputStream out = process.getInputStream();
                var err = new BufferedReader(new InputStreamReader(process.getErrorStream(), StandardCharsets.UTF_8))) {
            String line;
            String last = "";
            while ((line = err.readLine()) != null) {
                Matcher reached = REACHED.matcher(line);
                progress.reached(reached.matches() ? Integer.parseInt(reached.group(1)) / 100.0 : Double.NaN);
                last = line;
            }
            List<String> said = new String(out.readAllBytes(), StandardCharsets.UTF_8)
                    .lines()
                    .toList();
            int exit = process.waitFor();
            if (said.isEmpty() || exit != EXIT_PASSED && exit != EXIT_FAILED) {
                throw new IOException("The installation was not validated: " + last);
            }
            List<String> verdict = said.stream()
                    .dropWhile(each -> !each.contains("values and steps"))
                    .toList();
            return new Verdict(exit == EXIT_PASSED, String.join(" ", verdict));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new CancellationException();
        } finally {
            process.destroy();
        }
    }
}
