package helvo.core.study;

/// One change of a study, by whatever gesture, command or script. The list of edits is the study's journal; its
/// JSON form is in `helvo.files`.
public sealed interface Edit permits StudyEdit, TableChange, FigureEdit {
    /// The study after this change.
    ///
    /// @throws IllegalArgumentException when the study lacks what the edit is about
    Study apply(Study study);

    /// Whether it takes the place of the edit before it, when both belong to one gesture or one field: what that
    /// did, this does anew.
    default boolean mergesWith(Edit before) {
        return false;
    }

    /// Whether it changes how a figure looks and nothing that is worked out, so that it can be tried by drawing
    /// alone.
    default boolean isStyle() {
        return false;
    }

    /// Whether it changes what the data are, or which of them count: what a report says was done to them.
    default boolean isAboutData() {
        return switch (this) {
            case StudyEdit.AddTable _,
                    StudyEdit.RemoveTable _,
                    StudyEdit.ReplaceTable _,
                    StudyEdit.Summarise _,
                    StudyEdit.Reshape _,
                    StudyEdit.Begin _,
                    StudyEdit.UseData _,
                    StudyEdit.Convert _,
                    FigureEdit.SetConditions _,
                    ColumnEdit.SetRole _,
                    ColumnEdit.UseOneY _,
                    ColumnEdit.SetHeading _,
                    ColumnEdit.UseAsFurtherX _,
                    ColumnEdit.SetKind _,
                    ColumnEdit.SetInterpretation _,
                    ColumnEdit.ScaleBars _,
                    ColumnEdit.SetOwnBars _,
                    ColumnEdit.SetBarMeaning _,
                    ColumnEdit.AverageRepeats _,
                    ColumnEdit.Derive _,
                    ColumnEdit.SetFormula _,
                    ColumnEdit.NameSet _,
                    ColumnEdit.AddColumn _,
                    ColumnEdit.AddNumbers _,
                    ColumnEdit.RemoveColumn _,
                    DecisionEdit.Decide _,
                    DecisionEdit.UndoDecision _,
                    TableEdit.SetCell _,
                    TableEdit.ExcludeRows _,
                    TableEdit.ExcludeWhere _,
                    TableEdit.IncludeRows _,
                    TableEdit.SetBlock _,
                    TableEdit.AppendRows _,
                    TableEdit.InsertRows _,
                    TableEdit.RemoveRows _,
                    TableEdit.MoveRows _,
                    TableEdit.Sort _,
                    TableEdit.FillSeries _ -> true;
            case StudyEdit.Rename _,
                    StudyEdit.Follow _,
                    StudyEdit.RenameTable _,
                    StudyEdit.DuplicateFigure _,
                    StudyEdit.AddFigure _,
                    StudyEdit.RemoveFigure _,
                    StudyEdit.SwapAxes _,
                    StudyEdit.SetNumberFormat _,
                    StudyEdit.PlanReport _,
                    StudyEdit.SaveStyle _,
                    StudyEdit.PutSheet _,
                    StudyEdit.RemoveSheet _,
                    FigureEdit.SetTitle _,
                    FigureEdit.Describe _,
                    FigureEdit.SetReportText _,
                    FigureEdit.SetQuantity _,
                    FigureEdit.RemoveQuantity _,
                    FigureEdit.NameFigure _,
                    FigureEdit.Show _,
                    FigureEdit.ChooseCurve _,
                    FigureEdit.AddCurve _,
                    FigureEdit.RemoveCurve _,
                    FigureEdit.SetWeighting _,
                    FigureEdit.SetSheet _,
                    FigureEdit.Resize _,
                    FigureEdit.SetAxis _,
                    FigureEdit.Zoom _,
                    FigureEdit.SetLegend _,
                    FigureEdit.SetSeriesStyle _,
                    FigureEdit.SetCurveStyle _,
                    FigureEdit.PutNote _,
                    FigureEdit.RemoveNote _,
                    ColumnEdit.SetFormat _,
                    ColumnEdit.MoveColumn _ -> false;
            case StudyEdit.Compound(var _, var edits) -> edits.stream().anyMatch(Edit::isAboutData);
        };
    }

    /// What the edit does, for the list of steps; read on the study before it.
    String sentence(Study before);
}
