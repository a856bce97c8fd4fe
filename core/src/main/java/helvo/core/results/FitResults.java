package helvo.core.results;

import helvo.core.RootLocale;
import helvo.core.analysis.CoordinateColumn;
import helvo.core.analysis.Diagnostics;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.check.Check;
import helvo.core.fit.Coefficient;
import helvo.core.fit.Correlation;
import helvo.core.fit.Curve;
import helvo.core.fit.Fit;
import helvo.core.fit.FitQuality;
import helvo.core.fit.FormulaCurve;
import helvo.core.fit.Mean;
import helvo.core.fit.ProfileLimits;
import helvo.core.fit.YorkFit;
import helvo.core.number.NumberNotation;
import helvo.core.numeric.Convergence;
import helvo.core.numeric.Range;
import helvo.core.points.Weighting;
import helvo.core.results.Results.Line;
import helvo.core.study.Layer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.DoubleFunction;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/// The lines of the results of one fitted series.
final class FitResults {
    /// The usual level at which a p counts as significant.
    private static final double SIGNIFICANCE_LEVEL = Check.SIGNIFICANCE_LEVEL;
    /// In ±: a limit so far off has no use for its place.
    private static final double FAR_END = 50;

    private static final int MOST_COVARIED = 2;
    /// A smaller share is not told in figures.
    private static final double MIN_SHOWN_SHARE = 1e-4;

    private final FigureAnalysis figure;
    private final SeriesAnalysis series;
    private final Fit fit;
    private final CoordinateColumn x;
    private final CoordinateColumn y;
    private final NumberNotation numbers;
    private final List<Line> lines = new ArrayList<>();

    FitResults(FigureAnalysis figure, SeriesAnalysis series, Fit fit) {
        this.figure = figure;
        this.series = series;
        this.fit = fit;
        this.x = series.rows().x();
        this.y = series.rows().y();
        this.numbers = figure.numbers();
    }

    List<Line> lines() {
        inOrder().forEach(this::coefficient);
        fit.curve()
                .held()
                .forEach((name, value) -> lines.add(new Line.Quantity(
                        name,
                        numbers.plain(value),
                        fit.curve().unit(name, y.unit(), x.unit()),
                        numbers.exact(value),
                        "held")));
        if (fit.origin().isEmpty()
                && series.equation()
                        .filter(equation -> equation.origin().isPresent())
                        .isPresent()) {
            lines.add(new Line.Sentence("These coefficients belong to " + x.symbol() + " itself.", false));
        }
        series.equation()
                .filter(_ -> fit.origin().isPresent())
                .flatMap(equation -> new EquationText(equation, numbers).where(x.symbol()))
                .ifPresent(where -> lines.add(new Line.Sentence("These coefficients belong to " + where + ".", false)));
        fit.lesser()
                .ifPresent(limit -> lines.add(new Line.Sentence(
                        RootLocale.format(
                                "%s leaves %s less than this curve, which is the least only "
                                        + "among its neighbours: the points do not show how the bend runs.",
                                limit.limit() == Fit.Limit.STEP
                                        ? "A step, a rise without end at one place,"
                                        : "An exponential curve",
                                inPercent(1 - limit.share())),
                        true)));
        shared();
        quality();
        verdict().ifPresent(sentence -> lines.add(new Line.Sentence(sentence, false)));
        lines.add(new Line.Sentence(Results.rows(series.rows()), false));
        leftOut();
        weights();
        lines.addAll(new ChecksResults(series, fit, numbers).lines());
        before();
        lines.addAll(BarsResults.of(series, numbers, figure.figure().shows(Layer.BOUNDS)));
        lines.addAll(QuantityResults.of(figure, series));
        lines.addAll(new ReadingsResults(figure).of(series));
        further();
        return List.copyOf(lines);
    }

