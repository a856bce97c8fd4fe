package helvo.files;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "helvo.files", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
    @ArchTest
    static final ArchRule noCircle =
            slices().matching("helvo.files.(**)").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule knowsNoWindow = noClasses()
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("javafx..", "helvo.desktop..", "helvo.cli..", "helvo.figure..");
}
