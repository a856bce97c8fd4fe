package helvo.desktop;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.fit.Curves;
import helvo.core.study.Study;
import helvo.files.samples.SampleStudy;
import java.util.ArrayList;
import java.util.Optional;
import javafx.stage.Stage;
import org.junit.jupiter.api.extension.AfterAllCallback;
import org.junit.jupiter.api.extension.ExtensionContext;

/// The one window of a class of tests. Each test finds it as it was opened: the study, what is in view and what a
/// person had chosen.
final class SharedWindow implements AfterAllCallback {
    /// Worked out once for all tests.
    private static final Analysis SAMPLE =
            comparedInFirstFigure(Analysis.of(SampleStudy.study(), Analysis.EMPTY, Progress.none()));

    private final Analysis opened;
    private Optional<DrivenWindow> window = Optional.empty();

    private SharedWindow(Analysis opened) {
        this.opened = opened;
    }

    static SharedWindow onSample() {
        return new SharedWindow(SAMPLE);
    }

    static SharedWindow onBlank() {
        return new SharedWindow(Analysis.of(Study.blank(), Analysis.EMPTY, Progress.none()));
    }

    /// With the curves of the trade compared too, as the strip of curves would.
    private static Analysis comparedInFirstFigure(Analysis all) {
        var figures = new ArrayList<>(all.figures());
        figures.set(
                0,
                figures.getFirst()
                        .withSeries(figures.getFirst().series().stream()
                                .map(each -> each.comparing(Curves.compared(), Progress.none()))
                                .toList()));
        return new Analysis(all.study(), figures, all.searched(), all.problems());
    }

    /// As it was opened. To be called on the interface thread.
    DrivenWindow on(Stage stage) {
        window.ifPresentOrElse(
                each -> each.reopen(stage, opened),
                () -> window = Optional.of(new DrivenWindow(stage, OneStudy.analysed(opened))));
        return window.get();
    }

    /// In the place of the one before, for what only a window shows that was never used.
    DrivenWindow newOn(Stage stage) {
        window.ifPresent(DrivenWindow::close);
        window = Optional.empty();
        return on(stage);
    }

    @Override
    public void afterAll(ExtensionContext context) {
        window.ifPresent(each -> FxThread.on(each::close));
    }
}
