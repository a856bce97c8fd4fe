package helvo.desktop.theme;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import helvo.desktop.controls.SeriesColors;
import javafx.scene.paint.Color;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class ColorThemeTest {
    /// Ratios that others have worked out: W3C, Understanding WCAG 2.2, 1.4.3, and its examples of grey on white.
    @ParameterizedTest
    @CsvSource({
        "#000000, #FFFFFF, 21",
        "#FFFFFF, #FFFFFF, 1",
        "#767676, #FFFFFF, 4.54",
        "#959595, #FFFFFF, 2.99",
        "#FF0000, #FFFFFF, 3.998",
        "#0000FF, #FFFFFF, 8.592"
    })
    void contrastIsThatOfTheGuideline(String one, String other, double ratio) {
        assertThat(ColorTheme.contrast(Color.web(one), Color.web(other))).isCloseTo(ratio, within(0.01));
        assertThat(ColorTheme.contrast(Color.web(other), Color.web(one))).isCloseTo(ratio, within(0.01));
    }

    /// Series keep their colour where it can be read, and are lightened where it cannot; any colour of a person's
    /// own as well.
    @ParameterizedTest
    @EnumSource(ColorTheme.class)
    void colorsOfSeriesAreReadInEveryTheme(ColorTheme theme) {
        for (int slot = 0; slot < 12; slot++) {
            Color chosen = SeriesColors.of(slot);
            Color shown = theme.legible(chosen, "strip");
            assertThat(ColorTheme.contrast(shown, theme.color("strip"))).isGreaterThanOrEqualTo(theme.minContrast());
            if (ColorTheme.contrast(chosen, theme.color("strip")) >= theme.minContrast()) {
                assertThat(shown).isEqualTo(chosen);
            }
        }
        Color ground = theme.color("strip");
        assertThat(ColorTheme.contrast(theme.legible(ground, "strip"), ground))
                .as("even the ground's own")
                .isGreaterThanOrEqualTo(theme.minContrast());
    }

    @Test
    void namesAreThoseOfTheStyle() {
        assertThat(ColorTheme.LIGHT.color("sheet")).isEqualTo(Color.WHITE).isEqualTo(ColorTheme.DARK.color("sheet"));
        assertThat(ColorTheme.LIGHT.color("card-veil").getOpacity()).isCloseTo(0.85, within(0.01));
        assertThatThrownBy(() -> ColorTheme.DARK.color("pink"))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("pink");
    }
}
