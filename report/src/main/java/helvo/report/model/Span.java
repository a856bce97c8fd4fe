package helvo.report.model;

import helvo.core.DirectionMarks;
import java.text.Bidi;
import java.util.ArrayList;
import java.util.List;

/// A run of text within a paragraph of a report.
public sealed interface Span {
    /// How a text stands in its line.
    enum Style {
        PLAIN,
        STRONG,
        EMPHASIS,
        RAISED,
        LOWERED
    }

    record Text(String text, Style style) implements Span {}

    /// What a person wrote, in their language, among words of the program.
    record Own(List<Span> spans) implements Span {
        public Own {
            spans = List.copyOf(spans);
        }
    }

    /// Names a figure or a table by its number, and leads to it.
    record Reference(Kind kind, int number) implements Span {}

    /// What is numbered.
    enum Kind {
        FIGURE("Figure"),
        TABLE("Table"),
        EQUATION("Equation");

        private final String word;

        Kind(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    static Span plain(String text) {
        return new Text(text, Style.PLAIN);
    }

    static Span strong(String text) {
        return new Text(text, Style.STRONG);
    }

    /// Text whose raised and lowered parts are marked as on figures, `m^{2}` and `v_{0}`; control characters are
    /// left out.
    static List<Span> of(String marked) {
        String text = clean(marked);
        var spans = new ArrayList<Span>();
        int at = 0;
        while (at < text.length()) {
            int raised = marked(text, at, '^');
            int lowered = marked(text, at, '_');
            int next = Math.min(raised, lowered);
            if (next > at) {
                spans.add(plain(text.substring(at, next)));
            }
            if (next == text.length()) {
                break;
            }
            int end = text.indexOf('}', next);
            spans.add(new Text(text.substring(next + 2, end), next == raised ? Style.RAISED : Style.LOWERED));
            at = end + 1;
        }
        return List.copyOf(spans);
    }

    /// The same for what a person wrote.
    static List<Span> own(String marked) {
        return List.of(new Own(of(marked)));
    }

    private static int marked(String text, int from, char mark) {
        int at = text.indexOf(mark + "{", from);
        return at < 0 || text.indexOf('}', at) < 0 ? text.length() : at;
    }

    /// What XML can hold, in one line: characters that it does not allow are left out, those that break lines are
    /// blanks, and those that turn its direction are shown by their numbers.
    static String clean(String text) {
        var clean = new StringBuilder(text.length());
        DirectionMarks.visible(text).codePoints().forEach(c -> {
            if (c == '\n' || c == '\t' || c == '\r' || c == 0x2028 || c == 0x2029) {
                clean.append(' ');
            } else if (c >= 0x20
                    && c != 0xfffe
                    && c != 0xffff
                    && !(c >= 0xd800 && c <= 0xdfff)
                    && !(c >= 0x7f && c < 0xa0)) {
                clean.appendCodePoint(c);
            }
        });
        return clean.toString();
    }

    /// Whether a text begins at the right.
    static boolean isRightToLeft(String text) {
        return !new Bidi(text, Bidi.DIRECTION_DEFAULT_LEFT_TO_RIGHT).baseIsLeftToRight();
    }

    /// Without styles.
    static String text(List<Span> spans) {
        var text = new StringBuilder();
        for (Span span : spans) {
            text.append(
                    switch (span) {
                        case Text(var piece, var _) -> piece;
                        case Own(var own) -> text(own);
                        case Reference(var kind, int number) -> kind.word() + "\u00a0" + number;
                    });
        }
        return text.toString();
    }
}
