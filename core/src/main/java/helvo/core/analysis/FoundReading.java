package helvo.core.analysis;

import helvo.core.fit.Fit;
import helvo.core.prediction.InverseReading;
import helvo.core.prediction.Reading;
import helvo.core.study.Figure;
import helvo.core.style.Note;
import java.util.List;
import java.util.Optional;

/// The result of a reading on a figure.
///
/// @param fit  the curve that was read
/// @param at   y at an x; empty where the curve has no value there, or x at a y was asked for
/// @param when every x at a y
public record FoundReading(Note.ReadingMarker note, Fit fit, Optional<Reading> at, List<InverseReading> when) {
    static FoundReading of(Note.ReadingMarker note, SeriesAnalysis series, Fit fit) {
        return note.fromY()
                ? new FoundReading(
                        note,
                        fit,
                        Optional.empty(),
                        InverseReading.at(fit, series.points(), note.at(), note.replicates()))
                : new FoundReading(note, fit, Reading.at(fit, series.points(), note.at()), List.of());
    }

    /// Whether it is that of the same note off the same curve.
    boolean serves(Note.ReadingMarker other, Fit off) {
        return fit == off
                && note.series().equals(other.series())
                && note.fromY() == other.fromY()
                && note.at() == other.at()
                && note.replicates() == other.replicates();
    }

    /// Whether a figure has its note still, and the curve that was read.
    boolean isOf(Figure figure, List<SeriesAnalysis> series) {
        return figure.style().notes().contains(note)
                && series.stream()
                        .anyMatch(each -> each.fit().filter(now -> now == fit).isPresent());
    }
}
