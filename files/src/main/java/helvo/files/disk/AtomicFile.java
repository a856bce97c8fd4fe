package helvo.files.disk;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFileAttributeView;
import java.util.Collection;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ThreadLocalRandom;
import java.util.regex.Pattern;

/// Writes files atomically: beside the place, onto the disk, then over the old file. Whatever happens meanwhile,
/// there is the old file or the new one, whole. What is no file of a person's own is left alone: a folder, a
/// device, the target of a link.
public final class AtomicFile {
    private static final int BUFFER = 1 << 16;
    private static final String PART_PREFIX = ".helvo-";
    private static final String PART_ENDING = ".part";
    private static final Pattern PART = Pattern.compile("\\.helvo-[0-9a-z]{1,13}\\.part");
    /// Folders in which this program has looked for what others left.
    private static final Set<Path> LOOKED_INTO = ConcurrentHashMap.newKeySet();

    private AtomicFile() {}

    /// What goes into the file.
    public interface Content {
        void write(OutputStream out) throws IOException;
    }

    /// @throws IOException with a reason that [WriteErrorText] puts into words; the old file is as it was
    public static void write(Path file, Content content) throws IOException {
        write(file, List.of(), content);
    }

    /// @param inputs files that measurements were read from, none of which is written over
    /// @throws IOException with a reason that [WriteErrorText] puts into words; the old file is as it was
    public static void write(Path file, Collection<Path> inputs, Content content) throws IOException {
        Path whole = file.toAbsolutePath();
        requirePlace(whole, inputs);
        Path folder = Objects.requireNonNull(whole.getParent(), "a file is in a folder");
        Path beside = whole.resolveSibling(
                PART_PREFIX + Long.toUnsignedString(ThreadLocalRandom.current().nextLong(), 36) + PART_ENDING);
        try {
            try (FileChannel channel =
                    FileChannel.open(beside, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE)) {
                lock(channel);
                var out = new OpenStream(Channels.newOutputStream(channel));
                content.write(out);
                out.flush();
                channel.force(true);
            }
            copyPermissions(whole, beside);
            move(beside, whole);
            DiskSync.force(folder);
        } finally {
            Files.deleteIfExists(beside);
        }
        if (LOOKED_INTO.add(folder)) {
            removeLeftBehind(folder);
        }
    }

    /// By which others see that the part is being written; some network folders know no locks.
    private static void lock(FileChannel channel) {
        try {
            channel.tryLock();
        } catch (IOException noLocksHere) {
            // Others go by its age.
        }
    }

    /// Removes what programs left in a folder that were killed while they wrote: parts of files by this program's
    /// name for them, of this person, that no living program writes.
    public static void removeLeftBehind(Path folder) {
        try (DirectoryStream<Path> parts = Files.newDirectoryStream(folder, PART_PREFIX + "*" + PART_ENDING)) {
            for (Path part : parts) {
                boolean isPart =
                        PART.matcher(String.valueOf(part.getFileName())).matches()
                                && Files.isRegularFile(part, LinkOption.NOFOLLOW_LINKS);
                if (isPart && FileOwner.isThisPerson(part) && LeftoverFiles.isUnused(part)) {
                    Files.deleteIfExists(part);
                }
            }
        } catch (IOException | DirectoryIteratorException unreadable) {
            // It may not be listed, or is gone: nothing to tidy.
        }
    }

    /// Refuses what may not be written over, before any work is done for it.
    ///
    /// @throws IOException with the reason
    public static void requirePlace(Path file, Collection<Path> inputs) throws IOException {
        if (Files.isSymbolicLink(file)) {
            throw new IOException("it is a link to “" + Files.readSymbolicLink(file) + "”");
        }
        if (Files.exists(file, LinkOption.NOFOLLOW_LINKS)) {
            if (Files.isDirectory(file, LinkOption.NOFOLLOW_LINKS)) {
                throw new IOException("it is a folder");
            }
            if (!Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)) {
                throw new IOException("it is a device or a pipe, no file");
            }
            if (!Files.isWritable(file)) {
                throw new IOException("it is protected from being written over");
            }
            for (Path input : inputs) {
                if (Files.exists(input) && Files.isSameFile(file, input)) {
                    throw new IOException("it is the file that the measurements are read from");
                }
            }
        }
    }

    /// Stays open where the content would close it.
    private static final class OpenStream extends BufferedOutputStream {
        OpenStream(OutputStream out) {
            super(out, BUFFER);
        }

        @Override
        public void close() throws IOException {
            flush();
        }
    }

    private static void copyPermissions(Path old, Path fresh) throws IOException {
        PosixFileAttributeView rights = Files.getFileAttributeView(old, PosixFileAttributeView.class);
        if (rights != null && Files.exists(old)) {
            Files.setPosixFilePermissions(fresh, rights.readAttributes().permissions());
        }
    }

    private static void move(Path from, Path to) throws IOException {
        try {
            Files.move(from, to, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
        } catch (AtomicMoveNotSupportedException notHere) {
            Files.move(from, to, StandardCopyOption.REPLACE_EXISTING);
        }
    }
}
