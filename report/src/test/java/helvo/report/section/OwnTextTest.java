package helvo.report.section;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.study.ReportText;
import helvo.report.model.Block;
import helvo.report.model.Span;
import java.time.Duration;
import java.util.List;
import java.util.Random;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class OwnTextTest {
    private static List<Span> only(String markdown) {
        List<Block> blocks = OwnText.blocks(markdown);
        assertThat(blocks).hasSize(1);
        return ((Block.Paragraph) blocks.getFirst()).text();
    }

    @Test
    void paragraphsListsAndEmphasisAreTold() {
        List<Block> blocks = OwnText.blocks("""
                Tester *MT-2*, **checked**,
                at 23 °C.

                - first
                - second
                  - within

                3. three
                4. four
                """);
        assertThat(blocks).hasSize(4).allMatch(block -> switch (block) {
            case Block.Paragraph(var _, boolean isOwn) -> isOwn;
            case Block.Points(var _, boolean isOwn) -> isOwn;
            default -> false;
        });
        assertThat(((Block.Paragraph) blocks.getFirst()).text())
                .contains(new Span.Text("MT-2", Span.Style.EMPHASIS), new Span.Text("checked", Span.Style.STRONG));
        assertThat(Span.text(((Block.Paragraph) blocks.getFirst()).text()))
                .isEqualTo("Tester MT-2, checked, at 23 °C.");
        assertThat(((Block.Points) blocks.get(1)).items())
                .extracting(Span::text)
                .containsExactly("first", "second", "within");
        assertThat(Span.text(((Block.Paragraph) blocks.get(3)).text())).isEqualTo("4. four");
    }

    /// Nothing is run, fetched or left out: what is not text stands as it was typed.
    @ParameterizedTest
    @ValueSource(
            strings = {
                "<script>alert(1)</script>",
                "<img src=x onerror=alert(1)>",
                "a <b>c</b> d",
                "`code *as it is*`",
            })
    void whatIsNotTextStandsAsItWasTyped(String markdown) {
        assertThat(Span.text(only(markdown))).isEqualTo(markdown.replace("`", ""));
    }

    @Test
    void linksSayWhereTheyLeadAndRaisedPartsAreRaised() {
        assertThat(Span.text(only("See [the norm](https://iso.org/1).")))
                .isEqualTo("See the norm (https://iso.org/1).");
        assertThat(Span.text(only("<https://iso.org>"))).isEqualTo("https://iso.org");
        assertThat(Span.text(only("![a picture](http://elsewhere/p.png)"))).isEqualTo("a picture");
        assertThat(only("5 m^{2}")).contains(new Span.Text("2", Span.Style.RAISED));
        assertThat(only("# Setup")).containsExactly(Span.strong("Setup"));
        assertThat(OwnText.blocks("")).isEmpty();
        assertThat(OwnText.blocks("a\n\n---\n\nb")).hasSize(2);
    }

    /// However deep somebody nested it, and whatever it is made of.
    @Test
    void nothingThatCanBeTypedBreaksIt() {
        int most = ReportText.MAX_CHARACTERS;
        Assertions.assertThat(
                        List.of(">".repeat(most), "- ".repeat(most / 2) + "x", "*".repeat(most), "[".repeat(most)))
                .allSatisfy(deep -> org.junit.jupiter.api.Assertions.assertTimeout(
                        Duration.ofSeconds(20), () -> OwnText.blocks(deep)));
        var random = new Random(47);
        String signs = "*_`<>[]()!#-+1. \n\\&;\u0000\u202eäx";
        for (int i = 0; i < 500; i++) {
            var text = new StringBuilder();
            for (int k = 0; k < 200; k++) {
                text.append(signs.charAt(random.nextInt(signs.length())));
            }
            for (Block block : OwnText.blocks(text.toString())) {
                List<Span> spans = block instanceof Block.Paragraph(var words, var _)
                        ? words
                        : ((Block.Points) block)
                                .items().stream().flatMap(List::stream).toList();
                assertThat(Span.text(spans)).doesNotContain("\u0000", "\u202e", "\n");
            }
        }
    }
}
