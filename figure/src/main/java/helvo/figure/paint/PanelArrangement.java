package helvo.figure.paint;

import helvo.core.Progress;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SheetAnalysis;
import helvo.core.analysis.TimeAxis;
import helvo.core.study.FigureSheet.AxisUse;
import helvo.core.style.AxisPlace;
import helvo.core.style.AxisStyle;
import helvo.figure.canvas.MeasuringCanvas;
import helvo.figure.layout.FigureLayout;
import helvo.figure.layout.PanelFrame;
import helvo.figure.layout.PanelFrame.Around;
import helvo.figure.layout.Titles;
import helvo.figure.scale.Axis;
import java.util.List;
import java.util.Optional;
import java.util.function.IntPredicate;
import java.util.function.ToDoubleFunction;
import java.util.stream.IntStream;

/// Finds the frames of a sheet's panels: all plots are equally wide and equally tall, and stand in line with those
/// above and beside them, whatever their labels take.
final class PanelArrangement {
    static final double LEAST_PLOT = 20;
    /// A plot is no lower than this part of its width, whatever its words take, where nobody chose a height.
    private static final double LEAST_OF_WIDTH = 0.6;
    /// What labels take depends on the room for the plots, and this on them: it settles at once, or nearly.
    private static final int PASSES = 2;

    private final SheetAnalysis sheet;
    private final Progress progress;
    private final int columns;
    private final double width;
    private final List<FigureAnalysis> figures;
    private final List<PanelFrame> frames;
    private final boolean hasRoom;

    PanelArrangement(SheetAnalysis sheet, Progress progress) {
        this.sheet = sheet;
        this.progress = progress;
        this.columns = Math.min(sheet.sheet().columns(), sheet.panels().size());
        this.width = PanelFrame.points(sheet.sheet().widthMm());
        double tall = PanelFrame.points(sheet.sheet().heightOfPanel(columns));
        List<FigureAnalysis> own =
                sheet.panels().stream().map(SheetAnalysis.Panel::figure).toList();
        var whole = PanelFrame.panel(width / columns, tall, true, true, "");
        List<PanelFrame> labelled = own.stream().map(_ -> whole).toList();
        this.figures = agreeing(own, measured(own, labelled));
        List<Around> withWords = around(labelled);
        double plotTall = tall
                - IntStream.range(0, rows())
                        .mapToDouble(row -> ofRow(withWords, row, Around::top) + ofRow(withWords, row, Around::bottom))
                        .max()
                        .orElse(0);
        List<PanelFrame> arranged = IntStream.range(0, figures.size())
                .mapToObj(i -> PanelFrame.panel(
                        whole.width(),
                        tall,
                        !isShared(i, AxisPlace.X),
                        !isShared(i, AxisPlace.Y),
                        sheet.sheet().lettersInside() ? sheet.panels().get(i).letter() : ""))
                .toList();
        double plotWide = 0;
        for (int pass = 0; pass < PASSES; pass++) {
            List<Around> taken = around(arranged);
            plotWide = (width
                            - IntStream.range(0, columns)
                                    .mapToDouble(column -> ofColumn(taken, column, Around::left)
                                            + ofColumn(taken, column, Around::right))
                                    .sum())
                    / columns;
            double least = sheet.sheet().panelHeightMm().isPresent() ? 0 : LEAST_OF_WIDTH * plotWide;
            plotTall = Math.max(plotTall, least);
            arranged = framed(arranged, taken, Math.max(LEAST_PLOT, plotWide), Math.max(LEAST_PLOT, plotTall));
        }
        this.frames = arranged;
        this.hasRoom = plotWide >= LEAST_PLOT && plotTall >= LEAST_PLOT;
    }

    /// The figures as the panels draw them.
    List<FigureAnalysis> figures() {
        return figures;
    }

    List<PanelFrame> frames() {
        return frames;
    }

    int columns() {
        return columns;
    }

    int rows() {
        return (sheet.panels().size() + columns - 1) / columns;
    }

    /// Whether the plots are as large as a plot must be.
    boolean hasRoom() {
        return hasRoom;
    }

