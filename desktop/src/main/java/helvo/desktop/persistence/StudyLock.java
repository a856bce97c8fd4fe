package helvo.desktop.persistence;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.Optional;

/// Tells other programs that a study's file is open here. It keeps nobody from the file; each that opens it can say
/// that another has it open as well. Used on the keeping thread only.
final class StudyLock {
    private final Path folder;
    private Optional<Path> file = Optional.empty();
    private Optional<Path> lockFile = Optional.empty();
    private Optional<FileLock> lock = Optional.empty();

    /// @param folder where locks are
    StudyLock(Path folder) {
        this.folder = folder;
    }

    /// Holds the lock of a file, in the place of any that was held before.
    ///
    /// @return whether another program holds it
    boolean isHeldElsewhere(Path wanted) {
        if (file.filter(wanted::equals).isPresent()) {
            return false;
        }
        release();
        file = Optional.of(wanted);
        try {
            Files.createDirectories(folder);
            Path at = folder.resolve(name(wanted));
            FileChannel channel = FileChannel.open(
                    at, StandardOpenOption.CREATE, StandardOpenOption.WRITE, LinkOption.NOFOLLOW_LINKS);
            FileLock got = channel.tryLock();
            if (got == null) {
                channel.close();
                return true;
            }
            lock = Optional.of(got);
            lockFile = Optional.of(at);
            return false;
        } catch (OverlappingFileLockException here) {
            return false;
        } catch (IOException noLocksHere) {
            return false;
        }
    }

    void release() {
        file = Optional.empty();
        try {
            if (lock.isPresent()) {
                Files.deleteIfExists(lockFile.orElseThrow());
                lock.get().acquiredBy().close();
            }
        } catch (IOException goesWithTheProgram) {
            // The system lets go of it at the latest when the program ends.
        }
        lock = Optional.empty();
        lockFile = Optional.empty();
    }

    private static String name(Path file) {
        try {
            byte[] sum =
                    MessageDigest.getInstance("SHA-256").digest(file.toString().getBytes(StandardCharsets.UTF_8));
            return HexFormat.of().formatHex(sum, 0, 16) + ".lock";
        } catch (NoSuchAlgorithmException everyRuntimeHasIt) {
            throw new IllegalStateException(everyRuntimeHasIt);
        }
    }
}
