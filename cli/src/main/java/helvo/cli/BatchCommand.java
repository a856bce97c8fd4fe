package helvo.cli;

import helvo.core.RootLocale;
import helvo.files.UnreadableFile;
import helvo.files.json.FitJson;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/// `helvo batch`: one command line a line, all in one process, answered by one JSON object a line.
final class BatchCommand extends Command {
    private static final String STANDARD = "-";

    private Path file;

    @SuppressWarnings("NullAway.Init") // set while the command line is read
    BatchCommand() {
        super(
                "batch",
                "Run the commands of a file, one on each line, in one process. Each is answered by one line of JSON: "
                        + "line, command, code, and result (with --json) or output, and errors.",
                "",
                "Lines are split into words as a shell does it: blanks, quotation marks, backslashes, and # for a "
                        + "remark. The exit code is the largest of all.");
        arguments.example("echo 'fit cords.csv --x Load --y Stretch --json' | helvo batch -");
        arguments.file(
                "FILE", "One command line on each line, without “helvo”; - for standard input.", value -> file = value);
    }

    @Override
    public Integer call() throws UnreadableFile, UserError {
        boolean isStandard = file.toString().equals(STANDARD);
        if (!isStandard) {
            UnreadableFile.unlessReadable(file);
        }
        PrintWriter out = arguments.out();
        int worst = Helvo.DONE;
        try (var lines = new BufferedReader(
                isStandard
                        ? new InputStreamReader(System.in, StandardCharsets.UTF_8)
                        : Files.newBufferedReader(file, StandardCharsets.UTF_8))) {
            int number = 0;
            for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                number++;
                List<String> words = ShellWords.of(line, "line " + number);
                if (!words.isEmpty()) {
                    worst = Math.max(worst, answer(out, number, line, words, isStandard));
                }
            }
        } catch (IOException e) {
            throw new UserError(RootLocale.format("“%s” could not be read as text in UTF-8.", file));
        }
        return worst;
    }

    /// What cannot be done on a line of several.
    private static Optional<String> refusal(List<String> words, boolean isStandard) {
        int out = words.indexOf("--out");
        boolean writesOut = words.contains("--out=" + STANDARD)
                || out >= 0 && out + 1 < words.size() && words.get(out + 1).equals(STANDARD);
        return words.getFirst().equals("batch")
                ? Optional.of("A batch runs no batch.")
                : writesOut
                        ? Optional.of("In a batch a figure goes into a file: standard output has the answers.")
                        : isStandard && words.contains(STANDARD)
                                ? Optional.of("Standard input is the batch itself: name a file.")
                                : Optional.empty();
    }

    private static int answer(PrintWriter out, int number, String line, List<String> words, boolean isStandard) {
        var said = new StringWriter();
        var wrong = new StringWriter();
        int code;
        Optional<String> refused = refusal(words, isStandard);
        if (refused.isPresent()) {
            wrong.append(refused.get());
            code = 2;
        } else {
            code = Helvo.run(
                    new PrintWriter(said), new PrintWriter(wrong, true), Helvo.NO_WINDOW, words.toArray(String[]::new));
        }
        out.println(FitJson.answer(number, line.strip(), code, said.toString(), wrong.toString()));
        out.flush();
        return code;
    }
}
