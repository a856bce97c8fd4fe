package helvo.core.results;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.CurveIntersection;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.FoundReading;
import helvo.core.fit.Curve;
import helvo.core.fit.Exponential;
import helvo.core.fit.Fit;
import helvo.core.fit.FixedInterceptLine;
import helvo.core.fit.Line;
import helvo.core.fit.Polynomial;
import helvo.core.fit.Power;
import helvo.core.number.DecimalMark;
import helvo.core.prediction.InverseReading;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.style.Note;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.SeriesKey;
import helvo.core.table.Table;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class ResultsTest {
    private static final double[] X =
            IntStream.rangeClosed(1, 12).mapToDouble(i -> i).toArray();

    @Test
    void aLineSpeaksOfSlopeAndInterceptInUnits() {
        Results results = readout(new Line(), "Load (N)", "Stretch (mm)", X, noisy(v -> 0.2 * v + 0.3, 0.01));
        assertThat(results.equation()).matches("Stretch = 0\\.\\d+ Load \\+ 0\\.\\d+");
        assertThat(results.units()).isEqualTo("Stretch in mm, Load in N; ± one standard error");
        assertThat(results.printed())
                .containsPattern("slope +0\\.\\d+ ± 0\\.\\d+ mm/N")
                .containsPattern("intercept +0\\.\\d+ ± 0\\.\\d+ mm\\n")
                .contains(
                        "Very strong, rising and significant. The line on Load accounts for 99.",
                        "12 of 12 rows used.");
    }

    @Test
    void aPolynomialNamesItsCoefficientsAndRaisesUnits() {
        Results results = readout(new Polynomial(3), "Time / s", "Way", X, noisy(v -> v * v * v - 2 * v, 0.5));
        assertThat(results.equation())
                .containsPattern("^Way = [0-9.]+ Time³ [+−] [0-9.]+ Time² − [0-9.]+ Time [+−] [0-9.]+$");
        assertThat(results.printed())
                .contains("1/s³", "1/s²")
                .containsPattern("The curve leaves less than 0.01 % of the variation "
                        + "in Way; the points scatter about it by s = \\S+, \\S+ % of the span of Way");
    }

    @Test
    void severalWordsArePartedFromTheirFactor() {
        assertThat(readout(new Line(), "Cord diameter", "Force", X, noisy(v -> 3 * v, 0.1))
                        .equation())
                .contains(" · Cord diameter");
    }

    @Test
    void aHeldInterceptIsPartOfTheEquationAndItsRSquaredIsNamed() {
        double[] y = noisy(v -> 2 * v - 1.5, 0.05);
        assertThat(readout(new FixedInterceptLine(-1.5), "a", "b", X, y).equation())
                .endsWith(" a − 1.5");
        Results proportional = readout(new FixedInterceptLine(0), "a", "b", X, y);
        assertThat(proportional.equation()).endsWith(" a");
        assertThat(proportional.printed()).contains("about zero").doesNotContain("accounts for");
    }

    @Test
    void weaknessAndChanceAreSaidApart() {
        Results weak = readout(new Line(), "x", "y", new double[] {1, 2, 3, 4}, new double[] {2, 5, 1, 4});
        assertThat(weak.printed())
                .contains("Negligible and rising, but not significant: chance alone could give such an r.");
        Results strong = readout(new Line(), "x", "y", new double[] {1, 2, 3}, new double[] {9, 5, 4});
        assertThat(strong.printed()).contains("Very strong and falling, but not significant");
    }

    /// A limit that lies many ± off has digits of its own, not those down to the place of ±.
    @Test
    void limitsFarOffHaveTwoDigits() {
        double[] years = {1990, 1995, 2000, 2005, 2010, 2015};
        double[] y = {12.1, 14.6, 13.2, 19.8, 22.5, 24.1};
        assertThat(readout(new Power(false), "Year", "Load", years, y).printed())
                .contains("95 %: 3.3 × 10⁻²⁸⁷ to 4 × 10⁻¹⁰⁸");
    }

    @Test
    void whatDoesNotExistIsSaidInWords() {
        Results exact = readout(new Line(), "x", "y", new double[] {1, 2}, new double[] {2, 5});
        assertThat(exact.printed())
                .contains("slope       3\n", "R²          1\n", "no scatter is left to judge by")
                .doesNotContain("NaN", "±");
        Results level = readout(new Line(), "x", "y", X, new double[12]);
        assertThat(level.printed())
                .contains("R² has no value: all y are equal.")
                .doesNotContain("NaN");
        Results none = readout(new Polynomial(2), "x", "y", new double[] {1, 2}, new double[] {2, 5});
        assertThat(none.equation()).isEmpty();
        assertThat(none.printed()).contains("Quadratic: Only 2 points: this curve needs at least 3.");
    }

    @Test
    void aBentRelationWarns() {
        Results bent = readout(new Line(), "x", "y", X, noisy(v -> v * v, 0.01));
        assertThat(bent.lines()).anySatisfy(line -> {
            assertThat(line).isInstanceOf(Results.Line.Advice.class);
            var advice = (Results.Line.Advice) line;
            assertThat(advice.warns()).isTrue();
            assertThat(advice.text())
                    .startsWith("The residuals run in a sag (next term: F = ")
                    .endsWith("A power curve or a quadratic leaves none.");
            assertThat(advice.offers())
                    .extracting(SuggestedAction::label)
                    .containsExactly("Show the power curve", "Show the quadratic", "Linearise …", "See the residuals");
        });
    }

    /// A program that evaluates the copied equation gets the fitted values back.
    @Test
    void theExactEquationIsAtFullPrecision() {
        FigureAnalysis figure = figure(new Polynomial(2), "x", "y", X, noisy(v -> 1 - v - v * v / 7, 0.3));
        Fit fit = figure.series().getFirst().fit().orElseThrow();
        double[] c = fit.coefficients().stream()
                .mapToDouble(coefficient -> coefficient.value())
                .toArray();
        String exact = new EquationText(figure.series().getFirst().equation().orElseThrow(), figure.numbers()).exact();
        assertThat(exact).isEqualTo("y = " + c[2] + "*x^2 - " + -c[1] + "*x + " + c[0]);
        assertThat(Results.of(figure, figure.series().getFirst()).copied())
                .contains("\n" + exact + "\n", "c2\t" + c[2] + " ± ");
    }

    /// Readings and crossings are found by the analysis; the results only print them, whatever they are.
    @Test
    void readingsAreSaidNotSolved() {
        FigureAnalysis figure =
                figure(new Exponential(false), "Time (s)", "Dye (g)", X, noisy(v -> 9 * Math.exp(-v / 4), 0.05));
        Fit fit = figure.series().getFirst().fit().orElseThrow();
        var key = SeriesKey.whole(2);
        var at = new FoundReading(
                new Note.ReadingMarker(1, key, true, 5, true),
                fit,
                Optional.empty(),
                List.of(new InverseReading(42, OptionalDouble.of(41), OptionalDouble.of(43), 0)));
        var crossing = new CurveIntersection(key, key, List.of(7.5));
        var told = new FigureAnalysis(
                figure.figure(),
                figure.table(),
                figure.series(),
                figure.comparisons(),
                figure.numbers(),
                List.of(at),
                List.of(crossing));
        assertThat(Results.of(told, told.series().getFirst()).printed())
                .contains(
                        "Dye 5       42.0 ± 1.0 s",
                        "95 % between 41.0 and 43.0, for a y that is exact.",
                        "at Time 7.5.");
    }

    @Test
    void theAnalysisReadsWhatTheFigureAsks() {
        FigureAnalysis figure = figure(
                new Exponential(false),
                "Time (s)",
                "Dye (g)",
                X,
                noisy(v -> 9 * Math.exp(-v / 4), 0.05),
                new FigureEdit.PutNote(1, new Note.ReadingMarker(1, SeriesKey.whole(2), true, 4.5, true)),
                new FigureEdit.PutNote(1, new Note.ReadingMarker(2, SeriesKey.whole(2), false, 4, true)));
        assertThat(figure.readings()).hasSize(2);
        assertThat(figure.readings().getFirst().when())
                .singleElement()
                .satisfies(solution -> assertThat(solution.value()).isCloseTo(4 * Math.log(2), within(0.05)));
        assertThat(figure.readings().get(1).at().orElseThrow().value()).isCloseTo(9 / Math.E, within(0.05));
    }

    private static double[] noisy(java.util.function.DoubleUnaryOperator curve, double scatter) {
        var random = new Random(8);
        return java.util.Arrays.stream(X)
                .map(v -> curve.applyAsDouble(v) + scatter * random.nextGaussian())
                .toArray();
    }

    private static Results readout(Curve curve, String x, String y, double[] xs, double[] ys) {
        FigureAnalysis figure = figure(curve, x, y, xs, ys);
        return Results.of(figure, figure.series().getFirst());
    }

    private static FigureAnalysis figure(Curve curve, String x, String y, double[] xs, double[] ys, Edit... edits) {
        var table = new Table(
                0,
                "t",
                DecimalMark.POINT,
                Optional.empty(),
                List.of(
                        new Column(1, Heading.of(x), Kind.NUMBER, Role.X, 0, Cells.ofNumbers(xs)),
                        new Column(2, Heading.of(y), Kind.NUMBER, Role.Y, 0, Cells.ofNumbers(ys))),
                ExcludedRows.NONE);
        Study study = StudyEdit.AddTable.to(Study.EMPTY, table).apply(Study.EMPTY);
        study = new FigureEdit.ChooseCurve(1, SeriesKey.whole(2), curve).apply(study);
        for (Edit edit : edits) {
            study = edit.apply(study);
        }
        return Analysis.ofChosenCurves(study, Progress.none()).figures().getFirst();
    }
}
