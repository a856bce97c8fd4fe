package helvo.desktop.sheet;

import static helvo.desktop.controls.Controls.button;
import static helvo.desktop.controls.Controls.setShown;
import static helvo.desktop.controls.Controls.smallButton;
import static helvo.desktop.controls.Controls.strong;

import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SheetAnalysis;
import helvo.core.number.NumberText;
import helvo.core.study.Figure;
import helvo.core.study.FigureSheet;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.style.FigureText;
import helvo.core.style.SheetStyle;
import helvo.core.table.Column;
import helvo.desktop.controls.AddButton;
import helvo.desktop.controls.FadingScroll;
import helvo.desktop.controls.Form;
import helvo.desktop.controls.Tabs;
import helvo.desktop.panels.Commands;
import helvo.desktop.panels.Panel;
import helvo.desktop.panels.Panels;
import helvo.desktop.workspace.Exporter;
import helvo.desktop.workspace.Workspace;
import helvo.figure.export.FigureFormat;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/// The panel for sheets of several figures. All of it is kept in the study; a sheet that was only looked at is not.
public final class SheetPanel extends Panel {
    private static final double WIDTH = 970;
    private static final double LEFT = 384;
    private static final double PICTURE = 540;
    /// Of the picture; the window takes the rest.
    private static final double MOST = 560;
    private static final double AROUND = 310;
    /// So many figures the first sheet of a study begins with.
    private static final int FIRST = 4;

    private final Form form = new Form(this::showError);
    private final SheetFigures figures;
    private final Label ofFigures = strong("Figures: drag them into place");
    private final SheetPicture picture;
    private final Tabs tabs;
    private final Button remove;
    private final FadingScroll fading;
    private int shown;

    /// What a sheet shows: several figures, or one of them split by a column.
    private record Contents(String words, Optional<Figure> split, int column) {}

    public SheetPanel(Workspace workspace, Exporter exporter, Panels panels) {
        super(workspace, panels, "sheet-panel", "Sheet of figures", WIDTH);
        place(Pos.TOP_RIGHT, 52, 16);
        figures = new SheetFigures(this::title, chosen -> change(sheet -> sheet.withFigures(chosen)));
        picture = new SheetPicture(
                workspace,
                (from, to) -> change(sheet -> sheet.splitBy().isPresent()
                        ? sheet
                        : sheet.withFigures(SheetFigures.moved(sheet.figures(), from, to))));
        tabs = new Tabs(
                        "sheet-",
                        place -> show(workspace.study().sheets().get(place).id()))
                .renaming((name, place) -> workspace.perform(new StudyEdit.PutSheet(
                        workspace.study().sheets().get(place).withName(name))))
                .ending(new AddButton("sheet-add", "Add a sheet, or remove this one")
                        .with("sheet-new", "New sheet", this::add)
                        .with("sheet-remove-menu", "Remove this sheet", this::remove));
        remove = smallButton("sheet-remove", "Remove this sheet", "Remove this sheet from the study", this::remove);
        var saves = new FlowPane(8, 8);
        for (FigureFormat format : FigureFormat.values()) {
            saves.getChildren()
                    .add(button(
                            "sheet-save-" + format.ending(),
                            "Save as " + format.name(),
                            () -> exporter.saveSheet(sheet(), format)));
        }
        saves.getChildren()
                .add(button("sheet-copy", "Copy sheet", () -> exporter.copying().sheet(sheet())));
        var content = new VBox(10, ofFigures, figures, strong("Arrangement"), form, remove);
        content.setPadding(new Insets(0, 8, 0, 0));
        var left = new ScrollPane(content);
        left.setFitToWidth(true);
        left.setFocusTraversable(false);
        fading = new FadingScroll(left, "field");
        fading.setMinWidth(LEFT);
        fading.setPrefWidth(LEFT);
        var right = new VBox(10, picture, saves);
        HBox.setHgrow(right, Priority.ALWAYS);
        getChildren().addAll(heading, tabs, wrong, new HBox(16, fading, right));
    }

    /// What it does by name, for the finder and for keys.
    public static void addTo(Commands commands, Workspace workspace, Panels panels) {
        commands.add(
                "Sheet of several figures, small panels by group …",
                "Shortcut+Alt+F",
                () -> !workspace.study().figures().isEmpty(),
                () -> panels.show(SheetPanel.class));
    }

    @Override
    protected boolean isToggle() {
        return true;
    }

    private Study study() {
        return workspace.study();
    }

    private String title(Figure figure) {
        return workspace.analysis().get().figures().stream()
                .filter(each -> each.figure().id() == figure.id())
                .findFirst()
                .map(FigureAnalysis::title)
                .map(FigureText::plain)
                .filter(words -> !words.isBlank())
                .orElse(figure.name());
    }

