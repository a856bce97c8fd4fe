package helvo.report.section;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.bounds.ErrorBarLines;
import helvo.core.fit.Coefficient;
import helvo.core.fit.Curve;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.Line;
import helvo.core.number.NumberNotation;
import helvo.core.points.Weighting;
import helvo.core.prediction.DerivedQuantity;
import helvo.core.prediction.QuantityDefinition;
import helvo.core.results.EquationText;
import helvo.core.results.QuantityResults;
import helvo.core.table.Column;
import helvo.core.table.Role;
import helvo.report.model.Block;
import helvo.report.model.Mathematics;
import helvo.report.model.Span;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.Function;
import java.util.stream.IntStream;

/// The section of a report with equations and tables of coefficients.
public final class ResultsSection {
    /// More equations stand in a table.
    private static final int EQUATIONS = 12;
    /// More coefficients stand below one another.
    private static final int MOST_ACROSS = 4;
    private static final String NONE = "–";

    private final FigureAnalysis figure;
    private final NumberNotation numbers;
    private final ReportBuilder.Numbering numbering;
    private final List<Integer> equations = new ArrayList<>();
    private int firstTable;

    public ResultsSection(FigureAnalysis figure, ReportBuilder.Numbering numbering) {
        this.figure = figure;
        this.numbers = figure.numbers();
        this.numbering = numbering;
    }

    /// The number of its first table; 0 where it has none.
    int firstTable() {
        return firstTable;
    }

    /// The numbers of its equations, ascending.
    List<Integer> equations() {
        return equations;
    }

    public List<Block> blocks() {
        var blocks = new ArrayList<Block>();
        List<SeriesAnalysis> fitted =
                figure.series().stream().filter(each -> each.fit().isPresent()).toList();
        if (fitted.size() <= EQUATIONS) {
            fitted.forEach(each -> blocks.add(equation(each, fitted.size() > 1)));
        } else {
            blocks.add(grid(
                    "Equations.",
                    List.of(head(nameOfSeries()), head("Equation")),
                    List.of(false, false),
                    fitted.stream()
                            .map(each -> List.of(Span.own(each.label()), Span.of(inNames(each))))
                            .toList()));
        }
        Map<String, List<SeriesAnalysis>> shapes = new LinkedHashMap<>();
        fitted.forEach(each -> shapes.computeIfAbsent(each.chosen().curve().name(), _ -> new ArrayList<>())
                .add(each));
        shapes.values().forEach(alike -> {
            if (alike.getFirst().fit().orElseThrow().coefficients().size() <= MOST_ACROSS) {
                blocks.add(across(alike));
            } else {
                alike.forEach(each -> blocks.add(down(each)));
            }
        });
        quantities(fitted).ifPresent(blocks::add);
        figure.series().stream()
                .filter(each -> each.chosen() instanceof FitOutcome.NotFitted)
                .forEach(each -> {
                    if (each.chosen() instanceof FitOutcome.NotFitted(var curve, var reason)) {
                        blocks.add(new Block.Paragraph(Span.of((figure.series().size() > 1 ? each.label() + ", " : "")
                                + curve.name() + ": " + reason.sentence(numbers))));
                    }
                });
        return blocks;
    }

    /// What is worked out of the coefficients: a row for each quantity of each series.
    private Optional<Block> quantities(List<SeriesAnalysis> fitted) {
        var rows = new ArrayList<List<List<Span>>>();
        for (SeriesAnalysis series : fitted) {
            for (QuantityDefinition each : figure.figure().quantities()) {
                rows.add(quantity(series, each));
            }
        }
        return rows.isEmpty()
                ? Optional.empty()
                : Optional.of(grid(
                        "Quantities worked out of the coefficients; ± is one standard error, to first order with their "
                                + "covariances.",
                        List.of(head(nameOfSeries()), head("Quantity"), head("Value"), head("Unit"), head("Formula")),
                        List.of(false, false, true, false, false),
                        rows));
    }

    private List<List<Span>> quantity(SeriesAnalysis series, QuantityDefinition definition) {
        DerivedQuantity.Outcome outcome = QuantityResults.of(
                definition, series, series.fit().orElseThrow(), figure.table().decimalMark());
        String value = outcome instanceof DerivedQuantity.Outcome.Found(DerivedQuantity found)
                ? numbers.withUncertainty(found.value(), found.standardError())
                : "–";
        String unit = outcome instanceof DerivedQuantity.Outcome.Found(DerivedQuantity found)
                ? found.heading().unit()
                : "";
        return List.of(
                Span.own(series.label()),
                Span.of(definition.heading().name()),
                Span.of(value),
                Span.of(unit),
                Span.of(definition.formula()));
    }

    private Block.Grid grid(
            String caption, List<List<Span>> heads, List<Boolean> aligned, List<List<List<Span>>> rows) {
        int number = numbering.nextTable();
        firstTable = firstTable == 0 ? number : firstTable;
        return new Block.Grid(number, Span.of(caption), heads, aligned, rows);
    }

    private static List<Span> head(String text) {
        return Span.of(text);
    }

