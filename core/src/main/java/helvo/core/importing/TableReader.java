package helvo.core.importing;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.number.DateText;
import helvo.core.number.DecimalMark;
import helvo.core.number.MissingText;
import helvo.core.number.NumberText;
import helvo.core.numeric.Range;
import helvo.core.quality.AmbiguousColumn;
import helvo.core.table.Cell;
import helvo.core.table.CellInterpretation;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ColumnFormat;
import helvo.core.table.DateColumn;
import helvo.core.table.ExcludedRows;
import helvo.core.table.ImportOptions;
import helvo.core.table.ImportReport.Remark;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.core.task.BlockParallel;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/// A maker of tables from columns of text: it decides what each column holds. Nothing is decided without a
/// remark that says so.
public final class TableReader {
    private final String name;
    private final DecimalMark mark;
    private final ImportOptions choices;
    private final List<Remark> remarks = new ArrayList<>();

    /// @param mark that bare numbers were read with
    public TableReader(String name, DecimalMark mark, ImportOptions choices) {
        this.name = name;
        this.mark = mark;
        this.choices = choices;
    }

    /// What was decided, once a table was read.
    public List<Remark> remarks() {
        return List.copyOf(remarks);
    }

    /// @param raw     columns of bare numbers and of texts; their kinds and ids are not looked at
    /// @param texts   whether each holds a text
    /// @param settled whether a cell was read that is a number with the mark only
    /// @param likely  whether the mark is taken for the decimal one where nothing settles it
    /// @param summed  rows that a workbook works out from those above, with the function
    public Table read(
            List<Column> raw, List<Boolean> texts, boolean settled, boolean likely, Map<Integer, String> summed) {
        Optional<DecimalMark> decided =
                choices.mark().or(() -> settled ? Optional.of(mark) : ColumnReader.settled(raw));
        var reader = new ColumnReader(mark, decided, likely, choices, remarks);
        var columns = new ArrayList<Column>();
        for (int i = 0; i < raw.size(); i++) {
            reader.read(raw.get(i), texts.get(i)).stream()
                    .map(this::withoutCodes)
                    .forEach(columns::add);
        }
        join(columns);
        for (int i = 0; i < columns.size(); i++) {
            columns.set(i, columns.get(i).withId(i + 1));
        }
        ExcludedRows aside = SummaryRows.in(columns, summed, remarks);
        columns.forEach(this::sayMissing);
        columns.replaceAll(this::withoutChosen);
        List<Column> guessed = RoleGuess.guessed(columns);
        RoleGuess.noPair(guessed).ifPresent(sentence -> remarks.add(new Remark("", sentence, false)));
        RoleGuess.severalY(guessed).ifPresent(sentence -> remarks.add(new Remark("", sentence, false)));
        return new Table(0, name, decided.orElse(mark), Optional.empty(), guessed, aside);
    }

    /// Whether a row was excluded in reading, and by nobody's decision.
    public static boolean isFound(String reason) {
        return SummaryRows.isReason(reason);
    }

    // ---- missing values ----

    /// Numbers that a logger writes for no value become text, where they lie far from all others; said.
    private Column withoutCodes(Column column) {
        if (column.kind() != Kind.NUMBER) {
            return column;
        }
        Cells cells = column.cells();
        Sifted sifted =
                BlockParallel.reduce(cells.size(), Progress.none(), (from, to) -> sifted(cells, from, to), Sifted::and);
        Map<Double, Integer> codes = sifted.codes;
        codes.entrySet()
                .removeIf(code -> !isChosen(code.getKey())
                        && !(sifted.others >= 2 && isFar(code.getKey(), code.getValue(), sifted.range)));
        if (codes.isEmpty()) {
            return column;
        }
        codes.forEach((code, count) -> remarks.add(new Remark(
                column.name(),
                RootLocale.format(
                        "“%s”: %s %s taken as missing (%s).",
                        column.name(),
                        NumberText.shortest(code).replace('-', '−'),
                        count == 1 ? "was" : "were",
                        count == 1 ? "one cell" : RootLocale.format("%,d cells", count)),
                true)));
        var read = new Cells.Builder();
        for (int row = 0; row < cells.size(); row++) {
            double number = cells.number(row);
            read.add(codes.containsKey(number) ? new Cell.Text(NumberText.shortest(number)) : cells.cell(row));
        }
        return column.withCells(read.build());
    }

    /// The numbers of some rows, those that may stand for no value apart.
    ///
    /// @param codes with how often each stands there
    /// @param range of the others
    private record Sifted(Map<Double, Integer> codes, Range range, int others) {
        Sifted and(Sifted further) {
            further.codes.forEach((code, count) -> codes.merge(code, count, Integer::sum));
            return new Sifted(codes, range.and(further.range), others + further.others);
        }
    }

