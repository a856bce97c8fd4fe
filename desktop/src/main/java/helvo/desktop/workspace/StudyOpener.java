package helvo.desktop.workspace;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.study.History;
import helvo.core.task.ForkedTask;
import helvo.desktop.document.AnalysisService;
import helvo.desktop.persistence.StudyOrigin;
import helvo.desktop.task.BackgroundTasks;
import helvo.desktop.task.BackgroundTasks.Outcome;
import helvo.files.samples.SampleStudy;
import helvo.files.study.Journal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;

/// Opens studies in windows, and reads one in advance when the pointer rests on it. What the pointer rests on, or
/// the keyboard has come to, is read before it is asked for, so that it is there sooner; nothing of that is shown
/// or said until then.
public final class StudyOpener {
    /// A longer file is not read on suspicion.
    private static final long MAX_PREFETCHED_BYTES = 250_000;
    private static final Object SAMPLE = new Object();

    private final Workspace workspace;
    private final FileReadingQueue reading;
    private final Studies studies;
    private final BackgroundTasks.Latest prefetching;
    private Optional<Expected> expected = Optional.empty();

    /// What can be opened.
    ///
    /// @param of   tells it from others
    /// @param name as a person calls it
    private record Source(Object of, String name, BackgroundTasks.Work<StudyOrigin> read) {}

    private record Opened(StudyOrigin origin, Optional<Analysis> beginning) {}

    /// @param work empty where it was too much, or failed: it is read, and that is said, when it is asked for
    private record Expected(Object of, ForkedTask<Optional<Opened>> work) {}

    StudyOpener(Workspace workspace, FileReadingQueue reading, Studies studies) {
        this.workspace = workspace;
        this.reading = reading;
        this.studies = studies;
        prefetching = workspace.background().silent("expected study");
    }

    /// Opens a study's file, or shows the window that it is open in.
    public void openFile(Path file) {
        if (!studies.showIfOpen(file)) {
            openSource(sourceOfFile(file));
        }
    }

    /// Opens what was kept of a study.
    public void openKept(Journal.Kept kept) {
        openSource(sourceOfKept(kept));
    }

    /// Opens a copy of the study that ships with the program.
    public void openSample() {
        openSource(sample());
    }

    /// This study's file will probably be opened next.
    public void prefetchFile(Path file) {
        prefetchSource(sourceOfFile(file));
    }

    public void prefetchKept(Journal.Kept kept) {
        prefetchSource(sourceOfKept(kept));
    }

    public void prefetchSample() {
        prefetchSource(sample());
    }

    private static Source sourceOfFile(Path file) {
        return new Source(
                file, String.valueOf(file.getFileName()), progress -> StudyOrigin.FromFile.read(file, progress));
    }

    private static Source sourceOfKept(Journal.Kept kept) {
        return new Source(kept, kept.study().history().study().name(), _ -> new StudyOrigin.BroughtBack(kept));
    }

    private static Source sample() {
        return new Source(SAMPLE, "the sample study", _ -> new StudyOrigin.New(History.from(SampleStudy.study())));
    }

    private void openSource(Source source) {
        Optional<Expected> before = expected.filter(each -> each.of.equals(source.of));
        expected = Optional.empty();
        BackgroundTasks.Work<Opened> work = withBeginning(source);
        reading.open(
                source.name,
                progress -> {
                    Optional<Opened> known =
                            before.flatMap(each -> each.work.join()).filter(each -> each.origin.isCurrent());
                    return known.isPresent() ? known.get() : work.run(progress);
                },
                opened -> studies.open(opened.origin, opened.beginning));
    }

    private void prefetchSource(Source source) {
        if (expected.filter(each -> each.of.equals(source.of)).isPresent()) {
            return;
        }
        BackgroundTasks.Work<Opened> work = withBeginning(source);
        var next = new Expected(source.of, ForkedTask.later(() -> tried(source, work)));
        expected = Optional.of(next);
        prefetching.run(source.name, _ -> next.work.join(), new Outcome<>(_ -> {}, _ -> {}, () -> {}));
    }

    private BackgroundTasks.Work<Opened> withBeginning(Source source) {
        AnalysisService.Beginning beginning = workspace.document().analyses().beginning();
        return progress -> {
            StudyOrigin origin = source.read.run(progress);
            return new Opened(origin, beginning.of(origin.study().history().study(), progress));
        };
    }

    private static Optional<Opened> tried(Source source, BackgroundTasks.Work<Opened> work) {
        try {
            return source.of instanceof Path file && Files.size(file) > MAX_PREFETCHED_BYTES
                    ? Optional.empty()
                    : Optional.of(work.run(Progress.none()));
        } catch (Exception _) {
            return Optional.empty();
        }
    }
}
