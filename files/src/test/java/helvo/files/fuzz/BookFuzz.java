package helvo.files.fuzz;

import helvo.core.Progress;
import helvo.core.number.DateText;
import helvo.core.study.ColumnEdit;
import helvo.core.study.TableEdit;
import helvo.core.table.Kind;
import helvo.core.table.Table;
import helvo.files.CannotRead;
import helvo.files.samples.SampleStudy;
import helvo.files.table.ReadTable;
import helvo.files.table.TableFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;

/// A workbook of a format, of which a part is altered.
abstract class BookFuzz implements FuzzTarget {
    private final PartsFuzz parts;

    BookFuzz(TableFile.Format format, List<String> altered) {
        Path good = FuzzTarget.scratch("good." + format.ending());
        try {
            TableFile.write(good, format, sample(), List.of(), Progress.none());
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
            FuzzTarget.use(ReadTable.read(parts.write(input), Progress.none()).table());
        } catch (CannotRead refused) {
            // Which is right.
        }
    }
}
