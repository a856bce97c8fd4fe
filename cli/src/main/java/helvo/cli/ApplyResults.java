package helvo.cli;

import helvo.core.analysis.FigureAnalysis;
import helvo.files.disk.AtomicFile;
import helvo.files.json.FitJson;
import helvo.files.text.ResultsCsv;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.node.ObjectNode;

/// The outcome of each run of `apply`, in results.csv and results.json. Both are written while runs are done, about
/// once a second and when the program is told to stop, so that whatever ends it, they have what is done and name
/// what is not. May be used by several threads.
final class ApplyResults {
    private static final String NOT_DONE = "Not done: the run was stopped before.";
    private static final long EVERY_NANOS = 1_000_000_000;

    private final Path folder;
    private final Collection<Path> inputs;
    private final ResultsCsv done = new ResultsCsv();
    private final List<ObjectNode> reports = new ArrayList<>();
    private final List<ObjectNode> problems = new ArrayList<>();
    /// Paths of the files of runs that are not done yet, by the names of the runs.
    private final Map<String, String> waiting;
    private final Thread whenStopped = new Thread(this::writeStopped);
    private long written = System.nanoTime();

    /// @param paths  of each run's files, by its name
    /// @param inputs none of which is written over
    ApplyResults(Path folder, Map<String, String> paths, Collection<Path> inputs) {
        this.folder = folder;
        this.inputs = inputs;
        waiting = new LinkedHashMap<>(paths);
    }

    /// Writes that nothing is done yet, which also tells whether the folder can be written to.
    void begin() throws IOException {
        Files.createDirectories(folder);
        write();
        Runtime.getRuntime().addShutdownHook(whenStopped);
    }

    synchronized void add(String run, List<FigureAnalysis> figures) throws IOException {
        String path = waiting.remove(run);
        figures.forEach(figure -> done.add(run, path, figure));
        figures.forEach(figure -> reports.add(FitJson.reportOf(run, path, figure)));
        writeIfDue();
    }

    synchronized void addProblem(String run, String problem) throws IOException {
        String path = waiting.remove(run);
        done.addProblem(run, path, problem);
        problems.add(FitJson.problem(run, path, problem));
        writeIfDue();
    }

    void end() throws IOException {
        Runtime.getRuntime().removeShutdownHook(whenStopped);
        write();
    }

    private void writeIfDue() throws IOException {
        if (System.nanoTime() - written > EVERY_NANOS) {
            write();
            written = System.nanoTime();
        }
    }

    private synchronized void write() throws IOException {
        ResultsCsv all = done.copy();
        var missing = new ArrayList<>(problems);
        waiting.forEach((run, path) -> {
            all.addProblem(run, path, NOT_DONE);
            missing.add(FitJson.problem(run, path, NOT_DONE));
        });
        AtomicFile.write(folder.resolve("results.csv"), inputs, all::write);
        AtomicFile.write(
                folder.resolve("results.json"),
                inputs,
                to -> to.write((FitJson.reports(reports, missing) + "\n").getBytes(StandardCharsets.UTF_8)));
    }

    private void writeStopped() {
        try {
            write();
            System.err.println("Stopped: results.csv tells which files are done.");
        } catch (IOException asLastWritten) {
            System.err.println("Stopped; results.csv is as of the last second.");
        }
    }
}
