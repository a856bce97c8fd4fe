package helvo.figure.scale;

import java.util.List;
import java.util.Optional;

/// An axis scale that runs the other way.
public record ReversedScale(Axis of) implements AxisOverAnother {
    @Override
    public Optional<Double> labelledStep() {
        return of.labelledStep();
    }

    @Override
    public Optional<Integer> partsOfStep() {
        return of.partsOfStep();
    }

    @Override
    public List<Double> ticks() {
        return of.ticks();
    }

    @Override
    public List<Double> minorTicks() {
        return of.minorTicks();
    }

    @Override
    public Axis refined(int mostSteps) {
        return new ReversedScale(of.refined(mostSteps));
    }

    @Override
    public List<Double> fineTicks(double length) {
        return of.fineTicks(length);
    }

    @Override
    public double fraction(double value) {
        return 1 - of.fraction(value);
    }

    @Override
    public double value(double fraction) {
        return of.value(1 - fraction);
    }
}
