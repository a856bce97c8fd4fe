package helvo.figure.paint;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Exponential;
import helvo.core.fit.Polynomial;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberNotation;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.FigureEdit.Zoom;
import helvo.core.study.Layer;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.style.AxisPlace;
import helvo.core.style.AxisStyle;
import helvo.core.style.CurveStyle;
import helvo.core.style.LegendStyle;
import helvo.core.style.Note;
import helvo.core.style.SeriesStyle;
import helvo.core.style.SheetStyle;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.SeriesKey;
import helvo.core.table.Table;
import helvo.figure.canvas.Palette;
import helvo.figure.canvas.SvgCanvas;
import helvo.figure.export.Drawing;
import helvo.figure.export.FigureFile;
import helvo.figure.export.FigureFormat;
import helvo.figure.export.Raster;
import helvo.figure.layout.ColorMap;
import helvo.figure.layout.ColorScale;
import helvo.figure.layout.DefaultSeriesStyle;
import helvo.figure.layout.FigureLayout;
import helvo.figure.layout.HitTarget;
import helvo.figure.layout.ReadingPlace;
import helvo.figure.scale.Axis;
import java.awt.Color;
import java.awt.geom.Path2D;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/// What a person chooses of a figure's style is what is drawn.
@Tag("thorough")
class StylesDrawnTest {
    private static final SeriesKey Y = SeriesKey.whole(2);
    private static final SeriesKey SECOND = SeriesKey.whole(3);

    private static FigureAnalysis figure(double[] x, double[] y, Edit... edits) {
        double[] second = Arrays.stream(y)
                .map(v -> Math.clamp(v * 100 + 3, -1.7e308, 1.7e308))
                .toArray();
        var table = new Table(
                0,
                "t",
                DecimalMark.POINT,
                Optional.empty(),
                List.of(
                        new Column(1, new Heading("Load", "N"), Kind.NUMBER, Role.X, 0, Cells.ofNumbers(x)),
                        new Column(2, new Heading("Stretch", "mm"), Kind.NUMBER, Role.Y, 2, Cells.ofNumbers(y)),
                        new Column(3, new Heading("Heat", "°C"), Kind.NUMBER, Role.NONE, 2, Cells.ofNumbers(second))),
                ExcludedRows.NONE);
        Study study = StudyEdit.AddTable.to(Study.EMPTY, table).apply(Study.EMPTY);
        for (Edit edit : edits) {
            study = edit.apply(study);
        }
        return Analysis.of(study, Analysis.EMPTY, Progress.none()).figures().getFirst();
    }

    private static FigureLayout drawn(FigureAnalysis figure) {
        return Raster.draw(figure, 1, Progress.none()).layout();
    }

    private static String svg(FigureAnalysis figure) throws java.io.IOException {
        var canvas = new SvgCanvas(4);
        FigureLayout layout = FigureDrawing.draw(figure, canvas, Progress.none());
        return canvas.document(
                "", "", "", figure.figure().widthMm(), figure.figure().heightMm(), layout.width(), layout.height());
    }

    private static Edit axis(AxisPlace place, AxisStyle style) {
        return new FigureEdit.SetAxis(1, place, style);
    }

    /// Small residuals have long numbers, beside which their title stands.
    @Test
    void theStripHasRoomForItsNumbers() {
        double[] y = {1, 2.00015, 3, 3.9999, 5};
        double[] x = {1, 2, 3, 4, 5};
        double without = drawn(figure(x, y, new FigureEdit.Show(1, Layer.RESIDUALS, false)))
                .px(1);
        assertThat(drawn(figure(x, y)).px(1)).isGreaterThan(without + 5);
    }

