package helvo.files.workbook;

import helvo.files.disk.TemporaryFolder;
import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.apache.poi.util.TempFile;
import org.apache.poi.util.TempFileCreationStrategy;
import org.jspecify.annotations.Nullable;

/// What a workbook keeps on the disk while it is written, in a folder that is closed to all others. By itself the
/// library takes one folder for all who use a computer, into which only the first of them may write.
final class PrivateWorkbookFiles implements TempFileCreationStrategy {
    private @Nullable TemporaryFolder folder;

    private PrivateWorkbookFiles() {}

    /// For all workbooks from now on.
    static void use() {
        TempFile.setTempFileCreationStrategy(new PrivateWorkbookFiles());
    }

    @Override
    public File createTempFile(String prefix, String suffix) throws IOException {
        return Files.createTempFile(folder(), prefix, suffix).toFile();
    }

    @Override
    public File createTempDirectory(String prefix) throws IOException {
        return Files.createTempDirectory(folder(), prefix).toFile();
    }

    /// The one of before, unless it was removed at the end of a command.
    private synchronized Path folder() throws IOException {
        TemporaryFolder now = folder;
        if (now == null || !Files.isDirectory(now.path())) {
            now = TemporaryFolder.create();
            folder = now;
        }
        return now.path();
    }
}
