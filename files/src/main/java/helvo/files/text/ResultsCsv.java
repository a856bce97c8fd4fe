package helvo.files.text;

import de.siegmar.fastcsv.writer.CsvWriter;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.FoundReading;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.bounds.ErrorBarLines;
import helvo.core.fit.Coefficient;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.number.NumberNotation;
import helvo.core.number.NumberText;
import helvo.core.prediction.InverseReading;
import helvo.core.results.Results;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Set;

/// The results of many figures side by side: a row for each series of each, a column for each quantity, numbers
/// at full precision.
public final class ResultsCsv {
    private final List<Map<String, String>> rows = new ArrayList<>();

    /// As much as there is now.
    public ResultsCsv copy() {
        var copy = new ResultsCsv();
        copy.rows.addAll(rows);
        return copy;
    }

    /// @param file that the figure's data are from, by its name among the results; `path` is where it is
    public void add(String file, String path, FigureAnalysis figure) {
        for (SeriesAnalysis series : figure.series()) {
            Map<String, String> row = begun(file, path, figure);
            row.put("x", series.rows().x().column().heading().text());
            row.put("y", series.rows().y().column().heading().text());
            row.put("Series", series.label());
            row.put("Curve", series.chosen().curve().name());
            row.put("Rows given", Integer.toString(series.rows().given()));
            row.put("Rows left out", Results.leftOut(series.rows()));
            switch (series.chosen()) {
                case FitOutcome.Fitted(Fit fit) -> add(row, figure, series, fit);
                case FitOutcome.NotFitted(var _, var reason) ->
                    row.put("Problem", reason.sentence(NumberNotation.POINT));
            }
            rows.add(row);
        }
    }

    /// A file of which nothing could be made.
    public void addProblem(String file, String path, String problem) {
        var row = new LinkedHashMap<String, String>();
        row.put("File", file);
        row.put("Path", path);
        row.put("Problem", problem);
        rows.add(row);
    }

    private static Map<String, String> begun(String file, String path, FigureAnalysis figure) {
        var row = new LinkedHashMap<String, String>();
        row.put("File", file);
        row.put("Path", path);
        row.put("Table", figure.table().name());
        row.put("Figure", figure.figure().name());
        return row;
    }

    private static void add(Map<String, String> row, FigureAnalysis figure, SeriesAnalysis series, Fit fit) {
        row.put("Rows used", Integer.toString(fit.used(series.points()).size()));
        for (Coefficient coefficient : fit.coefficients()) {
            String name = coefficient.name();
            put(row, name, OptionalDouble.of(coefficient.value()));
            row.put(
                    "Unit of " + name,
                    fit.curve()
                            .unit(
                                    name,
                                    series.rows().y().unit(),
                                    series.rows().x().unit()));
            coefficient.uncertainty().ifPresent(u -> {
                put(row, "Standard error of " + name, OptionalDouble.of(u.standardError()));
                put(row, "Low 95 % of " + name, OptionalDouble.of(u.low95()));
                put(row, "High 95 % of " + name, OptionalDouble.of(u.high95()));
            });
        }
        put(row, "R²", fit.quality().r2());
        put(row, "Residual standard deviation", fit.quality().residualStandardDeviation());
        put(row, "AICc", fit.quality().aicc());
        series.bounds().filter(ErrorBarLines::exist).ifPresent(bounds -> {
            put(row, "Slope by bounds", bounds.slope());
            put(row, "Half range of the slope by bounds", bounds.slopeHalfRange());
        });
        for (FoundReading reading : figure.readings()) {
            if (reading.note().series().equals(series.key())) {
                String at = NumberText.shortest(reading.note().at());
                reading.at().ifPresent(found -> {
                    put(row, "y at x = " + at, OptionalDouble.of(found.value()));
                    put(row, "± of the mean, 95 %, at x = " + at, found.meanHalf95());
                    put(row, "Beyond the data, %, at x = " + at, OptionalDouble.of(found.beyondPercent()));
                });
                for (int i = 0; i < reading.when().size(); i++) {
                    InverseReading solution = reading.when().get(i);
                    String which = reading.when().size() == 1 ? "" : " (" + (i + 1) + ")";
                    put(row, "x at y = " + at + which, OptionalDouble.of(solution.value()));
                    put(row, "95 % from, of x at y = " + at + which, solution.low95());
                    put(row, "95 % to, of x at y = " + at + which, solution.high95());
                }
            }
        }
    }

    private static void put(Map<String, String> row, String name, OptionalDouble value) {
        row.put(
                name,
                value.isPresent() && Double.isFinite(value.getAsDouble())
                        ? NumberText.shortest(value.getAsDouble())
                        : "");
    }

    public void write(OutputStream out) throws IOException {
        Set<String> names = new LinkedHashSet<>();
        rows.forEach(row -> names.addAll(row.keySet()));
        names.remove("Problem");
        if (rows.stream().anyMatch(row -> row.containsKey("Problem"))) {
            names.add("Problem");
        }
        try (CsvWriter csv = CsvWriter.builder().build(new OutputStreamWriter(out, StandardCharsets.UTF_8))) {
            csv.writeRecord(names);
            for (Map<String, String> row : rows) {
                csv.writeRecord(
                        names.stream().map(name -> row.getOrDefault(name, "")).toList());
            }
        }
    }
}
