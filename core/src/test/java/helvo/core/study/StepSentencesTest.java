package helvo.core.study;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.DynamicTest.dynamicTest;

import helvo.core.fit.Polynomial;
import helvo.core.number.DateText;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberNotation;
import helvo.core.points.Weighting;
import helvo.core.prediction.QuantityDefinition;
import helvo.core.study.FigureEdit.Zoom.Limits;
import helvo.core.style.AxisPlace;
import helvo.core.style.AxisStyle;
import helvo.core.style.CurveStyle;
import helvo.core.style.LegendStyle;
import helvo.core.style.Note;
import helvo.core.style.SeriesStyle;
import helvo.core.style.SheetStyle;
import helvo.core.table.BarMeaning;
import helvo.core.table.Cell;
import helvo.core.table.CellInterpretation;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ColumnFormat;
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
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;

/// What the list of steps, and later a report, says of each edit.
class StepSentencesTest {
    private static final SeriesKey DRY = SeriesKey.group(3, "dry");
    private static final SeriesKey ALL = SeriesKey.pooled(3);
    private static final Study STUDY = study();

    private static Study study() {
        var table = new Table(
                1,
                "Stretch",
                DecimalMark.COMMA,
                Optional.empty(),
                List.of(
                        new Column(
                                1,
                                new Heading("Cord", ""),
                                Kind.TEXT,
                                Role.BY,
                                0,
                                Cells.of(Stream.of("dry", "dry", "salt", "salt")
                                        .<Cell>map(Cell.Text::new)
                                        .toList())),
                        new Column(2, new Heading("Load", "N"), Kind.NUMBER, Role.X, 0, Cells.ofNumbers(1, 2, 3, 4)),
                        new Column(
                                3,
                                new Heading("Stretch", "mm"),
                                Kind.NUMBER,
                                Role.Y,
                                1,
                                Cells.of(List.of(
                                        new Cell.Number(2.1),
                                        new Cell.Text("about 6"),
                                        Cell.EMPTY,
                                        new Cell.Number(8.2)))),
                        new Column(
                                4,
                                new Heading("±", "mm"),
                                Kind.NUMBER,
                                Role.Y_BAR,
                                1,
                                Cells.ofNumbers(.1, .1, .2, .2))),
                ExcludedRows.NONE);
        Study study = StudyEdit.AddTable.to(Study.EMPTY, table).apply(Study.EMPTY);
        study = new StudyEdit.PutSheet(FigureSheet.of(7, List.of(1))).apply(study);
        return new FigureEdit.PutNote(1, new Note.Rule(1, true, 4, "")).apply(study);
    }

    private static Map<Edit, String> sentences() {
        var all = new LinkedHashMap<Edit, String>();
        ofTheStudy(all);
        ofTables(all);
        ofColumns(all);
        ofDecisions(all);
        ofFigures(all);
        return all;
    }

