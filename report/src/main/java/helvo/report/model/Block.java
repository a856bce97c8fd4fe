package helvo.report.model;

import helvo.figure.export.Drawing;
import java.util.List;

/// A block of a report: heading, paragraph, figure, table or equation.
public sealed interface Block {
    /// @param level 2 and 3; the title is 1
    /// @param isOwn whether a person wrote it
    record Heading(int level, List<Span> text, boolean isOwn) implements Block {}

    /// @param isOwn whether a person wrote it
    record Paragraph(List<Span> text, boolean isOwn) implements Block {
        public Paragraph(List<Span> text) {
            this(text, false);
        }
    }

    /// Sentences that belong together, each on its own.
    ///
    /// @param isOwn whether a person wrote them
    record Points(List<List<Span>> items, boolean isOwn) implements Block {
        public Points(List<List<Span>> items) {
            this(items, false);
        }
    }

    /// @param number      of the figure in the report
    /// @param description what it shows, for somebody who does not see it
    record Picture(int number, List<Span> caption, String description, Drawing drawing) implements Block {
        public double widthMm() {
            return drawing.widthMm();
        }

        double heightMm() {
            return drawing.heightMm();
        }
    }

    /// @param number  of the table in the report
    /// @param numbers for each column whether it holds numbers, which stand at the right
    /// @param rows    each as long as the heads; its first cell names the row
    record Grid(
            int number, List<Span> caption, List<List<Span>> heads, List<Boolean> numbers, List<List<List<Span>>> rows)
            implements Block {
        public Grid {
            heads = List.copyOf(heads);
            numbers = List.copyOf(numbers);
            rows = List.copyOf(rows);
        }
    }

    /// The headings of the second level, which lead to them.
    record Contents(List<List<Span>> sections) implements Block {
        public Contents {
            sections = List.copyOf(sections);
        }
    }

    /// An equation that stands on a line of its own.
    ///
    /// @param number of the equation in the report
    /// @param series what it is of; empty where there is only one
    /// @param where  what its letters stand for; may be empty
    /// @param text   the same as plain text
    record Equation(int number, String series, Mathematics.Row mathematics, String where, String text)
            implements Block {}
}
