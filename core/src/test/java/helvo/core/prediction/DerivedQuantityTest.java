package helvo.core.prediction;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.fit.Curve;
import helvo.core.fit.Exponential;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.Line;
import helvo.core.fit.Logistic;
import helvo.core.fit.Polynomial;
import helvo.core.fit.TradeCurve;
import helvo.core.number.DecimalMark;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import helvo.core.table.Heading;
import java.util.List;
import java.util.OptionalDouble;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/// Expected values and their uncertainties to first order by mpmath, with 30 digits.
class DerivedQuantityTest {
    private static final Points PENDULUM =
            Points.of(new double[] {0.2, 0.4, 0.6, 0.8, 1.0}, new double[] {0.812, 1.601, 2.421, 3.215, 4.031});
    private static final Points DECAY =
            Points.of(new double[] {0, 1, 2, 3, 4, 5}, new double[] {100.3, 71.2, 49.1, 36.2, 24.6, 17.9});

    private static Fit fit(Curve curve, Points points) {
        return ((FitOutcome.Fitted) curve.fit(points, Progress.none())).fit();
    }

    private static DerivedQuantity.Outcome of(String heading, String formula, Fit fit, Points points) {
        return DerivedQuantity.of(
                new QuantityDefinition(Heading.of(heading), formula), fit, points, "m", "s²", DecimalMark.POINT);
    }

    private static DerivedQuantity found(String heading, String formula, Fit fit, Points points) {
        return ((DerivedQuantity.Outcome.Found) of(heading, formula, fit, points)).quantity();
    }

    @ParameterizedTest
    @CsvSource({
        "g (m/s²), 4 π² / slope, 9.8058662703321993, 0.033098358116549148, m/s²",
        "g, 4 π² / b, 9.8058662703321993, 0.033098358116549148, m/s²",
        "g (cm/s²), 4 π² / slope, 980.58662703321993, 3.3098358116549148, cm/s²",
        "zero crossing, -intercept / slope, -9.9354197714853453e-5, 0.0022392658612747013, m",
        "area, area, 1.9317, 0.0032157943549507847, s²·m"
    })
    void coefficientsCarryTheirCovariance(String heading, String formula, double value, double error, String unit) {
        DerivedQuantity found = found(heading, formula, fit(new Line(), PENDULUM), PENDULUM);
        assertThat(found.value()).isCloseTo(value, within(1e-10 * Math.abs(value)));
        assertThat(found.standardError().orElseThrow()).isCloseTo(error, within(1e-10 * error));
        assertThat(found.half95().orElseThrow()).isCloseTo(3.182446305284263 * error, within(1e-9 * error));
        assertThat(found.heading().unit()).isEqualTo(unit);
    }

    /// Coefficients are those that are shown: about an origin amid the years.
    @Test
    void quantitiesOfACurveAboutAnOrigin() {
        Points years = Points.of(
                new double[] {2000, 2001, 2002, 2003, 2004, 2005}, new double[] {100.3, 71.2, 49.1, 36.2, 24.6, 17.9});
        Fit fit = fit(TradeCurve.EXPONENTIAL_TO_LEVEL.curve(), years);
        double origin = fit.origin().orElseThrow().doubleValue();
        DerivedQuantity at2001 = found("C of 2001", "c + a exp(b (2001 - " + origin + "))", fit, years);
        assertThat(at2001.value()).isCloseTo(fit.function().at(2001), within(1e-10));
        Reading there = Reading.at(fit, years, 2001).orElseThrow();
        assertThat(at2001.half95().orElseThrow()).isCloseTo(there.meanHalf95().orElseThrow(), within(1e-8));
    }

