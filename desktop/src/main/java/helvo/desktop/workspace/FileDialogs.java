package helvo.desktop.workspace;

import helvo.figure.export.FigureFormat;
import helvo.files.table.TableExport;
import helvo.report.ReportFormat;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/// Asks the person which files to open, or where to save one.
public interface FileDialogs {
    /// Tables and studies to open; none when the person thinks better of it.
    List<Path> files();

    /// A file with other data for a table.
    Optional<Path> data(String table);

    /// Where to save a study.
    Optional<Path> study(String suggestedName);

    Optional<Path> figure(FigureFormat format, String suggestedName);

    /// A page or document of the person's own that a report is filled into.
    Optional<Path> template();

    Optional<Path> report(ReportFormat format, String suggestedName);

    Optional<Path> table(TableExport.Format format, String suggestedName);

    /// A file of curves to take from.
    Optional<Path> curves();

    /// Where to write curves that are handed on.
    Optional<Path> curvesTo(String suggestedName);

    /// A folder, as one that studies are kept in.
    Optional<Path> folder(String title);

    /// Where to save what a report of a fault needs.
    Optional<Path> faultReport(String suggestedName);
}
