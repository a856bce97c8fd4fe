package helvo.core.table;

import java.util.List;

/// A report of how a table was read from its file.
///
/// @param layout  where it lies and how its fields are parted, in words
/// @param remarks what was decided about columns and rows
/// @param notes   lines of the file that are not of the table: titles, an instrument's settings, footers
/// @param tables  how many there are in the file or sheet
/// @param choices that a person made
public record ImportReport(String layout, List<Remark> remarks, List<String> notes, int tables, ImportOptions choices) {
    /// A decision in a sentence.
    ///
    /// @param column its name; empty for one about rows or the whole
    /// @param warning  whether a careful person would want to hear of it before using the table
    public record Remark(String column, String sentence, boolean warning) {}

    public ImportReport {
        remarks = List.copyOf(remarks);
        notes = List.copyOf(notes);
    }
}
