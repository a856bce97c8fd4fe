package helvo.core.analysis;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.check.Check;
import helvo.core.fit.Curve;
import helvo.core.fit.Curves;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.FixedInterceptLine;
import helvo.core.fit.Line;
import helvo.core.fit.Logarithmic;
import helvo.core.fit.Mean;
import helvo.core.fit.Polynomial;
import helvo.core.fit.Power;
import helvo.core.number.DecimalMark;
import helvo.core.study.FigureEdit;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.SeriesKey;
import helvo.core.table.Table;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.concurrent.CancellationException;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/// Shapes compared for one series, the one that is chosen, and what is told early with many points.
class SeriesAnalysisTest {
    private static Study study(double[] x, double[] y) {
        var table = new Table(
                1,
                "t",
                DecimalMark.POINT,
                Optional.empty(),
                List.of(
                        new Column(1, new Heading("x", ""), Kind.NUMBER, Role.X, 0, Cells.ofNumbers(x)),
                        new Column(2, new Heading("y", ""), Kind.NUMBER, Role.Y, 0, Cells.ofNumbers(y))),
                ExcludedRows.NONE);
        return StudyEdit.AddTable.to(Study.EMPTY, table).apply(Study.EMPTY);
    }

    /// A bent relation with scatter, and x down to −1, where logarithms and powers have no value.
    private static Study bent() {
        double[] x = IntStream.range(-1, 24).asDoubleStream().toArray();
        return study(
                x,
                Arrays.stream(x)
                        .map(each -> 2 + 0.5 * each * each + Math.sin(each * 37))
                        .toArray());
    }

    private static SeriesAnalysis series(Study study) {
        return Analysis.of(study, Analysis.EMPTY, Progress.none())
                .figure(1)
                .series()
                .getFirst();
    }

    /// With many points the ranks are worked out beside the checks. Against 1 − 6 Σd²/(n(n² − 1)), exact without
    /// ties, for a known shuffle.
    @Test
    void ranksOfManyPointsAreThoseOfFew() {
        for (int n : new int[] {19_997, 20_011}) {
            double[] x = IntStream.range(0, n).asDoubleStream().toArray();
            double[] y =
                    IntStream.range(0, n).mapToDouble(i -> (long) i * 7919 % n).toArray();
            double squares = IntStream.range(0, n)
                    .mapToDouble(i -> (x[i] - y[i]) * (x[i] - y[i]))
                    .sum();
            double rho = 1 - 6 * squares / n / ((double) n * n - 1);
            Diagnostics said = series(study(x, y)).diagnostics().orElseThrow();
            assertThat(said.spearmanRho().orElseThrow()).isEqualTo(rho, within(1e-12));
            assertThat(said.judgement().checks()).isNotEmpty();
        }
    }

    @Test
    void shapesAreComparedAndRankedByTheirEvidence() {
        SeriesAnalysis series = series(bent());
        assertThat(series.outcomes())
                .extracting(FitOutcome::curve)
                .containsExactlyInAnyOrderElementsOf(Curves.offered());
        List<FitOutcome> ranked = series.ranked();
        double[] aicc = ranked.stream()
                .filter(each -> series.weight(each.curve()).isPresent())
                .mapToDouble(each ->
                        ((FitOutcome.Fitted) each).fit().quality().aicc().orElseThrow())
                .toArray();
        assertThat(aicc).isSorted();
        assertThat(ranked.getFirst().curve()).isEqualTo(new Polynomial(2));
        double sum = Curves.offered().stream()
                .map(series::weight)
                .filter(OptionalDouble::isPresent)
                .mapToDouble(OptionalDouble::getAsDouble)
                .sum();
        assertThat(sum).isCloseTo(1, within(1e-9));
        assertThat(series.weight(new Polynomial(2)).orElseThrow()).isGreaterThan(0.5);
        assertThat(series.weight(new Polynomial(9))).as("not compared").isEmpty();
        assertThat(series.outcome(new Polynomial(9))).isEmpty();
        FitOutcome logarithmic = series.outcome(new Logarithmic()).orElseThrow();
        assertThat(logarithmic).isInstanceOfSatisfying(FitOutcome.Fitted.class, fitted -> assertThat(
                        fitted.fit().used(series.points()).size())
                .as("x above 0 only")
                .isEqualTo(23));
    }

