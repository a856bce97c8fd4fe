package helvo.desktop.app;

import static helvo.desktop.FxThread.of;
import static helvo.desktop.FxThread.on;
import static helvo.desktop.FxThread.until;
import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.Progress;
import helvo.core.study.Commit;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.desktop.persistence.RecentStudies;
import helvo.desktop.persistence.RecoverableStudies;
import helvo.desktop.persistence.StudyOrigin;
import helvo.desktop.window.MainView;
import helvo.desktop.workspace.Workspace;
import helvo.files.UnreadableFile;
import helvo.files.disk.UserFolders;
import helvo.files.samples.SampleStudy;
import helvo.files.study.FileFingerprint;
import helvo.files.study.Journal;
import helvo.files.study.StoredStudy;
import helvo.files.study.StudyFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import javafx.scene.control.TextField;
import javafx.stage.Stage;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.framework.junit5.ApplicationExtension;

/// Several studies in several windows: opened, kept, brought back, and told apart.
@Tag("thorough")
@ExtendWith(ApplicationExtension.class)
class WindowStudiesTest {
    private static final Instant NOON = Instant.parse("2026-03-05T12:00:00Z");

    @TempDir
    private Path folder;

    private Path kept;
    private Windows windows;
    private final AtomicBoolean lastClosed = new AtomicBoolean();

    @BeforeEach
    void begin() {
        kept = folder.resolve("kept");
    }

    @AfterEach
    void end() throws InterruptedException {
        on(() -> new ArrayList<>(windows.open()).forEach(each -> each.stage().close()));
        windows.end();
    }

    private void start() {
        on(() -> {
            windows = new Windows(UserFolders.below(folder), List.of(kept), () -> lastClosed.set(true));
            windows.onDisk().read();
            windows.open(new StudyOrigin.New(History.from(Study.blank())), StartOptions.withStudy(Study::blank, false))
                    .show();
        });
    }

    private OpenWindow window() {
        return of(() -> windows.open().getFirst());
    }

    private Workspace first() {
        return window().workspace();
    }

    private List<String> titles() {
        return of(() -> windows.open().stream()
                .map(OpenWindow::stage)
                .map(Stage::getTitle)
                .toList());
    }

    private Path saved(String name) throws IOException {
        Path file = folder.resolve(name + ".helvo");
        StudyFile.write(
                file,
                StoredStudy.of(History.from(new StudyEdit.Rename(name).apply(SampleStudy.study()))),
                Progress.none());
        return file;
    }

    /// One commit in a journal of its own, beyond what a file has.
    private void leaveBehind(StudyOrigin.FromFile from, String name) throws IOException {
        try (Journal journal = Journal.begin(kept, from.study())) {
            journal.saved(from.file(), from.print(), 0);
            journal.add(new Commit.Append(new StudyEdit.Rename(name), NOON));
        }
    }

    @Test
    void aStudyTakesThePlaceOfABlankWindowAndStandsBesideAnother() throws IOException, UnreadableFile {
        start();
        Stage blank = of(() -> windows.open().getFirst().stage());
        StudyOrigin week = StudyOrigin.FromFile.read(saved("Week 14"), Progress.none());
        on(() -> {
            window().studies().open(week, Optional.empty());
            assertThat(blank.getScene().getFocusOwner().getId())
                    .as("ready to type")
                    .isEqualTo("grid");
        });
        assertThat(titles()).containsExactly("Week 14 – Helvo");
        assertThat(of(() -> windows.open().getFirst().stage())).isSameAs(blank);
        assertThat(of(() -> first().sign().get().text())).startsWith("saved");
        on(() -> window().studies().open(week, Optional.empty()));
        assertThat(titles()).as("a file that was pressed twice").hasSize(1);
        StudyOrigin creep = StudyOrigin.FromFile.read(saved("Creep"), Progress.none());
        on(() -> window().studies().open(creep, Optional.empty()));
        assertThat(titles()).containsExactly("Week 14 – Helvo", "Creep – Helvo");
        assertThat(of(() -> window().studies().showIfOpen(folder.resolve("Creep.helvo"))))
                .isTrue();
        assertThat(of(() -> windows.open()
                        .getLast()
                        .workspace()
                        .messages()
                        .notice()
                        .get()
                        .orElseThrow()
                        .text()))
                .isEqualTo("“Creep.helvo” is open here already.");
        assertThat(of(() -> window().studies().showIfOpen(folder.resolve("none.helvo"))))
                .isFalse();
        until("both are on the list, the latest first", () -> windows.onDisk().recent().get().stream()
                .map(RecentStudies.Recent::name)
                .toList()
                .equals(List.of("Creep", "Week 14")));
        until("with pictures", () -> windows.onDisk().recent().get().stream()
                .allMatch(each -> each.picture().isPresent()));
        on(() -> window().studies().openNew());
        assertThat(titles()).hasSize(3).endsWith("Untitled study – Helvo");
        on(() -> windows.open().getLast().studies().close());
        assertThat(titles()).hasSize(2);
        assertThat(lastClosed).isFalse();
    }

