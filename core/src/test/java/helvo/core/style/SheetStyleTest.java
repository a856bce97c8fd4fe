package helvo.core.style;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SheetStyleTest {
    @ParameterizedTest
    @CsvSource({
        "Screen,              85,  7, 0.75",
        "Screen,             120,  9, 1",
        "'Paper, one column', 90,  7, 0.75",
        "'Paper, one column', 170, 9, 1",
        "'Paper, two columns', 85, 7, 0.75",
        "Slide,               85,  7, 0.75",
        "Slide,              200, 16, 1.7",
    })
    void textSuitsAColumnOnceTheSheetIsOne(String named, double width, double text, double line) {
        SheetStyle before = SheetStyle.PRESETS.stream()
                .filter(style -> style.name().equals(named))
                .findFirst()
                .orElseThrow()
                .style();
        SheetStyle resized = before.resized(width, 74);
        assertThat(resized.widthMm()).isEqualTo(width);
        assertThat(resized.heightMm()).isEqualTo(74);
        assertThat(resized.textSize()).isEqualTo(text);
        assertThat(resized.lineWidth()).isEqualTo(line);
        assertThat(resized.dashes()).isEqualTo(before.dashes());
        // A size that somebody chose stays.
        assertThat(before.withTextSize(11).resized(width, 74))
                .isEqualTo(new SheetStyle(
                        width, 74, 11, before.lineWidth(), before.dashes(), before.frame(), before.background()));
    }
}