    /// "a (mm)".
    private static List<Span> head(String name, String unit) {
        return Span.of(unit.isEmpty() ? name : name + " (" + unit + ")");
    }

    private String nameOfSeries() {
        return figure.table().first(Role.BY).map(Column::name).orElse("Series");
    }

    private String inNames(SeriesAnalysis each) {
        var equation = new EquationText(each.equation().orElseThrow(), numbers);
        String x = each.rows().x().symbol();
        return equation.inNames(x, each.rows().y().symbol())
                + equation.where(x).map(where -> ", " + where).orElse("");
    }

    private Block equation(SeriesAnalysis each, boolean several) {
        var equation = new EquationText(each.equation().orElseThrow(), numbers);
        String x = each.rows().x().symbol();
        String units = List.of(each.rows().y().unitSentence(), each.rows().x().unitSentence()).stream()
                .filter(text -> !text.isEmpty())
                .distinct()
                .reduce((a, b) -> a + ", " + b)
                .orElse("");
        String where = equation.where(x)
                        .map(text -> units.isEmpty() ? text : text + "; ")
                        .orElse("")
                + units;
        int number = numbering.nextEquation();
        equations.add(number);
        return new Block.Equation(
                number,
                several ? Span.clean(each.label()) : "",
                mathematics(figure, each),
                Span.clean(where),
                Span.clean(equation.inNames(x, each.rows().y().symbol())));
    }

    /// One row for each series.
    private Block across(List<SeriesAnalysis> alike) {
        Fit first = alike.getFirst().fit().orElseThrow();
        boolean bounds = alike.stream().anyMatch(each -> slopeByBounds(each).isPresent());
        boolean chi = first.quality().weighting() != Weighting.UNWEIGHTED;
        var heads = new ArrayList<>(List.of(head(nameOfSeries()), head("n")));
        heads.addAll(first.coefficients().stream()
                .map(coefficient ->
                        head(capital(first.curve().label(coefficient.name())), unit(alike, coefficient.name())))
                .toList());
        heads.add(chi ? head("χ²") : head("s", unitOfS(alike)));
        heads.add(head("R²"));
        if (bounds) {
            heads.add(head("Slope by the bounds", unitOfSlope(alike)));
        }
        List<List<String>> coefficients = IntStream.range(
                        0, first.coefficients().size())
                .mapToObj(k -> column(alike, k))
                .toList();
        List<String> ofS = columnOfS(alike);
        var rows = IntStream.range(0, alike.size())
                .mapToObj(i -> row(
                        alike.get(i),
                        alike,
                        coefficients.stream().map(column -> column.get(i)).toList(),
                        ofS.get(i),
                        bounds,
                        chi))
                .toList();
        var aligned = new ArrayList<>(heads.stream().map(_ -> true).toList());
        aligned.set(0, false);
        return grid(caption(first, bounds) + ofSigns(chi), heads, aligned, rows);
    }

    /// The values of a coefficient, with one number of decimals where they have one unit.
    private List<String> column(List<SeriesAnalysis> alike, int coefficient) {
        List<Coefficient> all = alike.stream()
                .map(each -> each.fit().orElseThrow().coefficients().get(coefficient))
                .toList();
        return areOfOneUnit(alike, each -> unit(List.of(each), all.getFirst().name()))
                ? numbers.column(all.stream()
                        .map(each -> new NumberNotation.Uncertain(each.value(), EquationText.standardError(each)))
                        .toList())
                : all.stream().map(this::value).toList();
    }

    private List<String> columnOfS(List<SeriesAnalysis> alike) {
        List<OptionalDouble> all = alike.stream()
                .map(each -> each.fit().orElseThrow().quality().residualStandardDeviation())
                .toList();
        return all.stream().allMatch(OptionalDouble::isPresent) && areOfOneUnit(alike, each -> unitOfS(List.of(each)))
                ? numbers.column(all.stream().map(OptionalDouble::getAsDouble).toList(), 3)
                : all.stream()
                        .map(s -> text(s, value -> numbers.significant(value, 3)))
                        .toList();
    }

    private static boolean areOfOneUnit(List<SeriesAnalysis> alike, Function<SeriesAnalysis, String> unit) {
        return alike.stream().map(unit).distinct().count() == 1;
    }

    /// @param coefficients as they are written in their columns
    /// @param s            likewise
    private List<List<Span>> row(
            SeriesAnalysis each,
            List<SeriesAnalysis> alike,
            List<String> coefficients,
            String s,
            boolean bounds,
            boolean chi) {
        Fit fit = each.fit().orElseThrow();
        var cells = new ArrayList<>(List.of(
                Span.own(each.label()), Span.of(Integer.toString(fit.quality().points()))));
        for (int k = 0; k < coefficients.size(); k++) {
            String name = fit.coefficients().get(k).name();
            cells.add(Span.of(coefficients.get(k) + own(unit(alike, name), unit(List.of(each), name))));
        }
        cells.add(Span.of(
                chi
                        ? fit.quality()
                                .chiSquare()
                                .map(of -> numbers.significant(of.value(), 4))
                                .orElse(NONE)
                        : s + (s.equals(NONE) ? "" : own(unitOfS(alike), unitOfS(List.of(each))))));
        cells.add(Span.of(text(fit.quality().r2(), numbers::share)));
        if (bounds) {
            OptionalDouble half =
                    each.bounds().map(ErrorBarLines::slopeHalfRange).orElse(OptionalDouble.empty());
            cells.add(Span.of(text(
                    slopeByBounds(each),
                    slope -> numbers.withUncertainty(
                                    slope, half.isPresent() && half.getAsDouble() > 0 ? half : OptionalDouble.empty())
                            + own(unitOfSlope(alike), unitOfSlope(List.of(each))))));
        }
        return List.copyOf(cells);
    }