    @Test
    void whatIsUsualForACurveIsWorkedOut() {
        Fit decay = fit(new Exponential(false), DECAY);
        assertThat(QuantityDefinition.usual(decay))
                .extracting(each -> each.heading().name())
                .containsExactly("half-life", "time constant", "area under the points");
        DerivedQuantity half = found("half-life", "ln(2) / -b", decay, DECAY);
        assertThat(half.value()).isCloseTo(1.9947622092639023, within(1e-12));
        assertThat(half.standardError().orElseThrow()).isCloseTo(0.02392051805909016, within(1e-12));
        Points growth = Points.of(new double[] {0, 1, 2, 3}, new double[] {1, 2, 4.1, 7.9});
        assertThat(QuantityDefinition.usual(fit(new Exponential(false), growth)))
                .extracting(each -> each.heading().name())
                .contains("doubling time");
        for (Curve curve : List.of(new Line(), new Polynomial(2), new Logistic())) {
            Points points =
                    Points.of(new double[] {0, 1, 2, 3, 4, 5, 6}, new double[] {0.1, 0.4, 1.5, 4.9, 8.6, 9.6, 9.95});
            Fit fit = fit(curve, points);
            assertThat(QuantityDefinition.usual(fit)).hasSizeGreaterThan(1).allSatisfy(each -> assertThat(
                            of(each.heading().name(), each.formula(), fit, points))
                    .isInstanceOf(DerivedQuantity.Outcome.Found.class));
        }
        Points parabola = Points.of(new double[] {0, 1, 2, 3}, new double[] {5, 3, 3, 5});
        Fit quadratic = fit(new Polynomial(2), parabola);
        assertThat(found("x", "-c1 / (2 c2)", quadratic, parabola).value()).isCloseTo(1.5, within(1e-12));
        assertThat(found("y", "c0 - c1² / (4 c2)", quadratic, parabola).value()).isCloseTo(2.75, within(1e-12));
    }

    /// 0.25 (0.5² 1² + 1² 2² + 0.5² 2²) is the variance of a trapezoid rule over bars 1, 2, 2 at steps of 1.
    @Test
    void theAreaIsThatOfPointsInOrderOfX() {
        Points points = new Points(
                        new double[] {2, 0, 1, 1},
                        new double[] {4, 0, 1, 3},
                        new int[] {0, 1, 2, 3},
                        ErrorBars.NONE,
                        ErrorBars.even(new double[] {1, 1, 2, 2}))
                .weighted(Weighting.STATED, 1, 1);
        DerivedQuantity area = found("area", "area", fit(new Line(), points), points);
        assertThat(area.value()).isEqualTo(0.5 * 0 + 1 * 2 + 0.5 * 4);
        assertThat(area.standardError().orElseThrow()).isCloseTo(Math.sqrt(0.25 + 2 + 0.25), within(1e-12));
        assertThat(area.remarks()).containsExactly("The uncertainty of the area is that of the error bars.");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "3 k|“q” is not worked out: this curve has no coefficient “k”. It has “a”, intercept, b, slope, area.",
                "slope +|“q” is not worked out: The formula ends where a number, a column or a bracket must come.",
                "ln(-slope)|“q” has no value: ln(−4.026) has no value.",
                "slope / area|“q” is not worked out: the area and coefficients are of the same points, and their "
                        + "uncertainties are not carried together."
            })
    void whatCannotBeWorkedOutIsSaid(String formula, String why) {
        assertThat(of("q", formula, fit(new Line(), PENDULUM), PENDULUM))
                .isInstanceOfSatisfying(DerivedQuantity.Outcome.NotFound.class, not -> assertThat(not.why())
                        .startsWith(why.substring(0, 40))
                        .hasSizeGreaterThan(40));
    }

    @Test
    void withoutScatterThereIsNoUncertainty() {
        Points two = Points.of(new double[] {0, 1}, new double[] {1, 3});
        DerivedQuantity slope = found("q (kg)", "slope", fit(new Line(), two), two);
        assertThat(slope.standardError()).isEqualTo(OptionalDouble.empty());
        assertThat(slope.half95()).isEmpty();
        assertThat(slope.remarks()).containsExactly("The formula gives s²/m, which is another quantity than kg.");
    }
}
