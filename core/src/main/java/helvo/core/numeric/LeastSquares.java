package helvo.core.numeric;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.apache.commons.numbers.core.DD;

/// From a start to the least sum of squares about it. Coefficients in which the curve is linear are found from
/// the others at each step (Golub and Pereyra 1973; the step is that of Kaufman 1975, BIT 15:49, by way of Ruhe
/// and Wedin 1980, SIAM Review 22:318); those by Levenberg and Marquardt's method (Marquardt 1963, J. SIAM
/// 11:431); at the end by Newton's, in doubled digits.
public final class LeastSquares {
    /// Marquardt's λ: at first, at most, and what it changes by.
    private static final double FIRST_DAMPING = 1e-3;
    private static final double LEAST_DAMPING = 1e-14;
    private static final double MOST_DAMPING = 1e12;
    private static final double DAMPING_FACTOR = 10;
    /// Steps shorter than this part of the coefficients have ended a search.
    private static final double SMALL_STEP = 1e-9;
    /// So long as a sum of squares falls by less than this part, few steps more are made.
    private static final double SMALL_GAIN = 1e-10;
    private static final int MOST_IDLE_STEPS = 8;
    private static final int MAX_NEWTON_STEPS = 60;
    private static final int STEPS_WITH_ALL = 8;
    /// Newton's steps have settled where they no longer shrink below this.
    private static final double SETTLED_STEP = 1e-7;
    /// After a step of this size the second derivatives are the same.
    private static final double STEADY_STEP = 1e-3;
    /// Of sums in doubles, the last of Newton's steps by what it takes of the scatter: the relative offset (Bates
    /// and Watts 1981, Technometrics 23:179), a share of the standard errors.
    private static final double LAST_OFFSET = 1e-5;
    /// A coefficient with less than this share of the longest one's part in a direction has none in it.
    private static final double OPEN_SHARE = 0.1;
    private static final int[] NOTHING = {};

    private final SumOfSquares sumOfSquares;
    private final List<Range> limits;
    private final int[] free;
    private final int[] linear;
    private final boolean[] isLinear;
    private final int[] others;

    /// @param limits of each coefficient, fitted or not
    /// @param free   places of the coefficients that are fitted
    /// @param linear those of them in which the curve is linear, and which have no limits
    public LeastSquares(SumOfSquares sumOfSquares, List<Range> limits, int[] free, int[] linear) {
        this.sumOfSquares = sumOfSquares;
        this.limits = limits;
        this.free = free;
        this.linear = linear;
        isLinear = new boolean[limits.size()];
        for (int k : linear) {
            isLinear[k] = true;
        }
        others = Arrays.stream(free).filter(k -> !isLinear[k]).toArray();
    }

    /// How many points there are.
    public int size() {
        return sumOfSquares.size();
    }

    /// The same search of another sum.
    public LeastSquares with(SumOfSquares other) {
        return new LeastSquares(other, limits, free, linear);
    }

    /// The same with one coefficient held at what a start has.
    public LeastSquares holding(int coefficient) {
        return new LeastSquares(sumOfSquares, limits, without(free, coefficient), without(linear, coefficient));
    }

    private static int[] without(int[] all, int one) {
        return Arrays.stream(all).filter(k -> k != one).toArray();
    }

    /// Where a search stands.
    ///
    /// @param ended whether its steps became short
    public record Place(double[] p, double squares, boolean ended) {}

    private NormalSums sums(double[] p, int[] of) {
        return sumOfSquares.sums(DoubleDoubleVectors.of(p), of, sumOfSquares.digits());
    }

    /// With the best values of those coefficients in which the curve is linear, from any values of them.
    ///
    /// @return empty where there are none, or a value is not finite
    public Optional<Place> completed(double[] start) {
        double[] p = start.clone();
        for (int k : linear) {
            p[k] = 0;
        }
        NormalSums sums = sums(p, linear);
        if (linear.length > 0) {
            Optional<SymmetricSystem> system =
                    sums.isFinite() ? SymmetricSystem.of(sums.matrix(), SymmetricSystem.MIN_PIVOT) : Optional.empty();
            if (system.isEmpty()) {
                return Optional.empty();
            }
            DD[] by = system.get().solve(sums.gradient());
            for (int i = 0; i < linear.length; i++) {
                p[linear[i]] += by[i].hi();
            }
            sums = sums(p, NOTHING);
        }
        return sums.isFinite() ? Optional.of(new Place(p, sums.squares(), false)) : Optional.empty();
    }

