package helvo.desktop.workspace;

import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.readout.Readout;
import helvo.core.study.Study;
import helvo.desktop.work.Background.Outcome;
import helvo.desktop.work.Background;
import helvo.figure.FigureFile;
import helvo.figure.FigureFormat;
import helvo.figure.Raster;
import helvo.files.disk.WholeFile;
import helvo.files.disk.WriteTrouble;
import helvo.files.table.TableFile;
import helvo.files.text.ReadingsCsv;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Collectors;
import javafx.application.Platform;
import javafx.scene.image.WritableImage;

/// The way of figures, tables and readouts into files and onto the clipboard. Each is written after what was asked for before.
public final class Exporter {
    private final Workspace workspace;
    private final FileDialogs dialogs;
    private final Background.Queue writing;

    Exporter(Workspace workspace, FileDialogs dialogs) {
        this.workspace = workspace;
        this.dialogs = dialogs;
        writing = workspace.background().queue("writing");
    }

    /// Asks where, and writes the figure as it is when everything asked for is drawn, also when it was changed a moment ago.
    ///
    /// @param withData whether an SVG or a PDF holds its points as data
    public void saveFigure(FigureFormat format, double dpi, boolean withData) {
        workspace.figure().ifPresent(shown -> {
            String name = shown.title().replaceAll("[^\\p{L}\\p{N} _.-]+", " ").strip() + "." + format.ending();
            Study study = workspace.study();
            Analysis known = workspace.analysis().get();
            int id = workspace.figureInView().orElseThrow().id();
            List<Path> inputs = inputs();
            dialogs.figure(format, name).ifPresent(path -> write("Saving " + path.getFileName() + " …", progress -> {
                FigureAnalysis figure = Analysis.of(study, known, progress.part(0, 0.5)).figure(id);
                written(path, () -> WholeFile.write(path, inputs, out -> out.write(FigureFile.bytes(format, figure, dpi, withData,
                        progress.part(0.5, 1)))));
                return saved(path);
            }));
        });
    }

    /// Asks where, and writes the table in view.
    public void saveTable(TableFile.Format format) {
        List<Path> inputs = inputs();
        workspace.table().ifPresent(table -> dialogs.table(format, table.name() + "." + format.ending())
                .ifPresent(path -> write("Saving " + path.getFileName() + " …", progress -> {
                    written(path, () -> TableFile.write(path, format, table, inputs, progress));
                    return saved(path);
                })));
    }

    /// Asks where, and writes the readings of the figure in view as CSV.
    public void saveReadings() {
        List<Path> inputs = inputs();
        workspace.figure().ifPresent(figure -> dialogs.table(TableFile.Format.CSV, "Readings.csv")
                .ifPresent(path -> write("Saving " + path.getFileName() + " …", _ -> {
                    written(path, () -> WholeFile.write(path, inputs, out -> out.write(ReadingsCsv.of(figure)
                            .getBytes(StandardCharsets.UTF_8))));
                    return saved(path);
                })));
    }

    /// What the tables of the study were read from, which is not written over.
    private List<Path> inputs() {
        return workspace.study().tables().stream().flatMap(table -> table.source().stream()).map(source -> Path.of(source.file())).toList();
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
            throw new Refusal(WriteTrouble.sentence(path, e));
        }
    }

    /// The figure as a picture at 300 dots per inch.
    public void copyFigure() {
        workspace.figure().ifPresent(figure -> write("Copying the figure …", progress -> {
            WritableImage image = SharedPixels.image(Raster.draw(figure, FigureFile.DEFAULT_DPI / 72, progress).image());
            Platform.runLater(() -> SystemClipboard.copy(image));
            return "The figure is on the clipboard, as a picture at 300 dots per inch.";
        }));
    }

    /// The readout as text at full precision, every series of the figure.
    public void copyReadout() {
        workspace.figure().filter(figure -> figure.missing().isEmpty()).ifPresent(figure -> {
            SystemClipboard.copy(figure.series().stream().map(series -> Readout.of(figure, series).copied())
                    .collect(Collectors.joining("\n")));
            workspace.messages().tell("The readout is on the clipboard, at full precision.");
        });
    }

    private void write(String label, Background.Work<String> work) {
        writing.run(label, work, new Outcome<>(workspace.messages()::tell, fault -> workspace.messages().warn(switch (fault) {
            case Refusal known -> known.getMessage();
            case OutOfMemoryError _ -> "There is not enough memory to write this; close other programs.";
            default -> "Helvo met a fault of its own; the study is as it was. (" + fault + ")";
        }), () -> workspace.messages().tell("Stopped; nothing was written.")));
    }

    /// What could not be done, in a sentence for the person.
    private static final class Refusal extends Exception {
        Refusal(String sentence) {
            super(sentence);
        }
    }
}
