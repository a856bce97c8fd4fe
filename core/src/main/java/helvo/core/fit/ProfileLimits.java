package helvo.core.fit;

import helvo.core.Progress;
import helvo.core.nonlinear.CoefficientSetting;
import helvo.core.nonlinear.ProfileSearch;
import helvo.core.numeric.Range;
import helvo.core.points.Points;
import helvo.core.points.ScaledPoints;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalDouble;

/// The 95 % limits of a coefficient by its profile (Bates and Watts 1988, §6.1), where ± does not tell them: how far
/// it can go while the others follow it. An end is empty where the points set none.
///
/// @param coefficient its name
public record ProfileLimits(String coefficient, OptionalDouble low, OptionalDouble high) {
    /// Ends that differ from those of ± by less than this part of it are told by it.
    private static final double DIFFERS = 0.1;
    /// With more points they hardly differ, and take long.
    private static final int MOST_POINTS = 1000;

    /// In parts of the span of x.
    private static final double FIRST_STEP_OF_CORNER = 0.01;

    private static final double[] EXACT = {};

    /// Of all coefficients whose limits ± does not tell.
    ///
    /// @param used the points of the fit
    public static List<ProfileLimits> of(Fit fit, Points used, Progress progress) {
        Curve curve = fit.curve();
        if (isTold(curve)
                || fit.shared().isPresent()
                || fit.quality().perfect()
                || fit.quality().half95().isEmpty()
                || used.size() > MOST_POINTS) {
            return List.of();
        }
        var formula = CurveAsFormula.of(curve);
        double half = fit.quality().half95().getAsDouble();
        double scale = fit.quality().scale().orElseThrow();
        double growth = half * half * scale * scale / fit.quality().residualSumOfSquares();
        double[] p = formula.coefficients(fit);
        ProfileSearch search = search(formula, fit, used, p, progress);
        var found = new ArrayList<ProfileLimits>();
        for (Coefficient each : fit.coefficients()) {
            int k = formula.formula().coefficients().indexOf(each.name());
            boolean isCorner =
                    each.uncertainty().isEmpty() && formula.formula().corners().contains(k);
            if (each.uncertainty().isEmpty() && !isCorner) {
                continue;
            }
            double reach = isCorner
                    ? FIRST_STEP_OF_CORNER
                            * (Range.of(used.x()).high() - Range.of(used.x()).low())
                    : half * each.uncertainty().get().standardError();
            progress.reached(Double.NaN);
            OptionalDouble low = search.end(k, -reach, growth);
            OptionalDouble high = search.end(k, reach, growth);
            if (isCorner || differs(each.value() - reach, low, reach) || differs(each.value() + reach, high, reach)) {
                found.add(new ProfileLimits(each.name(), low, high));
            }
        }
        return List.copyOf(found);
    }

    /// Whether ± tells all: the curve is linear in its coefficients, or is fitted on another scale.
    private static boolean isTold(Curve curve) {
        return switch (curve) {
            case Exponential _, Power _, Logistic _ -> curve.onLogScale();
            case FormulaCurve own ->
                own.formula().linear(own.free()).size() == own.free().size()
                        && own.settings().stream().noneMatch(CoefficientSetting::isLimited);
            case Mean _, Line _, FixedInterceptLine _, Polynomial _, Logarithmic _ -> true;
        };
    }

    private static ProfileSearch search(CurveAsFormula formula, Fit fit, Points used, double[] p, Progress progress) {
        double[] x = fit.origin().isEmpty()
                ? used.x()
                : Arrays.stream(used.x())
                        .map(each -> fit.curve().from(fit.origin().get().doubleValue(), each))
                        .toArray();
        return used.weighedInBoth() && fit.curve().weighsBoth()
                ? ProfileSearch.of(
                        formula.formula(),
                        formula.settings(),
                        x,
                        used.y(),
                        OrthogonalFit.known(used.xSigma(), used.size()),
                        OrthogonalFit.known(used.ySigma(), used.size()),
                        p,
                        progress)
                : ProfileSearch.of(
                        formula.formula(),
                        formula.settings(),
                        ScaledPoints.of(x, used.over(x, used.y(), used.ySigma().length == 0 ? EXACT : used.ySigma())),
                        p,
                        progress);
    }

    private static boolean differs(double told, OptionalDouble end, double reach) {
        return end.isEmpty() || Math.abs(end.getAsDouble() - told) > DIFFERS * reach;
    }
}
