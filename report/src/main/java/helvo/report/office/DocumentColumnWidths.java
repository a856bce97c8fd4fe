package helvo.report.office;

import helvo.report.model.Block;
import helvo.report.model.Span;
import java.util.Arrays;
import java.util.List;

/// Widths of table columns in word-processor documents. A table that needs little is narrower than the page, so
/// that its columns stay together.
///
/// @param mm of each column
public record DocumentColumnWidths(double[] mm) {
    /// Of a character of table text, on average, and of the room around a cell's text.
    private static final double CHARACTER_MM = 1.85;
    private static final double AROUND_MM = 5;
    private static final double SPARE = 1.2;
    /// Longer texts are broken rather than given more room.
    private static final int LONGEST = 60;

    public static DocumentColumnWidths of(Block.Grid grid, double pageMm) {
        double[] wide = new double[grid.heads().size()];
        for (int i = 0; i < wide.length; i++) {
            int column = i;
            int head = Arrays.stream(Span.text(grid.heads().get(i)).split(" "))
                    .mapToInt(String::length)
                    .max()
                    .orElse(0);
            int cell = grid.rows().stream()
                    .mapToInt(row -> length(row.get(column)))
                    .max()
                    .orElse(0);
            wide[i] = Math.min(
                                    Math.max(
                                            Math.max(head * 1.15, cell),
                                            length(grid.heads().get(i)) * 0.8),
                                    LONGEST)
                            * CHARACTER_MM
                    + AROUND_MM;
        }
        double sum = Arrays.stream(wide).sum();
        double scale = Math.min(SPARE, pageMm / sum);
        return new DocumentColumnWidths(
                Arrays.stream(wide).map(each -> each * scale).toArray());
    }

    private static int length(List<Span> spans) {
        return Span.text(spans).length();
    }

    public double sum() {
        return Arrays.stream(mm).sum();
    }
}
