package helvo.desktop.document;

import static helvo.desktop.FxThread.of;
import static helvo.desktop.FxThread.on;
import static helvo.desktop.FxThread.until;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.number.DecimalMark;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.style.AxisPlace;
import helvo.core.style.SheetStyle;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Statistic;
import helvo.core.table.Table;
import helvo.desktop.task.BackgroundTasks.Outcome;
import helvo.files.samples.SampleStudy;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.IntStream;
import javafx.util.Subscription;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.framework.junit5.ApplicationExtension;

/// The open study without a window: commits, what is only tried, and the analysis that follows.
@ExtendWith(ApplicationExtension.class)
class StudyDocumentTest {
    private final List<String> told = new CopyOnWriteArrayList<>();
    private StudyDocument document;

    @AfterEach
    void close() {
        on(document::close);
    }

    private void begin(Study study) {
        on(() -> document = new StudyDocument(study));
        rest();
    }

    private void perform(Edit edit) {
        CommitResult.tell(document.perform(edit), () -> {}, told::add);
    }

    private void workIsOver() {
        until("the work is over", () -> document.background().idle());
    }

    private void rest() {
        until(
                "the analysis is there",
                () -> document.background().idle()
                        && document.analyses().latest().get().study() == document.study());
    }

    private static Study pairs() {
        return StudyEdit.AddTable.to(
                        Study.EMPTY,
                        new Table(
                                1,
                                "t",
                                DecimalMark.POINT,
                                Optional.empty(),
                                List.of(
                                        new Column(
                                                1,
                                                new Heading("x", ""),
                                                Kind.NUMBER,
                                                Role.X,
                                                0,
                                                Cells.ofNumbers(new double[] {1, 2, 3})),
                                        new Column(
                                                2,
                                                new Heading("y", ""),
                                                Kind.NUMBER,
                                                Role.Y,
                                                0,
                                                Cells.ofNumbers(new double[] {2, 3, 5}))),
                                ExcludedRows.NONE))
                .apply(Study.EMPTY);
    }

    private static FigureEdit.Zoom zoom(int figure, double high) {
        return new FigureEdit.Zoom(
                figure, Map.of(AxisPlace.X, new FigureEdit.Zoom.Limits(Optional.of(0.0), Optional.of(high))));
    }

    /// One that keeps changes makes another as it is told of the first.
    @Test
    void aChangeThatIsMadeWhileOneIsToldIsToldAfterIt() {
        begin(pairs());
        var kept = new ArrayList<Integer>();
        var shown = new ArrayList<Integer>();
        on(() -> {
            document.onCommit(change -> {
                if (kept.isEmpty()) {
                    perform(new StudyEdit.RenameTable(1, "second"));
                    assertThat(document.study().table(1).name()).isEqualTo("second");
                }
                kept.add(change.after().steps().size());
            });
            document.history().subscribe((_, now) -> shown.add(now.steps().size()));
            perform(new StudyEdit.Rename("first"));
        });
        assertThat(kept).containsExactly(1, 2);
        assertThat(shown).containsExactly(1, 2);
        rest();
    }

    @Test
    void anotherStudyTakesThePlaceOfOneInWhichNothingWasDone() {
        begin(Study.blank());
        Study sample = SampleStudy.study();
        Study other = new StudyEdit.Rename("another").apply(sample);
        on(() -> {
            Analysis before = document.analyses().latest().get();
            document.replace(
                    History.from(sample), document.analyses().beginning().of(other, Progress.none()));
            assertThat(document.study()).isSameAs(sample);
            assertThat(document.analyses().latest().get())
                    .as("nothing of a study that is not open")
                    .isSameAs(before);
        });
        rest();
        assertThat(of(() -> document.analyses().latest().get().study())).isSameAs(sample);
        on(() -> {
            perform(new StudyEdit.Rename("with a step"));
            assertThatThrownBy(() -> document.replace(History.from(other), Optional.empty()))
                    .isInstanceOf(IllegalStateException.class);
            assertThat(document.study().name()).isEqualTo("with a step");
        });
    }

    /// Turns of the wheel, and keys that move a slider, are one step; what is done to another thing is another.
    @Test
    void editsOfOneGestureAreOneStep() {
        begin(SampleStudy.study());
        Study before = document.study();
        int figure = before.figures().getFirst().id();
        on(() -> IntStream.range(60, 65).forEach(high -> perform(zoom(figure, high))));
        assertThat(document.history().get().steps()).hasSize(1);
        assertThat(document.study().figure(figure).style().axis(AxisPlace.X).high())
                .hasValue(64.0);
        on(() -> IntStream.range(100, 104)
                .forEach(width -> perform(new FigureEdit.SetSheet(figure, SheetStyle.DEFAULT.resized(width, 90)))));
        assertThat(document.history().get().steps()).hasSize(2);
        on(() -> CommitResult.tell(document.jumpTo(0), () -> {}, told::add));
        assertThat(document.study()).isEqualTo(before);
        on(() -> CommitResult.tell(document.jumpTo(1), () -> {}, told::add));
        on(() -> perform(new FigureEdit.Zoom(figure, Map.of(AxisPlace.X, FigureEdit.Zoom.Limits.AUTOMATIC))));
        assertThat(document.history().get().steps())
                .as("what was undone is not gone on with")
                .hasSize(2);
    }

