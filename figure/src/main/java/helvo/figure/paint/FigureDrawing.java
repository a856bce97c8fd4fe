package helvo.figure.paint;

import helvo.core.Progress;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Fit;
import helvo.core.study.Layer;
import helvo.core.style.AxisPlace;
import helvo.core.style.AxisStyle;
import helvo.core.style.FigureStyle;
import helvo.core.style.SheetStyle;
import helvo.figure.canvas.DrawingCanvas;
import helvo.figure.canvas.DrawingPart;
import helvo.figure.canvas.MeasuringCanvas;
import helvo.figure.canvas.Palette;
import helvo.figure.canvas.RichText;
import helvo.figure.layout.AxisChooser;
import helvo.figure.layout.ColorScale;
import helvo.figure.layout.FigureLayout;
import helvo.figure.layout.HitTarget;
import helvo.figure.layout.OccupancyGrid;
import helvo.figure.layout.PanelFrame;
import helvo.figure.layout.PlotArea;
import helvo.figure.layout.SheetMetrics;
import helvo.figure.layout.Titles;
import helvo.figure.scale.Axis;
import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Font;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Path2D;
import java.awt.geom.Rectangle2D;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/// Draws a whole figure, for the screen and every export.
public final class FigureDrawing {
    private static final float HIT_TOLERANCE_PT = 8;
    private static final double AXIS_LINE = 12.5;
    /// More points than this fill a plot, so that a legend stands above it.
    private static final int MANY = 1500;
    private static final int MOST_NAMED = 20;

    private final FigureAnalysis figure;
    private final FigureStyle style;
    private final PanelFrame frame;
    private final SheetMetrics metrics;
    private final DrawingCanvas canvas;
    private final Progress progress;
    private final double width;
    private final double height;
    private final double margin;
    private final Titles titles;
    private final Legend legend;
    private final List<FigureLayout.Part> parts = new ArrayList<>();

    private FigureDrawing(FigureAnalysis figure, PanelFrame frame, DrawingCanvas canvas, Progress progress) {
        this.figure = figure;
        this.frame = frame;
        this.style = figure.figure().style();
        this.metrics = new SheetMetrics(style.sheet(), figure.numbers());
        this.canvas = canvas;
        this.progress = progress;
        this.width = frame.width();
        this.height = frame.height();
        this.margin = metrics.length(frame.margin());
        this.titles = new Titles(figure, metrics, width - 2 * margin);
        this.legend = new Legend(figure, metrics, width - 2 * margin);
    }

    public static double widthPoints(FigureAnalysis figure) {
        return PanelFrame.whole(figure).width();
    }

    public static double heightPoints(FigureAnalysis figure) {
        return PanelFrame.whole(figure).height();
    }

    /// The title of an axis where nobody wrote one: its columns' names and their unit.
    public static String ownAxisTitle(FigureAnalysis figure, AxisPlace place) {
        return Titles.own(figure, place);
    }

    /// What does not fit on the sheet, or has no picture in its font, in sentences.
    public static List<String> notices(FigureAnalysis figure) {
        var canvas = new MeasuringCanvas();
        return notices(draw(figure, canvas, Progress.none()).notices(), canvas);
    }

    /// @param said  what does not fit
    /// @param canvas on which all was drawn
    public static List<String> notices(List<String> said, MeasuringCanvas canvas) {
        var notices = new ArrayList<>(said);
        if (!canvas.lacking().isEmpty()) {
            notices.add(canvas.lacking().stream()
                            .limit(MOST_NAMED)
                            .map(Character::toString)
                            .collect(Collectors.joining(" ", "“", "” "))
                    + (canvas.lacking().size() == 1 ? "is" : "are")
                    + " not in the figure's font: in a PNG or PDF □ stands there.");
        }
        return notices;
    }

    /// Draws the whole sheet at one unit a point from the origin; the caller scales.
    ///
    /// @throws java.util.concurrent.CancellationException when `progress` says that nobody waits
    public static FigureLayout draw(FigureAnalysis figure, DrawingCanvas canvas, Progress progress) {
        return draw(figure, PanelFrame.whole(figure), canvas, progress);
    }

    /// The same within a frame, from the origin.
    static FigureLayout draw(FigureAnalysis figure, PanelFrame frame, DrawingCanvas canvas, Progress progress) {
        return new FigureDrawing(figure, frame, canvas, progress).draw();
    }

