package helvo.files.json;

import static helvo.files.json.JsonFields.put;
import static helvo.files.json.JsonFields.putObject;
import static helvo.files.json.JsonFields.putRows;
import static helvo.files.json.JsonFields.putTexts;

import helvo.core.Progress;
import helvo.core.analysis.Diagnostics;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.FoundReading;
import helvo.core.analysis.RowUse;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.compare.GroupComparison;
import helvo.core.fit.Coefficient;
import helvo.core.fit.Correlation;
import helvo.core.fit.Curve;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.FitQuality;
import helvo.core.fit.FormulaCurve;
import helvo.core.fit.Residuals;
import helvo.core.fit.TheilSen;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberNotation;
import helvo.core.numeric.Range;
import helvo.core.prediction.Calibration;
import helvo.core.prediction.DerivedQuantity;
import helvo.core.prediction.InverseReading;
import helvo.core.prediction.QuantityDefinition;
import helvo.core.prediction.Reading;
import helvo.core.results.EquationText;
import helvo.core.results.QuantityResults;
import helvo.core.style.Note;
import helvo.core.table.Column;
import helvo.core.table.SeriesKey;
import helvo.core.unit.Unit;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/// The report of `helvo fit --json`. What does not exist is null; numbers are the shortest text that reads back as
/// the same double. Rows are counted from 1.
public final class FitJson {
    private static final JsonNodeFactory NODES = JsonNodeFactory.instance;
    private static final JsonMapper MAPPER =
            JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();

    private static final JsonMapper ONE_LINE = JsonMapper.builder().build();

    private FitJson() {}

    /// What is asked of each curve besides its fit.
    ///
    /// @param at     the x to read it at
    /// @param when   the y to find the x of
    /// @param bounds whether the lines that the error bars allow are told
    /// @param quantities to be worked out of its coefficients
    /// @param residuals whether that of each point is told
    public record Asked(
            List<Double> at, List<When> when, boolean bounds, List<QuantityDefinition> quantities, boolean residuals) {}

    /// A y to find the x of.
    ///
    /// @param measured how many measurements of an unknown it is the mean of; 0 for one that is exact
    public record When(double y, int measured) {}

    /// @param warnings what a careful person wants to know of the reading
    public static ObjectNode report(FigureAnalysis figure, Asked asked, List<String> warnings) {
        ObjectNode report = node(figure, asked);
        ReadingJson.put(report, figure.table(), warnings);
        return report;
    }

    public static String text(ObjectNode report) {
        return MAPPER.writeValueAsString(report);
    }

    /// Why there is no report, as an object of its own.
    ///
    /// @param kind usage, file, data or fault
    public static String error(String kind, String sentence, String version) {
        ObjectNode whole = NODES.objectNode();
        whole.putObject("error").put("kind", kind).put("says", sentence);
        return MAPPER.writeValueAsString(whole.put("version", version));
    }

    /// What became of one command of several, on one line.
    ///
    /// @param output what it printed; JSON stands as it is, other text as a text
    public static String answer(int line, String command, int code, String output, String errors) {
        ObjectNode whole =
                NODES.objectNode().put("line", line).put("command", command).put("code", code);
        if (output.startsWith("{")) {
            try {
                whole.set("result", ONE_LINE.readTree(output));
            } catch (JacksonException e) {
                whole.put("output", output);
            }
        } else if (!output.isEmpty()) {
            whole.put("output", output);
        }
        if (!errors.isEmpty()) {
            whole.put("errors", errors.strip());
        }
        return ONE_LINE.writeValueAsString(whole);
    }

    /// What a report is about.
    ///
    /// @param file    as it was named
    /// @param version of the program
    /// @param only    conditions that rows had to meet, in words
    /// @param derived columns that were made first, as "name [unit] = formula"
    public record Source(String file, String version, List<String> only, List<String> derived) {}

    /// A report that says what it is about.
    public static ObjectNode of(Source source, ObjectNode report) {
        ObjectNode whole = NODES.objectNode().put("file", source.file).put("version", source.version);
        putTexts(whole, "only", source.only);
        putTexts(whole, "derived", source.derived);
        whole.setAll(report);
        return whole;
    }

    /// The reports of several files, one for each file and figure.
    ///
    /// @param reports as [#report] and [#format] make them
    public static String reports(List<ObjectNode> reports) {
        return MAPPER.writeValueAsString(
                NODES.objectNode().set("results", NODES.arrayNode().addAll(reports)));
    }

