package helvo.core.quality;

import helvo.core.RootLocale;
import helvo.core.number.DateText;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ProblemKind;
import helvo.core.table.Table;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/// Cells of one column that need a look for the same reason.
///
/// @param column its id; 0 where whole rows need the look
/// @param text   what they all say; empty where they say nothing, or not the same
/// @param rows   ascending, 0 is the first; not to be changed
public record Problem(ProblemKind sort, int column, String text, int[] rows) {
    private static final int MAX_NAMED_ROWS = 5;
    private static final int MAX_QUOTED = 3;

    public int count() {
        return rows.length;
    }

    public int row() {
        return rows[0];
    }

    /// The numbers that its cells probably mean, the likeliest way first; none in a date.
    public List<SuggestedNumbers> suggested(Table table) {
        boolean isText = sort == ProblemKind.LIMIT || sort == ProblemKind.NOT_A_NUMBER && !isDate();
        return isText && in(table).isPresent() ? SuggestedNumbers.of(texts(table), table.column(column)) : List.of();
    }

    private List<String> texts(Table table) {
        Cells cells = table.column(column).cells();
        return Arrays.stream(rows).mapToObj(row -> cells.cell(row).exactText()).toList();
    }

    /// Text among numbers that is a date.
    public boolean isDate() {
        return sort == ProblemKind.NOT_A_NUMBER && DateText.isDate(text);
    }

    /// The same for one of its rows alone.
    public Problem only(int row) {
        return new Problem(sort, column, text, new int[] {row});
    }

    /// Where it is: "row 7, Stretch", "rows 3, 5, 8 and 12 more, Mass".
    public String place(Table table) {
        String first = Arrays.stream(rows)
                .limit(MAX_NAMED_ROWS)
                .mapToObj(row -> RootLocale.format("%,d", row + 1))
                .collect(Collectors.joining(", "));
        String place = (count() == 1 ? "row " : "rows ")
                + first
                + (count() > MAX_NAMED_ROWS ? RootLocale.format(" and %,d more", count() - MAX_NAMED_ROWS) : "");
        return place + in(table).map(each -> ", " + each.name()).orElse("");
    }

    /// What is odd, without the place: "“about 7.6” is not a number".
    public String why(Table table) {
        return switch (sort) {
            case NOT_A_NUMBER ->
                text.isEmpty()
                        ? quoted(table) + " are not numbers"
                        : "“" + text + "” is " + (isDate() ? "a date among numbers" : "not a number");
            case NOT_A_DATE -> "“" + text + "” is not a date";
            case LIMIT ->
                count() == 1
                        ? "“" + text + "” is a limit, not a value"
                        : "limits, not values" + (text.isEmpty() ? "" : ", all “" + text + "”");
            case NO_RESULT -> text;
            case BLANK -> count() == 1 ? "empty" : "empty cells";
            case FAR ->
                RootLocale.format(count() == 1 ? "%s lies" : "from %s on, %d values lie", shown(table), count())
                        + " far from the rest";
            case REPEATED ->
                count() == 1
                        ? RootLocale.format("repeats row %d in every cell", original(table) + 1)
                        : "repeat an earlier row in every cell";
        };
    }

    private String quoted(Table table) {
        return few(
                texts(table).stream().distinct().map(each -> "“" + each + "”").toList());
    }

    /// "7.6, 8.1, 9.2 and 3 more".
    static String few(List<String> all) {
        return String.join(", ", all.stream().limit(MAX_QUOTED).toList())
                + (all.size() > MAX_QUOTED ? RootLocale.format(" and %,d more", all.size() - MAX_QUOTED) : "");
    }

    private String shown(Table table) {
        return table.column(column).shown(row(), table.decimalMark());
    }

    private int original(Table table) {
        Cells first = table.columns().getFirst().cells();
        for (int row = 0; row < row(); row++) {
            int earlier = row;
            if (Double.compare(first.number(row), first.number(row())) == 0
                    && table.columns().stream().allMatch(each -> each.cells()
                            .cell(earlier)
                            .equals(each.cells().cell(row())))) {
                return row;
            }
        }
        return row();
    }

    public Optional<Column> in(Table table) {
        return table.columns().stream().filter(each -> each.id() == column).findFirst();
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Problem problem
                && problem.sort == sort
                && problem.column == column
                && problem.text.equals(text)
                && Arrays.equals(problem.rows, rows);
    }

    @Override
    public int hashCode() {
        return 31 * sort.hashCode() + Arrays.hashCode(rows);
    }
}
