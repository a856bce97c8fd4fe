package helvo.core.bounds;

import helvo.core.Progress;
import helvo.core.numeric.DoubleDoubleMatrix;
import helvo.core.points.Points;
import java.util.Arrays;
import java.util.Optional;
import java.util.stream.IntStream;
import org.apache.commons.numbers.core.DD;

/// The least-worst polynomial: the least factor by which all bars in y must be multiplied for a polynomial of a
/// degree to pass through them all. A linear programme, solved by exchanging one constraint at a time (Stiefel
/// 1959, Numer. Math. 1:1; Remez's second algorithm on points), in Chebyshev polynomials of x scaled to [−1, 1],
/// its small systems in double-double.
///
/// @param factor infinite when no factor would do, as for bars of 0
/// @param rows   of the bars that allow no less
public record MinimaxPolynomial(int degree, double factor, int[] rows) {
    private static final int MAX_EXCHANGES = 2000;
    private static final double RELATIVE_ROUNDING = 1e-11;

    /// @return empty where bars in x take part, or there are fewer different x than the polynomial has coefficients
    ///     and one more
    public static Optional<MinimaxPolynomial> of(Points points, int degree, Progress progress) {
        if (points.yBars().isNone()) {
            return Optional.empty();
        }
        BarBoxes boxes = BarBoxes.of(points);
        if (boxes.hasXBars() || boxes.size() < degree + 2) {
            return Optional.empty();
        }
        return new Search(boxes, degree).found(progress);
    }

    /// Constraint i says that the polynomial lies at most k · up above point i, constraint n + i that it lies at
    /// most k · down below it.
    private static final class Search {
        private final BarBoxes boxes;
        private final int n;
        private final int size;
        private final double centre;
        private final double half;
        private int[] basis;
        private DD[] solution;

        @SuppressWarnings("NullAway.Init") // set before they are read
        Search(BarBoxes boxes, int degree) {
            this.boxes = boxes;
            n = boxes.size();
            size = degree + 2;
            double low = Arrays.stream(boxes.x()).min().orElseThrow();
            double high = Arrays.stream(boxes.x()).max().orElseThrow();
            centre = low / 2 + high / 2;
            half = high / 2 - low / 2;
        }

        Optional<MinimaxPolynomial> found(Progress progress) {
            if (!(half > 0) || !start()) {
                return Optional.empty();
            }
            for (int exchange = 0; exchange < MAX_EXCHANGES; exchange++) {
                progress.reached(Double.NaN);
                DD[][] matrix = new DD[size][];
                for (int r = 0; r < size; r++) {
                    matrix[r] = row(basis[r]);
                }
                Optional<DD[][]> inverse = DoubleDoubleMatrix.inverse(matrix);
                if (inverse.isEmpty()) {
                    return Optional.empty();
                }
                solution = DoubleDoubleMatrix.times(
                        inverse.get(),
                        Arrays.stream(basis).mapToObj(this::right).toArray(DD[]::new));
                int entering = mostViolated();
                if (entering < 0) {
                    return Optional.of(new MinimaxPolynomial(
                            size - 2, Math.max(0, solution[size - 1].hi()), deciding(inverse.get()[size - 1])));
                }
                // The objective and the entering constraint as sums of those in the basis.
                DD[] costs = inverse.get()[size - 1];
                DD[] shares = DoubleDoubleMatrix.leftTimes(row(entering), inverse.get());
                int leaving = -1;
                double least = Double.POSITIVE_INFINITY;
                for (int r = 0; r < size; r++) {
                    if (shares[r].hi() > 1e-20) {
                        double ratio = costs[r].hi() / shares[r].hi();
                        if (ratio < least) {
                            least = ratio;
                            leaving = r;
                        }
                    }
                }
                if (leaving < 0) {
                    return Optional.of(new MinimaxPolynomial(size - 2, Double.POSITIVE_INFINITY, deciding(costs)));
                }
                basis[leaving] = entering;
            }
            return Optional.empty();
        }

        /// The rows of those in the basis that have a share in the objective: where two at one x decide, the others
        /// have none.
        private int[] deciding(DD[] costs) {
            double most = Arrays.stream(costs).mapToDouble(DD::hi).max().orElseThrow();
            return IntStream.range(0, size)
                    .filter(r -> costs[r].hi() > RELATIVE_ROUNDING * most)
                    .map(r -> boxes.row(basis[r] % n))
                    .sorted()
                    .distinct()
                    .toArray();
        }

        /// Points at as many different x as there are constraints in a basis, above and below in turn: all costs of
        /// such a basis are positive.
        private boolean start() {
            int[] order = BarBoxes.orderBy(boxes.x(), new double[n]);
            int[] distinct = new int[n];
            int count = 0;
            for (int i : order) {
                if (count == 0 || boxes.x()[distinct[count - 1]] != boxes.x()[i]) {
                    distinct[count++] = i;
                }
            }
            if (count < size) {
                return false;
            }
            basis = new int[size];
            for (int r = 0; r < size; r++) {
                int i = distinct[(int) ((long) (count - 1) * r / (size - 1))];
                basis[r] = r % 2 == 0 ? i : n + i;
            }
            return true;
        }

        private DD t(int i) {
            return DD.ofDifference(boxes.x()[i], centre).divide(half);
        }

        /// As "at least": −p(x) + k up ≥ −y, or p(x) + k down ≥ y.
        private DD[] row(int constraint) {
            int i = constraint % n;
            boolean above = constraint < n;
            DD[] row = new DD[size];
            DD t = t(i);
            DD before = DD.ONE;
            DD now = t;
            for (int k = 0; k < size - 1; k++) {
                DD value = k == 0 ? DD.ONE : now;
                row[k] = above ? value.negate() : value;
                if (k > 0) {
                    DD next = t.multiply(now).multiply(2).subtract(before);
                    before = now;
                    now = next;
                }
            }
            row[size - 1] = DD.of(above ? boxes.up()[i] : boxes.down()[i]);
            return row;
        }

        private DD right(int constraint) {
            double y = boxes.y()[constraint % n];
            return DD.of(constraint < n ? -y : y);
        }

        private int mostViolated() {
            double[] c = Arrays.stream(solution).mapToDouble(DD::hi).toArray();
            double k = Math.max(0, c[size - 1]);
            double scale = Arrays.stream(boxes.y()).map(Math::abs).max().orElse(0);
            double most = 0;
            int at = -1;
            for (int i = 0; i < n; i++) {
                double t = (boxes.x()[i] - centre) / half;
                double b1 = 0;
                double b2 = 0;
                for (int d = size - 2; d > 0; d--) {
                    double b = 2 * t * b1 - b2 + c[d];
                    b2 = b1;
                    b1 = b;
                }
                double above = t * b1 - b2 + c[0] - boxes.y()[i];
                double over = Math.abs(above) - k * (above > 0 ? boxes.up()[i] : boxes.down()[i]);
                if (over > most && over > RELATIVE_ROUNDING * Math.abs(above) + 1e-15 * scale) {
                    most = over;
                    at = above > 0 ? i : n + i;
                }
            }
            int found = at;
            return Arrays.stream(basis).anyMatch(each -> each == found) ? -1 : found;
        }
    }
}