    /// @param problems as [#problem] makes them, of files that nothing was made of
    public static String reports(List<ObjectNode> reports, List<ObjectNode> problems) {
        ObjectNode all = NODES.objectNode().set("results", NODES.arrayNode().addAll(reports));
        if (!problems.isEmpty()) {
            all.set("problems", NODES.arrayNode().addAll(problems));
        }
        return MAPPER.writeValueAsString(all);
    }

    public static ObjectNode problem(String file, String path, String problem) {
        return NODES.objectNode().put("file", file).put("path", path).put("problem", problem);
    }

    /// The report of one figure, with the readings that are on it.
    ///
    /// @param path where the file is
    public static ObjectNode reportOf(String file, String path, FigureAnalysis figure) {
        return reportOf(file, figure).put("path", path);
    }

    public static ObjectNode reportOf(String file, FigureAnalysis figure) {
        return NODES.objectNode().put("file", file).setAll(reportOf(figure, true));
    }

    /// The same without the residual of each point, or why there is none.
    public static ObjectNode resultsOf(FigureAnalysis figure) {
        return NODES.objectNode()
                .put("title", figure.title())
                .setAll(figure.missing()
                        .map(missing -> NODES.objectNode()
                                .put("table", figure.table().name())
                                .put("figure", figure.figure().name())
                                .put("problem", missing))
                        .orElseGet(() -> reportOf(figure, false)));
    }

    private static ObjectNode reportOf(FigureAnalysis figure, boolean residuals) {
        List<Note.ReadingMarker> notes =
                figure.readings().stream().map(FoundReading::note).toList();
        ObjectNode report = NODES.objectNode()
                .put("table", figure.table().name())
                .put("figure", figure.figure().name());
        report.setAll(node(
                figure,
                new Asked(
                        notes.stream()
                                .filter(note -> !note.fromY())
                                .map(Note.ReadingMarker::at)
                                .toList(),
                        notes.stream()
                                .filter(Note.ReadingMarker::fromY)
                                .map(note -> new When(note.at(), note.replicates()))
                                .toList(),
                        true,
                        figure.figure().quantities(),
                        residuals)));
        return report;
    }

    private static ObjectNode node(FigureAnalysis figure, Asked asked) {
        ObjectNode report = NODES.objectNode();
        report.set("x", column(figure.xs().getFirst()));
        figure.xTime().ifPresent(time -> report.putObject("time")
                .put("since", time.originText())
                .put("per", time.per().word()));
        report.set(
                "y",
                column(
                        figure.series().isEmpty()
                                ? figure.table().first(helvo.core.table.Role.Y).orElseThrow()
                                : figure.y(figure.series().getFirst())));
        ArrayNode fits = report.putArray("fits");
        figure.series().forEach(series -> fits.add(fit(series, asked)));
        report.set(
                "comparison",
                figure.comparisons().stream()
                        .findFirst()
                        .map(FitJson::comparison)
                        .orElse(null));
        return report;
    }

    /// The report of `helvo curves --json`: every shape fitted to the same points, best AICc first.
    public static ObjectNode curves(FigureAnalysis figure, Asked asked, List<String> warnings) {
        SeriesAnalysis series = figure.series().getFirst();
        ObjectNode report = NODES.objectNode();
        ArrayNode curves = report.putArray("curves");
        for (FitOutcome outcome : series.ranked()) {
            ObjectNode node = fit(series.showing(outcome.curve()).diagnosing(Progress.none()), asked);
            put(node, "weight", series.weight(outcome.curve()));
            node.put("simplest", series.simplest().equals(Optional.of(outcome.curve())));
            curves.add(node);
        }
        report.put("tooFewPoints", series.tooFewToRank());
        ReadingJson.put(report, figure.table(), warnings);
        return report;
    }

    private static ObjectNode column(Column column) {
        return NODES.objectNode()
                .put("name", column.name())
                .put("unit", column.unit())
                .put("ucum", Unit.code(column.unit()).orElse(null));
    }

    private static ObjectNode fit(SeriesAnalysis series, Asked asked) {
        ObjectNode node = NODES.objectNode();
        node.put(
                "group",
                series.key().rows() == SeriesKey.Rows.GROUP ? series.key().group() : null);
        node.put("label", series.label());
        node.put("curve", series.chosen().curve().keyword());
        node.put(
                "degree",
                series.chosen().curve().degree() == 0
                        ? null
                        : (Integer) series.chosen().curve().degree());
        node.put("fittedOn", series.chosen().curve().fittedOn().symbol());
        node.put(
                "formula",
                series.chosen().curve() instanceof FormulaCurve curve
                        ? curve.formula().text()
                        : null);
        node.set("rows", rows(series));
        switch (series.chosen()) {
            case FitOutcome.NotFitted(var _, var reason) -> node.put("problem", reason.sentence(NumberNotation.POINT));
            case FitOutcome.Fitted(Fit fit) -> report(node, series, fit, asked);
        }
        return node;
    }

