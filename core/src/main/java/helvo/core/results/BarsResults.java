package helvo.core.results;

import helvo.core.RootLocale;
import helvo.core.analysis.BarSource;
import helvo.core.analysis.Diagnostics;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.bounds.BarCoverage;
import helvo.core.bounds.ErrorBarLines;
import helvo.core.bounds.ExpectedMisses;
import helvo.core.bounds.MinimaxPolynomial;
import helvo.core.fit.Fit;
import helvo.core.fit.Polynomial;
import helvo.core.number.NumberNotation;
import helvo.core.numeric.Range;
import helvo.core.results.Results.Line;
import helvo.core.table.BarMeaning;
import helvo.core.table.BarUnits;
import helvo.core.table.Column;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;

/// The sentences about error bars: which the curve meets, which lines meet them all, and what slopes those have.
final class BarsResults {
    private final SeriesAnalysis series;
    private final ErrorBarLines bounds;
    private final NumberNotation numbers;
    private final String y;
    private final String slopeUnit;
    private final List<Line> lines = new ArrayList<>();

    private BarsResults(SeriesAnalysis series, ErrorBarLines bounds, NumberNotation numbers) {
        this.series = series;
        this.numbers = numbers;
        this.bounds = bounds;
        y = series.rows().y().unit();
        slopeUnit = new helvo.core.fit.Line().unit("b", y, series.rows().x().unit());
    }

    /// @return none where no point has a bar
    ///
    /// @param linesToo whether the lines that the bars allow are told of a curve that is none
    static List<Line> of(SeriesAnalysis series, NumberNotation numbers, boolean linesToo) {
        return series.bounds()
                .map(bounds -> new BarsResults(series, bounds, numbers).all(linesToo))
                .orElse(List.of());
    }

    private List<Line> all(boolean linesToo) {
        lines.add(new Line.Heading("Within the error bars"));
        lines.add(new Line.Sentence(source(), false));
        curve();
        boolean bent = series.fit().filter(fit -> fit.curve().degree() != 1).isPresent();
        if (!bent || linesToo) {
            linesWithin();
        }
        if (bounds.without().length > 0) {
            say(
                    capital(Results.numbers(bounds.without())) + (bounds.without().length == 1 ? " has" : " have")
                            + " no usable bar and take" + (bounds.without().length == 1 ? "s" : "")
                            + " no part in this.",
                    true);
        }
        return List.copyOf(lines);
    }

    /// Which lines the bars allow.
    private void linesWithin() {
        verdict();
        if (bounds.steepest().isPresent()) {
            limits();
        } else if (bounds.upright()) {
            say("A vertical line meets all bars: slopes have no limit.", false);
        }
        ends();
    }

    private void say(String text, boolean warns) {
        lines.add(new Line.Sentence(text, warns));
    }

    private static String capital(String text) {
        return Character.toUpperCase(text.charAt(0)) + text.substring(1);
    }

    /// "Bars of ± 0.35 mm, half range."
    private String source() {
        String inY = bars(series.rows().yBars(), "y");
        String inX = bars(series.rows().xBars(), "x");
        return capital(inY.isEmpty() ? inX : inX.isEmpty() ? inY : inY + "; " + inX) + ".";
    }

    private String bars(BarSource source, String axis) {
        if (source.isNone()) {
            return "";
        }
        String unit = source.of().unit();
        String from = source.up()
                .or(source::down)
                .map(column ->
                        "bars in " + axis + " from column " + column.heading().text() + converted(source, column)
                                + source.down()
                                        .filter(down -> source.up().isPresent())
                                        .map(down -> " and " + down.heading().text())
                                        .orElse(""))
                .orElseGet(() -> RootLocale.format(
                        "bars in %s of ± %s%s",
                        axis,
                        numbers.plain(source.own().orElseThrow().size()),
                        source.own().get().percent() ? " %" : unit.isEmpty() ? "" : " " + unit));
        return from + ", ± " + source.meaning().words();
    }

    private static String converted(BarSource source, Column bar) {
        Column of = source.of().column();
        return BarUnits.conversion(of, bar).isIdentity() ? "" : ", converted into " + of.unit();
    }

    private void curve() {
        ofCurve(series, numbers).ifPresent(lines::add);
        if (series.fit().isPresent()) {
            series.diagnostics().flatMap(Diagnostics::minimax).ifPresent(this::best);
        }
    }

    /// How the curve meets the bars, and whether that is as it should be.
    static Optional<Line.Sentence> ofCurve(SeriesAnalysis series, NumberNotation numbers) {
        return series.fit().flatMap(fit -> series.diagnostics()
                .flatMap(Diagnostics::passing)
                .map(found -> expected(series, fit, found)
                        .map(expected -> met(series, fit, found, expected))
                        .orElseGet(() -> met(fit, found, numbers))));
    }

