package helvo.report.section;

import helvo.core.RootLocale;
import helvo.core.WordList;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.check.Check;
import helvo.core.compare.GroupComparison;
import helvo.core.fit.Coefficient;
import helvo.core.fit.Curve;
import helvo.core.fit.Fit;
import helvo.core.fit.Mean;
import helvo.core.number.NumberNotation;
import helvo.core.results.EquationText;
import helvo.core.results.FigureDescription;
import helvo.core.results.Results;
import helvo.report.model.Span;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;

/// The summary at the head of a report.
final class SummarySection {
    /// More series are counted.
    private static final int MAX_EXAMPLES = 4;

    private final FigureAnalysis figure;
    private final NumberNotation numbers;
    private final List<SeriesAnalysis> series;
    private final List<Span> spans = new ArrayList<>();
    private boolean namesErrors;
    /// More equations are told by the first and the last.
    private static final int MOST_NAMED = 2;

    SummarySection(FigureAnalysis figure) {
        this.figure = figure;
        this.numbers = figure.numbers();
        this.series = figure.series().stream()
                .filter(each -> each.key().hasOwnPoints())
                .toList();
    }

    /// @param picture the number of the figure; 0 where it is not shown
    /// @param results what stands below it
    List<Span> spans(int picture, ResultsSection results) {
        int points = series.stream().mapToInt(each -> each.points().size()).sum();
        say(FigureDescription.subject(figure)
                + RootLocale.format(": %,d %s", points, points == 1 ? "point" : "points"));
        if (series.size() > 1) {
            say(
                    series.size() <= MAX_EXAMPLES
                            ? " for "
                                    + WordList.and(series.stream()
                                            .map(SeriesAnalysis::label)
                                            .toList())
                            : RootLocale.format(" in %,d series", series.size()));
        }
        references(picture, results);
        say(".");
        if (series.size() <= MAX_EXAMPLES) {
            series.forEach(this::course);
        }
        figure.comparisons().forEach(this::compared);
        if (series.stream().anyMatch(each -> each.judgement().checks().stream().anyMatch(Check::isReported))) {
            say(" The residuals show something; see the checks.");
        }
        return List.copyOf(spans);
    }

    private void say(String text) {
        spans.addAll(Span.of(text));
    }

    private void strong(String text) {
        spans.add(Span.strong(text));
    }

    private void references(int picture, ResultsSection results) {
        var all = new ArrayList<List<Span>>();
        if (picture > 0) {
            all.add(List.of(new Span.Reference(Span.Kind.FIGURE, picture)));
        }
        if (results.firstTable() > 0) {
            all.add(List.of(new Span.Reference(Span.Kind.TABLE, results.firstTable())));
        }
        results.equations().forEach(number -> all.add(List.of(new Span.Reference(Span.Kind.EQUATION, number))));
        if (results.equations().size() > MOST_NAMED) {
            all.subList(all.size() - results.equations().size(), all.size()).clear();
            all.add(List.of(
                    new Span.Reference(Span.Kind.EQUATION, results.equations().getFirst()),
                    Span.plain(" to "),
                    new Span.Reference(Span.Kind.EQUATION, results.equations().getLast())));
        }
        for (int i = 0; i < all.size(); i++) {
            say(i == 0 ? " (" : ", ");
            spans.addAll(all.get(i));
        }
        say(all.isEmpty() ? "" : ")");
    }

    /// "Stretch of dry changes by 0.2064 ± 0.0017 mm/N (R² 0.9994)." or "… follows a logarithmic curve (R²
    /// 0.9931)."
    private void course(SeriesAnalysis each) {
        String y = each.rows().y().column().name();
        String name = series.size() > 1 && !each.label().equals(y) ? y + " of " + each.label() : y;
        if (each.fit().isEmpty()) {
            say(" " + name + ": no curve was fitted.");
            return;
        }
        Fit fit = each.fit().get();
        OptionalDouble r2 = fit.quality().r2();
        if (fit.curve().degree() == 1) {
            slope(each, name, fit.slope());
        } else if (fit.curve() instanceof Mean) {
            say(" " + name + " has the mean ");
            strong(numbers.withUncertainty(fit.coefficients().getFirst().value(), OptionalDouble.empty()));
            say(each.rows().y().unit().isEmpty() ? "" : " " + each.rows().y().unit());
        } else {
            String shape = fit.curve().nameInSentence();
            say(" " + name + " follows " + ("aeiou".indexOf(shape.charAt(0)) >= 0 ? "an " : "a ") + shape + " curve");
        }
        say(
                r2.isEmpty()
                        ? "."
                        : " (R² " + numbers.share(r2.getAsDouble())
                                + (fit.curve().fittedOn() == Curve.FittedOn.Y ? "" : " of ln y") + ").");
    }

    /// A slope that may be 0 is not called a rise or a fall.
    private void slope(SeriesAnalysis each, String name, Coefficient slope) {
        boolean certain = slope.uncertainty()
                .map(found -> found.low95() > 0 || found.high95() < 0)
                .orElse(slope.value() != 0);
        String unit = each.chosen()
                .curve()
                .unit("b", each.rows().y().unit(), each.rows().x().unit());
        String value = numbers.withUncertainty(
                certain ? Math.abs(slope.value()) : slope.value(), EquationText.standardError(slope));
        say(" " + name
                + (!certain
                        ? " has no slope beyond its uncertainty, "
                        : slope.value() < 0 ? " falls in a straight line, by " : " rises in a straight line, by "));
        strong(value);
        say(unit.isEmpty() ? " for each unit of " + each.rows().x().symbol() : " " + unit);
        if (!namesErrors && EquationText.standardError(slope).orElse(0) > 0) {
            say(" (" + Results.STANDARD_ERROR + ")");
            namesErrors = true;
        }
    }

    private void compared(GroupComparison comparison) {
        if (comparison.pairs().size() != 1
                || !Double.isFinite(comparison.pairs().getFirst().ratio())) {
            return;
        }
        GroupComparison.Pair pair = comparison.pairs().getFirst();
        say(" The slope of " + pair.second() + " is ");
        strong(numbers.significant(pair.ratio(), 3) + " times");
        say(" that of " + pair.first()
                + (pair.ratioLow95().isPresent() && pair.ratioHigh95().isPresent()
                        ? RootLocale.format(
                                " (%s to %s with 95 %% confidence)",
                                numbers.significant(pair.ratioLow95().getAsDouble(), 3),
                                numbers.significant(pair.ratioHigh95().getAsDouble(), 3))
                        : " (without limits of 95 % confidence: the slopes are too unsure)")
                + ".");
    }
}
