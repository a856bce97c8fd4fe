package helvo.core.prediction;

import helvo.core.Progress;
import helvo.core.fit.AmplitudeForm;
import helvo.core.fit.Fit;
import helvo.core.numeric.DoubleDoubleVectors;
import helvo.core.numeric.LeastSquares;
import helvo.core.numeric.NormalSums;
import helvo.core.numeric.Range;
import helvo.core.numeric.RateMinima;
import helvo.core.numeric.SumOfSquares;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import java.util.Arrays;
import java.util.Collections;
import java.util.Comparator;
import java.util.Optional;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import org.apache.commons.numbers.core.DD;

/// The least sum of squares, over the other coefficients, of a curve y = A g(x; θ) that must reach a given y at a
/// given x (a profile; Bates & Watts 1988, Nonlinear Regression Analysis, §6.1). Where y is the mean of m
/// measurements of an unknown, it is one point more, of weight m, and the curve's own value there is one
/// coefficient more.
///
/// Of few points the search goes over all rates; of more, from the coefficients of the free fit.
final class ConstrainedFit {
    private static final int MAX_STEPS = 400;
    /// Rates are searched no farther than this, in units of half the span.
    private static final double STEEPEST = 1e11;
    /// Of more points the curve is too sure for another least nearby.
    private static final int MAX_POINTS_FOR_ALL_RATES = 200;
    private static final double[] RATES = {0.25, 0.6, 1.6, 4, 12, 60, 400};
    private static final int MAX_STARTS = 6;
    private static final double RATE_RATIO = 1.4;
    private static final int SETTLED_RATES = 2;

    private final Fit fit;
    private final AmplitudeForm form;
    private final double[] start;
    private final double[] x;
    private final double[] y;
    private final double[] weights;
    /// Of the weights, that of the unknown last.
    private final double[] roots;
    private final double level;
    private final int measured;
    private final double low;
    private final double high;

    private ConstrainedFit(Fit fit, AmplitudeForm form, Points points, double level, int measured) {
        this.fit = fit;
        this.form = form;
        this.level = level;
        this.measured = measured;
        start = form.others().stream()
                .mapToDouble(name -> fit.coefficient(name).value())
                .toArray();
        x = points.x();
        y = points.y();
        low = Arrays.stream(x).min().orElse(0);
        high = Arrays.stream(x).max().orElse(0);
        weights = new double[x.length];
        for (int i = 0; i < x.length; i++) {
            weights[i] = points.weighting() == Weighting.UNWEIGHTED ? 1 : 1 / (points.ySigma()[i] * points.ySigma()[i]);
        }
        roots = DoubleStream.concat(Arrays.stream(weights), DoubleStream.of(measured))
                .map(Math::sqrt)
                .toArray();
    }

    /// @param points   that the fit used
    /// @param level    y to be reached
    /// @param measured how many measurements it is the mean of; 0 for one that is exact
    /// @return empty for a curve whose band already is that of the profile
    static Optional<ConstrainedFit> of(Fit fit, Points points, double level, int measured) {
        return fit.curve().amplitudeForm().map(form -> new ConstrainedFit(fit, form, points, level, measured));
    }

