package helvo.files.json;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import helvo.core.fit.Curve;
import helvo.core.fit.Exponential;
import helvo.core.fit.FixedInterceptLine;
import helvo.core.fit.FormulaCurve;
import helvo.core.fit.Line;
import helvo.core.fit.Logarithmic;
import helvo.core.fit.Logistic;
import helvo.core.fit.Polynomial;
import helvo.core.fit.Power;
import helvo.core.fit.TradeCurve;
import helvo.core.formula.CurveFormula;
import helvo.core.nonlinear.CoefficientSetting;
import helvo.core.number.DateText;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberNotation;
import helvo.core.points.Weighting;
import helvo.core.prediction.QuantityDefinition;
import helvo.core.study.ColumnEdit;
import helvo.core.study.DecisionEdit;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.FigureSheet;
import helvo.core.study.Layer;
import helvo.core.study.ReportPlan;
import helvo.core.study.ReportText;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.style.AxisPlace;
import helvo.core.style.AxisStyle;
import helvo.core.style.CurveStyle;
import helvo.core.style.LegendStyle;
import helvo.core.style.MarkerShape;
import helvo.core.style.Note;
import helvo.core.style.SeriesStyle;
import helvo.core.style.SheetStyle;
import helvo.core.table.BarMeaning;
import helvo.core.table.CalendarUnit;
import helvo.core.table.Cell;
import helvo.core.table.CellInterpretation;
import helvo.core.table.Cells;
import helvo.core.table.ColumnFormat;
import helvo.core.table.Decision;
import helvo.core.table.DerivedTable;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.ProblemKind;
import helvo.core.table.Role;
import helvo.core.table.RowCondition;
import helvo.core.table.SeriesKey;
import helvo.core.table.Statistic;
import helvo.core.table.Table;
import helvo.core.table.UniformBarLength;
import helvo.files.samples.SampleStudy;
import java.io.IOException;
import java.lang.reflect.RecordComponent;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