    private FigureLayout draw() {
        SheetStyle sheet = style.sheet();
        sheet.background()
                .ifPresent(ground ->
                        canvas.fill(new Rectangle2D.Double(0, 0, width, height), SheetMetrics.color(ground, 1)));
        part(new HitTarget.Background(), new Rectangle2D.Double(0, 0, width, height));
        Rectangle2D title = title();
        boolean residuals = showsResiduals();
        double stripHeight = residuals ? Math.max(metrics.length(36), 0.15 * height) : 0;
        double below = residuals ? stripHeight + metrics.length(40) : margin;
        boolean top = style.axis(AxisPlace.X).oppositeSide();
        double upper = title.getMaxY() + metrics.length(top ? 44 : 12);
        double lower = height - below - metrics.length(top || !frame.xWords() ? 6 : 34);
        double firstRow = title.getMaxY() + metrics.length(7);
        // A title of several lines takes room from the plot.
        double more = frame.xWords()
                ? (titles.ofHorizontal(axes(upper, Math.max(upper + 20, lower), style).x)
                                        .size()
                                - 1)
                        * metrics.length(AXIS_LINE)
                : 0;
        upper += top ? more : 0;
        lower = Math.min(lower - (top ? 0 : more), height - frame.least().bottom());
        Optional<Double> legendAbove = legendAbove(upper, lower) ? Optional.of(firstRow) : Optional.empty();
        double plotTop = Math.max(
                frame.least().top(),
                legendAbove.isPresent() ? upper + legend.heightAbove() + metrics.length(3) : upper);
        Axes axes = axes(plotTop, Math.max(plotTop + 20, lower), style);
        List<SeriesPainter> painters = painters(canvas, axes);
        Optional<ResidualStrip> strip = residuals
                ? Optional.of(strip(axes, height - stripHeight - metrics.length(22), stripHeight, painters))
                : Optional.empty();
        canvas.part(new DrawingPart.Panel(axes.area), () -> {
            plot(axes, painters, legendAbove);
            figure.hint().ifPresent(sentence -> hint(sentence, axes.area));
            strip.ifPresent(each -> each.draw(margin + metrics.length(9), progress));
        });
        var notices = new ArrayList<>(titles.notices());
        if (plotTop + 20 > lower) {
            notices.add(
                    legendAbove.isPresent()
                            ? "The legend leaves no room for the plot: name fewer series in it, or make the figure "
                                    + "larger."
                            : "There is no room for the plot: make the figure larger.");
        }
        var places = new EnumMap<AxisPlace, Axis>(AxisPlace.class);
        if (figure.missing().isEmpty()) {
            places.put(AxisPlace.X, axes.x);
            places.put(AxisPlace.Y, axes.y);
            axes.right.ifPresent(axis -> places.put(AxisPlace.RIGHT, axis));
        }
        return new FigureLayout(
                width,
                height,
                title,
                axes.area,
                strip.map(ResidualStrip::layout),
                places,
                List.copyOf(parts),
                List.copyOf(notices));
    }

    private ResidualStrip strip(Axes axes, double top, double tall, List<SeriesPainter> painters) {
        List<SeriesPainter> shown = painters.stream()
                .filter(each -> inStrip().contains(each.series()))
                .toList();
        var area = new Rectangle2D.Double(axes.area.getX(), top, axes.area.getWidth(), tall);
        return new ResidualStrip(canvas, metrics, area, axes.x, shown, levels());
    }

    private TickLevels levels() {
        return new TickLevels(canvas, new AxisChooser(figure, style, metrics));
    }

    private boolean showsResiduals() {
        return figure.figure().shows(Layer.RESIDUALS)
                && figure.missing().isEmpty()
                && onLeft().stream().anyMatch(each -> each.residuals().isPresent());
    }

    /// The series whose residuals are shown.
    private List<SeriesAnalysis> inStrip() {
        return onLeft().stream().filter(each -> each.key().hasOwnPoints()).toList();
    }

