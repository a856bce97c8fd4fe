package helvo.core.formula;

import helvo.core.formula.Expression.Applied;
import helvo.core.formula.Expression.ColumnValue;
import helvo.core.formula.Expression.Constant;
import helvo.core.formula.Expression.Converted;
import helvo.core.formula.Expression.Joined;
import helvo.core.formula.Expression.Operator;
import helvo.core.number.DateText;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberText;
import helvo.core.table.CalendarUnit;
import helvo.core.table.Column;
import helvo.core.table.Kind;
import helvo.core.table.Table;
import helvo.core.unit.Conversion;
import helvo.core.unit.Unit;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/// Reads formulas by recursive descent.
///
/// Sums and differences of products and quotients of powers; `-x^2` is −(x²), `2^3^2` is 2^(3^2); a raised digit is
/// a power; a number, name or bracket right after another is a product (`2 Load`, `2(Load + 1)`), which binds like
/// `*`. Bars are a size, √ a root. `2026-01-05` is a date, with a time of day behind it if wanted. A function takes
/// what is in the brackets behind it, or the one name or number (`ln Mass`). `(Width in mm)` is a part in another
/// unit. Names of columns may hold blanks and
/// signs: the longest that fits is taken, letter-cased first. In quotation marks any name can stand.
final class Parser {
    private static final String RAISED = "\u2070\u00b9\u00b2\u00b3\u2074\u2075\u2076\u2077\u2078\u2079";
    private static final Pattern DATE =
            Pattern.compile("\\d{4}-\\d{2}-\\d{2}(?:[T ]\\d{2}:\\d{2}(?::\\d{2})?)?(?![\\w.:])");
    /// A year, a month and a day, or the other way round, with nothing but signs between them.
    private static final Pattern LIKE_DATE =
            Pattern.compile("(?:1[5-9]|2[01])\\d\\d([-/.])(?:1[0-2]|0?[1-9])\\1(?:[12]\\d|3[01]|0?[1-9])(?![\\w.])"
                    + "|(?:[12]\\d|3[01]|0?[1-9])([-/.])(?:[12]\\d|3[01]|0?[1-9])\\2(?:1[5-9]|2[01])\\d\\d(?![\\w.])");
    /// Deeper nesting is no formula that a person writes.
    private static final int MAX_DEPTH = 200;
    private static final int MAX_CHARS = 2000;
    /// Ids of coefficients count from here.
    static final int FIRST_COEFFICIENT = 1000;

    private final String text;
    private final Table table;
    private final List<Column> byLength;
    private final StringBuilder kept = new StringBuilder();
    private int keptTo;
    private int at;
    private int depth;
    /// Whether parts of a sum in another unit are converted: in what a person writes, not in what is kept, whose
    /// meaning stays.
    private final boolean converts;
    /// Names that are neither a column nor a function, as they turn up; null where there must be none.
    private final @Nullable List<String> coefficients;

    private static final class Wrong extends RuntimeException {
        private final Formula.Reading.Wrong place;

        Wrong(int from, int to, String sentence) {
            super(sentence, null, false, false);
            place = new Formula.Reading.Wrong(from, to, sentence);
        }
    }

    private Parser(String text, Table table, boolean converts, @Nullable List<String> coefficients) {
        this.converts = converts;
        this.coefficients = coefficients;
        this.text = text;
        this.table = table;
        this.byLength = table.columns().stream()
                .sorted(Comparator.comparingInt(column -> -column.name().length()))
                .toList();
    }

    static Formula.Reading read(String text, Table table, boolean converts) {
        if (text.isBlank()) {
            return new Formula.Reading.Wrong(0, text.length(), "Write a formula, such as " + example(table) + ".");
        }
        if (text.length() > MAX_CHARS) {
            return tooLong(text);
        }
        return new Parser(text, table, converts, null).read();
    }

