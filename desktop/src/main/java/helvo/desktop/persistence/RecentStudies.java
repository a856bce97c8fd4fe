package helvo.desktop.persistence;

import com.fasterxml.jackson.annotation.JsonProperty;
import helvo.core.Progress;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.study.Figure;
import helvo.core.study.Layer;
import helvo.core.study.Study;
import helvo.core.style.SheetStyle;
import helvo.figure.export.Raster;
import helvo.files.disk.AtomicFile;
import helvo.files.json.StudyJson;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import tools.jackson.core.JacksonException;

/// The studies that were in use lately, each with a small picture, in the person's state folder. Not the studies
/// themselves: without it nothing is lost.
public final class RecentStudies {
    private static final int MOST = 8;
    /// In pixels, twice what is shown.
    private static final double PICTURE_WIDTH = 400;
    private static final double WIDTH_MM = 90;
    private static final double HEIGHT_MM = 50;

    private final Path list;
    private final Path folder;

    /// @param name    of the study
    /// @param used    when it was last opened or saved
    /// @param picture of its first figure, a PNG
    public record Recent(
            @JsonProperty("file") Path file,
            @JsonProperty("name") String name,
            @JsonProperty("used") Instant used,
            @JsonProperty("tables") int tables,
            @JsonProperty("figures") int figures,
            @JsonProperty("picture") Optional<Path> picture) {}

    /// @param state the person's state folder
    public RecentStudies(Path state) {
        list = state.resolve("recent.json");
        folder = state.resolve("recent");
    }

    /// Those whose files are still there, the latest first.
    public synchronized List<Recent> all() {
        return read().stream().filter(each -> Files.isRegularFile(each.file())).toList();
    }

    private List<Recent> read() {
        try {
            return List.of(StudyJson.mapper().readValue(Files.readString(list), Recent[].class));
        } catch (IOException | JacksonException e) {
            return List.of();
        }
    }

    /// Puts a study first. What cannot be written is left out: the list is a convenience.
    ///
    /// @param figure for its picture; empty while none is worked out
    public synchronized void add(Path file, Study study, Instant used, Optional<FigureAnalysis> figure) {
        try {
            Files.createDirectories(folder);
            String name = UUID.nameUUIDFromBytes(file.toString().getBytes(StandardCharsets.UTF_8)) + ".png";
            Path picture = folder.resolve(name);
            if (figure.isPresent()) {
                double scale = PICTURE_WIDTH / (WIDTH_MM / 25.4 * 72);
                byte[] png = png(
                        Raster.draw(small(figure.get()), scale, Progress.none()).image());
                AtomicFile.write(picture, out -> out.write(png));
            }
            var all = new ArrayList<>(read());
            all.removeIf(each -> each.file().equals(file));
            all.addFirst(new Recent(
                    file,
                    study.name(),
                    used,
                    study.tables().size(),
                    study.figures().size(),
                    Files.exists(picture) ? Optional.of(picture) : Optional.empty()));
            List<Recent> kept = all.subList(0, Math.min(MOST, all.size()));
            AtomicFile.write(list, out -> out.write(StudyJson.mapper().writeValueAsBytes(kept)));
            deletePicturesOfOthers(kept);
        } catch (IOException e) {
            // Nothing that a person made is lost by it.
        }
    }

    /// The figure without what is too small to be read in a small picture.
    private static FigureAnalysis small(FigureAnalysis figure) {
        Figure of = figure.figure();
        SheetStyle sheet = of.style().sheet();
        return figure.with(of.withLayer(Layer.RESIDUALS, false)
                .withLayer(Layer.EQUATIONS, false)
                .withTitle(Optional.of(" "))
                .withStyle(of.style().withSheet(sheet.resized(WIDTH_MM, HEIGHT_MM))));
    }

    private static byte[] png(BufferedImage image) throws IOException {
        var bytes = new ByteArrayOutputStream();
        ImageIO.write(image, "png", bytes);
        return bytes.toByteArray();
    }

    private void deletePicturesOfOthers(List<Recent> kept) throws IOException {
        try (Stream<Path> pictures = Files.list(folder)) {
            for (Path each : pictures.toList()) {
                if (kept.stream()
                        .noneMatch(
                                recent -> recent.picture().filter(each::equals).isPresent())) {
                    Files.deleteIfExists(each);
                }
            }
        }
    }
}
