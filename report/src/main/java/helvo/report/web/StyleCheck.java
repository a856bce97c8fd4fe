package helvo.report.web;

import com.helger.css.decl.CSSDeclaration;
import com.helger.css.decl.CSSExpression;
import com.helger.css.decl.CSSExpressionMemberFunction;
import com.helger.css.decl.CSSExpressionMemberTermURI;
import com.helger.css.decl.CSSImportRule;
import com.helger.css.decl.CSSNamespaceRule;
import com.helger.css.decl.CSSUnknownRule;
import com.helger.css.decl.ICSSExpressionMember;
import com.helger.css.decl.visit.CSSVisitor;
import com.helger.css.decl.visit.DefaultCSSVisitor;
import com.helger.css.reader.CSSReader;
import com.helger.css.reader.CSSReaderDeclarationList;
import com.helger.css.reader.CSSReaderSettings;
import com.helger.css.reader.errorhandler.DoNothingCSSParseErrorHandler;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.regex.Pattern;

/// Checks that a style sheet loads nothing from outside. It may say what is on the list of what is allowed, and
/// nothing else: a browser that reads more into it than this check does would find nothing there.
public final class StyleCheck {
    private static final Set<String> FUNCTIONS = Set.of("""
            rgb rgba hsl hsla calc var min max clamp linear-gradient radial-gradient conic-gradient
            repeating-linear-gradient repeating-radial-gradient repeat minmax fit-content counter
            counters attr translate translatex translatey rotate scale scalex scaley skew matrix
            cubic-bezier steps format local
            """.split("\\s+"));
    private static final Pattern OWN =
            Pattern.compile("(?i)data:image/(png|jpeg|gif|webp);.*|data:font/.*|#.*", Pattern.DOTALL);
    /// Comments and quoted texts, in which a backslash writes a letter and nothing more.
    private static final Pattern QUOTED =
            Pattern.compile("/\\*.*?\\*/|\"(?:[^\"\\\\\n]|\\\\.)*\"|'(?:[^'\\\\\n]|\\\\.)*'", Pattern.DOTALL);

    private StyleCheck() {}

    /// @return what of a style sheet is not allowed, as "@import"; empty for nothing
    public static Optional<String> ofSheet(String css) {
        return check(css, CSSReader.readFromStringReader(css, settings()), CSSVisitor::visitCSS);
    }

    /// Of the `style` of an element.
    public static Optional<String> ofDeclarations(String css) {
        return check(
                css,
                CSSReaderDeclarationList.readFromString(css, settings()),
                (list, found) -> list.getAllDeclarations().forEach(found::onDeclaration));
    }

    /// @param read what the parser made of it; null where it is no CSS
    private static <T> Optional<String> check(String css, T read, BiConsumer<T, Finder> visit) {
        if (hasEscapes(css)) {
            return Optional.of("a backslash");
        }
        if (read == null) {
            return Optional.of("something that is not plain CSS");
        }
        var found = new Finder();
        visit.accept(read, found);
        return found.wrong;
    }

    private static CSSReaderSettings settings() {
        return new CSSReaderSettings()
                .setBrowserCompliantMode(false)
                .setCustomErrorHandler(new DoNothingCSSParseErrorHandler())
                .setCustomExceptionHandler(_ -> {});
    }

    private static boolean hasEscapes(String css) {
        return QUOTED.matcher(css).replaceAll(" ").indexOf('\\') >= 0;
    }

    private static final class Finder extends DefaultCSSVisitor {
        private Optional<String> wrong = Optional.empty();

        @Override
        public void onImport(CSSImportRule rule) {
            wrong = Optional.of("@import");
        }

        @Override
        public void onNamespace(CSSNamespaceRule rule) {
            wrong = Optional.of("@namespace");
        }

        @Override
        public void onUnknownRule(CSSUnknownRule rule) {
            wrong = Optional.of("the rule " + rule.getDeclaration());
        }

        @Override
        public void onDeclaration(CSSDeclaration declaration) {
            String property = declaration.getProperty().toLowerCase(Locale.ROOT);
            if (property.equals("behavior") || property.equals("-moz-binding")) {
                wrong = Optional.of(property);
            }
            check(declaration.getExpression());
        }

        private void check(CSSExpression expression) {
            for (ICSSExpressionMember member : expression.getAllMembers()) {
                if (member instanceof CSSExpressionMemberTermURI address
                        && !OWN.matcher(address.getURIString().strip()).matches()) {
                    wrong = Optional.of("url()");
                } else if (member instanceof CSSExpressionMemberFunction function) {
                    if (!FUNCTIONS.contains(function.getFunctionName().toLowerCase(Locale.ROOT))) {
                        wrong = Optional.of(function.getFunctionName() + "()");
                    } else if (function.getExpression() != null) {
                        check(function.getExpression());
                    }
                }
            }
        }
    }
}
