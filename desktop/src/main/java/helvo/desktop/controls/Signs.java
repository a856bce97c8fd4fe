package helvo.desktop.controls;

import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javafx.application.Platform;
import javafx.scene.control.TextField;

/// Signs that keyboards lack, typed as a backslash and their name: `\mu` is µ, `\deg` is °.
public final class Signs {
    private static final Map<String, String> ALL = new LinkedHashMap<>();
    private static final Pattern NAMED = Pattern.compile("\\\\([A-Za-z]+)");

    static {
        String[] greek = {"alpha α", "beta β", "gamma γ", "delta δ", "epsilon ε", "zeta ζ", "eta η", "theta θ", "iota ι",
            "kappa κ",
                "lambda λ", "mu μ", "nu ν", "xi ξ",
            "pi π", "rho ρ", "sigma σ", "tau τ", "upsilon υ", "phi φ", "chi χ", "psi ψ", "omega ω", "Gamma Γ", "Delta Δ",
                "Theta Θ",
                    "Lambda Λ", "Xi Ξ", "Pi Π", "Sigma Σ",
            "Phi Φ", "Psi Ψ", "Omega Ω", "deg °", "pm ±", "times ×", "cdot ·", "sqrt √", "infty ∞", "approx ≈", "le ≤",
                "leq ≤", "ge ≥",
                    "geq ≥", "minus −", "permil ‰"};
        for (String each : greek) {
            int blank = each.indexOf(' ');
            ALL.put(each.substring(0, blank), each.substring(blank + 1));
        }
    }

    private Signs() {}

    /// A name is replaced as soon as no longer one can be meant: `\mu` at once, and in `\degC` the first of it.
    ///
    /// @param whole whether nothing more is to come
    public static String replaced(String text, boolean whole) {
        return NAMED.matcher(text).replaceAll(found -> {
            String letters = found.group(1);
            Optional<String> name = ALL.keySet().stream().filter(letters::startsWith).max(Comparator.comparingInt(String::length));
            boolean mayGoOn = !whole && found.end() == text.length()
                    && ALL.keySet().stream().anyMatch(each -> each.length() > letters.length() && each.startsWith(letters));
            return Matcher.quoteReplacement(name.isEmpty() || mayGoOn ? found.group()
                    : ALL.get(name.get()) + letters.substring(name.get().length()));
        });
    }

    /// Replaces names as they are typed.
    public static void follow(TextField field) {
        field.textProperty().subscribe(text -> {
            if (!replaced(text, false).equals(text)) {
                Platform.runLater(() -> replace(field));
            }
        });
    }

    private static void replace(TextField field) {
        String text = field.getText();
        int after = text.length() - field.getCaretPosition();
        String replaced = replaced(text, false);
        field.setText(replaced);
        field.positionCaret(Math.max(0, replaced.length() - after));
    }
}
