package helvo.core.fit;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import helvo.core.prediction.InverseReading;
import helvo.core.prediction.Reading;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/// How often 95 % limits hold what is true: of coefficients, of the mean at an x and of the x at a y, for curves
/// through twelve points. Run as a program it prints a table of docs/numerics.md: `docs/simulate-checks coverage`.
public final class CoverageSimulation {
    private static final double[] X =
            IntStream.range(0, 12).mapToDouble(i -> 1 + 0.8 * i).toArray();
    private static final double PLACE = 4.3;

    /// A curve that is right, with its true coefficients.
    enum Truth {
        LINE(new Line(), 3, 2),
        EXPONENTIAL(new Exponential(false), 20, -0.3),
        LOGISTIC(new Logistic(), 20, 1.1, 5);

        private final Curve curve;
        private final double[] coefficients;

        Truth(Curve curve, double... coefficients) {
            this.curve = curve;
            this.coefficients = coefficients;
        }
    }

    private CoverageSimulation() {}

    /// Shares in percent, in the order of the names, then of the mean at an x and of the x at a y.
    ///
    /// @param scatter of a point whose bar has the middle length
    static double[] of(Truth truth, Weighting weighting, double scatter, int sets, long seed) {
        var random = new Random(seed);
        int asked = truth.coefficients.length + 2;
        int[] held = new int[asked];
        int[] all = new int[asked];
        for (int set = 0; set < sets; set++) {
            double[] sigma = Arrays.stream(X)
                    .map(_ ->
                            scatter * (weighting == Weighting.UNWEIGHTED ? 1 : Math.pow(10, random.nextDouble() - 0.5)))
                    .toArray();
            double[] y = IntStream.range(0, X.length)
                    .mapToDouble(i -> truth.curve.value(truth.coefficients, X[i]) + sigma[i] * random.nextGaussian())
                    .toArray();
            Points points = new Points(
                            X, y, IntStream.range(0, X.length).toArray(), ErrorBars.NONE, ErrorBars.even(sigma))
                    .weighted(weighting, 1, 1);
            if (truth.curve.fit(points, Progress.none()) instanceof FitOutcome.Fitted(Fit fit)) {
                for (int k = 0; k < truth.coefficients.length; k++) {
                    Coefficient.Uncertainty known =
                            fit.coefficients().get(k).uncertainty().orElseThrow();
                    count(
                            held,
                            all,
                            k,
                            known.low95() <= truth.coefficients[k] && truth.coefficients[k] <= known.high95());
                }
                double level = truth.curve.value(truth.coefficients, PLACE);
                Reading reading = Reading.at(fit, points, PLACE).orElseThrow();
                count(
                        held,
                        all,
                        asked - 2,
                        Math.abs(reading.value() - level)
                                <= reading.meanHalf95().orElseThrow());
                List<InverseReading> found = InverseReading.at(fit, points, level);
                count(
                        held,
                        all,
                        asked - 1,
                        found.stream()
                                .anyMatch(each -> each.low95().orElse(Double.NEGATIVE_INFINITY) <= PLACE
                                        && PLACE <= each.high95().orElse(Double.POSITIVE_INFINITY)));
            }
        }
        return IntStream.range(0, asked)
                .mapToDouble(k -> 100.0 * held[k] / all[k])
                .toArray();
    }

    private static void count(int[] held, int[] all, int k, boolean isHeld) {
        all[k]++;
        held[k] += isHeld ? 1 : 0;
    }

    /// @param arguments how many sets each cell has; 2,000 if not given
    public static void main(String[] arguments) {
        int sets = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 2_000;
        System.out.println(
                "| curve | weights | coefficients | mean at an x | x at a y |\n| --- | --- | --- | --- | --- |");
        for (Truth truth : Truth.values()) {
            for (Weighting weighting : Weighting.values()) {
                double[] shares = of(truth, weighting, 0.6, sets, 40);
                System.out.println(RootLocale.format(
                        "| %s | %s | %s | %.1f | %.1f |",
                        truth.curve.name().toLowerCase(java.util.Locale.ROOT),
                        weighting.words(),
                        Arrays.stream(shares, 0, shares.length - 2)
                                .mapToObj(share -> RootLocale.format("%.1f", share))
                                .collect(Collectors.joining(", ")),
                        shares[shares.length - 2],
                        shares[shares.length - 1]));
            }
        }
    }
}
