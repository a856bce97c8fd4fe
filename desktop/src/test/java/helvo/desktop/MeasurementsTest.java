package helvo.desktop;

import static helvo.desktop.FxThread.of;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.groups.Tuple.tuple;

import helvo.core.analysis.SeriesAnalysis;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Study;
import helvo.core.table.BarMeaning;
import helvo.core.table.Cell;
import helvo.core.table.Column;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.files.UnreadableFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalDouble;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.image.WritableImage;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;

/// Makes measurements sound, as a person would, by the mouse and by the keyboard alone.
@Tag("thorough")
@ExtendWith(ApplicationExtension.class)
class MeasurementsTest {
    @RegisterExtension
    private static final SharedWindow SHARED = SharedWindow.onSample();

    @TempDir
    private Path folder;

    private DrivenWindow window;

    @Start
    void start(Stage stage) {
        window = SHARED.on(stage);
    }

    private void show(FxRobot robot, String table) {
        robot.interact(() -> window.workspace.show(window.workspace.study().tables().stream()
                .filter(each -> each.name().equals(table))
                .findFirst()
                .orElseThrow()
                .id()));
        window.settle();
    }

    private Table table() {
        return window.workspace.table().orElseThrow();
    }

    private SeriesAnalysis series() {
        return window.workspace.series().orElseThrow();
    }

    private void keys(FxRobot robot, KeyCode... keys) {
        robot.push(keys);
        WaitForAsyncUtils.waitForFxEvents();
    }

    /// Who comes from elsewhere to a cell begins a row there.
    @Test
    void enterGoesDownInTheColumnThatWasComeTo(FxRobot robot) {
        Table first = window.table(0);
        robot.interact(() -> window.grid().choose(0, first.columns().get(1)));
        robot.type(KeyCode.TAB);
        robot.interact(() -> window.grid().choose(2, first.columns().get(2)));
        robot.type(KeyCode.TAB).type(KeyCode.ENTER);
        assertThat(of(() -> window.grid().place().getColumn())).isEqualTo(3);
        robot.type(KeyCode.TAB);
        robot.interact(() -> {
            window.workspace.show(window.table(1).id());
            window.grid().requestFocus();
        });
        robot.type(KeyCode.TAB).type(KeyCode.ENTER);
        assertThat(of(() -> window.grid().place().getColumn())).isEqualTo(1);
    }

    @Test
    void aSquaredColumnIsMadeByTheKeyboardAndFitted(FxRobot robot) {
        show(robot, "Pluck");
        DrivenWindow.find(robot, "a column by formula");
        robot.write("Lode^2", 0);
        assertThat(window.text("#derive-wrong")).isEmpty();
        assertThat(window.view.lookup("#derive").lookupAll(".wrong-place")).hasSize(1);
        robot.push(KeyCode.CONTROL, KeyCode.A).write("fre", 0).type(KeyCode.TAB).write("^2", 0);
        assertThat(window.text("#derive-formula")).isEqualTo("Frequency^2");
        assertThat(window.text("#derive-name")).isEqualTo("Frequency² (Hz²)");
        robot.clickOn("#derive-use-y").clickOn("#derive-formula").type(KeyCode.ENTER);
        window.settle();
        assertThat(table().first(Role.Y).orElseThrow().name()).isEqualTo("Frequency²");
        assertThat(table().first(Role.Y_BAR).orElseThrow().name()).isEqualTo("± Frequency²");
        assertThat(window.text("#equation")).startsWith("Frequency² = ");
        assertThat(series().fit().orElseThrow().quality().r2().orElseThrow()).isGreaterThan(0.9995);
        assertThat(series().points().yBars().up()[0]).isEqualTo(2 * 35.7 * 0.5);
        robot.interact(() -> window.grid().choose(0, table().first(Role.Y).orElseThrow()));
        robot.write("7", 0);
        assertThat(window.view.lookup("#derive").isVisible())
                .as("typing into a derived column asks for its formula")
                .isTrue();
        robot.push(KeyCode.CONTROL, KeyCode.A).write("“Frequency²” + 1", 0).type(KeyCode.ENTER);
        assertThat(window.view.lookup("#derive").isVisible())
                .as("a formula that follows itself is not taken")
                .isTrue();
        robot.push(KeyCode.CONTROL, KeyCode.A).write("Frequency^3", 0).type(KeyCode.ENTER);
        window.settle();
        Column cubed = table().first(Role.Y).orElseThrow();
        assertThat(cubed.cells().number(0)).isEqualTo(Math.pow(35.7, 3));
        Node heading = window.view.lookup("#heading-" + cubed.id());
        assertThat(heading.getAccessibleHelp()).endsWith("= Frequency^3");
        int frequency = table().columns().get(1).id();
        robot.interact(() ->
                window.workspace.perform(new ColumnEdit.SetHeading(table().id(), frequency, Heading.of("Tone (Hz)"))));
        window.settle();
        assertThat(window.view.lookup("#heading-" + cubed.id()).getAccessibleHelp())
                .as("with the name that its source has now")
                .endsWith("= Tone^3");
        keys(robot, KeyCode.CONTROL, KeyCode.Z);
        keys(robot, KeyCode.CONTROL, KeyCode.Z);
        keys(robot, KeyCode.CONTROL, KeyCode.Z);
        window.settle();
        assertThat(table().columns()).hasSize(3);
    }

