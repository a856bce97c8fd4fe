package helvo.core.table;

import java.util.OptionalDouble;

/// A cell of a number column that holds text, and so needs a look.
///
/// @param row          0 is the first
/// @param numberInside the one number in the text, which may be what was meant
public record Problem(int row, Column column, String text, OptionalDouble numberInside) {}
