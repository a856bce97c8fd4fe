package helvo.core.fit;

import helvo.core.Progress;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.IntPredicate;

/// The shape of a trend line. Each shape is one class: its form, its coefficients' names and how it is fitted.
public sealed interface Curve
        permits Mean, Line, FixedInterceptLine, Polynomial, Logarithmic, Exponential, Power, Logistic, FormulaCurve {
    /// What `form` calls an intercept that is given, not fitted.
    String FIXED = "held";

    /// As a person calls it: "Line", "Quadratic".
    String name();

    /// The same amid a sentence: "cubic"; a formula and a name that a person gave stay as they are.
    default String nameInSentence() {
        return name().toLowerCase(Locale.ROOT);
    }

    /// As the command line and the study file call it: "line", "polynomial".
    String keyword();

    /// The highest power of x of a line or polynomial; 0 for another shape.
    default int degree() {
        return switch (this) {
            case Polynomial(int degree) -> degree;
            case Line _, FixedInterceptLine _ -> 1;
            case Mean _, Logarithmic _, Exponential _, Power _, Logistic _, FormulaCurve _ -> 0;
        };
    }

    /// In the order of the form, for a polynomial the lowest power first.
    List<String> coefficientNames();

    /// The right-hand side, such as "0.2054 Load + 0.26".
    ///
    /// @param value a coefficient's value as text, with a true minus sign when typeset; "0" for one that is left
    ///     out of a sum. Also asked for [#FIXED], where the intercept is given, and for each number of a formula,
    ///     with a decimal point, to have it as numbers are written
    /// @param x     what x is called
    String form(Function<String, String> value, String x, Notation notation);

    /// Its y at x for given coefficients, in the order of [#coefficientNames].
    double value(double[] coefficients, double x);

    /// What stands for x where the curve is written about an origin: x − origin; x / origin where only that keeps
    /// the form.
    default double from(double origin, double x) {
        return x - origin;
    }

    /// Whether it is x / origin, with an origin above 0.
    default boolean isFromByRatio() {
        return false;
    }

    /// The coefficients of the same fitted curve written over [#from] an origin instead of x.
    ///
    /// @return empty where the form has no such shape
    default Optional<double[]> about(double origin, Fit fit) {
        return Optional.empty();
    }

    /// Whether a coefficient that gives nothing may be left out of the form.
    default boolean isSum() {
        return degree() > 0;
    }

    /// What a coefficient is measured in, such as "mm/N²".
    String unit(String coefficient, String y, String x);

    /// As a person calls a coefficient: "slope", or its letter.
    default String label(String coefficient) {
        return coefficient;
    }

    /// The coefficients that are given, not fitted, by their names.
    default Map<String, Double> held() {
        return Map.of();
    }

    /// The constant that is given, not fitted; 0 where there is none.
    default double fixedIntercept() {
        return 0;
    }

    /// Whether a straight line shows it on axes of plain numbers.
    default boolean isStraight() {
        return degree() == 1;
    }

    /// The power of x whose term would extend it: the next one of a line or polynomial, 2 for another shape.
    default int nextPower() {
        return Math.max(1, degree()) + 1;
    }

    /// Whether a point can take part in a fit of this shape.
    default boolean accepts(double x, double y) {
        return true;
    }

    /// What `accepts` asks for, as in "x is not above 0"; empty when any point can take part.
    default String refusal() {
        return "";
    }

    /// Whether a fit of this shape can weigh bars in x and y together.
    default boolean weighsBoth() {
        return !onLogScale();
    }

    /// What residuals and R² are of.
    default FittedOn fittedOn() {
        return FittedOn.Y;
    }

    /// Whether it is a straight line through ln y.
    default boolean onLogScale() {
        return fittedOn() == FittedOn.LN_Y;
    }

    /// How the shape is written as an amplitude times the rest; empty for one that is not.
    Optional<AmplitudeForm> amplitudeForm();

    /// Fits this shape by least squares to the points it accepts.
    ///
    /// @throws java.util.concurrent.CancellationException when `progress` says that nobody waits
    default FitOutcome fit(Points points, Progress progress) {
        return !weighsBoth() || !points.weighedInBoth()
                ? fitInY(points, progress)
                : YorkFit.fits(this) ? YorkFit.fit(this, points, progress) : OrthogonalFit.of(this, points, progress);
    }

    /// The same by distances in y alone.
    FitOutcome fitInY(Points points, Progress progress);

    /// Those of some points that can take part in a fit of this shape: it has a value there, and they have the
    /// weight that it needs. The same object when all can.
    default Points usable(Points all) {
        return refusal().isEmpty() && all.weighting() == Weighting.UNWEIGHTED
                ? all
                : usable(all, i -> accepts(all.x()[i], all.y()[i]));
    }

    /// Those that a test keeps and that have the weight that this shape needs; the same object when all do.
    default Points usable(Points all, IntPredicate test) {
        boolean inBoth = weighsBoth() && all.weighedInBoth();
        return all.where(i -> test.test(i) && all.counts(i, inBoth));
    }

    /// What a curve is fitted on.
    enum FittedOn {
        Y("y"),
        LN_Y("ln y");

        private final String symbol;

        FittedOn(String symbol) {
            this.symbol = symbol;
        }

        public String symbol() {
            return symbol;
        }
    }

    /// How a form is written.
    enum Notation {
        /// For reading: raised powers, a blank for a product, a true minus sign.
        TYPESET,
        /// As spreadsheets and programs read it.
        PROGRAM
    }
}
