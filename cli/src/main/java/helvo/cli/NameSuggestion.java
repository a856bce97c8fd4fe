package helvo.cli;

import java.util.Collection;
import java.util.Comparator;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.IntStream;

/// Suggests the existing name that was probably meant by a wrong one.
final class NameSuggestion {
    private static final int LONGEST = 200;

    private NameSuggestion() {}

    /// @return the nearest of the names, where a third of the letters or fewer differ or it begins with the word
    static Optional<String> of(String word, Collection<String> names) {
        String low = word.toLowerCase(Locale.ROOT);
        int near = (word.length() + 1) / 3;
        return names.stream()
                .min(Comparator.comparingInt(name -> distance(low, name.toLowerCase(Locale.ROOT))))
                .filter(name -> distance(low, name.toLowerCase(Locale.ROOT)) <= near
                        || !low.isBlank() && name.toLowerCase(Locale.ROOT).startsWith(low));
    }

    /// The fewest letters to add, leave out or change (Levenshtein 1966), of texts no longer than a name is.
    private static int distance(String a, String b) {
        int[] before = IntStream.rangeClosed(0, Math.min(b.length(), LONGEST)).toArray();
        for (int i = 1; i <= Math.min(a.length(), LONGEST); i++) {
            int[] now = before.clone();
            now[0] = i;
            for (int j = 1; j < now.length; j++) {
                int change = before[j - 1] + (a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1);
                now[j] = Math.min(change, 1 + Math.min(before[j], now[j - 1]));
            }
            before = now;
        }
        return before[before.length - 1];
    }
}
