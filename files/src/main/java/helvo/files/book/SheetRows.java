package helvo.files.book;

import helvo.core.Phrase;
import helvo.core.number.DateText;
import helvo.core.number.DecimalMark;
import helvo.core.table.Cell;
import helvo.core.table.Column;
import helvo.core.table.Heading;
import helvo.core.table.Table;
import helvo.files.CannotRead;
import helvo.files.text.TableBuilder;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/// Makes a table of a sheet's cells. The first rows are held back until it is plain where the table begins: behind titles that
/// stand alone in their rows, with up to three rows of headings above the first number.
final class SheetRows implements Book.Visitor {
    private static final int HELD_BACK = 40;
    private static final int MAX_HEADING_ROWS = 3;
    private static final int LONGEST_UNIT = 12;

    private final String file;
    private final String sheet;
    private final TableBuilder builder = new TableBuilder(DecimalMark.POINT);
    private final List<Row> held = new ArrayList<>();
    private final List<String> notices = new ArrayList<>();
    private List<Heading> headings = List.of();
    private Row row;
    private boolean begun;
    private int left;
    private int lastRow;
    private boolean tooWide;

    private static final class Row {
        private final int number;
        private final Map<Integer, Object> values = new TreeMap<>();
        private final Map<Integer, Integer> spans = new HashMap<>();

        Row(int number) {
            this.number = number;
        }

        boolean hasNumber() {
            return values.values().stream().anyMatch(value -> !(value instanceof String));
        }

        /// The text over a column, also from a cell that spans it.
        String over(int column) {
            for (var span : spans.entrySet()) {
                if (span.getKey() <= column && column < span.getKey() + span.getValue()) {
                    return (String) values.get(span.getKey());
                }
            }
            Object value = values.get(column);
            return value == null ? "" : value.toString();
        }
    }

    SheetRows(String file, String sheet) {
        this.file = file;
        this.sheet = sheet;
    }

    @Override
    public void cell(int at, int column, Object value, int columns, int rows) throws CannotRead {
        if (column >= TableBuilder.MAX_COLUMNS) {
            tooWide = true;
            throw new CannotRead(Phrase.of("“%s”, sheet “%s”: row %,d has more than %,d columns, which is more than Helvo reads: "
                    + "is the "
                    + "table on its side?", file, sheet, at + 1, TableBuilder.MAX_COLUMNS));
        }
        if (row == null || row.number != at) {
            endRow();
            row = new Row(at);
        }
        row.values.put(column, value);
        if (columns > 1 && value instanceof String) {
            row.spans.put(column, columns);
        }
    }

    /// Whether nothing was read that could be kept.
    boolean isUseless() {
        return tooWide || row == null && held.isEmpty() && !begun;
    }

    List<String> notices() {
        return notices;
    }

    Table table(String name) throws CannotRead {
        endRow();
        if (!begun) {
            begin();
        }
        if (builder.rows() == 0) {
            throw new CannotRead(Phrase.of("“%s”, sheet “%s”, has headings only: there is no row of values below them.", file,
                    sheet));
        }
        Table table = builder.tableOf(name, headings);
        notices.addAll(builder.notices());
        List<Column> filled = new ArrayList<>();
        for (int i = 0; i < table.columns().size(); i++) {
            var column = table.columns().get(i);
            boolean named = i < headings.size() && headings.get(i) != null;
            boolean empty = IntStream.range(0, column.cells().size()).allMatch(r -> column.cells().cell(r) instanceof Cell.Empty);
            if (named || !empty) {
                filled.add(column.withId(filled.size() + 1));
            }
        }
        return table.with(filled);
    }

    private void endRow() {
        if (row == null) {
            return;
        }
        if (begun) {
            values(row);
        } else {
            held.add(row);
            if (held.size() >= HELD_BACK) {
                begin();
            }
        }
    }

    private void begin() {
        begun = true;
        int first = 0;
        while (first < held.size() - 1 && held.get(first).values.size() < 2 && held.stream().anyMatch(each -> each.values.size() >= 2)) {
            first++;
        }
        if (first > 0) {
            notices.add("Left out above the table: “" + held.subList(0, first).stream()
                    .map(each -> each.values.values().iterator().next().toString())
                    .collect(Collectors.joining("”, “")) + "”.");
        }
        int values = first;
        while (values < held.size() && values < first + MAX_HEADING_ROWS && !held.get(values).hasNumber()) {
            values++;
        }
        boolean allText = values == held.size() || !held.get(values).hasNumber();
        values = allText ? Math.min(first + 1, held.size()) : values;
        List<Row> rows = held.subList(first, held.size());
        left = rows.stream().flatMap(each -> each.values.keySet().stream()).min(Comparator.naturalOrder()).orElse(0);
        headings = headings(held.subList(first, values));
        lastRow = values < held.size() ? held.get(values).number - 1 : 0;
        held.subList(values, held.size()).forEach(this::values);
        held.clear();
    }

    private List<Heading> headings(List<Row> rows) {
        if (rows.isEmpty()) {
            return List.of();
        }
        int right = rows.stream().mapToInt(each -> Math.max(each.values.keySet().stream().max(Comparator.naturalOrder()).orElse(0),
                each.spans.entrySet().stream().mapToInt(span -> span.getKey() + span.getValue() - 1).max().orElse(0))).max().orElse(left);
        boolean unitsBelow = rows.size() == 2 && rows.getFirst().spans.isEmpty()
                && rows.getLast().values.values().stream().allMatch(SheetRows::mayBeUnit);
        var made = new ArrayList<Heading>();
        for (int column = left; column <= right; column++) {
            int at = column;
            List<String> parts = rows.stream().map(each -> each.over(at)).filter(text -> !text.isBlank()).distinct().toList();
            made.add(parts.isEmpty() ? null : unitsBelow && parts.size() == 2
                    ? new Heading(Heading.of(parts.getFirst()).name(), unit(parts.getLast())) : joined(parts));
        }
        return made;
    }

    /// "Stretch (mm)" over "dry" is "Stretch dry (mm)".
    private static Heading joined(List<String> parts) {
        List<Heading> headings = parts.stream().map(Heading::of).toList();
        String unit = headings.stream().map(Heading::unit).filter(each -> !each.isEmpty()).reduce((_, last) -> last).orElse("");
        return new Heading(headings.stream().map(Heading::name).collect(Collectors.joining(" ")), unit);
    }

    private static boolean mayBeUnit(Object value) {
        return value.toString().length() <= LONGEST_UNIT && !value.toString().contains(" ") || value.toString().matches("[(\\[].*[)\\]]");
    }

    private static String unit(String text) {
        return text.matches("[(\\[].*[)\\]]") ? text.substring(1, text.length() - 1).strip() : text.strip();
    }

    private void values(Row of) {
        for (int blank = lastRow + 1; blank < of.number; blank++) {
            builder.beginRow();
            builder.endRow();
        }
        lastRow = of.number;
        builder.beginRow();
        int next = left;
        for (var entry : of.values.entrySet()) {
            for (; next < entry.getKey(); next++) {
                builder.empty();
            }
            switch (entry.getValue()) {
                case Double number -> builder.number(number);
                case DateText.Moment moment -> builder.text(DateText.shown(moment.seconds(), moment.form()));
                default -> builder.text(entry.getValue().toString());
            }
            next++;
        }
        builder.endRow();
    }
}
