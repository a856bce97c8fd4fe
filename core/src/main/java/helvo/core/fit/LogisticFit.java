package helvo.core.fit;

import helvo.core.Progress;
import helvo.core.fit.solver.AmplitudeProfile;
import helvo.core.fit.solver.StepProfile;
import helvo.core.fit.solver.SubstitutedFunction;
import helvo.core.nonlinear.Shape;
import helvo.core.nonlinear.ShapeSearch;
import helvo.core.numeric.FittedFunction;
import helvo.core.numeric.RateMinima;
import helvo.core.points.Points;
import helvo.core.points.ScaledPoints;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/// y = L / (1 + e^(−k (x − m))) by direct least squares, from starting values of its own.
public final class LogisticFit {
    private static final String NAME = "logistic curve";
    private static final int MAX_SAMPLE = 200;
    private static final int MAX_STARTS = 4;
    private static final double SMALLEST_RATE = 0.3;
    private static final double RATE_RATIO = 1.3;
    /// Middles nearer than so many of the grid's distances belong to one valley.
    private static final double VALLEY_WIDTH = 1.5;
    private static final int MOST_MIDDLES = 40;
    /// Among more points something else hardly leaves less.
    private static final int MOST_COMPARED = 2000;
    /// Middles beyond the points, whose half span is 1.
    private static final double[] OUTSIDE = {-5, -3, -2, -1.5, -1.2, 1.2, 1.5, 2, 3, 5};
    /// e to the minus this is a thousandth: farther from its middle a curve is flat but for so much.
    private static final double FLAT_EXPONENT = 7;
    private static final double FEWEST_RATES = 200;
    private static final double MAX_RATE = 1e7;
    private static final double MAX_MIDDLE = 50;
    /// A sum of squares this near to another is not less.
    private static final double EQUAL_SUM_TOLERANCE = 1e-12;
    /// What leaves less than this part less is not told.
    private static final double MIN_REPORTED_GAIN = 1e-6;

    private LogisticFit() {}

    public static FitOutcome of(Curve curve, Points all, Progress progress) {
        Points points = curve.usable(all);
        int n = points.size();
        if (n < 3 || points.distinctX(3) < 3) {
            return new FitOutcome.NotFitted(
                    curve,
                    n == 0
                            ? FitFailureReason.noneOf(all, curve)
                            : n < 3
                                    ? new FitFailureReason.TooFewPoints(n, 3)
                                    : points.distinctX(2) < 2
                                            ? new FitFailureReason.AllXEqual(points.x()[0])
                                            : new FitFailureReason.TooFewDistinctX(points.distinctX(3), 3));
        }
        double least = Arrays.stream(points.x()).min().orElseThrow();
        double greatest = Arrays.stream(points.x()).max().orElseThrow();
        double middle = least / 2 + greatest / 2;
        double half = greatest / 2 - least / 2;
        double[] t = Arrays.stream(points.x()).map(x -> (x - middle) / half).toArray();
        ScaledPoints scaled = ScaledPoints.of(t, points);
        if (scaled.squares() == 0) {
            return new FitOutcome.NotFitted(curve, new FitFailureReason.NoneFits(NAME, "all y are 0"));
        }
        double steepest = steepest(t);
        double constant = new AmplitudeProfile(scaled).squares(_ -> 1);
        Predicate<double[]> wanted = found -> Math.abs(found[1]) < steepest && Math.abs(found[2]) < MAX_MIDDLE;
        ScaledPoints some = scaled.sample(MAX_SAMPLE);
        List<double[]> starts = starts(some, steepest);
        Optional<ShapeSearch.Found> best = new ShapeSearch(SHAPE, scaled, progress, wanted)
                .least(
                        some == scaled
                                ? starts
                                : new ShapeSearch(SHAPE, some, progress, wanted).reached(starts, MAX_STARTS))
                .filter(found -> found.least().squares() <= constant * (1 + EQUAL_SUM_TOLERANCE));
        if (best.isEmpty()) {
            return new FitOutcome.NotFitted(
                    curve,
                    new FitFailureReason.NoneFits(
                            NAME, "they show no bend from one level to another that would determine its coefficients"));
        }
        double[] p = best.get().least().p();
        double[] values = {p[0], p[1] / half, middle + half * p[2]};
        double[][] jacobian = {{1, 0, 0}, {0, 1 / half, 0}, {0, 0, half}};
        FitOutcome outcome = new ShapeFit(
                        SHAPE, scaled, best.get().least(), best.get().convergence())
                .report(curve, values, jacobian);
        if (!(outcome instanceof FitOutcome.Fitted(Fit fit))) {
            return outcome;
        }
        FittedFunction function = new SubstitutedFunction(fit.function(), x -> (x - middle) / half, _ -> 1 / half);
        Optional<Fit.Lesser> lesser = scaled.size() > MOST_COMPARED
                ? Optional.empty()
                : lesser(scaled, best.get().least().squares());
        return new FitOutcome.Fitted(fit.withCurve(curve, function).withLesser(lesser));
    }

