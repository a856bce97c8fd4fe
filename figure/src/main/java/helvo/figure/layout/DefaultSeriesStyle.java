package helvo.figure.layout;

import helvo.core.style.CurveStyle.Dash;
import helvo.figure.canvas.Marker;
import helvo.figure.canvas.Palette;
import java.awt.Color;

/// The colour, marker and dash that a series has by its place.
///
/// @param filled whether markers are full; else hollow
/// @param dash   of its curve and of lines from point to point
public record DefaultSeriesStyle(Color color, Marker marker, boolean filled, Dash dash) {
    private static final int SHAPES = Marker.values().length;

    /// @param place of the series in its figure, from 0
    public static DefaultSeriesStyle of(int place) {
        int round = place / SHAPES;
        return new DefaultSeriesStyle(
                Palette.series(place),
                Marker.values()[place % SHAPES],
                round % 2 == 0,
                Dash.values()[round / 2 % Dash.values().length]);
    }
}
