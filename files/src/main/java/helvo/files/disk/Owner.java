package helvo.files.disk;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFileAttributeView;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.nio.file.attribute.UserPrincipal;
import java.util.Set;

/// Whose a file or folder is.
public final class Owner {
    private Owner() {}

    /// Whether the person who runs this program owns a file or folder. Of a link it asks for the link itself.
    ///
    /// @return false where that cannot be found out
    public static boolean isThisPerson(Path file) {
        try {
            UserPrincipal person = file.getFileSystem().getUserPrincipalLookupService()
                    .lookupPrincipalByName(System.getProperty("user.name"));
            return Files.getOwner(file, LinkOption.NOFOLLOW_LINKS).equals(person);
        } catch (IOException | UnsupportedOperationException cannotTell) {
            return false;
        }
    }

    /// Whether a folder is this person's alone: no link, theirs, and closed to all others.
    public static boolean isPrivateFolder(Path folder) {
        if (!Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS) || !isThisPerson(folder)) {
            return false;
        }
        try {
            PosixFileAttributeView view = Files.getFileAttributeView(folder, PosixFileAttributeView.class, LinkOption.NOFOLLOW_LINKS);
            return view == null || Set.of(PosixFilePermission.OWNER_READ, PosixFilePermission.OWNER_WRITE,
                    PosixFilePermission.OWNER_EXECUTE).containsAll(view.readAttributes().permissions());
        } catch (IOException cannotTell) {
            return false;
        }
    }

    /// Makes a folder that is closed to all others; its parent must be there.
    public static void createPrivateFolder(Path folder) throws IOException {
        if (folder.getFileSystem().supportedFileAttributeViews().contains("posix")) {
            Files.createDirectory(folder, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rwx------")));
        } else {
            Files.createDirectory(folder);
        }
    }
}
