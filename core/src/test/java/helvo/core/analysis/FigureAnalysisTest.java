package helvo.core.analysis;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.fit.Line;
import helvo.core.fit.Polynomial;
import helvo.core.number.DateText;
import helvo.core.number.DecimalMark;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Edit;
import helvo.core.study.Figure;
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
import helvo.core.table.RowCondition;
import helvo.core.table.SeriesKey;
import helvo.core.table.Table;
import helvo.core.table.UniformBarLength;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/// What is known of a figure, from the table and what was chosen.
class FigureAnalysisTest {
    private static Column column(int id, String heading, Role role, Object... values) {
        return new Column(
                id,
                Heading.of(heading),
                values[0] instanceof String ? Kind.TEXT : Kind.NUMBER,
                role,
                0,
                Cells.of(Arrays.stream(values)
                        .map(value -> value instanceof Number n
                                ? new Cell.Number(n.doubleValue())
                                : value == null ? Cell.EMPTY : new Cell.Text(value.toString()))
                        .toList()));
    }

    private static Study study(Column... columns) {
        var table = new Table(1, "Cords", DecimalMark.COMMA, Optional.empty(), List.of(columns), ExcludedRows.NONE);
        return StudyEdit.AddTable.to(Study.EMPTY, table).apply(Study.EMPTY);
    }

    private static Study after(Study study, Edit... edits) {
        Study changed = study;
        for (Edit edit : edits) {
            changed = edit.apply(changed);
        }
        return changed;
    }

    private static FigureAnalysis figure(Study study) {
        return Analysis.of(study, Analysis.EMPTY, Progress.none()).figure(1);
    }

    /// Two groups of two y columns in different units over x: lines that cross at x = 2.5.
    private static Study groups() {
        return study(
                column(1, "Cord", Role.BY, "dry", "salt", "dry", "salt", "dry", "salt", "dry", "salt"),
                column(2, "Load (N)", Role.X, 1, 1, 2, 2, 3, 3, 4, 4),
                column(3, "Stretch (mm)", Role.Y, 1, 4, 2, 3, 3, 2, 4, 1),
                column(4, "Heat (°C)", Role.Y, 5, 5, 6, 7, 7, 9, 8, 11),
                column(5, "Extra (mm)", Role.NONE, 1, 1, 1, 1, 1, 1, 1, 1));
    }

    @Test
    void seriesHaveTheNamesPlacesAndAxesOfTheirGroups() {
        FigureAnalysis figure = figure(after(groups(), new FigureEdit.Show(1, Layer.POOLED, true)));
        assertThat(figure.series())
                .extracting(SeriesAnalysis::label)
                .containsExactly(
                        "Stretch, dry", "Stretch, salt", "Stretch, pooled", "Heat, dry", "Heat, salt", "Heat, pooled");
        assertThat(figure.series()).extracting(SeriesAnalysis::slot).containsExactly(0, 1, 0, 2, 3, 0);
        assertThat(figure.series(SeriesKey.pooled(3)).orElseThrow().points().size())
                .isEqualTo(8);
        assertThat(figure.series(SeriesKey.group(3, "wet"))).isEmpty();
        assertThat(figure.title()).isEqualTo("Stretch, Heat against Load");
        assertThat(figure.comparisons()).hasSize(2);
        assertThat(figure.isOnRight(SeriesKey.group(4, "dry")))
                .as("another unit")
                .isTrue();
        assertThat(figure.isOnRight(SeriesKey.group(3, "dry"))).isFalse();
        assertThat(figure.rightByUnit()).extracting(Column::name).containsExactly("Heat");
        Study left = after(
                groups(), figure.measuring(figure.table().column(4), false).toArray(Edit[]::new));
        assertThat(figure(left).isOnRight(SeriesKey.group(4, "dry")))
                .as("as somebody chose")
                .isFalse();
        assertThat(figure(left).rightByUnit()).isEmpty();
        Study sameUnit = after(groups(), new ColumnEdit.SetRole(1, 4, Role.NONE), new ColumnEdit.SetRole(1, 5, Role.Y));
        assertThat(figure(sameUnit).rightByUnit()).isEmpty();
    }

    @Test
    void curvesMeetWithinTheDataOfBoth() {
        List<CurveIntersection> crossings = figure(groups()).crossings();
        assertThat(crossings).hasSize(2);
        assertThat(crossings.getFirst().at()).singleElement().satisfies(at -> assertThat(at)
                .isCloseTo(2.5, within(1e-12)));
        assertThat(crossings.getFirst().with(SeriesKey.group(3, "dry"))).hasValue(SeriesKey.group(3, "salt"));
        assertThat(crossings.getFirst().with(SeriesKey.group(3, "salt"))).hasValue(SeriesKey.group(3, "dry"));
        assertThat(crossings.getFirst().with(SeriesKey.group(4, "dry"))).isEmpty();
    }