    /// Reads a formula in which other names than those of columns stand for coefficients.
    ///
    /// @param coefficients is given these names, in the order in which they turn up; the first is what
    ///     [Expression.ColumnValue] calls [#FIRST_COEFFICIENT]
    static Formula.Reading readCurve(String text, Table table, List<String> coefficients) {
        if (text.isBlank()) {
            return new Formula.Reading.Wrong(
                    0, text.length(), "Write a formula in x and names of coefficients, such as a + b*exp(-x/c).");
        }
        return text.length() > MAX_CHARS ? tooLong(text) : new Parser(text, table, false, coefficients).read();
    }

    private static Formula.Reading tooLong(String text) {
        return new Formula.Reading.Wrong(
                MAX_CHARS, text.length(), "A formula has no more than " + MAX_CHARS + " characters.");
    }

    private Formula.Reading read() {
        try {
            Expression sum = sum();
            Expression expression =
                    conversionHere().map(into -> converted(sum, into)).orElse(sum);
            blanks();
            if (at < text.length()) {
                throw unexpected();
            }
            return new Formula.Reading.Read(
                    new Formula(expression),
                    kept.append(text, keptTo, text.length()).toString());
        } catch (Wrong wrong) {
            return wrong.place;
        }
    }

    /// As a formula has to name a column so that it is found again.
    static String nameFor(Column column, Table table) {
        String name = column.name();
        boolean plain = isPlain(name)
                && FormulaFunction.named(name.toLowerCase(Locale.ROOT)).isEmpty()
                && table.columns().stream()
                                .filter(each -> each.name().startsWith(name))
                                .count()
                        == 1;
        return plain ? name : "“" + name + "”";
    }

    /// Words of letters, digits and low lines, one blank between them, the first beginning with a letter.
    private static boolean isPlain(String name) {
        boolean blank = true;
        for (int i = 0; i < name.length(); i++) {
            char c = name.charAt(i);
            boolean isBlank = c == ' ';
            if (isBlank
                    ? blank
                    : !(Character.isLetterOrDigit(c)
                            || c == '_' && i > 0
                            || Character.getType(c) == Character.OTHER_NUMBER)) {
                return false;
            }
            blank = isBlank;
        }
        return !blank && Character.isLetter(name.charAt(0));
    }

    private static String example(Table table) {
        return table.columns().stream()
                .filter(column -> column.kind() == Kind.NUMBER)
                .findFirst()
                .map(column -> nameFor(column, table) + "^2")
                .orElse("2 + 3");
    }

    private Expression sum() {
        if (++depth > MAX_DEPTH) {
            throw new Wrong(at, at + 1, "The brackets go too deep.");
        }
        Expression left = product();
        while (true) {
            if (take("+")) {
                left = joined(Operator.PLUS, left);
            } else if (take("-") || take("\u2212")) {
                left = joined(Operator.MINUS, left);
            } else {
                depth--;
                return left;
            }
        }
    }

    /// A sum's next part, in the unit of those before it.
    private Expression joined(Operator operator, Expression left) {
        blanks();
        keep(at);
        int from = kept.length();
        Expression right = product();
        Optional<Unit> into = converts ? FormulaUnits.converted(left, right, table) : Optional.empty();
        if (into.isEmpty()) {
            return new Joined(operator, left, right);
        }
        keep(at);
        int end = kept.length();
        while (Character.isWhitespace(kept.charAt(end - 1))) {
            end--;
        }
        kept.insert(end, " in " + into.get().spelling() + ")").insert(from, "(");
        return new Joined(operator, left, converted(right, into.get()));
    }

    /// Keeps the text up to a place as it was written.
    private void keep(int to) {
        kept.append(text, keptTo, to);
        keptTo = to;
    }

    private Expression converted(Expression of, Unit into) {
        Optional<Unit> unit = FormulaUnits.of(of, table).unit();
        Optional<Conversion> conversion = unit.flatMap(from -> from.to(into));
        if (converts && conversion.isEmpty()) {
            String before = "What stands before “in " + into.spelling() + "” ";
            throw new Wrong(
                    Math.max(0, at - 1),
                    at,
                    before
                            + unit.map(from -> from.isOne()
                                            ? "has no unit."
                                            : "is in " + from.spelling() + ", which is another quantity.")
                                    .orElse("has no unit that is known here."));
        }
        return new Converted(of, into, conversion);
    }

