package helvo.core.unit;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import org.junit.jupiter.api.Test;
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
        assertThat(unit(spelling).to(unit(other)).map(into -> into.value(1.37))).hasValue(expected);
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
        Conversion into = unit(from).to(unit(to)).orElseThrow();
        assertThat(into.value(value)).isEqualTo(converted);
        assertThat(into.difference(1)).isEqualTo(one);
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
        assertThat(other.flatMap(unit -> unit(from).to(unit))).isEmpty();
    }

    /// Per °C is per K, and 1.8 times per °F; counted things cancel like others.
    @ParameterizedTest
    @CsvSource({
        "mm/°C, mm/K, 1",
        "mm/°F, mm/°C, 1.8",
        "W/(m²·°C), W/m²K, 1",
        "√(m²), m, 1",
        "√m², cm, 100",
        "m·counts/counts, mm, 1000"
    })
    void partsOfAProductAreConverted(String from, String to, double one) {
        Conversion into = unit(from).to(unit(to)).orElseThrow();
        assertThat(into.value(1)).isEqualTo(one);
        assertThat(into.movesZero()).isFalse();
    }

    @ParameterizedTest
    @CsvSource({
        "N/mm², mm, 1, N/mm³",
        "N·mm, mm, 1, N",
        "m/s, s, 1, m/s²",
        "AU, mg/L, 1, AU·L/mg",
        "mm, N, 2, mm/N²",
        "V, V, 1, ''",
        "'', min, 1, 1/min",
        "'', '', 1, ''",
        "kg·m⁻³, m, 1, kg/m⁴",
        "J, kg·K, 1, J/(kg·K)",
        "counts, sec, 1, counts/sec",
        "m/sec, s, 1, m/sec²",
        "mm, °C, 1, mm/°C",
        "'', s, 2, 1/s²",
        "mm, furlong, 1, mm/furlong",
        "furlong, km h, 2, furlong/(km h)²",
        "√N, √N·√N, 1, √(1/N)"
    })
    void quotientsAreSpelledSimply(String y, String x, int power, String expected) {
        assertThat(Unit.quotient(y, x, power)).isEqualTo(expected);
    }

    @Test
    void rootsOfUnitsAreUnits() {
        assertThat(unit("mm²").power(1, 2)).map(Unit::spelling).hasValue("mm");
        assertThat(unit("N·mm").power(1, 2)).map(Unit::spelling).hasValue("√(N·mm)");
        assertThat(unit("m").power(1, 2).orElseThrow().power(2, 1))
                .map(Unit::spelling)
                .hasValue("m");
        assertThat(unit("m").power(1, 3)).isEmpty();
        assertThat(unit("√(N·mm)").over(unit("√N")).spelling()).isEqualTo("√mm");
        assertThat(unit("√(N·mm)").to(unit("√(N·m)")).orElseThrow().value(1000)).isEqualTo(Math.sqrt(1000));
    }

    @ParameterizedTest
    @CsvSource({"N/mm², N.mm-2", "°F, [degF]", "mL/min, mL.min-1", "mmHg, mm[Hg]", "counts/s, ''", "ksi², (1000.[psi])2"
    })
    void codesAreThoseOfTheCatalogue(String spelling, String code) {
        assertThat(Unit.code(spelling).orElse("")).isEqualTo(code);
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
