package helvo.desktop.app;

import helvo.core.study.Study;
import java.nio.file.Path;
import java.util.Optional;
import java.util.function.Supplier;

/// The study and file that the program begins with.
///
/// @param study     where there is no file; made while the window toolkit starts
/// @param file      a study, or a table to open once the window is there
/// @param width     of the window's inside, like `height`
/// @param reportsPace on standard error, how soon the figure follows each edit and drag
public record StartOptions(Supplier<Study> study, Optional<Path> file, int width, int height, boolean reportsPace) {
    public static final int WIDTH = 1280;
    public static final int HEIGHT = 800;

    public static StartOptions withStudy(Supplier<Study> study, boolean reportsPace) {
        return new StartOptions(study, Optional.empty(), WIDTH, HEIGHT, reportsPace);
    }

    public static StartOptions withFile(Path file, boolean reportsPace) {
        return new StartOptions(Study::blank, Optional.of(file), WIDTH, HEIGHT, reportsPace);
    }
}
