package helvo.desktop.persistence;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.study.Commit;
import helvo.core.study.Edit;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.study.TableUpdate;
import helvo.core.table.Table;
import helvo.desktop.document.CommitResult;
import helvo.desktop.document.StudyDocument;
import helvo.desktop.task.BackgroundTasks;
import helvo.desktop.task.BackgroundTasks.Outcome;
import helvo.desktop.task.InterfaceTimer;
import helvo.files.UnreadableFile;
import helvo.files.disk.TemporaryFolder;
import helvo.files.table.TableImport;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import javafx.util.Subscription;

/// Updates tables when the files that they follow change. Each time is a step that can be undone; after an undo it
/// waits until something else is done. A file that was cut or replaced is asked about. Half a line at the end is no
/// row yet. Used on the interface thread only.
public final class FileFollower {
    private static final Duration CHECK_INTERVAL = Duration.ofMillis(700);
    /// A last line without its end is taken when nothing has been added to it for so long.
    private static final long LINE_ENDS_NANOS = 5_000_000_000L;

    private final StudyDocument document;
    private final BackgroundTasks.Queue reading;
    private final Voice voice;
    private final InterfaceTimer clock = InterfaceTimer.every(CHECK_INTERVAL, this::checkAll);
    private final Subscription following;
    private final Map<Integer, Stamp> known = new HashMap<>();
    /// When the last line of a table's file is to be taken though it has no end.
    private final Map<Integer, Long> unended = new HashMap<>();
    /// What was last said of a table's file that something is wrong with.
    private final Map<Integer, String> troubles = new HashMap<>();
    /// Tables whose files were cut or replaced, which is asked.
    private final Set<Integer> asked = new HashSet<>();
    private boolean isWaiting;

    /// Where a person is told and asked.
    public interface Voice {
        void show(String sentence);

        /// @param label on the button that does it
        void ask(String sentence, String label, Runnable action);
    }

    /// What tells that a file was written to.
    private record Stamp(Path file, FileTime time, long size, boolean isFile) {}

    /// @param change   what became of the rows
    /// @param isUnended whether the file's last line was left out, since it has no end yet
    private record Found(Table old, Table fresh, Change change, List<String> notices, boolean isUnended) {}

    /// What became of the rows of a file.
    private sealed interface Change {
        record None() implements Change {}

        record Growth(TableEdit.AppendRows rows) implements Change {}

        /// As many rows, most of which are as they were.
        record Correction(int rows) implements Change {}

        /// Rows are gone, or most of them are others.
        record Replacement() implements Change {}
    }

    public FileFollower(StudyDocument document, Voice voice) {
        this.document = document;
        this.voice = voice;
        reading = document.background().queue("following");
        following = document.onCommit(this::committed);
        clock.start();
    }

    /// What is undone would come back at once if the file were followed further.
    private void committed(StudyDocument.Change change) {
        boolean back = change.commit() instanceof Commit.Jump
                && change.after().redoable().isPresent();
        boolean follows = change.after().study().tables().stream().anyMatch(Table::followsFile);
        if (back && follows && !isWaiting) {
            voice.show(
                    "While steps are undone no file is followed; it goes on once you redo them or do something else.");
        }
        isWaiting = back;
    }

    private void checkAll() {
        if (isWaiting || reading.isBusy() || document.isChanging()) {
            return;
        }
        for (Table table : document.study().tables()) {
            if (table.followsFile() && table.source().isPresent()) {
                checkFile(table, Path.of(table.source().get().file()));
            }
        }
    }

    private void checkFile(Table table, Path file) {
        Stamp now = stamp(file);
        boolean isNew = !now.equals(known.put(table.id(), now));
        if (isNew && !now.isFile && now.size >= 0) {
            trouble(
                    table,
                    "“" + file.getFileName() + "” is a folder, a pipe or a device now, and is not read. The table “"
                            + table.name() + "” stays as it is.");
        } else if (isNew) {
            unended.remove(table.id());
            read(table, file, false, false);
        } else if (unended.getOrDefault(table.id(), Long.MAX_VALUE) <= System.nanoTime()) {
            unended.remove(table.id());
            read(table, file, true, false);
        }
    }

