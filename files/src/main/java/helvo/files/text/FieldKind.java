package helvo.files.text;

import helvo.core.number.AngleText;
import helvo.core.number.DateText;
import helvo.core.number.DecimalMark;
import helvo.core.number.DurationText;
import helvo.core.number.MissingText;
import helvo.core.number.ParsedNumber;
import java.util.Optional;

/// What a field of a text table looks like by itself.
enum FieldKind {
    BLANK,
    /// A sign for no value, or a limit of detection.
    MISSING,
    /// A number with nothing beside it but perhaps a grouping or a ±.
    NUMBER,
    /// A number with a unit or a currency.
    QUANTITY,
    DATE,
    /// A time of day, a duration or an angle.
    MEASURED,
    WORD;

    static FieldKind of(String text) {
        if (text.isBlank()) {
            return BLANK;
        }
        if (isPlainNumber(text)) {
            return NUMBER;
        }
        Optional<ParsedNumber> number =
                ParsedNumber.read(text, DecimalMark.POINT).or(() -> ParsedNumber.read(text, DecimalMark.COMMA));
        if (number.isPresent()) {
            return number.get().unit().isEmpty() ? NUMBER : QUANTITY;
        }
        if (DateText.isDate(text)) {
            return DateText.isClock(text) ? MEASURED : DATE;
        }
        if (DurationText.read(text, DurationText.TwoParts.HOURS_MINUTES).isPresent()
                || AngleText.read(text).isPresent()) {
            return MEASURED;
        }
        return MissingText.is(text) || MissingText.isLimit(text) ? MISSING : WORD;
    }

    /// Whether it can stand in a column that is not text.
    boolean isValue() {
        return this == NUMBER || this == QUANTITY || this == DATE || this == MEASURED;
    }

    /// Digits with at most one mark and a sign before them, as nearly all are.
    private static boolean isPlainNumber(String text) {
        int digits = 0;
        int marks = 0;
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c >= '0' && c <= '9') {
                digits++;
            } else if (c == '.' || c == ',') {
                marks++;
            } else if (c != '-' || i > 0) {
                return false;
            }
        }
        return digits > 0 && marks < 2 && text.charAt(text.length() - 1) >= '0';
    }
}
