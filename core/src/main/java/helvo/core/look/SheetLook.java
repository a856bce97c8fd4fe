package helvo.core.look;

import static helvo.core.Require.require;

import java.util.List;
import java.util.Optional;

/// The look of a whole figure.
///
/// @param widthMm  of the whole sheet
/// @param heightMm likewise
/// @param text     size of the axes' labels in points; titles are in proportion
/// @param line     weight of lines and size of markers, 1 for the usual
/// @param dashes   whether curves are told apart by dashes, as for black and white
/// @param frame    whether the plot has lines on all four sides
/// @param ground   of the sheet, as "#FFFFFF"; empty for none, through which the page is seen
public record SheetLook(double widthMm, double heightMm, double text, double line, boolean dashes, boolean frame, Optional<String> ground) {
    public static final double LEAST_MM = 40;
    public static final double MOST_MM = 1200;
    public static final double LEAST_TEXT = 4;
    public static final double MOST_TEXT = 48;
    public static final Optional<String> WHITE = Optional.of("#FFFFFF");
    /// As wide as the text of an A4 page with usual margins.
    public static final SheetLook USUAL = new SheetLook(160, 140, 9, 1, false, false, WHITE);
    /// The looks that come with the program, by name.
    public static final List<Named> OURS = List.of(new Named("Screen", USUAL),
            new Named("Paper, one column", new SheetLook(85, 75, 7, 0.75, true, true, WHITE)),
            new Named("Paper, two columns", new SheetLook(170, 120, 8, 0.9, true, true, WHITE)),
                    new Named("Slide", new SheetLook(250, 140, 16, 1.7, false, false, WHITE)));

    /// Sheets no wider than this are columns.
    private static final double WIDEST_COLUMN_MM = 110;

    /// Text and lines that suit a sheet of this size: those of one column of a paper where it is no wider than that, nearly.
    public static SheetLook suiting(double widthMm, double heightMm) {
        return (widthMm <= WIDEST_COLUMN_MM ? OURS.get(1).look() : USUAL).withSize(widthMm, heightMm);
    }

    /// A look with the name that a person knows it by.
    public record Named(String name, SheetLook look) {}

    public SheetLook {
        require(widthMm >= LEAST_MM && widthMm <= MOST_MM, "widthMm=%s must be %s to %s", widthMm, LEAST_MM, MOST_MM);
        require(heightMm >= LEAST_MM && heightMm <= MOST_MM, "heightMm=%s must be %s to %s", heightMm, LEAST_MM, MOST_MM);
        require(text >= LEAST_TEXT && text <= MOST_TEXT, "text=%s must be %s to %s", text, LEAST_TEXT, MOST_TEXT);
        require(line >= 0.2 && line <= 5, "line=%s must be 0.2 to 5", line);
        require(ground.isEmpty() || ground.get().matches("#[0-9A-Fa-f]{6}"), "ground=%s is no color", ground);
    }

    /// Of another size on paper. Text and lines change to what suits a column, or no longer one, unless somebody chose others than ours.
    public SheetLook resized(double newWidthMm, double newHeightMm) {
        SheetLook resized = withSize(newWidthMm, newHeightMm);
        boolean ours = OURS.stream().anyMatch(named -> named.look().text == text && named.look().line == line);
        if (!ours || widthMm <= WIDEST_COLUMN_MM == newWidthMm <= WIDEST_COLUMN_MM) {
            return resized;
        }
        SheetLook suiting = suiting(newWidthMm, newHeightMm);
        return resized.withText(suiting.text).withLine(suiting.line);
    }

    private SheetLook withSize(double newWidthMm, double newHeightMm) {
        return new SheetLook(newWidthMm, newHeightMm, text, line, dashes, frame, ground);
    }

    public SheetLook withText(double points) {
        return new SheetLook(widthMm, heightMm, points, line, dashes, frame, ground);
    }

    public SheetLook withLine(double weight) {
        return new SheetLook(widthMm, heightMm, text, weight, dashes, frame, ground);
    }

    public SheetLook withDashes(boolean apart) {
        return new SheetLook(widthMm, heightMm, text, line, apart, frame, ground);
    }

    public SheetLook withFrame(boolean around) {
        return new SheetLook(widthMm, heightMm, text, line, dashes, around, ground);
    }

    public SheetLook withGround(Optional<String> color) {
        return new SheetLook(widthMm, heightMm, text, line, dashes, frame, color);
    }
}
