package helvo.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.number.DecimalMark;
import helvo.core.number.NumberNotation;
import helvo.core.study.FigureEdit;
import helvo.core.style.AxisPlace;
import helvo.core.style.AxisStyle;
import helvo.core.style.CurveStyle;
import helvo.core.style.FigureStyle;
import helvo.core.style.LegendStyle;
import helvo.core.style.MarkerShape;
import helvo.core.style.Note;
import helvo.core.style.SeriesStyle;
import helvo.core.style.SheetStyle;
import helvo.core.table.SeriesKey;
import helvo.desktop.figure.FigurePanel;
import helvo.figure.layout.HitTarget;
import helvo.files.samples.SampleStudy;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import javafx.scene.Node;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.ComboBox;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;

/// Every control of every form of the figure, in the real window: what it is set to is what the study has, in one
/// step that undoes.
@Tag("thorough")
@ExtendWith(ApplicationExtension.class)
class FormsTest {
    @RegisterExtension
    private static final SharedWindow SHARED = SharedWindow.onSample();

    private static final SeriesKey DRY = SeriesKey.group(3, "dry");
    private static final SeriesKey SALT = SeriesKey.group(3, "salt-soaked");

    private DrivenWindow window;

    @Start
    void start(Stage stage) {
        window = SHARED.on(stage);
    }

    /// A control, what a person does with it, and what the figure then has.
    private record Setting(String control, String given, Function<FigureStyle, Object> part, Object expected) {}

    private FigureStyle look() {
        return window.workspace.figureInView().orElseThrow().style();
    }

    private void open(FxRobot robot, HitTarget part) {
        window.settle();
        robot.interact(() -> window.view.figure().open(part));
        window.settle();
    }

    private void open(FxRobot robot, HitTarget part, List<Setting> settings) {
        open(robot, part);
        for (Setting each : settings) {
            FigureStyle before = look();
            int steps = window.document.history().get().steps().size();
            set(robot, "#" + each.control, each.given);
            assertThat(each.part.apply(look())).as(each.control).isEqualTo(each.expected);
            assertThat(window.text("#figure-panel-wrong")).as(each.control).isEmpty();
            assertThat(window.document.history().get().steps().size())
                    .as("%s is a step, goes on with one, or takes it back", each.control)
                    .isBetween(Math.max(0, steps - 1), steps + 1);
            assertThat(look()).as("%s changed something", each.control).isNotEqualTo(before);
        }
        robot.interact(() -> window.workspace.goTo(0));
        window.settle();
        assertThat(look())
                .as("all is undone")
                .isEqualTo(SampleStudy.study().figures().getFirst().style());
        assertThat(window.view.panels().of(FigurePanel.class).isVisible()).isTrue();
    }

    /// Types into a field, chooses by the words shown, presses a box or button.
    @SuppressWarnings("unchecked")
    private void set(FxRobot robot, String id, String given) {
        Node node = window.view.lookup(id);
        assertThat(node).as(id).isNotNull();
        switch (node) {
            case TextField field -> {
                robot.interact(() -> {
                    field.requestFocus();
                    field.clear();
                });
                robot.write(given, 0).type(KeyCode.ENTER);
            }
            case ComboBox<?> box ->
                robot.interact(() -> {
                    var choice = (ComboBox<Object>) box;
                    choice.setValue(choice.getItems().stream()
                            .filter(each -> choice.getConverter().toString(each).equals(given))
                            .findFirst()
                            .orElseThrow(() -> new AssertionError(id + " has no " + given)));
                });
            case ButtonBase button -> robot.interact(button::fire);
            default -> throw new AssertionError(id);
        }
        WaitForAsyncUtils.waitForFxEvents();
    }

    /// A field that still has the keyboard shows what undo brought back, and does not put its old text back when it
    /// is left.
    @Test
    void aFieldFollowsUndo(FxRobot robot) {
        open(robot, new HitTarget.CurveOf(DRY));
        set(robot, "#curve-to", "90");
        assertThat(look().curve(DRY).to()).hasValue(90.0);
        robot.interact(() -> window.workspace.undo());
        assertThat(window.text("#curve-to")).isNotEqualTo("90");
        robot.interact(() -> window.view.lookup("#curve-from").requestFocus());
        window.settle();
        assertThat(look().curve(DRY).to()).isEmpty();
        assertThat(window.document.history().get().steps()).isEmpty();
    }

