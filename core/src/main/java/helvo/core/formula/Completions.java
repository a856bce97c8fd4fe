package helvo.core.formula;

import helvo.core.table.Column;
import helvo.core.table.Kind;
import helvo.core.table.Table;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/// Names that complete the word being typed into a formula.
public record Completions(int from, List<Entry> entries) {
    /// @param insert  goes in the place of the word
    /// @param meaning the unit of a column, what a function does
    public record Entry(String insert, String meaning) {}

    /// @param caret behind the last character typed
    public static Completions at(String text, int caret, Table table) {
        int from = caret;
        while (from > 0 && (Character.isLetterOrDigit(text.charAt(from - 1)) || text.charAt(from - 1) == '_')) {
            from--;
        }
        String word = text.substring(from, caret).toLowerCase(Locale.ROOT);
        if (word.isEmpty() || Character.isDigit(word.charAt(0))) {
            return new Completions(caret, List.of());
        }
        var entries = new ArrayList<Entry>();
        for (Column column : table.columns()) {
            boolean whole = column.name().equalsIgnoreCase(word);
            if (column.kind() != Kind.TEXT
                    && !whole
                    && column.name().toLowerCase(Locale.ROOT).startsWith(word)) {
                entries.add(new Entry(
                        Parser.nameFor(column, table),
                        column.unit().isEmpty() ? "column" : "column in " + column.unit()));
            }
        }
        for (FormulaFunction function : FormulaFunction.values()) {
            if (function.word().startsWith(word)) {
                entries.add(new Entry(function.word() + "(", function.meaning()));
            }
        }
        return new Completions(from, List.copyOf(entries));
    }
}
