package helvo.core.style;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.study.Edit;
import helvo.core.study.Figure;
import helvo.core.study.FigureEdit;
import helvo.core.study.FigureEdit.Zoom.Limits;
import helvo.core.study.Study;
import helvo.core.table.SeriesKey;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/// What was chosen of a figure's style, and how edits of it follow one another.
class FigureStyleTest {
    private static final SeriesKey DRY = SeriesKey.group(3, "dry");
    private static final SeriesKey SALT = SeriesKey.group(3, "salt");
    private static final AxisStyle LIMITED = AxisStyle.DEFAULT.withLimits(Optional.of(1.0), Optional.of(5.0));

    private static FigureStyle look(Edit... edits) {
        Study study = Study.blank();
        for (Edit edit : edits) {
            study = edit.apply(study);
        }
        return study.figure(1).style();
    }

    @Test
    void eachPartKeepsItsOwnChoices() {
        SeriesStyle hidden = SeriesStyle.DEFAULT.withHidden(true);
        CurveStyle extended = CurveStyle.DEFAULT.withFrom(Optional.of(0.0));
        FigureStyle style = look(
                new FigureEdit.SetAxis(1, AxisPlace.X, LIMITED),
                new FigureEdit.SetSeriesStyle(1, DRY, hidden),
                new FigureEdit.SetCurveStyle(1, SALT, extended),
                new FigureEdit.SetLegend(1, LegendStyle.DEFAULT.withAt(Optional.empty())));
        assertThat(style.axis(AxisPlace.X)).isEqualTo(LIMITED);
        assertThat(style.axis(AxisPlace.Y)).isEqualTo(AxisStyle.DEFAULT);
        assertThat(style.series(DRY)).isEqualTo(hidden);
        assertThat(style.series(SALT)).isEqualTo(SeriesStyle.DEFAULT);
        assertThat(style.curve(SALT)).isEqualTo(extended);
        assertThat(style.curve(DRY)).isEqualTo(CurveStyle.DEFAULT);
        assertThat(style.withSeries(DRY, SeriesStyle.DEFAULT).series()).isEmpty();
        assertThat(style.withCurve(SALT, CurveStyle.DEFAULT).curves()).isEmpty();
        assertThat(style.unlimited().axis(AxisPlace.X).low()).isEmpty();
    }

    @Test
    void notesAreAddedChangedAndRemovedInTheirOrder() {
        var rule = new Note.Rule(1, true, 4, "limit");
        var text = new Note.Text(2, "worn", 1, 2, Optional.empty());
        var span = new Note.Span(3, false, 1, 2, "");
        FigureStyle style =
                look(new FigureEdit.PutNote(1, rule), new FigureEdit.PutNote(1, text), new FigureEdit.PutNote(1, span));
        assertThat(style.notes()).containsExactly(rule, text, span);
        assertThat(style.nextNoteId()).isEqualTo(4);
        var moved = new Note.Rule(1, true, 5, "limit");
        assertThat(style.withNote(moved).notes()).as("in its place").containsExactly(moved, text, span);
        assertThat(style.withoutNote(2).notes()).containsExactly(rule, span);
        assertThat(style.note(9)).isEmpty();
        assertThat(List.of(
                        rule.words(),
                        text.words(),
                        span.words(),
                        new Note.Text(4, "w".repeat(40), 0, 0, Optional.empty()).words()))
                .containsExactly(
                        "the line at y = 4.0",
                        "the note “worn”",
                        "the span from 1.0 to 2.0",
                        "the note “" + "w".repeat(29) + "…”");
        assertThat(new Note.Rule(1, false, 3, "").words()).isEqualTo("the line at x = 3.0");
        assertThat(new Note.ReadingMarker(1, DRY, true, 3, true).words()).isEqualTo("the reading at y = 3.0");
    }

    /// A new reading beyond limits that were chosen frees them; one within, one that does not widen, or an old one
    /// that is moved does not.
    @Test
    void aNewReadingIsSeen() {
        Edit limits = new FigureEdit.SetAxis(1, AxisPlace.X, LIMITED);
        assertThat(look(limits, reading(1, 9, true)).axis(AxisPlace.X).high()).isEmpty();
        assertThat(look(limits, reading(1, 0, true)).axis(AxisPlace.X).low()).isEmpty();
        assertThat(look(limits, reading(1, 3, true)).axis(AxisPlace.X)).isEqualTo(LIMITED);
        assertThat(look(limits, reading(1, 9, false)).axis(AxisPlace.X)).isEqualTo(LIMITED);
        assertThat(look(limits, reading(1, 3, true), reading(1, 9, true)).axis(AxisPlace.X))
                .isEqualTo(LIMITED);
        var fromY = new FigureEdit.PutNote(1, new Note.ReadingMarker(1, DRY, true, 9, true));
        assertThat(look(limits, fromY).axis(AxisPlace.X))
                .as("a y is not beyond limits of x")
                .isEqualTo(LIMITED);
        assertThat(look(new FigureEdit.SetAxis(1, AxisPlace.Y, LIMITED), fromY)
                        .axis(AxisPlace.Y)
                        .high())
                .isEmpty();
        Edit right = new FigureEdit.SetSeriesStyle(1, DRY, SeriesStyle.DEFAULT.withRightAxis(Optional.of(true)));
        assertThat(look(right, new FigureEdit.SetAxis(1, AxisPlace.RIGHT, LIMITED), fromY)
                        .axis(AxisPlace.RIGHT)
                        .high())
                .isEmpty();
    }

