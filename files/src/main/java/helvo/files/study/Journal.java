package helvo.files.study;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.study.Commit;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.files.UnreadableFile;
import helvo.files.disk.DiskSync;
import helvo.files.disk.FileOwner;
import helvo.files.json.StudyJson;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.DirectoryNotEmptyException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/// The journal of an open study: its first state and every commit since, each on the disk before it counts as kept.
/// One folder for each study; a folder that no living program holds is what a stop left behind.
///
/// From time to time the state reached is added, so that a program that cannot do an old edit again, or does it
/// differently, can go on from there. States are told by what changed, and only when as much was added since the
/// last, so that a journal grows by the edits.
public final class Journal implements AutoCloseable {
    private static final String BASE = "base" + StudyFile.ENDING;
    private static final String RECORDS = "journal";
    private static final int STATE_AFTER = 64 << 10;
    /// Of folders that this program has made.
    private static final Pattern NAME = Pattern.compile("[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}");
    /// Of files that it makes there.
    private static final Pattern OWN_FILES =
            Pattern.compile(Pattern.quote(BASE) + "|" + RECORDS + "(\\.end)?|\\.helvo-[0-9a-z]+\\.part");

    private final Path folder;
    private final JournalFile file;
    private final Study base;
    private long sinceState;
    private long lastState;
    /// The number of the last commit.
    private int commits;

    private Journal(Path folder, JournalFile file, Study base, int commits) {
        this.folder = folder;
        this.file = file;
        this.base = base;
        this.commits = commits;
    }

    /// What a stop left behind.
    ///
    /// @param journal   which goes on where it ended
    /// @param file      that the study was opened from or saved to
    /// @param saved     what that file was then; empty for a study in no file
    /// @param isSaved   whether the file has everything
    /// @param last      when the last commit was made
    /// @param commits   that are kept
    /// @param unsaved   how many of them are in no file
    /// @param trouble   what could not be brought back, as a sentence
    public record Kept(
            Journal journal,
            StoredStudy study,
            Optional<Path> file,
            Optional<FileFingerprint> saved,
            boolean isSaved,
            Instant last,
            int commits,
            int unsaved,
            Optional<String> trouble) {}

    /// Begins a journal in a folder of its own, which nobody else may read.
    ///
    /// @param kept where journals are
    /// @param from the study before the first commit
    /// @throws IOException also when that place is somebody else's
    public static Journal begin(Path kept, StoredStudy from) throws IOException {
        requireOwn(kept);
        Path folder = kept.resolve(UUID.randomUUID().toString());
        FileOwner.createPrivateFolder(folder);
        JournalFile file = null;
        try {
            file = JournalFile.create(folder.resolve(RECORDS));
            StudyFile.writeWithoutResults(folder.resolve(BASE), from);
            DiskSync.force(kept);
            var journal = new Journal(folder, file, from.history().study(), 0);
            ObjectNode base = StudyJson.mapper().createObjectNode();
            base.put("version", StudyFile.VERSION);
            put(
                    base,
                    FileFingerprint.of(folder.resolve(BASE))
                            .orElseThrow(() -> new IOException("the beginning cannot be read")));
            journal.add("base", bytes(base));
            return journal;
        } catch (IOException e) {
            if (file != null) {
                file.close();
            }
            delete(folder);
            throw e;
        }
    }

    /// Makes the place where journals are. Among the system's temporary files anybody may have made it before:
    /// there it serves only when it is closed to all others.
    private static void requireOwn(Path kept) throws IOException {
        Optional<Path> shared = sharedPart(kept);
        if (shared.isPresent() && !Files.exists(shared.get(), LinkOption.NOFOLLOW_LINKS)) {
            FileOwner.createPrivateFolder(shared.get());
        }
        if (shared.isPresent() && !FileOwner.isPrivateFolder(shared.get())) {
            throw new IOException("the folder “" + shared.get() + "” is not this person's alone");
        }
        if (!Files.isDirectory(kept)) {
            Files.createDirectories(
                    Objects.requireNonNull(kept.toAbsolutePath().getParent(), "a journal is in a folder"));
            FileOwner.createPrivateFolder(kept);
        }
    }

