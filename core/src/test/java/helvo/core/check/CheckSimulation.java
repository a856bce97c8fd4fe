package helvo.core.check;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.check.Check.Question;
import helvo.core.fit.Curve;
import helvo.core.fit.Exponential;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.Line;
import helvo.core.fit.Power;
import helvo.core.fit.Residuals;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.IntStream;

/// How often the checks warn, and of what, about curves with normal scatter that have one fault each. Run as a
/// program it prints the tables of docs/numerics.md: `docs/simulate-checks`.
public final class CheckSimulation {
    private static final int[] SIZES = {6, 8, 12, 20, 50, 200};

    /// What is wrong with a set about a straight line at equal steps. Sizes are in standard deviations of the
    /// scatter; an arch and a wave deviate by as much, at most, from the line that fits them best.
    enum Fault {
        CLEAN("clean"),
        ARCH("arch of 1.5"),
        WAVE("wave of 2, one period"),
        STEP_3("step of 3 in the middle"),
        STEP_4("step of 4 in the middle"),
        FAN("scatter grows fivefold"),
        ORDER("neighbours correlated, φ = 0.6"),
        MISTYPED("one value 8 away"),
        TWO("two values 8 away"),
        T5("noise of Student’s t₅"),
        UNIFORM("uniform noise");

        private final String title;

        Fault(String title) {
            this.title = title;
        }
    }

    /// Where points stand.
    enum Spacing {
        EQUAL("equal steps"),
        DOUBLING("1, 2, 4, 8 …"),
        DILUTION("0, 1, 2, 5, 10 …"),
        RANDOM("exponentially distributed");

        private final String title;

        Spacing(String title) {
            this.title = title;
        }

        double[] of(int n, Random random) {
            return switch (this) {
                case EQUAL -> IntStream.range(0, n).mapToDouble(i -> i + 1).toArray();
                case DOUBLING ->
                    IntStream.range(0, n)
                            .mapToDouble(i -> Math.pow(2, Math.min(i, 9 + i % 3)))
                            .sorted()
                            .toArray();
                case DILUTION ->
                    IntStream.range(0, n)
                            .mapToDouble(i -> List.of(0.0, 1.0, 2.0, 5.0, 10.0, 20.0, 50.0, 100.0)
                                    .get(i % 8))
                            .sorted()
                            .toArray();
                case RANDOM ->
                    IntStream.range(0, n)
                            .mapToDouble(_ -> -Math.log(1 - random.nextDouble()))
                            .sorted()
                            .toArray();
            };
        }
    }

    /// A curve that is right.
    enum Shape {
        LINE("line", new Line(), x -> 3 + 20 * x),
        EXPONENTIAL("exponential", new Exponential(false), x -> 60 * Math.exp(-3 * x)),
        POWER("power", new Power(false), x -> 60 * Math.pow(x + 0.02, 1.5));

        private final String title;
        private final Curve curve;
        private final DoubleUnaryOperator value;

        Shape(String title, Curve curve, DoubleUnaryOperator value) {
            this.title = title;
            this.curve = curve;
            this.value = value;
        }
    }

    /// How many of the sets each question warned of, and of those with mistyped values how many named just their
    /// rows.
    record Spoken(int sets, int[] questions, int warned, int named, int namedWrongly) {
        double share(int count) {
            return 100.0 * count / sets;
        }

        double share(Question question) {
            return share(questions[question.ordinal()]);
        }
    }

    private interface Draw {
        Points of(Random random, int[] mistyped);
    }

    private CheckSimulation() {}

    static Spoken of(Fault fault, int n, int sets, long seed) {
        return of(
                new Line(),
                sets,
                seed,
                n,
                fault == Fault.TWO ? 2 : fault == Fault.MISTYPED ? 1 : 0,
                (random, mistyped) -> points(fault, n, mistyped, random));
    }

    /// Clean sets.
    static Spoken of(Shape shape, Spacing spacing, Weighting weighting, int n, int sets, long seed) {
        return of(shape.curve, sets, seed, n, 0, (random, _) -> {
            double[] x = spacing.of(n, random);
            double top = Arrays.stream(x).max().orElseThrow();
            double[] sigma = IntStream.range(0, n)
                    .mapToDouble(
                            _ -> weighting == Weighting.UNWEIGHTED ? 1 : Math.pow(10, 1.5 * random.nextDouble() - 0.75))
                    .toArray();
            double[] at = shape == Shape.POWER
                    ? Arrays.stream(x).map(each -> each + 0.02 * top).toArray()
                    : x;
            double[] y = IntStream.range(0, n)
                    .mapToDouble(i -> shape.value.applyAsDouble(shape == Shape.POWER ? at[i] / top - 0.02 : at[i] / top)
                            + sigma[i] * random.nextGaussian())
                    .toArray();
            return new Points(at, y, IntStream.range(0, n).toArray(), ErrorBars.NONE, ErrorBars.even(sigma))
                    .weighted(weighting, 1, 1);
        });
    }

