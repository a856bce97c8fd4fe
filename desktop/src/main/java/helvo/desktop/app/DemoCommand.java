package helvo.desktop.app;

import helvo.cli.Command;
import helvo.cli.Helvo;
import helvo.cli.UsageError;
import helvo.core.Progress;
import helvo.core.study.History;
import helvo.files.disk.WriteErrorText;
import helvo.files.samples.SampleStudy;
import helvo.files.study.StoredStudy;
import helvo.files.study.StudyFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;

/// Opens the window on the sample study, or writes that or a picture of it into a file.
final class DemoCommand extends Command {
    private final BooleanSupplier verbose;
    private Optional<Path> picture = Optional.empty();
    private Optional<Path> save = Optional.empty();
    private String size;

    /// @param verbose whether the window's pace is to be told, once the command line is read
    @SuppressWarnings("NullAway.Init") // set before it is read
    DemoCommand(BooleanSupplier verbose) {
        super(
                "demo",
                "Open the window on the sample study.",
                "",
                "Without a display the window is drawn offscreen, saved as a picture, and its results printed.");
        this.verbose = verbose;
        arguments.example("helvo demo --save sample.helvo");
        arguments
                .option(
                        "--picture",
                        "FILE.png",
                        "Draw the window offscreen into this file, even where there is a display.")
                .path(value -> picture = Optional.of(value));
        arguments
                .option(
                        "--save",
                        "FILE.helvo",
                        "Save the sample study as a file, to try commands on, and open no window.")
                .path(value -> save = Optional.of(value));
        arguments
                .option("--size", "WxH", "Size of that picture.")
                .otherwise(StartOptions.WIDTH + "x" + StartOptions.HEIGHT)
                .text(value -> size = value);
    }

    @Override
    public Integer call() {
        PictureSize inside;
        try {
            inside = PictureSize.of(size);
        } catch (IllegalArgumentException e) {
            throw new UsageError("--size " + e.getMessage());
        }
        if (save.isPresent()) {
            return save(save.get());
        }
        if (picture.isPresent()) {
            return draw(picture.get(), inside);
        }
        Optional<String> missing = Display.missing();
        if (missing.isEmpty()) {
            return Program.window(StartOptions.withStudy(SampleStudy::study, verbose.getAsBoolean()));
        }
        Path instead = Path.of("helvo-demo.png");
        int code = draw(instead, inside);
        if (code == Program.DONE) {
            System.out.println(
                    missing.get() + "\nInstead, the window was drawn into " + instead.toAbsolutePath() + ".");
        }
        return code;
    }

    private static int save(Path into) {
        try {
            StudyFile.write(into, StoredStudy.of(History.from(SampleStudy.study())), Progress.none());
            System.out.println("The sample study is in " + into + ".");
            return Program.DONE;
        } catch (IOException e) {
            System.err.println(WriteErrorText.sentence(into, e));
            return Program.NOT_POSSIBLE;
        }
    }

    private static int draw(Path into, PictureSize inside) {
        OffscreenWindow.start();
        try {
            OffscreenWindow.draw(SampleStudy.study(), inside.width(), inside.height(), (_, _) -> List.of(), into)
                    .forEach(System.out::println);
            return Program.DONE;
        } catch (IOException e) {
            System.err.println(Helvo.temporaryFolder().orElseGet(() -> WriteErrorText.sentence(into, e)));
        } catch (IllegalStateException e) {
            System.err.println(e.getMessage());
        } finally {
            OffscreenWindow.end();
        }
        return Program.NOT_POSSIBLE;
    }
}
