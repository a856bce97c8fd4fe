package helvo.core.study;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.fit.Curve;
import helvo.core.fit.Exponential;
import helvo.core.fit.Fit;
import helvo.core.fit.FixedInterceptLine;
import helvo.core.fit.FormulaCurve;
import helvo.core.fit.Line;
import helvo.core.fit.Logarithmic;
import helvo.core.fit.Logistic;
import helvo.core.fit.Polynomial;
import helvo.core.fit.Power;
import helvo.core.formula.CurveFormula;
import helvo.core.nonlinear.CoefficientSetting;
import helvo.core.number.DecimalMark;
import helvo.core.points.Weighting;
import helvo.core.style.AxisPlace;
import helvo.core.style.AxisStyle;
import helvo.core.style.CurveStyle;
import helvo.core.style.LegendStyle;
import helvo.core.style.Note;
import helvo.core.style.SeriesStyle;
import helvo.core.table.BarMeaning;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.Decision;
import helvo.core.table.DerivedTable;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.ProblemKind;
import helvo.core.table.Role;
import helvo.core.table.RowCondition;
import helvo.core.table.SeriesKey;
import helvo.core.table.Statistic;
import helvo.core.table.Table;
import helvo.core.table.UniformBarLength;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ColumnConversionTest {
    private static Column column(int id, String heading, Role role, Object... values) {
        return new Column(
                id,
                Heading.of(heading),
                Kind.NUMBER,
                role,
                1,
                Cells.of(Arrays.stream(values)
                        .map(value -> value instanceof Number n
                                ? new Cell.Number(n.doubleValue())
                                : (Cell) new Cell.Text(value.toString()))
                        .toList()));
    }

    private static Study study(Column... columns) {
        return StudyEdit.AddTable.to(
                        Study.EMPTY,
                        new Table(1, "Bath", DecimalMark.POINT, Optional.empty(), List.of(columns), ExcludedRows.NONE))
                .apply(Study.EMPTY);
    }

    private static final Study BATH = study(
            column(1, "T (°C)", Role.X, 10, 20, "about 30", 30, 40),
            column(2, "± T", Role.X_BAR, 0.5, 0.5, 0.5, 1, 1),
            column(3, "Load (N)", Role.Y, 1000, 2000, 3000, 4000, 5000),
            column(4, "u (Load)", Role.Y_BAR, 10, 20, 30, 40, 50));

    private static Study with(Study study, Edit... edits) {
        Study changed = study;
        for (Edit edit : edits) {
            changed = edit.apply(changed);
        }
        return changed;
    }

    private static List<Double> numbers(Column column) {
        return IntStream.range(0, column.cells().size())
                .mapToObj(column.cells()::number)
                .toList();
    }

    @Test
    void valuesAndTheirBarsAreConverted() {
        Study changed = with(
                BATH,
                new DecisionEdit.Decide(
                        1, 1, List.of(2), ProblemKind.NOT_A_NUMBER, Decision.Choice.NUMBER_USED, "", List.of(30.0)),
                new DecisionEdit.Decide(1, 1, List.of(4), ProblemKind.FAR, Decision.Choice.MISSING, ""),
                new StudyEdit.Convert(1, 1, "K"),
                new StudyEdit.Convert(1, 3, "kN"));
        Table table = changed.table(1);
        assertThat(table.columns())
                .extracting(each -> each.heading().text())
                .containsExactly("T (K)", "± T", "Load (kN)", "u (Load)");
        assertThat(numbers(table.column(1))).containsExactly(283.15, 293.15, 303.15, 303.15, Double.NaN);
        assertThat(numbers(table.column(2))).containsExactly(0.5, 0.5, 0.5, 1.0, 1.0);
        assertThat(numbers(table.column(3))).containsExactly(1.0, 2.0, 3.0, 4.0, 5.0);
        assertThat(numbers(table.column(4))).containsExactly(0.01, 0.02, 0.03, 0.04, 0.05);
        assertThat(table.column(3).shown(0, DecimalMark.POINT)).isEqualTo("1.0000");
        // What was decided can be taken back: in the unit of now, or saying its own.
        Study back = with(changed, new DecisionEdit.UndoDecision(1, 1, List.of(2, 4)));
        assertThat(back.table(1).column(1).cells().cell(2)).isEqualTo(new Cell.Text("about 30 °C"));
        assertThat(back.table(1).column(1).cells().number(4)).isEqualTo(313.15);
        assertThat(numbers(with(changed, new StudyEdit.Convert(1, 1, "°C"))
                        .table(1)
                        .column(1)))
                .containsExactly(10.0, 20.0, 30.0, 30.0, Double.NaN);
    }

    @Test
    void whatIsSaidInTheUnitFollows() {
        var xAxis = AxisStyle.DEFAULT
                .withLimits(Optional.of(0.0), Optional.of(50.0))
                .with(change -> change.step(Optional.of(10.0)).title(Optional.of("Bath temperature (°C)")));
        var yAxis = AxisStyle.DEFAULT.withLimits(Optional.of(500.0), Optional.of(6000.0));
        SeriesKey load = SeriesKey.whole(3);
        Study changed = with(
                BATH,
                new FigureEdit.SetAxis(1, AxisPlace.X, xAxis),
                new FigureEdit.SetAxis(1, AxisPlace.Y, yAxis),
                new FigureEdit.SetConditions(
                        1,
                        List.of(
                                new RowCondition.Between(1, Double.NEGATIVE_INFINITY, 40),
                                new RowCondition.OneOf(1, List.of(new Cell.Number(20))),
                                new RowCondition.Beyond(3, 500, true))),
                new FigureEdit.PutNote(1, new Note.ReadingMarker(1, load, false, 25, false)),
                new FigureEdit.PutNote(1, new Note.ReadingMarker(2, load, true, 2500, false)),
                new FigureEdit.PutNote(1, new Note.Text(3, "here", 20, 3000, Optional.empty())),
                new FigureEdit.PutNote(1, new Note.Rule(4, false, 30, "")),
                new FigureEdit.ChooseCurve(1, load, new FixedInterceptLine(200)),
                new FigureEdit.SetCurveStyle(
                        1, load, CurveStyle.DEFAULT.reaching(Optional.of(-10.0), Optional.empty())),
                new ColumnEdit.SetOwnBars(1, 3, new UniformBarLength(100, false)),
                new StudyEdit.Convert(1, 1, "K"),
                new StudyEdit.Convert(1, 3, "kN"));
        Figure figure = changed.figure(1);
        assertThat(figure.style().axis(AxisPlace.X))
                .isEqualTo(AxisStyle.DEFAULT
                        .withLimits(Optional.of(273.15), Optional.of(323.15))
                        .with(change -> change.step(Optional.of(10.0)).title(Optional.of("Bath temperature (K)"))));
        assertThat(figure.style().axis(AxisPlace.Y).low()).hasValue(0.5);
        assertThat(figure.conditions())
                .containsExactly(
                        new RowCondition.Between(1, Double.NEGATIVE_INFINITY, 313.15),
                        new RowCondition.OneOf(1, List.of(new Cell.Number(293.15))),
                        new RowCondition.Beyond(3, 0.5, true));
        assertThat(figure.style().notes())
                .containsExactly(
                        new Note.ReadingMarker(1, load, false, 298.15, false),
                        new Note.ReadingMarker(2, load, true, 2.5, false),
                        new Note.Text(3, "here", 293.15, 3, Optional.empty()),
                        new Note.Rule(4, false, 303.15, ""));
        assertThat(figure.curve(load)).isEqualTo(new FixedInterceptLine(0.2));
        assertThat(figure.style().curve(load).from()).hasValue(263.15);
        assertThat(changed.table(1).column(3).uniformBars()).hasValue(new UniformBarLength(0.1, false));
    }

    /// A column by formula keeps its values when a source is converted, and can be converted itself.
    @Test
    void columnsByFormulaKeepTheirValues() {
        Study derived = with(
                BATH,
                new ColumnEdit.Derive(1, Heading.of("Ratio (N/°C)"), "{3} / {1}", Role.NONE, false),
                new StudyEdit.Convert(1, 3, "kN"),
                new StudyEdit.Convert(1, 1, "K"));
        Column ratio = derived.table(1).columns().stream()
                .filter(each -> each.name().equals("Ratio"))
                .findFirst()
                .orElseThrow();
        assertThat(numbers(ratio)).containsExactly(100.0, 100.0, Double.NaN, 4000 / 30.0, 125.0);
        assertThat(ratio.derivation().orElseThrow().toString()).contains("({3} in N) / ({1} in °C)");
        Study back = with(derived, new StudyEdit.Convert(1, 3, "N"), new StudyEdit.Convert(1, 1, "°C"));
        assertThat(back.table(1).column(ratio.id()).derivation().orElseThrow().toString())
                .contains("{3} / {1}");
        Study stress = with(
                study(
                        column(1, "Load (N)", Role.X, 10, 20),
                        column(2, "Area (mm²)", Role.NONE, 2, 2),
                        column(3, "y", Role.Y, 1, 2)),
                new ColumnEdit.Derive(1, Heading.of("Stress (N/mm²)"), "{1}/{2}", Role.NONE, false),
                new ColumnEdit.Derive(1, Heading.of("Rod (m)"), "{1}·2", Role.NONE, false),
                new StudyEdit.Convert(1, 4, "kPa"),
                new StudyEdit.Convert(1, 5, "mm"));
        assertThat(numbers(stress.table(1).column(4))).containsExactly(5000.0, 10000.0);
        assertThat(numbers(stress.table(1).column(5))).containsExactly(20000.0, 40000.0);
        assertThat(numbers(with(stress, new StudyEdit.Convert(1, 4, "MPa"))
                        .table(1)
                        .column(4)))
                .containsExactly(5.0, 10.0);
    }

    /// What was chosen for the group of 20 °C stays that of the group of 293.15 K; the uncertainty of a
    /// column that is neither x nor y says its unit too.
    @Test
    void groupsByNumbersKeepWhatWasChosenForThem() {
        SeriesKey warm = SeriesKey.group(3, "20");
        Study changed = with(
                study(
                        column(1, "T (°C)", Role.BY, 10, 10, 20, "room", 20),
                        column(2, "Load (N)", Role.X, 1, 2, 1, 1, 2),
                        column(3, "Mass (g)", Role.Y, 9, 8, 5, 6, 7)),
                // The groups keep their order wherever their rows go.
                new TableEdit.Sort(1, 3, true),
                new ColumnEdit.SetOwnBars(1, 3, new UniformBarLength(1, false)),
                new ColumnEdit.Derive(1, Heading.of("Twice (g)"), "2 {3}", Role.NONE, false),
                new FigureEdit.ChooseCurve(1, warm, new FixedInterceptLine(0)),
                new FigureEdit.SetSeriesStyle(1, warm, SeriesStyle.DEFAULT.withHidden(true)),
                new FigureEdit.PutNote(1, new Note.ReadingMarker(1, warm, true, 4, false)),
                new FigureEdit.SetLegend(1, LegendStyle.DEFAULT.withOrder(List.of(warm))),
                new StudyEdit.Convert(1, 1, "K"),
                new StudyEdit.Convert(1, 4, "mg"));
        SeriesKey now = SeriesKey.group(3, "293.15");
        assertThat(changed.figure(1).curve(now)).isEqualTo(new FixedInterceptLine(0));
        assertThat(changed.figure(1).style().series(now).hidden()).isTrue();
        assertThat(changed.figure(1).style().legend().order()).containsExactly(now);
        assertThat(changed.table(1).column(1).groupOrder(9)).hasValue(List.of("283.15", "293.15", "room"));
        assertThat(changed.figure(1).style().notes()).containsExactly(new Note.ReadingMarker(1, now, true, 4, false));
        assertThat(changed.table(1).columns())
                .extracting(each -> each.heading().text())
                .contains("Twice (mg)", "± Twice (mg)");
        assertThat(numbers(changed.table(1).column(5))).containsExactly(2000.0, 2000.0, 2000.0, 2000.0, 2000.0);
    }

    @Test
    void averagesFollow() {
        Study changed = with(
                study(column(1, "T (°C)", Role.X, 10, 10, 20, 20), column(2, "Mass (g)", Role.Y, 1, 3, 5, 7)),
                new StudyEdit.Summarise(
                        1,
                        "Means",
                        List.of(1),
                        List.of(2),
                        List.of(Statistic.MEAN, Statistic.STANDARD_DEVIATION, Statistic.COUNT)),
                new FigureEdit.SetAxis(
                        2, AxisPlace.X, AxisStyle.DEFAULT.withLimits(Optional.of(0.0), Optional.of(30.0))),
                new StudyEdit.Convert(1, 1, "K"),
                new StudyEdit.Convert(1, 2, "mg"));
        assertThat(changed.table(2).columns())
                .extracting(each -> each.heading().text())
                .containsExactly("T (K)", "mean Mass (mg)", "standard deviation of Mass (mg)", "number of Mass");
        assertThat(numbers(changed.table(2).column(2))).containsExactly(2000.0, 6000.0);
        assertThat(changed.figure(2).style().axis(AxisPlace.X).low()).hasValue(273.15);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "1|N|“T” is in °C: N is a unit of another quantity.",
                "1|foo|“foo” is not a unit that is known here.",
                "2|K|“± T” holds the bars of “T”: convert that one, and they follow.",
                "5|K|“n” has no unit yet: write it into the heading, as n (mm).",
                "6|m|“furlong”, the unit of “Odd”, is not known here."
            })
    void whatCannotBeConvertedIsRefused(int column, String unit, String why) {
        Study odd = with(
                BATH,
                new ColumnEdit.AddNumbers(1, new Heading("n", ""), Cells.ofNumbers(1)),
                new ColumnEdit.AddNumbers(1, Heading.of("Odd (furlong)"), Cells.ofNumbers(1)));
        assertThat(ColumnConversion.planned(odd, 1, column, unit)).isEqualTo(new ColumnConversion.Planned.Refused(why));
    }

    @Test
    void followersOfOtherTablesAreRefused() {
        Study turned = with(
                study(
                        column(1, "10 s", Role.NONE, 1, 2),
                        column(2, "20 s", Role.NONE, 3, 4),
                        column(3, "d (mm)", Role.Y, 5)),
                new StudyEdit.Reshape(1, "Long", DerivedTable.Form.ONE_ROW_EACH));
        assertThat(ColumnConversion.planned(turned, 1, 3, "m"))
                .isEqualTo(new ColumnConversion.Planned.Refused(
                        "The table “Long” holds these values in another shape: convert them before the table is "
                                + "turned."));
    }

    /// In two units their mean would be of nothing.
    @Test
    void repeatsStayInOneUnit() {
        Study averaged = with(
                study(
                        column(1, "t (s)", Role.X, 1, 2),
                        column(2, "d 1 (mm)", Role.Y, 3, 4),
                        column(3, "d 2 (mm)", Role.Y, 5, 6)),
                new ColumnEdit.AverageRepeats(1, List.of(2, 3), Heading.of("d (mm)"), Statistic.STANDARD_DEVIATION));
        for (int repeat : List.of(2, 3)) {
            assertThat(ColumnConversion.planned(averaged, 1, repeat, "m"))
                    .isEqualTo(new ColumnConversion.Planned.Refused("“d " + (repeat - 1)
                            + "” is one of the repeats of “d”, which are in one unit: convert them before they are "
                            + "averaged."));
        }
        for (int derived : List.of(4, 5)) {
            assertThat(ColumnConversion.planned(averaged, 1, derived, "m"))
                    .isInstanceOfSatisfying(ColumnConversion.Planned.Refused.class, refused -> assertThat(refused.why())
                            .contains("is of the repeats d 1, d 2: convert these before they are averaged."));
        }
        assertThat(ColumnConversion.planned(averaged, 1, 1, "min"))
                .isInstanceOf(ColumnConversion.Planned.Possible.class);
    }

    @Test
    void aMovedZeroIsSaid() {
        Study logarithmic = with(BATH, new FigureEdit.SetAxis(1, AxisPlace.X, AxisStyle.DEFAULT.withLogarithmic(true)));
        assertThat(ColumnConversion.planned(logarithmic, 1, 1, "K"))
                .isInstanceOfSatisfying(ColumnConversion.Planned.Possible.class, possible -> assertThat(
                                possible.warning())
                        .hasValue("0 °C becomes another number: the logarithmic x axis means something else then."));
        assertThat(ColumnConversion.planned(BATH, 1, 1, "K"))
                .isInstanceOfSatisfying(
                        ColumnConversion.Planned.Possible.class,
                        possible -> assertThat(possible.warning()).isEmpty());
    }

    /// What is held, limited or begun at is in the units of x and y, so that the fit stays the same one.
    @Test
    void numbersGivenForCoefficientsAreConverted() {
        Study study = study(
                column(1, "t (s)", Role.X, 0, 10, 20, 30, 40, 50),
                column(2, "Length (mm)", Role.Y, 10, 18, 24, 29, 32, 35),
                column(3, "Load (N)", Role.Y, 5, 6, 7.5, 8, 9.5, 10));
        FormulaCurve free = FormulaCurve.of(read("b + a (1 - exp(-x/c)) + v x r"));
        FormulaCurve given = free.with(List.of(
                CoefficientSetting.FREE.withStart(4),
                CoefficientSetting.FREE.withLimits(OptionalDouble.of(0), OptionalDouble.of(40)),
                CoefficientSetting.FREE.withHeld(20),
                CoefficientSetting.FREE.withHeld(0.06),
                CoefficientSetting.FREE.withHeld(0.5, "mm/mm")));
        SeriesKey length = SeriesKey.whole(2);
        Study held = with(study, new FigureEdit.ChooseCurve(1, length, given));
        assertThat(ColumnConversion.planned(held, 1, 1, "min"))
                .isInstanceOfSatisfying(
                        ColumnConversion.Planned.Possible.class,
                        possible -> assertThat(possible.warning()).isEmpty());
        Study changed = with(
                held,
                new StudyEdit.Convert(1, 1, "min"),
                new StudyEdit.Convert(1, 2, "cm"),
                new StudyEdit.Convert(1, 3, "kN"));
        assertThat(changed.figure(1).curve(length))
                .isEqualTo(free.with(List.of(
                        CoefficientSetting.FREE.withStart(0.4),
                        CoefficientSetting.FREE.withLimits(OptionalDouble.of(0), OptionalDouble.of(4)),
                        CoefficientSetting.FREE.withHeld(1 / 3.0),
                        CoefficientSetting.FREE.withHeld(0.36),
                        CoefficientSetting.FREE.withHeld(0.5, "mm/mm"))));
        assertThat(fitted(changed).coefficient("a").value())
                .isCloseTo(fitted(held).coefficient("a").value() / 10, within(1e-12));
        assertThat(fitted(changed).quality().r2().getAsDouble())
                .isCloseTo(fitted(held).quality().r2().getAsDouble(), within(1e-13));
    }

    private static Fit fitted(Study study) {
        return Analysis.of(study, Analysis.EMPTY, Progress.none())
                .figures()
                .getFirst()
                .series()
                .getFirst()
                .fit()
                .orElseThrow();
    }

    private static CurveFormula read(String text) {
        return ((CurveFormula.Reading.Read) CurveFormula.read(text)).formula();
    }

    @ParameterizedTest
    @CsvSource({"a * x ^ b, m", "a + b * ln(x), m", "a + b * x, K"})
    void numbersThatTheFormulaDoesNotTellStayAndAreNamed(String formula, String unit) {
        FormulaCurve given = FormulaCurve.of(read(formula))
                .with(List.of(CoefficientSetting.FREE.withHeld(3), CoefficientSetting.FREE));
        String heading = unit.equals("K") ? "T (°C)" : "T (mm)";
        Study held = with(
                study(column(1, heading, Role.X, 1, 2, 3, 4), column(2, "y", Role.Y, 5, 6, 8, 9)),
                new FigureEdit.ChooseCurve(1, SeriesKey.whole(2), given));
        assertThat(ColumnConversion.planned(held, 1, 1, unit))
                .isInstanceOfSatisfying(
                        ColumnConversion.Planned.Possible.class, possible -> assertThat(possible.warning())
                                .hasValue("The held values, limits and starts of the curve “" + formula
                                        + "” stay the numbers that they are: see whether they still mean the same."));
        assertThat(with(held, new StudyEdit.Convert(1, 1, unit)).figure(1).curve(SeriesKey.whole(2)))
                .isEqualTo(given);
    }

    /// Which curves are others where 0 is: those that the numbers can be moved along stay what they are.
    @ParameterizedTest
    @CsvSource({
        "line, '', ''",
        "cubic, '', ''",
        "through, x, ''",
        "logarithmic, x, ''",
        "exponential, '', y",
        "logistic, '', y",
        "power, x, y"
    })
    void curvesThatNeedTheirZeroAreNamed(String curve, String ofX, String ofY) {
        Curve chosen =
                switch (curve) {
                    case "line" -> new Line();
                    case "cubic" -> new Polynomial(3);
                    case "through" -> new FixedInterceptLine(0);
                    case "logarithmic" -> new Logarithmic();
                    case "exponential" -> new Exponential(false);
                    case "logistic" -> new Logistic();
                    default -> new Power(false);
                };
        Study study = with(
                study(column(1, "A (°C)", Role.X, 1, 2, 3), column(2, "B (°C)", Role.Y, 4, 6, 9)),
                new FigureEdit.ChooseCurve(1, SeriesKey.whole(2), chosen));
        for (int column : List.of(1, 2)) {
            assertThat(ColumnConversion.planned(study, 1, column, "K"))
                    .isInstanceOfSatisfying(ColumnConversion.Planned.Possible.class, possible -> assertThat(
                                    possible.warning().isPresent())
                            .isEqualTo(!(column == 1 ? ofX : ofY).isEmpty()));
        }
    }

    /// The axis is in the unit of the first column along it; the second goes to another axis, and leaves it.
    @Test
    void anAxisThatAColumnLeavesStaysAsItIs() {
        var limits = AxisStyle.DEFAULT.withLimits(Optional.of(0.0), Optional.of(50.0));
        Study study = with(
                study(
                        column(1, "t (s)", Role.X, 0, 10, 20),
                        column(2, "Length (mm)", Role.Y, 10, 20, 40),
                        column(3, "Width (mm)", Role.Y, 1, 2, 3)),
                new FigureEdit.SetAxis(1, AxisPlace.Y, limits),
                new FigureEdit.PutNote(1, new Note.Rule(1, true, 30, "")),
                new FigureEdit.PutNote(1, new Note.ReadingMarker(2, SeriesKey.whole(3), true, 2, false)));
        Study second = with(study, new StudyEdit.Convert(1, 3, "cm"));
        assertThat(second.figure(1).style().axis(AxisPlace.Y)).isEqualTo(limits);
        assertThat(second.figure(1).style().axis(AxisPlace.RIGHT)).isEqualTo(AxisStyle.DEFAULT);
        assertThat(second.figure(1).style().notes())
                .containsExactly(
                        new Note.Rule(1, true, 30, ""),
                        new Note.ReadingMarker(2, SeriesKey.whole(3), true, 0.2, false));
        Study first = with(study, new StudyEdit.Convert(1, 2, "cm"));
        assertThat(first.figure(1).style().axis(AxisPlace.Y).high()).hasValue(5.0);
        assertThat(first.figure(1).style().notes())
                .containsExactly(
                        new Note.Rule(1, true, 3, ""), new Note.ReadingMarker(2, SeriesKey.whole(3), true, 2, false));
        Study right = with(
                study,
                new StudyEdit.Convert(1, 3, "cm"),
                new FigureEdit.SetAxis(1, AxisPlace.RIGHT, limits),
                new StudyEdit.Convert(1, 3, "m"));
        assertThat(right.figure(1).style().axis(AxisPlace.RIGHT).high()).hasValue(0.5);
        assertThat(with(right, new StudyEdit.Convert(1, 3, "mm"))
                        .figure(1)
                        .style()
                        .axis(AxisPlace.RIGHT)
                        .high())
                .hasValue(0.5);
    }

    @Test
    void twoUnitsOfOneQuantityShareAnAxisOnceOneIsConverted() {
        Study study = study(
                column(1, "t (s)", Role.X, 1, 2, 3),
                column(2, "Length (mm)", Role.Y, 10, 20, 40),
                column(3, "Width (cm)", Role.Y, 1, 2, 3),
                column(4, "Load (N)", Role.Y, 1, 2, 3));
        List<SharedAxis> offered = SharedAxis.offered(study, study.table(1));
        assertThat(offered).extracting(SharedAxis::label).containsExactly("Convert Width into mm");
        Study one = with(study, offered.getFirst().edit(study.table(1)));
        assertThat(numbers(one.table(1).column(3))).containsExactly(10.0, 20.0, 30.0);
        assertThat(one.figure(1).isOnRight(one.table(1), SeriesKey.whole(3))).isFalse();
        assertThat(one.figure(1).isOnRight(one.table(1), SeriesKey.whole(4))).isTrue();
        assertThat(SharedAxis.offered(one, one.table(1))).isEmpty();
    }

    /// Bars in cm are drawn on an axis of mm as they are long; bars in s are asked.
    @Test
    void barsOfAnotherUnitAreConvertedOrAsked() {
        Study study = study(
                column(1, "x", Role.X, 1, 2, 3),
                column(2, "Position (mm)", Role.Y, 10, 20, 40),
                column(3, "u (cm)", Role.Y_BAR, 0.1, 0.2, 0.3));
        assertThat(Analysis.of(study, Analysis.EMPTY, Progress.none())
                        .figures()
                        .getFirst()
                        .series()
                        .getFirst()
                        .points()
                        .yBars()
                        .up()[1])
                .isEqualTo(2);
        assertThat(BarsOfOtherUnit.in(study.table(1))).isEmpty();
        Study other = with(
                study,
                new ColumnEdit.SetHeading(1, 3, Heading.of("u (%)")),
                new FigureEdit.SetWeighting(1, Weighting.STATED));
        BarsOfOtherUnit asked = BarsOfOtherUnit.in(other.table(1)).getFirst();
        assertThat(asked.sentence())
                .isEqualTo("“u” is in %, and “Position”, whose bars it holds, in mm: it is not used.");
        Study percent = with(other, asked.answers(other.table(1)).getFirst().edit());
        Column bars = percent.table(1).barOf(percent.table(1).column(2)).orElseThrow();
        assertThat(numbers(bars)).containsExactly(0.01, 0.04, 0.12);
        assertThat(bars.barMeaning()).isEqualTo(BarMeaning.HALF_RANGE);
        assertThat(BarsOfOtherUnit.in(percent.table(1))).isEmpty();
        assertThat(BarsOfOtherUnit.in(
                        with(other, asked.answers(other.table(1)).get(1).edit()).table(1)))
                .isEmpty();
    }
}
