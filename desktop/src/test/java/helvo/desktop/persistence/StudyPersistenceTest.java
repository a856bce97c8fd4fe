package helvo.desktop.persistence;

import static helvo.desktop.FxThread.of;
import static helvo.desktop.FxThread.on;
import static helvo.desktop.FxThread.until;
import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.Progress;
import helvo.core.study.Commit;
import helvo.core.study.Edit;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.task.SerialTasks;
import helvo.desktop.OneStudy;
import helvo.desktop.document.CommitResult;
import helvo.desktop.document.StudyDocument;
import helvo.files.UnreadableFile;
import helvo.files.samples.SampleStudy;
import helvo.files.study.Journal;
import helvo.files.study.StoredStudy;
import helvo.files.study.StudyFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.util.AbstractList;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.framework.junit5.ApplicationExtension;

/// What is kept, what is saved, and that the sign says so only then.
@Tag("thorough")
@ExtendWith(ApplicationExtension.class)
class StudyPersistenceTest {
    @TempDir
    private Path folder;

    private OneStudy one;
    private final List<String> told = new CopyOnWriteArrayList<>();
    private final StudyPersistence.Voice voice =
            new StudyPersistence.Voice(told::add, sentence -> told.add("! " + sentence));

    private void begin(StudyOrigin origin) {
        on(() -> one = new OneStudy(origin));
    }

    @AfterEach
    void end() {
        on(() -> Optional.ofNullable(one).ifPresent(OneStudy::end));
    }

    private void perform(Edit edit) {
        on(() -> CommitResult.tell(one.document.perform(edit), () -> {}, sentence -> told.add("! " + sentence)));
    }

    private String sign() {
        return of(() -> one.keeper.status().get().text());
    }

    private void untilSign(String text) {
        until(
                "the sign says “" + text + "”",
                () -> one.keeper.status().get().text().startsWith(text));
    }

    private Optional<Journal.Kept> left(Path place) {
        return RecoverableStudies.find(List.of(place)).studies().stream().findFirst();
    }

    /// At whatever moment the power goes: what the sign calls kept is in the journal.
    @Test
    void whatTheSignCallsKeptIsOnTheDisk() throws IOException, UnreadableFile {
        begin(new StudyOrigin.New(History.from(Study.blank())));
        assertThat(sign()).isEqualTo("no changes yet");
        for (int row = 0; row < 12; row++) {
            var edit = new TableEdit.SetCell(1, 1 + row % 2, row / 2, Integer.toString(row));
            on(() -> {
                CommitResult.tell(one.document.perform(edit), () -> {}, told::add);
                assertThat(one.keeper.status().get().text())
                        .as("not before it is")
                        .isEqualTo("keeping changes …");
            });
            untilSign("kept, not saved to a file yet");
            Path copy =
                    Files.createDirectories(folder.resolve("power cut " + row).resolve("study"));
            copyFiles(Journal.folders(one.place).getFirst(), copy);
            Journal.Kept kept = Journal.bringBack(copy).orElseThrow();
            assertThat(kept.study().history().study()).isEqualTo(one.document.study());
            assertThat(kept.study().history().steps()).hasSize(row + 1);
            kept.journal().close();
        }
    }

    @Test
    void aStudyIsSavedClosedAndOpenedAgain() throws UnreadableFile {
        begin(new StudyOrigin.New(History.from(SampleStudy.study())));
        Path file = folder.resolve("cords.helvo");
        perform(new StudyEdit.Rename("Cords"));
        untilSign("kept, not saved to a file yet");
        on(() -> one.keeper.saveAs(file, voice));
        untilSign("saved");
        assertThat(told).containsExactly("Saved “cords.helvo” in " + folder + ".");
        assertThat(StudyFile.read(file, Progress.none()).history().study()).isEqualTo(one.document.study());
        perform(new TableEdit.SetCell(1, 2, 0, "6"));
        until("it says when", () -> one.keeper.status().get().text().matches("all changes kept, the last \\d+ s ago"));
        on(() -> CommitResult.tell(one.document.undo(), () -> {}, told::add));
        untilSign("saved");
        on(() -> CommitResult.tell(one.document.redo(), () -> {}, told::add));
        on(() -> one.keeper.save(voice));
        untilSign("saved");
        on(() -> one.end());
        assertThat(one.place).as("nothing is left to keep").isEmptyDirectory();
        begin(StudyOrigin.FromFile.read(file, Progress.none()));
        assertThat(sign()).isEqualTo("saved");
        assertThat(of(() -> one.document.history().get().steps()))
                .as("its steps can be undone")
                .hasSize(2);
    }