    /// Zooming by the wheel tries and does in turns; each turn goes on with the last.
    @Test
    void whatIsTriedInOneGestureIsOneStepToo() {
        begin(SampleStudy.study());
        int figure = document.study().figures().getFirst().id();
        on(() -> IntStream.range(60, 65).forEach(high -> {
            document.preview(zoom(figure, high));
            perform(zoom(figure, high));
        }));
        assertThat(document.history().get().steps()).hasSize(1);
        assertThat(document.study().figure(figure).style().axis(AxisPlace.X).high())
                .hasValue(64.0);
        assertThat(document.preview().get()).isEmpty();
    }

    @Test
    void stoppingAnAnalysisLeavesTheEdit() {
        begin(pairs());
        on(() -> {
            perform(new TableEdit.SetCell(1, 2, 0, "7"));
            document.analyses().stop();
        });
        workIsOver();
        assertThat(document.study().tables().getFirst().columns().get(1).cells().number(0))
                .isEqualTo(7);
        assertThat(document.analyses().unfinished().get())
                .hasValueSatisfying(says -> assertThat(says).startsWith("Stopped: the change stands"));
        assertThat(document.analyses().latest().get().study()).isNotSameAs(document.study());
        on(document.analyses()::again);
        rest();
        assertThat(document.analyses().unfinished().get()).isEmpty();
    }

    /// What was to be known before Enter and failed, or was stopped, is worked out after Enter.
    @Test
    void aCellIsAnalysedThoughWhatWasExpectedOfItFailed() {
        begin(pairs());
        var edit = new TableEdit.SetCell(1, 2, 0, "7");
        var failing = new AtomicBoolean(true);
        on(() -> document.preparing((_, _) -> {
            if (failing.get()) {
                throw new AssertionError("a fault while it was typed");
            }
        }));
        on(() -> document.prepare(edit));
        workIsOver();
        failing.set(false);
        on(() -> perform(edit));
        rest();
        assertThat(document.analyses().unfinished().get()).isEmpty();
    }

    @Test
    void anAnalysisThatFailsSaysSoAndTheEditStands() {
        begin(pairs());
        Subscription failing = of(() -> document.preparing((_, _) -> {
            throw new StackOverflowError("deep");
        }));
        on(() -> perform(new TableEdit.SetCell(1, 2, 0, "7")));
        workIsOver();
        assertThat(document.study().tables().getFirst().columns().get(1).cells().number(0))
                .isEqualTo(7);
        assertThat(document.analyses().unfinished().get())
                .hasValueSatisfying(says -> assertThat(says).contains("The change stands"));
        on(failing::unsubscribe);
        on(document.analyses()::again);
        rest();
        assertThat(document.analyses().unfinished().get()).isEmpty();
    }

    private static Study manyRows(int rows) {
        var column = new Column(
                1,
                new Heading("x", ""),
                Kind.NUMBER,
                Role.X,
                0,
                Cells.ofNumbers(
                        IntStream.range(0, rows).mapToDouble(i -> rows - i).toArray()));
        var group = new Column(
                2,
                new Heading("g", ""),
                Kind.NUMBER,
                Role.NONE,
                0,
                Cells.ofNumbers(IntStream.range(0, rows).mapToDouble(i -> i % 3).toArray()));
        return StudyEdit.AddTable.to(
                        Study.EMPTY,
                        new Table(
                                1,
                                "many",
                                DecimalMark.POINT,
                                Optional.empty(),
                                List.of(column, group),
                                ExcludedRows.NONE))
                .apply(Study.EMPTY);
    }

