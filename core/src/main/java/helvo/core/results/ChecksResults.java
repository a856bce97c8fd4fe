package helvo.core.results;

import helvo.core.RootLocale;
import helvo.core.WordList;
import helvo.core.analysis.CoordinateColumn;
import helvo.core.analysis.Diagnostics;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.check.Check;
import helvo.core.check.Check.Question;
import helvo.core.check.ResidualDiagnosis;
import helvo.core.fit.Coefficient;
import helvo.core.fit.Curve;
import helvo.core.fit.Fit;
import helvo.core.fit.Mean;
import helvo.core.number.NumberNotation;
import helvo.core.points.Weighting;
import helvo.core.results.Results.Line;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/// The sentences about the checks on the residuals. Silent where nothing was.
public final class ChecksResults {
    private static final int MOST_SHOWN = 1000;

    private final SeriesAnalysis series;
    private final Fit fit;
    private final ResidualDiagnosis judgement;
    private final NumberNotation numbers;
    private final CoordinateColumn y;

    public ChecksResults(SeriesAnalysis series, Fit fit, NumberNotation numbers) {
        this.series = series;
        this.fit = fit;
        this.judgement = series.judgement();
        this.numbers = numbers;
        this.y = series.rows().y();
    }

    List<Line> lines() {
        List<Check> speaking = judgement.speaking();
        if (speaking.isEmpty()) {
            return List.of();
        }
        var lines = new ArrayList<Line>();
        lines.add(new Line.Heading("Checks"));
        speaking.forEach(check -> lines.add(new Line.Advice(sentence(check), check.isWarning(), offers(check))));
        series.diagnostics()
                .flatMap(Diagnostics::theilSen)
                .ifPresent(line -> lines.add(new Line.Sentence(
                        RootLocale.format(
                                "Theil–Sen’s line, which an outlier cannot turn, has slope %s%s.",
                                numbers.significant(line.slope(), 4),
                                line.low95().isPresent()
                                        ? RootLocale.format(
                                                " (95 %%: %s to %s)",
                                                numbers.significant(line.low95().getAsDouble(), 4),
                                                numbers.significant(
                                                        line.high95().getAsDouble(), 4))
                                        : ""),
                        false)));
        String quiet = Arrays.stream(Question.values())
                .filter(question -> judgement.checks().stream()
                                .anyMatch(check -> check.kind().question() == question)
                        && speaking.stream().noneMatch(check -> check.kind().question() == question))
                .map(Question::title)
                .collect(Collectors.joining(", "));
        boolean pattern = speaking.stream().anyMatch(check -> check.kind().question() == Question.PATTERN);
        if (!quiet.isEmpty()) {
            lines.add(new Line.Sentence(
                    quiet.substring(0, 1).toUpperCase(Locale.ROOT)
                            + quiet.substring(1)
                            + (pattern ? ": nothing to say while the pattern is there." : ": nothing to say."),
                    false));
        }
        return lines;
    }

    /// What a check says; what is quiet says nothing.
    public String sentence(Check check) {
        if (!check.isReported()) {
            return "";
        }
        return switch (check.kind()) {
            case NEXT_TERM -> pattern(check);
            case LACK_OF_FIT ->
                RootLocale.format(
                        "The %s misses the means of points at the same %s by more than these scatter (lack of fit: "
                                + "F = %s, %s).%s",
                        name(),
                        series.rows().x().column().name(),
                        numbers.significant(check.statistic(), 3),
                        p(check),
                        patternless());
            case DURBIN_WATSON ->
                RootLocale.format(
                        "Neighbours along %s %s (Durbin–Watson: d = %s, %s). %s",
                        series.rows().x().column().name(),
                        check.size() > 0 ? "are off in the same direction" : "are off in opposite directions",
                        numbers.significant(check.statistic(), 3),
                        p(check),
                        alike(check));
            case DURBIN_WATSON_MEASURED ->
                RootLocale.format(
                        "In the order of measurement, neighbours %s (Durbin–Watson: d = %s, %s). %s",
                        check.size() > 0 ? "are off in the same direction" : "are off in opposite directions",
                        numbers.significant(check.statistic(), 3),
                        p(check),
                        check.size() > 0
                                ? "Something may have drifted while measuring, and the intervals are too narrow."
                                : alike(check));
            case STEP -> step(check);
            case SPREAD, BREUSCH_PAGAN -> spread(check);
            case SHAPIRO_WILK -> shape("Shapiro–Wilk: W", check);
            case ANDERSON_DARLING -> shape("Anderson–Darling: A²", check);
            case HEAVY_TAILS ->
                RootLocale.format(
                        "Values far out are more frequent than a normal distribution has them (the farthest lies %s "
                                + "standard deviations of the others off): none of them is strange by itself, and "
                                + "the 95 %% intervals are rough.",
                        numbers.significant(Math.abs(check.statistic()), 2));
            case OUTLIER -> check.rows().size() == 1 ? odd(check) : together(check);
            case DECIDING_POINT ->
                without(check.rows().getFirst())
                        .map(would -> RootLocale.format(
                                "Without row %d %s: this one point decides "
                                        + "much, and lies %s standard deviations of the others off (chance alone: %s).",
                                check.rows().getFirst() + 1, would, shown(check), p(check)))
                        .orElse("");
            case COOK ->
                without(check.rows().getFirst())
                        .map(would -> RootLocale.format(
                                "Without row %d %s: by its place this one point decides "
                                        + "much (Cook’s distance %s), which is not a fault.",
                                check.rows().getFirst() + 1, would, numbers.significant(check.statistic(), 2)))
                        .orElse("");
        };
    }