    private Sifted sifted(Cells cells, int from, int to) {
        var codes = new TreeMap<Double, Integer>();
        boolean said = !choices.missing().isEmpty();
        double[] numbers = new double[to - from];
        cells.numbers(from, numbers);
        int others = 0;
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        for (double number : numbers) {
            if (MissingText.isCode(number) || said && isChosen(number)) {
                codes.merge(number, 1, Integer::sum);
            } else if (!Double.isNaN(number)) {
                others++;
                low = number < low ? number : low;
                high = number > high ? number : high;
            }
        }
        return new Sifted(codes, new Range(low, high), others);
    }

    /// What a person said to be missing is empty.
    private Column withoutChosen(Column column) {
        if (column.kind() == Kind.TEXT || choices.missing().isEmpty()) {
            return column;
        }
        var cells = new Cells.Builder();
        for (int row = 0; row < column.cells().size(); row++) {
            Cell cell = column.cells().cell(row);
            cells.add(
                    cell instanceof Cell.Text(String text) && choices.missing().contains(text) ? Cell.EMPTY : cell);
        }
        return column.withCells(cells.build());
    }

    private boolean isChosen(double number) {
        return !choices.missing().isEmpty() && choices.missing().contains(NumberText.shortest(number));
    }

    private static boolean isFar(double code, int count, Range others) {
        double room = 3 * (others.high() - others.low());
        return code < 0
                ? others.low() >= 0 || code < others.low() - room - Math.abs(others.low())
                : count >= 2 && code > others.high() + room + Math.abs(others.high());
    }

    private void sayMissing(Column column) {
        if (column.kind() == Kind.TEXT) {
            return;
        }
        var marks = new TreeMap<String, Integer>();
        Cells cells = column.cells();
        for (int row = 0; row < cells.size(); row++) {
            if (cells.blockIsNumbersOnly(row)) {
                row = cells.blockEnd(row) - 1;
            } else if (cells.cell(row) instanceof Cell.Text(String text)
                    && (MissingText.is(text) || choices.missing().contains(text))) {
                marks.merge(text, 1, Integer::sum);
            }
        }
        if (!marks.isEmpty()) {
            int count = marks.values().stream().mapToInt(Integer::intValue).sum();
            remarks.add(new Remark(
                    column.name(),
                    RootLocale.format(
                            "“%s”: %,d %s no value (“%s”).",
                            column.name(),
                            count,
                            count == 1 ? "cell says that it has" : "cells say that they have",
                            String.join("”, “", marks.keySet().stream().limit(4).toList())),
                    false));
        }
    }

    // ---- dates and times ----

    /// A column of days with one of times of day at its side becomes one of both.
    private void join(List<Column> columns) {
        for (int i = 0; i + 1 < columns.size(); i++) {
            Column days = columns.get(i);
            Column times = columns.get(i + 1);
            if (form(days).filter(form -> form == DateText.Form.DAY).isPresent()
                    && form(times)
                            .filter(form -> form.compareTo(DateText.Form.TIME) >= 0)
                            .isPresent()) {
                columns.set(i, DateColumn.joined(days, times, choices.clock()));
                remarks.add(new Remark(
                        columns.get(i).name(),
                        RootLocale.format("“%s” and “%s” were joined.", days.name(), times.name()),
                        false));
                i++;
            }
        }
    }

    private static Optional<DateText.Form> form(Column column) {
        return column.format() instanceof ColumnFormat.Dates(var form, var _, var _)
                ? Optional.of(form)
                : Optional.empty();
    }

    /// A column of text read in the way that a person says, and what it becomes; a table without x and y gets
    /// them. Where the answer is one of two that fit equally, it is that of all columns that leave the same
    /// open.
    public static Table read(Table table, int column, CellInterpretation way) {
        Optional<AmbiguousColumn> tie = AmbiguousColumn.of(table.column(column)).filter(AmbiguousColumn::isTie);
        boolean open = way != CellInterpretation.TEXT && tie.isPresent();
        var columns = new ArrayList<Column>();
        int fresh = table.nextColumnId();
        for (Column each : table.columns()) {
            boolean asked = open
                    && each.kind() == Kind.TEXT
                    && !each.isDerived()
                    && each.interpretation().isEmpty()
                    && AmbiguousColumn.of(each)
                            .filter(question ->
                                    question.isTie() && question.ways().contains(way))
                            .isPresent();
            if (each.id() == column || asked) {
                for (Column read : ColumnReader.as(each, way)) {
                    columns.add(read.id() == 0 ? read.withId(fresh++) : read);
                }
            } else {
                columns.add(each);
            }
        }
        boolean plotted = table.first(Role.X).isPresent() && table.first(Role.Y).isPresent();
        boolean bars = columns.size() > table.columns().size();
        List<Column> bare =
                columns.stream().map(each -> each.withRole(Role.NONE)).toList();
        DecimalMark mark = tie.filter(AmbiguousColumn::isOfMark).isEmpty() || !way.isNumbers()
                ? table.decimalMark()
                : way == CellInterpretation.POINT ? DecimalMark.POINT : DecimalMark.COMMA;
        return table.withColumns(plotted && !bars ? columns : RoleGuess.guessed(bare))
                .withDecimalMark(mark);
    }
}
