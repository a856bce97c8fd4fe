package helvo.core.fit;

import helvo.core.number.RisingOrder;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.IntStream;

/// One check on the residuals of a fit.
///
/// @param p     how often chance alone would show as much; empty where the check has none
/// @param says  what it found, in words
/// @param warns whether that speaks against the curve
/// @param rows  of the table that the finding is about, 0 is the first; none where it is about all of them
public record Check(Kind kind, double statistic, OptionalDouble p, String says, boolean warns, List<Integer> rows) {
    /// What is checked.
    public enum Kind {
        RUNS("runs", "Runs"), DURBIN_WATSON("durbin-watson", "Durbin–Watson"), SHAPIRO_WILK("shapiro-wilk", "Shapiro–Wilk"),
        ANDERSON_DARLING("anderson-darling", "Anderson–Darling"), BREUSCH_PAGAN("breusch-pagan", "Breusch–Pagan"),
        COOK("cook", "Cook’s distance");

        private final String keyword;
        private final String title;

        Kind(String keyword, String title) {
            this.keyword = keyword;
            this.title = title;
        }

        /// As reports name it.
        public String keyword() {
            return keyword;
        }

        /// As a person reads it.
        public String title() {
            return title;
        }
    }

    public Check {
        rows = List.copyOf(rows);
    }

    private static final int MAX_WHOLE = 20_000;
    /// The usual level at which a p counts as significant.
    public static final double SIGNIFICANT = 0.05;

    /// Those that can judge these residuals.
    public static List<Check> of(Residuals residuals) {
        var checks = new ArrayList<Check>();
        int[] order = residuals.points().orderByX();
        RunsTest.of(residuals, order).ifPresent(runs -> checks.add(of(Kind.RUNS, runs.statistic(), runs.p(), runs.says())));
        int n = residuals.raw().length;
        if (n > residuals.fit().quality().coefficients() && !residuals.fit().quality().perfect()) {
            DurbinWatson.of(residuals, order).ifPresent(test -> checks.add(of(Kind.DURBIN_WATSON, test.statistic(), test.p(),
                    test.p() >= SIGNIFICANT ? "neighbours are independent"
                    : test.statistic() < 2 ? "neighbours are alike: a pattern is left" : "neighbours alternate")));
            NormalityTest.of(residuals).ifPresent(shape -> checks.add(of(shape.kind(), shape.statistic(), shape.p(),
                    shape.p() >= SIGNIFICANT ? "spread like a normal distribution"
                    : "not spread like a normal distribution: intervals are rough")));
            BreuschPagan.of(residuals).ifPresent(test -> checks.add(of(Kind.BREUSCH_PAGAN, test.statistic(), test.p(),
                    test.p() >= SIGNIFICANT ? "equally wide everywhere" : "the spread changes along x: weights may be needed")));
            cook(residuals, order).ifPresent(checks::add);
        }
        return List.copyOf(checks);
    }

    private static Check of(Kind kind, double statistic, double p, String says) {
        return new Check(kind, statistic, OptionalDouble.of(p), says, p < SIGNIFICANT, List.of());
    }

    /// The point that moves the curve most, where it moves it much: a distance above 4/n.
    private static Optional<Check> cook(Residuals residuals, int[] byX) {
        int n = residuals.raw().length;
        int at = -1;
        double most = 0;
        for (int i : candidates(residuals, byX)) {
            double distance = residuals.cooksDistance(i).orElse(0);
            if (distance > most) {
                most = distance;
                at = i;
            }
        }
        if (at < 0) {
            return Optional.empty();
        }
        boolean warns = most > 4.0 / n;
        int row = residuals.points().rows()[at];
        return Optional.of(new Check(Kind.COOK, most, OptionalDouble.empty(),
                warns ? "row " + (row + 1) + " moves the curve more than any other: look at it" : "no single point decides the curve",
                        warns,
                warns ? List.of(row) : List.of()));
    }

    /// Of many points, those with the largest residuals and those at the ends: a distance is the product of what these two make large.
    private static int[] candidates(Residuals residuals, int[] byX) {
        int n = residuals.raw().length;
        if (n <= MAX_WHOLE) {
            return IntStream.range(0, n).toArray();
        }
        int[] bySize = RisingOrder.of(Arrays.stream(residuals.raw()).map(r -> -Math.abs(r)).toArray());
        return IntStream.concat(Arrays.stream(bySize, 0, MAX_WHOLE / 4),
                IntStream.concat(Arrays.stream(byX, 0, MAX_WHOLE / 8), Arrays.stream(byX, n - MAX_WHOLE / 8, n))).distinct().toArray();
    }
}
