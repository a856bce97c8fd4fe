package helvo.figure;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "helvo.figure", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
    @ArchTest
    static final ArchRule noCircle =
            slices().matching("helvo.figure.(**)").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule drawsWithoutAWindow = noClasses()
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("javafx..", "javax.swing..", "helvo.files..", "helvo.desktop..", "helvo.cli..");

    /// What a computer's language changes is never used: see [helvo.core.RootLocale].
    @ArchTest
    static final ArchRule speaksTheSameInEveryLanguage = noClasses()
            .that()
            .doNotHaveFullyQualifiedName("helvo.core.RootLocale")
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
