package helvo.core.importing;

import helvo.core.quality.AmbiguousColumn;
import helvo.core.table.Column;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/// Guesses the roles of columns from their headings and cells.
public final class RoleGuess {
    /// More groups than this cannot be told apart in a figure.
    public static final int MAX_GROUPS = 24;
    private static final Pattern BAR = Pattern.compile(
            "(±|\\+/-|u\\(|uncertainty\\b|error\\b|err\\b|sd\\b|se\\b|sem\\b|std\\b|sigma\\b|σ|Δ|delta\\b).*"
                    + "|.*\\b(uncertainty|error|err|sd|se|sem|std)",
            Pattern.CASE_INSENSITIVE);

    private static final Pattern COUNTER = Pattern.compile(
            "#|№|(no|nr|num|number|id|index|row|run|sample|specimen|test|trial)\\.?( " + "?(no|nr|number|id)\\.?)?",
            Pattern.CASE_INSENSITIVE);

    /// Columns of one quantity that are all y from the start.
    private static final int MOST_Y = 6;

    private RoleGuess() {}

    /// The first column of numbers or dates is x, the next of numbers y; a column named as an uncertainty is the
    /// bar of the one it names, else of y; a column of few, repeated words, seldom empty, splits the rows. A column
    /// that only counts the rows or the repeats (1, 2, 3, 1, 2, 3) is none of these where there are others. Further
    /// columns of y's own quantity are y too.
    public static List<Column> guessed(List<Column> columns) {
        var guessed = new ArrayList<Column>();
        Column x = null;
        Column y = null;
        boolean split = false;
        long numbers = columns.stream()
                .filter(column -> column.kind() != Kind.TEXT
                        && !BAR.matcher(column.name()).matches())
                .count();
        for (Column column : columns) {
            Role role = Role.NONE;
            if (column.kind() == Kind.TEXT) {
                role = !split && splits(column) && AmbiguousColumn.of(column).isEmpty() ? Role.BY : Role.NONE;
                split |= role == Role.BY;
            } else if (column.kind() == Kind.DATE) {
                role = x == null ? Role.X : Role.NONE;
                x = x == null ? column : x;
            } else if (BAR.matcher(column.name()).matches()) {
                boolean ofX = x != null && (y == null || names(column, x) && !names(column, y));
                role = ofX ? Role.X_BAR : Role.Y_BAR;
            } else if (x == null && !(numbers > 2 && counts(column))) {
                x = column;
                role = Role.X;
            } else if (x != null && y == null && !(numbers > 2 && counts(column))) {
                y = column;
                role = Role.Y;
            }
            guessed.add(column.withRole(alreadyTaken(guessed, role) ? Role.NONE : role));
        }
        return y == null ? guessed : withOthersOf(y, guessed);
    }

    /// With the further columns of y's own quantity as y too, up to [#MOST_Y], each with the ± column right behind
    /// it. Where a ± column stands elsewhere it could be taken for another's: then nothing changes.
    private static List<Column> withOthersOf(Column y, List<Column> guessed) {
        var all = new ArrayList<Column>();
        int count = 0;
        for (Column column : guessed) {
            boolean further = column.role() == Role.NONE
                    && count > 0
                    && count < MOST_Y
                    && column.kind() == Kind.NUMBER
                    && column.derivation().isEmpty()
                    && !BAR.matcher(column.name()).matches()
                    && isOfOneQuantity(y, column);
            boolean bar = column.role() == Role.NONE
                    && column.kind() == Kind.NUMBER
                    && BAR.matcher(column.name()).matches()
                    && !all.isEmpty()
                    && all.getLast().role() == Role.Y
                    && column.unit().equals(all.getLast().unit());
            count += further || column.role() == Role.Y ? 1 : 0;
            all.add(further ? column.withRole(Role.Y) : bar ? column.withRole(Role.Y_BAR) : column);
        }
        boolean barsBehind = IntStream.range(0, all.size())
                .allMatch(i -> !BAR.matcher(all.get(i).name()).matches()
                        || all.get(i).role() == Role.X_BAR
                        || all.get(i).role() == Role.Y_BAR
                                && i > 0
                                && all.get(i - 1).role() == Role.Y);
        return count > 1 && barsBehind ? all : guessed;
    }

    /// Whether two columns are of one quantity: both in the same unit, or, without units, called alike but for a
    /// number or a letter at the end ("Absorbance 1", "Absorbance 2").
    private static boolean isOfOneQuantity(Column one, Column other) {
        return one.unit().isEmpty()
                ? NumberedName.alike(one, other)
                : one.unit().equals(other.unit());
    }

    /// "Temp water and Temp wax are both y, since both are in °C.": that several columns were taken for y.
    ///
    /// @return empty where one is, or they are of different quantities
    public static Optional<String> severalY(List<Column> columns) {
        List<Column> ys =
                columns.stream().filter(column -> column.role() == Role.Y).toList();
        if (ys.size() < 2 || !ys.stream().skip(1).allMatch(column -> isOfOneQuantity(ys.getFirst(), column))) {
            return Optional.empty();
        }
        String names = ys.stream().limit(ys.size() - 1L).map(Column::name).collect(Collectors.joining(", ")) + " and "
                + ys.getLast().name();
        String both = ys.size() == 2 ? "both" : "all";
        String unit = ys.getFirst().unit();
        return Optional.of(names + " are " + both + " y, since " + both + " are "
                + (unit.isEmpty()
                        ? "called “"
                                + NumberedName.of(ys.getFirst()).orElseThrow().stem() + "”."
                        : "in " + unit + "."));
    }

    private static boolean counts(Column column) {
        int rows = column.cells().size();
        boolean beginsAgain = false;
        double before = 0;
        for (int row = 0; row < rows; row++) {
            double number = column.cells().number(row);
            if (number != before + 1 && !(number == 1 && row > 1)) {
                return false;
            }
            beginsAgain |= number == 1 && row > 0;
            before = number;
        }
        return column.unit().isEmpty()
                && rows > 2
                && (beginsAgain || COUNTER.matcher(column.name()).matches());
    }

    private static boolean alreadyTaken(List<Column> columns, Role role) {
        return role != Role.NONE && columns.stream().anyMatch(column -> column.role() == role);
    }

    private static boolean names(Column bar, Column of) {
        return bar.name().toLowerCase(Locale.ROOT).contains(of.name().toLowerCase(Locale.ROOT));
    }

    private static boolean splits(Column column) {
        Set<String> values = new HashSet<>();
        int filled = 0;
        for (int row = 0; row < column.cells().size(); row++) {
            String value = column.cells().cell(row).exactText();
            if (!value.isEmpty()) {
                filled++;
                values.add(value);
            }
            if (values.size() > MAX_GROUPS) {
                return false;
            }
        }
        return values.size() * 2 <= filled && filled * 2 > column.cells().size();
    }
}
