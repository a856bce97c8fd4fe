package helvo.core.study;

import helvo.core.fit.Curve;
import helvo.core.fit.Exponential;
import helvo.core.fit.FixedInterceptLine;
import helvo.core.fit.FormulaCurve;
import helvo.core.fit.Line;
import helvo.core.fit.Logarithmic;
import helvo.core.fit.Logistic;
import helvo.core.fit.Mean;
import helvo.core.fit.Polynomial;
import helvo.core.fit.Power;
import helvo.core.style.AxisPlace;
import helvo.core.style.AxisStyle;
import helvo.core.style.FigureStyle;
import helvo.core.style.Note;
import helvo.core.table.Column;
import helvo.core.table.Role;
import helvo.core.table.SeriesKey;
import helvo.core.table.Table;
import helvo.core.unit.Conversion;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import java.util.function.Function;

/// What is said of a figure in the numbers of a column, in other numbers: limits of its axis, notes, readings, how
/// far curves reach, and what was given for curves.
///
/// @param column     as it is before
/// @param conversion from its numbers to the others
/// @param title      of the axis, as it is then
record FigureConversion(Column column, Conversion conversion, Function<String, String> title) {
    /// Along which of its axes a series has a column.
    record Along(boolean x, boolean y) {
        static Along of(SeriesKey series, Table of, Column values) {
            Optional<Column> y = of.columns().stream()
                    .filter(each -> each.id() == series.yColumn())
                    .findFirst();
            return new Along(
                    y.flatMap(of::xOf).filter(x -> x.id() == values.id()).isPresent(), series.yColumn() == values.id());
        }

        /// Whether a curve is another one where 0 is another number.
        boolean needsZero(Curve curve) {
            return switch (curve) {
                case Mean _, Line _, Polynomial _, FormulaCurve _ -> false;
                case FixedInterceptLine _, Logarithmic _ -> x;
                case Exponential _, Logistic _ -> y;
                case Power _ -> x || y;
            };
        }

        /// With held values, limits and starts as they are after the conversion; empty where the formula does not
        /// tell them.
        Optional<FormulaCurve> rescaled(FormulaCurve curve, Conversion conversion) {
            return curve.rescaled(x ? conversion : Conversion.NONE, y ? conversion : Conversion.NONE);
        }
    }

    /// @param of    its table
    /// @param after the table with the column as it is then: the axis stays where the column goes to another one
    Figure converted(Figure old, Table of, Table after) {
        return old.withCurves(old.curves().stream()
                        .map(choice -> new Figure.CurveChoice(choice.series(), curve(choice, of)))
                        .toList())
                .withStyle(style(
                        old,
                        of,
                        axis(old, of, column).filter(place -> place(old, after, after.column(column.id())) == place)));
    }

    private Curve curve(Figure.CurveChoice choice, Table of) {
        Along along = Along.of(choice.series(), of, column);
        return switch (choice.curve()) {
            case FixedInterceptLine(double fixed) when along.y -> new FixedInterceptLine(conversion.value(fixed));
            case FormulaCurve own -> along.rescaled(own, conversion).orElse(own);
            case Mean _,
                    Line _,
                    FixedInterceptLine _,
                    Polynomial _,
                    Logarithmic _,
                    Exponential _,
                    Power _,
                    Logistic _ -> choice.curve();
        };
    }

    private static AxisPlace place(Figure figure, Table of, Column values) {
        return values.role() == Role.X
                ? AxisPlace.X
                : figure.isOnRight(of, SeriesKey.whole(values.id())) ? AxisPlace.RIGHT : AxisPlace.Y;
    }

    /// The axis whose numbers are in the unit of a column: of several along one, in that of the first.
    static Optional<AxisPlace> axis(Figure figure, Table of, Column values) {
        if (values.role() == Role.X) {
            return of.first(Role.X).filter(first -> first.id() == values.id()).map(_ -> AxisPlace.X);
        }
        AxisPlace own = place(figure, of, values);
        return values.role() == Role.Y
                        && of.all(Role.Y).stream()
                                .filter(each -> place(figure, of, each) == own)
                                .findFirst()
                                .filter(first -> first.id() == values.id())
                                .isPresent()
                ? Optional.of(own)
                : Optional.empty();
    }

    private FigureStyle style(Figure figure, Table of, Optional<AxisPlace> along) {
        FigureStyle style = figure.style();
        for (AxisPlace place : along.stream().toList()) {
            style = style.withAxis(place, axis(style.axis(place)));
        }
        return style.withNotes(style.notes().stream()
                        .map(each -> note(each, of, along))
                        .toList())
                .withCurves(style.curves().stream()
                        .map(each -> Along.of(each.series(), of, column).x
                                ? new FigureStyle.OfCurve(
                                        each.series(),
                                        each.style()
                                                .reaching(
                                                        each.style().from().map(conversion::value),
                                                        each.style().to().map(conversion::value)))
                                : each)
                        .toList());
    }

    private AxisStyle axis(AxisStyle old) {
        Optional<Double> low = old.low().map(conversion::value);
        Optional<Double> high = old.high().map(conversion::value);
        boolean isAbove = !old.logarithmic() || low.filter(each -> each <= 0).isEmpty();
        return old.with(change -> change.low(isAbove ? low : Optional.empty())
                .high(high.filter(each -> !old.logarithmic() || each > 0))
                .step(old.step().map(step -> Math.abs(conversion.difference(step))))
                .decimals(conversion.difference(1) == 1 ? old.decimals() : Optional.empty())
                .title(old.title().map(title)));
    }

    private Note note(Note note, Table of, Optional<AxisPlace> along) {
        DoubleUnaryOperator x = along.equals(Optional.of(AxisPlace.X)) ? conversion::value : value -> value;
        DoubleUnaryOperator y = along.equals(Optional.of(AxisPlace.Y)) ? conversion::value : value -> value;
        return switch (note) {
            case Note.Text text ->
                text.with(change -> change.x(x.applyAsDouble(text.x()))
                        .y(y.applyAsDouble(text.y()))
                        .to(text.to()
                                .map(to -> new Note.Text.Target(x.applyAsDouble(to.x()), y.applyAsDouble(to.y())))));
            case Note.Rule rule -> rule.withAt((rule.atY() ? y : x).applyAsDouble(rule.at()));
            case Note.Span span ->
                span.reaching(
                        (span.ofY() ? y : x).applyAsDouble(span.from()), (span.ofY() ? y : x).applyAsDouble(span.to()));
            case Note.Result result ->
                result.with(change -> change.x(x.applyAsDouble(result.x())).y(y.applyAsDouble(result.y())));
            case Note.ReadingMarker marker -> {
                Along series = Along.of(marker.series(), of, column);
                yield (marker.fromY() ? series.y() : series.x())
                        ? marker.withAt(conversion.value(marker.at()))
                        : marker;
            }
        };
    }
}
