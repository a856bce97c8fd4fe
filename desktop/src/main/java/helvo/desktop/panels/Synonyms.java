package helvo.desktop.panels;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/// Other words that people use for what commands are called by.
final class Synonyms {
    private static final Map<String, List<String>> WORDS = """
            figure: picture image chart graph plot
            export: print hand
            report: print document
            remove: delete
            exclude: delete remove ignore omit aside set outlier outliers
            include: restore
            row: point
            rows: points
            fit: trend trendline regression model
            quadratic: parabola
            error bars: uncertainty uncertainties
            read off: predict prediction interpolate calibration
            readings: calibration
            linearise: transform linearize straighten straight
            formula: calculated computed
            results: readout statistics
            style: look looks format
            theme: look looks mode
            history: steps log
            logarithm: log
            settings: preferences options
            study: file document
            turn rows: transpose
            averages: mean
            """.lines()
            .map(line -> line.split(": "))
            .flatMap(meant -> Arrays.stream(meant[1].split(" ")).map(word -> Map.entry(word, meant[0])))
            .collect(Collectors.groupingBy(
                    Map.Entry::getKey, Collectors.mapping(Map.Entry::getValue, Collectors.toList())));
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