class StudyJsonTest {
    /// With the sections of a report as they were when the kept files were written.
    private static final Study SAMPLE = new StudyEdit.PlanReport(ReportPlan.DEFAULT.withSections(List.of(
                    ReportPlan.Section.SUMMARY,
                    ReportPlan.Section.FIGURE,
                    ReportPlan.Section.RESULTS,
                    ReportPlan.Section.READINGS,
                    ReportPlan.Section.MEASUREMENTS,
                    ReportPlan.Section.DATA,
                    ReportPlan.Section.CHECKS,
                    ReportPlan.Section.METHOD)))
            .apply(SampleStudy.study());
    private static final Table STRETCH = SAMPLE.tables().getFirst();
    private static final List<Edit> ONE_OF_EACH = List.of(
            new StudyEdit.Rename("Cords, “wet”"),
            new StudyEdit.Begin(SAMPLE),
            new StudyEdit.AddTable(STRETCH, SAMPLE.figures().getFirst()),
            new StudyEdit.RemoveTable(2),
            new StudyEdit.RenameTable(1, "Pulls"),
            new StudyEdit.UseData(STRETCH),
            new StudyEdit.Follow(1, true),
            new TableEdit.AppendRows(1, List.of(2, 3), List.of(List.of(new Cell.Number(5), new Cell.Text("odd")))),
            new StudyEdit.Summarise(
                    1, "Means", List.of(2), List.of(3), List.of(Statistic.MEAN, Statistic.STANDARD_DEVIATION)),
            new StudyEdit.Compound(
                    "Straighten", List.of(new ColumnEdit.AddColumn(1), new StudyEdit.RenameTable(1, "a"))),
            new ColumnEdit.UseAsFurtherX(1, 3),
            new ColumnEdit.SetKind(1, 2, Kind.DATE, DateText.Order.MONTH_FIRST),
            new StudyEdit.Reshape(1, "Turned", DerivedTable.Form.ROWS_TO_COLUMNS),
            new ColumnEdit.AverageRepeats(1, List.of(3, 4), new Heading("Both", "mm"), Statistic.STANDARD_DEVIATION),
            new StudyEdit.Convert(1, 2, "kN"),
            new FigureEdit.SetQuantity(1, new QuantityDefinition(new Heading("g", "m/s²"), "4 π² / slope")),
            new FigureEdit.RemoveQuantity(1, "g"),
            new ColumnEdit.SetInterpretation(1, 2, CellInterpretation.MINUTES_SECONDS),
            new ColumnEdit.SetFormat(
                    1, 2, new ColumnFormat.Dates(DateText.Form.MINUTE, DateText.Order.DAY_FIRST, CalendarUnit.HOUR)),
            new ColumnEdit.SetBarMeaning(1, 4, BarMeaning.INTERVAL_95),
            new ColumnEdit.SetOwnBars(1, 2, new UniformBarLength(0.35, false)),
            new ColumnEdit.ScaleBars(1, 2, 1.5),
            new FigureEdit.SetWeighting(1, Weighting.STATED),
            new ColumnEdit.MoveColumn(1, 2, 0),
            new ColumnEdit.Derive(1, new Heading("Load²", "N²"), "{2}^2", Role.X, true),
            new ColumnEdit.SetFormula(1, 5, new Heading("Load³", "N³"), "{2}^3"),
            new ColumnEdit.NameSet(1, 1, "wet", List.of(new Cell.Text("salt"), new Cell.Number(3)), "others"),
            new DecisionEdit.Decide(1, 3, List.of(7), ProblemKind.NOT_A_NUMBER, Decision.Choice.EXCLUDED, "blurred"),
            new DecisionEdit.UndoDecision(1, 3, List.of(7)),
            new TableEdit.ExcludeWhere(
                    1, List.of(new RowCondition.OneOf(1, List.of(new Cell.Text("salt")))), "old cord"),
            new TableEdit.MoveRows(1, 3, 2, -1),
            new StudyEdit.ReplaceTable(STRETCH.withSource(new Table.Source.Text("a.csv", "UTF-8", ';', true))),
            new TableEdit.SetCell(1, 2, 3, "about 7,6"),
            new ColumnEdit.SetRole(1, 2, Role.Y_BAR),
            new ColumnEdit.UseOneY(1, 3),
            new ColumnEdit.SetHeading(1, 2, new Heading("Load", "N")),
            new TableEdit.ExcludeRows(1, List.of(3, 5), "slipped"),
            new TableEdit.IncludeRows(1, List.of(3)),
            new TableEdit.SetBlock(1, 2, 0, List.of(List.of("1", "2,5"), List.of("n/a"))),
            new ColumnEdit.AddColumn(1),
            new ColumnEdit.AddNumbers(
                    1, new Heading("Residual of Stretch", "mm"), Cells.of(List.of(new Cell.Number(0.5), Cell.EMPTY))),
            new ColumnEdit.RemoveColumn(1, 2),
            new TableEdit.InsertRows(1, 3, 2),
            new TableEdit.RemoveRows(1, List.of(0, 4)),
            new TableEdit.Sort(1, 2, false),
            new TableEdit.FillSeries(1, 2, 0, 0.5, 0.1, 12),
            new FigureEdit.SetTitle(1, Optional.of("A title")),
            new FigureEdit.Show(1, Layer.GRID_LINES, true),
            new FigureEdit.ChooseCurve(1, SeriesKey.group(3, "dry"), new Polynomial(3)),
            new FigureEdit.AddCurve(
                    1,
                    SeriesKey.group(3, "dry").further(2),
                    new Polynomial(2),
                    List.of(new RowCondition.Between(2, 10, 40))),
            new FigureEdit.RemoveCurve(1, SeriesKey.whole(3).further(1)),
            new FigureEdit.Resize(1, 85, 60.5),
            new FigureEdit.SetSheet(1, SheetStyle.PRESETS.get(1).style().withBackground(Optional.empty())),
            new FigureEdit.SetAxis(
                    1,
                    AxisPlace.RIGHT,
                    AxisStyle.DEFAULT
                            .withLimits(Optional.of(0.1), Optional.of(1e300))
                            .withTitle(Optional.of("v_{0}"))
                            .withLogarithmic(true)
                            .withTicks(AxisStyle.Ticks.INSIDE)
                            .withGrid(AxisStyle.Grid.MINOR)
                            .withReversed(true)
                            .withOppositeSide(true)
                            .withDateLabels(AxisStyle.DateLabels.NUMERIC)),
            new FigureEdit.Zoom(
                    1,
                    Map.of(
                            AxisPlace.X,
                            new FigureEdit.Zoom.Limits(Optional.of(-1.5), Optional.empty()),
                            AxisPlace.Y,
                            FigureEdit.Zoom.Limits.AUTOMATIC)),
            new FigureEdit.SetLegend(
                    1,
                    LegendStyle.DEFAULT
                            .withShown(LegendStyle.Shown.ALWAYS)
                            .withAt(Optional.of(new CurveStyle.Spot(0.25, 0.5)))
                            .withOrder(List.of(SeriesKey.group(3, "wet"), SeriesKey.group(3, "dry")))),
            new FigureEdit.SetSeriesStyle(
                    1,
                    SeriesKey.group(3, "dry"),
                    SeriesStyle.DEFAULT
                            .withShape(Optional.of(MarkerShape.STAR))
                            .withJoin(SeriesStyle.Join.SMOOTH)
                            .withColor(Optional.of("#1F5F8B"))
                            .withSize(1.5)
                            .withOpacity(Optional.of(0.5))
                            .withRightAxis(Optional.of(true))
                            .withLabels(Optional.of(1))
                            .withColoredBy(Optional.of(SeriesStyle.ColorBy.RESIDUAL))
                            .withName(Optional.of("dry cord"))
                            .withEdge(Optional.of("#17242B"))),
            new FigureEdit.SetCurveStyle(
                    1,
                    SeriesKey.group(3, "dry"),
                    CurveStyle.DEFAULT
                            .withDash(Optional.of(CurveStyle.Dash.DASH_DOT))
                            .reaching(Optional.of(0.0), Optional.empty())
                            .withLabel(Set.of(CurveStyle.LabelPart.NAME))
                            .withLabelAt(Optional.of(new CurveStyle.Spot(0, 1)))
                            .withDigits(Optional.of(5))),
            new FigureEdit.PutNote(1, new Note.Text(1, "slack", 3, 4.5, Optional.of(new Note.Text.Target(1, 2)))),
            new FigureEdit.RemoveNote(1, 2),
            new StudyEdit.DuplicateFigure(1),
            new StudyEdit.RemoveFigure(2),
            new FigureEdit.NameFigure(1, "Both cords"),
            new StudyEdit.AddFigure(1),
            new StudyEdit.SwapAxes(1),
            new StudyEdit.SetNumberFormat(Optional.of(new NumberNotation(DecimalMark.COMMA, true))),
            new StudyEdit.PlanReport(new ReportPlan(
                    Optional.of("Cords, “wet”"),
                    "Ada, Marram",
                    "5 March 2026",
                    ReportPlan.Paper.LETTER,
                    "en-GB",
                    List.of(ReportPlan.Section.METHOD, ReportPlan.Section.FIGURE),
                    Set.of(2, 3),
                    Set.of(1),
                    "Tester *MT-2*, 23 °C.",
                    "Both cords hold.",
                    ReportPlan.Signature.LINE)),
            new StudyEdit.PutSheet(FigureSheet.of(1, List.of(2, 1)).with(change -> change.name("Both, “wet”")
                    .columns(1)
                    .widthMm(120)
                    .panelHeightMm(Optional.of(60.5))
                    .letters(FigureSheet.Letters.BRACKETED)
                    .lettersInside(true)
                    .x(FigureSheet.AxisUse.SHARED)
                    .legends(FigureSheet.Legends.ONE)
                    .titles(true))),
            new StudyEdit.RemoveSheet(1),
            new FigureEdit.SetReportText(1, new ReportText("*Before*", "")),
            new FigureEdit.Describe(1, Optional.of("A caption"), Optional.of("Both rise.")),
            new StudyEdit.SaveStyle(new SheetStyle.Named(
                    "Thesis",
                    SheetStyle.DEFAULT
                            .withTextSize(11)
                            .withLineWidth(1.2)
                            .withDashes(true)
                            .withFrame(true))),
            new FigureEdit.SetConditions(
                    1,
                    List.of(
                            new RowCondition.Is(1, new Cell.Text("dry")),
                            new RowCondition.Is(2, new Cell.Number(0.1)),
                            new RowCondition.Is(2, Cell.EMPTY),
                            new RowCondition.Between(2, -1, 1e300),
                            new RowCondition.Beyond(2, 3, true),
                            new RowCondition.IsNot(1, new Cell.Text("wet")))));