    @Test
    void columnsOfOneQuantityAreAllYUntilOneIsKept(FxRobot robot) throws UnreadableFile {
        assertThat(window.view.lookup("#several-y").isVisible()).isFalse();
        window.open(
                robot,
                "Time (min),Temp water (°C),Temp wax (°C),Mass "
                        + "(g)\n0,80.1,70.8,12\n5,76.4,68.5,12.3\n10,73.8,65.6,12.6\n15,72.1,63.8,12.9\n");
        assertThat(table().all(Role.Y)).extracting(Column::name).containsExactly("Temp water", "Temp wax");
        assertThat(((Label) window.view.lookup("#several-y .label")).getText())
                .isEqualTo("Temp water and Temp wax are both y, since both are in °C.");
        robot.clickOn("#only-first-y");
        window.settle();
        assertThat(table().all(Role.Y)).extracting(Column::name).containsExactly("Temp water");
        assertThat(window.view.lookup("#several-y").isVisible()).isFalse();
        keys(robot, KeyCode.CONTROL, KeyCode.Z);
        window.settle();
        assertThat(table().all(Role.Y)).hasSize(2);
        assertThat(window.view.lookup("#several-y").isVisible()).isTrue();
    }

    /// Five scattered points: nothing is marked, no evidence is shown, and it is said why.
    @Test
    void fewPointsDoNotTellShapesApart(FxRobot robot) throws UnreadableFile {
        window.open(robot, "x,y\n8,1656\n9,1884\n10,2082\n11,1906\n12,1961\n");
        assertThat(window.text("#curves-judged")).isEqualTo("too few to rank");
        assertThat(series().weights()).allMatch(OptionalDouble::isEmpty);
        assertThat(of(() -> window.view.lookupAll(".curve-card").stream()
                        .flatMap(card -> card.lookupAll(".small").stream())
                        .noneMatch(label -> label.isVisible()
                                && label instanceof Label of
                                && of.getText().equals("simplest"))))
                .isTrue();
        assertThat(of(() -> window.view.lookup("#curve-mean").getAccessibleText()))
                .isEqualTo("Mean, R² 0");
        show(robot, "Pluck");
        assertThat(window.text("#curves-judged")).isEqualTo("by AICc");
    }

    @Test
    void aPressMakesTheRelationStraight(FxRobot robot) {
        show(robot, "Pluck");
        keys(robot, KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.L);
        window.settle();
        robot.clickOn("#linearise-root-none");
        window.settle();
        assertThat(table().first(Role.X).orElseThrow().heading().text()).isEqualTo("√Tension (√N)");
        assertThat(series().fit().orElseThrow().quality().r2().orElseThrow()).isGreaterThan(0.999);
        assertThat(window.view.lookup("#linearise").isVisible()).isFalse();
    }

    @Test
    void tenRepeatsPerLoadAreAveragedAndTheirSpreadServesAsBars(FxRobot robot) {
        show(robot, "Pulls");
        DrivenWindow.find(robot, "averages");
        robot.clickOn("#summary-by-2").clickOn("#summary-make");
        assertThat(window.text("#summary-wrong")).contains("at least one column to group");
        robot.clickOn("#summary-by-2");
        robot.clickOn("#summary-make");
        window.settle();
        assertThat(table().columns())
                .extracting(Column::name, Column::role)
                .containsExactly(
                        tuple("Load", Role.X),
                        tuple("mean Stretch", Role.Y),
                        tuple("standard deviation of Stretch", Role.Y_BAR));
        assertThat(table().rows()).isEqualTo(5);
        assertThat(Arrays.stream(series().points().yBars().up())).hasSize(5).allMatch(bar -> bar > 0.02 && bar < 0.6);
        assertThat(window.text("#equation")).startsWith("mean Stretch = 0.204");
        assertThat(table().columns().get(2).barMeaning()).isEqualTo(BarMeaning.STANDARD_DEVIATION);
    }

