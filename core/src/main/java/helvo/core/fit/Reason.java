package helvo.core.fit;

import helvo.core.Phrase;
import helvo.core.number.NumberFormat;
import java.util.stream.IntStream;

/// Why a curve could not be fitted to some points.
public sealed interface Reason {
    /// There is nothing to fit to.
    record NoPoints() implements Reason {}

    /// Fewer points than coefficients.
    record TooFewPoints(int points, int needed) implements Reason {}

    /// All points stand above one another.
    record AllXEqual(double x) implements Reason {}

    /// Points enough, but at too few different x to tell the coefficients apart.
    record TooFewDistinctX(int distinct, int needed) implements Reason {}

    /// No point can take part in a fit of this shape.
    record NoneAccepted(String refusal) implements Reason {}

    /// The best curve of this shape lies at no values of the coefficients.
    record NoneFits(String shape, String why) implements Reason {}

    /// A coefficient is too large or too small to be written as a double.
    record OutOfRange() implements Reason {}

    /// Why none of the points can take part in a fit of a shape.
    static Reason noneOf(Points all, Curve curve) {
        boolean noneCounts = all.weighting() != Weighting.UNWEIGHTED
                && IntStream.range(0, all.size()).noneMatch(i -> all.counts(i, curve.weighsBoth()));
        return all.size() == 0 ? new NoPoints() : new NoneAccepted(noneCounts ? "there is no error bar above 0 to weigh by"
                : curve.refusal());
    }

    /// As a sentence for a person.
    default String sentence(NumberFormat numbers) {
        return switch (this) {
            case NoPoints _ -> "There are no points to fit: give a column the role x and another the role y.";
            case TooFewPoints(int points, int needed) ->
                    Phrase.of("Only %d %s: this curve needs at least %d.", points, points == 1 ? "point" : "points", needed);
            case AllXEqual(double x) ->
                    Phrase.of("All x are equal (%s): no curve of y against x can be fitted.", numbers.plain(x));
            case TooFewDistinctX(int distinct, int needed) ->
                    Phrase.of("Only %d different x: this curve needs at least %d.", distinct, needed);
            case NoneAccepted(String refusal) -> Phrase.of("No point can be used: %s in every row.", refusal);
            case NoneFits(String shape, String why) -> Phrase.of("No %s fits these points: %s.", shape, why);
            case OutOfRange _ -> "The numbers are too large or too small for this curve's coefficients: use another unit, or count x "
                    + "from another origin.";
        };
    }
}
