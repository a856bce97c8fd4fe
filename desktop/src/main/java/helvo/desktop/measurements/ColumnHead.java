package helvo.desktop.measurements;

import helvo.core.study.ColumnEdit;
import helvo.core.style.SymbolNames;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.desktop.controls.Controls;
import helvo.desktop.controls.SymbolTyping;
import helvo.desktop.controls.TypedKeys;
import helvo.desktop.theme.Themes;
import helvo.desktop.workspace.Workspace;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import javafx.geometry.Pos;
import javafx.scene.AccessibleRole;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.layout.VBox;
import javafx.scene.text.Font;
import javafx.scene.text.Text;
import javafx.scene.text.TextAlignment;
import org.jspecify.annotations.Nullable;

/// The heading of a column: its tag, and its name and unit, which are typed where they stand.
///
/// A double click, F2 or typing edits it; Tab goes to the next heading, Enter and Escape back to the cells.
final class ColumnHead extends VBox {
    static final Font PLAIN = Font.font("Source Sans 3", 13);
    static final Font BOLD = Font.font("Source Sans 3 SemiBold", 13);

    /// A name wider than this goes on two lines.
    private static final double LONG_NAME = 96;

    private final Workspace workspace;
    private final int table;
    private final Column column;
    private final Neighbours neighbours;
    private final Label name = new Label();
    private final Label unit = new Label();
    private final boolean invites;
    private @Nullable TextField field;

    /// Where the keyboard goes from a heading.
    interface Neighbours {
        /// To the heading so many places to the right, to edit it or to choose it.
        void heading(Column from, int right, boolean edit);

        /// To the cells under it.
        void cells(Column from);

        /// Makes room for a heading that is being typed.
        void widen(Column of);
    }

    /// What a heading shows: of its column, of other columns and of the table.
    ///
    /// @param tellsOthers whether there are columns that its tag names
    /// @param follows     what a derived column follows, in words
    record Contents(Column column, List<Boolean> tellsOthers, boolean isBlank, Optional<String> follows) {
        static Contents of(Column column, Table table) {
            return new Contents(
                    column.withCells(Cells.NONE),
                    Stream.of(Role.X, Role.X_DOWN, Role.Y_DOWN)
                            .map(role -> table.first(role).isPresent())
                            .toList(),
                    table.isBlank(),
                    DerivationText.of(column, table));
        }
    }

    /// @param asked what the tag asks for in a panel
    ColumnHead(Workspace workspace, Table of, Column column, RoleTag.Asked asked, Neighbours neighbours) {
        this.workspace = workspace;
        this.table = of.id();
        this.column = column;
        this.neighbours = neighbours;
        setId("heading-" + column.id());
        invites = invites(of, column);
        boolean number = column.kind() == Kind.NUMBER;
        name.setText(invites ? "name (unit)" : inLines(column.name()));
        name.setTextAlignment(number ? TextAlignment.RIGHT : TextAlignment.LEFT);
        name.getStyleClass().add(invites ? "column-invites" : "column-name");
        unit.setText(column.unit().isEmpty() ? column.kind() == Kind.DATE ? "dates" : " " : column.unit());
        unit.getStyleClass().add("column-unit");
        setSpacing(2);
        getChildren().addAll(new RoleTag(workspace, of, column, asked), name, unit);
        DerivationText.of(column, of).ifPresent(says -> {
            name.getStyleClass().add("derived-name");
            Tooltip.install(this, new Tooltip(says));
            setAccessibleHelp(says);
        });
        getStyleClass().add("column-heading");
        setAlignment(number ? Pos.BOTTOM_RIGHT : Pos.BOTTOM_LEFT);
        setAccessibleRole(AccessibleRole.TEXT);
        setAccessibleText("Heading " + column.heading().text() + ", F2 to change it");
        addEventHandler(KeyEvent.KEY_PRESSED, this::pressed);
        addEventHandler(KeyEvent.KEY_TYPED, this::typed);
        for (Label part : new Label[] {name, unit}) {
            part.setOnMouseClicked(event -> {
                if (event.getButton() == MouseButton.PRIMARY && (event.getClickCount() == 2 || invites)) {
                    edit();
                    event.consume();
                }
            });
        }
    }

