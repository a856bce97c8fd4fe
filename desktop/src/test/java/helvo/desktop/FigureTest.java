package helvo.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

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
import helvo.core.table.Role;
import helvo.core.table.SeriesKey;
import helvo.desktop.figure.SelectionMarks;
import helvo.figure.layout.FigureLayout;
import helvo.figure.layout.HitTarget;
import java.awt.geom.Rectangle2D;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.ComboBox;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.TableRow;
import javafx.scene.control.TextField;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.PickResult;
import javafx.scene.input.ScrollEvent;
import javafx.scene.input.ZoomEvent;
import javafx.stage.Stage;
import javafx.stage.Window;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/// Changes the figure where it is touched.
@Tag("thorough")
@ExtendWith(ApplicationExtension.class)
class FigureTest {
    @RegisterExtension
    private static final SharedWindow SHARED = SharedWindow.onSample();

    private static final SeriesKey DRY = SeriesKey.group(3, "dry");
    private DrivenWindow window;

    @Start
    void start(Stage stage) {
        window = SHARED.on(stage);
    }

    private FigureStyle look() {
        return window.workspace.figureInView().orElseThrow().style();
    }

    private FigureLayout layout() {
        window.settle();
        return window.view.figure().view().layoutNow().orElseThrow();
    }

    /// On the screen.
    private Point2D at(double x, double y) {
        Point2D scene = window.view.figure().view().inScene(x, y);
        return window.view.localToScreen(window.view.sceneToLocal(scene));
    }

    private Point2D at(HitTarget part) {
        Rectangle2D box = layout().place(part).orElseThrow();
        return at(box.getCenterX(), box.getCenterY());
    }

    private Point2D data(double x, double y) {
        FigureLayout layout = layout();
        return at(layout.px(x), layout.py(AxisPlace.Y, y));
    }

    private static void scroll(Node node, Point2D screen) {
        Point2D scene =
                node.getScene().getRoot().localToScene(node.getScene().getRoot().screenToLocal(screen));
        node.fireEvent(new ScrollEvent(
                ScrollEvent.SCROLL,
                scene.getX(),
                scene.getY(),
                screen.getX(),
                screen.getY(),
                false,
                false,
                false,
                false,
                false,
                false,
                0,
                40,
                0,
                40,
                ScrollEvent.HorizontalTextScrollUnits.NONE,
                0,
                ScrollEvent.VerticalTextScrollUnits.NONE,
                0,
                0,
                new PickResult(node, scene.getX(), scene.getY())));
    }

    private void type(FxRobot robot, String id, String text) {
        robot.interact(() -> {
            var field = (TextField) window.view.lookup(id);
            field.requestFocus();
            field.clear();
        });
        robot.write(text, 0).type(KeyCode.ENTER);
        window.settle();
    }

    @SuppressWarnings("unchecked")
    private <T> void choose(FxRobot robot, String id, T value) {
        robot.interact(() -> ((ComboBox<T>) window.view.lookup(id)).setValue(value));
        window.settle();
    }

    @Test
    void anAxisIsPressedAndGivenLimitsAndStepsOrSaysWhyNot(FxRobot robot) {
        robot.clickOn(at(layout().plot().getCenterX(), layout().plot().getMaxY() + 8));
        type(robot, "#axis-from", "-10");
        type(robot, "#axis-to", "60");
        type(robot, "#axis-step", "10");
        type(robot, "#axis-minor", "5");
        assertThat(look().axis(AxisPlace.X))
                .isEqualTo(AxisStyle.DEFAULT
                        .withLimits(Optional.of(-10.0), Optional.of(60.0))
                        .withStep(Optional.of(10.0))
                        .withMinorIntervals(Optional.of(5)));
        assertThat(layout().x().orElseThrow().ticks()).containsExactly(-10.0, 0.0, 10.0, 20.0, 30.0, 40.0, 50.0, 60.0);
        assertThat(layout().x().orElseThrow().minorTicks()).hasSize(36);
        type(robot, "#axis-from", "70");
        assertThat(window.text("#figure-panel-wrong"))
                .isEqualTo("The lower limit must be less than the upper. It stays -10.");
        type(robot, "#axis-step", "0.00001");
        assertThat(window.text("#figure-panel-wrong"))
                .contains("would make 7,000,000 labels")
                .contains("It stays 10.");
        type(robot, "#axis-to", "far");
        assertThat(window.text("#figure-panel-wrong"))
                .contains("“far” is not a number.")
                .contains("It stays 60.");
        assertThat(look().axis(AxisPlace.X).high()).hasValue(60.0);
        window.press(robot, "#axis-log");
        assertThat(look().axis(AxisPlace.X))
                .satisfies(axis -> assertThat(axis.logarithmic()).isTrue())
                .satisfies(axis -> assertThat(axis.low())
                        .as("−10 is on no logarithmic axis")
                        .isEmpty());
        window.press(robot, "#axis-reversed");
        assertThat(layout().px(5)).isGreaterThan(layout().px(50));
    }