    @Test
    void anotherCurveIsChosenWithoutFittingTheOthersAgain() {
        SeriesAnalysis series = series(bent());
        assertThat(series.chosen().curve()).isEqualTo(new Line());
        SeriesAnalysis power = series.showing(new Power(false));
        assertThat(power.outcomes()).isSameAs(series.outcomes());
        assertThat(power.chosen()).isSameAs(series.outcome(new Power(false)).orElseThrow());
        assertThat(power.residuals().orElseThrow().points().size())
                .as("x from 0 on")
                .isEqualTo(24);
        assertThat(power.equation()).isPresent().isNotEqualTo(series.equation());
        assertThat(power.correlation()).isEqualTo(series.correlation());
        assertThat(series.judgement().speaking())
                .as("a line through a bend")
                .extracting(Check::kind)
                .contains(Check.Kind.NEXT_TERM);
        assertThat(series.showing(new Polynomial(2)).judgement().speaking())
                .extracting(Check::kind)
                .doesNotContain(Check.Kind.NEXT_TERM);
        assertThat(series.drawsLike(series)).isTrue();
        assertThat(series.drawsLike(power)).isFalse();
    }

    /// Perfect fits come first, and what could not be fitted last.
    @Test
    void perfectFitsComeFirstAndFailedOnesLast() {
        double[] x = IntStream.range(-6, 6).asDoubleStream().toArray();
        List<FitOutcome> ranked = series(
                        study(x, Arrays.stream(x).map(each -> 3 * each - 1).toArray()))
                .ranked();
        assertThat(ranked.getFirst()).isInstanceOfSatisfying(FitOutcome.Fitted.class, fitted -> assertThat(
                        fitted.fit().quality().perfect())
                .isTrue());
        List<Boolean> fitted = new ArrayList<>(
                ranked.stream().map(FitOutcome.Fitted.class::isInstance).toList());
        while (!fitted.isEmpty() && !fitted.getLast()) {
            fitted.removeLast();
        }
        assertThat(fitted).as("none that failed stands before one that did not").doesNotContain(false);
    }

    /// 0.1, 0.2, 0.3 … lie on a line as decimals, and not quite as doubles; a polynomial through all points has
    /// nothing to say for it.
    @Test
    void decimalsOnALineGiveTheLineAllTheEvidenceAndInterpolationNone() {
        double[] x = IntStream.rangeClosed(1, 9).asDoubleStream().toArray();
        SeriesAnalysis exact = series(study(
                x,
                IntStream.rangeClosed(1, 9)
                        .mapToDouble(i -> Double.parseDouble("0." + i))
                        .toArray()));
        assertThat(exact.ranked().getFirst().curve()).isEqualTo(new FixedInterceptLine(0));
        assertThat(exact.weight(new FixedInterceptLine(0))).hasValue(1);
        assertThat(exact.simplest()).hasValue(new FixedInterceptLine(0));
        SeriesAnalysis five =
                series(study(new double[] {8, 9, 10, 11, 12}, new double[] {1656, 1884, 2082, 1906, 1961}));
        assertThat(five.tooFewToRank()).isTrue();
        assertThat(five.simplest()).isEmpty();
        assertThat(five.ranked())
                .extracting(FitOutcome::curve)
                .startsWith(new Mean(), new Line(), new FixedInterceptLine(0));
        SeriesAnalysis few =
                series(study(new double[] {1, 2, 3, 4, 5, 6, 7}, new double[] {1.1, 1.9, 3.2, 3.9, 5.1, 5.8, 7.2}));
        List<Curve> ranked = few.ranked().stream()
                .filter(FitOutcome.Fitted.class::isInstance)
                .map(FitOutcome::curve)
                .toList();
        Curve simplest = few.simplest().orElseThrow();
        assertThat(few.outcomes())
                .filteredOn(outcome -> few.weight(outcome.curve()).orElse(0)
                        >= few.weights().stream()
                                        .mapToDouble(weight -> weight.orElse(0))
                                        .max()
                                        .orElseThrow()
                                / Math.E)
                .allSatisfy(outcome -> assertThat(
                                outcome.curve().coefficientNames().size())
                        .isGreaterThanOrEqualTo(simplest.coefficientNames().size()));
        assertThat(ranked.subList(ranked.size() - 2, ranked.size())).contains(new Polynomial(5));
        assertThat(few.whyNotRanked(new FixedInterceptLine(0))).isEmpty();
        assertThat(series(study(new double[] {1, 2, 3, 4, 5, 6, 7}, new double[] {3.1, 3.9, 5.2, 5.9, 7.1, 7.8, 9.2}))
                        .whyNotRanked(new FixedInterceptLine(0)))
                .contains("the line’s intercept differs from it");
    }