    @Test
    void aLogarithmicAxisHasPowersOfTenAndLeavesOutWhatItCannotShow() {
        double[] x = {-3, 0, 0.02, 1, 30, 900};
        double[] y = {1, 2, 3, 4, 5, 6};
        FigureLayout layout = drawn(figure(x, y, axis(AxisPlace.X, AxisStyle.DEFAULT.withLogarithmic(true))));
        Axis log = layout.x().orElseThrow();
        assertThat(log.low()).isLessThan(0.02).isGreaterThan(0);
        assertThat(log.ticks()).contains(0.1, 1.0, 10.0, 100.0);
        assertThat(layout.px(10) - layout.px(1)).isCloseTo(layout.px(100) - layout.px(10), within(1e-9));
        assertThat(log.fraction(0)).isNaN();
        assertThat(log.value(log.fraction(30))).isCloseTo(30, within(1e-9));
        Axis reversed = drawn(figure(
                        x,
                        y,
                        axis(
                                AxisPlace.X,
                                AxisStyle.DEFAULT.withLogarithmic(true).withReversed(true))))
                .x()
                .orElseThrow();
        assertThat(reversed.fraction(900)).isLessThan(reversed.fraction(1));
        assertThat(drawn(figure(
                                new double[] {-3, -2},
                                new double[] {1, 2},
                                axis(AxisPlace.X, AxisStyle.DEFAULT.withLogarithmic(true))))
                        .x()
                        .orElseThrow()
                        .ticks())
                .as("nothing to show")
                .isNotEmpty();
    }

    /// Nothing throws, and no label is empty or no number, whatever the values.
    @ParameterizedTest
    @CsvSource({
        "1e-300, 2e-300",
        "1e300, 1.5e300",
        "-1e307, 1e307",
        "5, 5",
        "0, 0",
        "1e15, 1.000000000000001e15",
        "-2e9, 4e9"
    })
    void awkwardValuesAreDrawn(double from, double to) {
        double[] x = {from, from / 2 + to / 2, to};
        for (boolean log : new boolean[] {false, true}) {
            FigureLayout layout = drawn(figure(
                    x,
                    x,
                    axis(AxisPlace.X, AxisStyle.DEFAULT.withLogarithmic(log)),
                    axis(AxisPlace.Y, AxisStyle.DEFAULT.withReversed(true).withOppositeSide(true))));
            for (Axis axis : layout.axes().values()) {
                assertThat(axis.low()).isLessThan(axis.high());
                assertThat(axis.ticks()).isNotEmpty().allSatisfy(tick -> assertThat(
                                axis.label(tick, NumberNotation.POINT))
                        .isNotEmpty()
                        .doesNotContain("NaN", "Inf"));
            }
        }
    }

    @Test
    void axesHaveNoNumbersWhereNothingIsPlotted() throws IOException {
        double[] none = {};
        assertThat(svg(figure(none, none)))
                .contains("No row has a number in both x and y.")
                .doesNotContain(">0.5<");
        assertThat(svg(figure(
                        none,
                        none,
                        axis(AxisPlace.X, AxisStyle.DEFAULT.withLimits(Optional.of(0.0), Optional.of(1.0))))))
                .as("limits by hand")
                .contains(">0.5<");
        assertThat(svg(figure(new double[] {0, 1}, new double[] {0, 1}))).contains(">0.5<");
    }

    @Test
    void limitsStepsAndPartsAreAsTyped() {
        double[] x = {1, 2, 3, 4};
        FigureLayout layout = drawn(figure(
                x,
                x,
                axis(
                        AxisPlace.X,
                        AxisStyle.DEFAULT
                                .withLimits(Optional.of(-1.0), Optional.of(7.0))
                                .withStep(Optional.of(2.5))
                                .withMinorIntervals(Optional.of(5))
                                .withDecimals(Optional.of(2)))));
        Axis axis = layout.x().orElseThrow();
        assertThat(axis.ticks()).containsExactly(0.0, 2.5, 5.0);
        assertThat(axis.ticks().stream().map(tick -> axis.label(tick, NumberNotation.POINT)))
                .containsExactly("0.00", "2.50", "5.00");
        assertThat(axis.minorTicks()).hasSize(17);
        assertThat(layout.px(-1)).isCloseTo(layout.plot().getMinX(), within(1e-9));
        FigureLayout zoomed = drawn(
                figure(x, x, new Zoom(1, Map.of(AxisPlace.X, new Zoom.Limits(Optional.of(2.0), Optional.of(3.0))))));
        assertThat(zoomed.x().orElseThrow().low()).isEqualTo(2);
        assertThat(drawn(figure(
                                new double[] {100, 101},
                                new double[] {1, 2},
                                axis(AxisPlace.X, AxisStyle.DEFAULT.withIncludesZero(true))))
                        .x()
                        .orElseThrow()
                        .low())
                .isLessThanOrEqualTo(0);
    }

