package helvo.files.fuzz;

import helvo.core.Progress;
import helvo.core.study.FigureEdit;
import helvo.core.study.History;
import helvo.files.UnreadableFile;
import helvo.files.samples.SampleStudy;
import helvo.files.study.StoredStudy;
import helvo.files.study.StudyFile;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/// A study file, of which a part is altered.
public final class StudyFuzz implements FuzzTarget {
    private static final StudyFuzz TARGET = new StudyFuzz();
    private final PartsFuzz parts;

    public StudyFuzz() {
        Path good = FuzzTarget.scratch("good.helvo");
        try {
            History history = History.from(SampleStudy.study())
                    .with(new FigureEdit.SetTitle(1, Optional.of("Pulled")), Instant.EPOCH);
            StudyFile.write(good, StoredStudy.of(history), Progress.none());
            parts = new PartsFuzz(
                    good,
                    FuzzTarget.scratch("fuzz.helvo"),
                    List.of("study.json", "datapackage.json", "history.jsonl", "data/stretch.csv"));
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    PartsFuzz parts() {
        return parts;
    }

    public static void fuzzerInitialize() throws Exception {
        TARGET.warmUp("study");
    }

    public static void fuzzerTestOneInput(byte[] input) throws IOException {
        TARGET.run(input);
    }

    @Override
    public void run(byte[] input) throws IOException {
        try {
            FuzzTarget.use(StudyFile.read(parts.write(input), Progress.none())
                    .history()
                    .study());
        } catch (UnreadableFile refused) {
            // Which is right.
        }
    }
}
