package helvo.cli;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.study.Edit;
import helvo.core.study.Figure;
import helvo.core.study.FigureEdit;
import helvo.core.style.MarkerShape;
import helvo.core.style.SeriesStyle;
import helvo.core.table.SeriesKey;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/// Markers and colours of series, as options name them: "star" for all, "dry=star" for one.
final class SeriesLooks {
    private final FigureAnalysis analysed;
    private final Figure figure;
    private final Map<SeriesKey, SeriesStyle> styles = new LinkedHashMap<>();

    SeriesLooks(FigureAnalysis analysed, Figure figure) {
        this.analysed = analysed;
        this.figure = figure;
    }

    void addTo(List<Edit> edits, List<String> markers, List<String> colors) {
        markers.forEach(each -> change("--marker", each, (style, word) -> style.withShape(Optional.of(shape(word)))));
        colors.forEach(each -> change("--colour", each, (style, word) -> style.withColor(Optional.of(word))));
        styles.forEach((key, style) -> edits.add(new FigureEdit.SetSeriesStyle(figure.id(), key, style)));
    }

    /// The series that is called so; without a name, all.
    ///
    /// @param option that names it, in this text
    static List<SeriesAnalysis> named(@Nullable String label, FigureAnalysis figure, String option, String text) {
        List<SeriesAnalysis> named = figure.series().stream()
                .filter(series ->
                        label == null || label.isEmpty() || series.label().equals(label))
                .toList();
        if (named.isEmpty()) {
            throw new UsageError(option + " “" + text + "”: there is no series “" + label + "”; there are "
                    + figure.series().stream().map(SeriesAnalysis::label).collect(Collectors.joining(", ")) + ".");
        }
        return named;
    }

    private void change(String option, String text, BiFunction<SeriesStyle, String, SeriesStyle> change) {
        int equals = text.lastIndexOf('=');
        String label = equals < 0 ? "" : text.substring(0, equals).strip();
        String word = text.substring(equals + 1).strip();
        for (SeriesAnalysis series : named(label, analysed, option, text)) {
            try {
                styles.put(
                        series.key(),
                        change.apply(
                                styles.getOrDefault(series.key(), figure.style().series(series.key())), word));
            } catch (IllegalArgumentException e) {
                throw new UsageError(option + " “" + text + "”: write a colour as #1F5F8B.");
            }
        }
    }

    private MarkerShape shape(String word) {
        return Arrays.stream(MarkerShape.values())
                .filter(each -> each.name().equalsIgnoreCase(word.replace('-', '_')))
                .findFirst()
                .orElseThrow(() -> new UsageError("--marker “" + word + "”: choose "
                        + Arrays.stream(MarkerShape.values())
                                .map(each ->
                                        each.name().toLowerCase(Locale.ROOT).replace('_', '-'))
                                .collect(Collectors.joining(", "))
                        + "."));
    }
}