    @Test
    void everyEditReadsBackAsItWas() {
        assertThat(StudyJson.editText(new StudyEdit.Begin(Study.blank()))).doesNotContain("blank");
        assertThat(ONE_OF_EACH).allSatisfy(edit -> assertThat(StudyJson.edit(StudyJson.editText(edit)))
                .isEqualTo(edit));
        assertThat(StudyJson.edit(StudyJson.editText(new FigureEdit.SetTitle(1, Optional.empty()))))
                .isEqualTo(new FigureEdit.SetTitle(1, Optional.empty()));
    }

    @Test
    void noKindOfEditIsForgotten() {
        assertThat(ONE_OF_EACH.stream().<Class<?>>map(Edit::getClass).toList())
                .containsExactlyInAnyOrderElementsOf(kinds(Edit.class).toList());
    }

    private static Stream<Class<?>> kinds(Class<?> family) {
        return family.isSealed()
                ? Arrays.stream(family.getPermittedSubclasses()).flatMap(StudyJsonTest::kinds)
                : Stream.of(family);
    }

    /// Everything that a table can hold: derived columns, dates, decisions, a summary.
    @Test
    void aStudyThatWasWorkedOnReadsBackAsItWas() {
        Study worked = SAMPLE;
        for (Edit edit : List.of(
                new ColumnEdit.Derive(1, new Heading("Load²", "N²"), "{2}^2", Role.X, true),
                new ColumnEdit.NameSet(1, 1, "wet", List.of(new Cell.Text("salt-soaked")), "dry"),
                new DecisionEdit.Decide(1, 3, List.of(7), ProblemKind.NOT_A_NUMBER, Decision.Choice.NUMBER_USED, ""),
                new StudyEdit.Summarise(
                        1, "Means", List.of(1, 2), List.of(3), List.of(Statistic.MEAN, Statistic.STANDARD_ERROR)),
                new TableEdit.SetBlock(2, 0, 3, List.of(List.of("2026-03-05"), List.of("5 Mar 2026 14:30"))),
                new ColumnEdit.SetKind(2, 4, Kind.DATE, DateText.Order.DAY_FIRST))) {
            worked = edit.apply(worked);
        }
        Edit edit = new StudyEdit.Begin(worked);
        assertThat(StudyJson.edit(StudyJson.editText(edit))).isEqualTo(edit);
    }

