package helvo.figure;

import helvo.core.look.AxisPlace;
import helvo.core.table.SeriesKey;

/// What a person may press on a figure.
public sealed interface FigurePart {
    record Title() implements FigurePart {}

    record AxisOf(AxisPlace place) implements FigurePart {}

    record AxisTitle(AxisPlace place) implements FigurePart {}

    record Legend() implements FigurePart {}

    record LegendEntry(SeriesKey series) implements FigurePart {}

    record CurveOf(SeriesKey series) implements FigurePart {}

    /// The end of a curve, at the side of the least x or of the greatest.
    record CurveEnd(SeriesKey series, boolean greatest) implements FigurePart {}

    /// The error bar of a point, by its row in the table.
    ///
    /// @param end which end of it; the whole of it otherwise
    record BarOf(SeriesKey series, int row, BarEnd end) implements FigurePart {}

    /// The end of an error bar.
    enum BarEnd {
        UP,
        DOWN,
        LEFT,
        RIGHT,
        NONE
    }

    record CurveLabel(SeriesKey series) implements FigurePart {}

    /// @param part 0 for the whole; 1 and 2 for the ends of a span, 1 for the point of an arrow
    record NoteOf(int note, int part) implements FigurePart {}

    record ColorKey(SeriesKey series) implements FigurePart {}

    record Background() implements FigurePart {}
}
