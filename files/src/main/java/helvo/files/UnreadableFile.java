package helvo.files;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Objects;

/// A file that cannot be read. The message is a sentence for the person who opened it: what, where, and what to do.
public final class UnreadableFile extends Exception {
    public UnreadableFile(String sentence) {
        super(sentence);
    }

    public UnreadableFile(String sentence, Throwable cause) {
        super(sentence, cause);
    }

    @Override
    public String getMessage() {
        return Objects.requireNonNull(super.getMessage(), "given when it was made");
    }

    /// Refuses what is no file, or may not be read.
    public static void unlessReadable(Path file) throws UnreadableFile {
        String name = String.valueOf(file.getFileName());
        if (!Files.exists(file)) {
            throw new UnreadableFile("There is no file “" + file + "”: check the name and the folder.");
        }
        if (Files.isDirectory(file)) {
            throw new UnreadableFile("“" + name + "” is a folder: choose a file in it.");
        }
        if (!Files.isReadable(file)) {
            throw new UnreadableFile("“" + name + "” may not be read: ask for the right to read it, or copy it.");
        }
    }
}