    @Test
    void whatIsMissingIsSaid() {
        assertThat(figure(after(groups(), new ColumnEdit.SetRole(1, 2, Role.NONE)))
                        .hint()
                        .orElseThrow())
                .startsWith("No column is x yet");
        assertThat(figure(study(column(1, "a", Role.X, 1), column(2, "b", Role.Y, (Object) null)))
                        .missing())
                .hasValue("No row has a number in both x and y.");
        assertThat(figure(study(column(1, "a", Role.X, 1, 2), column(2, "b", Role.Y, 2e300, 4e300)))
                        .missing())
                .hasValue("No row can be used: b is beyond 10^150, too large to reckon with; use another unit.");
        FigureAnalysis one = figure(study(column(1, "a", Role.X, 1), column(2, "b", Role.Y, 2)));
        assertThat(one.missing()).isEmpty();
        assertThat(one.hint()).hasValue("One point so far: a line needs two.");
        assertThat(figure(groups()).hint()).isEmpty();
        assertThat(figure(after(groups(), new ColumnEdit.SetRole(1, 2, Role.NONE)))
                        .title())
                .isEqualTo("Cords");
    }

    /// Through two figures, each with two columns of two groups: it never falls, and each part has its share.
    @Test
    void progressRises() {
        int rows = 40_000;
        Object[] cords = IntStream.range(0, rows)
                .mapToObj(i -> i % 2 == 0 ? "dry" : "salt")
                .toArray();
        Object[] loads = IntStream.range(0, rows).mapToObj(i -> i % 100).toArray();
        Object[] stretches = IntStream.range(0, rows).mapToObj(i -> i * 7 % 13).toArray();
        Study study = after(
                study(
                        column(1, "Cord", Role.BY, cords),
                        column(2, "Load", Role.X, loads),
                        column(3, "Stretch", Role.Y, stretches),
                        column(4, "Heat", Role.Y, stretches)),
                new StudyEdit.AddFigure(1));
        List<Double> told = Collections.synchronizedList(new ArrayList<>());
        Analysis.ofChosenCurvesAlone(study, told::add);
        for (double part : new double[] {0, 0.05, 0.1, 0.2, 0.3, 0.4, 0.5, 0.55, 0.6, 0.7, 0.8, 0.9}) {
            assertThat(told)
                    .as("the columns of each figure, then its four lines")
                    .anyMatch(share -> Math.abs(share - part) < 1e-9);
        }
        assertThat(told)
                .as("a share of the rows of a column")
                .anyMatch(share -> Math.abs(share - 0.05 * (1 << 14) / rows) < 1e-9);
        List<Double> known = told.stream().filter(share -> !share.isNaN()).toList();
        for (int i = 1; i < known.size(); i++) {
            assertThat(known.get(i))
                    .as("but for blocks of one sum, which are ready in any order")
                    .isBetween(known.get(i - 1) - 0.02, 1.0);
        }
    }

    /// What was read off the same curve before is taken over; off another it is read anew.
    @Test
    void readingsBelongToTheirCurves() {
        SeriesKey dry = SeriesKey.group(3, "dry");
        Study study = after(
                groups(),
                new FigureEdit.PutNote(1, new Note.ReadingMarker(1, dry, false, 3.5, true)),
                new FigureEdit.PutNote(1, new Note.ReadingMarker(2, dry, true, 2.5, true)));
        Analysis first = Analysis.of(study, Analysis.EMPTY, Progress.none());
        assertThat(first.figure(1).readings().getFirst().at().orElseThrow().value())
                .isCloseTo(3.5, within(1e-12));
        assertThat(first.figure(1).readings().getLast().when().getFirst().value())
                .isCloseTo(2.5, within(1e-12));
        Analysis moved = Analysis.of(
                after(study, new FigureEdit.PutNote(1, new Note.ReadingMarker(1, dry, false, 2, true))),
                first,
                Progress.none());
        assertThat(moved.figure(1).readings().getFirst().at().orElseThrow().value())
                .isCloseTo(2, within(1e-12));
        assertThat(moved.figure(1).readings().getLast().when())
                .isSameAs(first.figure(1).readings().getLast().when());
        Analysis bent = Analysis.of(
                after(study, new FigureEdit.ChooseCurve(1, dry, new Polynomial(2))), first, Progress.none());
        assertThat(bent.figure(1).readings().getLast().when())
                .isNotSameAs(first.figure(1).readings().getLast().when());
        assertThat(first.figure(1).drawsLike(first.figure(1))).isTrue();
        assertThat(first.figure(1).drawsLike(bent.figure(1))).isFalse();
        Analysis gone = Analysis.of(after(study, new FigureEdit.RemoveNote(1, 1)), first, Progress.none());
        assertThat(gone.figure(1).readings())
                .extracting(FoundReading::note)
                .extracting(Note::id)
                .containsExactly(2);
    }

