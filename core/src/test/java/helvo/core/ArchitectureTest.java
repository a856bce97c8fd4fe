package helvo.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "helvo.core", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
    @ArchTest
    static final ArchRule touchesNoFilesNoScreenAndNoOtherModule = noClasses()
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage(
                    "java.io..",
                    "java.nio.file..",
                    "java.awt..",
                    "javax.swing..",
                    "javafx..",
                    "helvo.figure..",
                    "helvo.files..",
                    "helvo.desktop..",
                    "helvo.cli..");

    @ArchTest
    static final ArchRule numbersAndTablesKnowNothingOfTheStudy = noClasses()
            .that()
            .resideInAnyPackage("helvo.core.number", "helvo.core.numeric", "helvo.core.table")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("helvo.core.study", "helvo.core.analysis", "helvo.core.fit");

    @ArchTest
    static final ArchRule noCircle =
            slices().matching("helvo.core.(**)").should().beFreeOfCycles();

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
