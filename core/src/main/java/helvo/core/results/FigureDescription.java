package helvo.core.results;

import helvo.core.RootLocale;
import helvo.core.WordList;
import helvo.core.analysis.BarSource;
import helvo.core.analysis.CoordinateColumn;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.analysis.SheetAnalysis;
import helvo.core.analysis.TimeAxis;
import helvo.core.compare.GroupComparison;
import helvo.core.fit.Fit;
import helvo.core.number.DateText;
import helvo.core.number.NumberNotation;
import helvo.core.study.Layer;
import helvo.core.table.Column;
import helvo.core.table.Role;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/// The caption of a figure, and its description for somebody who does not see it. A person's own words go before
/// these.
public final class FigureDescription {
    /// More series are counted, not told one by one.
    private static final int MAX_LISTED = 6;

    private final FigureAnalysis figure;
    private final List<SeriesAnalysis> series;
    private final NumberNotation numbers;

    private FigureDescription(FigureAnalysis figure) {
        this.figure = figure;
        this.series = figure.series().stream()
                .filter(each -> each.key().hasOwnPoints())
                .toList();
        this.numbers = figure.numbers();
    }

    /// A part of a caption.
    ///
    /// @param isOwn whether a person wrote it, in their language
    public record Words(String text, boolean isOwn) {}

    /// "Stretch of 3 mm marram cord. Bars: ± half range. Dashed: …", with the columns where the figure has no title.
    public static String caption(FigureAnalysis figure) {
        return joined(captionWords(figure));
    }

    /// The parts of the caption, with blanks between them.
    public static List<Words> captionWords(FigureAnalysis figure) {
        return figure.figure()
                .caption()
                .map(own -> List.of(new Words(own, true)))
                .orElseGet(() -> new FigureDescription(figure).caption());
    }

    private static String joined(List<Words> parts) {
        return parts.stream().map(Words::text).collect(Collectors.joining(" "));
    }

    /// "Scatter chart of Stretch in mm against Load in N: 20 points in 2 series, dry and salt-soaked. …".
    public static String of(FigureAnalysis figure) {
        return figure.figure().description().orElseGet(() -> new FigureDescription(figure).text());
    }

    /// "a: Cooling. b: Pluck. Bars: ± 0.1 K." of its panels; what bars and dashes are stands once, at the end.
    public static String caption(SheetAnalysis sheet) {
        return joined(captionWords(sheet));
    }

    /// The parts of the caption, with blanks between them.
    public static List<Words> captionWords(SheetAnalysis sheet) {
        List<Words> parts = new ArrayList<>();
        var common = new LinkedHashSet<String>();
        for (SheetAnalysis.Panel panel : sheet.panels()) {
            FigureAnalysis figure = panel.figure();
            if (!panel.letter().isEmpty()) {
                parts.add(new Words(panel.letter() + (panel.letter().endsWith(")") ? "" : ":"), false));
            }
            if (figure.figure().caption().isPresent()) {
                parts.addAll(captionWords(figure));
            } else {
                parts.add(named(panel.title(), figure));
                common.addAll(new FigureDescription(figure).shown());
            }
        }
        common.forEach(said -> parts.add(new Words(said, false)));
        return parts;
    }

    /// "4 panels. a: Scatter chart of …", for somebody who does not see it.
    public static String of(SheetAnalysis sheet) {
        return RootLocale.format("A sheet of %d panels. ", sheet.panels().size())
                + sheet.panels().stream()
                        .map(panel -> (panel.letter().isEmpty() ? "" : panel.letter() + ": ") + of(panel.figure()))
                        .collect(Collectors.joining(" "));
    }

    /// "Stretch against Load".
    public static String subject(FigureAnalysis figure) {
        List<String> ys = figure.table().all(Role.Y).stream().map(Column::name).toList();
        List<String> xs = figure.xs().stream().map(Column::name).toList();
        return ys.isEmpty() || xs.isEmpty() ? figure.table().name() : WordList.and(ys) + " against " + WordList.and(xs);
    }