    /// The one in view; where there is none, one that the first change adds to the study.
    private FigureSheet sheet() {
        return study().sheets().stream()
                .filter(each -> each.id() == shown)
                .findFirst()
                .or(() -> study().sheets().stream().findFirst())
                .orElseGet(this::fresh);
    }

    private FigureSheet fresh() {
        List<Integer> all = study().figures().stream().map(Figure::id).toList();
        return FigureSheet.of(study().nextSheetId(), all.subList(0, Math.min(FIRST, all.size())));
    }

    private void change(UnaryOperator<FigureSheet> change) {
        FigureSheet before = sheet();
        FigureSheet after = change.apply(before);
        if (!after.equals(before) || !study().sheets().contains(before)) {
            shown = after.id();
            workspace.perform(new StudyEdit.PutSheet(after));
        }
    }

    private void add() {
        FigureSheet next = fresh();
        shown = next.id();
        workspace.perform(new StudyEdit.PutSheet(next));
    }

    private void remove() {
        FigureSheet gone = sheet();
        if (study().sheets().contains(gone)) {
            workspace.perform(new StudyEdit.RemoveSheet(gone.id()));
        }
    }

    private void show(int id) {
        shown = id;
        begin();
    }

    @Override
    protected void begin() {
        clearError();
        if (study().figures().isEmpty()) {
            close();
            return;
        }
        double high = pictureHeight(AROUND, MOST);
        fading.setPrefHeight(high + 110);
        picture.limit(PICTURE, high);
        form.begin();
        rows();
        whileShown(this::draw, this::update);
        update();
        draw();
        focus(form.first());
    }

    private void rows() {
        form.row(
                "Panels",
                form.choice(
                        "sheet-contents", "What the panels show", contents(), Contents::words, this::now, this::fill));
        List<Double> journals = List.of(FigureSheet.ONE_COLUMN, FigureSheet.ONE_AND_A_HALF, FigureSheet.TWO_COLUMNS);
        var width = form.needed(
                "sheet-width",
                "Width of the sheet in millimetres",
                FigureSheet.MIN_MM,
                FigureSheet.MAX_MM,
                () -> sheet().widthMm(),
                mm -> change(sheet -> sheet.arranged(mm, sheet.columns())));
        width.setPrefColumnCount(4);
        form.row(
                "Width",
                width,
                new Label("mm"),
                form.choice(
                        "sheet-journal",
                        "Width by the columns of a page",
                        Stream.concat(journals.stream(), Stream.of(0.0)).toList(),
                        SheetPanel::journal,
                        () -> journals.contains(sheet().widthMm()) ? sheet().widthMm() : 0.0,
                        mm -> change(sheet -> mm == 0 ? sheet : sheet.arranged(mm, sheet.columns()))));
        form.row(
                "Beside one another",
                form.choice(
                        "sheet-columns",
                        "Panels beside one another",
                        List.of(1, 2, 3, 4, 5, 6, 7, 8, FigureSheet.MOST_PANELS),
                        String::valueOf,
                        () -> sheet().columns(),
                        columns -> change(sheet -> sheet.arranged(sheet.widthMm(), columns))));
        form.row(
                "Height of a panel",
                form.number(
                        "sheet-height",
                        "Height of a panel in millimetres",
                        () -> sheet().panelHeightMm(),
                        () -> Optional.of(Math.rint(sheet().heightOfPanel(sheet().columns()) * 10) / 10),
                        Form.Writing.PLAIN,
                        mm -> {
                            if (mm.filter(each -> !(each >= FigureSheet.MIN_PANEL_MM && each <= FigureSheet.MAX_MM))
                                    .isPresent()) {
                                throw new Form.Refused(
                                        "It must be from " + NumberText.shortest(FigureSheet.MIN_PANEL_MM) + " to "
                                                + NumberText.shortest(FigureSheet.MAX_MM) + ".");
                            }
                            change(sheet -> sheet.withPanelHeightMm(mm));
                        }),
                new Label("mm"));
        var text = form.needed(
                "sheet-text",
                "Size of the text in points",
                SheetStyle.MIN_TEXT,
                SheetStyle.MAX_TEXT,
                () -> sheet().textSize(),
                points -> change(sheet -> sheet.withTextSize(points)));
        text.setPrefColumnCount(4);
        form.row("Text", text, new Label("points"));
        agreement();
    }

