package helvo.desktop.workspace;

import static helvo.desktop.FxThread.on;
import static helvo.desktop.FxThread.until;
import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.Progress;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.desktop.OneStudy;
import helvo.files.samples.SampleStudy;
import helvo.files.study.StoredStudy;
import helvo.files.study.StudyFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CopyOnWriteArrayList;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.framework.junit5.ApplicationExtension;

/// Studies that are read before they are asked for. Each beginning that is worked out is drawn, which tells of it.
@ExtendWith(ApplicationExtension.class)
class StudyOpenerTest {
    @TempDir
    private Path folder;

    private final List<String> drawn = new CopyOnWriteArrayList<>();
    private OneStudy one;
    private Workspace workspace;
    private StudyOpener opener;

    @BeforeEach
    void begin() {
        on(() -> {
            one = new OneStudy(Study.blank());
            workspace = new Workspace(one.document, one.keeper, one);
            opener = new Importer(workspace, new SystemDialogs(null, Optional::empty), one).opener();
            workspace.preparing((analysis, _) -> drawn.add(analysis.study().name()));
        });
    }

    @AfterEach
    void close() {
        on(workspace::close);
        one.end();
    }

    @Test
    void itIsOpenedAsItWasReadAndNotReadAgain() throws IOException {
        Path file = write("sound", "creep.helvo");
        on(() -> opener.prefetchFile(file));
        until("it is read", () -> drawn.contains("sound"));
        on(() -> opener.prefetchFile(file));
        rest();
        assertThat(one.asked).as("nobody asked for it").isEmpty();
        on(() -> opener.openFile(file));
        until("it is opened", () -> one.asked.equals(List.of("open sound")));
        rest();
        assertThat(drawn).as("once").containsOnlyOnce("sound");
        on(() -> opener.openFile(file));
        until(
                "it is read for the second window",
                () -> drawn.stream().filter("sound"::equals).count() == 2);
    }

    /// What somebody else saved meanwhile is what is opened.
    @Test
    void aFileThatChangedMeanwhileIsReadAnew() throws IOException {
        Path file = write("before", "creep.helvo");
        on(() -> opener.prefetchFile(file));
        until("it is read", () -> drawn.contains("before"));
        write("after", "creep.helvo");
        on(() -> opener.openFile(file));
        until("it is opened", () -> one.asked.equals(List.of("open after")));
    }

    @Test
    void ofSeveralTheOneThatIsAskedForIsOpened() throws IOException {
        Path first = write("first", "first.helvo");
        Path second = write("second", "second.helvo");
        on(() -> {
            opener.prefetchFile(first);
            opener.prefetchFile(second);
            opener.prefetchSample();
            opener.openFile(first);
        });
        until("it is opened", () -> one.asked.equals(List.of("open first")));
        on(opener::openSample);
        until("the sample is opened", () -> one.asked.equals(List.of("open first", "open " + SampleStudy.NAME)));
    }

    /// A file that cannot be read is no trouble of anybody who only comes by; it is said when it is asked for, and
    /// tried again then.
    @Test
    void whatCannotBeReadIsSaidWhenItIsAskedFor() throws IOException {
        Path file = Files.writeString(folder.resolve("creep.helvo"), "torn");
        on(() -> opener.prefetchFile(file));
        rest();
        assertThat(workspace.messages().notice().get()).isEmpty();
        on(() -> opener.openFile(file));
        until("it is said", () -> workspace
                .messages()
                .notice()
                .get()
                .filter(Messages.Notice::warns)
                .isPresent());
        on(() -> opener.prefetchFile(file));
        rest();
        write("mended", "creep.helvo");
        on(() -> opener.openFile(file));
        until("it is opened", () -> one.asked.equals(List.of("open mended")));
    }

    private Path write(String name, String file) throws IOException {
        Path path = folder.resolve(file);
        StudyFile.write(path, StoredStudy.of(History.from(SampleStudy.study().withName(name))), Progress.none());
        return path;
    }

    private void rest() {
        until("nothing is under way", workspace::isIdle);
    }
}
