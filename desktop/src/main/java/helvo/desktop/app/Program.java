package helvo.desktop.app;

import helvo.cli.Command;
import helvo.cli.Helvo;
import helvo.core.study.Study;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;

/// The entry point of the program with a window.
public final class Program implements Helvo.Window {
    static final int DONE = 0;
    static final int NOT_POSSIBLE = 1;

    public static void main(String[] arguments) {
        Helvo.main(new Program(), arguments);
    }

    @Override
    public int open(boolean verbose) {
        return window(StartOptions.withStudy(Study::blank, verbose));
    }

    static int window(StartOptions start) {
        Optional<String> missing = Display.missing();
        if (missing.isPresent()) {
            System.err.println(missing.get() + " Without one, `helvo fit` and `helvo draw` do the same work.");
            return NOT_POSSIBLE;
        }
        ProgramStart.run(start);
        return DONE;
    }

    @Override
    public Map<String, Supplier<Command>> commands(BooleanSupplier verbose) {
        var commands = new LinkedHashMap<String, Supplier<Command>>();
        commands.put("demo", () -> new DemoCommand(verbose));
        commands.put("open", () -> new OpenCommand(verbose));
        return commands;
    }
}
