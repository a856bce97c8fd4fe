package helvo.core.table;

import helvo.core.number.DateText.Form;
import helvo.core.number.DateText.Moment;
import helvo.core.number.DateText.Order;
import helvo.core.number.DateText;
import java.util.Optional;
import java.util.function.UnaryOperator;

/// Turns columns of text and numbers into columns of dates, and back.
public final class DateColumn {
    /// So many texts tell whether a column is one of dates.
    private static final int ENOUGH = 100;

    private DateColumn() {}

    /// Whether most of the column's first texts are dates.
    public static boolean looksLike(Cells cells) {
        int texts = 0;
        int dates = 0;
        for (int row = 0; row < cells.size() && texts < ENOUGH; row++) {
            if (cells.cell(row) instanceof Cell.Text(String text)) {
                texts++;
                dates += DateText.read(text, Order.DAY_FIRST).isPresent() ? 1 : 0;
            }
        }
        return dates > 0 && dates * 5 >= texts * 4;
    }

    /// The order that the column's texts settle: month first where one cannot be read the other way round.
    public static Order order(Cells cells) {
        for (int row = 0; row < cells.size(); row++) {
            if (cells.cell(row) instanceof Cell.Text(String text)
                    && text.matches("(0?[1-9]|1[0-2])[/-](1[3-9]|2\\d|3[01])[/-]\\d{2,4}.*")) {
                return Order.MONTH_FIRST;
            }
        }
        return Order.DAY_FIRST;
    }

    /// Whether every date in it could as well be read with day and month changed over.
    public static boolean isAmbiguous(Cells cells) {
        boolean any = false;
        for (int row = 0; row < cells.size(); row++) {
            if (cells.cell(row) instanceof Cell.Text(String text)) {
                Optional<Moment> moment = DateText.read(text, Order.DAY_FIRST);
                if (moment.isPresent() && !moment.get().either()) {
                    return false;
                }
                any |= moment.isPresent();
            }
        }
        return any;
    }

    /// Texts that are dates become dates, whole numbers that are years too; what is neither stays as text and needs a look.
    /// A column of dates in the other order has day and month changed over.
    public static Column dated(Column column, Order order) {
        if (column.kind() == Kind.DATE) {
            Format.Dates format = (Format.Dates) column.format();
            return format.order() == order ? column : each(column,
                    cell -> cell instanceof Cell.Number(double seconds) ? new Cell.Number(DateText.swapped(seconds)) : cell)
                    .with(new Format.Dates(format.form(), order, format.per()));
        }
        Form[] form = {null};
        double[] span = {Double.POSITIVE_INFINITY, Double.NEGATIVE_INFINITY};
        Column dated = each(column, cell -> {
            Optional<Moment> moment = switch (cell) {
                case Cell.Text(String text) -> DateText.read(text, order);
                case Cell.Number(double number) -> DateText.year(number);
                case Cell.Empty _ -> Optional.empty();
            };
            if (moment.isEmpty()) {
                return cell instanceof Cell.Empty ? cell : new Cell.Text(cell.exactText());
            }
            form[0] = form[0] == null ? moment.get().form() : form[0].with(moment.get().form());
            span[0] = Math.min(span[0], moment.get().seconds());
            span[1] = Math.max(span[1], moment.get().seconds());
            return new Cell.Number(moment.get().seconds());
        });
        double length = Math.max(0, span[1] - span[0]);
        return dated.with(Kind.DATE).with(new Format.Dates(form[0] == null ? Form.DAY : form[0], order, TimeUnit.fitting(length)));
    }

    /// Dates as the text that they are shown as; years alone as numbers.
    public static Column undated(Column column, Kind kind) {
        if (!(column.format() instanceof Format.Dates(Form form, _, _))) {
            return column.with(kind);
        }
        boolean years = form == Form.YEAR && kind == Kind.NUMBER;
        return each(column, cell -> cell instanceof Cell.Number(double seconds)
                ? years ? new Cell.Number(DateText.moment(seconds).getYear()) : new Cell.Text(DateText.shown(seconds, form)) : cell)
                .with(kind).with(new Format.AsWritten(0));
    }

    /// Cells typed into the column since, in a fuller form than its own, are still shown in full.
    static Column showing(Column column, String typed) {
        return column.format() instanceof Format.Dates(Form form, Order order, TimeUnit per)
                ? DateText.read(typed, order).map(moment -> column.with(new Format.Dates(form.with(moment.form()), order, per)))
                .orElse(column)
                : column;
    }

    private static Column each(Column column, UnaryOperator<Cell> change) {
        var cells = new Cells.Builder();
        for (int row = 0; row < column.cells().size(); row++) {
            cells.add(change.apply(column.cells().cell(row)));
        }
        return column.with(cells.build());
    }
}
