package helvo.core.fit;

import java.util.Optional;
import org.apache.commons.statistics.distribution.ChiSquaredDistribution;

/// Whether the spread of the residuals changes along x: n times the R² of their squares against x, a χ² of one degree of freedom
/// where it
/// does not.
/// Breusch & Pagan 1979, Econometrica 47:1287, in Koenker's form that needs no normal distribution (1981, J. Econometrics 17:107).
record BreuschPagan(double statistic, double p) {
    private static final int FEWEST = 5;

    static Optional<BreuschPagan> of(Residuals residuals) {
        double[] raw = residuals.raw();
        double[] x = residuals.points().x();
        int n = raw.length;
        if (n < FEWEST) {
            return Optional.empty();
        }
        double[] squares = new double[n];
        double meanX = 0;
        double meanSquare = 0;
        for (int i = 0; i < n; i++) {
            double scaled = residuals.points().weighting() == Weighting.UNWEIGHTED ? raw[i]
                    : raw[i] / residuals.points().sigma(i, residuals.fit());
            squares[i] = scaled * scaled;
            meanX += (x[i] - meanX) / (i + 1);
            meanSquare += (squares[i] - meanSquare) / (i + 1);
        }
        double xx = 0;
        double xs = 0;
        double ss = 0;
        for (int i = 0; i < n; i++) {
            double dx = x[i] - meanX;
            double ds = squares[i] / meanSquare - 1;
            xx += dx * dx;
            xs += dx * ds;
            ss += ds * ds;
        }
        double statistic = n * xs / xx * xs / ss;
        return Double.isFinite(statistic) ? Optional.of(new BreuschPagan(statistic,
                ChiSquaredDistribution.of(1).survivalProbability(statistic))) : Optional.empty();
    }
}
