package helvo.report;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "helvo.report", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
    @ArchTest
    static final ArchRule noCircle =
            slices().matching("helvo.report.(**)").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule writesWithoutAWindow = noClasses()
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("javafx..", "javax.swing..", "helvo.desktop..", "helvo.cli..");
}