    private void refuses(FxRobot robot, String control, String given, String sentence) {
        FigureStyle before = look();
        set(robot, "#" + control, given);
        assertThat(window.text("#figure-panel-wrong")).as(control).contains(sentence);
        assertThat(look()).as(control).isEqualTo(before);
    }

    private static Setting axis(String control, String given, Function<AxisStyle, Object> part, Object expected) {
        return new Setting("axis-" + control, given, style -> part.apply(style.axis(AxisPlace.X)), expected);
    }

    @Test
    void anAxis(FxRobot robot) {
        open(
                robot,
                new HitTarget.AxisOf(AxisPlace.X),
                List.of(
                        axis("step", "20", AxisStyle::step, Optional.of(20.0)),
                        axis("minor", "4", AxisStyle::minorIntervals, Optional.of(4)),
                        axis("decimals", "1", AxisStyle::decimals, Optional.of(1)),
                        axis("title", "Pull", AxisStyle::title, Optional.of("Pull")),
                        axis("ticks", "inwards", AxisStyle::ticks, AxisStyle.Ticks.INSIDE),
                        axis("grid", "at all ticks", AxisStyle::grid, AxisStyle.Grid.MINOR),
                        axis("side", "", AxisStyle::oppositeSide, true),
                        axis("zero", "", AxisStyle::includesZero, true),
                        axis("reversed", "", AxisStyle::reversed, true),
                        axis("from", "1", AxisStyle::low, Optional.of(1.0)),
                        axis("to", "80", AxisStyle::high, Optional.of(80.0)),
                        axis("log", "", AxisStyle::logarithmic, true)));
        refuses(robot, "axis-step", "0", "A step must be more than 0. It stays");
        refuses(robot, "axis-step", "0.001", "no more than 200 have room");
        refuses(robot, "axis-minor", "21", "A step has 1 to 20 intervals.");
        refuses(robot, "axis-decimals", "1.5", "There can be 0 to 12 decimals.");
        refuses(robot, "axis-to", "-500", "The upper limit must be more than the lower.");
        refuses(robot, "axis-from", "ten", "“ten” is not a number.");
    }

    @Test
    void anAxisOfDates(FxRobot robot) {
        int dates = window.workspace.study().tables().stream()
                .filter(each -> each.name().equals("Stock"))
                .findFirst()
                .orElseThrow()
                .id();
        robot.interact(() -> window.workspace.show(dates));
        open(robot, new HitTarget.AxisOf(AxisPlace.X));
        set(robot, "#axis-dates", "2026-03-05");
        set(robot, "#axis-from", "2025-02-01");
        assertThat(look().axis(AxisPlace.X).dateLabels()).isEqualTo(AxisStyle.DateLabels.NUMERIC);
        assertThat(window.text("#axis-from")).startsWith("2025-02-01");
        assertThat(look().axis(AxisPlace.X).low()).isPresent();
        refuses(robot, "axis-to", "tomorrow", "is not a number");
    }

    @Test
    void theLegend(FxRobot robot) {
        Function<FigureStyle, LegendStyle> legend = FigureStyle::legend;
        open(
                robot,
                new HitTarget.Legend(),
                List.of(
                        new Setting(
                                "legend-shown", "always", legend.andThen(LegendStyle::shown), LegendStyle.Shown.ALWAYS),
                        new Setting(
                                "legend-corner",
                                "",
                                legend.andThen(LegendStyle::at),
                                Optional.of(new CurveStyle.Spot(0.02, 0.02))),
                        new Setting(
                                "legend-across",
                                "0.5",
                                legend.andThen(LegendStyle::at),
                                Optional.of(new CurveStyle.Spot(0.5, 0.02))),
                        new Setting(
                                "legend-down",
                                "0.25",
                                legend.andThen(LegendStyle::at),
                                Optional.of(new CurveStyle.Spot(0.5, 0.25))),
                        new Setting("legend-own-place", "", legend.andThen(LegendStyle::at), Optional.empty()),
                        new Setting("legend-up-1", "", legend.andThen(LegendStyle::order), List.of(SALT, DRY)),
                        new Setting(
                                "legend-entry-0", "", style -> style.series(DRY).inLegend(), false),
                        new Setting(
                                "legend-name-1",
                                "soaked",
                                style -> style.series(SALT).name(),
                                Optional.of("soaked"))));
        refuses(robot, "legend-across", "1.2", "It must be from 0 to 1.");
    }