    /// Levenberg and Marquardt's steps.
    public Place improved(Place start, int mostSteps) {
        Place now = start;
        double lambda = FIRST_DAMPING;
        int idle = 0;
        for (int step = 0; step < mostSteps; step++) {
            NormalSums sums = sums(now.p, free);
            if (!sums.isFinite()) {
                return now;
            }
            Optional<Place> next = Optional.empty();
            double length = 0;
            while (next.isEmpty() && lambda < MOST_DAMPING) {
                Optional<double[]> tried = stepped(now.p, sums, lambda);
                if (tried.isPresent()) {
                    length = length(now.p, tried.get());
                    double before = now.squares;
                    next = again(tried.get()).filter(place -> place.squares <= before);
                    if (next.isEmpty() && length < SMALL_STEP) {
                        return new Place(now.p, now.squares, true);
                    }
                }
                lambda = next.isPresent() ? Math.max(lambda / DAMPING_FACTOR, LEAST_DAMPING) : lambda * DAMPING_FACTOR;
            }
            if (next.isEmpty()) {
                return now;
            }
            idle = now.squares - next.get().squares <= SMALL_GAIN * now.squares ? idle + 1 : 0;
            boolean ended = length < SMALL_STEP || idle > MOST_IDLE_STEPS;
            now = new Place(next.get().p, next.get().squares, ended);
            if (ended || now.squares == 0) {
                return new Place(now.p, now.squares, true);
            }
        }
        return now;
    }

    /// From coefficients that were found with other points.
    public Optional<Place> again(double[] p) {
        return linear.length > 0 ? completed(p).or(() -> valued(p)) : valued(p);
    }

    /// The coefficients of the direction in which the points tell least.
    public List<Integer> open(double[] p) {
        NormalSums sums = sums(p, free);
        if (!sums.isFinite()) {
            return Arrays.stream(free).boxed().toList();
        }
        DD[][] matrix = sums.matrix();
        double[][] scaled = new double[free.length][free.length];
        for (int i = 0; i < free.length; i++) {
            for (int j = 0; j < free.length; j++) {
                double size = Math.sqrt(matrix[i][i].hi() * matrix[j][j].hi());
                scaled[i][j] = size > 0 ? matrix[i][j].hi() / size : 0;
            }
        }
        double[] vector = JacobiEigenvectors.ofLeast(scaled);
        double most = Arrays.stream(vector).map(Math::abs).max().orElse(1);
        return IntStream.range(0, free.length)
                .filter(i -> Math.abs(vector[i]) >= OPEN_SHARE * most)
                .mapToObj(i -> free[i])
                .toList();
    }

    public Optional<Place> valued(double[] p) {
        NormalSums sums = sums(p, NOTHING);
        return sums.isFinite() ? Optional.of(new Place(p, sums.squares(), false)) : Optional.empty();
    }

    /// One step within the limits: what stands at one and would leave it stays.
    private Optional<double[]> stepped(double[] p, NormalSums sums, double lambda) {
        DD[] gradient = sums.gradient();
        int[] moving = IntStream.range(0, free.length)
                .filter(i -> !isBlocked(p, free[i], gradient[i].hi()))
                .toArray();
        if (moving.length == 0) {
            return Optional.of(p.clone());
        }
        DD[][] all = sums.matrix();
        DD[][] matrix = new DD[moving.length][moving.length];
        DD[] right = new DD[moving.length];
        for (int i = 0; i < moving.length; i++) {
            right[i] = gradient[moving[i]];
            for (int j = 0; j < moving.length; j++) {
                matrix[i][j] = all[moving[i]][moving[j]];
            }
            int coefficient = free[moving[i]];
            matrix[i][i] = matrix[i][i].multiply(1 + (isLinear[coefficient] ? LEAST_DAMPING : lambda));
        }
        return SymmetricSystem.of(matrix, SymmetricSystem.MIN_PIVOT).map(system -> {
            DD[] by = system.solve(right);
            double[] next = p.clone();
            for (int i = 0; i < moving.length; i++) {
                int k = free[moving[i]];
                next[k] = limits.get(k).nearest(p[k] + by[i].hi());
            }
            return next;
        });
    }

    /// Whether it stands at a limit that it would leave.
    private boolean isBlocked(double[] p, int k, double downhill) {
        return p[k] <= limits.get(k).low() && downhill < 0
                || p[k] >= limits.get(k).high() && downhill > 0;
    }

    /// The largest change of a coefficient, in parts of it, of those that are not found from the others.
    private double length(double[] from, double[] to) {
        return Arrays.stream(others.length == 0 ? free : others)
                .mapToDouble(k -> parts(from, to, k))
                .max()
                .orElse(0);
    }

    /// How far a coefficient is from what it is elsewhere, in parts of it.
    public double parts(double[] p, double[] elsewhere, int k) {
        return Math.abs(elsewhere[k] - p[k]) / sumOfSquares.size(p, k);
    }

    /// See [SumOfSquares#bend].
    interface Bend {
        double[][] at(double[] p, int[] of);
    }

    /// That of the points which are searched, as often as they stand for others.
    Bend bend(double times) {
        return (p, of) -> Arrays.stream(sumOfSquares.bend(p, of))
                .map(row -> Arrays.stream(row).map(each -> each * times).toArray())
                .toArray(double[][]::new);
    }

