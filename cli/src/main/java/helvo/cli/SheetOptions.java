package helvo.cli;

import helvo.core.RootLocale;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.study.Edit;
import helvo.core.study.Figure;
import helvo.core.study.FigureEdit;
import helvo.core.study.Layer;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.style.SheetStyle;
import helvo.core.table.Column;
import helvo.files.UnreadableFile;
import helvo.files.json.StyleJson;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/// The options of how a figure looks: its sheet, what is shown, its marks and axes. What they do not name stays.
final class SheetOptions {
    private final MarkOptions marks;
    private final AxisOptions axes;
    private @Nullable Double width;
    private @Nullable Double height;
    private Optional<String> title = Optional.empty();
    private List<String> right = List.of();
    private Optional<String> style = Optional.empty();
    private @Nullable Double textSize;
    private boolean frame;
    private boolean grid;
    private Optional<String> background = Optional.empty();
    private boolean noCurve;
    private boolean noResiduals;
    private boolean bounds;
    private boolean band;

    /// @param arguments of the command that has these options
    SheetOptions(Arguments arguments) {
        arguments.group("Sheet");
        arguments
                .option("--width", "MM", "Width of the sheet; the height follows (default: 160, or the study's).")
                .number(value -> width = value);
        arguments
                .option("--height", "MM", "Height of the sheet (default: 140, or the study's).")
                .number(value -> height = value);
        arguments.option("--title", "TEXT", "Instead of “y against x”.").title(value -> title = Optional.of(value));
        arguments
                .option(
                        "--style",
                        "STYLE",
                        "A JSON file with any part of how a figure looks (docs/command-line.md, Styles), or the name "
                                + "of a style of the program or the study: Screen, Slide, \"Paper, one column\" …")
                .text(value -> style = Optional.of(value));
        arguments.option("--text-size", "PT", "Size of the text, 4 to 48.").number(value -> textSize = value);
        arguments.flag("--frame", "A frame around the plot.", value -> frame = value);
        arguments.flag("--grid", "Grid lines behind the points.", value -> grid = value);
        arguments.option("--background", "COLOUR", "#RRGGBB, or none.").text(value -> background = Optional.of(value));
        arguments
                .option("--right", "COL", "A y that is measured along a second scale on the right; may be repeated.")
                .texts(value -> right = value);
        arguments.flag("--no-curve", "Points alone.", value -> noCurve = value);
        arguments.flag("--no-residuals", "Without the strip of residuals.", value -> noResiduals = value);
        arguments.flag(
                "--bounds",
                "Show the steepest and the shallowest line through all error bars.",
                value -> bounds = value);
        arguments.flag("--band", "Shade where the mean lies with 95 % confidence.", value -> band = value);
        marks = new MarkOptions(arguments);
        axes = new AxisOptions(arguments);
    }

    boolean areGiven() {
        return width != null
                || height != null
                || looksAreGiven()
                || title.isPresent()
                || noCurve
                || noResiduals
                || bounds
                || band
                || !right.isEmpty()
                || axes.areGiven();
    }

    private boolean looksAreGiven() {
        return style.isPresent() || textSize != null || frame || grid || background.isPresent() || marks.areGiven();
    }

    /// Whether [#edits(FigureAnalysis, Path)] has any.
    boolean needAnalysis() {
        return looksAreGiven() || noCurve || !right.isEmpty() || axes.needAnalysis();
    }

    /// What is chosen for the sheet, its layers and axes.
    List<Edit> edits(Figure figure) throws UserError {
        var edits = new ArrayList<Edit>();
        if (width != null || height != null) {
            edits.add(new FigureEdit.SetSheet(figure.id(), sized(figure.style().sheet())));
        }
        show(edits, figure, Layer.BOUNDS, bounds, true);
        show(edits, figure, Layer.CONFIDENCE_BAND, band, true);
        show(edits, figure, Layer.RESIDUALS, noResiduals || noCurve, false);
        title.ifPresent(text -> edits.add(new FigureEdit.SetTitle(figure.id(), Optional.of(text))));
        edits.addAll(axes.axisEdits(figure));
        return edits;
    }

