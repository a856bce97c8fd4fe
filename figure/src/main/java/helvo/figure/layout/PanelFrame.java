package helvo.figure.layout;

import helvo.core.analysis.FigureAnalysis;

/// The room that a figure is drawn in, and what of its surroundings a panel of a sheet leaves to others.
///
/// @param width  of all it draws, in points
/// @param height likewise
/// @param margin between all that is drawn and the edges, at the usual size of text
/// @param least  room around the plot, at least
/// @param xWords whether the labels and the title of its x axis are drawn
/// @param yWords likewise, of its left axis
/// @param letter in the plot's upper left corner; empty for none
public record PanelFrame(
        double width, double height, double margin, Around least, boolean xWords, boolean yWords, String letter) {
    private static final double PAGE_MARGIN = 12;
    private static final double PANEL_MARGIN = 6;
    private static final double POINTS_PER_MM = 72 / 25.4;

    /// Between the plot and the edges of what is drawn, in points.
    public record Around(double left, double right, double top, double bottom) {
        public static final Around NONE = new Around(0, 0, 0, 0);

        public static Around of(FigureLayout drawn) {
            var plot = drawn.plot();
            return new Around(
                    plot.getMinX(),
                    Math.max(0, drawn.width() - plot.getMaxX()),
                    plot.getMinY(),
                    Math.max(0, drawn.height() - plot.getMaxY()));
        }
    }

    /// A figure on a page of its own.
    public static PanelFrame whole(FigureAnalysis figure) {
        return new PanelFrame(
                points(figure.figure().widthMm()),
                points(figure.figure().heightMm()),
                PAGE_MARGIN,
                Around.NONE,
                true,
                true,
                "");
    }

    /// One with others beside it.
    public static PanelFrame panel(double width, double height, boolean xWords, boolean yWords, String letter) {
        return new PanelFrame(width, height, PANEL_MARGIN, Around.NONE, xWords, yWords, letter);
    }

    public static double points(double mm) {
        return mm * POINTS_PER_MM;
    }

    public PanelFrame sized(double newWidth, double newHeight, Around newLeast) {
        return new PanelFrame(newWidth, newHeight, margin, newLeast, xWords, yWords, letter);
    }
}