    private static Setting series(String control, String given, Function<SeriesStyle, Object> part, Object expected) {
        return new Setting("series-" + control, given, style -> part.apply(style.series(DRY)), expected);
    }

    @Test
    void aSeries(FxRobot robot) {
        open(
                robot,
                new HitTarget.LegendEntry(DRY),
                List.of(
                        series(
                                "drawn",
                                "a smooth line only",
                                style -> style.join() + " " + style.points(),
                                "SMOOTH false"),
                        series(
                                "drawn",
                                "points, joined straight",
                                style -> style.join() + " " + style.points(),
                                "STRAIGHT true"),
                        series("drawn", "hidden, but still fitted", SeriesStyle::hidden, true),
                        series("drawn", "points", SeriesStyle::hidden, false),
                        series("shape", "star", SeriesStyle::shape, Optional.of(MarkerShape.STAR)),
                        series("size", "2", SeriesStyle::size, 2.0),
                        series("opacity", "0.5", SeriesStyle::opacity, Optional.of(0.5)),
                        series("color", "#123abc", SeriesStyle::color, Optional.of("#123ABC")),
                        series("edge-17242B", "", SeriesStyle::edge, Optional.of("#17242B")),
                        series(
                                "colored",
                                "residual",
                                SeriesStyle::coloredBy,
                                Optional.of(SeriesStyle.ColorBy.RESIDUAL)),
                        series("labels", "Cord", SeriesStyle::labels, Optional.of(1)),
                        series("counts", "", SeriesStyle::bySize, true),
                        series("right", "", SeriesStyle::rightAxis, Optional.of(true)),
                        series("legend", "", SeriesStyle::inLegend, false),
                        series("name", "dry cord", SeriesStyle::name, Optional.of("dry cord"))));
        refuses(robot, "series-size", "9", "It must be from 0.2 to 5.");
        refuses(robot, "series-color", "blue", "“blue” is not a colour: write it as #1F5F8B.");
    }

    private static Setting curve(String control, String given, Function<CurveStyle, Object> part, Object expected) {
        return new Setting("curve-" + control, given, style -> part.apply(style.curve(DRY)), expected);
    }

    @Test
    void aCurve(FxRobot robot) {
        open(
                robot,
                new HitTarget.CurveOf(DRY),
                List.of(
                        curve("width", "2.5", CurveStyle::width, 2.5),
                        curve("dash", "dash dot", CurveStyle::dash, Optional.of(CurveStyle.Dash.DASH_DOT)),
                        curve("opacity", "0.3", CurveStyle::opacity, 0.3),
                        curve("color-4C7A34", "", CurveStyle::color, Optional.of("#4C7A34")),
                        curve("from", "-5", CurveStyle::from, Optional.of(-5.0)),
                        curve("to", "90", CurveStyle::to, Optional.of(90.0)),
                        curve(
                                "label-points",
                                "",
                                CurveStyle::label,
                                Set.of(
                                        CurveStyle.LabelPart.EQUATION,
                                        CurveStyle.LabelPart.R2,
                                        CurveStyle.LabelPart.POINTS)),
                        curve(
                                "label-equation",
                                "",
                                CurveStyle::label,
                                Set.of(CurveStyle.LabelPart.R2, CurveStyle.LabelPart.POINTS)),
                        curve("digits", "7", CurveStyle::digits, Optional.of(7)),
                        curve(
                                "label-across",
                                "0.4",
                                style -> style.labelAt().orElseThrow().across(),
                                0.4),
                        curve("label-down", "0.6", CurveStyle::labelAt, Optional.of(new CurveStyle.Spot(0.4, 0.6))),
                        curve("label-own-place", "", CurveStyle::labelAt, Optional.empty()),
                        curve("shown", "", CurveStyle::shown, false)));
        refuses(robot, "curve-width", "", "A number is needed here.");
        set(robot, "#curve-to-series", "");
        assertThat(window.view.panels().of(FigurePanel.class).part()).isEqualTo(new HitTarget.LegendEntry(DRY));
        set(robot, "#series-to-curve", "");
        assertThat(window.view.panels().of(FigurePanel.class).part()).isEqualTo(new HitTarget.CurveOf(DRY));
    }