    private static void ofTheStudy(Map<Edit, String> all) {
        all.put(new StudyEdit.Rename("Cords"), "Name the study “Cords”");
        all.put(new StudyEdit.Begin(STUDY), "Begin with “" + STUDY.name() + "”");
        all.put(StudyEdit.AddTable.to(STUDY, STUDY.table(1)), "Add the table “Stretch” with 4 rows");
        all.put(new StudyEdit.RemoveTable(1), "Remove the table “Stretch”");
        all.put(new StudyEdit.ReplaceTable(STUDY.table(1)), "Read the table “Stretch” in another way");
        all.put(
                new StudyEdit.UseData(
                        STUDY.table(1).withSource(new Table.Source.Text("/lab/day 2/pulls.csv", "UTF-8", ',', true))),
                "Use the data of pulls.csv for the table “Stretch” (4 rows)");
        all.put(new StudyEdit.Follow(1, true), "Follow the file in the table “Stretch”");
        all.put(new StudyEdit.Follow(1, false), "No longer follow the file in the table “Stretch”");
        all.put(new TableEdit.AppendRows(1, List.of(2), List.of(List.of(new Cell.Number(5)))), "1 row more");
        all.put(
                new TableEdit.AppendRows(
                        1, List.of(2), List.of(List.of(new Cell.Number(5)), List.of(new Cell.Number(6)))),
                "2 rows more");
        all.put(new StudyEdit.RenameTable(1, "Pulls"), "Call the table “Stretch” “Pulls”");
        all.put(
                new StudyEdit.Summarise(
                        1, "Means", List.of(1, 2), List.of(3), List.of(Statistic.MEAN, Statistic.COUNT)),
                "Summarise Stretch by Cord, Load: mean, number");
        all.put(new StudyEdit.DuplicateFigure(1), "Duplicate Figure");
        all.put(new StudyEdit.AddFigure(1), "Add a figure of Stretch");
        all.put(new StudyEdit.RemoveFigure(1), "Remove Figure");
        all.put(new StudyEdit.SwapAxes(1), "Swap x and y");
        all.put(
                new StudyEdit.SetNumberFormat(Optional.of(new NumberNotation(DecimalMark.POINT, true))),
                "Write numbers as 12\u202f345.6");
        all.put(new StudyEdit.SetNumberFormat(Optional.empty()), "Write numbers as 12345,6");
        all.put(
                new StudyEdit.PlanReport(ReportPlan.DEFAULT.withTitle(Optional.of("Cords"))),
                "Title the report “Cords”");
        all.put(new StudyEdit.PlanReport(ReportPlan.DEFAULT.withAuthor("Ada")), "Report by “Ada”");
        all.put(
                new StudyEdit.PlanReport(ReportPlan.DEFAULT.withDate("25 November 2026")),
                "Date the report “25 November 2026”");
        all.put(
                new StudyEdit.PlanReport(ReportPlan.DEFAULT.withPaper(ReportPlan.Paper.LETTER)),
                "Report on Letter paper");
        all.put(
                new StudyEdit.PlanReport(
                        ReportPlan.DEFAULT.withSections(List.of(ReportPlan.Section.DATA, ReportPlan.Section.CHECKS))),
                "Sections of the report: what was done to the data, checks");
        all.put(new StudyEdit.PlanReport(ReportPlan.DEFAULT.withOmittedFigures(Set.of(2))), "Figures of the report");
        all.put(
                new StudyEdit.PlanReport(ReportPlan.DEFAULT.withConditions("23 °C")),
                "Conditions and instrument of the report");
        all.put(new StudyEdit.PlanReport(ReportPlan.DEFAULT.withConclusion("It holds.")), "Conclusion of the report");
        all.put(
                new StudyEdit.PlanReport(ReportPlan.DEFAULT.signed(true)),
                "Add the line for a signature in the report");
        all.put(new StudyEdit.PutSheet(FigureSheet.of(1, List.of(1))), "Add the sheet of figures “Sheet 1”");
        all.put(new StudyEdit.RemoveSheet(7), "Remove the sheet of figures “Sheet 7”");
        all.put(
                new FigureEdit.SetReportText(1, new ReportText("Why", "")),
                "Write the text before Figure in the report");
        all.put(new FigureEdit.SetReportText(1, new ReportText("", "So")), "Write the text after Figure in the report");
        all.put(
                new FigureEdit.Describe(1, Optional.of("Two cords."), Optional.empty()),
                "Caption of the figure: “Two cords.”");
        all.put(
                new FigureEdit.Describe(1, Optional.empty(), Optional.of("Both rise.")),
                "Text for those who do not see the figure: “Both rise.”");
        all.put(new StudyEdit.SaveStyle(new SheetStyle.Named("Thesis", SheetStyle.DEFAULT)), "Save the style “Thesis”");
        all.put(new StudyEdit.Compound("Both at once", List.of()), "Both at once");
    }