    /// Of a place among the system's temporary files, the folder that lies directly among them.
    private static Optional<Path> sharedPart(Path kept) {
        Path all =
                Path.of(System.getProperty("java.io.tmpdir")).toAbsolutePath().normalize();
        Path place = kept.toAbsolutePath().normalize();
        return place.startsWith(all) && !place.equals(all)
                ? Optional.of(all.resolve(all.relativize(place).getName(0)))
                : Optional.empty();
    }

    /// Adds a commit; it is on the disk when this returns.
    public void add(Commit commit) throws IOException {
        add("number\":" + (commits + 1) + ",\"commit", StudyJson.bytes(commit));
        commits++;
    }

    /// Says that a file has what so many commits led to: 0 for what the journal begins with, less than 0 where that
    /// is so many further on.
    public void saved(Path in, FileFingerprint print, int commits) throws IOException {
        ObjectNode saved = StudyJson.mapper().createObjectNode();
        saved.put("commits", commits);
        saved.put("file", in.toAbsolutePath().toString());
        put(saved, print);
        add("saved", bytes(saved));
    }

    private static void put(ObjectNode into, FileFingerprint print) {
        into.put("size", print.size());
        into.put("sum", print.sum());
    }

    private static FileFingerprint print(JsonNode from) {
        return new FileFingerprint(from.get("size").asLong(), from.get("sum").asLong());
    }

    /// Adds the state reached, where it is due.
    public void addStateIfDue(Study now) throws IOException {
        if (sinceState >= Math.max(STATE_AFTER, lastState)) {
            addStateNow(now);
        }
    }

    void addStateNow(Study now) throws IOException {
        long before = file.length();
        add("number\":" + commits + ",\"state", bytes(StatePatch.of(base, now)));
        lastState = file.length() - before;
        sinceState = 0;
    }

    private static byte[] bytes(JsonNode content) {
        return StudyJson.mapper().writeValueAsBytes(content);
    }

    private void add(String kind, byte[] content) throws IOException {
        byte[] head = ("{\"" + kind + "\":").getBytes(StandardCharsets.UTF_8);
        byte[] record = Arrays.copyOf(head, head.length + content.length + 1);
        System.arraycopy(content, 0, record, head.length, content.length);
        record[record.length - 1] = '}';
        long before = file.length();
        file.append(record);
        sinceState += file.length() - before;
    }

    /// Lets go of it; it stays on the disk.
    @Override
    public void close() throws IOException {
        file.close();
    }

    /// Lets go of it and removes it: everything is elsewhere, or wanted no more.
    public void discard() throws IOException {
        file.close();
        delete(folder);
    }

    /// Removes what a journal is made of, and the folder when nothing else is in it.
    private static void delete(Path folder) throws IOException {
        try (DirectoryStream<Path> files = Files.newDirectoryStream(folder)) {
            for (Path each : files) {
                if (OWN_FILES.matcher(String.valueOf(each.getFileName())).matches()) {
                    Files.deleteIfExists(each);
                }
            }
        }
        try {
            Files.deleteIfExists(folder);
        } catch (DirectoryNotEmptyException holdsMore) {
            // Somebody put it there.
        }
    }

    // ---- after a stop ----

    /// Folders of this person's journals, in whatever state. Links are not followed.
    public static List<Path> folders(Path kept) {
        if (!Files.isDirectory(kept)
                || sharedPart(kept)
                        .filter(shared -> !FileOwner.isPrivateFolder(shared))
                        .isPresent()) {
            return List.of();
        }
        try (Stream<Path> folders = Files.list(kept)) {
            return folders.filter(Journal::isOne).sorted().toList();
        } catch (IOException | UncheckedIOException e) {
            return List.of();
        }
    }