    /// A knee: lines through the two halves are kept beside the line through all, and meet at the knee between
    /// them.
    @Test
    void furtherCurvesAreFittedToTheirPart() {
        Study knee = study(
                column(1, "Load (N)", Role.X, 1, 2, 3, 4, 6, 7, 8, 9),
                column(2, "Stretch (mm)", Role.Y, 1, 2, 3, 4, 7, 9, 11, 13));
        SeriesKey own = SeriesKey.whole(2);
        Figure first = knee.figures().getFirst();
        SeriesKey low = first.nextFurther(own);
        Study both = after(
                knee,
                new FigureEdit.AddCurve(1, low, new Line(), List.of(new RowCondition.Between(1, 1, 4))),
                new FigureEdit.AddCurve(1, own.further(2), new Line(), List.of(new RowCondition.Between(1, 6, 9))),
                new FigureEdit.AddCurve(1, own.further(3), new Polynomial(2), List.of()),
                new TableEdit.ExcludeRows(1, List.of(7), "slipped"));
        FigureAnalysis figure = figure(both);
        assertThat(figure.series())
                .extracting(SeriesAnalysis::label)
                .containsExactly(
                        "Stretch",
                        "Stretch, Load is 1 to 4, line",
                        "Stretch, Load is 6 to 9, line",
                        "Stretch, quadratic");
        assertThat(figure.series()).extracting(each -> each.points().size()).containsExactly(7, 4, 3, 7);
        assertThat(figure.series().get(2).rows().excluded()).containsExactly(7);
        assertThat(figure.series().get(2).fit().orElseThrow().slope().value()).isCloseTo(2, within(1e-13));
        assertThat(figure.series()).extracting(SeriesAnalysis::slot).doesNotHaveDuplicates();
        assertThat(figure.comparisons()).as("parts are no groups").isEmpty();
        CurveIntersection meet = figure.crossings().stream()
                .filter(each -> each.one().equals(low) && each.other().equals(own.further(2)))
                .findFirst()
                .orElseThrow();
        assertThat(meet.at().getFirst()).isCloseTo(5, within(1e-12));
        assertThat(figure.series().get(3).outcome(new Polynomial(2)))
                .isEqualTo(figure.series().getFirst().outcome(new Polynomial(2)));
        Analysis alone = Analysis.of(
                after(knee, new TableEdit.ExcludeRows(1, List.of(7), "slipped")), Analysis.EMPTY, Progress.none());
        SeriesAnalysis kept =
                Analysis.of(both, alone, Progress.none()).figure(1).series().getFirst();
        assertThat(kept.points())
                .as("one curve more fits none of the others again")
                .isSameAs(alone.figure(1).series().getFirst().points());
        assertThat(kept.outcomes()).isSameAs(alone.figure(1).series().getFirst().outcomes());
        Analysis before = Analysis.of(both, Analysis.EMPTY, Progress.none());
        Analysis bent = Analysis.of(
                after(both, new FigureEdit.ChooseCurve(1, low, new Polynomial(2))), before, Progress.none());
        assertThat(bent.figure(1).series().get(1).label()).isEqualTo("Stretch, Load is 1 to 4, quadratic");
        assertThat(bent.figure(1).series().getFirst())
                .isSameAs(before.figure(1).series().getFirst());
        Study gone = after(
                both,
                new FigureEdit.PutNote(1, new Note.ReadingMarker(1, low, false, 2, true)),
                new FigureEdit.RemoveCurve(1, low));
        assertThat(figure(gone).series()).hasSize(3);
        assertThat(gone.figure(1).style().notes()).as("with its readings").isEmpty();
        assertThat(gone.figure(1).nextFurther(own)).isEqualTo(own.further(4));
        var twice = new Figure.FurtherCurve(low, List.of());
        assertThatThrownBy(() -> first.withFurtherCurves(List.of(twice, twice)))
                .isInstanceOf(IllegalArgumentException.class);
    }

