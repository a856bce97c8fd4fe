package helvo.core.importing;

import helvo.core.RootLocale;
import helvo.core.number.AngleText;
import helvo.core.number.DateText;
import helvo.core.number.DecimalMark;
import helvo.core.number.DurationText;
import helvo.core.number.DurationText.TwoParts;
import helvo.core.number.MissingText;
import helvo.core.number.NumberText;
import helvo.core.number.ParsedNumber;
import helvo.core.number.UnitSymbols;
import helvo.core.quality.AmbiguousColumn;
import helvo.core.table.CalendarUnit;
import helvo.core.table.Cell;
import helvo.core.table.CellInterpretation;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ColumnFormat;
import helvo.core.table.DateColumn;
import helvo.core.table.Heading;
import helvo.core.table.ImportOptions;
import helvo.core.table.ImportReport.Remark;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/// Reads the texts of one column as numbers, dates, durations or text. A cell that contradicts the rest stays
/// text; a column whose cells fit two readings equally stays text until somebody says.
final class ColumnReader {
    /// Of dates and durations, so many in a hundred cells make a column of them.
    private static final int MIN_PERCENT_DATES = 80;
    private static final Pattern ELAPSED = Pattern.compile(
            "(?i).*\\b(elapsed|duration|run ?time|lap|dauer|laufzeit|verstrichen|durée|duración|durata)\\b.*");
    /// Digits and letters as a code in base 16 has them, both there.
    private static final Pattern CODE = Pattern.compile("(?=.*\\d)(?=.*[A-Fa-f])[0-9A-Fa-f]{2,}");
    /// Of cells with units, so many have the one that is taken for all.
    private static final double MOST_UNITS = 0.75;
    /// What is so many times as large as all others was not meant.
    private static final double FAR_LARGER = 100;
    private static final Pattern MINUTES_HINT = Pattern.compile("(?i)m{1,2}:s{1,2}.*|min:s(ec|ek)?");
    private static final Pattern HOURS_HINT = Pattern.compile("(?i)\\[?h{1,2}]?:m{1,2}.*|h:min|std:min");

    private final DecimalMark mark;
    private final Optional<DecimalMark> settled;
    private final boolean likely;
    private final ImportOptions choices;
    private final List<Remark> remarks;

    /// @param mark    that its bare numbers were read with
    /// @param settled the table's decimal mark, where a cell of it or a person settles that
    /// @param likely  whether that is taken for the decimal one where nothing settles it
    ColumnReader(
            DecimalMark mark,
            Optional<DecimalMark> settled,
            boolean likely,
            ImportOptions choices,
            List<Remark> remarks) {
        this.mark = mark;
        this.settled = settled;
        this.likely = likely;
        this.choices = choices;
        this.remarks = remarks;
    }

    /// What a text is, by itself.
    private enum Form {
        MISSING,
        NUMBER,
        DATE,
        CLOCK,
        LENGTH,
        ANGLE,
        WORD
    }

    private Form form(String text) {
        if (isMissing(text)) {
            return Form.MISSING;
        }
        if (text.indexOf('°') > 0 && AngleText.read(text).isPresent()) {
            return Form.ANGLE;
        }
        if (ParsedNumber.read(text, DecimalMark.POINT).isPresent()
                || ParsedNumber.read(text, DecimalMark.COMMA).isPresent()) {
            return Form.NUMBER;
        }
        if (DateText.isDate(text)) {
            return DateText.isClock(text) ? Form.CLOCK : Form.DATE;
        }
        return DurationText.read(text, TwoParts.HOURS_MINUTES).isPresent() ? Form.LENGTH : Form.WORD;
    }

    private boolean isMissing(String text) {
        return MissingText.is(text) || choices.missing().contains(text);
    }

    /// How many cells are what.
    private record Counts(int bare, Map<Form, Integer> texts) {
        int of(Form form) {
            return texts.getOrDefault(form, 0);
        }

        int values() {
            return bare
                    + texts.entrySet().stream()
                            .filter(each -> each.getKey() != Form.MISSING)
                            .mapToInt(Map.Entry::getValue)
                            .sum();
        }

        boolean most(int count) {
            return count > 0 && count * 100L >= values() * (long) MIN_PERCENT_DATES;
        }
    }

