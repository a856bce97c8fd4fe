package helvo.cli;

import helvo.core.RootLocale;
import helvo.core.fit.Curve;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Edit;
import helvo.core.study.Figure;
import helvo.core.study.FigureEdit;
import helvo.core.study.Layer;
import helvo.core.study.TableEdit;
import helvo.core.table.Cell;
import helvo.core.table.Column;
import helvo.core.table.Role;
import helvo.core.table.RowCondition;
import helvo.core.table.SeriesKey;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/// The options that choose rows: those to use, those to exclude, and the column that splits them.
final class RowOptions {
    private static final List<String> SIGNS = List.of("!=", "<=", ">=", "=", "<", ">");
    private static final Pattern ROWS = Pattern.compile("\\s*(\\d{1,9})\\s*(?:-\\s*(\\d{1,9})\\s*)?");
    private List<String> only = List.of();
    private @Nullable String exclude;
    private @Nullable String by;

    /// @param arguments of the command that has these options
    RowOptions(Arguments arguments) {
        arguments.group("Rows and groups");
        arguments
                .option(
                        "--only",
                        "CONDITION",
                        "Use these rows only: \"COL=VALUE\", \"COL!=VALUE\", \"COL<LIMIT\", \"COL>LIMIT\" or "
                                + "\"LO<=COL<=HI\"; may be repeated.")
                .texts(value -> only = value);
        arguments
                .option("--exclude", "ROWS", "Rows not to use, as 3,7-9; 1 is the first below the heading.")
                .text(value -> exclude = value);
        arguments
                .option("--by", "COL", "A fit for each group of this column, and a pooled one.")
                .text(value -> by = value);
    }

    boolean areGiven() {
        return by != null || exclude != null || !only.isEmpty();
    }

    /// ", by Cord, without rows 3,7, where Load>5".
    String inWords() {
        return (by == null ? "" : ", by " + by)
                + (exclude == null ? "" : ", without rows " + exclude)
                + (only.isEmpty() ? "" : ", where " + String.join(", ", only));
    }

    boolean areGrouped() {
        return by != null;
    }

    /// @param figure that they are for; conditions are added to those that it has
    List<Edit> edits(ColumnsByName columns, Column xColumn, Column yColumn, Curve chosen, Figure figure)
            throws UserError {
        var edits = new ArrayList<Edit>();
        if (exclude != null) {
            edits.add(new TableEdit.ExcludeRows(
                    columns.table().id(), rows(exclude, columns.table().rows()), ""));
        }
        if (by != null) {
            edits.addAll(groups(columns.named(by), columns, xColumn, yColumn, chosen, figure.id()));
        }
        if (!only.isEmpty()) {
            var conditions = new ArrayList<>(figure.conditions());
            for (String condition : only) {
                conditions.add(condition(columns, condition));
            }
            edits.add(new FigureEdit.SetConditions(figure.id(), conditions));
        }
        return edits;
    }

    private List<Edit> groups(
            Column groups, ColumnsByName columns, Column xColumn, Column yColumn, Curve chosen, int figure)
            throws UserError {
        if (groups.id() == xColumn.id() || groups.id() == yColumn.id()) {
            throw new UserError("--by names the same column as " + (groups.id() == xColumn.id() ? "--x, " : "--y, ")
                    + groups.name() + ".");
        }
        var keys = new LinkedHashSet<SeriesKey>();
        keys.add(SeriesKey.pooled(yColumn.id()));
        for (int row = 0; row < columns.table().rows(); row++) {
            keys.add(SeriesKey.group(yColumn.id(), groups.cells().cell(row).exactText()));
            if (keys.size() > SeriesKey.MAX_SERIES + 1) {
                throw new UserError(RootLocale.format(
                        "--by %s: it has more than %d different values.", groups.name(), SeriesKey.MAX_SERIES));
            }
        }
        var edits = new ArrayList<Edit>();
        edits.add(new ColumnEdit.SetRole(columns.table().id(), groups.id(), Role.BY));
        edits.add(new FigureEdit.Show(figure, Layer.POOLED, true));
        keys.forEach(key -> edits.add(new FigureEdit.ChooseCurve(figure, key, chosen)));
        return edits;
    }

    /// "LO<=COL<=HI", or a column, a sign and a value.
    private RowCondition condition(ColumnsByName columns, String text) throws UserError {
        int first = text.indexOf("<=");
        int second = first < 0 ? -1 : text.indexOf("<=", first + 2);
        if (second > 0 && !text.substring(0, first).isBlank()) {
            Column column = columns.named(text.substring(first + 2, second).strip());
            if (column.typed(text.substring(0, first).strip(), columns.table().decimalMark())
                            instanceof Cell.Number(double low)
                    && column.typed(
                                    text.substring(second + 2).strip(),
                                    columns.table().decimalMark())
                            instanceof Cell.Number(double high)) {
                return new RowCondition.Between(column.id(), low, high);
            }
            throw new UsageError("--only “" + text + "”: the limits must be " + column.holds() + ".");
        }
        int at = signAt(text);
        Optional<String> sign = at < 1
                ? Optional.empty()
                : SIGNS.stream().filter(each -> text.startsWith(each, at)).findFirst();
        if (sign.isPresent()) {
            Column column = columns.named(text.substring(0, at).strip());
            String value = text.substring(at + sign.get().length()).strip();
            return compared(
                    column, sign.get(), column.typed(value, columns.table().decimalMark()), text);
        }
        throw new UsageError("--only “" + text
                + "” is not a condition: write \"COL=VALUE\", \"COL!=VALUE\", \"COL<LIMIT\" or \"LO<=COL<=HI\".");
    }

    private static int signAt(String text) {
        return (int) text.chars().takeWhile(each -> "!=<>".indexOf(each) < 0).count();
    }

    private RowCondition compared(Column column, String sign, Cell cell, String text) {
        if (sign.equals("=") || sign.equals("!=")) {
            return sign.equals("=")
                    ? new RowCondition.Is(column.id(), cell)
                    : new RowCondition.IsNot(column.id(), cell);
        }
        if (!(cell instanceof Cell.Number(double limit))) {
            throw new UsageError("--only “" + text + "”: the limit must be one of " + column.holds() + ".");
        }
        return switch (sign) {
            case "<" -> new RowCondition.Beyond(column.id(), limit, false);
            case ">" -> new RowCondition.Beyond(column.id(), limit, true);
            case "<=" -> new RowCondition.Between(column.id(), Double.NEGATIVE_INFINITY, limit);
            default -> new RowCondition.Between(column.id(), limit, Double.POSITIVE_INFINITY);
        };
    }

    private List<Integer> rows(String exclude, int most) {
        var rows = new ArrayList<Integer>();
        for (String part : exclude.split(",", -1)) {
            Matcher matcher = ROWS.matcher(part);
            if (!matcher.matches()) {
                throw new UsageError("--exclude “" + exclude + "”: write rows as 3,7-9.");
            }
            int first = Integer.parseInt(matcher.group(1));
            int last = matcher.group(2) == null ? first : Integer.parseInt(matcher.group(2));
            if (first < 1 || last < first || last > most) {
                throw new UsageError("--exclude “" + part.strip() + "”: the file has rows 1 to " + most + ".");
            }
            for (int row = first; row <= last; row++) {
                rows.add(row - 1);
            }
        }
        return rows;
    }
}
