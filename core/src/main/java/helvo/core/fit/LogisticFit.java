package helvo.core.fit;

import helvo.core.Progress;
import helvo.core.curve.Curve;
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

    public static FitOutcome of(Curve curve, Points points, Progress progress) {
        int n = points.size();
        if (n < 3 || points.distinctX(3) < 3) {
            return new FitOutcome.NotFitted(curve, n == 0 ? new Reason.NoPoints() : n < 3 ? new Reason.TooFewPoints(n, 3)
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
        var squares = new LeastSquares(SHAPE, t, points.y(), progress);
        Optional<LeastSquares.Least> best = starts(t, points.y()).stream().flatMap(start -> squares.from(new double[] {start[0] / squares.unit(), start[1], start[2]}).stream())
                .filter(each -> each.settled() && Math.abs(each.p()[1]) < STEEPEST && Math.abs(each.p()[2]) < FARTHEST).min(Comparator.comparingDouble(LeastSquares.Least::sum));
        if (best.isEmpty()) {
            return new FitOutcome.NotFitted(curve, new Reason.NoneFits("logistic curve", "they show no bend from one level to another that would settle its coefficients"));
        }
        double[] p = best.get().p();
        double[] values = {p[0], p[1] / half, middle + half * p[2]};
        double[][] jacobian = {{1, 0, 0}, {0, 1 / half, 0}, {0, 0, half}};
        FitOutcome outcome = squares.report(curve, best.get(), values, jacobian);
        if (!(outcome instanceof FitOutcome.Fitted(Fit fit))) {
            return outcome;
        }
        FittedFunction scaled = fit.function();
        return new FitOutcome.Fitted(new Fit(curve, fit.coefficients(), new FittedFunction() {
            @Override
            public double at(double x) {
                return scaled.at((x - middle) / half);
            }

            @Override
            public double residual(double x, double y) {
                return scaled.residual((x - middle) / half, y);
            }

            @Override
            public double leverage(double x) {
                return scaled.leverage((x - middle) / half);
            }
        }, fit.quality()));
    }

    private static final LeastSquares.Shape SHAPE = new LeastSquares.Shape() {
        @Override
        public int size() {
            return 3;
        }

        @Override
        public double value(double[] p, double x) {
            return p[0] / (1 + Math.exp(-p[1] * (x - p[2])));
        }

        @Override
        public void gradient(double[] p, double x, double[] into) {
            double e = Math.exp(-Math.abs(p[1] * (x - p[2])));
            double part = e / ((1 + e) * (1 + e));
            into[0] = 1 / (1 + Math.exp(-p[1] * (x - p[2])));
            into[1] = p[0] * (x - p[2]) * part;
            into[2] = -p[0] * p[1] * part;
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
