package helvo.files.study;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import helvo.core.Progress;
import helvo.core.number.DecimalMark;
import helvo.core.study.Commit;
import helvo.core.study.DecisionEdit;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.Decision;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.ProblemKind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.files.UnreadableFile;
import helvo.files.samples.SampleStudy;
import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

@Tag("thorough")
@net.jqwik.api.Tag("thorough")
class JournalTest {
    private static final Instant NOON = Instant.parse("2026-03-05T12:00:00Z");

    @TempDir
    private Path kept;

    private static Journal.Kept bringBack(Path kept) throws IOException, UnreadableFile {
        return Journal.bringBack(Journal.folders(kept).getFirst()).orElseThrow();
    }

    private static Commit any(Random random, History history, int i) {
        Instant at = NOON.plusSeconds(i);
        Edit edit =
                switch (random.nextInt(5)) {
                    case 0 -> new TableEdit.ExcludeRows(1, List.of(random.nextInt(25)), "reason " + i);
                    case 1 -> new StudyEdit.Rename("study " + "x".repeat(random.nextInt(3000)) + i);
                    case 2 -> new FigureEdit.SetTitle(1, Optional.of("Title “" + i + "”"));
                    case 3 ->
                        new DecisionEdit.Decide(1, 3, List.of(6), ProblemKind.NOT_A_NUMBER, Decision.Choice.KEPT, "");
                    default -> new TableEdit.SetCell(1, 2, random.nextInt(25), Integer.toString(i));
                };
        return switch (random.nextInt(6)) {
            case 0 ->
                new Commit.Jump(
                        random.nextInt(history.steps().size() + history.undone().size() + 1), at);
            case 1 -> history.branches().isEmpty() ? new Commit.Append(edit, at) : new Commit.RestoreBranch(0, at);
            default -> new Commit.Append(edit, at);
        };
    }

    private static void same(History back, History history) {
        assertThat(back.study()).isEqualTo(history.study());
        assertThat(back.steps()).isEqualTo(history.steps());
        assertThat(back.undone()).isEqualTo(history.undone());
        assertThat(back.branches()).isEqualTo(history.branches());
    }

    @Test
    void everyCommitIsBroughtBackWithWhatWasUndoneAndLeft() throws IOException, UnreadableFile {
        var random = new Random(3);
        History history = History.from(SampleStudy.study());
        try (Journal journal = Journal.begin(kept, StoredStudy.of(history))) {
            for (int i = 0; i < 400; i++) {
                Commit commit = any(random, history, i);
                history = commit.apply(history);
                journal.add(commit);
                journal.addStateIfDue(history.study());
                if (i == 200) {
                    assertThat(Journal.bringBack(Journal.folders(kept).getFirst()))
                            .as("held by a living program")
                            .isEmpty();
                }
            }
        }
        Journal.Kept back = bringBack(kept);
        same(back.study().history(), history);
        assertThat(back.commits()).isEqualTo(400);
        assertThat(back.last()).isEqualTo(NOON.plusSeconds(399));
        assertThat(back.isSaved()).isFalse();
        assertThat(back.trouble()).isEmpty();
        Commit further = new Commit.Append(new StudyEdit.Rename("goes on"), NOON);
        back.journal().add(further);
        back.journal().saved(kept.resolve("a.helvo"), new FileFingerprint(3, 4), 401);
        back.journal().close();
        Journal.Kept again = bringBack(kept);
        same(again.study().history(), further.apply(history));
        assertThat(again.isSaved()).isTrue();
        assertThat(again.unsaved()).isZero();
        assertThat(again.file()).hasValue(kept.resolve("a.helvo").toAbsolutePath());
        assertThat(again.saved()).hasValue(new FileFingerprint(3, 4));
        again.journal().discard();
        assertThat(kept).isEmptyDirectory();
        try (Journal elsewhere = Journal.begin(kept, StoredStudy.of(history))) {
            elsewhere.saved(kept.resolve("a.helvo"), new FileFingerprint(3, 4), -2);
            elsewhere.add(further);
        }
        Journal.Kept moved = bringBack(kept);
        assertThat(moved.unsaved()).as("two that it begins with, and one").isEqualTo(3);
        assertThat(moved.isSaved()).isFalse();
        moved.journal().discard();
    }