    private static OptionalDouble slopeByBounds(SeriesAnalysis each) {
        return each.bounds().map(ErrorBarLines::slope).orElse(OptionalDouble.empty());
    }

    private String value(Coefficient coefficient) {
        return numbers.withUncertainty(coefficient.value(), EquationText.standardError(coefficient));
    }

    private static String text(OptionalDouble value, Function<Double, String> words) {
        return value.isPresent() ? words.apply(value.getAsDouble()) : NONE;
    }

    private static String unit(List<SeriesAnalysis> alike, String coefficient) {
        return units(alike, each -> each.chosen()
                .curve()
                .unit(coefficient, each.rows().y().unit(), each.rows().x().unit()));
    }

    private static String unitOfS(List<SeriesAnalysis> alike) {
        return alike.getFirst().chosen().curve().fittedOn() == Curve.FittedOn.Y
                ? units(alike, each -> each.rows().y().unit())
                : "of ln y";
    }

    private static String unitOfSlope(List<SeriesAnalysis> alike) {
        return units(alike, each -> new Line()
                .unit("b", each.rows().y().unit(), each.rows().x().unit()));
    }

    /// The unit that all have, for the head of a column; none where they differ, since each row then has its own.
    private static String units(List<SeriesAnalysis> alike, Function<SeriesAnalysis, String> unit) {
        List<String> all = alike.stream().map(unit).distinct().limit(2).toList();
        return all.size() == 1 ? all.getFirst() : "";
    }

    /// What stands behind a value whose column has no unit for all.
    private static String own(String ofAll, String unit) {
        return ofAll.isEmpty() && !unit.isEmpty() ? " " + unit : "";
    }

    private static String capital(String label) {
        return label.length() > 1 ? Character.toUpperCase(label.charAt(0)) + label.substring(1) : label;
    }

    private static String caption(Fit fit, boolean bounds) {
        String form = "y = " + fit.curve().form(Function.identity(), "x", Curve.Notation.TYPESET);
        boolean named = fit.curve().degree() == 1;
        return (named
                        ? "Straight lines of least squares"
                        : fit.curve().name() + ", by least squares, " + form.replace("held", "fixed"))
                + "; ± is one standard error."
                + (bounds ? " By the bounds: half the range of slopes of all lines through the error bars." : "");
    }

    /// What n, s and χ² are, where they first stand.
    private String ofSigns(boolean chi) {
        String spread = chi
                ? "χ²: the sum of squared residuals, each divided by the variance that its bar states."
                : "s: the standard deviation of the residuals, in the unit of y.";
        return (numbering.isNew("n") ? " n: points used." : "")
                + (numbering.isNew(chi ? "χ²" : "s") ? " " + spread : "");
    }

    /// One row for each coefficient, for shapes that have many.
    private Block down(SeriesAnalysis each) {
        Fit fit = each.fit().orElseThrow();
        var rows = new ArrayList<List<List<Span>>>();
        for (Coefficient coefficient : fit.coefficients()) {
            rows.add(List.of(
                    Span.of(capital(fit.curve().label(coefficient.name()))),
                    Span.of(value(coefficient)),
                    Span.of(fit.curve()
                            .unit(
                                    coefficient.name(),
                                    each.rows().y().unit(),
                                    each.rows().x().unit()))));
        }
        rows.add(List.of(
                Span.of("s"),
                Span.of(text(fit.quality().residualStandardDeviation(), s -> numbers.significant(s, 3))),
                Span.of(unitOfS(List.of(each)))));
        rows.add(List.of(Span.of("R²"), Span.of(text(fit.quality().r2(), numbers::share)), List.of()));
        rows.add(List.of(Span.of("n"), Span.of(Integer.toString(fit.quality().points())), List.of()));
        return grid(
                (figure.series().size() > 1 ? each.label() + ": " : "")
                        + fit.curve().name() + ", by least squares; ± is one standard error." + ofSigns(false),
                List.of(head("Coefficient"), head("Value"), head("Unit")),
                List.of(false, true, false),
                rows);
    }

    /// A series' equation in the columns' names.
    public static Mathematics.Row mathematics(FigureAnalysis figure, SeriesAnalysis series) {
        var equation = new EquationText(series.equation().orElseThrow(), figure.numbers());
        return Mathematics.equation(
                Span.clean(series.rows().y().symbol()),
                equation.inSymbols(Mathematics.X).substring("y = ".length()),
                Span.clean(series.rows().x().symbol()));
    }
}