    /// Asked for by the tag; the numbers are those of three repeats by hand.
    @Test
    void repeatsSideBySideAreOneQuantity(FxRobot robot) throws UnreadableFile {
        window.open(robot, "Load (N),Stretch 1 (mm),Stretch 2 (mm),Mass (g)\n1,2,3,7\n2,4,6,8\n3,7,7,9\n");
        robot.clickOn("#role-2").clickOn("#repeats-2");
        assertThat(window.text("#repeats-name")).isEqualTo("Stretch (mm)");
        robot.clickOn("#repeats-of-3").clickOn("#repeats-make");
        assertThat(window.text("#repeats-wrong")).contains("two at least");
        robot.clickOn("#repeats-of-4").clickOn("#repeats-make");
        assertThat(window.text("#repeats-wrong")).contains("different units");
        robot.clickOn("#repeats-of-4").clickOn("#repeats-of-3").clickOn("#repeats-as-half-range");
        robot.clickOn("#repeats-make");
        window.settle();
        assertThat(series().points().y()).containsExactly(2.5, 5, 7);
        assertThat(series().points().yBars().up()).containsExactly(0.5, 1, 0);
        assertThat(table().all(Role.Y))
                .singleElement()
                .satisfies(y -> assertThat(y.heading().text()).isEqualTo("Stretch (mm)"));
        DrivenWindow.find(robot, "repeats in several");
        robot.clickOn("#repeats-of-2").clickOn("#repeats-of-3").clickOn("#repeats-as-points");
        robot.clickOn("#repeats-make");
        window.settle();
        assertThat(table().name()).isEqualTo("bath, all points");
        assertThat(series().points().y()).containsExactly(2, 3, 4, 6, 7, 7);
    }

    @Test
    void aSetSplitsTheRows(FxRobot robot) {
        show(robot, "Pulls");
        DrivenWindow.find(robot, "a set of values");
        robot.interact(() -> chooseColumn("#set-column", "Pull"));
        robot.clickOn("#set-value-0").clickOn("#set-value-1");
        assertThat(window.text("#set-name")).isEqualTo("1 and 2");
        robot.doubleClickOn("#set-name")
                .push(KeyCode.CONTROL, KeyCode.A)
                .write("first pulls", 0)
                .type(KeyCode.ENTER);
        window.settle();
        assertThat(window.workspace.figure().orElseThrow().series())
                .extracting(SeriesAnalysis::label, each -> each.points().size())
                .containsExactly(tuple("first pulls", 10), tuple("others", 40));
    }

    @SuppressWarnings("unchecked")
    private void chooseColumn(String id, String name) {
        var choice = (javafx.scene.control.ChoiceBox<Column>) window.view.lookup(id);
        choice.setValue(choice.getItems().stream()
                .filter(column -> column.name().equals(name))
                .findFirst()
                .orElseThrow());
    }

    @Test
    void onlySomeRowsAreUsedAndTheLineAboveTheTableSaysSo(FxRobot robot) {
        window.settle();
        assertThat(window.text("#filter-line")).isEqualTo("All 22 rows");
        robot.clickOn("#filter-line");
        robot.interact(() -> chooseColumn("#filter-column", "Load"));
        robot.clickOn("#filter-from")
                .write("10", 0)
                .clickOn("#filter-to")
                .write("x", 0)
                .type(KeyCode.ENTER);
        assertThat(window.text("#filter-wrong")).isEqualTo("“x” is not a number.");
        robot.push(KeyCode.CONTROL, KeyCode.A).write("40", 0).type(KeyCode.ENTER);
        window.settle();
        robot.clickOn("#filter-line");
        robot.interact(() -> chooseColumn("#filter-column", "Cord"));
        robot.clickOn("#filter-value-0").clickOn("#filter-use");
        window.settle();
        assertThat(window.text("#filter-line")).isEqualTo("Only rows where Load is 10 to 40 and Cord is dry: 8 of 22");
        assertThat(series().points().size()).isEqualTo(7);
        robot.clickOn("#filter-line");
        robot.interact(() -> chooseColumn("#filter-column", "Load"));
        robot.clickOn("#filter-reason")
                .write("slack", 0)
                .clickOn("#filter-to")
                .push(KeyCode.CONTROL, KeyCode.A)
                .write("15", 0)
                .clickOn("#filter-aside");
        window.settle();
        assertThat(table().excluded().reasons())
                .containsEntry(1, "slack")
                .containsEntry(2, "slack")
                .hasSize(5);
        robot.clickOn("#filter-line").clickOn("#filter-all");
        window.settle();
        assertThat(window.text("#filter-line")).isEqualTo("All 22 rows");
    }

