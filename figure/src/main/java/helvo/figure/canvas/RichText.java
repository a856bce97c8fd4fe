package helvo.figure.canvas;

import helvo.core.DirectionMarks;
import java.awt.Color;
import java.awt.Font;
import java.util.ArrayList;
import java.util.List;

/// Text with raised and lowered parts: `m^{2}`, `v_{0}`, `10^{-3}`.
public final class RichText {
    private static final double SMALLER = 0.7;
    private static final double RAISED = 0.36;
    private static final double LOWERED = -0.17;

    private final List<Run> runs = new ArrayList<>();
    private final Font font;

    /// @param shift upwards, as a part of the font's size
    /// @param scale of its own font
    private record Run(String text, double shift, double scale) {
        Font font(Font of) {
            return scale == 1 ? of : of.deriveFont((float) (of.getSize2D() * scale));
        }
    }

    public RichText(String written, Font font) {
        this.font = font;
        add(DirectionMarks.visible(written), 0, 1);
    }

    /// What is marked within a marked part is raised from there, and smaller still.
    private void add(String text, double shift, double scale) {
        int at = 0;
        while (at < text.length()) {
            int raised = marked(text, at, '^');
            int next = Math.min(raised, marked(text, at, '_'));
            if (next > at) {
                runs.add(new Run(text.substring(at, next), shift, scale));
            }
            if (next == text.length()) {
                break;
            }
            int end = closing(text, next);
            add(text.substring(next + 2, end), shift + (next == raised ? RAISED : LOWERED) * scale, scale * SMALLER);
            at = end + 1;
        }
    }

    /// Where the next marked part begins; the text's end when there is none.
    private static int marked(String text, int from, char mark) {
        int at = text.indexOf(mark + "{", from);
        return at < 0 || closing(text, at) < 0 ? text.length() : at;
    }

    /// Where the marked part that begins here ends; −1 where it does not.
    private static int closing(String text, int from) {
        int open = 0;
        for (int at = from + 1; at < text.length(); at++) {
            open += text.charAt(at) == '{' ? 1 : text.charAt(at) == '}' ? -1 : 0;
            if (open == 0) {
                return at;
            }
        }
        return -1;
    }

    /// An equation in lines that fit a width, broken before signs; a term that is longer than that is broken
    /// anywhere.
    public static List<String> broken(String equation, Font font, double width) {
        return linesOfWords(List.of(equation.split(" (?=[+−] )")), font, width);
    }

    /// Text in lines that fit a width, broken at blanks; a word that is longer than that is broken anywhere but
    /// within a marked part.
    public static List<String> lines(String text, Font font, double width) {
        return linesOfWords(List.of(text.strip().split("[ \\t\\n\\r]+")), font, width);
    }

    private static List<String> linesOfWords(List<String> words, Font font, double width) {
        var lines = new ArrayList<String>();
        String line = "";
        for (String word : words) {
            String longer = line.isEmpty() ? word : line + " " + word;
            if (!line.isEmpty() && new RichText(longer, font).width() > width) {
                lines.add(line);
                longer = word;
            }
            while (new RichText(longer, font).width() > width) {
                int fits = fitting(longer, font, width);
                if (fits == longer.length()) {
                    break;
                }
                lines.add(longer.substring(0, fits));
                longer = longer.substring(fits);
            }
            line = longer;
        }
        lines.add(line);
        return lines;
    }

    /// How many characters of a text fit a width, one part at least; a marked part is kept whole.
    private static int fitting(String text, Font font, double width) {
        int fits = 0;
        for (int next = after(text, 0); next <= text.length(); next = after(text, next)) {
            if (fits > 0 && new RichText(text.substring(0, next), font).width() > width) {
                return fits;
            }
            fits = next;
            if (next == text.length()) {
                break;
            }
        }
        return fits;
    }

    private static int after(String text, int at) {
        boolean marked = Math.min(marked(text, at, '^'), marked(text, at, '_')) == at && at < text.length();
        return marked
                ? closing(text, at) + 1
                : Math.min(text.length(), at + Character.charCount(text.codePointAt(Math.min(at, text.length() - 1))));
    }

    public double width() {
        return runs.stream()
                .mapToDouble(run -> Typeface.width(run.font(font), run.text))
                .sum();
    }

    /// @param anchor 0 to begin at x, 0.5 to centre on it, 1 to end there
    public void draw(DrawingCanvas canvas, Color color, double x, double baseline, double anchor) {
        double at = x - anchor * width();
        for (Run run : runs) {
            canvas.text(run.text, run.font(font), color, at, baseline - run.shift * font.getSize2D(), 0);
            at += Typeface.width(run.font(font), run.text);
        }
    }

    /// Upwards, centred on y.
    public void drawRising(DrawingCanvas canvas, Color color, double baseline, double y) {
        double at = y + width() / 2;
        for (Run run : runs) {
            double width = Typeface.width(run.font(font), run.text);
            canvas.rising(run.text, run.font(font), color, baseline - run.shift * font.getSize2D(), at - width / 2);
            at -= width;
        }
    }
}