    @Test
    void titlesAreWrittenInPlaceWithSignsAndRaisedParts(FxRobot robot) {
        robot.clickOn(at(new HitTarget.AxisTitle(AxisPlace.X)));
        robot.write("F_{max} (\\muN m^{2}, \\degC)", 0).type(KeyCode.ENTER);
        window.settle();
        assertThat(look().axis(AxisPlace.X).title()).hasValue("F_{max} (μN m^{2}, °C)");
        robot.push(KeyCode.CONTROL, KeyCode.T).push(KeyCode.CONTROL, KeyCode.A).write("x", 0);
        robot.interact(() -> ((TextInputControl) window.view.getScene().getFocusOwner()).appendText("x".repeat(519)));
        robot.type(KeyCode.ENTER);
        window.settle();
        assertThat(window.workspace.figureInView().orElseThrow().title().orElseThrow())
                .hasSize(500);
        assertThat(window.workspace.messages().notice().get().orElseThrow().text())
                .contains("500 characters");
    }

    @Test
    void limitsCurveEndsLegendAndLabelsAreDragged(FxRobot robot) {
        FigureLayout before = layout();
        Rectangle2D plot = before.plot();
        robot.drag(at(plot.getMaxX() - 4, plot.getMaxY() + 9))
                .dropTo(at(plot.getMaxX() - 4 - plot.getWidth() / 4, plot.getMaxY() + 9));
        assertThat(layout().x().orElseThrow().high()).isCloseTo(51 / 0.75, within(2.0));
        assertThat(layout().x().orElseThrow().low()).isEqualTo(0);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        robot.drag(at(new HitTarget.CurveEnd(DRY, false))).dropTo(data(0.5, 0.3));
        window.settle();
        assertThat(look().curve(DRY).from().orElseThrow()).isCloseTo(0.5, within(0.4));
        Point2D legend = at(new HitTarget.Legend());
        robot.drag(legend).dropTo(legend.add(150, 180));
        window.settle();
        CurveStyle.Spot spot = look().legend().at().orElseThrow();
        assertThat(spot.across()).isBetween(0.2, 0.5);
        Point2D label = at(new HitTarget.CurveLabel(DRY));
        robot.drag(label).dropTo(label.add(-60, 40));
        window.settle();
        assertThat(look().curve(DRY).labelAt()).isPresent();
        assertThat(window.workspace.history().get().steps())
                .as("each drag is one step")
                .hasSize(3);
    }

    @Test
    void theWheelZoomsAboutThePointerADragPansAndADoublePressShowsAll(FxRobot robot) {
        Point2D pointer = data(25, 12);
        for (int turn = 0; turn < 4; turn++) {
            robot.interact(() -> scroll(window.view.lookup("#sheet"), pointer));
        }
        FxThread.until(
                "it is kept", () -> !window.workspace.history().get().steps().isEmpty());
        window.settle();
        var x = layout().x().orElseThrow();
        assertThat(x.high() - x.low()).isLessThan(50);
        assertThat(at(layout().px(25), layout().py(AxisPlace.Y, 12)).distance(pointer))
                .as("what was under the pointer stays there")
                .isLessThan(3);
        Point2D from = at(layout().plot().getCenterX() + 60, layout().plot().getMaxY() - 30);
        double held = layout().xAt(layout().plot().getCenterX() + 60);
        robot.drag(from).dropTo(from.add(80, 0));
        window.settle();
        assertThat(at(layout().px(held), 100).getX()).isCloseTo(from.getX() + 80, within(3.0));
        robot.doubleClickOn(
                at(layout().plot().getCenterX() + 60, layout().plot().getMaxY() - 30));
        assertThat(layout().x().orElseThrow().low()).isEqualTo(0);
        assertThat(look().axis(AxisPlace.X).low()).isEmpty();
    }

