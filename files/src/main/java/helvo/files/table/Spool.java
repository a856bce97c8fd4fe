package helvo.files.table;

import helvo.files.CannotRead;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;

/// What can be read only once, a pipe or a device, as a file that can be read again.
public final class Spool {
    private static final String STANDARD_INPUT = "standard input";

    private Spool() {}

    /// @param file `-` for standard input
    /// @return the file itself where it is a regular one, else a copy that goes when the program ends
    /// @throws CannotRead when it cannot be read or there is no room for the copy
    public static Path regular(Path file) throws CannotRead {
        boolean standard = file.toString().equals("-");
        if (!standard && (Files.isRegularFile(file) || Files.isDirectory(file) || !Files.exists(file))) {
            return file;
        }
        String name = standard ? STANDARD_INPUT : String.valueOf(file.getFileName());
        try {
            Path folder = Files.createTempDirectory("helvo");
            Path copy = folder.resolve(name);
            folder.toFile().deleteOnExit();
            copy.toFile().deleteOnExit();
            try (InputStream in = standard ? System.in : Files.newInputStream(file)) {
                Files.copy(in, copy, StandardCopyOption.REPLACE_EXISTING);
            }
            return copy;
        } catch (IOException e) {
            throw new CannotRead("“" + name + "” could not be read: " + e.getMessage() + ".", e);
        }
    }
}