    private List<Words> caption() {
        var says = new ArrayList<>(List.of(named(figure.title(), figure)));
        shown().forEach(said -> says.add(new Words(said, false)));
        return says;
    }

    /// A figure by its title, or by its columns.
    private static Words named(String title, FigureAnalysis figure) {
        return title.isBlank() ? new Words(ended(subject(figure)), false) : new Words(ended(title), true);
    }

    private static String ended(String sentence) {
        return sentence.matches("(?s).*[.?!]\\s*") ? sentence.strip() : sentence + ".";
    }

    /// What bars, dashes, shades and hollow points are.
    private List<String> shown() {
        var says = new ArrayList<String>();
        bars().map(words -> capital(words) + ".").ifPresent(says::add);
        boolean bounds = figure.figure().shows(Layer.BOUNDS)
                && series.stream().flatMap(each -> each.bounds().stream()).anyMatch(found -> found.steepest()
                        .isPresent());
        if (bounds) {
            says.add("Dashed: the steepest and the shallowest line through all bars; shaded: every line that meets "
                    + "them all; circled: the points whose bars limit them.");
        }
        if (figure.figure().shows(Layer.CONFIDENCE_BAND)
                && series.stream().anyMatch(each -> each.fit().isPresent())) {
            says.add("Shaded along a curve: where its mean lies with 95 % confidence; thin lines bound one more "
                    + "measurement.");
        }
        if (series.stream().anyMatch(each -> each.rows().excluded().length > 0)) {
            says.add("Hollow: excluded.");
        }
        return says;
    }

    /// "bars: ± half range" where bars are drawn.
    private Optional<String> bars() {
        if (!figure.figure().shows(Layer.BARS)) {
            return Optional.empty();
        }
        List<String> kinds = series.stream()
                .flatMap(each -> Stream.of(each.rows().yBars(), each.rows().xBars()))
                .filter(source -> !source.isNone())
                .map(this::size)
                .distinct()
                .toList();
        return kinds.isEmpty() ? Optional.empty() : Optional.of("bars: " + String.join("; ", kinds));
    }

    private String size(BarSource source) {
        return source.own()
                .map(bars -> "± " + numbers.plain(bars.size())
                        + (bars.percent()
                                ? " %"
                                : source.of().unit().isEmpty()
                                        ? ""
                                        : " " + source.of().unit()) + ", "
                        + source.meaning().words())
                .orElseGet(() -> "± " + source.meaning().words());
    }

    private String text() {
        if (figure.missing().isPresent()) {
            return "A figure without points: " + figure.missing().get();
        }
        int points = series.stream().mapToInt(each -> each.points().size()).sum();
        List<String> labels = series.stream().map(SeriesAnalysis::label).toList();
        var says = new ArrayList<String>();
        says.add(RootLocale.format(
                "Scatter chart of %s: %,d %s%s.",
                axes(),
                points,
                points == 1 ? "point" : "points",
                labels.size() < 2
                        ? ""
                        : labels.size() <= MAX_LISTED
                                ? RootLocale.format(" in %d series, %s", labels.size(), WordList.and(labels))
                                : RootLocale.format(" in %d series", labels.size())));
        bars().map(words -> "With error " + words + ".").ifPresent(says::add);
        series.stream().limit(MAX_LISTED).map(this::seriesSentence).forEach(says::add);
        if (series.size() > MAX_LISTED) {
            says.add(RootLocale.format("%d more series are not described here.", series.size() - MAX_LISTED));
        }
        if (series.stream().allMatch(this::isDrawn)) {
            figure.comparisons().stream().flatMap(this::compared).forEach(says::add);
        }
        return String.join(" ", says);
    }

