package helvo.core.unit;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvFileSource;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class UnitTest {
    private static Unit unit(String spelling) {
        return Unit.read(spelling).orElseThrow(() -> new AssertionError(spelling + " is not known"));
    }

    /// As real tables write them; 1.37 of each was worked out in exact fractions by a library of another language.
    @ParameterizedTest
    @CsvFileSource(resources = "spellings.txt", delimiter = '|', maxCharsPerColumn = 40)
    void spellingsAreReadAndConvertedToTheLastDigit(String spelling, String other, double expected) {
        assertThat(unit(spelling).convert(1.37, unit(other))).hasValue(expected);
        assertThat(unit(spelling).isCompatible(unit("lm·kat"))).isFalse();
    }

    @ParameterizedTest
    @CsvSource({
        "°C, K, 25, 298.15, 1",
        "°F, °C, 70, 21.11111111111111, 0.5555555555555556",
        "degC, °F, -40, -40, 1.8",
        "K, celsius, 0, -273.15, 1",
        "kg, g, 0.128, 128, 1000",
        "ms, s, 150, 0.15, 0.001",
        "mmHg, kPa, 760, 101.32472, 0.133322",
        "cm³, mL, 2.5, 2.5, 1",
        "AU·L/mg, AU/(mg/L), 3, 3, 1",
        "counts/s, counts/min, 2, 120, 60",
        "a.u., a. u., 2, 2, 1",
        "a.u./s, arb. units/min, 2, 120, 60",
        "$/kg, $/g, 5, 0.005, 0.001"
    })
    void valuesAndDifferencesAreConverted(String from, String to, double value, double converted, double one) {
        assertThat(unit(from).convert(value, unit(to))).hasValue(converted);
        assertThat(unit(from).convertDifference(1, unit(to))).hasValue(one);
    }

    @ParameterizedTest
    @CsvSource({
        "N, kg",
        "s, S",
        "mM, MM",
        "min, m",
        "dB, %",
        "counts, %",
        "AU, 1/cm",
        "pH, mol/L",
        "a.u., g·a",
        "h, Hz",
        "€, $",
        "mol, g"
    })
    void otherQuantitiesAreNotConverted(String from, String to) {
        Optional<Unit> other = Unit.read(to);
        assertThat(other.flatMap(unit -> unit(from).convert(1, unit))).isEmpty();
    }

    /// What is not known stays a text; so does what could be two units.
    @ParameterizedTest
    @ValueSource(
            strings = {
                "", " ", "furlong", "mm mm)", "(mm", "m^", "m^^2", "m--1", "kg/", "/", "N/(m", "C", "m⁻", "5", "mm 5",
                "T000000", "m0", "Q2", "a-b", "s^(2", "m^100", "per", "1", "%%", "MM"
            })
    void whatIsNotKnownIsNoUnit(String text) {
        assertThat(Unit.read(text)).isEmpty();
    }
}
