package helvo.core.fit.solver;

import helvo.core.points.ScaledPoints;
import java.util.function.DoubleUnaryOperator;

/// The weighted sum of squares of y − A g(x) at the best amplitude A, as a function of g alone (variable
/// projection, Golub & Pereyra 1973, SIAM J. Numer. Anal. 10:413).
public final class AmplitudeProfile {
    /// Where all but vanish at every point, a quotient of their sums says nothing.
    private static final double MIN_SUM_OF_SQUARES = 1e-200;

    private final ScaledPoints points;
    private final double[] g;
    private double amplitude;

    public AmplitudeProfile(ScaledPoints points) {
        this.points = points;
        g = new double[points.size()];
    }

    /// @param shape g of x, at most about 1
    public double squares(DoubleUnaryOperator shape) {
        double cross = 0;
        double own = 0;
        for (int i = 0; i < g.length; i++) {
            g[i] = shape.applyAsDouble(points.x()[i]);
            double weighted = points.weight(i) * g[i];
            cross += weighted * points.y()[i];
            own += weighted * g[i];
        }
        amplitude = own < MIN_SUM_OF_SQUARES ? 0 : cross / own;
        double sum = 0;
        for (int i = 0; i < g.length; i++) {
            double left = points.y()[i] - amplitude * g[i];
            sum += points.weight(i) * left * left;
        }
        return sum;
    }

    /// The best A of the shape that was asked about last, in the unit of the points.
    public double amplitude() {
        return amplitude;
    }
}