    private static Setting sheet(String control, String given, Function<SheetStyle, Object> part, Object expected) {
        return new Setting("sheet-" + control, given, style -> part.apply(style.sheet()), expected);
    }

    @Test
    void theSheet(FxRobot robot) {
        open(
                robot,
                new HitTarget.Background(),
                List.of(
                        sheet("width", "120", SheetStyle::widthMm, 120.0),
                        sheet("height", "90", SheetStyle::heightMm, 90.0),
                        sheet("text", "11", SheetStyle::textSize, 11.0),
                        sheet("line", "1.5", SheetStyle::lineWidth, 1.5),
                        sheet("dashes", "", SheetStyle::dashes, true),
                        sheet("frame", "", SheetStyle::frame, true),
                        sheet("clear", "", SheetStyle::background, Optional.empty()),
                        sheet("background-FFF9EC", "", SheetStyle::background, Optional.of("#FFF9EC"))));
        refuses(robot, "sheet-width", "20", "It must be from 40 to 1200.");
        set(robot, "#study-numbers", "12345,6");
        assertThat(window.workspace.study().numberFormat()).contains(new NumberNotation(DecimalMark.COMMA, false));
        set(robot, "#look-keep", "");
        assertThat(window.text("#figure-panel-wrong")).isEqualTo("Give the style a name to save it by.");
        set(robot, "#look-name", "Thesis");
        set(robot, "#look-keep", "");
        assertThat(window.workspace.study().styles())
                .extracting(SheetStyle.Named::name)
                .containsExactly("Thesis");
        set(robot, "#look-1", "");
        assertThat(look().sheet()).isEqualTo(SheetStyle.PRESETS.get(1).style());
        set(robot, "#look-5", "");
        assertThat(look().sheet()).as("the kept one").isEqualTo(SheetStyle.DEFAULT);
    }

    private Note note(FxRobot robot, Note note) {
        robot.interact(() -> window.workspace.perform(new FigureEdit.PutNote(1, note)));
        open(robot, new HitTarget.NoteOf(note.id(), 0));
        return note;
    }

    private Note note(int id) {
        return look().note(id).orElseThrow();
    }

    @Test
    void notes(FxRobot robot) {
        note(robot, new Note.Text(1, "slack", 3, 4, Optional.empty()));
        set(robot, "#note-text", "slack m^{2}");
        set(robot, "#note-x", "5");
        set(robot, "#note-y", "6");
        assertThat(note(1)).isEqualTo(new Note.Text(1, "slack m^{2}", 5, 6, Optional.empty()));
        set(robot, "#note-arrow", "");
        assertThat(((Note.Text) note(1)).to()).isPresent();

        note(robot, new Note.Rule(2, false, 40, ""));
        set(robot, "#note-at", "42");
        set(robot, "#note-label", "limit");
        assertThat(note(2)).isEqualTo(new Note.Rule(2, false, 42, "limit"));

        note(robot, new Note.Span(3, true, 2, 4, ""));
        set(robot, "#note-to", "5");
        set(robot, "#note-from", "3");
        set(robot, "#note-label", "yield");
        assertThat(note(3)).isEqualTo(new Note.Span(3, true, 3, 5, "yield"));
        refuses(robot, "note-from", "7", "A span must begin before it ends.");

        note(robot, new Note.ReadingMarker(4, DRY, false, 30, true));
        set(robot, "#note-at", "35");
        set(robot, "#note-series", "salt-soaked");
        set(robot, "#note-widens", "");
        assertThat(note(4)).isEqualTo(new Note.ReadingMarker(4, SALT, false, 35, false));
        set(robot, "#note-remove", "");
        assertThat(look().note(4)).isEmpty();
        assertThat(window.view.panels().isAnyShown())
                .as("what is gone has no panel")
                .isFalse();
    }
}
