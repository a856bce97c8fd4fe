import helvo.core.Progress;
import helvo.core.number.DecimalMark;
import helvo.core.study.Commit;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.files.UnreadableFile;
import helvo.files.samples.SampleStudy;
import helvo.files.study.FileFingerprint;
import helvo.files.study.Journal;
import helvo.files.study.StoredStudy;
import helvo.files.study.StudyFile;
import java.io.BufferedOutputStream;
import java.io.BufferedReader;
import java.io.File;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.RandomAccessFile;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import javax.tools.ToolProvider;

/// Attacks the journal and the study file: kills at random moments, full disks, writes that fail, spoiled last
/// blocks; and measures how fast they are. Started by docs/measure-reliability. Fails when anything that was
/// acknowledged is not there.
final class Reliability {
    private static final Instant NOON = Instant.parse("2026-03-05T12:00:00Z");

    private static String classes;

    private Reliability() {}

    public static void main(String[] arguments) throws Exception {
        Path folder = Path.of(arguments[1]);
        if (!arguments[0].equals("edit")) {
            classes = System.getProperty("java.class.path") + File.pathSeparator + compiled(Path.of(arguments[3]));
        }
        switch (arguments[0]) {
            case "edit" -> edit(folder, Long.parseLong(arguments[2]));
            case "kill" -> attack(folder, Integer.parseInt(arguments[2]), false);
            case "spoil" -> attack(folder, Integer.parseInt(arguments[2]), true);
            case "fill" -> fill(folder, Integer.parseInt(arguments[2]), List.of());
            case "fail" -> fill(folder, Integer.parseInt(arguments[2]), List.of("bash", "-c"));
            case "measure" -> measure(folder);
            default -> throw new IllegalArgumentException(arguments[0]);
        }
        System.exit(0);
    }

    /// This program once more, for the ones that are killed.
    private static Path compiled(Path source) throws IOException {
        Path into = Files.createTempDirectory("classes");
        int code = ToolProvider.getSystemJavaCompiler()
                .run(
                        null,
                        null,
                        null,
                        "-cp",
                        System.getProperty("java.class.path"),
                        "-d",
                        into.toString(),
                        source.toString());
        if (code != 0) {
            throw new IllegalStateException("it does not compile");
        }
        return into;
    }

    /// Each edit of the script is a function of the seed and its number, so that who checks knows what should be
    /// there.
    private static Commit commit(long seed, int number, History history) {
        var random = new Random(seed * 31 + number);
        Edit edit =
                switch (random.nextInt(4)) {
                    case 0 -> new StudyEdit.Rename(noise(random, random.nextInt(2000)));
                    case 1 -> new FigureEdit.SetTitle(1, Optional.of("Title " + number));
                    case 2 -> new TableEdit.ExcludeRows(1, List.of(random.nextInt(22)), "reason " + number);
                    default -> new TableEdit.SetCell(1, 2, random.nextInt(22), Integer.toString(number));
                };
        Instant at = NOON.plusSeconds(number);
        return random.nextInt(6) == 0
                ? new Commit.Jump(
                        random.nextInt(history.steps().size() + history.undone().size() + 1), at)
                : new Commit.Append(edit, at);
    }

    private static String noise(Random random, int length) {
        return IntStream.range(0, length)
                .mapToObj(_ -> Character.toString('a' + random.nextInt(26)))
                .reduce("n", String::concat);
    }

    /// A program that edits without end, keeps each commit, saves now and then, and says what is on the disk.
    private static void edit(Path folder, long seed) throws IOException {
        History history = History.from(SampleStudy.study());
        Path file = folder.resolve("study.helvo");
        try (Journal journal = Journal.begin(folder.resolve("kept"), StoredStudy.of(history))) {
            for (int number = 1; ; number++) {
                Commit commit = commit(seed, number, history);
                history = commit.apply(history);
                journal.add(commit);
                System.out.println("kept " + number);
                journal.addStateIfDue(history.study());
                if (number % 7 == 0) {
                    StudyFile.write(file, StoredStudy.of(history), Progress.none());
                    journal.saved(file, FileFingerprint.of(file).orElseThrow(), number);
                    System.out.println("saved " + number);
                }
            }
        } catch (IOException e) {
            System.out.println("refused " + e);
        }
    }