    /// A power cut while a record is written: the last block of the file, or of the copy of it, is torn, zeroed or
    /// cut at any place. What was acknowledged is there.
    @Property(tries = 200, seed = "26")
    void aSpoiledEndLosesNothingThatWasAcknowledged(@ForAll Random random) throws IOException, UnreadableFile {
        Path folder = Files.createTempDirectory("kept");
        try {
            History history = History.from(SampleStudy.study());
            try (Journal journal = Journal.begin(folder, StoredStudy.of(history))) {
                for (int i = 0; i < 1 + random.nextInt(12); i++) {
                    Commit commit = any(random, history, i);
                    history = commit.apply(history);
                    journal.add(commit);
                }
            }
            boolean copy = random.nextBoolean();
            Path file = Journal.folders(folder).getFirst().resolve(copy ? "journal.end" : "journal");
            spoil(file, random, copy);
            Journal.Kept back = bringBack(folder);
            same(back.study().history(), history);
            back.journal().close();
            Journal.Kept again = bringBack(folder);
            same(again.study().history(), history);
            again.journal().discard();
        } finally {
            try (Stream<Path> all = Files.walk(folder)) {
                all.sorted(Comparator.reverseOrder())
                        .forEach(each -> each.toFile().delete());
            }
        }
    }

    private static void spoil(Path path, Random random, boolean copy) throws IOException {
        try (var file = new RandomAccessFile(path.toFile(), "rw")) {
            long block = copy ? random.nextInt(4) * 4096L : (file.length() - 1) / 4096 * 4096;
            int size = Math.clamp(file.length() - block, 0, 4096);
            int from = size == 0 ? 0 : random.nextInt(size);
            switch (random.nextInt(3)) {
                case 0 -> file.setLength(Math.min(file.length(), block + from));
                case 1 -> {
                    file.seek(block);
                    file.write(new byte[size]);
                }
                default -> {
                    byte[] noise = new byte[size - from];
                    random.nextBytes(noise);
                    file.seek(block + from);
                    file.write(noise);
                }
            }
        }
    }

    /// A program that does an edit otherwise than the one that wrote it goes on from the last state that was
    /// written.
    @Test
    void aStateThatCannotBeReachedAgainIsTakenAsItIs() throws IOException, UnreadableFile {
        History history = History.from(SampleStudy.study());
        try (Journal journal = Journal.begin(kept, StoredStudy.of(history))) {
            for (int i = 0; i < 40; i++) {
                Commit commit = new Commit.Append(new StudyEdit.Rename("y".repeat(5000 + i)), NOON.plusSeconds(i));
                history = commit.apply(history);
                journal.add(commit);
            }
            IntStream.range(0, 25)
                    .mapToObj(row -> new Commit.Append(new TableEdit.SetCell(1, 2, row, "1" + row), NOON))
                    .forEach(commit -> {
                        try {
                            journal.add(commit);
                        } catch (IOException e) {
                            throw new java.io.UncheckedIOException(e);
                        }
                    });
            while (true) {
                journal.add(new Commit.Append(new FigureEdit.SetTitle(1, Optional.of(noise())), NOON));
                long before = Files.size(Journal.folders(kept).getFirst().resolve("journal"));
                journal.addStateIfDue(new StudyEdit.Rename("as the other version had it").apply(history.study()));
                if (Files.size(Journal.folders(kept).getFirst().resolve("journal")) > before) {
                    break;
                }
            }
            journal.add(new Commit.Append(new TableEdit.SetCell(1, 2, 0, "77"), NOON));
            journal.add(new Commit.Append(new TableEdit.SetCell(99, 2, 0, "77"), NOON));
        }
        Journal.Kept back = bringBack(kept);
        assertThat(back.study().history().study())
                .isEqualTo(new TableEdit.SetCell(1, 2, 0, "77")
                        .apply(new StudyEdit.Rename("as the other version had it").apply(history.study())));
        assertThat(back.study().history().steps()).hasSize(1);
        assertThat(back.study().history().earlier()).hasSizeGreaterThan(40);
        assertThat(back.trouble()).hasValue("Its last step could not be done again.");
        back.journal().close();
    }

