package helvo.report.text;

import helvo.core.table.Heading;
import helvo.core.unit.Unit;
import helvo.report.model.Block;
import helvo.report.model.Mathematics;
import helvo.report.model.Span;
import helvo.report.web.Markup;
import helvo.report.web.MathMl;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/// Equations, texts and tables in LaTeX: tables by booktabs, values with their uncertainties by siunitx.
public final class Latex {
    private static final Pattern VALUE =
            Pattern.compile("\\(?([−-]?[0-9.,]+)(?: ± ([0-9.,]+))?\\)?(?: × 10([⁻⁰¹²³⁴⁵⁶⁷⁸⁹]+))?(?: (\\D.*))?");
    private static final String RAISED_DIGITS = "\u2070\u00b9\u00b2\u00b3\u2074\u2075\u2076\u2077\u2078\u2079";
    private static final String LOWERED_DIGITS = "\u2080\u2081\u2082\u2083\u2084\u2085\u2086\u2087\u2088\u2089";
    /// A sign and how it is written, two by two; what is in mathematics stands between dollars.
    private static final String WRITTEN = """
            \\ \\textbackslash{} { \\{ } \\} $ \\$ & \\& # \\# % \\% _ \\_ ^ \\textasciicircum{} ~ \\textasciitilde{}
            < \\textless{} > \\textgreater{} − $-$ ± $\\pm$ × $\\times$ · $\\cdot$ ² \\textsuperscript{2}
            ³ \\textsuperscript{3} ¹ \\textsuperscript{1} ᵇ \\textsuperscript{b} ⁺ \\textsuperscript{+}
            ⁻ \\textsuperscript{$-$} ° $^{\\circ}$ ℃ $^{\\circ}$C ′ $'$ ″ $''$ ‰ \\textperthousand{} → $\\to$
            ← $\\leftarrow$ ≤ $\\leq$ ≥ $\\geq$ ≈ $\\approx$ ≠ $\\neq$ ∝ $\\propto$ ∞ $\\infty$ √ $\\surd$
            ∑ $\\sum$ ∅ $\\emptyset$ µ $\\mu$ α $\\alpha$ β $\\beta$ γ $\\gamma$ δ $\\delta$ ε $\\varepsilon$
            ζ $\\zeta$ η $\\eta$ θ $\\theta$ ι $\\iota$ κ $\\kappa$ λ $\\lambda$ μ $\\mu$ ν $\\nu$ ξ $\\xi$ ο o
            π $\\pi$ ρ $\\rho$ σ $\\sigma$ ς $\\varsigma$ τ $\\tau$ υ $\\upsilon$ φ $\\varphi$ χ $\\chi$ ψ $\\psi$
            ω $\\omega$ Α A Β B Γ $\\Gamma$ Δ $\\Delta$ Ε E Ζ Z Η H Θ $\\Theta$ Ι I Κ K Λ $\\Lambda$ Μ M Ν N
            Ξ $\\Xi$ Ο O Π $\\Pi$ Ρ P Σ $\\Sigma$ Τ T Υ $\\Upsilon$ Φ $\\Phi$ Χ X Ψ $\\Psi$ Ω $\\Omega$
            Ω $\\Omega$ ∆ $\\Delta$""";
    private static final Map<Integer, String> SIGNS = signs();

    private Latex() {}

    private static Map<Integer, String> signs() {
        var signs = new HashMap<Integer, String>(Map.of(0x202f, "\\,", 0x2009, "\\,", 0xa0, "~"));
        String[] written = WRITTEN.split("\\s+");
        for (int i = 0; i < written.length; i += 2) {
            signs.put(written[i].codePointAt(0), written[i + 1]);
        }
        for (int digit = 0; digit < 10; digit++) {
            signs.putIfAbsent((int) RAISED_DIGITS.charAt(digit), "\\textsuperscript{" + digit + "}");
            signs.put((int) LOWERED_DIGITS.charAt(digit), "\\textsubscript{" + digit + "}");
        }
        return Map.copyOf(signs);
    }

    public static String of(Mathematics.Row equation) {
        return row(equation.parts());
    }

    private static String row(List<Mathematics> parts) {
        var row = new StringBuilder();
        for (int i = 0; i < parts.size(); i++) {
            boolean product = i > 0 && MathMl.isFactor(parts.get(i - 1)) && MathMl.isFactor(parts.get(i));
            boolean close = i == 0 || Mathematics.isPrefix(parts, i - 1);
            row.append(product ? "\\," : close ? "" : " ").append(of(parts.get(i)));
        }
        return row.toString();
    }

    @SuppressWarnings("NullAway") // a switch in a switch, of which it thinks that it may yield nothing
    private static String of(Mathematics part) {
        return switch (part) {
            case Mathematics.Number(var digits) -> digits.replace(",", "{,}").replace("\u202f", "\\,");
            case Mathematics.Name(var text, boolean upright) ->
                upright ? text.equals("ln") ? "\\ln" : "\\text{" + escaped(text) + "}" : inMathematics(text);
            case Mathematics.Sign(var sign) ->
                switch (sign) {
                    case "−" -> "-";
                    case "×" -> "\\times";
                    case "·" -> "\\cdot";
                    case "(" -> "\\left(";
                    case ")" -> "\\right)";
                    default -> sign;
                };
            case Mathematics.Raised(var base, var power) -> of(base) + "^{" + of(power) + "}";
            case Mathematics.Fraction(var over, var under) -> "\\frac{" + of(over) + "}{" + of(under) + "}";
            case Mathematics.Root(var of) -> "\\sqrt{" + of(of) + "}";
            case Mathematics.Row(var parts) -> row(parts);
        };
    }