    /// What goes through very many rows is done beside the interface thread, and what comes after it waits its
    /// turn.
    @Test
    void longChangesAreDoneAsideAndInOrder() {
        begin(manyRows(120_000));
        var order = new ArrayList<String>();
        on(() -> {
            Study before = document.study();
            CommitResult.tell(document.perform(new TableEdit.Sort(1, 1, true)), () -> order.add("sorted"), told::add);
            assertThat(document.isChanging()).isTrue();
            assertThat(document.study()).isSameAs(before);
            CommitResult.tell(document.perform(new StudyEdit.Rename("sorted")), () -> order.add("renamed"), told::add);
            CommitResult.tell(document.undo(), () -> {}, told::add);
            CommitResult.tell(
                    document.perform(
                            new StudyEdit.Summarise(1, "means", List.of(2), List.of(1), List.of(Statistic.MEAN))),
                    () -> order.add("summarised"),
                    told::add);
        });
        rest();
        assertThat(document.isChanging()).isFalse();
        assertThat(order).containsExactly("sorted", "renamed", "summarised");
        assertThat(document.history().get().steps())
                .extracting(step -> step.edit().getClass().getSimpleName())
                .containsExactly("Sort", "Summarise");
        assertThat(document.study().table(1).column(1).cells().number(0)).isEqualTo(1);
        assertThat(told).isEmpty();
    }

    /// A long change that cannot be done says so. What waits for it is done on the study as it is; what does not
    /// fit that is named.
    @Test
    void aLongChangeThatFailsLeavesTheOthersTheirTurn() {
        begin(manyRows(120_000));
        on(() -> {
            perform(new TableEdit.Sort(99, 1, true));
            perform(new StudyEdit.Rename("done all the same"));
            perform(new ColumnEdit.RemoveColumn(1, 77));
            perform(new TableEdit.SetCell(1, 2, 5, "41"));
        });
        workIsOver();
        assertThat(told).hasSize(2);
        assertThat(told.getFirst()).startsWith("Helvo met a fault of its own; the study is as it was.");
        assertThat(told.getLast()).contains("was not done: it does not fit the study as it is now.");
        assertThat(document.study().name()).isEqualTo("done all the same");
        assertThat(document.study().table(1).column(2).cells().number(5)).isEqualTo(41);
        assertThat(document.isChanging()).isFalse();
    }

    @Test
    void aLongChangeThatIsStoppedLeavesTheOthersTheirTurn() throws InterruptedException {
        begin(pairs());
        var held = new CountDownLatch(1);
        on(() -> {
            document.changeAfter(
                    "Pasting …",
                    progress -> {
                        held.await();
                        progress.reached(0.5);
                        return "pasted";
                    },
                    new Outcome<>(_ -> told.add("done"), _ -> told.add("failed"), () -> told.add("stopped")));
            perform(new StudyEdit.Rename("typed meanwhile"));
        });
        until("it is shown", () -> document.background().shown().get() != null);
        on(() -> document.background().shown().get().cancel().run());
        held.countDown();
        workIsOver();
        assertThat(told).containsExactly("stopped");
        assertThat(document.study().name()).isEqualTo("typed meanwhile");
    }

    /// What was typed while a long text was read from the clipboard comes after that text.
    @Test
    void changesOfWorkGoBeforeThoseThatWaitedForIt() {
        begin(pairs());
        var held = new CountDownLatch(1);
        on(() -> {
            document.changeAfter(
                    "Pasting …",
                    _ -> {
                        held.await();
                        return "3";
                    },
                    new Outcome<>(
                            value -> {
                                perform(new TableEdit.SetCell(1, 2, 0, value));
                                perform(new StudyEdit.Rename("pasted"));
                            },
                            _ -> {},
                            () -> {}));
            perform(new TableEdit.SetCell(1, 2, 0, "4"));
            held.countDown();
        });
        workIsOver();
        assertThat(document.study().table(1).column(2).cells().number(0)).isEqualTo(4);
        assertThat(document.history().get().steps())
                .extracting(step -> step.edit().getClass().getSimpleName())
                .containsExactly("SetCell", "Rename", "SetCell");
    }

    /// While a cell is typed nothing is shown; when it is done all is known at once; when it is not, nothing is
    /// left of it.
    @Test
    void whatIsBeingTypedIsWorkedOutBeforehand() {
        begin(SampleStudy.study());
        Study before = document.study();
        Analysis analysed = document.analyses().latest().get();
        int table = before.tables().getFirst().id();
        var typed = new TableEdit.SetCell(table, 3, 0, "2.75");
        on(() -> {
            document.prepare(new TableEdit.SetCell(table, 3, 0, "2.7"));
            document.prepare(typed);
        });
        rest();
        assertThat(document.study()).isSameAs(before);
        assertThat(document.analyses().latest().get()).isSameAs(analysed);
        on(() -> {
            perform(typed);
            assertThat(document.analyses().latest().get().study())
                    .as("known at once")
                    .isSameAs(document.study());
        });
        rest();
        assertThat(document.study()).isEqualTo(typed.apply(before));
        assertThat(slope(document.analyses().latest().get()))
                .isEqualTo(slope(Analysis.of(typed.apply(before), Analysis.EMPTY, Progress.none())))
                .isNotEqualTo(slope(analysed));
        assertThat(document.history().get().steps()).hasSize(1);
        // Expected, but something else is done; and expected, but not done.
        on(() -> {
            document.prepare(new TableEdit.SetCell(table, 3, 1, "9"));
            CommitResult.tell(document.undo(), () -> {}, told::add);
        });
        rest();
        assertThat(document.study()).isSameAs(before);
        on(() -> {
            document.prepare(new TableEdit.SetCell(table, 3, 1, "9"));
            perform(new TableEdit.SetCell(table, 3, 1, "8"));
        });
        rest();
        assertThat(document.study().table(table).column(3).cells().number(1)).isEqualTo(8);
        on(() -> {
            document.prepare(new TableEdit.SetCell(table, 3, 2, "7"));
            document.endPreview();
        });
        rest();
        assertThat(document.history().get().steps()).hasSize(1);
        assertThat(document.preview().get()).isEmpty();
    }

