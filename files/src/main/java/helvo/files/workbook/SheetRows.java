package helvo.files.workbook;

import helvo.core.RootLocale;
import helvo.core.number.DateText;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberText;
import helvo.core.table.Cell;
import helvo.core.table.Column;
import helvo.core.table.ImportOptions;
import helvo.core.table.ImportReport;
import helvo.core.table.ImportReport.Remark;
import helvo.core.table.Table;
import helvo.files.Limits;
import helvo.files.UnreadableFile;
import helvo.files.text.TableBuilder;
import helvo.files.text.TableRegion;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/// A maker of a table from the rows of a sheet. The first rows are held back until it is plain where the table
/// lies.
final class SheetRows implements Workbook.Visitor {
    private static final int HELD_BACK = 2000;

    private final String file;
    private final String sheet;
    private final ImportOptions choices;
    private final TableBuilder builder;
    private final List<Row> held = new ArrayList<>();
    private final List<Remark> remarks = new ArrayList<>();
    private final Map<Integer, Carried> carried = new HashMap<>();
    private final Set<Integer> hiddenColumns = new HashSet<>();
    private int hiddenRows;
    private int hiddenUsed;
    private int numbersAsText;
    private @Nullable TableRegion area;
    private int tables;
    private int chosen;
    private int firstRow;
    private int endRow;
    private @Nullable Row row;
    private int lastRow;
    private boolean tooWide;
    private boolean anyNumber;

    /// A cell that stands for those below it too.
    private record Carried(Object value, int lastRow) {}

    private static final class Row {
        private final int number;
        private final TreeMap<Integer, Object> values = new TreeMap<>();
        private final Map<Integer, Integer> spans = new HashMap<>();
        private boolean hidden;

        Row(int number) {
            this.number = number;
        }

        /// As text, with cells that span several columns in each of them, as far as other rows reach.
        List<String> fields(int widest) {
            var fields = new ArrayList<String>();
            values.forEach((column, value) -> {
                while (fields.size() <= column) {
                    fields.add("");
                }
                fields.set(column, shown(value));
            });
            spans.forEach((column, columns) -> {
                for (int at = column + 1; at < Math.min(column + columns, widest); at++) {
                    while (fields.size() <= at) {
                        fields.add("");
                    }
                    fields.set(at, fields.get(at).isEmpty() ? fields.get(column) : fields.get(at));
                }
            });
            return fields;
        }

        private static String shown(Object value) {
            return switch (value) {
                case Double number -> NumberText.shortest(number);
                case DateText.Moment moment -> DateText.shown(moment.seconds(), moment.form());
                case Workbook.Summed summed -> shown(summed.value());
                default -> value.toString();
            };
        }
    }

    SheetRows(String file, String sheet, ImportOptions choices) {
        this.file = file;
        this.sheet = sheet;
        this.choices = choices;
        builder = new TableBuilder(
                choices.mark().orElse(DecimalMark.POINT), choices.mark().isPresent(), TableBuilder.Open.NO, choices);
    }

    @Override
    public void cell(int at, int column, Object value, int columns, int rows) throws UnreadableFile {
        if (column >= Limits.MAX_COLUMNS) {
            tooWide = true;
            throw new UnreadableFile(RootLocale.format(
                    "“%s”, sheet “%s”: row %,d has more than %,d columns, which is more than Helvo reads: "
                            + "is the table on its side?",
                    file, sheet, at + 1, Limits.MAX_COLUMNS));
        }
        if (value instanceof String text && text.length() > Limits.MAX_CELL_CHARS) {
            throw new UnreadableFile(RootLocale.format(
                    "“%s”, sheet “%s”: a cell of row %,d holds %,d characters, which is not a measurement.",
                    file, sheet, at + 1, text.length()));
        }
        if (builder.full()) {
            throw new UnreadableFile(builder.onlyTheFirstRows());
        }
        anyNumber |= !(value instanceof String text)
                || NumberText.number(text, DecimalMark.POINT).isPresent();
        Row open = open(at);
        open.values.put(column, value);
        if (columns > 1) {
            open.spans.put(column, columns);
        }
        if (rows > 1) {
            carried.put(column, new Carried(value, at + rows - 1));
        }
    }

    private Row open(int at) {
        Row open = row;
        if (open == null || open.number != at) {
            endRow();
            open = new Row(at);
            row = open;
        }
        return open;
    }

    @Override
    public void hiddenRow(int at) {
        open(at).hidden = true;
    }

    @Override
    public void hiddenColumn(int column) {
        hiddenColumns.add(column);
    }

    /// Whether nothing was read that could be kept: no number.
    boolean isUseless() {
        return tooWide || !anyNumber;
    }

    Table table(String name) throws UnreadableFile {
        endRow();
        TableRegion area = begin(true);
        if (builder.rows() == 0) {
            throw new UnreadableFile(RootLocale.format(
                    "“%s”, sheet “%s”, has headings only: there is no row of values below them.", file, sheet));
        }
        Table table = builder.tableOf(name, area.headings());
        say(table);
        List<Column> filled = new ArrayList<>();
        for (int i = 0; i < table.columns().size(); i++) {
            var column = table.columns().get(i);
            boolean named = i < area.headings().size() && area.headings().get(i) != null;
            boolean empty = IntStream.range(0, column.cells().size())
                    .allMatch(r -> column.cells().cell(r) instanceof Cell.Empty);
            if (named || !empty) {
                filled.add(column.withId(filled.size() + 1));
            }
        }
        String layout = "sheet “" + sheet + "” of " + file
                + (area.headings().isEmpty()
                        ? ", no headings"
                        : area.top() == 0 ? "" : RootLocale.format(", headings in row %,d", firstRow))
                + (tables > 1 ? RootLocale.format(", table %d of %d", chosen, tables) : "");
        ImportOptions made = tables > 1 ? choices.withTable(Optional.of(chosen)) : choices;
        return table.withColumns(filled)
                .withImportReport(Optional.of(new ImportReport(
                        layout, remarks, area.notes(), Math.max(1, tables), made, area.isOpen() ? firstRow + 1 : 0)));
    }