    @Test
    void twoScalesThatWouldHideOneAnotherAreMovedApart() {
        double[] x = IntStream.range(0, 20).asDoubleStream().toArray();
        double[] y = Arrays.stream(x).map(v -> 1 + v / 3).toArray();
        FigureAnalysis figure = figure(
                x,
                y,
                new helvo.core.study.ColumnEdit.SetRole(1, 3, Role.Y),
                new FigureEdit.SetSeriesStyle(1, SECOND, SeriesStyle.DEFAULT.withRightAxis(Optional.of(true))));
        FigureLayout layout = drawn(figure);
        assertThat(layout.axes()).containsKeys(AxisPlace.Y, AxisPlace.RIGHT);
        double apart = IntStream.range(0, 20)
                .mapToDouble(i -> Math.abs(layout.py(AxisPlace.Y, y[i]) - layout.py(AxisPlace.RIGHT, y[i] * 100 + 3)))
                .average()
                .orElseThrow();
        assertThat(apart).isGreaterThan(layout.plot().getHeight() * 0.08);
        assertThat(layout.place(new HitTarget.AxisTitle(AxisPlace.RIGHT))
                        .orElseThrow()
                        .getCenterX())
                .isGreaterThan(layout.plot().getMaxX());
    }

    @Test
    void curvesAreExtendedHiddenAndReadOffWhereTheyCrossAValue() {
        double[] x = {1, 2, 3, 4, 5, 6};
        double[] y = Arrays.stream(x).map(v -> v * v).toArray();
        FigureAnalysis figure = figure(
                x,
                y,
                new FigureEdit.ChooseCurve(1, Y, new Polynomial(2)),
                new FigureEdit.SetCurveStyle(1, Y, CurveStyle.DEFAULT.reaching(Optional.of(-2.0), Optional.of(9.0))),
                new FigureEdit.PutNote(1, new Note.ReadingMarker(1, Y, true, 20, true)),
                new FigureEdit.PutNote(1, new Note.Rule(2, true, 90, "limit")));
        FigureLayout layout = drawn(figure);
        assertThat(layout.x().orElseThrow().low()).isLessThan(-2);
        assertThat(layout.y().orElseThrow().high())
                .as("the reference line is in view")
                .isGreaterThanOrEqualTo(90);
        assertThat(layout.at(layout.px(7), layout.py(AxisPlace.Y, 49))).hasValue(new HitTarget.CurveOf(Y));
        assertThat(layout.at(layout.px(9), layout.py(AxisPlace.Y, 81))).hasValue(new HitTarget.CurveEnd(Y, true));
        SeriesAnalysis squares = figure.series().getFirst();
        assertThat(ReadingPlace.of(new Note.ReadingMarker(1, Y, true, 20, true), squares)
                        .orElseThrow()
                        .x())
                .isCloseTo(Math.sqrt(20), within(1e-12));
        assertThat(ReadingPlace.of(new Note.ReadingMarker(1, Y, true, -1, true), squares))
                .isEmpty();
        FigureLayout without =
                drawn(figure(x, y, new FigureEdit.SetCurveStyle(1, Y, CurveStyle.DEFAULT.withShown(false))));
        assertThat(without.place(new HitTarget.CurveOf(Y))).isEmpty();
    }

