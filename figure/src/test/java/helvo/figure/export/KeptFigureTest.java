package helvo.figure.export;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.fit.Logarithmic;
import helvo.core.fit.Polynomial;
import helvo.core.number.DateText;
import helvo.core.number.DecimalMark;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.Layer;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.style.AxisPlace;
import helvo.core.style.AxisStyle;
import helvo.core.style.Note;
import helvo.core.style.SheetStyle;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.SeriesKey;
import helvo.core.table.Table;
import helvo.figure.canvas.SvgCanvas;
import helvo.figure.layout.FigureLayout;
import helvo.figure.paint.FigureDrawing;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/// Figures compared with kept ones by what is where: every text and its place, and how many shapes there are of
/// each kind and colour. A test with `-Dhelvo.keep=true` writes them anew; look at the difference before it is
/// committed.
class KeptFigureTest {
    private static final Pattern TEXT = Pattern.compile("<text x=\"([-\\d.]+)\" y=\"([-\\d.]+)\"[^>]*>([^<]*)<");
    private static final Pattern SHAPE =
            Pattern.compile("<(path|rect|circle|line|polyline|polygon|ellipse|image|use)\\b([^>]*)>");
    private static final Pattern COLOUR = Pattern.compile("(fill|stroke)=\"(#[0-9A-Fa-f]{6})\"");
    private static final double NEAR = 1.5;

    private static Column column(int id, String heading, Role role, Object... values) {
        return new Column(
                id,
                Heading.of(heading),
                values[0] instanceof String ? Kind.TEXT : Kind.NUMBER,
                role,
                0,
                Cells.of(Arrays.stream(values)
                        .map(value -> value instanceof Number n
                                ? new Cell.Number(n.doubleValue())
                                : (Cell) new Cell.Text(value.toString()))
                        .toList()));
    }

    private static FigureAnalysis figure(List<Column> columns, Edit... edits) {
        var table = new Table(1, "Cords", DecimalMark.POINT, Optional.empty(), columns, ExcludedRows.NONE);
        Study study = StudyEdit.AddTable.to(Study.EMPTY, table).apply(Study.EMPTY);
        for (Edit edit : edits) {
            study = edit.apply(study);
        }
        return Analysis.of(study, Analysis.EMPTY, Progress.none()).figure(1);
    }

    private static FigureAnalysis named(String name) {
        List<Column> groups = List.of(
                column(1, "Cord", Role.BY, "dry", "salt", "dry", "salt", "dry", "salt", "dry", "salt"),
                column(2, "Load (N)", Role.X, 5, 5, 10, 10, 15, 15, 20, 20),
                column(3, "Stretch (mm)", Role.Y, 1.1, 1.4, 2, 3.1, 3.2, 4.2, 4, 6),
                column(4, "± (mm)", Role.Y_BAR, .3, .3, .3, .3, .3, .3, .3, .3));
        List<Column> dated = List.of(
                column(1, "Day", Role.NONE, "2026-03-02", "2026-03-05", "2026-03-09", "2026-03-16", "2026-03-30"),
                column(2, "Mass (g)", Role.Y, 52, 49.5, 47, 45.1, 44.2),
                column(3, "Bath (°C)", Role.Y, 20, 31, 40, 44, 45));
        double[] x = IntStream.rangeClosed(1, 3000).mapToDouble(i -> i / 10.0).toArray();
        double[] y = IntStream.range(0, 3000)
                .mapToDouble(i -> 2 + 0.1 * x[i] + Math.sin(i * 12.9898))
                .toArray();
        List<Column> many = List.of(
                new Column(1, Heading.of("Time (h)"), Kind.NUMBER, Role.X, 1, Cells.ofNumbers(x)),
                new Column(2, Heading.of("Creep (mm)"), Kind.NUMBER, Role.Y, 2, Cells.ofNumbers(y)));
        return switch (name) {
            case "groups" ->
                figure(
                        groups,
                        new FigureEdit.Show(1, Layer.BOUNDS, true),
                        new FigureEdit.Show(1, Layer.CONFIDENCE_BAND, true),
                        new FigureEdit.Show(1, Layer.POOLED, true));
            case "notes" ->
                figure(
                        groups.subList(1, 4),
                        new FigureEdit.SetTitle(1, Optional.of("Cord of 3 mm, v_{0} = 2 m s^{−1}")),
                        new FigureEdit.PutNote(1, new Note.Span(1, true, 2, 3, "working range")),
                        new FigureEdit.PutNote(1, new Note.Rule(2, false, 12, "knot")),
                        new FigureEdit.PutNote(
                                1, new Note.Text(3, "slipped", 6, 5, Optional.of(new Note.Text.Target(10, 3.1)))),
                        new FigureEdit.PutNote(1, new Note.ReadingMarker(4, SeriesKey.whole(3), false, 24, true)),
                        new FigureEdit.PutNote(1, new Note.ReadingMarker(5, SeriesKey.whole(3), true, 2, true)));
            case "dates" ->
                figure(
                        dated,
                        new ColumnEdit.SetKind(1, 1, Kind.DATE, DateText.Order.DAY_FIRST),
                        new ColumnEdit.SetRole(1, 1, Role.X),
                        new FigureEdit.ChooseCurve(1, SeriesKey.whole(2), new Polynomial(2)));
            case "paper" ->
                figure(
                        groups,
                        new FigureEdit.SetSheet(1, SheetStyle.PRESETS.get(1).style()),
                        new FigureEdit.SetAxis(
                                1,
                                AxisPlace.X,
                                AxisStyle.DEFAULT
                                        .withTicks(AxisStyle.Ticks.INSIDE)
                                        .withReversed(true)),
                        new FigureEdit.SetAxis(
                                1,
                                AxisPlace.Y,
                                AxisStyle.DEFAULT.withLogarithmic(true).withOppositeSide(true)));
            case "many" -> figure(many, new FigureEdit.ChooseCurve(1, SeriesKey.whole(2), new Logarithmic()));
            default -> throw new IllegalArgumentException(name);
        };
    }

