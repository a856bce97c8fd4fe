package helvo.core;

import java.util.Locale;

/// Formatting and letter case that do not depend on the computer's language.
public final class RootLocale {
    private RootLocale() {}

    /// As [String#format], in no language's way: with no locale the runtime has nothing to look up.
    public static String format(String format, Object... values) {
        return String.format((Locale) null, format, values);
    }

    public static String lower(String text) {
        return text.toLowerCase(Locale.ROOT);
    }

    public static String upper(String text) {
        return text.toUpperCase(Locale.ROOT);
    }
}
