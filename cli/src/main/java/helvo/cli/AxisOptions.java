package helvo.cli;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.TimeAxis;
import helvo.core.study.Edit;
import helvo.core.study.Figure;
import helvo.core.study.FigureEdit;
import helvo.core.style.AxisPlace;
import helvo.core.style.AxisStyle;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/// The options of a figure's axes.
final class AxisOptions {
    private boolean logX;
    private boolean logY;
    private @Nullable String xLimits;
    private @Nullable String yLimits;
    private @Nullable String rightLimits;
    private @Nullable Double xStep;
    private @Nullable Double yStep;
    private @Nullable Integer xMinor;
    private @Nullable Integer yMinor;
    private Optional<String> xTitle = Optional.empty();
    private Optional<String> yTitle = Optional.empty();
    private Optional<String> rightTitle = Optional.empty();

    /// @param arguments of the command that has these options
    AxisOptions(Arguments arguments) {
        arguments.group("Axes");
        arguments.flag("--log-x", "A logarithmic x axis.", value -> logX = value);
        arguments.flag("--log-y", "A logarithmic y axis.", value -> logY = value);
        arguments
                .option(
                        "--x-limits",
                        "LO..HI",
                        "Where the x axis begins and ends, in numbers or dates; either may be left out.")
                .text(value -> xLimits = value);
        arguments
                .option("--y-limits", "LO..HI", "Where the y axis begins and ends.")
                .text(value -> yLimits = value);
        arguments
                .option("--right-limits", "LO..HI", "Where the second scale begins and ends.")
                .text(value -> rightLimits = value);
        arguments
                .option("--x-step", "STEP", "From one number to the next along x.")
                .number(value -> xStep = value);
        arguments
                .option("--y-step", "STEP", "From one number to the next along y.")
                .number(value -> yStep = value);
        arguments
                .option("--x-minor", "N", "Parts that short ticks divide a step along x into; 1 for none.")
                .integer(value -> xMinor = value);
        arguments
                .option("--y-minor", "N", "Parts that short ticks divide a step along y into; 1 for none.")
                .integer(value -> yMinor = value);
        arguments
                .option("--x-title", "TEXT", "Title of the x axis, instead of the heading of x.")
                .title(value -> xTitle = Optional.of(value));
        arguments
                .option("--y-title", "TEXT", "Title of the y axis, instead of the heading of y.")
                .title(value -> yTitle = Optional.of(value));
        arguments
                .option("--right-title", "TEXT", "Title of the second scale.")
                .title(value -> rightTitle = Optional.of(value));
    }

    boolean areGiven() {
        return logX
                || logY
                || Stream.of(xLimits, yLimits, rightLimits, xStep, yStep, xMinor, yMinor)
                        .anyMatch(Objects::nonNull)
                || Stream.of(xTitle, yTitle, rightTitle).anyMatch(Optional::isPresent);
    }

    /// Whether dates are to be counted.
    boolean needAnalysis() {
        return areDates(xLimits);
    }

    /// What is chosen for the axes, as far as it does not hang on how dates are counted.
    List<Edit> axisEdits(Figure figure) throws UserError {
        var edits = new ArrayList<Edit>();
        if (!areDates(xLimits)) {
            add(edits, figure, AxisPlace.X, logX, xLimits, "--x-limits", xTitle, Optional.empty());
        }
        add(edits, figure, AxisPlace.Y, logY, yLimits, "--y-limits", yTitle, Optional.empty());
        add(edits, figure, AxisPlace.RIGHT, false, rightLimits, "--right-limits", rightTitle, Optional.empty());
        return edits;
    }

    /// What is chosen for an axis of dates, once it is known how these are counted.
    List<Edit> edits(FigureAnalysis figure) throws UserError {
        var edits = new ArrayList<Edit>();
        if (areDates(xLimits)) {
            add(edits, figure.figure(), AxisPlace.X, logX, xLimits, "--x-limits", xTitle, figure.xTime());
        }
        return edits;
    }

    private static boolean areDates(@Nullable String limits) {
        return limits != null
                && Stream.of(limits.split("\\.\\.", -1))
                        .anyMatch(each ->
                                PlaceOnAxis.of(each).filter(PlaceOnAxis::isDate).isPresent());
    }

    private void add(
            List<Edit> edits,
            Figure figure,
            AxisPlace place,
            boolean logarithmic,
            @Nullable String limits,
            String option,
            Optional<String> title,
            Optional<TimeAxis> time)
            throws UserError {
        Optional<Double> low = limits == null ? Optional.empty() : limit(limits, option, true, time);
        Optional<Double> high = limits == null ? Optional.empty() : limit(limits, option, false, time);
        if (low.isPresent() && high.isPresent() && !(low.get() < high.get())) {
            throw new UsageError(option + " “" + limits + "”: the first must be less than the second.");
        }
        if (logarithmic && (low.orElse(1.0) <= 0 || high.orElse(1.0) <= 0)) {
            throw new UsageError(option + " “" + limits + "”: a logarithmic axis lies above 0.");
        }
        AxisStyle now = figure.style().axis(place);
        AxisStyle style = stepped(
                (logarithmic ? now.withLogarithmic(true) : now)
                        .withLimits(limits == null ? now.low() : low, limits == null ? now.high() : high)
                        .withTitle(title.or(now::title)),
                place);
        if (!style.equals(now)) {
            edits.add(new FigureEdit.SetAxis(figure.id(), place, style));
        }
    }

    private AxisStyle stepped(AxisStyle style, AxisPlace place) {
        Double step = place == AxisPlace.X ? xStep : place == AxisPlace.Y ? yStep : null;
        Integer minor = place == AxisPlace.X ? xMinor : place == AxisPlace.Y ? yMinor : null;
        try {
            return style.with(change -> change.step(step == null ? style.step() : Optional.of(step))
                    .minorIntervals(minor == null ? style.minorIntervals() : Optional.of(minor)));
        } catch (IllegalArgumentException e) {
            throw new UsageError((place == AxisPlace.X ? "--x" : "--y")
                    + "-step must be greater than 0 and not make too many steps, -minor 1 to "
                    + AxisStyle.MAX_PARTS + ".");
        }
    }

    private Optional<Double> limit(String limits, String option, boolean first, Optional<TimeAxis> time)
            throws UserError {
        int dots = limits.indexOf("..");
        String said = dots < 0
                ? "?"
                : first
                        ? limits.substring(0, dots).strip()
                        : limits.substring(dots + 2).strip();
        if (said.isEmpty()) {
            return Optional.empty();
        }
        PlaceOnAxis place = PlaceOnAxis.of(said)
                .orElseThrow(() -> new UsageError(option + " “" + limits
                        + "”: write two numbers as 0..50, or "
                        + "one of them as 0.. or ..50; along dates, 2026-01-01..2026-02-01."));
        return Optional.of(place.on(time, option));
    }
}
