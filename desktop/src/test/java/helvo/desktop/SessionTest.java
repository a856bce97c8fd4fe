package helvo.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.look.AxisPlace;
import helvo.core.look.SheetLook;
import helvo.core.number.DecimalMark;
import helvo.core.study.FigureEdit;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.SetAside;
import helvo.core.table.Statistics;
import helvo.core.table.Table;
import helvo.files.samples.SampleStudy;
import helvo.files.text.Delimiter;
import helvo.files.text.TextLayout;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.util.WaitForAsyncUtils;

/// The way from files and the clipboard into the study, without a window over it.
@ExtendWith(ApplicationExtension.class)
class SessionTest {
    @TempDir
    private Path folder;
    private Session session;

    @AfterEach
    void close() {
        on(session::close);
    }

    @Test
    void theFirstFileTakesTheBlankTablesPlaceAndNamesTheStudy() throws IOException {
        begin(Study.blank());
        open(file("cords.csv", "Load,Stretch\n1,2\n2,3\n3,5\n"));
        assertThat(session.study().tables()).extracting(Table::name).containsExactly("cords");
        assertThat(session.study().figures()).hasSize(1);
        assertThat(session.study().name()).isEqualTo("cords");
        open(file("more.csv", "a,b\n1,2\n2,5\n"));
        assertThat(session.study().tables()).extracting(Table::name).containsExactly("cords", "more");
        assertThat(session.table().orElseThrow().name()).isEqualTo("more");
        assertThat(session.study().name()).isEqualTo("cords");
        on(session::undo);
        assertThat(session.table().orElseThrow().name()).isEqualTo("cords");
    }

    @Test
    void ofSeveralFilesABadOneIsSaidAndTheOthersOpen() throws IOException {
        begin(Study.blank());
        List<Path> files = List.of(file("a.csv", "x,y\n1,2\n2,3\n"), folder.resolve("missing.csv"), file("c.csv", "x,y\n1,2\n2,3\n"));
        open(files.toArray(Path[]::new));
        assertThat(session.question().get()).contains(new Session.Question.HowSeveral(files));
        on(() -> session.openEach(files));
        rest();
        assertThat(session.study().tables()).extracting(Table::name).containsExactly("a", "c");
    }

    @Test
    void whatCannotBeOpenedChangesNothingAndSaysWhy() throws IOException {
        begin(SampleStudy.study());
        Study before = session.study();
        for (String[] bad : new String[][] {{"empty.csv", "", "is empty"}, {"head.csv", "a,b\n", "headings only"},
                {"wide.csv", "1,".repeat(5000), "more than 1,000 columns"}}) {
            open(file(bad[0], bad[1]));
            assertThat(session.notice().get().orElseThrow().text()).contains(bad[0], bad[2]);
            assertThat(session.notice().get().orElseThrow().warns()).isTrue();
        }
        open(folder);
        assertThat(session.notice().get().orElseThrow().text()).contains("is a folder");
        assertThat(session.study()).isSameAs(before);
        assertThat(session.history().get().steps()).isEmpty();
    }

    @Test
    void oneColumnOpensWithAHintAndIsReadInAnotherWay() throws IOException {
        begin(Study.blank());
        open(file("odd.csv", "1|5\n2|7\n"));
        assertThat(session.notice().get().orElseThrow().text()).contains("has one column only");
        open(file("comma.csv", "1,5;2\n2,7;4\n"));
        Table table = session.table().orElseThrow();
        assertThat(table.mark()).isEqualTo(DecimalMark.COMMA);
        var source = (Table.Source.Text) table.source().orElseThrow();
        on(() -> session.reread(table, source, TextLayout.of(table, source).with(Delimiter.COMMA).with(DecimalMark.POINT)));
        rest();
        assertThat(session.table().orElseThrow().columns()).extracting(column -> column.cells().cell(0).exactText())
                .containsExactly("1", "5;2");
        Files.delete(Path.of(source.file()));
        Study before = session.study();
        on(() -> session.reread(table, source, TextLayout.of(table, source)));
        rest();
        assertThat(session.notice().get().orElseThrow().text()).contains("There is no file");
        assertThat(session.study()).isSameAs(before);
    }

