package helvo.core.nonlinear;

import helvo.core.Progress;
import helvo.core.formula.CurveProgram;
import helvo.core.points.ScaledPoints;
import java.math.BigDecimal;
import org.apache.commons.numbers.core.DD;

/// A curve and the points that it is fitted to.
record FittedCurve(CurveProgram program, ScaledPoints points, Progress progress) {
    /// What is left of a measured y, in units of the scaled y, to the last of a double's digits.
    ///
    /// Measured values are decimals: 2.5134 is meant, not the double beside it, which matters where residuals
    /// are as small as the roundings of doubles.
    double residual(DD[] p, int i) {
        return decimal(points.y()[i] * points.unit())
                .subtract(program.doubled(p, decimal(points.x()[i])))
                .multiply(1 / points.unit())
                .hi();
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
