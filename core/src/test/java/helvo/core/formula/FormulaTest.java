package helvo.core.formula;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.number.DecimalMark;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.Derivation;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import java.util.List;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.CharRange;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FormulaTest {
    private static final Table TABLE = new Table(
            1,
            "t",
            DecimalMark.POINT,
            Optional.empty(),
            List.of(
                    column(1, "Load", 4),
                    column(2, "Load max", 10),
                    column(3, "x", 3),
                    column(4, "Δ T/K", 2),
                    column(5, "m₁", 7),
                    column(6, "ln", 0.5),
                    new Column(
                            7,
                            new Heading("Cord", ""),
                            Kind.TEXT,
                            Role.NONE,
                            0,
                            Cells.of(List.of(new Cell.Text("dry")))),
                    column(8, "Zero", 0),
                    new Column(9, new Heading("Gap", ""), Kind.NUMBER, Role.NONE, 0, Cells.of(List.of(Cell.EMPTY)))),
            ExcludedRows.NONE);

    private static Column column(int id, String name, double value) {
        return new Column(id, new Heading(name, ""), Kind.NUMBER, Role.NONE, 0, Cells.ofNumbers(value));
    }

    private static Formula read(String text, Table table) {
        return ((Formula.Reading.Read) Formula.read(text, table)).formula();
    }

    /// Expected values by hand.
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Load^2|16",
                "load²|16",
                "Load⁻²|0.0625",
                "-x^2|-9",
                "(-x)^2|9",
                "2^3^2|512",
                "2^-1|0.5",
                "−x − 1|-4",
                "1 - 2 - 3|-4",
                "12/3/2|2",
                "2 Load|8",
                "2(Load + 1)|10",
                "Load x|12",
                "Load max / 5|2",
                "2x²|18",
                "√Load + 1|3",
                "√(Load + 5)|3",
                "x · 2 × 2|12",
                "Δ T/K * 2|4",
                "m₁ + 0|7",
                "ln(e)|1",
                "ln + 1|1.5",
                "exp(ln(Load))|4",
                "log10 1000|3",
                "log2(8)|3",
                "sin(π/2)|1",
                "1e2 + .5|100.5",
                "2e|5.436563656918090",
                "“Load max”/2|5",
                "\"Load\"|4",
                "cbrt(27)|3",
                "round(2.5)|2",
                "abs(-3)|3",
                "deg(arctan(1))|45",
                "Load + 273.15|277.15",
                "x+-1|2",
                "2 * -x|-6",
                "LOAD|4",
                "1.5e-3|0.0015",
                "2e-1Load|0.8",
                "2e-1“Load”|0.8",
                "(((x)))|3",
                "exp 0|1"
            })
    void readsOrdinaryNotation(String text, double value) {
        assertThat(read(text, TABLE).value(TABLE, 0)).isCloseTo(value, within(1e-14 * Math.max(1, Math.abs(value))));
    }

    /// A date counts in days, as columns of dates do; what could be one written in another way is asked for again.
    @Test
    void aDateIsADate() {
        Table dated = new Table(
                1,
                "t",
                DecimalMark.POINT,
                Optional.empty(),
                List.of(new Column(
                        1, new Heading("Date", ""), Kind.DATE, Role.NONE, 0, Cells.ofNumbers(1_736_294_400.0))),
                ExcludedRows.NONE);
        assertThat(read("Date - 2025-01-06", dated).value(dated, 0))
                .as("8 January 2025")
                .isEqualTo(2);
        assertThat(read("Date−2025-01-07 12:00", dated).value(dated, 0)).isEqualTo(0.5);
        assertThat(read("(2025-01-08T06:00 - Date) * 24", dated).value(dated, 0))
                .isEqualTo(6);
        assertThat(read("2025 - 1 - 6", dated).value(dated, 0)).isEqualTo(2018);
        assertThat(read("12/3/2", dated).value(dated, 0)).isEqualTo(2);
        for (String unclear : List.of("Date - 2025-1-6", "Date - 6.1.2025", "Date - 01/06/2025", "Date - 2025/01/06")) {
            assertThat(Formula.read(unclear, dated))
                    .as(unclear)
                    .isInstanceOfSatisfying(Formula.Reading.Wrong.class, wrong -> assertThat(wrong.sentence())
                            .contains("could be a date: write a date as 2026-01-05"));
        }
        assertThat(Formula.read("Date - 2025-13-06", dated))
                .isInstanceOfSatisfying(Formula.Reading.Wrong.class, wrong -> assertThat(wrong.sentence())
                        .isEqualTo("There is no day “2025-13-06”."));
    }

    @Test
    void barsAreASize() {
        assertThat(read("|x - Load max|", TABLE).value(TABLE, 0)).isEqualTo(7);
        assertThat(read("2 + |x| Load", TABLE).value(TABLE, 0)).isEqualTo(14);
    }

    @Test
    void aCommaIsADecimalMarkWhereTheTableHasIt() {
        Table comma = new Table(1, "t", DecimalMark.COMMA, Optional.empty(), TABLE.columns(), ExcludedRows.NONE);
        assertThat(read("Load + 273,15", comma).value(comma, 0)).isEqualTo(277.15);
        assertThat(read("Load + 273.15", comma).value(comma, 0)).isEqualTo(277.15);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Load +|6|6|The formula ends where",
                "(Load|0|1|has no “)” to match",
                "Load)|4|5|has no “(” to match",
                "Lode^2|0|4|No column or function is called “Lode”",
                "2 * Cord|4|8|holds text",
                "3 $ 4|2|3|“$” has no place",
                "exp|0|3|must be followed",
                "y = Load|0|1|No column or function",
                "Load = 2|5|6|Leave out “=”",
                "1,5|1|2|A comma has no place",
                "1.2.3|0|5|is not a number",
                "{99}|0|4|was removed",
                "{x|0|1|no meaning",
                "“Load|0|1|has none to match",
                "Load⁻|4|5|a raised digit must follow",
                "sqrt()|5|6|has no “(” to match"
            })
    void saysWhatIsWrongAndWhere(String text, int from, int to, String sentence) {
        var wrong = (Formula.Reading.Wrong) Formula.read(text, TABLE);
        assertThat(wrong.sentence()).contains(sentence);
        assertThat(List.of(wrong.from(), wrong.to())).isEqualTo(List.of(from, to));
    }

    @Test
    void nestingAndLengthHaveAnEnd() {
        assertThat(Formula.read("(".repeat(5000), TABLE)).isInstanceOf(Formula.Reading.Wrong.class);
        assertThat(Formula.read("(".repeat(900) + "x" + ")".repeat(900), TABLE))
                .isInstanceOf(Formula.Reading.Wrong.class);
        assertThat(Formula.read("-".repeat(1900) + "x", TABLE)).isInstanceOf(Formula.Reading.Wrong.class);
        assertThat(Formula.read("x^".repeat(900) + "x", TABLE)).isInstanceOf(Formula.Reading.Wrong.class);
    }

    /// Whatever is typed is read or refused with a place inside the text, never a fault.
    @Property(tries = 2000, seed = "26")
    void anyTextIsReadOrRefused(@ForAll @StringLength(max = 14) @CharRange(from = ' ', to = '~') String text) {
        switch (Formula.read(text, TABLE)) {
            case Formula.Reading.Read(Formula formula, String kept) -> {
                var again = (Formula.Reading.Read) Formula.read(kept, TABLE);
                assertThat(Double.compare(again.formula().value(TABLE, 0), formula.value(TABLE, 0)))
                        .isZero();
            }
            case Formula.Reading.Wrong(int from, int to, String sentence) -> {
                assertThat(from).isBetween(0, Math.max(0, text.length()));
                assertThat(to).isBetween(from, text.length() + 1);
                assertThat(sentence).endsWith(".");
            }
        }
    }

    @Test
    void whyARowHasNoValueIsSaid() {
        assertThat(read("1/Zero", TABLE).fault(TABLE, 0)).hasValue("division by zero");
        assertThat(read("ln(x - 5) + 1", TABLE).fault(TABLE, 0)).hasValue("ln(−2) has no value");
        assertThat(read("√(-x)", TABLE).fault(TABLE, 0)).hasValue("sqrt(−3) has no value");
        assertThat(read("(-x)^0.3", TABLE).fault(TABLE, 0)).hasValue("−3 to the power 0.3 has no value");
        assertThat(read("Load^1000", TABLE).fault(TABLE, 0)).hasValue("4 to the power 1000 is too large");
        assertThat(read("Gap + 1", TABLE).fault(TABLE, 0)).hasValue("Gap is empty");
        assertThat(read("x + 1", TABLE).fault(TABLE, 0)).isEmpty();
    }

    @Test
    void aKeptFormulaSurvivesRenamingAndIsWrittenWithTheNewNames() {
        String kept = ((Formula.Reading.Read) Formula.read("Load max − 2 “Load”", TABLE)).kept();
        assertThat(kept).isEqualTo("{2} − 2 {1}");
        var formula = new Derivation.Formula(kept);
        assertThat(Formula.written(formula, TABLE.withColumn(2, old -> old.withHeading(new Heading("F top", "N")))))
                .isEqualTo("F top − 2 Load");
        Table renamed = TABLE.withColumn(2, old -> old.withHeading(new Heading("{1} − x", "N")));
        assertThat(Formula.written(formula, renamed)).isEqualTo("“{1} − x” − 2 Load");
        assertThat(read(Formula.written(formula, renamed), renamed).value(renamed, 0))
                .isEqualTo(2);
    }

    @Test
    void namesAreCompletedAsOneTypes() {
        assertThat(Completions.at("2 * lo", 6, TABLE))
                .isEqualTo(new Completions(
                        4,
                        List.of(
                                new Completions.Entry("“Load”", "column"),
                                new Completions.Entry("Load max", "column"),
                                new Completions.Entry("log10(", "logarithm to base 10"),
                                new Completions.Entry("log2(", "logarithm to base 2"))));
        assertThat(Completions.at("2 * ", 4, TABLE).entries()).isEmpty();
        assertThat(Completions.at("12", 2, TABLE).entries()).isEmpty();
    }

    /// Derivatives against central differences, whose error is of the order of h² f‴.
    @ParameterizedTest
    @CsvSource({
        "x^3",
        "1/x",
        "ln(x)",
        "log10 x",
        "log2 x",
        "exp(x/5)",
        "√x",
        "cbrt(x)",
        "sin(x)",
        "cos x",
        "tan(x/9)",
        "arcsin(x/9)",
        "arccos(x/9)",
        "arctan x",
        "rad(x)",
        "deg(x)",
        "2^x",
        "x^x",
        "(x^2 + 1)/(x - 7)",
        "abs(2 - x)",
        "x Load^2 - x",
        "x^0.5",
        "x^-1",
        "√(2 x + 3)"
    })
    void derivativesAgreeWithDifferences(String text) {
        double h = 1e-5;
        Formula formula = read(text, TABLE);
        double difference = (value(formula, 3 + h) - value(formula, 3 - h)) / (2 * h);
        assertThat(formula.over(TABLE).slope(0, 3))
                .isCloseTo(difference, within(1e-8 * Math.max(1, Math.abs(difference))));
    }

    private static double value(Formula formula, double x) {
        return formula.value(TABLE.withColumn(3, old -> old.withCells(Cells.ofNumbers(x))), 0);
    }
}
