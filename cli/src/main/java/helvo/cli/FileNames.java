package helvo.cli;

import java.nio.file.Path;
import java.util.Collection;
import java.util.List;

/// What the files of one command are called in its output: by their names, and where several have one name by
/// as much of their folders as tells them apart.
final class FileNames {
    private final List<Path> files;

    FileNames(Collection<Path> files) {
        this.files = List.copyOf(files);
    }

    String of(Path file) {
        int parts = 1;
        while (parts < file.getNameCount() && !isAlone(file, parts)) {
            parts++;
        }
        return isAlone(file, parts) ? last(file, parts) : file.toString();
    }

    private boolean isAlone(Path file, int parts) {
        return files.stream().filter(other -> !other.equals(file)).noneMatch(other -> last(other, parts)
                .equals(last(file, parts)));
    }

    private static String last(Path file, int parts) {
        int count = file.getNameCount();
        return count == 0
                ? file.toString()
                : file.subpath(Math.max(0, count - parts), count).toString();
    }
}
