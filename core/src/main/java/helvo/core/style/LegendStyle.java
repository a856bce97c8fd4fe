package helvo.core.style;

import helvo.core.table.SeriesKey;
import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.List;
import java.util.Optional;

/// The style of the legend, and its place.
///
/// @param shown even for a single series when ALWAYS
/// @param at    its upper left corner; empty for where no point lies
/// @param order of the series, those first to last; those that are not in it come last
@RecordBuilder
public record LegendStyle(Shown shown, Optional<CurveStyle.Spot> at, List<SeriesKey> order)
        implements LegendStyleBuilder.With {
    public static final LegendStyle DEFAULT = new LegendStyle(Shown.FOR_SEVERAL, Optional.empty(), List.of());

    public enum Shown {
        FOR_SEVERAL,
        ALWAYS,
        NEVER
    }

    public LegendStyle {
        order = List.copyOf(order);
    }
}
