package helvo.files.fuzz;

import helvo.core.study.Edit;
import helvo.core.study.Study;
import helvo.files.json.StudyJson;
import java.nio.charset.StandardCharsets;

/// An edit as JSON, as a journal or a study's history holds it.
public final class EditFuzz implements FuzzTarget {
    private static final Study STUDY = FuzzTarget.small();

    public static void fuzzerInitialize() throws Exception {
        new EditFuzz().warmUp("edit");
    }

    public static void fuzzerTestOneInput(byte[] input) {
        new EditFuzz().run(input);
    }

    @Override
    public void run(byte[] input) {
        Study edited;
        try {
            Edit edit = StudyJson.edit(new String(input, StandardCharsets.UTF_8));
            edited = edit.apply(STUDY);
        } catch (IllegalArgumentException refused) {
            return;
        }
        FuzzTarget.use(edited);
    }
}
