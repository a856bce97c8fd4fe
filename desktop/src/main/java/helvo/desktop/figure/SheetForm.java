package helvo.desktop.figure;

import static helvo.desktop.controls.Controls.button;
import static helvo.desktop.controls.Controls.field;

import helvo.core.number.NumberNotation;
import helvo.core.study.FigureEdit;
import helvo.core.study.StudyEdit;
import helvo.core.style.FigureStyle;
import helvo.core.style.SheetStyle;
import helvo.desktop.controls.Form;
import helvo.desktop.workspace.Workspace;
import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import javafx.scene.layout.FlowPane;

/// The whole sheet: its size, its text and lines, its background, and the styles that are kept by name.
final class SheetForm extends PartForm {
    private final Consumer<String> error;
    private final Runnable rebuild;

    /// @param error   gets what is wrong
    /// @param rebuild shows the form anew
    SheetForm(Workspace workspace, FigureView view, Form form, Consumer<String> error, Runnable rebuild) {
        super(workspace, view, form);
        this.error = error;
        this.rebuild = rebuild;
    }

    @Override
    String heading() {
        return "Style of the figure";
    }

    private SheetStyle sheet() {
        return style().sheet();
    }

    private void change(UnaryOperator<SheetStyle> change) {
        SheetStyle changed = change.apply(sheet());
        set(FigureStyle::sheet, changed, figure -> new FigureEdit.SetSheet(figure, changed));
    }

    @Override
    void build() {
        named();
        form.row(
                "Width, mm",
                form.needed(
                        "sheet-width",
                        "Width of the sheet in millimetres",
                        SheetStyle.MIN_MM,
                        SheetStyle.MAX_MM,
                        () -> sheet().widthMm(),
                        mm -> change(old -> old.resized(mm, old.heightMm()))));
        form.row(
                "Height, mm",
                form.needed(
                        "sheet-height",
                        "Height of the sheet in millimetres",
                        SheetStyle.MIN_MM,
                        SheetStyle.MAX_MM,
                        () -> sheet().heightMm(),
                        mm -> change(old -> old.resized(old.widthMm(), mm))));
        form.row(
                "Text, points",
                form.needed(
                        "sheet-text",
                        "Size of the axes' labels in points",
                        SheetStyle.MIN_TEXT,
                        SheetStyle.MAX_TEXT,
                        () -> sheet().textSize(),
                        points -> change(old -> old.withTextSize(points))));
        form.row(
                "Line width",
                form.needed(
                        "sheet-line",
                        "Width of the lines, 1 for the default",
                        0.2,
                        5,
                        () -> sheet().lineWidth(),
                        width -> change(old -> old.withLineWidth(width))));
        form.wide(form.tick(
                "sheet-dashes",
                "Curves differ by dashes, as for black and white",
                () -> sheet().dashes(),
                on -> change(old -> old.withDashes(on))));
        form.wide(form.tick(
                "sheet-frame",
                "Frame on all four sides",
                () -> sheet().frame(),
                on -> change(old -> old.withFrame(on))));
        form.wide(form.tick(
                "sheet-clear",
                "No background, the page shows through",
                () -> sheet().background().isEmpty(),
                on -> change(old -> old.withBackground(on ? Optional.empty() : SheetStyle.WHITE))));
        form.row(
                "Background",
                form.color(
                        "sheet-background",
                        "Colour of the background",
                        List.of("#FFFFFF", "#F7F6F8", "#FFF9EC", "#EEF3F7"),
                        () -> sheet().background(),
                        color -> change(old -> old.withBackground(color))));
        form.row(
                "Numbers",
                form.choice(
                        "study-numbers",
                        "How numbers are written, in the whole study",
                        numbers(),
                        each -> each.map(numbers -> numbers.text(new BigDecimal("12345.6")))
                                .orElse("as in the first table"),
                        () -> workspace.study().numberFormat(),
                        each -> workspace.perform(new StudyEdit.SetNumberFormat(each))));
        keeping();
    }

    private void named() {
        List<SheetStyle.Named> looks = Stream.concat(SheetStyle.PRESETS.stream(), workspace.study().styles().stream())
                .toList();
        var row = new FlowPane(6, 6);
        row.setPrefWrapLength(290);
        for (int i = 0; i < looks.size(); i++) {
            SheetStyle.Named named = looks.get(i);
            row.getChildren().add(button("look-" + i, named.name(), () -> change(_ -> named.style())));
        }
        form.wide(row);
    }

    private void keeping() {
        var name = field("look-name", "Name to save this style by", 12);
        form.row("Save as", name, button("look-keep", "Save", () -> {
            if (name.getText().isBlank()) {
                error.accept("Give the style a name to save it by.");
            } else {
                workspace.perform(new StudyEdit.SaveStyle(
                        new SheetStyle.Named(name.getText().strip(), sheet())));
                rebuild.run();
            }
        }));
    }

    private static List<Optional<NumberNotation>> numbers() {
        return Stream.concat(
                        Stream.of(Optional.<NumberNotation>empty()),
                        NumberNotation.all().map(Optional::of))
                .toList();
    }
}
