package helvo.core.nonlinear;

import helvo.core.Progress;
import helvo.core.formula.CurveProgram;
import helvo.core.numeric.DoubleDoubleVectors;
import helvo.core.numeric.NormalSums;
import helvo.core.numeric.SumOfSquares;
import helvo.core.points.ScaledPoints;
import java.math.BigDecimal;
import java.util.Arrays;
import java.util.Optional;
import org.apache.commons.numbers.core.DD;

/// A curve and the points that it is fitted to, by their distances in y.
final class FittedCurve implements SumOfSquares {
    private final CurveProgram program;
    private final ScaledPoints points;
    private final CoefficientGroups groups;
    private final Progress progress;
    /// Of points that are worked out at once, for the one thread that a search has: to make it anew for each of
    /// some thousand sums takes four times as long as the sums.
    private final Optional<CurveProgram.Evaluation> ofFew;
    /// Worked out when they are first asked for.
    private Optional<Decimals> decimals = Optional.empty();

    /// @param groups which points have which coefficients
    FittedCurve(CurveProgram program, ScaledPoints points, CoefficientGroups groups, Progress progress) {
        this.program = program;
        this.points = points;
        this.groups = groups;
        this.progress = progress;
        CurveProgram.Evaluation evaluation = program.evaluation(points.size());
        ofFew = evaluation.most() >= points.size() ? Optional.of(evaluation) : Optional.empty();
    }

    @Override
    public int size() {
        return points.size();
    }

    @Override
    public Progress progress() {
        return progress;
    }

    private CurveProgram.Evaluation evaluation(int count) {
        return ofFew.orElseGet(() -> program.evaluation(count));
    }

    @Override
    public NormalSums.Columns columns(DD[] doubled, int[] of, NormalSums.Digits digits) {
        double[] p = DoubleDoubleVectors.nearest(doubled);
        boolean inFull = digits == NormalSums.Digits.RESIDUALS_DOUBLED;
        if (inFull && decimals.isEmpty()) {
            decimals = Optional.of(Decimals.of(points));
        }
        return (first, end, block) -> {
            CurveProgram.Evaluation evaluation = evaluation(end - first);
            double[] nothing = new double[evaluation.most()];
            double[][] columns = new double[of.length + 1][];
            double[] residuals = new double[evaluation.most()];
            // A power of two.
            double scale = 1 / points.unit();
            int to;
            for (int from = first; from < end; from = to) {
                int group = groups.of(from);
                to = Math.min(Math.min(end, from + evaluation.most()), groups.end(group));
                int count = to - from;
                double[] fitted = evaluation.values(groups.select(p, group), points.x(), from, count);
                DD[] own = inFull ? groups.select(doubled, group) : doubled;
                for (int i = 0; i < count; i++) {
                    residuals[i] = inFull ? residual(own, from + i) : points.y()[from + i] - fitted[i] * scale;
                }
                double[][] gradient = of.length == 0
                        ? columns
                        : groups.isOne() ? evaluation.gradient(count, of) : evaluation.gradient(count);
                for (int k = 0; k < of.length; k++) {
                    int coefficient = groups.coefficient(of[k], group);
                    columns[k] = coefficient < 0 ? nothing : gradient[coefficient];
                    for (int i = 0; i < count; i++) {
                        columns[k][i] *= scale;
                    }
                }
                columns[of.length] = residuals;
                block.add(columns, points.roots(), from, count);
            }
        };
    }

    /// What is left of a measured y, in units of the scaled y, to the last of a double's digits.
    ///
    /// Measured values are decimals: 2.5134 is meant, not the double beside it, which matters where residuals
    /// are as small as the roundings of doubles.
    private double residual(DD[] p, int i) {
        Decimals meant = decimals.orElseThrow();
        return meant.y[i]
                .subtract(program.doubled(p, meant.x[i]))
                .multiply(1 / points.unit())
                .hi();
    }

    /// What the coordinates of the points are meant to be.
    private record Decimals(DD[] x, DD[] y) {
        static Decimals of(ScaledPoints points) {
            return new Decimals(
                    Arrays.stream(points.x()).mapToObj(FittedCurve::decimal).toArray(DD[]::new),
                    Arrays.stream(points.y())
                            .mapToObj(y -> decimal(y * points.unit()))
                            .toArray(DD[]::new));
        }
    }

    /// The shortest decimal that is read as this double.
    private static DD decimal(double value) {
        if (!Double.isFinite(value) || value == Math.rint(value)) {
            return DD.of(value);
        }
        double rest = new BigDecimal(Double.toString(value))
                .subtract(new BigDecimal(value))
                .doubleValue();
        return DD.ofSum(value, rest);
    }
}
