package helvo.core.study;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.fit.Curve;
import helvo.core.fit.FixedInterceptLine;
import helvo.core.fit.FormulaCurve;
import helvo.core.fit.Line;
import helvo.core.fit.Polynomial;
import helvo.core.formula.CurveFormula;
import helvo.core.nonlinear.CoefficientSetting;
import helvo.core.number.DecimalMark;
import helvo.core.style.AxisPlace;
import helvo.core.style.AxisStyle;
import helvo.core.style.CurveStyle;
import helvo.core.style.Note;
import helvo.core.style.SeriesStyle;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.RowCondition;
import helvo.core.table.SeriesKey;
import helvo.core.table.Statistic;
import helvo.core.table.Table;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/// Laws that edits keep on any table: what undoes what, what goes along with rows, and what follows what.
class EditLawsTest {
    private static final int CORD = 1;
    private static final int LOAD = 2;
    private static final int STRETCH = 3;
    private static final int BAR = 4;

    /// One to twenty rows, some excluded, some cells of text or empty.
    private static Study any(Random random) {
        int rows = 1 + random.nextInt(20);
        var aside = new HashMap<Integer, String>();
        IntStream.range(0, rows).filter(_ -> random.nextInt(6) == 0).forEach(row -> aside.put(row, "reason " + row));
        var table = new Table(
                1,
                "Stretch",
                DecimalMark.POINT,
                Optional.empty(),
                List.of(
                        column(
                                CORD,
                                "Cord",
                                Kind.TEXT,
                                Role.BY,
                                cells(
                                        rows,
                                        row -> random.nextInt(7) == 0
                                                ? Cell.EMPTY
                                                : new Cell.Text(random.nextBoolean() ? "dry" : "salt"))),
                        column(
                                LOAD,
                                "Load",
                                Kind.NUMBER,
                                Role.X,
                                cells(rows, row -> new Cell.Number(random.nextInt(6)))),
                        column(STRETCH, "Stretch", Kind.NUMBER, Role.Y, cells(rows, row -> number(random))),
                        column(
                                BAR,
                                "±",
                                Kind.NUMBER,
                                Role.Y_BAR,
                                cells(rows, row -> new Cell.Number(random.nextInt(5) / 8.0)))),
                ExcludedRows.of(aside));
        return StudyEdit.AddTable.to(Study.EMPTY, table).apply(Study.EMPTY);
    }

    private static Cell number(Random random) {
        return switch (random.nextInt(8)) {
            case 0 -> Cell.EMPTY;
            case 1 -> new Cell.Text("about " + random.nextInt(3));
            default -> new Cell.Number(random.nextInt(-40, 40) / 4.0);
        };
    }

    private static Column column(int id, String name, Kind kind, Role role, Cells cells) {
        return new Column(id, new Heading(name, ""), kind, role, 2, cells);
    }

    private static Cells cells(int rows, java.util.function.IntFunction<Cell> each) {
        return Cells.of(IntStream.range(0, rows).mapToObj(each).toList());
    }

    /// A row as one would read it aloud: its cells and why it was excluded.
    private static List<String> rows(Study study) {
        Table table = study.table(1);
        return IntStream.range(0, table.rows())
                .mapToObj(row -> String.join(
                        "|",
                        Stream.concat(
                                        table.columns().stream()
                                                .map(column ->
                                                        column.cells().cell(row).toString()),
                                        Stream.of(table.excluded().reasons().getOrDefault(row, "-")))
                                .toList()))
                .toList();
    }

    private static Study after(Study study, Edit... edits) {
        Study changed = study;
        for (Edit edit : edits) {
            changed = edit.apply(changed);
        }
        return changed;
    }

