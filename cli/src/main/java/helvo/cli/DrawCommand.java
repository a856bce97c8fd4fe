package helvo.cli;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.study.Edit;
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
import java.util.Locale;
import java.util.Optional;

/// `helvo draw`: the figure of a file's points, or one of a study, as PNG, SVG or PDF.
final class DrawCommand extends Command {
    private final FitOptions options;
    private final SheetOptions sheet;
    private Path out;
    private Optional<String> format = Optional.empty();
    private double dpi;
    private boolean data;

    @SuppressWarnings("NullAway.Init") // set while the command line is read
    DrawCommand() {
        super("draw", "Draw the figure with its fitted curve into a file.");
        arguments.example("helvo draw cords.csv --x Load --y Stretch --y-bar \"± Stretch\" --out cords.png");
        arguments.example("helvo draw cords.helvo --figure Stretch --width 85 --out column.pdf");
        options = new FitOptions(arguments);
        arguments.group("Figure file");
        arguments
                .option("--out", "FIGURE", "A file ending in .png, .svg or .pdf; - for standard output.")
                .required()
                .path(value -> out = value);
        arguments
                .option("--format", "FORMAT", "png, svg or pdf, where the file's name does not say it.")
                .choices(List.of("png", "svg", "pdf"))
                .text(value -> format = Optional.of(value));
        arguments
                .option("--dpi", "N", "Dots per inch of a PNG (default: ${DEFAULT-VALUE}).")
                .otherwise("300")
                .number(value -> dpi = value);
        arguments.flag("--data", "Keep the points in the metadata of an SVG or a PDF.", value -> data = value);
        sheet = new SheetOptions(arguments);
    }

    @Override
    String hint() {
        return options.columns();
    }

    @Override
    public Integer call() throws UnreadableFile, UserError {
        FigureFormat chosen = format.map(word -> FigureFormat.of("figure." + word.toLowerCase(Locale.ROOT))
                        .orElseThrow(() -> arguments.usageError("--format “" + word + "”: choose png, svg or pdf.")))
                .or(() -> FigureFormat.of(out.toString()))
                .orElseThrow(() -> arguments.usageError(
                        isStandard()
                                ? "--out - needs --format png, svg or pdf."
                                : "--out “" + out + "” must end in .png, .svg or .pdf, or --format say what it is."));
        if (!(dpi >= FigureFile.MIN_DPI && dpi <= FigureFile.MAX_DPI)) {
            throw arguments.usageError(
                    RootLocale.format("--dpi must be %.0f to %.0f.", FigureFile.MIN_DPI, FigureFile.MAX_DPI));
        }
        return options.forOne(input -> draw(input, chosen));
    }

    private int draw(FitInput input, FigureFormat chosen) throws UnreadableFile, UserError {
        List<Edit> edits = new ArrayList<>(sheet.edits(input.study().figure(input.figure())));
        FigureAnalysis figure = input.analysed(edits);
        if (figure.missing().isPresent()) {
            throw new UserError(figure.missing().get());
        }
        List<Edit> further = sheet.edits(figure, input.file(), input.made());
        if (!further.isEmpty()) {
            edits.addAll(further);
            figure = input.again(edits);
        }
        FigureAnalysis drawn = figure;
        try {
            if (isStandard()) {
                System.out.write(FigureFile.bytes(chosen, drawn, dpi, data, Progress.none()));
                System.out.flush();
            } else {
                AtomicFile.write(
                        out,
                        List.of(input.file()),
                        to -> to.write(FigureFile.bytes(chosen, drawn, dpi, data, Progress.none())));
            }
        } catch (IOException e) {
            throw new UserError(WriteErrorText.sentence(out, e));
        }
        FigureDrawing.notices(figure).forEach(arguments.remarks()::println);
        return input.exit(Helvo.DONE);
    }

    private boolean isStandard() {
        return out.toString().equals("-");
    }
}