    private Counts count(Cells cells) {
        var known = new HashMap<String, Form>();
        var texts = new HashMap<Form, Integer>();
        int bare = 0;
        for (int row = 0; row < cells.size(); row++) {
            if (cells.cell(row) instanceof Cell.Text(String text)) {
                Form form = known.get(text);
                if (form == null) {
                    form = form(text);
                    if (known.size() < 4096) {
                        known.put(text, form);
                    }
                }
                texts.merge(form, 1, Integer::sum);
            } else if (!Double.isNaN(cells.number(row))) {
                bare++;
            }
        }
        return new Counts(bare, texts);
    }

    /// @param raw  numbers where cells are bare numbers, texts elsewhere
    /// @param text whether it holds any text
    /// @return the column as it is to be read, and its bars behind it where each value brings its own
    List<Column> read(Column raw, boolean text) {
        if (!text) {
            return List.of(compactDates(raw).orElseGet(() -> askedWhereMonths(raw)));
        }
        Counts counts = count(raw.cells());
        boolean asked = isLength(raw.heading());
        if (counts.most(counts.of(Form.LENGTH) + counts.of(Form.CLOCK)) && (counts.of(Form.LENGTH) > 0 || asked)) {
            return List.of(lengths(raw));
        }
        if (counts.most(counts.of(Form.DATE) + counts.of(Form.CLOCK))) {
            return List.of(dates(raw));
        }
        if (counts.most(counts.of(Form.ANGLE))) {
            return List.of(angles(raw));
        }
        return counts.of(Form.NUMBER) == 0 && counts.bare == 0 && counts.values() > 0
                ? List.of(raw.withKind(Kind.TEXT))
                : numbers(raw, counts);
    }

    private void say(Column column, boolean grave, String pattern, Object... arguments) {
        remarks.add(
                new Remark(column.name(), "“" + column.name() + "”: " + RootLocale.format(pattern, arguments), grave));
    }

    // ---- numbers ----

    private List<Column> numbers(Column raw, Counts counts) {
        if (holdsCodes(raw.cells())) {
            return List.of(raw.withKind(Kind.TEXT));
        }
        Marks marks = marks(raw.cells());
        Optional<DecimalMark> decided = marks.point != marks.comma
                ? Optional.of(marks.point > marks.comma ? DecimalMark.POINT : DecimalMark.COMMA)
                : marks.either == 0 ? Optional.of(settled.orElse(mark)) : settled;
        boolean own = likely && decided.isEmpty() && marks.commas == (mark == DecimalMark.COMMA ? marks.either : 0);
        decided = choices.mark().isPresent() ? choices.mark() : own ? Optional.of(mark) : decided;
        if (decided.isPresent() && choices.mark().isEmpty() && decided.get() != mark) {
            int by = decided.get() == DecimalMark.POINT ? marks.point : marks.comma;
            if (raw.decimals() > 0 && counts.bare > 0) {
                // Bare numbers show the other mark: what has this one needs a look.
                decided = Optional.of(mark);
            } else if (by > 0
                    && by < marks.either
                    && marks.both == 0
                    && marks.commas == (decided.get() == DecimalMark.COMMA ? 0 : marks.either)) {
                // Most have the other sign, which no cell shows to part thousands.
                decided = Optional.empty();
            }
        }
        if (decided.isEmpty()) {
            return List.of(raw.withKind(Kind.TEXT));
        }
        var read = new Numbers(raw, decided.get());
        read.settle();
        int values = counts.values();
        if (read.count * 2 < values) {
            return List.of(raw.withKind(Kind.TEXT));
        }
        return read.columns(
                marks.either > 0 && marks.point == marks.comma && choices.mark().isEmpty());
    }

    /// Whether digits with an E among them are codes rather than powers of ten: one begins with a nought before
    /// other digits, or another cell is made of digits and capitals likewise: "3E8" beside "5A1".
    private static boolean holdsCodes(Cells cells) {
        boolean powers = false;
        boolean others = false;
        for (int row = 0; row < cells.size(); row++) {
            if (cells.blockIsNumbersOnly(row)) {
                row = cells.blockEnd(row) - 1;
            } else if (cells.cell(row) instanceof Cell.Text(String text)
                    && CODE.matcher(text).matches()) {
                boolean power = NumberText.isWholeWithPower(text);
                if (power && text.length() > 1 && text.charAt(0) == '0') {
                    return true;
                }
                powers |= power;
                others |= !power;
            }
        }
        return powers && others;
    }