    private static boolean isOne(Path folder) {
        return NAME.matcher(folder.getFileName().toString()).matches()
                && Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS)
                && FileOwner.isThisPerson(folder)
                && JournalFile.isOne(folder.resolve(RECORDS));
    }

    /// Brings a study back, up to its last commit. One without any commit is removed. A damaged journal is copied
    /// first; where nothing can be brought back of it, only the copy stays.
    ///
    /// @return empty when a living program holds it, or when nothing was done
    /// @throws UnreadableFile when nothing can be brought back, as a sentence
    public static Optional<Kept> bringBack(Path folder) throws IOException, UnreadableFile {
        Optional<JournalFile> opened = JournalFile.reopen(folder.resolve(RECORDS));
        if (opened.isEmpty()) {
            return Optional.empty();
        }
        JournalFile file = opened.get();
        try {
            return bringBack(folder, file);
        } catch (IOException | RuntimeException | Error e) {
            file.close();
            throw e;
        } catch (UnreadableFile e) {
            file.close();
            throw new UnreadableFile(
                    "A study that was open could not be brought back; what is left of it is in " + folder + ". ("
                            + e.getMessage() + ")",
                    e);
        }
    }

    private static Optional<Kept> bringBack(Path folder, JournalFile file) throws IOException, UnreadableFile {
        JournalFile.Found found = file.found();
        boolean isDamaged = found.copy().isPresent();
        if (!isDamaged && found.records().stream().allMatch(Journal::isBeginning)) {
            file.close();
            delete(folder);
            return Optional.empty();
        }
        Path base = folder.resolve(BASE);
        if (!Files.isRegularFile(base, LinkOption.NOFOLLOW_LINKS)) {
            throw new UnreadableFile("its beginning, " + BASE + ", is not there");
        }
        FileFingerprint print = FileFingerprint.of(base)
                .orElseThrow(() -> new UnreadableFile("its beginning, " + BASE + ", cannot be read"));
        StoredStudy from = StudyFile.read(base, Progress.none());
        var replay = new Replay(from.history(), print);
        found.records().forEach(replay::read);
        if (replay.isOfAnother) {
            putAside(folder, file);
            throw new UnreadableFile("its beginning, " + BASE + ", is another study's");
        }
        if (isDamaged && replay.done == 0) {
            putAside(folder, file);
            throw new UnreadableFile(RootLocale.format(
                    "it is damaged: %,d of %,d bytes could not be read, and no step could be done again",
                    found.unread(), found.size()));
        }
        var journal = new Journal(folder, file, from.history().study(), replay.reached());
        if (replay.notDone == 0) {
            for (byte[] record :
                    found.records().subList(found.intact(), found.records().size())) {
                file.append(record);
            }
        } else if (!isDamaged) {
            // What is done from now on is to be relied on, whatever stands before it.
            journal.addStateNow(replay.history.study());
        }
        int unsaved = replay.savedIn.isPresent() ? Math.max(0, replay.reached() - replay.saved) : replay.reached();
        Optional<String> trouble = Stream.of(damage(found), replay.trouble())
                .flatMap(Optional::stream)
                .reduce((a, b) -> a + " " + b);
        boolean isSaved = replay.commits == replay.saved && replay.notDone == 0;
        return Optional.of(new Kept(
                journal,
                from.with(replay.history),
                replay.savedIn,
                replay.print,
                isSaved,
                replay.last,
                replay.reached(),
                unsaved,
                trouble));
    }

    private static Optional<String> damage(JournalFile.Found found) {
        return found.copy()
                .map(copy -> RootLocale.format(
                        "What was kept of it was damaged: %,d of %,d bytes could not be read. The damaged "
                                + "file is kept as %s.",
                        found.unread(), found.size(), copy));
    }

    /// Of a journal that nothing comes of only copies stay, which are not offered.
    private static void putAside(Path folder, JournalFile file) throws IOException {
        file.close();
        Path records = folder.resolve(RECORDS);
        Path aside = folder.resolve(RECORDS + JournalFile.DAMAGED);
        if (Files.exists(aside, LinkOption.NOFOLLOW_LINKS)) {
            Files.delete(records);
        } else {
            Files.move(records, aside);
        }
        Files.deleteIfExists(folder.resolve(RECORDS + ".end"));
    }

    /// Whether a record tells only what the journal begins with.
    private static boolean isBeginning(byte[] record) {
        return new String(record, 0, Math.min(record.length, 8), StandardCharsets.UTF_8).startsWith("{\"base\"");
    }

    /// Does the commits again. Each has a number, so that those that damage has taken are missed, and what needs
    /// them is not done.
    private static final class Replay {
        private final Study base;
        private final FileFingerprint basePrint;
        private History history;
        private Optional<Path> savedIn = Optional.empty();
        private Optional<FileFingerprint> print = Optional.empty();
        private int saved = -1;
        private Instant last = Instant.EPOCH;
        /// The number of the last commit that was read.
        private int commits;
        /// The number of the last commit whose result is known.
        private int sound;
        /// How many commits led to what is brought back.
        private int done;
        private int notDone;
        private boolean stepsLost;
        private boolean isOfAnother;
        /// Of the format; a journal that does not say is older than those that do.
        private int version = 1;

        Replay(History from, FileFingerprint basePrint) {
            base = from.study();
            history = from;
            this.basePrint = basePrint;
        }

        /// What cannot be read, or done, counts as a commit that was not done: nothing behind it can be relied on
        /// until a state is.
        void read(byte[] record) {
            try {
                JsonNode content = StudyFile.inWordsOfNow(StudyJson.mapper().readTree(record), version);
                if (content.has("commit")) {
                    int number = content.get("number").asInt();
                    notDone += Math.max(0, number - commits - 1);
                    commits = number;
                    commit(content.get("commit"));
                } else if (content.has("saved")) {
                    JsonNode told = content.get("saved");
                    savedIn = Optional.of(Path.of(told.get("file").asString()));
                    print = Optional.of(print(told));
                    saved = told.get("commits").asInt();
                } else if (content.has("state")) {
                    commits = Math.max(commits, content.get("number").asInt());
                    state(content.get("state"));
                } else if (content.has("base")) {
                    version = content.get("base").path("version").asInt(version);
                    isOfAnother = !print(content.get("base")).equals(basePrint);
                }
            } catch (RuntimeException cannotBeDone) {
                notDone++;
            }
        }

        private void commit(JsonNode content) {
            Commit commit = StudyJson.commit(content.toString());
            last = commit.at();
            if (notDone == 0) {
                history = commit.apply(history);
                sound = commits;
                done++;
            } else {
                notDone++;
            }
        }

        /// A state that doing the commits again does not lead to is right, and they are not.
        private void state(JsonNode patch) {
            Study reached = StatePatch.apply(base, patch);
            Optional<History> again = notDone > 0 ? Optional.empty() : history.leadingTo(reached);
            if (again.isPresent()) {
                history = again.get();
            } else {
                var words = new ArrayList<>(history.earlier());
                history.steps().forEach(step -> words.add(new History.Logged(step.at(), step.sentence())));
                history = History.from(reached, words);
                stepsLost = true;
                notDone = 0;
            }
            sound = commits;
            done = Math.max(1, done);
        }

        /// The number of the commit that the study is as of.
        int reached() {
            return notDone == 0 ? commits : sound;
        }

        Optional<String> trouble() {
            return notDone > 0
                    ? Optional.of(
                            "Its last " + (notDone == 1 ? "step" : notDone + " steps") + " could not be done again.")
                    : stepsLost
                            ? Optional.of(
                                    "Its steps cannot be undone, since they were made by another version of Helvo or "
                                            + "are damaged.")
                            : Optional.empty();
        }
    }
}