    private static final Shape SHAPE = new Shape() {
        @Override
        public int size() {
            return 3;
        }

        @Override
        public double at(double[] p, double x, double[] gradient) {
            double exponent = p[1] * (x - p[2]);
            double e = Math.exp(-Math.abs(exponent));
            double part = e / ((1 + e) * (1 + e));
            gradient[0] = exponent >= 0 ? 1 / (1 + e) : e / (1 + e);
            gradient[1] = p[0] * (x - p[2]) * part;
            gradient[2] = -p[0] * p[1] * part;
            return p[0] * gradient[0];
        }

        @Override
        public double slope(double[] p, double x) {
            double e = Math.exp(-Math.abs(p[1] * (x - p[2])));
            return p[0] * p[1] * e / ((1 + e) * (1 + e));
        }
    };

    /// What a step or an exponential curve leaves, where it is less: both are what a logistic curve becomes in the
    /// end.
    private static Optional<Fit.Lesser> lesser(ScaledPoints points, double sum) {
        double step = StepProfile.leastSquares(points);
        double exponential = ExponentialFit.infimum(points);
        double least = Math.min(step, exponential);
        return least < sum * (1 - MIN_REPORTED_GAIN)
                ? Optional.of(new Fit.Lesser(step <= exponential ? Fit.Limit.STEP : Fit.Limit.EXPONENTIAL, least / sum))
                : Optional.empty();
    }

    /// Beyond it nothing is left of the bend between the two points that are nearest to one another.
    private static double steepest(double[] t) {
        double[] rising = Arrays.stream(t).sorted().distinct().toArray();
        double gap = IntStream.range(1, rising.length)
                .mapToDouble(i -> rising[i] - rising[i - 1])
                .min()
                .orElse(1);
        return Math.clamp(RateMinima.steepest(gap), FEWEST_RATES, MAX_RATE);
    }

    private record Start(double height, double rate, double middle, double squares) {
        double[] coefficients() {
            return new double[] {height, rate, middle};
        }

        /// Whether points at two x at least lie in the bend, so that these tell how steep it is.
        boolean bendsAtTwo(double[] t) {
            return Arrays.stream(t)
                            .filter(at -> Math.abs(rate * (at - middle)) < FLAT_EXPONENT)
                            .distinct()
                            .limit(2)
                            .count()
                    == 2;
        }

        /// Whether a search from here goes on to one that stands beside it on the grid.
        boolean leadsTo(List<Start> beside) {
            return beside.stream()
                    .anyMatch(other -> other.squares < squares
                            && Math.abs(other.middle - middle)
                                    < VALLEY_WIDTH * Math.max(1 / Math.abs(rate), 2.0 / MOST_MIDDLES));
        }
    }

    /// The places of a grid of rates and middles that are least among their neighbours, the height being the best
    /// for each: all of them, since an endlessly steep curve that leaves less must not hide one that has a place.
    private static List<double[]> starts(ScaledPoints points, double steepest) {
        var profile = new AmplitudeProfile(points);
        double[] between = between(points.x());
        var starts = new ArrayList<double[]>();
        for (int sign = -1; sign <= 1; sign += 2) {
            var rows = new ArrayList<List<Start>>();
            for (double size = SMALLEST_RATE; size < steepest * RATE_RATIO; size *= RATE_RATIO) {
                rows.add(valleys(profile, sign * size, between));
            }
            for (int i = 0; i < rows.size() - 1; i++) {
                List<Start> beside = i == 0
                        ? rows.get(1)
                        : Stream.concat(rows.get(i - 1).stream(), rows.get(i + 1).stream())
                                .toList();
                rows.get(i).stream()
                        .filter(each -> !each.leadsTo(beside) && each.bendsAtTwo(points.x()))
                        .map(Start::coefficients)
                        .forEach(starts::add);
            }
        }
        return starts;
    }

    /// The middles that are least among their neighbours at one rate.
    private static List<Start> valleys(AmplitudeProfile profile, double rate, double[] between) {
        double apart = Math.max(1 / Math.abs(rate), 2.0 / MOST_MIDDLES);
        DoubleStream even = IntStream.rangeClosed(0, (int) (2 / apart)).mapToDouble(i -> i * apart - 1);
        Start[] row = Stream.of(even, DoubleStream.of(between), DoubleStream.of(OUTSIDE))
                .flatMapToDouble(each -> each)
                .sorted()
                .distinct()
                .mapToObj(middle -> {
                    double left = profile.squares(at -> 1 / (1 + Math.exp(-rate * (at - middle))));
                    return new Start(profile.amplitude(), rate, middle, left);
                })
                .toArray(Start[]::new);
        return IntStream.range(0, row.length)
                .filter(i -> (i == 0 || row[i].squares <= row[i - 1].squares)
                        && (i == row.length - 1 || row[i].squares < row[i + 1].squares))
                .mapToObj(i -> row[i])
                .toList();
    }

    /// The x of the points, of many some, and the middles between them.
    private static double[] between(double[] t) {
        double[] rising = Arrays.stream(t).sorted().distinct().toArray();
        int step = 1 + rising.length / MOST_MIDDLES;
        double[] some = IntStream.range(0, (rising.length - 1) / step + 1)
                .mapToDouble(i -> rising[i * step])
                .toArray();
        return IntStream.range(0, 2 * some.length - 1)
                .mapToDouble(i -> (some[i / 2] + some[(i + 1) / 2]) / 2)
                .toArray();
    }
}