    private record Ended(int kept, int saved, boolean refused) {}

    private static Process start(Path folder, long seed, List<String> within) throws IOException {
        String java = ProcessHandle.current().info().command().orElseThrow();
        List<String> command = new ArrayList<>(List.of(
                java,
                "-XX:TieredStopAtLevel=1",
                "-XX:+UseSerialGC",
                "-cp",
                classes,
                "Reliability",
                "edit",
                folder.toString(),
                Long.toString(seed)));
        if (!within.isEmpty()) {
            String all = String.join(
                    " ", command.stream().map(each -> "'" + each + "'").toList());
            command = new ArrayList<>(within);
            command.add("trap '' XFSZ; ulimit -f " + (20 + new Random(seed).nextInt(300)) + "; exec " + all);
        }
        return new ProcessBuilder(command).redirectErrorStream(true).start();
    }

    private static Ended watch(Process program, long killAfterMillis) throws IOException, InterruptedException {
        var lines = new ArrayList<String>();
        try (var out = new BufferedReader(new InputStreamReader(program.getInputStream(), StandardCharsets.UTF_8))) {
            String first = out.readLine();
            if (killAfterMillis >= 0) {
                Thread.ofVirtual().start(() -> {
                    try {
                        Thread.sleep(killAfterMillis);
                    } catch (InterruptedException e) {
                        Thread.currentThread().interrupt();
                    }
                    // Not the process itself, whose last lines would be lost.
                    program.toHandle().destroyForcibly();
                });
            }
            for (String line = first; line != null; line = out.readLine()) {
                lines.add(line);
            }
        }
        program.waitFor();
        return new Ended(
                last(lines, "kept "),
                last(lines, "saved "),
                lines.stream().anyMatch(line -> line.startsWith("refused")));
    }

    private static int last(List<String> lines, String kind) {
        return lines.stream()
                .filter(line -> line.matches(kind + "\\d+"))
                .mapToInt(line -> Integer.parseInt(line.substring(kind.length())))
                .max()
                .orElse(0);
    }

    private static void attack(Path folder, int times, boolean spoil) throws Exception {
        int commits = 0;
        int beyond = 0;
        for (int i = 0; i < times; i++) {
            Path one = Files.createDirectories(folder.resolve("run"));
            Ended ended = watch(start(one, i, List.of()), new Random(i).nextInt(700));
            if (spoil) {
                spoil(Journal.folders(one.resolve("kept")).getFirst().resolve("journal"), new Random(i));
            }
            beyond += check(one, i, ended);
            commits += ended.kept;
            delete(one);
        }
        System.out.printf(
                Locale.ROOT,
                "%d times %s: all of %,d acknowledged commits were there (and %d more that were not told yet); "
                        + "every file could be opened.%n",
                times,
                spoil ? "killed, and the last block spoiled" : "killed",
                commits,
                beyond);
    }

    private static void spoil(Path path, Random random) throws IOException {
        try (var file = new RandomAccessFile(path.toFile(), "rw")) {
            long block = Math.max(0, (file.length() - 1) / 4096 * 4096);
            byte[] bytes = new byte[(int) (file.length() - block)];
            if (random.nextBoolean()) {
                random.nextBytes(bytes);
            }
            file.seek(block);
            file.write(bytes);
        }
    }

    /// Disks that are full: a small file system that the folder is on, or a limit for files.
    private static void fill(Path folder, int times, List<String> within) throws Exception {
        int commits = 0;
        for (int i = 0; i < times; i++) {
            Path one = Files.createDirectories(folder.resolve("run"));
            Path filler = folder.resolve("filler");
            if (within.isEmpty()) {
                long free = Files.getFileStore(folder).getUsableSpace();
                Files.write(filler, new byte[(int) Math.max(0, free - 60_000 - new Random(i).nextInt(400_000))]);
            }
            Ended ended = watch(start(one, i, within), -1);
            if (!ended.refused) {
                throw new AssertionError("run " + i + " did not come to the end of the disk");
            }
            Files.deleteIfExists(filler);
            if (Files.exists(one.resolve("kept"))) {
                check(one, i, ended);
            }
            commits += ended.kept;
            delete(one);
        }
        System.out.printf(
                Locale.ROOT,
                "%d times %s: all of %,d acknowledged commits were there; every file could be opened.%n",
                times,
                within.isEmpty() ? "the disk was full" : "a write failed",
                commits);
    }

