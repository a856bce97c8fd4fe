package helvo.core.table;

import java.util.regex.Matcher;
import java.util.regex.Pattern;

/// A column's name and unit. The unit may be empty.
public record Heading(String name, String unit) {
    private static final Pattern BRACKETED =
            Pattern.compile("(.*\\S)\\s*(?:\\(([^()]*(?:\\([^()]*\\)[^()]*){0,8})\\)|\\[([^\\[\\]]*)\\])\\s*");
    private static final Pattern DIVIDED = Pattern.compile("(.*\\S)\\s+/\\s+(\\S.*)");

    /// "u(T)": the standard uncertainty of T (JCGM 100:2008, 2.3.1), which is no u in T.
    private static final Pattern UNCERTAINTY = Pattern.compile("[uUσ]\\([\\p{L}\\d_ ²³]+\\)");

    /// Reads "Load (N)", "Load [N]" and "Load / N"; a slash without blanks, as in "Load/N" or "km/h", is
    /// part of the name, since it may be either, and so is what u of uncertainty stands before, as in "u(T)".
    public static Heading of(String text) {
        String line = text.strip().replaceAll("\\s+", " ");
        if (UNCERTAINTY.matcher(line).matches()) {
            return new Heading(line, "");
        }
        Matcher bracketed = BRACKETED.matcher(line);
        if (bracketed.matches()) {
            String unit = bracketed.group(2) != null ? bracketed.group(2) : bracketed.group(3);
            return new Heading(bracketed.group(1), unit.strip());
        }
        Matcher divided = DIVIDED.matcher(line);
        return divided.matches()
                ? new Heading(divided.group(1), divided.group(2).strip())
                : new Heading(line, "");
    }

    /// "Load (N)", or "Load" when there is no unit.
    public String text() {
        return unit.isEmpty() ? name : name + " (" + unit + ")";
    }
}
