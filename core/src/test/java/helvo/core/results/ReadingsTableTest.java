package helvo.core.results;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.PartOfPoints;
import helvo.core.fit.Power;
import helvo.core.number.DateText;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberNotation;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
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
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import org.junit.jupiter.api.Test;

/// What is read off curves, side by side and in words; what stands on the figure; parts of the points.
class ReadingsTableTest {
    private static final SeriesKey Y = SeriesKey.whole(2);

    private static Column column(int id, String heading, Role role, double... values) {
        return new Column(
                id,
                Heading.of(heading),
                Kind.NUMBER,
                role,
                2,
                Cells.of(Arrays.stream(values).<Cell>mapToObj(Cell.Number::new).toList()));
    }

    /// Dye read in a photometer: a blank measured twice, and standards.
    private static FigureAnalysis figure(Edit... edits) {
        var table = new Table(
                1,
                "Dye",
                DecimalMark.POINT,
                Optional.empty(),
                List.of(
                        column(1, "Dye (mg/l)", Role.X, 0, 0, 1, 2, 4, 6, 8),
                        column(2, "Absorbance", Role.Y, 0.01, 0.014, 0.112, 0.209, 0.418, 0.61, 0.82)),
                ExcludedRows.NONE);
        Study study = StudyEdit.AddTable.to(Study.EMPTY, table).apply(Study.EMPTY);
        for (Edit edit : edits) {
            study = edit.apply(study);
        }
        return Analysis.of(study, Analysis.EMPTY, Progress.none()).figure(1);
    }

    private static Edit reading(int id, boolean fromY, double at, int measured) {
        return new FigureEdit.PutNote(1, new Note.ReadingMarker(id, Y, fromY, at, true, measured));
    }

    @Test
    void readingsStandSideBySide() {
        FigureAnalysis figure = figure(reading(1, true, 0.3, 3), reading(2, false, 16, 0), reading(3, true, 0.3, 0));
        List<ReadingsTable.Row> rows = ReadingsTable.of(figure);
        assertThat(rows).extracting(ReadingsTable.Row::note).containsExactly(1, 2, 3);
        assertThat(rows.getFirst().value().orElseThrow())
                .isEqualTo(rows.getLast().value().orElseThrow());
        double wide =
                rows.getFirst().high95().orElseThrow() - rows.getFirst().low95().orElseThrow();
        assertThat(wide)
                .isGreaterThan(rows.getLast().high95().orElseThrow()
                        - rows.getLast().low95().orElseThrow());
        assertThat(rows.get(1).beyondPercent()).isCloseTo(100, within(1e-12));
        assertThat(rows.get(1).slope().orElseThrow())
                .isEqualTo(
                        figure.series().getFirst().fit().orElseThrow().slope().value());
        List<String> shown = rows.getFirst().shown(NumberNotation.POINT);
        assertThat(shown.subList(0, 4)).containsExactly("Absorbance", "0.3", "y", "3");
        assertThat(ReadingsTable.spoken(rows.getFirst(), NumberNotation.POINT))
                .startsWith("Absorbance, at Y 0.3: ")
                .contains("95 % from");
        String[] lines = ReadingsTable.copied(rows).split("\n");
        assertThat(lines).hasSize(4);
        assertThat(Double.parseDouble(lines[1].split("\t")[4]))
                .isEqualTo(rows.getFirst().value().orElseThrow());
        Table table = ReadingsTable.asTable(figure);
        assertThat(table.columns())
                .extracting(Column::role)
                .startsWith(Role.NONE, Role.X)
                .element(4)
                .isEqualTo(Role.Y);
        assertThat(table.columns().get(4).cells().number(0))
                .isEqualTo(rows.getFirst().value().orElseThrow());
    }

    @Test
    void whatIsNeverReachedHasNoValue() {
        FigureAnalysis figure =
                figure(new FigureEdit.ChooseCurve(1, Y, new helvo.core.fit.Polynomial(2)), reading(1, true, -5000, 0));
        ReadingsTable.Row row = ReadingsTable.of(figure).getFirst();
        assertThat(row.value()).isEmpty();
        assertThat(ReadingsTable.spoken(row, NumberNotation.POINT)).isEqualTo("Absorbance never reaches Y −5000");
        assertThat(ReadingsTable.of(figure())).isEmpty();
    }

    /// Times of day stay so, to the second; dates as finely as they are known, in a copy to the second too.
    @Test
    void momentsAreReadAsTheyAreWritten() {
        ReadingsTable.Row clock = moment("9:00:00", "9:00:10", "9:00:20", "9:00:30");
        assertThat(clock.exact().get(4)).isEqualTo("09:00:11.93877551");
        assertThat(clock.shown(NumberNotation.POINT).get(4))
                .as("half width 2.1 s")
                .isEqualTo("09:00:11.9");
        ReadingsTable.Row days = moment("2026-01-01", "2026-02-01", "2026-03-01", "2026-04-02");
        assertThat(days.shown(NumberNotation.POINT).get(4)).matches("2026-02-0\\d \\d\\d:\\d\\d");
        assertThat(days.exact().get(4)).isEqualTo("2026-02-06 01:02:23.80501008");
    }