    private List<FigureLayout> measured(List<FigureAnalysis> drawn, List<PanelFrame> within) {
        return IntStream.range(0, drawn.size())
                .mapToObj(i -> FigureDrawing.draw(drawn.get(i), within.get(i), new MeasuringCanvas(), progress))
                .toList();
    }

    private List<Around> around(List<PanelFrame> within) {
        return measured(figures, within).stream().map(Around::of).toList();
    }

    private List<PanelFrame> framed(List<PanelFrame> panels, List<Around> taken, double plotWide, double plotTall) {
        return IntStream.range(0, panels.size())
                .mapToObj(i -> {
                    var least = new Around(
                            ofColumn(taken, i % columns, Around::left),
                            ofColumn(taken, i % columns, Around::right),
                            ofRow(taken, i / columns, Around::top),
                            ofRow(taken, i / columns, Around::bottom));
                    return panels.get(i)
                            .sized(
                                    least.left() + plotWide + least.right(),
                                    least.top() + plotTall + least.bottom(),
                                    least);
                })
                .toList();
    }

    private double ofColumn(List<Around> taken, int column, ToDoubleFunction<Around> side) {
        return most(taken, i -> i % columns == column, side);
    }

    private double ofRow(List<Around> taken, int row, ToDoubleFunction<Around> side) {
        return most(taken, i -> i / columns == row, side);
    }

    private static double most(List<Around> taken, IntPredicate of, ToDoubleFunction<Around> side) {
        return IntStream.range(0, taken.size())
                .filter(of)
                .mapToDouble(i -> side.applyAsDouble(taken.get(i)))
                .max()
                .orElse(0);
    }

    private AxisUse use(AxisPlace place) {
        return place == AxisPlace.X ? sheet.sheet().x() : sheet.sheet().y();
    }

    /// Whether the panel below, or that at the left, has the labels of this one's axis.
    private boolean isShared(int i, AxisPlace place) {
        int other = place == AxisPlace.X ? i + columns : i - 1;
        boolean isThere = place == AxisPlace.X ? other < figures.size() : i % columns > 0;
        return use(place) == AxisUse.SHARED
                && isThere
                && !figures.get(i).figure().style().axis(place).oppositeSide()
                && quantity(figures.get(i), place).equals(quantity(figures.get(other), place));
    }

    /// What is measured along an axis, and how the axis counts it.
    private record Quantity(String title, Optional<TimeAxis> time, boolean logarithmic, boolean reversed) {}

    private static Quantity quantity(FigureAnalysis figure, AxisPlace place) {
        AxisStyle style = figure.figure().style().axis(place);
        return new Quantity(
                Titles.editable(figure, place),
                place == AxisPlace.X ? figure.xTime() : Optional.empty(),
                style.logarithmic(),
                style.reversed());
    }

    /// With the same limits along axes of the same quantity, where that is asked for: those that show all of them.
    private List<FigureAnalysis> agreeing(List<FigureAnalysis> own, List<FigureLayout> drawn) {
        return IntStream.range(0, own.size())
                .mapToObj(i -> agreeing(agreeing(own.get(i), AxisPlace.X, own, drawn), AxisPlace.Y, own, drawn))
                .toList();
    }

    private FigureAnalysis agreeing(
            FigureAnalysis figure, AxisPlace place, List<FigureAnalysis> own, List<FigureLayout> drawn) {
        if (use(place) == AxisUse.OWN) {
            return figure;
        }
        List<Axis> alike = IntStream.range(0, own.size())
                .filter(i -> quantity(own.get(i), place).equals(quantity(figure, place)))
                .mapToObj(i -> drawn.get(i).axes().get(place))
                .filter(axis -> axis != null)
                .toList();
        if (alike.size() < 2) {
            return figure;
        }
        var style = figure.figure().style();
        double low = alike.stream().mapToDouble(Axis::low).min().orElseThrow();
        double high = alike.stream().mapToDouble(Axis::high).max().orElseThrow();
        AxisStyle agreed = style.axis(place).withStep(Optional.empty()).withLimits(Optional.of(low), Optional.of(high));
        return figure.with(figure.figure().withStyle(style.withAxis(place, agreed)));
    }
}
