package helvo.core.bounds;

import java.util.Optional;
import java.util.stream.IntStream;
import org.apache.commons.numbers.core.DD;

/// The ends method as it is taught: the two lines between opposite ends of the first and the last bar, in order of
/// x.
final class EndsMethod {
    private static final double RELATIVE_ROUNDING = 1e-12;

    private EndsMethod() {}

    static Optional<ErrorBarLines.Ends> of(BarBoxes boxes) {
        int first = 0;
        int last = 0;
        for (int i = 1; i < boxes.size(); i++) {
            first = boxes.x()[i] < boxes.x()[first] ? i : first;
            last = boxes.x()[i] > boxes.x()[last] ? i : last;
        }
        DD width = DD.ofDifference(boxes.x()[last], boxes.x()[first]);
        if (width.hi() == 0) {
            return Optional.empty();
        }
        DD up = boxes.top(last).subtract(boxes.bottom(first)).divide(width);
        DD flat = boxes.bottom(last).subtract(boxes.top(first)).divide(width);
        int[] rows = {boxes.row(first), boxes.row(last)};
        DD upIntercept = boxes.bottom(first).subtract(up.multiply(boxes.x()[first]));
        DD flatIntercept = boxes.top(first).subtract(flat.multiply(boxes.x()[first]));
        return Optional.of(new ErrorBarLines.Ends(
                new ErrorBarLines.Limit(up.hi(), upIntercept.hi(), rows),
                new ErrorBarLines.Limit(flat.hi(), flatIntercept.hi(), rows),
                missed(boxes, up, upIntercept),
                missed(boxes, flat, flatIntercept)));
    }

    private static int[] missed(BarBoxes boxes, DD slope, DD intercept) {
        return IntStream.range(0, boxes.size())
                .filter(i -> {
                    double above = slope.multiply(boxes.x()[i])
                            .add(intercept)
                            .subtract(boxes.y()[i])
                            .hi();
                    return boxes.factor(i, above, slope.hi()) > 1 + RELATIVE_ROUNDING;
                })
                .map(boxes::row)
                .toArray();
    }
}
