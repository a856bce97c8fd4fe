package helvo.core.importing;

import helvo.core.quality.AmbiguousColumn;
import helvo.core.table.Column;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/// Guesses the roles of columns from their headings and cells.
public final class RoleGuess {
    /// More groups than this cannot be told apart in a figure.
    public static final int MAX_GROUPS = 24;
    private static final Pattern COUNTER = Pattern.compile(
            "#|№|(no|nr|num|number|id|index|row|run|sample|specimen|test|trial)\\.?( ?(no|nr|number|id)\\.?)?",
            Pattern.CASE_INSENSITIVE);
    private static final Pattern UNNAMED = Pattern.compile("(?i)column \\d+|unnamed: ?\\d+");
    /// What tells things apart and measures nothing, or says where on the Earth they are.
    private static final Pattern IDENTIFIER = Pattern.compile(
            "(?i)(.*[ _.-])?(id|ids|uid|uuid|code|codes|key|zip|zipcode|postcode|phone|fips|ccn3|isbn|barcode)"
                    + "([ _.-]?(no|nr|number))?|row[ ._]?(name|number|no|nr|id)s?|obs(ervation)?|"
                    + "subject|patient|groups?|cent(er|re)|site|cluster|block|replicate|rep|fold|"
                    + "(sample|specimen|serial|case|batch|lot|plate|well|run)[ _.-]?(no|nr|num|number|#)\\.?|"
                    + "id[ _.-].*|(?-i:.*[a-z]I[dD])");
    private static final Pattern PLACE =
            Pattern.compile("(?i)lat|latitude|lon|lng|long|longitude|breitengrad|längengrad");
    /// Parts of a calendar: two of them against one another say nothing.
    private static final Pattern CALENDAR =
            Pattern.compile("(?i)(.*[ _.-])?(year|yr|month|quarter|qtr|week|weekday|day|date|datetime|timestamp|"
                    + "time|dow|doy|jahr|monat|quartal|woche|tag|datum|année|mois|fecha|año|mes)s?");
    /// Names of what is set or passes by itself, and not measured in answer to it, the surest first.
    private static final List<Pattern> INDEPENDENT = List.of(
            Pattern.compile("(?i)(date|datum|fecha|timestamp|datetime)\\b.*"),
            Pattern.compile("(?i)(year|jahr|année|año|yr)s?\\b.*"),
            Pattern.compile("(?i)((elapsed|run|reaction|drying|soaking)[ _.-])?(time|zeit|temps|tiempo|tempo|dauer|"
                    + "seconds|minutes|hours|days|weeks|months|t)"),
            Pattern.compile("(?i)x|dose|dosis|dosage|conc|conc\\.|concentration|konzentration|dilution|wavelength|"
                    + "wellenlänge|angle|winkel"),
            Pattern.compile("(?i)distance|dist|abstand|depth|tiefe|position|displacement|height above.*|"
                    + "temperature|temperatur|température|temperatura|temp|age|alter"));

    /// Columns of one quantity that are all y from the start.
    private static final int MOST_Y = 6;

    private RoleGuess() {}

