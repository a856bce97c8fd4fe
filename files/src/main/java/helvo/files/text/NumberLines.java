package helvo.files.text;

import helvo.files.Limits;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.SequenceInputStream;

/// Reads lines that hold nothing but numbers, without the decoder and the reader of CSV, which would take most of the time that a long
/// table needs. The first line with anything else, and all behind it, is left to those.
final class NumberLines {
    private static final int BUFFER = 1 << 16;
    /// So many digits make a whole number that a double holds.
    private static final int EXACT_DIGITS = 15;
    private static final double[] TENS = {1, 1e1, 1e2, 1e3, 1e4, 1e5, 1e6, 1e7, 1e8, 1e9, 1e10, 1e11, 1e12, 1e13, 1e14, 1e15};

    private final TextRows rows;
    private final char delimiter;
    private final char mark;
    private final boolean[] isKnown = new boolean[256];
    private final byte[] bytes = new byte[BUFFER];
    private final char[] chars = new char[BUFFER];
    private int filled;
    private final Fields fields = new Fields();

    /// The fields of one line.
    static final class Fields {
        final double[] numbers = new double[Limits.COLUMNS];
        /// Digits behind the mark; −1 for an empty field.
        final int[] decimals = new int[Limits.COLUMNS];
        final int[] lengths = new int[Limits.COLUMNS];
        int count;
        boolean haveDecimals;
    }

    private NumberLines(TextRows rows, TextLayout layout) {
        this.rows = rows;
        delimiter = layout.delimiter().sign();
        mark = layout.mark().sign();
        for (char each : ("0123456789+-.,eE " + delimiter).toCharArray()) {
            isKnown[each] = true;
        }
    }

    /// Gives the lines of numbers with which a text goes on to what makes rows of them, while there is room for more.
    ///
    /// @param text from where a line begins
    /// @return what is left of it, from where a line begins
    static InputStream read(TextRows rows, InputStream text, TextLayout layout) throws IOException {
        return new NumberLines(rows, layout).read(text);
    }

    private InputStream read(InputStream text) throws IOException {
        while (!rows.full()) {
            filled += text.readNBytes(bytes, filled, BUFFER - filled);
            boolean isLast = filled < BUFFER;
            int done = lines(isLast);
            System.arraycopy(bytes, done, bytes, 0, filled - done);
            filled -= done;
            if (done == 0 || isLast) {
                break;
            }
        }
        return new SequenceInputStream(new ByteArrayInputStream(bytes, 0, filled), text);
    }

    /// @return where the first line begins that is not given on: no numbers alone, or not all of it is there
    private int lines(boolean isLast) {
        int from = 0;
        while (from < filled) {
            int next = behindEnd(shortNumbers(from));
            if (next > 0 && (rows.isMarkSettled() || !fields.haveDecimals)) {
                rows.line(fields);
            } else {
                int to = known(from);
                next = to == filled && isLast ? filled : behindEnd(to);
                if (next < 0) {
                    break;
                }
                rows.line(chars, from, to, delimiter);
            }
            from = next;
        }
        return from;
    }

    /// Reads the fields of a line of short numbers: the digits over a power of ten, both exact, so that one division rounds rightly
    /// (Clinger 1990, PLDI '90:92).
    ///
    /// @return where what parts no fields stands behind them; as far as the buffer goes for a line with another field
    private int shortNumbers(int from) {
        fields.count = 0;
        fields.haveDecimals = false;
        // Kept at hand: the loop looks at every byte of the text.
        byte[] text = bytes;
        int end = filled;
        int point = mark == delimiter ? -1 : mark;
        for (int at = from; at < end && fields.count < Limits.COLUMNS; at++) {
            int start = at;
            if (text[at] == '-') {
                at++;
            }
            int first = at;
            long value = 0;
            int markAt = -1;
            for (; at < end; at++) {
                int digit = text[at] - '0';
                if (digit >= 0 && digit <= 9) {
                    value = 10 * value + digit;
                } else if (text[at] == point && markAt < 0) {
                    markAt = at;
                } else {
                    break;
                }
            }
            int digits = at - first - (markAt < 0 ? 0 : 1);
            if (at == end || digits > EXACT_DIGITS || digits == 0 && at > start) {
                return end;
            }
            add(first > start ? -(double) value : value, at == start ? -1 : markAt < 0 ? 0 : at - markAt - 1, at - start);
            if (text[at] != delimiter) {
                return at;
            }
        }
        return end;
    }

    private void add(double whole, int decimals, int length) {
        int at = fields.count++;
        fields.numbers[at] = decimals > 0 ? whole / TENS[decimals] : whole;
        fields.decimals[at] = decimals;
        fields.lengths[at] = length;
        fields.haveDecimals |= decimals > 0;
    }

    /// Copies a line as far as it could be one of numbers.
    private int known(int from) {
        int to = from;
        while (to < filled && isKnown[bytes[to] & 0xff]) {
            chars[to] = (char) bytes[to];
            to++;
        }
        return to;
    }

    /// @return −1 where no line ends here
    private int behindEnd(int at) {
        int feed = at < filled && bytes[at] == '\r' ? at + 1 : at;
        return feed < filled && bytes[feed] == '\n' ? feed + 1 : -1;
    }
}
