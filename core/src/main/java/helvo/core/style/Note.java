package helvo.core.style;

import static helvo.core.Require.require;

import helvo.core.table.SeriesKey;
import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.Optional;

/// An annotation on a figure: a text, a line, a span, a result or a reading.
public sealed interface Note {
    int MAX_CHARACTERS = 500;

    int id();

    /// What it is called in a sentence.
    String words();

    /// The series that it belongs to.
    default Optional<SeriesKey> of() {
        return Optional.empty();
    }

    /// With x and y in each other's place.
    default Note swapped() {
        return switch (this) {
            case Text text ->
                text.with(change -> change.x(text.y).y(text.x).to(text.to.map(to -> new Text.Target(to.y, to.x))));
            case Rule rule -> rule.withAtY(!rule.atY);
            case Span span -> span.withOfY(!span.ofY);
            case Result result -> result.with(change -> change.x(result.y).y(result.x));
            // Several measurements of an unknown are of a y.
            case ReadingMarker marker ->
                marker.with(change -> change.fromY(!marker.fromY).replicates(0));
        };
    }

    /// Text with its left end at x and y, and perhaps an arrow to a place.
    @RecordBuilder
    record Text(int id, String text, double x, double y, Optional<Target> to) implements Note, NoteTextBuilder.With {
        /// Where the arrow points.
        public record Target(double x, double y) {}

        public Text {
            require(text.length() <= MAX_CHARACTERS, "%s characters", text.length());
            require(Double.isFinite(x) && Double.isFinite(y), "x=%s, y=%s", x, y);
        }

        @Override
        public String words() {
            return "the note “" + (text.length() > 30 ? text.substring(0, 29) + "…" : text) + "”";
        }
    }

    /// A straight line across the whole plot at a value of y, or of x.
    @RecordBuilder
    record Rule(int id, boolean atY, double at, String label) implements Note, NoteRuleBuilder.With {
        public Rule {
            require(Double.isFinite(at), "at=%s", at);
        }

        @Override
        public String words() {
            return "the line at " + (atY ? "y" : "x") + " = " + at;
        }
    }

    /// A shaded span of y, or of x.
    @RecordBuilder
    record Span(int id, boolean ofY, double from, double to, String label) implements Note, NoteSpanBuilder.With {
        public Span {
            require(from < to, "from=%s must be less than to=%s", from, to);
        }

        public Span reaching(double newFrom, double newTo) {
            return with(change -> change.from(newFrom).to(newTo));
        }

        @Override
        public String words() {
            return "the span from " + from + " to " + to;
        }
    }

    /// A line of a series' results, which says on the figure what it says there, also when that changes.
    ///
    /// @param label of the line, as "slope"
    /// @param x     of the text's left end, with `y` like that of a note
    @RecordBuilder
    record Result(int id, SeriesKey series, String label, double x, double y) implements Note, NoteResultBuilder.With {
        public Result {
            require(label.length() <= MAX_CHARACTERS, "%s characters", label.length());
            require(Double.isFinite(x) && Double.isFinite(y), "x=%s, y=%s", x, y);
        }

        @Override
        public Optional<SeriesKey> of() {
            return Optional.of(series);
        }

        @Override
        public String words() {
            return "“" + label + "” from the results";
        }
    }

    /// A reading on the figure: from the axis to a series' curve and from there to the other axis.
    ///
    /// @param series whose curve is read
    /// @param fromY  whether `at` is a y, whose x is read off; else the other way round
    /// @param extendsAxes whether the axes and the curve reach as far as it
    /// @param replicates how many measurements of an unknown a y is the mean of; 0 for a y that is exact
    @RecordBuilder
    record ReadingMarker(int id, SeriesKey series, boolean fromY, double at, boolean extendsAxes, int replicates)
            implements Note, NoteReadingMarkerBuilder.With {
        public ReadingMarker(int id, SeriesKey series, boolean fromY, double at, boolean widens) {
            this(id, series, fromY, at, widens, 0);
        }

        public ReadingMarker {
            require(Double.isFinite(at), "at=%s", at);
            require(replicates >= 0 && (fromY || replicates == 0), "measured=%s", replicates);
        }

        @Override
        public Optional<SeriesKey> of() {
            return Optional.of(series);
        }

        @Override
        public String words() {
            return "the reading at " + (fromY ? "y" : "x") + " = " + at;
        }
    }
}
