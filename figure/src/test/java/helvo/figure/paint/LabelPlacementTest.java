package helvo.figure.paint;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Polynomial;
import helvo.core.number.DecimalMark;
import helvo.core.results.EquationText;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.style.FigureText;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.SeriesKey;
import helvo.core.table.Table;
import helvo.figure.canvas.RichText;
import helvo.figure.canvas.SvgCanvas;
import helvo.figure.canvas.Typeface;
import helvo.figure.layout.FigureLayout;
import java.awt.Font;
import java.awt.geom.Rectangle2D;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LabelPlacementTest {
    private static final Pattern TEXT = Pattern.compile(
            "<text x=\"([-\\d.]+)\" " + "y=\"([-\\d.]+)\"[^>]*font-size=\"([\\d.]+)\"[^>]*>([^<]*)</text>");

    /// Where points leave room, no equation and no name in the legend lies on a point, on another label, or outside
    /// the plot.
    @net.jqwik.api.Tag("thorough")
    @Property(tries = 60, seed = "26")
    void labelsLieWhereNoPointDoes(@ForAll long seed, @ForAll @IntRange(min = 1, max = 3) int groups) throws Exception {
        FigureAnalysis figure = figure(new Random(seed), groups);
        var canvas = new SvgCanvas(4);
        FigureLayout layout = FigureDrawing.draw(figure, canvas, Progress.none());
        String svg = canvas.document("t", "", "", 160, 140, layout.width(), layout.height());
        List<Rectangle2D> labels = labels(svg);
        assertThat(labels).hasSize(2 * groups + (groups > 1 ? groups : 0));
        for (int i = 0; i < labels.size(); i++) {
            Rectangle2D label = labels.get(i);
            assertThat(layout.plot().contains(label)).isTrue();
            for (SeriesAnalysis series : figure.series()) {
                for (int p = 0; p < series.points().size(); p++) {
                    double x = layout.plot().getX()
                            + layout.x().orElseThrow().fraction(series.points().x()[p])
                                    * layout.plot().getWidth();
                    double y = layout.plot().getMaxY()
                            - layout.y().orElseThrow().fraction(series.points().y()[p])
                                    * layout.plot().getHeight();
                    assertThat(label.contains(x, y))
                            .as("label %s on point %s of %s", i, p, series.label())
                            .isFalse();
                }
            }
            for (int other = 0; other < i; other++) {
                assertThat(label.intersects(labels.get(other))).isFalse();
            }
        }
    }

    /// An equation wider than its place stands in several lines, whole, and within the plot.
    @ParameterizedTest
    @CsvSource({"85, 75", "60, 60", "170, 90"})
    void longEquationsAreBrokenAtSigns(double width, double height) throws Exception {
        FigureAnalysis figure = figure(
                new Random(5),
                1,
                new FigureEdit.ChooseCurve(1, SeriesKey.whole(3), new Polynomial(4)),
                new FigureEdit.Resize(1, width, height));
        var canvas = new SvgCanvas(4);
        FigureLayout layout = FigureDrawing.draw(figure, canvas, Progress.none());
        String svg = canvas.document("t", "", "", width, height, layout.width(), layout.height());
        var words = new StringBuilder();
        for (Matcher text = TEXT.matcher(svg); text.find(); ) {
            if (layout.plot().contains(Double.parseDouble(text.group(1)), Double.parseDouble(text.group(2)))) {
                words.append(text.group(4)).append(' ');
            }
        }
        String equation =
                new EquationText(figure.series().getFirst().equation().orElseThrow(), figure.numbers()).inSymbols("x");
        assertThat(words.toString().replaceAll("\\s", ""))
                .contains(FigureText.plain(equation).replaceAll("\\s", ""));
    }

    @Test
    void brokenLinesFitAndBeginWithSigns() {
        Font font = Typeface.SEMIBOLD.at(9);
        String equation = "y = −1.79 × 10^{−5} x^{4} + 0.468 x^{3} − 0.00487 x^{2} + 12 x − 41.70";
        for (double width = 90; width < 320; width += 7) {
            double most = width;
            List<String> lines = RichText.broken(equation, font, width);
            assertThat(String.join(" ", lines)).isEqualTo(equation);
            assertThat(lines).allMatch(line -> new RichText(line, font).width() <= most);
            assertThat(lines.stream().skip(1)).allMatch(line -> line.matches("[+−] .*"));
        }
    }

    /// Equations, R² and the names in the legend.
    private static List<Rectangle2D> labels(String svg) {
        var labels = new ArrayList<Rectangle2D>();
        Matcher text = TEXT.matcher(svg);
        while (text.find()) {
            String words = text.group(4);
            boolean label = words.startsWith("y = ") || words.startsWith("R² = ") || words.matches("group \\d");
            if (label) {
                double size = Double.parseDouble(text.group(3));
                double width =
                        Typeface.width((words.startsWith("y") ? Typeface.SEMIBOLD : Typeface.REGULAR).at(size), words);
                double baseline = Double.parseDouble(text.group(2));
                labels.add(new Rectangle2D.Double(
                        Double.parseDouble(text.group(1)), baseline - 0.6 * size, width, 0.6 * size));
            }
        }
        return labels;
    }

    private static FigureAnalysis figure(Random random, int groups, Edit... edits) {
        int each = 6 + random.nextInt(6);
        double[] x = new double[groups * each];
        double[] y = new double[groups * each];
        List<Cell> names = new ArrayList<>();
        for (int g = 0; g < groups; g++) {
            double slope = random.nextGaussian();
            for (int i = 0; i < each; i++) {
                x[g * each + i] = i + 0.2 * random.nextDouble();
                y[g * each + i] = 10 * g + slope * i + 0.3 * random.nextGaussian();
                names.add(new Cell.Text("group " + g));
            }
        }
        var columns = List.of(
                new Column(1, new Heading("g", ""), Kind.TEXT, groups > 1 ? Role.BY : Role.NONE, 0, Cells.of(names)),
                new Column(2, new Heading("a", "s"), Kind.NUMBER, Role.X, 0, Cells.ofNumbers(x)),
                new Column(3, new Heading("b", "m"), Kind.NUMBER, Role.Y, 0, Cells.ofNumbers(y)));
        var table = new Table(0, "t", DecimalMark.POINT, Optional.empty(), columns, ExcludedRows.NONE);
        Study study = StudyEdit.AddTable.to(Study.EMPTY, table).apply(Study.EMPTY);
        for (Edit edit : edits) {
            study = edit.apply(study);
        }
        FigureAnalysis figure =
                Analysis.of(study, Analysis.EMPTY, Progress.none()).figures().getFirst();
        assertThat(IntStream.range(0, groups)
                        .allMatch(g -> figure.series().get(g).fit().isPresent()))
                .isTrue();
        return figure;
    }
}
