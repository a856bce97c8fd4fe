package helvo.core.study;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Line;
import helvo.core.fit.Polynomial;
import helvo.core.number.DecimalMark;
import helvo.core.results.Results;
import helvo.core.style.Note;
import helvo.core.style.SeriesStyle;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.Decision;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.ProblemKind;
import helvo.core.table.Role;
import helvo.core.table.RowCondition;
import helvo.core.table.SeriesKey;
import helvo.core.table.Table;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class StudyTest {
    private static final Study STUDY =
            StudyEdit.AddTable.to(Study.EMPTY, table()).apply(Study.EMPTY);

    private static Table table() {
        return new Table(
                0,
                "Stretch",
                DecimalMark.COMMA,
                Optional.empty(),
                List.of(
                        new Column(
                                1,
                                new Heading("Cord", ""),
                                Kind.TEXT,
                                Role.BY,
                                0,
                                texts("dry", "dry", "dry", "dry", "salt", "salt", "salt", "")),
                        new Column(
                                2,
                                new Heading("Load", "N"),
                                Kind.NUMBER,
                                Role.X,
                                0,
                                Cells.ofNumbers(1, 2, 3, 4, 1, 2, 3, 9)),
                        new Column(
                                3,
                                new Heading("Stretch", "mm"),
                                Kind.NUMBER,
                                Role.Y,
                                1,
                                Cells.of(List.of(
                                        n(2.1), n(3.9), new Cell.Text("about 6"), n(8.2), n(3), n(6), n(9), n(1)))),
                        new Column(
                                4,
                                new Heading("±", "mm"),
                                Kind.NUMBER,
                                Role.Y_BAR,
                                1,
                                Cells.ofNumbers(.1, .1, .1, .1, .2, .2, .2, .2))),
                ExcludedRows.NONE);
    }

    @Test
    void splitsRowsIntoGroupsAndNamesWhatItCannotUse() {
        List<SeriesAnalysis> series = figure(STUDY).series();
        assertThat(series).extracting(SeriesAnalysis::label).containsExactly("dry", "salt", "no Cord");
        SeriesAnalysis dry = series.getFirst();
        assertThat(dry.points().rows()).containsExactly(0, 1, 3);
        assertThat(dry.points().yBars().up()).containsExactly(.1, .1, .1);
        assertThat(dry.rows().unusable()).containsExactly(2);
        assertThat(dry.rows().why(2)).isEqualTo("“about 6” is not a number");
    }

    @Test
    void anExcludedRowIsNotUsedAndComesBack() {
        Study aside = new TableEdit.ExcludeRows(1, List.of(0, 4), "slipped").apply(STUDY);
        assertThat(figure(aside).series().getFirst().rows().excluded()).containsExactly(0);
        assertThat(figure(aside).series().getFirst().points().rows()).containsExactly(1, 3);
        assertThat(new TableEdit.IncludeRows(1, List.of(0, 4)).apply(aside)).isEqualTo(STUDY);
    }

    @Test
    void typingFollowsTheTablesDecimalMarkAndKeepsOddText() {
        Study typed = new TableEdit.SetCell(1, 3, 2, "6,05").apply(STUDY);
        assertThat(typed.table(1).column(3).cells().cell(2)).isEqualTo(new Cell.Number(6.05));
        Study odd = new TableEdit.SetCell(1, 3, 2, "6.05").apply(STUDY);
        assertThat(odd.table(1).column(3).cells().cell(2)).isEqualTo(new Cell.Text("6.05"));
        assertThat(new TableEdit.SetCell(1, 3, 2, "6,05").sentence(STUDY))
                .isEqualTo("Row 3, Stretch: “6,05” instead of “about 6”");
    }

    @Test
    void xAndYChangePlacesAndOtherRolesMove() {
        Study swapped = new ColumnEdit.SetRole(1, 3, Role.X).apply(STUDY);
        assertThat(swapped.table(1).columns())
                .extracting(Column::role)
                .containsExactly(Role.BY, Role.Y, Role.X, Role.Y_BAR);
        Study moved = new ColumnEdit.SetRole(1, 4, Role.X).apply(STUDY);
        assertThat(moved.table(1).columns())
                .extracting(Column::role)
                .containsExactly(Role.BY, Role.NONE, Role.Y, Role.X);
        Study several = new ColumnEdit.SetRole(1, 4, Role.Y).apply(STUDY);
        assertThat(new ColumnEdit.UseOneY(1, 3).apply(several).table(1).all(Role.Y))
                .extracting(Column::id)
                .containsExactly(3);
        assertThat(figure(several).series())
                .extracting(SeriesAnalysis::label)
                .startsWith("Stretch, dry")
                .contains("±, salt");
        Study text = new ColumnEdit.SetRole(1, 1, Role.Y).apply(STUDY);
        assertThat(text.table(1).column(1).kind()).isEqualTo(Kind.NUMBER);
    }

    @Test
    void conditionsChooseRows() {
        Study only = new FigureEdit.SetConditions(
                        1, List.of(new RowCondition.Between(2, 2, 3), new RowCondition.Is(1, new Cell.Text("salt"))))
                .apply(STUDY);
        assertThat(figure(only).series())
                .singleElement()
                .satisfies(series -> assertThat(series.points().rows()).containsExactly(5, 6));
    }

    @Test
    void saysWhatIsMissing() {
        assertThat(figure(new ColumnEdit.SetRole(1, 2, Role.NONE).apply(STUDY))
                        .missing()
                        .orElseThrow())
                .contains("No column is x");
        assertThat(figure(new ColumnEdit.SetRole(1, 3, Role.NONE).apply(STUDY))
                        .missing()
                        .orElseThrow())
                .contains("No column is y");
    }

    /// An analysis that starts from an earlier one is the same as one from nothing.
    @Test
    void workSavedFromAnEarlierAnalysisChangesNothing() {
        Analysis first = Analysis.of(STUDY, Analysis.EMPTY, Progress.none());
        SeriesKey dry = SeriesKey.group(3, "dry");
        Study quadratic = new FigureEdit.ChooseCurve(1, dry, new Polynomial(2)).apply(STUDY);
        Analysis second = Analysis.of(quadratic, first, Progress.none());
        assertThat(second.figure(1).series().getFirst().points())
                .isSameAs(first.figure(1).series().getFirst().points());
        assertThat(second.figure(1).series().getFirst().chosen().curve()).isEqualTo(new Polynomial(2));
        assertThat(second.figure(1).series().get(1))
                .isSameAs(first.figure(1).series().get(1));
        Study changed = new TableEdit.SetCell(1, 3, 0, "5").apply(quadratic);
        assertThat(texts(Analysis.of(changed, second, Progress.none())))
                .isEqualTo(texts(Analysis.of(changed, Analysis.EMPTY, Progress.none())));
        assertThat(texts(Analysis.of(changed, second, Progress.none()))).isNotEqualTo(texts(second));
    }

    private static List<String> texts(Analysis analysis) {
        return analysis.figure(1).series().stream()
                .map(series -> Results.of(analysis.figure(1), series).copied())
                .toList();
    }

    @Test
    void theResultsSpeakInTheColumnsNames() {
        Study exact = new ColumnEdit.SetRole(1, 1, Role.NONE)
                .apply(new FigureEdit.SetConditions(1, List.of(new RowCondition.Is(1, new Cell.Text("salt"))))
                        .apply(STUDY));
        FigureAnalysis figure = figure(exact);
        Results results = Results.of(figure, figure.series().getFirst());
        assertThat(results.equation()).isEqualTo("Stretch = 3 Load");
        assertThat(results.printed())
                .contains(
                        "Stretch in mm, Load in N",
                        "slope       3 mm/N",
                        "R²          1",
                        "3 of 3 rows used.",
                        "Very strong");
        assertThat(results.copied()).contains("slope\t3 ± 0\tmm/N");
    }

    @Test
    void aBlockIsPastedOverAndBeyondTheEnd() {
        Study pasted = new TableEdit.SetBlock(
                        1, 6, 2, List.of(List.of("9,5", "0,25", "wet"), List.of("10,25"), List.of("", "0,3")))
                .apply(STUDY);
        Table table = pasted.table(1);
        assertThat(table.rows()).isEqualTo(9);
        assertThat(table.columns())
                .extracting(Column::name)
                .containsExactly("Cord", "Load", "Stretch", "±", "Column 5");
        assertThat(table.column(3).cells().number(6)).isEqualTo(9.5);
        assertThat(table.column(3).cells().number(7)).isEqualTo(10.25);
        assertThat(table.column(3).cells().cell(8)).isEqualTo(Cell.EMPTY);
        assertThat(table.column(4).cells().number(7)).isEqualTo(.2);
        assertThat(table.column(4).cells().number(8)).isEqualTo(.3);
        assertThat(table.column(5).cells().cell(6)).isEqualTo(new Cell.Text("wet"));
        assertThat(table.column(3).cells().number(0)).isEqualTo(2.1);
    }

    @Test
    void rowsAreInsertedRemovedAndSortedWithTheirDecisions() {
        Study aside = new TableEdit.ExcludeRows(1, List.of(3), "slipped").apply(STUDY);
        Study inserted = new TableEdit.InsertRows(1, 2, 2).apply(aside);
        assertThat(inserted.table(1).rows()).isEqualTo(10);
        assertThat(inserted.table(1).column(2).cells().cell(2)).isEqualTo(Cell.EMPTY);
        assertThat(inserted.table(1).excluded().reasons()).containsOnly(java.util.Map.entry(5, "slipped"));
        assertThat(new TableEdit.RemoveRows(1, List.of(2, 3)).apply(inserted)).isEqualTo(aside);
        Table sorted = new TableEdit.Sort(1, 3, false).apply(aside).table(1);
        assertThat(java.util.stream.IntStream.range(0, 8)
                        .mapToObj(row -> sorted.column(3).shown(row, DecimalMark.POINT))
                        .toList())
                .containsExactly("9.0", "8.2", "6.0", "3.9", "3.0", "2.1", "1.0", "about 6");
        assertThat(sorted.excluded().reasons()).containsOnly(java.util.Map.entry(1, "slipped"));
        Table byLoad = new TableEdit.Sort(1, 2, true).apply(STUDY).table(1);
        assertThat(java.util.stream.IntStream.range(0, 8)
                        .mapToObj(row -> byLoad.column(1).cells().cell(row).exactText())
                        .toList())
                .as("equal rows keep their order")
                .containsExactly("dry", "salt", "dry", "salt", "dry", "salt", "dry", "");
    }

    @Test
    void aRegularSeriesIsMadeOfExactDecimals() {
        Table filled =
                new TableEdit.FillSeries(1, 2, 1, 0.1, 0.1, 9).apply(STUDY).table(1);
        assertThat(java.util.stream.IntStream.range(0, 10)
                        .mapToDouble(filled.column(2).cells()::number)
                        .toArray())
                .containsExactly(1, 0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9);
        assertThat(filled.column(2).decimals()).isEqualTo(1);
        assertThat(filled.column(3).cells().size()).isEqualTo(8);
    }

    @Test
    void aBlankStudyIsTypedInto() {
        Study blank = Study.blank();
        assertThat(blank.isBlank()).isTrue();
        Study typed = new TableEdit.SetCell(1, 1, 0, "1").apply(new TableEdit.SetCell(1, 2, 1, "2").apply(blank));
        assertThat(typed.isBlank()).isFalse();
        assertThat(typed.table(1).rows()).isEqualTo(2);
        Study wider = new ColumnEdit.RemoveColumn(1, 3).apply(new ColumnEdit.AddColumn(1).apply(typed));
        assertThat(wider).isEqualTo(typed);
    }

    /// Whatever is done, undoing all of it gives the study as it was, and redoing all of it the study as it became.
    @Property(tries = 100, seed = "26")
    void everythingCanBeUndoneAndRedone(@ForAll long seed) {
        var random = new Random(seed);
        History history = History.from(STUDY);
        for (int i = 0; i < 15; i++) {
            history = history.with(anyEdit(random), Instant.EPOCH);
        }
        Study end = history.study();
        int steps = history.steps().size();
        for (int i = 0; i < 20; i++) {
            history = history.undo();
        }
        assertThat(history.study()).isSameAs(STUDY);
        for (int i = 0; i < 20; i++) {
            history = history.redo();
        }
        assertThat(history.study()).isEqualTo(end);
        assertThat(history.steps()).hasSize(steps).allMatch(step -> !step.sentence()
                .isBlank());
    }

    private static Edit anyEdit(Random random) {
        int column = 1 + random.nextInt(4);
        int row = random.nextInt(8);
        return switch (random.nextInt(12)) {
            case 0 -> new TableEdit.SetCell(1, column, row, Integer.toString(random.nextInt(9)));
            case 1 -> new ColumnEdit.SetRole(1, column, Role.values()[random.nextInt(Role.values().length)]);
            case 2 -> new TableEdit.ExcludeRows(1, List.of(row), "doubtful");
            case 3 -> new TableEdit.IncludeRows(1, List.of(row));
            case 4 ->
                new FigureEdit.Show(1, Layer.values()[random.nextInt(Layer.values().length)], random.nextBoolean());
            case 5 ->
                new FigureEdit.ChooseCurve(
                        1, SeriesKey.group(3, "dry"), random.nextBoolean() ? new Line() : new Polynomial(2));
            case 6 -> new ColumnEdit.SetHeading(1, column, new Heading("H" + row, "u"));
            case 7 -> new TableEdit.InsertRows(1, row, 1 + random.nextInt(2));
            case 8 -> new TableEdit.RemoveRows(1, List.of(row));
            case 9 -> new TableEdit.Sort(1, column, random.nextBoolean());
            case 10 -> new TableEdit.SetBlock(1, row, column - 1, List.of(List.of("1", "x")));
            default -> new StudyEdit.Rename("study " + row);
        };
    }

    @Test
    void aNewEditForgetsWhatWasUndoneAndNothingChangedIsNoStep() {
        History history = History.from(STUDY)
                .with(new StudyEdit.Rename("a"), Instant.EPOCH)
                .undo();
        assertThat(history.with(new StudyEdit.Rename(STUDY.name()), Instant.EPOCH)
                        .redoable())
                .isPresent();
        assertThat(history.with(new StudyEdit.Rename("b"), Instant.EPOCH).redoable())
                .isEmpty();
        assertThat(history.with(new FigureEdit.Show(1, Layer.BARS, true), Instant.EPOCH)
                        .steps())
                .isEmpty();
        assertThat(STUDY.figure(1).layers()).isEqualTo(Set.of(Layer.BARS, Layer.EQUATIONS, Layer.RESIDUALS));
    }

    private static FigureAnalysis figure(Study study) {
        return Analysis.of(study, Analysis.EMPTY, Progress.none()).figure(1);
    }

    private static Cell n(double value) {
        return new Cell.Number(value);
    }

    private static Cells texts(String... values) {
        return Cells.of(java.util.Arrays.stream(values)
                .map(v -> v.isEmpty() ? Cell.EMPTY : new Cell.Text(v))
                .toList());
    }

    /// A reading, a colour and a place in the legend belong to the series itself: sorting rows and leaving a group
    /// out move none of them.
    @Test
    void whatBelongsToASeriesStaysWithItWhereverItsRowsGo() {
        Table table = new Table(
                1,
                "t",
                DecimalMark.POINT,
                Optional.empty(),
                List.of(
                        new Column(
                                1,
                                new Heading("Cord", ""),
                                Kind.TEXT,
                                Role.BY,
                                0,
                                Cells.of(List.of(
                                        new Cell.Text("wet"),
                                        new Cell.Text("dry"),
                                        new Cell.Text("wet"),
                                        new Cell.Text("dry"),
                                        new Cell.Text("wet"),
                                        new Cell.Text("dry")))),
                        new Column(2, new Heading("Load", "N"), Kind.NUMBER, Role.X, 0, Cells.ofNumbers(new double[] {
                            1, 2, 3, 4, 5, 6
                        })),
                        new Column(
                                3, new Heading("Stretch", "mm"), Kind.NUMBER, Role.Y, 0, Cells.ofNumbers(new double[] {
                                    2, 2.2, 6.1, 4.1, 10, 6.2
                                }))),
                ExcludedRows.NONE);
        Study study = Study.EMPTY.withTableAndFigure(table, Figure.of(1, 1));
        study = new FigureEdit.PutNote(1, new Note.ReadingMarker(1, SeriesKey.group(3, "dry"), false, 3.5, true))
                .apply(study);
        for (Edit edit : List.of(
                new TableEdit.Sort(1, 2, false),
                new TableEdit.Sort(1, 1, true),
                new TableEdit.MoveRows(1, 4, 2, -3),
                new FigureEdit.SetConditions(1, List.of(new RowCondition.Is(1, new Cell.Text("dry")))))) {
            var before = Analysis.ofChosenCurves(study, Progress.none()).figure(1);
            study = edit.apply(study);
            var after = Analysis.ofChosenCurves(study, Progress.none()).figure(1);
            assertThat(after.series())
                    .allSatisfy(series -> assertThat(before.series()).anySatisfy(old -> {
                        assertThat(old.key()).isEqualTo(series.key());
                        assertThat(old.slot()).isEqualTo(series.slot());
                    }));
            assertThat(after.series().getLast().key().group())
                    .as("in their old order")
                    .isEqualTo("dry");
            assertThat(after.readings()).singleElement().satisfies(reading -> assertThat(
                            reading.at().orElseThrow().value())
                    .isCloseTo(before.readings().getFirst().at().orElseThrow().value(), within(1e-12)));
        }
    }

    /// A new column may get the id of one that was removed: nothing that was chosen or decided for that is its own.
    @Test
    void whatWasSaidOfAColumnGoesWithIt() {
        Study bare = new ColumnEdit.SetRole(1, 1, Role.NONE).apply(STUDY);
        SeriesKey key = SeriesKey.whole(5);
        Study chosen = bare;
        for (Edit edit : List.<Edit>of(
                new ColumnEdit.AddColumn(1),
                new TableEdit.SetBlock(1, 0, 4, List.of(List.of("1"), List.of("2"), List.of("odd"))),
                new ColumnEdit.SetRole(1, 5, Role.Y),
                new DecisionEdit.Decide(1, 5, List.of(2), ProblemKind.NOT_A_NUMBER, Decision.Choice.MISSING, ""),
                new FigureEdit.ChooseCurve(1, key, new Polynomial(2)),
                new FigureEdit.AddCurve(1, key.further(1), new Line(), List.of()),
                new FigureEdit.AddCurve(
                        1,
                        SeriesKey.whole(3).further(1),
                        new Polynomial(2),
                        List.of(new RowCondition.Beyond(5, 1, true), new RowCondition.Beyond(2, 2, true))),
                new FigureEdit.SetSeriesStyle(1, key, SeriesStyle.DEFAULT.withName(Optional.of("odd ones"))),
                new FigureEdit.PutNote(1, new Note.ReadingMarker(1, key, false, 2, false)),
                new FigureEdit.PutNote(1, new Note.Rule(2, true, 2, "limit")),
                new FigureEdit.SetConditions(
                        1, List.of(new RowCondition.Beyond(5, 1, true), new RowCondition.Beyond(2, 1, true))))) {
            chosen = edit.apply(chosen);
        }
        Study removed = new ColumnEdit.RemoveColumn(1, 5).apply(chosen);
        Figure left = removed.figure(1);
        assertThat(left.curves()).extracting(each -> each.series().yColumn()).containsOnly(3);
        assertThat(left.furtherCurves())
                .containsExactly(new Figure.FurtherCurve(
                        SeriesKey.whole(3).further(1), List.of(new RowCondition.Beyond(2, 2, true))));
        assertThat(left.conditions()).containsExactly(new RowCondition.Beyond(2, 1, true));
        assertThat(left.style().series()).isEmpty();
        assertThat(left.style().notes()).containsExactly(new Note.Rule(2, true, 2, "limit"));
        assertThat(removed.table(1).decisions()).isEmpty();
        Study other = StudyEdit.AddTable.to(chosen, table()).apply(chosen);
        assertThat(new ColumnEdit.RemoveColumn(2, 3).apply(other).figure(1)).isEqualTo(chosen.figure(1));
    }

    /// A study of an earlier version, that kept what this one lets go: its steps can be undone, the study counts.
    @Test
    void stepsLeadToAStudyThatKeptMore() {
        Edit curve = new FigureEdit.ChooseCurve(1, SeriesKey.group(3, "dry"), new Polynomial(2));
        Edit removed = new ColumnEdit.RemoveColumn(1, 3);
        History history = History.from(STUDY).with(curve, Instant.EPOCH).with(removed, Instant.EPOCH);
        Study kept = history.study()
                .withFigure(
                        1,
                        figure -> figure.withCurves(curve.apply(STUDY).figure(1).curves()))
                .withTable(
                        1,
                        table -> table.withDecisions(List.of(new Decision(
                                2, 3, new Cell.Text("about 6"), ProblemKind.NOT_A_NUMBER, Decision.Choice.MISSING))))
                .withReport(ReportPlan.DEFAULT.withOmittedFigures(Set.of(7)));
        History led = history.leadingTo(kept).orElseThrow();
        assertThat(led.study()).isEqualTo(kept);
        assertThat(led.undo().study()).isEqualTo(curve.apply(STUDY));
        assertThat(history.leadingTo(history.study())).containsSame(history);
        assertThat(history.leadingTo(new TableEdit.SetCell(1, 2, 0, "7").apply(kept)))
                .as("other values")
                .isEmpty();
        assertThat(history.leadingTo(new FigureEdit.SetTitle(1, Optional.of("a")).apply(kept)))
                .isEmpty();
        assertThat(History.from(STUDY).leadingTo(kept)).as("no steps").isEmpty();
    }
}
