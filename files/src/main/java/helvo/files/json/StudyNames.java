package helvo.files.json;

import helvo.core.number.DateText;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberNotation;
import helvo.core.points.Weighting;
import helvo.core.prediction.QuantityDefinition;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Commit;
import helvo.core.study.DecisionEdit;
import helvo.core.study.Figure;
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
import helvo.core.style.BarStyle;
import helvo.core.style.CurveStyle;
import helvo.core.style.FigureStyle;
import helvo.core.style.LegendStyle;
import helvo.core.style.MarkerShape;
import helvo.core.style.Note;
import helvo.core.style.SeriesStyle;
import helvo.core.style.SheetStyle;
import helvo.core.table.BarMeaning;
import helvo.core.table.CalendarUnit;
import helvo.core.table.CellInterpretation;
import helvo.core.table.Column;
import helvo.core.table.ColumnFormat;
import helvo.core.table.Decision;
import helvo.core.table.Derivation;
import helvo.core.table.DerivedTable;
import helvo.core.table.Heading;
import helvo.core.table.ImportOptions;
import helvo.core.table.ImportReport;
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
import java.util.stream.Collectors;
import tools.jackson.databind.PropertyNamingStrategy;
import tools.jackson.databind.cfg.MapperConfig;
import tools.jackson.databind.introspect.AnnotatedClass;
import tools.jackson.databind.introspect.AnnotatedField;
import tools.jackson.databind.introspect.AnnotatedMethod;
import tools.jackson.databind.introspect.AnnotatedParameter;
import tools.jackson.databind.introspect.JacksonAnnotationIntrospector;
import tools.jackson.databind.jsontype.NamedType;

