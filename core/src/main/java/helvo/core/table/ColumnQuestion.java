package helvo.core.table;

import helvo.core.Phrase;
import helvo.core.number.DateText;
import helvo.core.number.DecimalMark;
import helvo.core.number.DurationText;
import helvo.core.number.MissingText;
import helvo.core.number.NumberText;
import helvo.core.number.WrittenNumber;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/// What only a person can tell of a column of text: in which of several ways it is to be read, or whether it is to
/// be read as numbers at all.
///
/// @param column  its id
/// @param example a cell that shows the difference
/// @param ways    that fit, the likeliest first, and [ReadingWay#TEXT]
/// @param equal   whether several ways fit its cells equally
public record ColumnQuestion(int column, String example, List<ReadingWay> ways, boolean equal) {
    /// A column of which so many in a hundred cells look like numbers is asked about.
    private static final int SHARE = 20;
    /// So many cells tell.
    private static final int ENOUGH = 20_000;

    public ColumnQuestion {
        ways = List.copyOf(ways);
    }

    /// Columns that were derived, or that a person wants as text, are not asked about.
    public static List<ColumnQuestion> in(Table table) {
        return table.columns().stream()
                .filter(column -> column.kind() == Kind.TEXT
                        && !column.isDerived()
                        && column.way().isEmpty())
                .flatMap(column -> of(column).stream())
                .toList();
    }

    public static Optional<ColumnQuestion> of(Column column) {
        Map<ReadingWay, Map<String, Integer>> fits = new EnumMap<>(ReadingWay.class);
        int filled = 0;
        String example = "";
        for (int row = 0; row < Math.min(ENOUGH, column.cells().size()); row++) {
            if (column.cells().cell(row) instanceof Cell.Text(String text) && !MissingText.is(text)) {
                filled++;
                List<ReadingWay> ways = ways(text);
                ways.forEach(
                        way -> fits.computeIfAbsent(way, _ -> new HashMap<>()).merge(unit(text, way), 1, Integer::sum));
                example = example.isEmpty() && !ways.isEmpty()
                                || !example.isEmpty() && !differ(example, ways(example)) && differ(text, ways)
                        ? text
                        : example;
            } else if (!Double.isNaN(column.cells().number(row))) {
                filled++;
                boolean whole =
                        column.cells().number(row) == Math.rint(column.cells().number(row));
                for (ReadingWay way : whole ? List.of(ReadingWay.POINT, ReadingWay.COMMA) : List.of(ReadingWay.POINT)) {
                    fits.computeIfAbsent(way, _ -> new HashMap<>()).merge("", 1, Integer::sum);
                }
                example = example.isEmpty() ? column.cells().cell(row).exactText() : example;
            }
        }
        Map<ReadingWay, Integer> counts = new EnumMap<>(ReadingWay.class);
        fits.forEach((way, units) -> units.forEach((unit, count) -> {
            if (unit.isEmpty() || count > 1) {
                counts.merge(way, count, Math::max);
            }
        }));
        int all = filled;
        counts.values().removeIf(count -> count * 100L < all * (long) SHARE);
        if (counts.isEmpty()) {
            return Optional.empty();
        }
        int most = counts.values().stream().max(Integer::compare).orElseThrow();
        var ways = new ArrayList<>(counts.entrySet().stream()
                .filter(each -> each.getValue() == most)
                .map(Map.Entry::getKey)
                .toList());
        boolean equal = ways.size() > 1 && differ(example, ways);
        if (!equal) {
            ways.subList(1, ways.size()).clear();
        }
        ways.add(ReadingWay.TEXT);
        return Optional.of(new ColumnQuestion(column.id(), example, ways, equal));
    }

    /// Numbers count together where they have the same unit.
    private static String unit(String text, ReadingWay way) {
        return way == ReadingWay.POINT
                ? WrittenNumber.read(text, DecimalMark.POINT)
                        .map(WrittenNumber::unit)
                        .orElse("")
                : way == ReadingWay.COMMA
                        ? WrittenNumber.read(text, DecimalMark.COMMA)
                                .map(WrittenNumber::unit)
                                .orElse("")
                        : "";
    }

