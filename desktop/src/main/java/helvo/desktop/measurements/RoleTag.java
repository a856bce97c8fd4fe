package helvo.desktop.measurements;

import static helvo.desktop.controls.Controls.asWritten;

import helvo.core.RootLocale;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.number.DateText;
import helvo.core.study.ColumnConversion;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Edit;
import helvo.core.study.StudyEdit;
import helvo.core.table.BarMeaning;
import helvo.core.table.CalendarUnit;
import helvo.core.table.Column;
import helvo.core.table.ColumnFormat;
import helvo.core.table.Derivation;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.desktop.workspace.Workspace;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;

/// The small tag in a column's heading: shows what the column is for; pressing it changes that, its kind, its
/// format, what its bars mean, or its formula.
final class RoleTag extends MenuButton {
    private final Workspace workspace;
    private final int table;
    private final boolean otherX;
    private final Column column;
    private final Asked asked;

    /// What a tag asks for in a panel.
    interface Asked {
        /// Another formula of a derived column.
        void formula(Column column);

        /// The columns that repeat what a column measures.
        void repeats(Column column);

        /// The unit to convert a column into.
        void unit(Column column);
    }

    RoleTag(Workspace workspace, Table of, Column column, Asked asked) {
        this.workspace = workspace;
        this.table = of.id();
        otherX = of.first(Role.X).filter(x -> x.id() != column.id()).isPresent();
        this.asked = asked;
        this.column = column;
        setText(column.role() == Role.NONE ? "–" : tag(of, column.role()));
        setId("role-" + column.id());
        getStyleClass()
                .addAll(
                        "role-tag",
                        "role-" + column.role().name().toLowerCase(Locale.ROOT).replace('_', '-'));
        setMinWidth(USE_PREF_SIZE);
        setAccessibleText("Role of " + column.name() + ": " + column.role().tag() + ", " + column.holds());
        setOnShowing(_ -> getItems().setAll(choices()));
    }

    /// What the tag offers; made only when it is asked for.
    private List<MenuItem> choices() {
        var items = new ArrayList<MenuItem>();
        for (Role role : Role.values()) {
            items.add(item(
                    meaning(role),
                    "role-" + column.id() + "-" + role.name(),
                    role == column.role(),
                    new ColumnEdit.SetRole(table, column.id(), role)));
        }
        if (otherX && column.role() != Role.X) {
            items.add(
                    1,
                    item(
                            "x too, for the columns at its right",
                            "role-" + column.id() + "-further",
                            false,
                            new ColumnEdit.UseAsFurtherX(table, column.id())));
        }
        if (column.kind() == Kind.NUMBER
                && column.role() != Role.X
                && !column.role().isBar()) {
            var repeats = new MenuItem("y, one of several repeats …");
            repeats.setId("repeats-" + column.id());
            repeats.setOnAction(_ -> asked.repeats(column));
            items.add(items.size() - Role.values().length + Role.Y.ordinal() + 1, repeats);
        }
        if (column.role() == Role.Y) {
            items.addAll(axes());
        }
        items.add(new SeparatorMenuItem());
        if (!column.isDerived()) {
            items.add(kinds());
        }
        if (column.kind() != Kind.TEXT) {
            items.add(
                    switch (column.format()) {
                        case ColumnFormat.Dates dates -> perTime(dates);
                        case ColumnFormat.Durations durations -> countedIn(durations);
                        default -> formats();
                    });
        }
        if (column.role().isBar() || column.uniformBars().isPresent()) {
            items.add(meanings());
        }
        if (column.derivation().orElse(null) instanceof Derivation.Formula) {
            var change = new MenuItem("Change the formula …");
            change.setId("formula-" + column.id());
            change.setOnAction(_ -> asked.formula(column));
            items.add(change);
        }
        if (column.kind() == Kind.NUMBER && !column.unit().isEmpty()) {
            var convert = new MenuItem("Convert to another unit …");
            convert.setId("convert-" + column.id());
            convert.setOnAction(_ -> asked.unit(column));
            items.add(convert);
        }
        return items;
    }

    private CheckMenuItem item(String text, String id, boolean selected, Edit edit) {
        return item(text, id, selected, () -> workspace.perform(edit));
    }

    private CheckMenuItem item(String text, String id, boolean selected, Runnable action) {
        CheckMenuItem item = asWritten(new CheckMenuItem(text));
        item.setId(id);
        item.setSelected(selected);
        item.setOnAction(_ -> action.run());
        return item;
    }

    /// Along which axis the column is measured, as it is now.
    private List<MenuItem> axes() {
        return workspace
                .figure()
                .filter(figure -> figure.table().id() == table
                        && figure.series().stream().anyMatch(each -> each.key().yColumn() == column.id()))
                .map(figure -> {
                    boolean right = figure.series().stream()
                            .anyMatch(each -> each.key().yColumn() == column.id() && figure.isOnRight(each.key()));
                    return List.of(new SeparatorMenuItem(), axis(figure, false, !right), axis(figure, true, right));
                })
                .orElse(List.of());
    }

    private CheckMenuItem axis(FigureAnalysis figure, boolean right, boolean selected) {
        String text = right ? "Along the axis on the right" : "Along the axis on the left";
        return item(
                text,
                "axis-" + column.id() + (right ? "-right" : "-left"),
                selected,
                new StudyEdit.Compound(text + ": " + column.name(), figure.measuring(column, right)));
    }

