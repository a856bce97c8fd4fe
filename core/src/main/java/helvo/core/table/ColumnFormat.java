package helvo.core.table;

import static helvo.core.Require.require;

import helvo.core.number.DateText;
import helvo.core.number.DecimalMark;
import helvo.core.number.DurationText;
import helvo.core.number.NumberNotation;
import helvo.core.number.NumberText;
import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;

/// The format that a column's numbers are shown in. What is kept, copied and computed with is always the full
/// number.
public sealed interface ColumnFormat {
    int MAX_DECIMALS = 15;
    /// Of the smallest double, 2⁻¹⁰⁷⁴.
    int MOST_WRITTEN = 1074;

    String shown(double number, DecimalMark mark);

    /// As they were written: padded to this many decimals, and not rounded but for what is plainly the rounding of
    /// doubles.
    record AsWritten(int decimals) implements ColumnFormat {
        public AsWritten {
            require(decimals >= 0, "decimals=%s must be >= 0", decimals);
            // No double has more.
            decimals = Math.min(decimals, MOST_WRITTEN);
        }

        @Override
        public String shown(double number, DecimalMark mark) {
            String written = NumberText.withDecimals(NumberText.withoutRounding(number), decimals);
            return written.indexOf('E') < 0
                    ? written.replace('.', mark.sign())
                    : NumberNotation.of(mark).text(new BigDecimal(written).stripTrailingZeros());
        }
    }

    /// Rounded to this many decimals.
    record Rounded(int decimals) implements ColumnFormat {
        public Rounded {
            require(decimals >= 0 && decimals <= MAX_DECIMALS, "decimals=%s must be 0 to %s", decimals, MAX_DECIMALS);
        }

        @Override
        public String shown(double number, DecimalMark mark) {
            return new BigDecimal(number)
                    .setScale(decimals, RoundingMode.HALF_EVEN)
                    .toPlainString()
                    .replace('.', mark.sign());
        }
    }

    /// Rounded to this many significant digits, with a power of ten where that is shorter. Zeros at the end that
    /// rounding gave are kept: they say how exact the number is.
    record Significant(int digits) implements ColumnFormat {
        public Significant {
            require(digits >= 1 && digits <= MAX_DECIMALS, "digits=%s must be 1 to %s", digits, MAX_DECIMALS);
        }

        @Override
        public String shown(double number, DecimalMark mark) {
            BigDecimal rounded = new BigDecimal(number).round(new MathContext(digits, RoundingMode.HALF_EVEN));
            BigDecimal written = rounded.compareTo(new BigDecimal(Double.toString(number))) == 0
                    ? rounded.stripTrailingZeros()
                    : rounded;
            return NumberNotation.of(mark).text(written);
        }
    }

    /// Dates, and the time that a slope over them is counted by.
    record Dates(DateText.Form form, DateText.Order order, CalendarUnit per) implements ColumnFormat {
        @Override
        public String shown(double number, DecimalMark mark) {
            return DateText.shown(number, form);
        }
    }

    /// Durations, as hours, minutes and seconds; the column's numbers count them in a unit.
    record Durations(CalendarUnit per) implements ColumnFormat {
        @Override
        public String shown(double number, DecimalMark mark) {
            return DurationText.shown(Math.rint(number * per.seconds() * 1e6) / 1e6)
                    .replace('.', mark.sign());
        }
    }
}
