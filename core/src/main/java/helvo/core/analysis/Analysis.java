package helvo.core.analysis;

import helvo.core.Progress;
import helvo.core.curve.Curve;
import helvo.core.curve.Curves;
import helvo.core.study.Figure;
import helvo.core.study.Study;
import helvo.core.table.Problems;
import helvo.core.table.Table;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/// All that follows from a study: points, fits, residuals, checks and cells that need a look. Immutable, and a
/// function of the study alone; an earlier analysis only saves work.
///
/// @param problems of each table, by its id
public record Analysis(Study study, List<FigureAnalysis> figures, Map<Integer, Problems> problems) {
    public static final Analysis EMPTY = new Analysis(Study.EMPTY, List.of(), Map.of());

    /// @param previous of any earlier state of the study; what did not change since is taken from it
    /// @throws java.util.concurrent.CancellationException when `progress` says that nobody waits
    public static Analysis of(Study study, Analysis previous, Progress progress) {
        return of(study, previous, Curves.offered(), progress);
    }

    /// With no curves but those chosen for the figures, where nobody compares shapes.
    public static Analysis ofChosenCurves(Study study, Progress progress) {
        return of(study, EMPTY, List.of(), progress);
    }

    private static Analysis of(Study study, Analysis previous, List<Curve> shapes, Progress progress) {
        var figures = new ArrayList<FigureAnalysis>();
        int count = study.figures().size();
        for (int i = 0; i < count; i++) {
            Figure figure = study.figures().get(i);
            Optional<FigureAnalysis> old = previous.figures.stream().filter(f -> f.figure().id() == figure.id()).findFirst();
            figures.add(FigureAnalysis.of(figure, study.table(figure.table()), old, shapes, progress.part((double) i / count, (i + 1.0) / count)));
        }
        var problems = new HashMap<Integer, Problems>();
        for (Table table : study.tables()) {
            boolean same = previous.study.tables().stream().anyMatch(old -> old == table) && previous.problems.containsKey(table.id());
            problems.put(table.id(), same ? previous.problems.get(table.id()) : Problems.in(table));
        }
        return new Analysis(study, List.copyOf(figures), Map.copyOf(problems));
    }

    /// @throws IllegalArgumentException when the study has no such figure
    public FigureAnalysis figure(int id) {
        return figures.stream().filter(figure -> figure.figure().id() == id).findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no figure " + id + " was analysed"));
    }
}
