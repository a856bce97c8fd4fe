package helvo.core.results;

import helvo.core.RootLocale;
import helvo.core.analysis.CoordinateColumn;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.RowUse;
import helvo.core.check.Check;
import helvo.core.compare.GroupComparison;
import helvo.core.fit.Correlation;
import helvo.core.fit.FitQuality;
import helvo.core.number.NumberNotation;
import helvo.core.results.Results.Line;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.Stream;

/// The sentences about groups compared with one another.
public final class ComparisonResults {
    /// The usual level at which a p counts as significant.
    private static final double SIGNIFICANCE_LEVEL = Check.SIGNIFICANCE_LEVEL;

    private final NumberNotation numbers;
    private final String x;
    private final String y;
    private final String slopeUnit;
    private final String interceptUnit;

    private ComparisonResults(NumberNotation numbers, CoordinateColumn ofX, CoordinateColumn ofY) {
        this.numbers = numbers;
        x = ofX.symbol();
        y = ofY.symbol();
        interceptUnit = ofY.unit();
        slopeUnit = new helvo.core.fit.Line().unit("b", ofY.unit(), ofX.unit());
    }

    /// @return empty where fewer than two groups have a line
    public static Optional<Results> of(FigureAnalysis figure) {
        if (figure.comparisons().isEmpty()) {
            return Optional.empty();
        }
        var lines = new ArrayList<Line>();
        for (GroupComparison comparison : figure.comparisons()) {
            RowUse of = figure.series().stream()
                    .filter(each ->
                            each.label().equals(comparison.groups().getFirst().name()))
                    .findFirst()
                    .orElseThrow()
                    .rows();
            new ComparisonResults(figure.numbers(), of.x(), of.y()).lines(comparison, lines);
        }
        return Optional.of(new Results("Compared", "", "", "", "", "", List.copyOf(lines)));
    }

    private void lines(GroupComparison comparison, List<Line> lines) {
        List<GroupComparison.Group> all = Stream.concat(comparison.groups().stream(), comparison.pooled().stream())
                .toList();
        lines.add(new Line.Heading("Lines side by side"));
        lines.add(new Line.Table(
                List.of("n", "R²", "r"), all.stream().map(this::row).toList()));
        all.forEach(group -> lines.add(new Line.Sentence(
                group.name() + ": "
                        + new EquationText(group.equation(), numbers).inNames(x, y)
                        + new EquationText(group.equation(), numbers)
                                .where(x)
                                .map(where -> ", " + where)
                                .orElse(""),
                false)));
        lines.add(new Line.Heading("Slopes of the lines, " + Results.STANDARD_ERROR));
        comparison
                .groups()
                .forEach(group -> lines.add(quantity(group.name(), group.line().slope(), slopeUnit)));
        lines.add(
                test(comparison, comparison.equalSlopes(), "The slopes differ", "The slopes may be one and the same"));
        lines.add(new Line.Heading("Intercepts, " + Results.STANDARD_ERROR));
        comparison
                .groups()
                .forEach(group -> lines.add(quantity(group.name(), group.line().intercept(), interceptUnit)));
        lines.add(test(
                comparison, comparison.equalLines(), "One line for all does not serve", "One line for all may serve"));
        for (GroupComparison.Pair pair : comparison.pairs()) {
            lines.add(new Line.Heading(pair.second() + " against " + pair.first()));
            lines.add(new Line.Quantity(
                    "difference",
                    numbers.withUncertainty(pair.difference(), pair.differenceHalf95()),
                    slopeUnit,
                    numbers.exact(pair.difference()) + half(pair.differenceHalf95()),
                    "of slopes, " + Results.HALF_95));
            if (pair.p().isPresent()) {
                lines.add(new Line.Sentence(
                        RootLocale.format(
                                "These two slopes %s (%s%s%s).",
                                pair.p().getAsDouble() < SIGNIFICANCE_LEVEL ? "differ" : "may be one and the same",
                                comparison.scatter() == GroupComparison.Scatter.DIFFERENT ? "Welch’s test, " : "",
                                numbers.p(pair.p().getAsDouble()),
                                comparison.pairs().size() > 1
                                        ? RootLocale.format(
                                                ", by Holm for %d pairs",
                                                comparison.pairs().size())
                                        : ""),
                        false));
            }
            boolean limits = pair.ratioLow95().isPresent() && pair.ratioHigh95().isPresent();
            if (Double.isFinite(pair.ratio())) {
                lines.add(new Line.Quantity(
                        "ratio",
                        limits
                                ? RootLocale.format(
                                        "%s (%s to %s)",
                                        ratio(pair.ratio(), pair),
                                        ratio(pair.ratioLow95().getAsDouble(), pair),
                                        ratio(pair.ratioHigh95().getAsDouble(), pair))
                                : numbers.plain(pair.ratio()),
                        "",
                        numbers.exact(pair.ratio()),
                        limits ? "95 %" : "no 95 % limits: the slopes are too unsure"));
            }
        }
    }

    private Line.Table.Row row(GroupComparison.Group group) {
        OptionalDouble r2 = group.line().quality().r2();
        Optional<Correlation> r = group.correlation();
        String n = Integer.toString(group.points());
        return new Line.Table.Row(
                group.name(),
                List.of(
                        n,
                        r2.isPresent() ? numbers.share(r2.getAsDouble()) : "–",
                        r.map(of -> (of.pearsonR() >= 0 ? "+" : "") + numbers.share(of.pearsonR()))
                                .orElse("–")),
                List.of(
                        n,
                        r2.isPresent() ? numbers.exact(r2.getAsDouble()) : "",
                        r.map(of -> numbers.exact(of.pearsonR())).orElse("")));
    }

    private String half(OptionalDouble half) {
        return half.isPresent() ? " ± " + numbers.exact(half.getAsDouble()) : "";
    }

    private String ratio(double value, GroupComparison.Pair pair) {
        double half = (pair.ratioHigh95().orElseThrow() - pair.ratioLow95().orElseThrow()) / 2;
        return numbers.rounded(value, half > 0 ? OptionalDouble.of(half) : OptionalDouble.empty());
    }

    private Line quantity(String label, helvo.core.fit.Coefficient coefficient, String unit) {
        OptionalDouble error = EquationText.standardError(coefficient);
        return new Line.Quantity(
                label,
                numbers.withUncertainty(coefficient.value(), error),
                unit,
                numbers.exact(coefficient.value()) + half(error),
                "");
    }

    private Line test(GroupComparison comparison, Optional<FitQuality.F> test, String differ, String alike) {
        return test.<Line>map(f -> new Line.Sentence(
                        RootLocale.format(
                                "%s (%sF = %s, %s).",
                                f.p() < SIGNIFICANCE_LEVEL ? differ : alike,
                                comparison.scatter() == GroupComparison.Scatter.DIFFERENT
                                        ? "Welch’s test, since the groups do not scatter alike: "
                                        : "",
                                numbers.significant(f.value(), 3),
                                numbers.p(f.p())),
                        false))
                .orElseGet(() -> new Line.Sentence(
                        "No test: there is no scatter to judge by, or the points are weighted.", false));
    }
}