    /// What is read off stands beside the line to its axis, where it hides no point.
    @Test
    void whatIsReadOffHidesNoPoint() throws Exception {
        double[] x = IntStream.rangeClosed(0, 24).mapToDouble(i -> i / 2.0).toArray();
        double[] y = Arrays.stream(x).map(v -> 150 * Math.exp(-0.31 * v)).toArray();
        for (double at : new double[] {4, 6, 12, 40, 100}) {
            FigureAnalysis figure = figure(
                    x,
                    y,
                    new FigureEdit.ChooseCurve(1, Y, new Exponential(false)),
                    new FigureEdit.PutNote(1, new Note.ReadingMarker(1, Y, true, at, true)));
            FigureLayout layout = drawn(figure);
            Matcher words = Pattern.compile(
                            "<text x=\"([\\d.]+)\" y=\"([\\d.]+)\"[^>]* textLength=\"([\\d.]+)\"[^>]*>x = ")
                    .matcher(svg(figure));
            assertThat(words.find()).isTrue();
            double left = Double.parseDouble(words.group(1));
            double foot = Double.parseDouble(words.group(2));
            var box = new Rectangle2D.Double(left, foot - 7, Double.parseDouble(words.group(3)), 7);
            assertThat(IntStream.range(0, x.length)
                            .filter(i ->
                                    box.intersects(layout.px(x[i]) - 2.5, layout.py(AxisPlace.Y, y[i]) - 2.5, 5, 5)))
                    .as("points under what is read off at %s", at)
                    .isEmpty();
        }
    }

    /// Without colour too, 64 series differ, by shape, filling or dash.
    @Test
    void noTwoOfSixtyFourSeriesLookAlike() {
        var looks = IntStream.range(0, 64).mapToObj(DefaultSeriesStyle::of).toList();
        assertThat(looks.stream()
                        .map(style -> List.of(style.marker(), style.filled(), style.dash()))
                        .distinct())
                .hasSize(64);
    }

    @Test
    void aReadingOutsideTheAxesWidensThemUnlessItIsNotWanted() {
        double[] x = {1, 2, 3, 4, 5, 6};
        for (boolean fromY : new boolean[] {false, true}) {
            FigureLayout widened =
                    drawn(figure(x, x, new FigureEdit.PutNote(1, new Note.ReadingMarker(1, Y, fromY, 11, true))));
            assertThat(widened.x().orElseThrow().high()).isGreaterThanOrEqualTo(11);
            assertThat(widened.y().orElseThrow().high()).isGreaterThanOrEqualTo(11);
            assertThat(widened.at(widened.px(9), widened.py(AxisPlace.Y, 9)))
                    .as("the curve reaches it")
                    .hasValue(new HitTarget.CurveOf(Y));
            FigureLayout kept =
                    drawn(figure(x, x, new FigureEdit.PutNote(1, new Note.ReadingMarker(1, Y, fromY, 11, false))));
            assertThat(kept.x().orElseThrow().high()).isLessThan(8);
            assertThat(kept.place(new HitTarget.NoteOf(1, 0))).isEmpty();
        }
    }

    /// A power of ten that labels leave out stands in the title, also in one that somebody wrote.
    @Test
    void aTitleOfOnesOwnKeepsThePowerOfTenOfItsAxis() throws Exception {
        double[] x = {1e7, 2e7, 3e7};
        assertThat(svg(figure(
                        x,
                        x,
                        axis(AxisPlace.X, AxisStyle.DEFAULT.withTitle(Optional.of("Cycles (turns)"))),
                        axis(AxisPlace.Y, AxisStyle.DEFAULT.withTitle(Optional.of("Wear"))))))
                .contains("Cycles (10⁶ turns)", "Wear (10⁶)");
    }

