package helvo.cli;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.prediction.QuantityDefinition;
import helvo.core.results.ComparisonResults;
import helvo.core.results.QuantityResults;
import helvo.core.results.ReadingsResults;
import helvo.core.results.Results;
import helvo.core.results.Results.Line;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.files.UnreadableFile;
import helvo.files.disk.AtomicFile;
import helvo.files.disk.WriteErrorText;
import helvo.files.json.FitJson;
import helvo.files.text.ResidualsCsv;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import tools.jackson.databind.node.ObjectNode;

/// `helvo fit`: the fits of files' points, as text or JSON.
final class FitCommand extends Command {
    private final FitOptions options;
    private List<PlaceOnAxis> at = List.of();
    private List<Double> when = List.of();
    private List<String> measured = List.of();
    private Unknowns unknowns = Unknowns.NONE;
    private boolean bounds;
    private List<String> quantities = List.of();
    private Optional<Path> residuals = Optional.empty();
    private boolean all;
    private boolean json;

    FitCommand() {
        super("fit", "Fit one curve and report it.");
        arguments.example("helvo fit cords.csv --x Load --y Stretch");
        arguments.example("helvo fit cords.csv --x Load --y Stretch --by Cord --curve power --json");
        arguments.example("helvo fit standards.csv --x Nitrate --y Absorbance --measured 0.251,0.249,0.253");
        arguments.example("helvo fit cords.helvo --figure \"Stretch against Load\" --at 22.5");
        options = new FitOptions(arguments);
        arguments.group("Answers");
        arguments
                .option("--at", "X", "Read the curve at this x, a number or a date; may be repeated.")
                .split()
                .places(value -> at = value);
        arguments
                .option("--when", "Y", "Read off where the curve reaches this y; may be repeated.")
                .split()
                .numbers(value -> when = value);
        arguments
                .option(
                        "--measured",
                        "Y,Y... or M",
                        "The values measured of one unknown, \"0.251,0.249,0.253\": reads x off their mean; may be "
                                + "repeated. Or, with --when, how many measurements each y is the mean of. Tells the "
                                + "limits of detection and quantification as well.")
                .texts(value -> measured = value);
        arguments.flag(
                "--bounds", "The steepest and the shallowest line through all error bars.", value -> bounds = value);
        arguments
                .option(
                        "--quantity",
                        "QUANTITY",
                        "Work this out of the coefficients: \"name [unit] = formula\"; may be repeated. Without a "
                                + "formula, a usual one of the curve: half-life, zero crossing …")
                .texts(value -> quantities = value);
        arguments
                .option("--residuals", "FILE.csv", "Write the table of residuals here.")
                .path(value -> residuals = Optional.of(value));
        arguments.flag(
                "--all", "Further statistics and the covariance of the coefficients as well.", value -> all = value);
        arguments.flag("--json", "Report as JSON, at full precision.", value -> json = value);
    }

    @Override
    String hint() {
        return options.columns();
    }

    @Override
    public Integer call() throws UnreadableFile, UserError {
        options.requireOneY();
        if (residuals.isPresent() && !options.isOneFile()) {
            throw new UsageError("--residuals takes one file at a time: run the command once for each.");
        }
        unknowns = Unknowns.of(measured, when);
        var reports = new ArrayList<ObjectNode>();
        int code = options.each(input -> fit(input, reports));
        PrintWriter out = arguments.out();
        if (json && !reports.isEmpty()) {
            out.println(options.isOneFile() ? FitJson.text(reports.getFirst()) : FitJson.reports(reports));
        }
        out.flush();
        return code;
    }

