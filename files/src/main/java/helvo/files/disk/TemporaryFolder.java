package helvo.files.disk;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;

/// A private folder among the system's temporary files, removed at the end. It goes when it is closed, at the
/// latest when the program ends. What a program that was killed left is removed when the next one makes a folder,
/// or at [#removeLeftBehind].
public final class TemporaryFolder implements AutoCloseable {
    private static final String PREFIX = "helvo-";
    /// The file by which a folder is known as one of these. The program that uses the folder holds a lock on it.
    private static final String MARK = "in use by helvo";
    private static final byte[] MARKED = "HELVO TEMPORARY FOLDER\n".getBytes(StandardCharsets.US_ASCII);
    private static final Set<TemporaryFolder> OPEN = ConcurrentHashMap.newKeySet();

    private final Path path;
    private final FileChannel mark;

    static {
        Runtime.getRuntime().addShutdownHook(new Thread(TemporaryFolder::closeAll));
    }

    private TemporaryFolder(Path path, FileChannel mark) {
        this.path = path;
        this.mark = mark;
    }

    /// @throws IOException when there is no room for it, or it may not be made
    public static TemporaryFolder create() throws IOException {
        Path all = Path.of(System.getProperty("java.io.tmpdir"));
        removeLeftBehind(all);
        Path path = Files.createTempDirectory(all, PREFIX);
        FileChannel mark =
                FileChannel.open(path.resolve(MARK), StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE);
        mark.tryLock();
        mark.write(ByteBuffer.wrap(MARKED));
        var folder = new TemporaryFolder(path, mark);
        OPEN.add(folder);
        return folder;
    }

    public Path path() {
        return path;
    }

    /// Removes the folder with all that is in it.
    @Override
    public void close() {
        if (OPEN.remove(this)) {
            try (mark) {
                remove(path);
            } catch (IOException stays) {
                // The next program removes it.
            }
        }
    }

    /// Removes those that are still in use: the program ends.
    public static void closeAll() {
        List.copyOf(OPEN).forEach(TemporaryFolder::close);
    }

    /// Removes folders of programs that were killed.
    public static void removeLeftBehind() {
        removeLeftBehind(Path.of(System.getProperty("java.io.tmpdir")));
    }

    static void removeLeftBehind(Path all) {
        try (DirectoryStream<Path> folders = Files.newDirectoryStream(all, PREFIX + "*")) {
            for (Path folder : folders) {
                if (isLeftBehind(folder)) {
                    remove(folder);
                }
            }
        } catch (IOException unreadable) {
            // The next program looks again.
        }
    }

    private static boolean isLeftBehind(Path folder) {
        Path mark = folder.resolve(MARK);
        if (!Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS)
                || !Files.isRegularFile(mark, LinkOption.NOFOLLOW_LINKS)
                || !FileOwner.isThisPerson(folder)
                || !FileOwner.isThisPerson(mark)) {
            return false;
        }
        return LeftoverFiles.isUnused(mark) && LeftoverFiles.beginsWith(mark, MARKED);
    }

    /// Links are removed, not followed.
    private static void remove(Path folder) throws IOException {
        try (Stream<Path> all = Files.walk(folder)) {
            for (Path each : all.sorted(Comparator.reverseOrder()).toList()) {
                Files.deleteIfExists(each);
            }
        }
    }
}
