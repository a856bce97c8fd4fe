package helvo.core.results;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Curve;
import helvo.core.fit.Exponential;
import helvo.core.fit.Fit;
import helvo.core.fit.Logarithmic;
import helvo.core.fit.Polynomial;
import helvo.core.fit.Power;
import helvo.core.number.DecimalMark;
import helvo.core.points.Weighting;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.Layer;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.style.Note;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.SeriesKey;
import helvo.core.table.Table;
import helvo.core.table.UniformBarLength;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/// Results from their first word to their last, as printed and as copied, against kept texts. Slopes, intercepts,
/// standard errors, residual standard deviations, bounds and readings in these texts were computed apart, by NumPy
/// and exact fractions, when they were kept; a changed word is a decision, a changed digit a fault.
class WholeResultsTest {
    private static final double[] LOAD = {5, 10, 15, 20, 25, 30, 35, 40};
    private static final double[] DRY = {1.31, 2.35, 3.20, 4.25, 5.38, 6.29, 7.62, 8.48};
    private static final double[] SALT = {1.65, 3.29, 4.77, 5.81, 7.43, 8.96, 10.28, 11.72};
    private static final SeriesKey Y = SeriesKey.whole(3);
    private static final SeriesKey OF_DRY = SeriesKey.group(3, "dry");

    /// What is read out.
    enum Scene {
        /// Two groups, pooled too, bars that a line passes through, readings both ways.
        GROUPS(figure(
                study(true, 0.35),
                new FigureEdit.Show(1, Layer.POOLED, true),
                new FigureEdit.PutNote(1, new Note.ReadingMarker(1, OF_DRY, false, 22, true)),
                new FigureEdit.PutNote(1, new Note.ReadingMarker(2, OF_DRY, true, 12, true)),
                new TableEdit.ExcludeRows(1, List.of(3), "slipped"))),
        /// Bars too short for any line, and what stands in the way.
        SHORT_BARS(figure(study(false, 0.05))),
        /// Points weighted by their bars, as stated and in proportion.
        STATED(figure(study(false, 0.1), new FigureEdit.SetWeighting(1, Weighting.STATED))),
        RELATIVE(figure(study(false, 0.1), new FigureEdit.SetWeighting(1, Weighting.RELATIVE))),
        /// Other shapes.
        QUADRATIC(figure(study(false, 0.35), curve(new Polynomial(2)))),
        LOGARITHMIC(figure(study(false, 0.35), curve(new Logarithmic()))),
        EXPONENTIAL_ON_LOGS(figure(study(false, 0.35), curve(new Exponential(true)))),
        POWER(figure(
                study(false, 0.35),
                curve(new Power(false)),
                new FigureEdit.PutNote(1, new Note.ReadingMarker(1, Y, true, 5, true)))),
        /// Bars in x and y, York's line, a point whose bar is missing.
        BARS_IN_BOTH(figure(
                study(false, 0.1),
                new ColumnEdit.SetOwnBars(1, 2, new UniformBarLength(0.5, false)),
                new FigureEdit.SetWeighting(1, Weighting.STATED),
                new TableEdit.SetCell(1, 4, 2, ""))),
        /// A bar of one percent, and one that is 0.
        PERCENT(figure(
                study(false, 0.1),
                new ColumnEdit.SetRole(1, 4, Role.NONE),
                new ColumnEdit.SetOwnBars(1, 3, new UniformBarLength(1, true)),
                new TableEdit.SetCell(1, 3, 0, "0"))),
        /// Far from 0 an equation is written over x − x0.
        YEARS(figure(
                years(),
                curve(new Exponential(false)),
                new FigureEdit.PutNote(1, new Note.ReadingMarker(1, Y, false, 2030, true)))),
        /// A line through all its points, and one that no bar fits.
        PERFECT(figure(new TableEdit.SetBlock(
                        1,
                        0,
                        2,
                        IntStream.range(0, 8)
                                .mapToObj(i -> List.of(Integer.toString(i + 1)))
                                .toList())
                .apply(study(false, 0.35)))),
        /// A slope that may be 0 has no limits where a line is read backwards.
        UNSURE(figure(
                new TableEdit.SetBlock(
                                1,
                                0,
                                2,
                                Stream.of("3", "5", "2", "4", "3", "5", "2", "5")
                                        .map(List::of)
                                        .toList())
                        .apply(study(false, 0.35)),
                new FigureEdit.PutNote(1, new Note.ReadingMarker(1, Y, true, 4, true))));

        private final FigureAnalysis figure;