    private static Edit reading(int id, double at, boolean widens) {
        return new FigureEdit.PutNote(1, new Note.ReadingMarker(id, DRY, false, at, widens));
    }

    @Test
    void zoomingSetsLimitsAndShowingAllKeepsTheStep() {
        Edit step = new FigureEdit.SetAxis(1, AxisPlace.X, LIMITED.withStep(Optional.of(2.0)));
        FigureStyle zoomed =
                look(step, new FigureEdit.Zoom(1, Map.of(AxisPlace.X, new Limits(Optional.of(2.0), Optional.of(3.0)))));
        assertThat(zoomed.axis(AxisPlace.X).low()).hasValue(2.0);
        assertThat(zoomed.axis(AxisPlace.X).step()).as("of the limits before").isEmpty();
        FigureStyle all = look(step, new FigureEdit.Zoom(1, Map.of(AxisPlace.X, Limits.AUTOMATIC)));
        assertThat(all.axis(AxisPlace.X)).isEqualTo(AxisStyle.DEFAULT.withStep(Optional.of(2.0)));
    }

    @Test
    void editsOfOneThingGoOnWithOneAnother() {
        List<List<Edit>> alike = List.of(
                List.of(
                        new FigureEdit.SetAxis(1, AxisPlace.X, LIMITED),
                        new FigureEdit.SetAxis(1, AxisPlace.X, AxisStyle.DEFAULT)),
                List.of(new FigureEdit.Resize(1, 100, 80), new FigureEdit.Resize(1, 101, 80)),
                List.of(
                        new FigureEdit.SetSheet(1, SheetStyle.DEFAULT),
                        new FigureEdit.SetSheet(1, SheetStyle.suiting(80, 70))),
                List.of(
                        new FigureEdit.SetLegend(1, LegendStyle.DEFAULT),
                        new FigureEdit.SetLegend(1, LegendStyle.DEFAULT)),
                List.of(
                        new FigureEdit.SetSeriesStyle(1, DRY, SeriesStyle.DEFAULT),
                        new FigureEdit.SetSeriesStyle(1, DRY, SeriesStyle.DEFAULT)),
                List.of(
                        new FigureEdit.SetCurveStyle(1, DRY, CurveStyle.DEFAULT),
                        new FigureEdit.SetCurveStyle(1, DRY, CurveStyle.DEFAULT)),
                List.of(reading(1, 2, true), reading(1, 3, true)),
                List.of(
                        new FigureEdit.Zoom(1, Map.of(AxisPlace.X, Limits.AUTOMATIC)),
                        new FigureEdit.Zoom(1, Map.of(AxisPlace.X, Limits.AUTOMATIC, AxisPlace.Y, Limits.AUTOMATIC))));
        for (int i = 0; i < alike.size(); i++) {
            for (int j = 0; j < alike.size(); j++) {
                assertThat(alike.get(i).getLast().mergesWith(alike.get(j).getFirst()))
                        .as("%s, %s", i, j)
                        .isEqualTo(i == j);
            }
        }
        assertThat(new FigureEdit.SetAxis(1, AxisPlace.Y, LIMITED)
                        .mergesWith(alike.getFirst().getFirst()))
                .isFalse();
        assertThat(new FigureEdit.SetAxis(2, AxisPlace.X, LIMITED)
                        .mergesWith(alike.getFirst().getFirst()))
                .isFalse();
        assertThat(new FigureEdit.Resize(2, 1, 1).mergesWith(alike.get(1).getFirst()))
                .isFalse();
        assertThat(new FigureEdit.SetSeriesStyle(1, SALT, SeriesStyle.DEFAULT)
                        .mergesWith(alike.get(4).getFirst()))
                .isFalse();
        assertThat(new FigureEdit.SetCurveStyle(1, SALT, CurveStyle.DEFAULT)
                        .mergesWith(alike.get(5).getFirst()))
                .isFalse();
        assertThat(reading(2, 3, true).mergesWith(reading(1, 3, true))).isFalse();
        assertThat(alike.getLast().getFirst().mergesWith(alike.getLast().getLast()))
                .as("fewer axes")
                .isFalse();
    }

    @Test
    void aSheetOfAnotherSizeHasTextThatSuitsIt() {
        Figure figure = new FigureEdit.Resize(1, 80, 60).change(Study.blank().figure(1));
        assertThat(figure.widthMm()).isEqualTo(80);
        assertThat(figure.heightMm()).isEqualTo(60);
        assertThat(figure.style().sheet().textSize()).isEqualTo(7);
        assertThat(new FigureEdit.SetSheet(1, SheetStyle.DEFAULT.withTextSize(11))
                        .change(figure)
                        .style()
                        .sheet()
                        .resized(80, 60)
                        .textSize())
                .as("somebody's own")
                .isEqualTo(11);
    }
}
