package helvo.core.study;

import helvo.core.RootLocale;
import helvo.core.fit.Curve;
import helvo.core.points.Weighting;
import helvo.core.prediction.QuantityDefinition;
import helvo.core.style.AxisPlace;
import helvo.core.style.AxisStyle;
import helvo.core.style.CurveStyle;
import helvo.core.style.FigureStyle;
import helvo.core.style.LegendStyle;
import helvo.core.style.Note;
import helvo.core.style.SeriesStyle;
import helvo.core.style.SheetStyle;
import helvo.core.table.Column;
import helvo.core.table.RowCondition;
import helvo.core.table.SeriesKey;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/// Changes of one figure.
public sealed interface FigureEdit extends Edit {
    /// The figure's id.
    int figure();

    Figure change(Figure before);

    @Override
    default Study apply(Study study) {
        return study.withFigure(figure(), this::change);
    }

    @Override
    default boolean isStyle() {
        return switch (this) {
            case ChooseCurve _, AddCurve _, RemoveCurve _, SetWeighting _, SetConditions _ -> false;
            case Show(var _, Layer layer, var _) -> layer != Layer.POOLED;
            case SetTitle _,
                    Describe _,
                    SetReportText _,
                    SetQuantity _,
                    RemoveQuantity _,
                    NameFigure _,
                    SetSheet _,
                    Resize _,
                    SetAxis _,
                    Zoom _,
                    SetLegend _,
                    SetSeriesStyle _,
                    SetCurveStyle _,
                    PutNote _,
                    RemoveNote _ -> true;
        };
    }

    /// @param title empty for the title made from the columns' names
    record SetTitle(int figure, Optional<String> title) implements FigureEdit {
        @Override
        public Figure change(Figure before) {
            return before.withTitle(title);
        }

        @Override
        public String sentence(Study before) {
            return title.map(text -> "Title the figure “" + text + "”").orElse("Title the figure by its columns");
        }
    }

    /// What a person wrote around the figure for its report, in Markdown.
    record SetReportText(int figure, ReportText text) implements FigureEdit {
        @Override
        public Figure change(Figure before) {
            return before.withReportText(text);
        }

        @Override
        public String sentence(Study before) {
            ReportText was = before.figure(figure).reportText();
            String where = was.before().equals(text.before()) ? "after" : "before";
            String now = was.before().equals(text.before()) ? text.after() : text.before();
            return (now.isEmpty() ? "Remove the text " : "Write the text ") + where + " "
                    + before.figure(figure).name() + " in the report";
        }
    }

    /// Its caption in a report, and its text for somebody who does not see it.
    ///
    /// @param caption     empty for one made from what the figure shows; likewise `description`
    record Describe(int figure, Optional<String> caption, Optional<String> description) implements FigureEdit {
        @Override
        public Figure change(Figure before) {
            return before.with(change -> change.caption(caption).description(description));
        }

        @Override
        public String sentence(Study before) {
            return !before.figure(figure).caption().equals(caption)
                    ? "Caption of the figure: "
                            + caption.map(text -> "“" + text + "”").orElse("made from what it shows")
                    : "Text for those who do not see the figure: "
                            + description.map(text -> "“" + text + "”").orElse("made from what it shows");
        }
    }

    /// A quantity that is worked out of the curves' coefficients, in the place of the one of its name.
    record SetQuantity(int figure, QuantityDefinition quantity) implements FigureEdit {
        @Override
        public Figure change(Figure before) {
            return before.withQuantity(quantity);
        }

        @Override
        public String sentence(Study before) {
            return "Work out " + quantity.heading().text() + " = " + quantity.formula();
        }
    }

    record RemoveQuantity(int figure, String name) implements FigureEdit {
        @Override
        public Figure change(Figure before) {
            return before.withoutQuantity(name);
        }

        @Override
        public String sentence(Study before) {
            return "No longer work out " + name;
        }
    }

    /// The name on its tab.
    record NameFigure(int figure, String name) implements FigureEdit {
        @Override
        public Figure change(Figure before) {
            return before.withName(before.id(), name);
        }

        @Override
        public String sentence(Study before) {
            return "Name the figure “" + before.figure(figure).name() + "” “" + name + "”";
        }
    }

    record Show(int figure, Layer layer, boolean shown) implements FigureEdit {
        @Override
        public Figure change(Figure before) {
            return before.withLayer(layer, shown);
        }

        @Override
        public String sentence(Study before) {
            return (shown ? "Show: " : "Hide: ") + layer.label().toLowerCase(Locale.ROOT);
        }
    }

    record ChooseCurve(int figure, SeriesKey series, Curve curve) implements FigureEdit {
        @Override
        public Figure change(Figure before) {
            return before.withCurve(series, curve);
        }

