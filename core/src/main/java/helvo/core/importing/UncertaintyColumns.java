package helvo.core.importing;

import helvo.core.table.BarUnits;
import helvo.core.table.Column;
import helvo.core.table.Kind;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/// The columns that hold uncertainties of others: told by what their headings say and where they stand. None
/// has a number below 0.
final class UncertaintyColumns {
    private static final Pattern SIGNED = Pattern.compile("(?:±|\\+/-)\\s*(.*)");
    /// "u(T)", "u_T": the standard uncertainty of T, as the GUM writes it.
    private static final Pattern STANDARD_UNCERTAINTY = Pattern.compile("[uU]\\s*[ _(\\[]\\s*(.+?)\\s*[)\\]]?");
    private static final Pattern BETWEEN = Pattern.compile("[ _.()\\[\\]-]+");
    private static final Set<String> WORDS =
            Set.of("se", "sem", "sd", "std", "stdev", "stddev", "err", "error", "errors", "uncertainty", "unc", "±");
    /// These are names of quantities too, unless they stand at the name of another column.
    private static final Set<String> SYMBOLS = Set.of("σ", "sigma", "δ", "delta");
    private static final Set<String> NEUTRAL = Set.of("standard", "std", "absolute", "abs", "measurement", "of", "the");

    /// Each with the column that it belongs to.
    private final IdentityHashMap<Column, Column> owners = new IdentityHashMap<>();

    UncertaintyColumns(List<Column> columns) {
        for (int i = 0; i < columns.size(); i++) {
            Column column = columns.get(i);
            if (column.kind() == Kind.NUMBER) {
                owner(column, columns, columns.subList(0, i))
                        .filter(of -> isSize(column) && !BarUnits.areOther(of, column))
                        .ifPresent(of -> owners.put(column, of));
            }
        }
    }

    boolean has(Column column) {
        return owners.containsKey(column);
    }

    Optional<Column> ownerOf(Column column) {
        return Optional.ofNullable(owners.get(column));
    }

    private Optional<Column> owner(Column column, List<Column> all, List<Column> before) {
        String name = column.name().strip();
        Optional<Column> beside = before.reversed().stream()
                .filter(each -> each.kind() != Kind.TEXT && !owners.containsKey(each))
                .findFirst();
        var signed = SIGNED.matcher(name);
        if (signed.matches()) {
            return named(signed.group(1), column, all).or(() -> beside);
        }
        var standard = STANDARD_UNCERTAINTY.matcher(name);
        if (standard.matches()) {
            Optional<Column> of = named(standard.group(1), column, all);
            if (of.isPresent()) {
                return of;
            }
        }
        if (name.equals("u") && !column.unit().isEmpty()) {
            // "u(Load)", which is read as a name and a unit; or "u (mm)" behind a column in mm.
            return named(column.unit(), column, all).or(() -> beside.filter(each -> hasUnitOf(column, each)));
        }
        if (name.length() > 1 && SYMBOLS.contains(name.substring(0, 1).toLowerCase(Locale.ROOT))) {
            Optional<Column> of = named(name.substring(1), column, all);
            if (of.isPresent()) {
                return of;
            }
        }
        var tokens = new ArrayList<>(Arrays.asList(BETWEEN.split(name.toLowerCase(Locale.ROOT))));
        tokens.removeIf(String::isEmpty);
        if (tokens.isEmpty()) {
            return Optional.empty();
        }
        boolean word = WORDS.contains(tokens.getFirst()) || WORDS.contains(tokens.getLast());
        boolean symbol = SYMBOLS.contains(tokens.getFirst()) || SYMBOLS.contains(tokens.getLast());
        if (!word && !symbol) {
            return Optional.empty();
        }
        tokens.removeIf(token -> WORDS.contains(token) || SYMBOLS.contains(token) || NEUTRAL.contains(token));
        Optional<Column> of = named(String.join(" ", tokens), column, all);
        boolean sameUnit = beside.filter(each -> hasUnitOf(column, each)).isPresent();
        return of.isPresent() ? of : word && (tokens.isEmpty() || sameUnit) ? beside : Optional.empty();
    }

    private static boolean hasUnitOf(Column column, Column other) {
        return !column.unit().isEmpty() && other.unit().equals(column.unit());
    }

    /// The column that these words name, the one that they name in full before others.
    private Optional<Column> named(String words, Column but, List<Column> all) {
        String wanted = bare(words);
        List<Column> others = all.stream()
                .filter(each -> each != but && each.kind() != Kind.TEXT && !owners.containsKey(each))
                .filter(each -> !bare(each.name()).isEmpty())
                .toList();
        return wanted.isEmpty()
                ? Optional.empty()
                : others.stream()
                        .filter(each -> bare(each.name()).equals(wanted))
                        .findFirst()
                        .or(() -> others.stream()
                                .filter(each -> wanted.length() > 2
                                        && (bare(each.name()).startsWith(wanted)
                                                || wanted.startsWith(bare(each.name()))
                                                        && bare(each.name()).length() > 2))
                                .findFirst());
    }

    private static String bare(String name) {
        return BETWEEN.matcher(name.toLowerCase(Locale.ROOT)).replaceAll("");
    }

    /// Whether it holds numbers, and none below 0.
    private static boolean isSize(Column column) {
        boolean any = column.cells().size() == 0;
        for (int row = 0; row < column.cells().size(); row++) {
            double number = column.cells().number(row);
            if (number < 0) {
                return false;
            }
            any |= !Double.isNaN(number);
        }
        return any;
    }
}
