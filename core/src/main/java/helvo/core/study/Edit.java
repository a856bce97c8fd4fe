package helvo.core.study;

/// One change of a study, by whatever gesture, command or script. The list of edits is the study's journal; its
/// JSON form is in `helvo.files`.
public sealed interface Edit permits StudyEdit, TableChange, FigureEdit {
    /// The study after this change.
    ///
    /// @throws IllegalArgumentException when the study lacks what the edit is about
    Study apply(Study study);

    /// Whether it takes the place of the edit before it, when both belong to one gesture or one field: what that did, this does anew.
    default boolean continues(Edit before) {
        return false;
    }

    /// What the edit does, for the list of steps; read on the study before it.
    String sentence(Study before);
}
