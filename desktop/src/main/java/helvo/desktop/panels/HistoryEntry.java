package helvo.desktop.panels;

import helvo.core.RootLocale;
import helvo.core.study.History;
import java.time.Instant;

/// A line of the history list.
sealed interface HistoryEntry {
    String sentence();

    /// Too long ago to be gone back to.
    record Earlier(Instant at, String sentence) implements HistoryEntry {}

    record AtFirst() implements HistoryEntry {
        @Override
        public String sentence() {
            return "As it was at first";
        }
    }

    /// @param steps done after it
    record Done(int steps, History.Step step) implements HistoryEntry {
        @Override
        public String sentence() {
            return step.sentence();
        }
    }

    /// Rows that came into the same table one after the other.
    ///
    /// @param rows  that came in all
    /// @param times in so many steps
    record Came(int steps, History.Step step, int table, int rows, int times) implements HistoryEntry {
        @Override
        public String sentence() {
            return times == 1
                    ? step.sentence()
                    : RootLocale.format(
                            "%s, in %d steps",
                            step.sentence().replaceFirst("^[\\d,]+ rows?", RootLocale.format("%,d rows", rows)), times);
        }
    }

    record Undone(int steps, History.Step step) implements HistoryEntry {
        @Override
        public String sentence() {
            return step.sentence();
        }
    }

    /// @param place among the branches
    /// @param count of its steps that are its own
    record Left(int place, int count, History.Step last) implements HistoryEntry {
        @Override
        public String sentence() {
            return (count == 1 ? "Undone and left: " : count + " steps undone and left, the last: ") + last.sentence();
        }
    }
}
