package helvo.desktop.measurements;

import static helvo.desktop.controls.Controls.asWritten;
import static helvo.desktop.controls.Controls.setShown;

import helvo.core.RootLocale;
import helvo.core.number.DateText;
import helvo.core.number.DecimalMark;
import helvo.core.study.StudyEdit;
import helvo.core.table.ImportOptions;
import helvo.core.table.ImportReport;
import helvo.core.table.Table;
import helvo.desktop.workspace.Importer;
import helvo.desktop.workspace.Workspace;
import helvo.files.text.Delimiter;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;

/// The sentence above the table about how its file was read; pressing it reads the file in another way.
final class LayoutStrip extends MenuButton {
    private static final int SHOWN_NOTES = 20;
    private static final int LONGEST = 110;

    private final Workspace workspace;
    private final Importer importer;

    LayoutStrip(Workspace workspace, Importer importer) {
        this.workspace = workspace;
        this.importer = importer;
        asWritten(this);
        setId("layout");
        getStyleClass().add("layout-strip");
        setAccessibleText("How the file was read");
    }

    void show(Table table) {
        setShown(this, table.source().isPresent());
        getItems().clear();
        ImportReport how = table.importReport().orElse(ImportReport.NONE);
        if (table.source().isPresent()) {
            readAs(table, how);
        }
        switch (table.source().orElse(null)) {
            case null -> {}
            case Table.Source.Text source -> text(table, source, how.choices());
            case Table.Source.Sheet source -> sheet(table, source, how.choices());
        }
        table.source().ifPresent(source -> follow(table, source));
        setAccessibleText("Read by " + getText() + "; click to read the file in another way");
    }

    /// Rows that come into the file come into the table.
    private void follow(Table table, Table.Source source) {
        CheckMenuItem follow = asWritten(new CheckMenuItem("Follow " + source.name() + " as it changes"));
        follow.setId("follow");
        follow.setSelected(table.followsFile());
        follow.setOnAction(_ -> workspace.perform(new StudyEdit.Follow(table.id(), !table.followsFile())));
        var other = new MenuItem("Use other data for this table …");
        other.setId("other-data");
        other.setOnAction(_ -> importer.useOtherData());
        getItems().addAll(new SeparatorMenuItem(), follow, other);
        if (table.followsFile()) {
            setText("Follows " + source.name() + " · " + getText());
        }
    }

    /// Everything that was decided in reading the file, and a press to decide it otherwise.
    private void readAs(Table table, ImportReport how) {
        String layout = table.readBy().orElse(how.layout());
        setText(layout.substring(0, 1).toUpperCase(Locale.ROOT)
                + layout.substring(1)
                + (how.remarks().isEmpty()
                        ? ""
                        : RootLocale.format(" · %d decided", how.remarks().size())));
        how.remarks().forEach(remark -> said(remark.sentence()));
        if (!how.notes().isEmpty()) {
            var notes = new Menu(RootLocale.format(
                    "Not of the table (%d %s)", how.notes().size(), how.notes().size() == 1 ? "line" : "lines"));
            how.notes().stream().limit(SHOWN_NOTES).forEach(note -> notes.getItems()
                    .add(asWritten(new MenuItem(shortened(note)))));
            getItems().add(notes);
        }
        if (!getItems().isEmpty()) {
            getItems().add(new SeparatorMenuItem());
        }
        ImportOptions choices = how.choices();
        var flat = getItems();
        choice(
                flat,
                "Decimal point",
                table.decimalMark() == DecimalMark.POINT,
                table,
                choices.withDecimal(Optional.of(DecimalMark.POINT)));
        choice(
                flat,
                "Decimal comma",
                table.decimalMark() == DecimalMark.COMMA,
                table,
                choices.withDecimal(Optional.of(DecimalMark.COMMA)));
        boolean headings = !layout.contains("no headings");
        flat.add(new SeparatorMenuItem());
        choice(
                flat,
                "Headings found by their words",
                headings && choices.headingLine().isEmpty(),
                table,
                choices.withHeadingLine(Optional.empty()));
        choice(
                flat,
                "Headings in the first line",
                choices.headingLine().equals(Optional.of(1)),
                table,
                choices.withHeadingLine(Optional.of(1)));
        choice(flat, "No headings", !headings, table, choices.withHeadingLine(Optional.of(0)));
        flat.add(new SeparatorMenuItem());
        var dates = menu("Dates").getItems();
        choice(
                dates,
                "Day before month",
                choices.dateOrder().equals(Optional.of(DateText.Order.DAY_FIRST)),
                table,
                choices.withDateOrder(Optional.of(DateText.Order.DAY_FIRST)));
        choice(
                dates,
                "Month before day",
                choices.dateOrder().equals(Optional.of(DateText.Order.MONTH_FIRST)),
                table,
                choices.withDateOrder(Optional.of(DateText.Order.MONTH_FIRST)));
        if (how.tables() > 1) {
            tables(table, how);
        }
    }

    private void tables(Table table, ImportReport how) {
        var tables = menu("Table").getItems();
        for (int number = 1; number <= Math.min(how.tables(), SHOWN_NOTES); number++) {
            boolean here = how.choices().table().equals(Optional.of(number));
            ImportOptions choices = how.choices().withTable(Optional.of(number));
            choice(tables, RootLocale.format("Table %d", number), here, table, choices);
            if (!here) {
                var also = new MenuItem(RootLocale.format("Table %d, as another table", number));
                also.setId("also-" + number);
                also.setOnAction(_ -> importer.openAlso(table, choices));
                tables.add(also);
            }
        }
    }

    private static String shortened(String text) {
        return text.length() > LONGEST ? text.substring(0, LONGEST) + " …" : text;
    }

    private void said(String sentence) {
        MenuItem item = asWritten(new MenuItem(shortened(sentence)));
        item.getStyleClass().add("layout-decided");
        getItems().add(item);
    }

    private Menu menu(String name) {
        var menu = new Menu(name);
        getItems().add(menu);
        return menu;
    }

    private void text(Table table, Table.Source.Text source, ImportOptions choices) {
        var fields = menu("Fields").getItems();
        for (Delimiter delimiter : Delimiter.values()) {
            choice(
                    fields,
                    "Parted by " + delimiter.plural(),
                    delimiter.sign() == source.delimiter(),
                    table,
                    choices.withSeparator(Optional.of(delimiter.sign())));
        }
        var encodings = menu("Encoding").getItems();
        for (String charset : List.of("UTF-8", "windows-1252", "UTF-16")) {
            choice(
                    encodings,
                    "In " + charset,
                    charset.equalsIgnoreCase(source.charset()),
                    table,
                    choices.withEncoding(Optional.of(charset)));
        }
    }

    private void sheet(Table table, Table.Source.Sheet source, ImportOptions choices) {
        choice(
                getItems(),
                "Leave out hidden rows and columns",
                choices.hidden(),
                table,
                choices.withHidden(!choices.hidden()));
        var other = new MenuItem("Open other sheets of it …");
        other.setId("other-sheets");
        other.setOnAction(_ -> importer.open(List.of(Path.of(source.file()))));
        getItems().add(other);
    }

    private void choice(List<MenuItem> into, String text, boolean chosen, Table table, ImportOptions choices) {
        var item = new CheckMenuItem(text);
        item.setSelected(chosen);
        item.setOnAction(_ -> importer.reread(table, choices));
        into.add(item);
    }
}
