package helvo.figure.paint;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.number.DecimalMark;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.Layer;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.style.BarStyle;
import helvo.core.style.CurveStyle;
import helvo.core.style.CurveStyle.LabelPart;
import helvo.core.style.SeriesStyle;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.SeriesKey;
import helvo.core.table.Table;
import helvo.figure.canvas.Palette;
import helvo.figure.export.Drawing;
import helvo.figure.export.FigureFile;
import helvo.figure.export.FigureFormat;
import helvo.figure.export.Raster;
import helvo.figure.layout.FigureLayout;
import helvo.figure.layout.HitTarget;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/// Error bars and the lines they allow are drawn where they are, read back from the SVG.
class BarsDrawnTest {
    private static final SeriesKey Y = SeriesKey.whole(2);
    private static final double[] X = {1, 2, 3};
    private static final Pattern PATH =
            Pattern.compile("<path d=\"([^\"]*)\" fill=\"(none|#[0-9a-f]+)\"(?: stroke=\"(#[0-9a-f]+)\" "
                    + "stroke-width=\"([0-9.]+)\")?([^>]*)/>");
    private static final Pattern NUMBER = Pattern.compile("-?[0-9.]+");

    /// A path of the drawing: its corners in values of the axes, and how it is stroked.
    private record Drawn(double[] at, String fill, String stroke, double weight, boolean dashed, boolean straight) {}

    private static FigureAnalysis figure(double[] y, double[] up, double[] down, Edit... edits) {
        var table = new Table(
                0,
                "t",
                DecimalMark.POINT,
                Optional.empty(),
                List.of(
                        new Column(1, new Heading("Load", "N"), Kind.NUMBER, Role.X, 0, Cells.ofNumbers(X)),
                        new Column(2, new Heading("Stretch", "mm"), Kind.NUMBER, Role.Y, 2, Cells.ofNumbers(y)),
                        new Column(3, new Heading("up", "mm"), Kind.NUMBER, Role.Y_BAR, 2, Cells.ofNumbers(up)),
                        new Column(4, new Heading("down", "mm"), Kind.NUMBER, Role.Y_DOWN, 2, Cells.ofNumbers(down))),
                ExcludedRows.NONE);
        Study study = StudyEdit.AddTable.to(Study.EMPTY, table).apply(Study.EMPTY);
        var all = new ArrayList<>(List.of(edits));
        all.add(new FigureEdit.Show(1, Layer.BARS, true));
        all.add(new FigureEdit.Show(1, Layer.RESIDUALS, false));
        for (Edit edit : all) {
            study = edit.apply(study);
        }
        return Analysis.of(study, Analysis.EMPTY, Progress.none()).figures().getFirst();
    }

    private static Edit look(BarStyle bars) {
        return new FigureEdit.SetSeriesStyle(1, Y, SeriesStyle.DEFAULT.withBars(bars));
    }

    private static List<Drawn> drawn(FigureAnalysis figure) throws IOException {
        FigureLayout layout = Raster.draw(figure, 1, Progress.none()).layout();
        String svg = svg(figure);
        var all = new ArrayList<Drawn>();
        for (Matcher path = PATH.matcher(svg); path.find(); ) {
            double[] at = NUMBER.matcher(path.group(1))
                    .results()
                    .mapToDouble(number -> Double.parseDouble(number.group()))
                    .toArray();
            for (int i = 0; i + 1 < at.length; i += 2) {
                at[i] = layout.xAt(at[i]);
                at[i + 1] = layout.yAt(helvo.core.style.AxisPlace.Y, at[i + 1]);
            }
            all.add(new Drawn(
                    at,
                    path.group(2),
                    path.group(3),
                    path.group(4) == null ? 0 : Double.parseDouble(path.group(4)),
                    path.group(5).contains("dasharray"),
                    !path.group(1).contains("C")));
        }
        return all;
    }

    private static String svg(FigureAnalysis figure) throws IOException {
        return new String(
                FigureFile.bytes(FigureFormat.SVG, Drawing.of(figure), 300, false, Progress.none()),
                StandardCharsets.UTF_8);
    }

    private static boolean isLine(Drawn drawn, double x1, double y1, double x2, double y2) {
        double[] wanted = {x1, y1, x2, y2};
        return drawn.at.length == 4
                && drawn.stroke != null
                && java.util.stream.IntStream.range(0, 4).allMatch(i -> Math.abs(drawn.at[i] - wanted[i]) < 1e-3);
    }

    @Test
    void barsReachAsFarAsTheirColumnsSayAndLookAsChosen() throws IOException {
        double[] y = {1, 2, 3};
        double[] up = {0.5, 0.25, 0.75};
        double[] down = {0.125, 0.5, 0.25};
        List<Drawn> usual = drawn(figure(y, up, down));
        for (int i = 0; i < 3; i++) {
            int at = i;
            assertThat(usual).anyMatch(each -> isLine(each, X[at], y[at] + up[at], X[at], y[at] - down[at]));
        }
        List<Drawn> chosen = drawn(figure(y, up, down, look(new BarStyle(true, 2, 1.6, Optional.of("#A33A5E")))));
        Drawn bar = chosen.stream()
                .filter(each -> isLine(each, 1, 1.5, 1, 0.875))
                .findFirst()
                .orElseThrow();
        assertThat(bar.stroke).isEqualTo("#a33a5e");
        assertThat(bar.weight)
                .isCloseTo(
                        2
                                * usual.stream()
                                        .filter(each -> isLine(each, 1, 1.5, 1, 0.875))
                                        .findFirst()
                                        .orElseThrow()
                                        .weight,
                        within(1e-3));
        assertThat(width(chosen, 1.5)).isCloseTo(2 * width(usual, 1.5), within(1e-3));
        assertThat(drawn(figure(y, up, down, look(BarStyle.DEFAULT.withShown(false)))))
                .noneMatch(each -> isLine(each, 1, 1.5, 1, 0.875));
        FigureAnalysis hidden = figure(y, up, down, look(BarStyle.DEFAULT.withShown(false)));
        assertThat(Raster.draw(hidden, 1, Progress.none()).layout().parts())
                .noneMatch(part -> part.of() instanceof HitTarget.BarOf);
    }

