package helvo.report;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatNoException;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.study.Study;
import helvo.figure.export.Drawing;
import helvo.files.samples.SampleStudy;
import java.io.StringReader;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.xml.sax.InputSource;

class ClipboardFormsTest {
    private static final Study STUDY = SampleStudy.study();
    private static final Analysis ANALYSIS = Analysis.of(STUDY, Analysis.EMPTY, Progress.none());
    private static final FigureAnalysis STRETCH = ANALYSIS.figure(1);

    /// What is between the ends of the page; word processors take nothing that is less than a page, and some only
    /// well-formed ones.
    private static String page(ClipboardForms copied) {
        String html = copied.html();
        assertThat(html)
                .startsWith("<html><head><meta charset=\"utf-8\"/></head><body>")
                .endsWith("</body></html>");
        assertThatNoException().isThrownBy(() -> DocumentBuilderFactory.newInstance()
                .newDocumentBuilder()
                .parse(new InputSource(new StringReader(html))));
        return html.substring(html.indexOf("<body>") + "<body>".length(), html.indexOf("</body>"));
    }

    @Test
    void aFigureHasItsSizeOnPaper() {
        ClipboardForms copied = ClipboardForms.figure(Drawing.of(STRETCH), new byte[] {1, 2, 3}, "<svg/>");
        assertThat(page(copied))
                .startsWith("<img src=\"data:image/png;base64,AQID\"")
                .contains("width:160mm;height:140mm", "alt=\"Scatter chart");
        assertThat(copied.others()).containsEntry("image/svg+xml", "<svg/>");
        assertThat(copied.plain()).isEmpty();
    }

    @Test
    void aTableHasHeadingsInBothForms() {
        ClipboardForms copied = ClipboardForms.table(STUDY.tables().getFirst());
        assertThat(copied.plain())
                .startsWith("Cord\tLoad (N)\tStretch (mm)\t± (mm)\ndry\t5\t1.31\t0.35\n")
                .contains("dry\t35\tabout 7.6\t0.35");
        assertThat(page(copied))
                .doesNotContain("thead", "tbody")
                .contains("<th style=\"padding:1pt 5pt;border-top", ">Load (N)</th>", ">about 7.6</td>");
        assertThat(copied.plain().lines()).hasSize(23);
    }

    @Test
    void resultsAreExactAsTextAndRoundedForDocuments() {
        ClipboardForms copied = ClipboardForms.results(STRETCH);
        assertThat(copied.plain())
                .contains("dry\nStretch = 0.2064 Load + 0.202", "\nR²\t0.999")
                .containsPattern("slope\t0\\.20635955\\d+ ± 0\\.0017435\\d+\tmm/N");
        assertThat(page(copied))
                .contains(
                        "<b>dry</b><br/>Stretch = 0.2064 Load + 0.202 (Stretch in mm, Load in N; ± one standard error)",
                        ">0.2064 ± 0.0017</td>");
        assertThat(copied.others().get(ClipboardForms.LATEX))
                .isEqualTo("\\text{Stretch} = 0.2064 \\cdot \\text{Load} + 0.202\n"
                        + "\\text{Stretch} = 0.2833 \\cdot \\text{Load} + 0.387");
        assertThat(copied.others().get(ClipboardForms.MATH_ML)).contains("<mtext>Load</mtext>", "<mn>0.2833</mn>");
        assertThat(ClipboardForms.latexTables(STRETCH))
                .contains("\\begin{tabular}{lrrrrrr}", "\\num{0.2833 +- 0.0023}");
    }

    /// Each shape of the sample study, as its equation reads in LaTeX and in MathML.
    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "2; \\text{Creep} = 0.3103\\,\\ln\\,\\text{Time} + 0.411; <mtext>ln</mtext>",
                "4; \\frac{1.003}{1 + e^{-0.0349\\,\\left( \\text{Load} - 448.4 \\right)}}; <mfrac>",
                "5; \\text{Dye} = 150.5\\,e^{; <msup><mi>e</mi><mrow><mo form=\"prefix\">−</mo>",
                "6; \\cdot \\text{Diameter}^{; <msup><mtext>Diameter</mtext>"
            })
    void equationsAreMathematics(int figure, String latex, String mathMl) {
        assertThat(ClipboardForms.latex(ANALYSIS.figure(figure))).contains(latex);
        assertThat(ClipboardForms.mathMl(ANALYSIS.figure(figure))).contains(mathMl);
    }
}
