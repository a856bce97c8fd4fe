package helvo.core.quality;

import helvo.core.RootLocale;
import helvo.core.number.DateText;
import helvo.core.number.DecimalMark;
import helvo.core.number.DurationText;
import helvo.core.number.MissingText;
import helvo.core.number.NumberText;
import helvo.core.number.ParsedNumber;
import helvo.core.table.Cell;
import helvo.core.table.CellInterpretation;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.Kind;
import helvo.core.table.Table;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/// A column of text that could be read in more than one way, which a person must decide.
///
/// @param column  its id
/// @param examples cells, the first of which shows the difference
/// @param ways     that fit, the likeliest first, and [CellInterpretation#TEXT]
/// @param isTie    whether several ways fit its cells equally
public record AmbiguousColumn(int column, List<String> examples, List<CellInterpretation> ways, boolean isTie) {
    /// A column of which so many in a hundred cells look like numbers is asked about.
    private static final int MIN_PERCENT_NUMERIC = 20;
    /// So many cells tell.
    private static final int MAX_CELLS_EXAMINED = 20_000;

    private static final int MAX_EXAMPLES = 3;
    /// Fewer different numbers look like months by chance.
    private static final int MIN_MONTHS = 3;

    public AmbiguousColumn {
        examples = List.copyOf(examples);
        ways = List.copyOf(ways);
    }

    private String example() {
        return examples.getFirst();
    }

    /// What its examples are when they are read in one way.
    public List<String> shown(CellInterpretation way) {
        return examples.stream().map(text -> shown(text, way)).toList();
    }

    /// Columns that were derived, or that a person wants as text, are not asked about.
    public static List<AmbiguousColumn> in(Table table) {
        return table.columns().stream()
                .filter(column -> column.kind() == Kind.TEXT
                        && !column.isDerived()
                        && column.interpretation().isEmpty())
                .flatMap(column -> of(column).stream())
                .toList();
    }

    /// Numbers that may all be months, such as 197401.
    public static Optional<AmbiguousColumn> ofMonths(Column column) {
        Cells cells = column.cells();
        var different = new LinkedHashSet<String>();
        for (int row = 0; row < cells.size(); row++) {
            double number = cells.number(row);
            if (!Double.isNaN(number)
                    ? DateText.yearAndMonth(number).isEmpty()
                    : cells.cell(row) instanceof Cell.Text(String text) && !MissingText.is(text)) {
                return Optional.empty();
            }
            if (!Double.isNaN(number) && different.size() < MIN_MONTHS) {
                different.add(cells.cell(row).exactText());
            }
        }
        return different.size() < MIN_MONTHS
                ? Optional.empty()
                : Optional.of(new AmbiguousColumn(
                        column.id(),
                        List.copyOf(different),
                        List.of(CellInterpretation.YEAR_MONTH, CellInterpretation.POINT, CellInterpretation.TEXT),
                        true));
    }

    public static Optional<AmbiguousColumn> of(Column column) {
        Optional<AmbiguousColumn> months = ofMonths(column);
        if (months.isPresent()) {
            return months;
        }
        Map<CellInterpretation, Map<String, Integer>> fits = new EnumMap<>(CellInterpretation.class);
        int filled = 0;
        String example = "";
        var readable = new LinkedHashSet<String>();
        for (int row = 0; row < Math.min(MAX_CELLS_EXAMINED, column.cells().size()); row++) {
            if (column.cells().cell(row) instanceof Cell.Text(String text) && !MissingText.is(text)) {
                filled++;
                List<CellInterpretation> ways = ways(text);
                if (!ways.isEmpty() && readable.size() <= MAX_EXAMPLES) {
                    readable.add(text);
                }
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
                for (CellInterpretation way : whole
                        ? List.of(CellInterpretation.POINT, CellInterpretation.COMMA)
                        : List.of(CellInterpretation.POINT)) {
                    fits.computeIfAbsent(way, _ -> new HashMap<>()).merge("", 1, Integer::sum);
                }
                example = example.isEmpty() ? column.cells().cell(row).exactText() : example;
            }
        }
        Map<CellInterpretation, Integer> counts = new EnumMap<>(CellInterpretation.class);
        fits.forEach((way, units) -> units.forEach((unit, count) -> {
            if (unit.isEmpty() || count > 1) {
                counts.merge(way, count, Math::max);
            }
        }));
        int all = filled;
        counts.values().removeIf(count -> count * 100L < all * (long) MIN_PERCENT_NUMERIC);
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
        ways.add(CellInterpretation.TEXT);
        List<String> examples = Stream.concat(Stream.of(example), readable.stream())
                .distinct()
                .limit(MAX_EXAMPLES)
                .toList();
        return Optional.of(new AmbiguousColumn(column.id(), examples, ways, equal));
    }

