package helvo.desktop.figure;

import static helvo.desktop.controls.Controls.button;

import helvo.core.fit.PrintedEquation;
import helvo.core.style.CurveStyle;
import helvo.core.style.CurveStyle.LabelPart;
import helvo.core.table.SeriesKey;
import helvo.desktop.controls.Form;
import helvo.desktop.workspace.Workspace;
import helvo.figure.canvas.Palette;
import helvo.figure.layout.HitTarget;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import javafx.scene.layout.FlowPane;

/// A curve: its line, how far it reaches, and its label.
final class CurveForm extends PartForm {
    private final SeriesKey key;
    private final Supplier<CurveStyle> style;
    private final Consumer<HitTarget> turnTo;

    /// @param turnTo shows another part in the same place
    CurveForm(Workspace workspace, FigureView view, Form form, SeriesKey key, Consumer<HitTarget> turnTo) {
        super(workspace, view, form);
        this.key = key;
        this.turnTo = turnTo;
        style = () -> style().curve(key);
    }

    @Override
    String heading() {
        return "Curve of " + label(key);
    }

    @Override
    void build() {
        form.wide(form.tick(
                "curve-shown",
                "Shown",
                () -> style.get().shown(),
                shown -> setCurve(key, style.get().withShown(shown))));
        form.row(
                "Line width",
                form.needed(
                        "curve-width",
                        "Width of the line in points",
                        0.1,
                        CurveStyle.MAX_WIDTH,
                        () -> style.get().width(),
                        width -> setCurve(key, style.get().withWidth(width))));
        form.row(
                "Dashes",
                form.choice(
                        "curve-dash",
                        "Dashes of the line",
                        List.of(CurveStyle.Dash.values()),
                        dash -> dash.name().toLowerCase(Locale.ROOT).replace('_', ' '),
                        () -> style.get().dash().orElse(automatic(key).dash()),
                        dash -> setCurve(key, style.get().withDash(Optional.of(dash)))));
        form.row(
                "Opacity",
                form.sliding(
                        "curve-opacity",
                        "Opacity of the line, 0 to 1",
                        0,
                        1,
                        () -> style.get().opacity(),
                        opacity -> setCurve(key, style.get().withOpacity(opacity))));
        form.row(
                "Colour",
                form.color(
                        "curve-color",
                        "Colour of the curve",
                        Palette.seriesHex(),
                        () -> style.get().color(),
                        color -> setCurve(key, style.get().withColor(color))));
        form.row(
                "From x",
                form.number(
                        "curve-from",
                        "Where the curve begins; empty for the first point",
                        () -> style.get().from(),
                        () -> end(true),
                        Form.Writing.PLAIN,
                        from -> reach(from, style.get().to())));
        form.row(
                "To x",
                form.number(
                        "curve-to",
                        "Where the curve ends; empty for the last point",
                        () -> style.get().to(),
                        () -> end(false),
                        Form.Writing.PLAIN,
                        to -> reach(style.get().from(), to)));
        label();
        form.wide(new FlowPane(
                8,
                6,
                button(
                        "curve-label-own-place",
                        "Label where no point lies",
                        () -> setCurve(key, style.get().withLabelAt(Optional.empty()))),
                button("curve-to-series", "Its points …", () -> turnTo.accept(new HitTarget.LegendEntry(key)))));
    }

    private void label() {
        var parts = new FlowPane(10, 5);
        parts.setPrefWrapLength(220);
        for (LabelPart part : LabelPart.values()) {
            parts.getChildren()
                    .add(form.tick(
                            "curve-label-" + part.name().toLowerCase(Locale.ROOT),
                            words(part),
                            () -> style.get().label().contains(part),
                            in -> setCurve(key, style.get().labelled(part, in))));
        }
        form.row("Label", parts);
        form.row(
                "Digits",
                form.choice(
                        "curve-digits",
                        "Digits of the equation's coefficients",
                        digits(),
                        each -> each.map(digits -> Integer.toString(digits)).orElse("automatic"),
                        () -> style.get().digits(),
                        digits -> setCurve(key, style.get().withDigits(digits))));
        form.row(
                "Label at",
                PlotPositionField.across(
                        form, "curve-label-across", () -> style.get().labelAt(), this::put),
                PlotPositionField.down(
                        form, "curve-label-down", () -> style.get().labelAt(), this::put));
    }

    private void put(CurveStyle.Spot at) {
        setCurve(key, style.get().withLabelAt(Optional.of(at)));
    }

    private static String words(LabelPart part) {
        return switch (part) {
            case NAME -> "name";
            case EQUATION -> "equation";
            case R2 -> "R²";
            case UNCERTAINTY -> "coefficients ±";
            case POINTS -> "number of points";
            case BOUNDS -> "bounds";
        };
    }

    /// The first x of the series' points, or the last.
    private Optional<Double> end(boolean first) {
        return series(key).map(of -> Arrays.stream(of.points().x())).flatMap(x -> (first ? x.min() : x.max())
                .stream().boxed().findFirst());
    }

    private static List<Optional<Integer>> digits() {
        return Stream.concat(
                        Stream.of(Optional.<Integer>empty()),
                        IntStream.rangeClosed(PrintedEquation.FEWEST_DIGITS, PrintedEquation.MAX_DIGITS)
                                .mapToObj(Optional::of))
                .toList();
    }

    private void reach(Optional<Double> from, Optional<Double> to) throws Form.Refused {
        if (from.isPresent() && to.isPresent() && !(from.get() < to.get())) {
            throw new Form.Refused("A curve must begin before it ends.");
        }
        setCurve(key, style.get().reaching(from, to));
    }
}
