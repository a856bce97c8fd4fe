package helvo.cli;

import java.io.PrintWriter;
import java.io.StringWriter;
import java.util.Map;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;

/// Runs the command line as a shell would, and keeps what it said.
final class CommandLineRun {
    /// The exit code of the window that does not open here.
    static final int WINDOW_CODE = 7;

    private static final Helvo.Window NO_WINDOW = new Helvo.Window() {
        @Override
        public int open(boolean verbose) {
            return WINDOW_CODE;
        }

        @Override
        public Map<String, Supplier<Command>> commands(BooleanSupplier verbose) {
            return Map.of();
        }
    };

    final StringWriter out = new StringWriter();
    final StringWriter err = new StringWriter();

    /// @return the exit code
    int helvo(String... arguments) {
        return Helvo.run(new PrintWriter(out, true), new PrintWriter(err, true), NO_WINDOW, arguments);
    }
}
