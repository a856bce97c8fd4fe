package helvo.core.study;

/// Which series of a figure: a y column, and a group where a column splits the rows.
///
/// @param group the cell's text; empty when nothing splits the rows
public record SeriesKey(int yColumn, String group) {}