        @Override
        public String sentence(Study before) {
            return "Fit: " + curve.nameInSentence()
                    + (series.rows() == SeriesKey.Rows.WHOLE ? "" : " to " + series.words(""));
        }
    }

    /// A further curve through the points of a series, or a part of them.
    ///
    /// @param series of the new curve
    record AddCurve(int figure, SeriesKey series, Curve curve, List<RowCondition> conditions) implements FigureEdit {
        public AddCurve {
            conditions = List.copyOf(conditions);
        }

        @Override
        public Figure change(Figure before) {
            return before.withFurtherCurve(new Figure.FurtherCurve(series, conditions))
                    .withCurve(series, curve);
        }

        @Override
        public String sentence(Study before) {
            return "Another curve: " + curve.nameInSentence() + " through "
                    + named(before, figure, series.own())
                    + (conditions.isEmpty()
                            ? ""
                            : " where "
                                    + RowCondition.sentence(
                                            conditions,
                                            before.table(before.figure(figure).table())));
        }
    }

    /// Takes a further curve away.
    record RemoveCurve(int figure, SeriesKey series) implements FigureEdit {
        @Override
        public Figure change(Figure before) {
            return before.without(series);
        }

        @Override
        public String sentence(Study before) {
            return "Remove " + named(before, figure, series);
        }
    }

    /// How points count in the figure's fits.
    record SetWeighting(int figure, Weighting weighting) implements FigureEdit {
        @Override
        public Figure change(Figure before) {
            return before.withWeighting(weighting);
        }

        @Override
        public String sentence(Study before) {
            return "Fit "
                    + (weighting == Weighting.UNWEIGHTED
                            ? weighting.words()
                            : "with points weighted " + weighting.words());
        }
    }

    /// The style of the whole figure: its size on paper, its text, its lines, its background.
    record SetSheet(int figure, SheetStyle style) implements FigureEdit {
        @Override
        public Figure change(Figure before) {
            return before.withStyle(before.style().withSheet(style));
        }

        @Override
        public boolean mergesWith(Edit before) {
            return before instanceof SetSheet(int of, var _) && of == figure;
        }

        @Override
        public String sentence(Study before) {
            return RootLocale.format(
                    "Style of the figure: %s × %s mm, text of %s points",
                    before.numbers().plain(style.widthMm()),
                    before.numbers().plain(style.heightMm()),
                    before.numbers().plain(style.textSize()));
        }
    }

    /// Size of the sheet on paper, in millimetres.
    record Resize(int figure, double widthMm, double heightMm) implements FigureEdit {
        @Override
        public Figure change(Figure before) {
            return before.withStyle(
                    before.style().withSheet(before.style().sheet().resized(widthMm, heightMm)));
        }

        @Override
        public boolean mergesWith(Edit before) {
            return before instanceof Resize(int of, var _, var _) && of == figure;
        }

        @Override
        public String sentence(Study before) {
            return RootLocale.format(
                    "Make the figure %s × %s mm",
                    before.numbers().plain(widthMm), before.numbers().plain(heightMm));
        }
    }

    record SetAxis(int figure, AxisPlace place, AxisStyle style) implements FigureEdit {
        @Override
        public Figure change(Figure before) {
            return before.withStyle(before.style().withAxis(place, style));
        }

        @Override
        public boolean mergesWith(Edit before) {
            return before instanceof SetAxis(int of, AxisPlace at, var _) && of == figure && at == place;
        }

        @Override
        public String sentence(Study before) {
            AxisStyle old = before.figure(figure).style().axis(place);
            boolean limits = !old.low().equals(style.low()) || !old.high().equals(style.high());
            String to = style.low().map(before.numbers()::plain).orElse("its own") + " to "
                    + style.high().map(before.numbers()::plain).orElse("its own");
            return limits ? "Limits of the " + place.words() + ": " + to : "Change the " + place.words();
        }
    }

    /// New limits for several axes at once, as zooming and dragging give them.
    record Zoom(int figure, Map<AxisPlace, Limits> limits) implements FigureEdit {
        /// @param low empty for the program's own, like `high`
        public record Limits(Optional<Double> low, Optional<Double> high) {
            public static final Limits AUTOMATIC = new Limits(Optional.empty(), Optional.empty());
        }

        public Zoom {
            limits = Collections.unmodifiableMap(new TreeMap<>(limits));
        }

        @Override
        public Figure change(Figure before) {
            FigureStyle style = before.style();
            for (var entry : limits.entrySet()) {
                AxisStyle axis = style.axis(entry.getKey());
                style = style.withAxis(
                        entry.getKey(),
                        axis.withStep(Optional.empty())
                                .withLimits(
                                        entry.getValue().low(), entry.getValue().high())
                                .withStep(entry.getValue().equals(Limits.AUTOMATIC) ? axis.step() : Optional.empty()));
            }
            return before.withStyle(style);
        }

