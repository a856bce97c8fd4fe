package helvo.desktop.persistence;

import helvo.core.task.SerialTasks;
import helvo.files.disk.AtomicFile;
import helvo.files.json.StudyJson;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.function.UnaryOperator;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DeserializationFeature;

/// A small JSON file with a person's preferences. Without it nothing is lost.
///
/// @param <T> a record that takes whatever a file may hold
public final class PreferencesFile<T> {
    private final Path file;
    private final SerialTasks thread = SerialTasks.named("preferences");
    private final CompletableFuture<Void> read;
    private CompletableFuture<Void> written = CompletableFuture.completedFuture(null);
    private T content;
    private Optional<String> trouble = Optional.empty();

    /// Begins to read, beside the calling thread.
    ///
    /// @param first what there is without a file
    public PreferencesFile(Path file, Class<T> kind, T first) {
        this.file = file;
        content = first;
        read = thread.run(() -> read(kind));
    }

    private void read(Class<T> kind) {
        if (!Files.exists(file)) {
            return;
        }
        try {
            // Of another version, it may lack some and have others.
            T found = StudyJson.mapper()
                    .readerFor(kind)
                    .without(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
                    .without(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
                    .readValue(Files.readString(file));
            content = found == null ? content : found;
        } catch (IOException | JacksonException | IllegalArgumentException e) {
            Path aside = file.resolveSibling(file.getFileName() + ".broken");
            try {
                Files.move(file, aside, StandardCopyOption.REPLACE_EXISTING);
                trouble = Optional.of("“" + file + "” could not be read; it is now “" + aside.getFileName()
                        + "”, and what it holds is as at the first start.");
            } catch (IOException stays) {
                trouble = Optional.of("“" + file + "” could not be read; what it holds is as at the first start.");
            }
        }
    }

    public T get() {
        read.join();
        return content;
    }

    /// What was wrong with the file; for the person.
    public Optional<String> trouble() {
        read.join();
        return trouble;
    }

    public Path file() {
        return file;
    }

    /// Changes the content; the file follows.
    public void keep(UnaryOperator<T> change) {
        T changed = change.apply(get());
        if (!changed.equals(content)) {
            content = changed;
            written = thread.run(() -> {
                try {
                    Files.createDirectories(file.getParent());
                    AtomicFile.write(
                            file,
                            out -> out.write(StudyJson.mapper()
                                    .writerWithDefaultPrettyPrinter()
                                    .writeValueAsBytes(changed)));
                } catch (IOException e) {
                    // It is asked for again.
                }
            });
        }
    }

    /// Done once all is on the disk.
    public CompletableFuture<Void> written() {
        return written;
    }
}
