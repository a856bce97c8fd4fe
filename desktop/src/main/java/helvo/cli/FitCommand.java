package helvo.cli;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.FitOutcome;
import helvo.core.number.ValueText;
import helvo.core.reading.Reading;
import helvo.core.readout.Readout;
import helvo.files.CannotRead;
import helvo.files.json.FitJson;
import java.io.PrintWriter;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

@Command(name = "fit", mixinStandardHelpOptions = true, description = "Fit one curve and report it.")
final class FitCommand implements Callable<Integer> {
    @Spec
    private CommandSpec command;

    @Mixin
    private FitOptions options;

    @Option(names = "--at", paramLabel = "X", description = "Read the curve at this x; may be repeated.")
    private List<Double> at = List.of();

    @Option(names = "--json", description = "Report as JSON, at full precision.")
    private boolean json;

    @Override
    public Integer call() throws CannotRead, Refused {
        FigureAnalysis figure = options.analysed();
        PrintWriter out = command.commandLine().getOut();
        if (json) {
            out.println(FitJson.report(figure, at.stream().filter(Double::isFinite).toList()));
        } else if (figure.missing().isEmpty()) {
            figure.series().forEach(series -> print(out, figure, series));
        }
        out.flush();
        if (figure.series().stream().anyMatch(series -> series.fit().isPresent())) {
            return Helvo.DONE;
        }
        command.commandLine().getErr().println(figure.missing().orElseGet(() -> figure.series().stream()
                .map(series -> ((FitOutcome.NotFitted) series.chosen()).reason().sentence()).findFirst().orElse("No row meets the conditions.")));
        return Helvo.DATA_DO_NOT_ALLOW;
    }

    private void print(PrintWriter out, FigureAnalysis figure, SeriesAnalysis series) {
        if (series.fit().isEmpty()) {
            return;
        }
        out.print(Readout.of(figure, series).printed());
        at.forEach(x -> out.println(Reading.at(series.fit().get(), series.points(), x).map(reading -> sentence(series, reading))
                .orElse("At " + ValueText.plain(x) + " the curve has no value.")));
    }

    private static String sentence(SeriesAnalysis series, Reading reading) {
        String unit = series.rows().y().unit();
        var text = new StringBuilder("At %s: %s%s".formatted(ValueText.plain(reading.at()),
                ValueText.withUncertainty(reading.value(), reading.meanHalf95()), unit.isEmpty() ? "" : " " + unit));
        reading.predictionHalf95().ifPresent(half -> text.append(" (95 % interval of the mean; of one more measurement ± ")
                .append(ValueText.significant(half, 2)).append(')'));
        if (reading.beyondPercent() > 0) {
            text.append("; beyond the data by ").append(ValueText.significant(reading.beyondPercent(), 2)).append(" % of their span");
        }
        return text.append('.').toString();
    }
}
