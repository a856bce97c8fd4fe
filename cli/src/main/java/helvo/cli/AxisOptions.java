package helvo.cli;

import helvo.core.look.AxisLook;
import helvo.core.look.AxisPlace;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberText;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/// The options of a figure's axes.
final class AxisOptions {
    private final Arguments arguments;
    private boolean logX;
    private boolean logY;
    private String xLimits;
    private String yLimits;
    private String rightLimits;
    private Optional<String> xTitle = Optional.empty();
    private Optional<String> yTitle = Optional.empty();
    private Optional<String> rightTitle = Optional.empty();

    /// @param arguments of the command that has these options
    AxisOptions(Arguments arguments) {
        this.arguments = arguments;
        arguments.flag("--log-x", "A logarithmic x axis.", value -> logX = value);
        arguments.flag("--log-y", "A logarithmic y axis.", value -> logY = value);
        arguments.option("--x-limits", "LO..HI",
                "Where the x axis begins and ends; either may be left out.").text(value -> xLimits = value);
        arguments.option("--y-limits", "LO..HI", "Where the y axis begins and ends.").text(value -> yLimits = value);
        arguments.option("--right-limits", "LO..HI", "Where the second scale begins and ends.").text(value -> rightLimits = value);
        arguments.option("--x-title", "TEXT", "Instead of the heading of x.").text(value -> xTitle = Optional.of(value));
        arguments.option("--y-title", "TEXT", "Instead of the heading of y.").text(value -> yTitle = Optional.of(value));
        arguments.option("--right-title", "TEXT", "Of the second scale.").text(value -> rightTitle = Optional.of(value));
    }
    List<Edit> edits(int figure) {
        var edits = new ArrayList<Edit>();
        add(edits, figure, AxisPlace.X, logX, xLimits, "--x-limits", xTitle);
        add(edits, figure, AxisPlace.Y, logY, yLimits, "--y-limits", yTitle);
        add(edits, figure, AxisPlace.RIGHT, false, rightLimits, "--right-limits", rightTitle);
        return edits;
    }

    private void add(List<Edit> edits, int figure, AxisPlace place, boolean logarithmic, String limits, String option,
            Optional<String> title) {
        Optional<Double> low = limits == null ? Optional.empty() : limit(limits, option, true);
        Optional<Double> high = limits == null ? Optional.empty() : limit(limits, option, false);
        if (low.isPresent() && high.isPresent() && !(low.get() < high.get())) {
            throw arguments.wrong(option + " “" + limits + "”: the first must be less than the second.");
        }
        if (logarithmic && (low.orElse(1.0) <= 0 || high.orElse(1.0) <= 0)) {
            throw arguments.wrong(option + " “" + limits + "”: a logarithmic axis lies above 0.");
        }
        AxisLook look = AxisLook.DEFAULT.withLogarithmic(logarithmic).withLimits(low, high).withTitle(title);
        if (!look.equals(AxisLook.DEFAULT)) {
            edits.add(new FigureEdit.SetAxis(figure, place, look));
        }
    }

    private Optional<Double> limit(String limits, String option, boolean first) {
        int dots = limits.indexOf("..");
        String said = dots < 0 ? "?" : first ? limits.substring(0, dots).strip() : limits.substring(dots + 2).strip();
        if (said.isEmpty()) {
            return Optional.empty();
        }
        var number = NumberText.number(said, DecimalMark.POINT);
        if (number.isEmpty()) {
            throw arguments.wrong(option + " “" + limits + "”: write two numbers as 0..50, or one of them as 0.. or ..50.");
        }
        return Optional.of(number.getAsDouble());
    }
}