    /// @return commits that are there though they were not acknowledged
    private static int check(Path one, long seed, Ended ended) throws IOException, UnreadableFile {
        List<Path> folders = Journal.folders(one.resolve("kept"));
        if (ended.kept == 0 && folders.isEmpty()) {
            return 0;
        }
        Journal.Kept kept = Journal.bringBack(folders.getFirst())
                .orElseThrow(() -> new AssertionError("run " + seed + ": nothing is left"));
        List<Study> states = new ArrayList<>(List.of(SampleStudy.study()));
        History history = History.from(SampleStudy.study());
        for (int number = 1; number <= kept.commits(); number++) {
            history = commit(seed, number, history).apply(history);
            states.add(history.study());
        }
        boolean whole = kept.commits() >= ended.kept
                && kept.trouble().isEmpty()
                && kept.study().history().study().equals(history.study())
                && kept.study().history().steps().equals(history.steps())
                && kept.study().history().branches().equals(history.branches());
        if (!whole) {
            throw new AssertionError("run " + seed + ": " + ended.kept + " commits were acknowledged, " + kept.commits()
                    + " are there; " + kept.trouble());
        }
        Path file = one.resolve("study.helvo");
        if (Files.exists(file)) {
            Study saved = StudyFile.read(file, Progress.none()).history().study();
            int state = states.lastIndexOf(saved);
            if (state < ended.saved) {
                throw new AssertionError(
                        "run " + seed + ": saved after " + ended.saved + " commits, but the file has state " + state);
            }
        } else if (ended.saved > 0) {
            throw new AssertionError("run " + seed + ": the file is gone");
        }
        kept.journal().close();
        return kept.commits() - ended.kept;
    }

    private static void delete(Path folder) throws IOException {
        try (Stream<Path> all = Files.walk(folder)) {
            for (Path each : all.sorted(Comparator.reverseOrder()).toList()) {
                Files.delete(each);
            }
        }
    }

    // ---- how fast ----

    private static Study large(int rows) {
        var random = new Random(1);
        double[] x = IntStream.range(0, rows).mapToDouble(i -> i / 100.0).toArray();
        double[] y = Arrays.stream(x)
                .map(each -> Math.round((3 + 0.2 * each + random.nextGaussian()) * 1000) / 1000.0)
                .toArray();
        double[] bars = new double[rows];
        Arrays.fill(bars, 0.1);
        var table = new Table(
                1,
                "Large",
                DecimalMark.POINT,
                Optional.empty(),
                List.of(
                        new Column(1, new Heading("Load", "N"), Kind.NUMBER, Role.X, 2, Cells.ofNumbers(x)),
                        new Column(2, new Heading("Stretch", "mm"), Kind.NUMBER, Role.Y, 3, Cells.ofNumbers(y)),
                        new Column(3, new Heading("±", "mm"), Kind.NUMBER, Role.Y_BAR, 1, Cells.ofNumbers(bars))),
                ExcludedRows.NONE);
        return StudyEdit.AddTable.to(Study.EMPTY, table).apply(Study.EMPTY);
    }

