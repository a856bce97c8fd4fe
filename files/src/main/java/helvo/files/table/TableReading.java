package helvo.files.table;

import helvo.core.derive.Reshaping;
import helvo.core.table.DerivedTable;
import helvo.core.table.ImportOptions;
import helvo.core.table.ImportReport;
import helvo.core.table.Table;
import helvo.files.UnreadableFile;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/// One of several ways to read a table between which a person must choose.
///
/// @param name  of the way: "Headings", "A measurement"
/// @param table as it is read so
/// @param turn  the shape that it is brought into then
public record TableReading(String name, Table table, Optional<DerivedTable.Form> turn) {
    /// Reads a table's file or text in one way.
    interface Reader {
        Table read(ImportOptions choices) throws UnreadableFile;
    }

    /// The ways to read a table of which the first line may be headings or values; none where that is no question.
    static List<TableReading> of(Table table, Reader reader) throws UnreadableFile {
        ImportReport how = table.importReport().orElse(ImportReport.NONE);
        if (how.question().isEmpty()) {
            return List.of();
        }
        Table headed = reader.read(how.asHeadings());
        var readings = new ArrayList<TableReading>();
        if (Reshaping.suggest(headed).equals(Optional.of(DerivedTable.Form.ONE_ROW_EACH))) {
            readings.add(new TableReading(
                    "Headings: one row for each value", headed, Optional.of(DerivedTable.Form.ONE_ROW_EACH)));
            readings.add(new TableReading("Headings: as it stands", headed, Optional.empty()));
        } else {
            readings.add(new TableReading("Headings", headed, Optional.empty()));
        }
        readings.add(new TableReading("A measurement", reader.read(how.asValues()), Optional.empty()));
        return readings;
    }

    /// The table in the shape that it is brought into.
    public Table shown() {
        return turn.map(form -> Reshaping.of(0, table.name(), table, form, List.of()))
                .orElse(table);
    }
}
