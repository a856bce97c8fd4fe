package helvo.desktop.persistence;

import com.fasterxml.jackson.annotation.JsonAlias;
import com.fasterxml.jackson.annotation.JsonProperty;
import helvo.figure.export.FigureFile;
import io.soabase.recordbuilder.core.RecordBuilder;
import java.nio.file.Path;

/// Choices of a person that are offered again.
///
/// @param reporter who reported, and where; empty while nobody has
/// @param exportTab the tab of Export that was shown
/// @param dpi      the resolution of a PNG
/// @param window   what the last window was like
@RecordBuilder
public record LastChoices(
        @JsonProperty("reporter") String reporter,
        @JsonProperty("exportTab") @JsonAlias("handOver") int exportTab,
        @JsonProperty("dpi") double dpi,
        @JsonProperty("window") Window window)
        implements LastChoicesBuilder.With {
    public static final LastChoices FIRST = new LastChoices("", 0, FigureFile.DEFAULT_DPI, Window.FIRST);

    private static final int PARTS = 4;

    /// The size of a window's inside, the widths of its sides and the size of its figure's place; 0 for the usual
    /// one.
    public record Window(
            @JsonProperty("width") double width,
            @JsonProperty("height") double height,
            @JsonProperty("left") double left,
            @JsonProperty("right") double right,
            @JsonProperty("figureWidth") double figureWidth,
            @JsonProperty("figureHeight") double figureHeight) {
        public static final Window FIRST = new Window(0, 0, 0, 0, 0, 0);

        private static final double MAX = 20_000;

        public Window {
            width = known(width);
            height = known(height);
            left = known(left);
            right = known(right);
            figureWidth = known(figureWidth);
            figureHeight = known(figureHeight);
        }

        private static double known(double size) {
            return size >= 0 && size <= MAX ? size : 0;
        }

        public double widthOr(double usual) {
            return width > 0 ? width : usual;
        }

        public double heightOr(double usual) {
            return height > 0 ? height : usual;
        }
    }

    /// What a file holds may be anything.
    public LastChoices {
        reporter = reporter == null ? "" : reporter;
        exportTab = Math.clamp(exportTab, 0, PARTS - 1);
        dpi = dpi >= FigureFile.MIN_DPI && dpi <= FigureFile.MAX_DPI ? dpi : FigureFile.DEFAULT_DPI;
        window = window == null ? Window.FIRST : window;
    }

    /// @param state the person's state folder
    public static PreferencesFile<LastChoices> in(Path state) {
        return new PreferencesFile<>(state.resolve("choices.json"), LastChoices.class, FIRST);
    }
}
