package helvo.core.fit;

import helvo.core.Progress;
import helvo.core.fit.solver.AmplitudeProfile;
import helvo.core.fit.solver.SubstitutedFunction;
import helvo.core.nonlinear.Shape;
import helvo.core.nonlinear.ShapeSearch;
import helvo.core.number.RoundNumber;
import helvo.core.numeric.Convergence;
import helvo.core.numeric.Range;
import helvo.core.numeric.RateMinima;
import helvo.core.points.CentredLogX;
import helvo.core.points.Points;
import helvo.core.points.ScaledPoints;
import java.math.BigDecimal;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.DoubleUnaryOperator;

/// y = a e^(b x), and y = a x^b as the same over ln x: direct least squares from starting values of its own.
public final class ExponentialFit {
    private static final int MAX_SAMPLE = 600;
    /// So many rates that are least about themselves are followed to their last digits.
    private static final int MAX_STARTS = 4;
    private static final double RATE_RATIO = 1.25;
    private static final double FEWEST_RATES = 50;
    private static final double MOST_RATES = 1e9;
    /// A sum of squares this near to another is not less.
    private static final double EQUAL_SUM_TOLERANCE = 1e-12;
    /// Searches that end at rates no farther apart than this part of them end at one least.
    private static final double SAME_RATE = 1e-6;
    /// So near to the endlessly steep curve another has no place of its own.
    private static final double LIMIT_TOLERANCE = 1e-6;
    /// The logarithm of the largest double is 709.8: beyond it x^b is no double.
    private static final double MAX_POWER = 700;

    private final double middle;
    private final double half;

    private ExponentialFit(double[] x) {
        double least = Double.POSITIVE_INFINITY;
        double greatest = Double.NEGATIVE_INFINITY;
        for (double each : x) {
            least = each == Double.NEGATIVE_INFINITY ? least : Math.min(least, each);
            greatest = Math.max(greatest, each);
        }
        middle = least / 2 + greatest / 2;
        half = greatest / 2 - least / 2;
    }

    public static FitOutcome direct(Curve curve, Points all, Progress progress) {
        Points points = curve.usable(all);
        return checked(curve, all, points)
                .orElseGet(() -> of(curve, points, x -> x, _ -> 1, points.x(), 0, OptionalDouble.empty(), progress));
    }

    public static FitOutcome power(Curve curve, Points all, Progress progress) {
        Points points = curve.usable(all);
        return checked(curve, all, points).orElseGet(() -> {
            CentredLogX u = CentredLogX.around(points.x());
            FitOutcome positive = of(
                    curve,
                    points,
                    u::at,
                    x -> 1 / x,
                    u.pointsOverLog(points).x(),
                    u.lnOfCentre(),
                    OptionalDouble.empty(),
                    progress.part(0, 0.7));
            Points withZero = curve.usable(all, i -> all.x()[i] >= 0);
            if (withZero.size() == points.size()
                    || !(positive instanceof FitOutcome.Fitted(Fit fit))
                    || !surelyRises(fit)) {
                return positive;
            }
            // At x = 0 the curve is 0 whatever its coefficients: they stay, and what is said of the scatter takes
            // these points in.
            FitOutcome all0 = of(
                    curve,
                    withZero,
                    u::at,
                    x -> 1 / x,
                    u.pointsOverLog(withZero).x(),
                    u.lnOfCentre(),
                    OptionalDouble.of(fit.coefficient("b").value()),
                    progress.part(0.7, 1));
            if (!(all0 instanceof FitOutcome.Fitted(Fit whole))) {
                return positive;
            }
            return whole.quality().r2AboutMean().orElse(0) >= 0
                    ? new FitOutcome.Fitted(whole.withTakesZero(true))
                    : new FitOutcome.NotFitted(
                            curve,
                            new FitFailureReason.NoneFits(
                                    "power curve", "it is 0 at x = 0, and so leaves more than the mean alone"));
        });
    }

    private static boolean surelyRises(Fit fit) {
        return fit.coefficient("b")
                .uncertainty()
                .filter(uncertainty -> uncertainty.low95() > 0)
                .isPresent();
    }

