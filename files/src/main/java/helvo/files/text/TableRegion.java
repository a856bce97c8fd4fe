package helvo.files.text;

import helvo.core.table.Heading;
import helvo.core.unit.Unit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.function.IntPredicate;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/// A finder of the table among the lines of a file or the rows of a sheet.
///
/// @param headings of its columns; null for a column that has none; empty where it has no headings at all
/// @param top      the first line that belongs to it: of headings where it has them
/// @param first    its first line of values
/// @param end      the line behind its last one
/// @param left     its first column
/// @param right    its last column
/// @param notes    lines around it that are not of any table
/// @param isOpen   whether its first line of values may as well be its headings
public record TableRegion(
        List<Heading> headings, int top, int first, int end, int left, int right, List<String> notes, boolean isOpen) {
    /// What stands in a line of units for none.
    private static final Set<String> NO_UNIT = Set.of("1", "-", "–", "[-]");
    private static final Pattern BRACKETED = Pattern.compile("[(\\[][^()\\[\\]]{0,20}[)\\]]");
    private static final int MOST_HEADINGS = 4;
    /// So many rows tell how a table goes on.
    private static final int MOST_TELLING = 50;
    private static final int MOST_NOTES = 100;
    private static final int LONGEST_NOTE = 300;

    public TableRegion {
        notes = List.copyOf(notes);
        headings = java.util.Collections.unmodifiableList(new ArrayList<>(headings));
    }

    /// All lines and columns up to one, where no table is found.
    public static TableRegion everything(int lastColumn) {
        return new TableRegion(List.of(), 0, 0, Integer.MAX_VALUE, 0, lastColumn, List.of(), false);
    }

    /// All tables, in their order; the line behind the last one of the lines is taken for its end only where
    /// there are no more.
    ///
    /// @param lines    of fields, blank ones too
    /// @param complete whether there are no lines behind these
    /// @param heading  the line of the headings where a person said it, −1 for none; null to find it
    public static List<TableRegion> all(List<List<String>> lines, boolean complete, @Nullable Integer heading) {
        return new Finder(lines, complete, false).found(heading);
    }

    /// As [#all], of lines of text: there fields have no places of their own, so that one may lack.
    static List<TableRegion> ofText(List<List<String>> lines, boolean complete, @Nullable Integer heading) {
        return new Finder(lines, complete, true).found(heading);
    }

    /// The one with the most values.
    public static TableRegion largest(List<TableRegion> areas) {
        return areas.stream().reduce((a, b) -> b.size() > a.size() ? b : a).orElseThrow();
    }

    private long size() {
        return (long) (Math.min(end, 1 << 20) - first) * (right - left + 1);
    }

    private static final class Finder {
        private final List<List<String>> lines;
        private final boolean complete;
        private final boolean isText;
        private final List<List<FieldKind>> kinds = new ArrayList<>();
        /// How many fields of each line are filled, with values, with words; none of a comment.
        private final int[] filled;
        private final int[] values;
        private final int[] words;
        private final boolean single;
        /// For each line the next one from it on with more than one field filled, and the next one of values.
        private final int[] nextFilled;
        private final int[] nextValues;

        /// @param isText whether fields have no places of their own
        Finder(List<List<String>> lines, boolean complete, boolean isText) {
            this.lines = new ArrayList<>(lines);
            this.complete = complete;
            this.isText = isText;
            filled = new int[lines.size()];
            values = new int[lines.size()];
            words = new int[lines.size()];
            for (int line = 0; line < lines.size(); line++) {
                kinds.add(List.of());
                use(line, isComment(lines.get(line)) ? List.of() : lines.get(line));
            }
            single = Arrays.stream(filled).allMatch(fields -> fields < 2);
            nextFilled = next(line -> filled[line] >= (single ? 1 : 2));
            nextValues = next(this::isValues);
        }

        private void use(int line, List<String> fields) {
            List<FieldKind> of = fields.stream().map(FieldKind::of).toList();
            kinds.set(line, of);
            filled[line] =
                    (int) of.stream().filter(kind -> kind != FieldKind.BLANK).count();
            values[line] = (int) of.stream().filter(FieldKind::isValue).count();
            words[line] =
                    (int) of.stream().filter(kind -> kind == FieldKind.WORD).count();
        }

        /// The fields of a line of headings, of which these are the names.
        private void name(int line, List<String> fields) {
            lines.set(line, fields);
            use(line, fields);
        }

        private int[] next(IntPredicate is) {
            int[] next = new int[lines.size() + 1];
            next[lines.size()] = lines.size();
            for (int line = lines.size() - 1; line >= 0; line--) {
                next[line] = is.test(line) ? line : next[line + 1];
            }
            return next;
        }

        private int filled(int line) {
            return filled[line];
        }

        /// The line before that is no comment.
        private int before(int line) {
            int before = line - 1;
            while (before >= 0 && isComment(lines.get(before))) {
                before--;
            }
            return before;
        }

        private boolean isBlank(int line) {
            return line < 0 || filled[line] == 0;
        }

        private boolean isValues(int line) {
            return values[line] > 0 && (single || filled(line) >= 2);
        }

        private boolean isHeading(int line) {
            return line >= 0 && values[line] == 0 && words[line] >= (single ? 1 : 2);
        }

        /// A line of words of which some are signs for no value elsewhere: "Na", "nd".
        private boolean mayName(int line) {
            long letters = IntStream.range(0, kinds.get(line).size())
                    .filter(column -> kinds.get(line).get(column) == FieldKind.MISSING
                            && Character.isLetter(lines.get(line).get(column).charAt(0)))
                    .count();
            return values[line] == 0 && words[line] >= 1 && words[line] + letters >= (single ? 1 : 2);
        }

        List<TableRegion> found(@Nullable Integer heading) {
            List<Segment> segments = heading == null ? segments() : List.of(said(heading));
            var areas = new ArrayList<TableRegion>();
            for (Segment segment : segments) {
                areas.addAll(areas(segment, heading == null));
            }
            if (areas.isEmpty() && heading == null) {
                return words();
            }
            return withNotes(areas);
        }

        /// Lines of values that belong together, and of their headings.
        private static final class Segment {
            private final List<Integer> headings = new ArrayList<>();
            private int first = -1;
            private int last = -1;
            private int values;
            private int pairs;

            boolean isPairs() {
                return pairs * 2 >= values;
            }
        }

        /// Lines of words alone: the first names the columns.
        private List<TableRegion> words() {
            int first = 0;
            while (first < lines.size() && filled(first) == 0) {
                first++;
            }
            return first == lines.size() ? List.of() : found(first);
        }

        private Segment said(int heading) {
            var segment = new Segment();
            if (heading >= 0) {
                segment.headings.add(Math.min(heading, lines.size() - 1));
            }
            int from = heading + 1;
            if (isHeading(heading) && isUnits(from)) {
                segment.headings.add(from++);
            }
            for (int line = Math.max(0, from); line < lines.size(); line++) {
                if (filled(line) > 0) {
                    segment.first = segment.first < 0 ? line : segment.first;
                    segment.last = line;
                }
            }
            if (segment.first < 0) {
                segment.first = Math.max(0, from);
                segment.last = segment.first - 1;
            }
            return segment;
        }

        private List<Segment> segments() {
            var all = new ArrayList<Segment>();
            var now = new Segment();
            for (int line = 0; line < lines.size(); line++) {
                boolean begins = now.first < 0 && now.headings.isEmpty() && mayName(line);
                if ((isHeading(line) || begins) && opens(now, line)) {
                    if (now.first >= 0) {
                        all.add(now);
                        now = new Segment();
                    }
                    if (!now.headings.isEmpty() && now.headings.getLast() != before(line)) {
                        now.headings.clear();
                    }
                    now.headings.add(line);
                    if (now.headings.size() > MOST_HEADINGS) {
                        now.headings.removeFirst();
                    }
                } else if (isValues(line) || now.first >= 0 && isRow(now, line)) {
                    now.first = now.first < 0 ? line : now.first;
                    now.last = line;
                    now.values += isValues(line) ? 1 : 0;
                    now.pairs += isPair(line) ? 1 : 0;
                }
            }
            if (now.first >= 0) {
                all.add(now);
            }
            return tables(all);
        }

        /// A word and a value alone.
        private boolean isPair(int line) {
            return filled(line) == 2
                    && kinds.get(line).stream()
                                    .filter(kind -> kind != FieldKind.BLANK)
                                    .findFirst()
                                    .orElseThrow()
                            == FieldKind.WORD;
        }

        /// Pairs of a word and a value before a table are what an instrument says of itself.
        private static List<Segment> tables(List<Segment> all) {
            boolean headed = all.stream().anyMatch(segment -> !segment.headings.isEmpty() && !segment.isPairs());
            List<Segment> tables = all.stream()
                    .filter(segment -> !(headed && segment.isPairs()))
                    .toList();
            return tables.isEmpty() ? all : tables;
        }

        /// Whether a line of words begins a table, rather than being a row of words in one.
        private boolean opens(Segment now, int line) {
            if (now.first < 0) {
                return true;
            }
            boolean again =
                    now.headings.stream().anyMatch(heading -> lines.get(heading).equals(lines.get(line)));
            int before = before(line);
            boolean apart = isBlank(before) || filled(before) == 1 && isBlank(before(before));
            boolean values =
                    IntStream.range(line + 1, Math.min(lines.size(), line + 4)).anyMatch(this::isValues);
            int next = nextValues[line + 1];
            boolean other = now.pairs == now.values && next < lines.size() && !isPair(next);
            // "506,13" over the names: a line that counts what follows.
            boolean count = now.headings.isEmpty()
                    && now.values == 1
                    && words[line] == filled(line)
                    && filled(line) > filled(now.first);
            return !again && values && (apart || other || count);
        }

        /// A row of words or of one cell, with rows of values behind it and not a title of the next table.
        private boolean isRow(Segment now, int line) {
            if (filled(line) == 0) {
                return false;
            }
            int next = nextFilled[line + 1];
            boolean more = next < lines.size() ? isValues(next) : !complete;
            boolean number = values[line] > 0;
            boolean wide = filled(line) >= 2;
            boolean follows = !isBlank(before(line));
            return number && follows
                    || more && !isHeading(next < lines.size() ? next : -1)
                    || wide && follows && now.headings.stream().noneMatch(heading -> heading.equals(line));
        }

        // ---- headings ----

        /// @param isGuessed whether nobody said which line has the headings
        private List<TableRegion> areas(Segment segment, boolean isGuessed) {
            List<Integer> headings = isGuessed || !segment.headings.isEmpty() ? headings(segment) : List.of();
            int first = headings.isEmpty() ? segment.first : firstRow(headings.getLast(), segment.first);
            boolean isOpen = false;
            if (isGuessed && headings.isEmpty() && segment.headings.isEmpty()) {
                HeadingEvidence.Verdict verdict =
                        first < segment.last ? evidence(first, segment.last).verdict() : HeadingEvidence.Verdict.VALUES;
                isOpen = verdict == HeadingEvidence.Verdict.OPEN;
                if (verdict == HeadingEvidence.Verdict.HEADINGS) {
                    headings = List.of(first);
                    first = firstRow(first, next(first, segment.last));
                } else if (isOneName(first - 1, first)) {
                    headings = List.of(first - 1);
                } else {
                    first = firstRow(first);
                }
            }
            if (isText && !headings.isEmpty()) {
                align(headings.getLast(), first, segment.last);
            }
            int top = headings.isEmpty() ? first : headings.getFirst();
            int end = segment.last >= lines.size() - 1 && !complete ? Integer.MAX_VALUE : segment.last + 1;
            int[] span = span(headings, first, segment.last);
            var areas = new ArrayList<TableRegion>();
            for (int[] part : parts(headings, first, segment.last, span)) {
                areas.add(new TableRegion(named(headings, part), top, first, end, part[0], part[1], List.of(), isOpen));
            }
            return areas;
        }

        /// Rows without two values between the headings and the first row of values are rows, where they have
        /// as many fields as the headings, or more than one that is filled.
        private int firstRow(int heading, int firstOfValues) {
            int width = lines.get(heading).size();
            return IntStream.range(heading + 1, firstOfValues)
                    .filter(line -> filled(line) >= (single ? 1 : 2)
                            || filled(line) == 1
                                    && isText
                                    && width > 1
                                    && lines.get(line).size() == width
                                    && (values[line] > 0
                                            || lines.get(line).stream().noneMatch(TableRegion::isUnit)))
                    .findFirst()
                    .orElse(firstOfValues);
        }

        /// The first of the rows right above one, as wide as that and with a value.
        private int firstRow(int row) {
            int first = row;
            int width = lines.get(row).size();
            while (isText
                    && width > 1
                    && first > 0
                    && values[first - 1] > 0
                    && lines.get(first - 1).size() == width) {
                first--;
            }
            return first;
        }

        /// The next line that is filled.
        private int next(int line, int last) {
            return IntStream.rangeClosed(line + 1, last)
                    .filter(each -> filled(each) > 0)
                    .findFirst()
                    .orElse(last);
        }

        private HeadingEvidence evidence(int line, int last) {
            return new HeadingEvidence(
                    lines.get(line),
                    IntStream.rangeClosed(line + 1, Math.min(last, line + 2 * MOST_TELLING))
                            .filter(each -> filled(each) > 0)
                            .mapToObj(lines::get)
                            .toList());
        }

        /// "time,," names the first of three columns.
        private boolean isOneName(int line, int row) {
            return isText
                    && line >= 0
                    && filled(line) == 1
                    && lines.get(line).size() > 1
                    && lines.get(line).size() == lines.get(row).size()
                    && kinds.get(line).getFirst() == FieldKind.WORD
                    && lines.get(line).getFirst().indexOf(' ') < 0;
        }

        /// A name less than the rows have fields: the first field names the row. A name more, of which the
        /// first is the sign of a comment: that names nothing.
        private void align(int heading, int first, int last) {
            List<String> names = lines.get(heading);
            int width = names.size();
            List<List<String>> rows = IntStream.rangeClosed(first, Math.min(last, first + MOST_TELLING))
                    .filter(line -> filled(line) > 0)
                    .mapToObj(lines::get)
                    .toList();
            boolean isOneLess = !rows.isEmpty()
                    && rows.stream().allMatch(row -> row.size() == width + 1)
                    && rows.stream().anyMatch(row -> !row.getLast().isBlank());
            boolean isOneMore = !rows.isEmpty()
                    && width > 1
                    && names.getFirst().equals("#")
                    && rows.stream().allMatch(row -> row.size() == width - 1);
            if (isOneLess) {
                var named = new ArrayList<>(names);
                named.addFirst("");
                name(heading, named);
            } else if (isOneMore) {
                name(heading, names.subList(1, width));
            }
        }

        /// The last line of headings, a line of units below it, and lines above it that group its columns.
        private List<Integer> headings(Segment segment) {
            List<Integer> said = segment.headings;
            if (said.isEmpty()) {
                return comment(segment);
            }
            boolean units = said.size() > 1 && isUnits(said.getLast());
            int at = said.size() - (units ? 2 : 1);
            var headings = new ArrayList<>(said.subList(at, said.size()));
            int width = filled(said.get(at));
            while (at > 0
                    && headings.size() < MOST_HEADINGS
                    && said.get(at - 1).equals(said.get(at) - 1)
                    && (width > 2 && groups(said.get(at - 1), width)
                            || names(said.get(at - 1), said.get(at), segment))) {
                headings.addFirst(said.get(--at));
            }
            return headings;
        }

        /// Words over some of the columns, and not just a word and what it is.
        private boolean groups(int line, int width) {
            int words = filled(line);
            boolean pair = words == 2
                    && kinds.get(line).get(0) != FieldKind.BLANK
                    && kinds.get(line).get(1) != FieldKind.BLANK;
            return words > 1 && words < width && !pair;
        }

        /// Whether a line of headings names a column with values that the line below it does not name.
        private boolean names(int line, int below, Segment segment) {
            return IntStream.range(0, lines.get(line).size())
                    .anyMatch(column -> !field(lines.get(line), column).isBlank()
                            && field(lines.get(below), column).isBlank()
                            && IntStream.rangeClosed(segment.first, Math.min(segment.last, segment.first + 50))
                                    .anyMatch(row ->
                                            !field(lines.get(row), column).isBlank()));
        }

        /// Of the comments right above the values, the last that has a name for each column; a sentence is
        /// none.
        private List<Integer> comment(Segment segment) {
            int width = IntStream.rangeClosed(segment.first, Math.min(segment.last, segment.first + MOST_TELLING))
                    .map(line -> lines.get(line).size())
                    .max()
                    .orElse(0);
            for (int line = segment.first - 1;
                    line >= 0 && (isComment(lines.get(line)) || lines.get(line).isEmpty());
                    line--) {
                List<String> names = lines.get(line).isEmpty() ? List.of() : uncommented(lines.get(line));
                boolean counting = isText && names.size() + 1 == width && !names.isEmpty();
                boolean fits = names.size() == width || names.size() == filled(segment.first);
                if (names.size() > 1
                        && (fits || counting)
                        && names.stream().noneMatch(name -> FieldKind.of(name) == FieldKind.NUMBER)
                        && !CommentSign.isSentence(names)) {
                    name(line, names);
                    return List.of(line);
                }
            }
            return List.of();
        }

        private boolean isUnits(int line) {
            List<String> words = line < lines.size()
                    ? lines.get(line).stream().filter(text -> !text.isBlank()).toList()
                    : List.of();
            return !words.isEmpty() && words.stream().allMatch(TableRegion::isUnit);
        }

        private List<Heading> named(List<Integer> headings, int[] part) {
            if (headings.isEmpty()) {
                return List.of();
            }
            boolean units = headings.size() > 1 && isUnits(headings.getLast());
            List<List<String>> names = headings.subList(0, headings.size() - (units ? 1 : 0)).stream()
                    .map(line ->
                            line.equals(headings.getLast()) || units && line.equals(headings.get(headings.size() - 2))
                                    ? lines.get(line)
                                    : spread(lines.get(line)))
                    .toList();
            var named = new ArrayList<Heading>();
            for (int column = part[0]; column <= part[1]; column++) {
                int at = column;
                List<String> words = names.stream()
                        .map(line -> field(line, at))
                        .filter(text -> !text.isBlank())
                        .distinct()
                        .toList();
                String unit = units ? field(lines.get(headings.getLast()), at) : "";
                Heading joined = words.isEmpty() ? null : joined(words);
                named.add(joined == null || unit.isBlank() ? joined : new Heading(joined.name(), bare(unit)));
            }
            return named;
        }

        // ---- sides ----

        private int[] span(List<Integer> headings, int first, int last) {
            int left = Integer.MAX_VALUE;
            int right = 0;
            for (int line : (Iterable<Integer>) IntStream.concat(
                    headings.stream().mapToInt(Integer::intValue), IntStream.rangeClosed(first, last))::iterator) {
                for (int column = 0; column < kinds.get(line).size(); column++) {
                    if (kinds.get(line).get(column) != FieldKind.BLANK) {
                        left = Math.min(left, column);
                        right = Math.max(right, column);
                    }
                }
            }
            return new int[] {left == Integer.MAX_VALUE ? 0 : left, right};
        }

        /// Tables beside one another, with an empty column between them and headings over each.
        private List<int[]> parts(List<Integer> headings, int first, int last, int[] span) {
            Set<Integer> used = new HashSet<>();
            headings.forEach(line -> usedIn(line, used));
            IntStream.rangeClosed(first, last).forEach(line -> usedIn(line, used));
            var parts = new ArrayList<int[]>();
            int from = span[0];
            for (int column = span[0]; column <= span[1] + 1; column++) {
                if (!used.contains(column)) {
                    if (column > from) {
                        parts.add(new int[] {from, column - 1});
                    }
                    from = column + 1;
                }
            }
            boolean apart = parts.size() > 1
                    && !headings.isEmpty()
                    && parts.stream()
                            .allMatch(part -> part[1] > part[0]
                                    && IntStream.rangeClosed(part[0], part[1])
                                            .allMatch(column -> !field(lines.get(headings.getLast()), column)
                                                    .isBlank()));
            return apart ? parts : List.of(span);
        }

        private void usedIn(int line, Set<Integer> used) {
            IntStream.range(0, kinds.get(line).size())
                    .filter(column -> kinds.get(line).get(column) != FieldKind.BLANK)
                    .forEach(used::add);
        }

        // ---- notes ----

        private List<TableRegion> withNotes(List<TableRegion> areas) {
            var with = new ArrayList<TableRegion>();
            int from = 0;
            for (int i = 0; i < areas.size(); i++) {
                TableRegion area = areas.get(i);
                boolean last = i == areas.size() - 1 || areas.get(i + 1).top != area.top;
                int to = i == areas.size() - 1 ? lines.size() : areas.get(i + 1).top;
                var notes = new ArrayList<>(notes(from, area.top));
                if (i == areas.size() - 1 && area.end < lines.size()) {
                    notes.addAll(notes(area.end, to));
                }
                with.add(new TableRegion(
                        area.headings, area.top, area.first, area.end, area.left, area.right, notes, area.isOpen));
                from = last ? Math.min(area.end, lines.size()) : from;
            }
            return with;
        }

        private List<String> notes(int from, int to) {
            return IntStream.range(from, to)
                    .filter(line -> lines.get(line).stream().anyMatch(field -> !field.isBlank()))
                    .limit(MOST_NOTES)
                    .mapToObj(line -> note(lines.get(line)))
                    .toList();
        }
    }

    /// A line that is not of the table, as a note.
    static String note(List<String> fields) {
        String note = fields.stream().filter(text -> !text.isBlank()).collect(Collectors.joining(" "));
        return note.length() > LONGEST_NOTE ? note.substring(0, LONGEST_NOTE) + " …" : note;
    }

    /// "# Instrument 4711", but neither "#" as the heading of a counting column nor "#3" as a number.
    static boolean isComment(List<String> fields) {
        String first = fields.isEmpty() ? "" : fields.getFirst();
        return first.length() > 1 && first.charAt(0) == '#' && !Character.isDigit(first.charAt(1));
    }

    /// The fields of a comment without its sign.
    private static List<String> uncommented(List<String> fields) {
        var names = new ArrayList<>(fields);
        String first = names.getFirst();
        names.set(0, CommentSign.HASH.withoutSign(first));
        return names;
    }

    private static boolean isUnit(String text) {
        return BRACKETED.matcher(text).matches()
                || NO_UNIT.contains(text)
                || Unit.read(text).isPresent()
                || Unit.read(text.toLowerCase(Locale.ROOT)).isPresent();
    }

    private static String bare(String unit) {
        String inside = BRACKETED.matcher(unit).matches()
                ? unit.substring(1, unit.length() - 1).strip()
                : unit.strip();
        return inside.equals("-") || inside.equals("–") ? "" : inside;
    }

    private static String field(List<String> line, int column) {
        return column < line.size() ? line.get(column) : "";
    }

    /// Each blank field says what the field before it says.
    private static List<String> spread(List<String> fields) {
        var spread = new ArrayList<String>();
        String before = "";
        for (String field : fields) {
            before = field.isBlank() ? before : field;
            spread.add(before);
        }
        return spread;
    }

    /// "Stretch (mm)" over "dry" is "Stretch dry (mm)".
    private static Heading joined(List<String> parts) {
        List<Heading> headings = parts.stream().map(Heading::of).toList();
        String unit = headings.stream()
                .map(Heading::unit)
                .filter(each -> !each.isEmpty())
                .reduce((_, last) -> last)
                .orElse("");
        return new Heading(headings.stream().map(Heading::name).collect(Collectors.joining(" ")), unit);
    }
}