    /// The least sum of squares of a curve that reaches the level at x0; infinite where none is found.
    double squares(double x0) {
        double least = settled(x0, start);
        if (measured > 0) {
            // The fitted curve itself is one of them.
            double apart = level - fit.function().at(x0);
            least = Math.min(least, fit.quality().residualSumOfSquares() + measured * apart * apart);
        }
        if (x.length > MAX_POINTS_FOR_ALL_RATES) {
            return least;
        }
        if (start.length == 1) {
            double[] u = Arrays.stream(x)
                    .map(form.over())
                    .filter(Double::isFinite)
                    .sorted()
                    .distinct()
                    .toArray();
            double unit = 2 / (u[u.length - 1] - u[0]);
            // Beyond the steepest nothing is left of the curve one point farther than an end.
            double gap = Math.min(u[1] - u[0], u[u.length - 1] - u[u.length - 2]);
            double steepest = Math.clamp(RateMinima.steepest(gap * unit), RateMinima.steepest(1), STEEPEST);
            return RateMinima.of(rate -> squares(new double[] {rate * unit}, x0), steepest, RATE_RATIO, SETTLED_RATES)
                    .stream()
                    .mapToDouble(RateMinima.Minimum::value)
                    .reduce(least, Math::min);
        }
        // Of many places those that leave least are followed.
        return Arrays.stream(RATES)
                .boxed()
                .flatMap(rate -> DoubleStream.of(start[1], x0, low, high)
                        .mapToObj(middle -> new double[] {rate * start[0], middle}))
                .map(theta -> new Start(theta, squares(theta, x0)))
                .sorted(Comparator.comparingDouble(Start::squares))
                .limit(MAX_STARTS)
                .mapToDouble(each -> settled(x0, each.theta))
                .reduce(least, Math::min);
    }

    private record Start(double[] theta, double squares) {}

    /// At given θ, with the best value at x0 where that is free.
    private double squares(double[] theta, double x0) {
        double[] gradient = new double[theta.length];
        double[] ratios = new double[x.length];
        double cross = measured * level;
        double own = measured;
        for (int i = 0; i < x.length; i++) {
            ratios[i] = form.ratio().at(theta, x[i], x0, gradient);
            cross += weights[i] * ratios[i] * y[i];
            own += weights[i] * ratios[i] * ratios[i];
        }
        double value = measured == 0 ? level : cross / own;
        double sum = measured * (level - value) * (level - value);
        for (int i = 0; i < x.length; i++) {
            double left = y[i] - value * ratios[i];
            sum += weights[i] * left * left;
        }
        return Double.isNaN(sum) ? Double.POSITIVE_INFINITY : sum;
    }

    /// From given θ to where it is least nearby.
    private double settled(double x0, double[] theta) {
        double[] p = measured == 0 ? theta.clone() : Arrays.copyOf(theta, theta.length + 1);
        int[] free = IntStream.range(0, p.length).toArray();
        int[] linear = IntStream.range(theta.length, p.length).toArray();
        var search =
                new LeastSquares(new Constrained(x0), Collections.nCopies(p.length, Range.UNLIMITED), free, linear);
        return search.again(p)
                .map(place -> search.improved(place, MAX_STEPS).squares())
                .orElse(Double.POSITIVE_INFINITY);
    }

    /// The curve by θ and, where it is free, the value at x0, which is then one point more.
    private final class Constrained implements SumOfSquares {
        private final double x0;

        Constrained(double x0) {
            this.x0 = x0;
        }

        @Override
        public int size() {
            return measured == 0 ? x.length : x.length + 1;
        }

        @Override
        public Progress progress() {
            return Progress.none();
        }

        @Override
        public NormalSums.Digits digits() {
            return NormalSums.Digits.DOUBLED;
        }

        @Override
        public NormalSums.Columns columns(DD[] p, int[] of, NormalSums.Digits digits) {
            double[] theta = DoubleDoubleVectors.nearest(p);
            double value = measured == 0 ? level : theta[start.length];
            return (from, to, block) -> {
                double[][] columns = new double[of.length + 1][to - from];
                double[] gradient = new double[start.length];
                for (int i = from; i < to; i++) {
                    boolean isUnknown = i == x.length;
                    double ratio = isUnknown ? 1 : form.ratio().at(theta, x[i], x0, gradient);
                    for (int k = 0; k < of.length; k++) {
                        boolean isOfTheta = of[k] < start.length;
                        columns[k][i - from] = !isOfTheta ? ratio : isUnknown ? 0 : value * gradient[of[k]];
                    }
                    columns[of.length][i - from] = (isUnknown ? level : y[i]) - value * ratio;
                }
                block.add(columns, roots, from, to - from);
            };
        }
    }
}