    /// Numbers count together where they have the same unit.
    private static String unit(String text, CellInterpretation way) {
        return way == CellInterpretation.POINT
                ? ParsedNumber.read(text, DecimalMark.POINT)
                        .map(ParsedNumber::unit)
                        .orElse("")
                : way == CellInterpretation.COMMA
                        ? ParsedNumber.read(text, DecimalMark.COMMA)
                                .map(ParsedNumber::unit)
                                .orElse("")
                        : "";
    }

    /// In which ways a text can be read.
    private static List<CellInterpretation> ways(String text) {
        var ways = new ArrayList<CellInterpretation>();
        for (DecimalMark mark : DecimalMark.values()) {
            if (ParsedNumber.read(text, mark)
                    .filter(number -> !number.fraction())
                    .isPresent()) {
                ways.add(mark == DecimalMark.POINT ? CellInterpretation.POINT : CellInterpretation.COMMA);
            }
        }
        if (ways.isEmpty()) {
            DurationText.read(text, DurationText.TwoParts.HOURS_MINUTES)
                    .filter(DurationText.Length::beyond)
                    .ifPresent(length -> {
                        ways.add(CellInterpretation.HOURS_MINUTES);
                        if (length.either()) {
                            ways.add(CellInterpretation.MINUTES_SECONDS);
                        }
                    });
        }
        if (ways.isEmpty()) {
            for (DateText.Order order : DateText.Order.values()) {
                if (DateText.read(text, order).isPresent()) {
                    ways.add(
                            order == DateText.Order.DAY_FIRST
                                    ? CellInterpretation.DAY_FIRST
                                    : CellInterpretation.MONTH_FIRST);
                }
            }
        }
        return ways;
    }

    private static boolean differ(String text, List<CellInterpretation> ways) {
        return ways(text).containsAll(ways)
                && ways.stream().map(way -> shown(text, way)).distinct().count() > 1;
    }

    /// What a text says when it is read in this way: "1234", "5 March 2024".
    public static String shown(String text, CellInterpretation way) {
        Optional<String> shown =
                switch (way) {
                    case POINT -> ParsedNumber.read(text, DecimalMark.POINT).map(AmbiguousColumn::shown);
                    case COMMA -> ParsedNumber.read(text, DecimalMark.COMMA).map(AmbiguousColumn::shown);
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
                    case YEAR_MONTH ->
                        NumberText.number(text, DecimalMark.POINT).stream()
                                .boxed()
                                .findFirst()
                                .flatMap(DateText::yearAndMonth)
                                .map(moment -> DateText.shown(moment.seconds(), moment.form()));
                    case TEXT -> Optional.of("“" + text + "”");
                };
        return shown.orElse("“" + text + "”");
    }

    private static String shown(ParsedNumber number) {
        return NumberText.shortest(number.value());
    }

    /// Whether it is open which sign is the decimal mark.
    public boolean isOfMark() {
        return isTie && ways.contains(CellInterpretation.POINT) && ways.contains(CellInterpretation.COMMA);
    }

    /// What a press says that reads the column in this way: "Thousands", "5 March 2024".
    public String answer(CellInterpretation way) {
        if (way == CellInterpretation.TEXT) {
            return "Keep as text";
        }
        if (isOfMark() && way.isNumbers()) {
            boolean comma = example().indexOf(',') >= 0;
            return comma == (way == CellInterpretation.POINT) ? "Thousands" : "Decimal mark";
        }
        return "Read as " + shown(example(), way);
    }

    /// "“Load” can be read in two ways: “1,234” is 1234 or 1.234."
    public String sentence(Table table) {
        String name = table.column(column).name();
        if (isOfMark()) {
            boolean comma = example().indexOf(',') >= 0;
            return RootLocale.format(
                    "“%s”: does the %s in “%s” separate thousands (%s), or is it the decimal mark (%s)?",
                    name,
                    comma ? "comma" : "point",
                    example(),
                    shown(example(), comma ? CellInterpretation.POINT : CellInterpretation.COMMA),
                    shown(example(), comma ? CellInterpretation.COMMA : CellInterpretation.POINT));
        }
        if (isTie) {
            return RootLocale.format(
                    "“%s” can be read in two ways: “%s” is %s or %s.",
                    name, example(), shown(example(), ways.getFirst()), shown(example(), ways.get(1)));
        }
        return RootLocale.format(
                "“%s” is text, but much of it looks like %s: “%s” would be %s.",
                name, ways.getFirst().words(), example(), shown(example(), ways.getFirst()));
    }
}
