package helvo.desktop.measurements;

import helvo.core.table.Column;
import helvo.core.table.Table;
import helvo.desktop.theme.Themes;
import java.util.Comparator;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;

/// The first widths of the grid's columns. Never a whole number: the table view takes a width of 80, its own
/// default, as one that nobody set.
final class GridColumnWidths {
    private static final double MIN = 44;
    private static final double MAX = 200;
    /// What invites to type a heading.
    private static final double INVITING = 104;
    /// The first cells alone are measured.
    private static final int MEASURED = 60;

    private static final int MOST_LETTERS = 120;
    /// How wide each is. Used on the interface thread only.
    private static final Map<Integer, Double> LETTERS = new HashMap<>();

    private GridColumnWidths() {}

    /// Wide enough for the heading, its tag and the widest of the first cells.
    static double of(Column column, Table table) {
        double heading = ColumnHead.width(column);
        return Math.max(
                ofCells(column, table, Optional.empty()),
                bounded(table.isBlank() ? Math.max(INVITING, heading) : heading));
    }

    /// @param before the same column as it was, whose cells need no measuring
    static double ofCells(Column column, Table table, Optional<Column> before) {
        String widest = IntStream.range(0, Math.min(table.rows(), MEASURED))
                .mapToObj(row -> {
                    String text = column.shown(row, table.decimalMark());
                    boolean known = before.filter(old -> row < old.cells().size()
                                    && old.shown(row, table.decimalMark()).equals(text))
                            .isPresent();
                    return known ? "" : text;
                })
                .max(Comparator.comparingDouble(GridColumnWidths::ofLetters))
                .orElse("");
        return bounded((widest.isEmpty() ? 0 : ColumnHead.textWidth(beginning(widest), ColumnHead.PLAIN)) + 17);
    }

    /// The widths of its letters, one by one: near to the width of a text, without laying it out.
    private static double ofLetters(String text) {
        return beginning(text)
                .codePoints()
                .mapToDouble(letter -> LETTERS.computeIfAbsent(
                        letter, each -> ColumnHead.plainWidth(Character.toString(each), ColumnHead.PLAIN)))
                .sum();
    }

    /// As much of a text as fills the widest column.
    private static String beginning(String text) {
        return text.substring(0, Math.min(text.length(), MOST_LETTERS));
    }

    static double ofRowNumbers(Table table) {
        return 9.5
                + 7
                        * Themes.textSize().get()
                        * Math.max(2, Integer.toString(table.rows()).length());
    }

    private static double bounded(double width) {
        return Math.clamp(width, MIN, MAX * Themes.textSize().get()) + 0.5;
    }
}