    /// Of one fit over several groups: what they share, and whether they may.
    private void shared() {
        if (fit.shared().isEmpty() || !(fit.curve() instanceof FormulaCurve curve)) {
            return;
        }
        Fit.Shared shared = fit.shared().get();
        lines.add(new Line.Sentence(
                RootLocale.format(
                        "One fit over %,d groups, %,d points and %,d coefficients in all: these share %s. Scatter and "
                                + "degrees of freedom are those of all; R² and checks are this group’s own.",
                        shared.groups(),
                        fit.quality().points(),
                        fit.quality().coefficients(),
                        String.join(", ", curve.shared())),
                false));
        shared.test()
                .ifPresent(test -> lines.add(new Line.Sentence(
                        (test.f().p() < SIGNIFICANCE_LEVEL
                                        ? "Curves of each group’s own leave significantly less"
                                        : "Curves of each group’s own do not leave significantly less")
                                + RootLocale.format(
                                        " (F = %s on %,d and %,d, %s).",
                                        numbers.significant(test.f().value(), 3),
                                        test.further(),
                                        test.freedom(),
                                        numbers.p(test.f().p())),
                        test.f().p() < SIGNIFICANCE_LEVEL)));
    }

    /// The slope before the intercept; of a formula as it is written.
    private List<Coefficient> inOrder() {
        return fit.curve() instanceof FormulaCurve
                ? fit.coefficients()
                : fit.coefficients().reversed();
    }

    /// How well the curve fits: R², r, s.
    private void quality() {
        FitQuality quality = fit.quality();
        boolean aboutZero = quality.about() == FitQuality.About.ZERO;
        quality.r2()
                .ifPresentOrElse(
                        r2 -> lines.add(new Line.Quantity(
                                "R²",
                                numbers.share(r2),
                                "",
                                numbers.exact(r2),
                                aboutZero
                                        ? "about zero"
                                        : fit.curve().fittedOn() == Curve.FittedOn.Y
                                                ? ""
                                                : "of " + fit.curve().fittedOn().symbol())),
                        () -> lines.add(new Line.Sentence("R² has no value: all y are equal.", false)));
        if (fit.curve().degree() == 1) {
            correlation("r");
        }
        quality.residualStandardDeviation()
                .ifPresentOrElse(
                        s -> lines.add(new Line.Quantity(
                                "residual standard deviation, s",
                                numbers.significant(s, 3),
                                quality.weighting() != Weighting.UNWEIGHTED
                                        ? "in bars"
                                        : fit.curve().fittedOn() == Curve.FittedOn.Y ? y.unit() : "of ln y",
                                numbers.exact(s),
                                "")),
                        () -> lines.add(new Line.Sentence(
                                "As many coefficients as points: the curve passes through them all, no scatter is "
                                        + "left to judge by.",
                                false)));
        if (fit.curve().degree() == 1 && quality.r2AboutMean().orElse(0) < 0) {
            lines.add(new Line.Sentence(
                    "The line fits worse than the mean alone: about the mean, R² is "
                            + numbers.significant(quality.r2AboutMean().getAsDouble(), 2) + ".",
                    true));
        }
    }

    /// The points that this shape cannot use.
    private void leftOut() {
        int[] leftOut = fit.curve().refusal().isEmpty()
                ? new int[0]
                : IntStream.range(0, series.points().size())
                        .filter(i -> !fit.uses(
                                series.points().x()[i], series.points().y()[i]))
                        .map(i -> series.points().rows()[i])
                        .toArray();
        if (leftOut.length > 0) {
            lines.add(new Line.Sentence(
                    RootLocale.format(
                            "%,d of them %s left out of this curve, since %s: %s.",
                            leftOut.length,
                            leftOut.length == 1 ? "is" : "are",
                            fit.curve().refusal(),
                            Results.numbers(leftOut)),
                    true));
        }
    }