    /// Ctrl+S and at once the last window closed: what is being saved is saved.
    @Test
    void closingWaitsForSaving() throws UnreadableFile {
        begin(new StudyOrigin.New(History.from(SampleStudy.study())));
        perform(new StudyEdit.Rename("saved at the last moment"));
        Path file = folder.resolve("last.helvo");
        var closed = of(() -> {
            one.keeper.saveAs(file, voice);
            return one.keeper.close();
        });
        closed.join();
        assertThat(StudyFile.read(file, Progress.none()).history().study().name())
                .isEqualTo("saved at the last moment");
        assertThat(one.place).as("nothing is left to keep").isEmptyDirectory();
        begin(new StudyOrigin.New(History.from(Study.blank())));
    }

    @Test
    void whatIsInNoFileIsOfferedAgainUntilItIsSaved() {
        begin(new StudyOrigin.New(History.from(Study.blank())));
        perform(new TableEdit.SetCell(1, 1, 0, "1"));
        perform(new TableEdit.SetCell(1, 2, 0, "2"));
        Study before = of(() -> one.document.study());
        Path place = one.place;
        on(() -> one.end());
        Journal.Kept kept = left(place).orElseThrow();
        assertThat(kept.unsaved()).isEqualTo(2);
        begin(new StudyOrigin.BroughtBack(kept));
        assertThat(of(() -> one.document.study())).isEqualTo(before);
        assertThat(sign()).isEqualTo("kept, not saved to a file yet");
        assertThat(left(place)).as("a living program holds it").isEmpty();
        perform(new TableEdit.SetCell(1, 2, 1, "3"));
        untilSign("kept, not saved to a file yet");
        on(() -> one.keeper.saveAs(folder.resolve("a.helvo"), voice));
        untilSign("saved");
        on(() -> one.end());
        assertThat(left(place)).isEmpty();
        begin(new StudyOrigin.New(History.from(Study.blank())));
    }

    /// Opened from a file, changed, and stopped before it was saved again: the file is still its own.
    @Test
    void whatIsBroughtBackKnowsTheFileThatItWasOpenedFrom() throws IOException, UnreadableFile {
        Path file = folder.resolve("cords.helvo");
        StudyFile.write(file, StoredStudy.of(History.from(SampleStudy.study())), Progress.none());
        begin(StudyOrigin.FromFile.read(file, Progress.none()));
        perform(new TableEdit.SetCell(1, 2, 0, "6"));
        until("it is kept", () -> sign().matches("all changes kept, the last \\d+ s ago"));
        Path place = one.place;
        on(() -> one.end());
        Journal.Kept kept = left(place).orElseThrow();
        assertThat(kept.file()).contains(file);
        assertThat(kept.unsaved()).isEqualTo(1);
        begin(new StudyOrigin.BroughtBack(kept));
        assertThat(sign()).matches("all changes kept, the last \\d+ s ago");
        on(() -> one.keeper.save(voice));
        untilSign("saved");
        on(() -> one.end());
        assertThat(left(place)).isEmpty();
        begin(new StudyOrigin.New(History.from(Study.blank())));
    }

    /// A blank study, and the sample as it ships, leave nothing.
    @Test
    void whatHoldsNothingOfOnesOwnIsNotKept() {
        for (Study opened : List.of(Study.blank(), SampleStudy.study())) {
            begin(new StudyOrigin.New(History.from(opened)));
            assertThat(sign()).isEqualTo("no changes yet");
            Path place = one.place;
            on(() -> one.end());
            assertThat(place).isEmptyDirectory();
        }
        begin(new StudyOrigin.New(History.from(SampleStudy.study())));
    }

