package helvo.cli;

import helvo.core.importing.LimitColumns;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberText;
import helvo.core.points.Weighting;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.LimitBars;
import helvo.core.table.BarMeaning;
import helvo.core.table.BarUnits;
import helvo.core.table.Column;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.core.table.UniformBarLength;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;
import org.jspecify.annotations.Nullable;

/// The options of error bars, and of how they weigh.
final class BarOptions {
    private static final double LONGEST = 1e150;
    private static final String LIMITS = "limits:";
    private static final String COLUMN = "column:";
    private @Nullable String yBar;
    private @Nullable String xBar;
    private @Nullable String barMeans;
    private @Nullable String weights;

    /// @param arguments of the command that has these options
    BarOptions(Arguments arguments) {
        arguments.group("Error bars");
        arguments
                .option(
                        "--y-bar",
                        "BAR",
                        "Error bars in y: 3 (units of the column), 5%, a column (NAME, or column:NAME) or "
                                + "limits:LOWER,UPPER.")
                .text(value -> yBar = value);
        arguments.option("--x-bar", "BAR", "Error bars in x, likewise.").text(value -> xBar = value);
        arguments
                .option(
                        "--bar-means",
                        "WHAT",
                        "What a bar is when it weighs: sd, se, half-range or 95 (default: as the bar column's name "
                                + "says, else sd).")
                .choices(List.of("sd", "se", "half-range", "95"))
                .text(value -> barMeans = value);
        arguments
                .option(
                        "--weights",
                        "HOW",
                        "alike, stated or relative: whether bars weigh, and whether standard errors follow the bars "
                                + "or the scatter (default: alike).")
                .choices(List.of("alike", "stated", "relative"))
                .text(value -> weights = value);
    }

    boolean areGiven() {
        return yBar != null || xBar != null || barMeans != null || weights != null;
    }

    /// @param figure whose fits are weighted
    List<Edit> edits(ColumnsByName columns, Column xColumn, Column yColumn, int figure) throws UserError {
        var edits = new ArrayList<Edit>();
        bars(columns, xColumn, xBar, "--x-bar", Role.X_BAR, edits);
        if (yBar != null && yBar.startsWith(LIMITS)) {
            edits.add(limits(columns, yColumn, yBar.substring(LIMITS.length())));
        } else {
            bars(columns, yColumn, yBar, "--y-bar", Role.Y_BAR, edits);
        }
        if (weights != null) {
            edits.add(new FigureEdit.SetWeighting(figure, weighting(weights, columns.table(), edits)));
        }
        return edits;
    }

    private Edit limits(ColumnsByName columns, Column of, String names) throws UserError {
        int comma = names.indexOf(',');
        if (comma < 1) {
            throw new UsageError("--y-bar “" + LIMITS + names + "”: write limits:LOWER,UPPER.");
        }
        Column lower = columns.named(names.substring(0, comma).strip());
        Column upper = columns.named(names.substring(comma + 1).strip());
        if (lower.id() == of.id() || upper.id() == of.id() || lower.id() == upper.id()) {
            throw new UserError("--y-bar names two other columns than " + of.name() + ": its limits.");
        }
        return LimitBars.of(columns.table(), new LimitColumns(of, lower, upper), meaning(BarMeaning.INTERVAL_95));
    }

    private void bars(
            ColumnsByName columns, Column of, @Nullable String text, String option, Role role, List<Edit> edits)
            throws UserError {
        if (text == null) {
            return;
        }
        boolean percent = text.strip().endsWith("%");
        OptionalDouble size = NumberText.number(
                percent ? text.strip().substring(0, text.strip().length() - 1).strip() : text.strip(),
                DecimalMark.POINT);
        boolean isColumn = text.startsWith(COLUMN)
                || size.isEmpty()
                        && columns.table().columns().stream()
                                .anyMatch(column -> column.name().equals(text.strip()));
        if (isColumn) {
            Column bar = columns.named((text.startsWith(COLUMN) ? text.substring(COLUMN.length()) : text).strip());
            if (bar.id() == of.id()) {
                throw new UserError(option + " names the column itself, " + of.name() + ".");
            }
            if (BarUnits.areOther(of, bar)) {
                throw new UserError(option + ": “" + bar.name() + "” is in " + bar.unit() + ", and “" + of.name()
                        + "” in " + of.unit() + ".");
            }
            edits.add(new ColumnEdit.SetRole(columns.table().id(), bar.id(), role));
            BarMeaning named = BarMeaning.guessed(bar.name());
            edits.add(new ColumnEdit.SetBarMeaning(
                    columns.table().id(),
                    bar.id(),
                    meaning(named == BarMeaning.HALF_RANGE ? BarMeaning.STANDARD_DEVIATION : named)));
            return;
        }
        if (size.isEmpty() || !(size.getAsDouble() >= 0 && size.getAsDouble() <= LONGEST)) {
            throw new UsageError(option + " “" + text
                    + "”: write a length of 0 to 10^150 (3), a percentage (5%) or the name of a column.");
        }
        edits.add(new ColumnEdit.SetOwnBars(
                columns.table().id(), of.id(), new UniformBarLength(size.getAsDouble(), percent)));
        edits.add(new ColumnEdit.SetBarMeaning(columns.table().id(), of.id(), meaning(BarMeaning.STANDARD_DEVIATION)));
    }

    private BarMeaning meaning(BarMeaning otherwise) {
        return switch (barMeans == null ? "" : barMeans) {
            case "" -> otherwise;
            case "sd" -> BarMeaning.STANDARD_DEVIATION;
            case "se" -> BarMeaning.STANDARD_ERROR;
            case "half-range" -> BarMeaning.HALF_RANGE;
            case "95" -> BarMeaning.INTERVAL_95;
            default -> throw new UsageError("--bar-means “" + barMeans + "”: choose sd, se, half-range or 95.");
        };
    }

    private Weighting weighting(String asked, Table table, List<Edit> edits) {
        Weighting chosen =
                switch (asked) {
                    case "alike" -> Weighting.UNWEIGHTED;
                    case "stated" -> Weighting.STATED;
                    case "relative" -> Weighting.RELATIVE;
                    default -> throw new UsageError("--weights “" + asked + "”: choose alike, stated or relative.");
                };
        boolean hasBars = !edits.isEmpty()
                || table.columns().stream()
                        .anyMatch(column -> column.role() == Role.X_BAR
                                || column.role() == Role.Y_BAR
                                || column.uniformBars().isPresent());
        if (chosen != Weighting.UNWEIGHTED && !hasBars) {
            throw new UsageError("--weights " + asked + " needs error bars: give --y-bar, --x-bar or both.");
        }
        return chosen;
    }
}
