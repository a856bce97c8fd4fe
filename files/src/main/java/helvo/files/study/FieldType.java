package helvo.files.study;

import ch.randelshofer.fastdoubleparser.JavaDoubleParser;
import helvo.core.RootLocale;
import helvo.core.number.DateText;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ColumnFormat;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.YearMonth;
import java.time.format.DateTimeFormatter;
import java.util.Locale;

/// The type of a column's fields in CSV, by the Table Schema standard.
enum FieldType {
    NUMBER,
    STRING,
    YEAR,
    YEARMONTH,
    DATE,
    DATETIME,
    TIME;

    private static final DateTimeFormatter MOMENT = DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH:mm:ss", Locale.ROOT);
    private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("HH:mm:ss", Locale.ROOT);
    /// Beyond the year 9999 no date of the standard reaches.
    private static final double MAX_SECONDS = 253402300800.0;
    private static final double MIN_SECONDS = -62135596800.0;

    /// The form that writes all of a column.
    static FieldType of(Column column) {
        return switch (column.kind()) {
            case NUMBER -> NUMBER;
            case TEXT -> STRING;
            case DATE ->
                ofDates(
                        column.cells(),
                        column.format() instanceof ColumnFormat.Dates(var shown, var _, var _)
                                ? shown
                                : DateText.Form.SECOND);
        };
    }

    private static FieldType ofDates(Cells cells, DateText.Form shown) {
        FieldType coarsest =
                switch (shown) {
                    case YEAR -> YEAR;
                    case MONTH -> YEARMONTH;
                    case DAY -> DATE;
                    case MINUTE, SECOND -> DATETIME;
                    case TIME, TIME_WITH_SECONDS -> TIME;
                };
        for (int row = 0; row < cells.size(); row++) {
            while (cells.cell(row) instanceof Cell.Number number && coarsest != DATETIME && !coarsest.writes(number)) {
                coarsest = coarsest == TIME ? DATETIME : values()[coarsest.ordinal() + 1];
            }
        }
        return coarsest;
    }

    /// Whether the cell is read back as it is.
    boolean writes(Cell cell) {
        return switch (cell) {
            case Cell.Empty _ -> true;
            case Cell.Number _ when this == NUMBER -> true;
            case Cell.Number _ when this == STRING -> false;
            case Cell.Number(double seconds) when seconds < MIN_SECONDS || seconds >= MAX_SECONDS -> false;
            default -> cell(field(cell)).equals(cell);
        };
    }

    /// The text of a cell in this form.
    String field(Cell cell) {
        return cell instanceof Cell.Number(double number) && this != NUMBER && this != STRING
                ? dateText(number)
                : cell.exactText();
    }

    private String dateText(double seconds) {
        LocalDateTime moment = DateText.moment(seconds);
        return switch (this) {
            case YEAR -> RootLocale.format("%04d", moment.getYear());
            case YEARMONTH -> RootLocale.format("%04d-%02d", moment.getYear(), moment.getMonthValue());
            case DATE -> moment.toLocalDate().toString();
            case TIME -> CLOCK.format(moment) + fraction(moment);
            default -> MOMENT.format(moment) + fraction(moment);
        };
    }

    private static String fraction(LocalDateTime moment) {
        return moment.getNano() == 0
                ? ""
                : RootLocale.format(".%09d", moment.getNano()).replaceAll("0+$", "");
    }

    /// The cell that a field of this form means; what is not of the form is text.
    Cell cell(String field) {
        return field.isEmpty()
                ? Cell.EMPTY
                : switch (this) {
                    case NUMBER -> number(field);
                    case STRING -> new Cell.Text(field);
                    case YEAR, YEARMONTH, DATE, DATETIME, TIME -> dateCell(field);
                };
    }

    /// A number in the one way that they are written here, else a text.
    static Cell number(String field) {
        double value = isPlain(field) ? JavaDoubleParser.parseDouble(field) : Double.NaN;
        return Double.isFinite(value) ? new Cell.Number(value) : new Cell.Text(field);
    }

    /// Whether it is written as numbers are here: `-?digits(.digits)?(E-?digits)?`.
    private static boolean isPlain(String field) {
        int whole = field.startsWith("-") ? 1 : 0;
        int end = digits(field, whole);
        boolean plain = end > whole;
        if (plain && end < field.length() && field.charAt(end) == '.') {
            int behind = digits(field, end + 1);
            plain = behind > end + 1;
            end = behind;
        }
        if (plain && end < field.length() && field.charAt(end) == 'E') {
            int power = field.startsWith("-", end + 1) ? end + 2 : end + 1;
            end = digits(field, power);
            plain = end > power;
        }
        return plain && end == field.length();
    }

    private static int digits(String field, int from) {
        int end = from;
        while (end < field.length() && field.charAt(end) >= '0' && field.charAt(end) <= '9') {
            end++;
        }
        return end;
    }

    private Cell dateCell(String field) {
        try {
            return new Cell.Number(DateText.seconds(
                    switch (this) {
                        case YEAR -> LocalDate.of(Integer.parseInt(field), 1, 1).atStartOfDay();
                        case YEARMONTH -> YearMonth.parse(field).atDay(1).atStartOfDay();
                        case DATE -> LocalDate.parse(field).atStartOfDay();
                        case TIME -> LocalTime.parse(field).atDate(LocalDate.EPOCH);
                        default -> LocalDateTime.parse(field);
                    }));
        } catch (DateTimeException | NumberFormatException notOne) {
            return new Cell.Text(field);
        }
    }

    /// The type's name in the standard.
    String type() {
        return name().toLowerCase(Locale.ROOT);
    }
}
