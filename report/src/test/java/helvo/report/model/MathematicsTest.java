package helvo.report.model;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import helvo.report.office.OfficeMath;
import helvo.report.office.XmlText;
import helvo.report.text.Latex;
import helvo.report.web.Markup;
import helvo.report.web.MathMl;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/// Typeset forms as curves write them, `x` standing for the place of x.
class MathematicsTest {
    private static Mathematics.Row read(String form, String x) {
        return Mathematics.equation("y", form.replace("x", Mathematics.X), x);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "2.5 x + 1; y = 2.5\\,x + 1",
                "−2.5 x − 1; y = -2.5\\,x - 1",
                "0.3 x^{2} − 4 x + 7; y = 0.3\\,x^{2} - 4\\,x + 7",
                "(1.31 ± 0.04) × 10⁻⁵ x; y = \\left( 1.31 ± 0.04 \\right) \\times 10^{-5}\\,x",
                "3.2 × 10¹² e^{−0.5 x}; y = 3.2 \\times 10^{12}\\,e^{-0.5\\,x}",
                "0.7 ln x + 2; y = 0.7\\,\\ln\\,x + 2",
                "4 · x^{−0.5}; y = 4 \\cdot x^{-0.5}",
                "9 / (1 + e^{−0.3 (x − 5)}); y = \\frac{9}{1 + e^{-0.3\\,\\left( x - 5 \\right)}}",
                "12,5 x; y = 12{,}5\\,x",
                "12\u202f345 x; y = 12\\,345\\,x",
                "0; y = 0"
            })
    void readsAsLatex(String form, String latex) {
        assertThat(Latex.of(read(form, "x"))).isEqualTo(latex);
    }

    @Test
    void aNameIsOneThingWhateverIsInIt() {
        Mathematics.Row equation = read("2 x^{2} + 1", "Load (kN) + 5^{2}/3");
        assertThat(MathMl.of(equation, ""))
                .contains("<msup><mtext>Load (kN) + 5^{2}/3</mtext><mrow><mn>2</mn></mrow></msup>");
        assertThat(Latex.of(equation)).isEqualTo("y = 2\\,\\text{Load (kN) + 5\\textasciicircum{}\\{2\\}/3}^{2} + 1");
    }

    @Test
    void mathMlMarksSignsThatBelongToANumber() {
        assertThat(MathMl.of(read("−2 x − 1", "t"), " display=\"block\""))
                .isEqualTo("<math xmlns=\"http://www.w3.org/1998/Math/MathML\" "
                        + "display=\"block\"><mrow><mi>y</mi><mo>=</mo><mo "
                        + "form=\"prefix\">\u2212</mo><mn>2</mn><mspace width=\"0.25em\"/>"
                        + "<mi>t</mi><mo>\u2212</mo><mn>1</mn></mrow></math>");
    }

    @Test
    void officeMathHasFractionsAndRaisedParts() {
        XmlText xml = XmlText.document();
        OfficeMath.write(read("9 / (1 + e^{−x})", "t"), xml);
        assertThat(xml.toString())
                .contains(
                        "<m:f><m:num>",
                        "</m:num><m:den>",
                        "<m:sSup><m:e>",
                        "</m:e><m:sup>",
                        "<m:t xml:space=\"preserve\">\u2212</m:t>",
                        "<m:rPr><m:sty m:val=\"p\"/></m:rPr>");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "0.2064 ± 0.0017; \\num{0.2064 +- 0.0017}",
                "−360 ± 40; \\num{-360 +- 40}",
                "(1.310 ± 0.040) × 10⁻⁵; \\num{1.310 +- 0.040 e-5}",
                "3.1 × 10⁸; \\num{3.1 e8}",
                "12; 12",
                "about 7.6; about 7.6",
                "0,25 ± 0,03; \\num{0.25 +- 0.03}",
                "10.14 ± 0.27 N/°C; \\num{10.14 +- 0.27}\\,N/$^{\\circ}$C",
                "12 ± 3 pulls; 12 $\\pm$ 3 pulls",
                "46.8 ± 0.8 g; \\num{46.8 +- 0.8}\\,g"
            })
    void valuesWithUncertaintiesAreBySiunitx(String shown, String latex) {
        assertThat(Latex.cell(Span.of(shown))).isEqualTo(latex);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "mm²/N³; mm\\textsuperscript{2}/N\\textsuperscript{3}",
                "50 % & more_x; 50 \\% \\& more\\_x",
                "~a^b\\c{d}#$; \\textasciitilde{}a\\textasciicircum{}b\\textbackslash{}c\\{d\\}\\#\\$",
                "χ² < 5 µm; $\\chi$\\textsuperscript{2} " + "\\textless{} 5 $\\mu$m",
                "10⁻¹²; 10\\textsuperscript{$-$}\\textsuperscript{1}\\textsuperscript{2}",
                "mm/Nᵇ in Ω ≤ 3 ‰; mm/N\\textsuperscript{b} in $\\Omega$ $\\leq$ 3 \\textperthousand{}",
                "v₀ Δt; v\\textsubscript{0} $\\Delta$t"
            })
    void textHasNoSignOfLatexLeft(String text, String latex) {
        assertThat(Latex.escaped(text)).isEqualTo(latex);
    }

    /// What pdflatex has no letters for: signs that people write into headings and units.
    @Test
    void noSignOfAHeadingIsLeftThatPdflatexDoesNotKnow() {
        String signs = "αβγδεζηθικλμνξοπρστυφχψωςΑΒΓΔΕΖΗΘΙΚΛΜΝΞΟΠΡΣΤΥΦΧΨΩ"
                + "∆℃′″‰→←≤≥≈≠∝∞√∑∅"
                + "⁰¹²³⁴⁵⁶⁷⁸⁹⁺⁻ᵇ₀₁₂₃₄₅₆₇₈₉−±×·°µ";
        signs.codePoints()
                .mapToObj(Character::toString)
                .forEach(sign -> assertThat(Latex.escaped(sign)).as(sign).matches("[ -~]+"));
        assertThat(Latex.of(new Mathematics.Row(List.of(new Mathematics.Name("σ", false)))))
                .isEqualTo("\\sigma");
    }

    @Test
    void markedTextHasRaisedAndLoweredParts() {
        assertThat(Span.of("v_{0} in m^{2}"))
                .containsExactly(
                        Span.plain("v"),
                        new Span.Text("0", Span.Style.LOWERED),
                        Span.plain(" in m"),
                        new Span.Text("2", Span.Style.RAISED));
        assertThat(Span.of("a^{b")).containsExactly(Span.plain("a^{b"));
        assertThat(Span.of("")).isEmpty();
        assertThat(Span.text(Span.of("tab\there\u0000\u0007, line\nthere\ud83d\ude00\ud83d")))
                .isEqualTo("tab here, line there\ud83d\ude00");
        assertThat(Markup.html(Span.of("<b>^{&\"}"), "")).isEqualTo("&lt;b&gt;<sup>&amp;&quot;</sup>");
    }

    @Test
    void anElementLeftOpenIsAFaultOfOurs() {
        assertThatThrownBy(() -> XmlText.document().open("a").toString()).isInstanceOf(IllegalStateException.class);
        assertThat(XmlText.document().open("a", "b=<\"&=").text("]]>").close().toString())
                .endsWith("<a b=\"&lt;&quot;&amp;=\">]]&gt;</a>");
    }
}