    /// What is wrong with how the curve meets the error bars; empty where that is as it should be.
    public Optional<String> missedBars() {
        return BarsResults.ofCurve(series, numbers).filter(Line.Sentence::warns).map(Line.Sentence::text);
    }

    /// Whether no line passes through all bars though one should.
    public boolean noLineMeetsAllBars() {
        return fit.curve().degree() == 1
                && BarsResults.allMustBeMet(series)
                && series.bounds().filter(bounds -> !bounds.exist()).isPresent();
    }

    private String p(Check check) {
        return numbers.p(check.p().orElseThrow());
    }

    private String name() {
        return SuggestedAction.named(fit.curve());
    }

    private String inY(double size) {
        String unit = fit.curve().fittedOn() == Curve.FittedOn.Y ? y.unit() : "in ln y";
        return numbers.significant(Math.abs(size), 2) + (unit.isEmpty() ? "" : " " + unit);
    }

    private String pattern(Check check) {
        double s = series.residuals()
                .orElseThrow()
                .fit()
                .quality()
                .residualStandardDeviation()
                .orElse(0);
        boolean unweighted = fit.quality().weighting() == Weighting.UNWEIGHTED;
        String size = inY(check.size())
                + (s > 0 && unweighted
                        ? RootLocale.format(" (%s s)", numbers.significant(Math.abs(check.size()) / s, 2))
                        : "");
        String test = RootLocale.format("next term: F = %s, %s", numbers.significant(check.statistic(), 3), p(check));
        if (fit.curve() instanceof Mean) {
            return RootLocale.format(
                    "The points %s along %s (%s): a line takes out up to %s.%s",
                    check.size() < 0 ? "rise" : "fall",
                    series.rows().x().column().name(),
                    test,
                    size,
                    patternless());
        }
        if (fit.curve().degree() > 1) {
            return RootLocale.format(
                    "A pattern is left in the residuals (%s): a term of the next degree would take out up to %s.%s",
                    test, size, patternless());
        }
        return RootLocale.format(
                "The residuals run in %s (%s). The %s is too %s in the middle and too %s at both ends, by up to %s.%s",
                check.size() > 0 ? "an arch" : "a sag",
                test,
                name(),
                check.size() > 0 ? "low" : "high",
                check.size() > 0 ? "high" : "low",
                size,
                patternless());
    }

    private String patternless() {
        List<Curve> shapes = judgement.adequateAlternatives();
        return shapes.isEmpty()
                ? ""
                : RootLocale.format(
                        " A %s leaves none.",
                        shapes.stream().map(SuggestedAction::named).collect(Collectors.joining(" or a ")));
    }

    private static String alike(Check check) {
        return check.size() > 0
                ? "The curve may miss something smooth, and the intervals are too narrow."
                : "Something may alternate between measurements, and the intervals are too wide.";
    }

    private String step(Check check) {
        double[] x = series.points().x();
        int[] rows = series.points().rows();
        double[] beside = check.rows().stream()
                .mapToDouble(row -> IntStream.range(0, rows.length)
                        .filter(i -> rows[i] == row)
                        .mapToDouble(i -> x[i])
                        .findFirst()
                        .orElse(Double.NaN))
                .toArray();
        return RootLocale.format(
                "The level changes by %s between %s %s and %s (F = %s, %s with all places taken into account): "
                        + "something may have been different from there on.",
                inY(check.size()),
                series.rows().x().symbol(),
                place(beside[0]),
                place(beside[1]),
                numbers.significant(check.statistic(), 3),
                p(check));
    }

