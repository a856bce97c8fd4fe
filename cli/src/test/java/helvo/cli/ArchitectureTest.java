package helvo.cli;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(
        packages = {"helvo.cli", "helvo.files"},
        importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
    @ArchTest
    static final ArchRule knowsNoWindowSystem =
            noClasses().should().dependOnClassesThat().resideInAnyPackage("javafx..", "helvo.desktop..");

    @ArchTest
    static final ArchRule filesKnowNoCommands = noClasses()
            .that()
            .resideInAPackage("helvo.files..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("helvo.cli..", "picocli..");

    /// What a computer's language changes is never used: see [helvo.core.RootLocale].
    @ArchTest
    static final ArchRule speaksTheSameInEveryLanguage = noClasses()
            .should()
            .callMethod(String.class, "formatted", Object[].class)
            .orShould()
            .callMethod(String.class, "format", String.class, Object[].class)
            .orShould()
            .callMethod(String.class, "toLowerCase")
            .orShould()
            .callMethod(String.class, "toUpperCase")
            .orShould()
            .callMethod(java.io.PrintWriter.class, "printf", String.class, Object[].class);
}
