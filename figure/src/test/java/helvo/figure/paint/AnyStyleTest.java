package helvo.figure.paint;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.fit.Curves;
import helvo.core.number.DecimalMark;
import helvo.core.study.Layer;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.style.AxisPlace;
import helvo.core.style.AxisStyle;
import helvo.core.style.CurveStyle;
import helvo.core.style.FigureStyle;
import helvo.core.style.LegendStyle;
import helvo.core.style.MarkerShape;
import helvo.core.style.Note;
import helvo.core.style.SeriesStyle;
import helvo.core.style.SheetStyle;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.SeriesKey;
import helvo.core.table.Table;
import helvo.figure.canvas.MeasuringCanvas;
import helvo.figure.canvas.SvgCanvas;
import helvo.figure.canvas.Typeface;
import helvo.figure.layout.FigureLayout;
import helvo.figure.layout.HitTarget;
import helvo.figure.scale.Axis;
import java.awt.geom.Rectangle2D;
import java.io.IOException;
import java.io.StringReader;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import javax.xml.parsers.DocumentBuilderFactory;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.xml.sax.InputSource;

/// Whatever somebody chooses of a figure's style: the sheet is drawn, nothing leaves it, and places and values
/// agree. A figure is judged by what stands where in its SVG, never by its pixels.
@Tag("thorough")
@net.jqwik.api.Tag("thorough")
class AnyStyleTest {
    private static final SeriesKey FIRST = SeriesKey.whole(2);
    private static final SeriesKey SECOND = SeriesKey.whole(3);
    private static final Pattern TEXT =
            Pattern.compile("<text x=\"([-\\d.]+)\" " + "y=\"([-\\d.]+)\"[^>]*font-size=\"([\\d.]+)\"[^>]*>([^<]*)<");

    /// One whose steep curve once led its label out of the sheet.
    @Test
    void aLabelStaysWithinTheSheet() throws Exception {
        isDrawnWholeAndWithinTheSheet(1235);
    }

    @Property(tries = 150, seed = "26")
    void isDrawnWholeAndWithinTheSheet(@ForAll long seed) throws Exception {
        var random = new Random(seed);
        FigureAnalysis figure = figure(random);
        var canvas = new SvgCanvas(4);
        FigureLayout layout = FigureDrawing.draw(figure, canvas, Progress.none());
        String svg = canvas.document(
                "t", "", "", figure.figure().widthMm(), figure.figure().heightMm(), layout.width(), layout.height());

        DocumentBuilderFactory.newInstance().newDocumentBuilder().parse(new InputSource(new StringReader(svg)));
        assertThat(svg).doesNotContain("NaN", "Infinity", "null");
        var sheet = new Rectangle2D.Double(-0.5, -0.5, layout.width() + 1, layout.height() + 1);
        assertThat(sheet.contains(layout.plot())).isTrue();
        layout.residuals()
                .ifPresent(strip -> assertThat(sheet.contains(strip.area())).isTrue());
        if (layout.notices().isEmpty()) {
            assertThat(texts(svg)).allSatisfy(text -> assertThat(sheet.contains(text.box))
                    .as("%s in the sheet", text)
                    .isTrue());
        }
        labelsStandApart(texts(svg), layout);
        placesAgree(layout, random);
        everyPartIsFound(layout, figure);
    }

    private record Text(String words, Rectangle2D box) {}

    private static List<Text> texts(String svg) {
        var texts = new ArrayList<Text>();
        for (Matcher found = TEXT.matcher(svg); found.find(); ) {
            double size = Double.parseDouble(found.group(3));
            texts.add(new Text(
                    found.group(4),
                    new Rectangle2D.Double(
                            Double.parseDouble(found.group(1)),
                            Double.parseDouble(found.group(2)) - 0.6 * size,
                            Typeface.width(Typeface.REGULAR.at(size), found.group(4)),
                            0.6 * size)));
        }
        return texts;
    }

    /// The numbers along the x axis, which are those that stand on the lowest line of numbers below the plot, or
    /// above it.
    private static void labelsStandApart(List<Text> texts, FigureLayout layout) {
        List<Text> below = texts.stream()
                .filter(text -> text.words.matches("−?[\\d.,]+"))
                .filter(text -> text.box.getY() > layout.plot().getMaxY()
                        && text.box.getMaxY() < layout.plot().getMaxY() + 30
                        && text.box.getMaxX() > layout.plot().getX())
                .toList();
        for (int i = 0; i < below.size(); i++) {
            for (int other = 0; other < i; other++) {
                boolean sameLine =
                        Math.abs(below.get(i).box.getY() - below.get(other).box.getY()) < 0.5;
                assertThat(sameLine && below.get(i).box.intersects(below.get(other).box))
                        .as("%s on %s", below.get(i), below.get(other))
                        .isFalse();
            }
        }
    }

