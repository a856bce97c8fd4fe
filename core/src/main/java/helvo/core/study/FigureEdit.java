package helvo.core.study;

import helvo.core.curve.Curve;
import helvo.core.table.RowCondition;
import java.util.List;
import java.util.Optional;

/// Changes of one figure.
public sealed interface FigureEdit extends Edit {
    /// The figure's id.
    int figure();

    Figure change(Figure before);

    @Override
    default Study apply(Study study) {
        return study.withFigure(figure(), this::change);
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

    record Show(int figure, Layer layer, boolean shown) implements FigureEdit {
        @Override
        public Figure change(Figure before) {
            return before.with(layer, shown);
        }

        @Override
        public String sentence(Study before) {
            return (shown ? "Show: " : "Hide: ") + layer.label().toLowerCase();
        }
    }

    record ChooseCurve(int figure, SeriesKey series, Curve curve) implements FigureEdit {
        @Override
        public Figure change(Figure before) {
            return before.with(series, curve);
        }

        @Override
        public String sentence(Study before) {
            return "Fit: " + curve.name().toLowerCase() + (series.group().isEmpty() ? "" : " to " + series.group());
        }
    }

    /// Size of the sheet on paper, in millimetres.
    record Resize(int figure, double widthMm, double heightMm) implements FigureEdit {
        @Override
        public Figure change(Figure before) {
            return before.withSize(widthMm, heightMm);
        }

        @Override
        public String sentence(Study before) {
            return "Make the figure %s × %s mm".formatted(helvo.core.number.ValueText.plain(widthMm), helvo.core.number.ValueText.plain(heightMm));
        }
    }

    /// Uses only the rows that meet all these conditions.
    record UseOnly(int figure, List<RowCondition> conditions) implements FigureEdit {
        public UseOnly {
            conditions = List.copyOf(conditions);
        }

        @Override
        public Figure change(Figure before) {
            return before.withOnly(conditions);
        }

        @Override
        public String sentence(Study before) {
            return conditions.isEmpty() ? "Use all rows" : "Use only rows where " + RowCondition.sentence(conditions, before.table(before.figure(figure).table()));
        }
    }
}
