package helvo.core.study;

import helvo.core.RootLocale;
import helvo.core.importing.LimitColumns;
import helvo.core.table.BarMeaning;
import helvo.core.table.Heading;
import helvo.core.table.Role;
import helvo.core.table.Table;
import java.util.List;

/// Makes the lower and the upper limit of a column its error bars: two columns of how far they lie from it.
public final class LimitBars {
    private LimitBars() {}

    /// @param meaning of the limits
    public static Edit of(Table table, LimitColumns limits, BarMeaning meaning) {
        int of = limits.of().id();
        int above = table.nextColumnId() + 1;
        return new StudyEdit.Compound(
                RootLocale.format(
                        "Use “%s” and “%s” as error bars of “%s”",
                        limits.lower().name(),
                        limits.upper().name(),
                        limits.of().name()),
                List.of(
                        bar(table, limits, "Below ", of, limits.lower().id(), Role.Y_DOWN),
                        bar(table, limits, "Above ", limits.upper().id(), of, Role.Y_BAR),
                        new ColumnEdit.SetBarMeaning(table.id(), above, meaning)));
    }

    private static ColumnEdit.Derive bar(
            Table table, LimitColumns limits, String side, int from, int minus, Role role) {
        return new ColumnEdit.Derive(
                table.id(),
                new Heading(side + limits.of().name(), limits.of().unit()),
                "{" + from + "} - {" + minus + "}",
                role,
                false);
    }
}