    @Property(tries = 300, seed = "26")
    void whatOneEditDoesAnotherTakesBack(@ForAll Random random) {
        Study study = any(random);
        int rows = study.table(1).rows();
        int row = random.nextInt(rows);
        int count = 1 + random.nextInt(rows - row);
        int by = random.nextInt(-row, rows - row - count + 1);
        List<Integer> inserted = IntStream.range(row, row + count).boxed().toList();
        assertThat(after(study, new TableEdit.InsertRows(1, row, count), new TableEdit.RemoveRows(1, inserted)))
                .isEqualTo(study);
        assertThat(after(
                        study,
                        new TableEdit.MoveRows(1, row, count, by),
                        new TableEdit.MoveRows(1, row + by, count, -by)))
                .isEqualTo(study);
        List<Integer> used = IntStream.range(0, rows)
                .filter(each -> !study.table(1).excluded().has(each))
                .boxed()
                .toList();
        assertThat(after(study, new TableEdit.ExcludeRows(1, used, "all"), new TableEdit.IncludeRows(1, used)))
                .isEqualTo(study);
        int place = random.nextInt(4);
        int moved = 1 + random.nextInt(4);
        assertThat(after(
                        study,
                        new ColumnEdit.MoveColumn(1, moved, place),
                        new ColumnEdit.MoveColumn(1, moved, moved - 1)))
                .isEqualTo(study);
        SeriesKey own = SeriesKey.whole(STRETCH);
        SeriesKey further = own.further(1);
        Study limited = after(
                study,
                new FigureEdit.SetAxis(
                        1, AxisPlace.X, AxisStyle.DEFAULT.withLimits(Optional.of(1.0), Optional.of(9.0))),
                new FigureEdit.SetSeriesStyle(1, own, SeriesStyle.DEFAULT.withHidden(true)),
                new FigureEdit.ChooseCurve(1, own, new Polynomial(2)),
                new FigureEdit.AddCurve(1, further, new FixedInterceptLine(0), List.of()),
                new FigureEdit.PutNote(1, new Note.Text(1, "here", 2, 3, Optional.of(new Note.Text.Target(4, 5)))),
                new FigureEdit.PutNote(1, new Note.Rule(2, true, 6, "")),
                new FigureEdit.PutNote(1, new Note.Span(3, false, 7, 8, "")),
                new FigureEdit.PutNote(1, new Note.Result(4, own, "R²", 9, 10)),
                new FigureEdit.PutNote(1, new Note.ReadingMarker(5, further, false, 11, false)));
        Study swapped = after(limited, new StudyEdit.SwapAxes(1));
        assertThat(swapped.table(1).columns())
                .extracting(Column::role)
                .containsExactly(Role.BY, Role.Y, Role.X, Role.X_BAR);
        assertThat(swapped.figure(1).style().axis(AxisPlace.Y).high()).hasValue(9.0);
        SeriesKey now = SeriesKey.whole(LOAD);
        assertThat(swapped.figure(1).curve(now)).isEqualTo(new Polynomial(2));
        assertThat(swapped.figure(1).style().series(now).hidden()).isTrue();
        assertThat(swapped.figure(1).style().notes())
                .containsExactly(
                        new Note.Text(1, "here", 3, 2, Optional.of(new Note.Text.Target(5, 4))),
                        new Note.Rule(2, false, 6, ""),
                        new Note.Span(3, true, 7, 8, ""),
                        new Note.Result(4, now, "R²", 10, 9),
                        new Note.ReadingMarker(5, now.further(1), true, 11, false));
        assertThat(after(swapped, new StudyEdit.SwapAxes(1))).isEqualTo(limited);
        assertThat(after(study, new ColumnEdit.ScaleBars(1, STRETCH, 4), new ColumnEdit.ScaleBars(1, STRETCH, 0.25)))
                .isEqualTo(study);
        assertThat(after(study, new StudyEdit.DuplicateFigure(1), new StudyEdit.RemoveFigure(2)))
                .isEqualTo(study);
        assertThat(after(study, new StudyEdit.RemoveFigure(1)))
                .as("the only figure stays")
                .isEqualTo(study);
    }