    @ParameterizedTest
    @CsvSource({"160, 140", "85, 75"})
    void longTitlesBreakIntoLinesAndLoseNothing(double width, double height) throws Exception {
        String title =
                "Stretch of the cord after a night in the salt bath and a morning under the lamp, less the slack";
        double[] x = {1, 2, 3};
        FigureAnalysis figure = figure(
                x,
                x,
                axis(AxisPlace.X, AxisStyle.DEFAULT.withTitle(Optional.of(title))),
                axis(AxisPlace.Y, AxisStyle.DEFAULT.withTitle(Optional.of(title))),
                new FigureEdit.SetTitle(1, Optional.of(title)),
                new FigureEdit.Resize(1, width, height));
        String words = svg(figure).replaceAll("<[^>]*>", " ").replaceAll("\\s+", "");
        assertThat(words.split(java.util.regex.Pattern.quote(title.replace(" ", "")), -1))
                .as("title three times")
                .hasSize(4);
        FigureLayout layout = drawn(figure);
        assertThat(layout.notices()).isEmpty();
        for (HitTarget part : List.of(
                new HitTarget.Title(), new HitTarget.AxisTitle(AxisPlace.X), new HitTarget.AxisTitle(AxisPlace.Y))) {
            var place = layout.place(part).orElseThrow();
            assertThat(place.getMinX()).isGreaterThanOrEqualTo(-6);
            assertThat(place.getMaxX()).isLessThanOrEqualTo(layout.width() + 6);
            assertThat(place.intersects(layout.plot()))
                    .as("%s on the plot", part)
                    .isFalse();
        }
        assertThat(drawn(figure(
                                x,
                                x,
                                new FigureEdit.SetTitle(1, Optional.of("word ".repeat(90))),
                                new FigureEdit.Resize(1, 60, 60)))
                        .notices())
                .anyMatch(each -> each.startsWith("The title of the figure is too long"));
    }

    @Test
    void valuesThatAreAllAlikeHaveAnAxisWithNumbers() {
        double[] x = {1, 2, 3, 4};
        for (double value : new double[] {0, 7, -3.25, 1e9, 1e-9, 1e150}) {
            double[] alike = {value, value, value, value};
            for (FigureLayout layout : List.of(
                    drawn(figure(x, alike)),
                    drawn(figure(alike, x)),
                    drawn(figure(x, alike, axis(AxisPlace.Y, AxisStyle.DEFAULT.withLogarithmic(value > 0)))))) {
                for (AxisPlace place : List.of(AxisPlace.X, AxisPlace.Y)) {
                    Axis axis = layout.axes().get(place);
                    List<String> labels = axis.ticks().stream()
                            .map(tick -> axis.label(tick, NumberNotation.POINT))
                            .toList();
                    assertThat(labels)
                            .as("%s of %s", place, value)
                            .hasSizeGreaterThanOrEqualTo(2)
                            .doesNotHaveDuplicates();
                }
            }
        }
    }

    @Test
    void anotherUnitHasTheOtherAxisByItself() {
        double[] x = {1, 2, 3};
        Edit second = new helvo.core.study.ColumnEdit.SetRole(1, 3, Role.Y);
        FigureAnalysis figure = figure(x, x, second);
        assertThat(drawn(figure).axes()).containsKey(AxisPlace.RIGHT);
        assertThat(figure.rightByUnit()).extracting(Column::name).containsExactly("Heat");
        FigureAnalysis back = figure(
                x,
                x,
                second,
                new FigureEdit.SetSeriesStyle(1, SECOND, SeriesStyle.DEFAULT.withRightAxis(Optional.of(false))));
        assertThat(drawn(back).axes()).doesNotContainKey(AxisPlace.RIGHT);
        assertThat(back.rightByUnit()).isEmpty();
    }

