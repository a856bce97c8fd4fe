package helvo.desktop.figure;

import helvo.core.number.DateText;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Edit;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.table.Column;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/// Chosen rows as a group beside all others: a new column says which row is in which, and splits the series.
final class PointsGroup {
    private static final String OTHERS = "others";

    private PointsGroup() {}

    /// @param rows rising
    static Edit of(Table table, int[] rows, String name) {
        int column = table.nextColumnId();
        int place = table.columns().size();
        List<List<String>> names = IntStream.range(0, table.rows())
                .mapToObj(row -> List.of(Arrays.binarySearch(rows, row) >= 0 ? name : OTHERS))
                .toList();
        var edits = new ArrayList<Edit>();
        edits.add(new ColumnEdit.AddColumn(table.id()));
        edits.add(new ColumnEdit.SetHeading(table.id(), column, new Heading("Group", "")));
        edits.add(new ColumnEdit.SetKind(table.id(), column, Kind.TEXT, DateText.Order.DAY_FIRST));
        edits.add(new TableEdit.SetBlock(table.id(), 0, place, names));
        table.columns().stream()
                .filter(each -> each.role() == Role.BY)
                .map(Column::id)
                .forEach(by -> edits.add(new ColumnEdit.SetRole(table.id(), by, Role.NONE)));
        edits.add(new ColumnEdit.SetRole(table.id(), column, Role.BY));
        return new StudyEdit.Compound("Make a group “" + name + "” of " + rows.length + " rows", edits);
    }
}
