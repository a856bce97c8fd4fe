package helvo.figure;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "helvo.figure", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
    @ArchTest
    static final ArchRule drawsWithoutAWindow = noClasses().should().dependOnClassesThat()
            .resideInAnyPackage("javafx..", "javax.swing..", "helvo.files..", "helvo.desktop..", "helvo.cli..");
}
