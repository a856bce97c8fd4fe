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

/// All tests of a class are run once in each language that the property `helvo.languages` names, and where it names
/// none in the computer's own.
@Target(ElementType.TYPE)
@Retention(RetentionPolicy.RUNTIME)
@ClassTemplate
@ExtendWith(InManyLanguages.Languages.class)
@interface InManyLanguages {
    final class Languages implements ClassTemplateInvocationContextProvider {
        @Override
        public boolean supportsClassTemplate(ExtensionContext context) {
            return true;
        }

        @Override
        public Stream<? extends ClassTemplateInvocationContext> provideClassTemplateInvocationContexts(
                ExtensionContext context) {
            String named = System.getProperty("helvo.languages", "");
            Stream<Locale> languages = named.isEmpty()
                    ? Stream.of(Locale.getDefault())
                    : Stream.of(named.split(",")).map(Locale::forLanguageTag);
            return languages.map(In::new);
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