    private static void ofTables(Map<Edit, String> all) {
        all.put(new TableEdit.SetCell(1, 3, 1, " 6,1 "), "Row 2, Stretch: “6,1” instead of “about 6”");
        all.put(new TableEdit.SetCell(1, 3, 2, "7"), "Row 3, Stretch: “7” instead of an empty cell");
        all.put(new TableEdit.SetCell(1, 3, 0, ""), "Row 1, Stretch: empty instead of “2,1”");
        all.put(new TableEdit.ExcludeRows(1, List.of(0), ""), "Exclude row 1");
        all.put(new TableEdit.ExcludeRows(1, List.of(0, 2), "slipped"), "Exclude rows 1, 3: slipped");
        all.put(
                new TableEdit.ExcludeWhere(1, List.of(new RowCondition.Between(2, 2, 3)), "worn"),
                "Exclude rows where Load is 2 to 3: worn");
        all.put(
                new TableEdit.IncludeRows(1, IntStream.range(0, 11).boxed().toList()),
                "Include rows 1, 2, 3, 4, 5, 6, 7, 8 and 3 more");
        all.put(
                new TableEdit.SetBlock(1, 2, 0, List.of(List.of("a", "b"), List.of("c"))),
                "Paste 2 × 2 cells from row 3 on");
        all.put(new TableEdit.InsertRows(1, 0, 1), "Insert a row before row 1");
        all.put(new TableEdit.InsertRows(1, 3, 2), "Insert 2 rows before row 4");
        all.put(new TableEdit.RemoveRows(1, List.of(1)), "Remove row 2");
        all.put(new TableEdit.MoveRows(1, 1, 2, -1), "Move rows 2, 3 up");
        all.put(new TableEdit.MoveRows(1, 1, 1, 1), "Move row 2 down");
        all.put(new TableEdit.Sort(1, 2, true), "Sort the rows by Load, rising");
        all.put(new TableEdit.Sort(1, 3, false), "Sort the rows by Stretch, falling");
        all.put(new TableEdit.FillSeries(1, 2, 0, 5, 2.5, 40), "Fill Load with 5, 7.5 … (40 values)");
    }

    private static void ofColumns(Map<Edit, String> all) {
        all.put(new ColumnEdit.SetRole(1, 2, Role.NONE), "Take the role from Load");
        all.put(new ColumnEdit.SetRole(1, 4, Role.X_BAR), "Use ± as ± x");
        all.put(new ColumnEdit.UseOneY(1, 3), "Use Stretch alone as y");
        all.put(new ColumnEdit.SetHeading(1, 2, new Heading("Force", "N")), "Call the column Load (N) “Force (N)”");
        all.put(new ColumnEdit.UseAsFurtherX(1, 4), "Use ± as a further x");
        all.put(new ColumnEdit.SetKind(1, 2, Kind.TEXT, DateText.Order.DAY_FIRST), "Take Load as text");
        all.put(
                new ColumnEdit.SetKind(1, 2, Kind.DATE, DateText.Order.MONTH_FIRST),
                "Take Load as dates, month before day");
        all.put(new ColumnEdit.SetFormat(1, 2, new ColumnFormat.AsWritten(3)), "Show Load as written");
        all.put(
                new StudyEdit.Reshape(1, "Turned", DerivedTable.Form.ONE_ROW_EACH),
                "Turn the table “Stretch”: one row for each value");
        all.put(
                new FigureEdit.SetQuantity(1, new QuantityDefinition(new Heading("g", "m/s²"), "4 π² / slope")),
                "Work out g (m/s²) = 4 π² / slope");
        all.put(new FigureEdit.RemoveQuantity(1, "g"), "No longer work out g");
        all.put(new StudyEdit.Convert(1, 2, "kN"), "Convert Load from N into kN");
        all.put(
                new ColumnEdit.SetInterpretation(1, 2, CellInterpretation.COMMA),
                "Read Load as numbers with a decimal comma");
        all.put(new ColumnEdit.ScaleBars(1, 3, 1.5), "Bars of Stretch 1,5 times as long");
        all.put(new ColumnEdit.SetOwnBars(1, 2, new UniformBarLength(0.5, false)), "Bars of ± 0,5 N on Load");
        all.put(new ColumnEdit.SetOwnBars(1, 2, new UniformBarLength(5, true)), "Bars of ± 5 % on Load");
        all.put(new ColumnEdit.SetOwnBars(1, 2, UniformBarLength.NONE), "No bars of its own for Load");
        all.put(
                new ColumnEdit.SetBarMeaning(1, 4, BarMeaning.STANDARD_ERROR),
                "A bar of ± is " + BarMeaning.STANDARD_ERROR.words());
        all.put(new ColumnEdit.MoveColumn(1, 3, 0), "Move the column Stretch left");
        all.put(new ColumnEdit.MoveColumn(1, 2, 3), "Move the column Load right");
        all.put(
                new ColumnEdit.Derive(1, new Heading("Load²", "N²"), "{2}^2", Role.X, true),
                "Derive Load² (N²) = Load^2");
        all.put(new ColumnEdit.SetFormula(1, 4, new Heading("±", "mm"), "{2}/2"), "Derive ± (mm) = Load/2 instead");
        all.put(
                new ColumnEdit.AverageRepeats(1, List.of(2, 3), new Heading("Both", "mm"), Statistic.STANDARD_ERROR),
                "Both (mm): the mean of Load, Stretch ± one standard error");
        all.put(
                new StudyEdit.Reshape(1, "Turned", DerivedTable.Form.ONE_ROW_EACH, List.of(2, 3)),
                "Turn the table “Stretch”: one row for each value of Load, Stretch");
        all.put(
                new ColumnEdit.NameSet(1, 2, "light", List.of(new Cell.Number(1), new Cell.Number(2)), "heavy"),
                "Call rows with Load 1, 2 “light” and split by it");
        all.put(new ColumnEdit.AddColumn(1), "Add a column");
        all.put(
                new ColumnEdit.AddNumbers(1, new Heading("Residual", "mm"), Cells.ofNumbers(1)),
                "Add the column Residual, as it is now");
        all.put(new ColumnEdit.RemoveColumn(1, 4), "Remove the column ±");
    }

