package helvo.files.disk;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/// What a program that was killed left is removed; what anybody else put there, or a living program uses, stays.
class LeftoverFilesTest {
    @TempDir
    private Path folder;

    private static Path old(Path file) throws IOException {
        Files.setLastModifiedTime(file, FileTime.from(Instant.now().minusSeconds(60)));
        return file;
    }

    @Test
    void aFolderGoesWithItsUserAndWhatAKillLeftWithTheNext() throws IOException {
        Path left;
        try (TemporaryFolder used = TemporaryFolder.create()) {
            Files.writeString(used.path().resolve("table.csv"), "1,2");
            left = Files.createDirectory(folder.resolve("helvo-123"));
            for (String name : new String[] {"in use by helvo", "table.csv"}) {
                Files.copy(used.path().resolve(name), left.resolve(name));
            }
            TemporaryFolder.removeLeftBehind(folder);
            assertThat(left).as("it may be about to be locked").exists();
            old(left.resolve("in use by helvo"));
            TemporaryFolder.removeLeftBehind(folder);
            assertThat(left).doesNotExist();
            old(used.path().resolve("in use by helvo"));
            TemporaryFolder.removeLeftBehind(used.path().getParent());
            assertThat(used.path()).as("it is in use").exists();
            left = used.path();
        }
        assertThat(left).doesNotExist();
    }

    @Test
    void foldersOfOthersStay() throws IOException {
        Path target = Files.createDirectory(folder.resolve("a person's"));
        Files.writeString(target.resolve("in use by helvo"), "HELVO TEMPORARY FOLDER\n");
        old(target.resolve("in use by helvo"));
        Path link = Files.createSymbolicLink(folder.resolve("helvo-1"), target);
        Path unmarked = Files.createDirectory(folder.resolve("helvo-2"));
        Files.writeString(unmarked.resolve("notes.txt"), "x");
        Path otherwise = Files.createDirectory(folder.resolve("helvo-3"));
        old(Files.writeString(otherwise.resolve("in use by helvo"), "something else"));
        TemporaryFolder.removeLeftBehind(folder);
        assertThat(target.resolve("in use by helvo")).exists();
        assertThat(link).exists();
        assertThat(unmarked.resolve("notes.txt")).exists();
        assertThat(otherwise).exists();
    }

    /// The first file that is written into a folder tidies up there.
    @Test
    void partsThatAKillLeftGoWithTheNextFileThatIsWrittenThere() throws IOException {
        Path left = old(Files.writeString(folder.resolve(".helvo-1a2b3c.part"), "half a study"));
        Path young = Files.writeString(folder.resolve(".helvo-2a2b3c.part"), "being written");
        Path another = old(Files.writeString(folder.resolve(".helvo-notes of mine.part"), "a person's"));
        Path written = old(Files.writeString(folder.resolve(".helvo-3a2b3c.part"), "by a living program"));
        try (FileChannel channel = FileChannel.open(written, StandardOpenOption.WRITE)) {
            channel.lock();
            AtomicFile.write(folder.resolve("study.helvo"), out -> out.write(1));
            assertThat(folder)
                    .isDirectoryNotContaining(left::equals)
                    .isDirectoryContaining(young::equals)
                    .isDirectoryContaining(another::equals)
                    .isDirectoryContaining(written::equals);
        }
    }
}