    /// How many texts can be numbers with one decimal mark only, and how many say different numbers with
    /// either.
    ///
    /// @param commas of these, those with a comma
    /// @param both   of those with one only, such as have the other between thousands
    private record Marks(int point, int comma, int either, int commas, int both) {}

    private static Marks marks(Cells cells) {
        int point = 0;
        int comma = 0;
        int either = 0;
        int commas = 0;
        int both = 0;
        for (int row = 0; row < cells.size(); row++) {
            if (cells.cell(row) instanceof Cell.Text(String text)) {
                var byPoint = ParsedNumber.read(text, DecimalMark.POINT);
                var byComma = ParsedNumber.read(text, DecimalMark.COMMA);
                point += byPoint.isPresent() && byComma.isEmpty() ? 1 : 0;
                comma += byComma.isPresent() && byPoint.isEmpty() ? 1 : 0;
                boolean open = byPoint.isPresent()
                        && byComma.isPresent()
                        && byPoint.get().value() != byComma.get().value();
                either += open ? 1 : 0;
                commas += open && text.indexOf(',') >= 0 ? 1 : 0;
                both += byPoint.isPresent() != byComma.isPresent() && text.indexOf(',') >= 0 && text.indexOf('.') >= 0
                        ? 1
                        : 0;
            }
        }
        return new Marks(point, comma, either, commas, both);
    }

    /// Which mark the texts of a table's columns settle together; empty where none does.
    static Optional<DecimalMark> settled(List<Column> raw) {
        int point = 0;
        int comma = 0;
        for (Column column : raw) {
            Marks marks = marks(column.cells());
            point += marks.point;
            comma += marks.comma;
        }
        return point == comma ? Optional.empty() : Optional.of(point > comma ? DecimalMark.POINT : DecimalMark.COMMA);
    }

    /// One column read by one decimal mark.
    private final class Numbers {
        private final Column raw;
        private final DecimalMark by;
        private final Map<String, Integer> units = new HashMap<>();
        private final Map<Character, Integer> groupings = new HashMap<>();
        private int bars;
        private int fractions;
        private int count;
        private String unit = "";
        private boolean differ;
        /// Of the bare numbers, by size.
        private double largest;
        private double before = Double.NaN;
        private @Nullable String base = "";
        private char grouping = ParsedNumber.NONE;

        Numbers(Column raw, DecimalMark by) {
            this.raw = raw;
            this.by = by;
        }

        /// Which unit, which grouping most cells have.
        void settle() {
            Cells cells = raw.cells();
            for (int row = 0; row < cells.size(); row++) {
                if (!Double.isNaN(cells.number(row))) {
                    largest = Math.max(largest, Math.abs(cells.number(row)));
                    units.merge("", 1, Integer::sum);
                } else if (cells.cell(row) instanceof Cell.Text(String text) && !isMissing(text)) {
                    ParsedNumber.read(text, by).ifPresent(number -> {
                        units.merge(number.unit(), 1, Integer::sum);
                        differ |= !Double.isNaN(before) && before != number.value();
                        before = number.value();
                        groupings.merge(number.grouping(), 1, Integer::sum);
                        bars += number.bar().isPresent() ? 1 : 0;
                        fractions += number.fraction() ? 1 : 0;
                    });
                }
            }
            base = commonBase();
            unit = units.entrySet().stream()
                    .max(Map.Entry.<String, Integer>comparingByValue().thenComparing(Map.Entry.comparingByKey()))
                    .map(Map.Entry::getKey)
                    .orElse("");
            if (base == null && !unit.isEmpty() && !isUnitOfAll()) {
                unit = "";
            }
            groupings.remove(ParsedNumber.NONE);
            grouping = groupings.entrySet().stream()
                    .max(Map.Entry.comparingByValue())
                    .map(Map.Entry::getKey)
                    .orElse(ParsedNumber.NONE);
            for (int row = 0; row < cells.size(); row++) {
                count += accepted(cells, row).isPresent() ? 1 : 0;
            }
        }

