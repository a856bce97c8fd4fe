package helvo.core.study;

import helvo.core.number.NumberText;
import helvo.core.table.Cell;
import helvo.core.table.Column;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import java.util.List;
import java.util.stream.Collectors;

/// Changes of one table.
public sealed interface TableEdit extends Edit {
    /// The table's id.
    int table();

    Table change(Table before);

    String sentence(Table before);

    @Override
    default Study apply(Study study) {
        return study.withTable(table(), this::change);
    }

    @Override
    default String sentence(Study before) {
        return sentence(before.table(table()));
    }

    /// Types a text into a cell.
    ///
    /// @param row   0 is the first
    /// @param typed as the person typed it; blank empties the cell
    record SetCell(int table, int column, int row, String typed) implements TableEdit {
        @Override
        public Table change(Table before) {
            Cell cell = Cell.of(typed, before.mark());
            int decimals = cell instanceof Cell.Number ? NumberText.decimals(typed.strip(), before.mark()) : 0;
            return before.withColumn(column, old -> {
                Column changed = old.with(old.cells().with(row, cell));
                return old.cells().size() == 0 ? changed.withDecimals(decimals) : changed;
            });
        }

        @Override
        public String sentence(Table before) {
            Column old = before.column(column);
            String place = "Row " + (row + 1) + ", " + old.name() + ": ";
            String shown = old.shown(row, before.mark());
            String was = shown.isEmpty() ? "an empty cell" : "“" + shown + "”";
            return place + (typed.isBlank() ? "empty" : "“" + typed.strip() + "”") + " instead of " + was;
        }
    }

    /// Gives a column a role. Where only one column can have it, the one that had it gives it up; x and y change places.
    record SetRole(int table, int column, Role role) implements TableEdit {
        @Override
        public Table change(Table before) {
            Role was = before.column(column).role();
            boolean changePlaces = role == Role.X && was == Role.Y || role == Role.Y && was == Role.X && before.all(Role.Y).size() == 1;
            Role left = changePlaces ? was : Role.NONE;
            return before.with(before.columns().stream().map(each -> {
                if (each.id() == column) {
                    return needsNumbers() ? new Column(each.id(), each.heading(), Kind.NUMBER, role, each.decimals(), each.cells()) : each.with(role);
                }
                boolean givesUp = each.role() == role && (single() || role == Role.Y && changePlaces);
                return givesUp ? each.with(left) : each;
            }).toList());
        }

        private boolean needsNumbers() {
            return role != Role.BY && role != Role.NONE;
        }

        private boolean single() {
            return role == Role.X || role == Role.X_BAR || role == Role.BY;
        }

        @Override
        public String sentence(Table before) {
            String name = before.column(column).name();
            return role == Role.NONE ? "Take the role from " + name : "Use " + name + " as " + role.tag();
        }
    }

    record SetHeading(int table, int column, Heading heading) implements TableEdit {
        @Override
        public Table change(Table before) {
            return before.withColumn(column, old -> old.with(heading));
        }

        @Override
        public String sentence(Table before) {
            return "Call the column " + before.column(column).heading().text() + " “" + heading.text() + "”";
        }
    }

    /// @param rows 0 is the first
    record SetRowsAside(int table, List<Integer> rows, String reason) implements TableEdit {
        public SetRowsAside {
            rows = List.copyOf(rows);
        }

        @Override
        public Table change(Table before) {
            return before.with(before.setAside().with(rows, reason));
        }

        @Override
        public String sentence(Table before) {
            return "Set aside " + named(rows) + (reason.isBlank() ? "" : ": " + reason);
        }
    }

    record BringRowsBack(int table, List<Integer> rows) implements TableEdit {
        public BringRowsBack {
            rows = List.copyOf(rows);
        }

        @Override
        public Table change(Table before) {
            return before.with(before.setAside().without(rows));
        }

        @Override
        public String sentence(Table before) {
            return "Bring back " + named(rows);
        }
    }

    private static String named(List<Integer> rows) {
        String numbers = rows.stream().limit(8).map(row -> Integer.toString(row + 1)).collect(Collectors.joining(", "));
        return (rows.size() == 1 ? "row " : "rows ") + numbers + (rows.size() > 8 ? " and " + (rows.size() - 8) + " more" : "");
    }
}