    private static void measure(Path folder) throws Exception {
        Study study = large(1_000_000);
        Path file = folder.resolve("large.helvo");
        Path bare = folder.resolve("bare.zip");
        double[][] millis = new double[4][7];
        for (int i = 0; i < 7; i++) {
            millis[0][i] = time(() -> StudyFile.write(file, StoredStudy.of(History.from(study)), Progress.none()));
            millis[1][i] = time(() -> StudyFile.read(file, Progress.none()));
            millis[2][i] = time(() -> writeBare(study.table(1), bare));
            millis[3][i] = time(() -> readBare(bare));
        }
        System.out.printf(
                Locale.ROOT,
                "1,000,000 rows: saving %.0f ms the first time, median %.0f ms, %.2f of a bare pass of CSV and zip; "
                        + "opening %.0f ms the first time, median %.0f ms, %.2f of a bare pass.%n",
                millis[0][0],
                median(millis[0]),
                median(millis[0]) / median(millis[2]),
                millis[1][0],
                median(millis[1]),
                median(millis[1]) / median(millis[3]));
        double[] brought = new double[7];
        for (int i = 0; i < brought.length; i++) {
            try (Journal journal = Journal.begin(folder.resolve("kept"), StoredStudy.of(History.from(Study.EMPTY)))) {
                var commit = new Commit.Append(StudyEdit.AddTable.to(Study.EMPTY, study.table(1)), NOON);
                brought[i] = time(() -> journal.add(commit));
                journal.discard();
            }
        }
        System.out.printf(
                Locale.ROOT,
                "A commit that brings 1,000,000 rows is on the disk after %.0f ms the first time, median %.0f ms.%n",
                brought[0],
                median(brought));
        journal(study, folder.resolve("kept"));
        journal(SampleStudy.study(), folder.resolve("kept"));
    }

    private static void journal(Study study, Path folder) throws IOException {
        var random = new Random(7);
        Study now = study;
        double[] millis = new double[10_000];
        try (Journal journal = Journal.begin(folder, StoredStudy.of(History.from(study)))) {
            Path file = Journal.folders(folder).getFirst().resolve("journal");
            long before = Files.size(file);
            int rows = study.table(1).rows();
            for (int i = 0; i < millis.length; i++) {
                var edit =
                        new TableEdit.SetCell(1, 2, random.nextInt(rows), Double.toString(random.nextInt(1000) / 10.0));
                now = edit.apply(now);
                long from = System.nanoTime();
                journal.add(new Commit.Append(edit, NOON));
                millis[i] = (System.nanoTime() - from) / 1e6;
                journal.addStateIfDue(now);
            }
            long grown = Files.size(file) - before;
            Arrays.sort(millis);
            System.out.printf(
                    Locale.ROOT,
                    "10,000 edits of cells among %,d rows: %.1f MB; a commit is on the disk after %.2f ms (median), "
                            + "%.1f ms (99 of 100), %.1f ms (worst).%n",
                    rows,
                    grown / 1e6,
                    millis[5000],
                    millis[9900],
                    millis[9999]);
            journal.discard();
        }
    }

    private interface Timed {
        void run() throws Exception;
    }

    private static double time(Timed work) throws Exception {
        long from = System.nanoTime();
        work.run();
        return (System.nanoTime() - from) / 1e6;
    }

    private static double median(double[] values) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        return sorted[sorted.length / 2];
    }

    /// The same numbers as text, joined and packed, and nothing else.
    private static void writeBare(Table table, Path file) throws IOException {
        try (var zip = new ZipOutputStream(new BufferedOutputStream(Files.newOutputStream(file)))) {
            zip.setLevel(Deflater.BEST_SPEED);
            zip.putNextEntry(new ZipEntry("data.csv"));
            var line = new StringBuilder();
            for (int row = 0; row < table.rows(); row++) {
                for (Column column : table.columns()) {
                    line.append(column.cells().number(row)).append(',');
                }
                line.append('\n');
                if (line.length() > 1 << 16) {
                    zip.write(line.toString().getBytes(StandardCharsets.UTF_8));
                    line.setLength(0);
                }
            }
            zip.write(line.toString().getBytes(StandardCharsets.UTF_8));
        }
    }

    private static double readBare(Path file) throws IOException {
        double sum = 0;
        try (var zip = new ZipInputStream(Files.newInputStream(file))) {
            zip.getNextEntry();
            var lines = new BufferedReader(new InputStreamReader(zip, StandardCharsets.UTF_8));
            for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                for (String field : line.split(",")) {
                    sum += Double.parseDouble(field);
                }
            }
        }
        return sum;
    }
}
