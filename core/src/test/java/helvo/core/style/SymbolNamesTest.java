package helvo.core.style;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SymbolNamesTest {
    /// What a person sees who types the whole, letter by letter, and then leaves the field.
    @ParameterizedTest
    @CsvSource({
        "'Heat (\\degC)',     'Heat (°C)'",
        "'\\mum',             μm",
        "'\\le 5',            '≤ 5'",
        "'\\leq5',            ≤5",
        "'\\le',              ≤",
        "'\\Omega and \\omega', 'Ω and ω'",
        "'F_{max} (\\mu N)',  'F_{max} (μ N)'",
        "'\\none of ours',    '\\none of ours'",
        "'1\\pm2 \\times3',   '1±2 ×3'",
    })
    void namesBecomeSignsAsTheyAreTyped(String typed, String shown) {
        String text = "";
        for (int i = 0; i < typed.length(); i++) {
            text = SymbolNames.replaced(text + typed.charAt(i), false);
        }
        assertThat(SymbolNames.replaced(text, true)).isEqualTo(shown);
    }

    @Test
    void aNameMayBeEndedByBraces() {
        assertThat(SymbolNames.replaced("c_{S} (\\mu{}M)", true)).isEqualTo("c_{S} (μM)");
    }
}
