package helvo.files.table;

import helvo.core.Progress;
import helvo.files.UnreadableFile;
import helvo.files.disk.TemporaryFolder;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;

/// A pipe or device copied to a private file, so that it can be read again.
final class SpooledInput implements AutoCloseable {
    private static final String STANDARD_INPUT = "standard input";

    private final Path file;
    private final Optional<TemporaryFolder> folder;

    private SpooledInput(Path file, Optional<TemporaryFolder> folder) {
        this.file = file;
        this.folder = folder;
    }

    /// @param file `-` for standard input
    /// @throws UnreadableFile when it cannot be read or there is no room for the copy
    static SpooledInput of(Path file, Progress progress) throws UnreadableFile {
        if (isReadAgain(file)) {
            return new SpooledInput(file, Optional.empty());
        }
        boolean standard = isStandardInput(file);
        String name = standard ? STANDARD_INPUT : String.valueOf(file.getFileName());
        try {
            var spool = new SpooledInput(TemporaryFolder.create(), name);
            try (InputStream in = standard ? System.in : Files.newInputStream(file);
                    OutputStream out = Files.newOutputStream(spool.file)) {
                byte[] buffer = new byte[1 << 16];
                for (int count = in.read(buffer); count >= 0; count = in.read(buffer)) {
                    out.write(buffer, 0, count);
                    progress.reached(Double.NaN);
                }
                return spool;
            } catch (IOException | RuntimeException e) {
                spool.close();
                throw e;
            }
        } catch (IOException e) {
            throw new UnreadableFile("“" + name + "” could not be read: " + e.getMessage() + ".", e);
        }
    }

    private SpooledInput(TemporaryFolder folder, String name) {
        this(folder.path().resolve(name), Optional.of(folder));
    }

    static boolean isStandardInput(Path file) {
        return file.toString().equals("-");
    }

    /// Whether a file can be read as often as one likes, or cannot be read at all.
    static boolean isReadAgain(Path file) {
        return !isStandardInput(file) && (Files.isRegularFile(file) || Files.isDirectory(file) || !Files.exists(file));
    }

    /// The file itself where it is a regular one, else a copy.
    Path file() {
        return file;
    }

    /// Removes the copy.
    @Override
    public void close() {
        folder.ifPresent(TemporaryFolder::close);
    }
}
