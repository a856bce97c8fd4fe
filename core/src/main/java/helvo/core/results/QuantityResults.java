package helvo.core.results;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Fit;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberNotation;
import helvo.core.prediction.DerivedQuantity;
import helvo.core.prediction.QuantityDefinition;
import helvo.core.results.Results.Line;
import helvo.core.style.SymbolNames;
import helvo.core.table.Heading;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/// The quantities that are worked out of a curve's coefficients, as lines of the results.
public final class QuantityResults {
    private QuantityResults() {}

    /// Those of a figure, for one series.
    static List<Line> of(FigureAnalysis figure, SeriesAnalysis series) {
        List<QuantityDefinition> all = figure.figure().quantities();
        if (all.isEmpty() || series.fit().isEmpty()) {
            return List.of();
        }
        var lines = new ArrayList<Line>();
        lines.add(new Line.Heading("Derived quantities"));
        for (QuantityDefinition each : all) {
            lines.addAll(
                    lines(of(each, series, series.fit().get(), figure.table().decimalMark()), figure.numbers()));
        }
        series.equation()
                .filter(_ -> series.fit().get().origin().isPresent())
                .flatMap(equation -> new EquationText(equation, figure.numbers())
                        .where(series.rows().x().symbol()))
                .ifPresent(where -> lines.add(
                        new Line.Sentence("The coefficients in these formulas belong to " + where + ".", false)));
        return lines;
    }

    /// @param mark with which the formula's decimals are written
    public static DerivedQuantity.Outcome of(
            QuantityDefinition definition, SeriesAnalysis series, Fit fit, DecimalMark mark) {
        return DerivedQuantity.of(
                definition,
                fit,
                fit.used(series.points()),
                series.rows().x().unit(),
                series.rows().y().unit(),
                mark);
    }

    /// What became of one, in a line with what is said of it.
    public static List<Line> lines(DerivedQuantity.Outcome outcome, NumberNotation numbers) {
        return switch (outcome) {
            case DerivedQuantity.Outcome.NotFound(String why) -> List.of(new Line.Sentence(why, true));
            case DerivedQuantity.Outcome.Found(DerivedQuantity found) -> {
                var lines = new ArrayList<Line>();
                String exact = numbers.exact(found.value());
                lines.add(new Line.Quantity(
                        found.heading().name(),
                        numbers.withUncertainty(found.value(), found.standardError()),
                        found.heading().unit(),
                        found.standardError().isPresent()
                                ? exact + " ± "
                                        + numbers.exact(found.standardError().getAsDouble())
                                : exact,
                        ""));
                found.remarks().forEach(remark -> lines.add(new Line.Sentence(remark, false)));
                yield lines;
            }
        };
    }

    /// Reads "g [m/s²] = 4 π² / slope".
    ///
    /// @return empty where a name or a formula is missing
    public static Optional<QuantityDefinition> read(String text) {
        int sign = text.indexOf('=');
        String name = sign < 0 ? "" : text.substring(0, sign).strip();
        String formula = sign < 0 ? "" : text.substring(sign + 1).strip();
        return name.isEmpty() || formula.isEmpty()
                ? Optional.empty()
                : Optional.of(new QuantityDefinition(Heading.of(SymbolNames.replaced(name, true)), formula));
    }
}
