package helvo.core.results;

import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Coefficient;
import helvo.core.fit.Fit;
import helvo.core.number.NumberNotation;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.DoubleFunction;

/// The change of a fit's main numbers from one state of the study to another.
public final class FitChange {
    private FitChange() {}

    /// "slope 1.168 ± 0.063 (standard error), R² 0.9914": the coefficient that leads, and the share of the
    /// variation.
    public static String inShort(Fit fit, NumberNotation numbers) {
        Coefficient leading = fit.coefficients().getLast();
        OptionalDouble r2 = fit.quality().r2();
        return fit.curve().label(leading.name()) + " "
                + numbers.withUncertainty(leading.value(), EquationText.standardError(leading))
                + (EquationText.standardError(leading).orElse(0) > 0 ? " (standard error)" : "")
                + (r2.isPresent() ? ", R² " + numbers.share(r2.getAsDouble()) : "");
    }

    /// "Row 1 excluded: slope 0.776 → 0.742, R² 0.9748 → 0.9798, s 4.94 → 4.14", or the way back; empty where no
    /// point came or went, and where another curve was chosen.
    public static Optional<String> bySettingAside(SeriesAnalysis before, SeriesAnalysis after, NumberNotation numbers) {
        int[] more = missing(after.rows().excluded(), before.rows().excluded());
        int[] back = missing(before.rows().excluded(), after.rows().excluded());
        if (more.length + back.length == 0
                || before.points().size() == after.points().size()
                || !before.chosen().curve().equals(after.chosen().curve())
                || before.fit().isEmpty()
                || after.fit().isEmpty()
                || before.rows().given() != after.rows().given()) {
            return Optional.empty();
        }
        var says = new ArrayList<String>();
        Fit old = before.fit().get();
        Fit now = after.fit().get();
        Coefficient then = old.coefficients().getLast();
        Coefficient leading = now.coefficients().getLast();
        says.add(now.curve().label(leading.name()) + " "
                + numbers.rounded(then.value(), EquationText.standardError(then)) + " → "
                + numbers.rounded(leading.value(), EquationText.standardError(leading)));
        changed("R²", old.quality().r2(), now.quality().r2(), numbers::share).ifPresent(says::add);
        changed(
                        "s",
                        old.quality().residualStandardDeviation(),
                        now.quality().residualStandardDeviation(),
                        s -> numbers.significant(s, 3))
                .ifPresent(says::add);
        String rows = Results.numbers(more.length > 0 ? more : back);
        return Optional.of(Character.toUpperCase(rows.charAt(0)) + rows.substring(1)
                + (more.length > 0 ? " excluded: " : " included again: ") + String.join(", ", says) + ".");
    }

    private static int[] missing(int[] from, int[] in) {
        int[] sorted = Arrays.stream(in).sorted().toArray();
        return Arrays.stream(from)
                .filter(row -> Arrays.binarySearch(sorted, row) < 0)
                .toArray();
    }

    private static Optional<String> changed(
            String label, OptionalDouble then, OptionalDouble now, DoubleFunction<String> text) {
        return then.isPresent() && now.isPresent()
                ? Optional.of(label + " " + text.apply(then.getAsDouble()) + " → " + text.apply(now.getAsDouble()))
                : Optional.empty();
    }
}