    private void say(Table table) {
        if (tables > 1) {
            remarks.add(new Remark(
                    "", RootLocale.format("The sheet holds %d tables; this is number %d.", tables, chosen), true));
        }
        hidden(hiddenRows, "row", choices.hidden());
        hidden(hiddenUsed, "column", choices.hidden());
        if (numbersAsText > 0) {
            remarks.add(new Remark(
                    "",
                    RootLocale.format(
                            "%,d %s text that says a number; %s read as numbers.",
                            numbersAsText,
                            numbersAsText == 1 ? "cell holds" : "cells hold",
                            numbersAsText == 1 ? "it was" : "they were"),
                    false));
        }
        remarks.addAll(builder.remarks());
        if (table.columns().isEmpty()) {
            remarks.clear();
        }
    }

    private void hidden(int count, String what, boolean out) {
        if (count > 0) {
            remarks.add(new Remark(
                    "",
                    RootLocale.format(
                            "%,d %s hidden in the workbook and %s.",
                            count, count == 1 ? what + " is" : what + "s are", out ? "left out" : "read all the same"),
                    true));
        }
    }

    private void endRow() {
        if (row == null) {
            return;
        }
        Row ended = row;
        row = null;
        if (ended.values.isEmpty() || ended.hidden && choices.hidden()) {
            hiddenRows += ended.hidden && !ended.values.isEmpty() ? 1 : 0;
            return;
        }
        carried.entrySet().removeIf(each -> each.getValue().lastRow < ended.number);
        carried.forEach((column, value) -> ended.values.putIfAbsent(column, value.value));
        if (area != null) {
            values(area, ended);
        } else {
            held.add(ended);
            if (held.size() >= HELD_BACK) {
                begin(false);
            }
        }
    }

    private TableRegion begin(boolean complete) {
        if (area != null) {
            return area;
        }
        var lines = new ArrayList<List<String>>();
        var numbers = new ArrayList<Integer>();
        for (Row each : held) {
            if (!numbers.isEmpty() && each.number > numbers.getLast() + 1) {
                lines.add(List.of());
                numbers.add(each.number - 1);
            }
            lines.add(visible(each));
            numbers.add(each.number);
        }
        for (int line = 0; line < lines.size(); line++) {
            if (numbers.get(line) < choices.skipLines()) {
                lines.set(line, List.of());
            }
        }
        Integer heading = choices.headingLine()
                .map(said -> said == 0 ? -1 : Math.max(0, numbers.indexOf(said - 1)))
                .orElse(null);
        List<TableRegion> areas = TableRegion.all(lines, complete, heading);
        tables = areas.size();
        TableRegion largest = areas.isEmpty() ? TableRegion.everything(Limits.MAX_COLUMNS) : TableRegion.largest(areas);
        chosen = Math.clamp(choices.table().orElse(areas.indexOf(largest) + 1), 1, Math.max(1, tables));
        TableRegion found = areas.isEmpty() ? largest : areas.get(chosen - 1);
        area = found;
        firstRow = numbers.isEmpty() ? 0 : numbers.get(Math.min(found.first(), numbers.size() - 1));
        endRow = found.end() >= numbers.size() ? Integer.MAX_VALUE : numbers.get(found.end());
        lastRow = firstRow - 1;
        held.forEach(row -> values(found, row));
        held.clear();
        return found;
    }

    private List<String> visible(Row of) {
        List<String> fields = of.fields(widest());
        if (choices.hidden()) {
            hiddenColumns.stream().filter(column -> column < fields.size()).forEach(column -> fields.set(column, ""));
        }
        return fields;
    }

    private int widest() {
        return held.stream()
                .filter(each -> !each.values.isEmpty())
                .mapToInt(each -> each.values.lastKey() + 1)
                .max()
                .orElse(0);
    }

    private void values(TableRegion area, Row of) {
        if (of.number < firstRow || of.number >= endRow) {
            return;
        }
        hiddenRows += of.hidden ? 1 : 0;
        for (int blank = lastRow + 1; blank < of.number && blank - lastRow < HELD_BACK; blank++) {
            builder.beginRow();
            builder.endRow();
        }
        lastRow = of.number;
        builder.beginRow();
        int next = area.left();
        for (var entry : of.values.tailMap(area.left(), true).entrySet()) {
            int column = entry.getKey();
            if (endRow < Integer.MAX_VALUE && column > area.right()) {
                break;
            }
            for (; next < column; next++) {
                builder.empty();
            }
            if (hiddenColumns.contains(column)) {
                hiddenUsed += builder.rows() == 0 ? 1 : 0;
            }
            if (hiddenColumns.contains(column) && choices.hidden()) {
                builder.empty();
            } else {
                value(entry.getValue());
            }
            next++;
        }
        builder.endRow();
    }

    private void value(Object value) {
        switch (value) {
            case Double number -> builder.number(number);
            case DateText.Moment moment -> builder.text(DateText.shown(moment.seconds(), moment.form()));
            case Workbook.Summed(Object result, String function) -> {
                value(result);
                builder.summed(function);
            }
            default -> {
                String text = value.toString();
                numbersAsText += NumberText.number(text, DecimalMark.POINT).isPresent() ? 1 : 0;
                builder.text(text);
            }
        }
    }
}
