package helvo.files.disk;

import java.io.IOException;
import java.io.InputStream;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;

/// Removes temporary files of programs that were killed.
final class LeftoverFiles {
    /// A program that has just made a file may not hold its lock yet.
    private static final Duration YOUNG = Duration.ofSeconds(10);

    private LeftoverFiles() {}

    /// Whether no living program holds a lock on a file, nor can be about to.
    static boolean isUnused(Path file) {
        try {
            if (Files.getLastModifiedTime(file, LinkOption.NOFOLLOW_LINKS)
                    .toInstant()
                    .isAfter(Instant.now().minus(YOUNG))) {
                return false;
            }
        } catch (IOException vanished) {
            return false;
        }
        try (FileChannel channel = FileChannel.open(file, StandardOpenOption.WRITE, LinkOption.NOFOLLOW_LINKS);
                FileLock lock = channel.tryLock()) {
            return lock != null;
        } catch (IOException | OverlappingFileLockException held) {
            return false;
        }
    }

    static boolean beginsWith(Path file, byte[] mark) {
        try (InputStream in = Files.newInputStream(file, LinkOption.NOFOLLOW_LINKS)) {
            return Arrays.equals(in.readNBytes(mark.length), mark);
        } catch (IOException unreadable) {
            return false;
        }
    }
}