    @Test
    void aPointTellsOfItselfAndIsExcludedAloneOrWithOthers(FxRobot robot) {
        robot.moveTo(data(30, 6.29));
        assertThat(window.text("#figure-hover")).startsWith("Row 7: Load 30 N, Stretch 6.29 mm, residual −0.1");
        robot.clickOn(data(30, 6.29));
        robot.clickOn("#points-reason").write("kinked", 0).clickOn("#points-aside");
        window.settle();
        assertThat(window.table(0).excluded().reasons()).containsEntry(6, "kinked");
        robot.clickOn(data(30, 6.29)).clickOn("#points-aside");
        window.settle();
        assertThat(window.table(0).excluded().has(6)).isFalse();
        robot.clickOn(data(30, 6.29)).clickOn("#points-show");
        window.settle();
        assertThat(window.workspace.selection().get().rows()).containsExactly(6);
        robot.clickOn(data(30, 6.29)).clickOn("#points-looks");
        window.settle();
        assertThat(window.view.lookup("#series-shape"))
                .as("the look of its series")
                .isNotNull();
        robot.type(KeyCode.ESCAPE);
        window.encircle(robot, false, data(3, 3), data(12, 0.4));
        robot.clickOn("#points-aside");
        window.settle();
        assertThat(window.table(0).excluded().reasons()).containsOnlyKeys(0, 1, 11, 14);
        window.encircle(robot, true, data(38, 14), data(54, 15.5), data(54, 8), data(38, 8));
        robot.clickOn("#points-others");
        window.settle();
        assertThat(window.workspace.figure().orElseThrow().series().stream()
                        .mapToInt(series -> series.points().size())
                        .sum())
                .isEqualTo(6);
    }

    @Test
    void seriesAndCurvesLookAsChosen(FxRobot robot) {
        robot.clickOn(at(new HitTarget.LegendEntry(DRY)));
        choose(robot, "#series-shape", MarkerShape.SQUARE);
        type(robot, "#series-name", "dry cord");
        type(robot, "#series-size", "9");
        assertThat(window.text("#figure-panel-wrong")).contains("It must be from 0.2 to 5.");
        type(robot, "#series-opacity", "0.4");
        window.press(robot, "#series-color-4C7A34");
        choose(robot, "#series-labels", Optional.of(2));
        choose(robot, "#series-colored", Optional.of(SeriesStyle.ColorBy.RESIDUAL));
        window.press(robot, "#series-counts");
        assertThat(look().series(DRY))
                .isEqualTo(SeriesStyle.DEFAULT
                        .withShape(Optional.of(MarkerShape.SQUARE))
                        .withName(Optional.of("dry cord"))
                        .withOpacity(Optional.of(0.4))
                        .withColor(Optional.of("#4C7A34"))
                        .withLabels(Optional.of(2))
                        .withColoredBy(Optional.of(SeriesStyle.ColorBy.RESIDUAL))
                        .withBySize(true));
        assertThat(layout().place(new HitTarget.ColorKey(DRY)))
                .as("a key to the colours")
                .isPresent();
        window.press(robot, "#series-to-curve");
        choose(robot, "#curve-dash", CurveStyle.Dash.DASHED);
        type(robot, "#curve-from", "60");
        type(robot, "#curve-to", "40");
        assertThat(window.text("#figure-panel-wrong")).contains("A curve must begin before it ends.");
        window.press(robot, "#curve-label-uncertainty");
        assertThat(look().curve(DRY))
                .satisfies(curve -> assertThat(curve.dash()).hasValue(CurveStyle.Dash.DASHED))
                .satisfies(curve -> assertThat(curve.to()).isEmpty());
        robot.push(KeyCode.ESCAPE).push(KeyCode.CONTROL, KeyCode.L);
        choose(robot, "#legend-shown", LegendStyle.Shown.NEVER);
        assertThat(layout().place(new HitTarget.Legend())).isEmpty();
    }

