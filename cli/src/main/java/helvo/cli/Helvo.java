package helvo.cli;

import helvo.core.WordList;
import helvo.files.Limits;
import helvo.files.ProgramVersion;
import helvo.files.UnreadableFile;
import helvo.files.disk.TemporaryFolder;
import helvo.files.json.FitJson;
import java.io.Console;
import java.io.FileDescriptor;
import java.io.FileOutputStream;
import java.io.PrintStream;
import java.io.PrintWriter;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;

/// The one program: a window, and the same core without one.
public final class Helvo extends Command {
    public static final int DONE = 0;
    public static final int DATA_DO_NOT_ALLOW = 1;
    private static final int WRONG_USAGE = 2;

    private final Window window;
    private boolean verbose;
    private boolean quiet;
    /// Whether errors are told as JSON too.
    private boolean json;
    /// The command that is being done, as it is called.
    private String running = "helvo";

    /// What opens where no command is given, and the commands that open it; the command line itself knows no window
    /// system.
    public interface Window {
        /// @return the exit code, once it is closed
        int open(boolean verbose);

        /// By their names, made when they are wanted.
        ///
        /// @param verbose whether faults and the window's pace are to be told in full, once the command line is
        ///     read
        Map<String, Supplier<Command>> commands(BooleanSupplier verbose);
    }

    /// Where commands run that open no window.
    static final Window NO_WINDOW = new Window() {
        @Override
        public int open(boolean verbose) {
            System.err.println("This part of Helvo opens no window: `helvo` does.");
            return DATA_DO_NOT_ALLOW;
        }

        @Override
        public Map<String, Supplier<Command>> commands(BooleanSupplier verbose) {
            return Map.of();
        }
    };

    private Helvo(Window window) {
        super(
                "helvo",
                "Scatter figures with error bars, trend lines and the numbers behind them.",
                "",
                "Without a command, the window opens. `helvo COMMAND --help` tells of each.");
        this.window = window;
        arguments.flag(
                "--verbose",
                "Tell where in the program a fault arose, how soon the window follows each edit and drag, and what "
                        + "is kept.",
                value -> verbose = value);
        arguments.flag(
                "--quiet",
                "No remarks and no word of what was done: results and errors alone.",
                value -> quiet = value);
    }

    /// Whether remarks are wanted.
    boolean isQuiet() {
        return quiet;
    }

    /// Runs a command that opens no window, without loading what a window needs.
    public static void main(String[] arguments) {
        main(NO_WINDOW, arguments);
    }

    /// What needs no other command to be known.
    private Map<String, Supplier<Command>> onTheirOwn() {
        var commands = new LinkedHashMap<String, Supplier<Command>>();
        commands.put("check", CheckCommand::new);
        commands.put("fit", FitCommand::new);
        commands.put("curves", CurvesCommand::new);
        commands.put("shapes", ShapesCommand::new);
        commands.put("draw", DrawCommand::new);
        commands.put("sheet", SheetCommand::new);
        commands.put("apply", ApplyCommand::new);
        commands.put("new", NewCommand::new);
        commands.put("edit", EditCommand::new);
        commands.put("show", ShowCommand::new);
        commands.put("report", ReportCommand::new);
        commands.put("batch", BatchCommand::new);
        commands.put("validate", ValidateCommand::new);
        commands.put("simulate-logger", SimulateLoggerCommand::new);
        commands.putAll(window.commands(() -> verbose));
        return commands;
    }

    /// All that a person may name, in the order of the help.
    List<Arguments> commands() {
        return named().entrySet().stream()
                .filter(each -> !each.getKey().equals(ValuesCommand.NAME)) // for shells, and nobody's to read
                .map(each -> made(each.getValue()).arguments())
                .toList();
    }

    private Map<String, Supplier<Command>> named() {
        Map<String, Supplier<Command>> commands = onTheirOwn();
        commands.put(ValuesCommand.NAME, ValuesCommand::new);
        commands.put("completions", () -> new CompletionsCommand(this));
        commands.put("man", () -> new ManCommand(this));
        commands.put("help", () -> new HelpCommand(this));
        return commands;
    }

    /// Made alone: to make them all takes longer than a fit.
    private Command command(String word) {
        Map<String, Supplier<Command>> commands = named();
        Supplier<Command> named = commands.get(word);
        if (named == null) {
            commands.remove(ValuesCommand.NAME);
            throw noCommand(word, List.copyOf(commands.keySet()));
        }
        return made(named);
    }

    private Command made(Supplier<Command> supplier) {
        Command command = supplier.get();
        command.arguments().partOf(arguments);
        return command;
    }

    /// What one of the commands takes.
    static Arguments argumentsOf(String command) {
        return new Helvo(NO_WINDOW).command(command).arguments();
    }

    private static UsageError noCommand(String word, List<String> commands) {
        if (word.toLowerCase(Locale.ROOT).endsWith(".helvo")) {
            return new UsageError("“" + word + "” is not a command. To open the study: helvo open " + quoted(word)
                    + ". To write its report: helvo report " + quoted(word) + " --out report.html.");
        }
        if (isFile(word) || NameSuggestion.of(word, commands).isEmpty() && word.indexOf('.') > 0) {
            return new UsageError("“" + word + "” is not a command. To open it in the window: helvo open "
                    + quoted(word) + ". To see what it holds: helvo check " + quoted(word)
                    + ". To fit a curve: helvo fit " + quoted(word) + " --x COL --y COL.");
        }
        return new UsageError("There is no command “" + word + "”"
                + NameSuggestion.of(word, commands)
                        .map(each -> "; did you mean “" + each + "”?")
                        .orElse("; there are " + WordList.and(commands) + "."));
    }

