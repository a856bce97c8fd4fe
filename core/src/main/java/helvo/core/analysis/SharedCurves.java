package helvo.core.analysis;

import helvo.core.Progress;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.FormulaCurve;
import helvo.core.fit.SharedFit;
import helvo.core.points.Points;
import helvo.core.study.Figure;
import helvo.core.table.SeriesKey;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/// The curves of a figure that have coefficients in common, each fitted once to all of its series.
final class SharedCurves {
    private SharedCurves() {}

    /// @param points of each series, in order
    /// @param known  what is chosen for a series whose points are the same as before
    /// @return what became of each series whose curve has coefficients in common with another's
    static Map<SeriesKey, FitOutcome> of(
            Figure figure,
            Map<SeriesKey, Points> points,
            Function<SeriesKey, Optional<FitOutcome>> known,
            Progress progress) {
        var outcomes = new HashMap<SeriesKey, FitOutcome>();
        for (SeriesKey key : points.keySet()) {
            if (outcomes.containsKey(key)
                    || !key.hasOwnPoints()
                    || !(figure.curve(key) instanceof FormulaCurve curve)
                    || curve.shared().isEmpty()) {
                continue;
            }
            List<SeriesKey> sharing = points.keySet().stream()
                    .filter(each -> each.hasOwnPoints() && figure.curve(each).equals(curve))
                    .toList();
            if (sharing.size() < 2) {
                continue;
            }
            List<FitOutcome> before = sharing.stream()
                    .flatMap(each -> known.apply(each).stream())
                    .filter(outcome -> outcome.curve().equals(curve) && isOf(outcome, sharing.size()))
                    .toList();
            List<FitOutcome> now = before.size() == sharing.size()
                    ? before
                    : SharedFit.of(curve, sharing.stream().map(points::get).toList(), progress);
            for (int i = 0; i < now.size(); i++) {
                outcomes.put(sharing.get(i), now.get(i));
            }
        }
        return outcomes;
    }

    private static boolean isOf(FitOutcome outcome, int groups) {
        return outcome instanceof FitOutcome.Fitted(Fit fit)
                && fit.shared().filter(shared -> shared.groups() == groups).isPresent();
    }
}