    private static Stamp stamp(Path file) {
        try {
            var attributes = Files.readAttributes(file, BasicFileAttributes.class);
            return new Stamp(file, attributes.lastModifiedTime(), attributes.size(), attributes.isRegularFile());
        } catch (IOException e) {
            return new Stamp(file, FileTime.fromMillis(0), -1, false);
        }
    }

    /// @param isWhole     whether the last line is taken though it has no end
    /// @param isConfirmed whether a person wants what was asked about
    private void read(Table table, Path file, boolean isWhole, boolean isConfirmed) {
        reading.run(
                "Following " + file.getFileName() + " …",
                progress -> found(table, file, isWhole, progress),
                new Outcome<>(
                        found -> {
                            troubles.remove(table.id());
                            boolean unchanged =
                                    document.study().tables().stream().anyMatch(now -> now == found.old);
                            if (!unchanged) {
                                // Something was done meanwhile: look again.
                                known.remove(table.id());
                                return;
                            }
                            if (found.isUnended) {
                                unended.put(table.id(), System.nanoTime() + LINE_ENDS_NANOS);
                            }
                            takeOver(found, file, isConfirmed);
                        },
                        fault -> trouble(
                                table,
                                fault instanceof UnreadableFile known
                                        ? known.getMessage()
                                        : "“" + file.getFileName() + "” could not be followed. (" + fault + ")"),
                        () -> {}));
    }

    /// Not a row is changed where the file only came to have another unit, which the notices tell.
    private static String changed(int rows, Path file, String table) {
        return rows == 0
                ? RootLocale.format("“%s” was changed; the rows of “%s” stay as they are.", file.getFileName(), table)
                : RootLocale.format(
                        "“%s” was changed in %s; the table “%s” has that now, as a step.",
                        file.getFileName(), rows == 1 ? "1 row" : RootLocale.format("%,d rows", rows), table);
    }

    private void takeOver(Found found, Path file, boolean isConfirmed) {
        int table = found.old.id();
        switch (found.change) {
            case Change.None _ -> asked.remove(table);
            case Change.Growth(TableEdit.AppendRows rows) -> {
                asked.remove(table);
                perform(rows);
            }
            case Change.Correction(int rows) -> {
                asked.remove(table);
                perform(new StudyEdit.UseData(found.fresh));
                voice.show(changed(rows, file, found.old.name()) + notices(found));
            }
            case Change.Replacement _ -> {
                if (isConfirmed) {
                    asked.remove(table);
                    perform(new StudyEdit.UseData(found.fresh));
                    found.notices.stream().reduce((a, b) -> a + " " + b).ifPresent(voice::show);
                } else if (asked.add(table)) {
                    voice.ask(
                            RootLocale.format(
                                    "“%s” was cut or replaced: it has %,d rows now, and the table “%s” has %,d. The "
                                            + "table stays as it is until you decide.",
                                    file.getFileName(),
                                    found.fresh.rowsTyped(),
                                    found.old.name(),
                                    found.old.rowsTyped()),
                            "Use the new rows",
                            () -> useNewRows(table, file));
                }
            }
        }
    }

    private void useNewRows(int table, Path file) {
        document.study().tables().stream()
                .filter(each -> each.id() == table)
                .findFirst()
                .ifPresent(now -> read(now, file, false, true));
    }

    private static String notices(Found found) {
        return found.notices.stream().map(notice -> " " + notice).collect(Collectors.joining());
    }

    private void perform(Edit edit) {
        CommitResult.tell(document.perform(edit), () -> {}, voice::show);
    }

