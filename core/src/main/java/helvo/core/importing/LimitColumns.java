package helvo.core.importing;

import helvo.core.RootLocale;
import helvo.core.table.Column;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/// Two columns that hold the lower and the upper limit of a third, as "lower" and "upper" beside "mean": told by
/// their headings, and by the third lying between them in every row.
public record LimitColumns(Column of, Column lower, Column upper) {
    private static final Pattern BETWEEN = Pattern.compile("[ _.()\\[\\]%-]+");
    private static final Set<String> LOWER = Set.of("lower", "lwr", "lcl", "ymin", "lci", "untere");
    private static final Set<String> UPPER = Set.of("upper", "upr", "ucl", "ymax", "uci", "obere");
    /// These are limits only beside a word of [#OF_LIMITS]: "low" alone is a price.
    private static final Set<String> LOW = Set.of("low", "lo", "min");
    private static final Set<String> HIGH = Set.of("high", "hi", "up", "max");
    private static final Set<String> OF_LIMITS =
            Set.of("ci", "cl", "conf", "confidence", "limit", "interval", "bound", "95", "error", "err");
    private static final int MIN_ROWS = 2;

    private enum Side {
        LOWER,
        UPPER
    }

    /// A heading that says a limit.
    ///
    /// @param rest what else it says
    private record Said(Column column, Side side, List<String> rest) {
        static Optional<Said> by(Column column) {
            var words = new ArrayList<>(
                    Arrays.asList(BETWEEN.split(column.name().strip().toLowerCase(Locale.ROOT))));
            words.removeIf(String::isEmpty);
            boolean limits = words.stream().anyMatch(OF_LIMITS::contains);
            boolean lower = words.stream().anyMatch(word -> LOWER.contains(word) || limits && LOW.contains(word));
            boolean upper = words.stream().anyMatch(word -> UPPER.contains(word) || limits && HIGH.contains(word));
            words.removeIf(word -> LOWER.contains(word)
                    || UPPER.contains(word)
                    || LOW.contains(word)
                    || HIGH.contains(word)
                    || OF_LIMITS.contains(word));
            return column.kind() == Kind.NUMBER && lower != upper
                    ? Optional.of(new Said(column, lower ? Side.LOWER : Side.UPPER, List.copyOf(words)))
                    : Optional.empty();
        }
    }

    /// All pairs of limits among columns.
    static List<LimitColumns> in(List<Column> columns) {
        List<Said> said =
                columns.stream().flatMap(column -> Said.by(column).stream()).toList();
        var pairs = new ArrayList<LimitColumns>();
        for (Said lower : said) {
            said.stream()
                    .filter(each -> lower.side == Side.LOWER && each.side == Side.UPPER && each.rest.equals(lower.rest))
                    .findFirst()
                    .flatMap(upper -> between(columns, said, lower, upper.column))
                    .ifPresent(pairs::add);
        }
        return pairs;
    }

    /// The column between two limits: the one that they name, else the nearest.
    private static Optional<LimitColumns> between(List<Column> columns, List<Said> said, Said lower, Column upper) {
        String named = String.join(" ", lower.rest);
        int at = columns.indexOf(lower.column);
        return columns.stream()
                .filter(column -> column.kind() == Kind.NUMBER
                        && said.stream().noneMatch(each -> each.column == column)
                        && liesBetween(column, lower.column, upper))
                .min(Comparator.comparing((Column column) -> !column.name().equalsIgnoreCase(named))
                        .thenComparing(column -> Math.abs(columns.indexOf(column) - at)))
                .map(column -> new LimitColumns(column, lower.column, upper));
    }

    private static boolean liesBetween(Column column, Column lower, Column upper) {
        int rows = 0;
        for (int row = 0; row < column.cells().size(); row++) {
            double number = column.cells().number(row);
            double low = lower.cells().number(row);
            double high = upper.cells().number(row);
            if (low > number || number > high) {
                return false;
            }
            rows += low <= number && number <= high ? 1 : 0;
        }
        return rows >= MIN_ROWS;
    }

    boolean has(Column column) {
        return column == lower || column == upper;
    }

    /// The limits of a table's only y, where it has no bars yet.
    public static Optional<LimitColumns> offered(Table table) {
        List<Column> ys = table.all(Role.Y);
        return ys.size() != 1 || table.first(Role.Y_BAR).isPresent()
                ? Optional.empty()
                : in(table.columns()).stream()
                        .filter(limits -> limits.of.id() == ys.getFirst().id())
                        .findFirst();
    }

    /// "“Mean” lies between “lower” and “upper” in every row: they can be its error bars."
    public String sentence() {
        return RootLocale.format(
                "“%s” lies between “%s” and “%s” in every row: they can be its error bars.",
                of.name(), lower.name(), upper.name());
    }
}
