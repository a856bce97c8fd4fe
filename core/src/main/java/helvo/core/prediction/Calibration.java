package helvo.core.prediction;

import helvo.core.fit.Fit;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.IntStream;
import org.apache.commons.statistics.distribution.TDistribution;

/// Detection and quantification limits of a straight calibration line.
///
/// @param byScatter   σ is the residual standard deviation s
/// @param byIntercept σ is the intercept's standard error; empty where the intercept is not fitted
/// @param byBlank     from repeated measurements at x = 0; empty with fewer than two of them
public record Calibration(Limits byScatter, Optional<Limits> byIntercept, Optional<Blank> byBlank) {
    private static final double DETECTION_FACTOR = 3.3;
    private static final double QUANTIFICATION_FACTOR = 10;

    /// 3.3 σ/|b| and 10 σ/|b|, ICH Q2(R2).
    public record Limits(double detection, double quantification) {
        private static Limits of(double sigma, double slope) {
            return new Limits(DETECTION_FACTOR * sigma / slope, QUANTIFICATION_FACTOR * sigma / slope);
        }
    }

    /// What a blank says.
    ///
    /// @param measured  how often it was measured, k
    /// @param critical  above it something was found: t s₀ √(1 + 1/k)/|b|, with t of k − 1 degrees of freedom at 5
    ///     %, one-sided, and s₀ their standard deviation (Currie 1968, Anal. Chem. 40:586, with t for a deviation
    ///     that is itself estimated)
    /// @param detection twice that: so much is found in 95 % of cases
    public record Blank(int measured, double critical, double detection) {}

    /// @return empty for another shape than a straight line, without scatter to judge by, for a line without slope,
    ///     and where bars weigh
    public static Optional<Calibration> of(Fit fit, Points points) {
        OptionalDouble s = fit.quality().residualStandardDeviation();
        if (fit.curve().degree() != 1 || s.isEmpty() || fit.quality().weighting() != Weighting.UNWEIGHTED) {
            return Optional.empty();
        }
        double slope = Math.abs(fit.slope().value());
        if (slope == 0) {
            return Optional.empty();
        }
        Optional<Limits> intercept = fit.coefficients().stream()
                .filter(coefficient -> coefficient.name().equals("a"))
                .findFirst()
                .flatMap(a -> a.uncertainty())
                .map(of -> Limits.of(of.standardError(), slope));
        return Optional.of(new Calibration(Limits.of(s.getAsDouble(), slope), intercept, blank(points, slope)));
    }

    private static Optional<Blank> blank(Points points, double slope) {
        double[] y = IntStream.range(0, points.size())
                .filter(i -> points.x()[i] == 0)
                .mapToDouble(i -> points.y()[i])
                .toArray();
        if (y.length < 2) {
            return Optional.empty();
        }
        double mean = 0;
        for (int i = 0; i < y.length; i++) {
            mean += (y[i] - mean) / (i + 1);
        }
        double squares = 0;
        for (double each : y) {
            squares += (each - mean) * (each - mean);
        }
        double s = Math.sqrt(squares / (y.length - 1));
        double critical = TDistribution.of(y.length - 1).inverseSurvivalProbability(0.05)
                * s
                * Math.sqrt(1 + 1.0 / y.length)
                / slope;
        return Optional.of(new Blank(y.length, critical, 2 * critical));
    }
}
