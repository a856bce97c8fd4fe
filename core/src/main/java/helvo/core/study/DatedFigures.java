package helvo.core.study;

import helvo.core.table.CalendarUnit;
import helvo.core.table.Column;
import helvo.core.table.ColumnFormat;
import helvo.core.table.DateOrigin;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.core.unit.Conversion;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;

/// Figures along dates, which are counted from the first of them. Where that is another one, or they are counted in
/// another unit, what was chosen along their axis stays at its moments.
final class DatedFigures {
    private DatedFigures() {}

    /// @param before the table as it was; it is in the study as it is now
    static Study following(Study study, Table before) {
        Table after = study.table(before.id());
        Study changed = study;
        for (Role role : List.of(Role.X, Role.Y)) {
            List<Column> then = before.all(role);
            List<Column> now = after.all(role);
            if (then.stream().noneMatch(each -> per(each).isPresent()) || then.equals(now)) {
                continue;
            }
            OptionalDouble from = DateOrigin.of(then);
            OptionalDouble into = DateOrigin.of(now);
            for (Column column : from.isPresent() && into.isPresent() ? then : List.<Column>of()) {
                Optional<Conversion> moved = now.stream()
                        .filter(each -> each.id() == column.id())
                        .findFirst()
                        .flatMap(DatedFigures::per)
                        .flatMap(unit ->
                                per(column).map(was -> conversion(was, from.getAsDouble() - into.getAsDouble(), unit)));
                if (moved.isPresent() && !moved.get().isIdentity()) {
                    var conversion = new FigureConversion(column, moved.get(), title -> title);
                    for (Figure figure : study.figures()) {
                        changed = figure.table() == before.id()
                                ? changed.withFigure(figure.id(), old -> conversion.converted(old, before, after))
                                : changed;
                    }
                }
            }
        }
        return changed;
    }

    private static Optional<CalendarUnit> per(Column column) {
        return column.kind() == Kind.DATE && column.format() instanceof ColumnFormat.Dates(var _, var _, var per)
                ? Optional.of(per)
                : Optional.empty();
    }

    /// @param later by how many seconds the old origin is later than the new one
    private static Conversion conversion(CalendarUnit was, double later, CalendarUnit unit) {
        var second = BigDecimal.valueOf(unit.seconds());
        return new Conversion(
                BigDecimal.valueOf(was.seconds()).divide(second, MathContext.DECIMAL128),
                BigDecimal.valueOf(later).divide(second, MathContext.DECIMAL128));
    }
}
