package helvo.cli;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableUpdate;
import helvo.core.table.Table;
import helvo.figure.export.Drawing;
import helvo.figure.export.FigureFile;
import helvo.figure.export.FigureFormat;
import helvo.figure.paint.FigureDrawing;
import helvo.files.UnreadableFile;
import helvo.files.disk.AtomicFile;
import helvo.files.disk.WriteErrorText;
import helvo.files.study.StoredStudy;
import helvo.files.study.StudyFile;
import helvo.files.table.TableImport;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/// The command `helvo apply`: makes the figures and fits of a study again for the data of many files.
final class ApplyCommand extends Command {
    private Path study;
    private List<String> data;
    private Path out;
    private String figures;

    @SuppressWarnings("NullAway.Init") // set while the command line is read
    ApplyCommand() {
        super(
                "apply",
                "Make every figure, fit and reading of a study again for each of many files.",
                "",
                "Columns are matched by their headings. A file that does not fit is said, and the others are done.",
                "The folder gets the figures of each file, and results.csv and results.json with all numbers side by "
                        + "side.");
        arguments.example("helvo apply cords.helvo --data Stretch=monday.csv tuesday.csv --out week");
        arguments.example("helvo apply cords.helvo --data \"Stretch=runs/*.csv\" --out all");
        arguments.file("STUDY", "A study saved by Helvo (.helvo).", value -> study = value);
        arguments
                .option(
                        "--data",
                        "TABLE=FILE",
                        "The table, and the files to take its data from; * and ? stand for any characters. Where "
                                + "several tables are named, the first files of all belong together, and so on.")
                .required()
                .several(ApplyCommand::isStudy)
                .texts(value -> data = value);
        arguments
                .option("--out", "FOLDER", "Is made where there is none.")
                .required()
                .path(value -> out = value);
        arguments
                .option("--figures", "FORMAT", FigureFormat.choices() + ".")
                .choices(FigureFormat.endings())
                .otherwise("svg")
                .text(value -> figures = value);
    }

    /// Whether a word among the files of tables is the study itself, which has its place before or behind them.
    private static boolean isStudy(String word) {
        try {
            return word.indexOf('=') < 0 && (StudyFile.isStudy(Path.of(word)) || StudyFile.isInside(Path.of(word)));
        } catch (InvalidPathException e) {
            return false;
        }
    }

    /// One run: the tables by their new data.
    private record Run(String name, Map<Table, Path> files) {}

    @Override
    public Integer call() throws UnreadableFile, UserError {
        FigureFormat format = FigureFormat.of("figure." + figures.toLowerCase(Locale.ROOT))
                .orElseThrow(
                        () -> new UsageError("--figures “" + figures + "” must be " + FigureFormat.choices() + "."));
        StoredStudy stored = StudyFile.read(study, Progress.none());
        stored.remarks().ifPresent(arguments.remarks()::println);
        Study kept = stored.history().study();
        List<Run> runs = runs(kept);
        PrintWriter err = arguments.err();
        int done = 0;
        try {
            var results = new ApplyResults(out, paths(runs), inputs(runs));
            results.begin();
            for (Run run : runs) {
                try {
                    List<FigureAnalysis> made = made(kept, run, err);
                    write(made, run, format);
                    results.add(run.name, made);
                    done++;
                } catch (UnreadableFile | UserError e) {
                    err.println(Helvo.shortened(run.name + ": " + e.getMessage()));
                    results.addProblem(run.name, String.valueOf(e.getMessage()));
                }
            }
            results.end();
        } catch (IOException e) {
            throw new UserError(WriteErrorText.sentence(out, e));
        }
        arguments
                .done()
                .println(RootLocale.format(
                        "%d of %d files done; results.csv and results.json are in %s.", done, runs.size(), out));
        return done == runs.size() ? Helvo.DONE : Helvo.DATA_DO_NOT_ALLOW;
    }

