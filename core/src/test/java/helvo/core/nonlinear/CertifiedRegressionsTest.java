package helvo.core.nonlinear;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.fit.FormulaCurve;
import helvo.core.formula.CurveFormula;
import helvo.core.points.Points;
import helvo.core.points.ScaledPoints;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/// The certified nonlinear regressions of the Statistical Reference Datasets, with no starting values and with
/// those that come with them: all that is certified, 11 digits.
class CertifiedRegressionsTest {
    private static final double TEN_DIGITS = 1e-10;

    static Stream<CertifiedSets.CertifiedSet> sets() {
        return CertifiedSets.all().stream();
    }

    @ParameterizedTest
    @MethodSource("sets")
    void areReachedWithNoStart(CertifiedSets.CertifiedSet set) {
        isReached(
                set,
                set.coefficients().stream().map(_ -> CoefficientSetting.FREE).toList());
    }

    @ParameterizedTest
    @MethodSource("sets")
    @Tag("thorough")
    void areReachedFromBothStarts(CertifiedSets.CertifiedSet set) {
        for (int start = 0; start < 2; start++) {
            int which = start;
            isReached(
                    set,
                    set.coefficients().stream()
                            .map(each -> CoefficientSetting.FREE.withStart(each.starts()[which]))
                            .toList());
        }
    }

    /// @param settings in the order of the set's coefficients
    private static void isReached(CertifiedSets.CertifiedSet set, List<CoefficientSetting> settings) {
        CurveFormula formula = formula(set.formula());
        assertThat(FormulaCurve.of(formula).inseparable()).isEmpty();
        List<CertifiedSets.Coefficient> certified = formula.coefficients().stream()
                .map(name -> set.coefficients().stream()
                        .filter(each -> each.name().equals(name))
                        .findFirst()
                        .orElseThrow())
                .toList();
        Points points = Points.of(set.x(), set.y());
        ScaledPoints scaled = ScaledPoints.of(points.x(), points);
        var outcome = new NonlinearLeastSquares(
                        formula,
                        certified.stream()
                                .map(each -> settings.get(set.coefficients().indexOf(each)))
                                .toList())
                .of(scaled, Progress.none());
        assertThat(outcome).isInstanceOfSatisfying(NonlinearLeastSquares.Found.class, found -> {
            double variance = found.squares() / (set.x().length - certified.size());
            for (int k = 0; k < certified.size(); k++) {
                assertThat(found.coefficients()[k] / certified.get(k).value())
                        .as(certified.get(k).name())
                        .isCloseTo(1, within(TEN_DIGITS));
                assertThat(Math.sqrt(variance * found.inverse()[k][k])
                                / certified.get(k).error())
                        .as("standard error of " + certified.get(k).name())
                        .isCloseTo(1, within(TEN_DIGITS));
            }
            assertThat(found.squares() * scaled.unit() * scaled.unit() / set.squares())
                    .isCloseTo(1, within(TEN_DIGITS));
        });
    }

    static CurveFormula formula(String text) {
        return ((CurveFormula.Reading.Read) CurveFormula.read(text)).formula();
    }
}