        /// Whether what stands behind most of the numbers is their unit: a known one, or always the same behind
        /// numbers that differ.
        private boolean isUnitOfAll() {
            int all = units.values().stream().mapToInt(Integer::intValue).sum();
            int most = units.getOrDefault(unit, 0);
            return UnitSymbols.isKnown(unit)
                    ? most >= MOST_UNITS * (all - units.getOrDefault("", 0))
                    : most >= MOST_UNITS * all && differ;
        }

        /// The unit of which all cells have a multiple by a prefix, "N" of "950 N" and "1.2 kN"; null where
        /// there is none.
        private @Nullable String commonBase() {
            if (units.size() < 2 || units.containsKey("")) {
                return null;
            }
            String shortest = units.keySet().stream()
                    .min(java.util.Comparator.comparingInt(String::length))
                    .orElseThrow();
            for (String candidate : List.of(shortest, shortest.substring(1))) {
                if (units.keySet().stream()
                        .allMatch(each -> factor(each, candidate).isPresent())) {
                    return candidate;
                }
            }
            return null;
        }

        private Optional<Integer> factor(String of, String candidate) {
            return of.equals(candidate)
                    ? Optional.of(0)
                    : of.length() == candidate.length() + 1 && of.endsWith(candidate)
                            ? ParsedNumber.prefix(of)
                            : Optional.empty();
        }

        private Optional<ParsedNumber> accepted(Cells cells, int row) {
            double number = cells.number(row);
            if (!Double.isNaN(number)) {
                return unit.isEmpty() && base == null
                        ? Optional.of(new ParsedNumber(
                                number, 0, ParsedNumber.NONE, "", java.util.OptionalDouble.empty(), false))
                        : Optional.empty();
            }
            return cells.cell(row) instanceof Cell.Text(String text) && !isMissing(text)
                    ? ParsedNumber.read(text, by).flatMap(this::fitting)
                    : Optional.empty();
        }

        private Optional<ParsedNumber> fitting(ParsedNumber number) {
            boolean fits =
                    (number.grouping() == ParsedNumber.NONE || number.grouping() == grouping && !isOtherMark(number))
                            && (!number.fraction()
                                    || fractions * 2
                                            >= units.values().stream()
                                                    .mapToInt(Integer::intValue)
                                                    .sum());
            if (!fits || base == null && !number.unit().equals(unit)) {
                return Optional.empty();
            }
            int power = base == null ? 0 : factor(number.unit(), base).orElse(0);
            return Optional.of(power == 0 ? number : scaled(number, power));
        }

        /// Whether the sign between thousands is rather the decimal mark: bare numbers beside it show decimals,
        /// and all are far smaller.
        private boolean isOtherMark(ParsedNumber number) {
            return raw.decimals() > 0
                    && number.decimals() == 0
                    && (number.grouping() == ',' || number.grouping() == '.')
                    && Math.abs(number.value()) > FAR_LARGER * largest;
        }

        private static ParsedNumber scaled(ParsedNumber number, int power) {
            double value = new java.math.BigDecimal(Double.toString(number.value()))
                    .scaleByPowerOfTen(power)
                    .doubleValue();
            var bar = number.bar().isEmpty()
                    ? number.bar()
                    : java.util.OptionalDouble.of(new java.math.BigDecimal(
                                    Double.toString(number.bar().getAsDouble()))
                            .scaleByPowerOfTen(power)
                            .doubleValue());
            return new ParsedNumber(
                    value,
                    Math.max(0, number.decimals() - power),
                    number.grouping(),
                    number.unit(),
                    bar,
                    number.fraction());
        }

        List<Column> columns(boolean byOthers) {
            var values = new Cells.Builder();
            var halves = new Cells.Builder();
            Cells cells = raw.cells();
            int decimals = raw.decimals();
            int barDecimals = 0;
            for (int row = 0; row < cells.size(); row++) {
                Optional<ParsedNumber> number = accepted(cells, row);
                if (number.isPresent()) {
                    values.addNumber(number.get().value());
                    decimals = Math.max(decimals, Math.min(10, number.get().decimals()));
                    number.get().bar().ifPresentOrElse(halves::addNumber, halves::addEmpty);
                    barDecimals = Math.max(
                            barDecimals,
                            number.get().bar().isPresent() ? number.get().decimals() : 0);
                } else {
                    Cell cell = cells.cell(row);
                    values.add(cell instanceof Cell.Number ? new Cell.Text(cell.exactText()) : cell);
                    halves.addEmpty();
                }
            }
            Heading heading = heading();
            Column read = raw.withCells(values.build())
                    .withKind(Kind.NUMBER)
                    .withHeading(heading)
                    .withFormat(new ColumnFormat.AsWritten(decimals));
            say(read, byOthers);
            if (count == 0 || bars * 2 < count) {
                return List.of(raw.interpretation().isEmpty() ? askedWhereMonths(read) : read);
            }
            ColumnReader.this.say(read, false, "%d values bring their own ±; it stands in a column of its own.", bars);
            return List.of(
                    read,
                    new Column(
                            0,
                            new Heading("± " + heading.name(), heading.unit()),
                            Kind.NUMBER,
                            Role.NONE,
                            barDecimals,
                            halves.build()));
        }