    /// How points were weighted, and whether the bars are of the size that the scatter shows.
    private void weights() {
        FitQuality quality = fit.quality();
        if (quality.weighting() == Weighting.UNWEIGHTED) {
            return;
        }
        lines.add(new Line.Sentence(
                "Points are weighted " + quality.weighting().words()
                        + (!series.points().weighedInBoth()
                                ? ""
                                : !fit.curve().weighsBoth()
                                        ? ", in y only"
                                        : YorkFit.fits(fit.curve())
                                                ? ", in x and y (York’s line)"
                                                : ", in x and y (orthogonal distance regression)")
                        + ".",
                false));
        quality.chiSquare().ifPresent(chi -> {
            lines.add(new Line.Quantity(
                    "χ²", numbers.significant(chi.value(), 4), "", numbers.exact(chi.value()), numbers.p(chi.p())));
            if (chi.p() < SIGNIFICANCE_LEVEL) {
                lines.add(new Line.Sentence("The points scatter more than their bars say.", true));
            } else if (chi.p() > 1 - SIGNIFICANCE_LEVEL) {
                lines.add(new Line.Sentence("The points scatter less than their bars say.", true));
            }
        });
        int left = series.points().size() - fit.used(series.points()).size();
        if (left > 0) {
            lines.add(new Line.Sentence(
                    RootLocale.format(
                            "%,d %s no weight: a bar must be above 0.", left, left == 1 ? "point has" : "points have"),
                    true));
        }
    }

    /// How the fit changed by what was excluded.
    private void before() {
        series.diagnostics().flatMap(Diagnostics::withExcluded).ifPresent(with -> {
            int[] rows = series.rows().excluded();
            lines.add(new Line.Heading(
                    rows.length == 1 ? "What excluding a row changed" : "What excluding rows changed"));
            var table = new ArrayList<Line.Table.Row>();
            for (Coefficient now : inOrder()) {
                Coefficient then = with.coefficient(now.name());
                table.add(new Line.Table.Row(
                        fit.curve().label(now.name()),
                        List.of(
                                numbers.withUncertainty(then.value(), EquationText.standardError(then)),
                                numbers.withUncertainty(now.value(), EquationText.standardError(now))),
                        List.of(numbers.exact(then.value()), numbers.exact(now.value()))));
            }
            changed("R²", with.quality().r2(), fit.quality().r2(), numbers::share, table);
            changed(
                    "s",
                    with.quality().residualStandardDeviation(),
                    fit.quality().residualStandardDeviation(),
                    s -> numbers.significant(s, 3),
                    table);
            lines.add(new Line.Table(
                    List.of("with " + (rows.length == 1 ? "row " + (rows[0] + 1) : "them"), "without"), table));
        });
    }

    private void changed(
            String label,
            OptionalDouble then,
            OptionalDouble now,
            DoubleFunction<String> text,
            List<Line.Table.Row> table) {
        if (then.isPresent() && now.isPresent()) {
            table.add(new Line.Table.Row(
                    label,
                    List.of(text.apply(then.getAsDouble()), text.apply(now.getAsDouble())),
                    List.of(numbers.exact(then.getAsDouble()), numbers.exact(now.getAsDouble()))));
        }
    }

    /// What is reported as well, and seldom looked for.
    private void further() {
        FitQuality quality = fit.quality();
        lines.add(new Line.Heading(Results.FURTHER));
        if (fit.curve().degree() != 1) {
            correlation("r of a line");
        }
        series.diagnostics().ifPresent(diagnostics -> diagnostics
                .spearmanRho()
                .ifPresent(rho -> lines.add(new Line.Quantity(
                        "ρ of ranks", (rho >= 0 ? "+" : "") + numbers.share(rho), "", numbers.exact(rho), ""))));
        quality.adjustedR2()
                .ifPresent(adjusted -> lines.add(
                        new Line.Quantity("adjusted R²", numbers.share(adjusted), "", numbers.exact(adjusted), "")));
        quality.overall()
                .ifPresent(f -> lines.add(new Line.Quantity(
                        "F", numbers.significant(f.value(), 4), "", numbers.exact(f.value()), numbers.p(f.p()))));
        quality.aicc()
                .ifPresent(aicc -> lines.add(
                        new Line.Quantity("AICc", numbers.significant(aicc, 4), "", numbers.exact(aicc), "")));
        fit.convergence().ifPresent(this::convergence);
        if (lines.getLast() instanceof Line.Heading) {
            lines.removeLast();
        }
        covariance();
    }

