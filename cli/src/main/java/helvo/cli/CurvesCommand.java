package helvo.cli;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Curve;
import helvo.core.fit.Curves;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.PrintedEquation;
import helvo.core.number.NumberNotation;
import helvo.core.results.EquationText;
import helvo.core.results.ReadingsResults;
import helvo.core.results.Results;
import helvo.files.UnreadableFile;
import helvo.files.json.FitJson;
import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import tools.jackson.databind.node.ObjectNode;

/// `helvo curves`: all shapes of curves fitted to a file's points, side by side.
final class CurvesCommand extends Command {
    private final FitOptions options;
    private List<PlaceOnAxis> at = List.of();
    private boolean bounds;
    private boolean json;

    CurvesCommand() {
        super("curves", "Fit every shape to the same points and rank them.");
        arguments.example("helvo curves cooling.csv --x Time --y Temperature");
        arguments.example("helvo curves cooling.csv --x t --y T --formula \"T0 + A*exp(-t/tau)\" --at 30");
        options = new FitOptions(arguments);
        arguments.group("Answers");
        arguments
                .option("--at", "X", "Read the curves at this x, a number or a date; may be repeated.")
                .split()
                .places(value -> at = value);
        arguments.flag(
                "--bounds",
                "The lines that the error bars allow, with each curve's own verdict.",
                value -> bounds = value);
        arguments.flag("--json", "Report as JSON, at full precision.", value -> json = value);
    }

    @Override
    String hint() {
        return options.columns();
    }

    @Override
    public Integer call() throws UnreadableFile, UserError {
        options.requireOneY();
        var reports = new ArrayList<ObjectNode>();
        int code = options.each(input -> compare(input, reports));
        PrintWriter out = arguments.out();
        if (json && !reports.isEmpty()) {
            out.println(options.isOneFile() ? FitJson.text(reports.getFirst()) : FitJson.reports(reports));
        }
        out.flush();
        return code;
    }

    private int compare(FitInput input, List<ObjectNode> reports) throws UnreadableFile, UserError {
        FigureAnalysis all = json || bounds ? input.analysed(List.of()) : input.fitted();
        // One that is named, of a high degree or on the log scale, is compared with the others.
        FigureAnalysis figure = all.withSeries(all.series().stream()
                .map(each -> each.comparing(further(each), Progress.none()))
                .toList());
        if (figure.missing().isPresent() || figure.series().isEmpty()) {
            throw new UserError(figure.missing().orElse("No row meets the conditions."));
        }
        SeriesAnalysis series = figure.series().getFirst();
        if (json) {
            ObjectNode report = FitJson.curves(
                    figure,
                    new FitJson.Asked(PlaceOnAxis.on(figure, at, "--at"), List.of(), bounds, List.of(), true),
                    input.warnings());
            reports.add(FitJson.of(input.source(figure), report));
        } else {
            PrintWriter out = arguments.out();
            out.println(input.about(figure));
            if (series.tooFewToRank()) {
                out.println(RootLocale.format(
                        "%,d points are too few to tell shapes apart by AICc.",
                        series.points().size()));
            }
            List<Double> places = PlaceOnAxis.on(figure, at, "--at");
            series.ranked().forEach(outcome -> {
                print(out, figure.numbers(), series, outcome);
                if (outcome instanceof FitOutcome.Fitted(Fit fit)) {
                    places.forEach(x -> readings(out, figure, series.showing(fit.curve()), fit, x));
                }
            });
            if (bounds) {
                out.print(Results.of(figure, series)
                        .withLines(Results.bars(series, figure.numbers()))
                        .printedLines());
            }
        }
        return series.ranked().stream().anyMatch(FitOutcome.Fitted.class::isInstance)
                ? input.exit(Helvo.DONE)
                : Helvo.DATA_DO_NOT_ALLOW;
    }

    private static List<Curve> further(SeriesAnalysis series) {
        return Stream.concat(
                        Curves.compared().stream(), Stream.of(series.chosen().curve()))
                .distinct()
                .filter(curve -> series.outcomes().stream()
                        .noneMatch(outcome -> outcome.curve().equals(curve)))
                .toList();
    }

    /// Below the curve that is read.
    private static void readings(PrintWriter out, FigureAnalysis figure, SeriesAnalysis series, Fit fit, double x) {
        out.print(Results.of(figure, series)
                .withLines(new ReadingsResults(figure).at(series, fit, x))
                .printedLines()
                .indent(26));
    }

    private static void print(PrintWriter out, NumberNotation numbers, SeriesAnalysis series, FitOutcome outcome) {
        switch (outcome) {
            case FitOutcome.NotFitted(var curve, var reason) ->
                out.printf(Locale.ROOT, "%-27s %s%n", curve.name(), reason.sentence(numbers));
            case FitOutcome.Fitted(Fit fit) -> {
                var equation = new EquationText(PrintedEquation.of(fit, series.points()), numbers);
                String x = series.rows().x().symbol();
                out.printf(
                        Locale.ROOT,
                        "%-27s R² %-9s weight %-5s %s%n",
                        fit.curve().name(),
                        fit.quality().r2AboutMean().isPresent()
                                ? numbers.share(fit.quality().r2AboutMean().getAsDouble())
                                : "–",
                        series.weight(fit.curve()).isPresent()
                                ? Math.round(100 * series.weight(fit.curve()).getAsDouble()) + " %"
                                : "–",
                        equation.inNames(x, series.rows().y().symbol())
                                + equation.where(x).map(where -> ", " + where).orElse("")
                                + series.whyNotRanked(fit.curve())
                                        .map(why -> "   not ranked: " + why)
                                        .orElse("")
                                + (series.simplest().equals(Optional.of(fit.curve()))
                                        ? "   the simplest that is as good"
                                        : ""));
            }
        }
    }
}
