package helvo.cli;

import helvo.core.Phrase;
import helvo.core.Progress;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.look.SheetLook;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.Layer;
import helvo.core.table.Column;
import helvo.figure.FigureDrawing;
import helvo.figure.FigureFile;
import helvo.figure.FigureFormat;
import helvo.files.CannotRead;
import helvo.files.disk.WholeFile;
import helvo.files.disk.WriteTrouble;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

@Command(name = "draw", mixinStandardHelpOptions = true, description = "Draw the figure with its fitted curve into a file.")
final class DrawCommand implements Callable<Integer> {
    @Spec
    private CommandSpec command;

    @Mixin
    private FitOptions options;

    @Option(names = "--out", required = true, paramLabel = "FIGURE", description = "A file ending in .png, .svg or .pdf.")
    private Path out;

    @Option(names = "--width", converter = FiniteNumber.class, paramLabel = "MM",
            description = "Width of the sheet (default: ${DEFAULT-VALUE}).", defaultValue = "160")
    private double width;

    @Option(names = "--height", converter = FiniteNumber.class, paramLabel = "MM",
            description = "Height of the sheet (default: ${DEFAULT-VALUE}).", defaultValue = "140")
    private double height;

    @Option(names = "--dpi", converter = FiniteNumber.class, paramLabel = "N",
            description = "Dots per inch of a PNG (default: ${DEFAULT-VALUE}).", defaultValue = "300")
    private double dpi;

    @Option(names = "--title", paramLabel = "TEXT", description = "Instead of “y against x”.")
    private Optional<String> title;

    @Option(names = "--right", paramLabel = "COL", description = "A y that is measured along a second scale on the right; may be repeated.")
    private List<String> right = List.of();

    @Option(names = "--no-curve", description = "Points alone.")
    private boolean noCurve;

    @Option(names = "--no-residuals", description = "Without the strip of residuals.")
    private boolean noResiduals;

    @Mixin
    private AxisOptions axes;

    @Option(names = "--bounds", description = "Show the steepest and the shallowest line through all error bars.")
    private boolean bounds;

    @Option(names = "--band", description = "Shade where the mean lies with 95 %% confidence.")
    private boolean band;

    @Option(names = "--data", description = "Keep the points in the metadata of an SVG or a PDF.")
    private boolean data;

    @Override
    public Integer call() throws CannotRead, Refused {
        FigureFormat format = FigureFormat.of(out.toString())
                .orElseThrow(() -> wrong("--out “" + out + "” must end in .png, .svg or .pdf."));
        if (!within(width, SheetLook.MIN_MM, SheetLook.MAX_MM) || !within(height, SheetLook.MIN_MM, SheetLook.MAX_MM)) {
            throw wrong(Phrase.of("--width and --height must be %.0f to %.0f mm.", SheetLook.MIN_MM, SheetLook.MAX_MM));
        }
        if (!within(dpi, FigureFile.MIN_DPI, FigureFile.MAX_DPI)) {
            throw wrong(Phrase.of("--dpi must be %.0f to %.0f.", FigureFile.MIN_DPI, FigureFile.MAX_DPI));
        }
        List<Edit> edits = new ArrayList<>(List.of(new FigureEdit.SetSheet(FitOptions.figure(), SheetLook.suiting(width, height))));
        edits.add(new FigureEdit.Show(FitOptions.figure(), Layer.BOUNDS, bounds));
        edits.add(new FigureEdit.Show(FitOptions.figure(), Layer.BAND, band));
        title.ifPresent(text -> edits.add(new FigureEdit.SetTitle(FitOptions.figure(), Optional.of(text))));
        edits.add(new FigureEdit.Show(FitOptions.figure(), Layer.RESIDUALS, !noResiduals && !noCurve));
        edits.addAll(axes.edits(FitOptions.figure()));
        FitInput input = options.one();
        FigureAnalysis figure = input.analysed(edits.toArray(Edit[]::new));
        if (figure.missing().isPresent()) {
            throw new Refused(figure.missing().get());
        }
        List<Edit> looks = looks(figure);
        if (!looks.isEmpty()) {
            edits.addAll(looks);
            figure = input.again(edits.toArray(Edit[]::new));
        }
        FigureAnalysis drawn = figure;
        try {
            WholeFile.write(out, List.of(input.file()), to -> to.write(FigureFile.bytes(format, drawn, dpi, data, Progress.none())));
        } catch (IOException e) {
            throw new Refused(WriteTrouble.sentence(out, e));
        }
        FigureDrawing.notices(figure).forEach(command.commandLine().getErr()::println);
        return input.exit(Helvo.DONE);
    }

    /// What is chosen for each series, once they are known.
    private List<Edit> looks(FigureAnalysis figure) throws Refused {
        var looks = new ArrayList<Edit>();
        for (String name : right) {
            Column column = new ColumnsByName(out, figure.table()).named(name);
            List<Edit> measuring = figure.measuring(column, true);
            if (measuring.isEmpty()) {
                throw wrong("--right “" + name + "” is no --y: name it there too.");
            }
            looks.addAll(measuring);
        }
        if (noCurve) {
            figure.series().forEach(series -> looks.add(new FigureEdit.SetCurveLook(FitOptions.figure(), series.key(),
                    figure.figure().look().curve(series.key()).withShown(false))));
        }
        return looks;
    }

    private static boolean within(double value, double least, double most) {
        return value >= least && value <= most;
    }

    private ParameterException wrong(String sentence) {
        return new ParameterException(command.commandLine(), sentence);
    }
}
