package helvo.files;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;

/// What this program is called where it signs something.
public final class ProgramVersion {
    private ProgramVersion() {}

    /// "Helvo 0.2.0".
    public static String text() {
        try (InputStream in = ProgramVersion.class.getResourceAsStream("/helvo/files/version.txt")) {
            return "Helvo " + new String(in.readAllBytes(), StandardCharsets.UTF_8).strip();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
