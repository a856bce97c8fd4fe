package helvo.files.disk;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.FileSystemException;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.ReadOnlyFileSystemException;
import java.util.Locale;

/// The sentence about why something could not be written.
public final class WriteErrorText {
    private WriteErrorText() {}

    /// The whole sentence, with what to do.
    public static String sentence(Path file, Throwable fault) {
        String why = why(fault);
        return "“" + file + "” could not be saved: " + why + ". "
                + (why.contains("full")
                        ? "Free some space, or choose another disk."
                        : "Choose another folder or name.");
    }

    /// The reason alone.
    public static String why(Throwable fault) {
        String reason = fault instanceof FileSystemException system && system.getReason() != null
                ? system.getReason()
                : String.valueOf(fault.getMessage());
        String plain = reason.toLowerCase(Locale.ROOT);
        return switch (fault) {
            case NoSuchFileException _ -> "its folder does not exist";
            case FileAlreadyExistsException _ -> "there is a file of that name";
            case AccessDeniedException _, ReadOnlyFileSystemException _ -> "the folder may not be written to";
            case IOException _ when plain.contains("space") || plain.contains("quota") -> "the disk is full";
            case IOException _ when plain.contains("read-only") -> "the folder may not be written to";
            case IOException _ when plain.contains("too long") -> "its name is too long for the disk";
            case IOException _ when plain.contains("not a directory") -> "its folder is a file";
            case IOException _ -> reason;
            case OutOfMemoryError _ -> "there is not enough memory";
            default -> "Helvo met a fault of its own (" + fault + ")";
        };
    }
}
