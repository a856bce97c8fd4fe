package helvo.core.fit;

import helvo.core.Progress;
import helvo.core.nonlinear.CoefficientSetting;
import helvo.core.nonlinear.ProfileSearch;
import helvo.core.number.RoundNumber;
import helvo.core.numeric.Range;
import helvo.core.points.Points;
import helvo.core.points.ScaledPoints;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.DoubleFunction;

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
        double half = fit.quality().half95().getAsDouble();
        double scale = fit.quality().scale().orElseThrow();
        double growth = half * half * scale * scale / fit.quality().residualSumOfSquares();
        var form = CurveAsFormula.of(curve);
        var found = new ArrayList<ProfileLimits>();
        for (Coefficient each : fit.coefficients()) {
            boolean isCorner = each.uncertainty().isEmpty() && form.isCorner(each.name());
            if (each.uncertainty().isEmpty() && !isCorner) {
                continue;
            }
            double reach = isCorner
                    ? FIRST_STEP_OF_CORNER
                            * (Range.of(used.x()).high() - Range.of(used.x()).low())
                    : half * each.uncertainty().get().standardError();
            progress.reached(Double.NaN);
            Profiled profiled = FarFromZero.of(fit, Range.of(used.x()))
                    .map(far -> far.profiled(each))
                    .orElseGet(() -> new Profiled(form, form.coefficients(fit), each.name(), 1, OptionalDouble::of));
            ProfileSearch search = search(profiled.form(), fit, used, profiled.p(), progress);
            OptionalDouble low = profiled.end(search, -reach, growth);
            OptionalDouble high = profiled.end(search, reach, growth);
            if (isCorner || differs(each.value() - reach, low, reach) || differs(each.value() + reach, high, reach)) {
                found.add(new ProfileLimits(each.name(), low, high));
            }
        }
        return List.copyOf(found);
    }

    /// A coefficient whose profile is searched.
    ///
    /// @param p     the coefficients of the form
    /// @param name  of what stands for the coefficient in the form
    /// @param slope of that by the coefficient
    /// @param back  from that to the coefficient; empty where no double has it
    private record Profiled(
            CurveAsFormula form, double[] p, String name, double slope, DoubleFunction<OptionalDouble> back) {
        OptionalDouble end(ProfileSearch search, double reach, double growth) {
            OptionalDouble end = search.end(form.formula().coefficients().indexOf(name), reach * slope, growth);
            return end.isEmpty() ? end : back.apply(end.getAsDouble());
        }
    }

    /// A rising or falling curve a e^(b x) or a x^b whose points lie far from where its a is read, as with years:
    /// a may be as small as 10⁻²⁰⁰ there, and goes with b through many powers of ten. It is written by its height
    /// amid the points; for a, by the logarithms of both heights.
    ///
    /// @param height amid the points
    /// @param place  of the middle, as the rate counts it
    /// @param from   the way from there to x, likewise
    private record FarFromZero(Fit fit, double height, String place, String from) {
        static Optional<FarFromZero> of(Fit fit, Range x) {
            boolean isPower = fit.curve() instanceof Power;
            if ((!isPower && !(fit.curve() instanceof Exponential))
                    || fit.origin().isPresent()) {
                return Optional.empty();
            }
            double low = isPower ? Math.log(x.low()) : x.low();
            double high = isPower ? Math.log(x.high()) : x.high();
            if (low <= high - low && -high <= high - low) {
                return Optional.empty();
            }
            BigDecimal middle = RoundNumber.amid(x.low(), x.high());
            String text = "(" + middle.toPlainString() + ")";
            double at = middle.doubleValue();
            return Optional.of(new FarFromZero(
                    fit,
                    fit.function().at(at),
                    isPower ? "ln" + text : text,
                    isPower ? "ln(x/" + text + ")" : "(x - " + text + ")"));
        }

        Profiled profiled(Coefficient of) {
            if (of.name().equals("b")) {
                return profiled("height*exp(b*" + from + ")", height, of.value(), 1, OptionalDouble::of);
            }
            double sign = Math.signum(height);
            return profiled(
                    (sign < 0 ? "-" : "") + "exp(height + (height - b)*" + from + "/" + place + ")",
                    Math.log(Math.abs(height)),
                    Math.log(Math.abs(of.value())),
                    1 / of.value(),
                    value -> finite(sign * Math.exp(value)));
        }

        private static OptionalDouble finite(double value) {
            return Math.abs(value) >= Double.MIN_NORMAL && Double.isFinite(value)
                    ? OptionalDouble.of(value)
                    : OptionalDouble.empty();
        }

        private Profiled profiled(
                String text, double amid, double other, double slope, DoubleFunction<OptionalDouble> back) {
            var form = CurveAsFormula.of(fit.curve(), text);
            double[] p = form.formula().coefficients().stream()
                    .mapToDouble(name -> name.equals("b") ? other : amid)
                    .toArray();
            return new Profiled(form, p, "b", slope, back);
        }
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
