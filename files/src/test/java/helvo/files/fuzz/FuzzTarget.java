package helvo.files.fuzz;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ImportOptions;
import helvo.core.table.Table;
import helvo.files.UnreadableFile;
import helvo.files.text.TextTable;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URISyntaxException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;

/// What a fuzzer feeds: any bytes give a table, a study, an edit, or a refusal in a sentence; anything else that is
/// thrown is a finding. The fuzzer calls `fuzzerTestOneInput` of the same class.
public interface FuzzTarget {
    /// More rows are not worth the time that their analysis takes.
    int ANALYSED_ROWS = 5000;

    void run(byte[] input) throws Exception;

    /// The inputs that are kept for a target.
    static List<Path> corpus(String name) {
        try (Stream<Path> files = Files.list(
                Path.of(FuzzTarget.class.getResource("corpus/" + name).toURI()))) {
            return files.sorted().toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (URISyntaxException e) {
            throw new IllegalStateException(e);
        }
    }

    /// Runs all that is kept once, before the fuzzer looks at the clock: classes take long to load while it watches
    /// them.
    default void warmUp(String name) throws Exception {
        for (Path input : corpus(name)) {
            run(Files.readAllBytes(input));
        }
    }

    /// A file of a target's own, which the next input is written over.
    static Path scratch(String name) {
        try {
            Path folder = Files.createTempDirectory("helvo-fuzz");
            folder.toFile().deleteOnExit();
            Path file = folder.resolve(name);
            file.toFile().deleteOnExit();
            return file;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /// A study that takes no time: one table of eight rows, and its figure.
    static Study small() {
        try {
            Table table = TextTable.readText("""
                    Cord,Load (N),Stretch (mm),±
                    dry,5,1.1,0.1
                    dry,10,2.0,0.1
                    dry,15,3.2,0.1
                    dry,20,3.9,0.2
                    salt,5,1.4,0.1
                    salt,10,2.9,0.1
                    salt,15,about 4,0.1
                    salt,20,5.6,0.2
                    """.getBytes(StandardCharsets.UTF_8), "Stretch.csv", ImportOptions.NONE)
                    .table();
            return StudyEdit.AddTable.to(Study.EMPTY, table).apply(Study.EMPTY);
        } catch (UnreadableFile e) {
            throw new IllegalStateException(e);
        }
    }

    /// Whatever was read can be reckoned with, and holds nothing that is not a number.
    static void use(Table table) {
        for (Column column : table.columns()) {
            Cells cells = column.cells();
            for (int row = 0; row < cells.size(); row++) {
                if (cells.cell(row) instanceof Cell.Number(double number) && !Double.isFinite(number)) {
                    throw new IllegalStateException("row " + row + " of column " + column.id() + " is " + number);
                }
            }
        }
        if (table.rows() <= ANALYSED_ROWS) {
            use(StudyEdit.AddTable.to(Study.EMPTY, table).apply(Study.EMPTY));
        }
    }

    static void use(Study study) {
        if (study.tables().stream().allMatch(table -> table.rows() <= ANALYSED_ROWS)) {
            Analysis.ofChosenCurves(study, Progress.none());
        }
    }
}
