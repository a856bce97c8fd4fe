package helvo.desktop.panels;

import static helvo.desktop.controls.Controls.button;
import static helvo.desktop.controls.Controls.field;
import static helvo.desktop.controls.Controls.strong;

import helvo.core.Phrase;
import helvo.core.look.SheetLook;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberText;
import helvo.core.study.FigureEdit;
import helvo.desktop.workspace.Workspace;
import helvo.figure.FigureFile;
import helvo.figure.FigureFormat;
import helvo.files.table.TableFile;
import java.util.Optional;
import java.util.OptionalDouble;
import javafx.geometry.Pos;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;

/// Hand over: the figure's size on paper, saving it, and copying figure and readout.
public final class HandOver extends Panel {
    private final TextField width = field("hand-over-width", "Width of the figure in millimetres", 5);
    private final TextField height = field("hand-over-height", "Height of the figure in millimetres", 5);
    private final TextField resolution = field("hand-over-dpi", "Resolution of a PNG in dots per inch", 5);
    private final CheckBox data = new CheckBox("Keep the points inside an SVG or a PDF");
    private final CheckBox clear = new CheckBox("No background: the page shows through");

    public HandOver(Workspace workspace, Panels panels) {
        super(workspace, panels, "hand-over-panel", "Hand over", 370);
        place(Pos.TOP_RIGHT, 52, 16);
        var grid = new GridPane(8, 8);
        grid.addRow(0, new Label("Width"), width, new Label("mm"));
        grid.addRow(1, new Label("Height"), height, new Label("mm"));
        grid.addRow(2, new Label("Resolution of a PNG"), resolution, new Label("dots per inch"));
        resolution.setText("300");
        data.setId("hand-over-data");
        clear.setId("hand-over-clear");
        clear.setOnAction(_ -> workspace.figureInView().ifPresent(figure -> workspace.perform(new FigureEdit.SetSheet(figure.id(),
                figure.look().sheet().withBackground(clear.isSelected() ? Optional.empty() : SheetLook.WHITE)))));
        width.setOnAction(_ -> resize());
        height.setOnAction(_ -> resize());
        var saves = new FlowPane(8, 8);
        for (FigureFormat format : FigureFormat.values()) {
            saves.getChildren().add(button("save-" + format.ending(), "Save as " + format.name(), () -> save(format)));
        }
        var tables = new FlowPane(8, 8);
        for (TableFile.Format format : TableFile.Format.values()) {
            tables.getChildren().add(button("save-" + format.ending(), "Save as " + format.title(),
                    () -> workspace.exporter().saveTable(format)));
        }
        var copies = new FlowPane(8, 8, button("copy-figure", "Copy figure", workspace.exporter()::copyFigure),
                button("copy-readout", "Copy readout", workspace.exporter()::copyReadout));
        getChildren().addAll(heading, strong("Size on paper"), grid, wrong, strong("Save the figure"), saves, data, clear,
                strong("Save the table"), tables, strong("To the clipboard"), copies);
    }

    @Override
    protected boolean isToggle() {
        return true;
    }

    @Override
    public void addTo(Commands commands) {
        commands.add("Hand over …", "Shortcut+H", this::hasTable, () -> panels.show(this));
        for (FigureFormat format : FigureFormat.values()) {
            commands.add("Save the figure as " + format.name(), "", this::hasTable,
                    () -> workspace.exporter().saveFigure(format, FigureFile.DEFAULT_DPI, data.isSelected()));
        }
        for (TableFile.Format format : TableFile.Format.values()) {
            commands.add("Save the table as " + format.title(), "", this::hasTable,
                    () -> workspace.exporter().saveTable(format));
        }
        commands.add("Copy the figure", "Shortcut+Shift+C", this::hasTable, workspace.exporter()::copyFigure);
        commands.add("Copy the readout", "Shortcut+Shift+R", this::hasTable, workspace.exporter()::copyReadout);
    }

    private boolean hasTable() {
        return workspace.table().isPresent();
    }

    /// Shows what the figure is now.
    @Override
    protected void begin() {
        clearError();
        workspace.figureInView().ifPresent(figure -> {
            clear.setSelected(figure.look().sheet().background().isEmpty());
            width.setText(NumberText.shortest(figure.widthMm()));
            height.setText(NumberText.shortest(figure.heightMm()));
        });
        width.requestFocus();
    }

    /// Takes the sizes typed; says beside them what is wrong and keeps the old ones.
    private boolean resize() {
        OptionalDouble w = within(width, "Width", SheetLook.MIN_MM, SheetLook.MAX_MM, "mm");
        OptionalDouble h = w.isEmpty() ? w : within(height, "Height", SheetLook.MIN_MM, SheetLook.MAX_MM, "mm");
        if (h.isEmpty()) {
            return false;
        }
        clearError();
        workspace.figureInView().ifPresent(figure -> workspace.perform(new FigureEdit.Resize(figure.id(), w.getAsDouble(),
                h.getAsDouble())));
        return true;
    }

    private OptionalDouble within(TextField field, String name, double least, double most, String unit) {
        OptionalDouble value = NumberText.number(field.getText(), DecimalMark.POINT);
        if (value.isPresent() && value.getAsDouble() >= least && value.getAsDouble() <= most) {
            return value;
        }
        showError(Phrase.of("%s must be a number from %.0f to %.0f %s; “%s” is not.", name, least, most, unit, field.getText()));
        field.requestFocus();
        field.selectAll();
        return OptionalDouble.empty();
    }

    private void save(FigureFormat format) {
        OptionalDouble dpi = within(resolution, "Resolution", FigureFile.MIN_DPI, FigureFile.MAX_DPI, "dots per inch");
        if (dpi.isPresent() && resize()) {
            workspace.exporter().saveFigure(format, dpi.getAsDouble(), data.isSelected());
        }
    }
}
