package helvo.figure.scale;

import helvo.core.number.NumberNotation;

/// An axis that is another one but for its ticks or its direction.
sealed interface AxisOverAnother extends Axis permits FineLogScale, ReversedScale {
    Axis of();

    @Override
    default double low() {
        return of().low();
    }

    @Override
    default double high() {
        return of().high();
    }

    @Override
    default String label(double tick, NumberNotation numbers) {
        return of().label(tick, numbers);
    }

    @Override
    default String context() {
        return of().context();
    }

    @Override
    default boolean isLogarithmic() {
        return of().isLogarithmic();
    }

    @Override
    default double fraction(double value) {
        return of().fraction(value);
    }

    @Override
    default double value(double fraction) {
        return of().value(fraction);
    }
}
