package helvo.core.nonlinear;

import helvo.core.formula.CurveProgram;
import helvo.core.points.ScaledPoints;
import helvo.core.task.BlockParallel;

/// Sums of residuals times derivatives.
final class ResidualProducts {
    private ResidualProducts() {}

    /// The sum over all points of the residual at p times what the derivatives at two other places differ by.
    static double[] difference(FittedCurve curve, double[] p, double[] up, double[] down, int[] of) {
        return BlockParallel.reduce(
                curve.points().size(),
                curve.progress(),
                (from, to) -> {
                    double[] sums = new double[of.length];
                    CurveProgram.Evaluation evaluation = curve.program().evaluation(to - from);
                    double[] residuals = new double[evaluation.most()];
                    for (int at = from; at < to; at += evaluation.most()) {
                        int count = Math.min(to - at, evaluation.most());
                        weigh(curve, evaluation.values(p, curve.points().x(), at, count), residuals, at, count);
                        add(curve, evaluation, up, of, 1, residuals, sums, at, count);
                        add(curve, evaluation, down, of, -1, residuals, sums, at, count);
                    }
                    return sums;
                },
                (one, other) -> {
                    for (int k = 0; k < one.length; k++) {
                        one[k] += other[k];
                    }
                    return one;
                });
    }

    private static void weigh(FittedCurve curve, double[] fitted, double[] residuals, int at, int count) {
        ScaledPoints points = curve.points();
        for (int i = 0; i < count; i++) {
            residuals[i] = (points.y()[at + i] - fitted[i] / points.unit()) * points.weight(at + i);
        }
    }

    private static void add(
            FittedCurve curve,
            CurveProgram.Evaluation evaluation,
            double[] p,
            int[] of,
            double sign,
            double[] residuals,
            double[] sums,
            int at,
            int count) {
        evaluation.values(p, curve.points().x(), at, count);
        double[][] gradient = evaluation.gradient(count);
        double unit = sign / curve.points().unit();
        for (int k = 0; k < of.length; k++) {
            double[] column = gradient[of[k]];
            for (int i = 0; i < count; i++) {
                sums[k] += column[i] * residuals[i] * unit;
            }
        }
    }
}