    /// "in mm" before a closing bracket, or at the end. Reads it.
    private Optional<Unit> conversionHere() {
        blanks();
        if (!text.startsWith("in", at) || at + 2 >= text.length() || !Character.isWhitespace(text.charAt(at + 2))) {
            return Optional.empty();
        }
        int open = 0;
        int end = at + 2;
        while (end < text.length() && (open > 0 || text.charAt(end) != ')')) {
            open += text.charAt(end) == '(' ? 1 : text.charAt(end) == ')' ? -1 : 0;
            end++;
        }
        Optional<Unit> unit = Unit.read(text.substring(at + 2, end));
        if (unit.isPresent() && coefficients != null) {
            throw new Wrong(
                    at, end, "A curve's formula converts no units: its coefficients have those that they need.");
        }
        if (unit.isPresent()) {
            at = end;
        }
        return unit;
    }

    private boolean isConversionHere() {
        int before = at;
        boolean is = conversionHere().isPresent();
        at = before;
        return is;
    }

    private Expression product() {
        Expression left = signed();
        while (true) {
            if (take("*") || take("·") || take("×") || take("⋅")) {
                left = new Joined(Operator.TIMES, left, signed());
            } else if (take("/") || take("÷")) {
                left = new Joined(Operator.OVER, left, signed());
            } else if (beginsFactor()) {
                left = new Joined(Operator.TIMES, left, power());
            } else {
                return left;
            }
        }
    }

    private Expression signed() {
        if (++depth > MAX_DEPTH) {
            throw new Wrong(at, at + 1, "The formula is nested too deeply.");
        }
        try {
            if (take("-") || take("\u2212")) {
                return new Joined(Operator.MINUS, new Constant(0), signed());
            }
            return take("+") ? signed() : power();
        } finally {
            depth--;
        }
    }

    private Expression power() {
        Expression base = raised(primary());
        return take("^") ? new Joined(Operator.POWER, base, signed()) : base;
    }

    private Expression raised(Expression base) {
        int digits = 0;
        int from = at;
        boolean minus = at < text.length() && text.charAt(at) == '\u207b';
        at += minus ? 1 : 0;
        while (at < text.length() && RAISED.indexOf(text.charAt(at)) >= 0 && at - from < 4) {
            digits = 10 * digits + RAISED.indexOf(text.charAt(at++));
        }
        if (at == from) {
            return base;
        }
        if (minus && at == from + 1) {
            throw new Wrong(from, at, "After a raised minus a raised digit must follow.");
        }
        return new Joined(Operator.POWER, base, new Constant(minus ? -digits : digits));
    }

    private Expression primary() {
        blanks();
        if (at == text.length()) {
            String name = coefficients == null ? "a column" : "a name";
            throw new Wrong(at, at, "The formula ends where a number, " + name + " or a bracket must come.");
        }
        int from = at;
        if (take("(")) {
            Expression inside = sum();
            return closed(conversionHere().map(into -> converted(inside, into)).orElse(inside), ")", from);
        }
        if (take("|")) {
            return new Applied(FormulaFunction.ABS, closed(sum(), "|", from));
        }
        if (take("√")) {
            return new Applied(FormulaFunction.SQRT, primary());
        }
        char c = text.charAt(at);
        if (c >= '0' && c <= '9' || c == '.' || c == table.decimalMark().sign()) {
            return number();
        }
        if (c == '{') {
            return keptColumn();
        }
        if (c == '“' || c == '"') {
            return quoted();
        }
        Column column = columnHere();
        return column != null ? use(column, at, at + column.name().length()) : word();
    }

    private Expression closed(Expression inside, String bracket, int from) {
        if (!take(bracket)) {
            if (at >= text.length()) {
                throw new Wrong(from, from + 1, "This “" + text.charAt(from) + "” has no “" + bracket + "” to match.");
            }
            throw unexpected();
        }
        return inside;
    }

