package helvo.desktop.app;

import helvo.cli.Helvo;
import helvo.core.Progress;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.files.disk.WriteTrouble;
import helvo.files.samples.SampleStudy;
import helvo.files.study.StoredStudy;
import helvo.files.study.StudyFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.function.Supplier;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.ParentCommand;
import picocli.CommandLine.Spec;

/// Where the program begins: the command line, with a window.
public final class Program implements Helvo.Window {
    private static final int DONE = 0;
    private static final int NOT_POSSIBLE = 1;

    public static void main(String[] arguments) {
        Helvo.main(new Program(), arguments);
    }

    @Override
    public int open(boolean verbose) {
        return window(Start.with(Study::blank, verbose));
    }

    private static int window(Start start) {
        Optional<String> missing = Display.missing();
        if (missing.isPresent()) {
            System.err.println(missing.get() + " Without one, `helvo fit` and `helvo draw` do the same work.");
            return NOT_POSSIBLE;
        }
        Windows.run(start);
        return DONE;
    }

    @Override
    public Map<String, Supplier<Callable<Integer>>> commands() {
        var commands = new LinkedHashMap<String, Supplier<Callable<Integer>>>();
        commands.put("demo", Demo::new);
        commands.put("open", Open::new);
        return commands;
    }

    @Command(name = "demo", description = "Open the window on the sample study.",
            footer = {"", "Without a display the window is drawn offscreen, saved as a picture, and its readout printed."})
    static final class Demo implements Callable<Integer> {
        /// What the toolkit's screen without a display holds.
        private static final int MOST_PIXELS = 1280 * 800;

        @Option(names = "--picture", paramLabel = "FILE.png",
                description = "Draw the window offscreen into this file, even where there is a display.")
        private Optional<Path> picture;

        @Option(names = "--save", paramLabel = "FILE.helvo",
                description = "Save the sample study as a file, to try commands on, and open no window.")
        private Optional<Path> save;

        @Option(names = "--size", paramLabel = "WxH", defaultValue = Start.WIDTH + "x" + Start.HEIGHT,
                description = "Size of that picture (default: ${DEFAULT-VALUE}).")
        private String size;

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
            if (Integer.parseInt(sides[0]) * Integer.parseInt(sides[1]) > MOST_PIXELS) {
                throw new ParameterException(command.commandLine(), "--size " + size + ": a picture without a display has at most as many "
                        + "pixels as 1280x800.");
            }
            if (save.isPresent()) {
                return save(save.get());
            }
            Optional<String> missing = Display.missing();
            if (picture.isPresent()) {
                return draw(picture.get());
            }
            if (missing.isEmpty()) {
                return window(Start.with(SampleStudy::study, helvo.isVerbose()));
            }
            Path instead = Path.of("helvo-demo.png");
            int code = draw(instead);
            if (code == DONE) {
                System.out.println(missing.get());
                System.out.println("Instead, the window was drawn into " + instead.toAbsolutePath() + ".");
            }
            return code;
        }

        private static int save(Path into) {
            try {
                StudyFile.write(into, StoredStudy.of(History.from(SampleStudy.study())), Progress.NONE);
                System.out.println("The sample study is in " + into + ".");
                return DONE;
            } catch (IOException e) {
                System.err.println(WriteTrouble.sentence(into, e));
                return NOT_POSSIBLE;
            }
        }

        private int draw(Path into) {
            String[] sides = size.split("x");
            OffscreenWindow.start();
            try {
                OffscreenWindow.draw(SampleStudy.study(), Integer.parseInt(sides[0]), Integer.parseInt(sides[1]), (_, _) -> List.of(), into)
                        .forEach(System.out::println);
                return DONE;
            } catch (IOException e) {
                System.err.println(Helvo.temporaryFolder().orElseGet(() -> WriteTrouble.sentence(into, e)));
                return NOT_POSSIBLE;
            } catch (IllegalStateException e) {
                System.err.println(e.getMessage());
                return NOT_POSSIBLE;
            }
        }
    }

    @Command(name = "open", description = "Open the window on a study (.helvo) or a table (CSV, TSV, XLSX or ODS).")
    static final class Open implements Callable<Integer> {
        @Parameters(paramLabel = "FILE", arity = "0..1", description = "Without one, a new study.")
        private Optional<Path> file;

        @ParentCommand
        private Helvo helvo;

        @Override
        public Integer call() {
            return window(file.map(each -> Start.with(each, helvo.isVerbose())).orElseGet(() -> Start.with(Study::blank,
                helvo.isVerbose())));
        }
    }
}