    private static String noise() {
        var random = new Random(5);
        return IntStream.range(0, 4000)
                .mapToObj(_ -> Character.toString('a' + random.nextInt(26)))
                .reduce("", String::concat);
    }

    /// 10,000 edits of cells of a table of 1,000,000 rows add less than 5 MB, states included.
    @Test
    void aJournalGrowsByTheEditsNotByTheTable() throws IOException, UnreadableFile {
        int rows = 1_000_000;
        var table = new Table(
                1,
                "Large",
                DecimalMark.POINT,
                Optional.empty(),
                List.of(
                        new Column(
                                1,
                                new Heading("x", ""),
                                Kind.NUMBER,
                                Role.X,
                                0,
                                Cells.ofNumbers(IntStream.range(0, rows)
                                        .asDoubleStream()
                                        .toArray())),
                        new Column(2, new Heading("y", ""), Kind.NUMBER, Role.Y, 0, Cells.ofNumbers(new double[rows]))),
                ExcludedRows.NONE);
        History history = History.from(StudyEdit.AddTable.to(Study.EMPTY, table).apply(Study.EMPTY));
        var random = new Random(7);
        List<Study> states = new ArrayList<>();
        try (Journal journal = Journal.begin(kept, StoredStudy.of(history))) {
            Path file = Journal.folders(kept).getFirst().resolve("journal");
            long before = Files.size(file);
            Study study = history.study();
            for (int i = 0; i < 10_000; i++) {
                var edit =
                        new TableEdit.SetCell(1, 2, random.nextInt(rows), Double.toString(random.nextInt(1000) / 10.0));
                study = edit.apply(study);
                journal.add(new Commit.Append(edit, NOON));
                journal.addStateIfDue(study);
            }
            states.add(study);
            assertThat(Files.size(file) - before).isLessThan(5_000_000);
        }
        Journal.Kept back = bringBack(kept);
        assertThat(back.study().history().study()).isEqualTo(states.getFirst());
        back.journal().close();
    }

    /// Long columns of numbers are packed, those with a text or a gap in them are not; all come back, from the
    /// commit and from a state.
    @Test
    void aLargeTableThatIsBroughtInComesBack() throws IOException, UnreadableFile {
        int rows = 150_000;
        double[] x = new Random(3).doubles(rows, -1e300, 1e300).toArray();
        x[0] = -0.0;
        x[1] = Double.MIN_VALUE;
        Cells gaps =
                Cells.ofNumbers(x).withRows(new int[] {5, 149_999}, i -> i == 0 ? new Cell.Text("torn") : Cell.EMPTY);
        var table = new Table(
                1,
                "Large",
                DecimalMark.POINT,
                Optional.empty(),
                List.of(
                        new Column(1, new Heading("x", ""), Kind.NUMBER, Role.X, 0, Cells.ofNumbers(x)),
                        new Column(2, new Heading("y", ""), Kind.NUMBER, Role.Y, 0, gaps)),
                ExcludedRows.NONE);
        var commit = new Commit.Append(StudyEdit.AddTable.to(Study.EMPTY, table), NOON);
        History history = commit.apply(History.from(Study.EMPTY));
        try (Journal journal = Journal.begin(kept, StoredStudy.of(History.from(Study.EMPTY)))) {
            journal.add(commit);
            journal.addStateIfDue(history.study());
        }
        Journal.Kept back = bringBack(kept);
        same(back.study().history(), history);
        assertThat(back.trouble()).isEmpty();
        back.journal().close();
    }

