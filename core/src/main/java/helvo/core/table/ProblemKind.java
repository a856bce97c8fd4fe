package helvo.core.table;

/// A reason why a cell needs a look, the gravest first.
public enum ProblemKind {
    NOT_A_NUMBER,
    NOT_A_DATE,
    LIMIT,
    NO_RESULT,
    BLANK,
    FAR,
    REPEATED
}