    private static void ofDecisions(Map<Edit, String> all) {
        all.put(
                new DecisionEdit.Decide(
                        1, 3, List.of(1), ProblemKind.NOT_A_NUMBER, Decision.Choice.EXCLUDED, "no reading"),
                "Row 2, Stretch: “about 6” " + Decision.Choice.EXCLUDED.words() + " (no reading)");
        all.put(new DecisionEdit.UndoDecision(1, 3, List.of(1)), "Take back what was decided about row 2, Stretch");
    }

    private static void ofFigures(Map<Edit, String> all) {
        all.put(new FigureEdit.SetTitle(1, Optional.of("Dry cord")), "Title the figure “Dry cord”");
        all.put(new FigureEdit.SetTitle(1, Optional.empty()), "Title the figure by its columns");
        all.put(new FigureEdit.NameFigure(1, "For the thesis"), "Name the figure “Figure” “For the thesis”");
        all.put(new FigureEdit.Show(1, Layer.CONFIDENCE_BAND, true), "Show: confidence band");
        all.put(new FigureEdit.Show(1, Layer.BARS, false), "Hide: bars");
        all.put(new FigureEdit.ChooseCurve(1, DRY, new Polynomial(2)), "Fit: quadratic to dry");
        all.put(new FigureEdit.ChooseCurve(1, ALL, new Polynomial(3)), "Fit: cubic to all groups");
        all.put(new FigureEdit.ChooseCurve(1, SeriesKey.whole(3), new Polynomial(2)), "Fit: quadratic");
        all.put(
                new FigureEdit.AddCurve(1, DRY.further(1), new Polynomial(2), List.of()),
                "Another curve: quadratic through dry");
        all.put(
                new FigureEdit.AddCurve(
                        1, DRY.further(1), new Polynomial(2), List.of(new RowCondition.Between(2, 10, 40))),
                "Another curve: quadratic through dry where Load is 10 to 40");
        all.put(new FigureEdit.RemoveCurve(1, DRY.further(1)), "Remove a further curve of dry");
        all.put(
                new FigureEdit.SetWeighting(1, Weighting.STATED),
                "Fit with points weighted by their error bars, as stated");
        all.put(new FigureEdit.SetWeighting(1, Weighting.UNWEIGHTED), "Fit unweighted");
        all.put(new FigureEdit.SetSheet(1, SheetStyle.DEFAULT), "Style of the figure: 160 × 140 mm, text of 9 points");
        all.put(new FigureEdit.Resize(1, 85, 60.5), "Make the figure 85 × 60,5 mm");
        all.put(
                new FigureEdit.SetAxis(
                        1, AxisPlace.X, AxisStyle.DEFAULT.withLimits(Optional.of(0.5), Optional.empty())),
                "Limits of the x axis: 0,5 to its own");
        all.put(new FigureEdit.SetAxis(1, AxisPlace.Y, AxisStyle.DEFAULT.withReversed(true)), "Change the y axis");
        all.put(new FigureEdit.Zoom(1, Map.of(AxisPlace.X, Limits.AUTOMATIC)), "Show all");
        all.put(
                new FigureEdit.Zoom(1, Map.of(AxisPlace.X, new Limits(Optional.of(1.0), Optional.of(2.0)))),
                "Show a part of the figure");
        all.put(new FigureEdit.SetLegend(1, LegendStyle.DEFAULT), "Change the legend");
        all.put(new FigureEdit.SetSeriesStyle(1, DRY, SeriesStyle.DEFAULT.withSize(2)), "Change the style of dry");
        all.put(
                new FigureEdit.SetSeriesStyle(1, DRY, SeriesStyle.DEFAULT.withRightAxis(Optional.of(true))),
                "Measure along the right-hand axis: dry");
        all.put(
                new FigureEdit.SetSeriesStyle(
                        1, SeriesKey.whole(3), SeriesStyle.DEFAULT.withRightAxis(Optional.of(false))),
                "Measure along the left-hand axis: Stretch");
        all.put(
                new FigureEdit.SetCurveStyle(1, DRY, CurveStyle.DEFAULT.withShown(false)),
                "Change the style of the curve of dry");
        all.put(
                new FigureEdit.SetCurveStyle(1, ALL, CurveStyle.DEFAULT.reaching(Optional.of(0.0), Optional.empty())),
                "Extend the curve of all groups");
        all.put(new FigureEdit.PutNote(1, new Note.Text(2, "slack", 1, 2, Optional.empty())), "Add the note “slack”");
        all.put(new FigureEdit.PutNote(1, new Note.Rule(1, true, 5, "")), "Change the line at y = 5.0");
        all.put(new FigureEdit.RemoveNote(1, 1), "Remove the line at y = 4.0");
        all.put(new FigureEdit.SetConditions(1, List.of()), "Use all rows");
        all.put(
                new FigureEdit.SetConditions(1, List.of(new RowCondition.Between(2, 2, 3))),
                "Use only rows where Load is 2 to 3");
    }

