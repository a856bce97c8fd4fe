package helvo.desktop;

import helvo.figure.FigureFormat;
import helvo.files.TableFile;
import java.io.File;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.stage.FileChooser;
import javafx.stage.Window;

/// Asks the person which files to open, or where to save one.
interface FileDialogs {
    /// None when the person thinks better of it.
    List<Path> tables(Window owner);

    Optional<Path> figure(Window owner, FigureFormat format, String suggestedName);

    Optional<Path> table(Window owner, TableFile.Format format, String suggestedName);

    /// The system's own dialogs.
    final class OfSystem implements FileDialogs {
        @Override
        public List<Path> tables(Window owner) {
            var chooser = new FileChooser();
            chooser.setTitle("Open tables");
            chooser.getExtensionFilters().addAll(new FileChooser.ExtensionFilter("Tables (CSV, TSV, XLSX, ODS)", "*.csv", "*.tsv", "*.txt",
                    "*.dat", "*.xlsx", "*.xlsm", "*.ods"),
                    new FileChooser.ExtensionFilter("All files", "*"));
            List<File> chosen = chooser.showOpenMultipleDialog(owner);
            return chosen == null ? List.of() : chosen.stream().map(File::toPath).toList();
        }

        @Override
        public Optional<Path> table(Window owner, TableFile.Format format, String suggestedName) {
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
        public Optional<Path> figure(Window owner, FigureFormat format, String suggestedName) {
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