    @Test
    void aSecondScaleIsOnePressAwayAndBelongsToItsSeries(FxRobot robot) {
        robot.clickOn("#table-2");
        window.settle();
        assertThat(layout().axes()).as("by its unit").containsKey(AxisPlace.RIGHT);
        for (int i = 0; i < 2; i++) {
            robot.clickOn("#series-1")
                    .push(KeyCode.CONTROL, KeyCode.K)
                    .write("right-hand axis, or", 0)
                    .type(KeyCode.ENTER);
            window.settle();
            assertThat(layout().axes().containsKey(AxisPlace.RIGHT)).isEqualTo(i == 1);
        }
        FigureLayout layout = layout();
        assertThat(layout.axes()).containsKey(AxisPlace.RIGHT);
        assertThat(layout.axes().get(AxisPlace.RIGHT).high())
                .isLessThan(layout.axes().get(AxisPlace.Y).high());
        robot.clickOn(at(layout.plot().getMaxX() + 12, layout.plot().getCenterY()));
        type(robot, "#axis-to", "50");
        assertThat(layout().axes().get(AxisPlace.RIGHT).high()).isEqualTo(50);
    }

    @Test
    void notesLinesSpansAndReadingsAreAddedTypedDraggedAndRemoved(FxRobot robot) {
        window.settle();
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.N);
        window.settle();
        type(robot, "#note-text", "first pull");
        window.press(robot, "#note-arrow");
        assertThat(look().notes()).singleElement().satisfies(note -> assertThat(((Note.Text) note).to())
                .isPresent());
        Point2D note = at(new HitTarget.NoteOf(1, 0));
        robot.push(KeyCode.ESCAPE).drag(note).dropTo(note.add(-40, -50));
        window.settle();
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.D);
        window.settle();
        type(robot, "#note-at", "8");
        assertThat(look().notes().get(1)).isEqualTo(new Note.ReadingMarker(2, DRY, true, 8, true));
        robot.push(KeyCode.CONTROL, KeyCode.K).write("shaded span of x", 0).type(KeyCode.ENTER);
        window.settle();
        type(robot, "#note-from", "12");
        type(robot, "#note-to", "5");
        assertThat(window.text("#figure-panel-wrong")).contains("A span must begin before it ends.");
        window.press(robot, "#note-remove");
        assertThat(look().notes()).hasSize(2);
        assertThat(window.view.lookup("#figure-panel").isVisible()).isFalse();
    }

    @Test
    void theWholeSheetHasAStyleOfOursOrOnesOwn(FxRobot robot) {
        robot.clickOn("#figure-look").clickOn("#look-1");
        window.settle();
        assertThat(layout().width()).isEqualTo(85 * 72 / 25.4);
        type(robot, "#sheet-text", "8");
        robot.clickOn("#look-name").write("Thesis", 0).clickOn("#look-keep");
        robot.clickOn("#look-0").clickOn("#look-5");
        window.settle();
        assertThat(look().sheet().textSize()).isEqualTo(8);
        robot.push(KeyCode.ESCAPE)
                .push(KeyCode.CONTROL, KeyCode.K)
                .write("copy of this figure", 0)
                .type(KeyCode.ENTER);
        window.settle();
        assertThat(window.workspace.figuresInView()).hasSize(2);
        robot.push(KeyCode.CONTROL, KeyCode.T)
                .push(KeyCode.CONTROL, KeyCode.A)
                .write("The other", 0)
                .type(KeyCode.ENTER);
        window.settle();
        assertThat(window.workspace.figuresInView())
                .extracting(figure -> figure.title().orElse(""))
                .containsExactly("Stretch of 3 mm marram cord under load", "The other");
        robot.push(KeyCode.CONTROL, KeyCode.K).write("swap x and y", 0).type(KeyCode.ENTER);
        window.settle();
        assertThat(window.table(0).first(Role.X).orElseThrow().name()).isEqualTo("Stretch");
        assertThat(window.text("#equation")).startsWith("Load = ");
    }

    /// Two fingers apart on a touch screen or pad: the same zoom about the place between them.
    @Test
    void pinchingZoomsAboutThePlaceBetweenTheFingers(FxRobot robot) {
        Point2D pointer = data(20, 5);
        double before = layout().axes().get(AxisPlace.X).high()
                - layout().axes().get(AxisPlace.X).low();
        robot.interact(() -> {
            Node sheet = window.view.lookup("#sheet");
            Point2D scene = window.view.localToScene(window.view.screenToLocal(pointer));
            sheet.fireEvent(new ZoomEvent(
                    ZoomEvent.ZOOM,
                    scene.getX(),
                    scene.getY(),
                    pointer.getX(),
                    pointer.getY(),
                    false,
                    false,
                    false,
                    false,
                    false,
                    false,
                    2,
                    2,
                    new PickResult(sheet, scene.getX(), scene.getY())));
        });
        FxThread.until(
                "it is kept", () -> !window.workspace.history().get().steps().isEmpty());
        window.settle();
        FigureLayout after = layout();
        assertThat(after.axes().get(AxisPlace.X).high()
                        - after.axes().get(AxisPlace.X).low())
                .isCloseTo(before / 2, within(before / 20));
        Point2D there = data(20, 5);
        assertThat(there.distance(pointer)).isLessThan(4);
    }

    /// What the menu of the second button at a place of the sheet offers, submenus included; its items by their
    /// ids.
    private Map<String, MenuItem> menu(FxRobot robot, double x, double y) {
        robot.clickOn(at(x, y), MouseButton.SECONDARY);
        window.settle();
        var shown = new java.util.HashMap<String, MenuItem>();
        robot.interact(() -> Window.getWindows().stream()
                .filter(ContextMenu.class::isInstance)
                .flatMap(each -> DrivenWindow.items(((ContextMenu) each).getItems()))
                .filter(item -> item.getId() != null)
                .forEach(item -> shown.put(item.getId(), item)));
        return shown;
    }

    private void choose(FxRobot robot, Map<String, MenuItem> menu, String id) {
        assertThat(menu).containsKey(id);
        robot.interact(() -> {
            menu.get(id).fire();
            Window.getWindows().stream()
                    .filter(ContextMenu.class::isInstance)
                    .toList()
                    .forEach(Window::hide);
        });
        window.settle();
    }

    @Test
    void theSecondButtonOffersWhatCanBeDoneWithWhatLiesThere(FxRobot robot) {
        FigureLayout at = layout();
        double emptyX = at.px(42);
        double emptyY = at.py(AxisPlace.Y, 2);
        choose(robot, menu(robot, emptyX, emptyY), "menu-add-rule-y");
        assertThat(look().notes()).singleElement().isInstanceOfSatisfying(Note.Rule.class, rule -> assertThat(rule.at())
                .isCloseTo(2, within(0.1)));
        choose(robot, menu(robot, emptyX, layout().py(AxisPlace.Y, 3)), "menu-read-x");
        assertThat(look().notes().getLast())
                .isInstanceOfSatisfying(Note.ReadingMarker.class, drop -> assertThat(drop.series())
                        .isEqualTo(DRY));
        Rectangle2D label = layout().place(new HitTarget.CurveLabel(DRY)).orElseThrow();
        choose(robot, menu(robot, label.getCenterX(), label.getCenterY()), "menu-digits-6");
        assertThat(look().curve(DRY).digits()).hasValue(6);
        var axis = menu(robot, layout().plot().getCenterX(), layout().plot().getMaxY() + 8);
        assertThat(axis).containsKeys("menu-axis", "menu-log", "menu-axis-title", "menu-reversed");
        choose(robot, axis, "menu-reversed");
        assertThat(look().axis(AxisPlace.X).reversed()).isTrue();
        var point = menu(robot, layout().px(40), layout().py(AxisPlace.Y, 8.48));
        assertThat(point)
                .containsKeys("menu-aside", "menu-select", "menu-in-table", "menu-series", "menu-fit-quadratic");
        choose(robot, point, "menu-aside");
        assertThat(window.table(0).excluded().has(8)).isTrue();
        assertThat(menu(robot, 3, 3)).containsKeys("menu-copy-figure", "menu-look", "menu-show-confidence-band");
        robot.interact(() -> assertThat(Window.getWindows())
                .filteredOn(ContextMenu.class::isInstance)
                .as("a menu owned by the sheet stays open when the sheet is clicked")
                .isNotEmpty()
                .allMatch(each -> ((ContextMenu) each).getOwnerNode() == null));
    }

    @Test
    void selectedPointsAreSeenInFigureStripAndTable(FxRobot robot) {
        robot.clickOn(at(layout().px(40), layout().py(AxisPlace.Y, 8.48)));
        window.settle();
        var marks = (SelectionMarks) window.view.lookup("#selection-marks");
        assertThat(marks.rings()).as("one on the figure, one in the strip").isEqualTo(2);
        assertThat(selectedRows()).containsExactly("9");
        robot.push(KeyCode.ESCAPE);
        robot.clickOn(at(layout().px(42), layout().py(AxisPlace.Y, 2)));
        window.settle();
        assertThat(marks.isVisible()).isFalse();
        robot.interact(() -> {
            window.grid().requestFocus();
            window.grid().getSelectionModel().clearSelection();
            window.grid()
                    .getSelectionModel()
                    .selectRange(
                            0,
                            window.grid().getColumns().get(1),
                            2,
                            window.grid().getColumns().get(2));
        });
        window.settle();
        assertThat(marks.rings()).isEqualTo(6);
        robot.interact(() -> window.workspace.perform(new helvo.core.study.TableEdit.Sort(1, 2, false)));
        window.settle();
        assertThat(marks.isVisible()).as("other rows stand there now").isFalse();
    }

    /// The frame and the words of what the pointer rested on do not stay where that was.
    @Test
    void whatWasPointedAtIsNotFramedOnceTheSheetMoved(FxRobot robot) {
        Stage stage = (Stage) window.view.getScene().getWindow();
        double width = stage.getWidth();
        robot.moveTo(at(new HitTarget.Legend()));
        assertThat(window.view.lookup("#figure-hover").isVisible()).isTrue();
        assertThat(window.view.lookup(".figure-outline").isVisible()).isTrue();
        robot.interact(() -> stage.setWidth(width - 90));
        window.settle();
        assertThat(window.view.lookup("#figure-hover").isVisible()).isFalse();
        assertThat(window.view.lookup(".figure-outline").isVisible()).isFalse();
        robot.moveTo(data(30, 6.29));
        assertThat(window.view.lookup("#figure-hover").isVisible()).isTrue();
        robot.interact(() -> window.workspace.perform(new FigureEdit.SetAxis(
                1, AxisPlace.X, AxisStyle.DEFAULT.withLimits(Optional.of(0.0), Optional.of(200.0)))));
        window.settle();
        assertThat(window.view.lookup("#figure-hover").isVisible())
                .as("the point is elsewhere")
                .isFalse();
        robot.interact(() -> stage.setWidth(width));
        window.settle();
    }

    /// Selected points outside of the axes have no ring, on the figure or in the strip below it.
    @Test
    void pointsOutsideOfTheAxesHaveNoRing(FxRobot robot) {
        var marks = (SelectionMarks) window.view.lookup("#selection-marks");
        robot.interact(() -> window.workspace.select(0, 1, 2, 3));
        window.settle();
        int all = marks.rings();
        assertThat(all).isGreaterThan(4);
        robot.interact(() -> window.workspace.perform(new FigureEdit.SetAxis(
                1, AxisPlace.X, AxisStyle.DEFAULT.withLimits(Optional.of(35.0), Optional.of(45.0)))));
        window.settle();
        assertThat(marks.rings()).isZero();
    }

    private List<String> selectedRows() {
        return window.grid().lookupAll(".table-row-cell").stream()
                .filter(row -> row.getPseudoClassStates().stream()
                        .anyMatch(state -> state.getPseudoClassName().equals("on-figure")))
                .map(row -> ((TableRow<?>) row).getItem())
                .map(item -> Integer.toString((Integer) item + 1))
                .toList();
    }

    @Test
    void figuresHaveTabsThatAreAddedAndNamedInPlace(FxRobot robot) {
        robot.clickOn("#figure-add");
        robot.interact(() -> Window.getWindows().stream()
                .filter(ContextMenu.class::isInstance)
                .flatMap(each -> DrivenWindow.items(((ContextMenu) each).getItems()))
                .filter(item -> "figure-new".equals(item.getId()))
                .findFirst()
                .orElseThrow()
                .fire());
        window.settle();
        assertThat(window.workspace.figuresInView())
                .extracting(figure -> figure.name())
                .containsExactly("Figure", "Figure 2");
        assertThat(window.toggle("#figure-1").isSelected()).isTrue();
        robot.doubleClickOn("#figure-1");
        robot.push(KeyCode.CONTROL, KeyCode.A).write("Both cords", 0).type(KeyCode.ENTER);
        window.settle();
        assertThat(window.text("#figure-1")).isEqualTo("Both cords");
        robot.interact(() -> window.toggle("#figure-0").requestFocus());
        robot.type(KeyCode.F2).write("x", 0).type(KeyCode.ESCAPE);
        assertThat(window.text("#figure-0")).isEqualTo("Figure");
    }

    @Test
    void anotherUnitSaysWhyItHasTheOtherAxisAndGoesBack(FxRobot robot) {
        robot.interact(() -> window.workspace.show(window.workspace.study().tables().stream()
                .filter(table -> table.name().equals("Bath"))
                .findFirst()
                .orElseThrow()
                .id()));
        window.settle();
        assertThat(layout().axes()).containsKey(AxisPlace.RIGHT);
        assertThat(window.view.lookup("#figure-notices").isVisible()).isTrue();
        window.press(robot, "#one-axis");
        assertThat(layout().axes()).doesNotContainKey(AxisPlace.RIGHT);
        assertThat(window.view.lookup("#figure-notices").isVisible()).isFalse();
        int heat = window.workspace.table().orElseThrow().columns().stream()
                .filter(column -> column.role() == Role.Y)
                .skip(1)
                .findFirst()
                .orElseThrow()
                .id();
        var tag = (MenuButton) window.view.lookup("#role-" + heat);
        robot.interact(tag::show);
        robot.interact(() -> tag.getItems().stream()
                .filter(item -> ("axis-" + heat + "-right").equals(item.getId()))
                .findFirst()
                .orElseThrow()
                .fire());
        window.settle();
        assertThat(layout().axes()).containsKey(AxisPlace.RIGHT);
    }

    @Test
    void fieldsBeginWithWhatIsThereNow(FxRobot robot) {
        Rectangle2D title = layout().place(new HitTarget.AxisTitle(AxisPlace.X)).orElseThrow();
        robot.clickOn(at(title.getCenterX(), title.getCenterY()));
        var field = (TextField) window.view.lookup("#figure-title-field");
        assertThat(field.getText()).isEqualTo("Load (N)");
        assertThat(field.getSelectedText()).isEqualTo("Load (N)");
        robot.type(KeyCode.ENTER);
        assertThat(look().axis(AxisPlace.X).title())
                .as("looked at, not changed")
                .isEmpty();
        robot.clickOn(at(layout().plot().getCenterX(), layout().plot().getMaxY() + 8));
        window.settle();
        assertThat(window.text("#axis-from")).isEqualTo("0");
        assertThat(window.text("#axis-step")).isEqualTo("5");
        assertThat(window.text("#axis-title")).isEqualTo("Load (N)");
        robot.type(KeyCode.TAB).type(KeyCode.TAB).push(KeyCode.ESCAPE);
        window.settle();
        assertThat(look().axes()).as("looked at, not changed").doesNotContainKey(AxisPlace.X);
        assertThat(window.workspace.history().get().steps()).isEmpty();
    }

    @Test
    void numbersAreWrittenAsTheStudyAsks(FxRobot robot) {
        robot.clickOn("#figure-look");
        choose(robot, "#study-numbers", Optional.of(new NumberNotation(DecimalMark.COMMA, false)));
        assertThat(window.text("#equation")).isEqualTo("Stretch = 0,2064 Load + 0,202");
        assertThat(window.text("#value-slope")).isEqualTo("0,2064 ± 0,0017");
    }
}