    /// A second batch of files waits for the first; it does not take its place.
    @Test
    void filesThatAreOpenedMeanwhileWaitTheirTurn() throws IOException {
        begin(Study.blank());
        List<Path> first = List.of(file("a.csv", "x,y\n1,2\n2,3\n"), file("b.csv", "x,y\n1,2\n2,3\n"));
        List<Path> second = List.of(file("c.csv", "x,y\n1,2\n2,3\n"), file("d.csv", "x,y\n1,2\n2,3\n"));
        on(() -> {
            session.openEach(first);
            session.openEach(second);
        });
        rest();
        assertThat(session.study().tables()).extracting(Table::name).containsExactlyInAnyOrder("a", "b", "c", "d");
    }

    /// Turns of the wheel, and keys that move a slider, are one step; what is done to another thing is another.
    @Test
    void editsOfOneGestureAreOneStep() {
        begin(SampleStudy.study());
        Study before = session.study();
        int figure = session.figureInView().orElseThrow().id();
        on(() -> {
            for (double high = 60; high < 65; high++) {
                session.perform(new FigureEdit.Zoom(figure, Map.of(AxisPlace.X,
                        new FigureEdit.Zoom.Limits(Optional.of(0.0), Optional.of(high)))));
            }
        });
        assertThat(session.history().get().steps()).hasSize(1);
        assertThat(session.figureInView().orElseThrow().look().axis(AxisPlace.X).high()).hasValue(64.0);
        on(() -> {
            for (double width = 100; width < 104; width++) {
                session.perform(new FigureEdit.SetSheet(figure, SheetLook.USUAL.resized(width, 90)));
            }
        });
        assertThat(session.history().get().steps()).hasSize(2);
        on(session::undo);
        on(session::undo);
        assertThat(session.study()).isEqualTo(before);
        on(session::redo);
        on(() -> session.perform(new FigureEdit.Zoom(figure, Map.of(AxisPlace.X, FigureEdit.Zoom.Limits.OWN))));
        assertThat(session.history().get().steps()).as("what was undone is not gone on with").hasSize(2);
    }

    /// A stopped analysis takes back no edit, says so, and can be begun again.
    @Test
    void stoppingAnAnalysisLeavesTheEdit() throws IOException {
        begin(Study.blank());
        open(file("t.csv", "x,y\n1,2\n2,3\n3,5\n"));
        on(() -> {
            session.perform(new TableEdit.SetCell(1, 2, 0, "7"));
            session.stopAnalysis();
        });
        workIsOver();
        assertThat(session.study().tables().getFirst().columns().get(1).cells().number(0)).isEqualTo(7);
        assertThat(session.unfinished().get()).hasValueSatisfying(says -> assertThat(says).startsWith("Stopped: the change stands"));
        assertThat(session.analysis().get().study()).isNotSameAs(session.study());
        on(session::analyseAgain);
        rest();
        assertThat(session.unfinished().get()).isEmpty();
        assertThat(session.analysis().get().study()).isSameAs(session.study());
    }

    /// What was to be known before Enter and failed, or was stopped, is worked out after Enter.
    @Test
    void aCellIsAnalysedThoughWhatWasExpectedOfItFailed() throws IOException {
        begin(Study.blank());
        open(file("t.csv", "x,y\n1,2\n2,3\n3,5\n"));
        var edit = new TableEdit.SetCell(1, 2, 0, "7");
        var failing = new java.util.concurrent.atomic.AtomicBoolean(true);
        on(() -> session.preparing((_, _) -> {
            if (failing.get()) {
                throw new AssertionError("a fault while it was typed");
            }
        }));
        on(() -> session.expect(edit));
        workIsOver();
        failing.set(false);
        on(() -> session.perform(edit));
        rest();
        assertThat(session.analysis().get().study()).isSameAs(session.study());
        assertThat(session.unfinished().get()).isEmpty();
    }

    @Test
    void anAnalysisThatFailsSaysSoAndTheEditStands() throws IOException {
        begin(Study.blank());
        open(file("t.csv", "x,y\n1,2\n2,3\n3,5\n"));
        on(() -> session.preparing((_, _) -> {
            throw new StackOverflowError("deep");
        }));
        on(() -> session.perform(new TableEdit.SetCell(1, 2, 0, "7")));
        workIsOver();
        assertThat(session.study().tables().getFirst().columns().get(1).cells().number(0)).isEqualTo(7);
        assertThat(session.unfinished().get()).hasValueSatisfying(says -> assertThat(says).contains("The change stands"));
    }

