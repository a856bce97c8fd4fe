package helvo.files.disk;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;

/// Forces files and folders onto the disk.
public final class DiskSync {
    private DiskSync() {}

    /// Waits until the names in a folder are on the disk, where the system can tell; some cannot open folders, and
    /// keep names by themselves.
    public static void force(Path folder) {
        try (FileChannel channel = FileChannel.open(folder, StandardOpenOption.READ)) {
            channel.force(true);
        } catch (IOException unreadable) {
            // Windows opens no folders; its file systems write names through.
        }
    }
}