    @Test
    void whatIsInTheNumbersOfYOrAmbiguousIsNotSwapped() {
        Study study = any(new Random(1));
        SeriesKey own = SeriesKey.whole(STRETCH);
        FormulaCurve formula = FormulaCurve.of(((CurveFormula.Reading.Read) CurveFormula.read("a + b x")).formula());
        Map<Curve, Boolean> kept = Map.of(
                new FixedInterceptLine(2),
                false,
                formula,
                true,
                formula.with(List.of(CoefficientSetting.FREE.withStart(2), CoefficientSetting.FREE)),
                false);
        kept.forEach((curve, stays) -> assertThat(after(
                                study,
                                new FigureEdit.ChooseCurve(1, own, curve),
                                new FigureEdit.PutNote(1, new Note.ReadingMarker(1, own, true, 11, false, 3)),
                                new FigureEdit.SetCurveStyle(
                                        1, own, CurveStyle.DEFAULT.reaching(Optional.of(1.0), Optional.of(2.0))),
                                new StudyEdit.SwapAxes(1))
                        .figure(1))
                .satisfies(figure -> {
                    assertThat(figure.curve(SeriesKey.whole(LOAD))).isEqualTo(stays ? curve : new Line());
                    assertThat(figure.style().notes())
                            .containsExactly(new Note.ReadingMarker(1, SeriesKey.whole(LOAD), false, 11, false));
                    assertThat(figure.style().curve(SeriesKey.whole(LOAD)).to()).isEmpty();
                }));
        Study several = after(study, new ColumnEdit.SetRole(1, 1, Role.Y));
        assertThat(StudyEdit.SwapAxes.isPossible(study.table(1))).isTrue();
        assertThat(StudyEdit.SwapAxes.isPossible(several.table(1))).isFalse();
        assertThat(after(several, new StudyEdit.SwapAxes(1)).table(1)).isEqualTo(several.table(1));
    }

    @Property(tries = 300, seed = "26")
    void rowsGoWholeWhereverTheyGo(@ForAll Random random) {
        Study study = any(random);
        int by = random.nextBoolean() ? STRETCH : LOAD;
        Study rising = after(study, new TableEdit.Sort(1, by, true));
        assertThat(rows(rising)).containsExactlyInAnyOrderElementsOf(rows(study));
        Cells sorted = rising.table(1).column(by).cells();
        List<Integer> order = IntStream.range(0, sorted.size())
                .mapToObj(row -> switch (sorted.cell(row)) {
                    case Cell.Number _ -> 0;
                    case Cell.Text _ -> 1;
                    case Cell.Empty _ -> 2;
                })
                .toList();
        assertThat(order).as("numbers, then text, then empty cells").isSorted();
        double[] numbers = IntStream.range(0, sorted.size())
                .mapToDouble(sorted::number)
                .filter(Double::isFinite)
                .toArray();
        assertThat(numbers).isSorted();
        assertThat(after(rising, new TableEdit.Sort(1, by, true))).isEqualTo(rising);
        int count = 1 + random.nextInt(study.table(1).rows());
        List<String> expected = new ArrayList<>(rows(study));
        Collections.rotate(expected.subList(0, count), 1);
        assertThat(rows(after(study, new TableEdit.MoveRows(1, count - 1, 1, -100))))
                .as("no farther than the end")
                .isEqualTo(expected);
        List<Integer> gone = IntStream.range(0, study.table(1).rows())
                .filter(_ -> random.nextBoolean())
                .boxed()
                .toList();
        assertThat(rows(after(study, new TableEdit.RemoveRows(1, gone))))
                .isEqualTo(IntStream.range(0, study.table(1).rows())
                        .filter(row -> !gone.contains(row))
                        .mapToObj(rows(study)::get)
                        .toList());
    }

    private static Cell cell(double value) {
        return Double.isNaN(value) ? Cell.EMPTY : new Cell.Number(value);
    }

