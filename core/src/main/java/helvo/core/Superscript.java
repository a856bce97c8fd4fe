package helvo.core;

/// Whole numbers in raised digits: "⁻¹²".
public final class Superscript {
    private static final String DIGITS = "\u2070\u00b9\u00b2\u00b3\u2074\u2075\u2076\u2077\u2078\u2079";

    private Superscript() {}

    public static String of(int number) {
        var text = new StringBuilder(number < 0 ? "\u207b" : "");
        Integer.toString(Math.abs(number)).chars().forEach(digit -> text.append(DIGITS.charAt(digit - '0')));
        return text.toString();
    }
}
