package helvo.core.fit;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;

/// One check on the residuals of a fit.
///
/// @param name      as reports name it: "runs", "durbin-watson", "shapiro-wilk", "anderson-darling", "breusch-pagan", "cook"
/// @param title     as a person reads it
/// @param p         how often chance alone would show as much; empty where the check has none
/// @param says      what it found, in words
/// @param warns     whether that speaks against the curve
public record Check(String name, String title, double statistic, OptionalDouble p, String says, boolean warns) {
    /// The usual level at which a p counts as significant.
    public static final double SIGNIFICANT = 0.05;

    /// Those that can judge these residuals.
    public static List<Check> of(Residuals residuals) {
        var checks = new ArrayList<Check>();
        RunsTest.of(residuals).ifPresent(runs -> checks.add(of("runs", "Runs", runs.statistic(), runs.p(), runs.says())));
        int n = residuals.raw().length;
        if (n > residuals.fit().quality().coefficients() && !residuals.fit().quality().perfect()) {
            DurbinWatson.of(residuals).ifPresent(test -> checks.add(of("durbin-watson", "Durbin–Watson", test.statistic(), test.p(), test.p() >= SIGNIFICANT ? "neighbours are independent"
                    : test.statistic() < 2 ? "neighbours are alike: a pattern is left" : "neighbours alternate")));
            NormalShape.of(residuals).ifPresent(shape -> checks.add(of(shape.name(), shape.title(), shape.statistic(), shape.p(),
                    shape.p() >= SIGNIFICANT ? "spread like a normal distribution" : "not spread like a normal distribution: intervals are rough")));
            BreuschPagan.of(residuals).ifPresent(test -> checks.add(of("breusch-pagan", "Breusch–Pagan", test.statistic(), test.p(),
                    test.p() >= SIGNIFICANT ? "equally wide everywhere" : "the spread changes along x: weights may be needed")));
            cook(residuals).ifPresent(checks::add);
        }
        return List.copyOf(checks);
    }

    private static Check of(String name, String title, double statistic, double p, String says) {
        return new Check(name, title, statistic, OptionalDouble.of(p), says, p < SIGNIFICANT);
    }

    /// The point that moves the curve most, where it moves it much: a distance above 4/n.
    private static Optional<Check> cook(Residuals residuals) {
        int n = residuals.raw().length;
        int at = -1;
        double most = 0;
        for (int i = 0; i < n; i++) {
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
        String row = "row %d".formatted(residuals.points().rows()[at] + 1);
        return Optional.of(new Check("cook", "Cook’s distance", most, OptionalDouble.empty(), warns ? row + " moves the curve more than any other: look at it" : "no single point decides the curve", warns));
    }
}
