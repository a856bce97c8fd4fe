package helvo.core.readout;

import helvo.core.analysis.Coordinate;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.RowUse;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Check;
import helvo.core.fit.Coefficient;
import helvo.core.fit.Correlation;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.Quality;
import helvo.core.fit.Weighting;
import helvo.core.number.NumberText;
import helvo.core.number.ValueText;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;

/// What the figure says of one series, in words and numbers: for the window, the command line and the clipboard.
///
/// @param series   what the series is called
/// @param equation in the columns' names, rounded; empty without a fit
/// @param exact    the equation in symbols at full precision, as it is copied
/// @param units    what the equation's names are measured in
/// @param lines    the rest, from top to bottom
public record Readout(String series, String equation, String exact, String units, List<Line> lines) {
    /// The usual level at which a p counts as significant.
    private static final double SIGNIFICANT = Check.SIGNIFICANT;

    /// One line of a readout.
    public sealed interface Line {
        /// A quantity: "slope", "0.2044 ± 0.0023", "mm/N".
        ///
        /// @param exact at full precision, as it is copied
        /// @param note  what belongs to it, such as its p; may be empty
        record Quantity(String label, String text, String unit, String exact, String note) implements Line {}

        /// What the lines below it are about.
        record Heading(String text) implements Line {}

        /// A line's slope and intercept.
        ///
        /// @param exact both at full precision, parted by a tab
        record Pair(String label, String slope, String intercept, String exact) implements Line {}

        /// Something said in words.
        record Sentence(String text, boolean warns) implements Line {}
    }

    public static Readout of(FigureAnalysis figure, SeriesAnalysis series) {
        Coordinate x = series.rows().x();
        Coordinate y = series.rows().y();
        return switch (series.chosen()) {
            case FitOutcome.Fitted(Fit fit) -> new Readout(series.label(), Equation.inNames(fit, x.symbol(), y.symbol()), Equation.exact(fit), units(x, y), lines(figure, series, fit, x, y));
            case FitOutcome.NotFitted(var curve, var reason) -> {
                var lines = new ArrayList<Line>();
                lines.add(new Line.Sentence(curve.name() + ": " + reason.sentence(), true));
                lines.add(new Line.Sentence(rows(series.rows()), false));
                yield new Readout(series.label(), "", "", "", List.copyOf(lines));
            }
        };
    }

    public Readout withLines(List<Line> other) {
        return new Readout(series, equation, exact, units, List.copyOf(other));
    }

    /// As text at full precision, a line each, quantity and value parted by a tab.
    public String copied() {
        var text = new StringBuilder(equation.isEmpty() ? series : series + "\n" + equation);
        text.append(units.isEmpty() ? "" : " (" + units + ")").append(exact.isEmpty() ? "" : "\n" + exact);
        for (Line line : lines) {
            text.append('\n').append(switch (line) {
                case Line.Quantity(var label, _, var unit, var exact, _) -> label + "\t" + exact + (unit.isEmpty() ? "" : "\t" + unit);
                case Line.Heading(var heading) -> "\n" + heading;
                case Line.Pair(var label, _, _, var exact) -> label + "\t" + exact;
                case Line.Sentence(var sentence, _) -> sentence;
            });
        }
        return text.append('\n').toString();
    }

    /// As lines for a terminal, rounded as on the screen.
    public String printed() {
        var text = new StringBuilder(equation.isEmpty() ? series : equation).append('\n');
        text.append(units.isEmpty() ? "" : units + "\n");
        for (Line line : lines) {
            text.append(switch (line) {
                case Line.Quantity(var label, var value, var unit, _, var note) ->
                        "  %-12s%s%s%s".formatted(label, value, unit.isEmpty() ? "" : " " + unit, note.isEmpty() ? "" : "   " + note);
                case Line.Heading(var heading) -> "\n" + heading;
                case Line.Pair(var label, var slope, var intercept, _) -> "  %-12sslope %s, intercept %s".formatted(label, slope, intercept);
                case Line.Sentence(var sentence, _) -> sentence;
            }).append('\n');
        }
        return text.toString();
    }

    /// "stretch in mm, load in N".
    private static String units(Coordinate x, Coordinate y) {
        String ofY = y.unitSentence();
        String ofX = x.unitSentence();
        return ofY.isEmpty() || ofX.isEmpty() ? ofY + ofX : ofY + ", " + ofX;
    }

