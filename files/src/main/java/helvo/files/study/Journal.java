package helvo.files.study;

import helvo.core.Progress;
import helvo.core.study.Commit;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.files.CannotRead;
import helvo.files.disk.Disk;
import helvo.files.json.StudyJson;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/// What keeps a study that is open from being lost: the study as it was at first, and every commit since, each on the disk before it is
/// told to be kept. One folder for each study; a folder that no living program holds is what a stop left behind.
///
/// From time to time the state reached is added, so that a program that cannot do an old edit again, or does it differently, can go on
/// from there. States are told by what changed, and only when as much was added since the last, so that a journal grows by the edits.
public final class Journal implements AutoCloseable {
    private static final String BASE = "base" + StudyFile.ENDING;
    private static final String RECORDS = "journal";
    private static final int STATE_AFTER = 64 << 10;

    private final Path folder;
    private final JournalFile file;
    private final Study base;
    private long sinceState;
    private long lastState;

    private Journal(Path folder, JournalFile file, Study base) {
        this.folder = folder;
        this.file = file;
        this.base = base;
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
    public record Kept(Journal journal, StoredStudy study, Optional<Path> file, Optional<FilePrint> saved, boolean isSaved, Instant last,
            int commits, int unsaved, Optional<String> trouble) {}

    /// Begins a journal in a folder of its own.
    ///
    /// @param kept where journals are
    /// @param from the study before the first commit
    public static Journal begin(Path kept, StoredStudy from) throws IOException {
        Path folder = Files.createDirectories(kept.resolve(UUID.randomUUID().toString()));
        JournalFile file = JournalFile.open(folder.resolve(RECORDS)).orElseThrow(() -> new IOException("a new journal is held"));
        try {
            StudyFile.write(folder.resolve(BASE), from, Progress.none());
            Disk.force(kept);
        } catch (IOException e) {
            file.close();
            delete(folder);
            throw e;
        }
        return new Journal(folder, file, from.history().study());
    }

    /// Adds a commit; it is on the disk when this returns.
    public void add(Commit commit) throws IOException {
        add("commit", StudyJson.bytes(commit));
    }

    /// Says that a file has what so many commits led to: 0 for what the journal begins with, less than 0 where that is so many further on.
    public void saved(Path in, FilePrint print, int commits) throws IOException {
        ObjectNode saved = StudyJson.mapper().createObjectNode();
        saved.put("commits", commits);
        saved.put("file", in.toAbsolutePath().toString());
        saved.put("size", print.size());
        saved.put("sum", print.sum());
        add("saved", bytes(saved));
    }

    /// Adds the state reached, where it is due.
    public void addStateIfDue(Study now) throws IOException {
        if (sinceState >= Math.max(STATE_AFTER, lastState)) {
            long before = file.length();
            add("state", bytes(StatePatch.of(base, now)));
            lastState = file.length() - before;
            sinceState = 0;
        }
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

    private static void delete(Path folder) throws IOException {
        try (Stream<Path> files = Files.list(folder)) {
            for (Path each : files.toList()) {
                Files.deleteIfExists(each);
            }
        }
        Files.deleteIfExists(folder);
    }

    // ---- after a stop ----

    /// Folders of journals, in whatever state.
    public static List<Path> folders(Path kept) {
        if (!Files.isDirectory(kept)) {
            return List.of();
        }
        try (Stream<Path> folders = Files.list(kept)) {
            return folders.filter(folder -> Files.isRegularFile(folder.resolve(RECORDS))).sorted().toList();
        } catch (IOException e) {
            return List.of();
        }
    }

    /// Brings a study back, up to its last commit. One without any commit is removed.
    ///
    /// @return empty when a living program holds it, or when nothing was done
    /// @throws CannotRead when nothing can be brought back, as a sentence; its folder is left as it is
    public static Optional<Kept> bringBack(Path folder) throws IOException, CannotRead {
        Optional<JournalFile> opened = JournalFile.open(folder.resolve(RECORDS));
        if (opened.isEmpty()) {
            return Optional.empty();
        }
        JournalFile file = opened.get();
        try {
            if (file.found().isEmpty()) {
                file.close();
                delete(folder);
                return Optional.empty();
            }
            StoredStudy from = StudyFile.read(folder.resolve(BASE), Progress.none());
            var replay = new Replay(from.history());
            file.found().forEach(replay::read);
            int unsaved = replay.savedIn.isPresent() ? Math.max(0, replay.commits - replay.saved) : replay.commits;
            return Optional.of(new Kept(new Journal(folder, file, from.history().study()), from.with(replay.history), replay.savedIn,
                    replay.print, replay.commits == replay.saved, replay.last, replay.commits, unsaved, replay.trouble()));
        } catch (CannotRead e) {
            file.close();
            throw new CannotRead("A study that was open could not be brought back; what is left of it is in " + folder + ". ("
                    + e.getMessage() + ")", e);
        }
    }

    /// Does the commits again.
    private static final class Replay {
        private final Study base;
        private History history;
        private Optional<Path> savedIn = Optional.empty();
        private Optional<FilePrint> print = Optional.empty();
        private int saved = -1;
        private Instant last = Instant.EPOCH;
        private int commits;
        private int notDone;
        private boolean stepsLost;

        Replay(History from) {
            base = from.study();
            history = from;
        }

        void read(byte[] record) {
            try {
                JsonNode content = StudyJson.mapper().readTree(record);
                if (content.has("commit")) {
                    commits++;
                    commit(content.get("commit"));
                } else if (content.has("saved")) {
                    JsonNode told = content.get("saved");
                    savedIn = Optional.of(Path.of(told.get("file").asString()));
                    print = Optional.of(new FilePrint(told.get("size").asLong(), told.get("sum").asLong()));
                    saved = told.get("commits").asInt();
                } else if (content.has("state")) {
                    state(content.get("state"));
                }
            } catch (JacksonException | IllegalArgumentException | NullPointerException e) {
                notDone++;
            }
        }

        private void commit(JsonNode content) {
            Commit commit = StudyJson.commit(content.toString());
            last = commit.at();
            if (notDone == 0) {
                history = commit.apply(history);
            } else {
                notDone++;
            }
        }

        /// A state that doing the commits again does not lead to is right, and they are not.
        private void state(JsonNode patch) {
            Study reached = StatePatch.apply(base, patch);
            if (notDone > 0 || !reached.equals(history.study())) {
                var words = new ArrayList<>(history.earlier());
                history.steps().forEach(step -> words.add(new History.Logged(step.at(), step.sentence())));
                history = History.from(reached, words);
                stepsLost = true;
                notDone = 0;
            }
        }

        Optional<String> trouble() {
            return notDone > 0 ? Optional.of("Its last " + (notDone == 1 ? "step" : notDone + " steps") + " could not be done again.")
                    : stepsLost ? Optional.of("Its steps cannot be undone, since they were made by another version of Helvo.")
                    : Optional.empty();
        }
    }
}