    private static boolean isFile(String word) {
        try {
            return Files.exists(Path.of(word));
        } catch (InvalidPathException e) {
            return false;
        }
    }

    private static String quoted(String word) {
        return word.matches("[\\w./+,@%-]+") ? word : "\"" + word + "\"";
    }

    /// Runs the program and ends it with its exit code.
    public static void main(Window window, String[] arguments) {
        System.setProperty("java.awt.headless", "true");
        Charset terminal = Charset.forName(System.getProperty("stdout.encoding", "UTF-8"));
        // Whether there is a terminal is asked last: to learn it takes the runtime longer than a fit.
        Charset output = terminal.equals(StandardCharsets.UTF_8)
                        || !terminal.newEncoder().canEncode('±')
                        || !isTerminal()
                ? StandardCharsets.UTF_8
                : terminal;
        var written = new WatchedOutput(new FileOutputStream(FileDescriptor.out));
        System.setOut(new PrintStream(written, true, output));
        System.setErr(new PrintStream(new FileOutputStream(FileDescriptor.err), true, output));
        int code = run(
                new PrintWriter(System.out, true, output),
                new PrintWriter(System.err, true, output),
                window,
                arguments);
        if (System.out.checkError()) {
            if (!written.hasNoReader()) {
                System.err.println("Standard output could not be written to: its disk is full, or it was closed.");
            }
            code = Math.max(code, DATA_DO_NOT_ALLOW);
        }
        TemporaryFolder.closeAll();
        // To end by `exit` sets up the runtime's log first, a tenth of a small fit; behind a command nothing keeps it
        // running.
        if (code != DONE || window != NO_WINDOW) {
            System.exit(code);
        }
    }

    @SuppressWarnings("SystemConsoleNull") // a runtime that is made small has none
    private static boolean isTerminal() {
        Console console = System.console();
        return console != null && console.isTerminal();
    }

    /// @return the exit code
    public static int run(PrintWriter out, PrintWriter err, Window window, String... words) {
        var helvo = new Helvo(window);
        helvo.json = List.of(words).contains("--json");
        helvo.arguments.writeTo(out, err);
        try {
            return helvo.run(List.of(words));
        } catch (UsageError wrong) {
            helvo.refuse(shortened(String.valueOf(wrong.getMessage())), "usage");
            err.println("`" + helvo.running + " --help` tells how it is used.");
            return WRONG_USAGE;
        } catch (Exception fault) {
            return helvo.report(fault);
        } catch (OutOfMemoryError e) {
            err.println("There is not enough memory for this: close other programs, or take fewer rows.");
        } catch (LinkageError | StackOverflowError e) {
            err.println(temporaryFolder().orElse("Helvo met a fault of its own and stopped (" + e + ")."));
        }
        return DATA_DO_NOT_ALLOW;
    }

    /// Reads the words, and does what they ask for.
    int run(List<String> words) throws Exception {
        List<String> rest = new ArgumentReader(arguments).readUpToCommand(words);
        if (arguments.asksForHelp()) {
            return shown(arguments.help(commands()));
        }
        if (rest.isEmpty()) {
            return call();
        }
        Command command = command(rest.getFirst());
        running = command.arguments().qualifiedName();
        new ArgumentReader(command.arguments()).readAll(rest.subList(1, rest.size()));
        return command.arguments().asksForHelp() ? shown(command.arguments().help(List.of())) : command.call();
    }

    private int shown(String help) {
        arguments.out().print(help);
        arguments.out().flush();
        return DONE;
    }

    /// What is wrong with the folder for temporary files, where the fonts are unpacked; empty when it can be used.
    public static Optional<String> temporaryFolder() {
        Path folder = Path.of(System.getProperty("java.io.tmpdir"));
        return Files.isDirectory(folder) && Files.isWritable(folder)
                ? Optional.empty()
                : Optional.of("The folder for temporary files, “" + folder
                        + "”, is not there or may not be written to: make it, or ask for the right to write to it.");
    }

    /// A sentence in which a long text of the person's or the file's is not repeated whole.
    static String shortened(String sentence) {
        return sentence.length() <= Limits.MAX_QUOTED_CHARS
                ? sentence
                : sentence.substring(0, Limits.MAX_QUOTED_CHARS / 2) + " … "
                        + sentence.substring(sentence.length() - Limits.MAX_QUOTED_CHARS / 2);
    }

    private int report(Exception fault) {
        if (verbose) {
            fault.printStackTrace(arguments.err());
        } else if (fault instanceof UnreadableFile || fault instanceof UserError) {
            refuse(shortened(String.valueOf(fault.getMessage())), fault instanceof UnreadableFile ? "file" : "data");
        } else {
            refuse(
                    temporaryFolder()
                            .orElse(shortened("Helvo met a fault of its own and stopped (" + fault
                                    + "). With --verbose it tells where.")),
                    "fault");
        }
        return DATA_DO_NOT_ALLOW;
    }

    /// Says why nothing is done; for who asked for JSON on standard output too.
    ///
    /// @param kind usage, file, data or fault
    private void refuse(String sentence, String kind) {
        arguments.err().println(sentence);
        if (json) {
            arguments.out().println(FitJson.error(kind, sentence, ProgramVersion.text()));
            arguments.out().flush();
        }
    }

    @Override
    public Integer call() {
        return window.open(verbose);
    }
}
