package helvo.core.study;

import helvo.core.table.BarUnits;
import helvo.core.table.Column;
import helvo.core.table.Heading;
import helvo.core.table.Role;
import helvo.core.table.Table;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/// Bars whose unit is of another quantity than what they are the bars of: they are not used until a person says what
/// they are.
///
/// @param of  the column of x or y
/// @param bar the column of lengths
public record BarsOfOtherUnit(Column of, Column bar) {
    private static final String PERCENT = "%";

    /// What a person may say of them.
    public record Answer(String label, Edit edit) {}

    /// All in a table.
    public static List<BarsOfOtherUnit> in(Table table) {
        return table.columns().stream()
                .filter(of -> of.role() == Role.X || of.role() == Role.Y)
                .flatMap(of -> Stream.concat(table.barOf(of).stream(), table.downOf(of).stream())
                        .filter(bar -> BarUnits.areOther(of, bar))
                        .map(bar -> new BarsOfOtherUnit(of, bar)))
                .toList();
    }

    /// "“u(t)” is in s, and “Position”, whose bars it holds, in mm: it is not used."
    public String sentence() {
        return "“" + bar.name() + "” is in " + bar.unit() + ", and “" + of.name() + "”, whose bars it holds, in "
                + of.unit() + ": it is not used.";
    }

    public List<Answer> answers(Table table) {
        var answers = new ArrayList<Answer>();
        var noRole = new ColumnEdit.SetRole(table.id(), bar.id(), Role.NONE);
        if (bar.unit().equals(PERCENT)) {
            int fresh = table.nextColumnId();
            answers.add(new Answer(
                    "Percent of each value",
                    new StudyEdit.Compound(
                            "Use “" + bar.name() + "” as bars in percent of “" + of.name() + "”",
                            List.of(
                                    noRole,
                                    new ColumnEdit.Derive(
                                            table.id(),
                                            new Heading("± " + of.name(), of.unit()),
                                            "|{" + of.id() + "}| · {" + bar.id() + "} / 100",
                                            bar.role(),
                                            false),
                                    new ColumnEdit.SetBarMeaning(table.id(), fresh, bar.barMeaning())))));
        }
        answers.add(new Answer(
                "Lengths in " + of.unit(),
                new ColumnEdit.SetHeading(table.id(), bar.id(), new Heading(bar.name(), of.unit()))));
        answers.add(new Answer("No bars", noRole));
        return answers;
    }
}
