package helvo.desktop.app;

import helvo.cli.Helvo;
import helvo.core.study.Study;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.ParentCommand;

/// Opens the window on a file.
@Command(name = "open", description = "Open the window on a study (.helvo) or a table (CSV, TSV, XLSX or ODS).")
final class OpenCommand implements Callable<Integer> {
    @Parameters(paramLabel = "FILE", arity = "0..1", description = "Without one, a new study.")
    private Optional<Path> file;

    @ParentCommand
    private Helvo helvo;

    @Override
    public Integer call() {
        return Program.window(file.map(each -> Start.with(each, helvo.isVerbose())).orElseGet(() -> Start.with(Study::blank,
            helvo.isVerbose())));
    }
}
