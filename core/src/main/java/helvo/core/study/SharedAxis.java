package helvo.core.study;

import helvo.core.table.Column;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.core.unit.Conversion;
import java.util.List;

/// Two y columns of one quantity in different units, which stand on two axes until one of them is converted.
///
/// @param first  y column
/// @param column that can be converted into its unit
public record SharedAxis(Column first, Column column) {
    /// Those that a table has.
    public static List<SharedAxis> offered(Study study, Table table) {
        List<Column> ys = table.all(Role.Y);
        return ys.stream()
                .skip(1)
                .filter(each -> ColumnConversion.planned(
                                        study,
                                        table.id(),
                                        each.id(),
                                        ys.getFirst().unit())
                                instanceof ColumnConversion.Planned.Possible(Conversion conversion, var _)
                        && !conversion.isIdentity())
                .map(each -> new SharedAxis(ys.getFirst(), each))
                .toList();
    }

    /// "Convert Width into mm"
    public String label() {
        return "Convert " + column.name() + " into " + first.unit();
    }

    public Edit edit(Table table) {
        return new StudyEdit.Convert(table.id(), column.id(), first.unit());
    }
}
