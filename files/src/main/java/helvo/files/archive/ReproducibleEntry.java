package helvo.files.archive;

import java.time.LocalDateTime;
import java.util.zip.ZipEntry;

/// Zip entries without a time, so that the same content gives the same bytes.
public final class ReproducibleEntry {
    /// The archive's least time is the one that stands for "before 1980", with which a second time goes along in
    /// that of the zone.
    private static final LocalDateTime FIRST = LocalDateTime.of(1980, 1, 1, 0, 0, 2);

    private ReproducibleEntry() {}

    public static ZipEntry entry(String name) {
        var entry = new ZipEntry(name);
        entry.setTimeLocal(FIRST);
        return entry;
    }
}