    /// x is a date, or a quantity that is set or passes by itself, by its name, or else the first column of
    /// numbers; y the first other one that is not of the calendar. A column that holds an uncertainty is the
    /// bar of the one that it belongs to; a column of few, repeated words, seldom empty, splits the rows. A
    /// column that only counts the rows or the repeats (1, 2, 3, 1, 2, 3), tells things apart by numbers or
    /// says where on the Earth they are is none of these where there are others. Further columns of y's own
    /// quantity are y too.
    public static List<Column> guessed(List<Column> columns) {
        var bars = new UncertaintyColumns(columns);
        List<LimitColumns> limits = LimitColumns.in(columns);
        Predicate<Column> isLimit = column -> limits.stream().anyMatch(pair -> pair.has(column));
        List<Column> measured = columns.stream()
                .filter(column -> column.kind() != Kind.TEXT && !bars.has(column) && !isLimit.test(column))
                .toList();
        boolean named = columns.stream()
                .anyMatch(column -> !UNNAMED.matcher(column.name()).matches());
        List<Column> telling = measured.stream()
                .filter(column -> measured.size() <= 2
                        || column.kind() == Kind.DATE
                        || !counts(column, named) && !isLabel(column))
                .toList();
        List<Column> candidates = telling.size() < 2 ? withCounter(telling, measured, named) : telling;
        Column x = candidates.size() < 2 ? null : telling.size() < 2 ? counter(candidates, named) : x(candidates);
        Column y = x == null ? null : y(x, candidates);
        if (y == null) {
            x = candidates.size() == 1 && measured.size() == 1 ? candidates.getFirst() : null;
        }
        var guessed = new ArrayList<Column>();
        boolean split = false;
        for (Column column : columns) {
            Role role = Role.NONE;
            if (column.kind() == Kind.TEXT) {
                role = !split && splits(column) && AmbiguousColumn.of(column).isEmpty() ? Role.BY : Role.NONE;
                split |= role == Role.BY;
            } else if (column == x) {
                role = Role.X;
            } else if (column == y) {
                role = Role.Y;
            } else if (bars.has(column)) {
                Column of = bars.ownerOf(column).orElseThrow();
                role = of == x ? Role.X_BAR : of == y ? Role.Y_BAR : Role.NONE;
            }
            guessed.add(column.withRole(alreadyTaken(guessed, role) ? Role.NONE : role));
        }
        return y == null ? guessed : withOthersOf(y, columns, guessed, bars, isLimit);
    }

    private static boolean isIndependent(Column column) {
        return INDEPENDENT.stream().anyMatch(name -> name.matcher(column.name()).matches());
    }

    private static boolean isLabel(Column column) {
        return column.unit().isEmpty() && IDENTIFIER.matcher(column.name()).matches()
                || PLACE.matcher(column.name()).matches();
    }

    /// With the first column that only counts, where there is no other: a series in the order of its rows.
    private static List<Column> withCounter(List<Column> telling, List<Column> measured, boolean named) {
        return measured.stream()
                .filter(column -> telling.contains(column) || counts(column, named))
                .limit(2)
                .toList();
    }

    private static Column counter(List<Column> candidates, boolean named) {
        return candidates.stream()
                .filter(column -> counts(column, named))
                .findFirst()
                .orElse(candidates.getFirst());
    }

    private static Column x(List<Column> candidates) {
        for (Column column : candidates) {
            if (column.kind() == Kind.DATE) {
                return column;
            }
        }
        for (Pattern name : INDEPENDENT) {
            for (Column column : candidates) {
                if (name.matcher(column.name()).matches() && varies(column)) {
                    return column;
                }
            }
        }
        return candidates.getFirst();
    }

    /// The first behind x, or else before it, that varies and is not of the calendar; of several pairs called
    /// x1, y1, x2, y2 the one called as x.
    private static @Nullable Column y(Column x, List<Column> candidates) {
        int at = candidates.indexOf(x);
        boolean calendar = x.kind() == Kind.DATE || CALENDAR.matcher(x.name()).matches();
        boolean byName =
                INDEPENDENT.stream().anyMatch(name -> name.matcher(x.name()).matches());
        var others = new ArrayList<>(candidates.subList(at + 1, candidates.size()));
        others.addAll(byName ? 0 : others.size(), candidates.subList(0, at));
        others.removeIf(column -> column.kind() == Kind.DATE
                || calendar && CALENDAR.matcher(column.name()).matches());
        String pair = x.name().replaceFirst("(?i)^x", "y");
        return others.stream()
                .filter(column -> !pair.equals(x.name()) && column.name().equalsIgnoreCase(pair))
                .findFirst()
                .or(() -> others.stream().filter(RoleGuess::varies).findFirst())
                .or(() -> others.stream().findFirst())
                .orElse(null);
    }

    /// Whether not all of its numbers are the same.
    private static boolean varies(Column column) {
        double first = Double.NaN;
        for (int row = 0; row < column.cells().size(); row++) {
            double number = column.cells().number(row);
            if (Double.isNaN(first)) {
                first = number;
            } else if (!Double.isNaN(number) && number != first) {
                return true;
            }
        }
        return column.cells().size() == 0;
    }