    /// An arrow whose tip lies on a label can be dragged off it; labels keep away from what notes say.
    @Test
    void tipsOfArrowsLieInFrontAndLabelsKeepAwayFromNotes() {
        double[] x = {1, 2, 3, 4, 5, 6};
        FigureLayout plain = drawn(figure(x, x));
        Rectangle2D label = plain.place(new HitTarget.CurveLabel(Y)).orElseThrow();
        var onLabel = new Note.Text.Target(plain.xAt(label.getCenterX()), plain.yAt(AxisPlace.Y, label.getCenterY()));
        FigureLayout pointed = drawn(figure(
                x, x, new FigureEdit.PutNote(1, new Note.Text(1, "heater off", 1.5, 5.5, Optional.of(onLabel)))));
        assertThat(pointed.place(new HitTarget.CurveLabel(Y)).orElseThrow()).isEqualTo(label);
        assertThat(pointed.at(label.getCenterX(), label.getCenterY())).hasValue(new HitTarget.NoteOf(1, 1));
        FigureLayout said = drawn(figure(
                x,
                x,
                new FigureEdit.PutNote(1, new Note.Text(1, "heater off", onLabel.x(), onLabel.y(), Optional.empty()))));
        Rectangle2D note = said.place(new HitTarget.NoteOf(1, 0)).orElseThrow();
        assertThat(said.place(new HitTarget.CurveLabel(Y)).orElseThrow().intersects(note))
                .isFalse();
    }

    /// A legend covers no point: where none is free within the plot it stands above it, and stays there when the
    /// axes are moved.
    @ParameterizedTest
    @CsvSource({"8, false", "400, true", "2000, true"})
    void theLegendStandsAboveAFullPlot(int points, boolean above) {
        var random = new Random(3);
        double[] x = random.doubles(points, 0, 10).toArray();
        double[] y = points < 10 ? x : random.doubles(points, 0, 10).toArray();
        Edit always = new FigureEdit.SetLegend(1, LegendStyle.DEFAULT.withShown(LegendStyle.Shown.ALWAYS));
        FigureAnalysis figure = figure(x, y, always, new FigureEdit.Show(1, Layer.EQUATIONS, false));
        FigureLayout layout = drawn(figure);
        Rectangle2D legend = layout.place(new HitTarget.Legend()).orElseThrow();
        assertThat(layout.plot().intersects(legend)).isEqualTo(!above);
        assertThat(legend.getMinY()).isGreaterThan(layout.title().getMaxY());
        assertThat(layout.at(legend.getCenterX(), legend.getCenterY())).hasValue(new HitTarget.LegendEntry(Y));
        if (above) {
            assertThat(legend.getMaxY()).isLessThanOrEqualTo(layout.plot().getMinY());
            FigureLayout moved = drawn(figure(
                    x,
                    y,
                    always,
                    axis(AxisPlace.X, AxisStyle.DEFAULT.withLimits(Optional.of(0.0), Optional.of(40.0)))));
            assertThat(moved.plot()).isEqualTo(layout.plot());
            FigureLayout put = drawn(figure(
                    x,
                    y,
                    new FigureEdit.SetLegend(
                            1,
                            LegendStyle.DEFAULT
                                    .withShown(LegendStyle.Shown.ALWAYS)
                                    .withAt(Optional.of(new CurveStyle.Spot(0.5, 0.5))))));
            assertThat(put.plot().contains(put.place(new HitTarget.Legend()).orElseThrow()))
                    .isTrue();
        } else {
            for (int i = 0; i < points; i++) {
                assertThat(legend.contains(layout.px(x[i]), layout.py(AxisPlace.Y, y[i])))
                        .isFalse();
            }
        }
    }

    @Test
    void groupsHaveOneCurveMoreForAll() {
        var cells = new Cells.Builder();
        IntStream.range(0, 12).forEach(i -> cells.add(new Cell.Text(i % 2 == 0 ? "dry" : "wet")));
        double[] x = IntStream.range(0, 12).asDoubleStream().toArray();
        FigureAnalysis plain = figure(x, x);
        var columns = new ArrayList<>(plain.table().columns());
        columns.add(new Column(4, new Heading("Cord", ""), Kind.TEXT, Role.BY, 0, cells.build()));
        Study study = new StudyEdit.ReplaceTable(
                        new Table(1, "t", DecimalMark.POINT, Optional.empty(), columns, ExcludedRows.NONE))
                .apply(StudyEdit.AddTable.to(Study.EMPTY, plain.table()).apply(Study.EMPTY));
        FigureAnalysis figure = Analysis.of(
                        new FigureEdit.Show(1, Layer.POOLED, true).apply(study), Analysis.EMPTY, Progress.none())
                .figures()
                .getFirst();
        assertThat(figure.series()).extracting(series -> series.points().size()).containsExactly(6, 6, 12);
        FigureLayout layout = drawn(figure);
        assertThat(layout.place(new HitTarget.CurveOf(SeriesKey.pooled(2)))).isPresent();
        assertThat(layout.nearest(figure, layout.px(3), layout.py(AxisPlace.Y, 3), 5)
                        .orElseThrow()
                        .series()
                        .label())
                .isEqualTo("wet");
    }

