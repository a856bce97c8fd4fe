package helvo.core.derive;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;
import static org.assertj.core.groups.Tuple.tuple;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.number.DecimalMark;
import helvo.core.points.ErrorBars;
import helvo.core.quality.Problem;
import helvo.core.quality.Problems;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Figure;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.table.BarMeaning;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ColumnFormat;
import helvo.core.table.Decision;
import helvo.core.table.Derivation;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.ProblemKind;
import helvo.core.table.Role;
import helvo.core.table.Statistic;
import helvo.core.table.Table;
import helvo.core.table.UniformBarLength;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class DerivationsTest {
    private static final Study STUDY = study(
            new Column(1, new Heading("Cord", ""), Kind.TEXT, Role.NONE, 0, texts("A", "A", "B", "B", "C", "C")),
            number(2, "Load", Role.X, 2, 4, 2, 4, 2, 4),
            number(3, "± Load", Role.X_BAR, .1, .1, .1, .1, .1, .1),
            number(4, "Stretch", Role.Y, 4, 16, 5, 0, 6, 20),
            number(5, "± Stretch", Role.Y_BAR, .5, .5, .5, .5, .5, .5));

    private static Study study(Column... columns) {
        return Study.EMPTY.withTableAndFigure(
                new Table(1, "Pulls", DecimalMark.POINT, Optional.empty(), List.of(columns), ExcludedRows.NONE),
                Figure.of(1, 1));
    }

    private static Column number(int id, String name, Role role, double... values) {
        return new Column(id, new Heading(name, ""), Kind.NUMBER, role, 0, Cells.ofNumbers(values));
    }

    private static Cells texts(String... texts) {
        return Cells.of(Arrays.stream(texts).<Cell>map(Cell.Text::new).toList());
    }

    private static double[] values(Table table, int column) {
        return IntStream.range(0, table.rows())
                .mapToDouble(table.column(column).cells()::number)
                .toArray();
    }

    private static FigureAnalysis figure(Study study) {
        return Analysis.of(study, Analysis.EMPTY, Progress.none()).figures().getFirst();
    }

    /// Bars of 5 % on the source are 10 % of its square, and follow when they change; a set role or another
    /// column's bars come first.
    @Test
    void barsOfItsOwnAreCarriedOverToo() {
        Study own = new ColumnEdit.SetOwnBars(1, 2, new UniformBarLength(5, true))
                .apply(study(number(2, "Load", Role.X, 2, 4, 6), number(4, "Stretch", Role.Y, 4, 16, 36)));
        Study squared = new ColumnEdit.Derive(1, new Heading("Load²", "N²"), "{2}^2", Role.X, true).apply(own);
        assertThat(Arrays.stream(figure(squared)
                                .series()
                                .getFirst()
                                .points()
                                .xBars()
                                .up())
                        .toArray())
                .usingComparatorWithPrecision(1e-14)
                .containsExactly(.4, 1.6, 3.6);
        Study longer = new ColumnEdit.SetOwnBars(1, 2, new UniformBarLength(10, true)).apply(squared);
        assertThat(figure(longer).series().getFirst().points().xBars().up()[0]).isCloseTo(.8, within(1e-14));
    }

    /// Halves of their own downwards; negative lengths and text give none; scaling multiplies what was typed.
    @Test
    void barsOfUnequalHalves() {
        Study study = study(
                number(1, "t", Role.X, 1, 2, 3),
                number(2, "a", Role.Y, 3, 4, 5),
                number(3, "up", Role.Y_BAR, .1, .2, -.3),
                number(4, "down", Role.Y_DOWN, .4, .5, .6));
        ErrorBars bars = figure(study).series().getFirst().points().yBars();
        assertThat(bars.up()).containsExactly(.1, .2, Double.NaN);
        assertThat(bars.down()).containsExactly(.4, .5, .6);
        assertThat(bars.isEven()).isFalse();
        assertThat(bars.has(2)).isFalse();
        assertThat(figure(study).series().getFirst().bounds().orElseThrow().without())
                .containsExactly(2);
        assertThat(figure(new ColumnEdit.ScaleBars(1, 2, 10).apply(study))
                        .series()
                        .getFirst()
                        .points()
                        .yBars()
                        .down())
                .containsExactly(4, 5, 6);
        Study swapped = new StudyEdit.SwapAxes(1).apply(study);
        assertThat(figure(swapped).series().getFirst().points().xBars().down()).containsExactly(.4, .5, .6);
    }

    /// What if the spread of repeats were twice as large: the bars of the averages are.
    @Test
    void barsThatFollowRepeatsCanBeScaled() {
        Study averaged = new StudyEdit.Summarise(
                        1, "Averages", List.of(2), List.of(4), List.of(Statistic.MEAN, Statistic.STANDARD_DEVIATION))
                .apply(STUDY);
        int table = averaged.tables().getLast().id();
        int y = averaged.tables().getLast().first(Role.Y).orElseThrow().id();
        Study scaled = new ColumnEdit.ScaleBars(table, y, 2).apply(averaged);
        double[] before = Analysis.of(averaged, Analysis.EMPTY, Progress.none())
                .figures()
                .getLast()
                .series()
                .getFirst()
                .points()
                .yBars()
                .up();
        double[] after = Analysis.of(scaled, Analysis.EMPTY, Progress.none())
                .figures()
                .getLast()
                .series()
                .getFirst()
                .points()
                .yBars()
                .up();
        assertThat(after)
                .usingComparatorWithPrecision(1e-14)
                .containsExactly(Arrays.stream(before).map(bar -> 2 * bar).toArray());
    }

    /// Squaring doubles the relative bar: 0.1 of 2 is 5 %, 0.4 of 4 is 10 %.
    @Test
    void aSquaredColumnIsFittedWithItsBars() {
        Table table = new ColumnEdit.Derive(1, new Heading("Load²", "N²"), "{2}^2", Role.X, true)
                .apply(STUDY)
                .table(1);
        assertThat(table.columns())
                .extracting(Column::name, Column::role)
                .containsExactly(
                        tuple("Cord", Role.NONE),
                        tuple("Load", Role.NONE),
                        tuple("± Load", Role.NONE),
                        tuple("Load²", Role.X),
                        tuple("± Load²", Role.X_BAR),
                        tuple("Stretch", Role.Y),
                        tuple("± Stretch", Role.Y_BAR));
        assertThat(values(table, 6)).containsExactly(4, 16, 4, 16, 4, 16);
        assertThat(values(table, 7)).usingComparatorWithPrecision(1e-15).containsExactly(.4, .8, .4, .8, .4, .8);
        Study changed = new TableEdit.SetCell(1, 2, 0, "3")
                .apply(new ColumnEdit.Derive(1, new Heading("Load²", "N²"), "{2}^2", Role.X, true).apply(STUDY));
        assertThat(changed.table(1).column(6).cells().number(0)).isEqualTo(9);
        assertThat(changed.table(1).column(7).cells().number(0)).isCloseTo(.6, within(1e-15));
        assertThat(figure(changed).series().getFirst().points().xBars().up()[0]).isCloseTo(.6, within(1e-15));
        assertThat(new TableEdit.SetCell(1, 6, 0, "99").apply(changed))
                .as("a derived cell is not typed over")
                .isEqualTo(changed);
    }

    /// Two independent sources: u² = (y u_x)² + (x u_y)² for a product; a mixture of meanings is brought to
    /// standard deviations.
    @Test
    void uncertaintiesAddInQuadratureEachByItsMeaning() {
        Study meant = new ColumnEdit.SetBarMeaning(1, 3, BarMeaning.STANDARD_DEVIATION).apply(STUDY);
        Table table = new ColumnEdit.Derive(1, new Heading("Work", "mJ"), "{2} {4}", Role.NONE, false)
                .apply(meant)
                .table(1);
        Column carried = table.column(7);
        assertThat(carried.barMeaning()).isEqualTo(BarMeaning.STANDARD_DEVIATION);
        assertThat(carried.cells().number(0)).isCloseTo(Math.sqrt(.4 * .4 + 1 / 3.0), within(1e-15));
        assertThat(new ColumnEdit.SetBarMeaning(1, 5, BarMeaning.STANDARD_DEVIATION).change(table))
                .satisfies(changed -> assertThat(Derivations.refreshed(table, changed)
                                .column(7)
                                .cells()
                                .number(0))
                        .isCloseTo(Math.sqrt(.16 + 1), within(1e-15)));
    }

    @Test
    void aRowWithoutAResultIsEmptyAndSaysWhy() {
        Study study = new ColumnEdit.Derive(1, new Heading("r", ""), "1/{4}", Role.Y, true)
                .apply(new TableEdit.SetCell(1, 4, 1, "").apply(STUDY));
        Table table = study.table(1);
        assertThat(table.column(6).shown(3, DecimalMark.POINT)).isEmpty();
        assertThat(Problems.in(table).groups())
                .extracting(Problem::sort, problem -> problem.why(table), Problem::row)
                .containsExactly(tuple(ProblemKind.NO_RESULT, "division by zero", 3));
        var rows = figure(study).series().getFirst().rows();
        assertThat(rows.unusable()).containsExactly(1, 3);
        assertThat(rows.why(3)).isEqualTo("division by zero");
    }

    @Test
    void derivedColumnsFollowEachOtherAndNeverThemselves() {
        Study study = new ColumnEdit.Derive(1, new Heading("b", ""), "{6} + 1", Role.NONE, false)
                .apply(new ColumnEdit.Derive(1, new Heading("a", ""), "2 {2}", Role.NONE, false).apply(STUDY));
        int b = study.table(1).columns().stream()
                .filter(column -> column.name().equals("b"))
                .findFirst()
                .orElseThrow()
                .id();
        assertThat(values(study.table(1), b)).startsWith(5, 9);
        Study changed = new ColumnEdit.SetFormula(1, 6, new Heading("a", ""), "3 {2}").apply(study);
        assertThat(values(changed.table(1), b)).startsWith(7, 13);
        assertThatThrownBy(() -> new ColumnEdit.SetFormula(1, 6, new Heading("a", ""), "{" + b + "}").apply(study))
                .hasMessageContaining("follows itself");
        Table without = new ColumnEdit.RemoveColumn(1, 2).apply(study).table(1);
        assertThat(values(without, b)).as("keeps its values").startsWith(5, 9);
        assertThat(without.column(6).isDerived()).isFalse();
        assertThat(without.column(b).isDerived()).isTrue();
    }

    /// However a table of many blocks is edited, what is recomputed block by block is what all rows give at once.
    @Property(tries = 20, seed = "26")
    void recomputingWhatChangedGivesTheSameAsRecomputingAll(@ForAll long seed) {
        var random = new Random(seed);
        double[] x =
                IntStream.range(0, 9000).mapToDouble(i -> random.nextInt(50)).toArray();
        Study study = new ColumnEdit.Derive(1, new Heading("z", ""), "1/({1} - 7) + {2}", Role.NONE, false)
                .apply(study(number(1, "x", Role.X, x), number(2, "y", Role.Y, x)));
        for (int i = 0; i < 6; i++) {
            study = (switch (random.nextInt(4)) {
                        case 0 ->
                            new TableEdit.SetCell(
                                    1,
                                    1 + random.nextInt(2),
                                    random.nextInt(9100),
                                    Integer.toString(random.nextInt(20)));
                        case 1 -> new TableEdit.RemoveRows(1, List.of(random.nextInt(8000)));
                        case 2 -> new TableEdit.InsertRows(1, random.nextInt(8000), 1);
                        default -> new TableEdit.SetCell(1, 1, random.nextInt(9000), "odd");
                    })
                    .apply(study);
            Table table = study.table(1);
            Table anew = Derivations.refreshed(
                    table.withColumns(List.of()), table.withColumn(3, old -> old.withCells(Cells.NONE)));
            assertThat(table).isEqualTo(anew);
        }
    }

    @Test
    void aSetSplitsTheRowsAgainstAllOthers() {
        Study study = new ColumnEdit.NameSet(
                        1, 1, "cords A and C", List.of(new Cell.Text("A"), new Cell.Text("C")), "others")
                .apply(STUDY);
        assertThat(figure(study).series())
                .extracting(series -> series.label(), series -> series.points().size())
                .containsExactly(tuple("cords A and C", 4), tuple("others", 2));
        Study moved = new TableEdit.SetCell(1, 1, 0, "B").apply(study);
        assertThat(figure(moved).series())
                .extracting(series -> series.points().size())
                .containsExactly(3, 3);
    }

    @Test
    void averagesFollowTheirSourceAndTheirSpreadServesAsBars() {
        Study study = new StudyEdit.Summarise(
                        1,
                        "Pulls by Load",
                        List.of(2),
                        List.of(4),
                        List.of(Statistic.MEAN, Statistic.STANDARD_DEVIATION, Statistic.COUNT))
                .apply(STUDY);
        Table means = study.table(2);
        assertThat(means.columns())
                .extracting(Column::name, Column::role)
                .containsExactly(
                        tuple("Load", Role.X),
                        tuple("mean Stretch", Role.Y),
                        tuple("standard deviation of Stretch", Role.Y_BAR),
                        tuple("number of Stretch", Role.NONE));
        assertThat(values(means, 1)).containsExactly(2, 4);
        assertThat(values(means, 2)).containsExactly(5, 12);
        assertThat(values(means, 3)[0]).isEqualTo(1);
        assertThat(means.column(3).barMeaning()).isEqualTo(BarMeaning.STANDARD_DEVIATION);
        Study without = new TableEdit.ExcludeRows(1, List.of(3), "slipped").apply(study);
        assertThat(values(without.table(2), 2)).containsExactly(5, 18);
        Study further = new ColumnEdit.Derive(2, new Heading("double", ""), "2 {2}", Role.NONE, false).apply(without);
        Study typed = new TableEdit.SetCell(1, 4, 5, "22").apply(further);
        assertThat(values(typed.table(2), 5)).as("derived from a summary").containsExactly(10, 38);
        assertThat(new TableEdit.RemoveRows(2, List.of(0)).apply(typed))
                .as("its rows are its source's")
                .isEqualTo(typed);
        Study aside = new TableEdit.ExcludeRows(2, List.of(1), "doubtful").apply(typed);
        Study earlier = new TableEdit.SetCell(1, 2, 0, "1").apply(aside);
        assertThat(values(earlier.table(2), 1)).containsExactly(1, 4, 2);
        assertThat(earlier.table(2).excluded().reasons())
                .as("excluded by its group")
                .containsOnlyKeys(1);
        Table alone = new StudyEdit.RemoveTable(1).apply(typed).table(2);
        assertThat(alone.summary()).isEmpty();
        assertThat(values(alone, 2)).containsExactly(5, 19);
        assertThat(alone.column(5).derivation()).contains(new Derivation.Formula("2 {2}"));
    }

    /// Against two-pass sums in exact decimals.
    @Property(tries = 100, seed = "26")
    void statisticsKeepTheirDigitsFarFromZero(@ForAll long seed) {
        var random = new Random(seed);
        double[] values = IntStream.range(0, 2 + random.nextInt(30))
                .mapToDouble(i -> 1e9 + random.nextInt(1000) / 1024.0)
                .toArray();
        var n = java.math.BigDecimal.valueOf(values.length);
        var context = new java.math.MathContext(60);
        var sum = Arrays.stream(values)
                .mapToObj(java.math.BigDecimal::new)
                .reduce(java.math.BigDecimal::add)
                .orElseThrow();
        var mean = sum.divide(n, context);
        var squares = Arrays.stream(values)
                .mapToObj(java.math.BigDecimal::new)
                .map(v -> v.subtract(mean).pow(2))
                .reduce(java.math.BigDecimal::add)
                .orElseThrow();
        double deviation = squares.divide(n.subtract(java.math.BigDecimal.ONE), context)
                .sqrt(context)
                .doubleValue();
        assertThat(Statistic.MEAN.of(values)).isEqualTo(mean.doubleValue());
        assertThat(Statistic.SUM.of(values)).isEqualTo(sum.doubleValue());
        assertThat(Statistic.STANDARD_DEVIATION.of(values)).isCloseTo(deviation, within(4e-15 * deviation + 1e-15));
        assertThat(Statistic.STANDARD_DEVIATION.of(new double[] {5})).isNaN();
        assertThat(Statistic.MEDIAN.of(new double[] {3, 1, 2, 10})).isEqualTo(2.5);
    }

    @Test
    void everyYStandsOverTheNearestXAtItsLeft() {
        Study study = study(
                number(1, "t", Role.X, 1, 2),
                number(2, "a", Role.Y, 3, 4),
                number(3, "u", Role.NONE, 10, 20),
                number(4, "b", Role.Y, 5, 6),
                number(5, "± b", Role.Y_BAR, .1, .2));
        Study paired = new ColumnEdit.UseAsFurtherX(1, 3).apply(study);
        assertThat(figure(paired).series())
                .extracting(series -> series.points().x()[1])
                .containsExactly(2.0, 20.0);
        assertThat(figure(paired).series())
                .extracting(series -> series.points().yBars().up().length)
                .containsExactly(0, 2);
        assertThat(new ColumnEdit.MoveColumn(1, 3, 0).apply(paired).table(1).columns())
                .extracting(Column::name)
                .containsExactly("u", "t", "a", "b", "± b");
        History history = History.from(paired).with(new TableEdit.MoveRows(1, 1, 1, -1), Instant.EPOCH);
        assertThat(values(history.study().table(1), 1)).containsExactly(2, 1);
    }

    /// Of rows that no edit touched the results are kept, blocks of rows as they are.
    @Test
    void whatNoEditTouchedIsNotComputedAgain() {
        double[] x = IntStream.range(0, 8192).mapToDouble(row -> row).toArray();
        Study study = new ColumnEdit.Derive(1, new Heading("z", ""), "2 {1}", Role.NONE, false)
                .apply(study(number(1, "x", Role.X, x), number(2, "y", Role.Y, x)));
        Cells before = study.table(1).column(3).cells();
        Study typed = new TableEdit.SetCell(1, 1, 4096, "1").apply(study);
        Cells after = typed.table(1).column(3).cells();
        assertThat(after.number(4096)).isEqualTo(2);
        assertThat(after.sharesBlock(before, 0)).isTrue();
        assertThat(after.sharesBlock(before, 4096)).isFalse();
        Cells other = new TableEdit.SetCell(1, 1, 0, "1")
                .apply(study)
                .table(1)
                .column(3)
                .cells();
        assertThat(other.sharesBlock(before, 4096)).isTrue();
        assertThat(other.sharesBlock(before, 0)).isFalse();
        assertThat(new TableEdit.SetCell(1, 2, 0, "7")
                        .apply(study)
                        .table(1)
                        .column(3)
                        .cells())
                .as("of a column that it does not follow")
                .isSameAs(before);
        Cells tripled = new ColumnEdit.SetFormula(1, 3, new Heading("z", ""), "3 {1}")
                .apply(study)
                .table(1)
                .column(3)
                .cells();
        assertThat(tripled.number(8191)).isEqualTo(3.0 * 8191);
        assertThat(tripled.sharesBlock(before, 4096)).isFalse();
    }

    /// The means and the spread of repeats take their place, as y with bars; a row without values has neither.
    @Test
    void repeatsAreAveragedRowByRow() {
        Study study = study(
                number(1, "Load", Role.X, 5, 10, 15),
                number(2, "Stretch 1", Role.Y, 1, 2),
                number(3, "± Stretch 1", Role.Y_BAR, .1, .1, .1),
                number(4, "Stretch 2", Role.Y, 3),
                number(5, "Mass", Role.Y, 7, 8, 9));
        Study averaged = new ColumnEdit.AverageRepeats(
                        1, List.of(2, 4), new Heading("Stretch", "mm"), Statistic.STANDARD_ERROR)
                .apply(study);
        Table table = averaged.table(1);
        assertThat(table.columns())
                .extracting(Column::name, Column::role)
                .containsExactly(
                        tuple("Load", Role.X),
                        tuple("Stretch 1", Role.NONE),
                        tuple("± Stretch 1", Role.NONE),
                        tuple("Stretch 2", Role.NONE),
                        tuple("Stretch", Role.Y),
                        tuple("standard error of Stretch", Role.Y_BAR),
                        tuple("Mass", Role.Y));
        assertThat(values(table, 6)).containsExactly(2, 2, Double.NaN);
        assertThat(values(table, 7)).containsExactly(1, Double.NaN, Double.NaN);
        assertThat(table.column(7).barMeaning()).isEqualTo(BarMeaning.STANDARD_ERROR);
        assertThat(table.column(6).cells().cell(2)).isEqualTo(Cell.EMPTY);
        assertThat(values(new TableEdit.SetCell(1, 4, 1, "4").apply(averaged).table(1), 6))
                .containsExactly(2, 3, Double.NaN);
        assertThatThrownBy(() ->
                        Derivations.with(table, new Heading("z", ""), new Derivation.Formula("2 +"), Role.NONE, false))
                .hasMessageContaining("is not a formula over the table Pulls");
    }

    /// Text groups give `by`, numbers x, the first middle y and its spread the bars; others have no role.
    @Test
    void rolesAndFormatsOfASummary() {
        Table source = STUDY.table(1)
                .withColumns(List.of(
                        STUDY.table(1).column(1),
                        new Column(
                                6,
                                new Heading("Lot", ""),
                                Kind.TEXT,
                                Role.NONE,
                                0,
                                texts("a", "a", "a", "a", "b", "b")),
                        STUDY.table(1).column(2),
                        STUDY.table(1).column(4)));
        Table summary = Summaries.of(
                2,
                "Means",
                source,
                List.of(1, 6, 2),
                List.of(4),
                List.of(Statistic.COUNT, Statistic.MEDIAN, Statistic.STANDARD_DEVIATION, Statistic.MEAN));
        assertThat(summary.columns())
                .extracting(Column::role)
                .containsExactly(Role.BY, Role.NONE, Role.X, Role.NONE, Role.Y, Role.Y_BAR, Role.NONE);
        assertThat(summary.columns())
                .extracting(Column::format)
                .endsWith(
                        new ColumnFormat.AsWritten(0),
                        new ColumnFormat.Significant(6),
                        new ColumnFormat.Significant(3),
                        new ColumnFormat.Significant(6));
        Table two = Summaries.of(2, "Means", source, List.of(1), List.of(2, 4), List.of(Statistic.MEAN));
        assertThat(two.columns()).extracting(Column::role).containsExactly(Role.BY, Role.Y, Role.NONE);
    }

    /// Of a column of values that is gone they stay; without a column to group by the table is one of its own.
    @Test
    void whatASummaryFollowedIsGone() {
        Study study =
                new StudyEdit.Summarise(1, "Means", List.of(2), List.of(4, 5), List.of(Statistic.MEAN)).apply(STUDY);
        Table without = new ColumnEdit.RemoveColumn(1, 5).apply(study).table(2);
        assertThat(without.summary()).isPresent();
        assertThat(without.column(3).isDerived()).isFalse();
        assertThat(values(without, 3)).containsExactly(.5, .5);
        assertThat(without.column(2).isDerived()).isTrue();
        Table alone = new ColumnEdit.RemoveColumn(1, 2).apply(study).table(2);
        assertThat(alone.summary()).isEmpty();
        assertThat(alone.columns()).noneMatch(Column::isDerived);
        assertThat(values(alone, 2)).containsExactly(5, 12);
    }

    /// A decision about a group goes with it.
    @Test
    void decisionsFollowTheirGroups() {
        Table summary = Summaries.of(2, "Means", STUDY.table(1), List.of(2), List.of(4), List.of(Statistic.MEAN))
                .withDecisions(List.of(new Decision(1, 2, new Cell.Text("4"), ProblemKind.FAR, Decision.Choice.KEPT)));
        Table moved = new TableEdit.SetCell(1, 2, 0, "1").apply(STUDY).table(1);
        assertThat(Summaries.refreshed(summary, moved).decisions())
                .containsExactly(new Decision(1, 2, new Cell.Text("4"), ProblemKind.FAR, Decision.Choice.KEPT));
        Table first = new TableEdit.ExcludeRows(1, List.of(0, 2, 4), "low")
                .apply(STUDY)
                .table(1);
        assertThat(Summaries.refreshed(summary, first).decisions())
                .extracting(Decision::row)
                .containsExactly(0);
        Table none = new TableEdit.ExcludeRows(1, List.of(1, 3, 5), "high")
                .apply(STUDY)
                .table(1);
        assertThat(Summaries.refreshed(summary, none).decisions()).isEmpty();
    }
}