    private String axes() {
        CoordinateColumn x = series.getFirst().rows().x();
        List<String> ys = figure.table().all(Role.Y).stream()
                .map(FigureDescription::inUnit)
                .distinct()
                .toList();
        return WordList.and(ys) + " against "
                + x.time().map(_ -> x.column().name()).orElseGet(() -> inUnit(x.column()));
    }

    private static String inUnit(Column column) {
        return column.unit().isEmpty() ? column.name() : column.name() + " in " + column.unit();
    }

    /// "dry: 10 points, Load from 5 to 50, Stretch from 1.3 to 10.5; rises, line Stretch = 0.2064 Load + 0.202, R²
    /// 0.9994."
    private String seriesSentence(SeriesAnalysis each) {
        var text = new StringBuilder(series.size() > 1 ? each.label() + ": " : "");
        int n = each.points().size();
        if (series.size() > 1) {
            text.append(RootLocale.format("%,d %s, ", n, n == 1 ? "point" : "points"));
        }
        if (n == 0) {
            return text + "nothing to draw.";
        }
        text.append(range(each.rows().x(), each.points().x()))
                .append(", ")
                .append(range(each.rows().y(), each.points().y()));
        each.fit().filter(_ -> isDrawn(each)).ifPresent(fit -> text.append("; ").append(course(each, fit)));
        return text.append('.').toString();
    }

    private boolean isDrawn(SeriesAnalysis each) {
        return figure.figure().style().curve(each.key()).shown();
    }

    private String range(CoordinateColumn of, double[] values) {
        ToDoubleFunction<double[]> least = all -> Arrays.stream(all).min().orElseThrow();
        ToDoubleFunction<double[]> most = all -> Arrays.stream(all).max().orElseThrow();
        return of.column().name() + " from " + value(of, least.applyAsDouble(values)) + " to "
                + value(of, most.applyAsDouble(values));
    }

    private String value(CoordinateColumn of, double value) {
        Optional<TimeAxis> time = of.time();
        return time.map(axis -> DateText.shown(axis.seconds(value), DateText.Form.DAY))
                .orElseGet(() -> numbers.significant(value, 4));
    }

    private String course(SeriesAnalysis each, Fit fit) {
        var equation = new EquationText(each.equation().orElseThrow(), numbers);
        String x = each.rows().x().symbol();
        double first = fit.function().at(Arrays.stream(each.points().x()).min().orElseThrow());
        double last = fit.function().at(Arrays.stream(each.points().x()).max().orElseThrow());
        boolean bends = fit.curve().degree() > 1;
        String rises = first < last ? "rises" : first > last ? "falls" : "level";
        return (bends ? "" : rises + ", ") + fit.curve().nameInSentence() + " "
                + equation.inNames(x, each.rows().y().symbol())
                + equation.where(x).map(where -> " with " + where).orElse("")
                + (fit.quality().r2().isPresent()
                        ? ", R² " + numbers.share(fit.quality().r2().getAsDouble())
                        : "");
    }

    /// "The slope of salt-soaked is 1.37 times that of dry (95 %: 1.34 to 1.41)."
    private Stream<String> compared(GroupComparison comparison) {
        return comparison.pairs().stream()
                .filter(pair -> comparison.pairs().size() <= 1 && Double.isFinite(pair.ratio()))
                .map(this::ratio);
    }

    private String ratio(GroupComparison.Pair pair) {
        boolean limits = pair.ratioLow95().isPresent() && pair.ratioHigh95().isPresent();
        return "The slope of " + pair.second() + " is " + numbers.significant(pair.ratio(), 3) + " times that of "
                + pair.first()
                + (limits
                        ? RootLocale.format(
                                " (95 %%: %s to %s)",
                                numbers.significant(pair.ratioLow95().getAsDouble(), 3),
                                numbers.significant(pair.ratioHigh95().getAsDouble(), 3))
                        : "")
                + ".";
    }

    private static String capital(String text) {
        return text.isEmpty() ? text : Character.toUpperCase(text.charAt(0)) + text.substring(1);
    }
}