    private static final FormulaCurve COOLING =
            FormulaCurve.of(((CurveFormula.Reading.Read) CurveFormula.read("T0 + A·exp(−x/τ)")).formula());

    @Test
    void aCurveThatIsNoneIsRefused() {
        String edit = StudyJson.editText(new FigureEdit.ChooseCurve(1, SeriesKey.whole(3), COOLING));
        for (String wrong : List.of(
                edit.replace("T0 + A·exp(−x/τ)", "T0 + A·exp(−x/"),
                edit.replace("T0 + A·exp(−x/τ)", "3 x"),
                edit.replace("\"formula\":\"T0 + A·exp(−x/τ)\"", "\"coefficients\":[{\"name\":\"q\",\"held\":1}]"))) {
            assertThat(wrong).isNotEqualTo(edit);
            assertThatThrownBy(() -> StudyJson.edit(wrong)).isInstanceOf(IllegalArgumentException.class);
        }
    }

    @Test
    void everyCurveReadsBackAsItWas() {
        for (Curve curve : List.of(
                new Line(),
                new FixedInterceptLine(-2.5),
                new Polynomial(10),
                new Logarithmic(),
                new Exponential(true),
                new Exponential(false),
                new Power(true),
                new Logistic(),
                TradeCurve.GAUSSIAN.curve(),
                COOLING,
                COOLING.with(List.of(
                        CoefficientSetting.FREE.withHeld(21.5),
                        CoefficientSetting.FREE.withLimits(OptionalDouble.of(0), OptionalDouble.empty()),
                        CoefficientSetting.FREE.withStart(100))),
                TradeCurve.FOUR_PARAMETER_LOGISTIC
                        .curve()
                        .with(List.of(
                                CoefficientSetting.FREE.withHeld(0),
                                CoefficientSetting.FREE,
                                CoefficientSetting.FREE,
                                CoefficientSetting.FREE)))) {
            Edit edit = new FigureEdit.ChooseCurve(1, SeriesKey.whole(3), curve);
            assertThat(StudyJson.edit(StudyJson.editText(edit))).isEqualTo(edit);
        }
    }

    @Test
    void everyNoteReadsBackAsItWas() {
        for (Note note : List.of(
                new Note.Rule(2, true, 0.5, "half"),
                new Note.Span(3, false, 1, 2, ""),
                new Note.ReadingMarker(4, SeriesKey.group(3, "dry"), true, 0.5, true, 3))) {
            Edit edit = new FigureEdit.PutNote(1, note);
            assertThat(StudyJson.edit(StudyJson.editText(edit))).isEqualTo(edit);
        }
    }