    private String place(double x) {
        return series.rows().x().time().map(time -> time.text(x)).orElseGet(() -> numbers.typed(x));
    }

    private String spread(Check check) {
        boolean grows = check.size() > 1;
        double factor = grows ? check.size() : 1 / check.size();
        String test = check.kind() == Check.Kind.SPREAD ? "size of residuals: r" : "Breusch–Pagan: χ²";
        return RootLocale.format(
                "The scatter %s along %s, about %s (%s = %s, %s). The points should not all count alike: "
                        + "give them error bars that %s with it, and weigh by these.",
                grows ? "grows" : "shrinks",
                series.rows().x().column().name(),
                factor >= 10 ? "tenfold or more" : numbers.significant(factor, 2) + "-fold",
                test,
                numbers.significant(check.statistic(), 3),
                p(check),
                grows ? "grow" : "shrink");
    }

    private String shape(String name, Check check) {
        return RootLocale.format(
                "The residuals are not spread like a normal distribution (%s = %s, %s): the 95 %% intervals are rough.",
                name, numbers.significant(check.statistic(), 3), p(check));
    }

    private String odd(Check check) {
        int row = check.rows().getFirst();
        return RootLocale.format(
                "Row %d lies %s %s the %s (%s standard deviations of the others; chance alone: %s). It may be "
                        + "mistyped.%s",
                row + 1,
                inY(check.size()),
                check.size() > 0 ? "above" : "below",
                name(),
                shown(check),
                p(check),
                without(row).map(would -> " Without it " + would + ".").orElse(""));
    }

    private String shown(Check check) {
        return Math.abs(check.statistic()) > MOST_SHOWN
                ? RootLocale.format("more than %s", MOST_SHOWN)
                : numbers.significant(Math.abs(check.statistic()), 2);
    }

    /// Of several rows that are odd together.
    private String together(Check check) {
        List<String> rows = check.rows().stream()
                .sorted()
                .map(row -> Integer.toString(row + 1))
                .toList();
        return RootLocale.format(
                "Rows %s lie far from the %s that the others make; each hides the other there (the farther %s "
                        + "standard deviations off; chance alone: %s). They may be mistyped.%s",
                WordList.and(rows),
                name(),
                shown(check),
                p(check),
                without(check.rows().getFirst())
                        .map(would -> " Without them " + would + ".")
                        .orElse(""));
    }

    /// "the slope would be 0.730 ± 0.041".
    private Optional<String> without(int row) {
        return Optional.ofNullable(judgement.without().get(row)).map(other -> {
            Coefficient leading = leading(other);
            return RootLocale.format(
                    "%s would be %s",
                    fit.curve().degree() == 1
                                    && fit.curve().label(leading.name()).equals("slope")
                            ? "the slope"
                            : fit.curve().label(leading.name()),
                    numbers.withUncertainty(leading.value(), EquationText.standardError(leading)));
        });
    }

    /// Of a line its slope, of another shape its last coefficient.
    private Coefficient leading(Fit other) {
        return other.coefficients().getLast();
    }

    private List<SuggestedAction> offers(Check check) {
        var offers = new ArrayList<SuggestedAction>();
        switch (check.kind().question()) {
            case PATTERN -> {
                judgement.adequateAlternatives().forEach(curve -> offers.add(new SuggestedAction.ShowCurve(curve)));
                if (fit.curve().degree() == 1) {
                    offers.add(new SuggestedAction.Linearise());
                }
                offers.add(new SuggestedAction.ShowResiduals());
            }
            case STEP, ORDER, SHAPE -> offers.add(new SuggestedAction.ShowResiduals());
            case SPREAD -> {
                offers.add(new SuggestedAction.Weigh());
                offers.add(new SuggestedAction.ShowResiduals());
            }
            case OUTLIER -> {
                List<Integer> rows = check.rows().stream().sorted().toList();
                rows.forEach(row -> offers.add(new SuggestedAction.ShowRow(row)));
                offers.add(new SuggestedAction.Exclude(rows));
            }
            case INFLUENCE ->
                offers.add(new SuggestedAction.ShowRow(check.rows().getFirst()));
        }
        return List.copyOf(offers);
    }
}