    /// A chosen curve that is not among those offered takes part in the comparison, and no other does.
    @Test
    void aChosenCurveThatIsNotOfferedIsComparedToo() {
        Curve sextic = new Polynomial(6);
        assertThat(Curves.offered()).doesNotContain(sextic);
        SeriesAnalysis series = series(new FigureEdit.ChooseCurve(1, SeriesKey.whole(2), sextic).apply(bent()));
        assertThat(series.outcomes())
                .extracting(FitOutcome::curve)
                .containsExactlyInAnyOrderElementsOf(Stream.concat(Curves.offered().stream(), Stream.of(sextic))
                        .toList());
        assertThat(series.weight(sextic)).isPresent();
        assertThat(series.chosen().curve()).isEqualTo(sextic);
        assertThat(series(bent()).weight(sextic)).isEmpty();
    }

    /// With many points the chosen curves are told first, then shapes as they are ready; the last word is the
    /// whole.
    @Test
    void muchIsToldInParts() {
        double[] x = IntStream.range(0, 6000).mapToDouble(i -> i / 100.0).toArray();
        Study study = study(
                x, Arrays.stream(x).map(each -> 1 + each + Math.sin(each * 1e4)).toArray());
        List<Analysis> told = new ArrayList<>();
        Analysis whole = Analysis.of(study, Analysis.EMPTY, told::add, Progress.none());
        assertThat(told).isNotEmpty();
        assertThat(told.getFirst().figure(1).series().getFirst().outcomes()).hasSize(1);
        assertThat(told.getFirst().problems()).as("not searched yet").isEmpty();
        assertThat(told.getFirst().figure(1).series().getFirst().fit().map(Fit::coefficients))
                .isEqualTo(whole.figure(1).series().getFirst().fit().map(Fit::coefficients));
        assertThat(whole.problems()).containsOnlyKeys(1);
        assertThat(whole.isLarge()).isTrue();
        List<Analysis> few = new ArrayList<>();
        Analysis small = Analysis.of(bent(), Analysis.EMPTY, few::add, Progress.none());
        assertThat(few)
                .as("a small study once, when its figures can be drawn")
                .singleElement()
                .matches(known -> known.figure(1).drawsLike(small.figure(1)));
        assertThat(small.isLarge()).isFalse();
        assertThatThrownBy(() -> whole.figure(7)).hasMessage("no figure 7 was analysed");
        assertThatThrownBy(() -> Analysis.of(study, Analysis.EMPTY, _ -> {
                    throw new CancellationException();
                }))
                .isInstanceOf(CancellationException.class);
    }

    /// What did not change is taken from the analysis before; what did is not.
    @Test
    void onlyWhatChangedIsWorkedOutAgain() {
        Study study = bent();
        Analysis first = Analysis.of(study, Analysis.EMPTY, Progress.none());
        SeriesKey key = SeriesKey.whole(2);
        Curve cubic = new Polynomial(3);
        Analysis other = Analysis.of(new FigureEdit.ChooseCurve(1, key, cubic).apply(study), first, Progress.none());
        assertThat(other.figure(1).series().getFirst().outcomes())
                .isSameAs(first.figure(1).series().getFirst().outcomes());
        assertThat(other.problems().get(1)).isSameAs(first.problems().get(1));
        Analysis changed = Analysis.of(new TableEdit.SetCell(1, 2, 0, "99").apply(study), first, Progress.none());
        assertThat(changed.figure(1).series().getFirst().points())
                .isNotSameAs(first.figure(1).series().getFirst().points());
        assertThat(changed.problems().get(1)).isNotSameAs(first.problems().get(1));
        Analysis aside =
                Analysis.of(new TableEdit.ExcludeRows(1, List.of(3, 4), "").apply(study), first, Progress.none());
        assertThat(aside.figure(1).series().getFirst().points().size()).isEqualTo(23);
        assertThat(aside.figure(1).series().getFirst().rows().excluded()).containsExactly(3, 4);
        Analysis chosenOnly = Analysis.ofChosenCurves(study, Progress.none());
        assertThat(chosenOnly.figure(1).series().getFirst().outcomes()).hasSize(1);
        assertThat(chosenOnly.figure(1).series().getFirst().judgement().checks())
                .isNotEmpty();
    }
}