    /// A table that nothing was typed into asks for names and units.
    private static boolean invites(Table of, Column column) {
        return of.isBlank()
                && column.unit().isEmpty()
                && (Stream.of(Role.X, Role.Y).anyMatch(role -> role.tag().equals(column.name()))
                        || column.name().startsWith("Column "));
    }

    /// Its name and unit become a field.
    void edit() {
        edit(invites ? "" : column.heading().text()).selectAll();
    }

    private TextField edit(String text) {
        neighbours.widen(column);
        TextField field = Controls.limited(new TextField(text));
        field.setId("heading-field");
        field.setPromptText("name (unit)");
        field.setAccessibleText("Name and unit of the column, as Load (N)");
        field.getStyleClass().add("heading-field");
        field.addEventFilter(KeyEvent.KEY_PRESSED, this::keyInField);
        SymbolTyping.follow(field);
        this.field = field;
        getChildren().removeAll(name, unit);
        getChildren().add(field);
        applyCss();
        field.requestFocus();
        field.focusedProperty().subscribe((was, is) -> {
            if (was && !is) {
                end(true);
            }
        });
        return field;
    }

    private void keyInField(KeyEvent event) {
        switch (event.getCode()) {
            case ENTER -> leave(event, true, () -> neighbours.cells(column));
            case ESCAPE -> leave(event, false, () -> neighbours.cells(column));
            case DOWN -> leave(event, true, () -> neighbours.cells(column));
            case UP -> event.consume();
            case TAB -> leave(event, true, () -> neighbours.heading(column, event.isShiftDown() ? -1 : 1, true));
            default -> {}
        }
    }

    private void leave(KeyEvent event, boolean keep, Runnable then) {
        event.consume();
        end(keep);
        then.run();
    }

    private void end(boolean keep) {
        if (field == null) {
            return;
        }
        String text = SymbolNames.replaced(field.getText().strip(), true);
        TextField old = field;
        field = null;
        getChildren().remove(old);
        getChildren().addAll(name, unit);
        if (keep && !text.isEmpty() && !Heading.of(text).equals(column.heading())) {
            workspace.perform(new ColumnEdit.SetHeading(table, column.id(), Heading.of(text)));
        }
    }

    private void pressed(KeyEvent event) {
        if (event.getTarget() != this) {
            return;
        }
        switch (event.getCode()) {
            case F2, ENTER -> {
                edit();
                event.consume();
            }
            case LEFT, RIGHT -> {
                neighbours.heading(column, event.getCode() == KeyCode.LEFT ? -1 : 1, false);
                event.consume();
            }
            case DOWN, ESCAPE -> {
                neighbours.cells(column);
                event.consume();
            }
            default -> {}
        }
    }

    private void typed(KeyEvent event) {
        if (event.getTarget() == this && TypedKeys.prints(event)) {
            edit(event.getCharacter()).end();
            event.consume();
        }
    }

    /// How wide a heading is that stands over a column.
    static double width(Column column) {
        double words = Math.max(
                        inLines(column.name())
                                .lines()
                                .mapToDouble(line -> textWidth(line, BOLD))
                                .max()
                                .orElse(0),
                        textWidth(column.unit(), PLAIN))
                + 15;
        return Math.max(textWidth(column.role().tag(), BOLD) + 27, words);
    }

    /// A long name on two lines, parted at the blank nearest to its middle.
    private static String inLines(String name) {
        if (textWidth(name, BOLD) <= LONG_NAME) {
            return name;
        }
        int middle = name.length() / 2;
        int before = name.lastIndexOf(' ', middle);
        int behind = name.indexOf(' ', middle);
        int at = before < 0 ? behind : behind < 0 || middle - before <= behind - middle ? before : behind;
        return at < 0 ? name : name.substring(0, at) + "\n" + name.substring(at + 1);
    }

    static double textWidth(String text, Font font) {
        return Math.ceil(plainWidth(text, font) * Themes.textSize().get());
    }

    /// In the usual size of text, not rounded.
    static double plainWidth(String text, Font font) {
        var shape = new Text(text);
        shape.setFont(font);
        return shape.getLayoutBounds().getWidth();
    }
}