    private Menu kinds() {
        var menu = new Menu("Holds " + column.holds());
        menu.setId("kind-" + column.id());
        var order = column.format() instanceof ColumnFormat.Dates(var _, var known, var _)
                ? known
                : DateText.Order.DAY_FIRST;
        boolean dates = column.kind() == Kind.DATE;
        menu.getItems().add(kind("Numbers", "NUMBER", Kind.NUMBER, order, column.kind() == Kind.NUMBER));
        menu.getItems().add(kind("Text", "TEXT", Kind.TEXT, order, column.kind() == Kind.TEXT));
        menu.getItems()
                .add(kind(
                        "Dates, day before month",
                        "DATE",
                        Kind.DATE,
                        DateText.Order.DAY_FIRST,
                        dates && order == DateText.Order.DAY_FIRST));
        menu.getItems()
                .add(kind(
                        "Dates, month before day",
                        "MONTH_FIRST",
                        Kind.DATE,
                        DateText.Order.MONTH_FIRST,
                        dates && order == DateText.Order.MONTH_FIRST));
        return menu;
    }

    private CheckMenuItem kind(String text, String id, Kind kind, DateText.Order order, boolean selected) {
        return item(
                text,
                "kind-" + column.id() + "-" + id,
                selected,
                new ColumnEdit.SetKind(table, column.id(), kind, order));
    }

    private Menu formats() {
        var menu = new Menu("Show numbers");
        menu.getItems().add(format("As written", new ColumnFormat.AsWritten(column.decimals())));
        for (int decimals = 0; decimals <= 4; decimals++) {
            menu.getItems()
                    .add(format(
                            decimals == 1 ? "With 1 decimal" : RootLocale.format("With %d decimals", decimals),
                            new ColumnFormat.Rounded(decimals)));
        }
        for (int digits : new int[] {3, 6, 12}) {
            menu.getItems()
                    .add(format(
                            RootLocale.format("With %d digits, 10ⁿ where shorter", digits),
                            new ColumnFormat.Significant(digits)));
        }
        return menu;
    }

    private CheckMenuItem format(String text, ColumnFormat format) {
        return item(
                text,
                "format-" + column.id(),
                column.format().equals(format),
                new ColumnEdit.SetFormat(table, column.id(), format));
    }

    private Menu perTime(ColumnFormat.Dates dates) {
        var menu = new Menu("Slopes per " + dates.per().word());
        for (CalendarUnit unit : CalendarUnit.values()) {
            menu.getItems()
                    .add(item(
                            "Per " + unit.word(),
                            "per-" + column.id() + "-" + unit.name(),
                            unit == dates.per(),
                            new ColumnEdit.SetFormat(
                                    table, column.id(), new ColumnFormat.Dates(dates.form(), dates.order(), unit))));
        }
        return menu;
    }

    private Menu countedIn(ColumnFormat.Durations durations) {
        var menu = new Menu("Counted in " + durations.per().word() + "s");
        for (CalendarUnit unit :
                List.of(CalendarUnit.SECOND, CalendarUnit.MINUTE, CalendarUnit.HOUR, CalendarUnit.DAY)) {
            menu.getItems()
                    .add(item(
                            "In " + unit.word() + "s",
                            "per-" + column.id() + "-" + unit.name(),
                            unit == durations.per(),
                            () -> count(unit)));
        }
        menu.getItems().add(format("Show as numbers", new ColumnFormat.AsWritten(column.decimals())));
        return menu;
    }

    private void count(CalendarUnit unit) {
        switch (ColumnConversion.planned(workspace.study(), table, column.id(), unit.symbol())) {
            case ColumnConversion.Planned.Possible _ ->
                workspace.perform(new StudyEdit.Convert(table, column.id(), unit.symbol()));
            case ColumnConversion.Planned.Refused(String why) ->
                workspace.messages().warn(why);
        }
    }

    private Menu meanings() {
        var menu = new Menu("A bar is ± " + column.barMeaning().words());
        menu.setId("meaning-" + column.id());
        for (BarMeaning meaning : BarMeaning.values()) {
            menu.getItems()
                    .add(item(
                            "± " + meaning.words() + ": " + meaning.meaning(),
                            "meaning-" + column.id() + "-" + meaning.name(),
                            meaning == column.barMeaning(),
                            new ColumnEdit.SetBarMeaning(table, column.id(), meaning)));
        }
        return menu;
    }

    /// "+ y" where the other half has a column of its own.
    private static String tag(Table table, Role role) {
        boolean parted = role == Role.Y_BAR && table.first(Role.Y_DOWN).isPresent()
                || role == Role.X_BAR && table.first(Role.X_DOWN).isPresent();
        return parted ? role.tag().replace('±', '+') : role.tag();
    }

    private static String meaning(Role role) {
        return switch (role) {
            case X -> "x, horizontal";
            case Y -> "y, vertical";
            case X_BAR -> "± x, half length of the bars in x";
            case Y_BAR -> "± y, half length of the bars in y";
            case X_DOWN -> "− x, half length towards smaller x, where it differs";
            case Y_DOWN -> "− y, half length downwards, where it differs";
            case BY -> "by, splits the rows into groups";
            case NONE -> "not used";
        };
    }
}
