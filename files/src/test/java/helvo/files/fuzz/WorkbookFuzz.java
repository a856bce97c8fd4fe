package helvo.files.fuzz;

import helvo.core.Progress;
import helvo.core.number.DateText;
import helvo.core.study.ColumnEdit;
import helvo.core.study.TableEdit;
import helvo.core.table.Kind;
import helvo.core.table.Table;
import helvo.files.UnreadableFile;
import helvo.files.samples.SampleStudy;
import helvo.files.table.TableExport;
import helvo.files.table.TableImport;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;

/// A workbook of a format, of which a part is altered.
abstract class WorkbookFuzz implements FuzzTarget {
    private final PartsFuzz parts;

    WorkbookFuzz(TableExport.Format format, List<String> altered) {
        Path good = FuzzTarget.scratch("good." + format.ending());
        try {
            TableExport.write(good, format, sample(), List.of(), Progress.none());
            parts = new PartsFuzz(good, FuzzTarget.scratch("fuzz." + format.ending()), altered);
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    /// With texts, numbers and dates.
    private static Table sample() {
        Table table = SampleStudy.study().tables().getFirst();
        table = new TableEdit.SetBlock(table.id(), 0, 4, List.of(List.of("2026-03-05"), List.of("2026-03-06")))
                .change(table);
        return new ColumnEdit.SetKind(table.id(), 5, Kind.DATE, DateText.Order.DAY_FIRST).change(table);
    }

    PartsFuzz parts() {
        return parts;
    }

    @Override
    public void run(byte[] input) throws IOException {
        try {
            FuzzTarget.use(TableImport.read(parts.write(input), Progress.none()).table());
        } catch (UnreadableFile refused) {
            // Which is right.
        }
    }
}
