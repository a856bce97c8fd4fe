package helvo.figure.layout;

import helvo.core.style.AxisPlace;
import helvo.core.table.SeriesKey;

/// A part of the figure that can be clicked.
public sealed interface HitTarget {
    record Title() implements HitTarget {}

    record AxisOf(AxisPlace place) implements HitTarget {}

    record AxisTitle(AxisPlace place) implements HitTarget {}

    record Legend() implements HitTarget {}

    record LegendEntry(SeriesKey series) implements HitTarget {}

    record CurveOf(SeriesKey series) implements HitTarget {}

    /// The end of a curve, at the side of the least x or of the greatest.
    record CurveEnd(SeriesKey series, boolean greatest) implements HitTarget {}

    /// The error bar of a point, by its row in the table.
    ///
    /// @param end which end of it; the whole of it otherwise
    record BarOf(SeriesKey series, int row, BarEnd end) implements HitTarget {}

    /// The end of an error bar.
    enum BarEnd {
        UP,
        DOWN,
        LEFT,
        RIGHT,
        NONE
    }

    record CurveLabel(SeriesKey series) implements HitTarget {}

    /// @param part 0 for the whole; 1 and 2 for the ends of a span, 1 for the point of an arrow
    record NoteOf(int note, int part) implements HitTarget {}

    record ColorKey(SeriesKey series) implements HitTarget {}

    record Background() implements HitTarget {}
}
