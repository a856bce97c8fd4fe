package helvo.desktop;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javafx.scene.control.TextField;

/// Signs that keyboards lack, typed as a backslash and their name: `\mu` is µ, `\deg` is °.
final class Signs {
    static final Map<String, String> ALL = new LinkedHashMap<>();
    private static final Pattern NAMED = Pattern.compile("\\\\([A-Za-z+]+)(?![A-Za-z])");

    static {
        String[] greek = {"alpha α", "beta β", "gamma γ", "delta δ", "epsilon ε", "zeta ζ", "eta η", "theta θ", "iota ι", "kappa κ", "lambda λ", "mu μ", "nu ν", "xi ξ",
            "pi π", "rho ρ", "sigma σ", "tau τ", "upsilon υ", "phi φ", "chi χ", "psi ψ", "omega ω", "Gamma Γ", "Delta Δ", "Theta Θ", "Lambda Λ", "Xi Ξ", "Pi Π", "Sigma Σ",
            "Phi Φ", "Psi Ψ", "Omega Ω", "deg °", "pm ±", "times ×", "cdot ·", "sqrt √", "infty ∞", "approx ≈", "le ≤", "ge ≥", "minus −", "permil ‰"};
        for (String each : greek) {
            int blank = each.indexOf(' ');
            ALL.put(each.substring(0, blank), each.substring(blank + 1));
        }
    }

    private Signs() {}

    /// Names that are followed by something else are replaced; one that may still go on is left.
    static String replaced(String text, boolean whole) {
        Matcher matcher = NAMED.matcher(text);
        return matcher.replaceAll(found -> Matcher.quoteReplacement(ALL.containsKey(found.group(1)) && (whole || found.end() < text.length()) ? ALL.get(found.group(1)) : found.group()));
    }

    /// Replaces names as they are typed.
    static void follow(TextField field) {
        field.textProperty().subscribe(text -> {
            String replaced = replaced(text, false);
            if (!replaced.equals(text)) {
                javafx.application.Platform.runLater(() -> {
                    field.setText(replaced);
                    field.end();
                });
            }
        });
    }
}
