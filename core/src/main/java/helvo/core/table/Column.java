package helvo.core.table;

import helvo.core.Require;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberText;

/// One column of a table.
///
/// @param id       stays the same while the column is renamed or moved
/// @param decimals digits behind the decimal mark in which its numbers were written; they are shown so
public record Column(int id, Heading heading, Kind kind, Role role, int decimals, Cells cells) {
    public Column {
        Require.require(decimals >= 0, "decimals=%s must be >= 0", decimals);
    }

    public String name() {
        return heading.name();
    }

    public String unit() {
        return heading.unit();
    }

    public Column with(Role newRole) {
        return new Column(id, heading, kind, newRole, decimals, cells);
    }

    public Column with(Heading newHeading) {
        return new Column(id, newHeading, kind, role, decimals, cells);
    }

    public Column with(Cells newCells) {
        return new Column(id, heading, kind, role, decimals, newCells);
    }

    public Column withDecimals(int newDecimals) {
        return new Column(id, heading, kind, role, newDecimals, cells);
    }

    /// As the table shows the cell: numbers with the column's decimals and the table's decimal mark.
    public String shown(int row, DecimalMark mark) {
        double number = cells.number(row);
        return Double.isNaN(number) ? cells.cell(row).exactText() : NumberText.withDecimals(number, decimals).replace('.', mark.sign());
    }
}
