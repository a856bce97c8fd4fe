package helvo.core.study;

import static helvo.core.Require.require;

import helvo.core.style.SheetStyle;
import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;

/// Several figures of a study on one page, in rows and columns, as a paper prints them. It follows its figures: what
/// changes in one changes on the page.
///
/// @param figures       their ids, from left to right and from the top down
/// @param splitBy       a column, each value of which gets a panel of its own of the only figure; empty for the
///                      figures as they are
/// @param columns       panels beside one another
/// @param widthMm       of the whole page
/// @param panelHeightMm of a panel that has all its words; empty for three quarters of its width, or more
///                      where words would leave a low plot
/// @param textSize      of the axes' labels, in points; titles are in proportion
/// @param letters       that tell panels apart
/// @param lettersInside whether these stand in the plots' upper left corners and not outside, above them
/// @param x             how far panels agree about their x axes
/// @param y             likewise, y
/// @param titles        whether each panel has its figure's title above it
/// @param equations     whether each panel has the equations that its figure shows
/// @param residuals     whether each panel has a strip of residuals where its figure has one
@RecordBuilder
public record FigureSheet(
        int id,
        String name,
        List<Integer> figures,
        Optional<Integer> splitBy,
        int columns,
        double widthMm,
        Optional<Double> panelHeightMm,
        double textSize,
        Letters letters,
        boolean lettersInside,
        AxisUse x,
        AxisUse y,
        Legends legends,
        boolean titles,
        boolean equations,
        boolean residuals)
        implements FigureSheetBuilder.With {
    /// More panels would be too small to be read in print.
    public static final int MOST_PANELS = 9;
    /// Widths that journals print figures at: one column of a page, one and a half, two.
    public static final double ONE_COLUMN = 85;
    public static final double ONE_AND_A_HALF = 120;
    public static final double TWO_COLUMNS = 180;
    public static final double MIN_MM = 40;
    public static final double MAX_MM = 600;
    public static final double MIN_PANEL_MM = 20;
    /// Pages narrower than this have the text of a single column.
    private static final double NARROW_MM = 110;
    private static final double HEIGHT_OF_WIDTH = 0.75;

    /// What a panel is called by.
    public enum Letters {
        LOWER("a, b, c"),
        UPPER("A, B, C"),
        BRACKETED("(a), (b), (c)"),
        NONE("none");

        private final String label;

        Letters(String label) {
            this.label = label;
        }

        public String label() {
            return label;
        }

        /// @param place of the panel, 0 for the first
        public String of(int place) {
            String letter = Character.toString('a' + place);
            return switch (this) {
                case LOWER -> letter;
                case UPPER -> Character.toString('A' + place);
                case BRACKETED -> "(" + letter + ")";
                case NONE -> "";
            };
        }
    }

    /// How far axes of the same quantity agree.
    public enum AxisUse {
        OWN("each its own"),
        SAME("same limits"),
        SHARED("same, labelled once");

        private final String label;

        AxisUse(String label) {
            this.label = label;
        }

        public String label() {
            return label;
        }
    }

    public enum Legends {
        EACH("each its own"),
        ONE("one, below"),
        NONE("none");

        private final String label;

        Legends(String label) {
            this.label = label;
        }

        public String label() {
            return label;
        }
    }

    public FigureSheet {
        figures = List.copyOf(figures);
        splitBy = splitBy == null ? Optional.empty() : splitBy;
        panelHeightMm = panelHeightMm == null ? Optional.empty() : panelHeightMm;
        require(!figures.isEmpty() && figures.size() <= MOST_PANELS, "%s figures on a sheet", figures.size());
        require(new LinkedHashSet<>(figures).size() == figures.size(), "a sheet has a figure twice: %s", figures);
        require(splitBy.isEmpty() || figures.size() == 1, "%s figures are split by one column", figures.size());
        require(columns >= 1 && columns <= MOST_PANELS, "columns=%s must be 1 to %s", columns, MOST_PANELS);
        require(widthMm >= MIN_MM && widthMm <= MAX_MM, "widthMm=%s must be %s to %s", widthMm, MIN_MM, MAX_MM);
        require(
                panelHeightMm.isEmpty() || panelHeightMm.get() >= MIN_PANEL_MM && panelHeightMm.get() <= MAX_MM,
                "panelHeightMm=%s must be %s to %s",
                panelHeightMm,
                MIN_PANEL_MM,
                MAX_MM);
        require(
                textSize >= SheetStyle.MIN_TEXT && textSize <= SheetStyle.MAX_TEXT,
                "textSize=%s must be %s to %s",
                textSize,
                SheetStyle.MIN_TEXT,
                SheetStyle.MAX_TEXT);
        require(!name.isBlank() && name.length() <= ReportPlan.MAX_CHARACTERS, "a sheet has a name");
    }

    /// Narrower panels than this have no room for equations.
    private static final double LEAST_FOR_EQUATIONS_MM = 70;

    private static boolean isWide(double widthMm, int columns) {
        return widthMm / columns >= LEAST_FOR_EQUATIONS_MM;
    }

    /// Two columns wide and two panels beside one another, lettered, each with its own axes and legend.
    public static FigureSheet of(int id, List<Integer> figures) {
        int columns = Math.min(2, figures.size());
        return FigureSheetBuilder.builder()
                .id(id)
                .name("Sheet " + id)
                .figures(figures)
                .columns(columns)
                .widthMm(TWO_COLUMNS)
                .textSize(textSuiting(TWO_COLUMNS))
                .letters(Letters.LOWER)
                .x(AxisUse.OWN)
                .y(AxisUse.OWN)
                .legends(Legends.EACH)
                .equations(isWide(TWO_COLUMNS, columns))
                .build();
    }

    /// Small panels of one figure, one for each value of a column, all with the same axes.
    public static FigureSheet splitting(int id, int figure, int column) {
        return of(id, List.of(figure)).with(change -> change.splitBy(Optional.of(column))
                .equations(false)
                .columns(3)
                .x(AxisUse.SHARED)
                .y(AxisUse.SHARED)
                .legends(Legends.NONE)
                .titles(true));
    }

    /// What is legible in print: 7 points in one column, 8 in more.
    public static double textSuiting(double widthMm) {
        return widthMm <= NARROW_MM ? 7 : 8;
    }

    /// Text that suited the width before suits that now; equations come and go with the room for them, unless
    /// somebody chose otherwise.
    public FigureSheet arranged(double newWidthMm, int newColumns) {
        double suiting = textSize == textSuiting(widthMm) ? textSuiting(newWidthMm) : textSize;
        boolean usual = splitBy.isEmpty() && equations == isWide(widthMm, columns);
        return with(change -> change.widthMm(newWidthMm)
                .columns(newColumns)
                .textSize(suiting)
                .equations(usual ? isWide(newWidthMm, newColumns) : equations));
    }

    /// Of a panel that has all its words.
    ///
    /// @param beside so many stand beside one another
    public double heightOfPanel(int beside) {
        return panelHeightMm.orElseGet(() -> Math.max(MIN_PANEL_MM, HEIGHT_OF_WIDTH * widthMm / beside));
    }

    /// With those of its figures that are left; empty where none is.
    Optional<FigureSheet> keeping(Predicate<Integer> left) {
        List<Integer> rest = figures.stream().filter(left).toList();
        return rest.isEmpty() ? Optional.empty() : Optional.of(withFigures(rest));
    }
}
