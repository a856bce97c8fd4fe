package helvo.cli;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SheetAnalysis;
import helvo.core.study.Figure;
import helvo.core.study.FigureSheet;
import helvo.core.study.FigureSheet.AxisUse;
import helvo.core.study.FigureSheet.Legends;
import helvo.core.study.FigureSheet.Letters;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.style.SheetStyle;
import helvo.figure.export.Drawing;
import helvo.figure.export.PrintCheck;
import helvo.files.UnreadableFile;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/// `helvo sheet`: several figures on one page, lettered, as PNG, SVG, PDF or a page for the browser.
final class SheetCommand extends Command {
    private static final Map<String, Double> JOURNAL_WIDTHS = new TreeMap<>(Map.of(
            "one", FigureSheet.ONE_COLUMN,
            "one-and-a-half", FigureSheet.ONE_AND_A_HALF,
            "two", FigureSheet.TWO_COLUMNS));

    private final FitOptions options;
    private final DrawingFile file;
    private List<String> panels = List.of();
    private Optional<String> splitBy = Optional.empty();
    private Optional<String> name = Optional.empty();
    private @Nullable Integer columns;
    private Optional<String> width = Optional.empty();
    private @Nullable Double panelHeight;
    private @Nullable Double textSize;
    private Optional<Letters> letters = Optional.empty();
    private boolean lettersInside;
    private Optional<AxisUse> x = Optional.empty();
    private Optional<AxisUse> y = Optional.empty();
    private Optional<Legends> legend = Optional.empty();
    private boolean titles;
    private boolean equations;
    private boolean noEquations;
    private boolean residuals;

    @SuppressWarnings("NullAway.Init") // set while the command line is read
    SheetCommand() {
        super(
                "sheet",
                "Draw several figures on one page, lettered, or one figure split into panels by a column.",
                "",
                "Without --name, --panel or --split-by it is the only sheet of the study, or all its figures. "
                        + "--save keeps the sheet in a study; its reports then have it too.");
        arguments.example("helvo sheet cords.helvo --panel Cooling --panel Pluck --width one --out pair.pdf");
        arguments.example("helvo sheet cords.csv --x Load --y Stretch --split-by Cord --out panels.png");
        file = new DrawingFile(arguments);
        arguments.group("Sheet");
        arguments
                .option("--panel", "NAME", "A figure of the study, by its title, name or table; in this order.")
                .texts(value -> panels = value);
        arguments
                .option("--split-by", "COL", "A panel for each value of this column, all with the same axes.")
                .text(value -> splitBy = Optional.of(value));
        arguments
                .option("--name", "TEXT", "A sheet that the study has; with --panel or --split-by, what it is called.")
                .text(value -> name = Optional.of(value));
        arguments.option("--columns", "N", "Panels beside one another.").integer(value -> columns = value);
        arguments
                .option("--width", "MM", "Of the whole sheet: one (85 mm), one-and-a-half (120), two (180), or mm.")
                .text(value -> width = Optional.of(value));
        arguments
                .option("--panel-height", "MM", "Of a panel (default: three quarters of its width).")
                .number(value -> panelHeight = value);
        arguments
                .option("--text-size", "PT", "Size of the text (default: 7 in one column, 8 in more).")
                .number(value -> textSize = value);
        arguments
                .option("--letters", "STYLE", "lower (a), upper (A), bracketed (a in brackets) or none.")
                .choices(words(Letters.values()))
                .text(value -> letters = Optional.of(of("--letters", Letters.values(), value)));
        arguments.flag("--letters-inside", "Letters in the plots, not above them.", value -> lettersInside = value);
        arguments
                .option("--x-axes", "USE", "own, same limits where x is alike, or shared: labelled once a column.")
                .choices(words(AxisUse.values()))
                .text(value -> x = Optional.of(of("--x-axes", AxisUse.values(), value)));
        arguments
                .option("--y-axes", "USE", "Likewise: own, same, or shared: labelled once a row.")
                .choices(words(AxisUse.values()))
                .text(value -> y = Optional.of(of("--y-axes", AxisUse.values(), value)));
        arguments
                .option("--legends", "USE", "each its own, one below the panels, or none.")
                .choices(words(Legends.values()))
                .text(value -> legend = Optional.of(of("--legends", Legends.values(), value)));
        arguments.flag("--titles", "Each panel with its figure's title.", value -> titles = value);
        arguments.flag("--equations", "With equations, however small the panels are.", value -> equations = value);
        arguments.flag("--no-equations", "Without, however large.", value -> noEquations = value);
        arguments.flag("--residuals", "Each panel with its figure's strip of residuals.", value -> residuals = value);
        options = new FitOptions(arguments, true);
    }

    private static <E extends Enum<E>> List<String> words(E[] values) {
        return Arrays.stream(values)
                .map(each -> each.name().toLowerCase(Locale.ROOT))
                .toList();
    }

    private <E extends Enum<E>> E of(String option, E[] values, String word) {
        return Arrays.stream(values)
                .filter(each -> each.name().equalsIgnoreCase(word))
                .findFirst()
                .orElseThrow(() ->
                        new UsageError(option + " “" + word + "”: choose " + String.join(", ", words(values)) + "."));
    }

    @Override
    String hint() {
        return options.columns();
    }