    /// Without the row the line is exact; with it, it is what it was.
    @Test
    void whatSettingARowAsideChangedIsKnown() {
        Study all = study(column(1, "x", Role.X, 1, 2, 3, 4, 5), column(2, "y", Role.Y, 2, 4, 5, 8, 10));
        SeriesAnalysis before = figure(all).series().getFirst();
        assertThat(before.diagnostics().orElseThrow().withExcluded()).isEmpty();
        SeriesAnalysis without = figure(after(all, new TableEdit.ExcludeRows(1, List.of(2), "slipped")))
                .series()
                .getFirst();
        assertThat(without.fit().orElseThrow().slope().value()).isEqualTo(2);
        assertThat(without.diagnostics()
                        .orElseThrow()
                        .withExcluded()
                        .orElseThrow()
                        .coefficients())
                .isEqualTo(before.fit().orElseThrow().coefficients());
    }

    /// Two of three days: x counts from the midnight before the first.
    @Test
    void datesCountFromTheMidnightBeforeTheFirst() {
        Study study = after(
                study(
                        column(1, "When", Role.X, "2026-03-05 12:00", "2026-03-06 12:00", "2026-03-08 00:00"),
                        column(2, "Creep (mm)", Role.Y, 1, 2, 3.5)),
                new ColumnEdit.SetKind(1, 1, Kind.DATE, DateText.Order.DAY_FIRST),
                new ColumnEdit.SetRole(1, 1, Role.X));
        FigureAnalysis figure = figure(study);
        TimeAxis time = figure.xTime().orElseThrow();
        assertThat(time.originText()).isEqualTo("2026-03-05");
        double[] x = figure.series().getFirst().points().x();
        double perDay = 86400 / time.per().seconds();
        assertThat(x).containsExactly(0.5 * perDay, 1.5 * perDay, 3 * perDay);
        assertThat(DateText.shown(time.seconds(x[1]), DateText.Form.MINUTE)).isEqualTo("2026-03-06 12:00");
        assertThat(figure.series().getFirst().rows().x().unitSentence())
                .isEqualTo("t in " + time.per().word() + "s since 2026-03-05");
        assertThat(figure(groups()).xTime()).isEmpty();
        assertThat(figure(groups()).series().getFirst().rows().x().unitSentence())
                .isEqualTo("Load in N");
        assertThat(new TimeAxis(0, time.per()).originText()).isEqualTo("midnight");
    }

    /// Dragging a bar changes its cell, or the length or percentage that all have, to two digits.
    @Test
    void aBarIsDraggedWhereItComesFrom() {
        Study columns = study(
                column(1, "x", Role.X, 1, 2, 3),
                column(2, "y", Role.Y, 10, 20, 30),
                column(3, "±", Role.Y_BAR, 1, -2, 3),
                column(4, "−", Role.Y_DOWN, 0.5, 0.5, 0.5));
        SeriesAnalysis series = figure(columns).series().getFirst();
        BarSource bars = series.rows().yBars();
        assertThat(series.points().yBars().up()).containsExactly(1, Double.NaN, 3);
        assertThat(series.points().yBars().down()).containsExactly(0.5, 0.5, 0.5);
        Table table = columns.table(1);
        assertThat(bars.dragged(table, 1, 20, 1.2345, false)).hasValue(new TableEdit.SetCell(1, 3, 1, "1,2"));
        assertThat(bars.dragged(table, 1, 20, 0, true)).hasValue(new TableEdit.SetCell(1, 4, 1, "0"));
        Study own = after(
                study(column(1, "x", Role.X, 1, 2, 3), column(2, "y", Role.Y, 10, -20, 30)),
                new ColumnEdit.SetOwnBars(1, 2, new UniformBarLength(5, true)));
        BarSource percent = figure(own).series().getFirst().rows().yBars();
        assertThat(figure(own).series().getFirst().points().yBars().up()).containsExactly(0.5, 1, 1.5);
        assertThat(percent.dragged(own.table(1), 1, -20, 2.02, false))
                .hasValue(new ColumnEdit.SetOwnBars(1, 2, new UniformBarLength(10, true)));
        assertThat(percent.isNone()).isFalse();
        assertThat(figure(groups()).series().getFirst().rows().yBars().isNone()).isTrue();
        assertThat(figure(groups()).series().getFirst().rows().yBars().dragged(table, 0, 1, 1, false))
                .isEmpty();
    }