    /// A journal that is begun before anything is done holds the study, and nothing to offer again; the first
    /// commit goes into it.
    @Test
    void aJournalIsReadyForTheFirstCommit() throws IOException, UnreadableFile {
        Path file = folder.resolve("looked at.helvo");
        StudyFile.write(file, StoredStudy.of(History.from(SampleStudy.study())), Progress.none());
        begin(StudyOrigin.FromFile.read(file, Progress.none()));
        until("it is begun", () -> !Journal.folders(one.place).isEmpty());
        on(() -> one.keeper.save(voice));
        until("it is saved", () -> !told.isEmpty());
        assertThat(sign()).isEqualTo("saved");
        Path stopped = Files.createDirectories(folder.resolve("stop")
                .resolve(Journal.folders(one.place).getFirst().getFileName()));
        copyFiles(Journal.folders(one.place).getFirst(), stopped);
        assertThat(left(stopped.getParent())).as("nothing was done").isEmpty();
        assertThat(stopped).doesNotExist();
        List<Path> begun = Journal.folders(one.place);
        perform(new TableEdit.SetCell(1, 2, 0, "6"));
        until("it is kept", () -> sign().matches("all changes kept, the last \\d+ s ago"));
        assertThat(Journal.folders(one.place)).isEqualTo(begun);
        on(() -> CommitResult.tell(one.document.undo(), () -> {}, told::add));
        untilSign("saved");
        on(() -> one.end());
        assertThat(one.place).isEmptyDirectory();
        begin(StudyOrigin.FromFile.read(file, Progress.none()));
        until("it is begun", () -> !Journal.folders(one.place).isEmpty());
        on(() -> one.end());
        assertThat(one.place).as("it was only looked at").isEmptyDirectory();
    }

    private void savedBySomebodyElse(Path file, String name) throws IOException {
        StudyFile.write(
                file,
                StoredStudy.of(History.from(new StudyEdit.Rename(name).apply(SampleStudy.study()))),
                Progress.none());
        Files.setLastModifiedTime(file, FileTime.from(Instant.now().plusSeconds(5)));
    }

    private Path inFile(String name) {
        Path file = folder.resolve("shared.helvo");
        begin(new StudyOrigin.New(History.from(SampleStudy.study())));
        perform(new StudyEdit.Rename(name));
        on(() -> one.keeper.saveAs(file, voice));
        untilSign("saved");
        return file;
    }

    @Test
    void aFileThatSomebodyElseSavedIsNoticedAndNotOverwritten() throws IOException, UnreadableFile {
        Path file = inFile("mine");
        savedBySomebodyElse(file, "theirs");
        perform(new StudyEdit.RenameTable(1, "changed here"));
        on(() -> one.keeper.save(voice));
        until("it is noticed", () -> one.keeper.conflict().get().isPresent());
        assertThat(StudyFile.read(file, Progress.none()).history().study().name())
                .isEqualTo("theirs");
        on(() -> one.keeper.saveBoth(voice));
        Path beside = folder.resolve("shared, mine.helvo");
        until("both are there", () -> one.keeper.file().get().equals(Optional.of(beside)));
        assertThat(StudyFile.read(file, Progress.none()).history().study().name())
                .isEqualTo("theirs");
        assertThat(StudyFile.read(beside, Progress.none())
                        .history()
                        .study()
                        .table(1)
                        .name())
                .isEqualTo("changed here");
    }

    @Test
    void whatSomebodyElseSavedIsTakenAsAStepOrWrittenOver() throws IOException, UnreadableFile {
        Path file = inFile("mine");
        savedBySomebodyElse(file, "theirs");
        until("it is noticed without saving", () -> one.keeper.conflict().get().isPresent());
        on(() -> one.keeper.revert(voice));
        until("theirs is here", () -> one.document.study().name().equals("theirs"));
        untilSign("saved");
        on(() -> CommitResult.tell(one.document.undo(), () -> {}, told::add));
        assertThat(of(() -> one.document.study().name())).isEqualTo("mine");
        savedBySomebodyElse(file, "again");
        until("it is noticed", () -> one.keeper.conflict().get().isPresent());
        on(() -> one.keeper.saveMine(voice));
        untilSign("saved");
        assertThat(StudyFile.read(file, Progress.none()).history().study().name())
                .isEqualTo("mine");
        Files.delete(file);
        untilSign("kept, its file is gone");
        on(() -> one.keeper.save(voice));
        untilSign("saved");
        assertThat(file).exists();
    }

    /// A folder that may not be written to; run by somebody who may do everything, a file in the place of the
    /// folder.
    @Test
    void whereSavingFailsTheJournalGoesOnAndSavingCanBeTriedAgain() throws IOException {
        begin(new StudyOrigin.New(History.from(SampleStudy.study())));
        Path place = Files.createFile(folder.resolve("no folder"));
        perform(new StudyEdit.Rename("a"));
        on(() -> one.keeper.saveAs(place.resolve("a.helvo"), voice));
        untilSign("could not be saved: ");
        assertThat(told)
                .singleElement()
                .asString()
                .startsWith("! “" + place.resolve("a.helvo") + "” could not be saved: ");
        Path journals = one.place;
        perform(new StudyEdit.Rename("b"));
        Files.delete(place);
        Files.createDirectory(place);
        on(() -> one.keeper.saveAs(place.resolve("a.helvo"), voice));
        untilSign("saved");
        assertThat(journals).isNotEmptyDirectory();
    }

