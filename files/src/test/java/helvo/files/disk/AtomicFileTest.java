package helvo.files.disk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.ReadOnlyFileSystemException;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class AtomicFileTest {
    private static final AtomicFile.Content NEW = out -> out.write("new".getBytes(StandardCharsets.UTF_8));

    @TempDir
    private Path folder;

    @Test
    void writesANewFileAndOverAnOldOneWhoseRightsStay() throws IOException {
        Path file = folder.resolve("a.csv");
        AtomicFile.write(file, NEW);
        assertThat(file).hasContent("new");
        Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rw-rw----"));
        AtomicFile.write(file, out -> {
            out.write("newer".getBytes(StandardCharsets.UTF_8));
            out.close();
        });
        assertThat(file).hasContent("newer");
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(file)))
                .isEqualTo("rw-rw----");
        onlyFiles("a.csv");
    }

    /// A disk that fills, a format that has no place for the table, a stop: the old file is whole and nothing lies
    /// beside it.
    @Test
    void aFailureLeavesTheOldFile() throws IOException {
        Path file = Files.writeString(folder.resolve("a.csv"), "old");
        assertThatThrownBy(() -> AtomicFile.write(file, out -> {
                    out.write(new byte[1 << 20]);
                    throw new IOException("No space left on device");
                }))
                .hasMessage("No space left on device");
        assertThatThrownBy(() -> AtomicFile.write(file, out -> {
                    throw new IllegalStateException("stopped");
                }))
                .hasMessage("stopped");
        assertThat(file).hasContent("old");
        onlyFiles("a.csv");
    }

    @Test
    void whatIsNoFileOfAPersonsOwnIsLeftAlone() throws IOException, InterruptedException {
        Path target = Files.writeString(folder.resolve("target.csv"), "old");
        Path link = Files.createSymbolicLink(folder.resolve("link.csv"), target);
        Path nowhere = Files.createSymbolicLink(folder.resolve("nowhere.csv"), folder.resolve("not-there.csv"));
        Path empty = Files.createDirectory(folder.resolve("empty.csv"));
        Path pipe = folder.resolve("pipe.csv");
        assertThat(new ProcessBuilder("mkfifo", pipe.toString()).start().waitFor())
                .isZero();
        refused(link, "it is a link to “" + target + "”");
        refused(nowhere, "it is a link to");
        refused(empty, "it is a folder");
        refused(pipe, "it is a device or a pipe, no file");
        refused(Path.of("/dev/null"), "it is a device or a pipe, no file");
        assertThat(target).hasContent("old");
        assertThat(folder.resolve("not-there.csv")).doesNotExist();
        assertThat(empty).isEmptyDirectory();
    }

    @Test
    void anInputIsNeverAnOutput() throws IOException {
        Path input = Files.writeString(folder.resolve("measured.csv"), "x,y");
        Path same = Files.createLink(folder.resolve("same.csv"), input);
        for (Path file : List.of(input, same, folder.resolve("../" + folder.getFileName() + "/measured.csv"))) {
            assertThatThrownBy(() -> AtomicFile.write(file, List.of(input), NEW))
                    .hasMessage("it is the file that the measurements are read from");
        }
        assertThat(input).hasContent("x,y");
        AtomicFile.write(folder.resolve("other.csv"), List.of(input, folder.resolve("gone.csv")), NEW);
        assertThat(folder.resolve("other.csv")).hasContent("new");
    }

    /// 255 bytes are what most file systems take.
    @Test
    void longNamesAreWritten() throws IOException {
        Path longest = folder.resolve("ü".repeat(125) + ".csv");
        AtomicFile.write(longest, NEW);
        assertThat(longest).hasContent("new");
        assertThatThrownBy(() -> AtomicFile.write(folder.resolve("n".repeat(300)), NEW))
                .satisfies(fault -> assertThat(WriteErrorText.why((Exception) fault))
                        .isEqualTo("its name is too long for the disk"));
        Path file = Files.writeString(folder.resolve("file"), "");
        assertThatThrownBy(() -> AtomicFile.write(file.resolve("a.csv"), NEW))
                .satisfies(fault -> assertThat(WriteErrorText.why((Exception) fault))
                        .isIn("its folder is a file", "its folder does not exist"));
        assertThatThrownBy(() -> AtomicFile.write(folder.resolve("gone/a.csv"), NEW))
                .satisfies(fault ->
                        assertThat(WriteErrorText.why((Exception) fault)).isEqualTo("its folder does not exist"));
    }

    @Test
    void troubleIsSaidWithWhatToDo() {
        Path file = Path.of("/lab/week.helvo");
        Map<Exception, String> why = new LinkedHashMap<>();
        why.put(new NoSuchFileException("/lab"), "its folder does not exist. Choose another folder or name.");
        why.put(new AccessDeniedException("/lab"), "the folder may not be written to. Choose another folder or name.");
        why.put(new ReadOnlyFileSystemException(), "the folder may not be written to. Choose another folder or name.");
        why.put(
                new FileSystemException("/lab", null, "Read-only file system"),
                "the folder may not be written to. Choose another folder or name.");
        why.put(
                new IOException("No space left on device"),
                "the disk is full. Free some space, or choose another disk.");
        why.put(
                new FileSystemException("/lab", null, "Disk quota exceeded"),
                "the disk is full. Free some space, or choose another disk.");
        why.put(new IOException("Stale file handle"), "Stale file handle. Choose another folder or name.");
        why.forEach((fault, sentence) -> assertThat(WriteErrorText.sentence(file, fault))
                .isEqualTo("“/lab/week.helvo” could not be saved: " + sentence));
    }

    private static void refused(Path file, String why) {
        assertThatThrownBy(() -> AtomicFile.write(file, NEW))
                .isInstanceOf(IOException.class)
                .hasMessageContaining(why);
    }

    private void onlyFiles(String... names) throws IOException {
        try (Stream<Path> there = Files.list(folder)) {
            assertThat(there.map(each -> each.getFileName().toString())).containsExactly(names);
        }
    }
}
