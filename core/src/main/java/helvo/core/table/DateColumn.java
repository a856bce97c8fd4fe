package helvo.core.table;

import helvo.core.number.DateText;
import helvo.core.number.DateText.Form;
import helvo.core.number.DateText.Moment;
import helvo.core.number.DateText.Order;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.DoubleFunction;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;

/// Turns columns of text and numbers into columns of dates, and back.
public final class DateColumn {
    private DateColumn() {}

    /// The order of day and month that the column's dates settle; day first where none depends on it.
    ///
    /// @return empty where all could as well be read in the other order, or as many say the one as the other
    public static Optional<Order> order(Cells cells) {
        int dayFirst = 0;
        int monthFirst = 0;
        int either = 0;
        for (int row = 0; row < cells.size(); row++) {
            if (cells.cell(row) instanceof Cell.Text(String text)) {
                Optional<Moment> day = DateText.read(text, Order.DAY_FIRST);
                boolean open = day.isPresent() && day.get().either();
                Optional<Moment> month = day.isPresent() && !open ? day : DateText.read(text, Order.MONTH_FIRST);
                either += open ? 1 : 0;
                dayFirst += day.isPresent()
                                && !open
                                && DateText.read(text, Order.MONTH_FIRST).isEmpty()
                        ? 1
                        : 0;
                monthFirst += day.isEmpty() && month.isPresent() ? 1 : 0;
            }
        }
        return dayFirst == monthFirst
                ? either == 0 && dayFirst == 0 ? Optional.of(Order.DAY_FIRST) : Optional.empty()
                : Optional.of(dayFirst > monthFirst ? Order.DAY_FIRST : Order.MONTH_FIRST);
    }

    /// Whether any date in it would be another, or none, in the other order.
    public static boolean dependsOnOrder(Cells cells) {
        for (int row = 0; row < cells.size(); row++) {
            if (cells.cell(row) instanceof Cell.Text(String text)
                    && !DateText.read(text, Order.DAY_FIRST).equals(DateText.read(text, Order.MONTH_FIRST))) {
                return true;
            }
        }
        return false;
    }

    /// "+01:00" where the first date with an offset from UTC has that.
    public static Optional<String> offset(Cells cells) {
        return base(cells).stream()
                .mapToObj(base -> ZoneOffset.ofTotalSeconds(base).getId().replace("Z", ""))
                .findFirst();
    }

    private static OptionalInt base(Cells cells) {
        for (int row = 0; row < cells.size(); row++) {
            if (cells.cell(row) instanceof Cell.Text(String text)) {
                var read = DateText.read(text, Order.DAY_FIRST).or(() -> DateText.read(text, Order.MONTH_FIRST));
                if (read.isPresent()) {
                    return read.get().offset();
                }
            }
        }
        return OptionalInt.empty();
    }

    /// Numbers such as 20260305 as dates.
    public static Column compact(Column column) {
        return ofNumbers(column, DateText::compact);
    }

    /// Numbers such as 197401 as months.
    public static Column months(Column column) {
        return ofNumbers(column, DateText::yearAndMonth);
    }

    private static Column ofNumbers(Column column, DoubleFunction<Optional<Moment>> read) {
        Form[] form = {null};
        Column dated = each(
                column,
                cell -> cell instanceof Cell.Number(double number)
                        ? read.apply(number)
                                .map(moment -> {
                                    form[0] = moment.form();
                                    return (Cell) new Cell.Number(moment.seconds());
                                })
                                .orElseGet(() -> new Cell.Text(cell.exactText()))
                        : cell);
        return finished(dated, form[0] == null ? Form.DAY : form[0], Order.DAY_FIRST);
    }

    /// Texts that are dates become dates, whole numbers that are years too; what is neither stays as text and needs
    /// a look. A column of dates in the other order has day and month changed over.
    public static Column dated(Column column, Order order) {
        if (column.kind() == Kind.DATE) {
            ColumnFormat.Dates format = (ColumnFormat.Dates) column.format();
            return format.order() == order
                    ? column
                    : each(
                                    column,
                                    cell -> cell instanceof Cell.Number(double seconds)
                                            ? new Cell.Number(DateText.swapped(seconds))
                                            : cell)
                            .withFormat(new ColumnFormat.Dates(format.form(), order, format.per()));
        }
        return dated(column, order, Optional.empty());
    }

    /// Dates with offsets are put on the clock of the first of them, so that a change to summer time leaves no gap.
    /// Times of day that pass midnight go on.
    ///
    /// @param zone of clocks that name no offset
    public static Column dated(Column column, Order order, Optional<ZoneId> zone) {
        OptionalInt base = base(column.cells());
        var clock = new Clock(base, zone);
        Form[] form = {null};
        Column dated = each(column, cell -> {
            Optional<Moment> moment =
                    switch (cell) {
                        case Cell.Text(String text) -> DateText.read(text, order);
                        case Cell.Number(double number) -> DateText.yearFromNumber(number);
                        case Cell.Empty _ -> Optional.empty();
                    };
            if (moment.isEmpty()) {
                return cell instanceof Cell.Empty ? cell : new Cell.Text(cell.exactText());
            }
            form[0] = form[0] == null
                    ? moment.get().form()
                    : form[0].with(moment.get().form());
            return clock.cell(moment.get(), cell);
        });
        return finished(dated, form[0] == null ? Form.DAY : form[0], order);
    }

