package helvo.report.pdf;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.study.FigureEdit;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.figure.export.Drawing;
import helvo.figure.export.FigureFile;
import helvo.figure.export.FigureFormat;
import helvo.files.samples.SampleStudy;
import helvo.report.section.ReportBuilder;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import org.apache.pdfbox.Loader;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.verapdf.gf.foundry.VeraGreenfieldFoundryProvider;
import org.verapdf.pdfa.Foundries;
import org.verapdf.pdfa.flavours.PDFAFlavour;
import org.verapdf.pdfa.results.TestAssertion;

/// Judged by an independent validator.
class PdfStandardsTest {
    private static final Study STUDY = SampleStudy.study();

    @BeforeAll
    static void begin() {
        VeraGreenfieldFoundryProvider.initialise();
    }

    private static List<String> faults(byte[] pdf, PDFAFlavour standard) throws Exception {
        try (var parser = Foundries.defaultInstance().createParser(new ByteArrayInputStream(pdf), standard);
                var validator = Foundries.defaultInstance().createValidator(standard, false)) {
            var result = validator.validate(parser);
            assertThat(result.getTotalAssertions()).isGreaterThan(100);
            return result.getTestAssertions().stream()
                    .filter(each -> each.getStatus() == TestAssertion.Status.FAILED)
                    .map(each -> each.getRuleId().getClause() + " " + each.getMessage())
                    .distinct()
                    .toList();
        }
    }

    @Tag("thorough")
    @Test
    void aReportIsForArchivesAndForReadersWhoDoNotSeeIt() throws Exception {
        Study named = new StudyEdit.PlanReport(STUDY.report()
                        .withTitle(Optional.of("Läng & <breit> 日本"))
                        .withLanguage("ja")
                        .withAuthor("J. “B” & <i>"))
                .apply(STUDY);
        byte[] pdf = PdfReport.of(
                ReportBuilder.of(History.from(named), Analysis.of(named, Analysis.EMPTY, Progress.none())),
                Progress.none());
        assertThat(faults(pdf, PDFAFlavour.PDFA_2_U)).isEmpty();
        assertThat(faults(pdf, PDFAFlavour.PDFUA_1)).isEmpty();
        try (var read = Loader.loadPDF(pdf)) {
            assertThat(new String(read.getDocumentCatalog().getMetadata().toByteArray(), StandardCharsets.UTF_8))
                    .contains("Läng &amp; &lt;breit&gt; 日本", "J. “B” &amp; &lt;i&gt;");
        }
    }

    @Tag("thorough")
    @Test
    void soIsAFigureEvenWithoutAGround() throws Exception {
        Study clear = new FigureEdit.SetSheet(1, STUDY.figure(1).style().sheet().withBackground(Optional.empty()))
                .apply(STUDY);
        var figure = Analysis.ofChosenCurves(clear, Progress.none()).figure(1);
        byte[] pdf = FigureFile.bytes(FigureFormat.PDF, Drawing.of(figure), 300, true, Progress.none());
        assertThat(faults(pdf, PDFAFlavour.PDFA_2_U)).isEmpty();
        assertThat(faults(pdf, PDFAFlavour.PDFUA_1)).isEmpty();
    }
}
