package helvo.desktop;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "helvo.desktop", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
    @ArchTest
    static final ArchRule noCircle =
            slices().matching("helvo.desktop.(*)..").should().beFreeOfCycles();

    /// From the program down to its work; what is in one line of the window's regions knows those to its right.
    @ArchTest
    static final ArchRule layers = layeredArchitecture()
            .consideringOnlyDependenciesInLayers()
            .layer("app")
            .definedBy("helvo.desktop.app")
            .layer("window")
            .definedBy("helvo.desktop.window")
            .layer("regions")
            .definedBy(
                    "helvo.desktop.measurements",
                    "helvo.desktop.figure",
                    "helvo.desktop.results",
                    "helvo.desktop.curves",
                    "helvo.desktop.export",
                    "helvo.desktop.settings")
            .layer("panels")
            .definedBy("helvo.desktop.panels", "helvo.desktop.guide")
            .layer("controls")
            .definedBy("helvo.desktop.controls")
            .layer("workspace")
            .definedBy("helvo.desktop.workspace")
            .layer("persistence")
            .definedBy("helvo.desktop.persistence")
            .layer("theme")
            .definedBy("helvo.desktop.theme")
            .layer("document")
            .definedBy("helvo.desktop.document")
            .layer("task")
            .definedBy("helvo.desktop.task")
            .whereLayer("app")
            .mayNotBeAccessedByAnyLayer()
            .whereLayer("window")
            .mayOnlyBeAccessedByLayers("app")
            .whereLayer("regions")
            .mayOnlyBeAccessedByLayers("window", "app")
            .whereLayer("panels")
            .mayOnlyBeAccessedByLayers("regions", "window", "app")
            .whereLayer("controls")
            .mayOnlyBeAccessedByLayers("panels", "regions", "window")
            .whereLayer("workspace")
            .mayOnlyBeAccessedByLayers("controls", "panels", "regions", "window", "app")
            .whereLayer("persistence")
            .mayOnlyBeAccessedByLayers("workspace", "panels", "regions", "window", "app")
            .whereLayer("document")
            .mayOnlyBeAccessedByLayers("persistence", "workspace", "panels", "regions", "app");

    @ArchTest
    static final ArchRule theDocumentKnowsNoView = noClasses()
            .that()
            .resideInAnyPackage("helvo.desktop.task", "helvo.desktop.document")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("javafx.scene..", "javafx.stage..");

    @ArchTest
    static final ArchRule theDocumentKnowsNoFile = noClasses()
            .that()
            .resideInAPackage("helvo.desktop.document")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("helvo.files..", "java.nio.file..");

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