    private void convergence(Convergence search) {
        String ended = search.ended() + " of " + search.starts();
        lines.add(new Line.Quantity("search", ended, "", ended, "starts ended at this least"));
        String step = numbers.significant(search.lastStep(), 1);
        lines.add(new Line.Quantity("convergence", step, "", step, "relative, in the last step"));
    }

    private void correlation(String label) {
        Weighting weighting = fit.quality().weighting();
        series.correlation()
                .ifPresent(c -> lines.add(new Line.Quantity(
                        label,
                        (c.pearsonR() >= 0 ? "+" : "") + numbers.share(c.pearsonR()),
                        "",
                        numbers.exact(c.pearsonR()),
                        Stream.of(
                                        c.pearsonP().isPresent()
                                                ? numbers.p(c.pearsonP().getAsDouble())
                                                : "",
                                        weighting == Weighting.UNWEIGHTED
                                                ? ""
                                                : series.points().weighedInBoth() ? "unweighted" : "weighted")
                                .filter(part -> !part.isEmpty())
                                .collect(Collectors.joining(", ")))));
    }

    private void covariance() {
        double[][] covariance = fit.covariance();
        int p = covariance.length;
        if (p < 2 || fit.quality().perfect()) {
            return;
        }
        if (p > MOST_COVARIED) {
            lines.add(new Line.Sentence(
                    "The covariance of its coefficients is in the report in JSON (helvo fit --json).", false));
            return;
        }
        lines.add(new Line.Heading(Results.COVARIANCE));
        List<String> names = fit.coefficients().stream()
                .map(each -> fit.curve().label(each.name()))
                .toList();
        lines.add(new Line.Table(
                names,
                IntStream.range(0, p)
                        .mapToObj(i -> new Line.Table.Row(
                                names.get(i),
                                Arrays.stream(covariance[i])
                                        .mapToObj(value -> numbers.significant(value, 3))
                                        .toList(),
                                Arrays.stream(covariance[i])
                                        .mapToObj(numbers::exact)
                                        .toList()))
                        .toList()));
    }

    private void coefficient(Coefficient coefficient) {
        String label = fit.curve().label(coefficient.name());
        OptionalDouble error = EquationText.standardError(coefficient);
        String exact = numbers.exact(coefficient.value());
        lines.add(new Line.Quantity(
                label,
                numbers.withUncertainty(coefficient.value(), error),
                fit.curve().unit(coefficient.name(), y.unit(), x.unit()),
                error.isPresent() ? exact + " ± " + numbers.exact(error.getAsDouble()) : exact,
                profile(coefficient)
                        .map(each -> limits(each, coefficient.value(), error))
                        .orElse(error.isEmpty() && fit.quality().degreesOfFreedom() > 0 ? "at its limit" : "")));
    }

    private Optional<ProfileLimits> profile(Coefficient coefficient) {
        return series.diagnostics().flatMap(known -> known.profiles().stream()
                .filter(each -> each.coefficient().equals(coefficient.name()))
                .findFirst());
    }

    /// "95 %: 3.1 to 9.8", where ± does not tell it.
    private String limits(ProfileLimits profile, double of, OptionalDouble standardError) {
        boolean hasBoth = profile.low().isPresent() && profile.high().isPresent();
        OptionalDouble error = standardError.isPresent() || !hasBoth
                ? standardError
                : OptionalDouble.of(
                        (profile.high().getAsDouble() - profile.low().getAsDouble()) / 4);
        return "95 %: "
                + (hasBoth
                        ? end(profile.low(), of, error) + " to " + end(profile.high(), of, error)
                        : profile.low().isPresent()
                                ? "above " + end(profile.low(), of, error)
                                : profile.high().isPresent()
                                        ? "below " + end(profile.high(), of, error)
                                        : "open on both sides");
    }