    private static Found found(Table old, Path file, boolean isWhole, Progress progress)
            throws UnreadableFile, IOException {
        OptionalLong end = isWhole || !(old.source().orElseThrow() instanceof Table.Source.Text)
                ? OptionalLong.empty()
                : endOfLines(file);
        TableImport read =
                end.isPresent() ? beginning(old, file, end.getAsLong(), progress) : TableImport.again(old, progress);
        switch (TableUpdate.of(old, read.table())) {
            case TableUpdate.Outcome.DoesNotFit(List<String> why) ->
                throw new UnreadableFile(
                        "“" + old.source().orElseThrow().name() + "” changed and does not fit the table “" + old.name()
                                + "” any more: " + String.join("; ", why) + ".");
            case TableUpdate.Outcome.Fits(Table fresh, List<String> notices) -> {
                Table same = fresh.withSource(old.source());
                return new Found(old, same, change(old, same), notices, end.isPresent());
            }
        }
    }

    private static Change change(Table old, Table fresh) {
        if (fresh.equals(old)) {
            return new Change.None();
        }
        Optional<TableEdit.AppendRows> growth = TableUpdate.growth(old, fresh);
        if (growth.isPresent()) {
            return new Change.Growth(growth.get());
        }
        int rows = old.rowsTyped();
        int others = (int) IntStream.range(0, rows)
                .filter(row -> fresh.rowsTyped() <= row || differ(old, fresh, row))
                .count();
        return fresh.rowsTyped() == rows && others * 2 <= rows
                ? new Change.Correction(others)
                : new Change.Replacement();
    }

    private static boolean differ(Table old, Table fresh, int row) {
        return old.columns().stream()
                .anyMatch(column -> !column.isDerived()
                        && fresh.columns().stream().anyMatch(each -> each.id() == column.id())
                        && !column.cells()
                                .cell(row)
                                .equals(fresh.column(column.id()).cells().cell(row)));
    }

    // ---- a line that is still being written ----

    /// Where the last whole line of a file ends; empty where the last line has its end.
    private static OptionalLong endOfLines(Path file) throws IOException {
        try (FileChannel channel = FileChannel.open(file)) {
            ByteBuffer last = ByteBuffer.allocate(1 << 16);
            for (long to = channel.size(); to > 0; ) {
                long from = Math.max(0, to - last.capacity());
                last.clear().limit((int) (to - from));
                while (last.hasRemaining() && channel.read(last, from + last.position()) >= 0) {
                    // until it is full or the file was cut
                }
                for (int i = last.position() - 1; i >= 0; i--) {
                    byte each = last.get(i);
                    boolean isLineEnd = each == '\n' || each == '\r';
                    // A line end in UTF-16 may have a zero behind it.
                    if (isLineEnd) {
                        boolean isLast = from + i == channel.size() - 1
                                || each == '\n' && from + i == channel.size() - 2 && last.get(i + 1) == 0;
                        return isLast ? OptionalLong.empty() : OptionalLong.of(from + i + 1);
                    }
                }
                to = from;
            }
            return OptionalLong.empty();
        } catch (NoSuchFileException said) {
            return OptionalLong.empty();
        }
    }

    /// The table by the whole lines of a file alone.
    private static TableImport beginning(Table old, Path file, long end, Progress progress)
            throws UnreadableFile, IOException {
        var source = (Table.Source.Text) old.source().orElseThrow();
        try (TemporaryFolder folder = TemporaryFolder.create()) {
            Path copy = folder.path().resolve(file.getFileName());
            try (FileChannel from = FileChannel.open(file);
                    FileChannel to = FileChannel.open(copy, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE)) {
                for (long at = 0; at < end; ) {
                    long count = from.transferTo(at, end - at, to);
                    if (count <= 0) {
                        break; // it was cut meanwhile
                    }
                    at += count;
                }
            }
            return TableImport.again(
                    old.withSource(Optional.of(new Table.Source.Text(
                            copy.toString(), source.charset(), source.delimiter(), source.headings()))),
                    progress);
        }
    }

    /// Said once, not at every check; another one is said again.
    private void trouble(Table table, String sentence) {
        if (!sentence.equals(troubles.put(table.id(), sentence))) {
            voice.show(sentence);
        }
    }

    public void close() {
        clock.stop();
        following.unsubscribe();
    }
}
