package helvo.core.fit;

import helvo.core.Progress;
import helvo.core.fit.solver.ScaledPolynomial;
import helvo.core.number.RoundNumber;
import helvo.core.numeric.DoubleDoubleLog;
import helvo.core.numeric.DoubleDoubleLog.Doubled;
import helvo.core.numeric.FittedFunction;
import helvo.core.numeric.Range;
import helvo.core.points.LowParts;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.apache.commons.numbers.core.DD;

/// Fits of straight lines through logarithms of x, of y, or of both.
public final class LogTransformedFit {
    private static final double[] EXACT = {};

    private LogTransformedFit() {}

    /// y = a + b ln x.
    public static FitOutcome logarithmic(Curve curve, Points all, Progress progress) {
        Points points = curve.usable(all);
        return ExponentialFit.checked(curve, all, points).orElseGet(() -> {
            Doubled u = Doubled.of(points.x());
            return line(points.over(u.high(), points.y(), points.ySigma()), new LowParts(u.low(), EXACT), progress)
                            instanceof FitOutcome.Fitted(Fit line)
                    ? new FitOutcome.Fitted(
                            line.withCurve(curve, new LineOverLogs((ScaledPolynomial) line.function(), true, false)))
                    : tooNarrow(curve);
        });
    }

    /// ln y = ln a + b x.
    public static FitOutcome exponential(Curve curve, Points all, Progress progress) {
        Points points = curve.usable(all);
        return ExponentialFit.checked(curve, all, points)
                .orElseGet(() -> inLogY(curve, points, new Doubled(points.x(), EXACT), false, progress));
    }

    /// ln y = ln a + b ln x.
    public static FitOutcome power(Curve curve, Points all, Progress progress) {
        Points points = curve.usable(all);
        return ExponentialFit.checked(curve, all, points)
                .orElseGet(() -> inLogY(curve, points, Doubled.of(points.x()), true, progress));
    }

    private static FitOutcome inLogY(Curve curve, Points points, Doubled u, boolean logOfX, Progress progress) {
        Doubled logs = Doubled.of(points.y());
        double[] sigma = points.weighting() == Weighting.UNWEIGHTED
                ? EXACT
                : IntStream.range(0, points.size())
                        .mapToDouble(points::sigmaOfLnY)
                        .toArray();
        if (!(line(points.over(u.high(), logs.high(), sigma), new LowParts(u.low(), logs.low()), progress)
                instanceof FitOutcome.Fitted(Fit line))) {
            return tooNarrow(curve);
        }
        var function = new LineOverLogs((ScaledPolynomial) line.function(), logOfX, true);
        double atZero = Math.exp(line.intercept().value());
        if (atZero >= Double.MIN_NORMAL && Double.isFinite(atZero)) {
            return new FitOutcome.Fitted(new Fit(
                    curve,
                    List.of(amplitude(line.intercept()), line.slope()),
                    covariance(atZero, line.covariance()),
                    function,
                    line.quality()));
        }
        Range x = Range.of(points.x());
        BigDecimal origin = RoundNumber.amid(x.low(), x.high());
        double from = function.u(origin.doubleValue());
        Coefficient logA = line.quality().meanAt(line.function(), "a", from);
        double a = Math.exp(logA.value());
        if (!(a >= Double.MIN_NORMAL) || !Double.isFinite(a)) {
            return new FitOutcome.NotFitted(curve, new FitFailureReason.OutOfRange());
        }
        double[][] ofLine = line.covariance();
        double[][] moved = ofLine.length == 0
                ? Fit.UNKNOWN
                : new double[][] {
                    {Math.pow(logA.uncertainty().orElseThrow().standardError(), 2), ofLine[0][1] + from * ofLine[1][1]},
                    {ofLine[0][1] + from * ofLine[1][1], ofLine[1][1]}
                };
        return new FitOutcome.Fitted(
                new Fit(curve, List.of(amplitude(logA), line.slope()), covariance(a, moved), function, line.quality())
                        .withOrigin(Optional.of(origin)));
    }

    /// The interval is that of ln a, so that it never reaches 0; that a is not 0 needs no test.
    private static Coefficient amplitude(Coefficient logA) {
        double a = Math.exp(logA.value());
        return new Coefficient(
                "a",
                a,
                logA.uncertainty()
                        .map(of -> new Coefficient.Uncertainty(
                                a * of.standardError(),
                                Math.exp(of.low95()),
                                Math.exp(of.high95()),
                                Optional.empty())));
    }

    /// By a = e^(ln a), to first order like its standard error.
    private static double[][] covariance(double a, double[][] ofLine) {
        return ofLine.length == 0
                ? Fit.UNKNOWN
                : new double[][] {{a * a * ofLine[0][0], a * ofLine[0][1]}, {a * ofLine[1][0], ofLine[1][1]}};
    }

    private static FitOutcome line(Points logs, LowParts rests, Progress progress) {
        return PolynomialFit.ofDegree(new Line(), 1).fit(logs, rests, new Line().coefficientNames(), progress);
    }

    /// Different x whose logarithms are the same double, or coefficients that no double holds.
    private static FitOutcome tooNarrow(Curve curve) {
        return new FitOutcome.NotFitted(curve, new FitFailureReason.OutOfRange());
    }

    /// A line over logarithms as a function of x. Its residual is in what the line was fitted to.
    private record LineOverLogs(ScaledPolynomial line, boolean logOfX, boolean logOfY) implements FittedFunction {
        private double u(double x) {
            return !logOfX ? x : x > 0 ? Math.log(x) : Double.NaN;
        }

        @Override
        public double at(double x) {
            double value = line.at(u(x));
            return logOfY ? Math.exp(value) : value;
        }

        @Override
        public double slope(double x) {
            return line.slope(u(x)) * (logOfX ? 1 / x : 1) * (logOfY ? at(x) : 1);
        }

        @Override
        public double residual(double x, double y) {
            DD u = logOfX ? DoubleDoubleLog.of(x) : DD.of(x);
            DD v = logOfY ? DoubleDoubleLog.of(y) : DD.of(y);
            return line.residual(u.hi(), u.lo(), v.hi(), v.lo());
        }

        @Override
        public double leverage(double x) {
            return line.leverage(u(x));
        }

        @Override
        public double[] basis(double x) {
            return line.basis(u(x));
        }
    }
}
