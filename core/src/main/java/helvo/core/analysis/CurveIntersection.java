package helvo.core.analysis;

import helvo.core.fit.Fit;
import helvo.core.numeric.Range;
import helvo.core.prediction.InverseReading;
import helvo.core.table.SeriesKey;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/// A place where two curves meet, within the data of both.
///
/// @param at x values, rising; none is no crossing
public record CurveIntersection(SeriesKey one, SeriesKey other, List<Double> at) {
    /// All that a figure's curves have with one another.
    static List<CurveIntersection> of(List<SeriesAnalysis> series) {
        List<SeriesAnalysis> curves = series.stream()
                .filter(each -> each.fit().isPresent()
                        && !each.key().isPooled()
                        && each.points().size() > 0)
                .toList();
        if (curves.size() < 2) {
            return List.of();
        }
        List<Range> reach = curves.stream()
                .map(each -> Range.of(own(each, curves).points().x()))
                .toList();
        var found = new ArrayList<CurveIntersection>();
        for (int i = 0; i < curves.size(); i++) {
            for (int j = i + 1; j < curves.size(); j++) {
                double from = Math.max(reach.get(i).low(), reach.get(j).low());
                double to = Math.min(reach.get(i).high(), reach.get(j).high());
                Fit one = curves.get(i).fit().orElseThrow();
                Fit other = curves.get(j).fit().orElseThrow();
                if (from < to
                        && curves.get(i).key().yColumn() == curves.get(j).key().yColumn()) {
                    List<Double> at = InverseReading.crossings(one, other, from, to);
                    if (!at.isEmpty()) {
                        found.add(new CurveIntersection(
                                curves.get(i).key(), curves.get(j).key(), List.copyOf(at)));
                    }
                }
            }
        }
        return List.copyOf(found);
    }

    /// The other series, where one of the two is this.
    public Optional<SeriesKey> with(SeriesKey of) {
        return one.equals(of) ? Optional.of(other) : other.equals(of) ? Optional.of(one) : Optional.empty();
    }

    /// Two parts of a series may meet between them: their curves are followed over all of its points.
    private static SeriesAnalysis own(SeriesAnalysis of, List<SeriesAnalysis> curves) {
        return curves.stream()
                .filter(each -> each.key().equals(of.key().own()))
                .findFirst()
                .orElse(of);
    }
}
