package helvo.core.table;

import helvo.core.RootLocale;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberText;
import java.util.function.DoubleUnaryOperator;
import java.util.function.UnaryOperator;

/// The content of one cell of a table: a number, text kept as it was written, or nothing.
public sealed interface Cell {
    @SuppressWarnings("ClassInitializationDeadlock") // an interface is not initialised with what implements it
    Cell EMPTY = new Empty();
    /// Three times what a workbook's cell takes. A longer one is a text file's quotation mark without its pair.
    int MOST_CHARACTERS = 100_000;

    /// A finite number.
    record Number(double value) implements Cell {
        public Number {
            if (!Double.isFinite(value)) {
                throw new IllegalArgumentException("a cell's number must be finite, not " + value);
            }
        }
    }

    /// Text that is no number, as it was written, not blank.
    record Text(String text) implements Cell {
        /// @throws IllegalArgumentException when it is longer than [#MOST_CHARACTERS]
        public Text {
            if (text.length() > MOST_CHARACTERS) {
                throw new IllegalArgumentException(
                        RootLocale.format("a cell holds %,d characters at most", MOST_CHARACTERS));
            }
        }
    }

    record Empty() implements Cell {}

    /// The cell that a person means by typing this text.
    static Cell of(String typed, DecimalMark mark) {
        if (typed.isBlank()) {
            return EMPTY;
        }
        var number = NumberText.number(typed, mark);
        return number.isPresent() ? new Number(number.getAsDouble()) : new Text(typed.strip());
    }

    /// The same with another number, or another text.
    default Cell mapped(DoubleUnaryOperator number, UnaryOperator<String> text) {
        return switch (this) {
            case Number(double value) -> new Number(number.applyAsDouble(value));
            case Text(String written) -> new Text(text.apply(written));
            case Empty _ -> this;
        };
    }

    /// At full precision, with a decimal point; empty for an empty cell.
    default String exactText() {
        return switch (this) {
            case Number number -> NumberText.shortest(number.value());
            case Text text -> text.text();
            case Empty _ -> "";
        };
    }
}