    private static ObjectNode rows(SeriesAnalysis series) {
        RowUse rows = series.rows();
        Curve curve = series.chosen().curve();
        Optional<Fit> fit = series.fit();
        int used = fit.map(each -> each.used(series.points()))
                .orElseGet(() -> curve.usable(series.points()))
                .size();
        ObjectNode node = NODES.objectNode().put("given", rows.given()).put("used", used);
        putRows(node, "excluded", rows.excluded());
        ArrayNode unusable = node.putArray("unusable");
        for (int row : rows.unusable()) {
            unusable.addObject().put("row", row + 1).put("why", rows.why(row));
        }
        for (int i = 0; i < series.points().size() && used < series.points().size(); i++) {
            double x = series.points().x()[i];
            double y = series.points().y()[i];
            if (!(fit.isPresent() ? fit.get().uses(x, y) : curve.accepts(x, y))) {
                unusable.addObject().put("row", series.points().rows()[i] + 1).put("why", curve.refusal());
            } else if (!series.points().counts(i, curve.weighsBoth())) {
                unusable.addObject()
                        .put("row", series.points().rows()[i] + 1)
                        .put("why", "it has no error bar above 0 to weigh by");
            }
        }
        return node;
    }

    private static void quantities(ArrayNode nodes, Asked asked, SeriesAnalysis series, Fit fit) {
        asked.quantities().forEach(each -> nodes.add(quantity(each, series, fit)));
    }

    private static ObjectNode quantity(QuantityDefinition definition, SeriesAnalysis series, Fit fit) {
        ObjectNode node =
                NODES.objectNode().put("name", definition.heading().name()).put("formula", definition.formula());
        switch (QuantityResults.of(definition, series, fit, DecimalMark.POINT)) {
            case DerivedQuantity.Outcome.Found(DerivedQuantity found) -> {
                node.put("unit", found.heading().unit()).put("value", found.value());
                put(node, "standardError", found.standardError());
                put(node, "half95", found.half95());
                putTexts(node, "says", found.remarks());
            }
            case DerivedQuantity.Outcome.NotFound(String why) -> {
                for (String each : List.of("unit", "value", "standardError", "half95")) {
                    node.putNull(each);
                }
                node.putArray("says").add(why);
            }
        }
        return node;
    }

    /// How the coefficients were found, and about what.
    private static void search(ObjectNode node, Fit fit) {
        put(node, "coefficientsOrigin", fit.origin(), origin -> origin.doubleValue());
        putObject(node, "lesserLimit", fit.lesser(), (each, limit) -> each.put(
                        "curve", limit.limit().name().toLowerCase(Locale.ROOT))
                .put("squaresShare", limit.share()));
        putObject(node, "search", fit.convergence(), (each, search) -> each.put("starts", search.starts())
                .put("endedHere", search.ended())
                .put("steps", search.steps())
                .put("lastStep", search.lastStep()));
        putObject(node, "sharedFit", fit.shared(), (all, shared) -> {
            all.put("groups", shared.groups()).put("pointsOfThis", shared.points());
            putTexts(all, "coefficients", ((FormulaCurve) fit.curve()).shared());
            put(all, "r2", shared.r2());
            putObject(all, "test", shared.test(), (each, test) -> each.put(
                            "f", test.f().value())
                    .put("p", test.f().p())
                    .put("furtherCoefficients", test.further())
                    .put("degreesOfFreedom", test.freedom()));
        });
        ObjectNode held = node.putObject("held");
        fit.curve().held().forEach(held::put);
    }