/// The words of the file format: what every type, member and constant of a study is called in JSON. They are part
/// of the format and stay when code is renamed; one that is missing here cannot be read or written.
///
/// A member is given by the name of its record component, and as `component=word` where the format has another word
/// for it.
final class StudyNames {
    private static final Map<Class<?>, Entry> ENTRIES = List.of(
                    entry(Study.class, "", "name tables figures styles numberFormat report sheets"),
                    entry(
                            Table.class,
                            "",
                            "id name decimalMark source columns excluded decisions summary followsFile importReport"),
                    entry(DecimalMark.class, "", "POINT COMMA"),
                    entry(Table.Source.Text.class, "text file", "file charset delimiter headings"),
                    entry(Table.Source.Sheet.class, "sheet", "file sheet"),
                    entry(
                            Column.class,
                            "",
                            "id heading kind role format barMeaning derivation uniformBars cells groups "
                                    + "interpretation"),
                    entry(Heading.class, "", "name unit"),
                    entry(Kind.class, "", "NUMBER TEXT DATE"),
                    entry(Role.class, "", "X Y X_BAR Y_BAR X_DOWN Y_DOWN BY NONE"),
                    entry(ColumnFormat.AsWritten.class, "as written", "decimals"),
                    entry(ColumnFormat.Rounded.class, "rounded", "decimals"),
                    entry(ColumnFormat.Significant.class, "significant", "digits"),
                    entry(ColumnFormat.Dates.class, "dates", "form order per"),
                    entry(DateText.Form.class, "", "YEAR MONTH DAY MINUTE SECOND TIME TIME_WITH_SECONDS"),
                    entry(DateText.Order.class, "", "DAY_FIRST MONTH_FIRST"),
                    entry(CalendarUnit.class, "", "SECOND MINUTE HOUR DAY MONTH YEAR"),
                    entry(ColumnFormat.Durations.class, "durations", "per"),
                    entry(BarMeaning.class, "", "HALF_RANGE STANDARD_DEVIATION STANDARD_ERROR INTERVAL_95"),
                    entry(Derivation.Formula.class, "formula", "text"),
                    entry(Derivation.PropagatedUncertainty.class, "propagated uncertainty", "source bars"),
                    entry(Derivation.Bar.class, "", "source column"),
                    entry(Derivation.Membership.class, "set", "source name values others"),
                    entry(Derivation.Group.class, "group", "source"),
                    entry(Derivation.Reshaped.class, "reshaped", ""),
                    entry(Derivation.GroupStatistic.class, "statistic", "statistic source"),
                    entry(Derivation.RowStatistic.class, "row statistic", "statistic sources"),
                    entry(
                            Statistic.class,
                            "",
                            "MEAN MEDIAN SUM COUNT LEAST GREATEST STANDARD_DEVIATION STANDARD_ERROR RANGE HALF_RANGE"),
                    entry(UniformBarLength.class, "", "size percent"),
                    entry(
                            CellInterpretation.class,
                            "",
                            "POINT COMMA DAY_FIRST MONTH_FIRST HOURS_MINUTES MINUTES_SECONDS YEAR_MONTH TEXT"),
                    entry(Decision.class, "", "row column original problem choice"),
                    entry(ProblemKind.class, "", "NOT_A_NUMBER NOT_A_DATE LIMIT NO_RESULT BLANK FAR REPEATED"),
                    entry(Decision.Choice.class, "", "NUMBER_USED MISSING EXCLUDED KEPT"),
                    entry(DerivedTable.class, "", "source by form columns"),
                    entry(DerivedTable.Form.class, "", "GROUPS ONE_ROW_EACH ROWS_TO_COLUMNS"),
                    entry(ImportReport.class, "", "layout remarks notes tables choices openLine"),
                    entry(ImportReport.Remark.class, "", "column sentence warning"),
                    entry(
                            ImportOptions.class,
                            "",
                            "headingLine skipLines table separator decimal thousands dateOrder missing encoding "
                                    + "zone hidden"),
                    entry(
                            Figure.class,
                            "",
                            "id name table title layers curves furtherCurves conditions weighting "
                                    + "style caption description quantities reportText"),
                    entry(ReportText.class, "", "before after"),
                    entry(QuantityDefinition.class, "", "heading formula"),
                    entry(Layer.class, "", "BARS BOUNDS EQUATIONS CONFIDENCE_BAND RESIDUALS POOLED GRID_LINES"),
                    entry(Figure.CurveChoice.class, "", "series curve"),
                    entry(SeriesKey.class, "", "yColumn rows group curve"),
                    entry(SeriesKey.Rows.class, "", "WHOLE GROUP POOLED"),
                    entry(Figure.FurtherCurve.class, "", "series conditions"),
                    entry(RowCondition.Is.class, "is", "column value"),
                    entry(RowCondition.IsNot.class, "is not", "column value"),
                    entry(RowCondition.Beyond.class, "beyond", "column limit above"),
                    entry(RowCondition.OneOf.class, "is one of", "column values"),
                    entry(RowCondition.Between.class, "between", "column low high"),
                    entry(Weighting.class, "", "UNWEIGHTED STATED RELATIVE"),
                    entry(FigureStyle.class, "", "sheet axes legend series curves notes"),
                    entry(SheetStyle.class, "", "widthMm heightMm textSize lineWidth dashes frame background"),
                    entry(AxisPlace.class, "", "X Y RIGHT"),
                    entry(
                            AxisStyle.class,
                            "",
                            "low high step minorIntervals title decimals ticks grid includesZero "
                                    + "logarithmic reversed oppositeSide dateLabels"),
                    entry(AxisStyle.Ticks.class, "", "OUTSIDE INSIDE NONE"),
                    entry(AxisStyle.Grid.class, "", "NONE MAJOR MINOR"),
                    entry(AxisStyle.DateLabels.class, "", "AUTOMATIC YEAR MONTH DAY NUMERIC TIME"),
                    entry(LegendStyle.class, "", "shown at order"),
                    entry(LegendStyle.Shown.class, "", "FOR_SEVERAL ALWAYS NEVER"),
                    entry(CurveStyle.Spot.class, "", "across down"),
                    entry(FigureStyle.OfSeries.class, "", "series style"),
                    entry(
                            SeriesStyle.class,
                            "",
                            "name shape color size opacity points join inLegend hidden bySize rightAxis "
                                    + "labels coloredBy edge bars"),
                    entry(MarkerShape.class, "", "CIRCLE DIAMOND SQUARE TRIANGLE PENTAGON TRIANGLE_DOWN STAR CROSS"),
                    entry(SeriesStyle.Join.class, "", "NONE STRAIGHT SMOOTH"),
                    entry(SeriesStyle.ColorBy.class, "", "column"),
                    entry(BarStyle.class, "", "shown cap width color"),
                    entry(FigureStyle.OfCurve.class, "", "series style"),
                    entry(CurveStyle.class, "", "color width dash opacity from to shown label labelAt digits"),
                    entry(CurveStyle.Dash.class, "", "SOLID DASHED DOTTED DASH_DOT"),
                    entry(CurveStyle.LabelPart.class, "", "NAME EQUATION R2 UNCERTAINTY POINTS BOUNDS"),
                    entry(Note.Text.class, "text", "id text x y to"),
                    entry(Note.Text.Target.class, "", "x y"),
                    entry(Note.Rule.class, "rule", "id atY at label"),
                    entry(Note.Span.class, "span", "id ofY from to label"),
                    entry(Note.Result.class, "result", "id series label x y"),
                    entry(Note.ReadingMarker.class, "reading-marker", "id series fromY at extendsAxes replicates"),
                    entry(SheetStyle.Named.class, "", "name style"),
                    entry(NumberNotation.class, "", "decimalMark grouped"),
                    entry(
                            ReportPlan.class,
                            "",
                            "title author date paper language sections omittedFigures omittedSheets "
                                    + "conditions conclusion signature"),
                    entry(
                            FigureSheet.class,
                            "",
                            "id name figures splitBy columns widthMm panelHeightMm textSize letters "
                                    + "lettersInside x y legends titles equations residuals"),
                    entry(FigureSheet.Letters.class, "", "LOWER UPPER BRACKETED NONE"),
                    entry(FigureSheet.AxisUse.class, "", "OWN SAME SHARED"),
                    entry(FigureSheet.Legends.class, "", "EACH ONE NONE"),
                    entry(ReportPlan.Signature.class, "", "NONE LINE"),
                    entry(ReportPlan.Paper.class, "", "A4 LETTER"),
                    entry(
                            ReportPlan.Section.class,
                            "",
                            "SUMMARY FIGURE RESULTS READINGS DATA CHECKS METHOD MEASUREMENTS RESIDUALS "
                                    + "CONDITIONS CONCLUSION"),
                    entry(Commit.Append.class, "edit", "edit at"),
                    entry(StudyEdit.Rename.class, "rename study", "name"),
                    entry(StudyEdit.Begin.class, "begin", "study"),
                    entry(StudyEdit.AddTable.class, "add table", "table figure"),
                    entry(StudyEdit.RemoveTable.class, "remove table", "table"),
                    entry(StudyEdit.ReplaceTable.class, "replace table", "table"),
                    entry(StudyEdit.UseData.class, "use data", "table"),
                    entry(StudyEdit.Follow.class, "follow", "table followsFile"),
                    entry(StudyEdit.RenameTable.class, "rename table", "table name"),
                    entry(StudyEdit.Summarise.class, "summarise", "table name by columns statistics"),
                    entry(StudyEdit.Reshape.class, "reshape", "table name form columns"),
                    entry(StudyEdit.DuplicateFigure.class, "duplicate figure", "figure"),
                    entry(StudyEdit.AddFigure.class, "add figure", "table"),
                    entry(StudyEdit.RemoveFigure.class, "remove figure", "figure"),
                    entry(StudyEdit.SwapAxes.class, "swap axes", "table"),
                    entry(StudyEdit.SetNumberFormat.class, "set number format", "numberFormat"),
                    entry(StudyEdit.PlanReport.class, "plan report", "plan"),
                    entry(StudyEdit.SaveStyle.class, "save style", "style"),
                    entry(StudyEdit.PutSheet.class, "put sheet", "sheet"),
                    entry(StudyEdit.RemoveSheet.class, "remove sheet", "sheet"),
                    entry(StudyEdit.Compound.class, "compound", "description edits"),
                    entry(TableEdit.SetCell.class, "set cell", "table column row text"),
                    entry(TableEdit.ExcludeRows.class, "exclude rows", "table rows reason"),
                    entry(TableEdit.ExcludeWhere.class, "exclude where", "table conditions reason"),
                    entry(TableEdit.IncludeRows.class, "include rows", "table rows"),
                    entry(TableEdit.SetBlock.class, "set block", "table row column cells"),
                    entry(TableEdit.AppendRows.class, "append rows", "table columns cells"),
                    entry(TableEdit.InsertRows.class, "insert rows", "table row count"),
                    entry(TableEdit.RemoveRows.class, "remove rows", "table rows"),
                    entry(TableEdit.MoveRows.class, "move rows", "table row count offset"),
                    entry(TableEdit.Sort.class, "sort", "table column ascending"),
                    entry(TableEdit.FillSeries.class, "fill series", "table column row first step count"),
                    entry(ColumnEdit.SetRole.class, "set role", "table column role"),
                    entry(ColumnEdit.UseOneY.class, "use one y", "table column"),
                    entry(ColumnEdit.SetHeading.class, "set heading", "table column heading"),
                    entry(ColumnEdit.UseAsFurtherX.class, "use as further x", "table column"),
                    entry(ColumnEdit.SetKind.class, "set kind", "table column kind order"),
                    entry(ColumnEdit.SetInterpretation.class, "set interpretation", "table column interpretation"),
                    entry(ColumnEdit.SetFormat.class, "set format", "table column format"),
                    entry(ColumnEdit.ScaleBars.class, "scale bars", "table column factor"),
                    entry(ColumnEdit.SetOwnBars.class, "set own bars", "table column bars"),
                    entry(ColumnEdit.SetBarMeaning.class, "set bar meaning", "table column meaning"),
                    entry(ColumnEdit.MoveColumn.class, "move column", "table column place"),
                    entry(ColumnEdit.Derive.class, "derive", "table heading formula role replaces"),
                    entry(ColumnEdit.AverageRepeats.class, "average repeats", "table columns heading spread"),
                    entry(ColumnEdit.SetFormula.class, "set formula", "table column heading formula"),
                    entry(ColumnEdit.NameSet.class, "name set", "table column name values others"),
                    entry(StudyEdit.Convert.class, "convert", "table column unit"),
                    entry(ColumnEdit.AddColumn.class, "add column", "table"),
                    entry(ColumnEdit.AddNumbers.class, "add numbers", "table heading cells"),
                    entry(ColumnEdit.RemoveColumn.class, "remove column", "table column"),
                    entry(DecisionEdit.Decide.class, "decide", "table column rows problem choice reason numbers"),
                    entry(DecisionEdit.UndoDecision.class, "undo decision", "table column rows"),
                    entry(FigureEdit.SetTitle.class, "set title", "figure title"),
                    entry(FigureEdit.Describe.class, "describe figure", "figure caption description"),
                    entry(FigureEdit.SetReportText.class, "set report text", "figure text"),
                    entry(FigureEdit.SetQuantity.class, "set quantity", "figure quantity"),
                    entry(FigureEdit.RemoveQuantity.class, "remove quantity", "figure name"),
                    entry(FigureEdit.NameFigure.class, "name figure", "figure name"),
                    entry(FigureEdit.Show.class, "show", "figure layer shown"),
                    entry(FigureEdit.ChooseCurve.class, "choose curve", "figure series curve"),
                    entry(FigureEdit.AddCurve.class, "add curve", "figure series curve conditions"),
                    entry(FigureEdit.RemoveCurve.class, "remove curve", "figure series"),
                    entry(FigureEdit.SetWeighting.class, "set weighting", "figure weighting"),
                    entry(FigureEdit.SetSheet.class, "set sheet", "figure style"),
                    entry(FigureEdit.Resize.class, "resize", "figure widthMm heightMm"),
                    entry(FigureEdit.SetAxis.class, "set axis", "figure place style"),
                    entry(FigureEdit.Zoom.class, "zoom", "figure limits"),
                    entry(FigureEdit.Zoom.Limits.class, "", "low high"),
                    entry(FigureEdit.SetLegend.class, "set legend", "figure style"),
                    entry(FigureEdit.SetSeriesStyle.class, "set series style", "figure series style"),
                    entry(FigureEdit.SetCurveStyle.class, "set curve style", "figure series style"),
                    entry(FigureEdit.PutNote.class, "put note", "figure note"),
                    entry(FigureEdit.RemoveNote.class, "remove note", "figure note"),
                    entry(FigureEdit.SetConditions.class, "set conditions", "figure conditions"),
                    entry(Commit.Amend.class, "amend", "edit at"),
                    entry(Commit.Jump.class, "jump", "steps at"),
                    entry(Commit.RestoreBranch.class, "restore branch", "branch at"))
            .stream()
            .collect(Collectors.toUnmodifiableMap(Entry::of, entry -> entry));

