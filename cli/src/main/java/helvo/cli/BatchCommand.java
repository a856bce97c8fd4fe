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

/// `helvo batch`: one command line a line, all in one process, answered by one JSON object a line.
final class BatchCommand extends Command {
    private static final String STANDARD_INPUT = "-";

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
        boolean isStandard = file.toString().equals(STANDARD_INPUT);
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

    private static int answer(PrintWriter out, int number, String line, List<String> words, boolean isStandard) {
        var said = new StringWriter();
        var wrong = new StringWriter();
        int code;
        if (words.contains("batch") || isStandard && words.contains(STANDARD_INPUT)) {
            wrong.append(
                    words.contains("batch")
                            ? "A batch runs no batch."
                            : "Standard input is the batch itself: name a file.");
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
