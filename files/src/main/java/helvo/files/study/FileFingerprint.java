package helvo.files.study;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.zip.CRC32C;

/// The size and checksum of a file, to see whether it has changed.
public record FileFingerprint(long size, long sum) {
    /// @return empty when there is no such file, or none that can be read
    public static Optional<FileFingerprint> of(Path file) {
        if (!Files.isRegularFile(file)) {
            // A pipe would be waited for without an end.
            return Optional.empty();
        }
        var crc = new CRC32C();
        long size = 0;
        try (InputStream in = Files.newInputStream(file)) {
            byte[] buffer = new byte[1 << 16];
            for (int count = in.read(buffer); count >= 0; count = in.read(buffer)) {
                crc.update(buffer, 0, count);
                size += count;
            }
            return Optional.of(new FileFingerprint(size, crc.getValue()));
        } catch (IOException | SecurityException e) {
            return Optional.empty();
        }
    }
}