    /// The least of all, to its last digits.
    ///
    /// @param p       coefficients
    /// @param squares the least sum, in units of the scaled y
    /// @param inverse of JᵀJ, for the free coefficients that stand at no limit
    /// @param moving  places of those
    /// @param steps    of Newton's
    /// @param lastStep the most that the last of them changed a coefficient by, as a part of it
    public record Minimum(
            double[] p, double squares, double largest, double[][] inverse, int[] moving, int steps, double lastStep) {
        /// @param searches where each of them ended
        /// @param lowest   the sum of squares of those that ended here, but for this part of it
        public Convergence convergence(List<Place> searches, double lowest, double part) {
            long ended = searches.stream()
                    .filter(each -> each.squares() <= lowest * (1 + part) + Double.MIN_NORMAL)
                    .count();
            return new Convergence(searches.size(), (int) ended, steps, lastStep);
        }
    }

    /// @return empty where this is no least, or the points do not determine all coefficients
    public Optional<Minimum> polished(double[] start) {
        return polished(start, sumOfSquares::bend, sumOfSquares.lastDigits());
    }

    /// The same of points that stand for more, to as many digits as a search through those begins with.
    public Optional<Minimum> polishedOfSample(double[] start) {
        return polished(start, sumOfSquares::bend, NormalSums.Digits.SINGLE);
    }

    /// From the least of a sample, which tells the bend well enough; what that does not determine is not looked for
    /// among more points.
    ///
    /// @param times how many of these points each of the sample stands for
    public Optional<Minimum> polished(Minimum ofSample, LeastSquares sample, double times) {
        Bend bend = sample.bend(times);
        return polished(ofSample.p(), bend, sumOfSquares.lastDigits()).or(() -> again(ofSample.p())
                .map(place -> improved(place, STEPS_WITH_ALL))
                .flatMap(place -> polished(place.p(), bend, sumOfSquares.lastDigits())));
    }

    private Optional<Minimum> polished(double[] start, Bend bendOf, NormalSums.Digits digits) {
        DD[] p = DoubleDoubleVectors.of(start);
        NormalSums sums = sumOfSquares.sums(p, free, digits);
        DD[] first = sums.gradient();
        int[] moving = IntStream.range(0, free.length)
                .filter(i -> !isBlocked(start, free[i], first[i].hi()))
                .map(i -> free[i])
                .toArray();
        if (moving.length < free.length) {
            sums = sumOfSquares.sums(p, moving, digits);
        }
        double before = Double.POSITIVE_INFINITY;
        double[][] bend = {};
        boolean settled = moving.length == 0;
        int steps = 0;
        while (steps < MAX_NEWTON_STEPS && !settled && sums.isFinite()) {
            if (before > STEADY_STEP) {
                bend = bendOf.at(DoubleDoubleVectors.nearest(p), moving);
            }
            Optional<SymmetricSystem> system = SymmetricSystem.of(curved(sums.matrix(), bend), digits.minPivot());
            if (system.isEmpty()) {
                break;
            }
            DD[] by = system.get().solve(sums.gradient());
            double[] now = DoubleDoubleVectors.nearest(p);
            double length = 0;
            for (int i = 0; i < moving.length; i++) {
                length = Math.max(length, Math.abs(by[i].hi()) / sumOfSquares.size(now, moving[i]));
            }
            if (!Double.isFinite(length) || length > 1 || !(length < before) && before > SETTLED_STEP) {
                break;
            }
            if (!(length < before)) {
                settled = true;
                break;
            }
            for (int i = 0; i < moving.length; i++) {
                DD next = p[moving[i]].add(by[i]);
                double within = limits.get(moving[i]).nearest(next.hi());
                p[moving[i]] = within == next.hi() ? next : DD.of(within);
            }
            before = length;
            steps++;
            settled = length < digits.lastStep()
                    || digits == NormalSums.Digits.SINGLE && offset(by, sums, moving.length) < LAST_OFFSET;
            sums = sumOfSquares.sums(p, moving, digits);
        }
        Optional<SymmetricSystem> normal = SymmetricSystem.of(sums.matrix(), digits.minPivot());
        return settled && sums.isFinite() && normal.isPresent()
                ? Optional.of(new Minimum(
                        DoubleDoubleVectors.nearest(p),
                        sums.squares(),
                        sums.largest(),
                        normal.get().inverse(),
                        moving,
                        steps,
                        steps == 0 ? 0 : before))
                : Optional.empty();
    }

    /// How far a step goes, where the standard deviation of the residuals is 1 for each coefficient.
    private double offset(DD[] by, NormalSums sums, int moving) {
        double along = 0;
        for (int i = 0; i < moving; i++) {
            along += by[i].hi() * sums.gradient()[i].hi();
        }
        double scatter = sums.squares() / (sumOfSquares.size() - moving);
        return Math.sqrt(Math.abs(along) / moving / scatter);
    }

    /// Half the second derivatives: JᵀJ less the bend.
    private static DD[][] curved(DD[][] matrix, double[][] bend) {
        int n = matrix.length;
        DD[][] curved = new DD[n][n];
        for (int a = 0; a < n; a++) {
            for (int b = 0; b < n; b++) {
                double own = (bend[a][b] + bend[b][a]) / 2;
                curved[a][b] = Double.isFinite(own) ? matrix[a][b].subtract(own) : matrix[a][b];
            }
        }
        return curved;
    }
}
