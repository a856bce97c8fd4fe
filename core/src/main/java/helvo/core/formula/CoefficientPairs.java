package helvo.core.formula;

import java.util.Arrays;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;

/// Two coefficients of a curve that always act as one: no points tell them apart.
final class CoefficientPairs {
    private static final int TRIALS = 6;
    private static final int FEWEST_TRIALS = 2;
    private static final int PLACES = 24;
    /// Derivatives are parallel where the cosine between them is 1 but for this.
    private static final double PARALLEL = 1e-12;
    private static final double SAME = 1e-9;

    private CoefficientPairs() {}

    /// How two coefficients act together.
    private enum Together {
        SUM,
        DIFFERENCE,
        PRODUCT,
        QUOTIENT,
        OTHERWISE
    }

    /// What is wrong with a formula; empty where each of those that are fitted has an effect of its own.
    static Optional<String> sentence(CurveFormula formula, Set<Integer> fitted) {
        int[] places = fitted.stream().mapToInt(Integer::intValue).sorted().toArray();
        for (int i = 0; i < places.length; i++) {
            for (int j = i + 1; j < places.length; j++) {
                Optional<Together> together = together(formula, places[i], places[j]);
                if (together.isPresent()) {
                    return Optional.of(sentence(
                            formula.coefficients().get(places[i]),
                            formula.coefficients().get(places[j]),
                            together.get()));
                }
            }
        }
        return Optional.empty();
    }

    private static String sentence(String a, String b, Together how) {
        String together =
                switch (how) {
                    case SUM -> a + " + " + b;
                    case DIFFERENCE -> a + " − " + b;
                    case PRODUCT -> a + "·" + b;
                    case QUOTIENT -> a + "/" + b;
                    case OTHERWISE -> "";
                };
        return a + " and " + b + " always act as one in this formula: points determine "
                + (together.isEmpty() ? "only both together" : together + ", not each of them")
                + ". Leave one out, or hold it.";
    }

    /// At coefficients and x that are tried, by how the derivatives by both run along x.
    private static Optional<Together> together(CurveFormula formula, int a, int b) {
        var random = new Random(7);
        double[] x =
                DoubleStream.iterate(0.07, each -> each + 0.113).limit(PLACES).toArray();
        CurveProgram.Evaluation evaluation = formula.program().evaluation(PLACES);
        boolean[] may = new boolean[Together.values().length];
        Arrays.fill(may, true);
        int trials = 0;
        for (int trial = 0; trial < TRIALS; trial++) {
            double[] p = random.doubles(formula.coefficients().size(), 0.4, 1.7).toArray();
            evaluation.values(p, x, 0, PLACES);
            double[][] gradient = evaluation.gradient(PLACES);
            double[] ofA = gradient[a];
            double[] ofB = gradient[b];
            double lengths = Math.sqrt(dot(ofA, ofA) * dot(ofB, ofB));
            if (!Double.isFinite(lengths) || lengths == 0) {
                continue;
            }
            if (Math.abs(dot(ofA, ofB)) < lengths * (1 - PARALLEL)) {
                return Optional.empty();
            }
            trials++;
            double ratio = dot(ofA, ofB) / dot(ofB, ofB);
            may[Together.SUM.ordinal()] &= isSame(ratio, 1);
            may[Together.DIFFERENCE.ordinal()] &= isSame(ratio, -1);
            may[Together.PRODUCT.ordinal()] &= isSame(ratio, p[b] / p[a]);
            may[Together.QUOTIENT.ordinal()] &= isSame(ratio, -p[b] / p[a]);
        }
        return trials < FEWEST_TRIALS
                ? Optional.empty()
                : Arrays.stream(Together.values())
                        .filter(each -> may[each.ordinal()])
                        .findFirst();
    }

    private static boolean isSame(double one, double other) {
        return Math.abs(one - other) <= SAME * Math.abs(other);
    }

    private static double dot(double[] a, double[] b) {
        return IntStream.range(0, PLACES).mapToDouble(i -> a[i] * b[i]).sum();
    }
}
