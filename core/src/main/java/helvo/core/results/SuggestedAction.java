package helvo.core.results;

import helvo.core.fit.Curve;
import java.util.List;

/// An action that is offered beside a finding.
public sealed interface SuggestedAction {
    /// As its button says.
    String label();

    /// Choose another shape for the series.
    record ShowCurve(Curve curve) implements SuggestedAction {
        @Override
        public String label() {
            return "Show the " + named(curve);
        }
    }

    /// Look for axes on which the points lie on a straight line.
    record Linearise() implements SuggestedAction {
        @Override
        public String label() {
            return "Linearise …";
        }
    }

    /// Look at the residuals in full.
    record ShowResiduals() implements SuggestedAction {
        @Override
        public String label() {
            return "See the residuals";
        }
    }

    /// Look at a row of the table.
    ///
    /// @param row 0 is the first
    record ShowRow(int row) implements SuggestedAction {
        @Override
        public String label() {
            return "Show row " + (row + 1);
        }
    }

    /// Leave rows out of the fit, with a reason.
    ///
    /// @param rows 0 is the first
    record Exclude(List<Integer> rows) implements SuggestedAction {
        @Override
        public String label() {
            return rows.size() == 1 ? "Exclude it …" : "Exclude them …";
        }
    }

    /// Say how points count.
    record Weigh() implements SuggestedAction {
        @Override
        public String label() {
            return "Error bars …";
        }
    }

    /// "power curve", "quadratic", "logarithm", "line".
    static String named(Curve curve) {
        String name = curve.name().substring(0, 1).toLowerCase(java.util.Locale.ROOT)
                + curve.name().substring(1);
        return curve.degree() > 0 ? name : curve.onLogScale() ? name.replace(",", " curve,") : name + " curve";
    }
}
