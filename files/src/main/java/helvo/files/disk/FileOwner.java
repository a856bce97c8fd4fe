package helvo.files.disk;

import java.io.IOException;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFileAttributeView;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.nio.file.attribute.UserPrincipal;
import java.util.Optional;
import java.util.Set;

/// Whose a file or folder is, and folders that only this person can read.
public final class FileOwner {
    private FileOwner() {}

    /// Whether the person who runs this program owns a file or folder. Of a link it asks for the link itself.
    ///
    /// @return false where that cannot be found out
    public static boolean isThisPerson(Path file) {
        try {
            return Files.getOwner(file, LinkOption.NOFOLLOW_LINKS).equals(Person.PRINCIPAL.orElse(null));
        } catch (IOException | UnsupportedOperationException unreadable) {
            return false;
        }
    }

    /// Found out when it is first asked for.
    private static final class Person {
        private static final Optional<UserPrincipal> PRINCIPAL = principal();

        /// The owner of a file that this program makes, which may be a group on some systems; else the one of this
        /// person's name.
        private static Optional<UserPrincipal> principal() {
            try {
                Path made = Files.createTempFile("helvo", ".owner");
                try {
                    return Optional.of(Files.getOwner(made));
                } finally {
                    Files.delete(made);
                }
            } catch (IOException | UnsupportedOperationException notThere) {
                return named();
            }
        }

        private static Optional<UserPrincipal> named() {
            try {
                return Optional.of(FileSystems.getDefault()
                        .getUserPrincipalLookupService()
                        .lookupPrincipalByName(System.getProperty("user.name")));
            } catch (IOException | UnsupportedOperationException unknown) {
                return Optional.empty();
            }
        }
    }

    /// Whether a folder is this person's alone: no link, theirs, and closed to all others.
    public static boolean isPrivateFolder(Path folder) {
        if (!Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS) || !isThisPerson(folder)) {
            return false;
        }
        try {
            PosixFileAttributeView view =
                    Files.getFileAttributeView(folder, PosixFileAttributeView.class, LinkOption.NOFOLLOW_LINKS);
            return view == null
                    || Set.of(
                                    PosixFilePermission.OWNER_READ,
                                    PosixFilePermission.OWNER_WRITE,
                                    PosixFilePermission.OWNER_EXECUTE)
                            .containsAll(view.readAttributes().permissions());
        } catch (IOException unreadable) {
            return false;
        }
    }

    /// Makes a folder that is closed to all others; its parent must be there.
    public static void createPrivateFolder(Path folder) throws IOException {
        if (folder.getFileSystem().supportedFileAttributeViews().contains("posix")) {
            Files.createDirectory(
                    folder, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rwx------")));
        } else {
            Files.createDirectory(folder);
        }
    }
}