    @Test
    void aJournalWithoutItsBeginningIsSaidAndLeftAlone() throws IOException {
        try (Journal journal = Journal.begin(kept, StoredStudy.of(History.from(SampleStudy.study())))) {
            journal.add(new Commit.Append(new StudyEdit.Rename("a"), NOON));
        }
        Path folder = Journal.folders(kept).getFirst();
        Files.writeString(folder.resolve("base.helvo"), "not a zip");
        assertThatThrownBy(() -> Journal.bringBack(folder))
                .isInstanceOf(UnreadableFile.class)
                .hasMessageStartingWith(
                        "A study that was open could not be brought back; what is left of it is in " + folder);
        assertThat(folder.resolve("journal")).exists();
    }

    /// Whatever becomes of the files of a journal: a state that there once was, a refusal in a sentence, or
    /// nothing; never a fault, and never anything else.
    @Property(tries = 150, seed = "26")
    void anyDamageGivesAnEarlierStateOrARefusal(@ForAll Random random) throws IOException {
        Path folder = Files.createTempDirectory("kept");
        try {
            History history = History.from(SampleStudy.study());
            List<Study> states = new ArrayList<>(List.of(history.study()));
            try (Journal journal = Journal.begin(folder, StoredStudy.of(history))) {
                for (int i = 0; i < 8; i++) {
                    Commit commit = any(random, history, i);
                    history = commit.apply(history);
                    journal.add(commit);
                    states.add(history.study());
                }
            }
            Path one = Journal.folders(folder).getFirst();
            for (String name : List.of("journal", "journal.end", "base.helvo")) {
                byte[] bytes = Files.readAllBytes(one.resolve(name));
                for (int i = 0; i < random.nextInt(4); i++) {
                    bytes[random.nextInt(bytes.length)] = (byte) random.nextInt(256);
                }
                Files.write(
                        one.resolve(name),
                        random.nextInt(5) == 0 ? java.util.Arrays.copyOf(bytes, random.nextInt(bytes.length)) : bytes);
            }
            Optional<Journal.Kept> back = Journal.bringBack(one);
            if (back.isPresent()) {
                assertThat(states).contains(back.get().study().history().study());
                back.get().journal().discard();
            }
        } catch (UnreadableFile refused) {
            assertThat(refused)
                    .hasMessageStartingWith(
                            "A study that was open could not be brought back; what is left of it is in ");
        } finally {
            try (Stream<Path> all = Files.walk(folder)) {
                all.sorted(Comparator.reverseOrder())
                        .forEach(each -> each.toFile().delete());
            }
        }
    }

    /// Forty steps, each with a place of its own, so that what is missing can be told.
    private Path fortySteps(List<Study> states) throws IOException {
        History history = History.from(SampleStudy.study());
        states.add(history.study());
        try (Journal journal = Journal.begin(kept, StoredStudy.of(history))) {
            for (int i = 0; i < 40; i++) {
                Commit commit = new Commit.Append(
                        new TableEdit.SetCell(1, 2, i % 25, Integer.toString(1000 + i)), NOON.plusSeconds(i));
                history = commit.apply(history);
                journal.add(commit);
                states.add(history.study());
                if (i == 29) {
                    journal.addStateNow(history.study());
                }
            }
        }
        return Journal.folders(kept).getFirst();
    }

    private static void flip(Path file, int at) throws IOException {
        byte[] bytes = Files.readAllBytes(file);
        bytes[at] ^= 4;
        Files.write(file, bytes);
        // Both copies of its end, so that nothing mends it.
        Files.write(file.resolveSibling("journal.end"), new byte[0]);
    }