    private static double slope(Analysis analysis) {
        return analysis.figures()
                .getFirst()
                .series()
                .getFirst()
                .fit()
                .orElseThrow()
                .coefficient("b")
                .value();
    }

    /// One mechanism for what is only tried: styles are drawn alone, everything else is analysed, and nothing of it
    /// is a step.
    @Test
    void whatIsTriedIsShownAndDropped() {
        begin(SampleStudy.study());
        Study before = document.study();
        int table = before.tables().getFirst().id();
        Analysis analysed = document.analyses().latest().get();
        on(() -> document.preview(zoom(1, 40)));
        assertThat(document.preview().get().orElseThrow().extent()).isEqualTo(Preview.Extent.DRAWN);
        assertThat(document.preview()
                        .get()
                        .orElseThrow()
                        .study()
                        .figure(1)
                        .style()
                        .axis(AxisPlace.X)
                        .high())
                .hasValue(40.0);
        rest();
        assertThat(document.analyses().latest().get())
                .as("nothing is fitted again")
                .isSameAs(analysed);

        var longer = new ColumnEdit.ScaleBars(table, 3, 2);
        on(() -> document.preview(longer));
        assertThat(document.preview().get().orElseThrow().extent()).isEqualTo(Preview.Extent.ANALYSED);
        until(
                "what is tried is analysed",
                () -> document.analyses().latest().get().study()
                                == document.preview().get().orElseThrow().study()
                        && document.background().idle());
        assertThat(document.history().get().steps()).isEmpty();
        on(document::endPreview);
        rest();
        assertThat(document.study()).isSameAs(before);
        assertThat(document.analyses().latest().get().study()).isSameAs(before);
    }

    /// An analysis of what is tried serves when it is done: nothing is worked out twice.
    @Test
    void whatIsTriedAndThenDoneIsAnalysedOnce() {
        begin(SampleStudy.study());
        var longer =
                new ColumnEdit.ScaleBars(document.study().tables().getFirst().id(), 3, 2);
        on(() -> document.preview(longer));
        until(
                "what is tried is analysed",
                () -> document.background().idle()
                        && document.analyses().latest().get().study()
                                == document.preview().get().orElseThrow().study());
        Analysis tried = document.analyses().latest().get();
        on(() -> perform(longer));
        rest();
        assertThat(document.analyses().latest().get()).isSameAs(tried);
        assertThat(document.history().get().steps()).hasSize(1);
    }

    @Test
    void whatCannotBeTriedLeavesWhatWasTriedBefore() {
        begin(SampleStudy.study());
        on(() -> document.preview(zoom(1, 40)));
        Optional<Preview> before = document.preview().get();
        on(() -> assertThatThrownBy(() -> document.preview(new FigureEdit.SetTitle(77, Optional.empty())))
                .isInstanceOf(IllegalArgumentException.class));
        assertThat(document.preview().get()).isSameAs(before);
    }

    /// The newest request counts: what was asked for before it and is still under way is dropped.
    @Test
    void theNewestAnalysisCounts() {
        begin(pairs());
        var held = new CountDownLatch(1);
        var first = new AtomicBoolean(true);
        on(() -> document.preparing((_, progress) -> {
            if (first.getAndSet(false)) {
                try {
                    held.await();
                } catch (InterruptedException e) {
                    Thread.currentThread().interrupt();
                }
                progress.reached(0.5);
            }
        }));
        on(() -> perform(new TableEdit.SetCell(1, 2, 0, "7")));
        on(() -> perform(new TableEdit.SetCell(1, 2, 0, "8")));
        held.countDown();
        rest();
        assertThat(document.analyses()
                        .latest()
                        .get()
                        .figures()
                        .getFirst()
                        .series()
                        .getFirst()
                        .points()
                        .y()[0])
                .isEqualTo(8);
    }
}
