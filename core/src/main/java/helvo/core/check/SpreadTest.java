package helvo.core.check;

import helvo.core.fit.Residuals;
import helvo.core.numeric.Range;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import java.util.stream.IntStream;

/// Test of whether the scatter of few points grows with the fitted value or, either way, with x: the correlation of
/// the sizes of residuals, each over the root of what the fit leaves of it, with these (Glejser 1969, J. Am. Stat.
/// Assoc. 64:316), its p by drawing.
///
/// @param statistic the correlation that is the less likely by chance
/// @param growth    the spread at the largest x over that at the smallest, by a line through these sizes; at most
///     10
record SpreadTest(double statistic, double p, double growth) {
    private static final int MIN_POINTS = 5;
    private static final double MOST_GROWTH = 10;
    /// Of the error that may be made, for scatter that grows with the fitted values.
    private static final double WITH_FITTED = 0.75;
    private static final double MIN_LEVERAGE_GAP = 1e-10;

    static Optional<SpreadTest> of(Residuals residuals, OrthogonalResiduals scatter) {
        int n = scatter.size();
        if (n < MIN_POINTS || n > SimulatedSignificance.MAX_POINTS) {
            return Optional.empty();
        }
        double[] free =
                IntStream.range(0, n).mapToDouble(i -> 1 - scatter.leverage(i)).toArray();
        double[] byX = centred(scatter.x());
        double[] byFitted = centred(IntStream.range(0, n)
                .map(scatter::place)
                .mapToDouble(residuals::fitted)
                .map(Math::abs)
                .toArray());
        if (byX.length == 0) {
            return Optional.empty();
        }
        ToDoubleFunction<double[]> alongX = e -> Math.abs(correlation(e, free, byX));
        boolean fitted = byFitted.length > 0;
        ToDoubleFunction<double[]> alongFitted = e -> fitted ? correlation(e, free, byFitted) : -1;
        double ofX = correlation(scatter.e(), free, byX);
        double ofFitted = alongFitted.applyAsDouble(scatter.e());
        double[] p = SimulatedSignificance.ofAll(
                scatter, List.of(alongX, alongFitted), new double[] {Math.abs(ofX), fitted ? ofFitted : -1});
        double joint = Math.min(1, Math.min(p[0] / (1 - WITH_FITTED), p[1] / WITH_FITTED));
        return Optional.of(new SpreadTest(
                p[1] / WITH_FITTED < p[0] / (1 - WITH_FITTED) ? ofFitted : ofX, joint, growth(scatter, free, byX)));
    }

    /// About their mean, of length 1; none where all are equal.
    private static double[] centred(double[] values) {
        Range all = Range.of(values);
        double unit = all.halfWidth();
        if (!(unit > 0) || !Double.isFinite(unit)) {
            return new double[0];
        }
        double[] scaled = Arrays.stream(values)
                .map(each -> (each - all.midpoint()) / unit)
                .toArray();
        double mean = Arrays.stream(scaled).average().orElseThrow();
        double length = Math.sqrt(
                Arrays.stream(scaled).map(each -> (each - mean) * (each - mean)).sum());
        return Arrays.stream(scaled).map(each -> (each - mean) / length).toArray();
    }

    private static double correlation(double[] e, double[] free, double[] direction) {
        double sum = 0;
        double squares = 0;
        double along = 0;
        for (int i = 0; i < e.length; i++) {
            double size = free[i] > MIN_LEVERAGE_GAP ? Math.abs(e[i]) / Math.sqrt(free[i]) : 0;
            sum += size;
            squares += size * size;
            along += size * direction[i];
        }
        double spread = squares - sum * sum / e.length;
        return spread > 0 ? along / Math.sqrt(spread) : 0;
    }

    private static double growth(OrthogonalResiduals scatter, double[] free, double[] direction) {
        double sum = 0;
        double along = 0;
        for (int i = 0; i < free.length; i++) {
            double size = free[i] > MIN_LEVERAGE_GAP ? Math.abs(scatter.e()[i]) / Math.sqrt(free[i]) : 0;
            sum += size;
            along += size * direction[i];
        }
        Range reach = Range.of(direction);
        double least = Math.max(0, sum / free.length + along * reach.low());
        double most = Math.max(0, sum / free.length + along * reach.high());
        double growth = most / least;
        return Double.isNaN(growth) ? 1 : Math.clamp(growth, 1 / MOST_GROWTH, MOST_GROWTH);
    }
}
