package helvo.cli;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.study.Edit;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.files.disk.AtomicFile;
import helvo.files.disk.WriteErrorText;
import helvo.files.study.StoredStudy;
import helvo.files.study.StudyFile;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;

/// A study and what a command does to it, step by step, as the window would.
final class StudySteps {
    private static final int MOST_SAID = 4;
    private final StoredStudy start;
    private final List<Edit> edits;
    private Study study;

    private StudySteps(StoredStudy start, List<Edit> edits, Study study) {
        this.start = start;
        this.edits = new ArrayList<>(edits);
        this.study = study;
    }

    static StudySteps from(StoredStudy start) {
        return new StudySteps(start, List.of(), start.history().study());
    }

    /// With no table yet.
    ///
    /// @param name of the file that it will be, which names it
    static StudySteps named(String name) {
        String stem = name.replaceFirst("\\.[^.]*$", "");
        return from(StoredStudy.of(History.from(stem.isBlank() ? Study.EMPTY : Study.EMPTY.withName(stem))));
    }

    Study study() {
        return study;
    }

    void then(Edit edit) {
        study = edit.apply(study);
        edits.add(edit);
    }

    /// Several edits as one step, which says what each of them did; of many, what the first did.
    void together(List<Edit> several) {
        var changing = new ArrayList<Edit>();
        var said = new ArrayList<String>();
        Study now = study;
        for (Edit each : several) {
            Study after = each.apply(now);
            if (!after.equals(now)) {
                changing.add(each);
                said.add(each.sentence(now));
            }
            now = after;
        }
        int more = said.size() - MOST_SAID;
        String sentence = said.stream().limit(MOST_SAID).collect(Collectors.joining("; "))
                + (more > 0 ? RootLocale.format("; and %d more", more) : "");
        if (changing.size() == 1) {
            then(changing.getFirst());
        } else if (!changing.isEmpty()) {
            then(new StudyEdit.Compound(sentence, changing));
        }
    }

    /// The same with further steps; this one stays as it is.
    StudySteps with(List<Edit> further) {
        var more = new StudySteps(start, edits, study);
        further.forEach(more::then);
        return more;
    }

    /// Writes the study with its steps into a file, which is the old one or the new one whatever happens.
    ///
    /// @param inputs of the command, which are not written over
    /// @return how many steps it has more: what changes nothing is none
    int save(Path file, List<Path> inputs) throws UserError {
        if (!StudyFile.isStudy(file)) {
            throw new UserError("“" + file + "”: a study is saved in a file ending in " + StudyFile.ENDING + ".");
        }
        History history = start.history();
        int before = history.steps().size();
        Instant now = Instant.now();
        for (Edit edit : edits) {
            history = history.with(edit, now);
        }
        try {
            AtomicFile.requirePlace(file.toAbsolutePath(), inputs);
            StudyFile.write(file, start.with(history), Progress.none());
            return history.steps().size() - before;
        } catch (IOException e) {
            throw new UserError(WriteErrorText.sentence(file, e));
        }
    }
}
