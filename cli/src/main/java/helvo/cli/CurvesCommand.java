package helvo.cli;

import helvo.core.Progress;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.PrintedEquation;
import helvo.core.number.NumberFormat;
import helvo.core.readout.Equation;
import helvo.files.CannotRead;
import helvo.files.json.FitJson;
import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import tools.jackson.databind.node.ObjectNode;

final class CurvesCommand extends Command {
    private final FitOptions options;
    private List<Double> at = List.of();
    private boolean bounds;
    private boolean json;

    CurvesCommand() {
        super("curves", "Fit every shape to the same points and rank them.");
        arguments.option("--at", "X", "Read the curves at this x; may be repeated.").split().numbers(value -> at = value);
        arguments.flag("--bounds", "The lines that the error bars allow, with each curve's own verdict.", value -> bounds = value);
        arguments.flag("--json", "Report as JSON, at full precision.", value -> json = value);
        options = new FitOptions(arguments);
    }

    @Override
    public Integer call() throws CannotRead, Refused {
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

    private int compare(FitInput input, List<ObjectNode> reports) throws CannotRead, Refused {
        FigureAnalysis all = input.compared();
        // A shape that is named, of a high degree or on the log scale, is compared with the others.
        FigureAnalysis figure = all.withSeries(all.series().stream().map(each -> each.outcomes().stream()
                .anyMatch(outcome -> outcome.curve().equals(each.chosen().curve())) ? each
                : each.comparing(each.chosen().curve(), Progress.none())).toList());
        if (figure.missing().isPresent() || figure.series().isEmpty()) {
            throw new Refused(figure.missing().orElse("No row meets the conditions."));
        }
        SeriesAnalysis series = figure.series().getFirst();
        if (json) {
            ObjectNode report = FitJson.curves(figure, new FitJson.Asked(at, List.of(), bounds),
                    input.warnings());
            reports.add(options.isOneFile() ? report : FitJson.named(input.name(), report));
        } else {
            PrintWriter out = arguments.out();
            if (!options.isOneFile()) {
                out.println(input.name());
            }
            series.ranked().forEach(outcome -> print(out, figure.numbers(), series, outcome));
        }
        return series.ranked().stream().anyMatch(FitOutcome.Fitted.class::isInstance) ? input.exit(Helvo.DONE)
                : Helvo.DATA_DO_NOT_ALLOW;
    }

    private static void print(PrintWriter out, NumberFormat numbers, SeriesAnalysis series, FitOutcome outcome) {
        switch (outcome) {
            case FitOutcome.NotFitted(var curve, var reason) -> out.printf(Locale.ROOT, "%-15s %s%n", curve.name(),
                    reason.sentence(numbers));
            case FitOutcome.Fitted(Fit fit) -> {
                var equation = new Equation(PrintedEquation.of(fit, series.points()), numbers);
                String x = series.rows().x().symbol();
                out.printf(Locale.ROOT, "%-15s R² %-9s weight %-5s %s%n", fit.curve().name(),
                        fit.quality().r2AboutMean().isPresent() ? numbers.share(fit.quality().r2AboutMean().getAsDouble()) : "–",
                    series.weight(fit.curve()).isPresent() ? Math.round(100 * series.weight(fit.curve()).getAsDouble()) + " %" : "–",
                    equation.inNames(x, series.rows().y().symbol()) + equation.where(x).map(where -> ", " + where).orElse("")
                        + (series.simplest().equals(Optional.of(fit.curve())) ? "   the simplest that is as good" : ""));
            }
        }
    }
}