    /// What to do first, once: in the middle of an empty plot, above a single point.
    /// On one line, or a line for each sentence.
    private void hint(String text, Rectangle2D area) {
        double room = area.getWidth() - metrics.length(40);
        List<String> whole = RichText.lines(text, metrics.label(), room);
        List<String> lines = whole.size() == 1
                ? whole
                : Arrays.stream(text.split("(?<=\\.) "))
                        .flatMap(sentence -> RichText.lines(sentence, metrics.label(), room).stream())
                        .toList();
        double middle = figure.missing().isPresent() ? area.getCenterY() : area.getMinY() + area.getHeight() / 4;
        double y = middle - (lines.size() - 1) * metrics.length(13) / 2;
        for (String line : lines) {
            canvas.text(line, metrics.label(), Palette.MUTED, area.getCenterX(), y, 0.5);
            y += metrics.length(13);
        }
    }

    private List<SeriesPainter> painters(DrawingCanvas with, Axes axes) {
        PlotArea left = axes.left();
        PlotArea right = new PlotArea(axes.area, axes.x, axes.right.orElse(axes.y));
        return IntStream.range(0, figure.series().size())
                .mapToObj(i ->
                        new SeriesPainter(with, isOnRight(figure.series().get(i)) ? right : left, metrics, figure, i))
                .toList();
    }

    /// Whether the legend finds no free place among the points and stands above the plot. Judged with limits that
    /// show all points, so that it stays where it is while the figure is dragged.
    private boolean legendAbove(double upper, double lower) {
        if (!legend.isShown() || style.legend().at().isPresent()) {
            return false;
        }
        if (Legend.hasEquations(figure)
                || figure.series().stream()
                                .mapToInt(series -> series.points().size())
                                .sum()
                        > MANY) {
            return true;
        }
        LabelPlacement inside = tried(axes(upper, Math.max(upper + 20, lower), style.unlimited()), Optional.empty());
        if (inside.covered() == 0) {
            return false;
        }
        double below = upper + legend.heightAbove() + metrics.length(3);
        return inside.legendCovers()
                || tried(axes(below, Math.max(below + 20, lower), style.unlimited()), Optional.of(upper))
                                .covered()
                        < inside.covered();
    }

    private LabelPlacement tried(Axes axes, Optional<Double> legendAbove) {
        var blank = new MeasuringCanvas();
        List<SeriesPainter> painters = painters(blank, axes);
        var notes = new NotePainter(blank, axes.left(), metrics, new ArrayList<>());
        notes.inFront(style.notes(), figure, painters);
        return labels(axes.area, painters, notes, legendAbove);
    }

    private boolean isOnRight(SeriesAnalysis series) {
        return figure.isOnRight(series.key());
    }

    private List<SeriesAnalysis> onLeft() {
        return figure.series().stream().filter(series -> !isOnRight(series)).toList();
    }

    private void part(HitTarget part, java.awt.Shape area) {
        parts.add(new FigureLayout.Part(part, area));
    }

    private static final double EMPTY_TITLE = 120;

    private Rectangle2D title() {
        Font font = metrics.title();
        double line = metrics.length(16);
        // An empty title takes no room, and can still be pressed.
        boolean isEmpty = figure.title().isBlank();
        List<String> lines = isEmpty ? List.of() : titles.ofFigure();
        double baseline = margin + metrics.length(10);
        double widest = 40;
        for (String text : lines) {
            var rich = new RichText(text, font);
            rich.draw(canvas, Palette.INK, width / 2, baseline, 0.5);
            widest = Math.max(widest, rich.width());
            baseline += line;
        }
        var place = new Rectangle2D.Double((width - widest) / 2, margin - 4, widest, lines.size() * line + 2);
        part(
                new HitTarget.Title(),
                isEmpty ? new Rectangle2D.Double((width - EMPTY_TITLE) / 2, 0, EMPTY_TITLE, margin) : place);
        return place;
    }

    /// The axes and the area between them.
    private record Axes(Rectangle2D area, Axis x, Axis y, Optional<Axis> right) {
        PlotArea left() {
            return new PlotArea(area, x, y);
        }
    }