    /// A study that took the place of a blank one is kept as any other; what is done, or typed, in a blank window
    /// is not replaced.
    @Test
    void aStudyInABlankWindowIsKeptAndReplacesNothingThatWasDone()
            throws IOException, UnreadableFile, InterruptedException {
        start();
        var week = StudyOrigin.FromFile.read(saved("Week 14"), Progress.none());
        on(() -> {
            var view = (MainView) windows.open().getFirst().stage().getScene().getRoot();
            var typed = new TextField("12.5");
            view.getChildren().add(typed);
            typed.requestFocus();
            window().studies().open(week, Optional.empty());
            assertThat(first().study().isBlank()).isTrue();
            view.requestFocus();
            view.getChildren().remove(typed);
            windows.open().getLast().stage().close();
            window().studies().open(week, Optional.empty());
            first().perform(new StudyEdit.Rename("with a step more"));
            window().studies().openNew();
            OpenWindow done = windows.open().getLast();
            done.workspace().perform(new TableEdit.SetCell(1, 1, 0, "5"));
            done.studies().open(new StudyOrigin.New(History.from(SampleStudy.study())), Optional.empty());
            window().studies().openNew();
            OpenWindow undone = windows.open().getLast();
            undone.workspace().perform(new TableEdit.SetCell(1, 1, 0, "5"));
            undone.workspace().undo();
            undone.studies().open(new StudyOrigin.New(History.from(SampleStudy.study())), Optional.empty());
        });
        assertThat(titles())
                .containsExactly(
                        "with a step more – Helvo",
                        "Untitled study – Helvo",
                        SampleStudy.NAME + " – Helvo",
                        "Untitled study – Helvo",
                        SampleStudy.NAME + " – Helvo");
        assertThat(of(() -> first().history().get().steps())).hasSize(1);
        end();
        RecoverableStudies found = RecoverableStudies.find(List.of(kept));
        assertThat(found.studies())
                .extracting(each -> each.study().history().study().name() + " " + each.unsaved() + " "
                        + each.file().map(Path::getFileName))
                .containsExactlyInAnyOrder(
                        "with a step more 1 Optional[Week 14.helvo]", "Untitled study 1 Optional.empty");
        for (Journal.Kept each : found.studies()) {
            each.journal().close();
        }
        start();
    }

    /// What was kept of a file goes before the file, unless somebody has saved that since.
    @Test
    void whatWasKeptOfAFileIsOpenedInItsPlace() throws IOException, UnreadableFile {
        Path file = saved("Week 14");
        leaveBehind(StudyOrigin.FromFile.read(file, Progress.none()), "with a step more");
        start();
        assertThat(of(() -> first().leftBehind().get())).hasSize(1);
        StudyOrigin again = StudyOrigin.FromFile.read(file, Progress.none());
        on(() -> window().studies().open(again, Optional.empty()));
        assertThat(titles()).containsExactly("with a step more – Helvo");
        assertThat(of(() -> first().messages().notice().get().orElseThrow().text()))
                .isEqualTo("“with a step more” is as it was when Helvo stopped; 1 step is in no file yet.");
        assertThat(of(() -> first().leftBehind().get())).isEmpty();
        on(() -> first().undo());
        assertThat(of(() -> first().study().name())).isEqualTo("Week 14");
    }

    @Test
    void whatWasKeptIsOpenedOnce() throws IOException, UnreadableFile {
        leaveBehind(StudyOrigin.FromFile.read(saved("Week 14"), Progress.none()), "with a step more");
        start();
        var left =
                new StudyOrigin.BroughtBack(of(() -> first().leftBehind().get().getFirst()));
        on(() -> {
            window().studies().open(left, Optional.empty());
            window().studies().open(left, Optional.empty());
        });
        assertThat(titles()).containsExactly("with a step more – Helvo");
    }

    @Test
    void whatSomebodySavedSinceGoesBeforeWhatWasKept() throws IOException, UnreadableFile {
        Path file = saved("Week 14");
        leaveBehind(StudyOrigin.FromFile.read(file, Progress.none()), "with a step more");
        List<Path> left = Journal.folders(kept);
        StudyFile.write(
                file,
                StoredStudy.of(History.from(new StudyEdit.Rename("theirs").apply(SampleStudy.study()))),
                Progress.none());
        start();
        StudyOrigin theirs = StudyOrigin.FromFile.read(file, Progress.none());
        on(() -> window().studies().open(theirs, Optional.empty()));
        assertThat(titles()).containsExactly("theirs – Helvo");
        assertThat(of(() -> first().leftBehind().get()))
                .as("it is offered still")
                .hasSize(1);
        Journal.Kept one = of(() -> first().leftBehind().get().getFirst());
        Path old = left.getFirst();
        on(() -> window().studies().discard(one));
        assertThat(of(() -> first().leftBehind().get())).isEmpty();
        assertThat(old).doesNotExist();
    }

