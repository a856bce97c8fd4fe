package helvo.core.curve;

import java.util.List;

/// The one list of the shapes that Helvo fits side by side.
public final class Curves {
    private Curves() {}

    /// In the order of the strip at the foot of the window.
    public static List<Curve> offered() {
        return List.of(new Line(), new FixedInterceptLine(0), new Polynomial(2), new Polynomial(3), new Logarithmic(), new Exponential(false), new Power(false), new Logistic(),
                new Polynomial(4), new Polynomial(5));
    }
}