    private Axes axes(double top, double bottom, FigureStyle limits) {
        AxisChooser chooser = new AxisChooser(figure, limits, metrics);
        double tall = bottom - top;
        int stepsUp = metrics.steps(tall, 26, 12);
        boolean anyLeft = !onLeft().isEmpty();
        boolean anyRight = figure.series().stream().anyMatch(this::isOnRight);
        Axis y = chooser.vertical(anyLeft ? AxisPlace.Y : AxisPlace.RIGHT, tall, stepsUp, false);
        Optional<Axis> right = anyLeft && anyRight
                ? Optional.of(chooser.vertical(AxisPlace.RIGHT, tall, stepsUp, chooser.hide(y, tall, stepsUp)))
                : Optional.empty();
        boolean swapped = style.axis(AxisPlace.Y).oppositeSide();
        double ofY = frame.yWords()
                ? metrics.length(22)
                        + titleWidth(anyLeft ? AxisPlace.Y : AxisPlace.RIGHT, y, tall)
                        + Math.max(metrics.length(22), AxisPainter.widest(y, metrics))
                : 0;
        double ofRight = right.map(axis -> metrics.length(22)
                        + titleWidth(AxisPlace.RIGHT, axis, tall)
                        + Math.max(metrics.length(16), AxisPainter.widest(axis, metrics)))
                .orElse(metrics.length(10));
        double key = colorKeys()
                .map(scale -> metrics.length(8) + new ColorKey(scale, metrics).width(tall))
                .orElse(0.0);
        double ofStrip = showsResiduals() ? ResidualStrip.left(inStrip(), metrics) : 0;
        double left = Math.max(frame.least().left(), margin + Math.max(swapped ? ofRight : ofY, ofStrip));
        double end = width - Math.max(frame.least().right(), margin + key + (swapped ? ofY : ofRight));
        Axis x = chooser.horizontal(Math.max(20, end - left));
        return new Axes(new Rectangle2D.Double(left, top, Math.max(20, end - left), bottom - top), x, y, right);
    }

    /// What the lines of an upright title take besides the first.
    private double titleWidth(AxisPlace place, Axis axis, double tall) {
        return (titles.ofAxis(place, axis, tall + metrics.length(20)).size() - 1) * metrics.length(AXIS_LINE);
    }

    private Optional<ColorScale> colorKeys() {
        return figure.series().stream()
                .flatMap(series -> ColorScale.of(figure, series, style.series(series.key())).stream())
                .findFirst();
    }

    private void plot(Axes axes, List<SeriesPainter> painters, Optional<Double> legendAbove) {
        PlotArea left = axes.left();
        var axisPainter = new AxisPainter(canvas, metrics, axes.area, 1);
        double wide = axes.area.getWidth();
        double tall = axes.area.getHeight();
        AxisStyle xStyle = style.axis(AxisPlace.X);
        AxisStyle yStyle = style.axis(AxisPlace.Y);
        boolean swapped = yStyle.oppositeSide();
        boolean scaled = hasScale(AxisPlace.X) || hasScale(AxisPlace.Y);
        if (scaled) {
            levels().each(axes.x, true, wide, (x, factor) -> at(axes, factor)
                    .grid(
                            x,
                            factor == 1 ? axes.y : levels().chooser().refined(axes.y, false, tall * factor),
                            xStyle,
                            yStyle,
                            figure.figure().shows(Layer.GRID_LINES)));
        }
        var notes = new NotePainter(canvas, left, metrics, parts);
        notes.spans(style.notes());
        if (style.sheet().frame()) {
            axisPainter.frame();
        }
        if (scaled) {
            axisPainter.horizontalLine(xStyle.oppositeSide());
            levels().each(axes.x, true, wide, (axis, factor) -> at(axes, factor)
                    .horizontal(axis, xStyle, xStyle.oppositeSide(), frame.xWords()));
            vertical(
                    axes,
                    axes.y,
                    yStyle,
                    swapped,
                    axes.right.isPresent() ? colorOf(false) : Palette.INK,
                    frame.yWords());
        } else {
            axisPainter.lines(xStyle.oppositeSide(), swapped);
        }
        axes.right.ifPresent(axis -> vertical(axes, axis, style.axis(AxisPlace.RIGHT), !swapped, colorOf(true), true));
        axisTitles(axes, swapped, xStyle.oppositeSide());
        canvas.clipped(axes.area, () -> canvas.part(new DrawingPart.Enlarged(true), () -> series(painters)));
        if (figure.figure().shows(Layer.BARS)) {
            painters.stream().filter(SeriesPainter::drawsPoints).forEach(painter -> painter.barParts(parts));
        }
        curveParts(painters);
        notes.inFront(style.notes(), figure, painters);
        labels(axes.area, painters, notes, legendAbove).draw();
        corner(axes.area).ifPresent(place -> new RichText(frame.letter(), metrics.panelLetter())
                .draw(canvas, Palette.INK, place.getX(), place.getMaxY(), 0));
        parts.addAll(notes.tips());
        colorKeys().ifPresent(scale -> colorKey(scale, axes));
    }

