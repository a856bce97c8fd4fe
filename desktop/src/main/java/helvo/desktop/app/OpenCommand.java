package helvo.desktop.app;

import helvo.cli.Arguments;
import helvo.cli.Command;
import helvo.core.study.Study;
import java.nio.file.Path;
import java.util.Optional;
import java.util.function.BooleanSupplier;

/// Opens the window on a file.
final class OpenCommand implements Command {
    private final BooleanSupplier verbose;
    private final Arguments arguments;
    private Optional<Path> file = Optional.empty();

    /// @param verbose whether the window's pace is to be told, once the command line is read
    OpenCommand(BooleanSupplier verbose) {
        this.verbose = verbose;
        arguments = new Arguments(this, "open", "Open the window on a study (.helvo) or a table (CSV, TSV, XLSX or ODS).");
        arguments.file("FILE", "0..1", "Without one, a new study.", value -> file = Optional.of(value));
    }

    @Override
    public Arguments arguments() {
        return arguments;
    }

    @Override
    public Integer call() {
        return Program.window(file.map(each -> Start.with(each, verbose.getAsBoolean())).orElseGet(() -> Start.with(Study::blank,
            verbose.getAsBoolean())));
    }
}
