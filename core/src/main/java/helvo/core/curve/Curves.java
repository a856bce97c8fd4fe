package helvo.core.curve;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;

/// The one list of the shapes that Helvo fits side by side.
public final class Curves {
    private Curves() {}

    /// In the order of the strip at the foot of the window.
    public static List<Curve> offered() {
        return List.of(new Line(), new FixedInterceptLine(0), new Polynomial(2), new Polynomial(3), new Logarithmic(), new Exponential(false), new Power(false), new Logistic(),
                new Polynomial(4), new Polynomial(5));
    }

    /// All of them: besides those offered, higher degrees and the fits on the log scale.
    public static List<Curve> all() {
        var all = new ArrayList<>(offered());
        IntStream.rangeClosed(6, Polynomial.HIGHEST).forEach(degree -> all.add(new Polynomial(degree)));
        all.add(new Exponential(true));
        all.add(new Power(true));
        return List.copyOf(all);
    }
}