    @Test
    void alikeCellsAreDecidedTogetherOneByOneAndTakenBack(FxRobot robot) throws IOException {
        window.toOpen = List.of(Files.writeString(
                folder.resolve("a.csv"), "t,m\n1,5\n2,torn\n3,7\n4,torn\n5,9\n6,\n7,torn\n8,11\n9,12\n"));
        robot.clickOn("#open");
        window.settle();
        window.press(robot, "#one-by-one-1");
        window.press(robot, "#missing-3");
        window.settle();
        assertThat(table().columns().get(1).cells().cell(3)).isEqualTo(Cell.EMPTY);
        keys(robot, KeyCode.CONTROL, KeyCode.DIGIT2);
        robot.type(KeyCode.SPACE);
        window.settle();
        assertThat(table().columns().get(1).cells().cell(6)).isEqualTo(Cell.EMPTY);
        assertThat(table().decisions()).hasSize(3);
        window.press(robot, "#keep-5");
        assertThat(window.workspace
                        .analysis()
                        .get()
                        .problems()
                        .get(table().id())
                        .count())
                .isZero();
        assertThat(window.workspace.history().get().steps())
                .last()
                .extracting(step -> step.sentence())
                .isEqualTo("Row 6, m: kept as it is");
        window.press(robot, "#back-1");
        assertThat(table().columns().get(1).cells().cell(1)).isEqualTo(new Cell.Text("torn"));
        assertThat(window.workspace
                        .analysis()
                        .get()
                        .problems()
                        .get(table().id())
                        .groups())
                .singleElement()
                .satisfies(group -> assertThat(group.rows()).contains(1));
    }

    @Test
    void aWorkbookWithTwoSheetsIsOpenedByTheKeyboard(FxRobot robot) throws Exception {
        Path file = folder.resolve("cords.xlsx");
        try (var book = new XSSFWorkbook();
                var out = Files.newOutputStream(file)) {
            for (String name : List.of("Dry", "Wet")) {
                var sheet = book.createSheet(name);
                for (int r = 0; r < 4; r++) {
                    for (int c = 0; c < 2; c++) {
                        if (r == 0) {
                            sheet.createRow(0);
                        }
                        var row = sheet.getRow(r) == null ? sheet.createRow(r) : sheet.getRow(r);
                        if (r == 0) {
                            row.createCell(c).setCellValue(c == 0 ? "Load (N)" : "Stretch (mm)");
                        } else {
                            row.createCell(c).setCellValue(r * (c + 1));
                        }
                    }
                }
                sheet.getRow(0).createCell(0).setCellValue("Load (N)");
            }
            book.write(out);
        }
        window.toOpen = List.of(file);
        keys(robot, KeyCode.CONTROL, KeyCode.O);
        window.settle();
        robot.type(KeyCode.SPACE).type(KeyCode.TAB).type(KeyCode.SPACE).type(KeyCode.ENTER);
        window.settle();
        assertThat(table().name()).isEqualTo("Wet");
        assertThat(window.text("#layout")).isEqualTo("Sheet “Wet” of cords.xlsx");
        assertThat(table().rows()).isEqualTo(3);
    }

