package helvo.desktop.workspace;

import helvo.figure.FigureFormat;
import helvo.files.study.StudyFile;
import helvo.files.table.TableFile;
import java.io.File;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.stage.FileChooser;
import javafx.stage.Window;

/// Asks the person which files to open, or where to save one.
public interface FileDialogs {
    /// Tables and studies to open; none when the person thinks better of it.
    List<Path> files();

    /// A file with other data for a table.
    Optional<Path> data(String table);

    /// Where to save a study.
    Optional<Path> study(String suggestedName);

    Optional<Path> figure(FigureFormat format, String suggestedName);

    Optional<Path> table(TableFile.Format format, String suggestedName);

    /// The system's own dialogs.
    final class OfSystem implements FileDialogs {
        private final Window owner;

        public OfSystem(Window owner) {
            this.owner = owner;
        }

        @Override
        public List<Path> files() {
            var chooser = new FileChooser();
            chooser.setTitle("Open");
            chooser.getExtensionFilters().addAll(new FileChooser.ExtensionFilter("Studies and tables (CSV, TSV, XLSX, ODS)",
                    "*" + StudyFile.ENDING, "*.csv", "*.tsv", "*.txt", "*.dat", "*.xlsx", "*.xlsm", "*.ods"),
                    new FileChooser.ExtensionFilter("Studies", "*" + StudyFile.ENDING), new FileChooser.ExtensionFilter("All files", "*"));
            List<File> chosen = chooser.showOpenMultipleDialog(owner);
            return chosen == null ? List.of() : chosen.stream().map(File::toPath).toList();
        }

        @Override
        public Optional<Path> data(String table) {
            var chooser = new FileChooser();
            chooser.setTitle("Other data for “" + table + "”");
            return Optional.ofNullable(chooser.showOpenDialog(owner)).map(File::toPath);
        }

        @Override
        public Optional<Path> study(String suggestedName) {
            var chooser = new FileChooser();
            chooser.setTitle("Save the study");
            chooser.setInitialFileName(suggestedName);
            chooser.getExtensionFilters().add(new FileChooser.ExtensionFilter("Study", "*" + StudyFile.ENDING));
            return Optional.ofNullable(chooser.showSaveDialog(owner)).map(File::toPath)
                    .map(path -> StudyFile.isStudy(path) ? path : path.resolveSibling(path.getFileName() + StudyFile.ENDING));
        }

        @Override
        public Optional<Path> table(TableFile.Format format, String suggestedName) {
            var chooser = new FileChooser();
            chooser.setTitle("Save the table as " + format.title());
            chooser.setInitialFileName(suggestedName);
            chooser.getExtensionFilters().add(new FileChooser.ExtensionFilter(format.title() + ", " + format.purpose(),
                    "*." + format.ending()));
            return Optional.ofNullable(chooser.showSaveDialog(owner)).map(File::toPath)
                    .map(path -> path.toString().toLowerCase(Locale.ROOT).endsWith("." + format.ending()) ? path
                            : path.resolveSibling(path.getFileName() + "." + format.ending()));
        }

        @Override
        public Optional<Path> figure(FigureFormat format, String suggestedName) {
            var chooser = new FileChooser();
            chooser.setTitle("Save the figure as " + format.name());
            chooser.setInitialFileName(suggestedName);
            chooser.getExtensionFilters().add(new FileChooser.ExtensionFilter(format.name() + ", " + format.purpose(),
                    "*." + format.ending()));
            return Optional.ofNullable(chooser.showSaveDialog(owner)).map(File::toPath)
                    .map(path -> FigureFormat.of(path.toString()).isPresent() ? path
                            : path.resolveSibling(path.getFileName() + "." + format.ending()));
        }
    }
}
