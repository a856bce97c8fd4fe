package helvo.desktop.workspace;

import static helvo.desktop.FxThread.on;
import static helvo.desktop.FxThread.until;
import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.study.FigureEdit;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.style.AxisPlace;
import helvo.desktop.OneStudy;
import helvo.desktop.document.StudyDocument;
import helvo.files.samples.SampleStudy;
import java.lang.ref.WeakReference;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.framework.junit5.ApplicationExtension;

/// What a window shows of a document, and two of them on one.
@ExtendWith(ApplicationExtension.class)
class WorkspaceTest {
    private StudyDocument document;
    private Workspace one;
    private Workspace other;

    @BeforeEach
    void open() {
        on(() -> {
            var study = new OneStudy(SampleStudy.study());
            document = study.document;
            one = new Workspace(document, study.keeper, study);
            other = new Workspace(document, study.keeper, study);
        });
        until("the analysis is there", () -> document.background().idle());
    }

    @AfterEach
    void close() {
        on(() -> {
            one.close();
            other.close();
            document.close();
        });
    }

    /// State of a window is not state of the document.
    @Test
    void twoWindowsOnOneStudyShowDifferentTables() {
        int second = document.study().tables().get(1).id();
        on(() -> {
            one.show(second);
            one.select(2, 1, 2);
            one.showSeries(0);
            one.messages().show("said in one window");
        });
        assertThat(one.table().orElseThrow().id()).isEqualTo(second);
        assertThat(one.figure().orElseThrow().figure().table()).isEqualTo(second);
        assertThat(one.selection().get().rows()).containsExactly(1, 2);
        assertThat(other.table()).contains(document.study().tables().getFirst());
        assertThat(other.selection().get().isNone()).isTrue();
        assertThat(other.messages().notice().get()).isEmpty();
    }

    /// What one of them does both show; what it made, it alone brings into view.
    @Test
    void anEditInOneWindowIsSeenInTheOther() {
        on(() -> one.perform(
                StudyEdit.AddTable.to(one.study(), Study.blank().tables().getFirst())));
        int added = document.study().tables().getLast().id();
        assertThat(one.tableId().get()).isEqualTo(added);
        assertThat(other.study()).isSameAs(document.study());
        assertThat(other.tableId().get()).isNotEqualTo(added);
        on(() -> other.undo());
        assertThat(one.tableId().get())
                .as("a table that is gone is not in view")
                .isNotEqualTo(added);
        assertThat(one.table()).isPresent();
    }

    /// A closed window hears nothing more, and leaves no listener on its document.
    @Test
    void aClosedWindowLetsGoOfTheDocument() {
        on(() -> {
            one.close();
            other.perform(new StudyEdit.Rename("after"));
        });
        assertThat(one.study().name()).isNotEqualTo("after");
        var left = new WeakReference<>(one);
        one = other;
        until("it is let go of", () -> {
            System.gc();
            return left.get() == null;
        });
    }

    @Test
    void rowsThatMovedAreNoLongerSelected() {
        on(() -> one.select(0, 1));
        on(() -> one.perform(new TableEdit.Sort(one.tableId().get(), 3, false)));
        assertThat(one.selection().get().isNone()).isTrue();
    }

    /// What was dragged stays as it was let go until its analysis is there: the old picture does not flash up.
    @Test
    void whatWasTriedIsDrawnOnWhileItIsAnalysed() {
        int figure = one.figureInView().orElseThrow().id();
        var narrow = new FigureEdit.Zoom(
                figure, Map.of(AxisPlace.X, new FigureEdit.Zoom.Limits(Optional.of(0.0), Optional.of(40.0))));
        on(() -> document.preview(narrow));
        assertThat(high()).hasValue(40.0);
        on(() -> {
            one.keepPreview();
            assertThat(one.analysis().get().study()).as("still under way").isNotSameAs(one.study());
            assertThat(high()).hasValue(40.0);
        });
        until("it is analysed", () -> one.analysis().get().study() == one.study());
        assertThat(high()).hasValue(40.0);
        on(() -> one.undo());
        until("it is analysed", () -> one.analysis().get().study() == one.study());
        assertThat(high()).isEmpty();
    }

    private Optional<Double> high() {
        return one.drawnFigure()
                .orElseThrow()
                .figure()
                .style()
                .axis(AxisPlace.X)
                .high();
    }
}