    private static Map<String, String> paths(List<Run> runs) {
        var paths = new LinkedHashMap<String, String>();
        runs.forEach(run -> paths.put(
                run.name, run.files.values().stream().map(Path::toString).collect(Collectors.joining("; "))));
        return paths;
    }

    /// None of which is written over.
    private List<Path> inputs(List<Run> runs) {
        return Stream.concat(Stream.of(study), runs.stream().flatMap(run -> run.files.values().stream()))
                .toList();
    }

    // ---- which files for which tables ----

    private List<Run> runs(Study kept) throws UserError {
        Map<Table, List<Path>> files = files(kept);
        List<Integer> counts =
                files.values().stream().map(List::size).distinct().toList();
        if (counts.size() > 1) {
            throw new UsageError("--data: the tables have different numbers of files ("
                    + String.join(
                            ", ",
                            files.values().stream()
                                    .map(each -> Integer.toString(each.size()))
                                    .toList()) + "); files in the same place belong together.");
        }
        var runs = new ArrayList<Run>();
        // Those of the results are taken.
        var names = new TreeSet<>(Set.of("results.csv", "results.json"));
        for (int i = 0; i < counts.getFirst(); i++) {
            Map<Table, Path> one = new LinkedHashMap<>();
            for (var each : files.entrySet()) {
                one.put(each.getKey(), each.getValue().get(i));
            }
            String base = safe(files.values()
                    .iterator()
                    .next()
                    .get(i)
                    .getFileName()
                    .toString()
                    .replaceFirst("\\.[^.]*$", ""));
            String name = base;
            for (int n = 2; !names.add(name.toLowerCase(Locale.ROOT)); n++) {
                name = base + " " + n;
            }
            runs.add(new Run(name, one));
        }
        return runs;
    }

    /// A name that every disk takes for a folder of its own: never the folder above, nor none.
    private static String safe(String base) {
        String name = base.replaceAll("[\\\\/:*?\"<>|\\p{Cntrl}]+", " ").replaceAll("^[. ]+|[. ]+$", "");
        return name.isEmpty() ? "file" : name;
    }

    private Map<Table, List<Path>> files(Study kept) throws UserError {
        Map<Table, List<Path>> files = new LinkedHashMap<>();
        Table table = null;
        for (String each : data) {
            int sign = each.indexOf('=');
            Optional<Table> named = sign < 0 ? Optional.empty() : table(kept, each.substring(0, sign));
            if (named.isEmpty() && table == null) {
                throw new UsageError("--data “" + each
                        + "” names no table of the study: write TABLE=FILE with TABLE one of "
                        + String.join(
                                ", ", kept.tables().stream().map(Table::name).toList()) + ".");
            }
            table = named.orElse(table);
            String file = named.isPresent() ? each.substring(sign + 1) : each;
            if (!file.isEmpty()) {
                files.computeIfAbsent(table, _ -> new ArrayList<>()).addAll(matching(file));
            }
        }
        if (files.isEmpty()) {
            throw new UsageError("--data names no file.");
        }
        return files;
    }

    private Optional<Table> table(Study kept, String name) {
        List<Table> exact =
                kept.tables().stream().filter(each -> each.name().equals(name)).toList();
        List<Table> alike = exact.isEmpty()
                ? kept.tables().stream()
                        .filter(each -> each.name().equalsIgnoreCase(name))
                        .toList()
                : exact;
        if (alike.size() > 1) {
            throw new UsageError("--data: several tables of the study are called “" + name + "”; rename one.");
        }
        return alike.stream().findFirst();
    }