    private void vertical(Axes axes, Axis axis, AxisStyle of, boolean right, Color color, boolean labelled) {
        at(axes, 1).verticalLine(right, color);
        levels().each(axis, false, axes.area.getHeight(), (each, factor) -> at(axes, factor)
                .vertical(each, of, right, color, labelled));
    }

    private AxisPainter at(Axes axes, int factor) {
        return new AxisPainter(canvas, metrics, axes.area, factor);
    }

    /// Where the letter of a panel stands in its plot.
    private Optional<Rectangle2D> corner(Rectangle2D area) {
        Font font = metrics.panelLetter();
        double tall = font.getSize2D();
        return frame.letter().isEmpty()
                ? Optional.empty()
                : Optional.of(new Rectangle2D.Double(
                        area.getX() + metrics.length(5),
                        area.getY() + metrics.length(3),
                        new RichText(frame.letter(), font).width(),
                        tall));
    }

    /// Whether numbers stand along an axis: there are points, or a person gave limits or notes.
    private boolean hasScale(AxisPlace place) {
        AxisStyle axis = style.axis(place);
        return figure.missing().isEmpty()
                || axis.low().isPresent()
                || axis.high().isPresent()
                || !style.notes().isEmpty();
    }

    /// That of the only series along an axis; else the ink of all axes.
    private Color colorOf(boolean right) {
        List<Integer> places = IntStream.range(0, figure.series().size())
                .filter(i -> isOnRight(figure.series().get(i)) == right
                        && figure.series().get(i).key().hasOwnPoints())
                .boxed()
                .toList();
        return places.size() != 1
                ? Palette.INK
                : style.series(figure.series().get(places.getFirst()).key())
                        .color()
                        .map(hex -> SheetMetrics.color(hex, 1))
                        .orElseGet(() -> Palette.series(
                                figure.series().get(places.getFirst()).slot()));
    }

    private void series(List<SeriesPainter> painters) {
        boolean bars = figure.figure().shows(Layer.BARS);
        if (figure.figure().shows(Layer.CONFIDENCE_BAND)) {
            curves(painters, (painter, fit) -> painter.part(() -> painter.band(fit)));
        }
        if (figure.figure().shows(Layer.BOUNDS)) {
            bounds(painters).forEach(each -> each.part(each::lines));
        }
        List<SeriesPainter> drawn = painters.stream()
                .filter(painter ->
                        !painter.style().hidden() && painter.series().key().hasOwnPoints())
                .toList();
        for (SeriesPainter painter : drawn) {
            if (bars && painter.style().points() && painter.series().points().size() <= PointCloud.MANY) {
                painter.part(() -> painter.bars(progress));
            }
        }
        boolean cloud = drawn.stream()
                .anyMatch(painter -> painter.series().points().size() > 1500
                        && painter.style().points());
        drawn.forEach(painter -> painter.part(painter::joined));
        if (!cloud) {
            curves(painters, (painter, fit) -> painter.part(() -> painter.curve(fit)));
        }
        if (figure.figure().shows(Layer.BOUNDS)) {
            bounds(painters).forEach(each -> each.part(each::bars));
        }
        drawn.forEach(painter -> painter.part(painter::paintExcluded));
        drawn.forEach(painter -> painter.part(() -> painter.points(progress)));
        if (cloud) {
            curves(painters, (painter, fit) -> painter.part(() -> painter.curveOverCloud(fit)));
        }
    }

    private List<BoundsPainter> bounds(List<SeriesPainter> painters) {
        return painters.stream()
                .filter(SeriesPainter::drawsPoints)
                .flatMap(painter ->
                        painter
                                .series()
                                .bounds()
                                .map(bounds -> new BoundsPainter(canvas, metrics, painter, bounds))
                                .stream())
                .toList();
    }

