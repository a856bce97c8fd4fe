package helvo.report.validation;

import helvo.core.Progress;
import helvo.core.study.Commit;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.table.Table;
import helvo.files.UnreadableFile;
import helvo.files.samples.SampleStudy;
import helvo.files.study.Journal;
import helvo.files.study.StoredStudy;
import helvo.files.study.StudyFile;
import helvo.files.table.TableExport;
import helvo.files.table.TableImport;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/// What is no number: files written and read, a study that was stopped, reports and a figure made again.
final class Procedures {
    private static final String FILES = "Tables written and read back";
    private static final String STUDIES = "Studies kept";
    private static final String AGAIN = "The same again";
    private static final Instant AT = Instant.parse("2026-01-01T00:00:00Z");

    private final Path reference;
    private final Path folder;
    private final Commands commands;
    private final List<Finding> findings = new ArrayList<>();

    /// @param folder of its own, for what it writes
    Procedures(Path reference, Path folder, Commands commands) {
        this.reference = reference;
        this.folder = folder;
        this.commands = commands;
    }

    /// What may go wrong, told as what was found.
    private interface Step {
        /// @return what was found, in words; "yes" where all is as expected
        String run() throws IOException, UnreadableFile;
    }

    private void step(String area, String what, Step step) {
        String found;
        try {
            found = step.run();
        } catch (IOException | UnreadableFile | RuntimeException e) {
            found = "failed: " + e.getMessage();
        }
        findings.add(Finding.of(area, what, "yes", found, found.equals("yes")));
    }

    List<Finding> run(boolean quick) {
        Study study = SampleStudy.study();
        for (TableExport.Format format : TableExport.Format.values()) {
            step(FILES, format.title() + ": every cell comes back", () -> comesBack(format, study.tables()));
        }
        step(STUDIES, "A study that is saved and opened is the same", () -> saved(study));
        step(STUDIES, "A study that was stopped without being saved comes back", () -> stopped(study));
        step(AGAIN, "A figure is drawn as shipped, to the byte", this::figure);
        step(AGAIN, "Results in words are as shipped, whatever the locale", this::words);
        for (String form : quick ? List.of("html") : List.of("html", "pdf", "docx", "odt")) {
            step(
                    AGAIN,
                    "A report made twice has the same bytes: " + form.toUpperCase(java.util.Locale.ROOT),
                    () -> twice(form));
        }
        return findings;
    }

    private String comesBack(TableExport.Format format, List<Table> tables) throws IOException, UnreadableFile {
        int wrong = 0;
        for (Table table : tables) {
            Path file = folder.resolve("table-" + table.id() + "." + format.ending());
            TableExport.write(file, format, table, List.of(), Progress.none());
            Table read = TableImport.read(file, Progress.none()).table();
            for (int c = 0; c < table.columns().size(); c++) {
                for (int row = 0; row < table.rows(); row++) {
                    boolean same = c < read.columns().size()
                            && read.columns()
                                    .get(c)
                                    .cells()
                                    .cell(row)
                                    .equals(table.columns().get(c).cells().cell(row));
                    wrong += same ? 0 : 1;
                }
            }
        }
        return wrong == 0 ? "yes" : wrong + " cells are not as they were";
    }

    private String saved(Study study) throws IOException, UnreadableFile {
        Path file = folder.resolve("saved.helvo");
        StudyFile.write(file, StoredStudy.of(History.from(study)), Progress.none());
        return StudyFile.read(file, Progress.none()).history().study().equals(study) ? "yes" : "it is another";
    }

    /// As after the power was cut: what lies on the disk is copied while the program still writes, and opened.
    private String stopped(Study study) throws IOException, UnreadableFile {
        History history = History.from(study);
        Path left = Files.createDirectory(folder.resolve("left"));
        try (Journal journal = Journal.begin(folder.resolve("kept"), StoredStudy.of(history))) {
            for (String name : List.of("first", "second", "third")) {
                var edit = new StudyEdit.Rename(name);
                history = history.with(edit, AT);
                journal.add(new Commit.Append(edit, AT));
            }
            Path from = Journal.folders(folder.resolve("kept")).getFirst();
            try (Stream<Path> parts = Files.list(from)) {
                for (Path part : parts.toList()) {
                    Files.copy(part, left.resolve(part.getFileName()));
                }
            }
        }
        Journal.Kept kept = Journal.bringBack(left).orElseThrow(() -> new IOException("nothing was kept"));
        kept.journal().close();
        return kept.study().history().study().equals(history.study()) && kept.commits() == 3 ? "yes" : "it is another";
    }

    private Path study() throws IOException {
        Path file = folder.resolve("sample.helvo");
        if (!Files.exists(file)) {
            StudyFile.write(file, StoredStudy.of(History.from(SampleStudy.study())), Progress.none());
        }
        return file;
    }

    private String twice(String form) throws IOException {
        Path first = folder.resolve("first." + form);
        Path second = folder.resolve("second." + form);
        for (Path file : List.of(first, second)) {
            run("report", study().toString(), "--out", file.toString(), "--quiet");
        }
        return Files.mismatch(first, second) < 0 ? "yes" : "they differ";
    }

    private String figure() throws IOException {
        Path drawn = folder.resolve("figure.svg");
        run("draw", study().toString(), "--figure", "Stretch", "--out", drawn.toString(), "--quiet");
        long at = Files.mismatch(drawn, reference.resolve("figure.svg"));
        return at < 0 ? "yes" : "it differs from figure.svg at byte " + at;
    }

    private String words() throws IOException {
        String said = run("fit", study().toString(), "--figure", "Stretch", "--quiet");
        String shipped = Files.readString(reference.resolve("figure.txt"));
        return withoutFile(said).equals(withoutFile(shipped)) ? "yes" : "they differ from figure.txt";
    }

    /// The first line names the file.
    private static String withoutFile(String said) {
        return said.substring(said.indexOf('\n') + 1);
    }

    private String run(String... words) throws IOException {
        Commands.Answer answer = commands.run(List.of(words));
        if (answer.exitCode() != 0) {
            throw new IOException(answer.err().strip());
        }
        return answer.out();
    }
}
