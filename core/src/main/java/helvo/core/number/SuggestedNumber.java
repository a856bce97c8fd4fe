package helvo.core.number;

import helvo.core.unit.Unit;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/// A number that a text among numbers probably means: one that stands by itself beside words that do not change
/// it, as in "about 7.6", "7.6 (slipped)", "7.6 mm" where the others are in mm, converted where it has another unit
/// of their quantity. None in codes, ranges and lists.
///
/// @param isConverted whether it is another number than the one that stands there
public record SuggestedNumber(double value, boolean isConverted) {
    private static final Pattern WORDS = Pattern.compile("[\\s~≈<>≤≥?!*'\"“”.,;:]+");
    private static final Set<String> HEDGES = Set.of(("about approx approximately around ca circa roughly nearly "
                    + "almost over under above below more less than at least most up to etwa ungefähr über unter "
                    + "environ est estimated c")
            .split(" "));
    /// Shorter words behind a number may be units that are not known.
    private static final int MIN_REMARK = 4;
    private static final Pattern BRACKET = Pattern.compile("[(\\[](.*)[)\\]]");
    private static final String PERCENT = "%";
    /// What parts a unit from a remark behind it.
    private static final Pattern WORDS_BEHIND = Pattern.compile("[ (,;?!]");
    private static final int MAX_EXACT_DIGITS = 12;
    private static final int MIN_DIGITS = 3;
    private static final Map<String, Integer> MULTIPLES = Map.of("k", 3, "K", 3, "M", 6);

    /// The numbers that the text may mean, the likeliest first.
    ///
    /// @param unit of the other numbers; empty where they have none
    public static List<SuggestedNumber> of(String text, String unit) {
        Matcher found = NumberText.INSIDE.matcher(text);
        OptionalDouble number = NumberText.numberInside(text);
        if (number.isEmpty() || !found.find()) {
            return List.of();
        }
        String before = text.substring(0, found.start()).strip();
        String behind = text.substring(found.end());
        String told = behind.strip();
        if (!areHedges(before) || isList(behind)) {
            return List.of();
        }
        double value = number.getAsDouble();
        if (told.equals(unit)) {
            return List.of(plain(value));
        }
        if (told.isEmpty() && unit.equals(PERCENT) && Math.abs(value) <= 1) {
            return List.of(raised(value, 2), plain(value));
        }
        if (told.equals(PERCENT) && unit.isEmpty()) {
            return List.of(raised(value, -2), plain(value));
        }
        if (MULTIPLES.containsKey(told) && unit.isEmpty()) {
            return List.of(raised(value, MULTIPLES.get(told)));
        }
        String toldUnit = WORDS_BEHIND.split(told, 2)[0];
        Optional<Double> converted = converted(value, found.group(), toldUnit, unit);
        if (converted.isPresent() && isRemark(told.substring(toldUnit.length()))) {
            return List.of(new SuggestedNumber(converted.get(), true));
        }
        boolean apart = behind.isEmpty() || !Character.isLetterOrDigit(behind.charAt(0));
        boolean otherUnit = UnitSymbols.isKnown(toldUnit);
        return apart && !otherUnit && isRemark(told) ? List.of(plain(value)) : List.of();
    }

    /// The text with a unit behind its number, where it means one in that unit and does not say so.
    public static String withUnit(String text, String unit) {
        List<SuggestedNumber> meant = of(text, unit);
        boolean isPlain = !meant.isEmpty() && !meant.getFirst().isConverted && !text.contains(unit);
        return isPlain ? NumberText.INSIDE.matcher(text).replaceFirst("$0 " + Matcher.quoteReplacement(unit)) : text;
    }

    /// The text with its number left out: cells with the same mean their numbers in the same way.
    public static String pattern(String text) {
        return NumberText.INSIDE.matcher(text).replaceAll("#");
    }

    /// In the unit of the others; where that gives digits without end, with one digit more than were written, and
    /// three at least.
    private static Optional<Double> converted(double value, String written, String told, String unit) {
        if (told.isEmpty() || unit.isEmpty()) {
            return Optional.empty();
        }
        return Unit.read(told)
                .flatMap(from -> Unit.read(unit).flatMap(from::to))
                .map(into -> into.value(value))
                .map(number -> {
                    var exact = new BigDecimal(Double.toString(number));
                    int digits = new BigDecimal(written.replace(',', '.').replace('\u2212', '-')).precision();
                    return exact.stripTrailingZeros().precision() <= MAX_EXACT_DIGITS
                            ? number
                            : exact.round(new MathContext(Math.max(MIN_DIGITS, digits + 1)))
                                    .doubleValue();
                });
    }

    private static SuggestedNumber plain(double value) {
        return new SuggestedNumber(value, false);
    }

    private static SuggestedNumber raised(double value, int power) {
        return new SuggestedNumber(
                new BigDecimal(Double.toString(value)).scaleByPowerOfTen(power).doubleValue(), true);
    }

    private static boolean isList(String behind) {
        return behind.length() > 1
                && ",.-–/:;=".indexOf(behind.charAt(0)) >= 0
                && Character.isLetterOrDigit(behind.charAt(1));
    }

    private static boolean areHedges(String words) {
        return WORDS.splitAsStream(words.toLowerCase(Locale.ROOT))
                .allMatch(word -> word.isEmpty() || HEDGES.contains(word));
    }

    /// What may stand behind a number: signs, something in brackets, words; no units.
    private static boolean isRemark(String words) {
        Matcher bracket = BRACKET.matcher(words);
        boolean isUnit = bracket.find() && UnitSymbols.isKnown(bracket.group(1).strip());
        return !isUnit
                && WORDS.splitAsStream(bracket.replaceAll(""))
                        .allMatch(word -> word.isEmpty()
                                || word.length() >= MIN_REMARK && word.chars().allMatch(Character::isLetter));
    }
}
