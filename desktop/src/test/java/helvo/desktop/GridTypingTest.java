package helvo.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.table.Table;
import helvo.desktop.measurements.MeasurementGrid;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.control.IndexedCell;
import javafx.scene.control.skin.VirtualFlow;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.robot.Robot;
import javafx.stage.Stage;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/// Long random sequences of keys, clicks and scrolls in the real grid, in bursts that leave it no time to lay out
/// its cells, against a model that has no cells at all.
@Tag("thorough")
@ExtendWith(ApplicationExtension.class)
class GridTypingTest {
    @RegisterExtension
    private static final SharedWindow SHARED = SharedWindow.onBlank();

    private static final int KEYS = 500;
    private static final List<String> PASTED = List.of("77", "88", "99");

    private DrivenWindow window;
    private Stage stage;
    private double height;
    private Robot robot;
    private Random random;
    private Model model;
    private final List<String> log = new ArrayList<>();

    /// What a person expects of the table: cells by row and column, a cursor, and the cell that is being typed.
    private static final class Model {
        private Map<List<Integer>, String> cells = new HashMap<>();
        private final Deque<Map<List<Integer>, String>> before = new ArrayDeque<>();
        private int rows;
        private final Deque<Integer> rowsBefore = new ArrayDeque<>();
        private int row;
        private int column;
        private int began = -1;
        private StringBuilder typed;
        private boolean allSelected;
        private boolean changes;

        void enter() {
            String text = typed == null ? null : typed.toString();
            typed = null;
            if (text != null) {
                put(text.isEmpty() ? Map.of() : Map.of(List.of(row, column), text), List.of(List.of(row, column)));
            }
        }

        void put(Map<List<Integer>, String> values, List<List<Integer>> places) {
            var next = new HashMap<>(cells);
            places.forEach(next::remove);
            next.putAll(values);
            if (!next.equals(cells)) {
                before.push(cells);
                rowsBefore.push(rows);
                cells = next;
                rows = Math.max(rows, places.getLast().getFirst() + 1);
            }
        }

        void undo() {
            if (!before.isEmpty()) {
                cells = before.pop();
                rows = rowsBefore.pop();
                row = Math.min(row, shown() - 1);
            }
        }

        int shown() {
            return Math.max(12, rows + 1);
        }

        void down(int by, int to) {
            if (row + by < shown()) {
                row += by;
                column = to;
            }
        }
    }

    @Start
    void start(Stage shown) {
        stage = shown;
        window = SHARED.on(stage);
        height = stage.getHeight();
    }

    /// The stage is that of the tests to come.
    @AfterEach
    void close(FxRobot fx) {
        fx.interact(() -> stage.setHeight(height));
    }

    @ParameterizedTest
    @CsvSource({"800, 1", "600, 2", "400, 3"})
    void whatIsTypedIsThere(int pixels, long seed, FxRobot fx) {
        random = new Random(seed);
        model = new Model();
        window.settle();
        fx.interact(() -> {
            robot = new Robot();
            stage.setHeight(pixels);
            window.view.begin();
        });
        for (int left = KEYS; left > 0; ) {
            int burst = Math.min(left, 1 + random.nextInt(25));
            fx.interact(() -> IntStream.range(0, burst).forEach(_ -> step()));
            left -= burst;
            if (random.nextInt(3) == 0) {
                fx.interact(this::elsewhere);
            }
            if (random.nextInt(4) == 0) {
                window.settle();
            }
            fx.interact(this::check);
        }
        fx.interact(() -> {
            press(KeyCode.ESCAPE);
            model.typed = null;
        });
        window.settle();
        fx.interact(this::check);
        assertThat(model.rows).as("rows past what the window shows").isGreaterThan(25);
    }

    private void step() {
        switch (random.nextInt(20)) {
            case 0, 1, 2, 3, 4, 5, 6 -> digits();
            case 7, 8, 9, 10, 11 -> enterOrTab();
            case 12, 13 -> arrow();
            case 14 -> {
                if (model.typed == null) {
                    press(KeyCode.F2);
                    model.typed = new StringBuilder(model.cells.getOrDefault(List.of(model.row, model.column), ""));
                    model.allSelected = true;
                    model.changes = true;
                }
            }
            case 15 -> delete();
            case 16 -> {
                press(KeyCode.ESCAPE);
                model.typed = null;
            }
            case 17 -> {
                if (model.typed == null && random.nextInt(4) == 0) {
                    chord(KeyCode.Z);
                    model.undo();
                }
            }
            case 18 -> paste();
            default -> digits();
        }
    }

    private void digits() {
        for (int i = 1 + random.nextInt(3); i > 0; i--) {
            int digit = 1 + random.nextInt(9);
            if (model.typed != null && model.typed.length() > 8 && !model.allSelected) {
                return;
            }
            press(KeyCode.getKeyCode(Integer.toString(digit)));
            if (model.typed == null || model.allSelected) {
                model.changes = model.typed != null;
                model.typed = new StringBuilder();
            }
            model.allSelected = false;
            model.typed.append(digit);
        }
    }

