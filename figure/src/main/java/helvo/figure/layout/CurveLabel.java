package helvo.figure.layout;

import helvo.core.analysis.SeriesAnalysis;
import helvo.core.bounds.ErrorBarLines;
import helvo.core.fit.Curve;
import helvo.core.fit.Fit;
import helvo.core.fit.Line;
import helvo.core.fit.PrintedEquation;
import helvo.core.number.NumberNotation;
import helvo.core.results.EquationText;
import helvo.core.results.Results;
import helvo.core.style.CurveStyle;
import helvo.core.style.CurveStyle.LabelPart;
import helvo.figure.canvas.RichText;
import java.awt.Font;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;
import java.util.Set;

/// The text beside a curve: its equation, R² and what else was asked for.
public final class CurveLabel {
    private final SeriesAnalysis series;
    private final CurveStyle style;
    private final SheetMetrics metrics;
    private final NumberNotation numbers;
    private final Fit fit;
    private final boolean dates;
    private final Set<LabelPart> parts;

    /// @param series one that has a fit
    public CurveLabel(SeriesAnalysis series, CurveStyle style, SheetMetrics metrics) {
        this.series = series;
        this.style = style;
        this.metrics = metrics;
        this.numbers = metrics.numbers();
        this.fit = series.fit().orElseThrow();
        this.dates = series.rows().x().time().isPresent();
        this.parts = style.label();
    }

    /// Equation, R² and number of points in one line, for a legend.
    public static String line(SeriesAnalysis series, CurveStyle style, SheetMetrics metrics) {
        return new CurveLabel(series, style, metrics).inOneLine();
    }

    private String inOneLine() {
        var all = new ArrayList<String>();
        if (parts.contains(LabelPart.EQUATION)) {
            all.add(equation().inSymbols(x()));
            equation().where(x()).ifPresent(all::add);
        }
        all.addAll(figures());
        return String.join(", ", all);
    }

    /// With the digits that somebody chose.
    private EquationText equation() {
        PrintedEquation printed = series.equation().orElseThrow();
        return new EquationText(style.digits().map(printed::withDigits).orElse(printed), numbers);
    }

    private String x() {
        return dates ? "t" : "x";
    }

    private List<String> figures() {
        var figures = new ArrayList<String>();
        if (parts.contains(LabelPart.R2) && fit.quality().r2().isPresent()) {
            figures.add("R² = " + numbers.share(fit.quality().r2().getAsDouble())
                    + (fit.curve().fittedOn() == Curve.FittedOn.Y
                            ? ""
                            : " of " + fit.curve().fittedOn().symbol()));
        }
        if (parts.contains(LabelPart.POINTS)) {
            figures.add("n = " + series.points().size());
        }
        return figures;
    }

    /// @param most as wide as the label may be; a longer equation is broken
    public List<RichText> lines(String name, double most) {
        var lines = new ArrayList<RichText>();
        if (parts.contains(LabelPart.NAME)) {
            RichText.lines(name, metrics.strong(), most)
                    .forEach(line -> lines.add(new RichText(line, metrics.strong())));
        }
        if (parts.contains(LabelPart.EQUATION)) {
            Font font = lines.isEmpty() ? metrics.strong() : metrics.label();
            EquationText equation = equation();
            RichText.broken(equation.inSymbols(x()), font, most).forEach(line -> lines.add(new RichText(line, font)));
            equation.where(x()).ifPresent(where -> lines.add(new RichText(where, metrics.label())));
        }
        var others = new ArrayList<String>();
        var second = new ArrayList<>(figures());
        if (dates && parts.contains(LabelPart.EQUATION)) {
            second.add(series.rows().x().unitSentence());
        }
        if (!second.isEmpty()) {
            others.add(String.join(", ", second));
        }
        if (parts.contains(LabelPart.UNCERTAINTY)) {
            fit.coefficients()
                    .reversed()
                    .forEach(each -> others.add(each.name() + " = "
                            + numbers.withUncertainty(each.value(), EquationText.standardError(each))));
            if (fit.coefficients().stream()
                    .anyMatch(each -> EquationText.standardError(each).orElse(0) > 0)) {
                others.add(Results.STANDARD_ERROR);
            }
        }
        if (parts.contains(LabelPart.BOUNDS)) {
            series.bounds().ifPresent(bounds -> {
                bounds.steepest().ifPresent(limit -> others.add("steepest " + line(limit, bounds)));
                bounds.shallowest().ifPresent(limit -> others.add("shallowest " + line(limit, bounds)));
            });
        }
        others.forEach(line -> lines.add(new RichText(line, lines.isEmpty() ? metrics.strong() : metrics.label())));
        return lines;
    }

    private String line(ErrorBarLines.Limit limit, ErrorBarLines bounds) {
        double slopes = bounds.slopeHalfRange().orElse(0) / 10;
        double intercepts = bounds.intercepts()
                .map(range -> (range.high() - range.low()) / 20)
                .orElse(0.0);
        return "y = "
                + new Line()
                        .form(
                                name -> name.equals("a")
                                        ? numbers.rounded(limit.intercept(), digits(intercepts))
                                        : numbers.rounded(limit.slope(), digits(slopes)),
                                "x",
                                Curve.Notation.TYPESET);
    }

    private static OptionalDouble digits(double uncertainty) {
        return uncertainty > 0 ? OptionalDouble.of(uncertainty) : OptionalDouble.empty();
    }
}
