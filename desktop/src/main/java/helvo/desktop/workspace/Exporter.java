package helvo.desktop.workspace;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SheetAnalysis;
import helvo.core.study.Figure;
import helvo.core.study.FigureSheet;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.core.style.FigureText;
import helvo.desktop.persistence.FaultReport;
import helvo.desktop.task.BackgroundTasks;
import helvo.desktop.task.BackgroundTasks.Outcome;
import helvo.figure.export.Drawing;
import helvo.figure.export.FigureFile;
import helvo.figure.export.FigureFormat;
import helvo.files.ProgramVersion;
import helvo.files.UnreadableFile;
import helvo.files.disk.AtomicFile;
import helvo.files.disk.WriteErrorText;
import helvo.files.table.TableExport;
import helvo.files.text.ReadingsCsv;
import helvo.report.ReportFormat;
import helvo.report.model.Report;
import helvo.report.model.ReportFiles;
import helvo.report.section.ReportBuilder;
import helvo.report.template.Template;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/// Writes figures, tables and reports into files. Each is written after what was asked for before.
public final class Exporter {
    private static final int LONGEST_NAME = 100;

    private final Workspace workspace;
    private final FileDialogs dialogs;
    private final Path faultLog;
    private final BackgroundTasks.Queue writing;
    private final BackgroundTasks.Latest dragging;
    private Optional<Runnable> last = Optional.empty();

    /// @param faultLog the file of faults, for a fault report
    public Exporter(Workspace workspace, FileDialogs dialogs, Path faultLog) {
        this.workspace = workspace;
        this.dialogs = dialogs;
        this.faultLog = faultLog;
        writing = workspace.background().queue("writing");
        dragging = workspace.background().latest("dragging");
    }

    /// Where to write curves that are handed on, as a person says.
    public Optional<Path> placeForCurves(String suggestedName) {
        return dialogs.curvesTo(suggestedName);
    }

    /// The way onto the clipboard.
    public Copying copying() {
        return new Copying(workspace, this);
    }

    /// Does once more what was exported last, into the same file where it was one.
    public void again() {
        last.ifPresentOrElse(
                Runnable::run,
                () -> workspace.messages().show("Nothing was exported yet: choose what under “Export”."));
    }

    void remembered(Runnable action) {
        last = Optional.of(action);
        action.run();
    }

    /// Asks where, and writes the figure as it is when everything asked for is drawn, also when it was changed a
    /// moment ago.
    ///
    /// @param withData whether an SVG or a PDF holds its points as data
    public void saveFigure(FigureFormat format, double dpi, boolean withData) {
        String title = workspace
                .figure()
                .map(FigureAnalysis::title)
                .orElse(workspace.study().name());
        dialogs.figure(format, named(title, format.ending()))
                .ifPresent(path -> remembered(() -> writeFigure(path, format, dpi, withData)));
    }

    private void writeFigure(Path path, FigureFormat format, double dpi, boolean withData) {
        workspace
                .figureInView()
                .map(Figure::id)
                .ifPresent(id ->
                        writeDrawing(path, format, dpi, withData, (analysis, _) -> Drawing.of(analysis.figure(id))));
    }

    /// What is made of an analysis, or of a figure of it.
    interface AnalysisWork<T> {
        /// @return what is told of it
        String of(T analysed, Progress progress) throws Exception;
    }

    /// Works with the study as it is when all that was asked for is worked out, also when it was changed a moment
    /// ago.
    void writeOfStudy(String label, AnalysisWork<Analysis> work) {
        Study study = workspace.study();
        Analysis known = workspace.analysis().get();
        write(label, progress -> work.of(Analysis.of(study, known, progress.part(0, 0.3)), progress.part(0.3, 1)));
    }

    /// Works with the figure in view, likewise.
    void writeFigureInView(String label, AnalysisWork<FigureAnalysis> work) {
        workspace
                .figureInView()
                .map(Figure::id)
                .ifPresent(id -> writeOfStudy(label, (analysis, progress) -> work.of(analysis.figure(id), progress)));
    }

