package helvo.core.check;

import java.util.List;
import java.util.SplittableRandom;
import java.util.function.ToDoubleFunction;

/// The p of a statistic of residuals by drawing: how often residuals of a right curve with normal scatter, for the
/// very points and directions of the fit, give one as large (Barnard 1963, J. R. Stat. Soc. B 25:294). The draws
/// are always the same. What is plainly not rare is found by few draws (Besag & Clifford 1991, Biometrika 78:301).
final class SimulatedSignificance {
    /// Of more points a drawing takes longer than a person waits; large samples have distributions of their own.
    static final int MAX_POINTS = 500;
    private static final int FIRST_DRAWS = 200;
    private static final int MAX_DRAWS = 5000;
    private static final double PLAIN_P = 0.05;
    private static final long SEED = 20;

    private SimulatedSignificance() {}

    /// @param statistics of residuals, whatever their scale
    /// @param observed   their values for the residuals of a fit
    /// @return for each of these, how often it is reached
    static double[] ofAll(OrthogonalResiduals scatter, List<ToDoubleFunction<double[]>> statistics, double[] observed) {
        var random = new SplittableRandom(SEED);
        int[] reached = new int[observed.length];
        double[] drawn = new double[scatter.size()];
        int draws = 0;
        while (draws < MAX_DRAWS && (draws < FIRST_DRAWS || isOpen(reached, draws))) {
            for (int i = 0; i < drawn.length; i++) {
                drawn[i] = random.nextGaussian();
            }
            scatter.orthogonalise(drawn);
            for (int k = 0; k < observed.length; k++) {
                reached[k] += statistics.get(k).applyAsDouble(drawn) >= observed[k] ? 1 : 0;
            }
            draws++;
        }
        double[] p = new double[observed.length];
        for (int k = 0; k < p.length; k++) {
            p[k] = (reached[k] + 1.0) / (draws + 1);
        }
        return p;
    }

    static double of(OrthogonalResiduals scatter, ToDoubleFunction<double[]> statistic, double observed) {
        return ofAll(scatter, List.of(statistic), new double[] {observed})[0];
    }

    private static boolean isOpen(int[] reached, int draws) {
        for (int each : reached) {
            if (each < PLAIN_P * draws) {
                return true;
            }
        }
        return false;
    }
}
