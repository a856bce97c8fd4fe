package helvo.desktop.app;

import helvo.cli.Helvo;
import helvo.core.Progress;
import helvo.core.study.History;
import helvo.files.disk.WriteTrouble;
import helvo.files.samples.SampleStudy;
import helvo.files.study.StoredStudy;
import helvo.files.study.StudyFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.ParentCommand;
import picocli.CommandLine.Spec;

/// Opens the window on the sample study, or writes that or a picture of it into a file.
@Command(name = "demo", description = "Open the window on the sample study.",
        footer = {"", "Without a display the window is drawn offscreen, saved as a picture, and its readout printed."})
final class DemoCommand implements Callable<Integer> {
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
        PictureSize inside;
        try {
            inside = PictureSize.of(size);
        } catch (IllegalArgumentException e) {
            throw new ParameterException(command.commandLine(), "--size " + e.getMessage());
        }
        if (save.isPresent()) {
            return save(save.get());
        }
        if (picture.isPresent()) {
            return draw(picture.get(), inside);
        }
        Optional<String> missing = Display.missing();
        if (missing.isEmpty()) {
            return Program.window(Start.with(SampleStudy::study, helvo.isVerbose()));
        }
        Path instead = Path.of("helvo-demo.png");
        int code = draw(instead, inside);
        if (code == Program.DONE) {
            System.out.println(missing.get() + "\nInstead, the window was drawn into " + instead.toAbsolutePath() + ".");
        }
        return code;
    }

    private static int save(Path into) {
        try {
            StudyFile.write(into, StoredStudy.of(History.from(SampleStudy.study())), Progress.none());
            System.out.println("The sample study is in " + into + ".");
            return Program.DONE;
        } catch (IOException e) {
            System.err.println(WriteTrouble.sentence(into, e));
            return Program.NOT_POSSIBLE;
        }
    }

    private static int draw(Path into, PictureSize inside) {
        OffscreenWindow.start();
        try {
            OffscreenWindow.draw(SampleStudy.study(), inside.width(), inside.height(), (_, _) -> List.of(),
                    into).forEach(System.out::println);
            return Program.DONE;
        } catch (IOException e) {
            System.err.println(Helvo.temporaryFolder().orElseGet(() -> WriteTrouble.sentence(into, e)));
        } catch (IllegalStateException e) {
            System.err.println(e.getMessage());
        }
        return Program.NOT_POSSIBLE;
    }
}
