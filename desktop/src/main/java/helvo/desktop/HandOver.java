package helvo.desktop;

import helvo.core.Phrase;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.look.SheetLook;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberText;
import helvo.core.readout.Readout;
import helvo.core.study.FigureEdit;
import helvo.core.study.Study;
import helvo.figure.FigureFile;
import helvo.figure.FigureFormat;
import helvo.figure.Raster;
import helvo.files.TableFile;
import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.Collectors;
import javafx.application.Platform;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.image.WritableImage;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;

/// Hand over: the figure's size on paper, saving it, and copying figure and readout.
final class HandOver extends Panel {
    private final FileDialogs dialogs;
    private final TextField width = field("hand-over-width", "Width of the figure in millimetres", 5);
    private final TextField height = field("hand-over-height", "Height of the figure in millimetres", 5);
    private final TextField resolution = field("hand-over-dpi", "Resolution of a PNG in dots per inch", 5);

    private final CheckBox data = new CheckBox("Keep the points inside an SVG or a PDF");
    private final CheckBox clear = new CheckBox("No background: the page shows through");

    HandOver(Session session, FileDialogs dialogs) {
        super(session, "hand-over-panel", "Hand over", 370);
        this.dialogs = dialogs;
        var grid = new GridPane(8, 8);
        grid.addRow(0, new Label("Width"), width, new Label("mm"));
        grid.addRow(1, new Label("Height"), height, new Label("mm"));
        grid.addRow(2, new Label("Resolution of a PNG"), resolution, new Label("dots per inch"));
        resolution.setText("300");
        data.setId("hand-over-data");
        clear.setId("hand-over-clear");
        clear.setOnAction(_ -> session.figureInView().ifPresent(figure -> session.perform(new FigureEdit.SetSheet(figure.id(),
                figure.look().sheet().withGround(clear.isSelected() ? Optional.empty() : SheetLook.WHITE)))));
        width.setOnAction(_ -> resize());
        height.setOnAction(_ -> resize());
        var saves = new FlowPane(8, 8);
        for (FigureFormat format : FigureFormat.values()) {
            saves.getChildren().add(button("save-" + format.ending(), "Save as " + format.name(), () -> save(format)));
        }
        var tables = new FlowPane(8, 8);
        for (TableFile.Format format : TableFile.Format.values()) {
            tables.getChildren().add(button("save-" + format.ending(), "Save as " + format.title(), () -> saveTable(format)));
        }
        var copies = new FlowPane(8, 8, button("copy-figure", "Copy figure", this::copyFigure),
                button("copy-readout", "Copy readout", this::copyReadout));
        getChildren().addAll(heading, strong("Size on paper"), grid, wrong, strong("Save the figure"), saves, data, clear,
                strong("Save the table"), tables, strong("To the clipboard"), copies);
    }

    /// Shows what the figure is now.
    @Override
    void begin() {
        say("");
        session.figureInView().ifPresent(figure -> {
            clear.setSelected(figure.look().sheet().ground().isEmpty());
            width.setText(NumberText.shortest(figure.widthMm()));
            height.setText(NumberText.shortest(figure.heightMm()));
        });
        width.requestFocus();
    }

    /// Takes the sizes typed; says beside them what is wrong and keeps the old ones.
    private boolean resize() {
        OptionalDouble w = size(width, "Width");
        OptionalDouble h = w.isEmpty() ? w : size(height, "Height");
        if (h.isEmpty()) {
            return false;
        }
        say("");
        session.figure().ifPresent(figure -> session.perform(new FigureEdit.Resize(figure.figure().id(), w.getAsDouble(),
                h.getAsDouble())));
        return true;
    }

    private OptionalDouble size(TextField field, String name) {
        return within(field, name, SheetLook.LEAST_MM, SheetLook.MOST_MM, "mm");
    }

