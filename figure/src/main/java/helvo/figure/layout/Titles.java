package helvo.figure.layout;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.style.AxisPlace;
import helvo.core.table.Column;
import helvo.core.table.Role;
import helvo.figure.canvas.RichText;
import helvo.figure.scale.Axis;
import java.awt.Font;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/// The titles of a figure and its axes, broken into lines. What is longer than the sheet can hold is said.
public final class Titles {
    private static final int MAX_LINES = 6;
    private static final Pattern UNIT_AT_END = Pattern.compile("(.*)\\(([^()]*)\\)\\s*");

    private final FigureAnalysis figure;
    private final SheetMetrics metrics;
    private final double width;
    private final Set<String> notices = new LinkedHashSet<>();

    /// @param width of a line along the sheet
    public Titles(FigureAnalysis figure, SheetMetrics metrics, double width) {
        this.figure = figure;
        this.metrics = metrics;
        this.width = width;
    }

    /// What does not fit, in sentences.
    public List<String> notices() {
        return List.copyOf(notices);
    }

    public List<String> ofFigure() {
        return lines(figure.title(), metrics.title(), width, "The title of the figure");
    }

    /// @param room length of a line
    public List<String> ofAxis(AxisPlace place, Axis axis, double room) {
        return lines(text(place, axis), metrics.axisTitle(), room, "The title of the " + place.words());
    }

    public List<String> ofHorizontal(Axis axis) {
        return ofAxis(AxisPlace.X, axis, width);
    }

    private List<String> lines(String text, Font font, double room, String what) {
        List<String> lines = RichText.lines(text, font, room);
        if (lines.size() <= MAX_LINES) {
            return lines;
        }
        notices.add(what + " is too long for the sheet: shorten it, or make the figure larger.");
        return lines.subList(0, MAX_LINES);
    }

    /// "Load (N)", "Absorbed dose (10⁻⁶ Gy)", "Month (2026)": as it is edited, with what only the axis knows.
    private String text(AxisPlace place, Axis axis) {
        String title = editable(figure, place);
        String context = axis.context();
        if (context.isEmpty() || title.contains(context)) {
            return title;
        }
        Matcher unit = UNIT_AT_END.matcher(title);
        return unit.matches()
                ? unit.group(1) + "(" + context + " " + unit.group(2) + ")"
                : title + " (" + context + ")";
    }

    /// As somebody wrote it, else the names of the columns along the axis with their unit.
    public static String editable(FigureAnalysis figure, AxisPlace place) {
        return figure.figure().style().axis(place).title().orElseGet(() -> own(figure, place));
    }

    /// The names of the columns along an axis with their unit; each with its own where units differ.
    public static String own(FigureAnalysis figure, AxisPlace place) {
        boolean dates = place == AxisPlace.X && figure.xTime().isPresent();
        List<Column> columns = place == AxisPlace.X ? figure.xs() : along(figure, place);
        boolean oneUnit = dates || columns.stream().map(Column::unit).distinct().count() == 1;
        String names = String.join(
                ", ",
                columns.stream()
                        .map(column ->
                                oneUnit ? column.name() : column.heading().text())
                        .distinct()
                        .toList());
        Optional<String> unit = dates || !oneUnit
                ? Optional.empty()
                : Optional.of(columns.getFirst().unit()).filter(each -> !each.isEmpty());
        return names + unit.map(each -> " (" + each + ")").orElse("");
    }

    private static List<Column> along(FigureAnalysis figure, AxisPlace place) {
        List<Column> all = figure.table().all(Role.Y);
        boolean right = figure.series().stream().anyMatch(series -> figure.isOnRight(series.key()));
        boolean left = figure.series().stream().anyMatch(series -> !figure.isOnRight(series.key()));
        return !(left && right)
                ? all
                : all.stream()
                        .filter(column -> figure.series().stream()
                                .anyMatch(series -> series.key().yColumn() == column.id()
                                        && figure.isOnRight(series.key()) == (place == AxisPlace.RIGHT)))
                        .toList();
    }
}