    /// In which ways a text can be read.
    private static List<ReadingWay> ways(String text) {
        var ways = new ArrayList<ReadingWay>();
        for (DecimalMark mark : DecimalMark.values()) {
            if (WrittenNumber.read(text, mark)
                    .filter(number -> !number.fraction())
                    .isPresent()) {
                ways.add(mark == DecimalMark.POINT ? ReadingWay.POINT : ReadingWay.COMMA);
            }
        }
        if (ways.isEmpty()) {
            DurationText.read(text, DurationText.TwoParts.HOURS_MINUTES)
                    .filter(DurationText.Length::beyond)
                    .ifPresent(length -> {
                        ways.add(ReadingWay.HOURS_MINUTES);
                        if (length.either()) {
                            ways.add(ReadingWay.MINUTES_SECONDS);
                        }
                    });
        }
        if (ways.isEmpty()) {
            for (DateText.Order order : DateText.Order.values()) {
                if (DateText.read(text, order).isPresent()) {
                    ways.add(order == DateText.Order.DAY_FIRST ? ReadingWay.DAY_FIRST : ReadingWay.MONTH_FIRST);
                }
            }
        }
        return ways;
    }

    private static boolean differ(String text, List<ReadingWay> ways) {
        return ways(text).containsAll(ways)
                && ways.stream().map(way -> shown(text, way)).distinct().count() > 1;
    }

    /// What a text says when it is read in this way: "1234", "5 March 2024".
    public static String shown(String text, ReadingWay way) {
        Optional<String> shown =
                switch (way) {
                    case POINT -> WrittenNumber.read(text, DecimalMark.POINT).map(ColumnQuestion::shown);
                    case COMMA -> WrittenNumber.read(text, DecimalMark.COMMA).map(ColumnQuestion::shown);
                    case DAY_FIRST ->
                        DateText.read(text, DateText.Order.DAY_FIRST).map(DateText::inWords);
                    case MONTH_FIRST ->
                        DateText.read(text, DateText.Order.MONTH_FIRST).map(DateText::inWords);
                    case HOURS_MINUTES ->
                        DurationText.read(text, DurationText.TwoParts.HOURS_MINUTES)
                                .map(read -> DurationText.shown(read.seconds()));
                    case MINUTES_SECONDS ->
                        DurationText.read(text, DurationText.TwoParts.MINUTES_SECONDS)
                                .map(read -> DurationText.shown(read.seconds()));
                    case TEXT -> Optional.of("“" + text + "”");
                };
        return shown.orElse("“" + text + "”");
    }

    private static String shown(WrittenNumber number) {
        return NumberText.shortest(number.value());
    }

    /// What a press says that reads the column in this way: "Thousands", "5 March 2024".
    public String answer(ReadingWay way) {
        if (way == ReadingWay.TEXT) {
            return "Keep as text";
        }
        if (equal && way.isNumbers()) {
            boolean comma = example.indexOf(',') >= 0;
            return comma == (way == ReadingWay.POINT) ? "Thousands" : "Decimal mark";
        }
        return "Read as " + shown(example, way);
    }

    /// "“Load” can be read in two ways: “1,234” is 1234 or 1.234."
    public String sentence(Table table) {
        String name = table.column(column).name();
        if (equal && ways.getFirst().isNumbers()) {
            boolean comma = example.indexOf(',') >= 0;
            return Phrase.of(
                    "“%s”: does the %s in “%s” part thousands (%s), or is it the decimal mark (%s)?",
                    name,
                    comma ? "comma" : "point",
                    example,
                    shown(example, comma ? ReadingWay.POINT : ReadingWay.COMMA),
                    shown(example, comma ? ReadingWay.COMMA : ReadingWay.POINT));
        }
        if (equal) {
            return Phrase.of(
                    "“%s” can be read in two ways: “%s” is %s or %s.",
                    name, example, shown(example, ways.getFirst()), shown(example, ways.get(1)));
        }
        return Phrase.of(
                "“%s” is text, but much of it looks like %s: “%s” would be %s.",
                name, ways.getFirst().words(), example, shown(example, ways.getFirst()));
    }
}