    /// A date, as in `Date - 2026-01-05`, counts in days since 1970-01-01, as columns of dates do. What could be a
    /// date written in another way, or a difference, is asked for again.
    private Optional<Expression> date() {
        Matcher date = DATE.matcher(text).region(at, text.length());
        if (!date.lookingAt()) {
            Matcher likely = LIKE_DATE.matcher(text).region(at, text.length());
            if (likely.lookingAt()) {
                throw new Wrong(
                        at,
                        likely.end(),
                        "“" + likely.group() + "” could be a date: write a date as 2026-01-05, and a calculation with "
                                + "blanks around its signs.");
            }
            return Optional.empty();
        }
        DateText.Moment moment = DateText.read(date.group().replace('T', ' '), DateText.Order.DAY_FIRST)
                .orElseThrow(() -> new Wrong(at, date.end(), "There is no day “" + date.group() + "”."));
        at = date.end();
        return Optional.of(new Constant(moment.seconds() / CalendarUnit.DAY.seconds()));
    }

    private Expression number() {
        Optional<Expression> date = date();
        if (date.isPresent()) {
            return date.get();
        }
        int from = at;
        while (at < text.length()
                && (Character.isDigit(text.charAt(at))
                        || text.charAt(at) == '.'
                        || text.charAt(at) == table.decimalMark().sign())) {
            at++;
        }
        int digits = at;
        if (at + 1 < text.length() && (text.charAt(at) == 'e' || text.charAt(at) == 'E')) {
            int power = at + 1;
            power += "+-\u2212".indexOf(text.charAt(power)) >= 0 ? 1 : 0;
            int end = power;
            while (end < text.length() && Character.isDigit(text.charAt(end))) {
                end++;
            }
            at = end > power ? end : digits;
        }
        String written = text.substring(from, at);
        OptionalDouble value = NumberText.number(written, table.decimalMark());
        value = value.isPresent() ? value : NumberText.number(written, DecimalMark.POINT);
        return new Constant(value.orElseThrow(() -> new Wrong(
                from,
                at,
                "“" + written + "” is not a number"
                        + (written.indexOf(',') >= 0 ? ": this table writes decimals with a point." : "."))));
    }

    private Expression keptColumn() {
        int from = at;
        int end = text.indexOf('}', at);
        String id = end < 0 ? "" : text.substring(at + 1, end);
        if (!id.matches("\\d{1,9}")) {
            throw new Wrong(from, from + 1, "“{” has no meaning in a formula.");
        }
        return use(
                table.columns().stream()
                        .filter(column -> column.id() == Integer.parseInt(id))
                        .findFirst()
                        .orElseThrow(() -> new Wrong(from, end + 1, "The column that stood here was removed.")),
                from,
                end + 1);
    }

    private Expression quoted() {
        int from = at;
        int end = text.indexOf(text.charAt(at) == '“' ? '”' : '"', at + 1);
        if (end < 0) {
            throw new Wrong(from, from + 1, "This quotation mark has none to match.");
        }
        String name = text.substring(from + 1, end);
        return use(
                table.columns().stream()
                        .filter(column -> column.name().equals(name))
                        .findFirst()
                        .or(() -> table.columns().stream()
                                .filter(column -> column.name().equalsIgnoreCase(name))
                                .findFirst())
                        .orElseThrow(() -> new Wrong(from, end + 1, noColumn(name))),
                from,
                end + 1);
    }

    private Expression use(Column column, int from, int to) {
        if (column.kind() == Kind.TEXT) {
            throw new Wrong(from, to, "“" + column.name() + "” holds text: a formula takes numbers.");
        }
        boolean kept = text.charAt(from) == '{';
        if (!kept
                && table.columns().stream()
                                .filter(each -> each.name().equals(column.name()))
                                .count()
                        > 1) {
            throw new Wrong(from, to, "Several columns are called “" + column.name() + "”: rename one first.");
        }
        keep(from);
        this.kept.append('{').append(column.id()).append('}');
        keptTo = to;
        at = to;
        return new ColumnValue(column.id());
    }

