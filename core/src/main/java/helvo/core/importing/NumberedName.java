package helvo.core.importing;

import helvo.core.table.Column;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/// A column name that ends in a number or a single letter, as columns of repeats have.
///
/// @param stem   what is before it: "Absorbance"
/// @param ending "2"
public record NumberedName(String stem, String ending) {
    private static final Pattern NUMBERED = Pattern.compile("(\\p{L}[^#]*?)[ _.#-]*(\\d{1,3}|(?<=[ _.-])\\p{L})");

    /// What a column is called that has no heading says nothing of what is in it.
    private static final Pattern SAYS_NOTHING =
            Pattern.compile("column|col|field|var|variable|v", Pattern.CASE_INSENSITIVE);

    /// @return empty for a name that ends otherwise, and for one that only counts the columns
    public static Optional<NumberedName> of(Column column) {
        Matcher matcher = NUMBERED.matcher(column.name());
        return matcher.matches() && !SAYS_NOTHING.matcher(matcher.group(1)).matches()
                ? Optional.of(new NumberedName(matcher.group(1), matcher.group(2)))
                : Optional.empty();
    }

    /// Whether two columns are called alike but for the ending, in the same unit.
    static boolean alike(Column one, Column other) {
        return one.unit().equals(other.unit())
                && !one.name().equals(other.name())
                && of(one).isPresent()
                && of(other)
                        .filter(name -> name.stem.equalsIgnoreCase(of(one).get().stem))
                        .isPresent();
    }
}