    private int fit(FitInput input, List<ObjectNode> reports) throws UnreadableFile, UserError {
        FigureAnalysis figure = quantities.isEmpty() ? input.analysed(List.of()) : withQuantities(input);
        if (bounds
                && figure.series().stream().allMatch(series -> series.bounds().isEmpty())
                && figure.missing().isEmpty()) {
            throw new UsageError("--bounds needs error bars: give --y-bar, --x-bar or both.");
        }
        if (json) {
            ObjectNode report = FitJson.report(
                    figure,
                    new FitJson.Asked(
                            PlaceOnAxis.on(figure, at, "--at"),
                            unknowns.readings(),
                            bounds,
                            figure.figure().quantities(),
                            true),
                    input.warnings());
            reports.add(FitJson.of(input.source(figure), report));
        } else if (figure.missing().isEmpty()) {
            print(input, figure, PlaceOnAxis.on(figure, at, "--at"));
        }
        if (residuals.isPresent()) {
            write(figure, residuals.get(), input.file());
        }
        if (figure.series().stream().anyMatch(series -> series.fit().isPresent())) {
            return input.exit(Helvo.DONE);
        }
        arguments
                .err()
                .println((options.isOneFile() ? "" : input.name() + ": ")
                        + figure.missing().orElseGet(() -> figure.series().stream()
                                .map(series -> ((FitOutcome.NotFitted) series.chosen())
                                        .reason()
                                        .sentence(figure.numbers()))
                                .findFirst()
                                .orElse("No row meets the conditions.")));
        return Helvo.DATA_DO_NOT_ALLOW;
    }

    private FigureAnalysis withQuantities(FitInput input) throws UnreadableFile, UserError {
        var edits = new ArrayList<Edit>();
        for (String text : quantities) {
            if (text.indexOf('=') >= 0) {
                edits.add(new FigureEdit.SetQuantity(
                        input.figure(),
                        QuantityResults.read(text)
                                .orElseThrow(() -> new UsageError(
                                        "--quantity “" + text + "”: write it as \"name [unit] = formula\"."))));
            }
        }
        FigureAnalysis figure = input.analysed(edits);
        List<String> usual =
                quantities.stream().filter(text -> text.indexOf('=') < 0).toList();
        if (!usual.isEmpty() && figure.series().getFirst().fit().isPresent()) {
            for (String name : usual) {
                edits.add(new FigureEdit.SetQuantity(
                        input.figure(),
                        usual(name, figure.series().getFirst().fit().get())));
            }
            figure = input.again(edits);
        }
        return figure;
    }

    private static QuantityDefinition usual(String name, Fit fit) throws UserError {
        List<QuantityDefinition> usual = QuantityDefinition.usual(fit);
        return usual.stream()
                .filter(each -> each.heading().name().equalsIgnoreCase(name.strip()))
                .findFirst()
                .orElseThrow(() -> new UserError("--quantity “" + name + "” is not one of this curve's: "
                        + usual.stream().map(each -> each.heading().name()).collect(Collectors.joining(", "))
                        + "; or write \"name [unit] = formula\"."));
    }

    private void print(FitInput input, FigureAnalysis figure, List<Double> places) {
        PrintWriter out = arguments.out();
        out.println(input.about(figure));
        boolean several = figure.series().size() > 1;
        figure.series().forEach(series -> print(out, figure, series, several, places));
        ComparisonResults.of(figure).ifPresent(compared -> out.print("\n" + compared.printed()));
        if (!options.isOneFile()) {
            out.println();
        }
    }

    private void print(
            PrintWriter out, FigureAnalysis figure, SeriesAnalysis series, boolean several, List<Double> places) {
        Results results = Results.of(figure, series);
        if (several) {
            out.println();
            out.println(Arguments.strong(series.label()));
        }
        var lines = new ArrayList<>(results.lines());
        series.fit().ifPresent(fit -> {
            var readings = new ArrayList<Line>();
            places.forEach(x -> readings.addAll(new ReadingsResults(figure).at(series, fit, x)));
            unknowns.readings()
                    .forEach(each ->
                            readings.addAll(new ReadingsResults(figure).when(series, fit, each.y(), each.measured())));
            if (!readings.isEmpty()) {
                lines.add(new Line.Heading("Readings"));
                lines.addAll(readings);
            }
        });
        if (unknowns.areMeasured()) {
            lines.addAll(new ReadingsResults(figure).calibration(series));
        }
        if (series.fit().isPresent() || several) {
            Results whole = results.withLines(lines);
            out.print(arguments.firstStrong((all ? whole : whole.brief()).printed()));
        }
    }

    private static void write(FigureAnalysis figure, Path file, Path input) throws UserError {
        try {
            AtomicFile.write(
                    file,
                    List.of(input),
                    out -> out.write(ResidualsCsv.of(figure).getBytes(StandardCharsets.UTF_8)));
        } catch (IOException e) {
            throw new UserError(WriteErrorText.sentence(file, e));
        }
    }
}
