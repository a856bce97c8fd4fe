package helvo.core.number;

import java.util.OptionalDouble;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/// Angles in degrees, minutes and seconds of arc: "12°34'56.7\"", "48° 8.25' N".
public final class AngleText {
    private static final Pattern PARTS = Pattern.compile("([+\u2212-]?)(\\d{1,3}(?:[.,]\\d{1,9})?) ?° ?"
            + "(?:(\\d{1,2}(?:[.,]\\d{1,9})?) ?['′’] ?)?(?:(\\d{1,2}(?:[.,]\\d{1,9})?) ?(?:\"|″|”|'') ?)?([NSEW]?)");
    private static final int MAX_CHARS = 40;

    private AngleText() {}

    /// In degrees; south and west are negative.
    public static OptionalDouble read(String text) {
        String line = text.strip();
        Matcher match = line.length() > MAX_CHARS ? null : PARTS.matcher(line);
        if (match == null || !match.matches()) {
            return OptionalDouble.empty();
        }
        double minutes = part(match.group(3));
        double seconds = part(match.group(4));
        if (minutes >= 60 || seconds >= 60) {
            return OptionalDouble.empty();
        }
        double size = part(match.group(2)) + minutes / 60 + seconds / 3600;
        boolean negative = match.group(1).equals("-") || match.group(1).equals("−");
        boolean south = match.group(5).equals("S") || match.group(5).equals("W");
        return negative && south ? OptionalDouble.empty() : OptionalDouble.of(negative || south ? -size : size);
    }

    private static double part(String text) {
        return text == null ? 0 : Double.parseDouble(text.replace(',', '.'));
    }
}