    @TestFactory
    Stream<DynamicTest> everyEditSaysWhatItDoes() {
        return sentences().entrySet().stream()
                .map(each -> dynamicTest(
                        each.getValue(),
                        () -> assertThat(each.getKey().sentence(STUDY)).isEqualTo(each.getValue())));
    }

    /// A change of style is what leaves tables, fits and rows as they are; this is what trying an edit by drawing
    /// alone relies on.
    @TestFactory
    Stream<DynamicTest> aStyleChangesNothingThatIsWorkedOut() {
        return sentences().keySet().stream()
                .filter(Edit::isStyle)
                .map(edit -> dynamicTest(edit.sentence(STUDY), () -> {
                    Study after = edit.apply(STUDY);
                    Figure was = STUDY.figure(1);
                    Figure is = after.figure(1);
                    assertThat(after.tables())
                            .usingElementComparator((a, b) -> a == b ? 0 : 1)
                            .isEqualTo(STUDY.tables());
                    assertThat(is.curves()).isEqualTo(was.curves());
                    assertThat(is.weighting()).isEqualTo(was.weighting());
                    assertThat(is.conditions()).isEqualTo(was.conditions());
                    assertThat(is.shows(Layer.POOLED)).isEqualTo(was.shows(Layer.POOLED));
                }));
    }

    @Test
    void noEditIsForgotten() {
        Set<Class<?>> all = kinds(Edit.class).collect(Collectors.toSet());
        assertThat(sentences().keySet().stream().<Class<?>>map(Object::getClass).collect(Collectors.toSet()))
                .isEqualTo(all);
    }

    private static Stream<Class<?>> kinds(Class<?> sealed) {
        return sealed.isSealed()
                ? Arrays.stream(sealed.getPermittedSubclasses()).flatMap(StepSentencesTest::kinds)
                : Stream.of(sealed);
    }
}
