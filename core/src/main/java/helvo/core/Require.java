package helvo.core;

/// Checks of arguments, written so that NaN fails them.
public final class Require {
    private Require() {}

    /// @throws IllegalArgumentException with the formatted message when the condition is false
    public static void require(boolean condition, String message, Object... values) {
        if (!condition) {
            throw new IllegalArgumentException(RootLocale.format(message, values));
        }
    }
}