    private static Spoken of(Curve curve, int sets, long seed, int n, int mistyped, Draw draw) {
        var random = new Random(seed);
        int[] questions = new int[Question.values().length];
        int warned = 0;
        int named = 0;
        int wrong = 0;
        int fitted = 0;
        for (int set = 0; set < sets; set++) {
            int[] rows = random.ints(0, n).distinct().limit(mistyped).sorted().toArray();
            Points points = draw.of(random, rows);
            if (!(curve.fit(points, Progress.none()) instanceof FitOutcome.Fitted(Fit fit))) {
                continue;
            }
            fitted++;
            ResidualDiagnosis judgement =
                    ResidualDiagnosis.of(Residuals.of(fit, fit.used(points), Progress.none()), Progress.none());
            List<Check> warning =
                    judgement.checks().stream().filter(Check::isWarning).toList();
            int[] odd = warning.stream()
                    .filter(check -> check.kind() == Check.Kind.OUTLIER)
                    .flatMap(check -> check.rows().stream())
                    .mapToInt(Integer::intValue)
                    .sorted()
                    .toArray();
            boolean right = mistyped > 0 && Arrays.equals(odd, rows);
            named += right ? 1 : 0;
            wrong += odd.length > 0 && !right ? 1 : 0;
            warning.stream()
                    .map(check -> check.kind().question())
                    .distinct()
                    .forEach(question -> questions[question.ordinal()]++);
            warned += warning.isEmpty() ? 0 : 1;
        }
        return new Spoken(fitted, questions, warned, named, wrong);
    }

    private static Points points(Fault fault, int n, int[] mistyped, Random random) {
        double[] x =
                IntStream.range(0, n).mapToDouble(i -> (double) i / (n - 1)).toArray();
        double[] off =
                switch (fault) {
                    case ARCH ->
                        scaled(
                                x,
                                1.5,
                                IntStream.range(0, n)
                                        .mapToDouble(i -> -(x[i] - 0.5) * (x[i] - 0.5))
                                        .toArray());
                    case WAVE ->
                        scaled(
                                x,
                                2,
                                IntStream.range(0, n)
                                        .mapToDouble(i -> Math.sin(2 * Math.PI * x[i]))
                                        .toArray());
                    case STEP_3, STEP_4 ->
                        IntStream.range(0, n)
                                .mapToDouble(i -> i < n / 2 ? 0 : fault == Fault.STEP_3 ? 3 : 4)
                                .toArray();
                    default -> new double[n];
                };
        double[] noise = new double[n];
        for (int i = 0; i < n; i++) {
            double normal = random.nextGaussian();
            noise[i] = switch (fault) {
                case FAN -> normal * (1 + 4 * x[i]);
                case ORDER -> i == 0 ? normal : 0.6 * noise[i - 1] + 0.8 * normal;
                case T5 ->
                    normal
                            / Math.sqrt(IntStream.range(0, 5)
                                            .mapToDouble(_ -> random.nextGaussian())
                                            .map(z -> z * z)
                                            .sum()
                                    / 5);
                case UNIFORM -> Math.sqrt(3) * (2 * random.nextDouble() - 1);
                default -> normal;
            };
        }
        double[] y = IntStream.range(0, n)
                .mapToDouble(i -> 3 + 20 * x[i] + off[i] + noise[i])
                .toArray();
        for (int row : mistyped) {
            y[row] += random.nextBoolean() ? 8 : -8;
        }
        return Points.of(x, y);
    }

    /// What is left of a shape beside its best line, so large that it is `most` at most.
    private static double[] scaled(double[] x, double most, double[] shape) {
        Points points = Points.of(x, shape);
        double[] left = Residuals.of(
                        ((FitOutcome.Fitted) new Line().fit(points, Progress.none())).fit(), points, Progress.none())
                .raw();
        double largest = Arrays.stream(left).map(Math::abs).max().orElseThrow();
        return Arrays.stream(left).map(each -> each / largest * most).toArray();
    }

    /// @param arguments how many sets each cell has; 1,000 if not given
    public static void main(String[] arguments) {
        int sets = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 1_000;
        System.out.println("| sets | n | anything | "
                + String.join(
                        " | ",
                        Arrays.stream(Question.values()).map(Question::title).toList())
                + " | just the right rows | other rows |");
        System.out.println("| --- | ---" + " | ---".repeat(Question.values().length + 3) + " |");
        for (Fault fault : Fault.values()) {
            for (int n : SIZES) {
                Spoken spoken = of(fault, n, sets(sets, n), 17L * n + fault.ordinal());
                System.out.println(RootLocale.format(
                        "| %s | %d | %.1f | %s | %s | %.1f |",
                        fault.title,
                        n,
                        spoken.share(spoken.warned),
                        questions(spoken),
                        spoken.named > 0 ? RootLocale.format("%.1f", spoken.share(spoken.named)) : "",
                        spoken.share(spoken.namedWrongly)));
            }
        }
        System.out.println();
        System.out.println("| clean | x | weights | "
                + String.join(
                        " | ", Arrays.stream(SIZES).mapToObj(Integer::toString).toList()) + " |");
        System.out.println("| --- | --- | ---" + " | ---".repeat(SIZES.length) + " |");
        for (Shape shape : Shape.values()) {
            for (Spacing spacing : Spacing.values()) {
                for (Weighting weighting : Weighting.values()) {
                    String cells = String.join(
                            " | ",
                            Arrays.stream(SIZES)
                                    .mapToObj(n -> {
                                        Spoken spoken = of(
                                                shape, spacing, weighting, n, sets(sets, n), 31L * n + shape.ordinal());
                                        return RootLocale.format("%.1f", spoken.share(spoken.warned));
                                    })
                                    .toList());
                    System.out.println(RootLocale.format(
                            "| %s | %s | %s | %s |", shape.title, spacing.title, weighting.words(), cells));
                }
            }
        }
    }

    /// A quarter of as many of many points.
    private static int sets(int sets, int n) {
        return n < 200 ? sets : sets / 4;
    }

    private static String questions(Spoken spoken) {
        return String.join(
                " | ",
                Arrays.stream(Question.values())
                        .map(question -> RootLocale.format("%.1f", spoken.share(question)))
                        .toList());
    }
}
