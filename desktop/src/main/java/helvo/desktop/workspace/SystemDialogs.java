package helvo.desktop.workspace;

import helvo.figure.export.FigureFormat;
import helvo.files.study.StudyFile;
import helvo.files.table.TableExport;
import helvo.report.ReportFormat;
import java.io.File;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.stage.DirectoryChooser;
import javafx.stage.FileChooser;
import javafx.stage.Window;

/// The system's own dialogs.
public final class SystemDialogs implements FileDialogs {
    private final Window owner;
    private final Supplier<Optional<Path>> begins;

    /// @param begins the folder that a dialog begins in; empty for the one that the system takes
    public SystemDialogs(Window owner, Supplier<Optional<Path>> begins) {
        this.owner = owner;
        this.begins = begins;
    }

    private FileChooser chooser(String title) {
        var chooser = new FileChooser();
        chooser.setTitle(title);
        begins.get().ifPresent(folder -> chooser.setInitialDirectory(folder.toFile()));
        return chooser;
    }

    @Override
    public Optional<Path> folder(String title) {
        var chooser = new DirectoryChooser();
        chooser.setTitle(title);
        begins.get().ifPresent(folder -> chooser.setInitialDirectory(folder.toFile()));
        return Optional.ofNullable(chooser.showDialog(owner)).map(File::toPath);
    }

    @Override
    public Optional<Path> faultReport(String suggestedName) {
        return save("Save what a report needs", "ZIP archive", "zip", suggestedName);
    }

    @Override
    public List<Path> files() {
        FileChooser chooser = chooser("Open");
        chooser.getExtensionFilters()
                .addAll(
                        new FileChooser.ExtensionFilter(
                                "Studies and tables (CSV, TSV, XLSX, ODS)",
                                "*" + StudyFile.ENDING,
                                "*.csv",
                                "*.tsv",
                                "*.txt",
                                "*.dat",
                                "*.xlsx",
                                "*.xlsm",
                                "*.ods"),
                        new FileChooser.ExtensionFilter("Studies", "*" + StudyFile.ENDING),
                        new FileChooser.ExtensionFilter("All files", "*"));
        List<File> chosen = chooser.showOpenMultipleDialog(owner);
        return chosen == null ? List.of() : chosen.stream().map(File::toPath).toList();
    }

    @Override
    public Optional<Path> data(String table) {
        return Optional.ofNullable(chooser("Other data for “" + table + "”").showOpenDialog(owner))
                .map(File::toPath);
    }

    @Override
    public Optional<Path> study(String suggestedName) {
        return save("Save the study", "Study", StudyFile.ENDING.substring(1), suggestedName);
    }

    @Override
    public Optional<Path> template() {
        FileChooser chooser = chooser("A template for the report");
        chooser.getExtensionFilters().add(new FileChooser.ExtensionFilter("HTML or DOCX", "*.html", "*.docx"));
        return Optional.ofNullable(chooser.showOpenDialog(owner)).map(File::toPath);
    }

    @Override
    public Optional<Path> curves() {
        FileChooser chooser = chooser("Curves to take");
        chooser.getExtensionFilters().add(new FileChooser.ExtensionFilter("Curves", "*.json"));
        return Optional.ofNullable(chooser.showOpenDialog(owner)).map(File::toPath);
    }

    @Override
    public Optional<Path> curvesTo(String suggestedName) {
        return save("Write your curves", "Curves", "json", suggestedName);
    }

    @Override
    public Optional<Path> report(ReportFormat format, String suggestedName) {
        return save(
                "Save the report as " + format.title(),
                format.title() + ", " + format.purpose(),
                format.ending(),
                suggestedName);
    }

    @Override
    public Optional<Path> table(TableExport.Format format, String suggestedName) {
        return save(
                "Save the table as " + format.title(),
                format.title() + ", " + format.purpose(),
                format.ending(),
                suggestedName);
    }

    @Override
    public Optional<Path> figure(FigureFormat format, String suggestedName) {
        return save(
                "Save the figure as " + format.name(),
                format.name() + ", " + format.purpose(),
                format.ending(),
                suggestedName);
    }

    private Optional<Path> save(String title, String kind, String ending, String suggestedName) {
        FileChooser chooser = chooser(title);
        chooser.setInitialFileName(suggestedName);
        chooser.getExtensionFilters().add(new FileChooser.ExtensionFilter(kind, "*." + ending));
        return Optional.ofNullable(chooser.showSaveDialog(owner))
                .map(File::toPath)
                .map(path -> path.toString().toLowerCase(Locale.ROOT).endsWith("." + ending)
                        ? path
                        : path.resolveSibling(path.getFileName() + "." + ending));
    }
}