    /// Bars in a multiple of their axis's unit are converted, both ways; those in another quantity are not taken.
    @Test
    void barsHaveTheUnitOfTheirAxis() {
        Study micrometres = study(
                column(1, "x", Role.X, 1, 2, 3),
                column(2, "y (mm)", Role.Y, 10, 20, 30),
                column(3, "± y (µm)", Role.Y_BAR, 100, 200, 300));
        SeriesAnalysis series = figure(micrometres).series().getFirst();
        assertThat(series.points().yBars().up()).containsExactly(0.1, 0.2, 0.3);
        assertThat(series.points().yBars().down()).containsExactly(0.1, 0.2, 0.3);
        assertThat(series.rows().yBars().dragged(micrometres.table(1), 2, 30, 0.4567, false))
                .hasValue(new TableEdit.SetCell(1, 3, 2, "460"));
        Study seconds = study(
                column(1, "x", Role.X, 1, 2, 3),
                column(2, "y (mm)", Role.Y, 10, 20, 30),
                column(3, "± y (s)", Role.Y_BAR, 1, 2, 3),
                column(4, "− y (s)", Role.Y_DOWN, 1, 2, 3));
        assertThat(figure(seconds).series().getFirst().rows().yBars().isNone()).isTrue();
        Study below = study(
                column(1, "x", Role.X, 1, 2, 3),
                column(2, "y", Role.Y, 10, 20, 30),
                column(4, "−", Role.Y_DOWN, 0.5, 0.5, null));
        ErrorBars halves = figure(below).series().getFirst().points().yBars();
        assertThat(halves.down()).containsExactly(0.5, 0.5, Double.NaN);
        assertThat(halves.up()).containsExactly(0, 0, 0);
        assertThat(figure(below).series().getFirst().rows().yBars().dragged(below.table(1), 0, 10, 0.7, true))
                .hasValue(new TableEdit.SetCell(1, 4, 0, "0,70"));
    }

    @Test
    void theStraightestTransformIsFound() {
        double[] x = IntStream.rangeClosed(1, 12).asDoubleStream().toArray();
        double[] y = Arrays.stream(x).map(each -> 3 * each * each - 2).toArray();
        y[0] = -1;
        var points = new Points(x, y, IntStream.range(0, 12).toArray(), ErrorBars.NONE, ErrorBars.NONE);
        List<Linearisation> found = Linearisation.of(points, Progress.none());
        assertThat(found.getFirst())
                .extracting(Linearisation::ofX, Linearisation::ofY)
                .containsExactly(Transform.NONE, Transform.NONE);
        assertThat(found.get(1))
                .extracting(Linearisation::ofX, Linearisation::ofY, Linearisation::left)
                .containsExactly(Transform.SQUARE, Transform.NONE, 0);
        assertThat(found.get(1).r2())
                .isGreaterThan(0.9999)
                .isGreaterThan(found.getFirst().r2());
        assertThat(found)
                .filteredOn(each -> each.ofY() == Transform.ROOT || each.ofY() == Transform.LOGARITHM)
                .allSatisfy(each ->
                        assertThat(each.left()).as("y = −1 has no value").isEqualTo(1));
        assertThat(found).hasSize(10).isSortedAccordingTo((a, b) -> Integer.compare(a.left(), b.left()));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "NONE|3|3|{7}|Load|N",
                "SQUARE|3|9|{7}^2|Load²|N²",
                "ROOT|9|3|√{7}|√Load|√N",
                "RECIPROCAL|4|0.25|1/{7}|1/Load|1/N",
                "LOGARITHM|1|0|ln({7})|ln Load|''"
            })
    void transformsHaveFormulasAndHeadings(
            Transform transform, double of, double is, String formula, String name, String unit) {
        assertThat(transform.of(of)).isEqualTo(is);
        assertThat(transform.formula(7)).isEqualTo(formula);
        assertThat(transform.heading(Heading.of("Load (N)"))).isEqualTo(new Heading(name, unit));
        assertThat(transform.heading(new Heading("Cord mass", "")).unit()).isEmpty();
        assertThat(transform.heading(new Heading("Cord mass", "g/m")).unit()).isIn("g/m", "g²/m²", "√(g/m)", "m/g", "");
        assertThat(transform.heading(new Heading("Cord mass", "zz/m")).unit())
                .isIn("zz/m", "(zz/m)²", "√(zz/m)", "1/(zz/m)", "");
        assertThat(Transform.RECIPROCAL.of(0)).isNaN();
    }
}