    /// The file itself, or those that a pattern in its last part stands for, in the order of their names.
    private List<Path> matching(String file) throws UserError {
        Path path = path(file.replaceAll("[*?]", "_"));
        if (!file.matches(".*[*?].*")) {
            return List.of(path(file));
        }
        int cut = Math.max(file.lastIndexOf('/'), file.lastIndexOf(java.io.File.separatorChar));
        Path folder = cut < 0 ? Path.of("") : Path.of(file.substring(0, cut + 1));
        String pattern = file.substring(cut + 1).replaceAll("[\\[\\]{}\\\\]", "\\\\$0");
        var found = new TreeSet<Path>();
        try (DirectoryStream<Path> all = Files.newDirectoryStream(folder, pattern)) {
            all.forEach(found::add);
        } catch (IOException | InvalidPathException e) {
            throw new UserError("The folder of “" + file + "” could not be read: check its name.");
        }
        if (found.isEmpty()) {
            throw new UserError(
                    "No file is called like “" + path.getParent() + file.substring(Math.max(0, cut)) + "”.");
        }
        return List.copyOf(found);
    }

    private Path path(String file) {
        try {
            return Path.of(file);
        } catch (InvalidPathException e) {
            throw new UsageError("--data “" + file + "” is not a file name.");
        }
    }

    // ---- one run ----

    private static List<FigureAnalysis> made(Study kept, Run run, PrintWriter err) throws UnreadableFile, UserError {
        Study study = kept;
        for (var each : run.files.entrySet()) {
            if (Files.exists(each.getValue())
                    && !Files.isRegularFile(each.getValue())
                    && !Files.isDirectory(each.getValue())) {
                throw new UserError("“" + each.getValue()
                        + "” is a pipe or a device, and no file: write its readings into a file first.");
            }
            TableImport read = TableImport.read(each.getValue(), Progress.none());
            switch (TableUpdate.of(each.getKey(), read.table())) {
                case TableUpdate.Outcome.DoesNotFit(List<String> why) ->
                    throw new UserError("“" + each.getValue().getFileName() + "” does not fit the table “"
                            + each.getKey().name() + "”: " + String.join("; ", why) + ".");
                case TableUpdate.Outcome.Fits(Table table, List<String> notices) -> {
                    study = new StudyEdit.UseData(table).apply(study);
                    read.notices().forEach(notice -> err.println(run.name + ": " + notice));
                    notices.forEach(notice -> err.println(run.name + ": " + notice));
                }
            }
        }
        List<Integer> changed = run.files.keySet().stream().map(Table::id).toList();
        return Analysis.of(study, Analysis.EMPTY, Progress.none()).figures().stream()
                .filter(figure -> changed.contains(figure.table().id())
                        || figure.table()
                                .summary()
                                .filter(summary -> changed.contains(summary.source()))
                                .isPresent())
                .toList();
    }

    private void write(List<FigureAnalysis> made, Run run, FigureFormat format) throws UserError {
        Path folder = out.resolve(run.name);
        try {
            if (Files.isSymbolicLink(folder)) {
                throw new IOException("it is a link to “" + Files.readSymbolicLink(folder) + "”");
            }
            Files.createDirectories(folder);
            var names = new TreeSet<String>();
            for (FigureAnalysis figure : made) {
                if (figure.missing().isPresent()) {
                    arguments.err().println(run.name + ": " + figure.missing().get());
                    continue;
                }
                String base = (figure.table().name() + ", " + figure.figure().name())
                        .replaceAll("[^\\p{L}\\p{N} ,_.()-]+", " ")
                        .strip();
                String name = base;
                for (int n = 2; !names.add(name.toLowerCase(Locale.ROOT)); n++) {
                    name = base + " " + n;
                }
                AtomicFile.write(
                        folder.resolve(name + "." + format.ending()),
                        run.files.values(),
                        to -> to.write(FigureFile.bytes(
                                format, Drawing.of(figure), FigureFile.DEFAULT_DPI, false, Progress.none())));
                FigureDrawing.notices(figure)
                        .forEach(notice -> arguments.remarks().println(run.name + ": " + notice));
            }
        } catch (IOException e) {
            throw new UserError(WriteErrorText.sentence(folder, e));
        }
    }
}