    private static List<Line> lines(FigureAnalysis figure, SeriesAnalysis series, Fit fit, Coordinate x, Coordinate y) {
        var lines = new ArrayList<Line>();
        Quality quality = fit.quality();
        for (Coefficient coefficient : fit.coefficients().reversed()) {
            lines.add(coefficient(coefficient, fit, x, y));
        }
        boolean aboutZero = quality.about() == Quality.About.ZERO;
        quality.r2().ifPresentOrElse(
                r2 -> lines.add(new Line.Quantity("R²", ValueText.share(r2), "", NumberText.shortest(r2), aboutZero ? "about zero" : fit.curve().fittedOn().equals("y") ? "" : "of " + fit.curve().fittedOn())),
                () -> lines.add(new Line.Sentence("R² has no value: all y are equal.", false)));
        series.correlation().ifPresent(c -> lines.add(new Line.Quantity("r", (c.pearsonR() >= 0 ? "+" : "") + ValueText.share(c.pearsonR()), "",
                NumberText.shortest(c.pearsonR()), c.pearsonP().isPresent() ? ValueText.p(c.pearsonP().getAsDouble()) : "")));
        quality.residualStandardDeviation().ifPresentOrElse(
                s -> lines.add(new Line.Quantity("scatter s", ValueText.significant(s, 3), quality.weighting() != Weighting.ALIKE ? "in bars" : fit.curve().fittedOn().equals("y") ? y.unit() : "of ln y", NumberText.shortest(s), "")),
                () -> lines.add(new Line.Sentence("As many coefficients as points: the curve passes through them all, no scatter is left to judge by.", false)));
        series.correlation().ifPresent(c -> lines.add(new Line.Sentence(strength(c, fit, x, y), false)));
        lines.add(new Line.Sentence(rows(series.rows()), false));
        int[] leftOut = java.util.stream.IntStream.range(0, series.points().size()).filter(i -> !fit.uses(series.points().x()[i], series.points().y()[i]))
                .map(i -> series.points().rows()[i]).toArray();
        if (leftOut.length > 0) {
            lines.add(new Line.Sentence("%,d of them %s left out of this curve, since %s: %s.".formatted(leftOut.length, leftOut.length == 1 ? "is" : "are", fit.curve().refusal(), numbers(leftOut)), true));
        }
        weights(series, fit, lines);
        lines.addAll(BarsReadout.of(series));
        lines.addAll(ReadingsReadout.of(figure, series));
        checks(series, lines);
        further(series, quality, lines);
        return List.copyOf(lines);
    }

    /// How points were weighted, and whether the bars are of the size that the scatter shows.
    private static void weights(SeriesAnalysis series, Fit fit, List<Line> lines) {
        Quality quality = fit.quality();
        if (quality.weighting() == Weighting.ALIKE) {
            return;
        }
        boolean both = series.points().weighedInBoth() && fit.curve().weighsBoth();
        lines.add(new Line.Sentence("Points are weighted " + quality.weighting().words() + (both ? ", in x and y (York’s line)" : series.points().weighedInBoth() ? ", in y only" : "") + ".", false));
        quality.chiSquare().ifPresent(chi -> {
            lines.add(new Line.Quantity("χ²", ValueText.significant(chi.value(), 4), "", NumberText.shortest(chi.value()), ValueText.p(chi.p())));
            if (chi.p() < SIGNIFICANT) {
                lines.add(new Line.Sentence("The points scatter more than their bars say.", true));
            } else if (chi.p() > 1 - SIGNIFICANT) {
                lines.add(new Line.Sentence("The points scatter less than their bars say.", true));
            }
        });
        int left = series.points().size() - series.points().usedBy(fit).size();
        if (left > 0) {
            lines.add(new Line.Sentence("%,d %s no weight: a bar must be above 0.".formatted(left, left == 1 ? "point has" : "points have"), true));
        }
    }

