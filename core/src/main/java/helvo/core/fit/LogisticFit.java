package helvo.core.fit;

import helvo.core.Progress;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/// y = L / (1 + e^(−k (x − m))) by direct least squares, from starting values of its own.
public final class LogisticFit {
    private static final int SAMPLE = 600;
    private static final int STARTS = 4;
    private static final double STEEPEST = 2000;
    private static final double FARTHEST = 50;

    private LogisticFit() {}

    public static FitOutcome of(Curve curve, Points all, Progress progress) {
        Points points = all.acceptedBy(curve);
        int n = points.size();
        if (n < 3 || points.distinctX(3) < 3) {
            return new FitOutcome.NotFitted(curve, n == 0 ? Reason.noneOf(all, curve) : n < 3 ? new Reason.TooFewPoints(n, 3)
                    : points.distinctX(2) < 2 ? new Reason.AllXEqual(points.x()[0]) : new Reason.TooFewDistinctX(points.distinctX(3), 3));
        }
        double least = java.util.Arrays.stream(points.x()).min().orElseThrow();
        double greatest = java.util.Arrays.stream(points.x()).max().orElseThrow();
        double middle = least / 2 + greatest / 2;
        double half = greatest / 2 - least / 2;
        double[] t = java.util.Arrays.stream(points.x()).map(x -> (x - middle) / half).toArray();
        double top = java.util.Arrays.stream(points.y()).map(Math::abs).max().orElseThrow();
        if (top == 0) {
            return new FitOutcome.NotFitted(curve, new Reason.NoneFits("logistic curve", "all y are 0"));
        }
        var squares = new LeastSquares(SHAPE, t, points, progress);
        List<double[]> starts = starts(t, points.y()).stream()
                .map(start -> new double[] {start[0] / squares.unit(), start[1], start[2]}).toList();
        Optional<LeastSquares.Minimum> best = squares.fromAny(starts,
                found -> Math.abs(found[1]) < STEEPEST && Math.abs(found[2]) < FARTHEST);
        if (best.isEmpty()) {
            return new FitOutcome.NotFitted(curve, new Reason.NoneFits("logistic curve",
                    "they show no bend from one level to another that would determine its coefficients"));
        }
        double[] p = best.get().p();
        double[] values = {p[0], p[1] / half, middle + half * p[2]};
        double[][] jacobian = {{1, 0, 0}, {0, 1 / half, 0}, {0, 0, half}};
        FitOutcome outcome = squares.report(curve, best.get(), values, jacobian);
        if (!(outcome instanceof FitOutcome.Fitted(Fit fit))) {
            return outcome;
        }
        return new FitOutcome.Fitted(fit.as(curve,
                new SubstitutedFunction(fit.function(), x -> (x - middle) / half, _ -> 1 / half)));
    }

    private static final LeastSquares.Shape SHAPE = new LeastSquares.Shape() {
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

    /// The best few of a grid of rates and middles, the height being the best for each (variable projection).
    private static List<double[]> starts(double[] t, double[] y) {
        int[] sample = LeastSquares.sample(t.length, SAMPLE);
        record Start(double[] p, double gain) {}
        var all = new ArrayList<Start>();
        for (double rate = 0.7; rate < 200; rate *= 1.8) {
            for (int sign = -1; sign <= 1; sign += 2) {
                for (double at = -2; at <= 2.01; at += 0.2) {
                    double cross = 0;
                    double own = 0;
                    for (int i : sample) {
                        double g = 1 / (1 + Math.exp(-sign * rate * (t[i] - at)));
                        cross += y[i] * g;
                        own += g * g;
                    }
                    if (own > 0) {
                        all.add(new Start(new double[] {cross / own, sign * rate, at}, cross / own * cross));
                    }
                }
            }
        }
        return all.stream().sorted(Comparator.comparingDouble(start -> -start.gain)).limit(STARTS).map(Start::p).toList();
    }
}
