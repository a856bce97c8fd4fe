package helvo.files.text;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.SequenceInputStream;

/// Reads lines of plain ASCII fields straight from the bytes. The first line with anything else, and all behind
/// it, is left to those.
final class AsciiLineReader {
    private static final int BUFFER = 1 << 16;
    /// So many signs make a number that could be a group of digits.
    private static final int HUNDREDS = 3;

    private final TextRows rows;
    private final char delimiter;
    private final char mark;
    private final int left;
    /// Behind those that are filled there is one that is no digit.
    private final byte[] bytes = new byte[BUFFER + 1];
    private final char[] chars = new char[BUFFER];
    private int filled;
    private Numbers numbers = new Numbers(0);

    /// Lines with a number in each field or none, column by column.
    static final class Numbers {
        private static final int MOST_LINES = 1 << 11;
        /// NaN for an empty field.
        final double[][] columns;
        /// The most digits behind the mark in each column.
        final int[] decimals;
        /// Whether three digits make one of them.
        boolean haveHundreds;
        /// Whether a field is empty.
        boolean haveGaps;
        int lines;
        /// Digits behind the mark in the line that is being read.
        private final int[] written;

        Numbers(int fields) {
            // The buffer has no more.
            columns = new double[fields][Math.min(MOST_LINES, BUFFER / Math.max(1, fields))];
            decimals = new int[fields];
            written = new int[fields];
        }

        private boolean hasDecimals() {
            for (int each : written) {
                if (each > 0) {
                    return true;
                }
            }
            return false;
        }

        private void end() {
            for (int i = 0; i < written.length; i++) {
                if (written[i] > decimals[i]) {
                    decimals[i] = written[i];
                }
            }
            lines++;
        }

        private boolean isFull() {
            return lines == columns[0].length;
        }

        private void clear() {
            lines = 0;
            haveGaps = false;
        }
    }

    private AsciiLineReader(TextRows rows, TextLayout layout) {
        this.rows = rows;
        delimiter = layout.delimiter().sign();
        mark = layout.mark().sign();
        left = layout.area().left();
    }

    /// Gives the plain lines with which a text goes on to what makes rows of them, while there is room for
    /// more.
    ///
    /// @param text from where a line begins
    /// @return what is left of it, from where a line begins
    static InputStream read(TextRows rows, InputStream text, TextLayout layout) throws IOException {
        return new AsciiLineReader(rows, layout).read(text);
    }

    private InputStream read(InputStream text) throws IOException {
        while (!rows.full()) {
            filled += text.readNBytes(bytes, filled, BUFFER - filled);
            bytes[filled] = 0;
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

    /// @return where the first line begins that is not given on: no plain one, or not all of it is there
    private int lines(boolean isLast) {
        int from = 0;
        while (from < filled) {
            int next = behindEnd(shortNumbers(from));
            if (next > 0 && (rows.isMarkSettled() || !numbers.hasDecimals())) {
                numbers.end();
                if (numbers.isFull()) {
                    giveNumbers();
                }
            } else {
                giveNumbers();
                int to = plain(from);
                next = to == filled && isLast ? filled : behindEnd(to);
                if (next < 0) {
                    break;
                }
                rows.line(chars, from, to, delimiter);
                if (numbers.columns.length != rows.width()) {
                    numbers = new Numbers(rows.width());
                }
            }
            from = next;
        }
        giveNumbers();
        return from;
    }

    private void giveNumbers() {
        if (numbers.lines > 0) {
            rows.lines(numbers);
            numbers.clear();
        }
    }

    /// Reads the fields of a line of short numbers.
    ///
    /// @return where the line ends; as far as the buffer goes for one without numbers, with another field, or
    ///     with fewer or more fields
    private int shortNumbers(int from) {
        // Kept at hand: the loops look at every byte of the text.
        byte[] text = bytes;
        double[][] columns = numbers.columns;
        int line = numbers.lines;
        int point = mark == delimiter ? Integer.MAX_VALUE : mark;
        boolean hasNumber = false;
        int at = from;
        for (int field = 0; field < columns.length; field++, at++) {
            int start = at;
            if (text[at] == '-') {
                at++;
            }
            int first = at;
            long value = 0;
            for (; isDigit(text[at]); at++) {
                value = 10 * value + (text[at] - '0');
            }
            int whole = at - first;
            int behindMark = 0;
            if (text[at] == point) {
                at++;
                int behind = at;
                for (; isDigit(text[at]); at++) {
                    value = 10 * value + (text[at] - '0');
                }
                behindMark = at - behind;
            }
            int digits = whole + behindMark;
            boolean isGap = at == start;
            if (at >= filled || digits > ShortNumber.DIGITS || digits == 0 && !isGap || !isGap && field < left) {
                return filled;
            }
            hasNumber |= !isGap;
            columns[field][line] = isGap ? Double.NaN : ShortNumber.of(value, first > start, behindMark);
            numbers.written[field] = behindMark;
            numbers.haveGaps |= isGap;
            numbers.haveHundreds |= behindMark == 0 && at - start == HUNDREDS;
            if (text[at] != delimiter) {
                return hasNumber && field == columns.length - 1 ? at : filled;
            }
        }
        return filled;
    }

    private static boolean isDigit(byte each) {
        // One comparison: as a sign, what lies below is far above.
        return (char) (each - '0') <= 9;
    }

    /// Copies a line as far as it is a plain one.
    private int plain(int from) {
        int to = from;
        while (to < filled && isPlain(bytes[to])) {
            chars[to] = (char) bytes[to];
            to++;
        }
        return to;
    }

    private static boolean isPlain(byte each) {
        return each >= ' ' && each != '"' || each == '\t';
    }

    /// @return −1 where no line ends here
    private int behindEnd(int at) {
        int feed = at < filled && bytes[at] == '\r' ? at + 1 : at;
        return feed < filled && bytes[feed] == '\n' ? feed + 1 : -1;
    }
}