        private Heading heading() {
            String told = base == null ? unit : base;
            return told.isEmpty() ? raw.heading() : new Heading(raw.heading().name(), told);
        }

        private void say(Column read, boolean byOthers) {
            boolean otherMark = by != settled.orElse(mark);
            if (grouping != ParsedNumber.NONE) {
                ColumnReader.this.say(
                        read,
                        byOthers,
                        "%s part the thousands, and the decimal mark is a %s%s.",
                        words(grouping),
                        by == DecimalMark.POINT ? "point" : "comma",
                        byOthers ? ", as elsewhere in the table" : "");
            } else if (otherMark) {
                ColumnReader.this.say(
                        read,
                        true,
                        "its decimal mark is a %s, unlike the rest of the table.",
                        by == DecimalMark.POINT ? "point" : "comma");
            }
            String before = raw.unit();
            String told = read.unit();
            if (base != null) {
                ColumnReader.this.say(
                        read,
                        false,
                        base.isEmpty()
                                ? "the letters behind the numbers (k, M, µ …) were counted in."
                                : "its cells have the unit with different prefixes; all are counted in %s.",
                        base);
            } else if (!told.equals(before)) {
                ColumnReader.this.say(
                        read,
                        !before.isEmpty(),
                        before.isEmpty()
                                ? "the unit %s stands in its cells; it was put into the heading."
                                : "its cells say %s, not %s as its heading did.",
                        told,
                        before);
            }
        }
    }

    private static String words(char grouping) {
        String words = ParsedNumber.words(grouping);
        return words.substring(0, 1).toUpperCase(Locale.ROOT) + words.substring(1);
    }

    // ---- time ----

    private static boolean isLength(Heading heading) {
        return ELAPSED.matcher(heading.name()).matches()
                || MINUTES_HINT.matcher(heading.unit()).matches()
                || HOURS_HINT.matcher(heading.unit()).matches()
                        && heading.unit().toLowerCase(Locale.ROOT).endsWith("s");
    }

    private Column lengths(Column raw) {
        boolean three = false;
        boolean either = false;
        boolean iso = false;
        Cells cells = raw.cells();
        for (int row = 0; row < cells.size(); row++) {
            if (cells.cell(row) instanceof Cell.Text(String text)) {
                iso |= text.charAt(0) == 'P';
                var length = DurationText.read(text, TwoParts.HOURS_MINUTES);
                three |=
                        length.isPresent() && text.chars().filter(c -> c == ':').count() == 2;
                either |= length.isPresent() && length.get().either();
            }
        }
        boolean minutes = MINUTES_HINT.matcher(raw.unit()).matches();
        boolean hours = HOURS_HINT.matcher(raw.unit()).matches();
        if (either && !three && !minutes && !hours && !iso) {
            return raw.withKind(Kind.TEXT);
        }
        Column read = lengths(raw, iso || hours && !three ? TwoParts.HOURS_MINUTES : TwoParts.MINUTES_SECONDS);
        say(
                read,
                false,
                "durations, counted in %ss.",
                ((ColumnFormat.Durations) read.format()).per().word());
        return read;
    }