    /// All work is over, be its analysis there or not.
    private void workIsOver() {
        try {
            WaitForAsyncUtils.waitFor(20, TimeUnit.SECONDS, () -> WaitForAsyncUtils.waitForAsyncFx(1000,
                    () -> session.background().idle()));
        } catch (TimeoutException e) {
            throw new AssertionError(e);
        }
        WaitForAsyncUtils.waitForFxEvents();
    }

    /// What goes through very many rows is done beside the interface thread, and what comes after it waits its turn.
    @Test
    void longChangesAreDoneAsideAndInOrder() {
        int rows = 120_000;
        double[] x = IntStream.range(0, rows).mapToDouble(i -> rows - i).toArray();
        var column = new Column(1, new Heading("x", ""), Kind.NUMBER, Role.X, 0, Cells.ofNumbers(x));
        var group = new Column(2, new Heading("g", ""), Kind.NUMBER, Role.NONE, 0,
                Cells.ofNumbers(IntStream.range(0, rows).mapToDouble(i -> i % 3).toArray()));
        begin(StudyEdit.AddTable.to(Study.EMPTY, new Table(1, "many", DecimalMark.POINT, Optional.empty(), List.of(column, group),
                SetAside.NONE)).apply(Study.EMPTY));
        on(() -> {
            Study before = session.study();
            session.perform(new TableEdit.Sort(1, 1, true));
            assertThat(session.isChanging()).isTrue();
            assertThat(session.study()).isSameAs(before);
            session.perform(new StudyEdit.Rename("sorted"));
            session.undo();
            session.perform(new StudyEdit.Summarise(1, "means", List.of(2), List.of(1), List.of(Statistics.MEAN)));
        });
        rest();
        assertThat(session.isChanging()).isFalse();
        assertThat(session.history().get().steps()).extracting(step -> step.edit().getClass().getSimpleName())
                .containsExactly("Sort", "Summarise");
        assertThat(session.study().table(1).column(1).cells().number(0)).isEqualTo(1);
        assertThat(session.table().orElseThrow().name()).isEqualTo("means");
        Study good = session.study();
        on(() -> session.perform(new TableEdit.Sort(77, 1, true)));
        rest();
        assertThat(session.study()).isSameAs(good);
        assertThat(session.notice().get().orElseThrow().warns()).isTrue();
    }

    /// What is expected of a cell being typed is shown at once when it is entered, is the same as without expecting it, and is forgotten
    /// when something else is done.
    @Test
    void whatIsBeingTypedIsWorkedOutBeforehand() {
        begin(SampleStudy.study());
        rest();
        int table = session.tableId().get();
        Study before = session.study();
        Analysis analysed = session.analysis().get();
        var typed = new TableEdit.SetCell(table, 3, 0, "2.75");
        on(() -> {
            session.expect(new TableEdit.SetCell(table, 3, 0, "2.7"));
            session.expect(typed);
        });
        rest();
        assertThat(session.study()).isSameAs(before);
        assertThat(session.analysis().get()).isSameAs(analysed);
        on(() -> {
            session.perform(typed);
            assertThat(session.analysis().get().study()).as("known at once").isSameAs(session.study());
        });
        rest();
        Study changed = session.study();
        assertThat(changed).isEqualTo(typed.apply(before));
        assertThat(slope(session.analysis().get())).isEqualTo(slope(Analysis.of(typed.apply(before), Analysis.EMPTY, Progress.NONE)))
                .isNotEqualTo(slope(analysed));
        assertThat(session.history().get().steps()).hasSize(1);
        // Expected, but something else is done; and expected, but not done.
        on(() -> {
            session.expect(new TableEdit.SetCell(table, 3, 1, "9"));
            session.undo();
        });
        rest();
        assertThat(session.study()).isSameAs(before);
        assertThat(session.analysis().get().study()).isSameAs(before);
        on(() -> {
            session.expect(new TableEdit.SetCell(table, 3, 1, "9"));
            session.perform(new TableEdit.SetCell(table, 3, 1, "8"));
        });
        rest();
        assertThat(session.study().table(table).column(3).cells().number(1)).isEqualTo(8);
        assertThat(session.analysis().get().study()).isSameAs(session.study());
        on(() -> {
            session.expect(new TableEdit.SetCell(table, 3, 2, "7"));
            session.expectNothing();
        });
        rest();
        assertThat(session.analysis().get().study()).isSameAs(session.study());
        assertThat(session.history().get().steps()).hasSize(1);
    }

