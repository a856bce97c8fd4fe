package helvo.desktop.window;

import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.results.FitChange;
import helvo.desktop.workspace.Workspace;
import java.util.Objects;
import java.util.Optional;

/// Tells how the curves changed when a row was excluded or included.
final class ExclusionNotice {
    private final Workspace workspace;

    private ExclusionNotice(Workspace workspace) {
        this.workspace = workspace;
    }

    static void on(Workspace workspace) {
        workspace.analysis().subscribe(new ExclusionNotice(workspace)::changed);
    }

    private void changed(Analysis before, Analysis after) {
        if (workspace.preview().get().isPresent()) {
            return;
        }
        workspace.figureInView().flatMap(wanted -> find(before, wanted.id())).ifPresent(old -> find(
                        after, old.figure().id())
                .ifPresent(now -> now.series().stream()
                        .filter(series -> series.key().hasOwnPoints())
                        .map(series -> old.series(series.key())
                                .flatMap(then -> FitChange.bySettingAside(then, series, now.numbers()))
                                .orElse(null))
                        .filter(Objects::nonNull)
                        .findFirst()
                        .ifPresent(workspace.messages()::show)));
    }

    private static Optional<FigureAnalysis> find(Analysis in, int figure) {
        return in.figures().stream()
                .filter(each -> each.figure().id() == figure)
                .findFirst();
    }
}