    @Test
    void aSmoothLineRisesAndFallsOnlyWhereItsPointsDo() {
        double[] x = {0, 1, 2, 3, 4, 10, 10, 11};
        double[] y = {0, 0, 0, 5, 5, 5.1, 5.3, 0};
        Path2D path = MonotoneSpline.path(x, y, x.length);
        var flat = new java.awt.geom.FlatteningPathIterator(path.getPathIterator(null), 1e-4);
        double[] at = new double[6];
        double highest = 0;
        double lowest = 0;
        for (; !flat.isDone(); flat.next()) {
            flat.currentSegment(at);
            highest = Math.max(highest, at[1]);
            lowest = Math.min(lowest, at[1]);
        }
        assertThat(highest).as("the mean of two points at one x").isCloseTo(5.2, within(1e-9));
        assertThat(lowest).isZero();
    }

    @Test
    void repeatedPointsColoursAndLabelsAreDrawnAndKeyed() {
        double[] x = {1, 1, 1, 2, 3, 4};
        FigureAnalysis figure = figure(
                x,
                new double[] {1, 1, 1, 2.5, 2.8, 4},
                new FigureEdit.SetSeriesStyle(
                        1,
                        Y,
                        SeriesStyle.DEFAULT
                                .withBySize(true)
                                .withLabels(Optional.of(1))
                                .withColoredBy(Optional.of(SeriesStyle.ColorBy.RESIDUAL))
                                .withOpacity(Optional.of(0.5))));
        FigureLayout layout = drawn(figure);
        assertThat(layout.place(new HitTarget.ColorKey(Y))).isPresent();
        var colors = ColorScale.of(
                        figure,
                        figure.series().getFirst(),
                        figure.figure().style().series(Y))
                .orElseThrow();
        assertThat(colors.low()).as("limits about zero are symmetric").isEqualTo(-colors.high());
    }

    @Test
    void everyStyleOfOursDrawsWithItsTextInProportion() {
        double[] x = {1, 2, 3, 4};
        for (SheetStyle.Named style : SheetStyle.PRESETS) {
            FigureLayout layout = drawn(figure(x, x, new FigureEdit.SetSheet(1, style.style())));
            assertThat(layout.width()).isCloseTo(style.style().widthMm() * 72 / 25.4, within(1e-9));
            assertThat(layout.plot().getHeight()).as(style.name()).isGreaterThan(0.3 * layout.height());
        }
        Raster clear = Raster.draw(
                figure(x, x, new FigureEdit.SetSheet(1, SheetStyle.DEFAULT.withBackground(Optional.empty()))),
                1,
                Progress.none());
        assertThat(clear.image().getRGB(2, 2) >>> 24).as("no ground").isZero();
    }

