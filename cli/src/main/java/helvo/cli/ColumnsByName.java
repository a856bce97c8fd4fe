package helvo.cli;

import helvo.core.RootLocale;
import helvo.core.table.Column;
import helvo.core.table.Table;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/// The columns of a table as options name them.
///
/// @param file that the table is from
record ColumnsByName(Path file, Table table) {
    private static final Pattern LISTED = Pattern.compile("\"([^\"]*)\"|[^,\"\\s][^,\"]*");

    /// By a letter-cased match of the heading first, then a case-blind one; `#3` is the third.
    Column named(String wanted) throws UserError {
        List<Column> columns = table.columns();
        if (wanted.matches("#\\d{1,4}")) {
            int place = Integer.parseInt(wanted.substring(1));
            if (place >= 1 && place <= columns.size()) {
                return columns.get(place - 1);
            }
        }
        return columns.stream()
                .filter(column -> column.name().equals(wanted))
                .findFirst()
                .or(() -> columns.stream()
                        .filter(column -> column.name().equalsIgnoreCase(wanted)
                                || column.heading().text().equalsIgnoreCase(wanted))
                        .findFirst())
                .orElseThrow(() -> new UserError(
                        RootLocale.format("“%s” has no column “%s”%s", file.getFileName(), wanted, meant(wanted))));
    }

    /// Several, with commas between them; a name that has one stands in quotation marks.
    List<Column> listed(String names) throws UserError {
        var listed = new ArrayList<Column>();
        Matcher each = LISTED.matcher(names);
        while (each.find()) {
            String quoted = each.group(1);
            listed.add(named(quoted == null ? each.group().strip() : quoted.strip()));
        }
        return listed;
    }

    /// The likeliest name, or all of them.
    private String meant(String wanted) {
        return NameSuggestion.of(
                        wanted, table.columns().stream().map(Column::name).toList())
                .map(name -> "; did you mean “" + name + "”?")
                .orElseGet(() -> "; it has "
                        + String.join(
                                ", ",
                                table.columns().stream()
                                        .limit(20)
                                        .map(Column::name)
                                        .toList()) + ".");
    }
}
