package helvo.desktop.keeping;

import helvo.figure.FigureFile;
import helvo.files.disk.WholeFile;
import helvo.files.json.StudyJson;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Objects;
import java.util.concurrent.CompletableFuture;
import java.util.function.UnaryOperator;
import tools.jackson.core.JacksonException;

/// What a person chose last, in whatever study, to be offered again; in the person's state folder. Without it nothing is lost.
public final class LastChoices {
    private static final int PARTS = 4;

    private final Path file;
    private final CompletableFuture<Void> read;
    private CompletableFuture<Void> written = CompletableFuture.completedFuture(null);
    private Choices choices = Choices.FIRST;

    /// @param reporter who reported, and where; empty while nobody has
    /// @param handOver the part of Hand over that was shown
    /// @param dpi      the resolution of a PNG
    public record Choices(String reporter, int handOver, double dpi) {
        public static final Choices FIRST = new Choices("", 0, FigureFile.DEFAULT_DPI);

        /// What a file holds may be anything.
        public Choices {
            reporter = reporter == null ? "" : reporter;
            handOver = Math.clamp(handOver, 0, PARTS - 1);
            dpi = dpi >= FigureFile.MIN_DPI && dpi <= FigureFile.MAX_DPI ? dpi : FigureFile.DEFAULT_DPI;
        }

        public Choices withReporter(String name) {
            return new Choices(name, handOver, dpi);
        }

        public Choices withHandOver(int part) {
            return new Choices(reporter, part, dpi);
        }

        public Choices withDpi(double resolution) {
            return new Choices(reporter, handOver, resolution);
        }
    }

    /// @param state the person's state folder
    public LastChoices(Path state) {
        file = state.resolve("choices.json");
        read = CompletableFuture.runAsync(() -> {
            try {
                choices = Objects.requireNonNullElse(StudyJson.mapper().readValue(Files.readString(file), Choices.class), Choices.FIRST);
            } catch (IOException | JacksonException e) {
                choices = Choices.FIRST;
            }
        });
    }

    public Choices get() {
        read.join();
        return choices;
    }

    /// Changes them; the file follows.
    public void keep(UnaryOperator<Choices> change) {
        Choices changed = change.apply(get());
        if (!changed.equals(choices)) {
            choices = changed;
            written = written.thenRunAsync(() -> {
                try {
                    Files.createDirectories(file.getParent());
                    WholeFile.write(file, out -> out.write(StudyJson.mapper().writeValueAsBytes(changed)));
                } catch (IOException e) {
                    // They are asked for again.
                }
            });
        }
    }

    /// Done once all is on the disk.
    public CompletableFuture<Void> written() {
        return written;
    }
}
