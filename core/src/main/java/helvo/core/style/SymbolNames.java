package helvo.core.style;

import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/// Names of symbols that keyboards lack, such as `\mu` for µ.
public final class SymbolNames {
    private static final Map<String, String> ALL = new LinkedHashMap<>();
    private static final Pattern NAMED = Pattern.compile("\\\\([A-Za-z]+)(\\{})?");

    static {
        String[] named = """
                alpha α beta β gamma γ delta δ epsilon ε zeta ζ eta η theta θ iota ι kappa κ lambda λ mu μ nu ν
                xi ξ pi π rho ρ sigma σ tau τ upsilon υ phi φ chi χ psi ψ omega ω Gamma Γ Delta Δ Theta Θ
                Lambda Λ Xi Ξ Pi Π Sigma Σ Phi Φ Psi Ψ Omega Ω deg ° pm ± times × cdot · sqrt √ infty ∞ approx
                ≈ le ≤ leq ≤ ge ≥ geq ≥ minus − permil ‰
                """.split("\\s+");
        for (int i = 0; i < named.length; i += 2) {
            ALL.put(named[i], named[i + 1]);
        }
    }

    private SymbolNames() {}

    /// A name is replaced as soon as no longer one can be meant: `\mu` at once, and in `\degC` the first of it.
    ///
    /// @param whole whether nothing more is to come
    public static String replaced(String text, boolean whole) {
        return NAMED.matcher(text).replaceAll(found -> {
            String letters = found.group(1);
            Optional<String> name =
                    ALL.keySet().stream().filter(letters::startsWith).max(Comparator.comparingInt(String::length));
            boolean mayGoOn = !whole
                    && found.end() == text.length()
                    && ALL.keySet().stream()
                            .anyMatch(each -> each.length() > letters.length() && each.startsWith(letters));
            return Matcher.quoteReplacement(
                    name.isEmpty() || mayGoOn
                            ? found.group()
                            : ALL.get(name.get()) + letters.substring(name.get().length()));
        });
    }
}