    private static void report(ObjectNode node, SeriesAnalysis series, Fit fit, Asked asked) {
        FitQuality quality = fit.quality();
        var equation = new EquationText(series.equation().orElseThrow(), NumberNotation.POINT);
        String symbol = series.rows().x().symbol();
        node.put("equation", equation.inNames(symbol, series.rows().y().symbol()));
        node.put("equationWhere", equation.where(symbol).orElse(null));
        put(node, "equationOrigin", equation.printed().origin(), origin -> origin.doubleValue());
        ArrayNode coefficients = node.putArray("coefficients");
        fit.coefficients().forEach(coefficient -> coefficients.add(coefficient(coefficient)));
        ArrayNode profiles = node.putArray("profileLimits");
        series.diagnostics().map(Diagnostics::profiles).orElse(List.of()).forEach(each -> {
            ObjectNode limits = profiles.addObject().put("coefficient", each.coefficient());
            put(limits, "low", each.low());
            put(limits, "high", each.high());
        });
        search(node, fit);
        put(node, "r2", quality.r2());
        node.put("r2About", quality.about() == FitQuality.About.ZERO ? "zero" : "mean");
        put(node, "r2AboutMean", quality.r2AboutMean());
        put(node, "adjustedR2", quality.adjustedR2());
        Optional<Correlation> correlation = series.correlation();
        put(node, "pearsonR", correlation, c -> c.pearsonR());
        put(node, "pearsonP", correlation.map(Correlation::pearsonP).orElse(OptionalDouble.empty()));
        put(node, "spearmanRho", Correlation.spearmanRho(series.points()));
        put(node, "residualStandardDeviation", quality.residualStandardDeviation());
        put(node, "residualSumOfSquares", quality.residualSumOfSquares());
        node.put("degreesOfFreedom", quality.degreesOfFreedom());
        put(node, "f", quality.overall(), f -> f.value());
        put(node, "fP", quality.overall(), f -> f.p());
        put(node, "aicc", quality.aicc());
        put(node, "chi2", quality.chiSquare(), chi -> chi.value());
        put(node, "chi2P", quality.chiSquare(), chi -> chi.p());
        node.put(
                "weights",
                switch (quality.weighting()) {
                    case UNWEIGHTED -> "alike";
                    case STATED -> "stated";
                    case RELATIVE -> "relative";
                });
        ChecksJson.put(node, series, fit);
        if (asked.bounds() && series.bounds().isPresent()) {
            node.set(
                    "bounds",
                    BoundsJson.of(series.bounds().get(), series.diagnostics().orElseThrow()));
        } else {
            node.putNull("bounds");
        }
        quantities(node.putArray("quantities"), asked, series, fit);
        ArrayNode readings = node.putArray("readings");
        for (double x : asked.at()) {
            Reading.at(fit, series.points(), x)
                    .ifPresentOrElse(
                            reading -> readings.add(reading(reading, series)),
                            () -> readings.addObject().put("at", x).putNull("value"));
        }
        asked.when().forEach(when -> readings.add(when(series, fit, when)));
        calibration(node, series, fit);
        if (asked.residuals()) {
            ArrayNode residuals = node.putArray("residuals");
            series.residuals().ifPresent(all -> all(all, residuals));
        }
    }

    private static ObjectNode when(SeriesAnalysis series, Fit fit, When when) {
        ObjectNode node = NODES.objectNode()
                .put("when", when.y())
                .put("measured", when.measured() == 0 ? null : (Integer) when.measured());
        ArrayNode solutions = node.putArray("solutions");
        for (InverseReading solution : InverseReading.at(fit, series.points(), when.y(), when.measured())) {
            ObjectNode each = solutions.addObject().put("value", solution.value());
            put(each, "low95", solution.low95());
            put(each, "high95", solution.high95());
            put(each, "slope", fit.function().slope(solution.value()));
            put(each, "beyondPercent", solution.beyondPercent());
        }
        return node;
    }

    /// What a straight line says as a calibration, and a second opinion on its slope.
    private static void calibration(ObjectNode node, SeriesAnalysis series, Fit fit) {
        ArrayNode covariance = node.putArray("covariance");
        for (double[] row : fit.covariance()) {
            ArrayNode values = covariance.addArray();
            Arrays.stream(row)
                    .forEach(value -> values.add(Double.isFinite(value) ? NODES.numberNode(value) : NODES.nullNode()));
        }
        putObject(node, "calibration", Calibration.of(fit, fit.used(series.points())), (all, of) -> {
            limits(all.putObject("byScatter"), of.byScatter());
            putObject(all, "byIntercept", of.byIntercept(), FitJson::limits);
            putObject(all, "byBlank", of.byBlank(), (each, blank) -> {
                each.put("measured", blank.measured());
                put(each, "critical", blank.critical());
                put(each, "detection", blank.detection());
            });
        });
        boolean isLine = fit.curve().degree() == 1 && fit.coefficients().size() == 2;
        putObject(node, "theilSen", isLine ? TheilSen.of(series.points()) : Optional.empty(), (each, line) -> {
            put(each, "slope", line.slope());
            put(each, "intercept", line.intercept());
            put(each, "low95", line.low95());
            put(each, "high95", line.high95());
        });
        putObject(node, "withExcluded", series.diagnostics().flatMap(Diagnostics::withExcluded), (before, with) -> {
            ArrayNode coefficients = before.putArray("coefficients");
            with.coefficients().forEach(coefficient -> coefficients.add(coefficient(coefficient)));
            put(before, "r2", with.quality().r2());
            put(before, "residualStandardDeviation", with.quality().residualStandardDeviation());
        });
    }