    /// Text in which no sign of LaTeX's own is left.
    public static String escaped(String text) {
        return written(text).collect(Collectors.joining());
    }

    /// A text that stands in mathematics already.
    private static String inMathematics(String text) {
        return written(text)
                .map(sign -> sign.matches("\\$.+\\$") ? sign.substring(1, sign.length() - 1) : sign)
                .collect(Collectors.joining());
    }

    /// Each sign of a text as LaTeX has it.
    private static Stream<String> written(String text) {
        return Span.clean(text).codePoints().mapToObj(c -> SIGNS.getOrDefault(c, Character.toString(c)));
    }

    static String of(List<Span> spans) {
        return spans.stream()
                .map(span -> switch (span) {
                    case Span.Text(var text, var style) ->
                        switch (style) {
                            case PLAIN -> escaped(text);
                            case STRONG -> "\\textbf{" + escaped(text) + "}";
                            case EMPHASIS -> "\\emph{" + escaped(text) + "}";
                            case RAISED -> "\\textsuperscript{" + escaped(text) + "}";
                            case LOWERED -> "\\textsubscript{" + escaped(text) + "}";
                        };
                    case Span.Own(var own) -> of(own);
                    case Span.Reference(var kind, int number) ->
                        kind.word() + "~\\ref{" + Markup.id(kind, number) + "}";
                })
                .collect(Collectors.joining());
    }

    /// The head of a column: a name, and its unit by siunitx where that is known and of plain letters.
    static String head(List<Span> spans) {
        Heading heading = Heading.of(Span.text(spans));
        List<Unit.Power> powers = Unit.read(heading.unit()).map(Unit::powers).orElse(List.of());
        boolean isPlain = !powers.isEmpty()
                && heading.text().equals(Span.text(spans))
                && powers.stream().allMatch(power -> power.symbol().matches("[A-Za-z]+"));
        return isPlain
                ? escaped(heading.name()) + " (\\unit{"
                        + powers.stream()
                                .map(power ->
                                        power.symbol() + (power.exponent() == 1 ? "" : "^{" + power.exponent() + "}"))
                                .collect(Collectors.joining("."))
                        + "})"
                : of(spans);
    }

    /// A cell: a number, with its uncertainty if it has one, by siunitx, and its unit upright behind a thin space;
    /// other text as it is.
    public static String cell(List<Span> spans) {
        Matcher value = VALUE.matcher(Span.text(spans).replace("\u202f", ""));
        boolean isValue = value.matches()
                && (value.group(2) != null || value.group(3) != null)
                && (value.group(4) == null || Unit.read(value.group(4)).isPresent());
        if (!isValue) {
            return of(spans);
        }
        return "\\num{" + plain(value.group(1)) + (value.group(2) == null ? "" : " +- " + plain(value.group(2)))
                + (value.group(3) == null ? "" : " e" + power(value.group(3))) + "}"
                + (value.group(4) == null ? "" : "\\," + escaped(value.group(4)));
    }

    private static String plain(String number) {
        return number.replace('−', '-').replace(',', '.');
    }

    private static String power(String raised) {
        return raised.chars()
                .mapToObj(c -> c == '⁻' ? "-" : Integer.toString(RAISED_DIGITS.indexOf(c)))
                .collect(Collectors.joining());
    }

    /// A table with its caption; one that is long goes on over pages.
    public static String table(Block.Grid grid) {
        boolean goesOn = grid.rows().size() > 30;
        String columns =
                grid.numbers().stream().map(number -> number ? "r" : "l").collect(Collectors.joining());
        String label =
                "\\caption{" + of(grid.caption()) + "}\\label{" + Markup.id(Span.Kind.TABLE, grid.number()) + "}";
        String head = grid.heads().stream().map(Latex::head).collect(Collectors.joining(" & ", "", " \\\\\n"));
        String rows = grid.rows().stream()
                .map(row -> row.stream().map(Latex::cell).collect(Collectors.joining(" & ", "", " \\\\\n")))
                .collect(Collectors.joining());
        return goesOn
                ? "\\begin{longtable}{" + columns + "}\n" + label + "\\\\\n\\toprule\n" + head
                        + "\\midrule\n\\endfirsthead\n\\toprule\n"
                        + head + "\\midrule\n\\endhead\n" + rows + "\\bottomrule\n\\end{longtable}\n"
                : "\\begin{table}[H]\n\\centering\n" + label + "\n\\begin{tabular}{" + columns + "}\n\\toprule\n" + head
                        + "\\midrule\n" + rows + "\\bottomrule\n\\end{tabular}\n\\end{table}\n";
    }
}