    static Optional<FitOutcome> checked(Curve curve, Points all, Points points) {
        int n = points.size();
        Optional<FitFailureReason> reason = n == 0
                ? Optional.of(FitFailureReason.noneOf(all, curve))
                : n < 2
                        ? Optional.of(new FitFailureReason.TooFewPoints(n, 2))
                        : points.distinctX(2) < 2
                                ? Optional.of(new FitFailureReason.AllXEqual(points.x()[0]))
                                : Optional.empty();
        return reason.map(why -> new FitOutcome.NotFitted(curve, why));
    }

    /// @param over   from x to what the exponent is linear in
    /// @param change its derivative
    /// @param u      that of each point
    /// @param offset u of x is this much less than what the exponent is linear in
    /// @param rate   a known b to start from
    private static FitOutcome of(
            Curve curve,
            Points points,
            DoubleUnaryOperator over,
            DoubleUnaryOperator change,
            double[] u,
            double offset,
            OptionalDouble rate,
            Progress progress) {
        var scaled = new ExponentialFit(u);
        double[] t = Arrays.stream(u)
                .map(each -> (each - scaled.middle) / scaled.half)
                .toArray();
        ScaledPoints all = ScaledPoints.of(t, points);
        String name = curve.nameInSentence() + " curve";
        if (all.squares() == 0) {
            return new FitOutcome.NotFitted(curve, new FitFailureReason.NoneFits(name, "all y are 0"));
        }
        List<Double> rates = rate.isPresent()
                ? List.of(rate.getAsDouble() * scaled.half)
                : rates(all.sample(MAX_SAMPLE)).stream()
                        .map(RateMinima.Minimum::rate)
                        .toList();
        double endless = rate.isPresent()
                ? Double.POSITIVE_INFINITY
                : Math.min(all.squaresBesideThoseAt(1), all.squaresBesideThoseAt(-1));
        double constant = rate.isPresent() ? Double.POSITIVE_INFINITY : new AmplitudeProfile(all).squares(_ -> 1);
        List<Candidate> ended = rates.stream()
                .flatMap(beta -> Candidate.from(beta, all, progress).stream())
                .toList();
        Optional<Candidate> best = ended.stream()
                .filter(each -> each.sum() < endless * (1 - EQUAL_SUM_TOLERANCE)
                        && each.sum() <= constant * (1 + EQUAL_SUM_TOLERANCE))
                .min(Comparator.comparingDouble(each -> each.sum()));
        return best.map(found -> found.of(rates.size(), ended).report(curve, points, over, change, scaled, offset))
                .orElseGet(() -> new FitOutcome.NotFitted(
                        curve,
                        rates.isEmpty()
                                        || new AmplitudeProfile(all).squares(exponential(rates.getFirst()))
                                                >= endless * (1 - LIMIT_TOLERANCE)
                                ? new FitFailureReason.EndlessRise(name)
                                : new FitFailureReason.NoneFits(name, "the fit did not converge")));
    }

    /// A least reached from one rate.
    private record Candidate(ShapeFit fit, double end) {
        static Optional<Candidate> from(double beta, ScaledPoints all, Progress progress) {
            double end = largeEnd(beta);
            Shape shape = shape(end);
            var profile = new AmplitudeProfile(all);
            profile.squares(exponential(beta));
            return new ShapeSearch(shape, all, progress, _ -> true)
                    .least(List.of(new double[] {profile.amplitude(), beta}))
                    .map(found -> new Candidate(new ShapeFit(shape, all, found.least(), found.convergence()), end));
        }

        double sum() {
            return fit.least().squares();
        }

        private double rate() {
            return fit.least().p()[1];
        }

        /// The one of several searches.
        Candidate of(int starts, List<Candidate> ended) {
            int here = (int) ended.stream()
                    .filter(each -> Math.abs(each.rate() - rate()) <= SAME_RATE * Math.abs(rate()))
                    .count();
            var convergence = new Convergence(
                    starts, here, fit.least().steps(), fit.least().lastStep());
            return new Candidate(new ShapeFit(fit.shape(), fit.points(), fit.least(), convergence), end);
        }