    /// Asks where, and writes a sheet of figures, likewise.
    public void saveSheet(FigureSheet sheet, FigureFormat format) {
        dialogs.figure(format, named(sheet.name(), format.ending()))
                .ifPresent(path -> remembered(() -> writeDrawing(
                        path,
                        format,
                        FigureFile.DEFAULT_DPI,
                        false,
                        (analysis, progress) -> Drawing.of(SheetAnalysis.of(sheet, analysis, progress), progress))));
    }

    private void writeDrawing(
            Path path,
            FigureFormat format,
            double dpi,
            boolean withData,
            BiFunction<Analysis, Progress, Drawing> drawing) {
        List<Path> inputs = inputs();
        writeOfStudy("Saving " + path.getFileName() + " …", (analysis, progress) -> {
            Drawing drawn = drawing.apply(analysis, progress.part(0, 0.2));
            written(
                    path,
                    () -> AtomicFile.write(
                            path,
                            inputs,
                            out -> out.write(FigureFile.bytes(format, drawn, dpi, withData, progress.part(0.2, 1)))));
            return saved(path);
        });
    }

    /// Asks where, and writes the report of the study as it is now.
    public void saveReport(ReportFormat format) {
        Study study = workspace.study();
        dialogs.report(format, named(study.report().title().orElse(study.name()), format.ending()))
                .ifPresent(path -> remembered(() -> writeReport(path, format)));
    }

    private void writeReport(Path path, ReportFormat format) {
        History history = workspace.history().get();
        List<Path> inputs = inputs();
        writeOfStudy("Saving " + path.getFileName() + " …", (analysis, progress) -> {
            Report report = ReportBuilder.of(history, analysis);
            String name = String.valueOf(path.getFileName());
            written(path, () -> {
                ReportFiles written = format.written(report, name.replaceFirst("\\.[^.]*$", ""), progress);
                for (Map.Entry<String, byte[]> companion : written.companions().entrySet()) {
                    AtomicFile.write(
                            path.resolveSibling(companion.getKey()), inputs, out -> out.write(companion.getValue()));
                }
                AtomicFile.write(path, inputs, out -> out.write(written.file()));
            });
            return Stream.concat(Stream.of(saved(path)), report.notices().stream())
                    .collect(Collectors.joining(" "));
        });
    }

    /// Asks where, and validates this installation.
    public void validate() {
        dialogs.report(ReportFormat.PDF, named("Validation of " + ProgramVersion.text(), ReportFormat.PDF.ending()))
                .ifPresent(path -> write("Validating this installation …", progress -> {
                    ValidationRun.Verdict verdict;
                    try {
                        verdict = ValidationRun.of(path, progress);
                    } catch (IOException e) {
                        throw new Refusal(String.valueOf(e.getMessage()));
                    }
                    String said = verdict.says() + " The protocol is in “" + path + "”.";
                    if (!verdict.passed()) {
                        throw new Refusal(said);
                    }
                    return said;
                }));
    }

    /// Asks for a template and where to, and fills it with the report.
    public void fillTemplate() {
        dialogs.template().ifPresent(template -> {
            ReportFormat format = Template.format(template);
            Study study = workspace.study();
            dialogs.report(format, named(study.report().title().orElse(study.name()), format.ending()))
                    .ifPresent(path -> remembered(() -> fill(template, path)));
        });
    }

    private void fill(Path template, Path path) {
        History history = workspace.history().get();
        List<Path> inputs =
                Stream.concat(inputs().stream(), Stream.of(template)).toList();
        writeOfStudy("Filling " + template.getFileName() + " …", (analysis, progress) -> {
            Report report = ReportBuilder.of(history, analysis);
            try {
                byte[] filled = Template.filled(template, report, progress);
                written(path, () -> AtomicFile.write(path, inputs, out -> out.write(filled)));
            } catch (UnreadableFile e) {
                throw new Refusal(e.getMessage());
            }
            return saved(path);
        });
    }

    /// What a file may be called by a title.
    private static String named(String title, String ending) {
        String name =
                FigureText.plain(title).replaceAll("[^\\p{L}\\p{N} _.-]+", " ").strip();
        return (name.isEmpty()
                        ? "Untitled"
                        : name.substring(0, Math.min(name.length(), LONGEST_NAME))
                                .strip()) + "." + ending;
    }

