package helvo.core.analysis;

import helvo.core.Progress;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.Line;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/// A straight line fitted to transformed x and y.
///
/// @param points those that have a value under the transforms
/// @param left   how many have none
/// @param r2     of the line, about the transformed y: not to be compared between different transforms of y
public record Linearisation(Transform ofX, Transform ofY, Points points, int left, Fit line, double r2) {
    private static final List<Transform> NONE = List.of(Transform.NONE);
    private static final List<Transform> ALL = List.of(Transform.values());

    /// Every usual transform of x or of y alone, and the logarithms of both, the straightest first; the points as
    /// they are lead.
    ///
    /// @throws java.util.concurrent.CancellationException when `progress` says that nobody waits
    public static List<Linearisation> of(Points points, Progress progress) {
        var found = new ArrayList<Linearisation>();
        for (Transform ofX : ALL) {
            for (Transform ofY : ofX == Transform.NONE
                    ? ALL
                    : ofX == Transform.LOGARITHM ? List.of(Transform.NONE, Transform.LOGARITHM) : NONE) {
                of(points, ofX, ofY, progress).ifPresent(found::add);
            }
        }
        found.sort(Comparator.<Linearisation>comparingInt(
                        each -> each.ofX == Transform.NONE && each.ofY == Transform.NONE ? 0 : 1)
                .thenComparingInt(Linearisation::left)
                .thenComparing(each -> -each.r2));
        return List.copyOf(found);
    }

    private static Optional<Linearisation> of(Points points, Transform ofX, Transform ofY, Progress progress) {
        int n = points.size();
        double[] x = new double[n];
        double[] y = new double[n];
        int[] rows = new int[n];
        int used = 0;
        for (int i = 0; i < n; i++) {
            x[used] = ofX.of(points.x()[i]);
            y[used] = ofY.of(points.y()[i]);
            rows[used] = points.rows()[i];
            used += Double.isNaN(x[used]) || Double.isNaN(y[used]) ? 0 : 1;
        }
        var straight = new Points(
                Arrays.copyOf(x, used),
                Arrays.copyOf(y, used),
                Arrays.copyOf(rows, used),
                ErrorBars.NONE,
                ErrorBars.NONE);
        return new Line().fit(straight, progress) instanceof FitOutcome.Fitted(Fit fit)
                        && fit.quality().r2().isPresent()
                ? Optional.of(new Linearisation(
                        ofX,
                        ofY,
                        straight,
                        n - straight.size(),
                        fit,
                        fit.quality().r2().getAsDouble()))
                : Optional.empty();
    }
}
