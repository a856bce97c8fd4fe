package helvo.report.model;

import helvo.core.Progress;
import helvo.figure.export.FigureFile;
import helvo.figure.export.FigureFormat;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import java.util.stream.Collectors;

/// The figures of a report as pictures, drawn once.
public final class Pictures {
    private static final double PNG_DPI = 200;

    private final Map<Integer, Forms> byNumber;

    /// @param svg with its text as shapes
    /// @param png for programs that draw no SVG
    public record Forms(byte[] svg, byte[] png) {}

    private Pictures(Map<Integer, Forms> byNumber) {
        this.byNumber = byNumber;
    }

    /// @throws IOException when a figure is too large to be drawn
    public static Pictures in(List<Block> blocks, Progress progress) throws IOException {
        try {
            return new Pictures(blocks.parallelStream()
                    .filter(Block.Picture.class::isInstance)
                    .map(Block.Picture.class::cast)
                    .collect(Collectors.toMap(Block.Picture::number, drawn(progress))));
        } catch (UncheckedIOException e) {
            throw e.getCause();
        }
    }

    private static Function<Block.Picture, Forms> drawn(Progress progress) {
        return picture -> {
            try {
                return new Forms(
                        FigureFile.svgOfOutlines(picture.drawing(), progress),
                        FigureFile.bytes(FigureFormat.PNG, picture.drawing(), PNG_DPI, false, progress));
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        };
    }

    public Forms of(Block.Picture picture) {
        return Objects.requireNonNull(byNumber.get(picture.number()), "a picture of this report");
    }
}
