package helvo.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Edit;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.core.study.TableEdit;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.desktop.document.AnalysisService;
import helvo.desktop.measurements.MeasurementGrid;
import helvo.desktop.persistence.StudyOrigin;
import helvo.desktop.theme.Themes;
import helvo.desktop.window.MainView;
import helvo.desktop.workspace.Workspace;
import helvo.files.samples.SampleStudy;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.Label;
import javafx.scene.control.Labeled;
import javafx.scene.control.TableCell;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TableRow;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/// A window keeps the parts of the results, the columns, cells and tabs that it has, and shows other things in
/// them. Whatever it showed before, it shows what a new window on the same study shows.
@Tag("thorough")
@ExtendWith(ApplicationExtension.class)
class KeptPartsTest {
    @RegisterExtension
    private static final SharedWindow SHARED = SharedWindow.onSample();

    private Stage stage;
    private DrivenWindow window;
    private List<Double> freshWidths;

    @Start
    void start(Stage stage) {
        this.stage = stage;
        window = SHARED.on(stage);
    }

    @Test
    void eachTableAndSeriesLooksAsInANewWindow(FxRobot robot) {
        List<Table> tables = new ArrayList<>(window.workspace.study().tables());
        tables.addAll(List.copyOf(tables.subList(0, tables.size() - 1)).reversed());
        for (Table table : tables) {
            robot.interact(() -> window.workspace.show(table.id()));
            isAsNew(robot, table.name());
            assertThat(widths(window.view)).as(table.name()).isEqualTo(freshWidths);
            for (int series = 1;
                    series < window.workspace.figure().orElseThrow().series().size();
                    series++) {
                int place = series;
                robot.interact(() -> window.workspace.showSeries(place));
                isAsNew(robot, table.name() + ", series " + place);
            }
            robot.interact(() -> {
                window.grid().resizeColumn(window.grid().getColumns().get(1), 40); // as a person drags it
                window.grid().scrollTo(table.rows());
            });
        }
    }

    @Test
    void editsLeaveWhatTheyDoNotConcernWhereItIs(FxRobot robot) {
        Table table = window.workspace.table().orElseThrow();
        int y = table.first(Role.Y).orElseThrow().id();
        window.settle();
        robot.interact(() -> part("slope").requestFocus());
        Node slope = part("slope");
        List<Edit> edits = List.of(
                new TableEdit.SetCell(table.id(), y, 3, "9"),
                new TableEdit.ExcludeRows(table.id(), List.of(3, 4), "torn"),
                new TableEdit.SetCell(table.id(), y, 7, "7.6"),
                new ColumnEdit.AddColumn(table.id()),
                new TableEdit.SetCell(table.id(), y, 0, ""),
                new ColumnEdit.MoveColumn(table.id(), y, 1));
        for (Edit edit : edits) {
            robot.interact(() -> window.workspace.perform(edit));
            isAsNew(robot, edit.toString());
            assertThat(part("slope")).as("the same part after %s", edit).isSameAs(slope);
            assertThat(slope.isFocused())
                    .as("keeps the keyboard through %s", edit)
                    .isTrue();
        }
        robot.interact(() -> window.workspace.perform(new ColumnEdit.SetRole(table.id(), y, Role.NONE)));
        isAsNew(robot, "without y");
        for (int i = 0; i <= edits.size(); i++) {
            robot.interact(window.workspace::undo);
            isAsNew(robot, "undone, " + i);
        }
    }

    /// Its first figure is known before the whole study is worked out.
    @Test
    void aStudyInTheWindowOfABlankOneLooksAsInANewWindow(FxRobot robot) {
        robot.interact(() -> window = new DrivenWindow(stage, Study.blank()));
        window.settle();
        var opened = new StudyOrigin.New(History.from(SampleStudy.study()));
        var beginning = new ArrayList<AnalysisService.Beginning>();
        robot.interact(() -> beginning.add(window.document.analyses().beginning()));
        Optional<Analysis> first =
                beginning.getFirst().of(opened.study().history().study(), Progress.none());
        robot.interact(() -> {
            window.workspace.become(opened, first);
            assertThat(window.workspace.analysis().get()).isSameAs(first.orElseThrow());
            assertThat(window.workspace.series()).isPresent();
            assertThat(part("slope").isVisible()).isTrue();
        });
        isAsNew(robot, "opened");
        assertThat(window.workspace.analysis().get().figures())
                .hasSameSizeAs(SampleStudy.study().figures());
        robot.interact(window::close);
    }