    /// Derived columns, and a summary of the table, are after any edits what they would be if they were made then.
    @Property(tries = 200, seed = "26")
    void whatFollowsIsNeverBehind(@ForAll Random random) {
        Study study = after(
                any(random),
                new ColumnEdit.Derive(1, new Heading("Work", ""), "{2} * {3} + 1", Role.NONE, false),
                new ColumnEdit.NameSet(1, CORD, "wet", List.of(new Cell.Text("salt")), "other"),
                new ColumnEdit.AverageRepeats(1, List.of(LOAD, STRETCH), new Heading("Both", ""), Statistic.HALF_RANGE),
                new StudyEdit.Summarise(
                        1, "Means", List.of(LOAD), List.of(STRETCH), List.of(Statistic.MEAN, Statistic.COUNT)));
        for (int i = 0; i < 8; i++) {
            study = change(random, study.table(1).rows()).apply(study);
        }
        Table table = study.table(1);
        Column work = named(table, "Work");
        Column set = named(table, "wet");
        Column both = named(table, "Both");
        Column spread = named(table, "half range of Both");
        var sums = new HashMap<Double, List<Double>>();
        for (int row = 0; row < table.rows(); row++) {
            double load = table.column(LOAD).cells().number(row);
            double stretch = table.column(STRETCH).cells().number(row);
            boolean isGiven = Double.isFinite(load) && Double.isFinite(stretch);
            assertThat(work.cells().cell(row)).isEqualTo(isGiven ? new Cell.Number(load * stretch + 1) : Cell.EMPTY);
            double[] given =
                    DoubleStream.of(load, stretch).filter(Double::isFinite).toArray();
            assertThat(both.cells().cell(row)).isEqualTo(cell(Statistic.MEAN.of(given)));
            assertThat(spread.cells().cell(row)).isEqualTo(cell(Statistic.HALF_RANGE.of(given)));
            assertThat(set.cells().cell(row))
                    .isEqualTo(
                            switch (table.column(CORD).cells().cell(row)) {
                                case Cell.Empty _ -> Cell.EMPTY;
                                case Cell.Text(String cord) when cord.equals("salt") -> new Cell.Text("wet");
                                default -> new Cell.Text("other");
                            });
            if (isGiven && !table.excluded().has(row)) {
                sums.computeIfAbsent(load, _ -> new ArrayList<>()).add(stretch);
            }
        }
        assertThat(means(study.table(2))).containsAllEntriesOf(meansOf(sums));
    }

    private static Column named(Table table, String name) {
        return table.columns().stream()
                .filter(each -> each.name().equals(name))
                .findFirst()
                .orElseThrow();
    }

    private static Map<Double, String> means(Table summary) {
        var means = new HashMap<Double, String>();
        for (int row = 0; row < summary.rows(); row++) {
            means.put(
                    summary.columns().getFirst().cells().number(row),
                    "%.9f of %.0f"
                            .formatted(
                                    summary.columns().get(1).cells().number(row),
                                    summary.columns().get(2).cells().number(row)));
        }
        return means;
    }

    private static Map<Double, String> meansOf(Map<Double, List<Double>> groups) {
        var means = new HashMap<Double, String>();
        groups.forEach((load, stretches) -> means.put(
                load,
                "%.9f of %.0f"
                        .formatted(
                                stretches.stream()
                                                .mapToDouble(Double::doubleValue)
                                                .sum()
                                        / stretches.size(),
                                (double) stretches.size())));
        return means;
    }