    /// One bit of the magic, of the first record, of a step before a state and of a step behind it.
    @Test
    void damageIsSaidAndKeptAsideAndTakesNoMoreThanItMust() throws IOException, UnreadableFile {
        for (int[] damage : new int[][] {{3, 40}, {20, 40}, {40, 40}, {900, 40}, {-300, -1}}) {
            List<Study> states = new ArrayList<>();
            Path folder = fortySteps(states);
            Path file = folder.resolve("journal");
            byte[] intact = Files.readAllBytes(file);
            int at = damage[0] < 0 ? intact.length + damage[0] : damage[0];
            flip(file, at);
            byte[] damaged = Files.readAllBytes(file);
            for (int time = 0; time < 2; time++) {
                Journal.Kept back = Journal.bringBack(folder).orElseThrow();
                Study study = back.study().history().study();
                if (damage[1] >= 0) {
                    assertThat(study).as("byte " + at).isEqualTo(states.get(damage[1]));
                } else {
                    assertThat(states.subList(30, 40))
                            .as("the steps before the damaged one")
                            .contains(study);
                }
                assertThat(back.isSaved()).isFalse();
                if (time == 0) {
                    assertThat(back.trouble().orElseThrow()).contains("bytes could not be read", "journal.damaged");
                    assertThat(folder.resolve("journal.damaged")).hasBinaryContent(damaged);
                    Commit next = new Commit.Append(new TableEdit.SetCell(1, 2, 0, "5"), NOON);
                    back.journal().add(next);
                    states.add(next.apply(back.study().history()).study());
                    damage[1] = states.size() - 1;
                }
                back.journal().close();
            }
            Files.move(folder, kept.resolveSibling(kept.getFileName() + " " + at));
        }
    }

    @Test
    void ofDamageThatLeavesNothingOnlyTheCopyStaysAndThatIsSaid() throws IOException {
        Path folder = fortySteps(new ArrayList<>());
        Files.write(folder.resolve("journal"), new byte[3000]);
        assertThatThrownBy(() -> Journal.bringBack(folder))
                .isInstanceOf(UnreadableFile.class)
                .hasMessageContaining("bytes could not be read");
        assertThat(folder.resolve("journal.damaged")).exists();
        assertThat(folder.resolve("base.helvo")).exists();
        assertThat(Journal.folders(kept)).as("it is said once").isEmpty();
    }

    @Test
    void aBeginningOfAnotherStudyIsNotGoneOnWith() throws IOException {
        Path folder = fortySteps(new ArrayList<>());
        StudyFile.write(folder.resolve("base.helvo"), StoredStudy.of(History.from(Study.blank())), Progress.none());
        assertThatThrownBy(() -> Journal.bringBack(folder))
                .isInstanceOf(UnreadableFile.class)
                .hasMessageContaining("another study's");
        assertThat(folder.resolve("journal.damaged")).exists();
    }

    /// A state tells it all again, so that what is lost before it does not matter.
    @Test
    void stepsThatCannotBeDoneDoNotTakeLaterOnesWithThem() throws IOException, UnreadableFile {
        try (Journal journal = Journal.begin(kept, StoredStudy.of(History.from(SampleStudy.study())))) {
            journal.add(new Commit.Append(new StudyEdit.Rename("done"), NOON));
            journal.add(new Commit.Append(new TableEdit.SetCell(99, 2, 0, "no such table"), NOON));
        }
        Journal.Kept back = bringBack(kept);
        assertThat(back.trouble()).hasValue("Its last step could not be done again.");
        back.journal().add(new Commit.Append(new StudyEdit.Rename("done after that"), NOON));
        back.journal().close();
        Journal.Kept again = bringBack(kept);
        assertThat(again.study().history().study().name()).isEqualTo("done after that");
        again.journal().close();
    }

    /// What looks like a journal and is none stays, to the last file, and so does what a link leads to.
    @Test
    void onlyWhatHelvoWroteIsEverRemoved() throws IOException, UnreadableFile {
        Path others = Files.createDirectories(kept.resolveSibling(kept.getFileName() + " of others"));
        Files.writeString(others.resolve("journal"), "x\n");
        Files.writeString(others.resolve("photos.txt"), "y\n");
        String name = "0f0e0d0c-0000-4000-8000-00000000000";
        Files.createSymbolicLink(kept.resolve(name + "1"), others);
        Path inside = Files.createDirectories(kept.resolve(name + "2"));
        Files.createSymbolicLink(inside.resolve("journal"), others.resolve("journal"));
        Files.createDirectories(kept.resolve("mine"));
        Files.writeString(kept.resolve("mine").resolve("journal"), "z");
        assertThat(Journal.folders(kept)).isEmpty();
        assertThatThrownBy(() -> Journal.bringBack(inside)).isInstanceOf(IOException.class);
        Path begun = begin();
        Files.writeString(begun.resolve("note.txt"), "a person's");
        assertThat(Journal.bringBack(begun)).as("without a step").isEmpty();
        assertThat(begun).isDirectoryContaining("glob:**note.txt").isDirectoryNotContaining("glob:**journal*");
        assertThat(others.resolve("photos.txt")).hasContent("y\n");
        assertThat(others.resolve("journal")).hasContent("x\n");
    }

