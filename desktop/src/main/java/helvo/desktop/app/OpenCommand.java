package helvo.desktop.app;

import helvo.cli.Command;
import helvo.core.study.Study;
import java.nio.file.Path;
import java.util.Optional;
import java.util.function.BooleanSupplier;

/// Opens the window on a file.
final class OpenCommand extends Command {
    private final BooleanSupplier verbose;
    private Optional<Path> file = Optional.empty();

    /// @param verbose whether the window's pace is to be told, once the command line is read
    OpenCommand(BooleanSupplier verbose) {
        super("open", "Open the window on a study (.helvo) or a table (CSV, TSV, XLSX or ODS).");
        this.verbose = verbose;
        arguments.example("helvo open cords.csv");
        arguments.optionalFile("FILE", "Without one, a new study.", value -> file = Optional.of(value));
    }

    @Override
    public Integer call() {
        return Program.window(file.map(each -> StartOptions.withFile(each, verbose.getAsBoolean()))
                .orElseGet(() -> StartOptions.withStudy(Study::blank, verbose.getAsBoolean())));
    }
}