    private static void placesAgree(FigureLayout layout, Random random) {
        Rectangle2D plot = layout.plot();
        for (AxisPlace place : layout.axes().keySet()) {
            Axis axis = layout.axes().get(place);
            assertThat(axis.low()).as(place.words()).isLessThan(axis.high());
            double fraction = random.nextDouble();
            if (place == AxisPlace.X) {
                double px = plot.getX() + fraction * plot.getWidth();
                assertThat(layout.px(layout.xAt(px))).isCloseTo(px, within(1e-6));
            } else {
                double py = plot.getY() + fraction * plot.getHeight();
                assertThat(layout.py(place, layout.yAt(place, py))).isCloseTo(py, within(1e-6));
            }
        }
    }

    /// What can be clicked is found where it says it is, unless something else lies in front of it there.
    private static void everyPartIsFound(FigureLayout layout, FigureAnalysis figure) {
        for (FigureLayout.Part part : layout.parts()) {
            Rectangle2D box = part.area().getBounds2D();
            assertThat(Double.isFinite(box.getX()) && Double.isFinite(box.getWidth()))
                    .as(part.of().toString())
                    .isTrue();
            if (part.area().contains(box.getCenterX(), box.getCenterY())) {
                assertThat(layout.at(box.getCenterX(), box.getCenterY()))
                        .as(part.of().toString())
                        .isPresent();
            }
        }
        assertThat(layout.parts())
                .extracting(FigureLayout.Part::of)
                .contains(new HitTarget.Background(), new HitTarget.Title(), new HitTarget.AxisOf(AxisPlace.X));
        figure.figure().style().notes().forEach(note -> assertThat(layout.parts().stream()
                        .map(FigureLayout.Part::of)
                        .filter(HitTarget.NoteOf.class::isInstance)
                        .map(part -> ((HitTarget.NoteOf) part).note())
                        .collect(Collectors.toSet()))
                .as("of notes at least one is drawn")
                .isNotEmpty());
    }

    private static FigureAnalysis figure(Random random) {
        int n = 3 + random.nextInt(30);
        double[] x = random.doubles(n, 0.5, 40).toArray();
        double[] y = new double[n];
        double[] heat = new double[n];
        for (int i = 0; i < n; i++) {
            y[i] = 3 + 0.2 * x[i] + 0.3 * random.nextGaussian();
            heat[i] = 20 + 5 * random.nextGaussian();
        }
        double[] bars = random.doubles(n, 0, 1).toArray();
        var table = new Table(
                1,
                "t",
                DecimalMark.POINT,
                Optional.empty(),
                List.of(
                        new Column(1, new Heading("Load", "N"), Kind.NUMBER, Role.X, 1, Cells.ofNumbers(x)),
                        new Column(2, new Heading("Stretch", "mm"), Kind.NUMBER, Role.Y, 2, Cells.ofNumbers(y)),
                        new Column(4, new Heading("±", "mm"), Kind.NUMBER, Role.Y_BAR, 2, Cells.ofNumbers(bars)),
                        new Column(
                                3,
                                new Heading("Heat", "°C"),
                                Kind.NUMBER,
                                random.nextBoolean() ? Role.Y : Role.NONE,
                                1,
                                Cells.ofNumbers(heat))),
                ExcludedRows.NONE);
        Study study = StudyEdit.AddTable.to(Study.EMPTY, table).apply(Study.EMPTY);
        study = study.withFigure(1, figure -> figure.withLayers(layers(random))
                .withStyle(look(random))
                .withCurve(
                        FIRST,
                        Curves.offered().get(random.nextInt(Curves.offered().size()))));
        return Analysis.of(study, Analysis.EMPTY, Progress.none()).figures().getFirst();
    }

    private static EnumSet<Layer> layers(Random random) {
        var layers = EnumSet.noneOf(Layer.class);
        for (Layer layer : Layer.values()) {
            if (random.nextBoolean()) {
                layers.add(layer);
            }
        }
        return layers;
    }

    private static <E extends Enum<E>> E any(Random random, Class<E> kind) {
        return kind.getEnumConstants()[random.nextInt(kind.getEnumConstants().length)];
    }

