package helvo.desktop.panels;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/// Other words that people use for what commands are called by.
final class Synonyms {
    private static final Map<String, List<String>> WORDS = Map.ofEntries(
            Map.entry("picture", List.of("figure")),
            Map.entry("image", List.of("figure")),
            Map.entry("chart", List.of("figure")),
            Map.entry("graph", List.of("figure")),
            Map.entry("plot", List.of("figure")),
            Map.entry("print", List.of("export", "report")),
            Map.entry("hand", List.of("export")),
            Map.entry("delete", List.of("remove", "exclude")),
            Map.entry("remove", List.of("exclude")),
            Map.entry("ignore", List.of("exclude")),
            Map.entry("omit", List.of("exclude")),
            Map.entry("aside", List.of("exclude")),
            Map.entry("set", List.of("exclude")),
            Map.entry("restore", List.of("include")),
            Map.entry("outlier", List.of("exclude")),
            Map.entry("outliers", List.of("exclude")),
            Map.entry("point", List.of("row")),
            Map.entry("points", List.of("rows")),
            Map.entry("trend", List.of("fit")),
            Map.entry("trendline", List.of("fit")),
            Map.entry("regression", List.of("fit")),
            Map.entry("model", List.of("fit")),
            Map.entry("parabola", List.of("quadratic")),
            Map.entry("uncertainty", List.of("error bars")),
            Map.entry("uncertainties", List.of("error bars")),
            Map.entry("predict", List.of("read off")),
            Map.entry("prediction", List.of("read off")),
            Map.entry("interpolate", List.of("read off")),
            Map.entry("calibration", List.of("readings", "read off")),
            Map.entry("transform", List.of("linearise")),
            Map.entry("linearize", List.of("linearise")),
            Map.entry("straighten", List.of("linearise")),
            Map.entry("straight", List.of("linearise")),
            Map.entry("calculated", List.of("formula")),
            Map.entry("computed", List.of("formula")),
            Map.entry("readout", List.of("results")),
            Map.entry("statistics", List.of("results")),
            Map.entry("look", List.of("style", "theme")),
            Map.entry("looks", List.of("style", "theme")),
            Map.entry("format", List.of("style")),
            Map.entry("mode", List.of("theme")),
            Map.entry("steps", List.of("history")),
            Map.entry("log", List.of("history", "logarithm")),
            Map.entry("preferences", List.of("settings")),
            Map.entry("options", List.of("settings")),
            Map.entry("file", List.of("study")),
            Map.entry("document", List.of("study", "report")),
            Map.entry("transpose", List.of("turn rows")),
            Map.entry("mean", List.of("averages")));
    /// Words that tell nothing of a command.
    private static final Set<String> FILLING =
            Set.of("a", "an", "the", "to", "of", "in", "on", "as", "over", "my", "into");

    private Synonyms() {}

    /// Whether a text has each word that was typed, or another that is used for it.
    ///
    /// @param words in lower case
    static boolean meant(String text, String[] words) {
        String lower = text.toLowerCase(Locale.ROOT);
        List<String> telling =
                Arrays.stream(words).filter(word -> !FILLING.contains(word)).toList();
        return !telling.isEmpty()
                && telling.stream()
                        .allMatch(word -> lower.contains(word)
                                || WORDS.getOrDefault(word, List.of()).stream().anyMatch(lower::contains));
    }
}
