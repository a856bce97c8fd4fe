package helvo.core.table;

/// What a column's cells are meant to be.
public enum Kind { NUMBER, TEXT }
