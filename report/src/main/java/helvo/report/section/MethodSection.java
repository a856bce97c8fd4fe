package helvo.report.section;

import helvo.core.RootLocale;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.compare.GroupComparison;
import helvo.core.fit.Curve;
import helvo.core.fit.Fit;
import helvo.core.fit.FitQuality;
import helvo.core.fit.YorkFit;
import helvo.core.points.Weighting;
import helvo.core.study.ReportPlan.Section;
import helvo.files.ProgramVersion;
import helvo.report.model.Block;
import helvo.report.model.Span;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/// The section of a report about how numbers were computed, with references.
final class MethodSection {
    private static final String FIELLER = "Fieller, J. R. Stat. Soc. B 16 (1954) 175";

    private final List<FigureAnalysis> figures;
    private final List<String> sentences = new ArrayList<>();
    private final List<String> references = new ArrayList<>();

    private MethodSection(List<FigureAnalysis> figures) {
        this.figures = figures;
    }

    static List<Block> of(List<FigureAnalysis> figures, Function<Section, Block> heading) {
        var method = new MethodSection(figures);
        method.fits();
        method.bounds();
        method.comparisons();
        method.checks();
        String text = String.join(" ", method.sentences);
        String references =
                method.references.isEmpty() ? "" : " References: " + String.join("; ", method.references) + ".";
        return List.of(
                heading.apply(Section.METHOD),
                new Block.Paragraph(Span.of(text + references + " Computed with " + ProgramVersion.text() + ".")));
    }

    private Stream<SeriesAnalysis> series() {
        return figures.stream().flatMap(figure -> figure.series().stream());
    }

    private boolean anyFit(Predicate<Fit> which) {
        return series().flatMap(each -> each.fit().stream()).anyMatch(which);
    }

    private void say(String sentence, String... sources) {
        sentences.add(sentence);
        references.addAll(List.of(sources));
    }

    private void fits() {
        if (!anyFit(_ -> true)) {
            say("No curve was fitted.");
            return;
        }
        List<Weighting> kinds = series().flatMap(each -> each.fit().stream())
                .map(fit -> fit.quality().weighting())
                .distinct()
                .toList();
        String how = kinds.equals(List.of(Weighting.UNWEIGHTED))
                ? "unweighted least squares"
                : "least squares" + (kinds.contains(Weighting.UNWEIGHTED) ? ", unweighted or" : ",")
                        + " weighted by the error bars";
        boolean known = kinds.contains(Weighting.STATED);
        say(
                "Curves were fitted by " + how + " on y; ± is one standard error, and limits of 95 % use "
                        + (known && kinds.size() == 1
                                ? "the normal distribution, the bars being taken as known."
                                : known
                                        ? "Student’s t, or the normal distribution where bars are taken as known."
                                        : "Student’s t."),
                "Björck, Numerical Methods for Least Squares Problems, SIAM 1996");
        if (anyFit(fit -> fit.curve().degree() == 0
                && fit.curve().fittedOn() == Curve.FittedOn.Y
                && !fit.curve().keyword().equals("logarithmic"))) {
            say(
                    "Exponential, power and logistic curves were fitted by the Levenberg–Marquardt method.",
                    "Marquardt, J. SIAM 11 (1963) 431");
        }
        if (anyFit(fit -> fit.curve().onLogScale())) {
            say("Curves on the log scale are straight lines through ln y.");
        }
        if (anyWeighedInBoth(YorkFit::fits)) {
            say("Lines with error bars in x and y are York’s.", "York et al., Am. J. Phys. 72 (2004) 367");
        }
        if (anyWeighedInBoth(curve -> !YorkFit.fits(curve))) {
            say(
                    "Other curves with error bars in x and y were fitted by weighted orthogonal distance regression.",
                    "Boggs, Byrd & Schnabel, SIAM J. Sci. Stat. Comput. 8 (1987) 1052");
        }
    }

    private boolean anyWeighedInBoth(Predicate<Curve> test) {
        return series().anyMatch(each -> each.points().weighedInBoth()
                && each.fit()
                        .map(Fit::curve)
                        .filter(curve -> curve.weighsBoth() && test.test(curve))
                        .isPresent());
    }

    private void bounds() {
        if (series().anyMatch(each -> each.bounds().isPresent())) {
            say("Bounds are the steepest and the shallowest straight line that meet every error bar, found "
                    + "exactly on the convex hulls of the bars’ ends.");
        }
    }

    private void comparisons() {
        List<GroupComparison> tested = figures.stream()
                .flatMap(figure -> figure.comparisons().stream())
                .filter(comparison -> comparison.equalSlopes().isPresent())
                .toList();
        if (tested.isEmpty()) {
            return;
        }
        Set<GroupComparison.Scatter> scatters =
                tested.stream().map(GroupComparison::scatter).collect(Collectors.toSet());
        String method = Stream.of(
                        scatters.contains(GroupComparison.Scatter.COMMON) ? "analysis of covariance" : "",
                        scatters.contains(GroupComparison.Scatter.DIFFERENT)
                                ? "Welch’s test, since groups did not scatter alike"
                                : "")
                .filter(each -> !each.isEmpty())
                .collect(Collectors.joining(" or "));
        String result = "";
        if (tested.size() == 1) {
            FitQuality.F test = tested.getFirst().equalSlopes().get();
            var numbers = figures.getFirst().numbers();
            result = RootLocale.format(", F = %s, %s", numbers.significant(test.value(), 3), numbers.p(test.p()));
        }
        say(
                "Slopes were compared by " + method + result
                        + "; pairs have p by Holm’s method, ratios Fieller’s limits.",
                scatters.contains(GroupComparison.Scatter.DIFFERENT)
                        ? new String[] {FIELLER, "Johansen, Biometrika 67 (1980) 85"}
                        : new String[] {FIELLER});
    }

    private void checks() {
        if (series().anyMatch(each -> !each.judgement().checks().isEmpty())) {
            say(
                    "Residuals were checked for pattern, step, order, spread, shape, outliers and influence, "
                            + "together at the level of 5 %.",
                    "Holm, Scand. J. Stat. 6 (1979) 65");
        }
    }
}
