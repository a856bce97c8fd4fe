package helvo.cli;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.figure.export.Drawing;
import helvo.figure.export.FigureFile;
import helvo.figure.export.FigureFormat;
import helvo.files.disk.AtomicFile;
import helvo.files.disk.WriteErrorText;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/// The options of the file that `draw` and `sheet` write.
final class DrawingFile {
    private final Arguments arguments;
    private Path out;
    private Optional<String> format = Optional.empty();
    private double dpi;
    private boolean data;

    /// @param arguments of the command that has these options
    @SuppressWarnings("NullAway.Init") // set while the command line is read
    DrawingFile(Arguments arguments) {
        this.arguments = arguments;
        arguments.group("Figure file");
        arguments
                .option("--out", "FIGURE", "A file ending in .png, .svg, .pdf or .html; - for standard output.")
                .required()
                .path(value -> out = value);
        arguments
                .option("--format", "FORMAT", FigureFormat.choices() + ", where the file's name does not say it.")
                .choices(FigureFormat.endings())
                .text(value -> format = Optional.of(value));
        arguments
                .option("--dpi", "N", "Dots per inch of a PNG.")
                .otherwise("300")
                .number(value -> dpi = value);
        arguments.flag(
                "--data",
                "Keep the points in the metadata of an SVG or a PDF (an HTML page always has them).",
                value -> data = value);
    }

    /// Whether what was given can be done, before anything is read.
    void check() {
        format();
        if (!(dpi >= FigureFile.MIN_DPI && dpi <= FigureFile.MAX_DPI)) {
            throw new UsageError(
                    RootLocale.format("--dpi must be %.0f to %.0f.", FigureFile.MIN_DPI, FigureFile.MAX_DPI));
        }
    }

    private FigureFormat format() {
        return format.map(word -> FigureFormat.of("figure." + word.toLowerCase(Locale.ROOT))
                        .orElseThrow(() ->
                                new UsageError("--format “" + word + "”: choose " + FigureFormat.choices() + ".")))
                .or(() -> FigureFormat.of(out.toString()))
                .orElseThrow(() -> new UsageError(
                        isStandard()
                                ? "--out - needs --format " + FigureFormat.choices() + "."
                                : "--out “" + out
                                        + "” must end in .png, .svg, .pdf or .html, or --format say what it is."));
    }

    /// Writes it and tells what does not fit on it.
    ///
    /// @param input that must not be written over
    void write(Drawing drawing, Path input) throws UserError {
        try {
            if (isStandard()) {
                System.out.write(FigureFile.bytes(format(), drawing, dpi, data, Progress.none()));
                System.out.flush();
            } else {
                AtomicFile.write(
                        out,
                        List.of(input),
                        to -> to.write(FigureFile.bytes(format(), drawing, dpi, data, Progress.none())));
            }
        } catch (IOException e) {
            throw new UserError(WriteErrorText.sentence(out, e));
        }
        drawing.notices().forEach(arguments.remarks()::println);
    }

    private boolean isStandard() {
        return out.toString().equals("-");
    }
}
