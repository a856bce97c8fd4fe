package helvo.cli;

import helvo.core.number.DecimalMark;
import helvo.core.number.NumberText;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;

/// What the words of a command line mean. A word that cannot mean it ends in a [UsageError].
final class Values {
    private Values() {}

    /// With a decimal point, and not beyond what a double holds.
    static Double number(String text) {
        return NumberText.number(text, DecimalMark.POINT)
                .orElseThrow(() ->
                        new UsageError("“" + text + "” is not a number, or is too large: write it as 3.5 or 2e-6."));
    }

    static Integer wholeNumber(String text) {
        try {
            return Integer.valueOf(text);
        } catch (NumberFormatException e) {
            throw new UsageError("“" + text + "” is not a whole number, or is too large: write it as 3.");
        }
    }

    static Path path(String text) {
        try {
            if (!text.isEmpty()) {
                return Path.of(text);
            }
        } catch (InvalidPathException e) {
            // the same sentence
        }
        throw new UsageError("“" + text.replace("\0", "\\0") + "” is not a file name.");
    }

    /// A number or a date.
    static PlaceOnAxis place(String text) {
        return PlaceOnAxis.of(text)
                .orElseThrow(() -> new UsageError("“" + text
                        + "” is not a number, or is too large, and is not a date: write it as 3.5, 2e-6 or "
                        + "2026-03-05."));
    }
}