    private void enterOrTab() {
        boolean filled = model.typed != null
                ? !model.typed.isEmpty()
                : model.cells.containsKey(List.of(model.row, model.column));
        boolean tab = random.nextInt(3) == 0 && (model.column == 0 || filled && model.row > 0);
        press(tab ? KeyCode.TAB : KeyCode.ENTER);
        model.enter();
        int began = model.began < 0 ? model.column : model.began;
        if (!tab) {
            model.began = -1;
            model.down(1, began);
        } else if (model.column == 0) {
            model.began = began;
            model.column = 1;
        } else {
            model.began = began;
            model.down(1, began);
        }
    }

    private void arrow() {
        KeyCode key = List.of(KeyCode.UP, KeyCode.DOWN, KeyCode.DOWN, KeyCode.LEFT, KeyCode.RIGHT)
                .get(random.nextInt(5));
        boolean sideways = key == KeyCode.LEFT || key == KeyCode.RIGHT;
        boolean leads = key == KeyCode.UP
                ? model.row > 0
                : key == KeyCode.LEFT ? model.column == 1 : key != KeyCode.RIGHT || model.column == 0;
        if (leads && !(sideways && model.typed != null && model.changes)) {
            press(key);
            model.enter();
            model.began = -1;
            model.down(
                    key == KeyCode.UP ? -1 : key == KeyCode.DOWN ? 1 : 0,
                    model.column + (key == KeyCode.LEFT ? -1 : key == KeyCode.RIGHT ? 1 : 0));
        }
    }

    private void delete() {
        boolean back = random.nextBoolean();
        press(back ? KeyCode.BACK_SPACE : KeyCode.DELETE);
        if (model.typed == null) {
            if (model.row < model.rows) {
                model.put(Map.of(), List.of(List.of(model.row, model.column)));
            }
        } else if (model.allSelected) {
            model.typed.setLength(0);
        } else if (back && !model.typed.isEmpty()) {
            model.typed.setLength(model.typed.length() - 1);
        }
        model.allSelected = false;
    }

    private void paste() {
        var content = new ClipboardContent();
        content.putString(String.join("\n", PASTED));
        Clipboard.getSystemClipboard().setContent(content);
        chord(KeyCode.V);
        model.enter();
        var values = new HashMap<List<Integer>, String>();
        IntStream.range(0, 3).forEach(i -> values.put(List.of(model.row + i, model.column), PASTED.get(i)));
        model.put(
                values,
                IntStream.range(0, 3)
                        .mapToObj(i -> List.of(model.row + i, model.column))
                        .toList());
    }

    /// Scrolls, or clicks on a cell that is shown.
    private void elsewhere() {
        MeasurementGrid grid = window.grid();
        if (!(grid.lookup(".virtual-flow") instanceof VirtualFlow<?> flow) || flow.getFirstVisibleCell() == null) {
            return;
        }
        if (random.nextBoolean()) {
            flow.scrollPixels(random.nextInt(400) - 200);
            return;
        }
        grid.layout();
        int first = flow.getFirstVisibleCell().getIndex() + 1;
        int last = flow.getLastVisibleCell().getIndex() - 1;
        if (last >= first) {
            int row = first + random.nextInt(last - first + 1);
            int column = random.nextInt(2);
            click(cell(flow, row, column));
            model.enter();
            model.began = -1;
            model.row = row;
            model.column = column;
            log.add("click " + row + ", " + column);
        }
    }

    private static Point2D cell(VirtualFlow<?> flow, int row, int column) {
        IndexedCell<?> shown = flow.getCell(row);
        Bounds box = shown.getChildrenUnmodifiable().get(1 + column).getBoundsInParent();
        return shown.localToScreen(box.getCenterX(), box.getCenterY());
    }

    private void click(Point2D at) {
        robot.mouseMove(at);
        robot.mousePress(MouseButton.PRIMARY);
        robot.mouseRelease(MouseButton.PRIMARY);
    }

    private void press(KeyCode key) {
        log.add(key.getName());
        robot.keyPress(key);
        robot.keyRelease(key);
    }

    private void chord(KeyCode key) {
        log.add("Ctrl " + key.getName());
        robot.keyPress(KeyCode.CONTROL);
        robot.keyPress(key);
        robot.keyRelease(key);
        robot.keyRelease(KeyCode.CONTROL);
    }

    private void check() {
        Table table = window.table(0);
        var found = new HashMap<List<Integer>, String>();
        for (int row = 0; row < table.rows(); row++) {
            for (int column = 0; column < 2; column++) {
                String text = table.columns().get(column).exact(row, table.decimalMark());
                if (!text.isEmpty()) {
                    found.put(List.of(row, column), text);
                }
            }
        }
        assertThat(table.columns()).hasSize(2);
        assertThat(found).as("cells after " + log).isEqualTo(model.cells);
        if (model.typed == null) {
            assertThat(List.of(
                            window.grid().place().getRow(),
                            window.grid().place().getColumn() - 1))
                    .as("the place after " + log)
                    .isEqualTo(List.of(model.row, model.column));
        }
    }
}
