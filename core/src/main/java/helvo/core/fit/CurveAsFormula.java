package helvo.core.fit;

import helvo.core.formula.CurveFormula;
import helvo.core.nonlinear.CoefficientSetting;
import java.util.List;

/// A curve of any shape as a formula, with what is asked of its coefficients.
///
/// @param settings one for each coefficient of the formula
record CurveAsFormula(Curve curve, CurveFormula formula, List<CoefficientSetting> settings) {
    static CurveAsFormula of(Curve curve) {
        if (curve instanceof FormulaCurve own) {
            return new CurveAsFormula(curve, own.formula(), own.settings());
        }
        return of(
                curve,
                curve.form(
                        name -> name.equals(Curve.FIXED) ? "(" + curve.fixedIntercept() + ")" : name,
                        "x",
                        Curve.Notation.PROGRAM));
    }

    /// As a text says, with nothing asked of its coefficients.
    static CurveAsFormula of(Curve curve, String text) {
        if (!(CurveFormula.read(text) instanceof CurveFormula.Reading.Read(CurveFormula read))) {
            throw new IllegalStateException(text + " is no formula");
        }
        return new CurveAsFormula(
                curve,
                read,
                read.coefficients().stream().map(_ -> CoefficientSetting.FREE).toList());
    }

    /// Whether a coefficient is an x where the curve bends.
    boolean isCorner(String coefficient) {
        return formula.corners().contains(formula.coefficients().indexOf(coefficient));
    }

    /// The coefficients of a fit in the formula's order, those that are held too.
    double[] coefficients(Fit fit) {
        return formula.coefficients().stream()
                .mapToDouble(name -> curve.held().containsKey(name)
                        ? curve.held().get(name)
                        : fit.coefficient(name).value())
                .toArray();
    }
}