    /// From the file to the figure by one press: what the comma is, for all columns; and back by another.
    @Test
    void aReadingThatIsOpenIsAskedAndOnePressAnswersIt(FxRobot robot) throws IOException {
        window.toOpen = List.of(Files.writeString(
                folder.resolve("gauge.csv"), "Load;Stretch\n1,250;1,400\n2,250;2,500\n3,500;3,750\n"));
        robot.clickOn("#open");
        window.settle();
        assertThat(window.workspace.figure().orElseThrow().series()).isEmpty();
        window.press(robot, "#read-comma-1");
        window.settle();
        assertThat(table().columns()).extracting(Column::role).containsExactly(Role.X, Role.Y);
        assertThat(table().columns().get(1).cells().number(2)).isEqualTo(3.75);
        assertThat(series().fit()).isPresent();
        assertThat(window.workspace.history().get().steps())
                .last()
                .extracting(step -> step.sentence())
                .isEqualTo("Read Load as numbers with a decimal comma");
        assertThat(window.text("#layout")).isEqualTo("Semicolons, UTF-8, headings, decimal comma");
        keys(robot, KeyCode.CONTROL, KeyCode.Z);
        window.settle();
        window.press(robot, "#read-point-2");
        window.settle();
        assertThat(table().columns().getFirst().cells().number(2)).isEqualTo(3500);
    }

    /// A first line that may be headings or values: the readings are shown side by side, by mouse or keys one is
    /// chosen, and it can be asked again.
    @Test
    void aFirstLineThatMayBeHeadingsIsAsked(FxRobot robot) throws IOException {
        window.toOpen = List.of(
                Files.writeString(folder.resolve("doses.csv"), "Conc,5,10,25\n1,5.2,10.1,24.8\n2,5.3,9.9,25\n"));
        robot.clickOn("#open");
        window.settle();
        int table = table().id();
        assertThat(window.text("#reading-of-table .region-heading"))
                .isEqualTo("Is line 1 the headings, or the first measurement?");
        assertThat(window.view.lookup("#way-1").getAccessibleText())
                .isEqualTo(
                        "Read it so: Headings: as it stands. Conc, 5, 10, 25; 1, 5.2, 10.1, 24.8; 2, 5.3, 9.9, 25.0");
        robot.type(KeyCode.ESCAPE);
        window.settle();
        assertThat(table().rows()).as("nothing is lost before it is answered").isEqualTo(3);
        window.press(robot, "#which-reading-" + table);
        window.settle();
        robot.type(KeyCode.TAB).type(KeyCode.ENTER);
        window.settle();
        assertThat(table().columns()).extracting(Column::name).containsExactly("Conc", "5", "10", "25");
        assertThat(window.view.lookup("#reading-of-table").isVisible()).isFalse();
        keys(robot, KeyCode.CONTROL, KeyCode.Z);
        window.settle();
        window.press(robot, "#which-reading-" + table);
        window.settle();
        window.press(robot, "#way-2");
        window.settle();
        assertThat(table().rows()).isEqualTo(3);
        assertThat(table().importReport().orElseThrow().question()).isEmpty();
    }

    @Test
    void aWideTableIsTurnedByOnePressAndFollows(FxRobot robot) throws IOException {
        window.toOpen = List.of(Files.writeString(
                folder.resolve("creep.csv"), "Lab 2\n\nCord,0 h,5 h,24 h\ndry,0,1.5,2\nsalt,0,2,3\n\nEnd of list\n"));
        robot.clickOn("#open");
        window.settle();
        int wide = table().id();
        assertThat(table().importReport().orElseThrow().notes()).containsExactly("Lab 2", "End of list");
        window.press(robot, "#turn-" + wide);
        window.settle();
        assertThat(window.text("#reading-of-table .region-heading"))
                .isEqualTo("One row for each value, or as it stands?");
        window.press(robot, "#way-0");
        window.settle();
        assertThat(table().columns())
                .extracting(Column::name, Column::role)
                .containsExactly(tuple("Cord", Role.BY), tuple("Time", Role.X), tuple("creep", Role.Y));
        assertThat(window.workspace.figure().orElseThrow().series()).hasSize(2);
        robot.interact(() -> window.workspace.perform(new helvo.core.study.TableEdit.SetCell(wide, 4, 1, "3.5")));
        window.settle();
        assertThat(table().columns().getLast().cells().number(5)).isEqualTo(3.5);
    }