    private record Placed(double x, double y, String words) {
        static Placed of(String line) {
            String[] parts = line.split(" ", 3);
            return new Placed(Double.parseDouble(parts[0]), Double.parseDouble(parts[1]), parts[2]);
        }
    }

    /// What is where, as lines: shapes by kind and colour, then texts from top to bottom.
    private static List<String> structure(FigureAnalysis figure) throws IOException {
        var canvas = new SvgCanvas(4);
        FigureLayout layout = FigureDrawing.draw(figure, canvas, Progress.none());
        String svg = canvas.document(
                "t", "", "", figure.figure().widthMm(), figure.figure().heightMm(), layout.width(), layout.height());
        Map<String, Integer> shapes = new TreeMap<>();
        for (Matcher shape = SHAPE.matcher(svg); shape.find(); ) {
            var kind = new StringBuilder(shape.group(1));
            for (Matcher colour = COLOUR.matcher(shape.group(2)); colour.find(); ) {
                kind.append(' ').append(colour.group(1)).append(' ').append(colour.group(2));
            }
            shapes.merge(kind.toString(), 1, Integer::sum);
        }
        List<String> texts = new ArrayList<>();
        for (Matcher text = TEXT.matcher(svg); text.find(); ) {
            texts.add(Math.round(Double.parseDouble(text.group(1))) + " "
                    + Math.round(Double.parseDouble(text.group(2))) + " " + text.group(3));
        }
        return Stream.concat(
                        shapes.entrySet().stream().map(each -> "= " + each.getValue() + " " + each.getKey()),
                        texts.stream())
                .toList();
    }

    @ParameterizedTest
    @ValueSource(strings = {"groups", "notes", "dates", "paper", "many"})
    void everythingIsWhereItWas(String name) throws IOException {
        List<String> now = structure(named(name));
        if (Boolean.getBoolean("helvo.keep")) {
            Path kept = Path.of("src/test/resources/helvo/figure/kept", name + ".txt");
            Files.createDirectories(kept.getParent());
            Files.write(kept, now);
        }
        List<String> kept;
        try (var in = KeptFigureTest.class.getResourceAsStream("/helvo/figure/kept/" + name + ".txt")) {
            assertThat(in).as("a figure that is kept").isNotNull();
            kept = new String(in.readAllBytes(), StandardCharsets.UTF_8).lines().toList();
        }
        assertThat(now.stream().filter(line -> line.startsWith("= ")).toList())
                .isEqualTo(kept.stream().filter(line -> line.startsWith("= ")).toList());
        List<Placed> texts = now.stream()
                .filter(line -> !line.startsWith("= "))
                .map(Placed::of)
                .toList();
        List<Placed> before = kept.stream()
                .filter(line -> !line.startsWith("= "))
                .map(Placed::of)
                .toList();
        assertThat(texts)
                .extracting(Placed::words)
                .isEqualTo(before.stream().map(Placed::words).toList());
        for (int i = 0; i < texts.size(); i++) {
            assertThat(texts.get(i).x).as("x of “%s”", texts.get(i).words).isCloseTo(before.get(i).x, within(NEAR));
            assertThat(texts.get(i).y).as("y of “%s”", texts.get(i).words).isCloseTo(before.get(i).y, within(NEAR));
        }
    }
}
