package helvo.core.fit;

import helvo.core.RootLocale;
import helvo.core.WordList;
import helvo.core.number.NumberNotation;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import java.util.List;
import java.util.stream.IntStream;

/// Why a curve could not be fitted to some points.
public sealed interface FitFailureReason {
    /// There is nothing to fit to.
    record NoPoints() implements FitFailureReason {
        @Override
        public String sentence(NumberNotation numbers) {
            return "There are no points to fit: give a column the role x and another the role y.";
        }
    }

    /// Fewer points than coefficients.
    record TooFewPoints(int points, int needed) implements FitFailureReason {
        @Override
        public String sentence(NumberNotation numbers) {
            return RootLocale.format(
                    "Only %d %s: this curve needs at least %d.", points, points == 1 ? "point" : "points", needed);
        }
    }

    /// All points stand above one another.
    record AllXEqual(double x) implements FitFailureReason {
        @Override
        public String sentence(NumberNotation numbers) {
            return RootLocale.format("All x are equal (%s): no curve of y against x can be fitted.", numbers.plain(x));
        }
    }

    /// Points enough, but at too few different x to tell the coefficients apart.
    record TooFewDistinctX(int distinct, int needed) implements FitFailureReason {
        @Override
        public String sentence(NumberNotation numbers) {
            return RootLocale.format("Only %d different x: this curve needs at least %d.", distinct, needed);
        }
    }

    /// No point can take part in a fit of this shape.
    record NoneAccepted(String refusal) implements FitFailureReason {
        @Override
        public String sentence(NumberNotation numbers) {
            return RootLocale.format("No point can be used: %s in every row.", refusal);
        }
    }

    /// The best curve of this shape lies at no values of the coefficients.
    record NoneFits(String shape, String why) implements FitFailureReason {
        @Override
        public String sentence(NumberNotation numbers) {
            return RootLocale.format("No %s fits these points: %s.", shape, why);
        }
    }

    /// The least lies where the curve rises without end at one point.
    record EndlessRise(String shape) implements FitFailureReason {
        @Override
        public String sentence(NumberNotation numbers) {
            return RootLocale.format(
                    "No %s fits these points: there is no least square inside, the best one would rise without end "
                            + "at one point.",
                    shape);
        }
    }

    /// The points leave coefficients open: many values of them draw nearly the same curve.
    record Undetermined(List<String> names) implements FitFailureReason {
        @Override
        public String sentence(NumberNotation numbers) {
            return names.size() == 1
                    ? "These points do not determine " + names.getFirst() + ": hold it at a value, or give it limits."
                    : "These points do not determine " + WordList.and(names)
                            + ": together they can change without end while the curve hardly does. "
                            + "Hold one of them at a value, or take a simpler curve.";
        }
    }

    /// Through some of very many points the shape has next to none of the evidence.
    ///
    /// @param points of the sample
    /// @param r2     that the shape has through them
    /// @param areMeans whether each is the mean of neighbouring points
    record FarBehind(int points, double r2, boolean areMeans) implements FitFailureReason {
        @Override
        public String sentence(NumberNotation numbers) {
            return RootLocale.format(
                    areMeans
                            ? "Far behind others through the means of %,d groups of neighbouring points (R² %s of the "
                                    + "means): not fitted to all."
                            : "Far behind others through %,d of the points (R² %s): not fitted to all.",
                    points,
                    numbers.share(r2));
        }
    }

    /// A coefficient is too large or too small to be written as a double.
    record OutOfRange() implements FitFailureReason {
        @Override
        public String sentence(NumberNotation numbers) {
            return "The numbers are too large or too small for this curve's coefficients: use another unit, or count x "
                    + "from another origin.";
        }
    }

    /// Why none of the points can take part in a fit of a shape.
    static FitFailureReason noneOf(Points all, Curve curve) {
        boolean noneCounts = all.weighting() != Weighting.UNWEIGHTED
                && IntStream.range(0, all.size()).noneMatch(i -> all.counts(i, curve.weighsBoth()));
        return all.size() == 0
                ? new NoPoints()
                : new NoneAccepted(noneCounts ? "there is no error bar above 0 to weigh by" : curve.refusal());
    }

    /// As a sentence for a person.
    String sentence(NumberNotation numbers);
}
