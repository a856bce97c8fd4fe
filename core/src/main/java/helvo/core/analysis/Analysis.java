package helvo.core.analysis;

import helvo.core.Progress;
import helvo.core.fit.Curve;
import helvo.core.fit.Curves;
import helvo.core.quality.Problems;
import helvo.core.study.Figure;
import helvo.core.study.Study;
import helvo.core.table.Table;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;

/// The analysis of a study: points, fits, residuals, checks and cells that need a look. Immutable, and a function
/// of the study alone; an earlier analysis only saves work. Two are equal only if they are one: to compare all that
/// they hold would take longer than to show it.
///
/// @param searched the study whose tables were searched for problems: `study`, or an earlier one while the search
///     is under way
/// @param problems of each table of that, by its id
public record Analysis(Study study, List<FigureAnalysis> figures, Study searched, Map<Integer, Problems> problems) {
    public static final Analysis EMPTY = new Analysis(Study.EMPTY, List.of(), Study.EMPTY, Map.of());
    /// With more points than this, what is known early is told early.
    private static final int MANY_POINTS = 5_000;
    private static final long BETWEEN_TELLING = 100_000_000;

    /// @param previous of any earlier state of the study; what did not change since is taken from it
    /// @param early    is given what is known already, while shapes are still compared: all that figures show; of a
    ///                 large study first the chosen curves, before tables are searched, then each shape as it is
    ///                 ready
    /// @throws java.util.concurrent.CancellationException when `progress` says that nobody waits
    public static Analysis of(Study study, Analysis previous, Consumer<Analysis> early, Progress progress) {
        Analysis analysis = ofChosenCurves(study, previous, progress.part(0, 0.4));
        boolean slow = analysis.isLarge();
        if (slow) {
            early.accept(analysis);
        }
        analysis = analysis.diagnosed(progress.part(0.4, 0.6));
        if (!slow) {
            early.accept(analysis);
        }
        analysis = analysis.withProblems(previous);
        long told = System.nanoTime();
        for (Curve shape : Curves.offered()) {
            analysis = analysis.comparing(shape, progress.part(0.6, 1));
            if (slow && System.nanoTime() - told > BETWEEN_TELLING) {
                early.accept(analysis);
                told = System.nanoTime();
            }
        }
        return analysis.comparingChosen(progress);
    }

    /// A chosen curve that is not among those offered is compared with them.
    private Analysis comparingChosen(Progress progress) {
        var all = new ArrayList<>(figures);
        all.replaceAll(figure -> figure.series().stream()
                        .allMatch(each -> each.compares(each.chosen().curve()))
                ? figure
                : figure.withSeries(figure.series().stream()
                        .map(each -> each.compares(each.chosen().curve())
                                ? each
                                : each.comparing(List.of(each.chosen().curve()), progress))
                        .toList()));
        return new Analysis(study, List.copyOf(all), searched, problems);
    }

    /// Whether it takes so long to work out that what is known early should be shown early.
    public boolean isLarge() {
        return figures.stream()
                        .flatMap(figure -> figure.series().stream())
                        .mapToInt(series -> series.points().size())
                        .sum()
                > MANY_POINTS;
    }

    public static Analysis of(Study study, Analysis previous, Progress progress) {
        return of(study, previous, _ -> {}, progress);
    }

    /// With no curves but those chosen for the figures, where nobody compares shapes or looks for problems.
    public static Analysis ofChosenCurves(Study study, Progress progress) {
        return ofChosenCurves(study, EMPTY, progress.part(0, 0.6)).diagnosed(progress.part(0.6, 1));
    }

    /// The same without what bars and residuals say of them, and without readings.
    public static Analysis ofChosenCurvesAlone(Study study, Progress progress) {
        return ofChosenCurves(study, EMPTY, progress);
    }

    private static Analysis ofChosenCurves(Study study, Analysis previous, Progress progress) {
        var figures = new ArrayList<FigureAnalysis>();
        int count = study.figures().size();
        for (int i = 0; i < count; i++) {
            Figure figure = study.figures().get(i);
            Optional<FigureAnalysis> old = previous.figures.stream()
                    .filter(f -> f.figure().id() == figure.id())
                    .findFirst();
            figures.add(FigureAnalysis.of(
                    figure,
                    study.table(figure.table()),
                    study.numbers(),
                    old,
                    progress.part((double) i / count, (i + 1.0) / count)));
        }
        return new Analysis(study, List.copyOf(figures), previous.searched, previous.problems);
    }

    private Analysis diagnosed(Progress progress) {
        return new Analysis(
                study,
                figures.stream().map(figure -> figure.diagnosed(progress)).toList(),
                searched,
                problems);
    }

    private Analysis withProblems(Analysis previous) {
        var found = new HashMap<Integer, Problems>();
        for (Table table : study.tables()) {
            boolean same = previous.searched.tables().stream().anyMatch(old -> old == table);
            found.put(table.id(), same ? previous.problems.get(table.id()) : Problems.in(table));
        }
        return new Analysis(study, figures, study, Map.copyOf(found));
    }

    private Analysis comparing(Curve shape, Progress progress) {
        var all = new ArrayList<>(figures);
        for (int f = 0; f < all.size(); f++) {
            for (int s = 0; s < all.get(f).series().size(); s++) {
                SeriesAnalysis series = all.get(f).series().get(s);
                if (!series.compares(shape)) {
                    all.set(
                            f,
                            all.get(f)
                                    .with(
                                            s,
                                            series.comparing(
                                                    shape, all.get(f).outcome(shape, series.points()), progress)));
                }
            }
        }
        return new Analysis(study, List.copyOf(all), searched, problems);
    }

    /// @throws IllegalArgumentException when the study has no such figure
    public FigureAnalysis figure(int id) {
        return figures.stream()
                .filter(figure -> figure.figure().id() == id)
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no figure " + id + " was analysed"));
    }

    @Override
    public boolean equals(Object other) {
        return this == other;
    }

    @Override
    public int hashCode() {
        return System.identityHashCode(this);
    }
}
