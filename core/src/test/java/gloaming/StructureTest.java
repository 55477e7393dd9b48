package gloaming;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import gloaming.step.StepInfo;
import org.junit.jupiter.api.Test;

/** The arrows point inward. */
class StructureTest {
    private static final JavaClasses CORE = new ClassFileImporter()
            .withImportOption(new ImportOption.DoNotIncludeTests())
            .importPackages("gloaming");

    @Test
    void theCoreKnowsNoWebNoDatabaseAndNoFiles() {
        noClasses()
                .that()
                .resideInAPackage("gloaming..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(
                        "org.springframework..",
                        "jakarta..",
                        "java.sql..",
                        "java.net..",
                        "java.nio.file..",
                        "org.jooq..",
                        "org.bytedeco..")
                .check(CORE);
    }

    @Test
    void packagesDependOnOneAnotherInOneDirectionOnly() {
        slices().matching("gloaming.(*)..").should().beFreeOfCycles().check(CORE);
    }

    @Test
    void whatFlowsAndTheDocumentStandAtTheBottom() {
        noClasses()
                .that()
                .resideInAnyPackage("gloaming.look", "gloaming.flow", "gloaming.sound", "gloaming.noise")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(
                        "gloaming.step..",
                        "gloaming.play..",
                        "gloaming.picture..",
                        "gloaming.points..",
                        "gloaming.signal..")
                .check(CORE);
    }

    @Test
    void theRoomsOfPicturesAndPointsDependOnOneAnotherInOneDirectionOnly() {
        slices().matching("gloaming.picture.(*)").should().beFreeOfCycles().check(CORE);
        slices().matching("gloaming.points.(*)").should().beFreeOfCycles().check(CORE);
    }

    @Test
    void everyStepStandsInARoom() {
        noClasses()
                .that()
                .resideInAnyPackage("gloaming.picture", "gloaming.points")
                .should()
                .beAnnotatedWith(StepInfo.class)
                .check(CORE);
    }

    @Test
    void kernelsKnowNoSteps() {
        noClasses()
                .that()
                .resideInAPackage("gloaming.picture.kernel")
                .should()
                .dependOnClassesThat()
                .areAnnotatedWith(StepInfo.class)
                .check(CORE);
    }
}
