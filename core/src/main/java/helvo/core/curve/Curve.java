package helvo.core.curve;

import helvo.core.Progress;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.Points;
import java.util.List;

/// The shape of a trend line. Each shape is one class: its form, its coefficients' names and how it is fitted.
public sealed interface Curve permits Line, FixedInterceptLine, Polynomial {
    /// As a person calls it: "Line", "Quadratic".
    String name();

    /// As the command line and the study file call it: "line", "polynomial".
    String keyword();

    /// The highest power of x.
    int degree();

    /// In the order of the form, lowest power first.
    List<String> coefficientNames();

    /// The power of x that each coefficient multiplies.
    int power(String coefficient);

    /// The constant that is given, not fitted; 0 where there is none.
    default double heldIntercept() {
        return 0;
    }

    /// Fits this shape to the points by least squares on y.
    ///
    /// @throws java.util.concurrent.CancellationException when `progress` says that nobody waits
    FitOutcome fit(Points points, Progress progress);
}
