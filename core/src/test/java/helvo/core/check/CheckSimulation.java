package helvo.core.check;

import helvo.core.Phrase;
import helvo.core.Progress;
import helvo.core.check.Check.Question;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.Line;
import helvo.core.fit.Points;
import helvo.core.fit.Residuals;
import java.util.Random;
import java.util.stream.IntStream;

/// How often the checks speak, and of what, about straight lines with normal scatter that have one fault each. Run as a program it prints
/// the table of docs/numerics.md: `docs/simulate-checks`.
public final class CheckSimulation {
    /// What is wrong with a set. Sizes are in standard deviations of the scatter; an arch and a wave deviate by as much, at most, from the
    /// line that fits them best.
    enum Fault {
        CLEAN("clean"), ARCH("arch of 1.5"), WAVE("wave of 1.5"), WIDER("three times as wide at the end"),
        MISTYPED("one value 6 away");

        private final String title;

        Fault(String title) {
            this.title = title;
        }
    }

    /// How many of the sets each question spoke about, and of those with one mistyped value how many named its row.
    record Spoken(int sets, int[] questions, int warned, int named, int namedWrongly) {
        double share(int count) {
            return 100.0 * count / sets;
        }
    }

    private CheckSimulation() {}

    static Spoken of(Fault fault, int n, int sets, long seed) {
        var random = new Random(seed);
        int[] questions = new int[Question.values().length];
        int warned = 0;
        int named = 0;
        int wrong = 0;
        for (int set = 0; set < sets; set++) {
            int mistyped = random.nextInt(n);
            Judgement judgement = judgement(fault, n, mistyped, random);
            boolean any = false;
            for (Check check : judgement.speaking()) {
                any |= check.kind().question() != Question.INFLUENCE;
                if (check.kind().question() == Question.ODD) {
                    boolean right = fault == Fault.MISTYPED && check.rows().getFirst() == mistyped;
                    named += right ? 1 : 0;
                    wrong += right ? 0 : 1;
                }
            }
            for (Question question : Question.values()) {
                questions[question.ordinal()] += judgement.speaking().stream().anyMatch(check -> check.kind().question() == question)
                        ? 1 : 0;
            }
            warned += any ? 1 : 0;
        }
        return new Spoken(sets, questions, warned, named, wrong);
    }

    private static Judgement judgement(Fault fault, int n, int mistyped, Random random) {
        double[] x = IntStream.range(0, n).mapToDouble(i -> (double) i / (n - 1)).toArray();
        double[] off = switch (fault) {
            case ARCH -> scaled(x, IntStream.range(0, n).mapToDouble(i -> -(x[i] - 0.5) * (x[i] - 0.5)).toArray());
            case WAVE -> scaled(x, IntStream.range(0, n).mapToDouble(i -> Math.sin(4 * Math.PI * x[i])).toArray());
            default -> new double[n];
        };
        double[] y = IntStream.range(0, n).mapToDouble(i -> 3 + 20 * x[i] + off[i]
                + random.nextGaussian() * (fault == Fault.WIDER ? 1 + 2 * x[i] : 1)
                + (fault == Fault.MISTYPED && i == mistyped ? 6 : 0)).toArray();
        return judgement(x, y);
    }

    static Judgement judgement(double[] x, double[] y) {
        Points points = Points.of(x, y);
        Fit fit = ((FitOutcome.Fitted) new Line().fit(points, Progress.none())).fit();
        return Judgement.of(Residuals.of(fit, points, Progress.none()), Progress.none());
    }

    /// What is left of a shape beside its best line, so large that it is 1.5 at most.
    private static double[] scaled(double[] x, double[] shape) {
        Points points = Points.of(x, shape);
        double[] left = Residuals.of(((FitOutcome.Fitted) new Line().fit(points, Progress.none())).fit(), points, Progress.none()).raw();
        double most = IntStream.range(0, x.length).mapToDouble(i -> Math.abs(left[i])).max().orElseThrow();
        return IntStream.range(0, x.length).mapToDouble(i -> left[i] / most * 1.5).toArray();
    }

    /// @param arguments how many sets each cell has; 2,000 if not given
    public static void main(String[] arguments) {
        int sets = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 2_000;
        System.out.println("| sets | n | anything | pattern | order | spread | shape | odd point | right row | wrong row | influence |");
        System.out.println("| --- | --- | --- | --- | --- | --- | --- | --- | --- | --- | --- |");
        for (Fault fault : Fault.values()) {
            for (int n : new int[] {8, 10, 20, 50, 100}) {
                Spoken spoken = of(fault, n, sets, 17L * n + fault.ordinal());
                int[] of = spoken.questions;
                System.out.println(Phrase.of("| %s | %d | %.1f | %.1f | %.1f | %.1f | %.1f | %.1f | %s | %.1f | %.1f |", fault.title, n,
                        spoken.share(spoken.warned), spoken.share(of[Question.PATTERN.ordinal()]),
                                spoken.share(of[Question.ORDER.ordinal()]),
                        spoken.share(of[Question.SPREAD.ordinal()]), spoken.share(of[Question.SHAPE.ordinal()]),
                        spoken.share(of[Question.ODD.ordinal()]),
                        fault == Fault.MISTYPED ? Phrase.of("%.1f", spoken.share(spoken.named)) : "", spoken.share(spoken.namedWrongly),
                        spoken.share(of[Question.INFLUENCE.ordinal()])));
            }
        }
    }
}
