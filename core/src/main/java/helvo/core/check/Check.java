package helvo.core.check;

import java.util.List;
import java.util.OptionalDouble;

/// The result of one test on the residuals of a fit.
///
/// @param p        how often chance alone would show as much; empty where the check has none
/// @param adjusted the same with all questions that were asked of these residuals taken into account (Holm); empty
///                 where it has no p, or another statistic answers the same question
/// @param isReported   whether it has something to say
/// @param size     how large it is: in y units what a term or a point is off, else a ratio; see [Kind]
/// @param rows     of the table that it is about, 0 is the first; none where it is about all of them
public record Check(
        Kind kind,
        double statistic,
        OptionalDouble p,
        OptionalDouble adjusted,
        boolean isReported,
        double size,
        List<Integer> rows) {
    /// What is asked of residuals, each with its share of the error that all may make together.
    public enum Question {
        PATTERN("pattern", 0.37),
        STEP("step", 0.09),
        ORDER("order", 0.07),
        SPREAD("spread", 0.15),
        SHAPE("shape", 0.01),
        OUTLIER("outliers", 0.26),
        INFLUENCE("influence", 0.05);

        private final String title;
        private final double weight;

        Question(String title, double weight) {
            this.title = title;
            this.weight = weight;
        }

        /// As a person reads it.
        public String title() {
            return title;
        }

        double weight() {
            return weight;
        }
    }

    /// What is worked out to answer it.
    public enum Kind {
        /// F of the next term; its size is the most that it takes out, above 0 for an arch, below for a sag.
        NEXT_TERM("next-term", Question.PATTERN),
        /// F of the lack of fit beside pure error.
        LACK_OF_FIT("lack-of-fit", Question.PATTERN),
        /// F of a change of level at one x; its size is its height, its places the rows beside it.
        STEP("step", Question.STEP),
        /// d in order of x; its size is the correlation of neighbours.
        DURBIN_WATSON("durbin-watson", Question.ORDER),
        /// d in order of measurement.
        DURBIN_WATSON_MEASURED("durbin-watson-measured", Question.ORDER),
        /// The correlation of the sizes of residuals with that of the fitted values or with x; its size is the
        /// spread at the largest x over that at the smallest.
        SPREAD("spread", Question.SPREAD),
        /// χ², of many points; its size likewise.
        BREUSCH_PAGAN("breusch-pagan", Question.SPREAD),
        /// W.
        SHAPIRO_WILK("shapiro-wilk", Question.SHAPE),
        /// A².
        ANDERSON_DARLING("anderson-darling", Question.SHAPE),
        /// Points far out that belong to tails heavier than those of the normal distribution: the largest
        /// externally studentised residual.
        HEAVY_TAILS("heavy-tails", Question.SHAPE),
        /// The largest externally studentised residual, beside the others that are named with it; its size is that
        /// residual.
        OUTLIER("outlier", Question.OUTLIER),
        /// The externally studentised residual of a point that has half or more of its own fitted value in its
        /// hand.
        DECIDING_POINT("deciding-point", Question.INFLUENCE),
        /// The largest of Cook's distances: a remark, no fault.
        COOK("cook", Question.INFLUENCE);

        private final String keyword;
        private final Question question;

        Kind(String keyword, Question question) {
            this.keyword = keyword;
            this.question = question;
        }

        /// As reports name it.
        public String keyword() {
            return keyword;
        }

        public Question question() {
            return question;
        }
    }

    /// The usual level at which a p counts as significant.
    public static final double SIGNIFICANCE_LEVEL = 0.05;
    /// Of all questions together. Answers to them are not independent, so that fewer clean sets are spoken about:
    /// see docs/numerics.md.
    private static final double FAMILY_LEVEL = 0.056;
    private static final double LEAST_CORRELATION = 0.05;
    private static final double LEAST_GROWTH = 0.1;

    public Check {
        rows = List.copyOf(rows);
    }

    /// Whether it is told as a fault to be looked at; else it is a remark.
    public boolean isWarning() {
        return isReported && kind != Kind.COOK;
    }

    static Check of(Kind kind, double statistic, double p, double size) {
        return new Check(kind, statistic, OptionalDouble.of(p), OptionalDouble.empty(), false, size, List.of());
    }

    Check about(List<Integer> some) {
        return new Check(kind, statistic, p, adjusted, isReported, size, some);
    }

    Check withReported(boolean says) {
        return new Check(kind, statistic, p, adjusted, says, size, rows);
    }

    Check adjusted(double to) {
        return new Check(kind, statistic, p, OptionalDouble.of(to), to < FAMILY_LEVEL && isRelevant(), size, rows);
    }

    /// Of very many points even the least shows: whether it is large enough to be worth a word.
    private boolean isRelevant() {
        return switch (kind) {
            case DURBIN_WATSON, DURBIN_WATSON_MEASURED -> Math.abs(size) > LEAST_CORRELATION;
            case SPREAD, BREUSCH_PAGAN -> Math.abs(Math.log(size)) > Math.log1p(LEAST_GROWTH);
            default -> size != 0;
        };
    }
}
