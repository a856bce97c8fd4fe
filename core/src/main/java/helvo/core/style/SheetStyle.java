package helvo.core.style;

import static helvo.core.Require.require;

import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.List;
import java.util.Optional;

/// The style of a whole figure.
///
/// @param widthMm  of the whole sheet
/// @param heightMm likewise
/// @param textSize     size of the axes' labels in points; titles are in proportion
/// @param lineWidth     weight of lines and size of markers, 1 for the usual
/// @param dashes   whether curves are told apart by dashes, as for black and white
/// @param frame    whether the plot has lines on all four sides
/// @param background   of the sheet, as "#FFFFFF"; empty for none, through which the page is seen
@RecordBuilder
public record SheetStyle(
        double widthMm,
        double heightMm,
        double textSize,
        double lineWidth,
        boolean dashes,
        boolean frame,
        Optional<String> background)
        implements SheetStyleBuilder.With {
    public static final double MIN_MM = 40;
    public static final double MAX_MM = 1200;
    public static final double MIN_TEXT = 4;
    public static final double MAX_TEXT = 48;
    public static final Optional<String> WHITE = Optional.of("#FFFFFF");
    /// As wide as the text of an A4 page with usual margins.
    public static final SheetStyle DEFAULT = new SheetStyle(160, 140, 9, 1, false, false, WHITE);
    /// The styles that come with the program, by name.
    public static final List<Named> PRESETS = List.of(
            new Named("Screen", DEFAULT),
            new Named("Paper, one column", new SheetStyle(85, 75, 7, 0.75, true, true, WHITE)),
            new Named("Paper, two columns", new SheetStyle(170, 120, 8, 0.9, true, true, WHITE)),
            new Named("Slide", new SheetStyle(250, 140, 16, 1.7, false, false, WHITE)),
            new Named("Poster", new SheetStyle(400, 300, 28, 3, false, false, WHITE)));

    /// Sheets no wider than this are columns.
    private static final double WIDEST_COLUMN_MM = 110;

    /// Text and lines that suit a sheet of this size: those of one column of a paper where it is no wider than
    /// that, nearly.
    public static SheetStyle suiting(double widthMm, double heightMm) {
        return (widthMm <= WIDEST_COLUMN_MM ? PRESETS.get(1).style() : DEFAULT).withSize(widthMm, heightMm);
    }

    /// A style with the name that a person knows it by.
    public record Named(String name, SheetStyle style) {}

    public SheetStyle {
        require(widthMm >= MIN_MM && widthMm <= MAX_MM, "widthMm=%s must be %s to %s", widthMm, MIN_MM, MAX_MM);
        require(heightMm >= MIN_MM && heightMm <= MAX_MM, "heightMm=%s must be %s to %s", heightMm, MIN_MM, MAX_MM);
        require(textSize >= MIN_TEXT && textSize <= MAX_TEXT, "text=%s must be %s to %s", textSize, MIN_TEXT, MAX_TEXT);
        require(lineWidth >= 0.2 && lineWidth <= 5, "line=%s must be 0.2 to 5", lineWidth);
        require(
                background.isEmpty() || background.get().matches("#[0-9A-Fa-f]{6}"),
                "background=%s is not a colour",
                background);
    }

    /// Of another size on paper. Text and lines change to what suits a column, or no longer one, unless somebody
    /// chose others than ours.
    public SheetStyle resized(double newWidthMm, double newHeightMm) {
        SheetStyle resized = withSize(newWidthMm, newHeightMm);
        boolean ours = PRESETS.stream()
                .anyMatch(named -> named.style().textSize == textSize && named.style().lineWidth == lineWidth);
        if (!ours || widthMm <= WIDEST_COLUMN_MM == newWidthMm <= WIDEST_COLUMN_MM) {
            return resized;
        }
        SheetStyle suiting = suiting(newWidthMm, newHeightMm);
        return resized.withTextSize(suiting.textSize).withLineWidth(suiting.lineWidth);
    }

    private SheetStyle withSize(double newWidthMm, double newHeightMm) {
        return with(change -> change.widthMm(newWidthMm).heightMm(newHeightMm));
    }
}
