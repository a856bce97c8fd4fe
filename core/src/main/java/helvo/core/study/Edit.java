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
            case ColumnEdit.SetFormat _, ColumnEdit.MoveColumn _ -> false;
            case TableChange _, FigureEdit.SetConditions _ -> true;
            case StudyEdit.AddTable _,
                    StudyEdit.RemoveTable _,
                    StudyEdit.ReplaceTable _,
                    StudyEdit.Summarise _,
                    StudyEdit.Reshape _,
                    StudyEdit.Begin _,
                    StudyEdit.UseData _ -> true;
            case StudyEdit.Compound(var _, var edits) -> edits.stream().anyMatch(Edit::isAboutData);
            case StudyEdit _, FigureEdit _ -> false;
        };
    }

    /// What the edit does, for the list of steps; read on the study before it.
    String sentence(Study before);
}