    private static Edit change(Random random, int rows) {
        int row = random.nextInt(rows + 2);
        return switch (random.nextInt(9)) {
            case 0 -> new TableEdit.SetCell(1, LOAD, row, Integer.toString(random.nextInt(9)));
            case 1 -> new TableEdit.SetCell(1, STRETCH, row, random.nextInt(4) == 0 ? "odd" : "2.5");
            case 2 -> new TableEdit.SetCell(1, CORD, row, random.nextBoolean() ? "salt" : "");
            case 3 -> new TableEdit.InsertRows(1, Math.min(row, rows), 1);
            case 4 -> new TableEdit.RemoveRows(1, List.of(Math.min(row, rows - 1)));
            case 5 -> new TableEdit.Sort(1, 1 + random.nextInt(3), random.nextBoolean());
            case 6 -> new TableEdit.ExcludeWhere(1, List.of(new RowCondition.Between(LOAD, 2, 3)), "middle");
            case 7 -> new TableEdit.SetBlock(1, row, 1, List.of(List.of("7", "1.25"), List.of("", "x")));
            default -> new TableEdit.FillSeries(1, LOAD, Math.min(row, rows), 1, 0.5, 1 + random.nextInt(4));
        };
    }

    /// Against plain lists of names: what is done, what was undone, and what was left for something else.
    @Property(tries = 200, seed = "26")
    void aHistoryIsThreeLists(@ForAll Random random) {
        History history = History.from(Study.EMPTY);
        var done = new ArrayList<String>(List.of(Study.EMPTY.name()));
        var undone = new ArrayList<String>();
        var left = new ArrayList<List<String>>();
        for (int i = 0; i < 40; i++) {
            Commit commit = any(random, history, i);
            history = commit.apply(history);
            switch (commit) {
                case Commit.Append(StudyEdit.Rename(String name), var _) -> {
                    leave(done, undone, left);
                    done.add(name);
                }
                case Commit.Amend(StudyEdit.Rename(String name), var _) -> done.set(done.size() - 1, name);
                case Commit.Jump(int steps, var _) -> {
                    var all = Stream.concat(done.stream(), undone.stream()).toList();
                    int there = Math.clamp(steps, 0, all.size() - 1) + 1;
                    done = new ArrayList<>(all.subList(0, there));
                    undone = new ArrayList<>(all.subList(there, all.size()));
                }
                case Commit.RestoreBranch(int branch, var _) -> {
                    List<String> taken = left.get(branch);
                    var all = Stream.concat(done.stream(), undone.stream()).toList();
                    if (taken.size() < all.size()
                            || !taken.subList(0, all.size()).equals(all)) {
                        left.add(all);
                    }
                    left.remove(branch);
                    done = new ArrayList<>(taken);
                    undone = new ArrayList<>();
                }
                default -> throw new IllegalStateException();
            }
            assertThat(history.study().name()).isEqualTo(done.getLast());
            assertThat(history.steps()).extracting(step -> step.after().name()).isEqualTo(done.subList(1, done.size()));
            assertThat(history.undone()).extracting(step -> step.after().name()).isEqualTo(undone);
            assertThat(history.branches())
                    .extracting(branch -> branch.path().stream()
                            .map(step -> step.after().name())
                            .toList())
                    .isEqualTo(left.stream()
                            .map(each -> each.subList(1, each.size()))
                            .toList());
        }
    }

    private static void leave(List<String> done, List<String> undone, List<List<String>> left) {
        if (!undone.isEmpty()) {
            left.add(Stream.concat(done.stream(), undone.stream()).toList());
            undone.clear();
        }
    }

    private static Commit any(Random random, History history, int i) {
        Instant at = Instant.ofEpochSecond(i);
        int all = history.steps().size() + history.undone().size();
        return switch (random.nextInt(6)) {
            case 0 -> new Commit.Jump(random.nextInt(-1, all + 2), at);
            case 1 -> new Commit.Jump(history.steps().size() - 1, at);
            case 2 ->
                history.branches().isEmpty()
                        ? new Commit.Jump(history.steps().size() + 1, at)
                        : new Commit.RestoreBranch(
                                random.nextInt(history.branches().size()), at);
            case 3 ->
                history.undone().isEmpty() && !history.steps().isEmpty()
                        ? new Commit.Amend(new StudyEdit.Rename("on " + i), at)
                        : new Commit.Append(new StudyEdit.Rename("name " + i), at);
            default -> new Commit.Append(new StudyEdit.Rename("name " + i), at);
        };
    }
}
