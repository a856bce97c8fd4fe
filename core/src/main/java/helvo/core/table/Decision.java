package helvo.core.table;

import java.util.Optional;

/// A person's decision about a cell that needed a look. It stays on record until it is taken back or the cell is
/// typed over.
///
/// @param row    0 is the first
/// @param column its id; 0 for a decision about a whole row
/// @param original    what the cell held before
/// @param problem  why it needed a look
public record Decision(int row, int column, Cell original, ProblemKind problem, Choice choice) {
    public enum Choice {
        NUMBER_USED("the number in it used"),
        MISSING("treated as missing"),
        EXCLUDED("row excluded"),
        KEPT("kept as it is");

        private final String words;

        Choice(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    Optional<Decision> inRow(int newRow) {
        return newRow < 0 ? Optional.empty() : Optional.of(new Decision(newRow, column, original, problem, choice));
    }
}
