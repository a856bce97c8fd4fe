package helvo.cli;

import helvo.desktop.HelvoWindow;
import helvo.files.CannotRead;
import java.io.FileDescriptor;
import java.io.FileOutputStream;
import java.io.PrintStream;
import java.io.PrintWriter;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.ParentCommand;
import picocli.CommandLine.Spec;

/// The one program: a window, and the same core without one.
@Command(name = "helvo", mixinStandardHelpOptions = true, versionProvider = Version.class,
        description = "Scatter figures with error bars, trend lines and the numbers behind them.",
        footer = {"", "Without a command, the window opens. `helvo COMMAND --help` tells of each."},
        subcommands = {Helvo.Demo.class, Helvo.Open.class, CheckCommand.class, FitCommand.class, CurvesCommand.class, DrawCommand.class})
public final class Helvo implements Callable<Integer> {
    static final int DONE = 0;
    static final int DATA_DO_NOT_ALLOW = 1;

    @Option(names = "--verbose", scope = CommandLine.ScopeType.INHERIT, description = "Tell where in the program a fault arose, and how soon the window follows each edit and drag.")
    private boolean verbose;

    public static void main(String[] arguments) {
        System.setProperty("java.awt.headless", "true");
        Charset terminal = Charset.forName(System.getProperty("stdout.encoding", "UTF-8"));
        Charset output = System.console() == null || !terminal.newEncoder().canEncode('±') ? StandardCharsets.UTF_8 : terminal;
        System.setOut(new PrintStream(new FileOutputStream(FileDescriptor.out), true, output));
        System.setErr(new PrintStream(new FileOutputStream(FileDescriptor.err), true, output));
        int code = run(new PrintWriter(System.out, true), new PrintWriter(System.err, true), arguments);
        System.out.flush();
        // Not exit(): the window toolkit's own hook stops its renderer under a frame that may still be drawn, and complains.
        Runtime.getRuntime().halt(code);
    }

    static int run(PrintWriter out, PrintWriter err, String... arguments) {
        var helvo = new Helvo();
        var command = new CommandLine(helvo).setOut(out).setErr(err);
        command.setExecutionExceptionHandler((fault, line, _) -> helvo.report(fault, line));
        command.setParameterExceptionHandler((wrong, _) -> {
            wrong.getCommandLine().getErr().println(wrong.getMessage());
            wrong.getCommandLine().getErr().println("`" + wrong.getCommandLine().getCommandSpec().qualifiedName() + " --help` tells how it is used.");
            return CommandLine.ExitCode.USAGE;
        });
        command.setUsageHelpAutoWidth(true);
        return command.execute(arguments);
    }

    private int report(Exception fault, CommandLine line) {
        if (verbose) {
            fault.printStackTrace(line.getErr());
        } else if (fault instanceof CannotRead || fault instanceof Refused) {
            line.getErr().println(fault.getMessage());
        } else {
            line.getErr().println("Helvo met a fault of its own and stopped (" + fault + "). With --verbose it tells where.");
        }
        return DATA_DO_NOT_ALLOW;
    }

    @Override
    public Integer call() {
        return HelvoWindow.open(HelvoWindow.Start.empty().tellingPace(verbose));
    }

    @Command(name = "demo", description = "Open the window on the sample study.",
            footer = {"", "Without a display the window is drawn offscreen, saved as a picture, and its readout printed."})
    static final class Demo implements Callable<Integer> {
        @Option(names = "--picture", paramLabel = "FILE.png", description = "Draw the window offscreen into this file, even where there is a display.")
        private Optional<Path> picture;

        @Option(names = "--size", paramLabel = "WxH", defaultValue = "1280x800", description = "Size of that picture (default: ${DEFAULT-VALUE}).")
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
            return HelvoWindow.open(HelvoWindow.Start.demo(picture, Integer.parseInt(sides[0]), Integer.parseInt(sides[1]), view).tellingPace(helvo.verbose));
        }
    }

    @Command(name = "open", description = "Open the window on a table (CSV or TSV).")
    static final class Open implements Callable<Integer> {
        @Parameters(paramLabel = "FILE")
        private Path file;

        @ParentCommand
        private Helvo helvo;

        @Override
        public Integer call() throws CannotRead {
            return HelvoWindow.open(HelvoWindow.Start.file(file).tellingPace(helvo.verbose));
        }
    }
}