    private static void curves(List<SeriesPainter> painters, BiConsumer<SeriesPainter, Fit> draw) {
        painters.stream()
                .filter(SeriesPainter::drawsCurve)
                .forEach(painter -> draw.accept(painter, painter.series().fit().orElseThrow()));
    }

    /// Where curves and their ends are pressed.
    private void curveParts(List<SeriesPainter> painters) {
        curves(painters, (painter, fit) -> {
            Path2D path = painter.path(fit);
            if (path.getCurrentPoint() == null) {
                return;
            }
            var key = painter.series().key();
            part(new HitTarget.CurveOf(key), new BasicStroke(HIT_TOLERANCE_PT).createStrokedShape(path));
            double[] first = new double[6];
            path.getPathIterator(null).currentSegment(first);
            part(new HitTarget.CurveEnd(key, false), around(first[0], first[1]));
            part(
                    new HitTarget.CurveEnd(key, true),
                    around(path.getCurrentPoint().getX(), path.getCurrentPoint().getY()));
        });
    }

    private static Ellipse2D around(double x, double y) {
        return new Ellipse2D.Double(
                x - HIT_TOLERANCE_PT / 2, y - HIT_TOLERANCE_PT / 2, HIT_TOLERANCE_PT, HIT_TOLERANCE_PT);
    }

    /// @param legendAbove where its first row begins, when it stands above the plot
    private LabelPlacement labels(
            Rectangle2D area, List<SeriesPainter> painters, NotePainter notes, Optional<Double> legendAbove) {
        boolean equations = figure.figure().shows(Layer.EQUATIONS);
        boolean labelled = painters.stream().anyMatch(SeriesPainter::hasLabels);
        var occupancy = new OccupancyGrid(area);
        corner(area).ifPresent(occupancy::reserveShape);
        if (!legend.isShown() && !equations && !labelled) {
            return placed(area, occupancy, List.of());
        }
        painters.stream().filter(painter -> !painter.style().hidden()).forEach(painter -> painter.take(occupancy));
        if (figure.figure().shows(Layer.CONFIDENCE_BAND)) {
            curves(painters, (painter, fit) -> painter.takeBand(occupancy, fit));
        }
        if (figure.figure().shows(Layer.BOUNDS)) {
            bounds(painters).forEach(each -> each.take(occupancy));
        }
        notes.taken().forEach(occupancy::reserveShape);
        List<SeriesPainter> curves = painters.stream()
                .filter(painter -> equations && !Legend.hasEquations(figure) && painter.drawsCurve())
                .toList();
        Consumer<LabelPlacement> placed = labels -> legendAbove.ifPresentOrElse(
                top -> labels.legendAbove(legend, painters, width / 2, top),
                () -> labels.legend(legend, painters, style.legend().at()));
        List<Consumer<LabelPlacement>> key = legend.isShown() ? List.of(placed) : List.of();
        Consumer<LabelPlacement> ofCurves = labels -> curves.forEach(painter -> labels.curve(painter, figure.series()));
        if (labelled) {
            Consumer<LabelPlacement> atPoints = _ -> painters.stream()
                    .filter(SeriesPainter::hasLabels)
                    .forEach(painter -> canvas.part(
                            new DrawingPart.Enlarged(true), () -> painter.part(() -> painter.labels(occupancy))));
            return placed(
                    area,
                    occupancy,
                    Stream.of(key, List.of(atPoints, ofCurves))
                            .flatMap(List::stream)
                            .toList());
        }
        LabelPlacement legendFirst = placed(
                area,
                occupancy.copy(),
                Stream.of(key, List.of(ofCurves)).flatMap(List::stream).toList());
        if (legendFirst.covered() == 0 || !legend.isShown() || legendAbove.isPresent()) {
            return legendFirst;
        }
        LabelPlacement curvesFirst = placed(area, occupancy, List.of(ofCurves, placed));
        return curvesFirst.covered() < legendFirst.covered() ? curvesFirst : legendFirst;
    }

    private LabelPlacement placed(Rectangle2D area, OccupancyGrid occupancy, List<Consumer<LabelPlacement>> inOrder) {
        var labels = new LabelPlacement(canvas, metrics, area, occupancy, parts);
        inOrder.forEach(each -> each.accept(labels));
        return labels;
    }