    /// Where journals cannot be kept in the usual place they are in the next.
    @Test
    void aJournalGoesOnElsewhere() throws IOException, UnreadableFile {
        Path usual = folder.resolve("usual");
        Path other = folder.resolve("other");
        Files.writeString(usual, "a file in the place of the folder");
        History history = History.from(SampleStudy.study());
        var keeper = new JournalWriter(
                List.of(usual, other), new StudyOrigin.New(history), SerialTasks.outliving("keeping"));
        var kept = new CopyOnWriteArrayList<JournalWriter.Report>();
        for (int i = 1; i <= 3; i++) {
            var commit = new Commit.Append(new StudyEdit.Rename("name " + i), Instant.EPOCH);
            history = commit.apply(history);
            keeper.keep(commit, history, kept::add);
        }
        keeper.close(false).join();
        assertThat(kept).extracting(JournalWriter.Report::kept).containsExactly(1, 2, 3);
        Journal.Kept back = left(other).orElseThrow();
        assertThat(back.study().history().study().name()).isEqualTo("name 3");
        back.journal().discard();
        begin(new StudyOrigin.New(History.from(Study.blank())));
    }

    @Test
    void aJournalThatCannotBeKeptAnywhereIsSaid() throws IOException {
        Path usual = Files.writeString(folder.resolve("usual"), "a file in the place of the folder");
        var keeper = new JournalWriter(
                List.of(usual),
                new StudyOrigin.New(History.from(SampleStudy.study())),
                SerialTasks.outliving("keeping"));
        var kept = new CopyOnWriteArrayList<JournalWriter.Report>();
        var commit = new Commit.Append(new StudyEdit.Rename("name"), Instant.EPOCH);
        keeper.keep(commit, commit.apply(History.from(SampleStudy.study())), kept::add);
        until("it was tried", () -> !kept.isEmpty());
        Files.delete(usual);
        keeper.retry(kept::add);
        keeper.close(false).join();
        assertThat(kept).extracting(JournalWriter.Report::kept).containsExactly(0, 1);
        assertThat(kept.getFirst().fault()).isPresent();
        left(usual).orElseThrow().journal().discard();
        begin(new StudyOrigin.New(History.from(Study.blank())));
    }

    /// Twice at once: the second saves what the first has written, which is nobody else's.
    @Test
    void savingTwiceAtOnceIsNoConflict() throws UnreadableFile {
        begin(new StudyOrigin.New(History.from(SampleStudy.study())));
        Path file = folder.resolve("twice.helvo");
        on(() -> one.keeper.saveAs(file, voice));
        untilSign("saved");
        perform(new StudyEdit.Rename("changed"));
        on(() -> {
            one.keeper.save(voice);
            one.keeper.save(voice);
        });
        untilSign("saved");
        until("both are done", () -> told.size() == 3);
        assertThat(one.keeper.conflict().get()).isEmpty();
        on(() -> {
            one.keeper.saveAs(folder.resolve("elsewhere.helvo"), voice);
            one.keeper.save(voice);
        });
        until("both are done", () -> told.size() == 5);
        assertThat(one.keeper.conflict().get())
                .as("the second goes where the first went")
                .isEmpty();
        assertThat(told).noneMatch(sentence -> sentence.startsWith("!"));
        assertThat(one.keeper.file().get()).hasValue(folder.resolve("elsewhere.helvo"));
    }

