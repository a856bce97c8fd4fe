package helvo.core.formula;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.number.DecimalMark;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.Derivation;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.core.unit.Unit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FormulaUnitsTest {
    /// Each with the value 20.
    private static final Table TABLE = table(
            "Load (N)",
            "Area (mm²)",
            "Length (mm)",
            "Width (cm)",
            "T (°C)",
            "F (°F)",
            "Mass (g)",
            "t (s)",
            "Angle (°)",
            "Odd (furlong)",
            "n",
            "A (AU)",
            "c (mg/L)");

    private static Table table(String... headings) {
        var columns = new ArrayList<Column>();
        for (String heading : headings) {
            columns.add(new Column(
                    columns.size() + 1, Heading.of(heading), Kind.NUMBER, Role.NONE, 0, Cells.ofNumbers(20)));
        }
        return new Table(1, "t", DecimalMark.POINT, Optional.empty(), columns, ExcludedRows.NONE);
    }

    private static Formula read(String text) {
        return ((Formula.Reading.Read) Formula.read(text, TABLE)).formula();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Load/Area|N/mm²|",
                "√Area|mm|",
                "Length^2|mm²|",
                "Length^-0.5|√(1/mm)|",
                "cbrt(Length^3)|mm|",
                "2 Load Length|N·mm|",
                "Length + 3|mm|",
                "Load/n|N|",
                "abs(Length)/t²|mm/s²|",
                "A/c|AU·L/mg|",
                "n + 1|''|",
                "Length/Length|''|",
                "Odd · Load||",
                "Odd + Length||",
                "T + 273.15|K|Adding 273.15 to °C gives K: that is what “Convert to another unit” does.",
                "T − T|K|",
                "(T + T)/2|°C|",
                "F − F||A difference of °F has no unit of its own: write one by hand.",
                "1/T|1/°C|The zero of °C is set by agreement: divide by K, or raise K to powers.",
                "1/(T in K)|1/K|What is in °C is converted into K.",
                "Load + Length||A sum of N and mm has no unit.",
                "T − F||A difference of °C and °F is taken as the numbers stand: convert one of them first.",
                "ln(Length)|''|ln of a quantity in mm: the result depends on that unit.",
                "ln(Length/Length)|''|",
                "sin(Angle)|''|sin takes an angle in radians, and this is in °.",
                "sin(rad(Angle))|''|",
                "rad(Load)|rad|rad takes an angle in degrees, and this is in N.",
                "deg(arctan(n))|°|",
                "2^Length||An exponent in mm: the result depends on that unit.",
                "Length^n||A power of mm with an exponent that changes has no unit.",
                "Length + Width|mm|What is in cm is converted into mm.",
                "Length + 10 Width|mm|",
                "Length/10 + Width|cm|",
                "round(Load)|N|",
            })
    void unitsAreWorkedOut(String text, String unit, String remark) {
        FormulaUnits.Result result = read(text).units(TABLE);
        assertThat(result.unit().map(Unit::spelling)).isEqualTo(Optional.ofNullable(unit));
        assertThat(result.remarks()).isEqualTo(remark == null ? List.of() : List.of(remark));
    }

    /// 20 of each column.
    @ParameterizedTest
    @CsvSource({
        "Length + Width, 220",
        "Width + Length, 22",
        "Length - Width + Width, 20",
        "Length + 10 Width, 220",
        "(Width in m), 0.2",
        "2 (Width in m) + Width, 0.6000000000000001",
        "(T in K) - (F in K), 26.66666666666663",
        "Width in mm, 200",
        "(Load/Area in kPa), 1000",
        "((Width in mm) in m), 0.2"
    })
    void partsInAnotherUnitAreConverted(String text, double value) {
        assertThat(read(text).value(TABLE, 0)).isEqualTo(value);
    }

    /// What is kept says what is converted; a formula kept without that means what it always did.
    @Test
    void whatIsKeptKeepsItsMeaning() {
        assertThat(((Formula.Reading.Read) Formula.read("Length +  2 Width - 1", TABLE)).kept())
                .isEqualTo("{3} +  (2 {4} in mm) - 1");
        Formula old = Formula.of(new Derivation.Formula("{3} + {4}"), TABLE).orElseThrow();
        assertThat(old.value(TABLE, 0)).isEqualTo(40);
        assertThat(old.units(TABLE).remarks())
                .containsExactly("A sum of mm and cm is taken as the numbers stand: write “(… in mm)” for the second.");
        var kept = new Derivation.Formula("{3} + ({4} in mm)");
        assertThat(Formula.written(kept, TABLE)).isEqualTo("Length + (Width in mm)");
        assertThat(Formula.of(kept, TABLE).orElseThrow().value(TABLE, 0)).isEqualTo(220);
        // Its column has another quantity's unit now.
        Table changed = TABLE.withColumn(4, column -> column.withHeading(Heading.of("Width (N)")));
        assertThat(Formula.of(kept, changed).orElseThrow().value(changed, 0)).isNaN();
        assertThat(Formula.of(kept, changed).orElseThrow().fault(changed, 0))
                .hasValue("its unit cannot be converted into mm");
        assertThat(Formula.read("(Load in mm)", TABLE))
                .isInstanceOfSatisfying(Formula.Reading.Wrong.class, wrong -> assertThat(wrong.sentence())
                        .isEqualTo("What stands before “in mm” is in N, which is another quantity."));
        assertThat(Formula.read("(n in mm)", TABLE))
                .isInstanceOfSatisfying(Formula.Reading.Wrong.class, wrong -> assertThat(wrong.sentence())
                        .isEqualTo("What stands before “in mm” has no unit."));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Load/Area|MPa|",
                "Load/Area|kPa|The formula gives N/mm², not kPa: 1 N/mm² is 1000 kPa.",
                "Load/Area|mm|The formula gives N/mm², which is another quantity than mm.",
                "Load/Area|foo|The formula gives N/mm²; “foo” is not a unit that is known here.",
                "Mass|kg|The formula gives g, not kg: 1 g is 0.001 kg.",
                "Mass/1000|kg|",
                "0.001 Mass|kg|",
                "Mass/100|kg|The formula gives g, not kg: 1 g is 0.001 kg.",
                "T|K|The formula gives °C, not K.",
                "n|kg|",
                "Mass|''|"
            })
    void aUnitByHandIsCompared(String text, String written, String remark) {
        assertThat(read(text).compared(TABLE, written)).isEqualTo(Optional.ofNullable(remark));
    }

    @Test
    void theUnitIsTakenWhereNoneIsWritten() {
        assertThat(read("Load/Area").headed(new Heading("Stress", ""), TABLE)).isEqualTo(Heading.of("Stress (N/mm²)"));
        assertThat(read("Load/Area").headed(Heading.of("Stress (MPa)"), TABLE)).isEqualTo(Heading.of("Stress (MPa)"));
        assertThat(read("Load + Area").headed(new Heading("Odd", ""), TABLE)).isEqualTo(new Heading("Odd", ""));
    }
}
