package helvo.core.study;

import helvo.core.number.NumberText;
import helvo.core.table.Cell;
import helvo.core.table.Column;
import helvo.core.table.Decision;
import helvo.core.table.Decision.Choice;
import helvo.core.table.ProblemKind;
import helvo.core.table.Table;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;

/// Decisions about cells that needed a look, and their undoing.
public sealed interface DecisionEdit extends TableChange {
    /// Decides about alike cells of one column at once.
    ///
    /// @param column its id; 0 for whole rows
    /// @param rows   ascending, 0 is the first
    /// @param reason for excluding rows
    /// @param numbers for each row the one that is used; none in studies that do not say it, where the one in the
    ///     cell is used
    record Decide(
            int table,
            int column,
            List<Integer> rows,
            ProblemKind problem,
            Choice choice,
            String reason,
            List<Double> numbers)
            implements DecisionEdit {
        /// @throws IllegalArgumentException where there are numbers, and not as many as rows
        public Decide {
            rows = List.copyOf(rows);
            numbers = numbers == null ? List.of() : List.copyOf(numbers);
            if (!numbers.isEmpty() && numbers.size() != rows.size()) {
                throw new IllegalArgumentException("there are not as many numbers as rows");
            }
        }

        /// Without numbers of its own.
        public Decide(int table, int column, List<Integer> rows, ProblemKind problem, Choice choice, String reason) {
            this(table, column, rows, problem, choice, reason, List.of());
        }

        @Override
        public Table change(Table before) {
            var kept = new ArrayList<>(before.decisions());
            var places = new HashSet<>(rows);
            kept.removeIf(decision -> decision.column() == column && places.contains(decision.row()));
            rows.forEach(row -> kept.add(new Decision(
                    row,
                    column,
                    column == 0 ? Cell.EMPTY : before.column(column).cells().cell(row),
                    problem,
                    choice)));
            Table decided = before.withDecisions(kept);
            int[] at = rows.stream().mapToInt(Integer::intValue).toArray();
            var used = new HashMap<Integer, Double>();
            for (int i = 0; i < numbers.size(); i++) {
                used.put(rows.get(i), numbers.get(i));
            }
            return switch (choice) {
                case NUMBER_USED ->
                    decided.withColumn(
                            column,
                            old -> old.withCells(old.cells()
                                    .withRows(
                                            at,
                                            row -> used.containsKey(row)
                                                    ? new Cell.Number(used.get(row))
                                                    : inside(old.cells().cell(row)))));
                case MISSING ->
                    decided.withColumn(column, old -> old.withCells(old.cells().withRows(at, _ -> Cell.EMPTY)));
                case EXCLUDED -> decided.withExcluded(decided.excluded().with(rows, reason));
                case KEPT -> decided;
            };
        }

        private static Cell inside(Cell cell) {
            var number = NumberText.numberInside(cell.exactText());
            return number.isPresent() ? new Cell.Number(number.getAsDouble()) : cell;
        }

        @Override
        public String sentenceOfTable(Table before) {
            String place = TableEdit.named(rows)
                    + (column == 0 ? "" : ", " + before.column(column).name());
            String was = column == 0 || rows.isEmpty()
                    ? ""
                    : before.column(column).shown(rows.getFirst(), before.decimalMark());
            return place.substring(0, 1).toUpperCase(Locale.ROOT) + place.substring(1) + ": "
                    + (was.isEmpty() ? "" : "“" + was + "” ")
                    + choice.words()
                    + (choice == Choice.EXCLUDED && !reason.isBlank() ? " (" + reason + ")" : "");
        }
    }

    /// Takes decisions back: cells hold again what they held, rows that were excluded count again.
    ///
    /// @param column its id; 0 for whole rows
    record UndoDecision(int table, int column, List<Integer> rows) implements DecisionEdit {
        public UndoDecision {
            rows = List.copyOf(rows);
        }

        @Override
        public Table change(Table before) {
            Set<Integer> places = Set.copyOf(rows);
            List<Decision> back = before.decisions().stream()
                    .filter(decision -> decision.column() == column && places.contains(decision.row()))
                    .toList();
            var kept = new ArrayList<>(before.decisions());
            kept.removeAll(Set.copyOf(back));
            Table open = before.withDecisions(kept)
                    .withExcluded(before.excluded()
                            .without(back.stream()
                                    .filter(d -> d.choice() == Choice.EXCLUDED)
                                    .map(Decision::row)
                                    .toList()));
            Map<Integer, Cell> was = back.stream()
                    .filter(d -> d.choice() == Choice.NUMBER_USED || d.choice() == Choice.MISSING)
                    .collect(Collectors.toMap(Decision::row, Decision::original));
            if (was.isEmpty()) {
                return open;
            }
            Function<Column, Column> restored = old -> old.withCells(old.cells()
                    .withRows(
                            was.keySet().stream()
                                    .mapToInt(Integer::intValue)
                                    .sorted()
                                    .toArray(),
                            was::get));
            return open.withColumn(column, restored::apply);
        }

        @Override
        public String sentenceOfTable(Table before) {
            return "Take back what was decided about " + TableEdit.named(rows)
                    + (column == 0 ? "" : ", " + before.column(column).name());
        }
    }

    /// The table without decisions about cells that are typed, pasted or filled over.
    static Table undecided(Table table, Predicate<Decision> isOver) {
        return table.decisions().stream().noneMatch(isOver)
                ? table
                : table.withDecisions(
                        table.decisions().stream().filter(isOver.negate()).toList());
    }
}