    /// Of bars that no point may miss.
    private static Line.Sentence met(Fit fit, BarCoverage found, NumberNotation numbers) {
        if (found.missed().length == 0) {
            return new Line.Sentence(RootLocale.format("%s meets %s.", shape(fit), allBars(found.bars())), false);
        }
        return new Line.Sentence(
                RootLocale.format(
                        "%s meets %,d of %,d bars; it misses %s. %s",
                        shape(fit),
                        found.passes(),
                        found.bars(),
                        Results.numbers(found.missed()),
                        Double.isInfinite(found.factor())
                                ? "Longer bars would not help, since a bar that it misses is 0."
                                : "It would need bars " + times(numbers, found.factor()) + " as long."),
                true);
    }

    private static String shape(Fit fit) {
        return fit.curve().degree() == 1 ? "The line" : "The curve";
    }

    /// Of bars of one standard deviation or of 95 % some miss even the true curve; a half range is met always.
    private static Optional<ExpectedMisses> expected(SeriesAnalysis series, Fit fit, BarCoverage found) {
        return allMustBeMet(series) || fit.quality().degreesOfFreedom() <= 0
                ? Optional.empty()
                : Optional.of(ExpectedMisses.of(fit.quality(), meaning(series), found));
    }

    /// Whether the bars are half ranges, or of different meanings in x and y.
    static boolean allMustBeMet(SeriesAnalysis series) {
        BarSource inY = series.rows().yBars();
        BarSource inX = series.rows().xBars();
        boolean alike = inY.isNone()
                || inX.isNone()
                || inX.meaning().standardDeviation() == inY.meaning().standardDeviation();
        return !alike || meaning(series) == BarMeaning.HALF_RANGE;
    }

    private static BarMeaning meaning(SeriesAnalysis series) {
        return (series.rows().yBars().isNone()
                        ? series.rows().xBars()
                        : series.rows().yBars())
                .meaning();
    }

    private static Line.Sentence met(SeriesAnalysis series, Fit fit, BarCoverage found, ExpectedMisses expected) {
        String of = meaning(series).words();
        long count = Math.round(expected.mean());
        String some = count == 0 ? "hardly one" : count == 1 ? "one" : "about " + count;
        String meets = found.missed().length == 0
                ? RootLocale.format("%s meets %s", shape(fit), allBars(found.bars()))
                : RootLocale.format("%s meets %,d of %,d bars", shape(fit), found.passes(), found.bars());
        if (expected.tooMany()) {
            return new Line.Sentence(
                    RootLocale.format(
                            "%s and misses %s; of bars of %s it should miss %s. They are too short, or the curve is "
                                    + "not the right one.",
                            meets, Results.numbers(found.missed()), of, some),
                    true);
        }
        return expected.tooFew()
                ? new Line.Sentence(
                        RootLocale.format(
                                "%s; of bars of %s it should miss %s. They may be longer than that.", meets, of, some),
                        true)
                : new Line.Sentence(
                        RootLocale.format("%s; of bars of %s it may well miss %s.", meets, of, some), false);
    }

    private static String allBars(int bars) {
        return bars == 1 ? "the one bar" : bars == 2 ? "both bars" : RootLocale.format("all %,d bars", bars);
    }

    private String times(double factor) {
        return times(numbers, factor);
    }

    private static String times(NumberNotation numbers, double factor) {
        // Close to 1 it takes more digits to tell on which side.
        return numbers.significant(factor, Math.abs(factor - 1) < 0.01 ? 6 : 3) + " times";
    }

    private void best(MinimaxPolynomial best) {
        String shape = best.degree() == 2
                ? "parabola"
                : new Polynomial(best.degree()).name().toLowerCase(Locale.ROOT);
        if (Double.isInfinite(best.factor())) {
            say("No " + shape + " passes through all bars, however long.", true);
        } else if (best.factor() > 1) {
            say(
                    RootLocale.format(
                            "No %s passes through all bars: the best would need bars %s as long.",
                            shape, times(best.factor())),
                    true);
        } else {
            say(
                    RootLocale.format(
                            "Some %s passes through all bars, even with bars %s as long.", shape, times(best.factor())),
                    false);
        }
    }

