package helvo.core.fit;

import helvo.core.Progress;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.DoubleUnaryOperator;

/// y = a e^(b x), and y = a x^b as the same over ln x: direct least squares from starting values of its own.
public final class ExponentialFit {
    private static final int SAMPLE = 600;
    private static final int NARROWINGS = 20;
    /// Beyond this exponent over half the span, one point alone would decide the curve.
    private static final double STEEPEST = 500;
    private static final double MIN_OWN = 1e-200;

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
        Points points = all.acceptedBy(curve);
        return checked(curve, all, points).orElseGet(() -> of(curve, points, x -> x, _ -> 1, points.x(), 0, OptionalDouble.empty(),
                progress));
    }

    public static FitOutcome power(Curve curve, Points all, Progress progress) {
        Points points = all.acceptedBy(curve);
        return checked(curve, all, points).orElseGet(() -> {
            LogOfX u = LogOfX.around(points.x());
            FitOutcome positive = of(curve, points, u::of, x -> 1 / x, u.of(points).x(), u.lnOfCentre(), OptionalDouble.empty(),
                    progress.part(0, 0.7));
            Points withZero = all.kept(i -> all.x()[i] >= 0, curve);
            if (withZero.size() == points.size() || !(positive instanceof FitOutcome.Fitted(Fit fit)) || !surelyRises(fit)) {
                return positive;
            }
            // At x = 0 the curve is 0 whatever its coefficients: they stay, and what is said of the scatter takes these points in.
            FitOutcome all0 = of(curve, withZero, u::of, x -> 1 / x, u.of(withZero).x(), u.lnOfCentre(),
                    OptionalDouble.of(fit.coefficient("b").value()), progress.part(0.7, 1));
            return all0 instanceof FitOutcome.Fitted(Fit whole)
                    ? new FitOutcome.Fitted(whole.takingZero()) : positive;
        });
    }

    private static boolean surelyRises(Fit fit) {
        return fit.coefficient("b").uncertainty().filter(uncertainty -> uncertainty.low95() > 0).isPresent();
    }

    static Optional<FitOutcome> checked(Curve curve, Points all, Points points) {
        int n = points.size();
        Optional<Reason> reason = n == 0 ? Optional.of(Reason.noneOf(all, curve))
                : n < 2 ? Optional.of(new Reason.TooFewPoints(n, 2)) : points.distinctX(2) < 2
                ? Optional.of(new Reason.AllXEqual(points.x()[0])) : Optional.empty();
        return reason.map(why -> new FitOutcome.NotFitted(curve, why));
    }

    /// @param over   from x to what the exponent is linear in
    /// @param change its derivative
    /// @param u      that of each point
    /// @param offset u of x is this much less than what the exponent is linear in
    /// @param rate   a known b to start from
    private static FitOutcome of(Curve curve, Points points, DoubleUnaryOperator over, DoubleUnaryOperator change, double[] u,
            double offset, OptionalDouble rate, Progress progress) {
        var scaled = new ExponentialFit(u);
        double[] t = new double[u.length];
        for (int i = 0; i < t.length; i++) {
            t[i] = (u[i] - scaled.middle) / scaled.half;
        }
        double[] y = points.y();
        double beta = rate.isPresent() ? rate.getAsDouble() * scaled.half : start(t, y);
        if (Double.isNaN(beta)) {
            return new FitOutcome.NotFitted(curve, new Reason.NoneFits(curve.name().toLowerCase(Locale.ROOT) + " curve", "all y are 0"));
        }
        // Measured from the end where it is largest, so that nothing overflows.
        double end = beta >= 0 ? 1 : -1;
        var shape = new LeastSquares.Shape() {
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
        var squares = new LeastSquares(shape, t, points, progress);
        Optional<LeastSquares.Minimum> least = squares.fromAny(List.of(new double[] {amplitude(t, y, beta, end) / squares.unit(), beta}),
                _ -> true);
        if (least.isEmpty()) {
            return new FitOutcome.NotFitted(curve, new Reason.NoneFits(curve.name().toLowerCase(Locale.ROOT) + " curve",
                    "the fit did not converge"));
        }
        double[] p = least.get().p();
        if (Math.abs(p[1]) > STEEPEST) {
            return new FitOutcome.NotFitted(curve, new Reason.NoneFits(curve.name().toLowerCase(Locale.ROOT) + " curve",
                    "it would rise without end at one point"));
        }
        // y = p0 e^(p1 ((u − middle)/half − end)) = a e^(b (u + offset)).
        double b = p[1] / scaled.half;
        double shift = (scaled.middle + offset) / scaled.half + end;
        double a = p[0] * Math.exp(-p[1] * shift);
        double[][] jacobian = {{Math.exp(-p[1] * shift), -a * shift}, {0, 1 / scaled.half}};
        FitOutcome outcome = squares.report(curve, least.get(), new double[] {a, b}, jacobian);
        return outcome instanceof FitOutcome.Fitted(Fit fit) ? new FitOutcome.Fitted(fit.as(curve,
                new SubstitutedFunction(fit.function(), x -> (over.applyAsDouble(x) - scaled.middle) / scaled.half,
                        x -> change.applyAsDouble(x) / scaled.half))) : outcome;
    }

    /// The best rate on a grid over a sample, the amplitude being the best for each (variable projection, Golub & Pereyra 1973),
    /// narrowed by golden sections.
    ///
    /// @return NaN where no rate is better than none
    private static double start(double[] t, double[] y) {
        int[] sample = LeastSquares.sample(t.length, SAMPLE);
        double gain = 0;
        var rates = new ArrayList<Double>();
        rates.add(0.0);
        for (double size = 1e-3; size < STEEPEST; size *= 1.25) {
            rates.add(size);
            rates.add(-size);
        }
        rates.sort(null);
        int at = -1;
        for (int i = 0; i < rates.size(); i++) {
            double here = explained(t, y, rates.get(i), sample);
            if (here > gain) {
                gain = here;
                at = i;
            }
        }
        return at < 0 ? Double.NaN : golden(t, y, rates.get(Math.max(0, at - 1)), rates.get(Math.min(rates.size() - 1, at + 1)), sample);
    }

    private static double golden(double[] t, double[] y, double low, double high, int[] sample) {
        double ratio = (Math.sqrt(5) - 1) / 2;
        double a = low;
        double b = high;
        for (int i = 0; i < NARROWINGS; i++) {
            double left = b - ratio * (b - a);
            double right = a + ratio * (b - a);
            if (explained(t, y, left, sample) > explained(t, y, right, sample)) {
                b = right;
            } else {
                a = left;
            }
        }
        return a / 2 + b / 2;
    }

    /// What the best amplitude takes off the sum of squares.
    private static double explained(double[] t, double[] y, double rate, int[] sample) {
        double end = rate >= 0 ? 1 : -1;
        double cross = 0;
        double own = 0;
        for (int i : sample) {
            double e = Math.exp(rate * (t[i] - end));
            cross += y[i] * e;
            own += e * e;
        }
        // Where all but vanish at every point of the sample, a quotient of their sums says nothing.
        return own < MIN_OWN ? 0 : cross / own * cross;
    }

    private static double amplitude(double[] t, double[] y, double rate, double end) {
        double cross = 0;
        double own = 0;
        for (int i = 0; i < t.length; i++) {
            double e = Math.exp(rate * (t[i] - end));
            cross += y[i] * e;
            own += e * e;
        }
        return cross / own;
    }
}