    /// What was written before curves had numbers, and readings replicates.
    @Test
    void anOlderFormHasNoFurtherCurvesAndNoReplicates() {
        assertThat(translated(
                        "{\"do\":\"choose curve\",\"figure\":1,\"series\":{\"yColumn\":3,\"rows\":\"WHOLE\",\"group\":"
                                + "\"\"},\"curve\":{\"curve\":\"line\"}}"))
                .isEqualTo(new FigureEdit.ChooseCurve(1, SeriesKey.whole(3), new Line()));
        assertThat(translated("{\"do\":\"put note\",\"figure\":1,\"note\":{\"note\":\"reading-marker\",\"id\":4,"
                        + "\"series\":{\"yColumn\":3,\"rows\":\"WHOLE\","
                        + "\"group\":\"\"},\"fromY\":true,\"at\":0.5,\"widens\":true}}"))
                .isEqualTo(new FigureEdit.PutNote(1, new Note.ReadingMarker(4, SeriesKey.whole(3), true, 0.5, true)));
    }

    private static Edit translated(String older) {
        return StudyJson.edit(
                OlderNames.translated(StudyJson.mapper().readTree(older)).toString());
    }

    /// `version-3/edits.jsonl` is what version 3 wrote of the same edits, but for those that it had not.
    @Test
    void everyEditOfVersion3IsUnderstood() throws IOException {
        assertThat(Files.readAllLines(Path.of("src/test/resources/helvo/files/study/version-3/edits.jsonl")).stream()
                        .map(StudyJsonTest::translated))
                .isEqualTo(ONE_OF_EACH.stream()
                        .filter(edit -> !(edit instanceof StudyEdit.Convert
                                || edit instanceof ColumnEdit.AverageRepeats
                                || edit instanceof FigureEdit.SetQuantity
                                || edit instanceof FigureEdit.RemoveQuantity
                                || edit instanceof StudyEdit.PutSheet
                                || edit instanceof StudyEdit.RemoveSheet
                                || edit instanceof FigureEdit.SetReportText))
                        .map(StudyJsonTest::asOfVersion3)
                        .toList());
    }

    /// Its reports had no words of one's own.
    private static Edit asOfVersion3(Edit edit) {
        return edit instanceof StudyEdit.PlanReport(var plan)
                ? new StudyEdit.PlanReport(plan.withOmittedSheets(Set.of())
                        .withConditions("")
                        .withConclusion("")
                        .signed(false))
                : edit;
    }

    /// `version-4/edits.jsonl` was written once: who changes a word of the format finds it here.
    @Test
    void theWordsOfTheFormatStay() throws IOException {
        Path kept = Path.of("src/test/resources/helvo/files/study/version-4/edits.jsonl");
        assertThat(ONE_OF_EACH.stream().map(StudyJson::editText)).isEqualTo(Files.readAllLines(kept));
        JsonNode older = StudyJson.mapper().readTree("[" + String.join(",", Files.readAllLines(kept)) + "]");
        assertThat(OlderNames.translated(older))
                .as("what has the words of now stays")
                .isEqualTo(older);
    }

    @Test
    void everythingThatIsKeptHasItsWords() {
        StudyNames.all().forEach((type, entry) -> assertThat(entry.members().keySet())
                .as(type.getName())
                .containsExactlyElementsOf(
                        type.isEnum()
                                ? Arrays.stream(type.getEnumConstants())
                                        .map(constant -> ((Enum<?>) constant).name())
                                        .toList()
                                : Arrays.stream(type.getRecordComponents())
                                        .map(RecordComponent::getName)
                                        .toList()));
    }

    @Test
    void theFormIsPlain() {
        assertThat(StudyJson.editText(new TableEdit.SetCell(1, 2, 3, "about 7,6")))
                .isEqualTo("{\"type\":\"set cell\",\"table\":1,\"column\":2,\"row\":3,\"text\":\"about 7,6\"}");
    }

    /// A journal is untrusted: it names edits, never classes.
    @Test
    void whatIsNoEditIsRefused() {
        for (String json : List.of(
                "",
                "{}",
                "[]",
                "{\"type\":\"java.lang.Runtime\"}",
                "{\"type\":\"set cell\",\"table\":\"x\"}",
                "{\"type\":\"choose "
                        + "curve\",\"figure\":1,\"series\":{\"yColumn\":1,\"group\":\"\"},"
                        + "\"curve\":{\"curve\":\"spiral\"}}",
                "{\"type\":\"remove "
                        + "curve\",\"figure\":1,\"series\":{\"yColumn\":3,\"rows\":\"WHOLE\","
                        + "\"group\":\"\",\"curve\":-1}}",
                "{\"type\":\"resize\",\"figure\":1,\"widthMm\":\"wide\"}")) {
            assertThatThrownBy(() -> StudyJson.edit(json)).as(json).isInstanceOf(IllegalArgumentException.class);
        }
    }
}