    private static double slope(Analysis analysis) {
        return analysis.figures().getFirst().series().getFirst().fit().orElseThrow().coefficient("b").value();
    }

    @Test
    void closingWarnsOnceWhenChangesWouldBeLost() {
        begin(SampleStudy.study());
        assertThat(closes()).isTrue();
        on(() -> session.perform(new StudyEdit.Rename("Cords again")));
        assertThat(closes()).isFalse();
        assertThat(session.notice().get().orElseThrow().text()).contains("is in no file yet");
        assertThat(closes()).isTrue();
        on(() -> session.perform(new StudyEdit.Rename("Cords once more")));
        on(() -> session.tableSaved(session.study()));
        assertThat(closes()).isTrue();
        on(() -> session.perform(new StudyEdit.Rename("Cords for good")));
        assertThat(closes()).isFalse();
    }

    private boolean closes() {
        return WaitForAsyncUtils.waitForAsyncFx(5_000, () -> session.mayClose());
    }

    @Test
    void pastingWithoutATableInViewMakesOne() {
        begin(Study.EMPTY);
        on(() -> session.pasteTable("Time (s)\tWay (m)\n1\t2\n2\t4,5\n3\t5,5\n"));
        rest();
        assertThat(session.table().orElseThrow().columns()).extracting(Column::unit).containsExactly("s", "m");
        assertThat(session.series().orElseThrow().fit()).isPresent();
        on(() -> session.perform(new StudyEdit.RemoveTable(session.tableId().get())));
        rest();
        assertThat(session.table()).isEmpty();
        assertThat(session.series()).isEmpty();
        on(session::undo);
        rest();
        assertThat(session.series()).isPresent();
    }

    /// A copied table goes over itself without its headings becoming cells; others' headings stay what they are.
    @Test
    void headingsThatTheColumnsHaveAlreadyAreNotPasted() {
        begin(Study.blank());
        on(() -> session.say("The clipboard held nothing.", true));
        on(() -> session.pasteOver("Load (N)\tStretch (mm)\n5\t1,31\n10\t2,35\n", 0, 0));
        rest();
        assertThat(session.notice().get()).as("the earlier sentence is gone").isEmpty();
        on(() -> session.pasteOver("Load (N)\tStretch (mm)\n6\t1,5\n12\t2,5\n", 1, 0));
        rest();
        Table table = session.table().orElseThrow();
        assertThat(IntStream.range(0, 3).mapToDouble(table.columns().get(0).cells()::number)).containsExactly(5.0, 6.0, 12.0);
        assertThat(IntStream.range(0, 3).mapToDouble(table.columns().get(1).cells()::number)).containsExactly(1.31, 1.5, 2.5);
        on(() -> session.pasteOver("Mass (g)\tStretch (mm)\n7\t3\n", 3, 0));
        rest();
        assertThat(session.table().orElseThrow().columns().getFirst().cells().cell(3).exactText()).isEqualTo("Mass (g)");
    }

    private void begin(Study study) {
        on(() -> session = new Session(study));
        rest();
    }

    private void open(Path... files) {
        on(() -> session.open(List.of(files)));
        rest();
    }

    private Path file(String name, String text) throws IOException {
        return Files.writeString(folder.resolve(name), text);
    }

    private static void on(Runnable action) {
        WaitForAsyncUtils.waitForAsyncFx(10_000, action);
    }

    private void rest() {
        try {
            WaitForAsyncUtils.waitFor(20, TimeUnit.SECONDS, () -> WaitForAsyncUtils.waitForAsyncFx(5_000,
                    () -> session.background().idle() && session.analysis().get().study() == session.study()));
        } catch (TimeoutException e) {
            throw new AssertionError("the session did not come to rest", e);
        }
    }
}
