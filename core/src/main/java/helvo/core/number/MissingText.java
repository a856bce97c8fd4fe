package helvo.core.number;

import java.util.Arrays;
import java.util.Locale;
import java.util.Set;

/// Words and signs that people and instruments write where a value is missing.
public final class MissingText {
    private static final Set<String> WORDS = Set.of("""
            na n/a #n/a #na nan null none nil missing nd notdetected notmeasured nodata ka fehlt keinwert
            nv - -- --- – — − . .. ... … ? ?? * / #div/0! #value! #ref! #num! #name? #null! #wert! #zahl!
            #bezug! #name! #nv err:502 err:503 err:504 err:508 err:511 err:519 err:522 #spill! #calc!
            ##### <lod <loq <bg <nwg bdl bql blq bld ol ovld ovrflw overload overrange inf -inf +inf
            infinity -infinity ∞ -∞ 1.#inf -1.#inf 1.#qnan -1.#ind empty leer vide void tbd
            """.split("\\s+"));
    private static final Set<String> ERRORS =
            Set.of("err", "error", "fault", "fail", "failed", "fehler", "erreur", "code", "alarm", "status");
    /// Rising.
    private static final double[] CODES =
            Arrays.stream("""
            -9.91e37 -9.9e37 -1e30 -999999 -99999 -9999.99 -9999.9 -9999 -999.99 -999.9 -999 -99.99 -99.9
            -99 999 999.9 999.99 9999 9999.9 9999.99 99999 999999 1e30 9.96921e36 9.9e37 9.91e37
            """.split("\\s+")).mapToDouble(Double::parseDouble).toArray();
    /// Whether a code has these bits around the end of its exponent: most other numbers have none of the kind.
    private static final boolean[] LIKE_CODES = new boolean[1 << 11];

    static {
        for (double code : CODES) {
            LIKE_CODES[someBits(code)] = true;
        }
    }

    private MissingText() {}

    /// Whether a cell says, in words or by a sign, that there is no value.
    public static boolean is(String text) {
        if (text.length() > 14) {
            return false;
        }
        String bare = text.toLowerCase(Locale.ROOT).replace(" ", "").replace("\u00a0", "");
        return WORDS.contains(bare)
                || bare.endsWith(".") && WORDS.contains(bare.replace(".", ""))
                || !bare.isEmpty() && bare.charAt(0) == '#' && bare.chars().allMatch(c -> c == '#');
    }

    /// Whether a number is one of those that loggers write for no value.
    public static boolean isCode(double number) {
        return LIKE_CODES[someBits(number)] && Arrays.binarySearch(CODES, number) >= 0;
    }

    private static int someBits(double number) {
        return (int) (Double.doubleToRawLongBits(number) >>> 45) & LIKE_CODES.length - 1;
    }

    /// The same of a number kept as text, as reading leaves it.
    private static boolean isCodeText(String text) {
        return text.length() <= 14
                && NumberText.number(text, DecimalMark.POINT).stream().anyMatch(MissingText::isCode);
    }

    /// Whether a text among numbers stands for no value, by what it says or as a logger's code.
    public static boolean standsForNone(String text) {
        return is(text) || isCodeText(text);
    }

    /// Whether a text tells of an error of an instrument: a number in it is no measurement.
    public static boolean namesError(String text) {
        String[] words = text.toLowerCase(Locale.ROOT).split("[^\\p{L}]", 40);
        return text.startsWith("#") || Arrays.stream(words).anyMatch(ERRORS::contains);
    }

    /// Whether a text is a limit rather than a value: "<0.05", "> 100", "≤ 3".
    public static boolean isLimit(String text) {
        int at = 0;
        while (at < text.length() && "<>≤≥=".indexOf(text.charAt(at)) >= 0) {
            at++;
        }
        String rest = text.substring(at);
        return at > 0
                && at <= 2
                && text.charAt(0) != '='
                && (ParsedNumber.read(rest, DecimalMark.POINT).isPresent()
                        || ParsedNumber.read(rest, DecimalMark.COMMA).isPresent());
    }
}