    /// When a line through 0, 1.1, 1.9 and 3 at these moments is at 1.2.
    private static ReadingsTable.Row moment(String... moments) {
        var table = new Table(
                1,
                "Bath",
                DecimalMark.POINT,
                Optional.empty(),
                List.of(
                        new Column(
                                1,
                                Heading.of("Time"),
                                Kind.TEXT,
                                Role.NONE,
                                0,
                                Cells.of(Arrays.stream(moments)
                                        .<Cell>map(Cell.Text::new)
                                        .toList())),
                        column(2, "Level", Role.Y, 0, 1.1, 1.9, 3)),
                ExcludedRows.NONE);
        Study study = StudyEdit.AddTable.to(Study.EMPTY, table).apply(Study.EMPTY);
        study = new ColumnEdit.SetKind(1, 1, Kind.DATE, DateText.Order.DAY_FIRST).apply(study);
        study = new ColumnEdit.SetRole(1, 1, Role.X).apply(study);
        study = new FigureEdit.PutNote(1, new Note.ReadingMarker(1, Y, true, 1.2, true, 0)).apply(study);
        return ReadingsTable.of(
                        Analysis.of(study, Analysis.EMPTY, Progress.none()).figure(1))
                .getFirst();
    }

    /// An interval may be open to one side, and a curve have no value.
    @Test
    void whatIsNotThereIsNotSpoken() {
        ReadingsTable.Row whole =
                ReadingsTable.of(figure(reading(1, true, 0.3, 3))).getFirst();
        assertThat(spoken(whole, OptionalDouble.of(3), OptionalDouble.of(2), OptionalDouble.of(4)))
                .isEqualTo("Absorbance, at Y 0.3: 3.00, 95 % from 2.00 to 4.00");
        assertThat(spoken(whole, OptionalDouble.of(3), OptionalDouble.of(2), OptionalDouble.empty()))
                .isEqualTo("Absorbance, at Y 0.3: 3, 95 % from 2");
        assertThat(spoken(whole, OptionalDouble.of(3), OptionalDouble.empty(), OptionalDouble.of(4)))
                .isEqualTo("Absorbance, at Y 0.3: 3, 95 % up to 4");
        assertThat(spoken(whole, OptionalDouble.of(3), OptionalDouble.empty(), OptionalDouble.empty()))
                .isEqualTo("Absorbance, at Y 0.3: 3");
        ReadingsTable.Row none = ReadingsTable.of(
                        figure(new FigureEdit.ChooseCurve(1, Y, new Power(false)), reading(1, false, -5, 0)))
                .getFirst();
        assertThat(ReadingsTable.spoken(none, NumberNotation.POINT)).isEqualTo("Absorbance has no value at X −5");
    }

    private static String spoken(
            ReadingsTable.Row row, OptionalDouble value, OptionalDouble low95, OptionalDouble high95) {
        return ReadingsTable.spoken(
                new ReadingsTable.Row(
                        1, row.series(), row.at(), row.of(), 0, value, low95, high95, OptionalDouble.empty(), 0),
                NumberNotation.POINT);
    }

    /// The results say how the unknown was measured, and what the line can detect, once an unknown is read.
    @Test
    void anUnknownTellsTheLimitsOfDetection() {
        String exact = Results.of(
                        figure(reading(1, true, 0.3, 0)), figure().series().getFirst())
                .printed();
        assertThat(exact).contains("for a y that is exact").doesNotContain("limit of detection");
        FigureAnalysis figure = figure(reading(1, true, 0.3, 3));
        String unknown = Results.of(figure, figure.series().getFirst()).printed();
        assertThat(unknown)
                .contains(
                        "Absorbance 0.3, mean of 3",
                        "for the mean of 3 measurements of an unknown",
                        "limit of detection",
                        "3.3 s/b",
                        "By ICH Q2(R2)",
                        "detection limit",
                        "By Currie, from 2 measurements at x = 0");
    }

    @Test
    void linesOfTheResultsCanBeQuoted() {
        FigureAnalysis figure = figure(new TableEdit.ExcludeRows(1, List.of(6), "cloudy"));
        var quotable = Results.of(figure, figure.series().getFirst()).quotable();
        assertThat(quotable.get("slope")).startsWith("slope = 0.10").endsWith("l/mg (± one standard error)");
        assertThat(quotable).containsKey("R²: with row 7, without");
        assertThat(quotable.get("slope: with row 7, without"))
                .matches("slope: with row 7 0\\.10\\S+ ± \\S+, without 0\\.10\\S+ ± \\S+ "
                        + "\\(± one standard error\\)");
    }

    @Test
    void aPartIsWhatItsBoxHolds() {
        FigureAnalysis figure = figure();
        PartOfPoints low = PartOfPoints.of(figure, new int[] {3, 2, 1, 0}).orElseThrow();
        assertThat(low.only()).containsExactly(new RowCondition.Between(1, 0, 2));
        assertThat(low.exact()).isTrue();
        PartOfPoints gap = PartOfPoints.of(figure, new int[] {2, 4}).orElseThrow();
        assertThat(gap.points()).as("the one between them too").isEqualTo(3);
        assertThat(gap.exact()).isFalse();
        PartOfPoints one = PartOfPoints.of(figure, new int[] {0, 2, 3}).orElseThrow();
        assertThat(one.only())
                .as("of two blanks the lower, so that y decides as well")
                .hasSize(2);
        assertThat(one.points())
                .isEqualTo(Arrays.stream(figure.series().getFirst().points().y(), 0, 4)
                        .filter(y -> y >= 0.01)
                        .count());
        assertThat(PartOfPoints.of(figure, new int[] {2})).isEmpty();
    }
}
