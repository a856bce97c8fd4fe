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
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

/// The options of a figure's axes.
final class AxisOptions {
    @Spec(Spec.Target.MIXEE)
    private CommandSpec command;

    @Option(names = "--log-x", description = "A logarithmic x axis.")
    private boolean logX;

    @Option(names = "--log-y", description = "A logarithmic y axis.")
    private boolean logY;

    @Option(names = "--x-limits", paramLabel = "LO..HI", description = "Where the x axis begins and ends; either may be left out.")
    private String xLimits;

    @Option(names = "--y-limits", paramLabel = "LO..HI", description = "Where the y axis begins and ends.")
    private String yLimits;

    @Option(names = "--right-limits", paramLabel = "LO..HI", description = "Where the second scale begins and ends.")
    private String rightLimits;

    @Option(names = "--x-title", paramLabel = "TEXT", description = "Instead of the heading of x.")
    private Optional<String> xTitle;

    @Option(names = "--y-title", paramLabel = "TEXT", description = "Instead of the heading of y.")
    private Optional<String> yTitle;

    @Option(names = "--right-title", paramLabel = "TEXT", description = "Of the second scale.")
    private Optional<String> rightTitle;

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
            throw wrong(option + " “" + limits + "”: the first must be less than the second.");
        }
        if (logarithmic && (low.orElse(1.0) <= 0 || high.orElse(1.0) <= 0)) {
            throw wrong(option + " “" + limits + "”: a logarithmic axis lies above 0.");
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
            throw wrong(option + " “" + limits + "”: write two numbers as 0..50, or one of them as 0.. or ..50.");
        }
        return Optional.of(number.getAsDouble());
    }

    private ParameterException wrong(String sentence) {
        return new ParameterException(command.commandLine(), sentence);
    }
}