    /// The longest name that stands here, with its letters' case first.
    private @Nullable Column columnHere() {
        // Of coefficients and columns t and T are two.
        for (boolean anyCase : coefficients == null ? new boolean[] {false, true} : new boolean[] {false}) {
            for (Column column : byLength) {
                String name = column.name();
                boolean fits = !name.isEmpty()
                        && text.regionMatches(anyCase, at, name, 0, name.length())
                        && endsWord(at + name.length(), name);
                if (fits
                        && !(followedByBracket(at + name.length())
                                && FormulaFunction.named(name).isPresent())) {
                    return column;
                }
            }
        }
        return null;
    }

    private boolean endsWord(int end, String name) {
        return end >= text.length() || !isWordSign(name.charAt(name.length() - 1)) || !isWordSign(text.charAt(end));
    }

    private static boolean isWordSign(char c) {
        return RAISED.indexOf(c) < 0 && (Character.isLetterOrDigit(c) || c == '_' || c >= '\u2080' && c <= '\u2089');
    }

    private boolean followedByBracket(int end) {
        return end < text.length() && text.charAt(end) == '(';
    }

    private Expression word() {
        int from = at;
        int end = at;
        while (end < text.length() && isWordSign(text.charAt(end))) {
            end++;
        }
        String word = text.substring(from, end);
        if (word.equals("π") || word.equalsIgnoreCase("pi")) {
            at = end;
            return new Constant(Math.PI);
        }
        if (word.equals("e")) {
            at = end;
            return new Constant(Math.E);
        }
        FormulaFunction function =
                FormulaFunction.named(word.toLowerCase(Locale.ROOT)).orElse(null);
        if (function == null) {
            if (end == from) {
                throw unexpected();
            }
            return coefficients == null ? noColumnHere(word, from, end) : coefficient(coefficients, word, from, end);
        }
        at = end;
        blanks();
        if (at == text.length() || !beginsFactor()) {
            throw new Wrong(
                    from, end, "“" + function.word() + "” must be followed by what it is taken of, in brackets.");
        }
        return new Applied(function, primary());
    }

    private Expression noColumnHere(String word, int from, int end) {
        throw new Wrong(from, end, noColumn(word));
    }

    private Expression coefficient(List<String> names, String word, int from, int end) {
        if (followedByBracket(end) && word.length() > 1 && word.chars().allMatch(Character::isLowerCase)) {
            throw new Wrong(
                    from,
                    end,
                    "No function is called “" + word + "”; for a product with a coefficient write “" + word + " * (”.");
        }
        at = end;
        if (!names.contains(word)) {
            names.add(word);
        }
        return new ColumnValue(FIRST_COEFFICIENT + names.indexOf(word));
    }

    private String noColumn(String name) {
        String near = table.columns().stream()
                .filter(column -> column.kind() != Kind.TEXT)
                .map(column -> nameFor(column, table))
                .limit(6)
                .collect(Collectors.joining(", "));
        return "No column or function is called “" + name + "”. Columns: " + (near.isEmpty() ? "none of numbers" : near)
                + ".";
    }

    private boolean beginsFactor() {
        blanks();
        if (at >= text.length() || isConversionHere()) {
            return false;
        }
        char c = text.charAt(at);
        return Character.isLetterOrDigit(c) && RAISED.indexOf(c) < 0
                || "({√“\"π".indexOf(c) >= 0
                || columnHere() != null && "+-\u2212*/^·×|)".indexOf(c) < 0;
    }

    private boolean take(String sign) {
        blanks();
        if (text.startsWith(sign, at)) {
            at += sign.length();
            return true;
        }
        return false;
    }

    private void blanks() {
        while (at < text.length() && Character.isWhitespace(text.charAt(at))) {
            at++;
        }
    }

    private Wrong unexpected() {
        char c = text.charAt(at);
        return new Wrong(
                at,
                at + 1,
                c == ')'
                        ? "This “)” has no “(” to match."
                        : c == '='
                                ? "Leave out “=”: the name goes above, the formula here."
                                : c == ','
                                        ? "A comma has no place here: decimals are written with a point."
                                        : "“" + c + "” has no place here.");
    }
}
