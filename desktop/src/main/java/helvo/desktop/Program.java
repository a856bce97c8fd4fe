package helvo.desktop;

import helvo.cli.Helvo;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.ParentCommand;
import picocli.CommandLine.Spec;

/// Where the program begins: the command line, with a window.
public final class Program implements Helvo.Window {
    public static void main(String[] arguments) {
        Helvo.main(new Program(), arguments);
    }

    @Override
    public int open(boolean verbose) {
        return HelvoWindow.open(HelvoWindow.Start.empty().tellingPace(verbose));
    }

    @Override
    public Map<String, Callable<Integer>> commands() {
        var commands = new LinkedHashMap<String, Callable<Integer>>();
        commands.put("demo", new Demo());
        commands.put("open", new Open());
        return commands;
    }

    @Command(name = "demo", description = "Open the window on the sample study.",
            footer = {"", "Without a display the window is drawn offscreen, saved as a picture, and its readout printed."})
    static final class Demo implements Callable<Integer> {
        @Option(names = "--picture", paramLabel = "FILE.png",
                description = "Draw the window offscreen into this file, even where there is a display.")
        private Optional<Path> picture;

        @Option(names = "--size", paramLabel = "WxH", defaultValue = "1280x800",
                description = "Size of that picture (default: ${DEFAULT-VALUE}).")
        private String size;

        @Option(names = "--view", paramLabel = "VIEW", defaultValue = "MAIN",
                description = "What that picture shows: ${COMPLETION-CANDIDATES} (default: ${DEFAULT-VALUE}).")
        private HelvoWindow.View view;

        @ParentCommand
        private Helvo helvo;

        @Spec
        private CommandSpec command;

        @Override
        public Integer call() {
            if (!size.matches("[1-9]\\d{2,3}x[1-9]\\d{2,3}")) {
                throw new ParameterException(command.commandLine(), "--size “" + size + "” is no size: write it as 1280x800.");
            }
            String[] sides = size.split("x");
            return HelvoWindow.open(HelvoWindow.Start.demo(picture, Integer.parseInt(sides[0]), Integer.parseInt(sides[1]), view)
                    .tellingPace(helvo.isVerbose()));
        }
    }

    @Command(name = "open", description = "Open the window on a table (CSV or TSV).")
    static final class Open implements Callable<Integer> {
        @Parameters(paramLabel = "FILE")
        private Path file;

        @ParentCommand
        private Helvo helvo;

        @Override
        public Integer call() {
            return HelvoWindow.open(HelvoWindow.Start.file(file).tellingPace(helvo.isVerbose()));
        }
    }
}
