package helvo.report.validation;

import java.util.List;

/// Runs a command as the command line does, and takes what it says.
@FunctionalInterface
public interface Commands {
    /// @param out on standard output
    /// @param err on standard error
    record Answer(int exitCode, String out, String err) {}

    Answer run(List<String> words);
}
