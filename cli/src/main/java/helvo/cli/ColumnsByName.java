package helvo.cli;

import helvo.core.Phrase;
import helvo.core.table.Column;
import helvo.core.table.Table;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.stream.IntStream;

/// The columns of a table as options name them.
///
/// @param file that the table is from
record ColumnsByName(Path file, Table table) {
    private static final int LONGEST = 200;

    /// By a letter-cased match of the heading first, then a case-blind one; `#3` is the third.
    Column named(String wanted) throws Refused {
        List<Column> columns = table.columns();
        if (wanted.matches("#\\d{1,4}")) {
            int place = Integer.parseInt(wanted.substring(1));
            if (place >= 1 && place <= columns.size()) {
                return columns.get(place - 1);
            }
        }
        return columns.stream().filter(column -> column.name().equals(wanted)).findFirst()
                .or(() -> columns.stream().filter(column -> column.name().equalsIgnoreCase(wanted)
                        || column.heading().text().equalsIgnoreCase(wanted)).findFirst())
                .orElseThrow(() -> new Refused(Phrase.of("“%s” has no column “%s”%s", file.getFileName(), wanted, meant(wanted))));
    }

    /// The likeliest name, or all of them.
    private String meant(String wanted) {
        String low = wanted.toLowerCase(Locale.ROOT);
        int near = wanted.length() / 3;
        return table.columns().stream().map(Column::name)
                .min(Comparator.comparingInt(name -> distance(low, name.toLowerCase(Locale.ROOT))))
                .filter(name -> distance(low, name.toLowerCase(Locale.ROOT)) <= near
                        || !low.isBlank() && name.toLowerCase(Locale.ROOT).startsWith(low))
                .map(name -> "; did you mean “" + name + "”?")
                .orElseGet(() -> "; it has " + String.join(", ", table.columns().stream().limit(20).map(Column::name).toList()) + ".");
    }

    /// The fewest letters to add, leave out or change (Levenshtein 1966), of texts no longer than a name is.
    private static int distance(String a, String b) {
        int[] before = IntStream.rangeClosed(0, Math.min(b.length(), LONGEST)).toArray();
        for (int i = 1; i <= Math.min(a.length(), LONGEST); i++) {
            int[] now = before.clone();
            now[0] = i;
            for (int j = 1; j < now.length; j++) {
                int change = before[j - 1] + (a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1);
                now[j] = Math.min(change, 1 + Math.min(before[j], now[j - 1]));
            }
            before = now;
        }
        return before[before.length - 1];
    }
}
