package helvo.desktop.figure;

import helvo.core.style.CurveStyle;
import helvo.desktop.controls.Form;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.Consumer;
import java.util.function.Supplier;
import java.util.function.ToDoubleFunction;
import javafx.scene.control.TextField;

/// One coordinate of a place in the plot, as a fraction of its width or height.
final class PlotPositionField {
    private static final CurveStyle.Spot BEGIN = new CurveStyle.Spot(0.05, 0.05);

    private PlotPositionField() {}

    static TextField across(
            Form form, String id, Supplier<Optional<CurveStyle.Spot>> at, Consumer<CurveStyle.Spot> change) {
        return of(
                form,
                id,
                "Part of the plot's width from its left, 0 to 1; empty where no point lies",
                at,
                CurveStyle.Spot::across,
                (spot, value) -> new CurveStyle.Spot(value, spot.down()),
                change);
    }

    static TextField down(
            Form form, String id, Supplier<Optional<CurveStyle.Spot>> at, Consumer<CurveStyle.Spot> change) {
        return of(
                form,
                id,
                "Part of the plot's height from its top, 0 to 1",
                at,
                CurveStyle.Spot::down,
                (spot, value) -> new CurveStyle.Spot(spot.across(), value),
                change);
    }

    private static TextField of(
            Form form,
            String id,
            String accessible,
            Supplier<Optional<CurveStyle.Spot>> at,
            ToDoubleFunction<CurveStyle.Spot> read,
            BiFunction<CurveStyle.Spot, Double, CurveStyle.Spot> changed,
            Consumer<CurveStyle.Spot> change) {
        return form.number(
                id,
                accessible,
                () -> at.get().map(spot -> Math.round(1000 * read.applyAsDouble(spot)) / 1000.0),
                typed -> {
                    if (typed.isPresent() && !(typed.get() >= 0 && typed.get() <= 1)) {
                        throw new Form.Refused("It must be from 0 to 1.");
                    }
                    typed.ifPresent(
                            value -> change.accept(changed.apply(at.get().orElse(BEGIN), value)));
                });
    }
}
