package helvo.report;

import helvo.core.Progress;
import helvo.core.WordList;
import helvo.report.model.Report;
import helvo.report.model.ReportFiles;
import helvo.report.office.DocxReport;
import helvo.report.office.OdtReport;
import helvo.report.pdf.PdfReport;
import helvo.report.text.JsonReport;
import helvo.report.text.LatexReport;
import helvo.report.text.MarkdownReport;
import helvo.report.web.HtmlReport;
import java.io.IOException;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/// The open formats that a report is exported in.
public enum ReportFormat {
    HTML("HTML", "html", "page for a browser and for mail"),
    DOCX("DOCX", "docx", "text to go on writing in"),
    ODT("ODT", "odt", "OpenDocument text"),
    PDF("PDF", "pdf", "pages for print"),
    MARKDOWN("Markdown", "md", "plain text with tables"),
    LATEX("LaTeX", "tex", "to be included in a LaTeX document"),
    JSON("JSON", "json", "for programs, at full precision");

    private final String title;
    private final String ending;
    private final String purpose;

    ReportFormat(String title, String ending, String purpose) {
        this.title = title;
        this.ending = ending;
        this.purpose = purpose;
    }

    public String title() {
        return title;
    }

    public String ending() {
        return ending;
    }

    public String purpose() {
        return purpose;
    }

    /// All endings: ".html, .docx … or .json".
    public static String endings() {
        return WordList.or(
                Arrays.stream(values()).map(each -> "." + each.ending).toList());
    }

    /// The format that a file name's ending says.
    public static Optional<ReportFormat> of(String fileName) {
        String lower = fileName.toLowerCase(Locale.ROOT);
        return Arrays.stream(values())
                .filter(format -> lower.endsWith("." + format.ending))
                .findFirst();
    }

    /// The report as files; the same report gives the same bytes.
    ///
    /// @param stem of its file's name, with which the names of what lies beside it begin
    public ReportFiles written(Report report, String stem, Progress progress) throws IOException {
        return switch (this) {
            case HTML -> ReportFiles.alone(HtmlReport.of(report, progress));
            case DOCX -> ReportFiles.alone(DocxReport.of(report, progress));
            case ODT -> ReportFiles.alone(OdtReport.of(report, progress));
            case PDF -> ReportFiles.alone(PdfReport.of(report, progress));
            case MARKDOWN -> MarkdownReport.of(report, stem, progress);
            case LATEX -> LatexReport.of(report, stem, progress);
            case JSON -> ReportFiles.alone(JsonReport.of(report));
        };
    }
}