    private Path begin() throws IOException {
        Journal.begin(kept, StoredStudy.of(History.from(SampleStudy.study()))).close();
        return Journal.folders(kept).getFirst();
    }

    /// Among the system's temporary files anybody may make a folder; only one that is closed to all others is used.
    @Test
    void aSharedPlaceIsUsedOnlyWhereItIsClosedToOthers() throws IOException {
        Path shared = Path.of(System.getProperty("java.io.tmpdir"))
                .resolve("helvo-test-" + Long.toString(System.nanoTime(), 36));
        Files.createDirectory(
                shared, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rwxr-xr-x")));
        StoredStudy study = StoredStudy.of(History.from(SampleStudy.study()));
        try {
            assertThatThrownBy(() -> Journal.begin(shared.resolve("kept"), study))
                    .hasMessageContaining("not this person's alone");
            assertThat(Journal.folders(shared.resolve("kept"))).isEmpty();
        } finally {
            Files.deleteIfExists(shared);
        }
        Path made = shared.resolveSibling(shared.getFileName() + "-made");
        Journal journal = Journal.begin(made.resolve("kept"), study);
        try {
            assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(made)))
                    .isEqualTo("rwx------");
        } finally {
            journal.discard();
            Files.delete(made.resolve("kept"));
            Files.delete(made);
        }
    }

    /// What could not be read again is not written.
    @Test
    void aJournalIsFullBeforeItCannotBeRead() throws IOException {
        try (JournalFile file = JournalFile.create(kept.resolve("journal"), new JournalFile.Room(500, 1200))) {
            file.append(new byte[400]);
            assertThatThrownBy(() -> file.append(new byte[600]))
                    .isInstanceOfSatisfying(JournalFull.class, full -> assertThat(full.isRecordTooLarge())
                            .isTrue());
            file.append(new byte[400]);
            assertThatThrownBy(() -> file.append(new byte[400]))
                    .isInstanceOfSatisfying(JournalFull.class, full -> assertThat(full.isRecordTooLarge())
                            .isFalse());
            file.append(new byte[100]);
        }
        try (JournalFile again = JournalFile.reopen(kept.resolve("journal")).orElseThrow()) {
            assertThat(again.found().records())
                    .extracting(record -> record.length)
                    .containsExactly(400, 400, 100);
            assertThat(again.found().copy()).isEmpty();
        }
    }

    /// A state that is told by what changed is the state, whatever was done.
    @Property(tries = 150, seed = "26")
    void aPatchOfAnEarlierStateGivesTheState(@ForAll Random random) {
        History history = History.from(SampleStudy.study());
        for (int i = 0; i < 6; i++) {
            history = any(random, history, i).apply(history);
            history = history.with(
                    switch (random.nextInt(6)) {
                        case 0 -> new TableEdit.RemoveRows(1, List.of(random.nextInt(5)));
                        case 1 -> new TableEdit.InsertRows(1, random.nextInt(20), 1 + random.nextInt(3));
                        case 2 -> new helvo.core.study.ColumnEdit.AddColumn(1);
                        case 3 -> new TableEdit.Sort(2, 1, random.nextBoolean());
                        case 4 -> new TableEdit.SetCell(1, 3, random.nextInt(30), random.nextBoolean() ? "" : "odd");
                        default -> new StudyEdit.AddFigure(1 + random.nextInt(9));
                    },
                    NOON);
        }
        assertThat(StatePatch.apply(SampleStudy.study(), StatePatch.of(SampleStudy.study(), history.study())))
                .isEqualTo(history.study());
    }
}
