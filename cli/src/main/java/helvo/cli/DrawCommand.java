package helvo.cli;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.Layer;
import helvo.core.style.SheetStyle;
import helvo.core.table.Column;
import helvo.figure.export.FigureFile;
import helvo.figure.export.FigureFormat;
import helvo.figure.paint.FigureDrawing;
import helvo.files.UnreadableFile;
import helvo.files.disk.AtomicFile;
import helvo.files.disk.WriteErrorText;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/// `helvo draw`: the figure of a file's points as PNG, SVG or PDF.
final class DrawCommand extends Command {
    private final FitOptions options;
    private final AxisOptions axes;
    private Path out;
    private double width;
    private double height;
    private double dpi;
    private Optional<String> title = Optional.empty();
    private List<String> right = List.of();
    private boolean noCurve;
    private boolean noResiduals;
    private boolean bounds;
    private boolean band;
    private boolean data;

    @SuppressWarnings("NullAway.Init") // set while the command line is read
    DrawCommand() {
        super("draw", "Draw the figure with its fitted curve into a file.");
        arguments
                .option("--out", "FIGURE", "A file ending in .png, .svg or .pdf.")
                .required()
                .path(value -> out = value);
        arguments
                .option("--width", "MM", "Width of the sheet (default: ${DEFAULT-VALUE}).")
                .otherwise("160")
                .number(value -> width = value);
        arguments
                .option("--height", "MM", "Height of the sheet (default: ${DEFAULT-VALUE}).")
                .otherwise("140")
                .number(value -> height = value);
        arguments
                .option("--dpi", "N", "Dots per inch of a PNG (default: ${DEFAULT-VALUE}).")
                .otherwise("300")
                .number(value -> dpi = value);
        arguments.option("--title", "TEXT", "Instead of “y against x”.").title(value -> title = Optional.of(value));
        arguments
                .option("--right", "COL", "A y that is measured along a second scale on the right; may be repeated.")
                .texts(value -> right = value);
        arguments.flag("--no-curve", "Points alone.", value -> noCurve = value);
        arguments.flag("--no-residuals", "Without the strip of residuals.", value -> noResiduals = value);
        arguments.flag(
                "--bounds",
                "Show the steepest and the shallowest line through all error bars.",
                value -> bounds = value);
        arguments.flag("--band", "Shade where the mean lies with 95 %% confidence.", value -> band = value);
        arguments.flag("--data", "Keep the points in the metadata of an SVG or a PDF.", value -> data = value);
        options = new FitOptions(arguments);
        axes = new AxisOptions(arguments);
    }

    @Override
    String hint() {
        return options.columns();
    }

    @Override
    public Integer call() throws UnreadableFile, UserError {
        FigureFormat format = FigureFormat.of(out.toString())
                .orElseThrow(() -> arguments.usageError("--out “" + out + "” must end in .png, .svg or .pdf."));
        if (!within(width, SheetStyle.MIN_MM, SheetStyle.MAX_MM)
                || !within(height, SheetStyle.MIN_MM, SheetStyle.MAX_MM)) {
            throw arguments.usageError(RootLocale.format(
                    "--width and --height must be %.0f to %.0f mm.", SheetStyle.MIN_MM, SheetStyle.MAX_MM));
        }
        if (!within(dpi, FigureFile.MIN_DPI, FigureFile.MAX_DPI)) {
            throw arguments.usageError(
                    RootLocale.format("--dpi must be %.0f to %.0f.", FigureFile.MIN_DPI, FigureFile.MAX_DPI));
        }
        List<Edit> edits = new ArrayList<>(
                List.of(new FigureEdit.SetSheet(FitOptions.figure(), SheetStyle.suiting(width, height))));
        edits.add(new FigureEdit.Show(FitOptions.figure(), Layer.BOUNDS, bounds));
        edits.add(new FigureEdit.Show(FitOptions.figure(), Layer.CONFIDENCE_BAND, band));
        title.ifPresent(text -> edits.add(new FigureEdit.SetTitle(FitOptions.figure(), Optional.of(text))));
        edits.add(new FigureEdit.Show(FitOptions.figure(), Layer.RESIDUALS, !noResiduals && !noCurve));
        edits.addAll(axes.axisEdits(FitOptions.figure()));
        FitInput input = options.one();
        FigureAnalysis figure = input.analysed(edits.toArray(Edit[]::new));
        if (figure.missing().isPresent()) {
            throw new UserError(figure.missing().get());
        }
        List<Edit> looks = styleEdits(figure);
        looks.addAll(axes.edits(figure));
        if (!looks.isEmpty()) {
            edits.addAll(looks);
            figure = input.again(edits.toArray(Edit[]::new));
        }
        FigureAnalysis drawn = figure;
        try {
            AtomicFile.write(
                    out,
                    List.of(input.file()),
                    to -> to.write(FigureFile.bytes(format, drawn, dpi, data, Progress.none())));
        } catch (IOException e) {
            throw new UserError(WriteErrorText.sentence(out, e));
        }
        FigureDrawing.notices(figure).forEach(arguments.err()::println);
        return input.exit(Helvo.DONE);
    }

    /// What is chosen for each series, once they are known.
    private List<Edit> styleEdits(FigureAnalysis figure) throws UserError {
        var looks = new ArrayList<Edit>();
        for (String name : right) {
            Column column = new ColumnsByName(out, figure.table()).named(name);
            List<Edit> measuring = figure.measuring(column, true);
            if (measuring.isEmpty()) {
                throw arguments.usageError("--right “" + name + "” is no --y: name it there too.");
            }
            looks.addAll(measuring);
        }
        if (noCurve) {
            figure.series()
                    .forEach(series -> looks.add(new FigureEdit.SetCurveStyle(
                            FitOptions.figure(),
                            series.key(),
                            figure.figure().style().curve(series.key()).withShown(false))));
        }
        return looks;
    }

    private static boolean within(double value, double least, double most) {
        return value >= least && value <= most;
    }
}
