package helvo.report;

import helvo.core.Progress;
import java.io.IOException;
import java.util.Locale;
import java.util.Optional;

/// The open formats that a report is handed over in.
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

    /// The format that a file name's ending says.
    public static Optional<ReportFormat> of(String fileName) {
        String lower = fileName.toLowerCase(Locale.ROOT);
        for (ReportFormat format : values()) {
            if (lower.endsWith("." + format.ending)) {
                return Optional.of(format);
            }
        }
        return Optional.empty();
    }

    /// The report as files; the same report gives the same bytes.
    ///
    /// @param stem of its file's name, with which the names of what lies beside it begin
    public Written written(Report report, String stem, Progress progress) throws IOException {
        return switch (this) {
            case HTML -> Written.alone(HtmlReport.of(report, progress));
            case DOCX -> Written.alone(DocxReport.of(report, progress));
            case ODT -> Written.alone(OdtReport.of(report, progress));
            case PDF -> Written.alone(PdfReport.of(report, progress));
            case MARKDOWN -> MarkdownReport.of(report, stem, progress);
            case LATEX -> LatexReport.of(report, stem, progress);
            case JSON -> Written.alone(JsonReport.of(report));
        };
    }
}
