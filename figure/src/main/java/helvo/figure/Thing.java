package helvo.figure;

import helvo.core.look.AxisPlace;
import helvo.core.study.SeriesKey;

/// What a person may press on a figure.
public sealed interface Thing {
    record Title() implements Thing {}

    record AxisOf(AxisPlace place) implements Thing {}

    record AxisTitle(AxisPlace place) implements Thing {}

    record Legend() implements Thing {}

    record LegendEntry(SeriesKey series) implements Thing {}

    record CurveOf(SeriesKey series) implements Thing {}

    /// The end of a curve, at the side of the least x or of the greatest.
    record CurveEnd(SeriesKey series, boolean greatest) implements Thing {}

    /// The error bar of a point, by its row in the table.
    ///
    /// @param end which end of it; the whole of it otherwise
    record BarOf(SeriesKey series, int row, BarEnd end) implements Thing {}

    /// The end of an error bar.
    enum BarEnd { UP, DOWN, LEFT, RIGHT, NONE }

    record CurveLabel(SeriesKey series) implements Thing {}

    /// @param part 0 for the whole; 1 and 2 for the ends of a span, 1 for the point of an arrow
    record NoteOf(int note, int part) implements Thing {}

    record ColorKey(SeriesKey series) implements Thing {}

    record Ground() implements Thing {}
}
