package helvo.report.model;

import java.util.ArrayList;
import java.util.List;

/// A fitted curve's equation as what it means, not as a picture: a row of numbers, names and signs, raised parts
/// and a fraction. It is read from the typeset form that curves give ([helvo.core.fit.Curve#form]) and written as
/// MathML, as Office Math, and as LaTeX.
public sealed interface Mathematics {
    record Number(String digits) implements Mathematics {}

    /// @param upright whether it is a word and not a letter: a column's name, "ln"
    record Name(String text, boolean upright) implements Mathematics {}

    record Sign(String sign) implements Mathematics {}

    record Raised(Mathematics base, Mathematics power) implements Mathematics {}

    record Fraction(Mathematics over, Mathematics under) implements Mathematics {}

    record Root(Mathematics of) implements Mathematics {}

    record Row(List<Mathematics> parts) implements Mathematics {
        public Row {
            parts = List.copyOf(parts);
        }
    }

    /// Stands for x in the typeset form, so that a name of any characters is kept whole.
    String X = "\ue000";

    /// @param y    what is left of the sign of equality
    /// @param form the right-hand side, with [#X] for x
    /// @param x    what that is called
    static Row equation(String y, String form, String x) {
        var parts = new ArrayList<Mathematics>(List.of(name(y), new Sign("=")));
        parts.addAll(new Reader(form, x).row("").parts());
        return new Row(parts);
    }

    /// Whether a part of a row is a sign that belongs to what follows it: the minus of "y = −2 x".
    static boolean isPrefix(List<Mathematics> parts, int at) {
        return parts.get(at) instanceof Sign(var sign)
                && sign.equals("\u2212")
                && (at == 0 || parts.get(at - 1) instanceof Sign(var before) && !before.equals(")"));
    }

    private static Name name(String text) {
        return new Name(text, text.codePointCount(0, text.length()) > 1);
    }

    /// Reads the typeset form.
    final class Reader {
        private static final String RAISED_DIGITS = "\u2070\u00b9\u00b2\u00b3\u2074\u2075\u2076\u2077\u2078\u2079";
        private static final char RAISED_MINUS = '\u207b';

        private final String form;
        private final String x;
        private int at;

        private Reader(String form, String x) {
            this.form = form;
            this.x = x;
        }

        /// Up to a character among `ends`, or the end.
        private Row row(String ends) {
            var parts = new ArrayList<Mathematics>();
            while (at < form.length() && ends.indexOf(form.charAt(at)) < 0) {
                char c = form.charAt(at);
                if (c == ' ') {
                    at++;
                } else if (c == '/') {
                    at++;
                    skipBlanks();
                    // Of a sum only the last part is divided.
                    int first = parts.size();
                    while (first > 0 && !isSignOfSum(parts.get(first - 1))) {
                        first--;
                    }
                    List<Mathematics> over = parts.subList(first, parts.size());
                    var fraction = new Fraction(bare(over), bare(List.of(raised(one()))));
                    over.clear();
                    parts.add(fraction);
                } else {
                    parts.add(raised(one()));
                }
            }
            return new Row(parts);
        }

        private static boolean isSignOfSum(Mathematics part) {
            return part instanceof Sign(var sign) && (sign.equals("+") || sign.equals("\u2212"));
        }

        /// Without the parentheses around all of it.
        private static Row bare(List<Mathematics> parts) {
            return parts.size() == 1 && parts.getFirst() instanceof Row(var fenced) && fenced.size() > 2
                    ? new Row(fenced.subList(1, fenced.size() - 1))
                    : new Row(parts);
        }

        private void skipBlanks() {
            while (at < form.length() && form.charAt(at) == ' ') {
                at++;
            }
        }

        /// What stands in parentheses, without these.
        private Row inside() {
            at++;
            Row inside = row(")");
            at++;
            return inside;
        }

        private Mathematics one() {
            char c = form.charAt(at);
            int from = at;
            if (Character.isDigit(c)) {
                while (at < form.length()
                        && (Character.isDigit(form.charAt(at)) || ".,\u202f".indexOf(form.charAt(at)) >= 0)) {
                    at++;
                }
                return new Number(form.substring(from, at));
            }
            if (form.startsWith(X, at)) {
                at += X.length();
                return name(x);
            }
            if (Character.isLetter(c)) {
                while (at < form.length() && Character.isLetter(form.charAt(at)) && !form.startsWith(X, at)) {
                    at++;
                }
                return name(form.substring(from, at));
            }
            if (c == '√' && at + 1 < form.length() && form.charAt(at + 1) == '(') {
                at++;
                return new Root(inside());
            }
            if (c == '(') {
                Row inside = inside();
                var fenced = new ArrayList<Mathematics>(List.of(new Sign("(")));
                fenced.addAll(inside.parts());
                fenced.add(new Sign(")"));
                return new Row(fenced);
            }
            at++;
            return new Sign(String.valueOf(c));
        }

        private Mathematics raised(Mathematics base) {
            if (form.startsWith("^{", at)) {
                at += 2;
                Row power = row("}");
                at++;
                return new Raised(base, power);
            }
            var digits = new StringBuilder();
            while (at < form.length()
                    && (RAISED_DIGITS.indexOf(form.charAt(at)) >= 0 || form.charAt(at) == RAISED_MINUS)) {
                char c = form.charAt(at++);
                digits.append(c == RAISED_MINUS ? "\u2212" : Integer.toString(RAISED_DIGITS.indexOf(c)));
            }
            return digits.isEmpty() ? base : new Raised(base, power(digits.toString()));
        }

        private static Mathematics power(String digits) {
            return digits.startsWith("\u2212")
                    ? new Row(List.of(new Sign("\u2212"), new Number(digits.substring(1))))
                    : new Number(digits);
        }
    }
}