    private SheetStyle sized(SheetStyle now) {
        double ratio = now.widthMm() / now.heightMm();
        double wide = width == null ? ratio * (height == null ? now.heightMm() : height) : width;
        double high = height == null ? wide / ratio : height;
        if (!within(wide) || !within(high)) {
            throw new UsageError(RootLocale.format(
                    "--width and --height must be %.0f to %.0f mm, and would be %.0f and %.0f mm.",
                    SheetStyle.MIN_MM, SheetStyle.MAX_MM, wide, high));
        }
        return now.resized(wide, high);
    }

    private static boolean within(double millimetres) {
        return millimetres >= SheetStyle.MIN_MM && millimetres <= SheetStyle.MAX_MM;
    }

    private static void show(List<Edit> edits, Figure figure, Layer layer, boolean isAsked, boolean shown) {
        if (isAsked) {
            edits.add(new FigureEdit.Show(figure.id(), layer, shown));
        }
    }

    /// What is chosen for each series, and for an axis of dates, once these are known.
    ///
    /// @param file that the figure is of
    List<Edit> edits(FigureAnalysis figure, Path file, Study study) throws UnreadableFile, UserError {
        var edits = new ArrayList<Edit>();
        if (style.isPresent()) {
            edits.addAll(styled(style.get(), figure, study));
        }
        if (looksAreGiven()) {
            Figure now = new StudyEdit.Compound("", edits)
                    .apply(study)
                    .figure(figure.figure().id());
            edits.addAll(looks(figure, now));
        }
        for (String name : right) {
            Column column = new ColumnsByName(file, figure.table()).named(name);
            List<Edit> measuring = figure.measuring(column, true);
            if (measuring.isEmpty()) {
                throw new UsageError("--right “" + name + "” is no --y: name it there too.");
            }
            edits.addAll(measuring);
        }
        if (noCurve) {
            figure.series()
                    .forEach(series -> edits.add(new FigureEdit.SetCurveStyle(
                            figure.figure().id(),
                            series.key(),
                            figure.figure().style().curve(series.key()).withShown(false))));
        }
        edits.addAll(axes.edits(figure));
        return edits;
    }

    /// By a file, or by the name of a style that is kept.
    private List<Edit> styled(String named, FigureAnalysis figure, Study study) throws UnreadableFile, UserError {
        List<SheetStyle.Named> kept = Stream.concat(study.styles().stream(), SheetStyle.PRESETS.stream())
                .toList();
        Optional<SheetStyle> known = kept.stream()
                .filter(each -> each.name().equalsIgnoreCase(named))
                .findFirst()
                .map(SheetStyle.Named::style);
        if (known.isPresent()) {
            SheetStyle now = figure.figure().style().sheet();
            return List.of(new FigureEdit.SetSheet(
                    figure.figure().id(),
                    width == null && height == null
                            ? known.get()
                            : known.get().withWidthMm(now.widthMm()).withHeightMm(now.heightMm())));
        }
        Path json = Values.path(named);
        if (!Files.exists(json)) {
            throw new UserError("--style “" + named + "” is no file, and no style of that name is kept; there are "
                    + kept.stream().map(each -> "“" + each.name() + "”").collect(Collectors.joining(", "))
                    + ".");
        }
        UnreadableFile.unlessReadable(json);
        try {
            return StyleJson.edits("“" + json.getFileName() + "”", Files.readString(json), figure);
        } catch (IOException e) {
            throw new UserError("--style “" + named + "” could not be read as text in UTF-8.");
        }
    }

    /// By options of their own, over what a style says.
    private List<Edit> looks(FigureAnalysis figure, Figure now) throws UserError {
        int id = now.id();
        var edits = new ArrayList<Edit>();
        SheetStyle sheet = now.style().sheet();
        try {
            SheetStyle chosen = sheet.withTextSize(textSize == null ? sheet.textSize() : textSize)
                    .withFrame(frame || sheet.frame())
                    .withBackground(
                            background.isEmpty()
                                    ? sheet.background()
                                    : background.filter(each -> !each.equalsIgnoreCase("none")));
            if (!chosen.equals(sheet)) {
                edits.add(new FigureEdit.SetSheet(id, chosen));
            }
        } catch (IllegalArgumentException e) {
            throw new UsageError("--text-size, --background: " + e.getMessage() + ".");
        }
        show(edits, now, Layer.GRID_LINES, grid, true);
        edits.addAll(marks.edits(figure, now));
        return edits;
    }
}