    /// Days and the times of day beside them as one column.
    public static Column joined(Column days, Column times, Optional<ZoneId> zone) {
        var clock = new Clock(OptionalInt.empty(), zone);
        Form form = ((ColumnFormat.Dates) times.format()).form() == Form.TIME ? Form.MINUTE : Form.SECOND;
        var joined = new Cells.Builder();
        for (int row = 0; row < days.cells().size(); row++) {
            double day = days.cells().number(row);
            double time = times.cells().number(row);
            Cell apart = days.cells().cell(row) instanceof Cell.Number
                    ? times.cells().cell(row)
                    : days.cells().cell(row);
            joined.add(
                    Double.isNaN(day) || Double.isNaN(time)
                            ? apart
                            : clock.cell(new Moment(day + time % Clock.DAY, form, false), Cell.EMPTY));
        }
        return finished(
                days.withCells(joined.build()).withHeading(new Heading(days.name() + " " + times.name(), "")),
                form,
                ((ColumnFormat.Dates) days.format()).order());
    }

    private static Column finished(Column dated, Form form, Order order) {
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        for (int row = 0; row < dated.cells().size(); row++) {
            double seconds = dated.cells().number(row);
            low = seconds < low ? seconds : low;
            high = seconds > high ? seconds : high;
        }
        CalendarUnit fitting = CalendarUnit.fitting(Math.max(0, high - low));
        boolean areDays = form == Form.YEAR || form == Form.MONTH || form == Form.DAY;
        CalendarUnit per = areDays && fitting.compareTo(CalendarUnit.DAY) < 0 ? CalendarUnit.DAY : fitting;
        return dated.withKind(Kind.DATE).withFormat(new ColumnFormat.Dates(form, order, per));
    }

    /// Puts moments on one clock, in their order.
    private static final class Clock {
        private static final double DAY = 86_400;
        private final OptionalInt base;
        private final Optional<ZoneId> zone;
        private Instant before = Instant.MIN;
        private @Nullable ZoneOffset standard;
        private double last = Double.NEGATIVE_INFINITY;
        private double days;

        Clock(OptionalInt base, Optional<ZoneId> zone) {
            this.base = base;
            this.zone = zone;
        }

        Cell cell(Moment moment, Cell written) {
            boolean ofDay = moment.form().compareTo(Form.TIME) >= 0;
            if (ofDay) {
                days += moment.seconds() + DAY / 2 < last ? DAY : 0;
                last = moment.seconds();
                return new Cell.Number(moment.seconds() + days);
            }
            if (base.isPresent()) {
                return moment.offset().isPresent()
                        ? new Cell.Number(moment.at(base.getAsInt()).seconds())
                        : new Cell.Text(written.exactText());
            }
            boolean hasTime = moment.form() == Form.MINUTE || moment.form() == Form.SECOND;
            return new Cell.Number(zone.isPresent() && hasTime ? in(zone.get(), moment.seconds()) : moment.seconds());
        }

        /// On the clock of the zone's standard time; of an hour that comes twice, the later one where time would go
        /// back.
        private double in(ZoneId place, double seconds) {
            var local = DateText.moment(seconds);
            var first = local.atZone(place);
            var read = first.toInstant().isBefore(before) ? first.withLaterOffsetAtOverlap() : first;
            before = read.toInstant();
            standard = standard == null ? place.getRules().getStandardOffset(before) : standard;
            return seconds - read.getOffset().getTotalSeconds() + standard.getTotalSeconds();
        }
    }

    /// Dates as the text that they are shown as; years alone as numbers.
    public static Column undated(Column column, Kind kind) {
        if (!(column.format() instanceof ColumnFormat.Dates(Form form, var _, var _))) {
            return column.withKind(kind);
        }
        boolean years = form == Form.YEAR && kind == Kind.NUMBER;
        return each(
                        column,
                        cell -> cell instanceof Cell.Number(double seconds)
                                ? years
                                        ? new Cell.Number(
                                                DateText.moment(seconds).getYear())
                                        : new Cell.Text(DateText.shown(seconds, form))
                                : cell)
                .withKind(kind)
                .withFormat(new ColumnFormat.AsWritten(0));
    }

    /// Cells typed into the column since, in a fuller form than its own, are still shown in full.
    static Column showing(Column column, String typed) {
        return column.format() instanceof ColumnFormat.Dates(Form form, Order order, CalendarUnit per)
                ? DateText.read(typed, order)
                        .map(moment -> column.withFormat(new ColumnFormat.Dates(form.with(moment.form()), order, per)))
                        .orElse(column)
                : column;
    }

    private static Column each(Column column, UnaryOperator<Cell> change) {
        var cells = new Cells.Builder();
        for (int row = 0; row < column.cells().size(); row++) {
            cells.add(change.apply(column.cells().cell(row)));
        }
        return column.withCells(cells.build());
    }
}
