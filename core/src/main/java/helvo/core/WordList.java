package helvo.core;

import java.util.List;

/// Words in a row, as a sentence has them: "dry", "dry and wet", "a, b and c"; nothing for none.
public final class WordList {
    private WordList() {}

    public static String and(List<String> words) {
        return joined(words, " and ");
    }

    public static String or(List<String> words) {
        return joined(words, " or ");
    }

    private static String joined(List<String> words, String last) {
        return words.size() < 2
                ? String.join("", words)
                : String.join(", ", words.subList(0, words.size() - 1)) + last + words.getLast();
    }
}
