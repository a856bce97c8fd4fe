package helvo.desktop;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

/// What may know what, in all modules: this one sees them all.
@AnalyzeClasses(packages = "helvo", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
    @ArchTest
    static final ArchRule noCircleOfPackages =
            slices().matching("helvo.(*).(**)").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule modules = layeredArchitecture()
            .consideringOnlyDependenciesInLayers()
            .layer("desktop")
            .definedBy("helvo.desktop..")
            .layer("cli")
            .definedBy("helvo.cli..")
            .layer("report")
            .definedBy("helvo.report..")
            .layer("figure")
            .definedBy("helvo.figure..")
            .layer("files")
            .definedBy("helvo.files..")
            .layer("core")
            .definedBy("helvo.core..")
            .whereLayer("desktop")
            .mayNotBeAccessedByAnyLayer()
            .whereLayer("cli")
            .mayOnlyBeAccessedByLayers("desktop")
            .whereLayer("report")
            .mayOnlyBeAccessedByLayers("cli", "desktop")
            .whereLayer("figure")
            .mayOnlyBeAccessedByLayers("report", "cli", "desktop")
            .whereLayer("files")
            .mayOnlyBeAccessedByLayers("report", "cli", "desktop")
            .whereLayer("core")
            .mayOnlyBeAccessedByLayers("files", "figure", "report", "cli", "desktop");

    @ArchTest
    static final ArchRule theCoreTouchesNoFileAndNoScreen = noClasses()
            .that()
            .resideInAPackage("helvo.core..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("java.io..", "java.nio.file..", "java.awt..");

    @ArchTest
    static final ArchRule onlyTheDesktopKnowsTheWindowToolkit = noClasses()
            .that()
            .resideOutsideOfPackage("helvo.desktop..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("javafx..", "javax.swing..");

    @ArchTest
    static final ArchRule onlyTheCommandLineKnowsItsLibrary = noClasses()
            .that()
            .resideOutsideOfPackage("helvo.cli..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("org.apache.commons.cli..");

    @ArchTest
    static final ArchRule numbersAndTablesKnowNothingOfTheStudy = noClasses()
            .that()
            .resideInAnyPackage("helvo.core.number", "helvo.core.numeric", "helvo.core.table")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("helvo.core.study", "helvo.core.analysis", "helvo.core.fit");

    /// From the program down to its work; what is in one line of the window's regions knows those to its right.
    @ArchTest
    static final ArchRule layersOfTheDesktop = layeredArchitecture()
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
            .layer("document")
            .definedBy("helvo.desktop.document")
            .layer("theme")
            .definedBy("helvo.desktop.theme")
            .layer("task")
            .definedBy("helvo.desktop.task")
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