    /// An opaque sheet is written without opacity: smaller, and the same to see. One without a background keeps it.
    @Test
    void aPictureHasOpacityOnlyWhereThePageShowsThrough() throws IOException {
        double[] x = {1, 2, 3, 4};
        FigureAnalysis opaque = figure(x, x);
        BufferedImage picture = ImageIO.read(new ByteArrayInputStream(
                FigureFile.bytes(FigureFormat.PNG, Drawing.of(opaque), 72, false, Progress.none())));
        assertThat(picture.getColorModel().hasAlpha()).isFalse();
        BufferedImage drawn = Raster.draw(opaque, 1, Progress.none()).image();
        for (int row = 0; row < picture.getHeight(); row++) {
            assertThat(picture.getRGB(0, row, picture.getWidth(), 1, null, 0, picture.getWidth()))
                    .isEqualTo(drawn.getRGB(0, row, drawn.getWidth(), 1, null, 0, drawn.getWidth()));
        }
        FigureAnalysis clear =
                figure(x, x, new FigureEdit.SetSheet(1, SheetStyle.DEFAULT.withBackground(Optional.empty())));
        BufferedImage through = ImageIO.read(new ByteArrayInputStream(
                FigureFile.bytes(FigureFormat.PNG, Drawing.of(clear), 72, false, Progress.none())));
        assertThat(through.getColorModel().hasAlpha()).isTrue();
        assertThat(through.getRGB(2, 2) >>> 24).isZero();
    }

    /// Colours of series stay apart for people who lack one kind of cone: Machado, Oliveira & Fernandes 2009, IEEE
    /// Trans. Vis. Comput. Graph. 15:1291, table 1 (severity 1), and CIE 1976 colour differences. Where two come
    /// near, their shapes differ.
    @Test
    void seriesAreToldApartWithoutFullColourVision() {
        double[][][] views = {
            {{1, 0, 0}, {0, 1, 0}, {0, 0, 1}},
            {{0.152286, 1.052583, -0.204868}, {0.114503, 0.786281, 0.099216}, {-0.003882, -0.048116, 1.051998}},
            {{0.367322, 0.860646, -0.227968}, {0.280085, 0.672501, 0.047413}, {-0.011820, 0.042940, 0.968881}},
            {{1.255528, -0.076749, -0.178779}, {-0.078411, 0.930809, 0.147602}, {0.004733, 0.691367, 0.303900}}
        };
        for (double[][] view : views) {
            for (int i = 0; i < 8; i++) {
                for (int j = 0; j < i; j++) {
                    assertThat(DefaultSeriesStyle.of(i).marker())
                            .isNotEqualTo(DefaultSeriesStyle.of(j).marker());
                    double difference = difference(lab(Palette.series(i), view), lab(Palette.series(j), view));
                    assertThat(difference).as("series %d and %d", i, j).isGreaterThan(i < 4 ? 5 : 3);
                }
            }
        }
        double lightness = Double.POSITIVE_INFINITY;
        for (int i = 0; i <= 20; i++) {
            double next = lab(ColorMap.SEQUENTIAL.at(i / 20.0), views[0])[0];
            assertThat(next).as("a sequential ramp only darkens").isLessThan(lightness);
            lightness = next;
        }
    }

    private static double difference(double[] a, double[] b) {
        return Math.sqrt(Math.pow(a[0] - b[0], 2) + Math.pow(a[1] - b[1], 2) + Math.pow(a[2] - b[2], 2));
    }

    private static double[] lab(Color color, double[][] view) {
        double[] linear = IntStream.of(color.getRed(), color.getGreen(), color.getBlue())
                .mapToDouble(c -> c / 255.0)
                .map(c -> c <= 0.04045 ? c / 12.92 : Math.pow((c + 0.055) / 1.055, 2.4))
                .toArray();
        double[] seen = Arrays.stream(view)
                .mapToDouble(row -> Math.clamp(row[0] * linear[0] + row[1] * linear[1] + row[2] * linear[2], 0, 1))
                .toArray();
        double x = f((0.4124 * seen[0] + 0.3576 * seen[1] + 0.1805 * seen[2]) / 0.9505);
        double y = f(0.2126 * seen[0] + 0.7152 * seen[1] + 0.0722 * seen[2]);
        double z = f((0.0193 * seen[0] + 0.1192 * seen[1] + 0.9505 * seen[2]) / 1.089);
        return new double[] {116 * y - 16, 500 * (x - y), 200 * (y - z)};
    }

    private static double f(double t) {
        return t > 0.008856 ? Math.cbrt(t) : 7.787 * t + 16 / 116.0;
    }
}
