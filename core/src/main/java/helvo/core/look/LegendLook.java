package helvo.core.look;

import helvo.core.study.SeriesKey;
import java.util.List;
import java.util.Optional;

/// Where the legend stands.
///
/// @param shown even for a single series when ALWAYS
/// @param at    its upper left corner; empty for where no point lies
/// @param order of the series, those first to last; those that are not in it come last
public record LegendLook(Shown shown, Optional<CurveLook.Spot> at, List<SeriesKey> order) {
    public static final LegendLook USUAL = new LegendLook(Shown.FOR_SEVERAL, Optional.empty(), List.of());

    public enum Shown { FOR_SEVERAL, ALWAYS, NEVER }

    public LegendLook {
        order = List.copyOf(order);
    }

    public LegendLook with(Shown newShown) {
        return new LegendLook(newShown, at, order);
    }

    public LegendLook withAt(Optional<CurveLook.Spot> newAt) {
        return new LegendLook(shown, newAt, order);
    }

    public LegendLook withOrder(List<SeriesKey> newOrder) {
        return new LegendLook(shown, at, newOrder);
    }
}