    private void axisTitles(Axes axes, boolean swapped, boolean top) {
        if (frame.xWords()) {
            horizontalTitle(axes, top);
        }
        boolean left = !onLeft().isEmpty();
        if (frame.yWords()) {
            verticalTitle(
                    axes,
                    left ? AxisPlace.Y : AxisPlace.RIGHT,
                    axes.y,
                    swapped,
                    axes.right.isPresent() ? colorOf(false) : Palette.INK);
        }
        axes.right.ifPresent(axis -> verticalTitle(axes, AxisPlace.RIGHT, axis, !swapped, colorOf(true)));
    }

    private void horizontalTitle(Axes axes, boolean top) {
        Rectangle2D area = axes.area;
        Font font = metrics.axisTitle();
        double tall = font.getSize2D();
        double line = metrics.length(AXIS_LINE);
        List<RichText> lines = titles.ofHorizontal(axes.x).stream()
                .map(text -> new RichText(text, font))
                .toList();
        double widest = lines.stream().mapToDouble(RichText::width).max().orElse(0);
        double middle = Math.clamp(
                area.getCenterX(), margin + widest / 2, Math.max(margin + widest / 2, width - margin - widest / 2));
        double first = top
                ? area.getMinY() - metrics.length(21) - (lines.size() - 1) * line
                : area.getMaxY() + metrics.length(29);
        for (int i = 0; i < lines.size(); i++) {
            lines.get(i).draw(canvas, Palette.INK, middle, first + i * line, 0.5);
        }
        part(
                new HitTarget.AxisOf(AxisPlace.X),
                top
                        ? new Rectangle2D.Double(
                                area.getX() - 8,
                                area.getMinY() - metrics.length(18),
                                area.getWidth() + 16,
                                metrics.length(18))
                        : new Rectangle2D.Double(
                                area.getX() - 8, area.getMaxY() + 1, area.getWidth() + 16, metrics.length(17)));
        part(
                new HitTarget.AxisTitle(AxisPlace.X),
                new Rectangle2D.Double(
                        middle - Math.max(30, widest / 2 + 4),
                        first - tall,
                        Math.max(60, widest + 8),
                        tall * 1.35 + (lines.size() - 1) * line));
    }

    private void verticalTitle(Axes axes, AxisPlace place, Axis axis, boolean right, Color color) {
        Rectangle2D area = axes.area;
        Font font = metrics.axisTitle();
        double line = metrics.length(AXIS_LINE);
        double labels = metrics.length(10) + AxisPainter.widest(axis, metrics);
        List<RichText> lines = titles.ofAxis(place, axis, area.getHeight() + metrics.length(20)).stream()
                .map(text -> new RichText(text, font))
                .toList();
        double first = right ? area.getMaxX() + labels + metrics.length(12) : margin + metrics.length(9);
        double longest = lines.stream().mapToDouble(RichText::width).max().orElse(0);
        double middle = Math.clamp(
                area.getCenterY(), margin + longest / 2, Math.max(margin + longest / 2, height - margin - longest / 2));
        for (int i = 0; i < lines.size(); i++) {
            lines.get(i).drawRising(canvas, color, first + i * line, middle);
        }
        double tall = font.getSize2D();
        part(
                new HitTarget.AxisOf(place),
                new Rectangle2D.Double(
                        right ? area.getMaxX() + 1 : area.getX() - labels,
                        area.getY() - 8,
                        labels - 1,
                        area.getHeight() + 16));
        part(
                new HitTarget.AxisTitle(place),
                new Rectangle2D.Double(
                        first - tall,
                        middle - Math.max(30, longest / 2 + 4),
                        tall * 1.35 + (lines.size() - 1) * line,
                        Math.max(60, longest + 8)));
    }

    private void colorKey(ColorScale scale, Axes axes) {
        Rectangle2D bar = new ColorKey(scale, metrics).draw(canvas, axes.area, width - margin, height / 2);
        figure.series().stream()
                .filter(series -> style.series(series.key()).coloredBy().isPresent())
                .findFirst()
                .ifPresent(series -> part(
                        new HitTarget.ColorKey(series.key()),
                        new Rectangle2D.Double(bar.getX(), bar.getY(), width - bar.getX(), bar.getHeight())));
    }
}