    private static FigureStyle look(Random random) {
        var sheet = new SheetStyle(
                85 + random.nextInt(120),
                75 + random.nextInt(100),
                6 + random.nextInt(6),
                0.5 + random.nextDouble(),
                random.nextBoolean(),
                random.nextBoolean(),
                random.nextBoolean() ? SheetStyle.WHITE : Optional.empty());
        FigureStyle style = FigureStyle.DEFAULT
                .withSheet(sheet)
                .withLegend(LegendStyle.DEFAULT.withShown(any(random, LegendStyle.Shown.class)));
        for (AxisPlace place : AxisPlace.values()) {
            style = style.withAxis(
                    place,
                    AxisStyle.DEFAULT
                            .withLogarithmic(random.nextInt(4) == 0)
                            .withReversed(random.nextInt(3) == 0)
                            .withOppositeSide(random.nextInt(3) == 0)
                            .withIncludesZero(random.nextInt(3) == 0)
                            .withTicks(any(random, AxisStyle.Ticks.class))
                            .withGrid(any(random, AxisStyle.Grid.class))
                            .withDecimals(random.nextBoolean() ? Optional.of(random.nextInt(4)) : Optional.empty()));
        }
        for (SeriesKey key : List.of(FIRST, SECOND)) {
            style = style.withSeries(
                            key,
                            SeriesStyle.DEFAULT
                                    .withShape(Optional.of(any(random, MarkerShape.class)))
                                    .withJoin(any(random, SeriesStyle.Join.class))
                                    .withSize(0.5 + random.nextDouble())
                                    .withHidden(random.nextInt(5) == 0)
                                    .withLabels(random.nextInt(4) == 0 ? Optional.of(1) : Optional.empty())
                                    .withColoredBy(
                                            random.nextInt(4) == 0
                                                    ? Optional.of(SeriesStyle.ColorBy.RESIDUAL)
                                                    : Optional.empty()))
                    .withCurve(
                            key,
                            CurveStyle.DEFAULT
                                    .withDash(Optional.of(any(random, CurveStyle.Dash.class)))
                                    .withLabel(EnumSet.of(CurveStyle.LabelPart.EQUATION, CurveStyle.LabelPart.R2))
                                    .withShown(random.nextInt(5) > 0));
        }
        if (random.nextBoolean()) {
            style = style.withNote(new Note.Span(1, random.nextBoolean(), 5, 9, "yield"))
                    .withNote(new Note.Rule(2, random.nextBoolean(), 7, "limit"))
                    .withNote(new Note.Text(3, "slack", 8, 6, Optional.of(new Note.Text.Target(12, 5))));
        }
        return style;
    }

    /// A figure's picture depends on nothing but the figure.
    @Property(tries = 20, seed = "26")
    void isTheSameEachTime(@ForAll long seed) throws IOException {
        FigureAnalysis figure = figure(new Random(seed));
        assertThat(svg(figure)).isEqualTo(svg(figure));
        assertThat(FigureDrawing.draw(figure, new MeasuringCanvas(), Progress.none())
                        .parts())
                .as("measuring finds the same places")
                .extracting(FigureLayout.Part::of)
                .isEqualTo(FigureDrawing.draw(figure, new SvgCanvas(4), Progress.none()).parts().stream()
                        .map(FigureLayout.Part::of)
                        .toList());
    }

    private static String svg(FigureAnalysis figure) throws IOException {
        var canvas = new SvgCanvas(4);
        FigureLayout layout = FigureDrawing.draw(figure, canvas, Progress.none());
        return canvas.document("t", "", "", 160, 140, layout.width(), layout.height());
    }

    /// Hiding, and what a style leaves out, takes away only what it names.
    @Property(tries = 30, seed = "26")
    void hiddenSeriesHaveNoMarkers(@ForAll long seed) throws IOException {
        FigureAnalysis figure = figure(new Random(seed));
        FigureStyle style = figure.figure().style();
        SeriesStyle plain = SeriesStyle.DEFAULT.withShape(Optional.of(MarkerShape.SQUARE));
        FigureAnalysis shown = figure.with(
                figure.figure().withStyle(style.withSeries(FIRST, plain).withSeries(SECOND, plain)));
        FigureAnalysis hidden = figure.with(figure.figure()
                .withStyle(style.withSeries(FIRST, plain.withHidden(true)).withSeries(SECOND, plain.withHidden(true))));
        assertThat(svg(hidden).length()).isLessThan(svg(shown).length());
    }
}