    /// What panels are called by, and what they have in common.
    private void agreement() {
        form.row(
                "Letters",
                form.choice(
                        "sheet-letters",
                        "What panels are called by",
                        List.of(FigureSheet.Letters.values()),
                        FigureSheet.Letters::label,
                        () -> sheet().letters(),
                        letters -> change(sheet -> sheet.withLetters(letters))),
                form.tick(
                        "sheet-inside",
                        "in the plots",
                        () -> sheet().lettersInside(),
                        inside -> change(sheet -> sheet.withLettersInside(inside))));
        form.row(
                "x axes", axes("sheet-x", "How x axes of the same quantity agree", FigureSheet::x, FigureSheet::withX));
        form.row(
                "y axes", axes("sheet-y", "How y axes of the same quantity agree", FigureSheet::y, FigureSheet::withY));
        form.row(
                "Legend",
                form.choice(
                        "sheet-legend",
                        "Legends of the panels",
                        List.of(FigureSheet.Legends.values()),
                        FigureSheet.Legends::label,
                        () -> sheet().legends(),
                        legends -> change(sheet -> sheet.withLegends(legends))));
        form.row(
                "With",
                form.tick(
                        "sheet-titles",
                        "titles",
                        () -> sheet().titles(),
                        titles -> change(sheet -> sheet.withTitles(titles))),
                form.tick(
                        "sheet-equations",
                        "equations",
                        () -> sheet().equations(),
                        equations -> change(sheet -> sheet.withEquations(equations))),
                form.tick(
                        "sheet-residuals",
                        "residuals",
                        () -> sheet().residuals(),
                        residuals -> change(sheet -> sheet.withResiduals(residuals))));
    }

    private Node axes(
            String id,
            String accessible,
            Function<FigureSheet, FigureSheet.AxisUse> value,
            BiFunction<FigureSheet, FigureSheet.AxisUse, FigureSheet> with) {
        return form.choice(
                id,
                accessible,
                List.of(FigureSheet.AxisUse.values()),
                FigureSheet.AxisUse::label,
                () -> value.apply(sheet()),
                use -> change(sheet -> with.apply(sheet, use)));
    }

    private static String journal(double mm) {
        return mm == FigureSheet.ONE_COLUMN
                ? "one column"
                : mm == FigureSheet.ONE_AND_A_HALF
                        ? "one and a half"
                        : mm == FigureSheet.TWO_COLUMNS ? "two columns" : "another width";
    }

    private static final Contents SEVERAL = new Contents("several figures", Optional.empty(), 0);

    private List<Contents> contents() {
        var all = new ArrayList<Contents>();
        all.add(SEVERAL);
        for (FigureAnalysis figure : workspace.analysis().get().figures()) {
            for (Column column : SheetAnalysis.splitting(figure)) {
                all.add(split(figure.figure(), column));
            }
        }
        now(all);
        return all;
    }

    private Contents split(Figure figure, Column column) {
        return new Contents("by " + column.name() + ": " + title(figure), Optional.of(figure), column.id());
    }

    /// What the sheet shows now, also where nothing else would be split so.
    private void now(List<Contents> all) {
        if (!all.contains(now())) {
            all.add(now());
        }
    }

    private Contents now() {
        return sheet().splitBy()
                .map(column -> {
                    Figure figure = study().figure(sheet().figures().getFirst());
                    return study().table(figure.table()).columns().stream()
                            .filter(each -> each.id() == column)
                            .findFirst()
                            .map(each -> split(figure, each))
                            .orElse(new Contents("by a column that is gone", Optional.of(figure), column));
                })
                .orElse(SEVERAL);
    }

    private void fill(Contents wanted) {
        change(sheet -> wanted.split
                .map(figure -> FigureSheet.splitting(sheet.id(), figure.id(), wanted.column)
                        .withName(sheet.name()))
                .orElseGet(() -> sheet.splitBy().isEmpty()
                        ? sheet
                        : fresh().with(change -> change.id(sheet.id()).name(sheet.name()))));
    }

    private void update() {
        if (study().figures().isEmpty()) {
            close();
            return;
        }
        List<FigureSheet> all = study().sheets();
        FigureSheet sheet = sheet();
        tabs.show(
                all.isEmpty()
                        ? List.of(sheet.name())
                        : all.stream().map(FigureSheet::name).toList(),
                Math.max(0, all.indexOf(sheet)));
        setShown(remove, !all.isEmpty());
        figures.show(sheet, study().figures());
        setShown(ofFigures, sheet.splitBy().isEmpty());
        setShown(figures, sheet.splitBy().isEmpty());
        form.update();
    }

    private void draw() {
        FigureSheet sheet = sheet();
        Analysis known = workspace.analysis().get();
        boolean isKnown = sheet.figures().stream().allMatch(id -> known.figures().stream()
                .anyMatch(each -> each.figure().id() == id));
        if (isKnown) {
            picture.show(sheet, known);
        }
    }
}
