package helvo.cli;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.TimeAxis;
import helvo.core.number.DateText;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberText;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;

/// A place along x as an option names it: a number, or a date or time of day.
///
/// @param written as it was typed
/// @param number  empty for a date
/// @param seconds since 1970-01-01 00:00; empty for a number
record PlaceOnAxis(String written, OptionalDouble number, OptionalDouble seconds) {
    /// @return empty for what is neither
    static Optional<PlaceOnAxis> of(String text) {
        OptionalDouble number = NumberText.number(text.strip(), DecimalMark.POINT);
        if (number.isPresent()) {
            return Optional.of(new PlaceOnAxis(text.strip(), number, OptionalDouble.empty()));
        }
        // Of two numbers before a year either may be the day: that would have to be asked.
        return DateText.read(text.strip(), DateText.Order.DAY_FIRST)
                .filter(moment -> !moment.either())
                .map(moment -> new PlaceOnAxis(text.strip(), number, OptionalDouble.of(moment.seconds())));
    }

    /// All of them along the x of a figure.
    static List<Double> on(FigureAnalysis figure, List<PlaceOnAxis> places, String option) throws UserError {
        var found = new ArrayList<Double>();
        for (PlaceOnAxis place : places) {
            found.add(place.on(figure.xTime(), option));
        }
        return found;
    }

    boolean isDate() {
        return seconds.isPresent();
    }

    /// @param time   how dates are counted along x; empty for an axis of numbers
    /// @param option that names the place
    double on(Optional<TimeAxis> time, String option) throws UserError {
        if (isDate() && time.isEmpty()) {
            throw new UserError(option + " “" + written + "” is a date, and this axis holds numbers: write a number.");
        }
        return isDate() ? time.get().coordinate(seconds.getAsDouble()) : number.getAsDouble();
    }
}
