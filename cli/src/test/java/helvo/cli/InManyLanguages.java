package helvo.cli;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import java.util.Locale;
import java.util.stream.Stream;
import org.junit.jupiter.api.ClassTemplate;
import org.junit.jupiter.api.extension.ClassTemplateInvocationContext;
import org.junit.jupiter.api.extension.ClassTemplateInvocationContextProvider;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.extension.ExtensionContext;

/// All tests of a class are run once in each of the languages whose numbers and letters differ most, and in the
/// computer's own. Where the computer has none they are run in that alone.
@Target(ElementType.TYPE)
@Retention(RetentionPolicy.RUNTIME)
@ClassTemplate
@ExtendWith(InManyLanguages.Languages.class)
@interface InManyLanguages {
    /// What is worked out once, when a class is loaded, is worked out in the first: it has digits of its own.
    final class Languages implements ClassTemplateInvocationContextProvider {
        @Override
        public boolean supportsClassTemplate(ExtensionContext context) {
            return true;
        }

        @Override
        public Stream<? extends ClassTemplateInvocationContext> provideClassTemplateInvocationContexts(
                ExtensionContext context) {
            Stream<Locale> others = "C".equals(System.getenv("LC_ALL"))
                    ? Stream.of()
                    : Stream.of("ar-EG", "tr-TR", "de-DE").map(Locale::forLanguageTag);
            return Stream.concat(others, Stream.of(Locale.getDefault())).map(In::new);
        }
    }

    /// One run of the class.
    record In(Locale language) implements ClassTemplateInvocationContext {
        @Override
        public String getDisplayName(int invocation) {
            return language.toLanguageTag();
        }

        @Override
        public void prepareInvocation(ExtensionContext context) {
            Locale before = Locale.getDefault();
            Locale.setDefault(language);
            context.getStore(ExtensionContext.Namespace.create(In.class))
                    .put(language, (AutoCloseable) () -> Locale.setDefault(before));
        }
    }
}