    @Override
    public Integer call() throws UnreadableFile, UserError {
        file.check();
        requireWithin("--columns", columns == null ? null : Double.valueOf(columns), 1, FigureSheet.MOST_PANELS);
        requireWithin("--panel-height", panelHeight, FigureSheet.MIN_PANEL_MM, FigureSheet.MAX_MM);
        requireWithin("--text-size", textSize, SheetStyle.MIN_TEXT, SheetStyle.MAX_TEXT);
        requireWithin("--width", width.map(this::millimetres).orElse(null), FigureSheet.MIN_MM, FigureSheet.MAX_MM);
        if (!panels.isEmpty() && splitBy.isPresent()) {
            throw new UsageError("Give --panel or --split-by, not both.");
        }
        return options.forOne(this::draw);
    }

    private void requireWithin(String option, @Nullable Double value, double least, double most) {
        if (value != null && !(value >= least && value <= most)) {
            throw new UsageError(RootLocale.format("%s must be %.0f to %.0f.", option, least, most));
        }
    }

    private int draw(FitInput input) throws UnreadableFile, UserError {
        FigureSheet arranged = arranged(asked(input));
        Study study = input.with(List.of(new StudyEdit.PutSheet(arranged)));
        Study needed = study.withFigures(study.figures().stream()
                .filter(figure -> arranged.figures().contains(figure.id()))
                .toList());
        Analysis analysis = Analysis.ofChosenCurves(needed, Progress.none());
        for (FigureAnalysis figure : analysis.figures()) {
            if (figure.missing().isPresent()) {
                throw new UserError(
                        "“" + figure.figure().name() + "”: " + figure.missing().get());
            }
        }
        Drawing drawing = Drawing.of(SheetAnalysis.of(arranged, analysis, Progress.none()), Progress.none());
        file.write(drawing, input.file());
        PrintCheck print = PrintCheck.of(drawing, 1, Progress.none());
        if (!print.isLegible()) {
            arguments.remarks().println(RootLocale.format("At %.0f mm %s", drawing.widthMm(), print.words()));
        }
        return input.exit(Helvo.DONE);
    }

    /// The sheet that is meant, before it is arranged.
    private FigureSheet asked(FitInput input) throws UnreadableFile, UserError {
        Study study = input.study();
        if (splitBy.isPresent()) {
            if (study.figures().size() > 1 && !input.isFigureNamed()) {
                throw new UserError("The study has several figures: say with --figure which --split-by splits. There "
                        + "are " + NamedFigure.listed(study) + ".");
            }
            Figure figure = study.figure(input.figure());
            int column = new ColumnsByName(input.file(), study.table(figure.table()))
                    .named(splitBy.get())
                    .id();
            return FigureSheet.splitting(study.nextSheetId(), figure.id(), column);
        }
        if (!panels.isEmpty()) {
            var chosen = new ArrayList<Integer>();
            for (String each : panels) {
                for (Figure figure : NamedFigure.named(each, study)) {
                    chosen.add(figure.id());
                }
            }
            return of(study, chosen.stream().distinct().toList());
        }
        if (name.isPresent()) {
            return named(study, name.get());
        }
        if (study.sheets().size() == 1) {
            return study.sheets().getFirst();
        }
        if (study.sheets().size() > 1) {
            throw new UserError(
                    "The study has several sheets: say which with --name. There are " + listed(study) + ".");
        }
        return of(study, study.figures().stream().map(Figure::id).toList());
    }

    private static FigureSheet of(Study study, List<Integer> figures) throws UserError {
        if (figures.size() < 2) {
            throw new UserError("A sheet has two figures or more, and this is one: name several with --panel, or split "
                    + "it with --split-by. helvo draw draws one figure.");
        }
        if (figures.size() > FigureSheet.MOST_PANELS) {
            throw new UserError(RootLocale.format(
                    "These are %d figures; a sheet has room for %d: choose them with --panel.",
                    figures.size(), FigureSheet.MOST_PANELS));
        }
        return FigureSheet.of(study.nextSheetId(), figures);
    }

    private static FigureSheet named(Study study, String wanted) throws UserError {
        return study.sheets().stream()
                .filter(each -> each.name().equalsIgnoreCase(wanted))
                .findFirst()
                .orElseThrow(() -> new UserError("The study has no sheet “" + wanted + "”"
                        + (study.sheets().isEmpty()
                                ? ", and no other: --panel and --split-by make one."
                                : "; there are " + listed(study) + ".")));
    }

    private static String listed(Study study) {
        return study.sheets().stream().map(each -> "“" + each.name() + "”").collect(Collectors.joining(", "));
    }

    private FigureSheet arranged(FigureSheet before) {
        double millimetres = width.isPresent() ? millimetres(width.get()) : before.widthMm();
        FigureSheet wide = before.arranged(millimetres, columns == null ? before.columns() : columns);
        return wide.with(change -> {
            name.ifPresent(change::name);
            letters.ifPresent(change::letters);
            x.ifPresent(change::x);
            y.ifPresent(change::y);
            legend.ifPresent(change::legends);
            change.panelHeightMm(panelHeight == null ? wide.panelHeightMm() : Optional.of(panelHeight))
                    .textSize(textSize == null ? wide.textSize() : textSize)
                    .lettersInside(lettersInside || wide.lettersInside())
                    .titles(titles || wide.titles())
                    .equations((equations || wide.equations()) && !noEquations)
                    .residuals(residuals || wide.residuals());
        });
    }

    private double millimetres(String text) {
        Double journal = JOURNAL_WIDTHS.get(text.toLowerCase(Locale.ROOT));
        if (journal != null) {
            return journal;
        }
        try {
            return Double.parseDouble(text);
        } catch (NumberFormatException e) {
            throw new UsageError(
                    "--width “" + text + "”: give millimetres, or one, one-and-a-half or two (columns of a page).");
        }
    }
}
