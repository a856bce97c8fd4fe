package helvo.core.table;

import helvo.core.RootLocale;
import java.util.List;
import java.util.Optional;

/// A report of how a table was read from its file.
///
/// @param layout  where it lies and how its fields are parted, in words
/// @param remarks what was decided about columns and rows
/// @param notes   lines of the file that are not of the table: titles, an instrument's settings, footers
/// @param tables  how many there are in the file or sheet
/// @param choices that a person made
/// @param openLine its first line, 1 being that of the file, where it may as well be headings and was taken for
///     values; 0 where that is no question
public record ImportReport(
        String layout, List<Remark> remarks, List<String> notes, int tables, ImportOptions choices, int openLine) {
    /// Nothing but what a person chose.
    public static final ImportReport NONE =
            new ImportReport("Read from a file", List.of(), List.of(), 1, ImportOptions.NONE, 0);

    /// A decision in a sentence.
    ///
    /// @param column its name; empty for one about rows or the whole
    /// @param warning  whether a careful person would want to hear of it before using the table
    public record Remark(String column, String sentence, boolean warning) {}

    public ImportReport {
        remarks = List.copyOf(remarks);
        notes = List.copyOf(notes);
    }

    public ImportReport withRemarks(List<Remark> others) {
        return new ImportReport(layout, others, notes, tables, choices, openLine);
    }

    /// What a person must tell of the table as a whole.
    public Optional<String> question() {
        return openLine == 0
                ? Optional.empty()
                : Optional.of(RootLocale.format("Is line %,d the headings, or the first measurement?", openLine));
    }

    /// The choices with which the open line is the headings.
    public ImportOptions asHeadings() {
        return choices.withHeadingLine(Optional.of(openLine));
    }

    /// The choices with which the open line is a measurement.
    public ImportOptions asValues() {
        return choices.withSkipLines(openLine - 1).withHeadingLine(Optional.of(0));
    }
}