    @Test
    void severalFilesAreStackedWithAColumnThatNamesThem(FxRobot robot) throws IOException {
        window.toOpen = List.of(
                Files.writeString(folder.resolve("mon.csv"), "Load,Stretch\n1,2\n2,3.5\n"),
                Files.writeString(folder.resolve("tue.csv"), "stretch,Load,Remark\n4,1,windy\n6,2,\n"));
        robot.clickOn("#open").clickOn("#open-stacked");
        window.settle();
        assertThat(table().columns())
                .extracting(Column::name, Column::role)
                .containsExactly(
                        tuple("File", Role.BY),
                        tuple("Load", Role.X),
                        tuple("Stretch", Role.Y),
                        tuple("Remark", Role.NONE));
        assertThat(window.workspace.figure().orElseThrow().series())
                .extracting(SeriesAnalysis::label)
                .containsExactly("mon", "tue");
        assertThat(table().columns().get(2).cells().number(3)).isEqualTo(6);
        robot.clickOn("#open").type(KeyCode.ENTER);
        window.settle();
        assertThat(window.workspace.study().tables()).extracting(Table::name).endsWith("mon", "tue");
    }

    @Test
    void datesAreAnAxisAndASlopeIsPerWhatIsChosen(FxRobot robot) {
        show(robot, "Stock");
        double perMonth = series().fit().orElseThrow().coefficient("b").value();
        window.choose(robot, "#role-1", "per-1-YEAR");
        window.settle();
        assertThat(series().fit().orElseThrow().coefficient("b").value())
                .isCloseTo(12 * perMonth, org.assertj.core.api.Assertions.withinPercentage(1e-9));
        assertThat(window.text("#value-slope")).startsWith("−470");
        window.choose(robot, "#role-1", "kind-1-TEXT");
        window.settle();
        assertThat(table().columns().getFirst().kind()).isEqualTo(Kind.TEXT);
        assertThat(table().columns().getFirst().cells().cell(3)).isEqualTo(new Cell.Text("2024-04"));
        keys(robot, KeyCode.CONTROL, KeyCode.Z);
        robot.interact(() -> window.grid().choose(0, table().columns().getFirst()));
        robot.write("5 Feb 2024", 0).type(KeyCode.ENTER);
        window.settle();
        assertThat(table().columns().getFirst().shown(0, table().decimalMark())).isEqualTo("2024-02-05");
    }

    @Test
    void theListOfStepsGoesBackAndForward(FxRobot robot) {
        window.settle();
        Study before = window.workspace.study();
        robot.interact(() -> window.grid().choose(0, table().columns().get(1)));
        robot.write("6", 0).type(KeyCode.ENTER).write("12", 0).type(KeyCode.ENTER);
        robot.clickOn("#study-sign");
        robot.type(KeyCode.UP).type(KeyCode.UP).type(KeyCode.ENTER);
        window.settle();
        assertThat(window.workspace.study()).isEqualTo(before);
        robot.clickOn("Row 2, Load: “12” instead of “10”");
        window.settle();
        assertThat(table().columns().get(1).cells().number(1)).isEqualTo(12);
        robot.type(KeyCode.ESCAPE);
        assertThat(window.view.lookup("#steps").isVisible()).isFalse();
    }

    @Test
    void rowsAndColumnsAreMovedByKeys(FxRobot robot) {
        show(robot, "Creep");
        robot.interact(() -> window.grid().choose(1, table().columns().getFirst()));
        keys(robot, KeyCode.ALT, KeyCode.UP);
        assertThat(table().columns().getFirst().cells().number(0)).isEqualTo(2);
        keys(robot, KeyCode.ALT, KeyCode.RIGHT);
        assertThat(table().columns()).extracting(Column::name).containsExactly("Creep", "Time", "±");
        keys(robot, KeyCode.CONTROL, KeyCode.Z);
        keys(robot, KeyCode.CONTROL, KeyCode.Z);
        assertThat(table().columns()).extracting(Column::name).containsExactly("Time", "Creep", "±");
        assertThat(table().columns().getFirst().cells().number(0)).isEqualTo(1);
    }

    @Test
    void aPictureOnTheClipboardIsNotPastedAsNumbers(FxRobot robot) {
        window.settle();
        Study before = window.workspace.study();
        WaitForAsyncUtils.waitForAsyncFx(1000, () -> {
            var content = new ClipboardContent();
            content.putImage(new WritableImage(4, 4));
            return Clipboard.getSystemClipboard().setContent(content);
        });
        robot.clickOn("#paste");
        assertThat(window.text("#notice")).contains("holds a picture, not numbers");
        assertThat(window.workspace.study()).isSameAs(before);
    }
}