    /// What is reported as well, and seldom looked for.
    private static void further(SeriesAnalysis series, Quality quality, List<Line> lines) {
        lines.add(new Line.Heading("Further statistics"));
        series.examined().ifPresent(examined -> examined.spearmanRho().ifPresent(rho -> lines.add(new Line.Quantity("ρ of ranks", (rho >= 0 ? "+" : "") + ValueText.share(rho), "", NumberText.shortest(rho), ""))));
        quality.adjustedR2().ifPresent(adjusted -> lines.add(new Line.Quantity("adjusted R²", ValueText.share(adjusted), "", NumberText.shortest(adjusted), "")));
        quality.overall().ifPresent(f -> lines.add(new Line.Quantity("F", ValueText.significant(f.value(), 4), "", NumberText.shortest(f.value()), ValueText.p(f.p()))));
        quality.aicc().ifPresent(aicc -> lines.add(new Line.Quantity("AICc", ValueText.significant(aicc, 4), "", NumberText.shortest(aicc), "")));
        if (lines.getLast() instanceof Line.Heading) {
            lines.removeLast();
        }
    }

    /// What warns, and in one line what does not.
    private static void checks(SeriesAnalysis series, List<Line> lines) {
        if (series.checks().isEmpty()) {
            return;
        }
        lines.add(new Line.Heading("Checks on the residuals"));
        for (Check check : series.checks()) {
            if (check.warns()) {
                lines.add(new Line.Sentence(check.title() + " check" + (check.p().isPresent() ? ", " + ValueText.p(check.p().getAsDouble()) : "") + ": " + check.says() + ".", true));
            }
        }
        String quiet = String.join(", ", series.checks().stream().filter(check -> !check.warns()).map(Check::title).toList());
        if (!quiet.isEmpty()) {
            lines.add(new Line.Sentence(quiet + ": nothing seen.", false));
        }
    }

    private static Line coefficient(Coefficient coefficient, Fit fit, Coordinate x, Coordinate y) {
        String label = fit.curve().label(coefficient.name());
        OptionalDouble error = Equation.standardError(coefficient);
        String exact = NumberText.shortest(coefficient.value());
        return new Line.Quantity(label, ValueText.withUncertainty(coefficient.value(), error), fit.curve().unit(coefficient.name(), y.unit(), x.unit()),
                error.isPresent() ? exact + " ± " + NumberText.shortest(error.getAsDouble()) : exact, "");
    }

    /// Strength by |r| and significance by p, apart: neither is the other.
    private static String strength(Correlation correlation, Fit fit, Coordinate x, Coordinate y) {
        double r = Math.abs(correlation.pearsonR());
        String word = r < 0.3 ? "Negligible" : r < 0.5 ? "Weak" : r < 0.7 ? "Moderate" : r < 0.9 ? "Strong" : "Very strong";
        String direction = correlation.pearsonR() >= 0 ? "rising" : "falling";
        String judged = correlation.pearsonP().isEmpty() ? word + " and " + direction
                : correlation.pearsonP().getAsDouble() < SIGNIFICANT ? word + ", " + direction + " and significant"
                : word + " and " + direction + ", but not significant: chance alone could give such an r";
        OptionalDouble r2 = fit.quality().r2();
        boolean share = r2.isPresent() && fit.curve().fittedOn().equals("y") && fit.quality().about() == Quality.About.MEAN && r2.getAsDouble() >= 0;
        return share ? "%s. The %s accounts for %s of the variation in %s.".formatted(judged, fit.curve().degree() == 1 ? "line on " + x.column().name() : "curve",
                percent(r2.getAsDouble()), y.column().name()) : judged + ".";
    }

    private static String percent(double share) {
        if (share == 1) {
            return "100 %";
        }
        double percent = Math.min(Math.floor(share * 10000) / 100, 99.99);
        return ValueText.plain(percent >= 99.9 ? percent : Math.round(share * 1000) / 10.0) + " %";
    }

    private static String rows(RowUse rows) {
        var text = new StringBuilder("%,d of %,d %s used".formatted(rows.used(), rows.given(), rows.given() == 1 ? "row" : "rows"));
        if (rows.setAside().length > 0) {
            text.append("; set aside: ").append(numbers(rows.setAside()));
        }
        if (rows.unusable().length > 0) {
            text.append("; no number in ").append(numbers(rows.unusable()));
        }
        return text.append('.').toString();
    }

    static String numbers(int[] rows) {
        String first = java.util.Arrays.stream(rows).limit(6).mapToObj(row -> Integer.toString(row + 1)).collect(java.util.stream.Collectors.joining(", "));
        return (rows.length == 1 ? "row " : "rows ") + first + (rows.length > 6 ? " and %,d more".formatted(rows.length - 6) : "");
    }
}