    /// A window closed without saving: the next start has it, and so has the one after, until it is saved or
    /// discarded.
    @Test
    void closingKeepsWhatIsInNoFile() throws InterruptedException {
        start();
        on(() -> first().perform(new TableEdit.SetCell(1, 1, 0, "5")));
        on(() -> window().studies().close());
        assertThat(lastClosed).isTrue();
        windows.end();
        start();
        assertThat(of(() -> first().leftBehind().get())).singleElement().satisfies(each -> assertThat(each.unsaved())
                .isEqualTo(1));
        on(() -> window().studies().close());
        windows.end();
        RecoverableStudies found = RecoverableStudies.find(List.of(kept));
        assertThat(found.studies()).singleElement().satisfies(each -> assertThat(each.study()
                        .history()
                        .study()
                        .table(1)
                        .column(1)
                        .cells()
                        .number(0))
                .isEqualTo(5));
        assertThat(found.troubles()).isEmpty();
        found.studies().forEach(each -> {
            try {
                each.journal().discard();
            } catch (IOException e) {
                throw new java.io.UncheckedIOException(e);
            }
        });
        start();
    }

    /// A journal of a study whose file has everything, and one in which nothing was done, are no offer.
    @Test
    void whatNeedsNoKeepingIsNotOffered() throws IOException, UnreadableFile {
        Path file = saved("Week 14");
        var from = StudyOrigin.FromFile.read(file, Progress.none());
        try (Journal journal = Journal.begin(kept, from.study())) {
            journal.add(new Commit.Append(new StudyEdit.Rename("Week 14"), NOON));
            journal.saved(file, FileFingerprint.of(file).orElseThrow(), 1);
        }
        Journal.begin(kept, from.study()).close();
        start();
        assertThat(of(() -> first().leftBehind().get())).isEmpty();
        assertThat(Journal.folders(kept)).isEmpty();
        assertThat(of(() ->
                        ((MainView) windows.open().getFirst().stage().getScene().getRoot()).workspace()))
                .isSameAs(first());
    }

    /// Somebody saved the file after the stop: it is opened as it is, and what was kept is a press away.
    @Test
    void stepsThatWereKeptAreMentionedThoughTheFileIsAnother() throws IOException, UnreadableFile {
        Path file = saved("Week 14");
        leaveBehind(StudyOrigin.FromFile.read(file, Progress.none()), "kept of week 14");
        StudyFile.write(
                file,
                StoredStudy.of(History.from(new StudyEdit.Rename("newer").apply(SampleStudy.study()))),
                Progress.none());
        var newer = StudyOrigin.FromFile.read(file, Progress.none());
        start();
        on(() -> window().studies().open(newer, Optional.empty()));
        assertThat(titles()).containsExactly("newer – Helvo");
        var notice = of(() -> first().messages().notice().get().orElseThrow());
        assertThat(notice.text())
                .isEqualTo(
                        "When Helvo stopped, it kept 1 step of “Week 14.helvo” that is in no file. The file was saved "
                                + "by somebody else since.");
        on(() -> notice.offer().orElseThrow().action().run());
        assertThat(titles()).containsExactly("newer – Helvo", "kept of week 14 – Helvo");
    }

    /// Holds the lock of a file until its standard input ends, as another Helvo does.
    public static final class OtherProgram {
        public static void main(String[] arguments) throws Exception {
            var lock = new java.io.RandomAccessFile(arguments[0], "rw");
            lock.getChannel().lock();
            System.out.println("held");
            System.in.read();
        }
    }

    @Test
    void aStudyThatAnotherProgramHasOpenSaysSoAtOnce() throws Exception {
        Path file = saved("Shared");
        start();
        var origin = StudyOrigin.FromFile.read(file, Progress.none());
        on(() -> windows.open(origin, StartOptions.withStudy(Study::blank, false))
                .show());
        Path locks = folder.resolve("open");
        until(
                "this program holds its lock",
                () -> Files.isDirectory(locks) && !locksIn(locks).isEmpty());
        Path lock = locksIn(locks).getFirst();
        on(() -> windows.open().getLast().stage().close());
        until("it is let go", () -> locksIn(locks).isEmpty());
        Process other = new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        "-cp",
                        System.getProperty("java.class.path"),
                        OtherProgram.class.getName(),
                        lock.toString())
                .start();
        try {
            assertThat(other.inputReader().readLine()).isEqualTo("held");
            on(() -> windows.open(origin, StartOptions.withStudy(Study::blank, false))
                    .show());
            until("it is said", () -> windows.open()
                    .getLast()
                    .workspace()
                    .messages()
                    .notice()
                    .get()
                    .filter(said -> said.text().startsWith("“Shared.helvo” is open in another Helvo as well."))
                    .isPresent());
        } finally {
            other.destroyForcibly();
        }
    }

    private static List<Path> locksIn(Path folder) {
        try (var all = Files.list(folder)) {
            return all.toList();
        } catch (IOException e) {
            return List.of();
        }
    }
}
