package helvo.figure.canvas;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.style.FigureText;
import helvo.figure.layout.ColorMap;
import java.awt.Font;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/// Text with raised and lowered parts, and its lines.
class RichTextTest {
    private static final Font FONT = Typeface.REGULAR.at(10);
    private static final Font SMALL = FONT.deriveFont(7f);

    @Test
    void markedPartsAreSmallerAndAllElseIsAsItIs() {
        assertThat(new RichText("m^{2}", FONT).width())
                .isCloseTo(Typeface.width(FONT, "m") + Typeface.width(SMALL, "2"), within(1e-9));
        assertThat(new RichText("v_{max} t", FONT).width())
                .isCloseTo(
                        Typeface.width(FONT, "v") + Typeface.width(SMALL, "max") + Typeface.width(FONT, " t"),
                        within(1e-9));
        for (String plain : List.of("2^3", "a_b", "x^{2", "{}", "^", "_{", "")) {
            assertThat(new RichText(plain, FONT).width())
                    .as("nothing is marked in %s", plain)
                    .isCloseTo(Typeface.width(FONT, plain), within(1e-9));
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {"m^{2} s^{−1}|m2 s−1", "v_{0}|v0", "x^{|x^{", "plain|plain", "a^{}b|ab"})
    void aFilesTitleHasNoMarks(String text, String plain) {
        assertThat(FigureText.plain(text)).isEqualTo(plain);
    }

    /// Lines fit the width, unless a single part is wider; together they are the text.
    @Property(tries = 300, seed = "26")
    void linesFitAndLoseNothing(@ForAll Random random) {
        var text = new StringBuilder("Stretch");
        for (int i = 0; i < random.nextInt(14); i++) {
            text.append(random.nextInt(5) == 0 ? "" : " ")
                    .append(List.of("of", "marram", "m^{2}", "v_{0}", "κορδόνι", "𝛼𝛽", "x".repeat(30))
                            .get(random.nextInt(7)));
        }
        double width = 20 + random.nextInt(150);
        List<String> lines = RichText.lines(text.toString(), FONT, width);
        assertThat(String.join("", lines).replace(" ", ""))
                .isEqualTo(text.toString().replace(" ", ""));
        assertThat(lines)
                .allSatisfy(line ->
                        assertThat(new RichText(line, FONT).width()).as(line).isLessThanOrEqualTo(width + 1e-9));
        assertThat(lines).noneMatch(line -> line.contains("^{") && !line.contains("}"));
    }

    @Test
    void anEquationBreaksBeforeItsSigns() {
        String equation = "y = 3.565 x^{5} − 4.287 x^{4} + 0.0018 x^{3}";
        List<String> lines = RichText.broken(equation, FONT, 75);
        assertThat(lines).containsExactly("y = 3.565 x^{5}", "− 4.287 x^{4}", "+ 0.0018 x^{3}");
        assertThat(RichText.broken(equation, FONT, 1000)).containsExactly(equation);
    }

    @Test
    void coloursRunFromEndToEnd() {
        for (ColorMap map : ColorMap.values()) {
            assertThat(map.at(-3)).isEqualTo(map.at(0));
            assertThat(map.at(7)).isEqualTo(map.at(1));
            assertThat(map.at(0.5)).isNotEqualTo(map.at(0)).isNotEqualTo(map.at(1));
            for (double fraction = 0; fraction < 1; fraction += 0.01) {
                var here = map.at(fraction);
                var next = map.at(fraction + 0.01);
                assertThat(Math.abs(here.getRed() - next.getRed())
                                + Math.abs(here.getGreen() - next.getGreen())
                                + Math.abs(here.getBlue() - next.getBlue()))
                        .as("no step at %s", fraction)
                        .isLessThan(24);
            }
        }
        assertThat(ColorMap.SEQUENTIAL.at(0.25)).isEqualTo(new java.awt.Color(0xD59A63));
        assertThat(ColorMap.DIVERGING.at(0.5)).as("grey in the middle").isEqualTo(new java.awt.Color(0xD9D8DB));
    }
}