        @Override
        public boolean mergesWith(Edit before) {
            return before instanceof Zoom(int of, var earlier)
                    && of == figure
                    && limits.keySet().containsAll(earlier.keySet());
        }

        @Override
        public String sentence(Study before) {
            return limits.values().stream().allMatch(Limits.AUTOMATIC::equals)
                    ? "Show all"
                    : "Show a part of the figure";
        }
    }

    record SetLegend(int figure, LegendStyle style) implements FigureEdit {
        @Override
        public Figure change(Figure before) {
            return before.withStyle(before.style().withLegend(style));
        }

        @Override
        public boolean mergesWith(Edit before) {
            return before instanceof SetLegend(int of, var _) && of == figure;
        }

        @Override
        public String sentence(Study before) {
            return "Change the legend";
        }
    }

    record SetSeriesStyle(int figure, SeriesKey series, SeriesStyle style) implements FigureEdit {
        @Override
        public Figure change(Figure before) {
            return before.withStyle(before.style().withSeries(series, style));
        }

        @Override
        public boolean mergesWith(Edit before) {
            return before instanceof SetSeriesStyle(int of, SeriesKey at, var _) && of == figure && at.equals(series);
        }

        @Override
        public String sentence(Study before) {
            SeriesStyle old = before.figure(figure).style().series(series);
            String what = old.rightAxis().equals(style.rightAxis())
                    ? "Change the style of "
                    : style.rightAxis().orElse(false)
                            ? "Measure along the right-hand axis: "
                            : "Measure along the left-hand axis: ";
            return what + named(before, figure, series);
        }
    }

    record SetCurveStyle(int figure, SeriesKey series, CurveStyle style) implements FigureEdit {
        @Override
        public Figure change(Figure before) {
            return before.withStyle(before.style().withCurve(series, style));
        }

        @Override
        public boolean mergesWith(Edit before) {
            return before instanceof SetCurveStyle(int of, SeriesKey at, var _) && of == figure && at.equals(series);
        }

        @Override
        public String sentence(Study before) {
            CurveStyle old = before.figure(figure).style().curve(series);
            return (old.from().equals(style.from()) && old.to().equals(style.to())
                            ? "Change the style of the curve of "
                            : "Extend the curve of ")
                    + named(before, figure, series);
        }
    }

    /// Adds a note, or puts it in the place of the one with its id. A new reading beyond limits that were chosen
    /// frees them, so that it is seen.
    record PutNote(int figure, Note note) implements FigureEdit {
        @Override
        public Figure change(Figure before) {
            boolean isNew = before.style().note(note.id()).isEmpty();
            FigureStyle style = isNew
                            && note instanceof Note.ReadingMarker drop
                            && drop.extendsAxes()
                            && isOutside(before.style(), drop)
                    ? before.style().unlimited()
                    : before.style();
            return before.withStyle(style.withNote(note));
        }

        private static boolean isOutside(FigureStyle style, Note.ReadingMarker drop) {
            AxisStyle along = style.axis(
                    !drop.fromY()
                            ? AxisPlace.X
                            : style.series(drop.series()).rightAxis().orElse(false) ? AxisPlace.RIGHT : AxisPlace.Y);
            return along.low().filter(low -> drop.at() < low).isPresent()
                    || along.high().filter(high -> drop.at() > high).isPresent();
        }

        @Override
        public boolean mergesWith(Edit before) {
            return before instanceof PutNote(int of, Note earlier) && of == figure && earlier.id() == note.id();
        }

        @Override
        public String sentence(Study before) {
            return (before.figure(figure).style().note(note.id()).isPresent() ? "Change " : "Add ") + note.words();
        }
    }

    record RemoveNote(int figure, int note) implements FigureEdit {
        @Override
        public Figure change(Figure before) {
            return before.withStyle(before.style().withoutNote(note));
        }

        @Override
        public String sentence(Study before) {
            return "Remove "
                    + before.figure(figure).style().note(note).map(Note::words).orElse("a note");
        }
    }

    private static String named(Study study, int figure, SeriesKey series) {
        String column = study.table(study.figure(figure).table()).columns().stream()
                .filter(each -> each.id() == series.yColumn())
                .findFirst()
                .map(Column::name)
                .orElse("a series");
        return series.words(column);
    }

    /// Uses only the rows that meet all these conditions.
    record SetConditions(int figure, List<RowCondition> conditions) implements FigureEdit {
        public SetConditions {
            conditions = List.copyOf(conditions);
        }

        @Override
        public Figure change(Figure before) {
            return before.withConditions(conditions);
        }

        @Override
        public String sentence(Study before) {
            return conditions.isEmpty()
                    ? "Use all rows"
                    : "Use only rows where "
                            + RowCondition.sentence(
                                    conditions,
                                    before.table(before.figure(figure).table()));
        }
    }
}