    /// With the further columns of y's own quantity as y too, up to [#MOST_Y], each with the ± column right
    /// behind it. Where a ± column stands elsewhere it could be taken for another's: then nothing changes.
    private static List<Column> withOthersOf(
            Column y, List<Column> columns, List<Column> guessed, UncertaintyColumns bars, Predicate<Column> isLimit) {
        var all = new ArrayList<Column>();
        int count = 0;
        for (int i = 0; i < guessed.size(); i++) {
            Column column = guessed.get(i);
            boolean isBar = bars.has(columns.get(i));
            boolean further = column.role() == Role.NONE
                    && count > 0
                    && count < MOST_Y
                    && column.kind() == Kind.NUMBER
                    && column.derivation().isEmpty()
                    && !isBar
                    && !isLimit.test(columns.get(i))
                    && !isLabel(column)
                    && !hasOwnX(column, guessed)
                    && isOfOneQuantity(y, column);
            boolean bar = column.role() == Role.NONE
                    && column.kind() == Kind.NUMBER
                    && isBar
                    && !all.isEmpty()
                    && all.getLast().role() == Role.Y
                    && column.unit().equals(all.getLast().unit());
            count += further || column.role() == Role.Y ? 1 : 0;
            all.add(further ? column.withRole(Role.Y) : bar ? column.withRole(Role.Y_BAR) : column);
        }
        boolean barsBehind = IntStream.range(0, all.size())
                .allMatch(i -> !bars.has(columns.get(i))
                        || all.get(i).role() == Role.X_BAR
                        || all.get(i).role() == Role.Y_BAR
                                && i > 0
                                && all.get(i - 1).role() == Role.Y);
        return count > 1 && barsBehind ? all : guessed;
    }

    /// "y2" beside "x2".
    private static boolean hasOwnX(Column column, List<Column> columns) {
        String pair = column.name().replaceFirst("(?i)^y(?=\\d*$)", "x");
        return !pair.equals(column.name())
                && columns.stream()
                        .anyMatch(
                                each -> each.role() == Role.NONE && each.name().equalsIgnoreCase(pair));
    }

    /// Whether two columns are of one quantity: both in the same unit, or, without units, called alike but for
    /// a number or a letter at the end ("Absorbance 1", "Absorbance 2").
    private static boolean isOfOneQuantity(Column one, Column other) {
        return one.unit().isEmpty()
                ? NumberedName.alike(one, other)
                : one.unit().equals(other.unit());
    }

    /// Says that no two columns suggest themselves as x and y, where there are two with numbers.
    static Optional<String> noPair(List<Column> columns) {
        long numbers =
                columns.stream().filter(column -> column.kind() != Kind.TEXT).count();
        boolean plotted = columns.stream().anyMatch(column -> column.role() == Role.Y);
        return plotted || numbers < 2
                ? Optional.empty()
                : Optional.of("No two columns suggest themselves as x and y, so none were chosen: choose them.");
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

    /// @param named whether a column of the table has a name: then one without only numbers its rows
    private static boolean counts(Column column, boolean named) {
        int rows = column.cells().size();
        double first = rows > 0 ? column.cells().number(0) : Double.NaN;
        if (first != 0 && first != 1 || isIndependent(column)) {
            return false;
        }
        boolean beginsAgain = false;
        for (int row = 1; row < rows; row++) {
            double number = column.cells().number(row);
            boolean goesOn = number == column.cells().number(row - 1) + 1;
            boolean isAgain = row > 1 && number == first;
            if (!goesOn && !isAgain) {
                return false;
            }
            beginsAgain |= isAgain;
        }
        return column.unit().isEmpty()
                && rows > 2
                && (beginsAgain
                        || COUNTER.matcher(column.name()).matches()
                        || named && UNNAMED.matcher(column.name()).matches());
    }

    private static boolean alreadyTaken(List<Column> columns, Role role) {
        return role != Role.NONE && columns.stream().anyMatch(column -> column.role() == role);
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