    /// Asks where, and writes the table in view.
    public void saveTable(TableExport.Format format) {
        workspace.table().ifPresent(table -> dialogs.table(format, table.name() + "." + format.ending())
                .ifPresent(path -> remembered(() -> writeTable(path, format))));
    }

    private void writeTable(Path path, TableExport.Format format) {
        List<Path> inputs = inputs();
        workspace
                .table()
                .ifPresent(table -> write("Saving " + path.getFileName() + " …", progress -> {
                    written(path, () -> TableExport.write(path, format, table, inputs, progress));
                    return saved(path);
                }));
    }

    /// Asks where, and writes the readings of the figure in view as CSV.
    public void saveReadings() {
        workspace
                .figureInView()
                .flatMap(_ -> dialogs.table(TableExport.Format.CSV, "Readings.csv"))
                .ifPresent(path -> remembered(() -> writeReadings(path)));
    }

    private void writeReadings(Path path) {
        List<Path> inputs = inputs();
        writeFigureInView("Saving " + path.getFileName() + " …", (figure, _) -> {
            written(
                    path,
                    () -> AtomicFile.write(
                            path,
                            inputs,
                            out -> out.write(ReadingsCsv.of(figure).getBytes(StandardCharsets.UTF_8))));
            return saved(path);
        });
    }

    /// Asks where, and writes what a report of a fault of the program needs.
    ///
    /// @param withData whether it holds the study
    public void saveFaultReport(boolean withData) {
        var report = new FaultReport(faultLog, workspace.history().get(), withData);
        dialogs.faultReport("Helvo fault report.zip")
                .ifPresent(path -> write("Saving " + path.getFileName() + " …", progress -> {
                    written(path, () -> AtomicFile.write(path, out -> report.write(out, progress)));
                    return saved(path);
                }));
    }

    /// Asks for a folder.
    public Optional<Path> folder(String title) {
        return dialogs.folder(title);
    }

    /// What the tables of the study were read from, which is not written over.
    private List<Path> inputs() {
        return workspace.study().tables().stream()
                .flatMap(table -> table.source().stream())
                .map(source -> Path.of(source.file()))
                .toList();
    }

    private static String saved(Path path) {
        return "Saved “" + path.getFileName() + "” in " + path.toAbsolutePath().getParent() + ".";
    }

    private interface Writing {
        void run() throws IOException;
    }

    private static void written(Path path, Writing writing) throws Refusal {
        try {
            writing.run();
        } catch (IOException e) {
            throw new Refusal(WriteErrorText.sentence(path, e));
        }
    }

    /// Writes the figure in view into a folder of its own, for a program that it is dragged to.
    ///
    /// @param ready gets the file, on the interface thread
    public void prepareDrag(Path folder, Consumer<Path> ready) {
        workspace
                .figure()
                .ifPresent(figure -> dragging.run(
                        "Preparing the figure …",
                        progress -> {
                            Files.createDirectories(folder);
                            Path file = folder.resolve(named(figure.title(), FigureFormat.PNG.ending()));
                            AtomicFile.write(
                                    file,
                                    out -> out.write(FigureFile.bytes(
                                            FigureFormat.PNG,
                                            Drawing.of(figure),
                                            FigureFile.DEFAULT_DPI,
                                            false,
                                            progress)));
                            return file;
                        },
                        new Outcome<>(
                                ready,
                                _ -> workspace
                                        .messages()
                                        .warn("The figure could not be prepared for dragging: the folder for temporary "
                                                + "files cannot be written to."),
                                () -> {})));
    }

    void write(String label, BackgroundTasks.Work<String> work) {
        writing.run(
                label,
                work,
                new Outcome<>(
                        workspace.messages()::show,
                        fault -> workspace
                                .messages()
                                .warn(
                                        switch (fault) {
                                            case Refusal known -> String.valueOf(known.getMessage());
                                            case OutOfMemoryError _ ->
                                                "There is not enough memory to write this; close other programs.";
                                            default ->
                                                "Helvo met a fault of its own; the study is as it was. (" + fault + ")";
                                        }),
                        () -> workspace.messages().show("Stopped; nothing was written.")));
    }

    /// What could not be done, in a sentence for the person.
    static final class Refusal extends Exception {
        Refusal(String sentence) {
            super(sentence);
        }
    }
}