    private void verdict() {
        double factor = bounds.least().factor();
        Optional<String> equal = bounds.equalBar().isPresent() && Double.isFinite(factor)
                ? Optional.of("± " + numbers.significant(bounds.equalBar().getAsDouble() * factor, 3)
                        + (y.isEmpty() ? "" : " " + y))
                : Optional.empty();
        if (bounds.exist()) {
            if (factor > 0) {
                say(
                        equal.map(bar -> "Bars of " + bar + " would be the least that any line could meet.")
                                .orElseGet(() -> "Bars " + times(factor)
                                        + " as long would be the least that any line could meet."),
                        false);
            }
            return;
        }
        if (Double.isInfinite(factor)) {
            say("No line passes through all bars, however long the others were: some are 0.", true);
        } else {
            say(
                    "No line passes through all bars. One would with bars " + times(factor) + " as long"
                            + equal.map(bar -> ", " + bar).orElse("") + "; "
                            + Results.numbers(bounds.least().rows()) + " decide that.",
                    allMustBeMet(series));
        }
        if (bounds.obstacles().length > 0) {
            say("Without " + Results.numbers(bounds.obstacles()) + " a line would pass.", allMustBeMet(series));
        } else {
            say("Leaving out up to three bars would not help.", false);
        }
    }

    private void limits() {
        ErrorBarLines.Limit steepest = bounds.steepest().orElseThrow();
        ErrorBarLines.Limit shallowest = bounds.shallowest().orElseThrow();
        double half = bounds.slopeHalfRange().orElseThrow();
        Range intercepts = bounds.intercepts().orElseThrow();
        OptionalDouble slopeDigits = digits(half);
        OptionalDouble interceptDigits = digits((intercepts.high() - intercepts.low()) / 2);
        var rows = new ArrayList<Line.Table.Row>();
        rows.add(limit("steepest", steepest.slope(), steepest.intercept(), slopeDigits, interceptDigits));
        series.fit()
                .filter(fit -> fit.curve().degree() == 1
                        && fit.curve().fixedIntercept() == 0
                        && fit.coefficients().size() == 2)
                .ifPresent(fit -> rows.add(
                        limit("best fit", fit.slope().value(), fit.intercept().value(), slopeDigits, interceptDigits)));
        rows.add(limit("shallowest", shallowest.slope(), shallowest.intercept(), slopeDigits, interceptDigits));
        lines.add(new Line.Table(List.of("slope", "intercept"), rows));
        double slope = bounds.slope().orElseThrow();
        lines.add(new Line.Quantity(
                "slope",
                numbers.withUncertainty(slope, half > 0 ? OptionalDouble.of(half) : OptionalDouble.empty()),
                slopeUnit,
                numbers.exact(slope) + " ± " + numbers.exact(half),
                "by the bounds; ± is half their range"));
        lines.add(new Line.Quantity(
                "intercept",
                numbers.rounded(intercepts.low(), interceptDigits) + " to "
                        + numbers.rounded(intercepts.high(), interceptDigits),
                y,
                numbers.exact(intercepts.low()) + " to " + numbers.exact(intercepts.high()),
                "by the bounds"));
        say(
                "They turn on the bars of " + Results.numbers(steepest.rows()) + " and of "
                        + Results.numbers(shallowest.rows()) + ".",
                false);
        bounds.proportional()
                .ifPresentOrElse(
                        slopes -> say(
                                RootLocale.format(
                                        "The origin lies inside the bounds; lines through it have slopes "
                                                + "from %s to %s%s.",
                                        numbers.rounded(slopes.low(), slopeDigits),
                                        numbers.rounded(slopes.high(), slopeDigits),
                                        slopeUnit.isEmpty() ? "" : " " + slopeUnit),
                                false),
                        () -> say("The origin lies outside the bounds: no line through it meets all bars.", false));
    }

    /// Limits keep one digit more than the half range itself.
    private static OptionalDouble digits(double half) {
        return half > 0 ? OptionalDouble.of(half / 10) : OptionalDouble.empty();
    }

    private Line.Table.Row limit(
            String label, double slope, double intercept, OptionalDouble slopeDigits, OptionalDouble interceptDigits) {
        return new Line.Table.Row(
                label,
                List.of(numbers.rounded(slope, slopeDigits), numbers.rounded(intercept, interceptDigits)),
                List.of(numbers.exact(slope), numbers.exact(intercept)));
    }

    private void ends() {
        bounds.ends().filter(_ -> bounds.bars() > 2).ifPresent(ends -> {
            double half = (ends.steep().slope() - ends.shallow().slope()) / 2;
            String slopes = RootLocale.format(
                    "The ends method, from first bar to last, gives slopes %s and %s",
                    numbers.rounded(ends.shallow().slope(), digits(half)),
                    numbers.rounded(ends.steep().slope(), digits(half)));
            String misses = misses("steep", ends.steepMisses()) + misses("shallow", ends.shallowMisses());
            say(
                    misses.isEmpty()
                            ? slopes + "; both lines meet every bar."
                            : slopes + ", but" + misses.replaceFirst(";$", "") + ".",
                    !misses.isEmpty());
        });
    }

    private static String misses(String which, int[] rows) {
        return rows.length == 0 ? "" : RootLocale.format(" its %s line misses %s;", which, Results.numbers(rows));
    }
}