    private static Column lengths(Column raw, TwoParts parts) {
        Cells cells = raw.cells();
        double longest = 0;
        double[] seconds = new double[cells.size()];
        for (int row = 0; row < seconds.length; row++) {
            seconds[row] = cells.cell(row) instanceof Cell.Text(String text)
                    ? DurationText.read(text, parts)
                            .map(DurationText.Length::seconds)
                            .orElse(Double.NaN)
                    : Double.NaN;
            longest = Double.isNaN(seconds[row]) ? longest : Math.max(longest, Math.abs(seconds[row]));
        }
        CalendarUnit unit = CalendarUnit.fitting(longest);
        CalendarUnit per = unit.compareTo(CalendarUnit.DAY) > 0 ? CalendarUnit.DAY : unit;
        var read = new Cells.Builder();
        for (int row = 0; row < seconds.length; row++) {
            read.add(
                    Double.isNaN(seconds[row])
                            ? asText(cells.cell(row))
                            : new Cell.Number(seconds[row] / per.seconds()));
        }
        return raw.withCells(read.build())
                .withKind(Kind.NUMBER)
                .withHeading(new Heading(raw.name(), per.symbol()))
                .withFormat(new ColumnFormat.Durations(per));
    }

    private static Cell asText(Cell cell) {
        return cell instanceof Cell.Number ? new Cell.Text(cell.exactText()) : cell;
    }

    private Column dates(Column raw) {
        Optional<DateText.Order> order = choices.dateOrder().or(() -> DateColumn.order(raw.cells()));
        if (order.isEmpty()) {
            return raw.withKind(Kind.TEXT);
        }
        Column read = DateColumn.dated(raw, order.get(), choices.clock());
        if (DateColumn.dependsOnOrder(raw.cells())) {
            say(
                    read,
                    false,
                    order.get() == DateText.Order.DAY_FIRST
                            ? "dates with the day before the month."
                            : "dates with the month before the day.");
        }
        DateColumn.offset(raw.cells())
                .ifPresent(offset -> say(read, false, "all times are on one clock, UTC%s.", offset));
        return read;
    }

    /// Whole numbers that are all dates, such as 20260305, in at least three rows.
    private static Optional<Column> compactDates(Column raw) {
        Cells cells = raw.cells();
        int dates = 0;
        for (int row = 0; row < cells.size(); row++) {
            double number = cells.number(row);
            if (!Double.isNaN(number)) {
                if (DateText.compact(number).isEmpty()) {
                    return Optional.empty();
                }
                dates++;
            }
        }
        return dates < 3 ? Optional.empty() : Optional.of(DateColumn.compact(raw));
    }

    /// As text, where all numbers may as well be months, such as 197401: then somebody must say.
    private static Column askedWhereMonths(Column read) {
        return AmbiguousColumn.ofMonths(read).isPresent() ? read.withKind(Kind.TEXT) : read;
    }

    private Column angles(Column raw) {
        var read = new Cells.Builder();
        Cells cells = raw.cells();
        for (int row = 0; row < cells.size(); row++) {
            Cell cell = cells.cell(row);
            read.add(
                    cell instanceof Cell.Text(String text)
                                    && AngleText.read(text).isPresent()
                            ? new Cell.Number(AngleText.read(text).getAsDouble())
                            : asText(cell));
        }
        say(raw, false, "angles, counted in degrees.");
        return raw.withCells(read.build())
                .withKind(Kind.NUMBER)
                .withHeading(new Heading(raw.name(), "°"))
                .withFormat(new ColumnFormat.AsWritten(0));
    }

    // ---- by a person's word ----

    /// The column of texts read in this way; what does not fit stays text.
    static List<Column> as(Column text, CellInterpretation way) {
        Column kept = text.withInterpretation(Optional.of(way));
        return switch (way) {
            case TEXT -> List.of(kept);
            case POINT, COMMA -> {
                DecimalMark by = way == CellInterpretation.POINT ? DecimalMark.POINT : DecimalMark.COMMA;
                Numbers numbers = new ColumnReader(by, Optional.of(by), false, ImportOptions.NONE, new ArrayList<>())
                .new Numbers(kept, by);
                numbers.settle();
                yield numbers.columns(false);
            }
            case DAY_FIRST -> List.of(DateColumn.dated(kept, DateText.Order.DAY_FIRST));
            case MONTH_FIRST -> List.of(DateColumn.dated(kept, DateText.Order.MONTH_FIRST));
            case HOURS_MINUTES -> List.of(lengths(kept, TwoParts.HOURS_MINUTES));
            case MINUTES_SECONDS -> List.of(lengths(kept, TwoParts.MINUTES_SECONDS));
            case YEAR_MONTH -> List.of(DateColumn.months(kept));
        };
    }
}