    /// Of the cap at a height of the first bar.
    private static double width(List<Drawn> all, double y) {
        return all.stream()
                .filter(each -> each.at.length == 4
                        && Math.abs(each.at[1] - y) < 1e-3
                        && Math.abs(each.at[3] - y) < 1e-3
                        && Math.abs((each.at[0] + each.at[2]) / 2 - 1) < 1e-3)
                .mapToDouble(each -> each.at[2] - each.at[0])
                .findFirst()
                .orElseThrow();
    }

    /// Through (1, 1), (2, 2) and (3, 3), each ± 0.5, pass lines from slope 0.5 to 1.5, pinned by the outer bars.
    @Test
    void limitsCorridorAndRingsAreWhereTheyAreByHand() throws IOException {
        double[] half = {0.5, 0.5, 0.5};
        FigureAnalysis figure = figure(
                X,
                half,
                half,
                new FigureEdit.Show(1, Layer.BOUNDS, true),
                new FigureEdit.SetCurveStyle(
                        1, Y, CurveStyle.DEFAULT.withLabel(EnumSet.of(LabelPart.EQUATION, LabelPart.BOUNDS))));
        List<Drawn> all = drawn(figure);
        double from = all.stream()
                .filter(Drawn::dashed)
                .mapToDouble(each -> each.at[0])
                .min()
                .orElseThrow();
        assertThat(all.stream().filter(Drawn::dashed))
                .hasSize(2)
                .anyMatch(each -> isLine(each, from, -1 + 1.5 * from, 3, 3.5))
                .anyMatch(each -> isLine(each, from, 1 + 0.5 * from, 3, 2.5));
        Drawn corridor = all.stream()
                .filter(each -> !each.fill.equals("none") && each.at.length > 300)
                .findFirst()
                .orElseThrow();
        for (int i = 0; i + 1 < corridor.at.length; i += 2) {
            double x = corridor.at[i];
            double y = corridor.at[i + 1];
            double edge = x <= 1 ? Math.max(1 + 0.5 * x, x + 0.5) : x >= 3 ? -1 + 1.5 * x : x + 0.5;
            assertThat(Math.min(Math.abs(y - edge), Math.abs(y - (2 * x - edge))))
                    .as("corridor at %s: %s", x, y)
                    .isLessThan(2e-3);
        }
        double radius = 0.02;
        String ink = "#%06x".formatted(Palette.series(0).getRGB() & 0xffffff);
        assertThat(all.stream()
                        .filter(each -> !each.straight && ink.equals(each.stroke))
                        .map(BarsDrawnTest::middle))
                .as("rings")
                .hasSize(2)
                .anyMatch(at -> Math.abs(at[0] - 1) < radius && Math.abs(at[1] - 1) < radius)
                .anyMatch(at -> Math.abs(at[0] - 3) < radius && Math.abs(at[1] - 3) < radius);
        assertThat(svg(figure)).contains("steepest y = 1.50", "shallowest y = 0.50");
    }

    private static double[] middle(Drawn drawn) {
        double[] xs = java.util.stream.IntStream.range(0, drawn.at.length / 2)
                .mapToDouble(i -> drawn.at[2 * i])
                .toArray();
        double[] ys = java.util.stream.IntStream.range(0, drawn.at.length / 2)
                .mapToDouble(i -> drawn.at[2 * i + 1])
                .toArray();
        return new double[] {
            (Arrays.stream(xs).min().orElseThrow() + Arrays.stream(xs).max().orElseThrow()) / 2,
            (Arrays.stream(ys).min().orElseThrow() + Arrays.stream(ys).max().orElseThrow()) / 2
        };
    }

    /// Through (1, 0), (2, 3) and (3, 0), each ± 1, no line passes; the flat line through 1.5 would with ± 1.5, and
    /// the fitted line at 1 misses the middle bar.
    @Test
    void withoutALineTheNearestIsDrawnAndMissedBarsAreMarked() throws IOException {
        double[] half = {1, 1, 1};
        List<Drawn> all = drawn(figure(new double[] {0, 3, 0}, half, half, new FigureEdit.Show(1, Layer.BOUNDS, true)));
        List<Drawn> dashed = all.stream().filter(Drawn::dashed).toList();
        assertThat(dashed).hasSize(1);
        assertThat(dashed.getFirst().at[1]).isCloseTo(1.5, within(2e-3));
        assertThat(dashed.getFirst().at[3]).isCloseTo(1.5, within(2e-3));
        String style = "#%06x".formatted(Palette.ATTENTION.getRGB() & 0xffffff);
        assertThat(all)
                .anyMatch(each -> each.stroke != null
                        && each.stroke.equals(style)
                        && each.straight
                        && Math.abs(each.at[0] - 2) < 1e-3);
        assertThat(all.stream()
                        .filter(each -> style.equals(each.stroke) && !each.straight)
                        .map(BarsDrawnTest::middle))
                .hasSize(1)
                .allMatch(at -> Math.abs(at[0] - 2) < 0.02 && Math.abs(at[1] - 3) < 0.02);
    }
}