    /// The file vanishes and another comes in its place: it is somebody else's, also before anybody has noticed,
    /// and while that is asked.
    @Test
    void whatCameInThePlaceOfTheFileIsNotWrittenOver() throws IOException, UnreadableFile {
        begin(new StudyOrigin.New(History.from(SampleStudy.study())));
        Path file = folder.resolve("theirs.helvo");
        on(() -> one.keeper.saveAs(file, voice));
        untilSign("saved");
        perform(new StudyEdit.Rename("mine"));
        Files.delete(file);
        untilSign("kept, its file is gone");
        StudyFile.write(file, StoredStudy.of(History.from(Study.blank().withName("theirs"))), Progress.none());
        on(() -> one.keeper.save(voice));
        until("it is asked", () -> one.keeper.conflict().get().isPresent());
        var asked = new AtomicInteger();
        on(() -> {
            one.keeper.conflict().subscribe((_, now) -> now.ifPresent(_ -> asked.incrementAndGet()));
            one.keeper.save(voice);
        });
        assertThat(asked).as("saving shows the question again").hasValue(1);
        until("nothing is being saved", () -> one.document.background().idle());
        assertThat(StudyFile.read(file, Progress.none()).history().study().name())
                .isEqualTo("theirs");
        on(() -> one.keeper.saveMine(voice));
        untilSign("saved");
        assertThat(StudyFile.read(file, Progress.none()).history().study().name())
                .isEqualTo("mine");
        assertThat(one.keeper.conflict().get()).isEmpty();
    }

    /// Whatever fault there is while a step is written is told, and tried again.
    @Test
    void aFaultWhileAStepIsWrittenIsToldAndTriedAgain() throws IOException {
        Path place = Files.createDirectory(folder.resolve("place"));
        var places = new ArrayList<>(List.of(place)) {
            private boolean isSound;

            @Override
            public Path get(int i) {
                if (!isSound) {
                    isSound = true;
                    throw new IllegalStateException("a fault of the program");
                }
                return super.get(i);
            }
        };
        var keeper = new JournalWriter(
                places, new StudyOrigin.New(History.from(SampleStudy.study())), SerialTasks.outliving("keeping"));
        var told = new CopyOnWriteArrayList<JournalWriter.Report>();
        History after = History.from(SampleStudy.study()).with(new StudyEdit.Rename("kept"), Instant.now());
        keeper.keep(new Commit.Append(new StudyEdit.Rename("kept"), Instant.now()), after, told::add);
        until("it is told", () -> told.size() == 1);
        assertThat(told.getFirst().fault()).isPresent();
        assertThat(told.getFirst().kept()).isZero();
        keeper.retry(told::add);
        until("it is told again", () -> told.size() == 2);
        assertThat(told.getLast()).isEqualTo(new JournalWriter.Report(1, Optional.empty()));
        assertThat(keeper.close(false)).succeedsWithin(Duration.ofSeconds(10));
    }

    /// Whatever is still written of the study before: what is let go then is the lock of that one.
    @Test
    void aStudyInThePlaceOfAnotherHoldsItsLock() throws UnreadableFile {
        begin(new StudyOrigin.New(History.from(SampleStudy.study())));
        Path file = folder.resolve("cords.helvo");
        on(() -> one.keeper.saveAs(file, voice));
        untilSign("saved");
        on(one::end);
        var origin = StudyOrigin.FromFile.read(file, Progress.none());
        var isFree = new CountDownLatch(1);
        List<Path> places = new AbstractList<>() {
            @Override
            public Path get(int i) {
                if (Thread.currentThread().getName().equals("keeping")) {
                    waitFor(isFree);
                }
                return folder.resolve("kept");
            }

            @Override
            public int size() {
                return 1;
            }
        };
        StudyPersistence keeper = of(() -> {
            var document = new StudyDocument(Study.blank());
            var persistence = new StudyPersistence(document, new StudyOrigin.New(History.from(Study.blank())), places);
            CommitResult.tell(document.perform(new StudyEdit.Rename("slow")), () -> {}, told::add);
            CommitResult.tell(document.jumpTo(0), () -> {}, told::add);
            persistence.restart(origin, Optional.empty());
            return persistence;
        });
        isFree.countDown();
        until(
                "what was written is",
                () -> Thread.getAllStackTraces().keySet().stream()
                                .filter(each -> each.getName().equals("keeping"))
                                .count()
                        <= 1);
        until("its lock is held", () -> locks() == 1);
        assertThat(of(keeper::close)).succeedsWithin(Duration.ofSeconds(10));
        until("its lock is let go", () -> locks() == 0);
    }

    private static void waitFor(CountDownLatch latch) {
        try {
            latch.await();
        } catch (InterruptedException e) {
            throw new AssertionError(e);
        }
    }

    private long locks() {
        try (Stream<Path> all = Files.list(folder.resolve("open"))) {
            return all.count();
        } catch (IOException noneYet) {
            return 0;
        }
    }

    private static void copyFiles(Path from, Path to) throws IOException {
        try (var files = Files.newDirectoryStream(from)) {
            for (Path file : files) {
                Files.copy(file, to.resolve(file.getFileName()));
            }
        }
    }
}
