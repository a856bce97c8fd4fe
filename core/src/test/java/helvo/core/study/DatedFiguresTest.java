package helvo.core.study;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.analysis.TimeAxis;
import helvo.core.number.DateText;
import helvo.core.number.DecimalMark;
import helvo.core.style.AxisPlace;
import helvo.core.style.AxisStyle;
import helvo.core.style.CurveStyle;
import helvo.core.style.Note;
import helvo.core.table.CalendarUnit;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ColumnFormat;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.SeriesKey;
import helvo.core.table.Table;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.stream.DoubleStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/// Against the calendar of the runtime: what was put at a day is at that day still.
class DatedFiguresTest {
    private static final LocalDate FROM = LocalDate.of(2026, 1, 5);
    private static final LocalDate TO = LocalDate.of(2026, 2, 1);
    private static final SeriesKey OWN = SeriesKey.whole(2);

    private static Table table(String source, String... days) {
        List<Cell> cells = Stream.of(days).map(day -> (Cell) new Cell.Text(day)).toList();
        var dates = new Column(1, new Heading("Day", ""), Kind.TEXT, Role.X, 0, Cells.of(cells));
        var values = new Column(
                2,
                Heading.of("Load (N)"),
                Kind.NUMBER,
                Role.Y,
                0,
                Cells.ofNumbers(DoubleStream.iterate(1, each -> each + 2)
                        .limit(days.length)
                        .toArray()));
        var table = new Table(
                1,
                "Bath",
                DecimalMark.POINT,
                Optional.of(new Table.Source.Text(source, "UTF-8", ',', true)),
                List.of(dates, values),
                ExcludedRows.NONE);
        return new ColumnEdit.SetKind(1, 1, Kind.DATE, DateText.Order.DAY_FIRST)
                .change(table)
                .withColumn(1, each -> each.withRole(Role.X));
    }

    private static Study study() {
        Study study = StudyEdit.AddTable.to(Study.EMPTY, table("a.csv", "2026-01-03", "2026-01-20", "2026-02-07"))
                .apply(Study.EMPTY);
        TimeAxis time = time(study);
        for (Edit edit : List.of(
                new FigureEdit.SetAxis(
                        1,
                        AxisPlace.X,
                        AxisStyle.DEFAULT.withLimits(Optional.of(at(time, FROM)), Optional.of(at(time, TO)))),
                new FigureEdit.SetCurveStyle(
                        1, OWN, CurveStyle.DEFAULT.reaching(Optional.of(at(time, FROM)), Optional.of(at(time, TO)))),
                new FigureEdit.PutNote(1, new Note.Text(1, "here", at(time, FROM), 3, Optional.empty())),
                new FigureEdit.PutNote(1, new Note.Span(2, false, at(time, FROM), at(time, TO), "")),
                new FigureEdit.PutNote(1, new Note.Rule(3, true, 4, "")),
                new FigureEdit.PutNote(1, new Note.ReadingMarker(4, OWN, false, at(time, TO), false)),
                new FigureEdit.PutNote(1, new Note.ReadingMarker(5, OWN, true, 2, false)))) {
            study = edit.apply(study);
        }
        return study;
    }

    private static SeriesAnalysis series(Study study) {
        return Analysis.of(study, Analysis.EMPTY, Progress.none())
                .figures()
                .getFirst()
                .series()
                .getFirst();
    }

    private static TimeAxis time(Study study) {
        return series(study).rows().x().time().orElseThrow();
    }

    private static double at(TimeAxis time, LocalDate day) {
        return time.coordinate((double) day.atStartOfDay(ZoneOffset.UTC).toEpochSecond());
    }

    private static void staysAtItsDays(Study study) {
        TimeAxis time = time(study);
        var near = within(1e-9);
        Figure figure = study.figure(1);
        AxisStyle axis = figure.style().axis(AxisPlace.X);
        assertThat(axis.low().orElseThrow()).isCloseTo(at(time, FROM), near);
        assertThat(axis.high().orElseThrow()).isCloseTo(at(time, TO), near);
        CurveStyle curve = figure.style().curve(OWN);
        assertThat(curve.from().orElseThrow()).isCloseTo(at(time, FROM), near);
        assertThat(curve.to().orElseThrow()).isCloseTo(at(time, TO), near);
        List<Note> notes = figure.style().notes();
        assertThat(((Note.Text) notes.getFirst()).x()).isCloseTo(at(time, FROM), near);
        assertThat(((Note.Text) notes.getFirst()).y()).isEqualTo(3);
        assertThat(((Note.Span) notes.get(1)).to()).isCloseTo(at(time, TO), near);
        assertThat(((Note.Rule) notes.get(2)).at()).isEqualTo(4);
        assertThat(((Note.ReadingMarker) notes.get(3)).at()).isCloseTo(at(time, TO), near);
        assertThat(((Note.ReadingMarker) notes.get(4)).at()).isEqualTo(2);
    }

    @Test
    void anEarlierDayMovesNothing() {
        Study study = study();
        staysAtItsDays(study);
        Study earlier = new TableEdit.SetCell(1, 1, 1, "2025-12-30").apply(study);
        assertThat(time(earlier).origin()).isLessThan(time(study).origin());
        staysAtItsDays(earlier);
        staysAtItsDays(new TableEdit.RemoveRows(1, List.of(0)).apply(study));
        staysAtItsDays(new StudyEdit.UseData(table("a.csv", "2025-11-11", "2026-01-20", "2026-02-07")).apply(study));
        assertThat(new TableEdit.SetCell(1, 2, 1, "7").apply(study).figure(1)).isEqualTo(study.figure(1));
    }

    @ParameterizedTest
    @EnumSource(CalendarUnit.class)
    void anotherUnitMovesNothing(CalendarUnit unit) {
        Study study = study();
        Study counted = new ColumnEdit.SetFormat(
                        1, 1, new ColumnFormat.Dates(DateText.Form.DAY, DateText.Order.DAY_FIRST, unit))
                .apply(study);
        assertThat(time(counted).per()).isEqualTo(unit);
        staysAtItsDays(counted);
    }

    /// A study that is used as a template has its days counted from those of the other file.
    @Test
    void otherDataHaveTheirOwnFirstDay() {
        Study study = study();
        Study other = new StudyEdit.UseData(table("b.csv", "2027-03-01", "2027-03-20", "2027-04-07")).apply(study);
        assertThat(other.figure(1)).isEqualTo(study.figure(1));
    }
}