    private static void limits(ObjectNode node, Calibration.Limits limits) {
        put(node, "detection", limits.detection());
        put(node, "quantification", limits.quantification());
    }

    private static ObjectNode coefficient(Coefficient coefficient) {
        ObjectNode node = NODES.objectNode().put("name", coefficient.name()).put("value", coefficient.value());
        var uncertainty = coefficient.uncertainty();
        put(node, "standardError", uncertainty, u -> u.standardError());
        put(node, "low95", uncertainty, u -> u.low95());
        put(node, "high95", uncertainty, u -> u.high95());
        var test = uncertainty.flatMap(Coefficient.Uncertainty::test);
        put(node, "t", test, t -> t.t());
        put(node, "p", test, t -> t.p());
        return node;
    }

    private static ObjectNode reading(Reading reading, SeriesAnalysis series) {
        ObjectNode node = NODES.objectNode().put("at", reading.at()).put("value", reading.value());
        around(node, "mean", reading.value(), reading.meanHalf95());
        around(node, "prediction", reading.value(), reading.predictionHalf95());
        Optional<Range> corridor = series.bounds().flatMap(bounds -> bounds.corridor(reading.at()));
        put(node, "boundsLow", corridor, range -> range.low());
        put(node, "boundsHigh", corridor, range -> range.high());
        put(node, "slope", reading.slope());
        put(node, "beyondPercent", reading.beyondPercent());
        return node;
    }

    private static ObjectNode comparison(GroupComparison comparison) {
        ObjectNode node = NODES.objectNode();
        ArrayNode slopes = node.putArray("slopes");
        comparison.groups().forEach(group -> slopes.add(group(group)));
        node.set("pooled", comparison.pooled().map(FitJson::group).orElse(null));
        node.put("scatter", comparison.scatter().name().toLowerCase(Locale.ROOT));
        test(node, "equalSlopes", comparison.equalSlopes());
        test(node, "equalLines", comparison.equalLines());
        ArrayNode pairs = node.putArray("pairs");
        for (GroupComparison.Pair pair : comparison.pairs()) {
            ObjectNode each = pairs.addObject()
                    .put("first", pair.first())
                    .put("second", pair.second())
                    .put("difference", pair.difference());
            around(each, "difference", pair.difference(), pair.differenceHalf95());
            put(each, "differenceP", pair.p());
            put(each, "ratio", pair.ratio());
            put(each, "ratioLow95", pair.ratioLow95());
            put(each, "ratioHigh95", pair.ratioHigh95());
        }
        return node;
    }

    private static ObjectNode group(GroupComparison.Group group) {
        Coefficient slope = group.line().slope();
        ObjectNode node = NODES.objectNode()
                .put("group", group.name())
                .put("points", group.points())
                .put("slope", slope.value());
        put(node, "standardError", EquationText.standardError(slope));
        node.put("intercept", group.line().intercept().value());
        put(
                node,
                "interceptStandardError",
                EquationText.standardError(group.line().intercept()));
        put(node, "r2", group.line().quality().r2());
        put(node, "pearsonR", group.correlation(), r -> r.pearsonR());
        return node;
    }

    private static void test(ObjectNode node, String key, Optional<FitQuality.F> test) {
        putObject(node, key, test, (each, f) -> each.put("f", f.value()).put("p", f.p()));
    }

    private static void around(ObjectNode node, String name, double value, OptionalDouble half) {
        put(node, name + "Low95", value - half.orElse(Double.NaN));
        put(node, name + "High95", value + half.orElse(Double.NaN));
    }

    private static void all(Residuals residuals, ArrayNode out) {
        for (int i = 0; i < residuals.raw().length; i++) {
            ObjectNode node = out.addObject()
                    .put("row", residuals.points().rows()[i] + 1)
                    .put("x", residuals.points().x()[i])
                    .put("y", residuals.points().y()[i]);
            put(node, "fitted", residuals.fitted(i));
            node.put("residual", residuals.raw()[i]);
            put(node, "percentOfFitted", residuals.percentOfFitted(i));
            put(node, "percentOfMeasured", residuals.percentOfMeasured(i));
            put(node, "standardised", residuals.standardised(i));
            put(node, "studentised", residuals.studentised(i));
            put(node, "leverage", residuals.leverage(i));
            put(node, "cooksDistance", residuals.cooksDistance(i));
        }
    }
}
