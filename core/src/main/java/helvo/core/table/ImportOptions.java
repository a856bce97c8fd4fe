package helvo.core.table;

import helvo.core.number.DateText;
import helvo.core.number.DecimalMark;
import io.soabase.recordbuilder.core.RecordBuilder;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;

/// The choices of how a file is read as a table; whatever is empty is decided by the cells.
///
/// @param headingLine the line of the headings, 1 is the first; 0 for none
/// @param skipLines   before the table
/// @param table       which of several in one file or sheet, 1 is the first
/// @param separator   between fields; a blank for any number of them
/// @param thousands   the sign between thousands
/// @param missing     what stands where there is no value, besides what Helvo knows
/// @param encoding    of a text file, by its usual name
/// @param zone        of clock times that name none, as in "Europe/Berlin"
/// @param hidden      whether hidden rows and columns of a workbook are left out
@RecordBuilder
public record ImportOptions(
        Optional<Integer> headingLine,
        int skipLines,
        Optional<Integer> table,
        Optional<Character> separator,
        Optional<DecimalMark> decimal,
        Optional<Character> thousands,
        Optional<DateText.Order> dateOrder,
        List<String> missing,
        Optional<String> encoding,
        Optional<String> zone,
        boolean hidden)
        implements ImportOptionsBuilder.With {
    /// All is decided by the cells.
    public static final ImportOptions NONE =
            ImportOptionsBuilder.builder().missing(List.of()).build();

    public ImportOptions {
        missing = List.copyOf(missing);
    }

    /// The decimal mark that was said, or that the thousands leave.
    public Optional<DecimalMark> mark() {
        return decimal.or(() -> thousands
                .filter(sign -> sign == ',' || sign == '.')
                .map(sign -> sign == ',' ? DecimalMark.POINT : DecimalMark.COMMA));
    }

    public Optional<ZoneId> clock() {
        return zone.map(ZoneId::of);
    }
}