    private OptionalDouble within(TextField field, String name, double least, double most, String unit) {
        OptionalDouble value = NumberText.number(field.getText(), DecimalMark.POINT);
        if (value.isPresent() && value.getAsDouble() >= least && value.getAsDouble() <= most) {
            return value;
        }
        say(Phrase.of("%s must be a number from %.0f to %.0f %s; “%s” is not.", name, least, most, unit, field.getText()));
        field.requestFocus();
        field.selectAll();
        return OptionalDouble.empty();
    }

    private void save(FigureFormat format) {
        OptionalDouble dpi = within(resolution, "Resolution", FigureFile.LEAST_DPI, FigureFile.MOST_DPI, "dots per inch");
        if (dpi.isPresent() && resize()) {
            saveAs(format, dpi.getAsDouble());
        }
    }

    void saveAs(FigureFormat format, double dpi) {
        session.figure().ifPresent(figure -> {
            String name = figure.title().replaceAll("[^\\p{L}\\p{N} _.-]+", " ").strip() + "." + format.ending();
            dialogs.figure(getScene() == null ? null : getScene().getWindow(), format, name).ifPresent(path -> write(path, format, dpi));
        });
    }

    /// Writes the figure as it is when everything asked for is drawn, also when the size was changed a moment ago.
    private void write(Path path, FigureFormat format, double dpi) {
        var study = session.study();
        boolean withData = data.isSelected();
        int id = session.figureInView().orElseThrow().id();
        session.writeAside("Saving " + path.getFileName() + " …", progress -> {
            FigureAnalysis figure = helvo.core.analysis.Analysis.of(study, session.analysis().get(), progress.part(0, 0.5))
                    .figure(id);
            written(path, () -> FigureFile.write(path, format, figure, dpi, withData, progress.part(0.5, 1)));
            return "Saved “" + path.getFileName() + "” in " + path.toAbsolutePath().getParent() + ".";
        }, () -> {});
    }

    void saveTable(TableFile.Format format) {
        Study study = session.study();
        session.table().ifPresent(table -> dialogs.table(getScene() == null ? null : getScene().getWindow(), format,
                table.name() + "." + format.ending())
                .ifPresent(path -> session.writeAside("Saving " + path.getFileName() + " …", progress -> {
                    written(path, () -> TableFile.write(path, format, table, progress));
                    return "Saved “" + path.getFileName() + "” in " + path.toAbsolutePath().getParent() + ".";
                }, () -> session.tableSaved(study))));
    }

    private interface Writing {
        void run() throws IOException;
    }

    private static void written(Path path, Writing writing) throws Session.Refusal {
        try {
            writing.run();
        } catch (NoSuchFileException e) {
            throw new Session.Refusal("“" + path + "” could not be saved: its folder does not exist. Choose another folder.");
        } catch (AccessDeniedException e) {
            throw new Session.Refusal("“" + path + "” could not be saved: the folder may not be written to. Choose another folder.");
        } catch (IOException e) {
            throw new Session.Refusal("“" + path + "” could not be saved: " + e.getMessage() + ".");
        }
    }

    /// As a picture at 300 dots per inch.
    void copyFigure() {
        session.figure().ifPresent(figure -> session.writeAside("Copying the figure …", progress -> {
            WritableImage image = FigureView.image(Raster.draw(figure, FigureFile.USUAL_DPI / 72, progress).image());
            Platform.runLater(() -> {
                var content = new ClipboardContent();
                content.putImage(image);
                Clipboard.getSystemClipboard().setContent(content);
            });
            return "The figure is on the clipboard, as a picture at 300 dots per inch.";
        }, () -> {}));
    }

    /// As text at full precision, every series of the figure.
    void copyReadout() {
        session.figure().filter(figure -> figure.missing().isEmpty()).ifPresent(figure -> {
            session.copy(figure.series().stream().map(series -> Readout.of(figure, series).copied()).collect(Collectors.joining("\n")));
            session.say("The readout is on the clipboard, at full precision.", false);
        });
    }
}