        Scene(FigureAnalysis figure) {
            this.figure = figure;
        }
    }

    private static Edit curve(Curve curve) {
        return new FigureEdit.ChooseCurve(1, Y, curve);
    }

    private static Study study(boolean groups, double bar) {
        double[] x = groups ? both(LOAD, LOAD) : LOAD;
        double[] y = groups ? both(DRY, SALT) : DRY;
        double[] bars = new double[x.length];
        Arrays.fill(bars, bar);
        bars[0] *= 2;
        var cord = Cells.of(
                Arrays.stream(x).<Cell>mapToObj(_ -> new Cell.Text("dry")).toList());
        var cords = Cells.of(Stream.concat(
                        Stream.generate(() -> "dry").limit(8),
                        Stream.generate(() -> "salt").limit(8))
                .<Cell>map(Cell.Text::new)
                .toList());
        var table = new Table(
                1,
                "Stretch",
                DecimalMark.POINT,
                Optional.empty(),
                List.of(
                        new Column(
                                1,
                                new Heading("Cord", ""),
                                Kind.TEXT,
                                groups ? Role.BY : Role.NONE,
                                0,
                                groups ? cords : cord),
                        new Column(2, new Heading("Load", "N"), Kind.NUMBER, Role.X, 0, Cells.ofNumbers(x)),
                        new Column(3, new Heading("Stretch", "mm"), Kind.NUMBER, Role.Y, 2, Cells.ofNumbers(y)),
                        new Column(4, new Heading("±", "mm"), Kind.NUMBER, Role.Y_BAR, 2, Cells.ofNumbers(bars))),
                ExcludedRows.NONE);
        return StudyEdit.AddTable.to(Study.EMPTY, table).apply(Study.EMPTY);
    }

    private static Study years() {
        Study study = new TableEdit.SetBlock(
                        1,
                        0,
                        1,
                        IntStream.range(0, 8)
                                .mapToObj(i -> List.of(Integer.toString(2010 + 2 * i)))
                                .toList())
                .apply(study(false, 0.35));
        return new TableEdit.SetBlock(
                        1,
                        0,
                        2,
                        Stream.of("10", "12", "14.5", "17", "20.5", "25", "29", "35")
                                .map(List::of)
                                .toList())
                .apply(new ColumnEdit.SetHeading(1, 2, new Heading("Year", "")).apply(study));
    }

    private static double[] both(double[] first, double[] second) {
        return Stream.of(first, second).flatMapToDouble(Arrays::stream).toArray();
    }

    private static FigureAnalysis figure(Study study, Edit... edits) {
        Study changed = study;
        for (Edit edit : edits) {
            changed = edit.apply(changed);
        }
        return Analysis.of(changed, Analysis.EMPTY, Progress.none()).figures().getFirst();
    }

    private static String all(FigureAnalysis figure) {
        String compared = ComparisonResults.of(figure)
                .map(each -> "== compared\n" + each.printed())
                .orElse("");
        return figure.series().stream()
                        .map(series -> {
                            Results results = Results.of(figure, series);
                            return "== " + series.label() + "\n" + results.printed() + "-- copied\n" + results.copied()
                                    + asked(figure, series);
                        })
                        .collect(Collectors.joining("\n", "", "\n"))
                + compared;
    }

    /// What the command line reads off: inside the data and beyond, within reach and out of it.
    private static String asked(FigureAnalysis figure, SeriesAnalysis series) {
        var readings = new ReadingsResults(figure);
        Fit fit = series.fit().orElseThrow();
        double[] x = series.points().x();
        double[] y = series.points().y();
        List<Results.Line> lines = Stream.of(
                        readings.at(series, fit, x[2]),
                        readings.at(series, fit, 2 * x[x.length - 1] - x[0]),
                        readings.when(series, fit, y[3], 0),
                        readings.when(series, fit, -1e9, 0))
                .flatMap(List::stream)
                .toList();
        return new Results("", "asked", "", "", "", "", lines).printed();
    }

    @ParameterizedTest
    @EnumSource
    void saysAllOfIt(Scene scene) throws IOException {
        String name = scene.name().toLowerCase(java.util.Locale.ROOT).replace('_', '-') + ".txt";
        String said = all(scene.figure);
        try (InputStream kept = WholeResultsTest.class.getResourceAsStream(name)) {
            assertThat(kept).as(name + " is not kept; it says:\n" + said).isNotNull();
            assertThat(said).isEqualTo(new String(kept.readAllBytes(), StandardCharsets.UTF_8));
        }
    }
}
