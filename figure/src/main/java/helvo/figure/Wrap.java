package helvo.figure;

import java.awt.Font;
import java.util.ArrayList;
import java.util.List;

/// Breaks text into lines that fit a width.
final class Wrap {
    private Wrap() {}

    /// No more than `most` lines; what does not fit ends in an ellipsis.
    static List<String> lines(String text, Font font, double width, int most) {
        var lines = new ArrayList<String>();
        var line = new StringBuilder();
        for (String word : text.strip().split("\\s+")) {
            String longer = line.isEmpty() ? word : line + " " + word;
            if (!line.isEmpty() && Typeface.width(font, longer) > width) {
                lines.add(line.toString());
                line.setLength(0);
                line.append(word);
            } else {
                line.setLength(0);
                line.append(longer);
            }
        }
        lines.add(line.toString());
        if (lines.size() > most) {
            String last = lines.get(most - 1) + " …";
            lines.subList(most - 1, lines.size()).clear();
            lines.add(last);
        }
        return lines.stream().map(each -> fitted(each, font, width)).toList();
    }

    /// The text, or as much of its beginning as fits with an ellipsis.
    static String fitted(String text, Font font, double width) {
        if (Typeface.width(font, text) <= width) {
            return text;
        }
        int length = text.length();
        while (length > 1 && Typeface.width(font, text.substring(0, length) + "…") > width) {
            length--;
        }
        return text.substring(0, length).stripTrailing() + "…";
    }
}