    /// To the place of ±, or with two digits where that leaves none, or digits that ± is far too small to tell.
    private String end(OptionalDouble value, double of, OptionalDouble error) {
        double at = value.getAsDouble();
        boolean isFar = error.isPresent() && Math.abs(at - of) > FAR_END * error.getAsDouble();
        return isFar || Math.abs(at) < error.orElse(0) / 10 ? numbers.significant(at, 2) : numbers.rounded(at, error);
    }

    /// A straight line is judged by r, a bent curve by how little it leaves.
    /// How well the curve fits, in a sentence.
    Optional<String> verdict() {
        return fit.curve() instanceof Mean
                ? Optional.empty()
                : fit.curve().degree() == 1 ? series.correlation().map(this::strength) : left();
    }

    /// "The curve leaves 0.03 % of the variation in Activity; the points scatter about it by s = 0.21 kBq, 0.4 % of
    /// their span."
    private Optional<String> left() {
        OptionalDouble r2 = fit.quality().r2AboutMean();
        OptionalDouble s = fit.quality().residualStandardDeviation();
        if (r2.isEmpty() || fit.curve().fittedOn() != Curve.FittedOn.Y || s.isEmpty()) {
            return Optional.empty();
        }
        double left = 1 - r2.getAsDouble();
        String share = left > 1
                ? "The curve fits worse than the mean alone"
                : RootLocale.format(
                        "The curve leaves %s of the variation in %s",
                        inPercent(left), y.column().name());
        Range span = Range.of(series.points().y());
        return Optional.of(
                fit.quality().weighting() != Weighting.UNWEIGHTED
                                || fit.quality().perfect()
                        ? share + "."
                        : RootLocale.format(
                                "%s; the points scatter about it by s = %s%s, %s of the span of %s.",
                                share,
                                numbers.significant(s.getAsDouble(), 3),
                                y.unit().isEmpty() ? "" : " " + y.unit(),
                                inPercent(s.getAsDouble() / (span.high() - span.low())),
                                y.column().name()));
    }

    private String inPercent(double share) {
        return share < MIN_SHOWN_SHARE
                ? "less than " + numbers.percent(MIN_SHOWN_SHARE)
                : numbers.significant(100 * share, 2) + " %";
    }

    /// Strength by |r| and significance by p, apart: neither is the other.
    private String strength(Correlation correlation) {
        double r = Math.abs(correlation.pearsonR());
        String word =
                r < 0.3 ? "Negligible" : r < 0.5 ? "Weak" : r < 0.7 ? "Moderate" : r < 0.9 ? "Strong" : "Very strong";
        String direction = correlation.pearsonR() >= 0 ? "rising" : "falling";
        String judged = correlation.pearsonP().isEmpty()
                ? word + " and " + direction
                : correlation.pearsonP().getAsDouble() < SIGNIFICANCE_LEVEL
                        ? word + ", " + direction + " and significant"
                        : word + " and " + direction + ", but not significant: chance alone could give such an r";
        OptionalDouble r2 = fit.quality().r2();
        boolean share = r2.isPresent()
                && fit.curve().fittedOn() == Curve.FittedOn.Y
                && fit.quality().about() == FitQuality.About.MEAN
                && r2.getAsDouble() >= 0;
        return share
                ? RootLocale.format(
                        "%s. The line on %s accounts for %s of the variation in %s.",
                        judged,
                        x.column().name(),
                        numbers.percent(r2.getAsDouble()),
                        y.column().name())
                : judged + ".";
    }
}