        /// Over x itself; about an x₀ amid the points where no double holds the curve at x = 0, or a power of x.
        FitOutcome report(
                Curve curve,
                Points points,
                DoubleUnaryOperator over,
                DoubleUnaryOperator change,
                ExponentialFit scaled,
                double offset) {
            boolean isWithin = !curve.isFromByRatio()
                    || Arrays.stream(points.x())
                            .filter(x -> x > 0)
                            .allMatch(x -> Math.abs(fit.least().p()[1] / scaled.half * Math.log(x)) < MAX_POWER);
            FitOutcome outcome = isWithin
                    ? about(curve, scaled, -offset)
                    : new FitOutcome.NotFitted(curve, new FitFailureReason.OutOfRange());
            Range reach = Range.of(points.x());
            // The steepest of all are no double in the middle either, but at the end where they are largest.
            for (BigDecimal origin : List.of(
                    RoundNumber.amid(reach.low(), reach.high()),
                    BigDecimal.valueOf(end > 0 ? reach.high() : reach.low()))) {
                if (outcome instanceof FitOutcome.NotFitted
                        && about(curve, scaled, over.applyAsDouble(origin.doubleValue()))
                                instanceof FitOutcome.Fitted(Fit about)) {
                    outcome = new FitOutcome.Fitted(about.withOrigin(Optional.of(origin)));
                }
            }
            return outcome instanceof FitOutcome.Fitted(Fit found)
                    ? new FitOutcome.Fitted(found.withCurve(
                            curve,
                            new SubstitutedFunction(
                                    found.function(),
                                    x -> (over.applyAsDouble(x) - scaled.middle) / scaled.half,
                                    x -> change.applyAsDouble(x) / scaled.half)))
                    : outcome;
        }

        /// y = p0 e^(p1 ((u − middle)/half − end)) = a e^(b (u − origin)).
        private FitOutcome about(Curve curve, ExponentialFit scaled, double origin) {
            double[] p = fit.least().p();
            // A rate that changes nothing over the span but the last digit is the rounding of 0.
            double rate = Math.abs(p[1]) <= Math.ulp(1.0) ? 0 : p[1];
            double shift = (origin - scaled.middle) / scaled.half - end;
            double factor = Math.exp(rate * shift);
            double a = p[0] * factor;
            return fit.report(curve, new double[] {a, rate / scaled.half}, new double[][] {
                {factor, a * shift}, {0, 1 / scaled.half}
            });
        }
    }

    /// Measured from the end where it is largest, so that nothing overflows.
    private static double largeEnd(double rate) {
        return rate >= 0 ? 1 : -1;
    }

    private static DoubleUnaryOperator exponential(double rate) {
        double end = largeEnd(rate);
        return at -> at == Double.NEGATIVE_INFINITY ? 0 : Math.exp(rate * (at - end));
    }

    private static Shape shape(double end) {
        return new Shape() {
            @Override
            public int size() {
                return 2;
            }

            @Override
            public double at(double[] p, double at, double[] gradient) {
                if (at == Double.NEGATIVE_INFINITY) {
                    gradient[0] = 0;
                    gradient[1] = 0;
                    return 0;
                }
                gradient[0] = Math.exp(p[1] * (at - end));
                double value = p[0] * gradient[0];
                gradient[1] = (at - end) * value;
                return value;
            }

            @Override
            public double slope(double[] p, double at) {
                return p[0] * p[1] * Math.exp(p[1] * (at - end));
            }
        };
    }

    /// The rates that are least about themselves, the least first.
    static List<RateMinima.Minimum> rates(ScaledPoints points) {
        var profile = new AmplitudeProfile(points);
        return RateMinima.of(rate -> profile.squares(exponential(rate)), steepest(points.x()), RATE_RATIO, MAX_STARTS);
    }

    /// The least that any of these curves leaves, the endlessly steep among them.
    static double infimum(ScaledPoints points) {
        return Math.min(
                rates(points).stream()
                        .mapToDouble(RateMinima.Minimum::value)
                        .min()
                        .orElse(Double.POSITIVE_INFINITY),
                Math.min(points.squaresBesideThoseAt(1), points.squaresBesideThoseAt(-1)));
    }

    /// Beyond it nothing is left of the curve at the point next to the end.
    private static double steepest(double[] t) {
        double gap = Arrays.stream(t)
                .filter(Double::isFinite)
                .map(at -> 1 - Math.abs(at))
                .filter(to -> to > 0)
                .min()
                .orElse(1);
        return Math.clamp(RateMinima.steepest(gap), FEWEST_RATES, MOST_RATES);
    }
}