    /// @param type    by which one of a family is told from the others; empty where there is no need
    /// @param members words by the names of components, or of an enumeration's constants, in their order
    record Entry(Class<?> of, String type, Map<String, String> members) {}

    private StudyNames() {}

    private static Entry entry(Class<?> of, String type, String members) {
        var words = new LinkedHashMap<String, String>();
        for (String member : members.isEmpty() ? new String[0] : members.split(" ")) {
            int equals = member.indexOf('=');
            words.put(equals < 0 ? member : member.substring(0, equals), member.substring(equals + 1));
        }
        return new Entry(of, type, words);
    }

    /// All types that have names of their own or of their members.
    static Map<Class<?>, Entry> all() {
        return ENTRIES;
    }

    static List<NamedType> types() {
        return ENTRIES.values().stream()
                .filter(entry -> !entry.type().isEmpty())
                .map(entry -> new NamedType(entry.of(), entry.type()))
                .toList();
    }

    /// The word for a member of a type of the study; other types keep the names of their components, which are
    /// words of the format.
    private static String word(Class<?> type, String name) {
        if (!type.getName().startsWith("helvo.core.")) {
            return name;
        }
        Entry entry = ENTRIES.get(type);
        String word = entry == null ? null : entry.members().get(name);
        if (word == null) {
            throw new IllegalStateException(
                    type.getName() + "." + name + " has no word in the file format: add it to StudyNames");
        }
        return word;
    }

    /// Members of records.
    static final class Members extends PropertyNamingStrategy {
        private static final long serialVersionUID = 1;

        @Override
        public String nameForField(MapperConfig<?> config, AnnotatedField field, String name) {
            return word(field.getDeclaringClass(), name);
        }

        @Override
        public String nameForGetterMethod(MapperConfig<?> config, AnnotatedMethod method, String name) {
            return word(method.getDeclaringClass(), name);
        }

        @Override
        public String nameForConstructorParameter(MapperConfig<?> config, AnnotatedParameter parameter, String name) {
            return word(parameter.getDeclaringClass(), name);
        }
    }

    /// Constants of enumerations.
    static final class Constants extends JacksonAnnotationIntrospector {
        private static final long serialVersionUID = 1;

        @Override
        public String[] findEnumValues(MapperConfig<?> config, AnnotatedClass type, Enum<?>[] values, String[] names) {
            // Whoever asks looks at the array that was given, or at the one that comes back.
            Arrays.setAll(names, i -> word(values[i].getDeclaringClass(), values[i].name()));
            return names;
        }
    }
}