    @Test
    void whatIsTypedGoesWhereItWasBegunWhenColumnsMoveMeanwhile(FxRobot robot) {
        Table table = window.workspace.table().orElseThrow();
        int y = table.first(Role.Y).orElseThrow().id();
        robot.interact(() -> window.grid().edit(2, table.column(y)));
        window.settle();
        robot.interact(
                () -> window.workspace.perform(new ColumnEdit.MoveColumn(table.id(), y, 1))); // as from another window
        robot.interact(() -> ((TextField) window.view.lookup(".cell-field")).setText("3.21"));
        robot.type(KeyCode.ENTER);
        window.settle();
        Table after = window.workspace.table().orElseThrow();
        assertThat(after.column(y).exact(2, after.decimalMark())).isEqualTo("3.21");
        int x = table.first(Role.X).orElseThrow().id();
        assertThat(after.column(x).cells()).isEqualTo(table.column(x).cells());
        isAsNew(robot, "the column moved");
    }

    /// The name in the results.
    private Node part(String name) {
        return all(window.view.lookup(".results-content"))
                .filter(node -> node instanceof Label label && name.equals(label.getText()))
                .findFirst()
                .orElseThrow();
    }

    private void isAsNew(FxRobot robot, String when) {
        window.settle();
        var shown = new ArrayList<String>();
        var fresh = new ArrayList<String>();
        robot.interact(() -> {
            Workspace other = window.another();
            other.show(window.workspace.tableId().get());
            other.showFigure(window.workspace.figureId().get());
            other.showSeries(window.workspace.seriesPlace().get());
            MainView view = window.view(other);
            view.setSides(window.view.leftWidth(), window.view.rightWidth());
            Themes.scene(view, 1280, 800);
            for (int i = 0; i < 3; i++) {
                view.applyCss();
                view.layout();
                window.view.layout();
            }
            fresh.addAll(described(view));
            freshWidths = widths(view);
            shown.addAll(described(window.view));
            other.close();
        });
        assertThat(shown).as(when).hasSizeGreaterThan(60).isEqualTo(fresh);
    }

    private static List<Double> widths(MainView view) {
        return ((MeasurementGrid) view.lookup("#grid"))
                .getColumns().stream().map(TableColumn::getWidth).toList();
    }

    private static List<String> described(MainView view) {
        var lines = new ArrayList<String>();
        all(view.lookup(".results"))
                .filter(Labeled.class::isInstance)
                .map(Labeled.class::cast)
                .forEach(each -> lines.add(each.getId()
                        + " “"
                        + each.getText() + "” " + each.getStyleClass() + " " + each.getAccessibleText()
                        + (each instanceof ToggleButton tab ? " " + tab.isSelected() : "")));
        all(view.lookup(".measurements"))
                .filter(ToggleButton.class::isInstance)
                .map(ToggleButton.class::cast)
                .forEach(tab -> lines.add(tab.getText() + " " + tab.isSelected() + " "
                        + tab.getTooltip().getText()));
        var grid = (MeasurementGrid) view.lookup("#grid");
        for (TableColumn<Integer, ?> column : grid.getColumns()) {
            lines.add("Column "
                    + (column.getGraphic() == null
                            ? ""
                            : column.getGraphic().getId() + " "
                                    + column.getGraphic().getAccessibleText()));
        }
        all(grid)
                .filter(node -> node instanceof TableCell<?, ?> cell && !cell.isEmpty())
                .map(TableCell.class::cast)
                .map(cell -> cell.getIndex() + " " + grid.getColumns().indexOf(cell.getTableColumn()) + " "
                        + cell.getText() + " "
                        + cell.getAlignment() + " "
                        + cell.getPseudoClassStates().stream()
                                .map(Object::toString)
                                .filter(state -> state.equals("needs-look"))
                                .toList())
                .sorted()
                .forEach(lines::add);
        return lines;
    }

    /// What can be seen below a node, in order.
    private static Stream<Node> all(Node node) {
        if (!node.isVisible()) {
            return Stream.empty();
        }
        boolean inside = node instanceof Parent && (!(node instanceof Labeled) || node instanceof TableRow);
        return Stream.concat(
                Stream.of(node),
                inside
                        ? ((Parent) node).getChildrenUnmodifiable().stream().flatMap(KeptPartsTest::all)
                        : Stream.empty());
    }
}
